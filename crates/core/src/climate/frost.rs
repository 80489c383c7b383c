//! When does it freeze? The edges of the season as chances, and lows that are bent until they fit what a household knows.

use crate::climate::nights::safe;
use crate::climate::normals::DAYS;

/// Which end of the growing season.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Side {
    /// Frost that still comes.
    Spring,
    /// Frost that comes already.
    Autumn,
}

/// Usual lows of each day and how they scatter \[°C\].
#[derive(Debug, Clone, PartialEq)]
pub struct Lows {
    /// Usual lows.
    pub low: Vec<f64>,
    /// Their spread as a standard deviation.
    pub spread: Vec<f64>,
    /// The warmest day of the year by its mean, from which the season's edges are looked for.
    pub warmest: usize,
}

/// What a household or a station knows of its frosts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Known {
    /// The days of the year of an even chance, last and first, among years that have a frost.
    pub even: [usize; 2],
    /// The share of years that have one, 0 to 1.
    pub share: [f64; 2],
    /// Days from there to the one-in-ten dates.
    pub to_one_in_ten: f64,
}

/// How lows were bent.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Bend {
    /// How much lower or higher all nights are taken \[°C\].
    pub all: f64,
    /// How much more so after the warmest day than before it \[°C\].
    pub autumn: f64,
    /// What their spread was multiplied with.
    pub spread: f64,
}

/// The most that nights are bent \[°C\].
const MOST: [f64; 2] = [9.0, 5.0];
/// Spreads that are tried, as parts of the one reckoned from the climate.
const SPREADS: [f64; 7] = [0.7, 0.85, 1.0, 1.2, 1.45, 1.7, 2.0];
/// What is thought as likely as not: a shift of 1.5 °C, a spread a quarter wider, an edge that takes two weeks longer.
const USUAL: [f64; 3] = [1.5, 0.22, 14.0];

impl Lows {
    /// How many days before the warmest day (spring) or after it (autumn) a frost still comes, or comes already, with more
    /// than some chance; nothing where it is never so likely.
    pub fn edge(&self, side: Side, chance: f64) -> Option<usize> {
        edge(&self.safe(), self.warmest, side, chance)
    }

    /// The logarithms of the chances that each day's night brings no first frost.
    fn safe(&self) -> Vec<f64> {
        safe(&self.low, &self.spread, 0.0)
    }

    /// The chance of any frost in the half year before the warmest day, or after it, 0 to 1.
    pub fn share(&self, side: Side) -> f64 {
        let safe = self.safe();
        1.0 - (1..=DAYS / 2).map(|away| safe[at(self.warmest, away, side)]).sum::<f64>().exp()
    }

    /// The same lows, bent until their edges are where they are known to be.
    ///
    /// All nights are shifted, those of autumn otherwise than those of spring by a sine over the year; the spread is the
    /// one that asks for the least shift (own choice: a place is rarely more than a degree or two from what its climate
    /// says). Only the two dates are met; the rest of the year follows.
    pub fn bent(&self, known: &Known) -> (Lows, Bend) {
        let cost = |(lows, bend): &(Lows, Bend)| {
            let safe = lows.safe();
            let miss: f64 = [Side::Spring, Side::Autumn].into_iter().map(|side| lows.miss(&safe, known, side).abs()).sum();
            let longer = lows.to_one_in_ten(&safe, known).map_or(0.0, |days| days - known.to_one_in_ten);
            let [shift, wider, days] = USUAL;
            let terms = [bend.all / shift, bend.autumn / shift, bend.spread.ln() / wider, longer / days];
            4.0 * miss + terms.iter().map(|term| term * term).sum::<f64>()
        };
        let tried = SPREADS.map(|spread| self.bent_with(known, spread));
        tried.into_iter().min_by(|a, b| cost(a).total_cmp(&cost(b))).unwrap_or_else(|| (self.clone(), Bend::default()))
    }

    fn bent_with(&self, known: &Known, spread: f64) -> (Lows, Bend) {
        let mut bend = Bend { all: 0.0, autumn: 0.0, spread };
        let mut lows = self.with(bend);
        let mut best = (f64::INFINITY, lows.clone(), bend);
        for round in 0..ROUNDS {
            let safe = lows.safe();
            let miss = [Side::Spring, Side::Autumn].map(|side| lows.miss(&safe, known, side));
            let far = miss[0].abs() + miss[1].abs();
            if far < best.0 {
                best = (far, lows.clone(), bend);
            }
            if far < 0.5 {
                break;
            }
            // Whole days are met in ever smaller steps.
            let step = if round < ROUNDS / 2 { 1.0 } else { 0.4 };
            let spring = step * miss[0] * lows.steepness(known, Side::Spring);
            let autumn = step * miss[1] * lows.steepness(known, Side::Autumn);
            bend.all = (bend.all + f64::midpoint(spring, autumn)).clamp(-MOST[0], MOST[0]);
            bend.autumn = (bend.autumn + (autumn - spring) / 2.0).clamp(-MOST[1], MOST[1]);
            lows = self.with(bend);
        }
        (best.1, best.2)
    }

    fn with(&self, bend: Bend) -> Lows {
        let turn = |day: usize| {
            let angle = 2.0 * std::f64::consts::PI * (day as f64 - self.warmest as f64) / DAYS as f64;
            bend.all + bend.autumn * angle.sin()
        };
        let low = self.low.iter().enumerate().map(|(day, low)| low + turn(day)).collect();
        Lows { low, spread: self.spread.iter().map(|spread| spread * bend.spread).collect(), warmest: self.warmest }
    }

    /// How many days too near to the warmest day its edge is; the other way less than nothing.
    fn miss(&self, safe: &[f64], known: &Known, side: Side) -> f64 {
        let n = usize::from(side == Side::Autumn);
        let there = away(self.warmest, known.even[n], side);
        let here = edge(safe, self.warmest, side, known.share[n] / 2.0).unwrap_or(DAYS / 2);
        here as f64 - there as f64
    }

    /// How much colder the nights of an edge get with each day away from the warmest \[°C\], with its sign for
    /// [`Lows::miss`]: an edge too far out wants colder nights.
    fn steepness(&self, known: &Known, side: Side) -> f64 {
        let day = known.even[usize::from(side == Side::Autumn)];
        let from = away(self.warmest, day, side);
        let (near, far) = (at(self.warmest, from.saturating_sub(6), side), at(self.warmest, from + 6, side));
        -((self.low[near] - self.low[far]) / 12.0).clamp(0.05, 0.35)
    }

    /// Days between the even chance and the one in ten, the mean of both sides.
    fn to_one_in_ten(&self, safe: &[f64], known: &Known) -> Option<f64> {
        let days = |side: Side, n: usize| {
            let [even, late] = [0.5, 0.1].map(|chance| edge(safe, self.warmest, side, chance * known.share[n]));
            Some(even? as f64 - late? as f64)
        };
        Some(f64::midpoint(days(Side::Spring, 0)?, days(Side::Autumn, 1)?))
    }
}

/// Rounds of bending: each comes nearer by most of the miss.
const ROUNDS: usize = 20;

fn edge(safe: &[f64], warmest: usize, side: Side, chance: f64) -> Option<usize> {
    let enough = (1.0 - chance).ln();
    let mut sum = 0.0;
    (1..=DAYS / 2).find(|away| {
        sum += safe[at(warmest, *away, side)];
        sum < enough
    })
}

/// The day so many days before the warmest day, or after it.
pub(super) fn at(warmest: usize, away: usize, side: Side) -> usize {
    match side {
        Side::Spring => (warmest + DAYS - away % DAYS) % DAYS,
        Side::Autumn => (warmest + away) % DAYS,
    }
}

/// How many days before the warmest day, or after it, a day is.
fn away(warmest: usize, day: usize, side: Side) -> usize {
    match side {
        Side::Spring => (warmest + DAYS - day) % DAYS,
        Side::Autumn => (day + DAYS - warmest) % DAYS,
    }
}
