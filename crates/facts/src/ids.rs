//! Which one is meant? The numbers of things within their garden, each from 1.

use serde::{Deserialize, Serialize};

/// The number of a patch within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct PatchId(pub u32);

/// The number of a remembered stand within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct PastId(pub u32);

/// The number of a bed within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct BedId(pub u32);

/// The number of one of the household's own groupings, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct OwnGroupingId(pub u32);

/// The number of a wish within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct WishId(pub u32);

/// The number of a kept plan within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct TurnPlanId(pub u32);

/// The number of a variety within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct VarietyId(pub u32);

/// The number of a crop of the household's own within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct OwnCropId(pub u32);

/// The number of a lot of seed within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct LotId(pub u32);

/// The number of a want within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct WantId(pub u32);

/// The number of a fixture of the yard within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct FixtureId(pub u32);

/// The highest numbers that a garden ever gave, or of which its journal speaks: nothing new is given one of them, as what speaks of
/// the one before would speak of it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct NumbersGiven {
    /// Of beds.
    pub bed: u32,
    /// Of patches.
    pub patch: u32,
    /// Of wishes for the years ahead.
    pub wish: u32,
    /// Of varieties.
    pub variety: u32,
    /// Of crops of its own.
    pub own_crop: u32,
}
