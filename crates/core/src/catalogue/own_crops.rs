//! What does a crop of the household's own stand for? Its nearest relative in the book, with what the household knows better. So
//! whatever knows a crop knows one of its own.

use crate::catalogue::book::Catalogue;
use crate::catalogue::crop::{Crop, Hardiness, Relative, Rotation, Way};
use crate::catalogue::source::Source;
use crate::catalogue::varieties::OwnWay;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::OwnCropId;
use sparrow_facts::own_crop::{OwnCrop, OwnCropFigures};
use sparrow_facts::units::Units;
use sparrow_facts::units::length::INCH;
use std::borrow::Cow;
use std::collections::BTreeMap;

/// No crop of the book is called so.
const PREFIX: &str = "own-";

/// The key of a crop of the household's own.
///
/// ```
/// use sparrow_core::catalogue::own_crops::{key_of, own_crop_of};
/// use sparrow_facts::ids::OwnCropId;
/// assert_eq!(own_crop_of(&key_of(OwnCropId(7))), Some(OwnCropId(7)));
/// assert_eq!(own_crop_of("tomato"), None);
/// ```
pub fn key_of(crop: OwnCropId) -> String {
    format!("{PREFIX}{}", crop.0)
}

/// The crop of the household's own that a key is of; nothing where it is the book's.
pub fn own_crop_of(key: &str) -> Option<OwnCropId> {
    key.strip_prefix(PREFIX)?.parse().ok().map(OwnCropId)
}

/// What a household has of its own beside the book, named like the book's: a page puts its book together from both.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct OwnBook {
    /// Crops that the book lacks, in the order of their numbers, without their varieties.
    pub crops: Vec<Crop>,
    /// The sources of their figures, by the keys of the crops.
    pub sources: BTreeMap<String, Source>,
    /// The ways in which its varieties are grown, crop by crop.
    pub ways: Vec<OwnWay>,
}

/// Air that kills from here up kills at the first frost, and from here up lets a light frost pass \[°C\] (common practice).
const DIES_OF_FROST: i8 = -1;
const TAKES_A_LIGHT_FROST: i8 = -5;

impl Catalogue {
    /// The book with a household's own crops and varieties in it and no others. What is like a crop or grown in a way that the book
    /// does not have is left out.
    pub fn with_own(&self, garden: &Garden) -> Cow<'_, Catalogue> {
        let of_its_own = |way: &Way| way.variety.is_some() || !way.lots.is_empty();
        let is_own = |crop: &Crop| crop.like.is_some() || crop.ways.iter().any(of_its_own);
        let has_none = garden.own_crops.is_empty() && garden.varieties.is_empty() && garden.lots.is_empty();
        if has_none && !self.crops.iter().any(is_own) {
            return Cow::Borrowed(self);
        }
        let mut own = self.of_the_book();
        for crop in &garden.own_crops {
            if let Some(made) = own.grown_like(crop) {
                own.sources.extend(source(crop).map(|source| (made.key.clone(), source)));
                own.take_in(made);
            }
        }
        own.name_varieties(&garden.varieties);
        own.fill_the_tin(&garden.lots);
        Cow::Owned(own)
    }

    /// What is a household's own in it, apart from the book.
    pub fn own(&self) -> OwnBook {
        let without = |crop: &Crop| {
            let ways = crop.ways.iter().filter(|way| way.variety.is_none()).cloned().collect();
            Crop { ways, ..crop.clone() }
        };
        let own = || self.crops.iter().filter(|crop| crop.like.is_some());
        OwnBook {
            crops: own().map(without).collect(),
            sources: own().filter_map(|crop| Some((crop.key.clone(), self.sources.get(&crop.key)?.clone()))).collect(),
            ways: self.own_ways(),
        }
    }

    /// A relative of the book as a crop of the household's own is grown.
    fn grown_like(&self, own: &OwnCrop) -> Option<Crop> {
        let like = self.crop(&own.like).filter(|crop| crop.like.is_none())?;
        let way = like.way(&own.way).filter(|way| way.variety.is_none())?;
        let family = self.family(&own.family)?;
        let OwnCropFigures { distance, spread, height, depth, days, counted_from: _, picked, kills_c, soil_c } = &own.figures;
        let key = key_of(own.id);
        let mut sources = like.sources.clone();
        let said = [
            ("spacing", distance.is_some()),
            ("size", spread.is_some() || height.is_some()),
            ("season", days.is_some() || picked.is_some()),
            ("soil", depth.is_some() || soil_c.is_some()),
            ("cold", kills_c.is_some()),
            ("botany", true),
        ];
        sources.extend(
            said.into_iter().filter(|(_, is)| *is && source(own).is_some()).map(|(group, _)| (group.to_string(), key.clone())),
        );
        let same_family = like.family == own.family;
        Some(Crop {
            ticket: self.ticket_for(&own.name),
            name: own.name.clone(),
            plural: own.plural.clone(),
            botanical: own.botanical.clone(),
            apg: if same_family { like.apg.clone() } else { family.botanical.first().cloned().unwrap_or_default() },
            family: own.family.clone(),
            rotation: if same_family { like.rotation } else { Rotation::Host },
            sow_depth: depth.unwrap_or(like.sow_depth),
            hardiness: kills_c.map_or(like.hardiness, hardiness),
            kills_c: kills_c.unwrap_or(like.kills_c),
            ways: vec![grown(way, &own.figures)],
            like: Some(Relative { id: own.id, key: like.key.clone() }),
            sources,
            key,
            ..like.clone()
        })
    }

    /// Letters that stand for a crop on a plan and for no other: the first of its name with a later one of it.
    fn ticket_for(&self, name: &str) -> String {
        let free = |ticket: &String| !self.crops.iter().any(|crop| crop.ticket == *ticket);
        let letters: Vec<char> = name.chars().filter(|letter| letter.is_alphanumeric()).collect();
        let first: String = letters.first().map_or_else(|| "O".into(), |letter| letter.to_uppercase().collect());
        let two = letters.iter().skip(1).map(|letter| format!("{first}{}", letter.to_lowercase()));
        two.chain((2..=99).map(|n| format!("{first}{n}"))).find(free).unwrap_or_else(|| "Own".into())
    }
}

fn grown(way: &Way, figures: &OwnCropFigures) -> Way {
    let OwnCropFigures { distance, spread, height, depth: _, days, counted_from, picked, kills_c, soil_c } = figures;
    let mut own = Way {
        distance: *distance,
        spread: spread.unwrap_or(way.spread),
        height: height.unwrap_or(way.height),
        days: days.unwrap_or(way.days),
        counted_from: counted_from.unwrap_or(way.counted_from),
        ..way.clone()
    };
    if let Some(distance) = distance {
        own.row = [distance.along, distance.across];
        own.starter = distance.starter(Units::Imperial);
        // Its canopy is as wide as it is given room for, where nobody says.
        own.spread = spread.unwrap_or(distance.along.max(distance.across).max(INCH));
    }
    own.season.picked = picked.unwrap_or(own.season.picked);
    if let Some(kills) = kills_c.map(f64::from) {
        own.season.leaf_kills = None;
        own.season.seedling_kills = kills.max(own.season.seedling_kills.min(kills + SEEDLINGS_DIE_EARLIER));
    }
    if let Some(soil) = soil_c.map(f64::from) {
        let wants = &mut own.season.soil;
        let step = wants.better - wants.may;
        wants.may = soil;
        wants.better = (soil + step).min(wants.most - 1.0).max(soil + 0.5);
        wants.most = wants.most.max(wants.better + 1.0);
        own.soil = own.season.soil;
    }
    own
}

/// How much sooner than a grown plant its seedlings die of cold, at most \[°C\] (common practice).
const SEEDLINGS_DIE_EARLIER: f64 = 5.0;

fn hardiness(kills_c: i8) -> Hardiness {
    match kills_c {
        DIES_OF_FROST.. => Hardiness::Tender,
        TAKES_A_LIGHT_FROST.. => Hardiness::HalfHardy,
        _ => Hardiness::Hardy,
    }
}

fn source(own: &OwnCrop) -> Option<Source> {
    (!own.source.is_empty()).then(|| Source {
        title: own.source.clone(),
        publisher: String::new(),
        year: None,
        note: "As the household says.".into(),
    })
}
