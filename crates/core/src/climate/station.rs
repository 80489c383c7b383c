//! What do a weather station's days say? Daily lows, highs and rain, condensed to means and frosts.

use crate::climate::calendar;
use jiff::civil::Date;
use sparrow_facts::almanac::{Monthly, Station, StationYear};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::site::Hemisphere;
use sparrow_facts::units::TenthsC;

/// One day of a station.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct StationDay {
    /// The day.
    pub day: Date,
    /// Its lowest \[°C\].
    pub low: Option<f64>,
    /// Its highest \[°C\].
    pub high: Option<f64>,
    /// Rain \[mm\].
    pub rain: Option<f64>,
}

/// The fewest days that tell of a year.
pub const FEWEST_DAYS: usize = 360;
/// The most days one file may hold: two hundred years.
pub const MOST_DAYS: usize = 73_050;
/// Days of a half year that must be there for its frost to be believed, of about 182.
const HALF_YEAR: usize = 170;

/// Condenses days, in their order, each once.
///
/// # Errors
/// [`Refusal::StationTooShort`] when a month is without days, or less than a year is there.
pub fn condense(name: &str, days: &[StationDay], hemisphere: Hemisphere) -> Result<Station, Refusal> {
    let whole: Vec<(Date, f64, f64)> = days.iter().filter_map(|one| Some((one.day, one.low?, one.high?))).collect();
    let short = Refusal::StationTooShort { days: whole.len(), least: FEWEST_DAYS };
    let (Some(first), Some(last)) = (whole.first(), whole.last()) else { return Err(short) };
    let (high, low) = (months(whole.iter().map(|one| (one.0, one.2))), months(whole.iter().map(|one| (one.0, one.1))));
    let (Some(high), Some(low)) = (high, low) else { return Err(short) };
    if whole.len() < FEWEST_DAYS {
        return Err(short);
    }
    let between = usize::try_from((last.0 - first.0).get_days()).unwrap_or(0) + 1;
    Ok(Station {
        name: name.to_string(),
        first: first.0,
        last: last.0,
        days: whole.len() as u32,
        missing: between.saturating_sub(whole.len()) as u32,
        monthly: Monthly { high: high.map(TenthsC::of), low: low.map(TenthsC::of) },
        rain_mm: rain(days),
        years: years(&whole, hemisphere),
    })
}

/// Means of the twelve months; nothing when one has no day.
fn months(days: impl Iterator<Item = (Date, f64)>) -> Option<[f64; 12]> {
    let (mut sums, mut counts) = ([0.0; 12], [0u32; 12]);
    for (day, value) in days {
        let month = usize::try_from(day.month() - 1).unwrap_or(0);
        sums[month] += value;
        counts[month] += 1;
    }
    counts.iter().all(|n| *n > 0).then(|| std::array::from_fn(|month| sums[month] / f64::from(counts[month])))
}

/// Mean rain of the months \[mm\], from the mean of a day.
fn rain(days: &[StationDay]) -> Option<[u16; 12]> {
    const LENGTH: [f64; 12] = [31.0, 28.25, 31.0, 30.0, 31.0, 30.0, 31.0, 31.0, 30.0, 31.0, 30.0, 31.0];
    let daily = months(days.iter().filter_map(|one| Some((one.day, one.rain?))))?;
    Some(std::array::from_fn(|month| (daily[month] * LENGTH[month]).round().clamp(0.0, 60_000.0) as u16))
}

/// The growing years of which both halves are there, with their frosts.
fn years(days: &[(Date, f64, f64)], hemisphere: Hemisphere) -> Vec<StationYear> {
    let year_of = |day: Date| calendar::growing_year(day, hemisphere);
    let mut found = Vec::new();
    for year_days in days.chunk_by(|a, b| year_of(a.0) == year_of(b.0)) {
        let year = year_of(year_days[0].0);
        let middle = calendar::midsummer(year, hemisphere);
        let (before, after): (Vec<_>, Vec<_>) = year_days.iter().partition(|one| one.0 <= middle);
        if before.len() < HALF_YEAR || after.len() < HALF_YEAR {
            continue;
        }
        let frosty = |one: &&(Date, f64, f64)| one.1 <= 0.0;
        found.push(StationYear {
            year,
            days: year_days.len() as u16,
            last_frost: before.iter().rev().find(frosty).map(|one| one.0),
            first_frost: after.iter().find(frosty).map(|one| one.0),
        });
    }
    found
}
