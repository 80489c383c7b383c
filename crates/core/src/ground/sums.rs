//! The other direction of the sum: how much ground do so many plants want, where do they fit, how many
//! does this edge hold, how many seeds is that, and which seeder plate comes nearest?

use crate::ground::near;
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::limits::MOST_AT_HAND;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::shape::Shape;
use sparrow_facts::timing::Timing;
use sparrow_facts::units::Length;
use sparrow_facts::units::length::LONGEST;

/// Ground for some of the plants at hand.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Place {
    /// The bed.
    pub bed: BedId,
    /// The half squares.
    pub rect: Rect,
    /// Plants of those at hand that go there.
    pub plants: u32,
    /// Plants the ground would hold.
    pub holds: u32,
}

/// Where so many plants fit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Fits {
    /// Plants at hand.
    pub at_hand: u32,
    /// The ground they want when it is all in one piece, in half squares, in a bed large enough and empty.
    pub ground: Option<(u16, u16)>,
    /// Free ground for them, the bed asked about first.
    pub places: Vec<Place>,
    /// How many find none.
    pub left_over: u32,
}

/// The most pieces of ground they are spread over.
const MOST_PLACES: usize = 60;

/// Where so many plants of a way of growing fit between two days: in the bed asked about, then in the
/// nearest others; the piece of free ground that holds most of them first, cut down to what they need.
///
/// `pattern` is a patch that says what is planted, when and by which school; its place is not looked at.
pub fn fits(known: Known, pattern: &Patch, at_hand: u32) -> Result<Fits, Refusal> {
    let garden = known.garden;
    if !(1..=MOST_AT_HAND).contains(&at_hand) {
        let most = i64::from(MOST_AT_HAND);
        return Err(Refusal::NumberOutOfRange { field: "plants at hand", value: at_hand.into(), least: 1, most });
    }
    let unknown = || Refusal::Unknown { what: "bed", key: pattern.bed.0.to_string() };
    let home = garden.bed(pattern.bed).ok_or_else(unknown)?;
    let mut left = at_hand;
    let mut places = Vec::new();
    let mut taken: Vec<(BedId, Rect)> = Vec::new();
    let beds: Vec<BedId> = std::iter::once(home.id).chain(near::nearest_beds(garden, home)).collect();
    for bed in beds.iter().filter_map(|id| garden.bed(*id)) {
        while left > 0 && places.len() < MOST_PLACES {
            let patch = Patch { bed: bed.id, ..pattern.clone() };
            let Some(planting) = Planting::alone(known, &patch) else { break };
            let per_hole = planting.per_hole();
            let Some(rect) = best_free(known, &planting, &taken, left.div_ceil(per_hole)) else { break };
            let holds = planting.fits(rect) * per_hole;
            let plants = holds.min(left);
            taken.push((bed.id, rect));
            places.push(Place { bed: bed.id, rect, plants, holds });
            left -= plants;
        }
    }
    let ground = Planting::alone(known, pattern).and_then(|planting| one_piece(&planting, at_hand));
    Ok(Fits { at_hand, ground, places, left_over: left })
}

fn one_piece(planting: &Planting, at_hand: u32) -> Option<(u16, u16)> {
    let wanted = at_hand.div_ceil(planting.per_hole());
    let rect = planting.room_for(Rect { x: 0, y: 0, w: 2, h: 2 }, wanted)?;
    Some((rect.w, rect.h))
}

/// The smallest free rectangle that holds what is wanted, or else the one that holds most.
///
/// Longer ground never holds less, so that of each corner and width only the longest free piece is counted, and then the
/// shortest that holds as many.
fn best_free(known: Known, planting: &Planting, taken: &[(BedId, Rect)], wanted: u32) -> Option<Rect> {
    let (garden, bed) = (known.garden, planting.bed);
    let (columns, rows) = bed.half_squares(garden.site.squares());
    let in_the_way: Vec<Rect> = garden
        .patches
        .iter()
        .filter(|other| other.bed == bed.id && other.id != planting.patch.id && other.meets(planting.patch))
        .map(|other| other.rect)
        .chain(taken.iter().filter(|(id, _)| *id == bed.id).map(|(_, rect)| *rect))
        .collect();
    let widest = |x: u16, y: u16, h: u16| {
        let beside = in_the_way.iter().filter(|other| other.y < y + h && y < other.bottom() && other.right() > x);
        beside.map(|other| other.x.saturating_sub(x)).min().unwrap_or(columns - x).min(columns - x)
    };
    // Ground holds the same wherever no brace, board or part square makes a difference.
    let plain = bed.braces.is_empty() && !planting.way.spills && bed.shape == Shape::Rectangle && bed.margin.is_none();
    let mut counted = std::collections::HashMap::new();
    let mut holds = |rect: Rect| {
        let at_a_board = rect.bottom() == rows;
        let key = if plain {
            (0, u16::from(rect.right() == columns), rect.w, rect.h, false, at_a_board)
        } else {
            (rect.x, rect.y, rect.w, rect.h, false, at_a_board)
        };
        *counted.entry(key).or_insert_with(|| planting.fits(rect))
    };
    let mut best: Option<(Rect, u32)> = None;
    for (y, x) in (0..rows).flat_map(|y| (0..columns).map(move |x| (y, x))) {
        for h in 1..=rows - y {
            let most = widest(x, y, h);
            if most == 0 || !known.work.goes_on(in_the_way.len() as u64) {
                break;
            }
            let enough = holds(Rect { x, y, w: most, h }).min(wanted);
            let (mut low, mut high) = (1, most);
            while low < high {
                let middle = (low + high) / 2;
                if holds(Rect { x, y, w: middle, h }) >= enough { high = middle } else { low = middle + 1 }
            }
            let (rect, found) = (Rect { x, y, w: low, h }, enough);
            let area = |rect: Rect| u32::from(rect.w) * u32::from(rect.h);
            let better = best.is_none_or(|(b, most)| (found, std::cmp::Reverse(area(rect))) > (most, std::cmp::Reverse(area(b))));
            if found > 0 && better {
                best = Some((rect, found));
            }
        }
    }
    best.map(|(rect, _)| rect)
}

/// A line of plants along an edge.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Edge {
    /// How long the edge is.
    pub long: Length,
    /// From hole to hole.
    pub distance: Length,
    /// Holes, the outer ones half a distance from the ends.
    pub holes: u32,
    /// Plants.
    pub plants: u32,
    /// Seeds to sow, so many a hole as insurance.
    pub seeds: u32,
}

/// How many plants stand along so much edge, and how many seeds that takes.
///
/// ```
/// use sparrow_core::ground::sums::edge;
/// use sparrow_facts::units::Length;
/// let line = edge(Length::inches(120), Length::inches(3), 1, 2).unwrap();
/// assert_eq!((line.plants, line.seeds), (40, 80));
/// ```
pub fn edge(long: Length, distance: Length, per_hole: u8, seeds_a_hole: u8) -> Result<Edge, Refusal> {
    let (least, most) = (Length::cm(1), LONGEST);
    for (field, value) in [("edge", long), ("distance between plants", distance)] {
        if !(least..=most).contains(&value) {
            return Err(Refusal::LengthOutOfRange { field, value, least, most });
        }
    }
    if !(1..=9).contains(&seeds_a_hole) {
        return Err(Refusal::NumberOutOfRange { field: "seeds a hole", value: seeds_a_hole.into(), least: 1, most: 9 });
    }
    let holes = long.whole(distance);
    Ok(Edge { long, distance, holes, plants: holes * u32::from(per_hole), seeds: holes * u32::from(seeds_a_hole) })
}

/// A household's own count, and what it really comes to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Tally {
    /// Rows counted.
    pub rows: u32,
    /// Plants in each.
    pub each: u32,
    /// What the household says it comes to.
    pub said: u32,
    /// What it comes to.
    pub makes: u32,
    /// The rows that would make what was said, when whole rows do.
    pub rows_for_it: Option<u32>,
}

/// Whether a household's own total adds up; what it says is never put right silently.
pub fn tally(rows: u32, each: u32, said: u32) -> Tally {
    let makes = rows.saturating_mul(each);
    let rows_for_it = (each > 0 && said.is_multiple_of(each)).then(|| said / each);
    Tally { rows, each, said, makes, rows_for_it }
}

/// What a seeder's plate gives.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Plate {
    /// Holes in the plate.
    pub holes: u32,
    /// From seed to seed: the wheel's run over the holes, rounded to a tenth of a millimetre.
    pub distance: Length,
    /// What the quotient leaves over: the wheel's run is holes × distance + rest \[0.1 mm\].
    pub rest: i32,
    /// It comes nearest to the wanted distance.
    pub nearest: bool,
}

/// What each plate of a seeder gives, whose plate turns once while the wheel runs `run`, and which comes
/// nearest to the wanted distance; of two as near, the wider, since seedlings are easier added than thinned.
///
/// The exact quotient: run ÷ holes.
///
/// ```
/// use sparrow_core::ground::sums::plates;
/// use sparrow_facts::units::Length;
/// let plates = plates(Length::inches(36), &[6, 10, 12], Length::inches(4)).unwrap();
/// assert_eq!(plates[1].distance.on_tape(sparrow_facts::units::Units::Metric), "9.1 cm"); // 3.6 in, not 'about 4'
/// assert!(plates[1].nearest);
/// ```
pub fn plates(run: Length, holes: &[u32], wanted: Length) -> Result<Vec<Plate>, Refusal> {
    let (least, most) = (Length::inches(2), Length::inches(240));
    if !(least..=most).contains(&run) {
        return Err(Refusal::LengthOutOfRange { field: "wheel run for a turn of the plate", value: run, least, most });
    }
    if holes.is_empty() || holes.len() > 40 {
        return Err(Refusal::NumberOutOfRange { field: "number of plates", value: holes.len() as i64, least: 1, most: 40 });
    }
    if let Some(wrong) = holes.iter().find(|holes| !(1..=200).contains(*holes)) {
        return Err(Refusal::NumberOutOfRange { field: "holes in a plate", value: i64::from(*wrong), least: 1, most: 200 });
    }
    let off = |holes: u32| {
        // Compared as whole numbers: |run − wanted × holes| / holes, over the common denominator later.
        (i64::from(run.get()) - i64::from(wanted.get()) * i64::from(holes)).abs()
    };
    let nearest = holes
        .iter()
        .copied()
        .min_by(|a, b| (off(*a) * i64::from(*b)).cmp(&(off(*b) * i64::from(*a))).then(a.cmp(b)))
        .unwrap_or(1);
    let plate = |holes: u32| {
        let distance = Length::tenths_mm((run.get() + (holes as i32) / 2) / holes as i32);
        Plate { holes, distance, rest: run.get() - distance.get() * holes as i32, nearest: holes == nearest }
    };
    Ok(holes.iter().copied().map(plate).collect())
}

/// A patch that only says what is planted, and when.
pub fn pattern(bed: BedId, crop: &str, way: &str, from: Date, until: Date) -> Patch {
    Patch {
        id: PatchId(0),
        bed,
        rect: Rect { x: 0, y: 0, w: 2, h: 2 },
        from,
        until,
        locked: false,
        line: None,
        kept: Vec::new(),
        timing: Timing::default(),
        planted: Planted::usual(crop, way),
    }
}
