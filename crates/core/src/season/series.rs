//! When to sow again, so that harvests come evenly? And sowings as insurance, for two crops, or to learn.

use super::course::{self, Means};
use super::figures::figures;
use super::grower::Grower;
use super::window::{Gate, judge, windows};
use crate::bed::BedId;
use crate::catalogue::Catalogue;
use crate::crop::{Crop, Way};
use crate::garden::Garden;
use crate::patch::{Placing, Rect, Timing};
use crate::refusal::Refusal;
use crate::sums;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// What several sowings are for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "aim", rename_all = "kebab-case", deny_unknown_fields)]
pub enum SeriesAim {
    /// A harvest every so many days, from one day to another.
    Even {
        /// The first harvest.
        from: Date,
        /// The last harvest is not after it.
        until: Date,
        /// Days from one harvest to the next, 3 to 60.
        every: u8,
    },
    /// One more sowing after a first one, in case that one fails.
    Insurance {
        /// The first day in the ground.
        from: Date,
        /// Days after it, 7 to 60.
        after: u8,
    },
    /// Two crops in one year, where the season allows.
    TwoCrops,
    /// The same on three dates, to learn which is best.
    Trial {
        /// The first day in the ground.
        from: Date,
        /// Days from one to the next, 5 to 30.
        apart: u8,
    },
}

/// What is asked for.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Series {
    /// The crop.
    pub crop: String,
    /// The way of growing it.
    pub way: String,
    /// How it comes to the ground; nothing means as usual.
    pub means: Option<Means>,
    /// The bed asked first.
    pub bed: BedId,
    /// Plants of each sowing.
    pub plants: u32,
    /// The growing year.
    pub year: i16,
    /// What for.
    pub aim: SeriesAim,
}

/// One sowing of a series.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Sowing {
    /// When seed goes on the shelf, where it does.
    pub sow: Option<Date>,
    /// The first day in the ground.
    pub from: Date,
    /// When it is ripe.
    pub ripe: Option<Date>,
    /// The last day in the ground.
    pub until: Date,
    /// Why that day is not for it, if it is not; it is told and left out.
    pub gate: Option<Gate>,
    /// Its ground, where there is any; several pieces if it must be.
    pub places: Vec<(BedId, Rect)>,
    /// Plants that find no ground.
    pub left_over: u32,
    /// What would be planted.
    pub placings: Vec<Placing>,
}

/// The sowings of a series, and what equal days would have given.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct SeriesPlan {
    /// The sowings, in their order.
    pub sowings: Vec<Sowing>,
    /// Harvests that were asked for and that nothing sown after the winter would reach.
    pub too_early: u16,
    /// Days it is picked from one sowing.
    pub picked: u16,
    /// Least and most days between harvests, as sown here.
    pub gaps: Option<[u16; 2]>,
    /// The same if the same number were sown at equal days.
    pub equal_gaps: Option<[u16; 2]>,
    /// The bulletins' rule: days from one sowing to the next.
    pub rule: Option<u8>,
}

/// The most sowings of one series.
const MOST_SOWINGS: usize = 30;

/// The sowings that were asked for, with ground for each in turn.
///
/// Each harvest's day is set first and the sowing is reckoned back from it by thermal time, so that sowings
/// lie far apart while it is cold and close together while it warms.
///
/// # Errors
/// When a number or a key is out of range.
pub fn series(garden: &Garden, catalogue: &Catalogue, asked: &Series) -> Result<SeriesPlan, Refusal> {
    let unknown = |what: &'static str, key: &str| Refusal::Unknown { what, key: key.into() };
    let crop = catalogue.crop(&asked.crop).ok_or_else(|| unknown("crop", &asked.crop))?;
    let way = crop.way(&asked.way).ok_or_else(|| unknown("way of growing it", &asked.way))?;
    let bed = garden.bed(asked.bed).ok_or_else(|| unknown("bed", &asked.bed.0.to_string()))?;
    let means = asked.means.unwrap_or_else(|| course::usual_means(crop, way));
    let number = |field, value: i64, [least, most]: [i64; 2]| {
        if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::NumberOutOfRange { field, value, least, most }) }
    };
    number("plants of each sowing", asked.plants.into(), [1, i64::from(sums::MOST_AT_HAND)])?;
    number("year", asked.year.into(), [1900, 2200])?;
    let grower = Grower::of(garden);
    let one = One { grower: &grower, garden, crop, way, means, adds: course::adds(garden, bed) };
    let starts = match asked.aim {
        SeriesAim::Even { from, until, every } => {
            number("days between harvests", every.into(), [3, 60])?;
            check_span(from, until)?;
            one.even(from, until, every)
        }
        SeriesAim::Insurance { from, after } => {
            number("days to the second sowing", after.into(), [7, 60])?;
            vec![from, from.saturating_add(i64::from(after).days())]
        }
        SeriesAim::TwoCrops => one.two_crops(asked.year),
        SeriesAim::Trial { from, apart } => {
            number("days between trial sowings", apart.into(), [5, 30])?;
            (0..3).map(|n| from.saturating_add((n * i64::from(apart)).days())).collect()
        }
    };
    for start in &starts {
        number("year of a sowing", start.year().into(), [1900, 2200])?;
    }
    let gaps = one.gaps(&starts);
    let equal_gaps = one.gaps(&equal(&starts));
    let sowings = one.placed(catalogue, asked, &starts)?;
    let known = figures(crop, way);
    Ok(SeriesPlan { sowings, too_early: one.too_early(&asked.aim), picked: known.picked, gaps, equal_gaps, rule: known.again })
}

fn check_span(from: Date, until: Date) -> Result<(), Refusal> {
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    let days = (until - from).get_days();
    if days > 366 { Err(Refusal::StandsTooLong { days, most: 366 }) } else { Ok(()) }
}

/// As many days between the first and the last, evenly.
fn equal(starts: &[Date]) -> Vec<Date> {
    let (Some(first), Some(last)) = (starts.first(), starts.last()) else { return Vec::new() };
    let days = i64::from((*last - *first).get_days());
    let steps = (starts.len() as i64 - 1).max(1);
    (0..starts.len() as i64).map(|n| first.saturating_add((days * n / steps).days())).collect()
}

struct One<'a> {
    grower: &'a Grower,
    garden: &'a Garden,
    crop: &'a Crop,
    way: &'a Way,
    means: Means,
    adds: f64,
}

impl One<'_> {
    fn ripe(&self, start: Date) -> Option<Date> {
        self.grower.ripening(self.crop, self.way, self.means, start, self.adds).map(|found| found.ripe)
    }

    fn even(&self, from: Date, until: Date, every: u8) -> Vec<Date> {
        let harvests = from.series(i64::from(every).days()).take_while(|day| *day <= until).take(MOST_SOWINGS);
        let mut starts: Vec<Date> =
            harvests.filter_map(|ripe| self.grower.start_for(self.crop, self.way, self.means, ripe, self.adds)).collect();
        // Before growth begins in spring, one day's sowing serves several harvests; it is sown once.
        starts.dedup();
        starts
    }

    /// How many of the harvests of an even series come before anything sown after the winter is ripe.
    fn too_early(&self, aim: &SeriesAim) -> u16 {
        let SeriesAim::Even { from, until, every } = *aim else { return 0 };
        let harvests = from.series(i64::from(every).days()).take_while(|day| *day <= until).take(MOST_SOWINGS);
        let none = |ripe: &Date| self.grower.start_for(self.crop, self.way, self.means, *ripe, self.adds).is_none();
        harvests.filter(none).count() as u16
    }

    /// The first good day of the earliest window, and the last of the latest that begins when the first is out.
    fn two_crops(&self, year: i16) -> Vec<Date> {
        let found = windows(self.grower, self.garden.almanac.appetite, (self.crop, self.way, self.means), year, self.adds);
        let Some(early) = found.first() else { return Vec::new() };
        let first = early.better.unwrap_or(early.from);
        let second = found.iter().rev().map(|window| (window.from, window.until)).find_map(|(from, until)| {
            let out = self.ripe(first)?.saturating_add(i64::from(figures(self.crop, self.way).picked.min(14)).days());
            // A week's grace before the last useful day.
            let last = until.saturating_sub(7.days()).max(from);
            (last > out).then_some(last)
        });
        std::iter::once(first).chain(second).collect()
    }

    fn gaps(&self, starts: &[Date]) -> Option<[u16; 2]> {
        let ripe: Option<Vec<Date>> = starts.iter().map(|start| self.ripe(*start)).collect();
        let days: Vec<u16> = ripe?.windows(2).map(|pair| (pair[1] - pair[0]).get_days().max(0) as u16).collect();
        Some([*days.iter().min()?, *days.iter().max()?])
    }

    fn placed(&self, catalogue: &Catalogue, asked: &Series, starts: &[Date]) -> Result<Vec<Sowing>, Refusal> {
        let mut growing = self.garden.clone();
        let trial = matches!(asked.aim, SeriesAim::Trial { .. }).then(|| next_trial(self.garden));
        let mut number = crate::planner::next(growing.patches.iter().map(|patch| patch.id.0));
        let mut sowings = Vec::new();
        for start in starts {
            let ripe = self.ripe(*start);
            let known = figures(self.crop, self.way);
            let until = ripe.unwrap_or(start.saturating_add(60.days())).saturating_add(i64::from(known.picked).days());
            let gate =
                judge(self.grower, self.garden.almanac.appetite, (self.crop, self.way, self.means), *start, self.adds).err();
            let pattern = sums::pattern(asked.bed, &self.crop.key, &self.way.key, *start, until);
            let fits = sums::fits(&growing, catalogue, &pattern, asked.plants)?;
            let shelf = self.means == Means::Shelf;
            let timing = Timing { means: asked.means, trial, ..Timing::default() };
            let placing = |place: &sums::Place| Placing {
                bed: place.bed,
                crop: self.crop.key.clone(),
                way: self.way.key.clone(),
                rect: place.rect,
                holes: None,
                from: *start,
                until,
                between: false,
                school: None,
                line: None,
                timing,
            };
            let placings: Vec<Placing> = fits.places.iter().map(placing).collect();
            if gate.is_none() {
                for one in &placings {
                    growing.patches.push(one.patch(number));
                    number += 1;
                }
            }
            sowings.push(Sowing {
                sow: shelf.then(|| start.saturating_sub(course::shelf_days(self.crop, self.way).days())),
                from: *start,
                ripe,
                until,
                gate,
                places: fits.places.iter().map(|place| (place.bed, place.rect)).collect(),
                left_over: fits.left_over,
                placings: if gate.is_none() { placings } else { Vec::new() },
            });
        }
        Ok(sowings)
    }
}

/// The number of the next trial.
fn next_trial(garden: &Garden) -> u16 {
    garden.patches.iter().filter_map(|patch| patch.timing.trial).max().unwrap_or(0).saturating_add(1)
}
