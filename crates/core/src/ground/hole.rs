//! Where does a stem stand? A hole in the frame of its bed.

use serde::Serialize;
use sparrow_facts::units::Length;

/// A hole in the bed's own frame.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Hole {
    /// From the left end.
    pub x: Length,
    /// From the far side.
    pub y: Length,
}
