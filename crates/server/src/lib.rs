//! The web server: routes, sessions and errors around the core and the store, with the page inside.
//!
//! [`launch`] takes settings and a listener, so that tests own the port.

//! The web server: routes, sessions and errors around the core and the store, with the page inside.
//!
//! [`launch`] takes settings and a listener, so that tests own the port.

mod accounts;
mod aside;
mod attempts;
mod auth;
mod body;
mod changed;
mod changes;
mod compute;
mod cookies;
mod demo;
mod errors;
mod gardens;
mod guard;
mod lookups;
mod members;
mod openapi;
mod page;
mod password;
mod payload;
mod places;
mod questions;
mod queue;
mod ready;
mod routes;
mod searches;
mod seasons;
mod settings;
mod sheets;
mod spans;
mod types;
mod view;

pub use aside::Aside;
pub use openapi::description;
pub use routes::{ApiRoute, Caller, ROUTES, configure};
pub use settings::{Limits, Registration, Settings};
pub use types::write_types;

use crate::compute::{Pool, Who};
use crate::errors::RequestError;
use crate::password::Hashing;
use crate::ready::{Ready, ReadyGardens};
use crate::spans::Spans;
use actix_web::dev::Server;
use actix_web::middleware::{Compress, Condition, DefaultHeaders, NormalizePath};
use actix_web::web::Data;
use actix_web::{App, HttpServer};
use sparrow_store::{GardenId, Store, StoreError};
use std::net::TcpListener;
use std::sync::Arc;
use std::time::Duration;
use tracing_actix_web::TracingLogger;

/// What every handler may use.
#[derive(Debug)]
pub struct Shared {
    /// The store.
    pub store: Store,
    /// How it serves.
    pub settings: Settings,
    /// Where passwords are hashed.
    pub hashing: Hashing,
    /// Gardens asked about lately.
    pub gardens: ReadyGardens,
    /// Where all reckoning is done.
    pub pool: Pool,
}

impl Shared {
    /// A garden ready to be asked about, when it is known to have been at a revision a moment ago.
    async fn ready(&self, who: Who, garden: GardenId, revision: i64) -> Result<Arc<Ready>, RequestError> {
        if let Some(kept) = self.gardens.at(garden, revision) {
            return Ok(kept);
        }
        let at = self.store.load(garden).await?;
        let ready = self.pool.work(who, move |_| Ready::of(at)).await?;
        self.gardens.keep(garden, &ready);
        Ok(ready)
    }
}

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
    let pool = Pool::of_machine();
    let shared = Data::new(Shared { store, settings, hashing: Hashing::default(), gardens: ReadyGardens::default(), pool });
    actix_web::rt::spawn(sweep(shared.clone()));
    // The tables of places are unfolded before somebody waits for them.
    std::thread::spawn(places::unfold);
    let server = HttpServer::new(move || {
        App::new()
            .app_data(shared.clone())
            .wrap(guarding_headers())
            .wrap(Condition::new(secure, only_over_tls()))
            .wrap(Compress::default())
            .wrap(NormalizePath::trim())
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
    .map_err(|error| StoreError::Other(error.to_string()))?;
    Ok(server.run())
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
