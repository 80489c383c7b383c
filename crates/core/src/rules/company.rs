//! What grows well or badly beside what? The relations of the catalogue and where they apply.

use crate::catalogue::{Catalogue, Crop, Kind, Nearness, Relation, Way};
use crate::known::Known;
use sparrow_facts::patch::Patch;

/// A relation that applies between two patches of the garden.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Applies<'a> {
    /// Its place in the catalogue's list.
    pub index: usize,
    /// The relation.
    pub relation: &'a Relation,
    /// The patch that does something.
    pub who: &'a Patch,
    /// The patch it is done to.
    pub whom: &'a Patch,
}

/// Every relation that applies between `patch` and another patch of the garden, in the catalogue's order.
pub fn around<'a>(known: Known<'a>, patch: &'a Patch) -> Vec<Applies<'a>> {
    let Known { garden, catalogue, .. } = known;
    let Some(crop) = catalogue.crop(&patch.planted.crop) else { return Vec::new() };
    let mut found = Vec::new();
    for other in garden.patches.iter().filter(|other| other.id != patch.id && other.meets(patch)) {
        let Some(other_crop) = catalogue.crop(&other.planted.crop) else { continue };
        for &index in catalogue.relations_between(crop, other_crop) {
            let relation = &catalogue.relations[index];
            let grown = crop.way(&patch.planted.way).zip(other_crop.way(&other.planted.way));
            let applies = grown.is_some_and(|(way, other_way)| relation.applies((crop, way), (other_crop, other_way)));
            if !applies || !relation.reaches(patch, other) {
                continue;
            }
            let pairs =
                [(relation.speaks_of(crop, other_crop), patch, other), (relation.speaks_of(other_crop, crop), other, patch)];
            found.extend(pairs.into_iter().filter(|p| p.0).map(|(_, who, whom)| Applies { index, relation, who, whom }));
        }
    }
    found.sort_by_key(|applies| (applies.index, applies.who.id, applies.whom.id));
    found
}

/// Whether a crop holds up another as it is grown, as maize does climbing beans.
pub fn holds_up(catalogue: &Catalogue, host: &Crop, (crop, way): (&Crop, &Way)) -> bool {
    let relations = catalogue.relations_between(host, crop).iter().map(|index| &catalogue.relations[*index]);
    way.trellis && relations.into_iter().any(|relation| relation.kind == Kind::Supports && relation.speaks_of(host, crop))
}

/// From how far two crops trouble each other, if they do at all.
pub fn widest_trouble(catalogue: &Catalogue, one: &Crop, other: &Crop) -> Option<Nearness> {
    let relations = catalogue.relations_between(one, other).iter().map(|index| &catalogue.relations[*index]);
    relations.filter(|relation| relation.kind.is_trouble()).map(|relation| relation.reach).max()
}

/// Whether the catalogue also says the opposite of this relation about the same two plants.
pub fn is_contradicted(catalogue: &Catalogue, relation: &Relation, who: &Crop, whom: &Crop) -> bool {
    catalogue
        .relations_between(who, whom)
        .iter()
        .map(|index| &catalogue.relations[*index])
        .any(|other| other.kind.is_trouble() != relation.kind.is_trouble())
}
