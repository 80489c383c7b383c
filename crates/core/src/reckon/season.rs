//! The year at a glance: each bed as a band, its patches as bars in lanes of ground, what is free between
//! them, what follows what, the shelf, and what the weather may do.

use crate::climate::calendar;
use crate::climate::degree_days::{Thresholds, single_sine};
use crate::climate::soil::Correction;
use crate::climate::weather::{COMING, Weather};
use crate::ground::hole::Hole;
use crate::ground::planting::{Planting, Sum};
use crate::known::Known;
use crate::rules::place::Laid;
use crate::rules::{bare, maize};
use crate::season::course::{Course, Trouble, course};
use crate::season::handoff::{HandOff, hand_offs};
use crate::season::risk::{AtRisk, risks};
use crate::season::shelf::{Batch, ShelfBand, band, batch};
use crate::season::tasks::{Task, pollinating, tasks};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::almanac::WarmthFrom;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;

/// One bar: a patch on a lane.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Bar {
    /// The patch.
    pub patch: PatchId,
    /// Its ground.
    pub rect: Rect,
    /// Plants in it.
    pub plants: u32,
}

/// A stretch of time in which ground lies free.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Free {
    /// The ground.
    pub rect: Rect,
    /// The first free day.
    pub from: Date,
    /// The last free day.
    pub until: Date,
}

/// A lane: ground that is used by one thing after another.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Lane {
    /// What stands on it, by its first day.
    pub bars: Vec<Bar>,
    /// When it is free.
    pub free: Vec<Free>,
}

/// One bed through the year.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct BedBand {
    /// The bed.
    pub bed: BedId,
    /// Its lanes, from the far left corner.
    pub lanes: Vec<Lane>,
    /// Its soil on the needle's day \[°C\].
    pub soil: f64,
    /// What was assumed for that.
    pub corrections: Vec<Correction>,
    /// A thermometer was read there in the last two weeks.
    pub read: bool,
}

/// The usual weather, drawn above the bands: one value for each week from the year's first day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct WeatherBand {
    /// Where it comes from.
    pub from: WarmthFrom,
    /// Only the latitude is known: the year is a guess.
    pub by_latitude: bool,
    /// How much warmer all nights are taken than the place's own, to fit the frosts that are known \[°C\].
    pub nights_moved: f64,
    /// Usual lows \[°C\].
    pub low: Vec<f64>,
    /// Usual highs \[°C\].
    pub high: Vec<f64>,
    /// Usual soil in open ground \[°C\].
    pub soil: Vec<f64>,
    /// The chance of a killing frost the household takes, per cent.
    pub chance: u8,
    /// The chance, per cent, of a frost in the two weeks of nights from the needle's day on.
    pub frost_percent: u8,
    /// What is usual on the needle's day.
    pub day: UsualDay,
}

/// What is usual on one day.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct UsualDay {
    /// The low of the night \[°C\].
    pub low: f64,
    /// The high of the day \[°C\].
    pub high: f64,
    /// Soil at sowing depth in open ground \[°C\].
    pub soil: f64,
    /// Daylight \[hours\].
    pub hours: f64,
    /// Degree days above 10 °C since the growing year began, by the single sine \[°C d\].
    pub degree_days: u16,
}

/// The base of the degree days that are told for the whole garden \[°C\]: 50 °F, as printed for warm crops and insects.
const TOLD_ABOVE: Thresholds = Thresholds { base: 10.0, ceiling: f64::INFINITY };

fn usual_day(weather: &Weather, day: Date, first: Date) -> UsualDay {
    let gain = |day: Date| single_sine(weather.low(day), weather.high(day), TOLD_ABOVE);
    let sum: f64 = first.series(1.day()).take_while(|one| *one <= day).map(gain).sum();
    UsualDay {
        low: tenth(weather.low(day)),
        high: tenth(weather.high(day)),
        soil: tenth(weather.soil(day)),
        hours: tenth(weather.daylight(day)),
        degree_days: sum.round().clamp(0.0, 65_535.0) as u16,
    }
}

/// What there is to settle in a year.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "about", rename_all = "kebab-case")]
pub enum Unsettled {
    /// Something about one patch's time.
    Patch {
        /// The patch.
        patch: PatchId,
        /// What.
        trouble: Trouble,
    },
    /// Ground that is not free in time.
    HandOff {
        /// What stands first.
        first: PatchId,
        /// What follows.
        then: PatchId,
    },
    /// A place for seedlings that is too small.
    Shelf {
        /// Which of the overflows, from 0.
        overflow: usize,
    },
}

/// One thing to settle, under its number on the drawing.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct ToSettle {
    /// From 1, by day.
    pub number: u32,
    /// The day it comes to bear.
    pub day: Date,
    /// What it is.
    pub what: Unsettled,
}

/// All of it for one growing year.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SeasonView {
    /// The growing year.
    pub year: i16,
    /// The weather.
    pub weather: WeatherBand,
    /// The beds, in the garden's order.
    pub beds: Vec<BedBand>,
    /// The days of each patch that is in the ground or on the shelf in that year.
    pub courses: Vec<Course>,
    /// What follows what.
    pub hand_offs: Vec<HandOff>,
    /// The seedling shelf.
    pub shelf: ShelfBand,
    /// What there is to settle, but for what the household has seen and keeps.
    pub to_settle: Vec<ToSettle>,
    /// What is at risk on the needle's day.
    pub at_risk: Vec<AtRisk>,
    /// What is to be done, by day.
    pub tasks: Vec<Task>,
}

/// The season of the growing year the needle is in.
pub fn view(known: Known, needle: Date) -> SeasonView {
    let Known { garden, grower, .. } = known;
    let hemisphere = garden.site.latitude.hemisphere();
    let year = calendar::growing_year(needle, hemisphere);
    let span = calendar::year_span(year, hemisphere);
    let Parts { courses, plants, batches } = parts(known, span);
    let mut tasks: Vec<Task> = courses
        .iter()
        .zip(&plants)
        .flat_map(|(course, plants)| tasks(known, course, batches.iter().find(|one| one.patch == course.patch), *plants))
        .chain(by_hand(known, span))
        .filter(|task| span.0 <= task.day && task.day <= span.1)
        .collect();
    tasks.sort_by_key(|task| (task.day, task.patch, task.work.word()));
    let (hand_offs, shelf) = (hand_offs(garden, &courses), band(garden, batches, span));
    SeasonView {
        year,
        to_settle: to_settle(garden, &courses, &hand_offs, &shelf, span),
        weather: weather(known, &grower.weather, needle, span.0),
        beds: garden.beds.iter().map(|bed| bed_band(known, bed, (&courses, &plants), span, needle)).collect(),
        hand_offs,
        shelf,
        at_risk: risks(known, &courses, needle),
        tasks,
        courses,
    }
}

/// Numbers what there is to settle within the year, by day.
fn to_settle(
    garden: &Garden,
    courses: &[Course],
    hand_offs: &[HandOff],
    shelf: &ShelfBand,
    (first, last): (Date, Date),
) -> Vec<ToSettle> {
    let kept = |patch: PatchId, trouble: &Trouble| garden.patch(patch).is_some_and(|one| one.kept.contains(&trouble.key()));
    let of_course = |course: &Course| {
        let (patch, day) = (course.patch, course.plant);
        let open = course.troubles.iter().filter(move |trouble| !kept(patch, trouble));
        open.map(move |trouble| (day, Unsettled::Patch { patch, trouble: *trouble })).collect::<Vec<_>>()
    };
    let late = hand_offs.iter().filter(|one| one.late);
    let mut all: Vec<(Date, Unsettled)> = courses
        .iter()
        .flat_map(of_course)
        .chain(late.map(|one| (one.wanted, Unsettled::HandOff { first: one.first, then: one.then })))
        .chain(shelf.overflows.iter().enumerate().map(|(n, one)| (one.from, Unsettled::Shelf { overflow: n })))
        .filter(|(day, _)| (first..=last).contains(day))
        .collect();
    all.sort_by_key(|(day, _)| *day);
    (1..).zip(all).map(|(number, (day, what))| ToSettle { number, day, what }).collect()
}

/// What happens to the patches of some days.
pub(crate) struct Parts {
    /// The days of each.
    pub(crate) courses: Vec<Course>,
    /// How many plants each has.
    pub(crate) plants: Vec<u32>,
    /// Their seedlings.
    pub(crate) batches: Vec<Batch>,
}

/// What happens to the patches that stand, or are on the shelf, between two days.
pub(crate) fn parts(known: Known, (first, last): (Date, Date)) -> Parts {
    let garden = known.garden;
    let mut parts = Parts { courses: Vec::new(), plants: Vec::new(), batches: Vec::new() };
    // The shelf is busy before the ground is.
    let near = |patch: &&Patch| {
        patch.from <= last.saturating_add(120.days()) && patch.until.max(patch.timing.free_on.unwrap_or(patch.until)) >= first
    };
    for patch in garden.patches.iter().filter(near).take_while(|_| known.work.goes_on(1)) {
        let Some(planting) = Planting::of(known, patch) else { continue };
        let Some(course) = known.growing(patch).and_then(|growing| course(known, growing, patch)) else { continue };
        let in_year = patch.from <= last || course.sow.is_some_and(|sow| sow <= last);
        if in_year {
            let plants = planting.reckon().0.plants;
            parts.batches.extend(batch(known, &course, plants));
            parts.courses.push(course);
            parts.plants.push(plants);
        }
    }
    parts
}

/// The maize of some days that is to be pollinated by hand.
fn by_hand(known: Known, (first, last): (Date, Date)) -> Vec<Task> {
    let on = |patch: &&Patch| patch.from <= last && patch.until >= first;
    let plantings: Vec<Planting> = known
        .garden
        .patches
        .iter()
        .filter(on)
        .filter_map(|patch| Planting::of(known, patch))
        .filter(|planting| planting.way.strain.is_some())
        .collect();
    let reckoned: Vec<(Sum, Vec<Hole>)> = plantings.iter().map(Planting::reckon).collect();
    let laid: Vec<Laid> = plantings
        .iter()
        .zip(&reckoned)
        .map(|(planting, (sum, holes))| Laid { planting, sum, holes, least: sum.spacing.starter(planting.units()) })
        .collect();
    maize::by_hand(&laid).into_iter().filter_map(|(patch, day)| pollinating(known, patch, day)).collect()
}

/// Every task of a garden from a day on, for its calendar.
pub fn all_tasks(known: Known, from: Date) -> Vec<Task> {
    tasks_between(known, from, Date::MAX.saturating_sub(200.days()))
}

/// Every task of a garden from a day until another, in the order of their days.
pub fn tasks_between(known: Known, from: Date, until: Date) -> Vec<Task> {
    tasks_of(known, &parts(known, (from, until)), (from, until))
}

/// The same of what is reckoned already.
pub(crate) fn tasks_of(known: Known, parts: &Parts, (from, until): (Date, Date)) -> Vec<Task> {
    let Parts { courses, plants, batches } = parts;
    let batch_of = |course: &Course| batches.iter().find(|one| one.patch == course.patch);
    let mut found: Vec<Task> =
        courses.iter().zip(plants).flat_map(|(course, plants)| tasks(known, course, batch_of(course), *plants)).collect();
    found.extend(by_hand(known, (from, until)));
    found.retain(|task| (from..=until).contains(&task.day));
    found.sort_by_key(|task| (task.day, task.patch, task.work.word()));
    found
}

fn weather(known: Known, weather: &Weather, needle: Date, first: Date) -> WeatherBand {
    let garden = known.garden;
    let weekly = |of: &[f64]| -> Vec<f64> {
        (0..53).map(|week: i64| tenth(of[crate::climate::normals::day_index(first.saturating_add((week * 7).days()))])).collect()
    };
    WeatherBand {
        from: weather.from,
        by_latitude: weather.by_latitude,
        nights_moved: tenth(weather.bend.map_or(0.0, |bend| bend.all)),
        low: weekly(&weather.normals.low),
        high: weekly(&weather.normals.high),
        soil: weekly(&weather.normals.soil),
        chance: (garden.almanac.appetite.chance() * 100.0) as u8,
        frost_percent: (weather.frost_ahead(needle, COMING) * 100.0).round() as u8,
        day: usual_day(weather, needle, first),
    }
}

fn tenth(value: f64) -> f64 {
    (value * 10.0).round() / 10.0
}

fn bed_band(known: Known, bed: &Bed, (courses, plants): (&[Course], &[u32]), span: (Date, Date), needle: Date) -> BedBand {
    let Known { garden, grower, .. } = known;
    let soil = known.soil(bed);
    let mut lanes: Vec<Filling> = Vec::new();
    let mut bars: Vec<(Bar, Date, Date)> = courses
        .iter()
        .zip(plants)
        .filter(|(course, _)| course.plant <= span.1)
        .filter_map(|(course, plants)| {
            let patch = garden.patch(course.patch).filter(|patch| patch.bed == bed.id)?;
            Some((Bar { patch: patch.id, rect: patch.rect, plants: *plants }, patch.from, patch.until.max(course.free)))
        })
        .collect();
    bars.sort_by_key(|(bar, from, _)| (*from, bar.rect.y, bar.rect.x));
    for (bar, from, until) in bars {
        // What is expected to stay longer keeps its lane; its follower is told as late, not moved away.
        let planned = garden.patch(bar.patch).map_or(until, |patch| patch.until);
        let lane = lane_for(&mut lanes, bar.rect, (from, planned));
        lane.bars.push(bar);
    }
    for (rect, (from, until)) in bare::pieces(garden, bed, span) {
        lane_for(&mut lanes, rect, (from, until)).free.push(Free { rect, from, until });
    }
    lanes.sort_by_key(|(_, taken)| taken.iter().map(|(rect, _, _)| (rect.y, rect.x)).min());
    BedBand {
        bed: bed.id,
        lanes: lanes.into_iter().map(|(lane, _)| lane).collect(),
        soil: tenth(soil.on(&grower.weather, needle)),
        read: soil.was_read(needle),
        corrections: soil.corrections,
    }
}

/// A lane as it fills up, and the ground and days that are taken on it.
type Filling = (Lane, Vec<(Rect, Date, Date)>);

/// The lane whose ground something shares most and whose time is free then; else a new one.
fn lane_for(lanes: &mut Vec<Filling>, rect: Rect, (from, until): (Date, Date)) -> &mut Lane {
    let shared = |taken: &[(Rect, Date, Date)]| -> u32 {
        let free = taken.iter().all(|(_, a, b)| *b < from || *a > until);
        if free { taken.iter().map(|(other, _, _)| overlap(*other, rect)).max().unwrap_or(0) } else { 0 }
    };
    let best = (0..lanes.len())
        .map(|n| (shared(&lanes[n].1), n))
        .filter(|(area, _)| *area > 0)
        .max_by_key(|(area, n)| (*area, std::cmp::Reverse(*n)));
    let at = best.map_or_else(
        || {
            lanes.push((Lane::default(), Vec::new()));
            lanes.len() - 1
        },
        |(_, n)| n,
    );
    lanes[at].1.push((rect, from, until));
    &mut lanes[at].0
}

fn overlap(a: Rect, b: Rect) -> u32 {
    let w = a.right().min(b.right()).saturating_sub(a.x.max(b.x));
    let h = a.bottom().min(b.bottom()).saturating_sub(a.y.max(b.y));
    u32::from(w) * u32::from(h)
}
