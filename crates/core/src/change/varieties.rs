//! Wishes about the household's varieties: what is kept of one, and when it may be forgotten.

use crate::catalogue::varieties::way_of;
use crate::catalogue::{Catalogue, CountedFrom};
use crate::change::checked::{Against, Checked};
use crate::change::draft::{text, text_or_nothing};
use crate::change::own::check_distance;
use crate::change::planner::{Planner, next};
use crate::limits::{COLOUR, MOST_VARIETIES, NAME, NOTE, PACKET, Range, number};
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::VarietyId;
use sparrow_facts::keys::Named;
use sparrow_facts::name::alike;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::{Length, Tape};
use sparrow_facts::variety::{Packet, Treated, Variety};
use std::collections::BTreeMap;

/// A variety as typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct VarietyDraft {
    /// The key of its crop.
    pub crop: String,
    /// The key of the book's way in which it is grown.
    pub way: String,
    /// What it is called.
    pub name: String,
    /// Its kind in each matter that is said.
    pub kinds: BTreeMap<String, String>,
    /// The packet's days, least and most.
    pub days: Option<[u16; 2]>,
    /// From when they are counted; nothing means as the book does.
    pub counted_from: Option<CountedFrom>,
    /// The packet's distance, along and across.
    pub distance: Option<(Tape, Tape)>,
    /// The packet's depth.
    pub depth: Option<Tape>,
    /// The packet's height.
    pub height: Option<Tape>,
    /// What was done to the seed.
    pub treated: Option<Treated>,
    /// The distance that worked here, along and across.
    pub own_distance: Option<(Tape, Tape)>,
    /// Its colour.
    pub colour: String,
    /// What else there is to say.
    pub note: String,
    /// It is to have one more chance, elsewhere.
    pub again: bool,
}

/// The least and the most depth at which anything is sown or set: on the soil, and 16 in.
pub const DEPTH: [Length; 2] = [Length::ZERO, Length::inches(16)];
/// The lowest and the highest that a plant grows: 1 in and 20 ft.
pub const GROWN_HEIGHT: [Length; 2] = [Length::inches(1), Length::inches(240)];

impl VarietyDraft {
    fn variety(&self, id: VarietyId) -> Result<Variety, Refusal> {
        let spacing = |(along, across): (Tape, Tape)| Spacing { along: along.0, across: across.0 };
        Ok(Variety {
            id,
            crop: self.crop.clone(),
            way: self.way.clone(),
            name: text("the variety's name", &self.name, NAME)?,
            kinds: self.kinds.clone(),
            packet: Packet {
                days: self.days,
                counted_from: self.counted_from,
                distance: self.distance.map(spacing),
                depth: self.depth.map(|tape| tape.0),
                height: self.height.map(|tape| tape.0),
                treated: self.treated,
            },
            own_distance: self.own_distance.map(spacing),
            colour: text_or_nothing("its colour", &self.colour, COLOUR)?,
            note: text_or_nothing("the note", &self.note, NOTE)?,
            again: self.again,
        })
    }
}

/// A variety within its limits, of a crop, a way and kinds that the book knows.
fn check_variety(variety: &Variety, catalogue: &Catalogue) -> Result<(), Refusal> {
    let Variety { id: _, crop, way, name, kinds, packet, own_distance, colour, note, again: _ } = variety;
    let Packet { days, counted_from: _, distance, depth, height, treated: _ } = packet;
    let known = catalogue.crop(crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: crop.clone() })?;
    if known.way(way).is_none_or(|way| way.variety.is_some()) {
        return Err(Refusal::Unknown { what: "way of growing it", key: way.clone() });
    }
    for (matter, kind) in kinds {
        if catalogue.kind(crop, matter, kind).is_none() {
            return Err(Refusal::Unknown {
                what: "kind of variety",
                key: format!("{matter}: {kind}").chars().take(60).collect(),
            });
        }
    }
    let same = text("the variety's name", name, NAME)? == *name
        && text_or_nothing("its colour", colour, COLOUR)? == *colour
        && text_or_nothing("the note", note, NOTE)? == *note;
    if !same {
        return Err(Refusal::OddLetters { field: "the variety's name, colour or note" });
    }
    days_in_order("the packet's days", *days, PACKET)?;
    distance.map_or(Ok(()), check_distance)?;
    own_distance.map_or(Ok(()), check_distance)?;
    within("depth", *depth, DEPTH)?;
    within("height", *height, GROWN_HEIGHT)
}

/// Days, least and most, within their limits and in their order.
pub(super) fn days_in_order(field: &'static str, days: Option<[u16; 2]>, range: Range) -> Result<(), Refusal> {
    let Some([least, most]) = days else { return Ok(()) };
    [least, most].into_iter().try_for_each(|value| number(field, value.into(), range))?;
    if least <= most { Ok(()) } else { Err(Refusal::DaysOutOfOrder { field, least, most }) }
}

/// A length, where it is said, within its limits.
pub(super) fn within(field: &'static str, said: Option<Length>, [least, most]: [Length; 2]) -> Result<(), Refusal> {
    match said.filter(|value| !(least..=most).contains(value)) {
        Some(value) => Err(Refusal::LengthOutOfRange { field, value, least, most }),
        None => Ok(()),
    }
}

/// Whether a variety that is named beside a crop is one of it.
pub(super) fn of_the_crop(garden: &Garden, crop: &str, variety: Option<VarietyId>) -> Result<(), Refusal> {
    let Some(id) = variety else { return Ok(()) };
    let of = garden.variety(id).filter(|variety| variety.crop == crop);
    of.map(|_| ()).ok_or_else(|| Refusal::Unknown { what: "variety", key: id.0.to_string() })
}

/// Whether a garden has another variety of that crop by the same name.
pub(super) fn is_taken(garden: &Garden, variety: &Variety) -> bool {
    let mut others = garden.varieties.iter().filter(|other| other.id != variety.id && other.crop == variety.crop);
    others.any(|other| alike(&other.name, &variety.name))
}

impl Checked for Variety {
    const MOST: usize = MOST_VARIETIES;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        vec![(&mut self.name, NAME), (&mut self.colour, COLOUR), (&mut self.note, NOTE)]
    }

    fn check(&self, against: Against) -> Result<(), Refusal> {
        check_variety(self, against.catalogue)?;
        if is_taken(against.garden, self) { Err(Refusal::VarietyTaken { name: self.name.clone() }) } else { Ok(()) }
    }
}

impl Planner<'_> {
    fn variety(&self, id: VarietyId) -> Result<&Variety, Refusal> {
        self.known.garden.variety(id).ok_or_else(|| Refusal::Unknown { what: "variety", key: id.0.to_string() })
    }

    /// Keeps a variety: a new one, or one that is there in other words.
    pub(crate) fn keep_variety(&self, id: Option<VarietyId>, draft: &VarietyDraft) -> Result<Vec<Edit>, Refusal> {
        let garden = self.known.garden;
        let before = id.map(|id| self.variety(id)).transpose()?.cloned();
        if before.is_none() && garden.varieties.len() >= MOST_VARIETIES {
            return Err(Refusal::TooManyThings { what: "varieties", most: MOST_VARIETIES });
        }
        let number = VarietyId(next(garden.varieties.iter().map(|variety| variety.id.0).chain([self.known.given.variety])));
        let after = draft.variety(before.as_ref().map_or(number, |before| before.id))?;
        self.becomes(before, after)
    }

    /// The variety that a draft speaks of: the one of its crop and name, where there is one.
    pub(super) fn variety_meant(&self, draft: &VarietyDraft) -> Option<VarietyId> {
        let named = |one: &&Variety| one.crop == draft.crop && alike(&one.name, &draft.name);
        self.known.garden.varieties.iter().find(named).map(|one| one.id)
    }

    /// The distance that worked for a variety here, or none any longer.
    pub(super) fn own_distance_of(&self, id: VarietyId, distance: Option<Spacing>, note: String) -> Result<Vec<Edit>, Refusal> {
        let before = self.variety(id)?.clone();
        if distance.is_none() && before.own_distance.is_none() {
            return Err(Refusal::NothingTo { what: "go back from" });
        }
        let note = if note.is_empty() { before.note.clone() } else { note };
        let after = Variety { own_distance: distance, note, ..before.clone() };
        self.becomes(Some(before), after)
    }

    fn becomes(&self, before: Option<Variety>, after: Variety) -> Result<Vec<Edit>, Refusal> {
        let garden = self.known.garden;
        check_variety(&after, self.known.catalogue)?;
        if is_taken(garden, &after) {
            return Err(Refusal::VarietyTaken { name: after.name });
        }
        if let Some(before) = before.as_ref().filter(|before| (&before.crop, &before.way) != (&after.crop, &after.way)) {
            self.is_free(before)?;
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

    /// Forgets a variety that nothing names.
    pub(crate) fn forget_variety(&self, id: VarietyId) -> Result<Vec<Edit>, Refusal> {
        let before = self.variety(id)?.clone();
        self.is_free(&before)?;
        Ok(vec![before.goes()])
    }

    fn is_free(&self, variety: &Variety) -> Result<(), Refusal> {
        let garden = self.known.garden;
        let way = way_of(variety.id);
        let mut named = garden.lots.iter().filter(|lot| lot.variety == Some(variety.id)).count()
            + garden.wants.iter().filter(|want| want.variety == Some(variety.id)).count()
            + garden.turns.wishes.iter().filter(|one| one.wish.variety == Some(variety.id)).count();
        garden.clone().each_key(&mut |one| named += usize::from(matches!(one, Named::Crop(_, Some(one)) if *one == way)));
        match named {
            0 => Ok(()),
            plantings => Err(Refusal::VarietyInUse { name: variety.name.clone(), plantings }),
        }
    }
}
