//! Passwords: hashed and compared off the threads that answer requests, a few at a time, for both are slow and large on purpose.

use crate::http::errors::RequestError;
use argon2::{Argon2, PasswordHash, PasswordHasher, PasswordVerifier};
use sparrow_pool::{Line, start};
use sparrow_store::fresh;
use std::ops::RangeInclusive;
use std::sync::atomic::{AtomicUsize, Ordering};
use std::sync::{Arc, OnceLock};
use std::time::Duration;
use tokio::sync::{Semaphore, SemaphorePermit, oneshot};
use tokio::time::timeout;

/// Least letters of a password, and most, so that hashing stays cheap to ask for.
const LETTERS: RangeInclusive<usize> = 8..=200;
/// Hashes made at once, of 19 MB each; those that wait; and the longest they wait.
const AT_ONCE: usize = 2;
const MOST_WAITING: usize = 64;
const LONGEST_WAIT: Duration = Duration::from_secs(10);

/// The one place where passwords are hashed.
#[derive(Debug)]
pub struct Hashing {
    /// Threads of its own, so that the allocator keeps one arena for hashing and not one for each worker.
    threads: Arc<Line>,
    places: Semaphore,
    waiting: AtomicUsize,
}

impl Default for Hashing {
    fn default() -> Self {
        let threads = Arc::new(Line::default());
        (0..AT_ONCE).for_each(|n| start(&threads, format!("hashes-{n}"), 0));
        Hashing { threads, places: Semaphore::new(AT_ONCE), waiting: AtomicUsize::new(0) }
    }
}

impl Drop for Hashing {
    fn drop(&mut self) {
        self.threads.close();
    }
}

/// A password of a length that can be kept.
pub fn checked(password: &str) -> Result<(), RequestError> {
    let letters = password.chars().count();
    if LETTERS.contains(&letters) {
        return Ok(());
    }
    let (least, most) = (LETTERS.start(), LETTERS.end());
    Err(RequestError::Field(format!("the password has {letters} letters; it wants {least} to {most}")))
}

impl Hashing {
    /// An argon2id hash with the library's recommended cost (OWASP Password Storage Cheat Sheet: 19 MiB, two passes).
    pub async fn hash(&self, password: String) -> Result<String, RequestError> {
        self.run(move || hashed(&password)).await?
    }

    /// Whether a password is the one a stored hash was made from. Where there is none it takes as long, and is not.
    pub async fn is_right(&self, password: String, stored: Option<String>) -> Result<bool, RequestError> {
        let same = move || {
            let verified = |stored: &str| {
                PasswordHash::new(stored).is_ok_and(|hash| Argon2::default().verify_password(password.as_bytes(), &hash).is_ok())
            };
            let same = verified(stored.as_deref().unwrap_or(nobodys()));
            same && stored.is_some()
        };
        self.run(same).await
    }

    async fn run<T: Send + 'static>(&self, job: impl FnOnce() -> T + Send + 'static) -> Result<T, RequestError> {
        let _place = self.place().await?;
        let (tells, told) = oneshot::channel();
        self.threads.put(None, Box::new(move || _ = tells.send(job())))?;
        told.await.map_err(|_| RequestError::Broken("a thread that hashes has gone".into()))
    }

    async fn place(&self) -> Result<SemaphorePermit<'_>, RequestError> {
        struct Waits<'a>(&'a AtomicUsize);
        impl Drop for Waits<'_> {
            fn drop(&mut self) {
                self.0.fetch_sub(1, Ordering::Relaxed);
            }
        }
        let waits = Waits(&self.waiting);
        if self.waiting.fetch_add(1, Ordering::Relaxed) >= MOST_WAITING {
            return Err(RequestError::Busy);
        }
        let place = timeout(LONGEST_WAIT, self.places.acquire()).await.map_err(|_| RequestError::Busy)?;
        drop(waits);
        place.map_err(|error| RequestError::Broken(error.to_string()))
    }
}

fn hashed(password: &str) -> Result<String, RequestError> {
    let hash = Argon2::default().hash_password(password.as_bytes()).map(|hash| hash.to_string());
    hash.map_err(|error| RequestError::Broken(error.to_string()))
}

/// The hash of a password that nobody has.
fn nobodys() -> &'static str {
    static HASH: OnceLock<String> = OnceLock::new();
    HASH.get_or_init(|| hashed(&fresh()).unwrap_or_default())
}
