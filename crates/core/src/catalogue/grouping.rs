//! Which plants are put down together, on which part of the ground, and in which order?

use crate::catalogue::relation::Grade;
use serde::{Deserialize, Serialize};
use sparrow_facts::school::School;

/// A grouping of the catalogue.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Grouping {
    /// Its key, unique in the catalogue.
    pub key: String,
    /// What gardeners call it.
    pub name: String,
    /// How well it is supported.
    pub grade: Grade,
    /// Source key.
    pub source: String,
    /// Why these go together, and what to mind.
    pub says: String,
    /// The least ground it wants, half squares along and across.
    pub least: [u16; 2],
    /// It works by shade, so it is turned to where the shade falls.
    #[serde(default)]
    pub shade: bool,
    /// Its parts.
    pub part: Vec<Part>,
}

/// One crop of a grouping.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Part {
    /// The crop.
    pub crop: String,
    /// Its way of growing.
    pub way: String,
    /// Its stretch along the ground.
    pub along: Stretch,
    /// Its stretch across.
    pub across: Stretch,
    /// It shares its ground with another part.
    #[serde(default)]
    pub between: bool,
    /// Its own number of holes.
    #[serde(default)]
    pub holes: Option<u16>,
    /// Its school, when it needs one.
    #[serde(default)]
    pub school: Option<School>,
    /// What it waits for.
    #[serde(default)]
    pub after: Option<After>,
    /// Weeks it goes in before its usual day.
    #[serde(default)]
    pub weeks_before: u8,
    /// It leaves before that part wants the room.
    #[serde(default)]
    pub out_in_time_with: Option<usize>,
}

/// A stretch of ground on one axis: two of the three, in half squares.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Stretch {
    /// From the left end or the far side.
    #[serde(default)]
    pub start: Option<u16>,
    /// From the right end or the near side.
    #[serde(default)]
    pub end: Option<u16>,
    /// How long it is.
    #[serde(default)]
    pub size: Option<u16>,
}

impl Stretch {
    /// The first half square and how many, on an axis of so many; nothing when there is no room for one.
    pub fn on(self, whole: u16) -> Option<(u16, u16)> {
        let (from, size) = match (self.start, self.end, self.size) {
            (Some(start), Some(end), _) => (start, whole.checked_sub(start)?.checked_sub(end)?),
            (Some(start), None, Some(size)) => (start, size),
            (None, Some(end), Some(size)) => (whole.checked_sub(end)?.checked_sub(size)?, size),
            _ => return None,
        };
        (size > 0 && from + size <= whole).then_some((from, size))
    }
}

/// What a part waits for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct After {
    /// The part it waits for, from 0.
    pub part: usize,
    /// Until that one stands so high \[in\].
    #[serde(default)]
    pub stands_inches: Option<u16>,
    /// Until so many days after that one went in.
    #[serde(default)]
    pub days: Option<u16>,
    /// What is true by then, in words.
    #[serde(default)]
    pub because: Option<String>,
}
