//! Is there room for the seedlings? Cells and pots under light, on the warm mat and where they harden, week by week.

use crate::catalogue::Figures;
use crate::growth::growing::Growing;
use crate::growth::in_hole::{parted, plants_a_hole};
use crate::known::Known;
use crate::season::course::Course;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;

/// A place seedlings stand in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum ShelfPlace {
    /// Under light.
    Light,
    /// On the warm mat, until they are up.
    Mat,
    /// Outside, hardening.
    Hardening,
}

/// The seedlings of one patch.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Batch {
    /// The patch they are for.
    pub patch: PatchId,
    /// Plants that are wanted.
    pub plants: u32,
    /// Cells sown, so that enough come through; for bought plants, as many as are wanted.
    pub cells: u32,
    /// Trays that are filled with them, and cells of one more; nothing for bought plants and what is sown in pots.
    pub trays: Option<[u32; 2]>,
    /// Plants that stand together in each cell, to be parted when they are planted; nothing where they are not.
    pub parted: Option<u32>,
    /// When they are sown; nothing for bought plants.
    pub sow: Option<Date>,
    /// When half of them are up.
    pub up: Option<Date>,
    /// When they go into bigger pots, the sowing day for what is sown in them; nothing when they never do.
    pub pot_on: Option<Date>,
    /// How many go into bigger pots: as many as are wanted, the strongest.
    pub pots: u32,
    /// When they go out to harden, or arrive.
    pub harden: Date,
    /// When they are planted.
    pub plant: Date,
}

/// The load of one week.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct ShelfWeek {
    /// Its first day.
    pub from: Date,
    /// Room taken under light, on the mat and hardening on its fullest day \[cells\].
    pub cells: [u32; 3],
}

/// A time in which a place is too small.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Overflow {
    /// Which place.
    pub place: ShelfPlace,
    /// Its first day.
    pub from: Date,
    /// Its last day.
    pub until: Date,
    /// Room wanted on its fullest day \[cells\].
    pub wanted: u32,
    /// Room there is \[cells\].
    pub there_are: u32,
    /// Whose seedlings stand there then, the one that was to be sown last first.
    pub patches: Vec<PatchId>,
}

/// The shelf through a growing year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct ShelfBand {
    /// Everything that passes over it, by the day it comes.
    pub batches: Vec<Batch>,
    /// Its load, week by week.
    pub weeks: Vec<ShelfWeek>,
    /// Where it is too small.
    pub overflows: Vec<Overflow>,
    /// Room of cells that one bigger pot takes.
    pub pot_takes: u32,
}

/// Soil on a warm mat \[°C\]; own choice within the 21 to 27 °C of common practice.
const MAT: f64 = 24.0;
/// Room of cells that one bigger pot takes: a tray holds 72 cells or 18 pots of 9 cm (common practice).
const POT_TAKES: u32 = 4;
/// Seedlings are not potted on for fewer days than that before they are planted \[days\].
const WORTH_A_POT: i32 = 7;

/// The seedlings of a course, when it has any: `plants` are wanted in the ground.
pub fn batch(known: Known, course: &Course, plants: u32) -> Option<Batch> {
    let garden = known.garden;
    let patch = garden.patch(course.patch)?;
    let growing = known.growing(patch)?;
    let harden = course.harden?;
    let sprout = growing.figures().sprout.as_ref();
    let days = sprout.map_or(7.0, |sprout| sprout.sum / (MAT.min(sprout.best) - sprout.base).max(1.0)).ceil() as i64;
    let raised = course.means == Means::Shelf;
    let wanted = in_cells(growing, patch, plants);
    let cells = if raised { cells_sown(garden, growing, patch, plants) } else { wanted };
    let pot_on = course.sow.filter(|_| raised).and_then(|sow| pot_on(growing.figures(), sow, course.plant));
    Some(Batch {
        patch: patch.id,
        plants,
        cells,
        trays: trays(garden, growing, cells).filter(|_| raised),
        parted: parted(growing, patch.planted.in_each),
        pot_on,
        pots: match pot_on {
            None => 0,
            Some(day) if course.sow == Some(day) => cells,
            Some(_) => wanted,
        },
        sow: course.sow.filter(|_| raised),
        up: course.sow.filter(|_| raised).map(|sow| sow.saturating_add(days.days()).min(harden)),
        harden: if raised { harden.max(course.sow.unwrap_or(harden)) } else { course.arrives.unwrap_or(harden) },
        plant: course.plant,
    })
}

/// How many cells so many plants stand in: a cell holds what goes into one hole, or several to be parted.
fn in_cells(growing: Growing, patch: &Patch, plants: u32) -> u32 {
    let own = patch.planted.in_each;
    plants.div_ceil(parted(growing, own).unwrap_or_else(|| plants_a_hole(growing, own)))
}

/// How many of the household's trays so many cells fill, and how many cells of one more; nothing for what is sown in pots.
pub fn trays(garden: &Garden, growing: Growing, cells: u32) -> Option<[u32; 2]> {
    let tray = u32::from(garden.almanac.shelf.tray.max(1));
    (growing.figures().pot_on != Some(0)).then_some([cells / tray, cells % tray])
}

/// How many cells are sown on the shelf for so many plants of a patch, so that enough come through.
pub fn cells_sown(garden: &Garden, growing: Growing, patch: &Patch, plants: u32) -> u32 {
    let survival = u32::from(patch.timing.survival.unwrap_or(garden.almanac.shelf.survival).clamp(10, 100));
    in_cells(growing, patch, plants).saturating_mul(100).div_ceil(survival)
}

/// When seedlings go into bigger pots: as their crop wants it, or when they are held over.
fn pot_on(figures: &Figures, sow: Date, plant: Date) -> Option<Date> {
    let weeks = figures.pot_on.or(figures.indoors.map(|[_, most]| most))?;
    let day = sow.saturating_add((i64::from(weeks) * 7).days());
    ((plant - day).get_days() >= WORTH_A_POT).then_some(day)
}

impl Batch {
    /// The room it takes on a day, wherever it stands \[cells\].
    pub fn room(&self, day: Date) -> u32 {
        if self.pot_on.is_some_and(|potted| potted <= day) { self.pots * POT_TAKES } else { self.cells }
    }

    /// Whether it stands in a place on a day.
    pub fn is_in(&self, place: ShelfPlace, day: Date) -> bool {
        match place {
            ShelfPlace::Light => self.sow.is_some_and(|sow| sow <= day && day < self.harden),
            ShelfPlace::Mat => self.sow.is_some_and(|sow| sow <= day) && self.up.is_some_and(|up| day < up),
            ShelfPlace::Hardening => self.harden <= day && day < self.plant,
        }
    }
}

const PLACES: [ShelfPlace; 3] = [ShelfPlace::Light, ShelfPlace::Mat, ShelfPlace::Hardening];

/// The shelf through the days of a growing year; `batches` in any order.
pub fn band(garden: &Garden, mut batches: Vec<Batch>, (first, last): (Date, Date)) -> ShelfBand {
    batches.sort_by_key(|one| (one.sow.unwrap_or(one.harden), one.patch));
    let shelf = garden.almanac.shelf;
    let there_are = [shelf.cells, shelf.mat, shelf.hardening].map(u32::from);
    let mut weeks: Vec<ShelfWeek> = Vec::new();
    let mut overflows: Vec<Overflow> = Vec::new();
    for (n, day) in first.series(1.day()).take_while(|day| *day <= last).enumerate() {
        if n % 7 == 0 {
            weeks.push(ShelfWeek { from: day, cells: [0; 3] });
        }
        for (at, place) in PLACES.into_iter().enumerate() {
            let here = |batch: &&Batch| batch.is_in(place, day);
            let cells: u32 = batches.iter().filter(here).map(|batch| batch.room(day)).sum();
            if let Some(week) = weeks.last_mut() {
                week.cells[at] = week.cells[at].max(cells);
            }
            if cells > there_are[at] {
                let patches = || batches.iter().rev().filter(here).map(|batch| batch.patch);
                spill(&mut overflows, (place, day), cells, there_are[at], patches().collect());
            }
        }
    }
    overflows.sort_by_key(|one| one.from);
    ShelfBand { batches, weeks, overflows, pot_takes: POT_TAKES }
}

/// Adds a day to the time in which a place is too small, or begins one.
fn spill(overflows: &mut Vec<Overflow>, (place, day): (ShelfPlace, Date), wanted: u32, there_are: u32, patches: Vec<PatchId>) {
    let yesterday = day.saturating_sub(1.day());
    match overflows.iter_mut().find(|one| one.place == place && one.until == yesterday) {
        Some(running) => {
            running.until = day;
            running.wanted = running.wanted.max(wanted);
            let new: Vec<PatchId> = patches.into_iter().filter(|id| !running.patches.contains(id)).collect();
            running.patches.splice(0..0, new);
        }
        None => overflows.push(Overflow { place, from: day, until: day, wanted, there_are, patches }),
    }
}
