//! May this be done? Each wish of a gardener checked against the facts, and turned into edits.

use crate::known::Known;
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;

/// Checks one wish against the facts; crate-wide so that gardens from files meet the same rules.
pub(crate) struct Planner<'a> {
    pub(crate) known: Known<'a>,
}

impl<'a> Planner<'a> {
    pub(crate) fn patch(&self, id: PatchId) -> Result<&'a Patch, Refusal> {
        self.known.garden.patch(id).ok_or_else(|| Refusal::Unknown { what: "patch", key: id.0.to_string() })
    }

    pub(crate) fn name(&self, patch: &Patch) -> String {
        self.known.catalogue.crop(&patch.planted.crop).map_or_else(|| patch.planted.crop.clone(), |crop| crop.name.clone())
    }
}

/// The number after the largest.
pub(crate) fn next(numbers: impl Iterator<Item = u32>) -> u32 {
    numbers.max().unwrap_or(0).saturating_add(1)
}

/// The number of a new patch.
pub(crate) fn next_patch(known: Known) -> u32 {
    next(known.garden.patches.iter().map(|patch| patch.id.0).chain([known.given.patch]))
}

/// The number of a new bed.
pub(crate) fn next_bed(known: Known) -> BedId {
    BedId(next(known.garden.beds.iter().map(|bed| bed.id.0).chain([known.given.bed])))
}

/// A patch changed.
pub(crate) fn changed(before: &Patch, after: Patch) -> Edit {
    before.becomes(after)
}

/// A patch taken away.
pub(crate) fn gone(patch: &Patch) -> Edit {
    patch.goes()
}
