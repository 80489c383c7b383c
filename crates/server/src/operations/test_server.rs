//! A server beside whoever asks for it: for tests, pictures and measurements.

use crate::Settings;
use crate::launch;
use sparrow_store::{Store, StoreError};
use std::net::TcpListener;
use tokio::sync::oneshot;

/// A server on a thread and a port of its own. Dropped, it ends and gives its database connections back.
#[derive(Debug)]
pub struct TestServer {
    /// Its address, as `http://127.0.0.1:4711`.
    pub address: String,
    // Whoever listens to it hears when this is dropped.
    _leaves: oneshot::Sender<()>,
}

impl TestServer {
    /// Starts a server over a store, and waits until it answers.
    ///
    /// # Errors
    /// When no port is free, or [`launch`] fails.
    pub async fn start(store: Store, settings: Settings) -> Result<TestServer, StoreError> {
        let other = |error: std::io::Error| StoreError::Other(error.to_string());
        let listener = TcpListener::bind("127.0.0.1:0").map_err(other)?;
        let address = format!("http://{}", listener.local_addr().map_err(other)?);
        let (ready, started) = oneshot::channel();
        let (leaves, left) = oneshot::channel::<()>();
        std::thread::spawn(move || {
            actix_web::rt::System::new().block_on(async move {
                let server = match launch(store.clone(), settings, listener).await {
                    Ok(server) => server,
                    Err(error) => return drop(ready.send(Err(error))),
                };
                let running = server.handle();
                let _ = ready.send(Ok(()));
                tokio::select! {
                    _ = server => {},
                    _ = left => running.stop(false).await,
                }
                store.close().await;
            });
        });
        started.await.map_err(|gone| StoreError::Other(gone.to_string()))??;
        Ok(TestServer { address, _leaves: leaves })
    }
}
