//! Wishes about time: the weather of the place, the shelf, and when patches start, wait and end.

use super::{Planner, next};
use crate::almanac::{Almanac, Appetite, BedWarmth, Cover, Monthly, Mulch, Shelf, SoilReading, Station, TenthsC, WarmthFrom};
use crate::bed::BedId;
use crate::catalogue::Catalogue;
use crate::draft;
use crate::edit::Edit;
use crate::garden::Garden;
use crate::patch::{Patch, PatchId, Placing, Rect, Timing};
use crate::refusal::Refusal;
use crate::season::{Grower, handoff};
use crate::site::{Frost, Site};
use crate::weather::shapes;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// A change of what a household said of its weather, its shelf and its beds' warmth.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "season", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the facts they change, documented there")]
pub enum SeasonChange {
    /// Say when it freezes.
    SetFrost { frost: Option<Frost> },
    /// Take the warmth from a generic shape; nothing means the nearest.
    TakeShape { shape: Option<String> },
    /// Take it from twelve pairs.
    TakeMonths { months: Monthly },
    /// Take it from a station's file, as read.
    TakeStation { station: Station },
    /// Go back to months or a station that were given before.
    TakeAgain { from: WarmthFrom },
    /// Say how much chance of a killing frost is taken.
    SetAppetite { appetite: Appetite },
    /// Say what lies on a bed and what is stretched over it.
    SetWarmth { bed: BedId, mulch: Mulch, cover: Cover },
    /// Note a soil thermometer's reading, or strike it out.
    Read { bed: BedId, on: Date, soil: Option<TenthsC> },
    /// Measure the seedling shelf.
    SetShelf { shelf: Shelf },
}

/// A change of one patch's time, place or crop, made together with others.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "change", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the facts they change, documented there")]
pub enum PatchChange {
    /// Its first and last day.
    Days { patch: PatchId, from: Date, until: Date },
    /// What is said or expected of its time.
    Timing { patch: PatchId, timing: Timing },
    /// Other ground.
    Ground { patch: PatchId, bed: BedId, rect: Rect },
    /// Another crop or way.
    Crop { patch: PatchId, crop: String, way: String },
    /// Planted between what stands there, or not.
    Between { patch: PatchId, between: bool },
    /// One more planting.
    Add { placing: Box<Placing> },
    /// One less.
    Remove { patch: PatchId },
}

/// The most soil readings kept in one garden.
pub const MOST_READINGS: usize = 2000;
/// The most years of one station.
const MOST_STATION_YEARS: usize = 200;
/// The most changes of patches made as one.
const MOST_CHANGES: usize = 100;

/// What changes of weather, shelf and warmth would change, or why they are refused.
pub fn plan(garden: &Garden, catalogue: &Catalogue, changes: &[SeasonChange], today: Date) -> Result<Vec<Edit>, Refusal> {
    let mut after = garden.clone();
    for change in changes {
        Planner { garden: &after.clone(), catalogue, today }.season(&mut after, change)?;
    }
    after.site = super::checked_site(&after.site)?;
    check(&after)?;
    let mut edits = Vec::new();
    if after.site != garden.site {
        let (before, after): (Box<Site>, Box<Site>) = (Box::new(garden.site.clone()), Box::new(after.site.clone()));
        edits.push(Edit::Site { before, after });
    }
    if after.almanac != garden.almanac {
        edits.push(Edit::Almanac { before: Box::new(garden.almanac.clone()), after: Box::new(after.almanac) });
    }
    if edits.is_empty() { Err(Refusal::NothingTo { what: "change: it is so already" }) } else { Ok(edits) }
}

/// The edit that leaves out of the almanac what names beds that are gone.
pub fn pruned(garden: &Garden, after: &Garden) -> Option<Edit> {
    let mut almanac = garden.almanac.clone();
    almanac.prune(|bed| after.bed(bed).is_some());
    let edit = || Edit::Almanac { before: Box::new(garden.almanac.clone()), after: Box::new(almanac.clone()) };
    (almanac != garden.almanac).then(edit)
}

impl Planner<'_> {
    fn season(&self, after: &mut Garden, change: &SeasonChange) -> Result<(), Refusal> {
        let almanac = &mut after.almanac;
        match change {
            SeasonChange::SetFrost { frost } => after.site.frost = *frost,
            SeasonChange::TakeShape { shape } => {
                (almanac.shape, almanac.from) = (shape.clone(), WarmthFrom::Shape);
            }
            SeasonChange::TakeMonths { months } => (almanac.months, almanac.from) = (Some(*months), WarmthFrom::Months),
            SeasonChange::TakeStation { station } => {
                let name = draft::text("the station's name", &station.name, 60)?;
                (almanac.station, almanac.from) = (Some(Station { name, ..station.clone() }), WarmthFrom::Station);
            }
            SeasonChange::TakeAgain { from } => almanac.from = *from,
            SeasonChange::SetAppetite { appetite } => almanac.appetite = *appetite,
            SeasonChange::SetWarmth { bed, mulch, cover } => {
                self.bed(*bed)?;
                almanac.beds.retain(|one| one.bed != *bed);
                if (*mulch, *cover) != (Mulch::None, Cover::None) {
                    almanac.beds.push(BedWarmth { bed: *bed, mulch: *mulch, cover: *cover });
                    almanac.beds.sort_by_key(|one| one.bed);
                }
            }
            SeasonChange::Read { bed, on, soil } => {
                self.bed(*bed)?;
                if *on > self.today {
                    return Err(Refusal::NothingTo { what: "read on a day that has not been yet" });
                }
                almanac.readings.retain(|one| (one.bed, one.on) != (*bed, *on));
                almanac.readings.extend(soil.map(|soil| SoilReading { bed: *bed, on: *on, soil }));
                almanac.readings.sort_by_key(|one| (one.on, one.bed));
            }
            SeasonChange::SetShelf { shelf } => almanac.shelf = *shelf,
        }
        Ok(())
    }
}

/// Everything that must hold of an almanac, also of one from a file.
pub fn check(garden: &Garden) -> Result<(), Refusal> {
    let almanac = &garden.almanac;
    let missing = match almanac.from {
        WarmthFrom::Months if almanac.months.is_none() => Some("table of monthly temperatures"),
        WarmthFrom::Station if almanac.station.is_none() => Some("station's file"),
        _ => None,
    };
    if let Some(what) = missing {
        return Err(Refusal::NotThereYet { what });
    }
    if let Some(key) = almanac.shape.as_ref().filter(|key| !shapes().iter().any(|shape| shape.key == **key)) {
        return Err(Refusal::Unknown { what: "shape of a year", key: key.clone() });
    }
    almanac.months.iter().chain(almanac.station.iter().map(|one| &one.monthly)).try_for_each(check_months)?;
    if let Some(station) = &almanac.station {
        check_station(station)?;
    }
    check_shelf(&almanac.shelf)?;
    check_beds(garden, almanac)
}

fn check_months(months: &Monthly) -> Result<(), Refusal> {
    const NAMES: [&str; 12] = [
        "January",
        "February",
        "March",
        "April",
        "May",
        "June",
        "July",
        "August",
        "September",
        "October",
        "November",
        "December",
    ];
    for (n, month) in NAMES.into_iter().enumerate() {
        let (high, low) = (months.high[n], months.low[n]);
        for value in [high, low] {
            temperature(month, value)?;
        }
        if low >= high {
            return Err(Refusal::LowAboveHigh { month, low, high });
        }
    }
    Ok(())
}

fn temperature(field: &'static str, value: TenthsC) -> Result<(), Refusal> {
    let [least, most] = TenthsC::RANGE;
    if (least..=most).contains(&value) {
        return Ok(());
    }
    Err(Refusal::TemperatureOutOfRange { field, value, least, most })
}

fn number(field: &'static str, value: i64, [least, most]: [i64; 2]) -> Result<(), Refusal> {
    if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::NumberOutOfRange { field, value, least, most }) }
}

fn day(field: &'static str, day: Date) -> Result<(), Refusal> {
    number(field, i64::from(day.year()), [1700, 2200])
}

fn check_station(station: &Station) -> Result<(), Refusal> {
    if draft::text("the station's name", &station.name, 60)? != station.name {
        return Err(Refusal::OddLetters { field: "the station's name" });
    }
    for one in [station.first, station.last]
        .into_iter()
        .chain(station.years.iter().flat_map(|y| y.last_frost.into_iter().chain(y.first_frost)))
    {
        day("year of a station's day", one)?;
    }
    if station.last < station.first || station.years.windows(2).any(|pair| pair[0].year >= pair[1].year) {
        return Err(Refusal::OutOfOrder { list: "the station's years" });
    }
    number("days of a station", i64::from(station.days), [1, crate::weather::station::MOST_DAYS as i64])?;
    number("missing days of a station", i64::from(station.missing), [0, crate::weather::station::MOST_DAYS as i64])?;
    number("years of a station", station.years.len() as i64, [0, MOST_STATION_YEARS as i64])?;
    station.rain_mm.iter().flatten().try_for_each(|rain| number("rain of a month in mm", i64::from(*rain), [0, 10_000]))?;
    station.years.iter().try_for_each(|one| {
        number("year of a station", i64::from(one.year), [1700, 2200])?;
        number("days of a station's year", i64::from(one.days), [1, 366])
    })
}

fn check_shelf(shelf: &Shelf) -> Result<(), Refusal> {
    number("cells under light", shelf.cells.into(), [0, 5000])?;
    number("cells in a tray", shelf.tray.into(), [1, 500])?;
    number("cells on the warm mat", shelf.mat.into(), [0, 5000])?;
    number("cells where seedlings harden", shelf.hardening.into(), [0, 5000])?;
    number("days of hardening off", shelf.harden_days.into(), [0, 21])?;
    number("seedlings of a hundred that come through", shelf.survival.into(), [10, 100])
}

fn check_beds(garden: &Garden, almanac: &Almanac) -> Result<(), Refusal> {
    let known = |bed: BedId| garden.bed(bed).map(|_| ()).ok_or(Refusal::Unknown { what: "bed", key: bed.0.to_string() });
    almanac.beds.iter().try_for_each(|one| known(one.bed))?;
    if almanac.beds.windows(2).any(|pair| pair[0].bed >= pair[1].bed) {
        return Err(Refusal::OutOfOrder { list: "the beds' covers" });
    }
    if almanac.readings.len() > MOST_READINGS {
        return Err(Refusal::TooManyThings { what: "soil readings", most: MOST_READINGS });
    }
    for one in &almanac.readings {
        known(one.bed)?;
        temperature("soil", one.soil)?;
        day("year of a soil reading", one.on)?;
    }
    let order = |one: &SoilReading| (one.on, one.bed);
    if almanac.readings.windows(2).any(|pair| order(&pair[0]) >= order(&pair[1])) {
        return Err(Refusal::OutOfOrder { list: "the soil readings" });
    }
    Ok(())
}

/// What is said of a patch's time, within its limits.
pub(super) fn check_timing(patch: &Patch) -> Result<(), Refusal> {
    let Timing { sown, arrives, survival, packet, free_on, trial, .. } = patch.timing;
    packet.map_or(Ok(()), |days| number("days the packet gives", days.into(), [10, 400]))?;
    trial.map_or(Ok(()), |trial| number("number of a trial", trial.into(), [1, 30_000]))?;
    [sown, arrives, free_on].into_iter().flatten().try_for_each(|one| day("year of a planting", one))?;
    survival.map_or(Ok(()), |share| number("seedlings of a hundred that come through", share.into(), [10, 100]))
}

/// What changes of several patches would change, or why they are refused. They are judged as a whole, so that two
/// patches may change places.
///
/// With `follow`, whatever comes after a changed patch on its ground and would now be too early moves by as much,
/// and what comes after that, unless it is kept where it is.
pub fn replan(
    garden: &Garden,
    catalogue: &Catalogue,
    changes: &[PatchChange],
    follow: bool,
    today: Date,
) -> Result<Vec<Edit>, Refusal> {
    number("changes made as one", changes.len() as i64, [1, MOST_CHANGES as i64])?;
    let mut after = garden.clone();
    let mut touched: Vec<PatchId> = Vec::new();
    for change in changes {
        let id = Planner { garden: &after.clone(), catalogue, today }.change(&mut after, change)?;
        touched.retain(|one| *one != id);
        touched.push(id);
    }
    if follow {
        touched.extend(pushed(garden, &mut after, catalogue, &touched)?);
    }
    let mut edits = Vec::new();
    for id in touched {
        match (garden.patch(id), after.patch(id)) {
            (Some(before), None) => edits.push(super::patches::gone(before)),
            (before, Some(patch)) if before != Some(patch) => {
                edits.extend(Planner { garden: &after, catalogue, today }.put(before, patch.clone())?);
            }
            _ => {}
        }
    }
    if edits.is_empty() { Err(Refusal::NothingTo { what: "change: it is so already" }) } else { Ok(edits) }
}

impl Planner<'_> {
    /// Makes one change on the garden as it will be; what it refuses is what no order of changes could mend.
    fn change(&self, after: &mut Garden, change: &PatchChange) -> Result<PatchId, Refusal> {
        let changed = match change {
            PatchChange::Days { patch, from, until } => Patch { from: *from, until: *until, ..self.patch(*patch)?.clone() },
            PatchChange::Timing { patch, timing } => Patch { timing: *timing, ..self.patch(*patch)?.clone() },
            PatchChange::Ground { patch, bed, rect } => {
                let before = self.movable(*patch)?;
                let holes = before.holes.filter(|_| (rect.w, rect.h) == (before.rect.w, before.rect.h));
                Patch { bed: *bed, rect: *rect, holes, line: self.line_moved(before, *rect), ..before.clone() }
            }
            PatchChange::Crop { patch, crop, way } => {
                let (crop, way) = self.growing(crop, Some(way))?;
                let (crop, way) = (crop.key.clone(), way.key.clone());
                Patch { crop, way, holes: None, timing: Timing::default(), ..self.patch(*patch)?.clone() }
            }
            PatchChange::Between { patch, between } => Patch { between: *between, ..self.patch(*patch)?.clone() },
            PatchChange::Add { placing } => placing.patch(next(self.garden.patches.iter().map(|patch| patch.id.0))),
            PatchChange::Remove { patch } => {
                let id = self.movable(*patch)?.id;
                after.patches.retain(|one| one.id != id);
                return Ok(id);
            }
        };
        super::patches::check_days(changed.from, changed.until)?;
        check_timing(&changed)?;
        let id = changed.id;
        match after.patches.iter_mut().find(|one| one.id == id) {
            Some(there) => *there = changed,
            None => after.patches.push(changed),
        }
        Ok(id)
    }
}

/// Moves what follows the changed patches on their ground, link by link, and says what was moved.
fn pushed(before: &Garden, after: &mut Garden, catalogue: &Catalogue, changed: &[PatchId]) -> Result<Vec<PatchId>, Refusal> {
    let grower = Grower::of(after);
    let mut moved: Vec<PatchId> = Vec::new();
    let mut waiting: Vec<PatchId> = changed.to_vec();
    while let Some(id) = waiting.pop() {
        let (Some(was), Some(first)) = (before.patch(id), after.patch(id).cloned()) else { continue };
        let free = first.timing.free_on.unwrap_or(first.until).max(first.until);
        let followers: Vec<PatchId> = before
            .patches
            .iter()
            .filter(|then| handoff::follows(was, then) && !changed.contains(&then.id))
            .map(|then| then.id)
            .collect();
        for then in followers {
            let Some(patch) = after.patch(then).cloned().filter(|patch| patch.from <= free) else { continue };
            let from = free.saturating_add(1.day());
            if patch.locked {
                let crop = catalogue.crop(&patch.crop).map_or_else(|| patch.crop.clone(), |crop| crop.name.clone());
                return Err(Refusal::KeptInTime { crop, from: patch.from, to: from });
            }
            let later = handoff::moved_to(after, &grower, catalogue, &patch, from);
            after.patches.iter_mut().filter(|one| one.id == then).for_each(|one| *one = later.clone());
            if !moved.contains(&then) {
                moved.push(then);
            }
            waiting.push(then);
        }
    }
    Ok(moved)
}
