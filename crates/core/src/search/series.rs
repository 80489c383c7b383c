//! When to sow again, so that harvests come evenly? And sowings as insurance, for two crops, or to learn.

use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar::YEARS;
use crate::ground::sums;
use crate::growth::growing::Growing;
use crate::growth::window::{Gate, judge, windows};
use crate::known::Known;
use crate::limits::{self, number, year};
use crate::search::watch::Watch;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::{Placing, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::{Means, Timing};

/// What several sowings are for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Sowing {
    /// When seed goes on the shelf, where it does.
    pub sow: Option<Date>,
    /// The first day in the ground.
    pub from: Date,
    /// When it is ripe.
    pub ripe: Option<Date>,
    /// The last day in the ground.
    pub until: Date,
    /// How many of the harvests it gives: more than one for what is cut or picked again and again.
    pub serves: u16,
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SeriesPlan {
    /// The sowings, in their order.
    pub sowings: Vec<Sowing>,
    /// Harvests that were asked for and that nothing sown after the winter would reach.
    pub too_early: u16,
    /// Harvests that were asked for when nothing ripens any more and what is ripe no longer stands.
    pub too_late: u16,
    /// Harvests after those of the thirtieth sowing, which is the last of one series.
    pub beyond: u16,
    /// Days it is picked from one sowing, or stands well once ripe.
    pub picked: u16,
    /// It is cut or picked again and again through those days.
    pub again_picked: bool,
    /// Least and most days from one sowing's ripening to the next one's, as sown here.
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
/// lie far apart while it is cold and close together while it warms. What is cut or picked again and again
/// is only sown for the harvests an earlier sowing no longer gives.
///
/// # Errors
/// When a number or a key is out of range.
pub fn series(known: Known, asked: &Series, watch: &mut Watch<SeriesPlan>) -> Result<SeriesPlan, Refusal> {
    let Known { garden, catalogue, .. } = known;
    let unknown = |what: &'static str, key: &str| Refusal::Unknown { what, key: key.into() };
    let crop = catalogue.crop(&asked.crop).ok_or_else(|| unknown("crop", &asked.crop))?;
    let way = crop.way(&asked.way).ok_or_else(|| unknown("way of growing it", &asked.way))?;
    let bed = garden.bed(asked.bed).ok_or_else(|| unknown("bed", &asked.bed.0.to_string()))?;
    let usual = Growing::usual(crop, way);
    let growing = Growing { means: asked.means.unwrap_or(usual.means), ..usual };
    number("plants of each sowing", asked.plants.into(), limits::PLANTS)?;
    year("year", asked.year, YEARS)?;
    let one = One { known, growing, soil: known.soil(bed) };
    let Starts { starts, too_early, too_late, beyond } = match asked.aim {
        SeriesAim::Even { from, until, every } => {
            number("days between harvests", every.into(), limits::BETWEEN_HARVESTS)?;
            check_span(from, until)?;
            one.even(from, until, every)
        }
        SeriesAim::Insurance { from, after } => {
            number("days to the second sowing", after.into(), limits::TO_SECOND_SOWING)?;
            once([from, from.saturating_add(i64::from(after).days())])
        }
        SeriesAim::TwoCrops => once(one.two_crops(asked.year)),
        SeriesAim::Trial { from, apart } => {
            number("days between trial sowings", apart.into(), limits::BETWEEN_TRIALS)?;
            once((0..3).map(|n| from.saturating_add((n * i64::from(apart)).days())))
        }
    };
    for start in &starts {
        year("year of a sowing", start.day.year(), YEARS)?;
    }
    let days: Vec<Date> = starts.iter().map(|start| start.day).collect();
    let figures = growing.figures();
    Ok(SeriesPlan {
        sowings: one.placed(asked, &starts, watch)?,
        too_early,
        too_late,
        beyond,
        picked: figures.picked,
        again_picked: crop.picked_again(way),
        gaps: one.gaps(&days),
        equal_gaps: one.gaps(&equal(&days)),
        rule: figures.again,
    })
}

/// A day on which a crop goes into the ground, and how many of the harvests asked for it gives.
struct Start {
    day: Date,
    serves: u16,
}

/// The starts of a series, and harvests that none of them gives.
#[derive(Default)]
struct Starts {
    starts: Vec<Start>,
    too_early: u16,
    too_late: u16,
    beyond: u16,
}

/// Days each for a harvest of its own.
fn once(days: impl IntoIterator<Item = Date>) -> Starts {
    Starts { starts: days.into_iter().map(|day| Start { day, serves: 1 }).collect(), ..Starts::default() }
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
    known: Known<'a>,
    growing: Growing<'a>,
    soil: BedSoil,
}

impl One<'_> {
    fn ripe(&self, start: Date) -> Option<Date> {
        self.known.grower.ripening(self.growing, start, &self.soil).map(|found| found.ripe)
    }

    /// The sowings of a harvest every so many days.
    fn even(&self, from: Date, until: Date, every: u8) -> Starts {
        let harvests = from.series(i64::from(every).days()).take_while(|day| *day <= until);
        let Growing { crop, way, .. } = self.growing;
        let (again, picked) = (crop.picked_again(way), i64::from(self.growing.figures().picked));
        let mut found = Starts::default();
        // The last day on which the last sowing is picked, or stands well.
        let mut stands: Option<Date> = None;
        for harvest in harvests {
            let full = found.starts.len() == MOST_SOWINGS;
            let given = stands.is_some_and(|stands| harvest <= stands);
            if let Some(last) = found.starts.last_mut().filter(|_| again && given) {
                last.serves += 1;
                continue;
            }
            // What was ripe long before, the year before it may be, no longer stands.
            let still = |day: Date| self.ripe(day).map(|ripe| ripe.saturating_add(picked.days())).filter(|last| *last >= harvest);
            let sown = self.known.grower.start_for(self.growing, harvest, &self.soil);
            let Some((day, last)) = sown.and_then(|day| Some((day, still(day)?))) else {
                let untold = if found.starts.is_empty() { &mut found.too_early } else { &mut found.too_late };
                *untold += 1;
                continue;
            };
            match found.starts.last_mut().filter(|last| last.day == day) {
                // Nothing sown later ripens: one sowing is all there is for the rest of the harvests.
                Some(last) => last.serves += 1,
                None if full => {
                    found.beyond += 1;
                    continue;
                }
                None => found.starts.push(Start { day, serves: 1 }),
            }
            stands = Some(last);
        }
        found
    }

    /// The first good day of the earliest window, and the last of the latest that begins when the first is out.
    fn two_crops(&self, year: i16) -> Vec<Date> {
        let found = windows(self.known.grower, self.known.garden.almanac.appetite, self.growing, year, &self.soil);
        let Some(early) = found.first() else { return Vec::new() };
        let first = early.better.unwrap_or(early.from);
        let second = found.iter().rev().map(|window| (window.from, window.until)).find_map(|(from, until)| {
            let out = self.ripe(first)?.saturating_add(i64::from(self.growing.figures().picked.min(14)).days());
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

    fn placed(&self, asked: &Series, starts: &[Start], watch: &mut Watch<SeriesPlan>) -> Result<Vec<Sowing>, Refusal> {
        let mut growing = self.known.garden.clone();
        let trial = matches!(asked.aim, SeriesAim::Trial { .. }).then(|| next_trial(self.known.garden));
        let mut number = crate::change::planner::next(growing.patches.iter().map(|patch| patch.id.0));
        let mut sowings = Vec::new();
        for Start { day: start, serves } in starts {
            if !watch(None) {
                break;
            }
            let ripe = self.ripe(*start);
            let Growing { crop, way, means, .. } = self.growing;
            let figures = self.growing.figures();
            let until = ripe.unwrap_or(start.saturating_add(60.days())).saturating_add(i64::from(figures.picked).days());
            let gate = judge(self.known.grower, self.known.garden.almanac.appetite, self.growing, *start, &self.soil).err();
            let pattern = sums::pattern(asked.bed, &crop.key, &way.key, *start, until);
            let fits = sums::fits(self.known.on(&growing), &pattern, asked.plants)?;
            let shelf = means == Means::Shelf;
            let timing = Timing { means: asked.means, trial, ..Timing::default() };
            let placing = |place: &sums::Place| Placing {
                bed: place.bed,
                rect: place.rect,
                from: *start,
                until,
                line: None,
                timing,
                planted: Planted::usual(&crop.key, &way.key),
            };
            let placings: Vec<Placing> = fits.places.iter().map(placing).collect();
            if gate.is_none() {
                for one in &placings {
                    growing.patches.push(one.patch(number));
                    number += 1;
                }
            }
            sowings.push(Sowing {
                sow: shelf.then(|| start.saturating_sub(self.growing.shelf_days().days())),
                from: *start,
                ripe,
                until,
                serves: *serves,
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
