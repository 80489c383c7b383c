//! What happened? The entries of a garden's journal: what was sown, came up, was watered, picked, lost and cleared, for
//! which day and where.
//!
//! The journal is only added to. An entry is never changed: one that stands in place of another, or strikes it out, is an entry
//! too. Each has a number of its own, made where it is written, so that the same entry sent twice is one.

mod entry;
mod happened;
mod id;
mod kinds;
mod work;

pub use entry::{At, JournalEntry, holding};
pub use happened::{Amount, Ending, Happened, HarmSeen, HowBad, Moisture, SeedCover, Unit};
pub use id::EntryId;
pub use kinds::{KINDS, Kind};
pub use work::Work;
