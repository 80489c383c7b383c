//! Which year is it in the garden, when does it freeze, how long is the day, and when does a crop
//! usually stand?

use jiff::civil::{Date, date};
use serde::Serialize;
use sparrow_facts::site::{Hemisphere, MonthDay};

/// The years a garden speaks of, first and last: of a planting, a memory, a question.
pub const YEARS: [i16; 2] = [1900, 2200];

/// The years of a record kept by others, a weather station's or an old reading's: some go back further.
pub const RECORD_YEARS: [i16; 2] = [1700, 2200];

/// The growing year a day belongs to, by the calendar year in which it begins: 1 January north of
/// the equator, 1 July south of it.
///
/// ```
/// use sparrow_core::climate::calendar::growing_year;
/// use sparrow_facts::site::Hemisphere;
/// use jiff::civil::date;
/// assert_eq!(growing_year(date(2027, 3, 1), Hemisphere::North), 2027);
/// assert_eq!(growing_year(date(2027, 3, 1), Hemisphere::South), 2026);
/// ```
pub fn growing_year(day: Date, hemisphere: Hemisphere) -> i16 {
    match hemisphere {
        Hemisphere::South if day.month() < 7 => day.year() - 1,
        _ => day.year(),
    }
}

/// The first and last day of a growing year.
pub fn year_span(year: i16, hemisphere: Hemisphere) -> (Date, Date) {
    // Dates are believed from year 1 to 9998 only, so that the last day exists too.
    let year = year.clamp(1, 9998);
    match hemisphere {
        Hemisphere::North => (date(year, 1, 1), date(year, 12, 31)),
        Hemisphere::South => (date(year, 7, 1), date(year + 1, 6, 30)),
    }
}

/// The longest day of a growing year, to the day or so: 21 June, or 21 December south of the equator.
pub fn midsummer(year: i16, hemisphere: Hemisphere) -> Date {
    let month = if hemisphere == Hemisphere::South { 12 } else { 6 };
    in_year(MonthDay { month, day: 21 }, year, hemisphere)
}

/// The date of a day-and-month within a growing year; 29 February falls back to the 28th.
pub fn in_year(day: MonthDay, year: i16, hemisphere: Hemisphere) -> Date {
    let calendar_year = match hemisphere {
        Hemisphere::South if day.month < 7 => year.saturating_add(1),
        _ => year,
    };
    let month = day.month.clamp(1, 12);
    let first = date(calendar_year.clamp(1, 9999), month, 1);
    let wanted = day.day.clamp(1, first.days_in_month());
    date(first.year(), month, wanted)
}

/// A frost edge as chances: the days beyond which a frost comes in 9, 5 and 1 of ten years, where it is so likely.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct FrostEdge {
    /// The earliest of the three dates.
    pub early: Option<Date>,
    /// The even chance.
    pub even: Option<Date>,
    /// The latest of the three dates.
    pub late: Option<Date>,
    /// Years of a hundred that have a frost on that side of summer.
    pub percent: u8,
}
