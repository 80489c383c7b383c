//! A backup a day, while the server runs.

use crate::Shared;
use crate::operations::backup::{Backups, make_daily};
use jiff::Timestamp;
use jiff::tz::TimeZone;
use std::time::Duration;

/// How often it is looked whether today's backup is there.
const LOOKS: Duration = Duration::from_secs(3600);

/// Makes a backup a day for as long as the server runs.
pub async fn keep(shared: &Shared, backups: &Backups) {
    let mut every = tokio::time::interval(LOOKS);
    loop {
        every.tick().await;
        match make_daily(&shared.store, backups, Timestamp::now().to_zoned(TimeZone::UTC).date()).await {
            Ok(_) => shared.metrics.backed_up(),
            Err(error) => tracing::error!(%error, "no backup was made today"),
        }
    }
}
