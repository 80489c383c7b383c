//! How far apart do plants stand, and at what distances does this household plant? Its own figures overrule every table.

use crate::units::Units;
use crate::units::length::Length;
use serde::{Deserialize, Serialize};

/// A pair of distances between holes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Spacing {
    /// Along the bed, or along the trellis when it climbs one.
    pub along: Length,
    /// Across the bed.
    pub across: Length,
}

impl Spacing {
    /// The least ground a single hole asks for, in half squares: whole squares at first.
    pub fn starter(self, units: Units) -> (u16, u16) {
        let square = units.square().get();
        let squares = |side: Length| u16::try_from((side.get() + square - 1) / square).unwrap_or(1).max(1) * 2;
        (squares(self.along), squares(self.across))
    }
}

/// A household's own distances for one way of growing a crop; it overrules every table.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnSpacing {
    /// The crop's key.
    pub crop: String,
    /// The growing way's key.
    pub way: String,
    /// Distance between holes along the bed or its trellis.
    pub along: Length,
    /// Distance between holes across.
    pub across: Length,
    /// Why, in the household's words, up to 200 letters; may be empty.
    pub note: String,
}
