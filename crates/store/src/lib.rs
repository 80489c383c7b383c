//! Keeps gardens in PostgreSQL: loads a garden, writes the edits of a command. Knows no rule.
//!
//! Every table carries its garden and every query names it. A change is one transaction: it locks the
//! garden's row, compares the revision, writes the facts, and notes what they were before.

mod accounts;
mod almanac;
mod attempts;
mod beds;
mod calendars;
mod changes;
mod columns;
mod document;
mod error;
mod facts;
mod fixtures;
mod gardens;
mod groupings;
mod housekeeping;
mod journal;
mod links;
mod lots;
mod own_crops;
mod past;
mod patches;
mod photos;
mod secrets;
mod sessions;
mod site;
mod snapshot;
mod spacings;
mod table;
mod turns;
mod upgrade;
mod varieties;
mod wants;

pub use accounts::{Account, Allowed};
pub use attempts::{Measure, Tried};
pub use changes::{Asked, ChangeLine, History, HowFar, Made, Step, Versioned, Way};
pub use error::StoreError;
pub use gardens::{Binned, Listed, Member, Role};
pub use journal::{Lately, Written};
pub use links::{Invitation, InvitationLine};
pub use photos::Picture;
pub use secrets::{fresh, hash};
pub use sessions::{Found, Inside, MOST_DAYS, SessionLine};
pub use snapshot::Snapshot;

use sqlx::postgres::{PgConnectOptions, PgPoolOptions};
use sqlx::{ConnectOptions, Connection, PgConnection, PgPool};
use std::time::Duration;
use tokio::time::timeout;

/// How long the database lets a statement, a lock and a forgotten transaction go on.
const PATIENCE: [(&str, &str); 3] =
    [("statement_timeout", "10s"), ("lock_timeout", "3s"), ("idle_in_transaction_session_timeout", "15s")];

/// How long a connection that lies idle is taken to be whole.
const TRUSTED: Duration = Duration::from_millis(200);
/// How soon a database has to let in.
const LETS_IN_WITHIN: Duration = Duration::from_secs(10);
/// How soon one that is asked has to answer: the database may be gone without a word.
const ANSWERS_WITHIN: Duration = Duration::from_millis(500);

/// The number of an account.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Serialize, serde::Deserialize)]
#[serde(transparent)]
pub struct AccountId(pub i64);

/// The number of a garden.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Serialize, serde::Deserialize)]
#[serde(transparent)]
pub struct GardenId(pub i64);

/// A pool of connections to one database with the product's tables.
#[derive(Debug, Clone)]
pub struct Store {
    pool: PgPool,
}

impl Store {
    /// Connects to a database and brings its tables up to date.
    pub async fn open(url: &str) -> Result<Store, StoreError> {
        let options: PgConnectOptions = url.parse()?;
        // However long it takes, tables are brought up to date by one server at a time.
        let slow = |_| StoreError::Away("it does not let in".into());
        let mut first = timeout(LETS_IN_WITHIN, options.connect()).await.map_err(slow)??;
        sqlx::migrate!().run(&mut first).await.map_err(|error| StoreError::Other(error.to_string()))?;
        first.close().await?;
        let pool = PgPoolOptions::new()
            .max_connections(8)
            .acquire_timeout(Duration::from_secs(3))
            // One that was used a moment ago is taken to be whole: asking first would cost every request a round.
            .test_before_acquire(false)
            .before_acquire(|connection, known| {
                Box::pin(async move {
                    Ok(known.idle_for < TRUSTED
                        || timeout(ANSWERS_WITHIN, connection.ping()).await.is_ok_and(|answer| answer.is_ok()))
                })
            })
            .connect_with(options.options(PATIENCE))
            .await?;
        Ok(Store { pool })
    }

    /// Makes an empty database of that name on the server of `url`, for tests, and tells its address; leaves one that is there.
    ///
    /// The name may hold small letters, digits and underscores only.
    pub async fn make_database(url: &str, name: &str) -> Result<String, StoreError> {
        if name.is_empty() || !name.bytes().all(|b| b.is_ascii_lowercase() || b.is_ascii_digit() || b == b'_') {
            return Err(StoreError::Other(format!("{name:?} is not a name for a database")));
        }
        let mut connection = PgConnection::connect(url).await?;
        let there = sqlx::query_scalar!("select 1 as one from pg_database where datname = $1", name)
            .fetch_optional(&mut connection)
            .await?;
        if there.is_none() {
            // A name cannot be a parameter; it was checked letter by letter above.
            sqlx::query(sqlx::AssertSqlSafe(format!("create database {name}"))).execute(&mut connection).await?;
        }
        connection.close().await?;
        let (server, settings) = url.split_once('?').map_or((url, None), |(server, settings)| (server, Some(settings)));
        let server = server.rsplit_once('/').map_or(server, |(server, _)| server);
        Ok(format!("{server}/{name}{}", settings.map(|settings| format!("?{settings}")).unwrap_or_default()))
    }

    /// Whether the database answers.
    pub async fn is_well(&self) -> bool {
        sqlx::query_scalar!("select 1 as one").fetch_one(&self.pool).await.is_ok()
    }

    /// How many connections there are, and how many of them lie idle.
    pub fn connections(&self) -> (usize, usize) {
        (usize::try_from(self.pool.size()).unwrap_or(usize::MAX), self.pool.num_idle())
    }

    /// Closes every connection.
    pub async fn close(&self) {
        self.pool.close().await;
    }

    /// The pool, for tests that ask the database directly.
    pub fn pool(&self) -> &PgPool {
        &self.pool
    }
}
