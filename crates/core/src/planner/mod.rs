//! May this be done? Each wish of a gardener checked against the facts, and turned into edits.

mod beds;
mod memory;
pub(crate) mod patches;
pub mod season;
pub mod turns;

pub use beds::checked_site;

use crate::bed::{Bed, BedId};
use crate::catalogue::Catalogue;
use crate::crop::{Crop, Way};
use crate::garden::Garden;
use crate::patch::{Patch, PatchId};
use crate::refusal::Refusal;
use jiff::civil::Date;

/// Checks one wish against the facts; crate-wide so that gardens from files meet the same rules.
pub(crate) struct Planner<'a> {
    pub(crate) garden: &'a Garden,
    pub(crate) catalogue: &'a Catalogue,
    pub(crate) today: Date,
}

impl<'a> Planner<'a> {
    pub(crate) fn bed(&self, id: BedId) -> Result<&'a Bed, Refusal> {
        self.garden.bed(id).ok_or_else(|| Refusal::Unknown { what: "bed", key: id.0.to_string() })
    }

    pub(crate) fn patch(&self, id: PatchId) -> Result<&'a Patch, Refusal> {
        self.garden.patch(id).ok_or_else(|| Refusal::Unknown { what: "patch", key: id.0.to_string() })
    }

    pub(crate) fn growing(&self, crop: &str, way: Option<&str>) -> Result<(&'a Crop, &'a Way), Refusal> {
        let crop = self.catalogue.crop(crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: crop.to_string() })?;
        match way {
            None => Ok((crop, &crop.ways[0])),
            Some(key) => crop
                .way(key)
                .map(|way| (crop, way))
                .ok_or_else(|| Refusal::Unknown { what: "way of growing it", key: key.to_string() }),
        }
    }

    pub(crate) fn name(&self, patch: &Patch) -> String {
        self.catalogue.crop(&patch.crop).map_or_else(|| patch.crop.clone(), |crop| crop.name.clone())
    }
}

/// The number after the largest.
pub(crate) fn next(numbers: impl Iterator<Item = u32>) -> u32 {
    numbers.max().unwrap_or(0).saturating_add(1)
}
