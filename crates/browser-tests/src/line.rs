//! A line between browsers and the server, which can be cut.

use std::sync::Arc;
use tokio::io::copy_bidirectional;
use tokio::net::{TcpListener, TcpStream};
use tokio::sync::watch;

/// A line between browsers and the server.
pub struct Line {
    /// Where browsers reach the server over it.
    pub address: String,
    whole: Arc<watch::Sender<bool>>,
}

impl Line {
    /// A line to a server's address, which is whole.
    pub async fn to(server: &str) -> std::io::Result<Line> {
        let server = server.trim_start_matches("http://").to_string();
        let listener = TcpListener::bind("127.0.0.1:0").await?;
        let address = format!("http://{}", listener.local_addr()?);
        let whole = Arc::new(watch::Sender::new(true));
        let (line, ends) = (Arc::clone(&whole), whole.subscribe());
        tokio::spawn(async move {
            while let Ok((browser, _)) = listener.accept().await {
                if *line.borrow() {
                    tokio::spawn(carry(browser, server.clone(), ends.clone()));
                }
            }
        });
        Ok(Line { address, whole })
    }

    /// Nothing comes through any more, and what was on its way is lost.
    pub fn is_cut(&self) {
        self.whole.send_replace(false);
    }

    /// It is whole again.
    pub fn is_whole(&self) {
        self.whole.send_replace(true);
    }
}

async fn carry(mut browser: TcpStream, server: String, mut ends: watch::Receiver<bool>) {
    let Ok(mut server) = TcpStream::connect(&server).await else { return };
    tokio::select! {
        _ = copy_bidirectional(&mut browser, &mut server) => {}
        _ = ends.wait_for(|whole| !whole) => {}
    }
}
