//! Which plantings of a bed may be laid elsewhere, and which stay where they are?

use crate::climate::calendar;
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::lived::{begun, is_believed};
use crate::search::arrange::asked::BedWish;
use serde::Serialize;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Patch;

/// Why a planting stays where it is while its bed is arranged.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Stays {
    /// The household keeps it there.
    Locked,
    /// It stands in the ground already.
    Begun,
    /// It stands between another crop, or another stands between it: the two were laid out as one.
    SharesGround,
    /// It is a marked row at an exact place.
    MarkedRow,
}

/// A planting that stays.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Staying {
    /// The planting.
    pub patch: PatchId,
    /// Why it stays.
    pub why: Stays,
}

/// The plantings of a bed in a growing year: those that may be laid elsewhere, as a list to arrange, and those that stay.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Movable {
    /// What may be laid elsewhere, each as it is planned now.
    pub wishes: Vec<BedWish>,
    /// What stays.
    pub stays: Vec<Staying>,
}

/// Which plantings that begin in a growing year in a bed may be laid elsewhere, and which stay. Each is in one of the two lists.
pub fn movable(known: Known, bed: BedId, year: i16) -> Movable {
    let days = calendar::year_span(year, known.garden.site.latitude.hemisphere());
    let mut found = Movable { wishes: Vec::new(), stays: Vec::new() };
    for patch in known.garden.patches.iter().filter(|patch| patch.bed == bed && days.0 <= patch.from && patch.from <= days.1) {
        match stays(known, patch) {
            Some(why) => found.stays.push(Staying { patch: patch.id, why }),
            None => found.wishes.push(wish(known, patch)),
        }
    }
    found
}

/// Why a planting stays where it is; `None` when it may be laid elsewhere.
fn stays(known: Known, patch: &Patch) -> Option<Stays> {
    let shares =
        |other: &Patch| other.id != patch.id && other.bed == patch.bed && other.rect.overlaps(patch.rect) && other.meets(patch);
    if patch.locked {
        Some(Stays::Locked)
    } else if is_begun(known, patch) {
        Some(Stays::Begun)
    } else if patch.line.is_some() {
        Some(Stays::MarkedRow)
    } else if patch.planted.between || known.garden.patches.iter().any(shares) {
        Some(Stays::SharesGround)
    } else {
        None
    }
}

/// Whether a planting is in the ground already: the journal says so, or its day is past and no journal was kept then. Seedlings on
/// the shelf may still go elsewhere.
fn is_begun(known: Known, patch: &Patch) -> bool {
    let told = known
        .observed
        .patch(patch.id)
        .is_some_and(|story| known.growing(patch).is_some_and(|growing| begun(patch, story, growing.means).is_some()));
    told || (patch.from <= known.today && is_believed(patch, known.observed))
}

fn wish(known: Known, patch: &Patch) -> BedWish {
    let plants = Planting::of(known, patch).map_or(0, |planting| planting.reckon().0.plants);
    BedWish {
        crop: patch.planted.crop.clone(),
        way: patch.planted.way.clone(),
        // Where not one fits now, ground for one is looked for.
        plants: plants.max(1),
        must: true,
        from: None,
        until: None,
        patch: Some(patch.id),
    }
}
