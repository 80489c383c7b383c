//! How and when does it come to the ground, as far as the household said?

use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// What the household said or expects of a patch's time, beside the plan's first and last day.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Timing {
    /// How it comes to the ground; nothing means as is usual for its crop.
    #[serde(default)]
    pub means: Option<Means>,
    /// When it was or will be sown on the shelf, when not the usual weeks before.
    #[serde(default)]
    pub sown: Option<Date>,
    /// When bought plants arrive.
    #[serde(default)]
    pub arrives: Option<Date>,
    /// Seedlings of a hundred that come to be planted, when not as the shelf's; 10 to 100.
    #[serde(default)]
    pub survival: Option<u8>,
    /// The days its packet gives, when they are not the catalogue's; 10 to 400, counted from where the catalogue
    /// counts them.
    #[serde(default)]
    pub packet: Option<u16>,
    /// When its ground is expected to be free, when that is not the plan's last day.
    #[serde(default)]
    pub free_on: Option<Date>,
    /// It is one of several sowings made to learn which date is best, by their common number.
    #[serde(default)]
    pub trial: Option<u16>,
}

/// From which day the packet's days are counted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum CountedFrom {
    /// From sowing.
    Sowing,
    /// From planting out.
    Transplanting,
}

/// How a crop comes to the ground.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
