//! When may a crop start here? Each day of a year judged by soil, frost, light, heat and the time to ripen.

use crate::catalogue::Bolts;
use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar;
pub use crate::growth::gate::Gate;
use crate::growth::grower::{Grower, Ripening};
use crate::growth::growing::Growing;
use crate::growth::prospect::Prospect;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::almanac::{Appetite, Cover};
use sparrow_facts::timing::Means;

/// What a day is for a crop: what becomes of it, or why not.
pub type Verdict = Result<Option<Ripening>, Gate>;

/// A run of days on which a crop may start.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Window {
    /// How it starts.
    pub means: Means,
    /// What is stretched over it.
    pub cover: Cover,
    /// The first day in the ground.
    pub from: Date,
    /// The first day on which the soil is as warm as it had better be; nothing when it is never within the window.
    pub better: Option<Date>,
    /// The last day in the ground with days to spare before time runs out, frost kills it or little is left to pick, as planting
    /// calendars leave them; the last day where something else ends the window.
    pub spare: Date,
    /// The last day in the ground.
    pub until: Date,
    /// The first and the last day on which seed goes on the shelf for it, where it is raised there.
    pub inside: Option<[Date; 2]>,
    /// When the first and the last of it are ripe, where that is reckoned.
    pub ripe: Option<[Date; 2]>,
    /// What keeps it from starting earlier.
    pub opens: Gate,
    /// What keeps it from starting later.
    pub closes: Gate,
}

/// Days that are left to spare at most before a window ends \[days\] (own choice, with which printed planting calendars agree).
const TO_SPARE: i32 = 10;

/// How many days before the last one of a window that is so long \[days\], and shut by that, a start still has days to spare \[days\]:
/// at most a third of the window; none where it is not what the plant still has to do that ends it (time to ripen, frost before it is
/// picked, too little left to pick).
///
/// ```
/// use sparrow_core::growth::window::{Gate, days_to_spare};
/// assert_eq!(days_to_spare(90, Gate::NoTime), 10);
/// assert_eq!(days_to_spare(12, Gate::Frost), 4);
/// assert_eq!(days_to_spare(90, Gate::TooHot), 0);
/// ```
pub fn days_to_spare(length: i32, closes: Gate) -> i32 {
    let runs_out = matches!(closes, Gate::NoTime | Gate::Frost | Gate::LittleToPick);
    if runs_out { TO_SPARE.min(length / 3) } else { 0 }
}

/// Judges one day for a crop that starts on it in a bed's soil.
pub fn judge(grower: &Grower, appetite: Appetite, growing: Growing, day: Date, bed: &BedSoil) -> Verdict {
    judged(grower, &Prospect::of(grower, appetite, growing, day, bed), growing, day, bed)
}

/// The verdict of a prospect on a day, with what becomes of the crop.
pub fn judged(grower: &Grower, prospect: &Prospect, growing: Growing, day: Date, bed: &BedSoil) -> Verdict {
    match prospect.gate(day) {
        Some(gate) => Err(gate),
        // Clumps ripen in later years.
        None if growing.stays() => Ok(None),
        None => Ok(grower.ripening(growing, day, bed)),
    }
}

/// Whether the last days before it is ripe are too hot, or too long and warm, for it.
pub fn bolts(grower: &Grower, bolts: Bolts, ripe: Date) -> bool {
    let weather = &grower.weather;
    let too_hot = |back: u16| {
        let day = ripe.saturating_sub(i64::from(back).days());
        bolts.is_too_much(weather.mean(day), weather.daylight(day))
    };
    bolts.last_days().any(too_hot)
}

/// Why a crop has no day in a growing year: what shuts the day on which it comes nearest to starting. Nothing where it
/// has one.
///
/// Nearest is the day on which the most is in order, asked in the order of [`judge`]: warm soil first, picking last.
pub fn shut_by(grower: &Grower, appetite: Appetite, growing: Growing, year: i16, bed: &BedSoil) -> Option<Gate> {
    let (first, last) = calendar::year_span(year, grower.weather.hemisphere());
    let prospect = Prospect::of(grower, appetite, growing, first, bed);
    let gates: Option<Vec<Gate>> = first.series(1.day()).take_while(|day| *day <= last).map(|day| prospect.gate(day)).collect();
    let asked = |gate: &Gate| Gate::ASKED.iter().position(|one| one == gate);
    gates?.into_iter().max_by_key(asked)
}

/// The windows of a crop in a growing year, in their order. A year that has none has an empty list.
///
/// Days are those on which it goes into the bed's ground.
pub fn windows(grower: &Grower, appetite: Appetite, growing: Growing, year: i16, bed: &BedSoil) -> Vec<Window> {
    let (figures, means) = (growing.figures(), growing.means);
    let (first, last) = calendar::year_span(year, grower.weather.hemisphere());
    let prospect = Prospect::of(grower, appetite, growing, first, bed);
    let days: Vec<Date> = first.series(1.day()).take_while(|day| *day <= last).collect();
    let ripe = |day: Date| if growing.stays() { None } else { grower.ripening(growing, day, bed).map(|found| found.ripe) };
    let mut found: Vec<Window> = Vec::new();
    let mut before = Gate::YearEnds;
    for run in days.chunk_by(|a, b| prospect.gate(*a).is_none() == prospect.gate(*b).is_none()) {
        let (from, until) = (run[0], run[run.len() - 1]);
        if let Some(gate) = prospect.gate(until) {
            if let Some(window) = found.last_mut().filter(|window| window.closes == Gate::YearEnds) {
                window.closes = prospect.gate(from).unwrap_or(gate);
                let spare = days_to_spare((window.until - window.from).get_days() + 1, window.closes);
                window.spare = window.until.saturating_sub(spare.days());
            }
            before = gate;
            continue;
        }
        let inside = figures.indoors.filter(|_| means == Means::Shelf).map(|[least, most]| {
            let weeks_before = |day: Date, weeks: u8| day.saturating_sub((7 * i64::from(weeks)).days());
            [weeks_before(from, most), weeks_before(until, least)]
        });
        let better = run.iter().find(|day| bed.on(&grower.weather, **day) >= figures.soil.better).copied();
        let ripe = ripe(from).zip(ripe(until)).map(|(a, b)| [a.min(b), a.max(b)]);
        found.push(Window {
            means,
            cover: bed.cover,
            from,
            better,
            spare: until,
            until,
            inside,
            ripe,
            opens: before,
            closes: Gate::YearEnds,
        });
    }
    found
}
