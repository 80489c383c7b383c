//! How likely is it that a night is colder than something bears, on a day or through a whole stand?
//!
//! A night's low scatters about its day's usual low like a normal variable that keeps six tenths of yesterday's
//! difference (a first-order autoregression; day-to-day correlations of 0.5 to 0.7 are usual for daily lows). Each night's
//! chance of being the first below a limit is reckoned from that night and the one before, and the chances of a
//! stand are multiplied: no year is drawn, winters count like any other time, and the chance of living never rises.

use crate::climate::normals::DAYS;
use statrs::function::erf::erfc;
use std::sync::OnceLock;

/// What a night keeps of the difference of the night before.
pub const KEEPS: f64 = 0.6;
/// The coldest limit that is told apart \[°C\], the warmest, and the steps to a degree.
const COLDEST: f64 = -45.0;
const WARMEST: f64 = 14.0;
const STEPS: f64 = 2.0;
/// Years over which a stand is followed.
pub const YEARS: usize = 4;

/// Chances of cold nights at one place.
#[derive(Debug, Clone, PartialEq)]
pub struct Nights {
    /// For each limit, for each day of the year: the logarithm of the chance that its night is not the first below the limit.
    safe: Vec<Vec<f64>>,
    /// Usual lows, and their spread as a standard deviation \[°C\].
    low: Vec<f64>,
    spread: Vec<f64>,
}

impl Nights {
    /// From the usual lows of each day and their spread.
    pub fn of(low: Vec<f64>, spread: Vec<f64>) -> Nights {
        let limits = ((WARMEST - COLDEST) * STEPS) as usize + 1;
        let at = |limit: usize| safe(&low, &spread, COLDEST + limit as f64 / STEPS);
        let safe = (0..limits).map(at).collect();
        Nights { safe, low, spread }
    }

    /// The usual low that the chances rest on \[°C\].
    pub fn low(&self, day: usize) -> f64 {
        self.low[day % DAYS]
    }

    /// The spread of the lows of a day, as a standard deviation \[°C\].
    pub fn spread(&self, day: usize) -> f64 {
        self.spread[day % DAYS]
    }

    /// The logarithm of the chance that a night is not the first that is colder than a limit \[°C\].
    fn on(&self, day: usize, limit: f64) -> f64 {
        let step = ((limit - COLDEST) * STEPS).clamp(0.0, (self.safe.len() - 2) as f64 + 0.999);
        let (below, part) = (step as usize, step.fract());
        self.safe[below][day] * (1.0 - part) + self.safe[below + 1][day] * part
    }

    /// Sums over the nights from the year's first on, for a limit that may be another on each day: the chance of living from
    /// day `a` to before day `b` is `exp(sums[b] − sums[a])`, for days of [`YEARS`] years on end.
    pub fn living(&self, limit: impl Fn(usize) -> f64) -> Vec<f64> {
        let year: Vec<f64> = (0..DAYS).map(|day| self.on(day, limit(day))).collect();
        let mut sums = Vec::with_capacity(DAYS * YEARS + 1);
        let mut sum = 0.0;
        sums.push(sum);
        for day in 0..DAYS * YEARS {
            sum += year[day % DAYS];
            sums.push(sum);
        }
        sums
    }

    /// The chance that one of so many nights from a day of the year on is colder than a limit \[°C\], 0 to 1.
    pub fn chance(&self, limit: f64, from: usize, nights: usize) -> f64 {
        let sum: f64 = (from..from + nights.min(DAYS)).map(|day| self.on(day % DAYS, limit)).sum();
        1.0 - sum.exp()
    }
}

/// For each day of the year, the logarithm of the chance that its night is not the first below a limit.
///
/// How far two nights running are from the limit differs by a few hundredths of their spread; both are taken as their middle.
pub(super) fn safe(low: &[f64], spread: &[f64], limit: f64) -> Vec<f64> {
    let away = |day: usize| (limit - low[day]) / spread[day];
    let mut before = away(low.len() - 1);
    (0..low.len())
        .map(|day| {
            let now = away(day);
            let middle = f64::midpoint(before, now);
            before = now;
            not_first(middle)
        })
        .collect()
}

/// The logarithm of the chance that a night is not below a limit so many spreads above its usual low, when the night before
/// was not below it either: from a table of hundredths.
fn not_first(away: f64) -> f64 {
    static TABLE: OnceLock<Vec<f64>> = OnceLock::new();
    let table = TABLE.get_or_init(|| (0..=FAR as usize * 200).map(|step| exactly(step as f64 / 100.0 - FAR)).collect());
    let step = ((away + FAR) * 100.0).clamp(0.0, FAR * 200.0 - 0.001);
    let (below, part) = (step as usize, step.fract());
    table[below] * (1.0 - part) + table[below + 1] * part
}

/// How many spreads from a limit nothing is left to tell.
const FAR: f64 = 7.0;

fn exactly(away: f64) -> f64 {
    let warm_before = 1.0 - below(away);
    if warm_before < 1e-9 {
        return UNLIVABLE;
    }
    let first = (below(away) - both_below(away, away)) / warm_before;
    (1.0 - first.clamp(0.0, 1.0)).ln().max(UNLIVABLE)
}

/// The logarithm that stands for no chance.
const UNLIVABLE: f64 = -20.0;

/// The standard normal distribution function.
pub fn below(z: f64) -> f64 {
    0.5 * erfc(-z / std::f64::consts::SQRT_2)
}

/// Gauss and Legendre's six points and weights on −1 to 1.
const POINTS: [[f64; 2]; 6] = [
    [-0.932_469_514_203_152, 0.171_324_492_379_170],
    [-0.661_209_386_466_265, 0.360_761_573_048_139],
    [-0.238_619_186_083_197, 0.467_913_934_572_691],
    [0.238_619_186_083_197, 0.467_913_934_572_691],
    [0.661_209_386_466_265, 0.360_761_573_048_139],
    [0.932_469_514_203_152, 0.171_324_492_379_170],
];

/// The chance that two standard normal variables that keep [`KEEPS`] of each other are both below a limit of their own.
///
/// Z. Drezner, G. O. Wesolowsky, On the computation of the bivariate normal integral, Journal of Statistical Computation and
/// Simulation 35, 1990: the integral of the density over the correlation, here by Gauss's six points.
pub fn both_below(a: f64, b: f64) -> f64 {
    let part = |[point, weight]: [f64; 2]| {
        let r = KEEPS * f64::midpoint(point, 1.0);
        let rest = 1.0 - r * r;
        weight * (-(a * a - 2.0 * r * a * b + b * b) / (2.0 * rest)).exp() / rest.sqrt()
    };
    below(a) * below(b) + KEEPS / 2.0 * POINTS.into_iter().map(part).sum::<f64>() / (2.0 * std::f64::consts::PI)
}
