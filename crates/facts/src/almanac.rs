//! What has the household said of its weather, its ground's warmth, its shelf and its courage?
//!
//! Only what was said or read from a file; what follows from it is [`sparrow_core::climate`].

use crate::ids::BedId;
use crate::units::temperature::TenthsC;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// Mean daily highs and lows of the twelve months, January first on both sides of the equator.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Monthly {
    /// Mean of the days' highest.
    pub high: [TenthsC; 12],
    /// Mean of the days' lowest.
    pub low: [TenthsC; 12],
}

/// The frosts of one growing year at a station.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct StationYear {
    /// The growing year.
    pub year: i16,
    /// Days of it in the file.
    pub days: u16,
    /// The last day of its first half with a low of 0 °C or less; nothing if there was none.
    pub last_frost: Option<Date>,
    /// The first such day of its second half.
    pub first_frost: Option<Date>,
}

/// What a weather station's daily file says, condensed when it was read. The file itself is not kept.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Station {
    /// What the household calls it, 1 to 60 letters.
    pub name: String,
    /// The first day in the file.
    pub first: Date,
    /// The last day in the file.
    pub last: Date,
    /// Days with a high and a low.
    pub days: u32,
    /// Days between the first and the last that are missing.
    pub missing: u32,
    /// Means of the months.
    pub monthly: Monthly,
    /// Mean rain of the months, whole millimetres, where the file has it.
    pub rain_mm: Option<[u16; 12]>,
    /// The frosts, year by year; only years of which both halves are there.
    pub years: Vec<StationYear>,
}

/// Where the year's warmth is taken from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum WarmthFrom {
    /// What is usual where the garden lies.
    #[default]
    Place,
    /// Twelve pairs the household typed.
    Months,
    /// A station's file.
    Station,
}

/// How much chance of a killing frost a household takes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Appetite {
    /// One year in ten may be lost.
    Cautious,
    /// One in four.
    #[default]
    Even,
    /// One in two: covers are at hand, or seedlings to spare.
    Bold,
}

impl Appetite {
    /// The chance of a killing frost that is taken, 0 to 1. Own choice of figures, shown in the page.
    pub fn chance(self) -> f64 {
        match self {
            Appetite::Cautious => 0.1,
            Appetite::Even => 0.25,
            Appetite::Bold => 0.5,
        }
    }
}

/// What lies on a bed's soil.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Mulch {
    /// Bare soil.
    #[default]
    None,
    /// Straw, leaves, bark: keeps it cool and damp.
    Straw,
    /// A dark or clear sheet: warms it.
    Sheet,
}

/// What is stretched over a bed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Cover {
    /// Open sky.
    #[default]
    None,
    /// Fleece or a light row cover.
    Fleece,
    /// A low tunnel, a cloche, a frame with a light.
    Tunnel,
}

/// How a bed's ground is kept warm or cool.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct BedWarmth {
    /// The bed.
    pub bed: BedId,
    /// What lies on it.
    pub mulch: Mulch,
    /// What is stretched over it.
    pub cover: Cover,
}

/// A reading of a soil thermometer at sowing depth, in the morning.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct SoilReading {
    /// The bed.
    pub bed: BedId,
    /// The day.
    pub on: Date,
    /// What it read.
    pub soil: TenthsC,
}

/// The place for seedlings, in cells (one seedling each).
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Shelf {
    /// Cells under light, 0 to 5000.
    pub cells: u16,
    /// Cells in one tray, 1 to 500.
    pub tray: u16,
    /// Cells on the warm mat, 0 to 5000.
    pub mat: u16,
    /// Cells where seedlings harden off, 0 to 5000.
    pub hardening: u16,
    /// Days of hardening off, 0 to 21.
    pub harden_days: u8,
    /// Seedlings of a hundred sown cells that come to be planted, 10 to 100.
    pub survival: u8,
}

impl Default for Shelf {
    fn default() -> Self {
        // One shelf with two trays of 72 and a mat under one of them; job-book figures of common practice.
        Shelf { cells: 144, tray: 72, mat: 72, hardening: 144, harden_days: 8, survival: 80 }
    }
}

/// Where the warmth is taken from, and how much chance is taken: what an edit tells of them together.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Climate {
    /// Where the year's warmth is taken from.
    pub from: WarmthFrom,
    /// The twelve pairs.
    pub months: Option<Monthly>,
    /// How much chance is taken.
    pub appetite: Appetite,
}

/// All of it.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Almanac {
    /// Where the year's warmth is taken from.
    #[serde(default)]
    pub from: WarmthFrom,
    /// The twelve pairs.
    #[serde(default)]
    pub months: Option<Monthly>,
    /// The station.
    #[serde(default)]
    pub station: Option<Station>,
    /// How much chance is taken.
    #[serde(default)]
    pub appetite: Appetite,
    /// Beds that are mulched or covered, by their numbers.
    #[serde(default)]
    pub beds: Vec<BedWarmth>,
    /// Soil readings, by day and bed.
    #[serde(default)]
    pub readings: Vec<SoilReading>,
    /// The seedling shelf.
    #[serde(default)]
    pub shelf: Shelf,
}

impl Almanac {
    /// How a bed is kept.
    pub fn warmth(&self, bed: BedId) -> BedWarmth {
        let bare = BedWarmth { bed, mulch: Mulch::None, cover: Cover::None };
        self.beds.iter().find(|one| one.bed == bed).copied().unwrap_or(bare)
    }

    /// Leaves out what names beds that are gone.
    pub fn prune(&mut self, stays: impl Fn(BedId) -> bool) {
        self.beds.retain(|one| stays(one.bed));
        self.readings.retain(|one| stays(one.bed));
    }
}
