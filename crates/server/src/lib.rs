//! The web server: routes, sessions and errors around the core and the store, with the page inside.
//!
//! [`launch`] takes settings and a listener, so that tests own the port.

mod cache;
mod http;
pub mod operations;
mod routes;
mod settings;
mod shared;

use crate::cache::ready::ReadyGardens;
use crate::http::password::Hashing;
use crate::http::spans::Spans;
use crate::operations::metrics::Metrics;
use crate::operations::metrics_port::counted;
use crate::operations::{daily, demo, metrics_port};
use crate::routes::places;
use actix_web::dev::Server;
use actix_web::middleware::{Compress, Condition, DefaultHeaders, NormalizePath, from_fn};
use actix_web::web::Data;
use actix_web::{App, HttpServer};

pub use operations::test_server::TestServer;
pub use routes::route::{ApiRoute, Caller};
pub use routes::{ROUTES, configure, description};
pub use settings::{Limits, Registration, Settings};
pub use shared::Shared;
use sparrow_pool::Pool;
use sparrow_store::{Store, StoreError};
use std::net::TcpListener;
use std::time::Duration;
use tracing_actix_web::TracingLogger;

/// The most connections a server holds at once.
const MOST_CONNECTIONS: usize = 1000;
/// How long a connection may take to say what it wants, and may let an answer lie.
const PATIENCE: Duration = Duration::from_secs(10);
/// See [`PATIENCE`].
const UNREAD: Duration = Duration::from_secs(30);
/// What goes on when the server is stopped has so long \[s\].
const STOPS_WITHIN: u64 = 8;
/// How often what no longer holds is swept out.
const SWEEPS: Duration = Duration::from_secs(3600);

/// A server on a listener over a store; it runs when awaited and stops gracefully through its handle.
///
/// Fails when the demo households cannot be made.
pub async fn launch(store: Store, settings: Settings, listener: TcpListener) -> Result<Server, StoreError> {
    if settings.demo {
        demo::make_households(&store, settings.today_in(None)).await?;
    }
    let (workers, secure) = (settings.workers, settings.secure_cookies);
    let (pool, metrics) = (Pool::of_machine(), Metrics::new().map_err(broken)?);
    let (hashing, gardens) = (Hashing::default(), ReadyGardens::default());
    let shared = Data::new(Shared { store, settings, hashing, gardens, pool, metrics });
    begin_beside(&shared)?;
    // The tables of places are unfolded before somebody waits for them.
    std::thread::spawn(places::unfold);
    let server = HttpServer::new(move || {
        App::new()
            .app_data(shared.clone())
            .wrap(guarding_headers())
            .wrap(Condition::new(secure, only_over_tls()))
            .wrap(Compress::default())
            .wrap(NormalizePath::trim())
            .wrap(from_fn(counted))
            .wrap(TracingLogger::<Spans>::new())
            .configure(configure)
    })
    .on_connect(|connection, _| {
        if let Some(stream) = connection.downcast_ref::<actix_web::rt::net::TcpStream>() {
            // Without this the last piece of an answer can wait 40 ms for the page to acknowledge the first.
            let _ = stream.set_nodelay(true);
            // Whoever does not read what was asked for is let go.
            let _ = socket2::SockRef::from(stream).set_tcp_user_timeout(Some(UNREAD));
        }
    })
    .max_connections(MOST_CONNECTIONS)
    .client_request_timeout(PATIENCE)
    .client_disconnect_timeout(PATIENCE)
    .workers(workers)
    .shutdown_timeout(STOPS_WITHIN)
    .disable_signals()
    .listen(listener)
    .map_err(broken)?;
    Ok(server.run())
}

fn broken(error: impl std::fmt::Display) -> StoreError {
    StoreError::Other(error.to_string())
}

/// Begins what goes on beside the answering of requests.
fn begin_beside(shared: &Data<Shared>) -> Result<(), StoreError> {
    actix_web::rt::spawn(sweep(shared.clone()));
    if let Some(address) = shared.settings.metrics {
        let told =
            metrics_port::server(shared.clone(), address).map_err(|error| broken(format!("figures at {address}: {error}")))?;
        actix_web::rt::spawn(told);
    }
    if let Some(backups) = shared.settings.backups.clone() {
        let shared = shared.clone();
        actix_web::rt::spawn(async move { daily::keep(&shared, &backups).await });
    }
    Ok(())
}

/// Sweeps out what no longer holds, once an hour.
async fn sweep(shared: Data<Shared>) {
    let mut every = tokio::time::interval(SWEEPS);
    loop {
        every.tick().await;
        if let Err(error) = shared.store.sweep(shared.settings.keep_changes).await {
            tracing::warn!(%error, "what no longer holds could not be swept out");
        }
    }
}

/// Nothing from elsewhere, nothing framed, nothing sniffed.
fn guarding_headers() -> DefaultHeaders {
    DefaultHeaders::new()
        .add((
            "Content-Security-Policy",
            "default-src 'self'; style-src 'self'; style-src-attr 'unsafe-inline'; img-src 'self' data:; \
             object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        ))
        .add(("X-Content-Type-Options", "nosniff"))
        .add(("Referrer-Policy", "no-referrer"))
        .add(("Cross-Origin-Opener-Policy", "same-origin"))
        .add(("Cross-Origin-Resource-Policy", "same-origin"))
}

/// Where cookies are only sent over TLS, browsers ask for nothing else any more.
fn only_over_tls() -> DefaultHeaders {
    DefaultHeaders::new().add(("Strict-Transport-Security", "max-age=31536000"))
}
