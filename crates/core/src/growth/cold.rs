//! What cold kills which part of a plant? By organ, by age, and by the nights it has grown up in.

use crate::catalogue::Hardiness;
use crate::climate::normals::DAYS;
use crate::climate::weather::Weather;
use crate::growth::growing::Growing;
use serde::Serialize;

/// Which part of a plant the cold reaches.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum ColdPart {
    /// A young plant.
    Seedling,
    /// Leaves and stems.
    Tops,
    /// Blossom, pods, fruits, curds and heads.
    Product,
    /// Roots in the ground.
    Roots,
}

/// Days after it is up in which a plant is as tender as a seedling (common practice: four weeks).
pub const YOUNG: usize = 28;
/// Days until sets and tubers show leaf in cool soil (common practice: three weeks).
pub const SETS_SHOW: usize = 21;
/// How much hardier seedlings are that grew up in cold nights, by hardiness \[°C\], and the parts of it that grown leaves and
/// what is picked have (common practice: two to five degrees; all of it from usual nights of 2 °C, none at 12 °C).
const HARDENED: [f64; 3] = [5.0, 3.0, 0.0];
const LEAF: f64 = 0.6;
const PRODUCT: f64 = 0.4;
const COLD_AND_MILD: [f64; 2] = [2.0, 12.0];

/// How far plants are hardened on a day of the year, by the usual nights of the ten days before, 0 to 1.
pub fn hardening(weather: &Weather, day: usize) -> f64 {
    let nights: f64 = (0..10).map(|back| weather.nights.low(day + DAYS - back)).sum::<f64>() / 10.0;
    let [cold, mild] = COLD_AND_MILD;
    ((mild - nights) / (mild - cold)).clamp(0.0, 1.0)
}

/// The part that counts once a plant is grown: roots where they are what is lifted, else what is picked.
pub fn last_part(growing: Growing) -> ColdPart {
    let figures = growing.figures();
    match (figures.product, figures.root_kills) {
        (Some(_), _) => ColdPart::Product,
        (None, Some(_)) => ColdPart::Roots,
        (None, None) => ColdPart::Tops,
    }
}

/// The air that kills a part of a crop \[°C\], unhardened, and how much lower it is when fully hardened.
pub fn kills(growing: Growing, part: ColdPart) -> [f64; 2] {
    let figures = growing.figures();
    let leaf = figures.leaf_kills.unwrap_or(f64::from(growing.crop.kills_c));
    let hardened = HARDENED[match growing.crop.hardiness {
        Hardiness::Hardy => 0,
        Hardiness::HalfHardy => 1,
        Hardiness::Tender => 2,
    }];
    match part {
        ColdPart::Seedling => [figures.seedling_kills.max(leaf), hardened],
        ColdPart::Tops => [leaf, LEAF * hardened],
        ColdPart::Product => [figures.product.map_or(leaf, |product| product.kills), PRODUCT * hardened],
        ColdPart::Roots => [figures.root_kills.map_or(leaf, |root| root.min(leaf)), PRODUCT * hardened],
    }
}

/// Days before it is ripe from which what is picked is there.
pub fn there_before(growing: Growing) -> u16 {
    let figures = growing.figures();
    figures.sets.map_or(figures.product.map_or(0, |product| product.days), |sets| sets.before)
}
