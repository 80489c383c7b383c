//! What stood here before? Remembered crops and families of earlier years.

use crate::bed::BedId;
use crate::catalogue::Catalogue;
use crate::crop::Family;
use serde::{Deserialize, Serialize};

/// The number of a remembered stand within its garden, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(transparent)]
pub struct PastId(pub u32);

/// What is remembered to have stood: a crop when the household knows it, else its family.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "what", content = "key", rename_all = "kebab-case")]
pub enum Stood {
    /// A crop, by its key.
    Crop(String),
    /// A rotation family, by its key.
    Family(String),
}

impl Stood {
    /// The rotation family that stood there; nothing if the key is not in the catalogue.
    pub fn family<'c>(&self, catalogue: &'c Catalogue) -> Option<&'c Family> {
        match self {
            Stood::Crop(key) => catalogue.crop(key).and_then(|crop| catalogue.family(&crop.family)),
            Stood::Family(key) => catalogue.family(key),
        }
    }

    /// The name a gardener would use.
    pub fn name<'c>(&self, catalogue: &'c Catalogue) -> Option<&'c str> {
        match self {
            Stood::Crop(key) => catalogue.crop(key).map(|crop| crop.name.as_str()),
            Stood::Family(key) => catalogue.family(key).map(|family| family.name.as_str()),
        }
    }
}

/// One remembered stand: what was in a bed, or a section of it, in a growing year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
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
