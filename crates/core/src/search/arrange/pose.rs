//! Poses the problem of a bed and its wishes, has it searched, and tells the answer with its reasons.

use crate::catalogue::Catalogue;
use crate::change::limits::{PLANTS, number};
use crate::climate::calendar;
use crate::known::Known;
use crate::search::arrange::asked::{Arranged, Arranging, BedWish, MOST_WISHES, Proposal, Proposed, Weighed, Why};
use crate::search::arrange::problem;
use crate::search::arrange::problem::{Problem, score};
use crate::search::arrange::search::{Answer, STARTS, search};
use crate::search::watch::Watch;
use crate::season::span::usual_span;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::{Patch, Placing, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Timing;

/// Rounds of taking up and putting down in each start.
const ROUNDS: u32 = 300;

/// Proposes how a bed might be laid out.
pub fn arrange(known: Known, asked: &Arranging, watch: &mut Watch<Arranged>) -> Result<Arranged, Refusal> {
    let Known { garden, catalogue, .. } = known;
    number("wishes for one bed", asked.wishes.len() as i64, [1, MOST_WISHES as i64])?;
    let (problem, patterns) = posed(known, asked)?;
    let gone = making_way(garden, asked);
    let arranged = |found: &Answer| Arranged {
        proposals: found.picks.iter().map(|pick| told(&problem, catalogue, &patterns, pick)).collect(),
        bound: found.bound,
        proven: found.proven,
        looked: [found.starts, STARTS],
        gone: gone.clone(),
    };
    let found = search(&problem, ROUNDS, &mut |found| match found {
        Some(found) => watch(Some(&|| arranged(&found()))),
        None => watch(None),
    });
    Ok(arranged(&found))
}

/// The plain problem behind a question, for those who want to solve it another way.
pub fn problem_of(known: Known, asked: &Arranging) -> Result<Problem, Refusal> {
    posed(known, asked).map(|(problem, _)| problem)
}

/// The patches of the year that make way: those that are not locked.
fn making_way(garden: &Garden, asked: &Arranging) -> Vec<PatchId> {
    let days = calendar::year_span(asked.year, garden.site.latitude.hemisphere());
    let makes_way =
        |patch: &&Patch| asked.anew && !patch.locked && patch.bed == asked.bed && days.0 <= patch.from && patch.from <= days.1;
    garden.patches.iter().filter(makes_way).map(|patch| patch.id).collect()
}

fn posed(known: Known, asked: &Arranging) -> Result<(Problem, Vec<Placing>), Refusal> {
    let garden = known.garden;
    let bed = garden.bed(asked.bed).ok_or_else(|| Refusal::Unknown { what: "bed", key: asked.bed.0.to_string() })?;
    let gone = making_way(garden, asked);
    let mut standing = garden.clone();
    standing.patches.retain(|patch| !gone.contains(&patch.id));
    let patterns = asked.wishes.iter().map(|wish| pattern(known.on(&standing), asked, wish)).collect::<Result<Vec<_>, _>>()?;
    Ok((problem::build(known.on(&standing), bed, &asked.wishes, &patterns), patterns))
}

/// What would be planted for a wish, when, but not yet where.
fn pattern(known: Known, asked: &Arranging, wish: &BedWish) -> Result<Placing, Refusal> {
    let (crop, way) = known.crop(&wish.crop, Some(&wish.way))?;
    number("plants wished for", wish.plants.into(), PLANTS)?;
    let usual = usual_span(known, crop, way, Some(asked.bed), asked.year);
    let from = wish.from.unwrap_or(usual.0);
    let until = wish.until.unwrap_or(usual.1.max(from));
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    Ok(Placing {
        bed: asked.bed,
        rect: Rect { x: 0, y: 0, w: 1, h: 1 },
        from,
        until,
        line: None,
        timing: Timing::default(),
        planted: Planted::usual(&crop.key, &way.key),
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
