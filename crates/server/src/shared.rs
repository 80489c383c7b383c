//! What every handler may use.

use crate::Settings;
use crate::compute::{Pool, Who};
use crate::errors::RequestError;
use crate::metrics::Metrics;
use crate::password::Hashing;
use crate::ready::{Ready, ReadyGardens};
use sparrow_store::{GardenId, Store};
use std::sync::Arc;

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
    /// What is counted.
    pub metrics: Metrics,
}

impl Shared {
    /// A garden ready to be asked about, when it is known to have been at a revision a moment ago.
    pub(crate) async fn ready(&self, who: Who, garden: GardenId, revision: i64) -> Result<Arc<Ready>, RequestError> {
        if let Some(kept) = self.gardens.at(garden, revision) {
            return Ok(kept);
        }
        let at = self.store.load(garden).await?;
        let ready = self.pool.work(who, move |_| Ready::of(at)).await?;
        self.gardens.keep(garden, &ready);
        Ok(ready)
    }
}
