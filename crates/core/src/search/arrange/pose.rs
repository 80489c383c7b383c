//! Poses the problem of a bed and its wishes, has it searched, and tells the answer with its reasons.

use crate::catalogue::Catalogue;
use crate::change::command::{self, Command};
use crate::change::replan::PatchChange;
use crate::climate::calendar::YEARS;
use crate::ground::fit::free_centisquares;
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::limits::{self, PLANTS, number};
use crate::lived::lived;
use crate::reckon::day::reckon;
use crate::rules::findings::Finding;
use crate::search::arrange::asked::{Arranged, Arranging, BedWish, MOST_WISHES, Proposal, Proposed, SquaresAsked, Weighed, Why};
use crate::search::arrange::movable::movable;
use crate::search::arrange::pieces;
use crate::search::arrange::pieces::{Dealt, got};
use crate::search::arrange::problem;
use crate::search::arrange::problem::{Problem, score};
use crate::search::arrange::search::{Answer, STARTS, search};
use crate::search::arrange::weigh::{MISSING, ROOM};
use crate::search::watch::Watch;
use crate::season::span::usual_span;
use sparrow_facts::edit::apply;
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
    let Known { catalogue, .. } = known;
    let (problem, patterns) = posed(known, asked)?;
    let gone = unnamed(known, asked)?;
    let arranged = |found: &Answer| {
        let proposals: Vec<Proposal> = found
            .picks
            .iter()
            .map(|pick| with_changes(known, asked, &gone, told(&problem, catalogue, &patterns, pick)))
            .collect();
        let whole = proposals.first().is_some_and(|best| best.left_out.is_empty());
        let proven = found.proven && whole;
        Arranged { proposals, bound: found.bound, proven, looked: [found.starts, STARTS], gone: gone.clone() }
    };
    let found = search(&problem, ROUNDS, &mut |found| match found {
        Some(found) => watch(Some(&|| arranged(&found()))),
        None => watch(None),
    });
    let mut arranged = arranged(&found);
    // Only what finds no room in one piece is worth cutting up.
    let lacks = |proposal: &Proposal| (missing(&asked.wishes, proposal), proposal.left_out.len());
    let left_out = arranged.proposals.first().is_none_or(|best| !best.left_out.is_empty());
    if left_out
        && let Some(in_pieces) = in_pieces(known, asked, &patterns)?
        && arranged.proposals.first().is_none_or(|best| lacks(&in_pieces) < lacks(best))
    {
        arranged.bound = arranged.bound.max(in_pieces.score);
        arranged.proposals.insert(0, with_changes(known, asked, &gone, in_pieces));
        arranged.proposals.truncate(2);
        arranged.proven = false;
    }
    Ok(arranged)
}

/// What a proposal lacks of the wishes that must find room, in ten-thousandths of each.
fn missing(wishes: &[BedWish], proposal: &Proposal) -> u32 {
    let out = proposal.left_out.iter().map(|wish| (*wish, wishes[*wish].plants));
    let must = out.chain(proposal.short.iter().copied()).filter(|(wish, _)| wishes[*wish].must);
    must.map(|(wish, plants)| plants * 10_000 / wishes[wish].plants.max(1)).sum()
}

/// The best way found of dealing the ground out square by square.
fn in_pieces(known: Known, asked: &Arranging, patterns: &[Placing]) -> Result<Option<Proposal>, Refusal> {
    let bed = known.bed(asked.bed)?;
    let standing = standing(known, asked)?;
    let known = known.on(&standing);
    let told = |dealt: Vec<Dealt>| {
        let place = |one: &Dealt| (&asked.wishes[one.wish], Placing { rect: one.rect, ..patterns[one.wish].clone() });
        let pieces: Vec<(&BedWish, Placing)> = dealt.iter().map(place).collect();
        let problem = problem::of_pieces(known, bed, &pieces);
        let places: Vec<Placing> = pieces.into_iter().map(|(_, place)| place).collect();
        let mut found = told(&problem, known.catalogue, &places, &vec![Some(0); places.len()]);
        found.patches.iter_mut().for_each(|one| one.wish = dealt[one.wish].wish);
        let lacks = |wish: &usize| asked.wishes[*wish].plants.saturating_sub(got(&dealt, *wish));
        (found.left_out, found.short) = (Vec::new(), Vec::new());
        for wish in 0..asked.wishes.len() {
            match lacks(&wish) {
                0 => {}
                all if all == asked.wishes[wish].plants => found.left_out.push(wish),
                some => found.short.push((wish, some)),
            }
            // Room that is found in several pieces is found once.
            let pieces = dealt.iter().filter(|one| one.wish == wish).count() as i32;
            if !asked.wishes[wish].must {
                found.score -= ROOM * (pieces - 1).max(0);
            } else {
                found.score -= MISSING * lacks(&wish) as i32 / asked.wishes[wish].plants.max(1) as i32;
            }
        }
        found
    };
    let all = pieces::deal(known, bed, &asked.wishes, patterns).into_iter().filter(|dealt| !dealt.is_empty());
    Ok(all.map(told).max_by_key(|proposal| proposal.score))
}

/// Squares asked for and squares there, and what to leave out where they are too few.
///
/// # Errors
/// When the bed, a crop or a number of the list is not known or out of range.
pub fn squares(known: Known, asked: &Arranging) -> Result<SquaresAsked, Refusal> {
    let (_, patterns) = posed(known, asked)?;
    let bed = known.bed(asked.bed)?;
    let standing = standing(known, asked)?;
    let units = known.garden.site.squares();
    let to_a_square: Vec<[u32; 2]> = patterns.iter().map(|pattern| to_a_square(known, pattern)).collect();
    let of_wish = |wish: usize, plants: u32| plants.div_ceil(to_a_square[wish][0]) * to_a_square[wish][1];
    let asked_for: Vec<u32> = asked.wishes.iter().enumerate().map(|(wish, one)| of_wish(wish, one.plants)).collect();
    let stays = standing.patches.iter().filter(|patch| patch.bed == bed.id);
    let meets = |patch: &&Patch| patterns.iter().any(|pattern| pattern.from <= patch.until && patch.from <= pattern.until);
    let taken: Vec<Rect> = stays.filter(meets).map(|patch| patch.rect).collect();
    let there = free_centisquares(bed, units, &taken) / 100;
    let mut over = asked_for.iter().sum::<u32>().saturating_sub(there);
    let mut left: Vec<u32> = asked.wishes.iter().map(|wish| wish.plants).collect();
    let mut cuts: Vec<(usize, u32, u32)> = Vec::new();
    // The next square is freed where it costs the smallest part of what is wished for; what only should find room goes first.
    while over > 0 {
        let part = |wish: &usize| {
            let [plants, _] = to_a_square[*wish];
            let last = if left[*wish].is_multiple_of(plants) { plants } else { left[*wish] % plants };
            (asked.wishes[*wish].must, last * 10_000 / asked.wishes[*wish].plants.max(1), last)
        };
        let Some(wish) = (0..left.len()).filter(|wish| left[*wish] > 0).min_by_key(part) else { break };
        let (cut, frees) = (part(&wish).2.min(left[wish]), to_a_square[wish][1]);
        left[wish] -= cut;
        over = over.saturating_sub(frees);
        match cuts.iter_mut().find(|one| one.0 == wish) {
            Some(one) => (one.1, one.2) = (one.1 + cut, one.2 + frees),
            None => cuts.push((wish, cut, frees)),
        }
    }
    Ok(SquaresAsked { asked: asked_for, there, cuts })
}

/// How many plants stand on how many squares: as many as one holds, or one on as many as it wants.
fn to_a_square(known: Known, pattern: &Placing) -> [u32; 2] {
    let patch = pattern.patch(0);
    let Some(planting) = Planting::alone(known, &patch) else { return [1, 1] };
    let distance = planting.distance(planting.school);
    let side = planting.units().square();
    let (columns, rows) = (side.whole(distance.along), side.whole(distance.across));
    let per_hole = planting.per_hole();
    if columns * rows > 0 {
        return [columns * rows * per_hole, 1];
    }
    let (w, h) = distance.starter(planting.units());
    [per_hole, u32::from(w / 2) * u32::from(h / 2)]
}

/// The plain problem behind a question, for those who want to solve it another way.
pub fn problem_of(known: Known, asked: &Arranging) -> Result<Problem, Refusal> {
    posed(known, asked).map(|(problem, _)| problem)
}

/// The plantings that make way: those of the bed that may be laid elsewhere, or those of them that the list names.
///
/// # Errors
/// When the list names a planting that stays, or is not there, or one twice.
fn making_way(known: Known, asked: &Arranging) -> Result<Vec<PatchId>, Refusal> {
    let movable: Vec<PatchId> = movable(known, asked.bed, asked.year).wishes.iter().filter_map(|wish| wish.patch).collect();
    let named: Vec<PatchId> = asked.wishes.iter().filter_map(|wish| wish.patch).collect();
    for (at, id) in named.iter().enumerate() {
        let patch = known.garden.patch(*id).filter(|_| !named[..at].contains(id));
        let patch = patch.ok_or_else(|| Refusal::Unknown { what: "patch", key: id.0.to_string() })?;
        if !movable.contains(id) {
            return Err(Refusal::Stays { crop: name(known.catalogue, patch) });
        }
    }
    Ok(if asked.anew { movable } else { named })
}

fn name(catalogue: &Catalogue, patch: &Patch) -> String {
    catalogue.crop(&patch.planted.crop).map_or_else(|| patch.planted.crop.clone(), |crop| crop.name.clone())
}

/// The plantings that make way and are named by nothing in the list.
fn unnamed(known: Known, asked: &Arranging) -> Result<Vec<PatchId>, Refusal> {
    let named = |id: &PatchId| asked.wishes.iter().any(|wish| wish.patch == Some(*id));
    Ok(making_way(known, asked)?.into_iter().filter(|id| !named(id)).collect())
}

/// The garden without what makes way.
fn standing(known: Known, asked: &Arranging) -> Result<Garden, Refusal> {
    let way = making_way(known, asked)?;
    let mut standing = known.garden.clone();
    standing.patches.retain(|patch| !way.contains(&patch.id));
    Ok(standing)
}

/// A proposal with what to do to have it so. The first piece of a planting that is there is that planting laid elsewhere.
fn with_changes(known: Known, asked: &Arranging, gone: &[PatchId], proposal: Proposal) -> Proposal {
    let mut changes: Vec<PatchChange> = gone.iter().map(|patch| PatchChange::Remove { patch: *patch }).collect();
    for (number, wish) in asked.wishes.iter().enumerate() {
        let mut pieces = proposal.patches.iter().filter(|one| one.wish == number).map(|one| &one.place);
        if let Some(now) = wish.patch.and_then(|id| known.garden.patch(id)) {
            match pieces.next() {
                Some(piece) => changes.extend(laid_elsewhere(now, wish, piece)),
                None => changes.push(PatchChange::Remove { patch: now.id }),
            }
        }
        changes.extend(pieces.map(|piece| PatchChange::Add { placing: Box::new(piece.clone()) }));
    }
    carried_out(known, Proposal { changes, ..proposal })
}

/// A proposal with the numbers its patches have once it is done, and what the rules find then.
fn carried_out(known: Known, mut proposal: Proposal) -> Proposal {
    let command = Command::Replan { changes: proposal.changes.clone(), follow: false };
    let mut plan = known.plan.clone();
    // Nothing to change is no trouble here: all of it lies where it should.
    apply(&mut plan, &command::plan(known, &command).unwrap_or_default());
    for one in &mut proposal.patches {
        let is = |patch: &&Patch| {
            let there = (patch.bed, patch.rect, &patch.planted.crop, patch.from);
            there == (one.place.bed, one.place.rect, &one.place.planted.crop, one.place.from)
        };
        one.patch = plan.patches.iter().find(is).map_or(one.patch, |patch| patch.id);
    }
    let lived = lived(&plan, known.catalogue, known.observed);
    let day = proposal.patches.iter().map(|one| one.place.from).min();
    let laid_out = |patch: PatchId| proposal.patches.iter().any(|one| one.patch == patch);
    let found = day.map(|day| reckon(known.on(&plan).seeing(known.observed, &lived), day).findings);
    let of_these = |one: &Finding| laid_out(one.patch) || one.other.is_some_and(laid_out);
    proposal.findings = found.into_iter().flatten().filter(of_these).collect();
    proposal
}

/// What becomes of a planting that is laid elsewhere, in the order in which it may be done.
fn laid_elsewhere(now: &Patch, wish: &BedWish, piece: &Placing) -> Vec<PatchChange> {
    let (patch, mut changes) = (now.id, Vec::new());
    if (&now.planted.crop, &now.planted.way) != (&piece.planted.crop, &piece.planted.way) {
        changes.push(PatchChange::Crop { patch, crop: piece.planted.crop.clone(), way: piece.planted.way.clone() });
    }
    if wish.from.or(wish.until).is_some() && (now.from, now.until) != (piece.from, piece.until) {
        changes.push(PatchChange::Days { patch, from: piece.from, until: piece.until });
    }
    if now.rect != piece.rect {
        changes.push(PatchChange::Ground { patch, bed: piece.bed, rect: piece.rect });
    }
    changes
}

/// Whether the list and the days of an arrangement may be.
fn check(asked: &Arranging) -> Result<(), Refusal> {
    number("wishes for one bed", asked.wishes.len() as i64, [1, MOST_WISHES as i64])?;
    limits::year("year", asked.year, YEARS)?;
    let mut days = asked.wishes.iter().flat_map(|wish| [wish.from, wish.until]).flatten();
    days.try_for_each(|day| limits::year("year", day.year(), YEARS))
}

fn posed(known: Known, asked: &Arranging) -> Result<(Problem, Vec<Placing>), Refusal> {
    check(asked)?;
    let bed = known.bed(asked.bed)?;
    let standing = standing(known, asked)?;
    let patterns = asked.wishes.iter().map(|wish| pattern(known, asked, wish)).collect::<Result<Vec<_>, _>>()?;
    let now: Vec<Option<Rect>> =
        asked.wishes.iter().map(|wish| wish.patch.and_then(|id| known.garden.patch(id)).map(|patch| patch.rect)).collect();
    Ok((problem::build(known.on(&standing), bed, &asked.wishes, &now, &patterns), patterns))
}

/// What would be planted for a wish, when, but not yet where.
fn pattern(known: Known, asked: &Arranging, wish: &BedWish) -> Result<Placing, Refusal> {
    let (crop, way) = known.crop(&wish.crop, Some(&wish.way))?;
    number("plants wished for", wish.plants.into(), PLANTS)?;
    let now = wish.patch.and_then(|id| known.garden.patch(id));
    let usual = match now {
        Some(patch) => (patch.from, patch.until),
        None => usual_span(known, crop, way, Some(asked.bed), asked.year),
    };
    let from = wish.from.unwrap_or(usual.0);
    let until = wish.until.unwrap_or(usual.1.max(from));
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    let same = now.filter(|now| (&now.planted.crop, &now.planted.way) == (&crop.key, &way.key));
    let planted = match (same, now) {
        // A smaller number belongs to the ground it was given.
        (Some(same), _) => Planted { holes: None, ..same.planted.clone() },
        (None, Some(other)) => other.planted.grown_as(&crop.key, &way.key),
        (None, None) => Planted::usual(&crop.key, &way.key),
    };
    let timing = same.map_or_else(Timing::default, |same| same.timing);
    Ok(Placing { bed: asked.bed, rect: Rect { x: 0, y: 0, w: 1, h: 1 }, from, until, line: None, timing, planted })
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
        patches.push(Proposed { wish, patch: PatchId(0), place, plants: candidate.plants, why });
    }
    let left_out = (0..pick.len()).filter(|wish| pick[*wish].is_none()).collect();
    split.retain(|one| one.points != 0);
    let score = score(problem, pick);
    Proposal { patches, left_out, short: Vec::new(), score, split, findings: Vec::new(), changes: Vec::new() }
}

fn same_kind(one: &Why, other: &Why) -> bool {
    std::mem::discriminant(one) == std::mem::discriminant(other)
}
