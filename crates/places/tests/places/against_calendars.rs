//! When crops may start, against planting calendars of twenty-seven climates: see `data/calendars/README.md`.
//!
//! Two weeks count as agreement. Nine ends of ten are the aim; the floors below are what is reached, so that no change loses
//! ground unseen. How far calendars agree with one another is told by `against_neighbours.rs`. Run with `--nocapture` for the lines that stay off.

use crate::common::{AFTER, APART, Compared, HELD_BACK, LAST, OF_SPANS, PLACES, TRIED, UNSEEN, compare};
use sparrow_core::catalogue::Catalogue;

/// Ends that agree of a hundred, and days by which the middle one of all ends is off.
fn agreement(table: &str) -> (usize, i32) {
    let found = compare(Catalogue::standard(), PLACES, table);
    for one in found.iter().filter(|one| one.inside() < one.all()) {
        println!("{} {:?} {:?}", one.line, one.off, one.shut);
    }
    let (inside, all) = (found.iter().map(Compared::inside).sum::<usize>(), found.iter().map(Compared::all).sum::<usize>());
    // Where there is no window at all, both ends are off by half a year.
    let ends = |one: &Compared| one.off.unwrap_or([182; 2]).into_iter().zip(one.printed).collect::<Vec<_>>();
    let mut off: Vec<i32> = found.iter().flat_map(ends).filter(|(_, printed)| *printed).map(|(days, _)| days.abs()).collect();
    off.sort_unstable();
    println!("{inside} of {all}, the middle one {} days off", off[off.len() / 2]);
    (inside * 100 / all, off[off.len() / 2])
}

/// Crop by crop these six could be met to 78 and more of 100 long ago, but what fitted them so missed the calendars kept apart;
/// rules that hold for all are kept instead.
#[test]
fn windows_of_six_climates_begin_and_end_when_their_calendars_say() {
    let (agree, middle) = agreement(TRIED);
    assert!(agree >= 78 && middle <= 8, "{agree} of 100, {middle} days");
}

/// Held back until the reckoning had been set by the six: then 28 of 100 agreed. What was wrong in the rules (nights that a
/// mountain never has, springs reckoned by soil alone) was mended, and the figures set again with these at hand.
#[test]
fn windows_of_a_mountain_a_desert_and_the_south_begin_and_end_when_their_calendars_say() {
    let (agree, middle) = agreement(HELD_BACK);
    assert!(agree >= 60 && middle <= 12, "{agree} of 100, {middle} days");
}

/// These tell the first and the last day of a year. Iowa, the coast of Oregon and North Carolina told that hardy crops wait for
/// warm days, not for so many weeks before the last frost.
#[test]
fn years_of_three_more_climates_begin_and_end_when_their_calendars_say() {
    let (agree, middle) = agreement(OF_SPANS);
    assert!(agree >= 74 && middle <= 9, "{agree} of 100, {middle} days");
}

/// Looked at only when the reckoning of spring and of damp heat was done: then 64 of 100 agreed.
#[test]
fn windows_of_three_more_climates_begin_and_end_when_their_calendars_say() {
    let (agree, middle) = agreement(UNSEEN);
    assert!(agree >= 80 && middle <= 8, "{agree} of 100, {middle} days");
}

/// Looked at when days were kept to spare, and figures had been set by fifteen calendars: then 61 of 100 agreed as
/// before, so that the figures had told nothing of these. They told that a summer that nears ends the spring of peas, broad beans
/// and spinach, whatever the frosts.
#[test]
fn windows_of_five_more_climates_begin_and_end_when_their_calendars_say() {
    let (agree, middle) = agreement(APART);
    assert!(agree >= 73 && middle <= 8, "{agree} of 100, {middle} days");
}

/// Written down before the nearing summer was reckoned, and not looked at until 62 of 100 agreed. Dublin told then that in a mild
/// spring a start waits until it gains something: 59 of its 100 ends agreed before, 70 after.
#[test]
fn windows_of_the_last_four_climates_begin_and_end_when_their_calendars_say() {
    let (agree, middle) = agreement(LAST);
    assert!(agree >= 67 && middle <= 10, "{agree} of 100, {middle} days");
}

/// Written down when all that had been done: then 47 of 100 agreed. A basin in the Rockies told that potatoes begin their tubers
/// long before they are lifted, that broccoli is ripe sooner in a warming spring, and that plants of onions have their days there
/// too; south-west France and Brisbane stay wider than printed, and nothing was set by them.
#[test]
fn windows_of_a_basin_a_mild_coast_and_a_subtropical_city_begin_and_end_when_their_calendars_say() {
    let (agree, middle) = agreement(AFTER);
    assert!(agree >= 49 && middle <= 15, "{agree} of 100, {middle} days");
}
