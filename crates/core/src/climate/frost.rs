//! How likely is a frost, and how hard, from a day on or until a day?

use crate::climate::normals::{DAYS, day_index};
use jiff::civil::Date;
use statrs::distribution::{ContinuousCDF, Normal};

/// Which end of the growing season.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Side {
    /// Frost that still comes.
    Spring,
    /// Frost that comes already.
    Autumn,
}

/// The last and first frost as normal distributions over the days of a year, counted from the growing
/// year's first day. A normal distribution is what frost-chance tables of weather services rest on
/// (Thom, Distribution of freeze-date and freeze-free period for climatological series with freezeless
/// years, Monthly Weather Review 87, 1959); years without any frost lower every chance by their share.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Frosts {
    /// Mean of the last frost's day, from 0 at the growing year's beginning.
    pub last: f64,
    /// Mean of the first frost's day.
    pub first: f64,
    /// Spread of both as a standard deviation \[days\], at least half a day.
    pub spread: [f64; 2],
    /// Share of years with a spring frost and with an autumn frost, 0 to 1.
    pub share: [f64; 2],
}

/// Standard deviations from the middle to the one-in-ten date.
const ONE_IN_TEN: f64 = 1.281_551_565_545;

impl Frosts {
    /// From even-chance days and the days from there to one in ten.
    pub fn even(last: f64, first: f64, to_one_in_ten: f64) -> Frosts {
        let spread = (to_one_in_ten / ONE_IN_TEN).max(0.5);
        Frosts { last, first, spread: [spread; 2], share: [1.0; 2] }
    }

    /// From the days of single years, each list without its frostless years, and the number of years.
    /// Nothing when there are not two frosts on each side.
    pub fn of_years(last: &[f64], first: &[f64], years: usize) -> Option<Frosts> {
        let fit = |days: &[f64]| {
            let n = days.len() as f64;
            let mean = days.iter().sum::<f64>() / n;
            let variance = days.iter().map(|day| (day - mean).powi(2)).sum::<f64>() / (n - 1.0);
            (days.len() >= 2).then(|| (mean, variance.sqrt().max(0.5)))
        };
        let (a, b) = (fit(last)?, fit(first)?);
        let share = |days: &[f64]| days.len() as f64 / years.max(days.len()) as f64;
        Some(Frosts { last: a.0, first: b.0, spread: [a.1, b.1], share: [share(last), share(first)] })
    }

    /// The chance of a frost on or after a day of the growing year in spring, or on or before it in autumn.
    pub fn chance(&self, side: Side, day: f64) -> f64 {
        match side {
            Side::Spring => self.share[0] * self.normal(0).sf(day),
            Side::Autumn => self.share[1] * self.normal(1).cdf(day),
        }
    }

    /// The day from which, or until which, the chance is no more than `chance`; nothing when it never is more.
    pub fn day_of(&self, side: Side, chance: f64) -> Option<f64> {
        let n = usize::from(side == Side::Autumn);
        if self.share[n] <= chance {
            return None;
        }
        let of_frosty = chance / self.share[n];
        let p = if side == Side::Spring { 1.0 - of_frosty } else { of_frosty };
        Some(self.normal(n).inverse_cdf(p))
    }

    fn normal(&self, n: usize) -> Normal {
        Normal::new(if n == 0 { self.last } else { self.first }, self.spread[n]).expect("a spread is at least half a day")
    }
}

/// The day on which a falling or rising curve of usual lows passes a temperature, looked for from the
/// warmest day outward; nothing when it never gets so cold.
pub(super) fn passes(lows: &[f64], warmest: usize, side: Side, temperature: f64) -> Option<usize> {
    (0..DAYS / 2 + 1).find(|away| lows[step(warmest, *away, side)] <= temperature)
}

/// So many days before the warmest day, or after it.
pub(super) fn step(from: usize, away: usize, side: Side) -> usize {
    match side {
        Side::Spring => (from + DAYS - away % DAYS) % DAYS,
        Side::Autumn => (from + away) % DAYS,
    }
}

/// A day's number in its growing year that begins on `first`.
pub(super) fn in_growing_year(day: Date, first: Date) -> usize {
    (day_index(day) + DAYS - day_index(first)) % DAYS
}
