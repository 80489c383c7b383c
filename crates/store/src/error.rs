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
    /// Anything else, for the log.
    #[error("{0}")]
    Other(String),
}

impl From<sqlx::Error> for StoreError {
    fn from(error: sqlx::Error) -> Self {
        match &error {
            sqlx::Error::RowNotFound => StoreError::NotFound,
            sqlx::Error::Database(database) => match (database.kind(), database.constraint()) {
                (ErrorKind::Other, None) => StoreError::Other(error.to_string()),
                (_, Some(constraint)) => StoreError::Conflict { constraint: constraint.to_string() },
                _ => StoreError::Other(error.to_string()),
            },
            _ => StoreError::Other(error.to_string()),
        }
    }
}

impl From<serde_json::Error> for StoreError {
    fn from(error: serde_json::Error) -> Self {
        StoreError::Other(format!("a stored change could not be read: {error}"))
    }
}
