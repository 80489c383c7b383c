//! What every handler may use.

use crate::Settings;
use crate::cache::ready::{Heard, Ready, ReadyGardens};
use crate::http::errors::RequestError;
use crate::http::password::Hashing;
use crate::operations::metrics::Metrics;
use sparrow_pool::{Pool, Who};
use sparrow_store::{GardenId, HowFar, Lately, Store};
use std::sync::Arc;
use std::time::Duration;

/// How long something may be on its way into the database.
const OVERLAP: Duration = Duration::from_secs(600);

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
    /// A garden ready to be asked about, when it is known to have come so far a moment ago: only what is new is read.
    pub(crate) async fn ready(&self, who: Who, garden: GardenId, far: HowFar) -> Result<Arc<Ready>, RequestError> {
        let kept = self.gardens.kept(garden);
        if let Some(kept) = kept.as_ref().filter(|kept| kept.how_far() == far) {
            return Ok(Arc::clone(kept));
        }
        let known = kept.as_ref().map(|kept| (kept.how_far(), Arc::clone(kept.journal())));
        let journal = self.heard(who, garden, far, known).await?;
        let ready = match kept.filter(|kept| kept.at.revision == far.revision) {
            Some(kept) if Arc::ptr_eq(kept.journal(), &journal) => {
                kept.has_come(far);
                return Ok(kept);
            }
            Some(kept) => self.pool.work(who, move |_| kept.hearing(far, journal)).await?,
            None => {
                let at = self.store.load(garden).await?;
                self.pool.work(who, move |_| Ready::of(at, far, journal)).await?
            }
        };
        self.gardens.keep(garden, &ready);
        Ok(ready)
    }

    /// What was written down in a garden that has come so far, with what is known of it already: only what is new is read.
    async fn heard(
        &self,
        who: Who,
        garden: GardenId,
        far: HowFar,
        known: Option<(HowFar, Arc<Heard>)>,
    ) -> Result<Arc<Heard>, RequestError> {
        let Some((was, known)) = known else {
            let all = if far.latest.is_none() { Lately::default() } else { self.store.written_since(garden, None).await? };
            return Ok(Arc::new(self.pool.work(who, move |_| Heard::default().with(all)).await?));
        };
        if (was.latest, was.lately) == (far.latest, far.lately) {
            return Ok(known);
        }
        // What was begun before the latest may have come in after it.
        let since = known.latest.map(|latest| latest.saturating_sub(OVERLAP)).transpose().ok().flatten();
        let lately = self.store.written_since(garden, since).await?;
        if known.holds(&lately) {
            return Ok(known);
        }
        Ok(Arc::new(self.pool.work(who, move |_| known.with(lately)).await?))
    }
}
