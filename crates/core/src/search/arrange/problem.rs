//! The plain form of an arrangement: wishes, their candidates, and what every pair is worth.

use crate::catalogue::{Catalogue, Crop, Nearness, Way};
use crate::known::Known;
use crate::rules::past::History;
use crate::rules::shade::falls_on;
use crate::search::arrange::asked::{BedWish, Weighed, Why};
use crate::search::arrange::candidates;
use crate::search::arrange::candidates::Candidate;
use crate::search::arrange::weigh::{MISSING, points, shadow};
use sparrow_facts::bed::Bed;
use sparrow_facts::patch::{Patch, Placing};
use sparrow_facts::rect::Rect;
use sparrow_facts::units::Length;

/// A wish with its candidates.
#[derive(Debug, Clone)]
pub struct Wished {
    /// It must find room.
    pub must: bool,
    /// Where it could lie, the best by itself first.
    pub candidates: Vec<Candidate>,
    /// The candidate where it lies now.
    pub now: Option<usize>,
}

/// What two wishes are to each other wherever they lie.
#[derive(Debug, Clone, Default)]
struct Pair {
    /// Both are in the ground on some same day; if not, they may share it.
    meet: bool,
    /// Points when they touch, and the relations they come from.
    touching: Vec<(usize, i32)>,
    /// Points when both are in the bed.
    same_bed: Vec<(usize, i32)>,
    /// The noon shadow of the first on the second, and what it is worth.
    shade: Option<((Length, Length), i32)>,
    /// The same of the second on the first.
    shaded: Option<((Length, Length), i32)>,
    touching_sum: i32,
    same_bed_sum: i32,
}

/// Everything the search needs to know.
#[derive(Debug, Clone)]
pub struct Problem {
    /// The wishes.
    pub wishes: Vec<Wished>,
    crops: Vec<String>,
    pairs: Vec<Vec<Pair>>,
}

/// Puts the problem together, of a garden without what makes way. `now` says where each wish lies now, `patterns` what it would be.
pub fn build(known: Known, bed: &Bed, wishes: &[BedWish], now: &[Option<Rect>], patterns: &[Placing]) -> Problem {
    let history = History::of(known);
    let wished = wishes
        .iter()
        .zip(now)
        .zip(patterns)
        .map(|((wish, now), pattern)| {
            let candidates = candidates::of(known, &history, wish, *now, pattern);
            let now = now.and_then(|rect| candidates.iter().position(|one| one.rect == rect));
            Wished { must: wish.must, candidates, now }
        })
        .collect();
    let patches: Vec<Patch> = patterns.iter().map(|pattern| pattern.patch(0)).collect();
    let pairs = patches.iter().map(|one| patches.iter().map(|other| pair(known, bed, one, other)).collect());
    Problem {
        wishes: wished,
        crops: patterns.iter().map(|pattern| pattern.planted.crop.clone()).collect(),
        pairs: pairs.collect(),
    }
}

/// The problem of pieces that lie where they lie: what they are worth there, by themselves and together.
pub fn of_pieces(known: Known, bed: &Bed, pieces: &[(&BedWish, Placing)]) -> Problem {
    let history = History::of(known);
    let wished = |(wish, place): &(&BedWish, Placing)| Wished {
        must: wish.must,
        candidates: candidates::at(known, &history, bed, wish, place).into_iter().collect(),
        now: None,
    };
    let patches: Vec<Patch> = pieces.iter().map(|(_, place)| place.patch(0)).collect();
    let mut pairs: Vec<Vec<Pair>> =
        patches.iter().map(|one| patches.iter().map(|other| pair(known, bed, one, other)).collect()).collect();
    // Pieces of one crop are nothing to each other.
    for (a, (one, _)) in pieces.iter().enumerate() {
        for b in (0..pieces.len()).filter(|b| std::ptr::eq(*one, pieces[*b].0)) {
            let meet = pairs[a][b].meet;
            pairs[a][b] = Pair { meet, ..Pair::default() };
        }
    }
    Problem {
        wishes: pieces.iter().map(wished).collect(),
        crops: pieces.iter().map(|(_, place)| place.planted.crop.clone()).collect(),
        pairs,
    }
}

fn grown<'c>(catalogue: &'c Catalogue, patch: &Patch) -> Option<(&'c Crop, &'c Way)> {
    let crop = catalogue.crop(&patch.planted.crop)?;
    Some((crop, crop.way(&patch.planted.way)?))
}

fn pair(known: Known, bed: &Bed, one: &Patch, other: &Patch) -> Pair {
    let catalogue = known.catalogue;
    let (Some((crop, way)), Some((other_crop, other_way))) = (grown(catalogue, one), grown(catalogue, other)) else {
        return Pair::default();
    };
    if !one.meets(other) {
        return Pair::default();
    }
    let mut found = Pair { meet: true, ..Pair::default() };
    for &index in catalogue.relations_between(crop, other_crop) {
        let relation = &catalogue.relations[index];
        if !relation.applies((crop, way), (other_crop, other_way)) {
            continue;
        }
        match relation.reach {
            Nearness::Touching => found.touching.push((index, points(relation))),
            Nearness::SameBed => found.same_bed.push((index, points(relation))),
            // What reaches over the whole yard is the same wherever in the bed it lies.
            Nearness::Yard => {}
        }
    }
    found.shade = shadow(known, bed, one, other);
    found.shaded = shadow(known, bed, other, one);
    found.touching_sum = found.touching.iter().map(|one| one.1).sum();
    found.same_bed_sum = found.same_bed.iter().map(|one| one.1).sum();
    found
}

impl Problem {
    /// What one wish is worth at one candidate, by itself.
    pub fn alone(&self, wish: usize, candidate: usize) -> i32 {
        self.wishes[wish].candidates[candidate].points
    }

    /// Whether two candidates share ground on some same day.
    pub fn overlap(&self, (a, c): (usize, usize), (b, d): (usize, usize)) -> bool {
        self.pairs[a][b].meet && self.wishes[a].candidates[c].rect.overlaps(self.wishes[b].candidates[d].rect)
    }

    /// What two wishes are worth to each other at two candidates.
    pub fn together(&self, (a, c): (usize, usize), (b, d): (usize, usize)) -> i32 {
        let pair = &self.pairs[a][b];
        let (one, other) = (&self.wishes[a].candidates[c], &self.wishes[b].candidates[d]);
        let mut points = pair.same_bed_sum;
        if pair.touching_sum != 0 && one.rect.touches(other.rect) {
            points += pair.touching_sum;
        }
        if let Some((shadow, worth)) = pair.shade
            && falls_on(one.ground, shadow, &other.holes).is_some()
        {
            points += worth;
        }
        if let Some((shadow, worth)) = pair.shaded
            && falls_on(other.ground, shadow, &one.holes).is_some()
        {
            points += worth;
        }
        points
    }

    /// The most two wishes can be worth to each other anywhere.
    pub fn together_at_best(&self, a: usize, b: usize) -> i32 {
        let pair = &self.pairs[a][b];
        let shade = |shade: &Option<((Length, Length), i32)>| shade.map_or(0, |(_, worth)| worth.max(0));
        pair.same_bed_sum + pair.touching_sum.max(0) + shade(&pair.shade) + shade(&pair.shaded)
    }

    /// The same, reason by reason.
    pub fn between(&self, catalogue: &Catalogue, (a, c): (usize, usize), (b, d): (usize, usize)) -> Vec<Weighed> {
        let pair = &self.pairs[a][b];
        let (one, other) = (&self.wishes[a].candidates[c], &self.wishes[b].candidates[d]);
        let touch = one.rect.touches(other.rect);
        let relations = pair.touching.iter().filter(|_| touch).chain(&pair.same_bed);
        let mut found: Vec<Weighed> = relations
            .filter(|(index, _)| catalogue.relations.get(*index).is_some())
            .map(|(relation, points)| Weighed {
                why: Why::Company { with: self.crops[b].clone(), relation: *relation },
                points: *points,
            })
            .collect();
        let sides = [(pair.shade, one, other, a, b), (pair.shaded, other, one, b, a)];
        for (shade, tall, short, by, on) in sides {
            if let Some((shadow, points)) = shade
                && falls_on(tall.ground, shadow, &short.holes).is_some()
            {
                found.push(Weighed {
                    why: Why::Shade { by: self.crops[by].clone(), on: self.crops[on].clone(), welcome: points > 0 },
                    points,
                });
            }
        }
        found
    }
}

/// The score of a pick, one candidate a wish or none, worked out from the beginning: what every pick is
/// judged by. A pick in which two share ground has none that counts.
pub fn score(problem: &Problem, pick: &[Option<usize>]) -> i32 {
    let mut total = 0;
    for (a, chosen) in pick.iter().enumerate() {
        let Some(c) = *chosen else {
            total -= if problem.wishes[a].must { MISSING } else { 0 };
            continue;
        };
        total += problem.alone(a, c);
        for (b, theirs) in pick.iter().enumerate().skip(a + 1) {
            total += theirs.map_or(0, |d| problem.together((a, c), (b, d)));
        }
    }
    total
}
