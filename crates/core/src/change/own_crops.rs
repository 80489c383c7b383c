//! Wishes about crops that the book lacks: what is kept of one, and when it may be forgotten.

use crate::catalogue::own_crops::key_of;
use crate::catalogue::{Catalogue, CountedFrom};
use crate::change::checked::{Against, Checked};
use crate::change::draft::{text, text_or_nothing};
use crate::change::own::check_distance;
use crate::change::planner::{Planner, next};
use crate::change::varieties::{DEPTH, GROWN_HEIGHT, days_in_order, within};
use crate::limits::{BED_NAME, COLD, FOUND, MOST_OWN_CROPS, NAME, NOTE, PACKET, PICKED, SOIL, number};
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::OwnCropId;
use sparrow_facts::keys::Named;
use sparrow_facts::name::alike;
use sparrow_facts::own_crop::{OwnCrop, OwnCropFigures};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::{Length, Tape};

/// A crop of the household's own as typed; what is nothing is its relative's.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnCropDraft {
    /// The key of its nearest relative in the book.
    pub like: String,
    /// The key of that crop's way in which it is grown.
    pub way: String,
    /// What it is called.
    pub name: String,
    /// Its name for more than one; empty where it is the same.
    pub plural: String,
    /// Its botanical name, or nothing.
    pub botanical: String,
    /// The key of its rotation family; nothing means its relative's.
    pub family: Option<String>,
    /// Between plants, along and across.
    pub distance: Option<(Tape, Tape)>,
    /// How wide it grows.
    pub spread: Option<Tape>,
    /// How high it grows.
    pub height: Option<Tape>,
    /// How deep it is sown or set.
    pub depth: Option<Tape>,
    /// Days to maturity, least and most.
    pub days: Option<[u16; 2]>,
    /// From when they are counted.
    pub counted_from: Option<CountedFrom>,
    /// How many days it is picked.
    pub picked: Option<u16>,
    /// The air that kills it \[whole °C\].
    pub kills_c: Option<i8>,
    /// The soil from which it may go in \[whole °C\].
    pub soil_c: Option<i8>,
    /// Where its figures are from.
    pub source: String,
    /// What else there is to say.
    pub note: String,
}

/// The least and the most width of a plant: 1 in and 20 ft.
const GROWN_SPREAD: [Length; 2] = [Length::inches(1), Length::inches(240)];

impl OwnCropDraft {
    fn crop(&self, id: OwnCropId, catalogue: &Catalogue) -> Result<OwnCrop, Refusal> {
        let spacing = |(along, across): (Tape, Tape)| Spacing { along: along.0, across: across.0 };
        let like = catalogue.crop(&self.like).ok_or_else(|| Refusal::Unknown { what: "crop", key: self.like.clone() })?;
        let name = text("the crop's name", &self.name, BED_NAME)?;
        let plural = text_or_nothing("its name for more than one", &self.plural, BED_NAME)?;
        Ok(OwnCrop {
            id,
            like: self.like.clone(),
            way: self.way.clone(),
            plural: if plural.is_empty() { name.clone() } else { plural },
            name,
            botanical: text_or_nothing("its botanical name", &self.botanical, NAME)?,
            family: self.family.clone().unwrap_or_else(|| like.family.clone()),
            figures: OwnCropFigures {
                distance: self.distance.map(spacing),
                spread: self.spread.map(|tape| tape.0),
                height: self.height.map(|tape| tape.0),
                depth: self.depth.map(|tape| tape.0),
                days: self.days,
                counted_from: self.counted_from,
                picked: self.picked,
                kills_c: self.kills_c,
                soil_c: self.soil_c,
            },
            source: text_or_nothing("where its figures are from", &self.source, FOUND)?,
            note: text_or_nothing("the note", &self.note, NOTE)?,
        })
    }
}

/// A crop of one's own within its limits, like a crop and a way of the book and in one of its families.
fn check_own_crop(crop: &OwnCrop, catalogue: &Catalogue) -> Result<(), Refusal> {
    let OwnCrop { id: _, like, way, name, plural, botanical, family, figures, source, note } = crop;
    let OwnCropFigures { distance, spread, height, depth, days, counted_from: _, picked, kills_c, soil_c } = figures;
    let relative = catalogue.crop(like).filter(|crop| crop.like.is_none());
    let relative = relative.ok_or_else(|| Refusal::Unknown { what: "crop", key: like.clone() })?;
    if relative.way(way).is_none_or(|way| way.variety.is_some()) {
        return Err(Refusal::Unknown { what: "way of growing it", key: way.clone() });
    }
    if catalogue.family(family).is_none() {
        return Err(Refusal::Unknown { what: "rotation family", key: family.clone() });
    }
    let same = text("the crop's name", name, BED_NAME)? == *name
        && text("its name for more than one", plural, BED_NAME)? == *plural
        && text_or_nothing("its botanical name", botanical, NAME)? == *botanical
        && text_or_nothing("where its figures are from", source, FOUND)? == *source
        && text_or_nothing("the note", note, NOTE)? == *note;
    if !same {
        return Err(Refusal::OddLetters { field: "the crop's names, source or note" });
    }
    days_in_order("its days", *days, PACKET)?;
    picked.map_or(Ok(()), |value| number("how many days it is picked", value.into(), PICKED))?;
    kills_c.map_or(Ok(()), |value| number("the cold that kills it, in °C", value.into(), COLD))?;
    soil_c.map_or(Ok(()), |value| number("the soil it may go into, in °C", value.into(), SOIL))?;
    distance.map_or(Ok(()), check_distance)?;
    within("depth", *depth, DEPTH)?;
    within("width", *spread, GROWN_SPREAD)?;
    within("height", *height, GROWN_HEIGHT)
}

/// Whether the book, or another crop of the garden's own, has that name.
pub(super) fn is_taken(garden: &Garden, catalogue: &Catalogue, crop: &OwnCrop) -> bool {
    let names = |name: &str, plural: &str| alike(name, &crop.name) || alike(plural, &crop.plural);
    let own = garden.own_crops.iter().any(|other| other.id != crop.id && names(&other.name, &other.plural));
    own || catalogue.crops.iter().any(|other| other.like.is_none() && names(&other.name, &other.plural))
}

impl Checked for OwnCrop {
    const MOST: usize = MOST_OWN_CROPS;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        vec![
            (&mut self.name, BED_NAME),
            (&mut self.plural, BED_NAME),
            (&mut self.botanical, NAME),
            (&mut self.source, FOUND),
            (&mut self.note, NOTE),
        ]
    }

    fn check(&self, against: Against) -> Result<(), Refusal> {
        check_own_crop(self, against.book)?;
        let taken = is_taken(against.garden, against.book, self);
        if taken { Err(Refusal::CropTaken { name: self.name.clone() }) } else { Ok(()) }
    }
}

impl Planner<'_> {
    fn own_crop(&self, id: OwnCropId) -> Result<&OwnCrop, Refusal> {
        self.known.garden.own_crop(id).ok_or_else(|| Refusal::Unknown { what: "crop of your own", key: id.0.to_string() })
    }

    /// Keeps a crop that the book lacks: a new one, or one that is there in other words.
    pub(crate) fn keep_own_crop(&self, id: Option<OwnCropId>, draft: &OwnCropDraft) -> Result<Vec<Edit>, Refusal> {
        let (garden, catalogue) = (self.known.garden, self.known.catalogue);
        let before = id.map(|id| self.own_crop(id)).transpose()?.cloned();
        if before.is_none() && garden.own_crops.len() >= MOST_OWN_CROPS {
            return Err(Refusal::TooManyThings { what: "crops of your own", most: MOST_OWN_CROPS });
        }
        let number = OwnCropId(next(garden.own_crops.iter().map(|crop| crop.id.0).chain([self.known.given.own_crop])));
        let after = draft.crop(before.as_ref().map_or(number, |before| before.id), catalogue)?;
        check_own_crop(&after, catalogue)?;
        if is_taken(garden, catalogue, &after) {
            return Err(Refusal::CropTaken { name: after.name });
        }
        // What stands is grown in a way of its relative: another one has other ways.
        if let Some(before) = before.as_ref().filter(|before| before.way != after.way) {
            self.own_is_free(before)?;
        }
        let is_new = before.is_none();
        let edits = vec![Fact::edit(before, Some(after))];
        // What is new stands nowhere yet.
        if !is_new {
            let mut with = garden.clone();
            sparrow_facts::edit::apply(&mut with, &edits);
            self.all_drawable(with)?;
        }
        Ok(edits)
    }

    /// The crop of one's own that a draft speaks of: the one of its name, where there is one.
    pub(super) fn own_crop_meant(&self, draft: &OwnCropDraft) -> Option<OwnCropId> {
        let named = |one: &&OwnCrop| alike(&one.name, &draft.name);
        self.known.garden.own_crops.iter().find(named).map(|one| one.id)
    }

    /// Forgets a crop of one's own that nothing names.
    pub(crate) fn forget_own_crop(&self, id: OwnCropId) -> Result<Vec<Edit>, Refusal> {
        let before = self.own_crop(id)?.clone();
        self.own_is_free(&before)?;
        Ok(vec![before.goes()])
    }

    fn own_is_free(&self, crop: &OwnCrop) -> Result<(), Refusal> {
        let key = key_of(crop.id);
        let mut named = 0;
        self.known.garden.clone().each_key(&mut |one| named += usize::from(matches!(one, Named::Crop(crop, _) if *crop == key)));
        match named {
            0 => Ok(()),
            plantings => Err(Refusal::OwnCropInUse { name: crop.name.clone(), plantings }),
        }
    }
}
