//! What does this household grow that the book does not have? Crops of its own, each told by how it differs from its nearest relative.

use crate::ids::OwnCropId;
use crate::spacing::Spacing;
use crate::timing::CountedFrom;
use crate::units::length::Length;
use serde::{Deserialize, Serialize};

/// A crop that the book lacks. Whatever it does not say is its nearest relative's.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnCrop {
    /// Its number.
    pub id: OwnCropId,
    /// The key of the book's crop that is its nearest relative.
    pub like: String,
    /// The key of that crop's way in which it is grown.
    pub way: String,
    /// What it is called, up to 40 letters.
    pub name: String,
    /// Its name for more than one, up to 40 letters.
    pub plural: String,
    /// Its botanical name, up to 60 letters; empty where nobody says.
    #[serde(default)]
    pub botanical: String,
    /// The key of its rotation family.
    pub family: String,
    /// What is known of it in place of its relative's figures.
    #[serde(default)]
    pub figures: OwnCropFigures,
    /// Where its figures are from, in the household's words, up to 80 letters.
    #[serde(default)]
    pub source: String,
    /// What else there is to say, up to 200 letters.
    #[serde(default)]
    pub note: String,
}

/// Figures of a crop of one's own; each that is nothing is its relative's.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnCropFigures {
    /// Between plants, along and across.
    #[serde(default)]
    pub distance: Option<Spacing>,
    /// How wide its canopy grows.
    #[serde(default)]
    pub spread: Option<Length>,
    /// How high it grows.
    #[serde(default)]
    pub height: Option<Length>,
    /// How deep it is sown or set.
    #[serde(default)]
    pub depth: Option<Length>,
    /// Days to maturity, least and most.
    #[serde(default)]
    pub days: Option<[u16; 2]>,
    /// From when they are counted.
    #[serde(default)]
    pub counted_from: Option<CountedFrom>,
    /// How many days it is picked, or stands well once ripe.
    #[serde(default)]
    pub picked: Option<u16>,
    /// The air that kills established plants \[whole °C\].
    #[serde(default)]
    pub kills_c: Option<i8>,
    /// The soil from which it may go in \[whole °C\].
    #[serde(default)]
    pub soil_c: Option<i8>,
}
