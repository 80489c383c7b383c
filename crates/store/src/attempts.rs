//! How often may something be tried? A measure that each try fills and time empties, the same for all servers of a database.

use crate::{Store, StoreError};
use std::time::Duration;

/// How many tries a measure takes at once, and how many it lets through in an hour after that.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Measure {
    /// Tries at once.
    pub at_once: f64,
    /// Tries an hour.
    pub an_hour: f64,
}

impl Measure {
    /// How long to wait until a measure that is so full lets another try through.
    fn wait(&self, level: f64) -> Option<Duration> {
        let over = level - self.at_once;
        (over > 0.0).then(|| Duration::from_secs_f64((over * 3600.0 / self.an_hour).clamp(1.0, 3600.0)))
    }
}

impl Store {
    /// Counts a try, and tells how long to wait when it is one too many.
    pub async fn try_again_in(&self, kind: &str, whose: &str, measure: Measure) -> Result<Option<Duration>, StoreError> {
        // What is refused fills the measure no further than it is full.
        let level = sqlx::query_scalar!(
            "insert into attempt as a (kind, whose, level) values ($1, $2, 1)
             on conflict (kind, whose) do update set at = now(), level =
                 least($3::float8 + 1, greatest(0, a.level - extract(epoch from now() - a.at)::float8 * $4::float8 / 3600) + 1)
             returning level",
            kind,
            whose,
            measure.at_once,
            measure.an_hour
        );
        Ok(measure.wait(level.fetch_one(&self.pool).await?))
    }

    /// How full a measure is by now, without counting a try, and how long to wait when one more would be too many.
    pub async fn tried(&self, kind: &str, whose: &str, measure: Measure) -> Result<(f64, Option<Duration>), StoreError> {
        let level = sqlx::query_scalar!(
            "select greatest(0, level - extract(epoch from now() - at)::float8 * $3::float8 / 3600) as \"level!\"
             from attempt where kind = $1 and whose = $2",
            kind,
            whose,
            measure.an_hour
        );
        let level = level.fetch_optional(&self.pool).await?.unwrap_or(0.0);
        Ok((level, measure.wait(level + 1.0)))
    }

    /// Empties a measure: the right password was given.
    pub async fn forget_tries(&self, kind: &str, whose: &str) -> Result<(), StoreError> {
        sqlx::query!("delete from attempt where kind = $1 and whose = $2", kind, whose).execute(&self.pool).await?;
        Ok(())
    }
}
