//! Which of a dozen generic years is most like this place's?

use crate::climate::normals::{daily_normals, day_index};
use jiff::civil::date;
use serde::{Deserialize, Serialize};
use sparrow_facts::site::{Hemisphere, Site};
use std::sync::OnceLock;

/// A generic year: mean daily highs and lows of the months \[°C\], as in the northern half.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct ClimateShape {
    /// Its key.
    pub key: String,
    /// What it is like.
    pub name: String,
    /// Highs, January first.
    pub high: [f64; 12],
    /// Lows, January first.
    pub low: [f64; 12],
}

/// The usual low on the day of an even chance of frost \[°C\]: lows scatter, so that on the date on
/// which a frost still comes in half of the years the usual night is some degrees above it (common
/// practice of reading climate tables; 4 °C by the sea to 8 °C inland where both are printed).
pub const LOW_AT_EVEN: f64 = 6.0;

/// The most the lows of a shape are raised or lowered to meet the frost dates \[°C\].
const MOST_SHIFT: f64 = 4.0;

/// The dozen shapes.
pub fn shapes() -> &'static [ClimateShape] {
    #[derive(Deserialize)]
    #[serde(deny_unknown_fields)]
    struct File {
        shape: Vec<ClimateShape>,
    }
    static SHAPES: OnceLock<Vec<ClimateShape>> = OnceLock::new();
    SHAPES.get_or_init(|| {
        let file: File = toml::from_str(include_str!("../../data/climates.toml")).expect("a test reads the compiled-in file");
        file.shape
    })
}

impl ClimateShape {
    /// Highs and lows with January first at this place: as they stand, or six months on in the south.
    pub fn months(&self, hemisphere: Hemisphere) -> ([f64; 12], [f64; 12]) {
        let turned = |months: &[f64; 12]| {
            let mut months = *months;
            if hemisphere == Hemisphere::South {
                months.rotate_left(6);
            }
            months
        };
        (turned(&self.high), turned(&self.low))
    }

    /// Usual lows on the site's two frost dates.
    fn lows_at(&self, site: &Site) -> Option<[f64; 2]> {
        let frost = site.frost?;
        let lows = daily_normals(&self.months(site.latitude.hemisphere()).1);
        let at = |day: sparrow_facts::site::MonthDay| lows[day_index(date(2027, day.month, day.day.min(28)))];
        Some([at(frost.last), at(frost.first)])
    }

    /// How far its lows are raised so that its lows on the frost dates are [`LOW_AT_EVEN`] on average \[°C\].
    pub fn shift(&self, site: &Site) -> f64 {
        self.lows_at(site).map_or(0.0, |[last, first]| (LOW_AT_EVEN - f64::midpoint(last, first)).clamp(-MOST_SHIFT, MOST_SHIFT))
    }
}

/// The shape whose lows on the two frost dates come nearest to [`LOW_AT_EVEN`]; without frost dates the one
/// whose coldest month is mild and whose name fits the latitude best: tropical within 23°, else subtropical.
pub fn nearest_shape(site: &Site) -> &'static ClimateShape {
    let shapes = shapes();
    let by_key = |key: &str| shapes.iter().find(|shape| shape.key == key).unwrap_or(&shapes[0]);
    if site.frost.is_none() {
        return by_key(if site.latitude.0.abs() < 2350 { "tropical" } else { "subtropical" });
    }
    let miss = |shape: &ClimateShape| {
        let lows = shape.lows_at(site).unwrap_or([LOW_AT_EVEN; 2]);
        lows.iter().map(|low| (low - LOW_AT_EVEN).powi(2)).sum::<f64>()
    };
    shapes.iter().min_by(|a, b| miss(a).total_cmp(&miss(b))).unwrap_or(&shapes[0])
}
