//! Which ground? Rectangles on a bed's grid of half squares, the real ground under them, and lines at an exact place.

use crate::bed::Bed;
use crate::units::length::Length;
use crate::units::measures::Units;
use serde::{Deserialize, Serialize};

/// A rectangle on the grid of half squares, counted from the bed's far left corner.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct RowLine {
    /// It runs across the bed instead of along it.
    pub across: bool,
    /// How far it is from the left end if it runs across, else from the far side.
    pub at: Length,
}

/// The least gap between two lines: 1 in, what a hand can draw with a stick.
pub const LEAST_GAP: Length = Length::inches(1);
