//! What else stands in the yard? The house, a fence, a tree: what beds lie along, and what stays where it is.

use crate::ids::FixtureId;
use crate::units::length::Length;
use serde::{Deserialize, Serialize};

/// What kind of thing it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum FixtureKind {
    /// A house, or a wall of it.
    House,
    /// A shed or a greenhouse.
    Shed,
    /// A fence or a wall.
    Fence,
    /// A hedge.
    Hedge,
    /// A tree, by its crown.
    Tree,
    /// Paving, a path, a terrace.
    Paving,
    /// A tap or a water butt.
    Tap,
}

/// Something of the yard that is no bed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Fixture {
    /// Its number in the garden.
    pub id: FixtureId,
    /// What it is.
    pub kind: FixtureKind,
    /// What its household calls it, up to 40 letters; may be empty.
    pub name: String,
    /// How long it is; a tree's crown from side to side.
    pub length: Length,
    /// How wide it is, or how thick.
    pub width: Length,
    /// How high it stands; nothing for what lies flat.
    pub height: Length,
    /// Its middle in the yard, from the drawing's left edge.
    pub x: Length,
    /// Its middle in the yard, from the drawing's top edge.
    pub y: Length,
    /// How far it is turned on the drawing, degrees clockwise, 0 to 359.
    pub turn: u16,
}
