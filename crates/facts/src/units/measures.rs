//! In which measures does the household think? They also fix its square.

use crate::units::length::Length;
use serde::{Deserialize, Serialize};

/// The household's measures. They also fix the square: 12 in or 30 cm, never mixed in one garden.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Units {
    /// Feet and inches; squares of 12 in.
    Imperial,
    /// Metres and centimetres; squares of 30 cm.
    Metric,
}

impl Units {
    /// Half the side of a square: 6 in or 15 cm, the grid on which patches lie.
    pub const fn half_square(self) -> Length {
        match self {
            Units::Imperial => Length::inches(6),
            Units::Metric => Length::cm(15),
        }
    }

    /// The side of a square: 12 in or 30 cm.
    pub const fn square(self) -> Length {
        match self {
            Units::Imperial => Length::inches(12),
            Units::Metric => Length::cm(30),
        }
    }
}
