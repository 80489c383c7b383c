//! What may cold and heat do to what stands on a day, and what does a cover buy?

use crate::catalogue::Bolts;
use crate::climate::bed_soil::kept_off;
use crate::climate::normals::day_index;
use crate::climate::weather::COMING;
use crate::growth::cold;
use crate::growth::cold::ColdPart;
use crate::growth::grower::Grower;
use crate::growth::growing::Growing;
use crate::growth::window::bolts;
use crate::known::Known;
use crate::season::course::Course;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::almanac::Cover;
use sparrow_facts::ids::PatchId;
use sparrow_facts::timing::Means;

/// What may happen.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Harm {
    /// A night cold enough to kill it.
    Cold {
        /// What kills the part that matters at its age, as hardened as it is then \[°C\].
        kills: f64,
        /// Which part that is.
        part: ColdPart,
        /// The chance, per cent, in the two weeks of nights from this day on, under what is stretched over its bed.
        percent: u8,
        /// The same under fleece.
        fleece: u8,
        /// The same under a low tunnel.
        tunnel: u8,
    },
    /// Heat or long days in which it bolts before it is ripe.
    Bolts {
        /// The usual mean of the day it is ripe \[°C\].
        mean: f64,
        /// The mean it bears \[°C\].
        bears: f64,
        /// Shade for the last weeks would be enough.
        shade_helps: bool,
    },
}

/// A planting at risk.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct AtRisk {
    /// The patch.
    pub patch: PatchId,
    /// What may happen.
    pub harm: Harm,
}

/// Chances below it are not told \[per cent\].
const LEAST_TOLD: u8 = 3;
/// What half shade takes off the warmth of summer days at the leaves \[°C\] (assumption, as for the soil).
pub(super) const SHADE_TAKES: f64 = 1.5;

/// The plantings at risk on a day, the worst first.
pub fn risks(known: Known, courses: &[Course], day: Date) -> Vec<AtRisk> {
    let Known { garden, grower, .. } = known;
    let mut found: Vec<AtRisk> = courses
        .iter()
        .filter_map(|course| {
            let patch = garden.patch(course.patch)?;
            let growing = known.growing(patch)?;
            let standing = course.plant <= day && day <= course.free;
            let harms = [cold(known, course, growing, day), heat(grower, course, growing)];
            let harm = |harm: Option<Harm>| harm.map(|harm| AtRisk { patch: patch.id, harm });
            standing.then(|| harms.into_iter().filter_map(harm).collect::<Vec<_>>())
        })
        .flatten()
        .collect();
    let worst = |one: &AtRisk| match one.harm {
        Harm::Cold { percent, .. } => percent,
        Harm::Bolts { .. } => LEAST_TOLD,
    };
    found.sort_by_key(|one| (std::cmp::Reverse(worst(one)), one.patch));
    found
}

fn cold(known: Known, course: &Course, growing: Growing, day: Date) -> Option<Harm> {
    let Known { garden, grower, .. } = known;
    let part = part_on(course, growing, day)?;
    let [kills, hardened] = cold::kills(growing, part);
    let at = day_index(day);
    let kills = kills - hardened * cold::hardening(&grower.weather, at);
    let percent = |warmer: f64| (grower.weather.nights.chance(kills - warmer, at, COMING) * 100.0).round() as u8;
    let bed = garden.bed(garden.patch(course.patch)?.bed)?;
    let own = known.soil(bed).keeps_off(grower.weather.low(day));
    let [fleece, tunnel] = [Cover::Fleece, Cover::Tunnel].map(|cover| percent(kept_off(cover).max(own)));
    let percent = percent(own);
    (percent >= LEAST_TOLD).then_some(Harm::Cold { kills, part, percent, fleece, tunnel })
}

/// The part of a planting that cold would reach on a day; nothing before it is up.
fn part_on(course: &Course, growing: Growing, day: Date) -> Option<ColdPart> {
    let Some(ripening) = course.ripening else { return Some(ColdPart::Tops) };
    let shows = if course.means == Means::Set { cold::SETS_SHOW } else { 0 };
    let up = ripening.up.saturating_add((shows as i64).days());
    let there = ripening.ripe.saturating_sub(i64::from(cold::there_before(growing)).days());
    let last = cold::last_part(growing);
    if day < up {
        None
    } else if day >= there && last != ColdPart::Roots {
        Some(last)
    } else if usize::try_from((day - up).get_days()).unwrap_or(0) < cold::YOUNG {
        Some(ColdPart::Seedling)
    } else {
        Some(if last == ColdPart::Roots { last } else { ColdPart::Tops })
    }
}

fn heat(grower: &Grower, course: &Course, growing: Growing) -> Option<Harm> {
    let (limits, ripe) = (growing.figures().bolts?, course.ripening?.ripe);
    if !bolts(grower, limits, ripe) {
        return None;
    }
    let shaded = Bolts { mean: limits.mean + SHADE_TAKES, ..limits };
    Some(Harm::Bolts { mean: grower.weather.mean(ripe), bears: limits.mean, shade_helps: !bolts(grower, shaded, ripe) })
}
