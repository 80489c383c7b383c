//! What has the household said? All the facts of one garden, and nothing that follows from them.

use crate::almanac::Almanac;
use crate::bed::Bed;
use crate::fixture::Fixture;
use crate::grouping::OwnGrouping;
use crate::history::PastStand;
use crate::ids::{BedId, LotId, OwnCropId, PatchId, VarietyId, WantId};
use crate::own_crop::OwnCrop;
use crate::patch::Patch;
use crate::school::School;
use crate::seed_lot::SeedLot;
use crate::site::Site;
use crate::spacing::OwnSpacing;
use crate::turns::Turns;
use crate::variety::Variety;
use crate::want::Want;
use serde::{Deserialize, Serialize};

/// Every fact of one garden. Lists are in the order of their numbers (or keys), so equal gardens
/// are equal values.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Garden {
    /// Where it is and how it measures.
    pub site: Site,
    /// Its growing places.
    pub beds: Vec<Bed>,
    /// What stands, stood or will stand in them.
    pub patches: Vec<Patch>,
    /// What is remembered of earlier years.
    pub past: Vec<PastStand>,
    /// The household's own distances.
    pub spacings: Vec<OwnSpacing>,
    /// The household's own groupings.
    #[serde(default)]
    pub groupings: Vec<OwnGrouping>,
    /// Crops that the book lacks.
    #[serde(default)]
    pub own_crops: Vec<OwnCrop>,
    /// The household's own varieties.
    #[serde(default)]
    pub varieties: Vec<Variety>,
    /// The seed it has.
    #[serde(default)]
    pub lots: Vec<SeedLot>,
    /// What it would like to have in a year.
    #[serde(default)]
    pub wants: Vec<Want>,
    /// What else stands in the yard.
    #[serde(default)]
    pub fixtures: Vec<Fixture>,
    /// The school of spacing that holds where neither a patch nor its bed has its own.
    #[serde(default)]
    pub school: School,
    /// What it said about its turns: rules, wishes and plans for the years ahead.
    #[serde(default)]
    pub turns: Turns,
    /// What it said of its weather, its shelf and the warmth of its beds.
    #[serde(default)]
    pub almanac: Almanac,
}

impl Garden {
    /// A garden with nothing in it yet.
    pub fn new(site: Site) -> Self {
        Garden {
            site,
            beds: Vec::new(),
            patches: Vec::new(),
            past: Vec::new(),
            spacings: Vec::new(),
            groupings: Vec::new(),
            own_crops: Vec::new(),
            varieties: Vec::new(),
            lots: Vec::new(),
            wants: Vec::new(),
            fixtures: Vec::new(),
            school: School::default(),
            turns: Turns::default(),
            almanac: Almanac::default(),
        }
    }

    /// The bed of that number.
    pub fn bed(&self, id: BedId) -> Option<&Bed> {
        self.beds.iter().find(|bed| bed.id == id)
    }

    /// The patch of that number.
    pub fn patch(&self, id: PatchId) -> Option<&Patch> {
        self.patches.iter().find(|patch| patch.id == id)
    }

    /// The crop of its own of that number.
    pub fn own_crop(&self, id: OwnCropId) -> Option<&OwnCrop> {
        self.own_crops.iter().find(|crop| crop.id == id)
    }

    /// The variety of that number.
    pub fn variety(&self, id: VarietyId) -> Option<&Variety> {
        self.varieties.iter().find(|variety| variety.id == id)
    }

    /// The lot of seed of that number.
    pub fn lot(&self, id: LotId) -> Option<&SeedLot> {
        self.lots.iter().find(|lot| lot.id == id)
    }

    /// The want of that number.
    pub fn want(&self, id: WantId) -> Option<&Want> {
        self.wants.iter().find(|want| want.id == id)
    }

    /// The household's own distance for a way of growing a crop, if it has one.
    pub fn own_spacing(&self, crop: &str, way: &str) -> Option<&OwnSpacing> {
        self.spacings.iter().find(|own| own.crop == crop && own.way == way)
    }
}
