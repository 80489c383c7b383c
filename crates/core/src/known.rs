//! What is everything reckoned from? The facts, the book, the place's warmth and the day, as one argument.
//!
//! It is made at the edge, once a request, and handed on by value; nothing in this crate keeps any of it.

use crate::catalogue::varieties::variety_of;
use crate::catalogue::{Catalogue, Crop, Way};
use crate::climate::bed_soil::BedSoil;
use crate::growth::grower::Grower;
use crate::growth::growing::Growing;
use crate::observed::Observed;
use crate::work::Work;
use jiff::civil::Date;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, NumbersGiven};
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Means;

/// All that a rule may know.
///
/// ```
/// use sparrow_core::catalogue::Catalogue;
/// use sparrow_core::growth::grower::Grower;
/// use sparrow_core::known::Known;
/// let today = jiff::civil::date(2026, 11, 23);
/// let garden = sparrow_demo::quillet_lane(today).unwrap();
/// let grower = Grower::of(&garden, Catalogue::standard());
/// let known = Known::new(&garden, Catalogue::standard(), &grower, today);
/// assert_eq!(known.bed(garden.beds[0].id).unwrap().name, garden.beds[0].name);
/// ```
#[derive(Debug, Clone, Copy)]
pub struct Known<'a> {
    /// The garden, as the household planned it and as far as it is known, lived it.
    pub garden: &'a Garden,
    /// The garden as it was planned.
    pub plan: &'a Garden,
    /// What the book knows; a household's own varieties and crops stand in it too.
    pub catalogue: &'a Catalogue,
    /// The warmth of the garden's place, put to the catalogue's crops.
    pub grower: &'a Grower,
    /// What was seen to happen in it.
    pub observed: &'a Observed,
    /// The highest numbers it ever gave.
    pub given: NumbersGiven,
    /// The day it is.
    pub today: Date,
    /// The steps that may be taken to answer.
    pub work: &'a Work,
}

impl<'a> Known<'a> {
    /// What is known of a garden. `grower` is that of its own site and almanac.
    pub fn new(garden: &'a Garden, catalogue: &'a Catalogue, grower: &'a Grower, today: Date) -> Self {
        let (observed, given) = (Observed::NOTHING, NumbersGiven::default());
        Known { garden, plan: garden, catalogue, grower, observed, given, today, work: Work::FREE }
    }

    /// The same for a request that may take so many steps.
    pub fn within(self, work: &'a Work) -> Self {
        Known { work, ..self }
    }

    /// The same, where something was written down in the journal: `lived` is the garden as [`crate::lived::lived`] tells it.
    pub fn seeing(self, observed: &'a Observed, lived: &'a Garden) -> Self {
        Known { observed, garden: lived, ..self }
    }

    /// The same of the plan alone, which is what is changed.
    pub fn planning(self) -> Self {
        Known { garden: self.plan, ..self }
    }

    /// The same, where numbers up to these were given.
    pub fn with_numbers(self, given: NumbersGiven) -> Self {
        Known { given, ..self }
    }

    /// The same of a garden with other facts, at the same place under the same weather.
    pub fn on<'b>(self, garden: &'b Garden) -> Known<'b>
    where
        'a: 'b,
    {
        Known { garden, plan: garden, ..self }
    }

    /// A bed of the garden.
    ///
    /// # Errors
    /// When there is none of that number.
    pub fn bed(self, id: BedId) -> Result<&'a Bed, Refusal> {
        self.garden.bed(id).ok_or_else(|| Refusal::Unknown { what: "bed", key: id.0.to_string() })
    }

    /// The bed of a piece of ground that lies in it.
    ///
    /// # Errors
    /// When there is no such bed, or the ground is none or reaches out of it.
    pub fn ground(self, id: BedId, rect: Rect) -> Result<&'a Bed, Refusal> {
        let bed = self.bed(id)?;
        let (columns, rows) = bed.half_squares(self.garden.site.squares());
        if rect.w == 0 || rect.h == 0 {
            return Err(Refusal::NoGround);
        }
        if rect.within((columns, rows)) { Ok(bed) } else { Err(Refusal::OutsideBed { columns, rows }) }
    }

    /// A crop and one of its ways, the usual one where none is named.
    ///
    /// # Errors
    /// When the catalogue does not know one of them.
    pub fn crop(self, crop: &str, way: Option<&str>) -> Result<(&'a Crop, &'a Way), Refusal> {
        let crop = self.catalogue.crop(crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: crop.to_string() })?;
        let Some(key) = way else { return Ok((crop, &crop.ways[0])) };
        let unknown = || match variety_of(key) {
            Some(variety) => Refusal::Unknown { what: "variety", key: variety.0.to_string() },
            None => Refusal::Unknown { what: "way of growing it", key: key.to_string() },
        };
        crop.way(key).map(|way| (crop, way)).ok_or_else(unknown)
    }

    /// The soil of a bed, as it is kept and as a thermometer read it.
    pub fn soil(self, bed: &Bed) -> BedSoil {
        BedSoil::of(self.garden, &self.grower.weather, bed)
    }

    /// The soil of a bed by its number, or of open ground where there is none.
    pub fn soil_of(self, bed: Option<BedId>) -> BedSoil {
        bed.and_then(|id| self.garden.bed(id)).map_or_else(BedSoil::default, |bed| self.soil(bed))
    }

    /// What a patch grows, as its household said and as it was seen to come up; nothing when the catalogue does not know it.
    pub fn growing(self, patch: &Patch) -> Option<Growing<'a>> {
        let growing = Growing::find(self.catalogue, patch)?;
        let up = self.observed.patch(patch.id).and_then(|story| story.up);
        Some(Growing { up: up.filter(|_| growing.means == Means::Direct), ..growing })
    }
}
