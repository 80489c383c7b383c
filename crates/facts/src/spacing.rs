//! What distance does this household plant at? Its own figures, which overrule every table.

use crate::units::length::Length;
use serde::{Deserialize, Serialize};

/// A household's own distances for one way of growing a crop; it overrules every table.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
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
