//! What stands where, and when? A patch: one crop on a rectangle of half squares for a span of days.

use crate::bed::{Bed, BedId};
use crate::length::Length;
use crate::school::School;
use crate::season::Means;
use crate::site::Units;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// The number of a patch within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(transparent)]
pub struct PatchId(pub u32);

/// A rectangle on the grid of half squares, counted from the bed's far left corner.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Rect {
    /// Half squares from the left end.
    pub x: u16,
    /// Half squares from the far side.
    pub y: u16,
    /// Half squares along, at least 1.
    pub w: u16,
    /// Half squares across, at least 1.
    pub h: u16,
}

impl Rect {
    /// The first half square beyond the right edge.
    pub fn right(self) -> u16 {
        self.x.saturating_add(self.w)
    }

    /// The first half square beyond the near edge.
    pub fn bottom(self) -> u16 {
        self.y.saturating_add(self.h)
    }

    /// Whether the two share ground.
    pub fn overlaps(self, other: Rect) -> bool {
        self.x < other.right() && other.x < self.right() && self.y < other.bottom() && other.y < self.bottom()
    }

    /// Whether the two share ground, an edge or a corner.
    pub fn touches(self, other: Rect) -> bool {
        self.x <= other.right() && other.x <= self.right() && self.y <= other.bottom() && other.y <= self.bottom()
    }

    /// Whether it lies within a grid of so many half squares.
    pub fn within(self, (columns, rows): (u16, u16)) -> bool {
        self.w > 0
            && self.h > 0
            && u32::from(self.x) + u32::from(self.w) <= u32::from(columns)
            && u32::from(self.y) + u32::from(self.h) <= u32::from(rows)
    }

    /// The ground it really covers in a bed, cut off at the boards: left, far, right and near edges.
    pub fn ground(self, bed: &Bed, units: Units) -> Ground {
        let half = units.half_square();
        let edge = |n: u16, side: Length| half.times(u32::from(n)).min(side);
        Ground {
            left: edge(self.x, bed.length),
            far: edge(self.y, bed.width),
            right: edge(self.right(), bed.length),
            near: edge(self.bottom(), bed.width),
        }
    }
}

/// A rectangle of real ground in the bed's own frame.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Ground {
    /// Its left edge.
    pub left: Length,
    /// Its far edge.
    pub far: Length,
    /// Its right edge.
    pub right: Length,
    /// Its near edge.
    pub near: Length,
}

impl Ground {
    /// How long it is.
    pub fn length(self) -> Length {
        self.right - self.left
    }

    /// How wide it is.
    pub fn width(self) -> Length {
        self.near - self.far
    }
}

/// A single row at an exact place, as a marker was laid for it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct RowLine {
    /// It runs across the bed instead of along it.
    pub across: bool,
    /// How far it is from the left end if it runs across, else from the far side.
    pub at: Length,
}

/// What the household said or expects of a patch's time, beside the plan's first and last day.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Timing {
    /// How it comes to the ground; nothing means as is usual for its crop.
    #[serde(default)]
    pub means: Option<Means>,
    /// When it was or will be sown on the shelf, when not the usual weeks before.
    #[serde(default)]
    pub sown: Option<Date>,
    /// When bought plants arrive.
    #[serde(default)]
    pub arrives: Option<Date>,
    /// Seedlings of a hundred that come to be planted, when not as the shelf's; 10 to 100.
    #[serde(default)]
    pub survival: Option<u8>,
    /// The days its packet gives, when they are not the catalogue's; 10 to 400, counted from where the catalogue
    /// counts them.
    #[serde(default)]
    pub packet: Option<u16>,
    /// When its ground is expected to be free, when that is not the plan's last day.
    #[serde(default)]
    pub free_on: Option<Date>,
    /// It is one of several sowings made to learn which date is best, by their common number.
    #[serde(default)]
    pub trial: Option<u16>,
}

/// One crop on one rectangle for one span of days.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Patch {
    /// Its number in the garden.
    pub id: PatchId,
    /// The bed it lies in.
    pub bed: BedId,
    /// The crop's key in the catalogue.
    pub crop: String,
    /// The growing way's key within the crop.
    pub way: String,
    /// The half squares it covers.
    pub rect: Rect,
    /// The household's own number of holes, when fewer than fit; nothing means as many as fit.
    pub holes: Option<u16>,
    /// The first day it is in the ground.
    pub from: Date,
    /// The last day it is in the ground.
    pub until: Date,
    /// Planted between other plants: it may share ground with another crop.
    pub between: bool,
    /// The school of spacing chosen for it; nothing means the bed's.
    #[serde(default)]
    pub school: Option<School>,
    /// It stays where it is, whatever is arranged round it.
    #[serde(default)]
    pub locked: bool,
    /// It is a single row at an exact place within its half squares.
    #[serde(default)]
    pub line: Option<RowLine>,
    /// Warnings the household has seen and keeps, by key, in order.
    pub kept: Vec<String>,
    /// What is said or expected of its time.
    #[serde(default)]
    pub timing: Timing,
}

impl Patch {
    /// Whether it is in the ground on that day.
    pub fn stands_on(&self, day: Date) -> bool {
        self.from <= day && day <= self.until
    }

    /// Whether the two are rows that run side by side, each at its own place.
    pub fn is_row_beside(&self, other: &Patch) -> bool {
        match (self.line, other.line) {
            (Some(one), Some(two)) => {
                one.across == two.across && (one.at - two.at).get().abs() >= crate::markers::LEAST_GAP.get()
            }
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
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Placing {
    /// The bed.
    pub bed: BedId,
    /// The crop's key.
    pub crop: String,
    /// The growing way's key.
    pub way: String,
    /// The half squares it would cover.
    pub rect: Rect,
    /// The household's own number of holes, when fewer than fit.
    pub holes: Option<u16>,
    /// The first day in the ground.
    pub from: Date,
    /// The last day in the ground.
    pub until: Date,
    /// Planted between other plants.
    pub between: bool,
    /// The school of spacing, when it has its own.
    pub school: Option<School>,
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
        let Placing { bed, crop, way, rect, holes, from, until, between, school, line, timing } = self.clone();
        Patch {
            id: PatchId(number),
            bed,
            crop,
            way,
            rect,
            holes,
            from,
            until,
            between,
            school,
            locked: false,
            line,
            kept: Vec::new(),
            timing,
        }
    }
}
