//! What is swept out when its time is over: sessions, links, devices, measures of attempts, gardens in the bin, old changes, pictures
//! that nothing names.

use crate::gardens::BIN_DAYS;
use crate::sessions::{IDLE_DAYS, MOST_DAYS};
use crate::{Store, StoreError};

/// Devices that were not seen for so long are strangers again \[days\].
const DEVICE_DAYS: i32 = 400;

/// How long a picture waits for the entry that names it: a phone may be without a signal for long \[days\].
const PICTURE_DAYS: i32 = 60;

impl Store {
    /// Sweeps out what no longer holds. `keep_changes` is how many days changes can be looked up; nothing keeps them for good.
    ///
    /// Any number of servers may do it at once.
    pub async fn sweep(&self, keep_changes: Option<u32>) -> Result<(), StoreError> {
        sqlx::query!(
            "delete from session where seen_at < now() - make_interval(days => $1) or created_at < now() - make_interval(days => $2)",
            IDLE_DAYS,
            MOST_DAYS
        )
        .execute(&self.pool)
        .await?;
        sqlx::query!("delete from one_time_link where expires_at < now()").execute(&self.pool).await?;
        sqlx::query!("delete from device where seen_at < now() - make_interval(days => $1)", DEVICE_DAYS)
            .execute(&self.pool)
            .await?;
        // A measure has run out long before.
        sqlx::query!("delete from attempt where at < now() - interval '2 days'").execute(&self.pool).await?;
        sqlx::query!("delete from garden where binned_at < now() - make_interval(days => $1)", BIN_DAYS)
            .execute(&self.pool)
            .await?;
        // A picture is sent before its entry. One whose entry never came, or was refused, would be kept and counted for good.
        sqlx::query!(
            "delete from photo p where kept_at < now() - make_interval(days => $1) and not exists (
                 select from journal_entry e where e.garden_id = p.garden_id and e.entry -> 'what' ->> 'picture' is not null
                     and e.entry -> 'what' ->> 'picture' = encode(p.picture, 'hex'))",
            PICTURE_DAYS
        )
        .execute(&self.pool)
        .await?;
        if let Some(days) = keep_changes {
            let days = i32::try_from(days).unwrap_or(i32::MAX);
            // The last fifty changes of a garden can be taken back however old they are.
            sqlx::query!(
                "delete from change c where at < now() - make_interval(days => $1) and number < (
                     select coalesce(max(number), 0) - 50 from change where garden_id = c.garden_id)",
                days
            )
            .execute(&self.pool)
            .await?;
            sqlx::query!("delete from made_request where at < now() - make_interval(days => $1)", days.max(7))
                .execute(&self.pool)
                .await?;
        }
        Ok(())
    }
}
