//! Did this family stand here too lately? Earlier stands in the same section, and their interval.

use crate::bed::{Bed, BedId};
use crate::calendar::growing_year;
use crate::catalogue::Catalogue;
use crate::crop::{Family, Life};
use crate::garden::Garden;
use crate::history::Stood;
use crate::patch::Patch;
use serde::Serialize;
use std::ops::RangeInclusive;

/// What stood in a bed, or some sections of it, in a growing year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Stand {
    /// The bed.
    pub bed: BedId,
    /// The growing year.
    pub year: i16,
    /// The first section it stood in, from 0.
    pub first_section: u8,
    /// The last section it stood in.
    pub last_section: u8,
    /// What stood.
    pub stood: Stood,
    /// Its rotation family.
    pub family: String,
}

/// The sections a patch lies in.
pub fn sections_of(garden: &Garden, bed: &Bed, patch: &Patch) -> RangeInclusive<u8> {
    let ground = patch.rect.ground(bed, garden.site.units);
    bed.sections_between(ground.left, ground.right)
}

/// Everything known to have stood in a bed before a growing year: what is remembered, and the
/// plantings of earlier years themselves; latest first.
pub fn stands_before(garden: &Garden, catalogue: &Catalogue, bed: &Bed, year: i16) -> Vec<Stand> {
    let hemisphere = garden.site.latitude.hemisphere();
    let remembered = garden.past.iter().filter(|past| past.bed == bed.id).map(|past| {
        let sections = past.section.map_or(0..=bed.sections() - 1, |section| section..=section);
        (past.year, sections, past.stood.clone())
    });
    let planted = garden.patches.iter().filter(|patch| patch.bed == bed.id).map(|patch| {
        let sections = sections_of(garden, bed, patch);
        (growing_year(patch.from, hemisphere), sections, Stood::Crop(patch.crop.clone()))
    });
    let mut stands: Vec<Stand> = remembered
        .chain(planted)
        .filter(|(stood_in, ..)| *stood_in < year)
        .filter_map(|(year, sections, stood)| {
            let family = stood.family(catalogue)?.key.clone();
            Some(Stand { bed: bed.id, year, first_section: *sections.start(), last_section: *sections.end(), stood, family })
        })
        .collect();
    stands.sort_by(|a, b| b.year.cmp(&a.year).then(a.first_section.cmp(&b.first_section)).then_with(|| a.family.cmp(&b.family)));
    stands.dedup();
    stands
}

/// The family whose interval a patch must keep; none for perennials, which stay where they are.
pub fn rotating_family<'c>(catalogue: &'c Catalogue, patch: &Patch) -> Option<&'c Family> {
    let crop = catalogue.crop(&patch.crop)?;
    (crop.life != Life::Perennial || !crop.ways.iter().all(|way| way.days[1] > 300)).then(|| catalogue.family(&crop.family))?
}

/// The latest stand of the patch's family in its sections that is nearer in years than the family's interval.
///
/// A stand in year y and a patch in year Y clash when 0 < Y − y < interval.
pub fn too_soon(garden: &Garden, catalogue: &Catalogue, bed: &Bed, patch: &Patch) -> Option<Stand> {
    let family = rotating_family(catalogue, patch)?;
    let year = growing_year(patch.from, garden.site.latitude.hemisphere());
    let sections = sections_of(garden, bed, patch);
    stands_before(garden, catalogue, bed, year).into_iter().find(|stand| {
        stand.family == family.key
            && year - stand.year < i16::from(family.interval)
            && stand.first_section <= *sections.end()
            && stand.last_section >= *sections.start()
    })
}

/// Whether a bed has been free of a family for its whole interval before a growing year.
pub fn is_free_of(garden: &Garden, catalogue: &Catalogue, bed: &Bed, family: &Family, year: i16) -> bool {
    stands_before(garden, catalogue, bed, year)
        .iter()
        .all(|stand| stand.family != family.key || year - stand.year >= i16::from(family.interval))
}
