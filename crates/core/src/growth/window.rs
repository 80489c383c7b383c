//! When may a crop start here? Each day of a year judged by soil, frost, light, heat and the time to ripen.

use crate::catalogue::Figures;
use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar;
use crate::climate::frost::Side;
use crate::growth::grower::{Grower, Ripening};
use crate::growth::growing::Growing;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::almanac::Appetite;
use sparrow_facts::timing::Means;

/// Why a day is not for a crop.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Gate {
    /// The soil is too cold.
    SoilCold,
    /// The soil is too warm for its seed or its roots.
    SoilWarm,
    /// A killing frost is too likely still.
    SpringFrost,
    /// It would not be ripe before a killing frost is too likely.
    AutumnFrost,
    /// Too little warmth and light are left to ripen it.
    NoTime,
    /// The days are too short for it to grow.
    NoLight,
    /// It would bolt, or its heads would spoil, in the heat or the long days before it is ripe.
    Bolts,
    /// It is planted in autumn, and it is not autumn.
    NotAutumn,
    /// Nothing: the growing year ends.
    YearEnds,
}

/// What a day is for a crop: what becomes of it, or why not.
pub type Verdict = Result<Option<Ripening>, Gate>;

/// A run of days on which a crop may start.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct Window {
    /// How it starts.
    pub means: Means,
    /// The first day in the ground.
    pub from: Date,
    /// The first day on which the soil is as warm as it had better be; nothing when it is never within the window.
    pub better: Option<Date>,
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

/// How much less warmth a crop bears in long days without bolting \[°C\].
const LONG_DAYS_TAKE: f64 = 3.0;
/// Days before it is ripe in which heat makes a crop bolt.
const TENDER_DAYS: i64 = 10;
/// The usual mean below which an autumn planting is not begun \[°C\]: the ground soon freezes.
const AUTUMN_ENDS: f64 = 3.0;
/// The shortest day on which anything is started that is to grow at once \[hours\] (common practice of winter growers).
const SHORTEST_DAY: f64 = 10.0;
/// Days until sets and tubers show leaf in cool soil (common practice: three weeks).
const SETS_SHOW: i64 = 21;
/// Days of picking that must be left before frost for a crop picked again and again.
const WORTH_PICKING: u16 = 14;

/// Judges one day for a crop that starts on it in a bed's soil.
pub fn judge(grower: &Grower, appetite: Appetite, growing: Growing, day: Date, bed: &BedSoil) -> Verdict {
    let figures = growing.figures();
    let soil = bed.on(&grower.weather, day);
    if soil > figures.soil.most {
        return Err(Gate::SoilWarm);
    }
    if soil < figures.soil.may {
        return Err(Gate::SoilCold);
    }
    if growing.stays() {
        // Clumps go in whenever the soil allows; they ripen in later years.
        return Ok(None);
    }
    if figures.winters {
        return winters(grower, growing, day, bed);
    }
    if grower.weather.daylight(day) < SHORTEST_DAY {
        return Err(Gate::NoLight);
    }
    let stands_bare = grower.up(figures, day, bed).filter(|_| growing.means != Means::Set);
    let bare = stands_bare.unwrap_or_else(|| day.saturating_add(SETS_SHOW.days()));
    if chance(grower, Side::Spring, bare, figures.seedling_kills) > appetite.chance() {
        return Err(Gate::SpringFrost);
    }
    let ripening = grower.ripening(growing, day, bed).ok_or(Gate::NoTime)?;
    if grower.weather.crosses_winter(day, ripening.ripe) {
        return Err(Gate::NoTime);
    }
    let kills = figures.root_kills.unwrap_or(f64::from(growing.crop.kills_c));
    let picked = if growing.picked_again() { figures.picked.min(WORTH_PICKING) } else { 0 };
    if chance(grower, Side::Autumn, ripening.ripe.saturating_add(i64::from(picked).days()), kills) > appetite.chance() {
        return Err(Gate::AutumnFrost);
    }
    if bolts(grower, figures, ripening.ripe) { Err(Gate::Bolts) } else { Ok(Some(ripening)) }
}

/// The chance of a killing frost, where a day of that side of summer is asked for; none on the other side.
fn chance(grower: &Grower, side: Side, day: Date, kills: f64) -> f64 {
    if grower.weather.side(day) == side { grower.weather.kill_chance(side, day, kills) } else { 0.0 }
}

fn winters(grower: &Grower, growing: Growing, day: Date, bed: &BedSoil) -> Verdict {
    let falling = grower.weather.side(day) == Side::Autumn;
    if !falling || grower.weather.mean(day) < AUTUMN_ENDS {
        return Err(if falling { Gate::SoilCold } else { Gate::NotAutumn });
    }
    Ok(grower.ripening(growing, day, bed))
}

/// Whether the last days before it is ripe are too hot, or too long and warm, for it.
pub fn bolts(grower: &Grower, figures: &Figures, ripe: Date) -> bool {
    let Some(most) = figures.bolts else { return false };
    let too_hot = |day: Date| {
        let long = figures.bolts_hours.is_some_and(|hours| grower.weather.daylight(day) > hours);
        grower.weather.mean(day) > if long { most - LONG_DAYS_TAKE } else { most }
    };
    too_hot(ripe) || too_hot(ripe.saturating_sub(TENDER_DAYS.days()))
}

/// Why a crop has no day in a growing year: what shuts the day on which it comes nearest to starting. Nothing where it
/// has one.
///
/// Nearest is the day on which the most is in order, asked in the order of [`judge`]: warm soil first, ripening last.
pub fn shut_by(grower: &Grower, appetite: Appetite, growing: Growing, year: i16, bed: &BedSoil) -> Option<Gate> {
    let (first, last) = calendar::year_span(year, grower.weather.hemisphere());
    let days = first.series(1.day()).take_while(|day| *day <= last);
    let gates: Option<Vec<Gate>> = days.map(|day| judge(grower, appetite, growing, day, bed).err()).collect();
    let asked = |gate: &Gate| ASKED.iter().position(|one| one == gate);
    gates?.into_iter().max_by_key(asked)
}

/// The gates in the order in which a day is asked for them.
const ASKED: [Gate; 9] = [
    Gate::YearEnds,
    Gate::NotAutumn,
    Gate::SoilCold,
    Gate::SoilWarm,
    Gate::NoLight,
    Gate::SpringFrost,
    Gate::NoTime,
    Gate::AutumnFrost,
    Gate::Bolts,
];

/// The windows of a crop in a growing year, in their order. A year that has none has an empty list.
///
/// Days are those on which it goes into the bed's ground.
pub fn windows(grower: &Grower, appetite: Appetite, growing: Growing, year: i16, bed: &BedSoil) -> Vec<Window> {
    let (figures, means) = (growing.figures(), growing.means);
    let (first, last) = calendar::year_span(year, grower.weather.hemisphere());
    let mut found: Vec<Window> = Vec::new();
    let (mut open, mut before): (Option<(Window, Date)>, Gate) = (None, Gate::YearEnds);
    for day in first.series(1.day()).take_while(|day| *day <= last) {
        match judge(grower, appetite, growing, day, bed) {
            Ok(ripening) => {
                let ripe = ripening.map(|found| found.ripe);
                let (window, until) = open.get_or_insert_with(|| {
                    let ripe = ripe.map(|day| [day, day]);
                    let window = Window {
                        means,
                        from: day,
                        better: None,
                        until: day,
                        inside: None,
                        ripe,
                        opens: before,
                        closes: Gate::YearEnds,
                    };
                    (window, day)
                });
                if window.better.is_none() && bed.on(&grower.weather, day) >= figures.soil.better {
                    window.better = Some(day);
                }
                if let (Some([_, last]), Some(ripe)) = (&mut window.ripe, ripe) {
                    *last = ripe.max(*last);
                }
                *until = day;
            }
            Err(gate) => {
                found.extend(open.take().map(|(window, until)| Window { until, closes: gate, ..window }));
                before = gate;
            }
        }
    }
    found.extend(open.map(|(window, until)| Window { until, ..window }));
    if let (Means::Shelf, Some([least, most])) = (growing.means, figures.indoors) {
        let weeks_before = |day: Date, weeks: u8| day.saturating_sub((7 * i64::from(weeks)).days());
        for window in &mut found {
            window.inside = Some([weeks_before(window.from, most), weeks_before(window.until, least)]);
        }
    }
    found
}
