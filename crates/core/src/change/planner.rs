//! May this be done? Each wish of a gardener checked against the facts, and turned into edits.

use crate::catalogue::{Catalogue, Crop, Way};
use jiff::civil::Date;
use sparrow_facts::bed::Bed;
use sparrow_facts::edit::Edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;

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

/// A patch changed.
pub(crate) fn changed(before: &Patch, after: Patch) -> Edit {
    Edit::Patch { before: Some(Box::new(before.clone())), after: Some(Box::new(after)) }
}

/// A patch taken away.
pub(crate) fn gone(patch: &Patch) -> Edit {
    Edit::Patch { before: Some(Box::new(patch.clone())), after: None }
}
