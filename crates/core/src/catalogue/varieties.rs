//! What does a household's variety stand for? A way of growing its crop, with what its packet and its kind say in place of the
//! book's figures. So whatever knows a way knows a variety.

use crate::catalogue::book::Catalogue;
use crate::catalogue::crop::{Crop, OfVariety, Way};
use crate::catalogue::kinds::{KindOf, Matter};
use serde::Serialize;
use sparrow_facts::ids::VarietyId;
use sparrow_facts::variety::Variety;

/// A way in which a variety of the household is grown.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct OwnWay {
    /// The key of its crop.
    pub crop: String,
    /// The way.
    pub way: Way,
}

/// The key of the way that a variety is.
///
/// ```
/// use sparrow_core::catalogue::varieties::{variety_of, way_of};
/// use sparrow_facts::ids::VarietyId;
/// assert_eq!(variety_of(&way_of(VarietyId(7))), Some(VarietyId(7)));
/// assert_eq!(variety_of("staked"), None);
/// ```
pub fn way_of(variety: VarietyId) -> String {
    format!("{PREFIX}{}", variety.0)
}

/// The variety that a way's key is of; nothing where it is the book's.
pub fn variety_of(way: &str) -> Option<VarietyId> {
    way.strip_prefix(PREFIX)?.parse().ok().map(VarietyId)
}

/// No way of the book is called so.
const PREFIX: &str = "variety-";

impl Catalogue {
    /// Adds a household's varieties, each a way of its crop. One of a crop or way that is not there is left out.
    pub(super) fn name_varieties(&mut self, varieties: &[Variety]) {
        for variety in varieties {
            let way = self.crop(&variety.crop).and_then(|crop| crop.way(&variety.way));
            let made = way.map(|way| self.grown(way, variety));
            if let Some((crop, way)) = self.crops.iter_mut().find(|crop| crop.key == variety.crop).zip(made) {
                crop.ways.push(way);
            }
        }
    }

    /// The ways in which a household's varieties are grown, crop by crop.
    pub(super) fn own_ways(&self) -> Vec<OwnWay> {
        let own = |crop: &Crop, way: &Way| OwnWay { crop: crop.key.clone(), way: way.clone() };
        let all = self.crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| (crop, way)));
        all.filter(|(_, way)| way.variety.is_some()).map(|(crop, way)| own(crop, way)).collect()
    }

    /// A way of the book as a variety is grown in it.
    fn grown(&self, way: &Way, variety: &Variety) -> Way {
        let mut own = Way {
            key: way_of(variety.id),
            name: variety.name.clone(),
            days: variety.packet.days.unwrap_or(way.days),
            counted_from: variety.packet.counted_from.unwrap_or(way.counted_from),
            height: variety.packet.height.unwrap_or(way.height),
            variety: Some(OfVariety {
                id: variety.id,
                way: way.key.clone(),
                own_distance: variety.own_distance,
                packet_distance: variety.packet.distance,
                depth: variety.packet.depth,
                treated: variety.packet.treated,
                book_days: way.days,
                book_counted_from: way.counted_from,
            }),
            ..way.clone()
        };
        for kind in self.kinds_of(variety) {
            own.strain = kind.strain.clone().or(own.strain);
            own.season.picked = kind.picked.unwrap_or(own.season.picked);
            if let Some(bulbs) = &mut own.season.bulbs {
                bulbs.hours = kind.hours.or(bulbs.hours);
            }
        }
        own
    }

    /// The kinds that a variety is of, as far as they are known of its crop.
    pub fn kinds_of(&self, variety: &Variety) -> impl Iterator<Item = &KindOf> {
        variety.kinds.iter().filter_map(|(matter, kind)| self.kind(&variety.crop, matter, kind))
    }

    /// One kind of a crop in a matter.
    pub fn kind(&self, crop: &str, matter: &str, kind: &str) -> Option<&KindOf> {
        let crop = self.crop(crop).map_or(crop, Crop::book_key);
        let asked = |one: &&Matter| one.key == matter && one.crops.iter().any(|key| key == crop);
        self.matters.iter().find(asked)?.kind.iter().find(|one| one.key == kind)
    }
}
