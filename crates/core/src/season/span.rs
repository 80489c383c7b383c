//! When does a new patch usually stand, until its household says otherwise?

use crate::catalogue::{Crop, Hardiness, Life, Way};
use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar;
use crate::climate::frost::Side;
use crate::climate::weather::Weather;
use crate::growth::growing::Growing;
use crate::growth::size::is_settled;
use crate::growth::window::{Gate, Window, windows};
use crate::known::Known;
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::ids::BedId;

/// Days between ripe and cleared; nobody lifts a whole bed on one evening.
const TO_CLEAR: i64 = 7;

/// A coldest mean above which a place has no winter that ends a stand \[°C\] (own choice).
const MILD: f64 = 8.0;

/// Days before the even-chance last frost from which anything is usually begun (common practice: four to six weeks).
const EARLIEST: i64 = 35;

/// The first and last day a new patch of a growing year is taken to stand in a bed, or in open ground.
///
/// It starts on the first day of the year's longest window on which the soil is as warm as it had better be, but
/// not more than five weeks before the even-chance last frost, since what is sown in the cold hardly gains on it,
/// and stands until it has been picked for its usual time, tender crops no longer than to the even-chance first
/// frost. Where the year has no window for it, the coarse days of common practice are taken. A clump that stays goes in on
/// the first day of the year, or on the first that is no longer past, on which the ground is right for it.
pub fn usual_span(known: Known, crop: &Crop, way: &Way, bed: Option<BedId>, year: i16) -> (Date, Date) {
    let Known { garden, grower, .. } = known;
    let coarse = coarse_span(&grower.weather, crop, way, year);
    let growing = Growing::usual(crop, way);
    let soil = known.soil_of(bed);
    let found = windows(grower, garden.almanac.appetite, growing, year, &soil);
    let (year_begins, year_ends) = calendar::year_span(year, grower.weather.hemisphere());
    if is_settled(crop, way) {
        let today = if known.today > year_ends { year_begins } else { known.today.max(year_begins) };
        let first = |from: Date| found.iter().find(|window| window.until >= from).map(|window| window.from.max(from));
        return (first(today).or_else(|| first(year_begins)).unwrap_or(coarse.0), coarse.1);
    }
    let tender = crop.hardiness == Hardiness::Tender;
    // What is planned today for the running year is not begun in the past, unless only the past had days for it.
    let today = known.today.clamp(year_begins, year_ends);
    let coming: Vec<Window> = found.iter().filter(|window| window.until >= today && today < year_ends).copied().collect();
    let Some(window) = season(&coming, year_ends, tender).or_else(|| season(&found, year_ends, tender)) else { return coarse };
    let earliest = grower.weather.even_frost(Side::Spring, year).map(|frost| frost.saturating_sub(EARLIEST.days()));
    let from = window.better.unwrap_or(window.from).max(earliest.unwrap_or(window.from).min(window.until));
    let from = if window.until >= today { from.max(today) } else { from };
    (from, stands_until(known, growing, &soil, from).unwrap_or(coarse.1.max(from)))
}

/// A window so long is a season of its own \[days\].
const SEASON: i32 = 21;

/// The window of a year's season for a crop: the longest of those that ripen within the year, where there are any; of tender
/// crops the first that is long enough, since it has the summer before it. One that runs over the turn of the year is one with
/// the year's first, and begins in this year.
fn season(windows: &[Window], year_ends: Date, tender: bool) -> Option<&Window> {
    let length = |window: &Window| (window.until - window.from).get_days();
    if tender && let Some(first) = windows.iter().find(|window| length(window) >= SEASON) {
        return Some(first);
    }
    let (first, last) = (windows.first()?, windows.last()?);
    let runs_over = windows.len() > 1 && first.opens == Gate::YearEnds && last.closes == Gate::YearEnds;
    let whole = |window: &&Window| match runs_over {
        true if std::ptr::eq(*window, last) => length(first) + length(last),
        true if std::ptr::eq(*window, first) => 0,
        _ => length(window),
    };
    // Of two as long, the first.
    let in_time = |window: &&Window| window.ripe.is_some_and(|[first, _]| first <= year_ends);
    windows.iter().rev().max_by_key(|window| (in_time(window), whole(window)))
}

/// The last day a patch is taken to stand that starts on a given day; nothing when it never ripens.
pub fn usual_end(known: Known, crop: &Crop, way: &Way, bed: BedId, from: Date) -> Option<Date> {
    let soil = known.soil_of(Some(bed));
    stands_until(known, Growing::usual(crop, way), &soil, from)
}

/// When what starts on a day is ripe, and the last day on which it is picked or stands well, at least a week on; nothing when it never
/// ripens.
pub fn harvest(known: Known, growing: Growing, soil: &BedSoil, from: Date) -> Option<(Date, Date)> {
    let ripe = known.grower.ripening(growing, from, soil)?.ripe;
    let picked = i64::from(growing.figures().picked).max(TO_CLEAR);
    let until = ripe.saturating_add((picked - 1).days());
    Some((ripe, ends(known, growing, from, ripe).map_or(until, |end| until.min(end))))
}

fn stands_until(known: Known, growing: Growing, soil: &BedSoil, from: Date) -> Option<Date> {
    let ripe = known.grower.ripening(growing, from, soil)?.ripe;
    let picked = if growing.picked_again() { i64::from(growing.figures().picked) } else { 0 };
    let until = ripe.saturating_add((picked + TO_CLEAR).days());
    Some(ends(known, growing, from, ripe).map_or(until, |end| until.min(end)))
}

/// What frost, or the end of the year, ends of what started on a day and is ripe on another; nothing where neither does.
fn ends(known: Known, growing: Growing, from: Date, ripe: Date) -> Option<Date> {
    let (figures, crop, weather) = (growing.figures(), growing.crop, &known.grower.weather);
    let year = calendar::growing_year(from, weather.hemisphere());
    let (_, last) = calendar::year_span(year, weather.hemisphere());
    let frost = weather.even_frost(Side::Autumn, year).filter(|frost| *frost > from);
    match frost {
        _ if figures.winter.is_some() || figures.bulbs.is_some() => None,
        Some(frost) if crop.hardiness == Hardiness::Tender => Some(frost.max(ripe)),
        // Where the winter stops nothing, the year's end is no end.
        _ if weather.normals.mean[weather.coldest()] > MILD => None,
        _ => Some(last.max(ripe)),
    }
}

/// The first and last day a new patch is taken to stand where its year has no window.
///
/// Common practice, kept coarse: hardy crops go in four weeks before the even-chance last frost,
/// half-hardy ones a week before, tender ones ten days after; they stand for their middle number of
/// days, and those that are picked again and again for eight weeks more, tender ones no longer than
/// to the first frost. Perennials stand from the year's first day for five years. Without frost
/// everything starts sixty days into the year.
pub fn coarse_span(weather: &Weather, crop: &Crop, way: &Way, year: i16) -> (Date, Date) {
    let (first, last) = calendar::year_span(year, weather.hemisphere());
    if crop.life == Life::Perennial && crop.hardiness == Hardiness::Hardy {
        return (first, last.saturating_add(4.years()));
    }
    let frost = weather.even_frost(Side::Spring, year);
    let spring = frost.unwrap_or(first.saturating_add(60.days()));
    let autumn = weather.even_frost(Side::Autumn, year).unwrap_or(last);
    let from = match (frost, crop.hardiness) {
        (None, _) => spring,
        (_, Hardiness::Hardy) => spring.saturating_sub(28.days()),
        (_, Hardiness::HalfHardy) => spring.saturating_sub(7.days()),
        (_, Hardiness::Tender) => spring.saturating_add(10.days()),
    };
    let days = i64::from((way.days[0] + way.days[1]) / 2);
    let picking = if crop.pick_every.is_some() { 56 } else { 0 };
    // A week between ripe and cleared; nobody lifts a whole bed on one evening.
    let ripe = from.saturating_add((days + picking + 7).days());
    let until = if crop.hardiness == Hardiness::Tender { ripe.min(autumn) } else { ripe.min(last.max(from)) };
    (from, until.max(from))
}
