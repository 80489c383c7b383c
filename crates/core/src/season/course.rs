//! What does one patch do through its time? From seed to the last picking, with its days on the shelf.

use super::figures::figures;
use super::grower::{Grower, Ripening};
use super::window::{self, Gate};
use crate::bed::Bed;
use crate::calendar;
use crate::crop::{CountedFrom, Crop, Life, Method, Way};
use crate::garden::Garden;
use crate::growth;
use crate::patch::{Patch, PatchId};
use crate::weather;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// How a crop comes to the ground.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(rename_all = "kebab-case")]
pub enum Means {
    /// Sown where it stays.
    Direct,
    /// Raised from seed on the shelf.
    Shelf,
    /// Bought as a young plant.
    Bought,
    /// Planted as a set, clove, tuber, crown or division.
    Set,
}

/// Something about a patch's time that is not as it should be.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
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
}

impl Trouble {
    /// What a household keeps it under.
    pub fn key(&self) -> &'static str {
        match self {
            Trouble::BadStart { .. } => "season:start",
            Trouble::TooOld { .. } => "season:too-old",
            Trouble::TooYoung { .. } => "season:too-young",
            Trouble::ClearedEarly { .. } => "season:cleared-early",
            Trouble::NeverRipe => "season:never-ripe",
        }
    }
}

/// The days of one patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
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
    /// The last day it stands by the plan.
    pub until: Date,
    /// The day its ground is free: what the household expects, else the plan's last day.
    pub free: Date,
    /// The household expects it, and it is not what was planned.
    pub late: bool,
    /// What is wrong with it.
    pub troubles: Vec<Trouble>,
}

/// How a crop usually comes to the ground: sets where there is no seed to sow, the shelf for what is
/// always transplanted or is counted from then, the bed itself for all else.
pub fn usual_means(crop: &Crop, way: &Way) -> Means {
    let known = figures(crop, way);
    match crop.method {
        // Clumps that stay are divided or bought once, not raised every year.
        _ if known.sprout.is_none() || growth::is_settled(crop, way) => Means::Set,
        Method::Direct => Means::Direct,
        _ if known.indoors.is_none() => Means::Direct,
        Method::Transplant => Means::Shelf,
        Method::Either if way.counted_from == CountedFrom::Transplanting => Means::Shelf,
        Method::Either => Means::Direct,
    }
}

/// How a patch comes to the ground, by the household or by its crop.
pub fn means_of(patch: &Patch, crop: &Crop, way: &Way) -> Means {
    patch.timing.means.unwrap_or_else(|| usual_means(crop, way))
}

/// The middle of a crop's weeks under cover, as days; nothing for what is never raised so.
pub(super) fn shelf_days(crop: &Crop, way: &Way) -> i64 {
    let [least, most] = figures(crop, way).indoors.unwrap_or([4, 6]);
    (i64::from(least) + i64::from(most)) * 7 / 2
}

/// How much warmer a bed's soil is taken than open ground \[°C\].
pub(crate) fn adds(garden: &Garden, bed: &Bed) -> f64 {
    let corrections = weather::corrections(bed, garden.almanac.warmth(bed.id), garden.turns.shady.contains(&bed.id));
    corrections.iter().map(|one| one.adds()).sum()
}

/// The days of one patch, as the warmth of its bed goes. Nothing for a crop that is not in the catalogue.
pub fn course(garden: &Garden, grower: &Grower, (crop, way): (&Crop, &Way), patch: &Patch) -> Option<Course> {
    let bed = garden.bed(patch.bed)?;
    let means = means_of(patch, crop, way);
    let adds = adds(garden, bed);
    let settled = crop.life == Life::Perennial && way.days[0] >= 300;
    let harden_days = i64::from(garden.almanac.shelf.harden_days);
    let sow = match means {
        Means::Direct => Some(patch.timing.sown.unwrap_or(patch.from)),
        Means::Shelf => Some(patch.timing.sown.unwrap_or_else(|| patch.from.saturating_sub(shelf_days(crop, way).days()))),
        Means::Bought | Means::Set => None,
    };
    let harden = matches!(means, Means::Shelf | Means::Bought).then(|| patch.from.saturating_sub(harden_days.days()));
    let ripening = if settled { None } else { grower.ripening(crop, way, means, patch.from, adds) };
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
        free,
        late: free > patch.until,
        troubles: Vec::new(),
    };
    if !settled {
        course.troubles = troubles(garden, grower, (crop, way), patch, &course, adds);
    }
    Some(course)
}

fn troubles(
    garden: &Garden,
    grower: &Grower,
    (crop, way): (&Crop, &Way),
    patch: &Patch,
    course: &Course,
    adds: f64,
) -> Vec<Trouble> {
    let mut found = Vec::new();
    let appetite = garden.almanac.appetite;
    let known = figures(crop, way);
    if let Err(gate) = window::judge(grower, appetite, (crop, way, course.means), patch.from, adds) {
        found.push(Trouble::BadStart {
            gate,
            nearest: nearest_good_day(grower, garden, (crop, way, course.means), patch.from, adds),
        });
    }
    if let (Means::Shelf, Some(sow), Some([least, most])) = (course.means, course.sow, known.indoors) {
        let weeks = ((patch.from - sow).get_days().max(0) / 7) as u16;
        let most = u16::from(most) + u16::from(known.hold);
        if weeks > most {
            found.push(Trouble::TooOld { weeks, most, sow: patch.from.saturating_sub(shelf_days(crop, way).days()) });
        } else if weeks < u16::from(least) {
            found.push(Trouble::TooYoung { weeks, least: least.into() });
        }
    }
    match course.ripening {
        // Only grown for its ground, a cover is cut when it is wanted.
        _ if crate::turns::is_cover(&way.key) => {}
        None => found.push(Trouble::NeverRipe),
        Some(ripening) if ripening.ripe > course.free => {
            let percent = grower.weight(crop, way, course.means, patch.from, course.free, adds) * 100.0;
            found.push(Trouble::ClearedEarly { ripe: ripening.ripe, percent: percent.floor() as u8 });
        }
        Some(_) => {}
    }
    found
}

/// How far a better day is looked for \[days\].
const FARTHEST: i64 = 120;

/// The nearest day of the growing year on which a crop may start.
fn nearest_good_day(grower: &Grower, garden: &Garden, growing: (&Crop, &Way, Means), wanted: Date, adds: f64) -> Option<Date> {
    let hemisphere = garden.site.latitude.hemisphere();
    let (first, last) = calendar::year_span(calendar::growing_year(wanted, hemisphere), hemisphere);
    let good =
        |day: &Date| (first..=last).contains(day) && window::judge(grower, garden.almanac.appetite, growing, *day, adds).is_ok();
    (1..=FARTHEST).flat_map(|away| [wanted.saturating_add(away.days()), wanted.saturating_sub(away.days())]).find(good)
}
