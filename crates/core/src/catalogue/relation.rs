//! What does one plant do to another, how near must it be, and how well is that supported?

use crate::catalogue::crop::{Crop, Way};
use serde::{Deserialize, Serialize};
use sparrow_facts::patch::Patch;

/// What one plant does to another.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Kind {
    /// Does it good in some way not named below.
    Helps,
    /// Does it harm in some way not named below.
    Clashes,
    /// Keeps sun, wind or drying off it.
    Shelters,
    /// Holds it up.
    Supports,
    /// Draws its pests away.
    Traps,
    /// Hides it from its pests by smell or shape.
    Hides,
    /// Feeds it.
    Feeds,
    /// Takes its water, food or room.
    Competes,
    /// Takes its light.
    Shades,
}

impl Kind {
    /// Its word in the key of a warning that is kept, which never changes.
    pub fn word(self) -> &'static str {
        match self {
            Kind::Helps => "Helps",
            Kind::Clashes => "Clashes",
            Kind::Shelters => "Shelters",
            Kind::Supports => "Supports",
            Kind::Traps => "Traps",
            Kind::Hides => "Hides",
            Kind::Feeds => "Feeds",
            Kind::Competes => "Competes",
            Kind::Shades => "Shades",
        }
    }

    /// Whether it is something to settle rather than something to be glad of.
    pub fn is_trouble(self) -> bool {
        matches!(self, Kind::Clashes | Kind::Competes | Kind::Shades)
    }
}

/// How near the two must be for it to matter.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Nearness {
    /// Patches that share ground, an edge or a corner.
    Touching,
    /// Anywhere in one bed.
    SameBed,
    /// Anywhere in the yard.
    Yard,
}

/// How well it is supported.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Grade {
    /// Trials support it.
    Tested,
    /// Gardeners generally do it; plausible, little tested.
    CommonPractice,
    /// Sources or gardeners contradict each other.
    Disputed,
}

/// One relation of the catalogue: what `who` does to `whom`.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Relation {
    /// A crop's key, or a family's after an `@`.
    pub who: String,
    /// A crop's key, or a family's after an `@`.
    pub whom: String,
    /// What it does.
    pub kind: Kind,
    /// How it works, or is said to.
    pub mechanism: String,
    /// How near it must be.
    pub reach: Nearness,
    /// A pest or disease goes from one to the other, which is more than custom.
    #[serde(default)]
    pub shared: bool,
    /// How well it is supported.
    pub grade: Grade,
    /// Source key.
    pub source: String,
}

impl Relation {
    /// Whether it speaks of `who` doing something to `whom`, in that order.
    pub fn speaks_of(&self, who: &Crop, whom: &Crop) -> bool {
        let names = |key: &str, crop: &Crop| key.strip_prefix('@').map_or(key == crop.key, |family| family == crop.family);
        names(&self.who, who) && names(&self.whom, whom) && who.key != whom.key
    }

    /// Whether it can come about between two crops as they are grown, in either direction: only what climbs
    /// is held up, so a bush bean gains nothing by standing beside maize.
    pub fn applies(&self, one: (&Crop, &Way), other: (&Crop, &Way)) -> bool {
        let to = |(who, (whom, way)): (&Crop, (&Crop, &Way))| {
            self.speaks_of(who, whom) && (self.kind != Kind::Supports || way.trellis)
        };
        to((one.0, other)) || to((other.0, one))
    }

    /// Whether two patches are near enough for it to apply.
    pub fn reaches(&self, one: &Patch, other: &Patch) -> bool {
        match self.reach {
            Nearness::Touching => one.bed == other.bed && one.rect.touches(other.rect),
            Nearness::SameBed => one.bed == other.bed,
            Nearness::Yard => true,
        }
    }
}
