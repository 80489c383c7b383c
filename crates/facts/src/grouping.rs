//! Which plants does this household put down together? Groupings saved from its own beds.

use crate::ids::OwnGroupingId;
use crate::patch::Planted;
use crate::rect::Rect;
use serde::{Deserialize, Serialize};

/// A grouping the household saved from one of its beds.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnGrouping {
    /// Its number.
    pub id: OwnGroupingId,
    /// Its name, unique in the garden, 1 to 60 letters.
    pub name: String,
    /// The day of the growing year on which its first part goes in, from 0.
    pub first_day: u16,
    /// Its parts, at least two.
    pub parts: Vec<OwnPart>,
}

impl OwnGrouping {
    /// The half squares it covers, along and across.
    pub fn size(&self) -> (u16, u16) {
        let over = |edge: fn(Rect) -> u16| self.parts.iter().map(|part| edge(part.rect)).max().unwrap_or(0);
        (over(Rect::right), over(Rect::bottom))
    }
}

/// One part of a household's own grouping, placed from its far left corner and its first day.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnPart {
    /// What is planted, and how.
    pub planted: Planted,
    /// The half squares, from the grouping's far left corner.
    pub rect: Rect,
    /// Days from the grouping's first day to the day it goes in.
    pub days_after: u32,
    /// Days it stands.
    pub days: u32,
}
