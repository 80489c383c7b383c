//! One entry: of which day, where, and what; and which entries hold.

use crate::ids::{BedId, PatchId};
use crate::journal::happened::Happened;
use crate::journal::id::EntryId;
use crate::rect::Rect;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use std::collections::BTreeSet;

/// One entry.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct JournalEntry {
    /// Its number.
    pub id: EntryId,
    /// The day it is of.
    pub day: Date,
    /// Where; nowhere means the whole garden.
    #[serde(default)]
    pub at: At,
    /// What happened.
    pub what: Happened,
    /// What else there is to say, in the gardener's words.
    #[serde(default)]
    pub words: String,
    /// The entry it stands in place of.
    #[serde(default)]
    pub instead_of: Option<EntryId>,
}

/// Where something happened.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct At {
    /// The bed.
    #[serde(default)]
    pub bed: Option<BedId>,
    /// The patch.
    #[serde(default)]
    pub patch: Option<PatchId>,
    /// The half squares of the bed, when not all of it or of the patch.
    #[serde(default)]
    pub rect: Option<Rect>,
}

impl JournalEntry {
    /// The entries that this one makes void, if it holds itself.
    pub fn makes_void(&self) -> impl Iterator<Item = EntryId> {
        let struck = if let Happened::Struck { entry } = self.what { Some(entry) } else { None };
        struck.into_iter().chain(self.instead_of)
    }
}

/// The entries that hold: not struck out, and not replaced, by one that holds. An entry can only make void what was written
/// before it, by its number; so it is told in one pass from the last to the first, in whatever order they came in.
pub fn holding<'a>(entries: impl IntoIterator<Item = &'a JournalEntry>) -> Vec<&'a JournalEntry> {
    let mut all: Vec<&JournalEntry> = entries.into_iter().collect();
    all.sort_by_key(|entry| entry.id);
    all.dedup_by_key(|entry| entry.id);
    let mut void = BTreeSet::new();
    for entry in all.iter().rev() {
        if !void.contains(&entry.id) {
            void.extend(entry.makes_void().filter(|other| *other < entry.id));
        }
    }
    all.retain(|entry| !void.contains(&entry.id) && !matches!(entry.what, Happened::Struck { .. }));
    all
}
