//! How is the bed set out? Lines and stems as a tape finds them, sticks to cut, markers in their order.
//!
//! Everything is measured from two named edges of the bed, running, so that an error is not added up:
//! from the left end, and from the far side, or from the near one where the far cannot be walked along.

use crate::catalogue::Way;
use crate::ground::hole::Hole;
use crate::ground::pattern::Pattern;
use crate::ground::planting::{Planting, Sum};
use crate::growth::growing::Growing;
use crate::known::Known;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::bed::Bed;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::rect::Ground;
use sparrow_facts::school::School;
use sparrow_facts::timing::Means;
use sparrow_facts::units::{Length, Units};

/// Everything needed to set out one bed in one growing year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Sheet {
    /// The bed.
    pub bed: BedId,
    /// Distances across the bed are measured from its near side instead of its far one.
    pub from_near: bool,
    /// The plantings in the order in which their markers are laid: by the day they go in, then from the left.
    pub plantings: Vec<Setting>,
    /// The sticks to cut, the longest first.
    pub sticks: Vec<Stick>,
    /// Where the tape is marked along the bed: every patch's edges, in order.
    pub along: Vec<Length>,
    /// Where the tape is marked across the bed.
    pub across: Vec<Length>,
    /// What was to leave the bed within [`LATELY`] before the day it is set out on, the latest first; of a whole year nothing.
    pub cleared: Vec<Cleared>,
}

/// A patch that was to be out by now: its ground may not be empty yet, nor dug and fed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Cleared {
    /// The patch.
    pub patch: PatchId,
    /// Its last day.
    pub until: Date,
    /// Its ground.
    pub ground: Ground,
    /// How far its ground begins from the side that distances across are measured from.
    pub first_edge: Length,
}

/// For so many days a cleared patch is told of on the sheet \[days\].
pub const LATELY: i64 = 14;

/// How one patch is set out.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Setting {
    /// Its number on the sheet, from 1.
    pub number: u32,
    /// The patch.
    pub patch: PatchId,
    /// The day it goes in.
    pub from: Date,
    /// Its ground: the marker stands in its first corner.
    pub ground: Ground,
    /// How far its ground begins from the side that distances across are measured from.
    pub first_edge: Length,
    /// Holes in all.
    pub holes: u32,
    /// Its lines, in order from the edge they are measured from; none where seed is strewn.
    pub lines: Vec<Line>,
    /// How deep its seed, set or tuber lies; nothing for a young plant, which stands as it stood.
    pub depth: Option<Length>,
    /// Seeds, sets or plants in each hole.
    pub in_each: u32,
    /// What is strewn over all of it, when it is.
    pub strewn: Option<Strewn>,
    /// How it comes to the ground.
    pub means: Means,
    /// The holes of one square, for a template of board or card; none when a plant wants more than a square, or squares differ.
    pub template: Vec<Hole>,
}

/// What is strewn over a patch.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "by", content = "of", rename_all = "kebab-case")]
pub enum Strewn {
    /// So many seeds, thinned afterwards.
    Count(u32),
    /// So many grams of a cover, which nobody counts.
    Grams(u32),
}

/// A line of stems.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Line {
    /// The line runs across the bed.
    pub runs_across: bool,
    /// How far the line is from its edge: the bed's left end for a line across, else its far (or near) side.
    pub at: Length,
    /// Where its stems are along it, running from the other edge.
    pub stems: Vec<Length>,
    /// The even step from stem to stem, when there is one.
    pub step: Option<Length>,
    /// Where the stems go instead, beside the drip line that runs here.
    pub beside_drip: Option<Length>,
}

/// A stick to cut.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Stick {
    /// How long, to the tape's mark.
    pub long: Length,
    /// What it is for.
    pub uses: Vec<StickUse>,
}

/// What a stick is for.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct StickUse {
    /// The planting's number on the sheet.
    pub number: u32,
    /// Between which things it is laid.
    pub between: StickBetween,
}

/// Between which things a stick is laid.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum StickBetween {
    /// From stem to stem in a line.
    Stems,
    /// From line to line.
    Lines,
    /// From the edge of its ground to the first stem.
    Edge,
}

/// How near a stem is to a drip line before it is moved beside it, and how far beside: 1 in (common practice).
pub const BESIDE_DRIP: Length = Length::inches(1);

/// The sheet of a bed for the patches that stand on some of these days: one day for what is set out
/// together, a year for all of it. Nothing when there is no such bed.
pub fn sheet(known: Known, bed: BedId, days: (Date, Date)) -> Option<Sheet> {
    let garden = known.garden;
    let bed = garden.bed(bed)?;
    let from_near = !bed.reach.far && bed.reach.near;
    let mut plantings: Vec<Planting> = garden
        .patches
        .iter()
        .filter(|patch| patch.bed == bed.id && patch.from <= days.1 && days.0 <= patch.until)
        .filter_map(|patch| Planting::of(known, patch))
        .collect();
    plantings.sort_by_key(|planting| (planting.patch.from, planting.patch.rect.x, planting.patch.rect.y, planting.patch.id));
    let settings: Vec<Setting> =
        plantings.iter().zip(1..).map(|(planting, number)| setting(planting, number, from_near)).collect();
    let sticks = sticks(&settings, garden.site.units);
    let mark = |at: Length| if from_near { bed.width - at } else { at };
    let along = running(settings.iter().flat_map(|s| [s.ground.left, s.ground.right]), bed.length);
    let across = running(settings.iter().flat_map(|s| [mark(s.ground.far), mark(s.ground.near)]), bed.width);
    let cleared = if days.0 == days.1 { cleared(known, bed, days.0, from_near) } else { Vec::new() };
    Some(Sheet { bed: bed.id, from_near, plantings: settings, sticks, along, across, cleared })
}

fn cleared(known: Known, bed: &Bed, day: Date, from_near: bool) -> Vec<Cleared> {
    let since = day.saturating_sub(LATELY.days());
    let gone = known.garden.patches.iter().filter(|patch| patch.bed == bed.id && (since..day).contains(&patch.until));
    let mut cleared: Vec<Cleared> = gone
        .map(|patch| {
            let ground = patch.rect.ground(bed, known.garden.site.squares());
            let first_edge = if from_near { bed.width - ground.near } else { ground.far };
            Cleared { patch: patch.id, until: patch.until, ground, first_edge }
        })
        .collect();
    cleared.sort_by_key(|one| (std::cmp::Reverse(one.until), one.patch));
    cleared
}

fn running(marks: impl Iterator<Item = Length>, end: Length) -> Vec<Length> {
    let mut marks: Vec<Length> = marks.chain([Length::ZERO, end]).collect();
    marks.sort();
    marks.dedup();
    marks
}

fn setting(planting: &Planting, number: u32, from_near: bool) -> Setting {
    let (sum, holes) = planting.reckon();
    let strewn = strewn(planting.way, &sum);
    let lines = if strewn.is_some() { Vec::new() } else { lines(planting.bed, &sum, &holes, from_near) };
    let means = Growing::of(planting.patch, planting.crop, planting.way).means;
    let raised = matches!(means, Means::Shelf | Means::Bought);
    Setting {
        number,
        patch: planting.patch.id,
        from: planting.patch.from,
        ground: sum.ground,
        first_edge: if from_near { planting.bed.width - sum.ground.near } else { sum.ground.far },
        holes: sum.holes,
        lines,
        depth: (!raised).then_some(planting.crop.depth(planting.way)),
        in_each: sum.in_each,
        template: if strewn.is_some() { Vec::new() } else { template(&sum, &holes, planting.units()) },
        strewn,
        means,
    }
}

fn strewn(way: &Way, sum: &Sum) -> Option<Strewn> {
    if let Some(grams) = way.grams_a_square_metre {
        let metre = 10_000.0_f32;
        let area = (sum.ground.length().get() as f32 / metre) * (sum.ground.width().get() as f32 / metre);
        return Some(Strewn::Grams((area * grams).ceil().max(1.0) as u32));
    }
    if let Pattern::Scattered { seeds, .. } = sum.pattern { Some(Strewn::Count(seeds)) } else { None }
}

/// The stems by lines: across the bed where the pattern says so, else along it.
fn lines(bed: &Bed, sum: &Sum, holes: &[Hole], from_near: bool) -> Vec<Line> {
    let runs_across = matches!(sum.pattern, Pattern::Rows { across: true, .. } | Pattern::Staggered { across: true, .. });
    let from_edge = |y: Length| if from_near { bed.width - y } else { y };
    let mut by_line: std::collections::BTreeMap<Length, Vec<Length>> = std::collections::BTreeMap::new();
    for hole in holes {
        let (at, along) = if runs_across { (hole.x, from_edge(hole.y)) } else { (from_edge(hole.y), hole.x) };
        by_line.entry(at).or_default().push(along);
    }
    by_line
        .into_iter()
        .map(|(at, mut stems)| {
            stems.sort();
            let step = even_step(&stems);
            let beside_drip = if runs_across { None } else { beside_drip(bed, at, from_near) };
            Line { runs_across, at, stems, step, beside_drip }
        })
        .collect()
}

/// The step between stems when all are alike to a tape's mark (0.5 mm).
fn even_step(stems: &[Length]) -> Option<Length> {
    let (first, last) = (stems.first()?, stems.last()?);
    if stems.len() < 2 {
        return None;
    }
    let step = (*last - *first).over(stems.len() as u32 - 1);
    let even = stems.windows(2).all(|pair| ((pair[1] - pair[0]) - step).get().abs() <= 5);
    even.then_some(step)
}

/// Where a line's stems go when a drip line runs over it: an inch beside, on the side they were nearer to.
fn beside_drip(bed: &Bed, at: Length, from_near: bool) -> Option<Length> {
    let from_edge = |y: Length| if from_near { bed.width - y } else { y };
    let drip = bed.drips.iter().map(|drip| from_edge(*drip)).find(|drip| (*drip - at).get().abs() < BESIDE_DRIP.get())?;
    Some(if at < drip { drip - BESIDE_DRIP } else { drip + BESIDE_DRIP })
}

/// The holes of a square, where all whole squares of the ground have the same to half a millimetre.
fn template(sum: &Sum, holes: &[Hole], units: Units) -> Vec<Hole> {
    let (side, ground) = (units.square(), sum.ground);
    let (columns, rows) = (ground.length().whole(side), ground.width().whole(side));
    if matches!(sum.school, School::Rows { .. } | School::Scatter { .. }) || columns * rows == 0 {
        return Vec::new();
    }
    let within = |column: u32, row: u32| {
        let (left, far) = (ground.left + side.times(column), ground.far + side.times(row));
        let inside = |hole: &&Hole| hole.x >= left && hole.x < left + side && hole.y >= far && hole.y < far + side;
        holes.iter().filter(inside).map(|hole| Hole { x: hole.x - left, y: hole.y - far }).collect::<Vec<_>>()
    };
    let first = within(0, 0);
    let alike = |other: &[Hole]| {
        let near = |one: Length, other: Length| (one - other).get().abs() <= 5;
        other.len() == first.len() && other.iter().zip(&first).all(|(one, other)| near(one.x, other.x) && near(one.y, other.y))
    };
    let all = first.len() as u32 * columns * rows == holes.len() as u32;
    let same = all && (0..rows).all(|row| (0..columns).all(|column| alike(&within(column, row))));
    if same { first } else { Vec::new() }
}

/// One stick for each length a tape can tell apart, with all that it is for.
fn sticks(settings: &[Setting], units: Units) -> Vec<Stick> {
    let mut uses: std::collections::BTreeMap<Length, Vec<StickUse>> = std::collections::BTreeMap::new();
    let mut note = |long: Length, number: u32, between: StickBetween| {
        let long: Length = long.on_tape(units).parse().unwrap_or(long);
        let one = StickUse { number, between };
        let list = uses.entry(long).or_default();
        if long > Length::ZERO && !list.contains(&one) {
            list.push(one);
        }
    };
    for setting in settings {
        for line in &setting.lines {
            line.step.into_iter().for_each(|step| note(step, setting.number, StickBetween::Stems));
        }
        for pair in setting.lines.windows(2) {
            note(pair[1].at - pair[0].at, setting.number, StickBetween::Lines);
        }
        if let Some(first) = setting.lines.first() {
            let edge = if first.runs_across { setting.ground.left } else { setting.first_edge };
            note(first.at - edge, setting.number, StickBetween::Edge);
        }
    }
    uses.into_iter().rev().filter(|(_, uses)| !uses.is_empty()).map(|(long, uses)| Stick { long, uses }).collect()
}
