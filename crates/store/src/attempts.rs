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

/// What became of a try.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Tried {
    /// It is counted, and fills the measure so far \[tries\].
    Through {
        /// How full the measure is now.
        level: f64,
    },
    /// It was one too many, and fills nothing; after so long one more is let through \[whole seconds, an hour at most\].
    Refused {
        /// How long to wait.
        wait: Duration,
    },
}

impl Store {
    /// Counts a try, unless it is one too many.
    ///
    /// Of many that come at once no more are let through than the measure takes.
    pub async fn try_once(&self, kind: &str, whose: &str, measure: Measure) -> Result<Tried, StoreError> {
        let level = sqlx::query_scalar!(
            "insert into attempt as a (kind, whose, level) values ($1, $2, 1)
             on conflict (kind, whose) do update set at = now(),
                 level = greatest(0, a.level - extract(epoch from now() - a.at)::float8 * $4::float8 / 3600) + 1
             where greatest(0, a.level - extract(epoch from now() - a.at)::float8 * $4::float8 / 3600) + 1 <= $3::float8
             returning level",
            kind,
            whose,
            measure.at_once,
            measure.an_hour
        );
        if let Some(level) = level.fetch_optional(&self.pool).await? {
            return Ok(Tried::Through { level });
        }
        let wait = sqlx::query_scalar!(
            "select ceil((level + 1 - $3::float8) * 3600 / $4::float8 - extract(epoch from now() - at)::float8) as \"wait!\"
             from attempt where kind = $1 and whose = $2",
            kind,
            whose,
            measure.at_once,
            measure.an_hour
        );
        // It may have been emptied meanwhile.
        let wait = wait.fetch_optional(&self.pool).await?.unwrap_or(1.0);
        Ok(Tried::Refused { wait: Duration::from_secs_f64(wait.clamp(1.0, 3600.0)) })
    }

    /// Empties a measure: the right password was given.
    pub async fn forget_tries(&self, kind: &str, whose: &str) -> Result<(), StoreError> {
        sqlx::query!("delete from attempt where kind = $1 and whose = $2", kind, whose).execute(&self.pool).await?;
        Ok(())
    }
}
