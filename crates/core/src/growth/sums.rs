//! How far does a year's growth add up? Sums before each day, and the days until one is reached.

use crate::catalogue::Growth;
use crate::climate::normals::DAYS;
use crate::climate::weather::Weather;

/// The half range from low to high of the day on which a packet's days are taken to hold \[°C\].
const USUAL_SWING: f64 = 5.0;
/// Longer than that nothing is waited for \[days\].
pub(super) const LONGEST: usize = 430;

/// Sums over one year, 366 figures.
#[derive(Debug, Clone)]
pub(super) struct Sums {
    /// As warmth alone would have it.
    pub warm: Vec<f64>,
    /// In the light there is.
    pub lit: Vec<f64>,
}

impl Sums {
    /// Those of a group of crops under a weather.
    pub fn of(weather: &Weather, group: &Growth) -> Sums {
        let usual = group.response.over_a_day(group.usual, group.swing * USUAL_SWING);
        let (mut warm, mut lit) = (vec![0.0], vec![0.0]);
        for day in 0..DAYS {
            let mean = weather.normals.mean[day];
            let swing = group.swing * (weather.normals.high[day] - mean);
            let gain = group.response.over_a_day(mean, swing) / usual;
            warm.push(warm[day] + gain);
            lit.push(lit[day] + gain * weather.light[day]);
        }
        Sums { warm, lit }
    }
}

/// The sum over so many days from a day of the year on, year after year.
pub(super) fn between(sums: &[f64], from: usize, days: i32) -> f64 {
    let end = from + usize::try_from(days).unwrap_or(0);
    sums[DAYS] * (end / DAYS) as f64 + sums[end % DAYS] - sums[from]
}

/// Days from a day of the year on until a sum is reached; nothing within [`LONGEST`].
pub(super) fn days_to(sums: &[f64], from: usize, asked: f64) -> Option<usize> {
    let reached = |days: usize| between(sums, from, days as i32) >= asked;
    if !reached(LONGEST) {
        return None;
    }
    let (mut low, mut high) = (0, LONGEST);
    while low < high {
        let middle = usize::midpoint(low, high);
        if reached(middle) { high = middle } else { low = middle + 1 }
    }
    Some(low)
}
