//! What may cold and heat do to what stands on a day, and what does a cover buy?

use crate::catalogue::Figures;
use crate::climate::frost::Side;
use crate::growth::grower::Grower;
use crate::growth::growing::Growing;
use crate::growth::window::bolts;
use crate::known::Known;
use crate::season::course::Course;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::PatchId;

/// What may happen.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Harm {
    /// A night cold enough to kill it.
    Cold {
        /// What kills the part that matters at its age \[°C\].
        kills: f64,
        /// Which part that is.
        part: ColdPart,
        /// The chance, per cent, from this day on in spring, up to this day in autumn.
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

/// Which part of a plant the cold reaches.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum ColdPart {
    /// A young plant.
    Seedling,
    /// Leaves and stems.
    Tops,
    /// Roots in the ground.
    Roots,
}

/// A planting at risk.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct AtRisk {
    /// The patch.
    pub patch: PatchId,
    /// What may happen.
    pub harm: Harm,
}

/// Days after it is up in which a plant is as tender as a seedling (common practice: four weeks).
const YOUNG: i32 = 28;
/// What covers add to the night's low \[°C\]: assumptions in round figures (common practice; makers and
/// trials give 1 to 4 °C for fleece by its weight and 2 to 4 °C for tunnels).
pub(super) const COVERS: [f64; 2] = [2.0, 3.5];
/// Chances below it are not told \[per cent\].
const LEAST_TOLD: u8 = 3;
/// What half shade takes off the warmth of summer days at the leaves \[°C\] (assumption, as for the soil).
pub(super) const SHADE_TAKES: f64 = 1.5;

/// The plantings at risk on a day, the worst first.
pub fn risks(known: Known, courses: &[Course], day: Date) -> Vec<AtRisk> {
    let Known { garden, catalogue, grower, .. } = known;
    let mut found: Vec<AtRisk> = courses
        .iter()
        .filter_map(|course| {
            let patch = garden.patch(course.patch)?;
            let growing = Growing::find(catalogue, patch)?;
            let standing = course.plant <= day && day <= course.free;
            let harms = [cold(grower, course, growing, day), heat(grower, course, growing)];
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

fn cold(grower: &Grower, course: &Course, growing: Growing, day: Date) -> Option<Harm> {
    let figures = growing.figures();
    let up = course.ripening.map_or(course.plant, |ripening| ripening.up);
    let tops = f64::from(growing.crop.kills_c);
    let young = (day - up).get_days() < YOUNG && course.ripening.is_some();
    let (kills, part) = match figures.root_kills {
        _ if day < up => return None,
        _ if young => (figures.seedling_kills.max(tops), ColdPart::Seedling),
        Some(roots) => (roots, ColdPart::Roots),
        None => (tops, ColdPart::Tops),
    };
    let side = grower.weather.side(day);
    let percent = |kills: f64| (grower.weather.kill_chance(side, day, kills) * 100.0).round() as u8;
    // What stood through the cold already has shown that it can.
    if side == Side::Spring && (day - course.plant).get_days() > 150 {
        return None;
    }
    let [fleece, tunnel] = COVERS.map(|warmer| percent(kills - warmer));
    let percent = percent(kills);
    (percent >= LEAST_TOLD).then_some(Harm::Cold { kills, part, percent, fleece, tunnel })
}

fn heat(grower: &Grower, course: &Course, growing: Growing) -> Option<Harm> {
    let figures = growing.figures();
    let (bears, ripe) = (figures.bolts?, course.ripening?.ripe);
    if !bolts(grower, figures, ripe) {
        return None;
    }
    let shaded = Figures { bolts: Some(bears + SHADE_TAKES), ..figures.clone() };
    Some(Harm::Bolts { mean: grower.weather.mean(ripe), bears, shade_helps: !bolts(grower, &shaded, ripe) })
}
