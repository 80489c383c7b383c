//! What stood here before? Remembered crops and families of earlier years.

use crate::ids::BedId;
use crate::ids::PastId;
use serde::{Deserialize, Serialize};

/// What is remembered to have stood: a crop when the household knows it, else its family.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "what", content = "key", rename_all = "kebab-case")]
pub enum Stood {
    /// A crop, by its key.
    Crop(String),
    /// A rotation family, by its key.
    Family(String),
}

/// One remembered stand: what was in a bed, or a section of it, in a growing year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct PastStand {
    /// Its number in the garden.
    pub id: PastId,
    /// The bed.
    pub bed: BedId,
    /// The section, counted from 0 at the left; nothing means the whole bed.
    pub section: Option<u8>,
    /// The growing year, by the calendar year in which it begins.
    pub year: i16,
    /// What stood there.
    pub stood: Stood,
}
