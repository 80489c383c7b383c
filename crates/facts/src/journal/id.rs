//! What tells one entry from all others, wherever it was written?

use jiff::Timestamp;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use serde::{Deserialize, Serialize};
use uuid::Uuid;

/// The number of an entry: a UUID, of version 7 where it tells the order in which entries were written.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct EntryId(#[cfg_attr(feature = "sent", schemars(with = "String", extend("format" = "uuid")))] pub Uuid);

impl EntryId {
    /// The day on which its number was made, by the clock where that was and in UTC; nothing where it is of another version
    /// than 7, or of no day.
    pub fn made_on(self) -> Option<Date> {
        if self.0.get_version_num() != 7 {
            return None;
        }
        // RFC 9562, 5.7: the first 48 bits are milliseconds since 1970.
        let milliseconds = i64::try_from(self.0.as_u128() >> 80).ok()?;
        Timestamp::from_millisecond(milliseconds).ok().map(|at| at.to_zoned(TimeZone::UTC).date())
    }
}
