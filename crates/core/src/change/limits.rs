//! How much is too much? The limits of every list and number a change may make.

use sparrow_facts::refusal::Refusal;

/// The most beds in one garden.
pub const MOST_BEDS: usize = 60;

/// The most patches in one garden, all years together.
pub const MOST_PATCHES: usize = 5000;

/// The most of a household's own groupings in one garden.
pub const MOST_GROUPINGS: usize = 200;

/// The most remembered stands in one garden.
pub const MOST_PAST: usize = 5000;

/// The most holes in one patch.
pub const MOST_HOLES: u64 = 10_000;

/// The longest a patch is kept in the ground \[days\]: thirty years.
pub const LONGEST_STAND: i32 = 10_957;

/// The most parts of a household's own grouping.
pub const MOST_PARTS: usize = 40;

/// The most changes of patches made as one.
pub const MOST_CHANGES: usize = 100;

/// The most soil readings kept in one garden.
pub const MOST_READINGS: usize = 2000;

/// The most years of one station.
pub const MOST_STATION_YEARS: usize = 200;

/// The most wishes in one garden.
pub const MOST_WISHES: usize = 60;

/// The most plans kept in one garden.
pub const MOST_PLANS: usize = 20;

/// The most entries in one plan.
pub const MOST_ENTRIES: usize = 4000;

/// The most squares of one wish.
pub const MOST_SQUARES: u16 = 400;

/// A year within its first and last, or the refusal that names both.
pub fn year(field: &'static str, value: i16, [first, last]: [i16; 2]) -> Result<(), Refusal> {
    number(field, value.into(), [first.into(), last.into()])
}

/// A number within its limits, or the refusal that names the field, the value and both limits.
pub fn number(field: &'static str, value: i64, [least, most]: [i64; 2]) -> Result<(), Refusal> {
    if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::NumberOutOfRange { field, value, least, most }) }
}
