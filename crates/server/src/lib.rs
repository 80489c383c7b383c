//! The web server: routes, sessions and errors around the core and the store, with the page inside.
//!
//! [`launch`] takes settings and a listener, so that tests own the port.

mod accounts;
mod aside;
mod auth;
mod body;
mod changed;
mod changes;
mod compute;
mod demo;
mod errors;
mod gardens;
mod lookups;
mod openapi;
mod page;
mod password;
mod places;

mod questions;
mod queue;
mod ready;
mod routes;
mod searches;
mod seasons;
mod sheets;
mod types;
mod view;

pub use aside::Aside;
pub use demo::DEMO_PASSWORD;
pub use openapi::description;
pub use routes::configure;
pub use types::write_types;

use crate::errors::RequestError;
use crate::ready::{Ready, ReadyGardens};
use actix_session::SessionMiddleware;
use actix_session::config::PersistentSession;
use actix_session::storage::CookieSessionStore;
use actix_web::cookie::{Key, SameSite, time::Duration};
use actix_web::dev::Server;
use actix_web::middleware::{Compress, DefaultHeaders, NormalizePath};
use actix_web::web::Data;
use actix_web::{App, HttpServer};
use jiff::Timestamp;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use sparrow_facts::garden::Garden;
use sparrow_store::{GardenId, Store, StoreError};
use std::net::TcpListener;
use std::sync::Arc;
use tracing_actix_web::TracingLogger;

/// How to serve.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Settings {
    /// Whether the invented households can be entered with one click.
    pub demo: bool,
    /// Whether cookies are only sent over TLS; off on loopback.
    pub secure_cookies: bool,
    /// How many threads answer requests.
    pub workers: usize,
    /// The moment it is, for tests and pictures; nothing means the clock's.
    pub now: Option<Timestamp>,
}

/// What every handler may use.
#[derive(Debug)]
pub struct Shared {
    /// The store.
    pub store: Store,
    /// How it serves.
    pub settings: Settings,
    /// How often a name may be tried at sign-in.
    pub attempts: auth::Attempts,
    /// Gardens asked about lately.
    pub gardens: ReadyGardens,
}

impl Shared {
    /// A garden ready to be asked about, when it is known to have been at a revision a moment ago.
    async fn ready(&self, garden: GardenId, revision: i64) -> Result<Arc<Ready>, RequestError> {
        if let Some(kept) = self.gardens.at(garden, revision) {
            return Ok(kept);
        }
        let ready = Ready::of(self.store.load(garden).await?);
        self.gardens.keep(garden, &ready);
        Ok(ready)
    }
}

impl Settings {
    /// The day it is where a household lives: the only place where a clock is read. The server's own day, where its time
    /// zone is not known.
    pub fn today(&self, garden: &Garden) -> Date {
        self.today_in(garden.site.zone.as_deref())
    }

    fn today_in(&self, zone: Option<&str>) -> Date {
        let now = self.now.unwrap_or_else(Timestamp::now);
        let zone = zone.and_then(|name| TimeZone::get(name).ok()).unwrap_or_else(TimeZone::system);
        now.to_zoned(zone).date()
    }
}

/// A server on a listener over a store; it runs when awaited and stops gracefully through its handle.
///
/// Fails when the cookie key cannot be read or the demo households cannot be made.
pub async fn launch(store: Store, settings: Settings, listener: TcpListener) -> Result<Server, StoreError> {
    if settings.demo {
        demo::make_households(&store, settings.today_in(None)).await?;
    }
    let key = Key::from(&store.cookie_key(&fresh_key()).await?);
    let shared = Data::new(Shared { store, settings, attempts: auth::attempts(), gardens: ReadyGardens::default() });
    let server = HttpServer::new(move || {
        let sessions = SessionMiddleware::builder(CookieSessionStore::default(), key.clone())
            .cookie_name("sparrow".into())
            .cookie_same_site(SameSite::Strict)
            .cookie_secure(settings.secure_cookies)
            .session_lifecycle(PersistentSession::default().session_ttl(Duration::days(30)))
            .build();
        App::new()
            .app_data(shared.clone())
            .wrap(sessions)
            .wrap(guarding_headers())
            .wrap(Compress::default())
            .wrap(NormalizePath::trim())
            .wrap(TracingLogger::default())
            .configure(configure)
    })
    // Without this the last piece of an answer can wait 40 ms for the page to acknowledge the first.
    .on_connect(|connection, _| {
        if let Some(stream) = connection.downcast_ref::<actix_web::rt::net::TcpStream>() {
            let _ = stream.set_nodelay(true);
        }
    })
    .workers(settings.workers)
    .shutdown_timeout(5)
    .disable_signals()
    .listen(listener)
    .map_err(|error| StoreError::Other(error.to_string()))?;
    Ok(server.run())
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
}

fn fresh_key() -> [u8; 64] {
    let mut bytes = [0u8; 64];
    bytes.copy_from_slice(Key::generate().master());
    bytes
}
