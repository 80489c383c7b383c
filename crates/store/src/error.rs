//! What went wrong, told once from the database's kind of error and constraint name.

use sparrow_facts::refusal::Refusal;
use sqlx::error::ErrorKind;

/// Why the store did not do what it was asked.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// It is not there, or not for this account.
    #[error("not found")]
    NotFound,
    /// Someone else changed the garden first; it is at this revision now.
    #[error("the garden is at revision {current} now")]
    Stale {
        /// The revision it is at.
        current: i64,
    },
    /// The key of the request was used for another request.
    #[error("the key of this request was used for another one")]
    KeyUsed,
    /// The rules refused it.
    #[error(transparent)]
    Refused(#[from] Refusal),
    /// A constraint of the database was broken.
    #[error("conflict with {constraint}")]
    Conflict {
        /// The constraint's name.
        constraint: String,
    },
    /// The database rolled a transaction back that ran into another; it may be tried again.
    #[error("rolled back: {0}")]
    RolledBack(String),
    /// The database does not answer, or not in time.
    #[error("the database does not answer: {0}")]
    Away(String),
    /// Anything else, for the log.
    #[error("{0}")]
    Other(String),
}

impl From<sqlx::Error> for StoreError {
    fn from(error: sqlx::Error) -> Self {
        match &error {
            sqlx::Error::RowNotFound => StoreError::NotFound,
            // A text that cannot be kept names nothing that is kept.
            sqlx::Error::Database(database) if database.code().as_deref() == Some("22021") => {
                StoreError::Refused(Refusal::OddLetters { field: "the text" })
            }
            sqlx::Error::Database(database) => match (database.kind(), database.constraint()) {
                (ErrorKind::Other, None) if database.code().is_some_and(|code| code.starts_with("40")) => {
                    StoreError::RolledBack(error.to_string())
                }
                // It goes down, comes up, has too many connections, or waited too long for a lock or a statement.
                (ErrorKind::Other, None) if database.code().is_some_and(|code| is_away(&code)) => {
                    StoreError::Away(error.to_string())
                }
                (ErrorKind::Other, None) => StoreError::Other(error.to_string()),
                (_, Some(constraint)) => StoreError::Conflict { constraint: constraint.to_string() },
                _ => StoreError::Other(error.to_string()),
            },
            sqlx::Error::PoolTimedOut | sqlx::Error::Io(_) | sqlx::Error::PoolClosed | sqlx::Error::WorkerCrashed => {
                StoreError::Away(error.to_string())
            }
            _ => StoreError::Other(error.to_string()),
        }
    }
}

impl From<serde_json::Error> for StoreError {
    fn from(error: serde_json::Error) -> Self {
        StoreError::Other(format!("a stored change could not be read: {error}"))
    }
}

/// Whether a state of SQL says that the database cannot answer just now: classes 08 (connection), 53 (resources), 57 (operator)
/// and a lock that was waited for too long.
fn is_away(state: &str) -> bool {
    ["08", "53", "57"].iter().any(|class| state.starts_with(class)) || state == "55P03"
}
