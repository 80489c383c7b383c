//! What does this household grow by name? Its own records of varieties: what the packet says of one, and what was found out since.

use crate::ids::VarietyId;
use crate::spacing::Spacing;
use crate::timing::CountedFrom;
use crate::units::length::Length;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// A variety of a crop, as the household knows it. Whatever it does not say comes from the crop.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Variety {
    /// Its number.
    pub id: VarietyId,
    /// The key of the crop that it is one of.
    pub crop: String,
    /// The key of the book's way in which it is grown.
    pub way: String,
    /// What it is called, up to 60 letters.
    pub name: String,
    /// Of which kind it is, by the matters in which kinds of its crop differ: 'sugar' is 'extra-sweet'.
    #[serde(default)]
    pub kinds: BTreeMap<String, String>,
    /// What its packet says.
    #[serde(default)]
    pub packet: Packet,
    /// The distance that worked here, whatever packet and book say.
    #[serde(default)]
    pub own_distance: Option<Spacing>,
    /// The colour of its leaf, flower or fruit, in words of its own, up to 40 letters.
    #[serde(default)]
    pub colour: String,
    /// What else there is to say, up to 200 letters.
    #[serde(default)]
    pub note: String,
    /// It did badly and is to have one more chance, elsewhere.
    #[serde(default)]
    pub again: bool,
}

/// What a packet of seed says.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Packet {
    /// Days to maturity, least and most.
    #[serde(default)]
    pub days: Option<[u16; 2]>,
    /// From when it counts them; nothing means as the book does.
    #[serde(default)]
    pub counted_from: Option<CountedFrom>,
    /// Between plants, along and across.
    #[serde(default)]
    pub distance: Option<Spacing>,
    /// How deep it is sown.
    #[serde(default)]
    pub depth: Option<Length>,
    /// How high it grows.
    #[serde(default)]
    pub height: Option<Length>,
    /// What was done to the seed: it must not be soaked, or is handled with gloves.
    #[serde(default)]
    pub treated: Option<Treated>,
}

/// What was done to seed before it was sold.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Treated {
    /// Dressed with something against rot or insects.
    Dressed,
    /// Coated into pills.
    Pelleted,
    /// Started and dried again.
    Primed,
}
