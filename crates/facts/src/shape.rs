//! What outline has a bed within its length and width? Ground that is there, or not.

use crate::units::length::Length;
use serde::{Deserialize, Serialize};

/// The outline of a bed within its length and width.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Shape {
    /// All of it is there.
    #[default]
    Rectangle,
    /// A corner is not there, so that it is an L.
    Corner {
        /// It is one of the right end's corners, not the left one's.
        right: bool,
        /// It is one of the near side's corners, not the far one's.
        near: bool,
        /// How much of the length is not there.
        along: Length,
        /// How much of the width is not there.
        across: Length,
    },
    /// Round, or oval where it is longer than wide.
    Round,
}
