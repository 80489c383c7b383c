//! What has the household said? All the facts of one garden, and nothing that follows from them.

use crate::almanac::Almanac;
use crate::bed::Bed;
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

macro_rules! garden {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($keyed:tt)* }
    ) => {
        /// Every fact of one garden. Lists are in the order of their numbers (or keys), so equal gardens
        /// are equal values.
        #[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
        #[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
        #[serde(deny_unknown_fields)]
        pub struct Garden {
            /// Where it is and how it measures.
            pub site: Site,
            $($(#[$first_doc])* pub $first: Vec<$First>,)*
            /// The household's own distances.
            pub spacings: Vec<OwnSpacing>,
            $($(#[$later_doc])* #[serde(default)] pub $later: Vec<$Later>,)*
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
                    $($first: Vec::new(),)*
                    spacings: Vec::new(),
                    $($later: Vec::new(),)*
                    school: School::default(),
                    turns: Turns::default(),
                    almanac: Almanac::default(),
                }
            }
        }
    };
}

every_list_of_facts!(garden);

impl Garden {
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
