//! How warm is the soil at sowing depth? A guess from the air, until a thermometer says better.

use crate::climate::normals::DAYS;
use serde::Serialize;
use sparrow_facts::almanac::{BedWarmth, Cover, Mulch};
use sparrow_facts::bed::{Bed, BedKind};

/// Days of which the air's running mean is taken.
const RUNNING: usize = 11;
/// The part of the difference by which soil follows the air each day.
const FOLLOWS: f64 = 0.25;
/// Days after which a reading no longer overrules the guess. Soil a hand deep forgets in about two weeks.
const FADES: f64 = 14.0;

/// Soil temperature at about 10 cm for each day of a usual year, from the air's daily means \[°C\].
///
/// D. Zheng, E. R. Hunt, S. W. Running, A daily soil temperature model based on air temperature and
/// precipitation for continental applications, Climate Research 2, 1993: each day the soil goes a quarter
/// of the way to the mean of the air over eleven days, T(j) = T(j−1) + ¼ (A(j) − T(j−1)). From memory;
/// without the paper's terms for a closed canopy and for snow. Sowing depth is shallower, so the guess is
/// cautious while the year warms. `air` holds 365 values or more; as many are answered.
pub fn follow(air: &[f64]) -> Vec<f64> {
    let days = air.len();
    let running = |day: usize| (0..RUNNING).map(|back| air[(day + days - back) % days]).sum::<f64>() / RUNNING as f64;
    let mut soil = running(days - 1);
    // One round to settle, since the year before ends as this one does.
    for day in 0..days.min(DAYS) {
        soil += FOLLOWS * (running(day) - soil);
    }
    (0..days)
        .map(|day| {
            soil += FOLLOWS * (running(day) - soil);
            soil
        })
        .collect()
}

/// One assumption about a bed's soil, and what it adds \[°C\].
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case", tag = "by", content = "adds_c")]
pub enum Correction {
    /// Raised sides in spring and summer sun.
    Raised(f64),
    /// A tub, warmed from all sides.
    Tub(f64),
    /// Straw and the like.
    Straw(f64),
    /// A dark or clear sheet.
    Sheet(f64),
    /// Fleece.
    Fleece(f64),
    /// A low tunnel or frame.
    Tunnel(f64),
    /// Half shade.
    Shade(f64),
}

impl Correction {
    /// What it adds \[°C\].
    pub fn adds(self) -> f64 {
        use Correction::{Fleece, Raised, Shade, Sheet, Straw, Tub, Tunnel};
        let (Raised(by) | Tub(by) | Straw(by) | Sheet(by) | Fleece(by) | Tunnel(by) | Shade(by)) = self;
        by
    }
}

/// What a cover adds to the soil under it \[°C\] (assumption, as [`corrections`]).
pub fn cover_adds(cover: Cover) -> f64 {
    match cover {
        Cover::None => 0.0,
        Cover::Fleece => 1.0,
        Cover::Tunnel => 2.5,
    }
}

/// What is assumed of a bed. Figures are assumptions in round degrees (common practice; measured gains
/// of sheets and covers in extension trials lie between 1 and 5 °C, and vary with sun).
pub fn corrections(bed: &Bed, warmth: BedWarmth, shady: bool) -> Vec<Correction> {
    let kind = match bed.kind {
        BedKind::Raised { .. } => Some(Correction::Raised(1.0)),
        BedKind::Container { .. } => Some(Correction::Tub(1.5)),
        BedKind::Ground => None,
    };
    let mulch = match warmth.mulch {
        Mulch::None => None,
        Mulch::Straw => Some(Correction::Straw(-2.0)),
        Mulch::Sheet => Some(Correction::Sheet(2.5)),
    };
    let cover = match warmth.cover {
        Cover::None => None,
        Cover::Fleece => Some(Correction::Fleece(cover_adds(Cover::Fleece))),
        Cover::Tunnel => Some(Correction::Tunnel(cover_adds(Cover::Tunnel))),
    };
    let shade = shady.then_some(Correction::Shade(-1.5));
    [kind, mulch, cover, shade].into_iter().flatten().collect()
}

/// What sun adds to open soil on the longest days over the air's mean \[°C\], and the day lengths from which
/// it adds and in which it adds all of it \[hours\]. An assumption: bare soil in sun runs a few degrees above
/// the air from spring to autumn and with it in winter (common experience of agricultural weather stations).
const SUN: (f64, [f64; 2]) = (2.5, [10.0, 16.0]);

/// What sun adds to open soil at a day length \[°C\].
pub fn sun_adds(hours: f64) -> f64 {
    let (most, [from, all]) = SUN;
    most * ((hours - from) / (all - from)).clamp(0.0, 1.0)
}

/// How much of the difference between a reading and the guess is still believed so many days later, 1 to 0.
pub fn reading_fades(days: f64) -> f64 {
    if days < 0.0 { 0.0 } else { (1.0 - days / FADES).max(0.0) }
}
