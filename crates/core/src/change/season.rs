//! Wishes about time: the weather of the place, the shelf, and when patches start, wait and end.

use crate::change::days::day;
use crate::change::draft;
use crate::change::planner::Planner;
use crate::climate::calendar::RECORD_YEARS;
use crate::known::Known;
use crate::limits::{self, MONTHS, MOST_READINGS, MOST_STATION_YEARS, number, temperature};
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::almanac::{Almanac, Appetite, BedWarmth, Cover, Monthly, Mulch, Shelf, SoilReading, Station, WarmthFrom};
use sparrow_facts::difference;
use sparrow_facts::edit::Edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::site::{Freezes, Site};
use sparrow_facts::units::TenthsC;

/// A change of what a household said of its weather, its shelf and its beds' warmth.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "season", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the facts they change, documented there")]
pub enum SeasonChange {
    /// Say when it freezes.
    SetFreezes { freezes: Freezes },
    /// Take the warmth from where the garden lies.
    TakePlace,
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

/// What changes of weather, shelf and warmth would change, or why they are refused.
pub fn plan(known: Known, changes: &[SeasonChange]) -> Result<Vec<Edit>, Refusal> {
    let garden = known.garden;
    limits::changes(changes.len())?;
    let mut after = garden.clone();
    for change in changes {
        Planner { known }.season(&mut after, change)?;
    }
    after.site = crate::change::site::checked_site(&after.site)?;
    check(&after)?;
    let mut edits = Vec::new();
    if after.site != garden.site {
        let (before, after): (Box<Site>, Box<Site>) = (Box::new(garden.site.clone()), Box::new(after.site.clone()));
        edits.push(Edit::Site { before, after });
    }
    edits.extend(difference::almanac(&garden.almanac, &after.almanac));
    if edits.is_empty() { Err(Refusal::NothingTo { what: "change: it is so already" }) } else { Ok(edits) }
}

/// The edits that leave out of the almanac what names beds that are gone.
pub fn pruned(garden: &Garden, after: &Garden) -> Vec<Edit> {
    let mut almanac = garden.almanac.clone();
    almanac.prune(|bed| after.bed(bed).is_some());
    difference::almanac(&garden.almanac, &almanac)
}

impl Planner<'_> {
    fn season(&self, after: &mut Garden, change: &SeasonChange) -> Result<(), Refusal> {
        let almanac = &mut after.almanac;
        match change {
            SeasonChange::SetFreezes { freezes } => after.site.freezes = *freezes,
            SeasonChange::TakePlace => almanac.from = WarmthFrom::Place,
            SeasonChange::TakeMonths { months } => (almanac.months, almanac.from) = (Some(*months), WarmthFrom::Months),
            SeasonChange::TakeStation { station } => {
                let name = draft::text("the station's name", &station.name, limits::NAME)?;
                (almanac.station, almanac.from) = (Some(Station { name, ..station.clone() }), WarmthFrom::Station);
            }
            SeasonChange::TakeAgain { from } => almanac.from = *from,
            SeasonChange::SetAppetite { appetite } => almanac.appetite = *appetite,
            SeasonChange::SetWarmth { bed, mulch, cover } => {
                self.known.bed(*bed)?;
                almanac.beds.retain(|one| one.bed != *bed);
                if (*mulch, *cover) != (Mulch::None, Cover::None) {
                    almanac.beds.push(BedWarmth { bed: *bed, mulch: *mulch, cover: *cover });
                    almanac.beds.sort_by_key(|one| one.bed);
                }
            }
            SeasonChange::Read { bed, on, soil } => {
                self.known.bed(*bed)?;
                if *on > self.known.today {
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
    almanac.months.iter().chain(almanac.station.iter().map(|one| &one.monthly)).try_for_each(check_months)?;
    if let Some(station) = &almanac.station {
        check_station(station)?;
    }
    check_shelf(&almanac.shelf)?;
    check_beds(garden, almanac)
}

fn check_months(months: &Monthly) -> Result<(), Refusal> {
    for (n, month) in MONTHS.into_iter().enumerate() {
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

fn check_station(station: &Station) -> Result<(), Refusal> {
    if draft::text("the station's name", &station.name, limits::NAME)? != station.name {
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
    number("days of a station", i64::from(station.days), [1, crate::climate::station::MOST_DAYS as i64])?;
    number("missing days of a station", i64::from(station.missing), [0, crate::climate::station::MOST_DAYS as i64])?;
    number("years of a station", station.years.len() as i64, [0, MOST_STATION_YEARS as i64])?;
    station.rain_mm.iter().flatten().try_for_each(|rain| number("rain of a month in mm", i64::from(*rain), limits::RAIN))?;
    station.years.iter().try_for_each(|one| {
        limits::year("year of a station", one.year, RECORD_YEARS)?;
        number("days of a station's year", i64::from(one.days), [1, 366])
    })
}

fn check_shelf(shelf: &Shelf) -> Result<(), Refusal> {
    number("cells under light", shelf.cells.into(), limits::CELLS)?;
    number("cells in a tray", shelf.tray.into(), limits::TRAY)?;
    number("cells on the warm mat", shelf.mat.into(), limits::CELLS)?;
    number("cells where seedlings harden", shelf.hardening.into(), limits::CELLS)?;
    number("days of hardening off", shelf.harden_days.into(), limits::HARDENING)?;
    number("seedlings of a hundred that come through", shelf.survival.into(), limits::SURVIVAL)
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
