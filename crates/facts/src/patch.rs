//! What stands where, and when? A patch: one crop on a rectangle of half squares for a span of days.

use crate::ids::BedId;
use crate::ids::PatchId;
use crate::rect::LEAST_GAP;
use crate::rect::Rect;
use crate::rect::RowLine;
use crate::school::School;
use crate::spacing::Spacing;
use crate::timing::Timing;
use crate::units::length::Length;
use crate::warning::WarningKey;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// What is planted and how: all that is the same wherever and whenever it stands.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Planted {
    /// The crop's key in the catalogue.
    pub crop: String,
    /// The growing way's key within the crop.
    pub way: String,
    /// The household's own number of holes, when fewer than fit; nothing means as many as fit.
    pub holes: Option<u16>,
    /// Planted between other plants: it may share ground with another crop.
    pub between: bool,
    /// The school of spacing chosen for it; nothing means the bed's.
    pub school: Option<School>,
    /// The distance at which this planting stands, whatever the household's or the table's is.
    #[serde(default)]
    pub distance: Option<Spacing>,
    /// Seeds, sets or plants put into each hole; nothing means as many as its way of growing asks for.
    #[serde(default)]
    pub in_each: Option<u8>,
}

/// The least and the most distance between plants that a household may say: 1 cm, and 10 ft.
pub const OWN_DISTANCE: [Length; 2] = [Length::cm(1), Length::inches(120)];
/// The fewest and the most seeds, sets or plants in one hole.
pub const IN_EACH: [u8; 2] = [1, 20];

impl Planted {
    /// The same ground put to another crop, or another way of growing it: what was said of the first one's holes, distance and seeds
    /// is not said of this one.
    pub fn grown_as(&self, crop: &str, way: &str) -> Planted {
        Planted { between: self.between, school: self.school, ..Planted::usual(crop, way) }
    }

    /// A crop by one of its ways, alone on its ground, as many as fit, by the bed's school.
    pub fn usual(crop: &str, way: &str) -> Planted {
        Planted { crop: crop.into(), way: way.into(), holes: None, between: false, school: None, distance: None, in_each: None }
    }
}

/// One crop on one rectangle for one span of days.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Patch {
    /// Its number in the garden.
    pub id: PatchId,
    /// The bed it lies in.
    pub bed: BedId,
    /// The half squares it covers.
    pub rect: Rect,
    /// The first day it is in the ground.
    pub from: Date,
    /// The last day it is in the ground.
    pub until: Date,
    /// What is planted there, and how.
    pub planted: Planted,
    /// It stays where it is, whatever is arranged round it.
    #[serde(default)]
    pub locked: bool,
    /// It is a single row at an exact place within its half squares.
    #[serde(default)]
    pub line: Option<RowLine>,
    /// Warnings the household has seen and keeps, by key, in order.
    pub kept: Vec<WarningKey>,
    /// What is said or expected of its time.
    #[serde(default)]
    pub timing: Timing,
}

impl Patch {
    /// Whether it is in the ground on that day.
    pub fn stands_on(&self, day: Date) -> bool {
        self.from <= day && day <= self.until
    }

    /// Whether it is divided from left to right, and how long it is that way in half squares: along its longer side, or along its row.
    pub fn divides(&self) -> (bool, u16) {
        let sideways = self.line.map_or(self.rect.w >= self.rect.h, |line| !line.across);
        (sideways, if sideways { self.rect.w } else { self.rect.h })
    }

    /// Whether the two are rows that run side by side, each at its own place.
    pub fn is_row_beside(&self, other: &Patch) -> bool {
        match (self.line, other.line) {
            (Some(one), Some(two)) => one.across == two.across && (one.at - two.at).get().abs() >= LEAST_GAP.get(),
            _ => false,
        }
    }

    /// Whether the two are in the ground on some same day.
    pub fn meets(&self, other: &Patch) -> bool {
        self.from <= other.until && other.from <= self.until
    }
}

/// A patch to be: what would be planted, where and when.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Placing {
    /// The bed.
    pub bed: BedId,
    /// The half squares it would cover.
    pub rect: Rect,
    /// The first day in the ground.
    pub from: Date,
    /// The last day in the ground.
    pub until: Date,
    /// What would be planted there, and how.
    pub planted: Planted,
    /// It is a single row at an exact place.
    #[serde(default)]
    pub line: Option<RowLine>,
    /// What is said of its time.
    #[serde(default)]
    pub timing: Timing,
}

impl Placing {
    /// The patch it would become, under a number.
    pub fn patch(&self, number: u32) -> Patch {
        let Placing { bed, rect, from, until, planted, line, timing } = self.clone();
        Patch { id: PatchId(number), bed, rect, from, until, planted, locked: false, line, kept: Vec::new(), timing }
    }
}
