//! How might this bed be laid out? Proposals for a list of wishes, each patch with its reasons.
//!
//! Wishes become candidates (a rectangle each, with what speaks for and against it by itself), pairs of
//! candidates are scored by company and shade, and a search picks one candidate a wish or none. Small
//! beds are searched through; larger ones by taking a few crops up and putting them down again, best
//! first. The same question always gets the same answer, and more effort never a worse one.

mod candidates;
mod problem;
mod search;

pub use problem::{Problem, score};
pub use search::{Answer, enumerate, search};

use crate::bed::BedId;
use crate::calendar;
use crate::catalogue::Catalogue;
use crate::garden::Garden;
use crate::patch::{Patch, PatchId, Placing, Rect, Timing};
use crate::refusal::Refusal;
use crate::season::usual_span;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// A crop to find room for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Wish {
    /// The crop.
    pub crop: String,
    /// Its way of growing.
    pub way: String,
    /// How many plants, at least.
    pub plants: u32,
    /// It must find room; otherwise only if there is some.
    pub must: bool,
    /// The day it goes in; nothing for its usual one.
    #[serde(default)]
    pub from: Option<Date>,
    /// Its last day; nothing for its usual one.
    #[serde(default)]
    pub until: Option<Date>,
    /// The half squares on which it lies now; they are among the places looked at, so that no answer is
    /// worse than what is there.
    #[serde(default)]
    pub now: Option<Rect>,
}

/// Why a patch is where it is.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Why {
    /// It was wished for if there is room, and there is.
    Room,
    /// A relation of the catalogue with a neighbour.
    Company {
        /// The neighbour's crop.
        with: String,
        /// The relation's place in the catalogue.
        relation: usize,
    },
    /// Picked often: whether all of it is within an arm's reach.
    Reach {
        /// It is.
        within: bool,
    },
    /// Shade by or on a neighbour.
    Shade {
        /// The taller crop.
        by: String,
        /// The one in its shade.
        on: String,
        /// The one in its shade is glad of it.
        welcome: bool,
    },
    /// Its family stood there too lately.
    TooSoon,
    /// It climbs: whether there is a trellis.
    Trellis {
        /// There is.
        there: bool,
    },
    /// It spills: whether there is an edge to spill over.
    Spill {
        /// There is.
        there: bool,
    },
    /// Maize: rows the shorter way.
    Block {
        /// How many.
        rows: u32,
    },
    /// It stays for years: whether it is at an end.
    End {
        /// It is.
        there: bool,
    },
    /// The shape of its ground: long and thin costs a little.
    Shape,
    /// Whole squares, and against a board: ground that is left stays in one piece.
    Tidy,
}

/// One reason with its points.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Weighed {
    /// The reason.
    pub why: Why,
    /// Points for it, negative against.
    pub points: i32,
}

/// One patch of a proposal.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Proposed {
    /// The wish it answers, by its place in the list.
    pub wish: usize,
    /// What would be planted.
    pub place: Placing,
    /// Plants it holds.
    pub plants: u32,
    /// What speaks for it and against it.
    pub why: Vec<Weighed>,
}

/// One way of laying out the bed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Proposal {
    /// Its patches.
    pub patches: Vec<Proposed>,
    /// Wishes that found no room, by their place in the list.
    pub left_out: Vec<usize>,
    /// All points together, less a thousand for each wish that must find room and does not.
    pub score: i32,
    /// The same by kind of reason, in the order of their first use.
    pub split: Vec<Weighed>,
}

/// The answer to a list of wishes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Arranged {
    /// The best found, and the best that is truly different, if there is one.
    pub proposals: Vec<Proposal>,
    /// No score can be above this.
    pub bound: i32,
    /// The first is proved to be the best there is.
    pub proven: bool,
    /// Patches that would be taken away for it.
    pub gone: Vec<PatchId>,
}

/// What is asked of [`arrange`].
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Arranging {
    /// The bed.
    pub bed: BedId,
    /// The growing year.
    pub year: i16,
    /// What is wished for, the most wanted first.
    pub wishes: Vec<Wish>,
    /// Patches of that year that are not locked make way.
    pub anew: bool,
    /// How long to look, 1 to 10.
    pub effort: u8,
}

/// The most wishes for one bed.
pub const MOST_WISHES: usize = 40;
/// Rounds of taking up and putting down in each start; a step of effort is one start.
const ROUNDS: u32 = 300;

/// Proposes how a bed might be laid out.
pub fn arrange(garden: &Garden, catalogue: &Catalogue, asked: &Arranging) -> Result<Arranged, Refusal> {
    let number = |field, value: i64, least: i64, most: i64| {
        if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::NumberOutOfRange { field, value, least, most }) }
    };
    number("wishes for one bed", asked.wishes.len() as i64, 1, MOST_WISHES as i64)?;
    number("effort", asked.effort.into(), 1, 10)?;
    let (problem, patterns) = posed(garden, catalogue, asked)?;
    let found = search(&problem, u32::from(asked.effort), ROUNDS);
    let proposals = found.picks.iter().map(|pick| told(&problem, catalogue, &patterns, pick)).collect();
    Ok(Arranged { proposals, bound: found.bound, proven: found.proven, gone: making_way(garden, asked) })
}

/// The plain problem behind a question, for those who want to solve it another way.
pub fn problem_of(garden: &Garden, catalogue: &Catalogue, asked: &Arranging) -> Result<Problem, Refusal> {
    posed(garden, catalogue, asked).map(|(problem, _)| problem)
}

/// The patches of the year that make way: those that are not locked.
fn making_way(garden: &Garden, asked: &Arranging) -> Vec<PatchId> {
    let days = calendar::year_span(asked.year, garden.site.latitude.hemisphere());
    let makes_way =
        |patch: &&Patch| asked.anew && !patch.locked && patch.bed == asked.bed && days.0 <= patch.from && patch.from <= days.1;
    garden.patches.iter().filter(makes_way).map(|patch| patch.id).collect()
}

fn posed(garden: &Garden, catalogue: &Catalogue, asked: &Arranging) -> Result<(Problem, Vec<Placing>), Refusal> {
    let bed = garden.bed(asked.bed).ok_or_else(|| Refusal::Unknown { what: "bed", key: asked.bed.0.to_string() })?;
    let gone = making_way(garden, asked);
    let mut standing = garden.clone();
    standing.patches.retain(|patch| !gone.contains(&patch.id));
    let patterns = asked.wishes.iter().map(|wish| pattern(&standing, catalogue, asked, wish)).collect::<Result<Vec<_>, _>>()?;
    Ok((problem::build(&standing, catalogue, bed, &asked.wishes, &patterns), patterns))
}

/// What would be planted for a wish, when, but not yet where.
fn pattern(garden: &Garden, catalogue: &Catalogue, asked: &Arranging, wish: &Wish) -> Result<Placing, Refusal> {
    let crop = catalogue.crop(&wish.crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: wish.crop.clone() })?;
    let unknown = || Refusal::Unknown { what: "way of growing it", key: wish.way.clone() };
    let way = crop.way(&wish.way).ok_or_else(unknown)?;
    if !(1..=5000).contains(&wish.plants) {
        let value = i64::from(wish.plants);
        return Err(Refusal::NumberOutOfRange { field: "plants wished for", value, least: 1, most: 5000 });
    }
    let usual = usual_span(garden, crop, way, Some(asked.bed), asked.year);
    let from = wish.from.unwrap_or(usual.0);
    let until = wish.until.unwrap_or(usual.1.max(from));
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    Ok(Placing {
        bed: asked.bed,
        crop: crop.key.clone(),
        way: way.key.clone(),
        rect: Rect { x: 0, y: 0, w: 1, h: 1 },
        holes: None,
        from,
        until,
        between: false,
        school: None,
        line: None,
        timing: Timing::default(),
    })
}

/// A pick of candidates as a proposal, with its reasons.
fn told(problem: &Problem, catalogue: &Catalogue, patterns: &[Placing], pick: &[Option<usize>]) -> Proposal {
    let mut split: Vec<Weighed> = Vec::new();
    let mut add = |one: &Weighed| match split.iter_mut().find(|kind| same_kind(&kind.why, &one.why)) {
        Some(kind) => kind.points += one.points,
        None => split.push(one.clone()),
    };
    let mut patches = Vec::new();
    for (wish, chosen) in pick.iter().enumerate() {
        let Some(chosen) = *chosen else { continue };
        let candidate = &problem.wishes[wish].candidates[chosen];
        let mut why = candidate.why.clone();
        why.iter().for_each(&mut add);
        for (other, theirs) in pick.iter().enumerate().filter(|(other, _)| *other != wish) {
            let Some(theirs) = *theirs else { continue };
            let between = problem.between(catalogue, (wish, chosen), (other, theirs));
            // Points of a pair are counted once, however often they are told.
            if wish < other {
                between.iter().for_each(&mut add);
            }
            why.extend(between);
        }
        why.retain(|one| one.points != 0);
        why.sort_by_key(|one| std::cmp::Reverse(one.points.abs()));
        let place = Placing { rect: candidate.rect, ..patterns[wish].clone() };
        patches.push(Proposed { wish, place, plants: candidate.plants, why });
    }
    let left_out = (0..pick.len()).filter(|wish| pick[*wish].is_none()).collect();
    split.retain(|one| one.points != 0);
    Proposal { patches, left_out, score: score(problem, pick), split }
}

fn same_kind(one: &Why, other: &Why) -> bool {
    std::mem::discriminant(one) == std::mem::discriminant(other)
}
