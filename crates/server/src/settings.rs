//! How does this server serve?

use crate::operations::backup::Backups;
use jiff::Timestamp;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_facts::garden::Garden;
use sparrow_store::Measure;
use std::net::SocketAddr;
use std::time::Duration;

/// Who may make an account.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, JsonSchema)]
#[serde(rename_all = "lowercase")]
pub enum Registration {
    /// Anybody.
    Open,
    /// Whoever was invited into a garden, or by the operator.
    Invitation,
    /// Once there is a first account, only whoever the operator invited.
    #[default]
    Closed,
}

/// How often things may be tried that a stranger can try.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Limits {
    /// Passwords, links and new accounts, from one address.
    pub address: Measure,
    /// The same by everybody together.
    pub everybody: Measure,
    /// Wrong passwords for one name, from browsers it was not signed in on before; those have a measure of their own.
    pub name: Measure,
}

impl Default for Limits {
    /// OWASP ASVS 4.0.3, 2.2.1: no more than a hundred failed attempts an hour on one account.
    fn default() -> Self {
        Limits {
            address: Measure { at_once: 40.0, an_hour: 240.0 },
            everybody: Measure { at_once: 600.0, an_hour: 7200.0 },
            name: Measure { at_once: 10.0, an_hour: 90.0 },
        }
    }
}

/// How to serve.
#[derive(Debug, Clone, PartialEq)]
pub struct Settings {
    /// Whether the invented households can be entered with one click.
    pub demo: bool,
    /// Who may make an account.
    pub registration: Registration,
    /// Whether cookies are only sent over TLS; off on loopback.
    pub secure_cookies: bool,
    /// The header in which a proxy that is trusted names the address of whoever asks, the last one standing for it.
    pub proxy_header: Option<String>,
    /// How often things may be tried.
    pub limits: Limits,
    /// How many days changes can be looked up; nothing keeps them for good.
    pub keep_changes: Option<u32>,
    /// A backup a day; nothing makes none.
    pub backups: Option<Backups>,
    /// Where figures about the server are told; nothing tells none.
    pub metrics: Option<SocketAddr>,
    /// The longest a search goes on when it is not stopped.
    pub longest_search: Duration,
    /// How many threads answer requests.
    pub workers: usize,
    /// The moment it is, for tests and pictures; nothing means the clock's.
    pub now: Option<Timestamp>,
}

impl Default for Settings {
    fn default() -> Self {
        Settings {
            demo: false,
            registration: Registration::default(),
            secure_cookies: true,
            proxy_header: None,
            limits: Limits::default(),
            keep_changes: None,
            backups: None,
            metrics: None,
            longest_search: Duration::from_secs(30),
            workers: 2,
            now: None,
        }
    }
}

impl Settings {
    /// A demo on loopback, where anybody may make an account.
    pub fn demo(now: Option<Timestamp>) -> Settings {
        Settings { demo: true, registration: Registration::Open, secure_cookies: false, now, ..Settings::default() }
    }

    /// The day it is where a household lives: the only place where a clock is read. The server's own day, where its time
    /// zone is not known.
    pub fn today(&self, garden: &Garden) -> Date {
        self.today_in(garden.site.zone.as_deref())
    }

    /// The day it is in a time zone, or in the server's own.
    pub fn today_in(&self, zone: Option<&str>) -> Date {
        let now = self.now.unwrap_or_else(Timestamp::now);
        let zone = zone.and_then(|name| TimeZone::get(name).ok()).unwrap_or_else(TimeZone::system);
        now.to_zoned(zone).date()
    }
}
