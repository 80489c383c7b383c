//! Would seed of this come true? What it takes to save it, and which plantings of a year would cross with it.

use crate::catalogue::SeedSpecies;
use crate::climate::calendar::{growing_year, in_year};
use crate::ground::planting::Planting;
use crate::known::Known;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::{BedId, PatchId, VarietyId};
use sparrow_facts::patch::Patch;
use sparrow_facts::site::{Hemisphere, MonthDay};

/// What it takes to save seed of a crop or a variety.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Saving {
    /// Its species; nothing where the book does not know how seed of it is saved.
    pub species: Option<SeedSpecies>,
    /// Plantings of the year that would cross with it where both flower, bed by bed.
    pub crosses: Vec<Crossing>,
    /// Plantings of it that begin in the year, from which seed could be taken.
    pub stands: Vec<SeedStand>,
}

/// A planting from which seed could be taken.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SeedStand {
    /// The patch.
    pub patch: PatchId,
    /// Its bed.
    pub bed: BedId,
    /// Its plants.
    pub plants: u32,
    /// What would stay for seed beyond its days, where that is to stand into its second year.
    pub winters: Option<Winters>,
}

/// The end of a planting that stays over the winter for seed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Winters {
    /// Half squares at its end that hold the fewest plants of which seed is taken; nothing where that is all of it.
    pub half_squares: Option<u16>,
    /// Plants on them.
    pub plants: u32,
    /// The day by which its seed is usually ripe.
    pub until: Date,
}

/// Seed of the second year is ripe by that day of summer, in the north and in the south (common practice).
const RIPE: [MonthDay; 2] = [MonthDay { month: 8, day: 31 }, MonthDay { month: 2, day: 28 }];

/// A planting that would cross.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Crossing {
    /// The patch.
    pub patch: PatchId,
    /// Its bed.
    pub bed: BedId,
    /// It is of the same crop, and nobody says of which variety: it crosses where it is another.
    pub perhaps: bool,
    /// It flowers only if it is left to stand into its second year.
    pub if_left: bool,
}

/// What it takes to save seed of a crop or variety that flowers in a growing year.
pub fn saving(known: Known, crop: &str, variety: Option<VarietyId>, year: i16) -> Saving {
    let Some(species) = species(known, crop, variety) else {
        return Saving { species: None, crosses: Vec::new(), stands: Vec::new() };
    };
    let hemisphere = known.garden.site.latitude.hemisphere();
    let of_year = |patch: &&Patch| (growing_year(patch.from, hemisphere)..=growing_year(patch.until, hemisphere)).contains(&year);
    let (mut crosses, mut stands) = (Vec::new(), Vec::new());
    for patch in known.garden.patches.iter().filter(of_year) {
        let its = variety_of(known, patch);
        if self::species(known, &patch.planted.crop, its) != Some(species) {
            continue;
        }
        let same_crop = patch.planted.crop == crop;
        if same_crop && its == variety {
            if growing_year(patch.from, hemisphere) == year {
                stands.push(stand(known, patch, species));
            }
            continue;
        }
        crosses.push(Crossing {
            patch: patch.id,
            bed: patch.bed,
            perhaps: same_crop && (its.is_none() || variety.is_none()),
            if_left: species.second_year && growing_year(patch.from, hemisphere) == year,
        });
    }
    crosses.sort_by_key(|one| (one.bed, one.patch));
    Saving { species: Some(species.clone()), crosses, stands }
}

fn stand(known: Known, patch: &Patch, species: &SeedSpecies) -> SeedStand {
    let plants = Planting::of(known, patch).map_or(0, |planting| planting.reckon().0.plants);
    let hemisphere = known.garden.site.latitude.hemisphere();
    let ripe = RIPE[usize::from(hemisphere == Hemisphere::South)];
    let until = in_year(ripe, growing_year(patch.from, hemisphere).saturating_add(1), hemisphere);
    let winters = (species.second_year && plants > 0 && patch.until < until).then(|| {
        let long = u32::from(patch.divides().1);
        let half_squares = (u32::from(species.plants[0]) * long).div_ceil(plants);
        let part = (half_squares < long).then(|| u16::try_from(half_squares).unwrap_or(u16::MAX));
        Winters { half_squares: part, plants: part.map_or(plants, |part| plants * u32::from(part) / long), until }
    });
    SeedStand { patch: patch.id, bed: patch.bed, plants, winters }
}

fn variety_of(known: Known, patch: &Patch) -> Option<VarietyId> {
    let way = known.catalogue.crop(&patch.planted.crop)?.way(&patch.planted.way)?;
    way.variety.as_ref().map(|variety| variety.id)
}

/// The species of a crop: the one that its variety is said to be of, else the crop's.
fn species<'a>(known: Known<'a>, crop: &str, variety: Option<VarietyId>) -> Option<&'a SeedSpecies> {
    let kind = variety.and_then(|id| known.garden.variety(id)).and_then(|variety| variety.kinds.get("species"));
    let all = &known.catalogue.species;
    let book = known.catalogue.crop(crop)?.book_key();
    let said = kind.and_then(|kind| all.iter().find(|one| one.kind.as_ref() == Some(kind)));
    said.or_else(|| all.iter().find(|one| one.crops.iter().any(|key| key == book)))
}
