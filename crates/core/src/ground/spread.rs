//! Which holes are used when fewer plants stand than fit? Those that keep the plants farthest apart.
//!
//! The nearest two stand as far apart as the holes allow; of choices that do, one is taken in which no plant has more neighbours
//! than it need have. Exact for up to 128 holes as long as the search stays small, which it does for whole squares; more holes
//! are chosen one by one, each as far from those before as can be, and then shifted while that helps; of thousands, every so many.

use crate::ground::hole::Hole;
use crate::ground::pattern::apart;

/// The most holes among which the greatest least distance is searched for.
const EXACT: usize = 128;
/// The most steps of one such search.
const STEPS: u32 = 10_000;
/// The most comparisons spent on shifting plants.
const SHIFTS: usize = 2_000_000;
/// The most comparisons of each chosen hole with every other; of more they are taken evenly, row by row.
const COMPARED: usize = 4_000_000;

/// So many of the holes, in their order: all of them where as many or more are wanted.
pub fn spread(holes: Vec<Hole>, wanted: usize) -> Vec<Hole> {
    if wanted >= holes.len() {
        return holes;
    }
    let among = Among { holes: &holes };
    let chosen = match wanted {
        0 => Vec::new(),
        1 => vec![among.middle()],
        many if many * holes.len() > COMPARED => (0..many).map(|n| (2 * n + 1) * holes.len() / (2 * many)).collect(),
        _ => among.choose(wanted),
    };
    let mut used = vec![false; holes.len()];
    chosen.into_iter().for_each(|hole| used[hole] = true);
    holes.iter().zip(used).filter_map(|(hole, used)| used.then_some(*hole)).collect()
}

/// The square of the least distance between two of some holes \[0.01 mm²\]; nothing for fewer than two.
pub fn least_apart(holes: &[Hole]) -> Option<i64> {
    let pairs = holes.iter().enumerate().flat_map(|(n, one)| holes[n + 1..].iter().map(move |other| (one, other)));
    pairs.map(|(one, other)| apart((one.x, one.y), (other.x, other.y))).min()
}

struct Among<'a> {
    holes: &'a [Hole],
}

impl Among<'_> {
    fn apart(&self, one: usize, other: usize) -> i64 {
        let (one, other) = (self.holes[one], self.holes[other]);
        apart((one.x, one.y), (other.x, other.y))
    }

    /// The hole nearest to the middle of them all.
    fn middle(&self) -> usize {
        let middle = |at: &dyn Fn(&Hole) -> i32| {
            let (least, most) = self.holes.iter().map(at).fold((i32::MAX, i32::MIN), |(a, b), at| (a.min(at), b.max(at)));
            i64::from(least) + i64::from(most)
        };
        let (x, y) = (middle(&|hole| hole.x.get()), middle(&|hole| hole.y.get()));
        let off = |hole: &Hole| (2 * i64::from(hole.x.get()) - x).pow(2) + (2 * i64::from(hole.y.get()) - y).pow(2);
        (0..self.holes.len()).min_by_key(|hole| off(&self.holes[*hole])).unwrap_or(0)
    }

    fn choose(&self, wanted: usize) -> Vec<usize> {
        let last = self.holes.len() - 1;
        let one_by_one = [0, last, self.middle()].map(|first| self.one_by_one(first, wanted));
        let mut best = one_by_one.into_iter().max_by_key(|chosen| self.least(chosen)).unwrap_or_default();
        if self.holes.len() <= EXACT {
            // Distances from the one reached upwards, until one cannot be kept.
            let mut steps = STEPS;
            while let Some(better) =
                self.next_above(self.least(&best)).and_then(|least| self.all_as_far(wanted, least, &mut steps))
            {
                best = better;
            }
        }
        self.shift(best)
    }

    /// Each as far as can be from those before it.
    fn one_by_one(&self, first: usize, wanted: usize) -> Vec<usize> {
        let mut chosen = vec![first];
        let mut far: Vec<i64> = (0..self.holes.len()).map(|hole| self.apart(hole, first)).collect();
        while chosen.len() < wanted {
            // Of equals the first, so that the same ground gives the same plants.
            let next = (0..far.len()).max_by_key(|hole| (far[*hole], std::cmp::Reverse(*hole))).unwrap_or(0);
            chosen.push(next);
            far.iter_mut().enumerate().for_each(|(hole, far)| *far = (*far).min(self.apart(hole, next)));
        }
        chosen
    }

    fn least(&self, chosen: &[usize]) -> i64 {
        let pairs = chosen.iter().enumerate().flat_map(|(n, one)| chosen[n + 1..].iter().map(move |other| (*one, *other)));
        pairs.map(|(one, other)| self.apart(one, other)).min().unwrap_or(i64::MAX)
    }

    /// The next greater distance between any two holes.
    fn next_above(&self, least: i64) -> Option<i64> {
        let all = 0..self.holes.len();
        let pairs = all.clone().flat_map(|one| all.clone().skip(one + 1).map(move |other| (one, other)));
        pairs.map(|(one, other)| self.apart(one, other)).filter(|apart| *apart > least).min()
    }

    /// So many holes that are all so far apart; nothing when there are none, or none was found in so many steps.
    fn all_as_far(&self, wanted: usize, least: i64, steps: &mut u32) -> Option<Vec<usize>> {
        let holes = self.holes.len();
        let near = |one: usize| {
            let others = (0..holes).filter(|other| *other != one && self.apart(one, *other) < least);
            others.fold(0_u128, |mask, other| mask | 1 << other)
        };
        let near: Vec<u128> = (0..holes).map(near).collect();
        let all = if holes == EXACT { u128::MAX } else { (1 << holes) - 1 };
        let chosen = deeper(&near, all, 0, wanted, steps)?;
        Some((0..holes).filter(|hole| chosen >> hole & 1 == 1).collect())
    }

    /// Moves plants to holes with fewer and farther neighbours, as long as the least distance stays.
    fn shift(&self, mut chosen: Vec<usize>) -> Vec<usize> {
        let least = self.least(&chosen);
        let (holes, wanted) = (self.holes.len(), chosen.len());
        let press = |one: usize, other: usize| if one == other { 0.0 } else { 1.0 / self.apart(one, other).max(1) as f64 };
        let mut pressed: Vec<f64> = (0..holes).map(|hole| chosen.iter().map(|other| press(hole, *other)).sum()).collect();
        let mut used = vec![false; holes];
        chosen.iter().for_each(|hole| used[*hole] = true);
        let mut left = SHIFTS.saturating_sub(holes * wanted);
        while let Some(rest) = left.checked_sub(holes * wanted) {
            left = rest;
            let mut best: Option<(f64, usize, usize)> = None;
            for (place, &from) in chosen.iter().enumerate() {
                for to in (0..holes).filter(|to| !used[*to]) {
                    let wins = pressed[from] - (pressed[to] - press(to, from));
                    if wins > pressed[from] * 1e-9 && best.is_none_or(|(most, ..)| wins > most) && {
                        chosen.iter().all(|other| *other == from || self.apart(*other, to) >= least)
                    } {
                        best = Some((wins, place, to));
                    }
                }
            }
            let Some((_, place, to)) = best else { break };
            let from = std::mem::replace(&mut chosen[place], to);
            (used[from], used[to]) = (false, true);
            pressed.iter_mut().enumerate().for_each(|(hole, pressed)| *pressed += press(hole, to) - press(hole, from));
        }
        chosen
    }
}

/// Takes the free hole with the fewest free ones near it, or leaves it; nothing when no choice of so many is left.
fn deeper(near: &[u128], free: u128, chosen: u128, wanted: usize, steps: &mut u32) -> Option<u128> {
    if wanted == 0 {
        return Some(chosen);
    }
    *steps = steps.checked_sub(1)?;
    if (free.count_ones() as usize) < wanted {
        return None;
    }
    let is_free = |hole: &usize| free >> hole & 1 == 1;
    let hole = (0..near.len()).filter(is_free).min_by_key(|hole| (near[*hole] & free).count_ones())?;
    let one = 1_u128 << hole;
    let with = deeper(near, free & !one & !near[hole], chosen | one, wanted - 1, steps);
    // A hole with one neighbour at most is never worse than that neighbour.
    if with.is_some() || (near[hole] & free).count_ones() <= 1 { with } else { deeper(near, free & !one, chosen, wanted, steps) }
}
