//! Which plants does this household put down together? Groupings saved from its own beds.

use crate::ids::OwnGroupingId;
use crate::rect::Rect;
use crate::school::School;
use serde::{Deserialize, Serialize};

/// A grouping the household saved from one of its beds.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
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
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct OwnPart {
    /// The crop.
    pub crop: String,
    /// Its way of growing.
    pub way: String,
    /// The half squares, from the grouping's far left corner.
    pub rect: Rect,
    /// The household's own number of holes.
    pub holes: Option<u16>,
    /// It shares its ground with another part.
    pub between: bool,
    /// Its school, when it has its own.
    pub school: Option<School>,
    /// Days from the grouping's first day to the day it goes in.
    pub days_after: u32,
    /// Days it stands.
    pub days: u32,
}
