//! Row markers first: lines laid one after another across a root bed, each with its gap, until it is full.
//!
//! A line is a patch of one row at an exact place. Between two lines lies half of what each needs: of the
//! distance in the row where the quick one is out before the slow one spreads, of the full spread where
//! both stand until they meet.

use crate::ground::planting::Planting;
use crate::ground::sums;
use crate::growth::size;
use crate::known::Known;
use crate::season::span::usual_span;
use serde::{Deserialize, Serialize};
use sparrow_facts::bed::Bed;
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::{Patch, Placing, Planted};
use sparrow_facts::rect::{LEAST_GAP, Rect, RowLine};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Timing;
use sparrow_facts::units::{Length, Tape, Units};

/// A row to be marked.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Row {
    /// The crop.
    pub crop: String,
    /// Its way of growing.
    pub way: String,
    /// The gap before it, to the line before or to the edge; nothing for the usual one.
    pub gap: Option<Tape>,
}

/// What is asked: rows in their order, from the far side or from the left end.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Marking {
    /// The bed.
    pub bed: BedId,
    /// The growing year.
    pub year: i16,
    /// The lines run across the bed instead of along it.
    pub across: bool,
    /// The rows.
    pub rows: Vec<Row>,
}

/// A row where it would lie.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Marker {
    /// How far the line is from the edge.
    pub at: Length,
    /// The gap before it.
    pub gap: Length,
    /// The gap it would usually have there.
    pub usual: Length,
    /// The line before is out before the two need their full room, so the usual gap is the narrow one.
    pub in_turn: bool,
    /// Plants in the row.
    pub plants: u32,
    /// It lies far enough from the last board.
    pub fits: bool,
}

/// All rows where they would lie.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Markers {
    /// The rows.
    pub rows: Vec<Marker>,
    /// What is left beyond half of the last row's distance.
    pub left: Length,
    /// Plants in all rows that fit.
    pub plants: u32,
    /// Rows that would fit, and their plants, if the lines ran the other way with the same gaps.
    pub other_way: (u32, u32),
    /// What would be planted: the rows that fit.
    pub places: Vec<Placing>,
}

/// The most rows marked at once.
pub const MOST_ROWS: usize = 60;

/// Lays rows one after another over a bed.
pub fn mark(known: Known, asked: &Marking) -> Result<Markers, Refusal> {
    let garden = known.garden;
    let bed = garden.bed(asked.bed).ok_or_else(|| Refusal::Unknown { what: "bed", key: asked.bed.0.to_string() })?;
    if asked.rows.len() > MOST_ROWS {
        return Err(Refusal::TooManyThings { what: "rows at once", most: MOST_ROWS });
    }
    let patches = asked.rows.iter().map(|row| pattern(known, asked, row)).collect::<Result<Vec<_>, _>>()?;
    let plantings: Vec<Planting> = patches.iter().filter_map(|patch| Planting::alone(known, patch)).collect();
    let (deep, long) = sides(bed, asked.across);
    let rows = lay(&asked.rows, &plantings, deep, long);
    let (deep_other, long_other) = sides(bed, !asked.across);
    let other = lay(&asked.rows, &plantings, deep_other, long_other);
    let told = |rows: &[Marker]| {
        let fitting = rows.iter().filter(|row| row.fits);
        (fitting.clone().count() as u32, fitting.map(|row| row.plants).sum::<u32>())
    };
    let last = rows.iter().zip(&plantings).rfind(|(row, _)| row.fits);
    let left = last.map_or(deep, |(row, planting)| deep - row.at - in_row(planting).over(2));
    let places = rows
        .iter()
        .zip(&patches)
        .zip(&plantings)
        .filter(|((row, _), _)| row.fits)
        .map(|((row, patch), planting)| {
            place(bed, garden.site.squares(), patch, planting, RowLine { across: asked.across, at: row.at })
        })
        .collect();
    Ok(Markers { plants: told(&rows).1, other_way: told(&other), left, rows, places })
}

/// How deep the bed is across the lines, and how long a line.
fn sides(bed: &Bed, across: bool) -> (Length, Length) {
    if across { (bed.length, bed.width) } else { (bed.width, bed.length) }
}

fn pattern(known: Known, asked: &Marking, row: &Row) -> Result<Patch, Refusal> {
    let (crop, way) = known.crop(&row.crop, Some(&row.way))?;
    if let Some(Tape(gap)) = row.gap
        && !(LEAST_GAP..=Length::inches(240)).contains(&gap)
    {
        return Err(Refusal::LengthOutOfRange { field: "gap", value: gap, least: LEAST_GAP, most: Length::inches(240) });
    }
    let (from, until) = usual_span(known, crop, way, Some(asked.bed), asked.year);
    let line = Some(RowLine { across: asked.across, at: Length::ZERO });
    Ok(Patch { line, ..sums::pattern(asked.bed, &row.crop, &row.way, from, until) })
}

fn in_row(planting: &Planting) -> Length {
    planting.distance(planting.school).along
}

fn lay(rows: &[Row], plantings: &[Planting], deep: Length, long: Length) -> Vec<Marker> {
    let mut found: Vec<Marker> = Vec::new();
    let mut at = Length::ZERO;
    for (index, (row, planting)) in rows.iter().zip(plantings).enumerate() {
        let (usual, in_turn) = match index.checked_sub(1).map(|before| &plantings[before]) {
            None => (in_row(planting).over(2), false),
            Some(before) => usual_gap(before, planting),
        };
        let gap = row.gap.map_or(usual, |tape| tape.0);
        at = at + gap;
        let plants = long.whole(in_row(planting)) * planting.per_hole();
        let fits = at + in_row(planting).over(2) <= deep;
        found.push(Marker { at, gap, usual, in_turn, plants, fits });
    }
    found
}

/// The usual gap between two lines, and whether it is the narrow one because they take turns.
///
/// Narrow: half of each one's distance in the row. It is enough when, as long as both stand, the leaves of
/// neither reach over the stems of the other. Else half of each one's mature spread, or the narrow one if
/// that is more.
fn usual_gap(one: &Planting, other: &Planting) -> (Length, bool) {
    let narrow = in_row(one).over(2) + in_row(other).over(2);
    let wide = (one.way.spread.over(2) + other.way.spread.over(2)).max(narrow);
    let both_until = one.patch.until.min(other.patch.until);
    let reaches = |p: &Planting| size::first_day_as_wide(p.crop, p.way, &p.pace, p.patch, narrow.times(2) + Length::tenths_mm(1));
    let crowd = [one, other].into_iter().filter_map(reaches).any(|day| day <= both_until);
    if wide > narrow && one.crop.key != other.crop.key && !crowd { (narrow, true) } else { (wide, false) }
}

fn place(bed: &Bed, units: Units, patch: &Patch, planting: &Planting, line: RowLine) -> Placing {
    let RowLine { across, at } = line;
    let half = units.half_square();
    let (columns, rows) = bed.half_squares(units);
    let reach = in_row(planting).over(2);
    // The half squares that the row's own strip touches.
    let first = u16::try_from((at - reach).get().max(0) / half.get()).unwrap_or(0);
    let most = if across { columns } else { rows };
    let end =
        u16::try_from(((at + reach).get() + half.get() - 1) / half.get()).unwrap_or(most).clamp(first + 1, most.max(first + 1));
    let rect = if across {
        Rect { x: first, y: 0, w: end - first, h: rows }
    } else {
        Rect { x: 0, y: first, w: columns, h: end - first }
    };
    Placing {
        bed: bed.id,
        rect,
        from: patch.from,
        until: patch.until,
        line: Some(line),
        timing: Timing::default(),
        planted: Planted::usual(&patch.planted.crop, &patch.planted.way),
    }
}
