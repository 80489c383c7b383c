//! How many plants does this ground hold, and where does each hole go?
//!
//! The square-foot school: holes stand on a grid as wide as the crop's distance or a little wider,
//! spread evenly over the patch, so the outer ones are half a distance or more from its edge.
//! A square of 12 in holds 1, 4, 9 or 16 at 12, 6, 4 or 3 in.

use crate::bed::Bed;
use crate::crop::{Spacing, Way};
use crate::garden::{Garden, OwnSpacing};
use crate::length::Length;
use crate::patch::{Ground, Patch, Rect};
use crate::site::Units;
use serde::Serialize;

/// A hole in the bed's own frame.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Hole {
    /// From the left end.
    pub x: Length,
    /// From the far side.
    pub y: Length,
}

/// Where a distance comes from.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "from", rename_all = "kebab-case")]
pub enum DistanceFrom {
    /// The catalogue, by this source.
    Catalogue {
        /// Source key.
        source: String,
    },
    /// The household's own figure.
    Own {
        /// The household's words about it.
        note: String,
    },
}

/// The sum behind a count: `columns × rows - under_braces` holes fit, `holes` of them are used,
/// and each has `per_hole` plants.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Sum {
    /// The ground the patch really covers.
    pub ground: Ground,
    /// The distance between holes.
    pub spacing: Spacing,
    /// Where that distance comes from.
    pub distance_from: DistanceFrom,
    /// Holes along.
    pub columns: u32,
    /// Holes across.
    pub rows: u32,
    /// Holes that would lie under a brace.
    pub under_braces: u32,
    /// Holes used.
    pub holes: u32,
    /// Plants in each hole.
    pub per_hole: u32,
    /// Plants in all.
    pub plants: u32,
}

/// How many distances fit each way on a piece of ground.
///
/// ```
/// use sparrow_core::{crop::Spacing, length::Length, spacing::grid};
/// let three = Spacing { along: Length::inches(3), across: Length::inches(3) };
/// assert_eq!(grid(Length::inches(12), Length::inches(12), three), (4, 4));
/// ```
pub fn grid(length: Length, width: Length, spacing: Spacing) -> (u32, u32) {
    (length.whole(spacing.along), width.whole(spacing.across))
}

/// The distance that holds for a way of growing: the household's own, or the catalogue's.
pub fn distance(own: Option<&OwnSpacing>, way: &Way, units: Units, source: &str) -> (Spacing, DistanceFrom) {
    match own {
        Some(own) => (Spacing { along: own.along, across: own.across }, DistanceFrom::Own { note: own.note.clone() }),
        None => (way.spacing(units), DistanceFrom::Catalogue { source: source.to_string() }),
    }
}

/// The holes of a piece of ground, row by row from the far left, without those under a brace.
pub fn holes(bed: &Bed, ground: Ground, spacing: Spacing) -> Vec<Hole> {
    let (columns, rows) = grid(ground.length(), ground.width(), spacing);
    let middle = |i: u32, n: u32, side: Length| {
        Length::tenths_mm((i64::from(side.get()) * i64::from(2 * i + 1) / i64::from(2 * n)) as i32)
    };
    let mut holes = Vec::with_capacity((columns * rows) as usize);
    for row in 0..rows {
        let y = ground.far + middle(row, rows, ground.width());
        for column in 0..columns {
            let x = ground.left + middle(column, columns, ground.length());
            if !bed.braces.iter().any(|brace| under(brace.at, brace.thickness, x)) {
                holes.push(Hole { x, y });
            }
        }
    }
    holes
}

fn under(at: Length, thickness: Length, x: Length) -> bool {
    (x.get() - at.get()).abs() * 2 < thickness.get()
}

/// The count of a patch and the holes it uses: as many as fit, or the household's smaller number.
pub fn reckon(garden: &Garden, bed: &Bed, patch: &Patch, way: &Way, source: &str) -> (Sum, Vec<Hole>) {
    let units = garden.site.units;
    let (spacing, distance_from) = distance(garden.own_spacing(&patch.crop, &patch.way), way, units, source);
    let ground = patch.rect.ground(bed, units);
    let (columns, rows) = grid(ground.length(), ground.width(), spacing);
    let mut holes = holes(bed, ground, spacing);
    let under_braces = columns * rows - holes.len() as u32;
    holes.truncate(patch.holes.map_or(usize::MAX, usize::from));
    let (used, per_hole) = (holes.len() as u32, u32::from(way.per_hole));
    let sum = Sum { ground, spacing, distance_from, columns, rows, under_braces, holes: used, per_hole, plants: used * per_hole };
    (sum, holes)
}

/// The smallest rectangle, growing from `from` along the bed first and kept as square as it was,
/// that holds `wanted` holes; nothing when the bed is too small.
pub fn room_for(bed: &Bed, units: Units, spacing: Spacing, from: Rect, wanted: u32) -> Option<Rect> {
    let (columns, rows) = bed.half_squares(units);
    let mut best: Option<Rect> = None;
    for w in 1..=columns.saturating_sub(from.x) {
        for h in 1..=rows.saturating_sub(from.y) {
            let rect = Rect { w, h, ..from };
            let better = best.is_none_or(|b| shape(rect, from) < shape(b, from));
            if better && holes(bed, rect.ground(bed, units), spacing).len() as u32 >= wanted {
                best = Some(rect);
            }
        }
    }
    best
}

/// Less ground first, then the nearest to the shape it had.
fn shape(rect: Rect, was: Rect) -> (u32, u32) {
    let area = u32::from(rect.w) * u32::from(rect.h);
    (area, u32::from(rect.w.abs_diff(was.w)) + u32::from(rect.h.abs_diff(was.h)))
}

/// The least rectangle in half squares, whole squares at first, that a single hole of this way asks for.
pub fn starter(spacing: Spacing, units: Units) -> (u16, u16) {
    let squares =
        |side: Length| u16::try_from((side.get() + units.square().get() - 1) / units.square().get()).unwrap_or(1).max(1) * 2;
    (squares(spacing.along), squares(spacing.across))
}
