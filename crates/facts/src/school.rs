//! By which school are the plants spaced? What each is, whom it suits, and which one holds for a patch.

use crate::ids::{BedId, PatchId};
use serde::{Deserialize, Serialize};
use std::fmt;

/// A school of spacing with its figure, where it has one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case", deny_unknown_fields)]
pub enum School {
    /// A grid that puts 1, 4, 9 or 16 on a square; easy to count and to rotate.
    #[default]
    SquareFoot,
    /// Triangles: every plant at the full distance from six others.
    Staggered,
    /// Rows with room to hoe between them.
    Rows {
        /// Across the bed instead of along it.
        across: bool,
        /// Two lines to a row, the plants of one facing the gaps of the other.
        double: bool,
    },
    /// The square-foot grid drawn tighter, so that leaves meet and shade the soil.
    Close {
        /// Percent of the usual distance, 60 to 95.
        percent: u8,
    },
    /// Seed strewn over the ground and thinned to the distance.
    Scatter {
        /// Seeds sown for each place of the square-foot grid, 2 to 9.
        seeds: u8,
    },
}

/// For what a school is chosen.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "of", rename_all = "kebab-case", deny_unknown_fields)]
pub enum SchoolFor {
    /// The whole household.
    Household,
    /// A bed.
    Bed {
        /// Which.
        bed: BedId,
    },
    /// A patch.
    Patch {
        /// Which.
        patch: PatchId,
    },
}

/// Why a school is not offered for a way of growing a crop.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Unsuited {
    /// It wants air about its leaves, or they rot (common practice).
    NeedsAir,
    /// It stands along a trellis, in a line.
    Climbs,
    /// It is planted, not sown.
    Planted,
}

impl fmt::Display for Unsuited {
    /// The words after the crop's name.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Unsuited::NeedsAir => "wants air about its leaves, so it is never planted close",
            Unsuited::Climbs => "stands in a line along its trellis; squares or rows suit it",
            Unsuited::Planted => "is planted, not sown, so it cannot be strewn",
        })
    }
}

/// Least and most percent of the usual distance in the close school.
pub const CLOSE_PERCENT: [u8; 2] = [60, 95];
/// Least and most seeds strewn for each plant that is left.
pub const SCATTER_SEEDS: [u8; 2] = [2, 9];

impl School {
    /// Every school with its usual figure, in the order in which they are compared.
    pub const OFFERED: [School; 8] = [
        School::SquareFoot,
        School::Staggered,
        School::Rows { across: false, double: false },
        School::Rows { across: true, double: false },
        School::Rows { across: false, double: true },
        School::Rows { across: true, double: true },
        School::Close { percent: 80 },
        School::Scatter { seeds: 3 },
    ];
}
