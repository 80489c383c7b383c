//! What does one patch do through its time? From seed to the last picking, with its days on the shelf.

use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar;
use crate::growth::cold::{ColdPart, kills};
use crate::growth::grower::Ripening;
use crate::growth::growing::Growing;
use crate::growth::prospect::Prospect;
use crate::growth::window::Gate;
use crate::known::Known;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;
use sparrow_facts::warning::{WarnedOf, WarningKey};

/// Something about a patch's time that is not as it should be.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Trouble {
    /// It starts on a day that is not for it.
    BadStart {
        /// Why.
        gate: Gate,
        /// The nearest good day, if this year has one.
        nearest: Option<Date>,
    },
    /// Its seedlings are older than they can wait, on the day they are planted.
    TooOld {
        /// Weeks they have by then.
        weeks: u16,
        /// The most they may have, held over in a bigger pot.
        most: u16,
        /// When to sow again so that they are ready on that day.
        sow: Date,
    },
    /// They are younger than they should be on that day.
    TooYoung {
        /// Weeks they have by then.
        weeks: u16,
        /// The least they should have.
        least: u16,
    },
    /// It is cleared before it is ripe, as the warmth here goes.
    ClearedEarly {
        /// When it is ripe.
        ripe: Date,
        /// The part of its weight it has when cleared, per cent.
        percent: u8,
    },
    /// It never ripens here from that start.
    NeverRipe,
    /// It is to stay for years, and a usual winter here is colder than it bears, bare of snow and mulch.
    WinterKills {
        /// The coldest air that it bears in winter \[whole °C\].
        bears_c: i8,
        /// The chance that one of the nights of its first year here is colder, per cent.
        percent: u8,
    },
}

impl Trouble {
    /// What a household keeps it under.
    pub fn key(&self) -> WarningKey {
        let which = match self {
            Trouble::BadStart { .. } => "start",
            Trouble::TooOld { .. } => "too-old",
            Trouble::TooYoung { .. } => "too-young",
            Trouble::ClearedEarly { .. } => "cleared-early",
            Trouble::NeverRipe => "never-ripe",
            Trouble::WinterKills { .. } => "winter",
        };
        WarningKey::which(WarnedOf::Season, which)
    }
}

/// The days of one patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Course {
    /// The patch.
    pub patch: PatchId,
    /// How it comes to the ground.
    pub means: Means,
    /// When seed is sown, in the ground or on the shelf.
    pub sow: Option<Date>,
    /// When bought plants arrive.
    pub arrives: Option<Date>,
    /// When seedlings go out to harden.
    pub harden: Option<Date>,
    /// The first day in the ground.
    pub plant: Date,
    /// When it ripens, and why then.
    pub ripening: Option<Ripening>,
    /// The last day it stands by the plan, or by what was written down.
    pub until: Date,
    /// The first and the last day of the plan, where it was lived otherwise.
    pub planned: Option<[Date; 2]>,
    /// The day its ground is free: what the household expects, else the plan's last day.
    pub free: Date,
    /// The household expects it, and it is not what was planned.
    pub late: bool,
    /// What is wrong with it.
    pub troubles: Vec<Trouble>,
    /// Under what each of these is kept, in their order.
    pub keys: Vec<WarningKey>,
}

/// The days of one patch, as the warmth of its bed goes. Nothing when its bed is not there.
pub fn course(known: Known, growing: Growing, patch: &Patch) -> Option<Course> {
    let Known { garden, grower, .. } = known;
    let soil = known.soil(garden.bed(patch.bed)?);
    let Growing { means, .. } = growing;
    let settled = growing.stays();
    let harden_days = i64::from(garden.almanac.shelf.harden_days);
    let sow = match means {
        Means::Direct => Some(patch.timing.sown.unwrap_or(patch.from)),
        Means::Shelf => Some(patch.timing.sown.unwrap_or_else(|| patch.from.saturating_sub(growing.shelf_days().days()))),
        Means::Bought | Means::Set => None,
    };
    let harden = growing.is_raised().then(|| patch.from.saturating_sub(harden_days.days()));
    let ripening = if settled { None } else { grower.ripening(growing, patch.from, &soil) };
    let free = patch.timing.free_on.unwrap_or(patch.until);
    let mut course = Course {
        patch: patch.id,
        means,
        sow,
        arrives: (means == Means::Bought).then(|| patch.timing.arrives.or(harden).unwrap_or(patch.from)),
        harden,
        plant: patch.from,
        ripening,
        until: patch.until,
        planned: known.plan.patch(patch.id).map(|plan| [plan.from, plan.until]).filter(|plan| *plan != [patch.from, patch.until]),
        free,
        late: free > patch.until,
        troubles: Vec::new(),
        keys: Vec::new(),
    };
    course.troubles = if settled {
        winter(known, growing, patch).into_iter().collect()
    } else {
        troubles(known, growing, patch, &course, &soil)
    };
    course.keys = course.troubles.iter().map(Trouble::key).collect();
    Some(course)
}

/// The chance from which on a winter is told to kill \[per cent\]: one in two (own choice).
const USUAL: u8 = 50;

/// Whether what is to stay is killed in a usual winter; what is cleared before it is not.
fn winter(known: Known, growing: Growing, patch: &Patch) -> Option<Trouble> {
    let [bare, hardened] = kills(growing, ColdPart::Tops);
    let bears = bare - hardened;
    let (first, nights) = (usize::from(patch.from.day_of_year().unsigned_abs()) - 1, (patch.until - patch.from).get_days());
    let chance = known.grower.weather.nights.chance(bears, first, usize::try_from(nights).unwrap_or(0));
    let percent = (chance * 100.0).floor() as u8;
    (percent >= USUAL).then_some(Trouble::WinterKills { bears_c: bears.round() as i8, percent })
}

fn troubles(known: Known, growing: Growing, patch: &Patch, course: &Course, soil: &BedSoil) -> Vec<Trouble> {
    let Known { garden, grower, .. } = known;
    let mut found = Vec::new();
    let figures = growing.figures();
    let prospect = Prospect::of(grower, garden.almanac.appetite, growing, patch.from, soil);
    if let Some(gate) = prospect.gate(patch.from).filter(|gate| !gate.is_only_worse()) {
        found.push(Trouble::BadStart { gate, nearest: nearest_good_day(known, &prospect, patch.from) });
    }
    if let (Means::Shelf, Some(sow), Some([least, most])) = (course.means, course.sow, figures.indoors) {
        let weeks = ((patch.from - sow).get_days().max(0) / 7) as u16;
        let most = u16::from(most) + u16::from(figures.hold);
        if weeks > most {
            found.push(Trouble::TooOld { weeks, most, sow: patch.from.saturating_sub(growing.shelf_days().days()) });
        } else if weeks < u16::from(least) {
            found.push(Trouble::TooYoung { weeks, least: least.into() });
        }
    }
    match course.ripening {
        // Only grown for its ground, a cover is cut when it is wanted.
        _ if growing.way.cover => {}
        None => found.push(Trouble::NeverRipe),
        Some(ripening) if ripening.ripe > course.free => {
            let percent = grower.weight(growing, patch.from, course.free, soil) * 100.0;
            found.push(Trouble::ClearedEarly { ripe: ripening.ripe, percent: percent.floor() as u8 });
        }
        Some(_) => {}
    }
    found
}

/// How far a better day is looked for \[days\].
const FARTHEST: i64 = 120;

/// The nearest day of the growing year on which a crop may start.
fn nearest_good_day(known: Known, prospect: &Prospect, wanted: Date) -> Option<Date> {
    let hemisphere = known.garden.site.latitude.hemisphere();
    let (first, last) = calendar::year_span(calendar::growing_year(wanted, hemisphere), hemisphere);
    let good = |day: &Date| (first..=last).contains(day) && prospect.gate(*day).is_none();
    (1..=FARTHEST).flat_map(|away| [wanted.saturating_add(away.days()), wanted.saturating_sub(away.days())]).find(good)
}
