//! Wishes about what the household remembers: earlier years, and its own distances.

use crate::change::own::check_distance;
use crate::change::patches::drawable;
use crate::change::planner::{Planner, next};
use crate::change::schools::{in_range, suited};
use crate::change::{draft, memory};
use crate::climate::calendar;
use crate::climate::calendar::growing_year;
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::limits;
use crate::limits::{MOST_GROUPINGS, MOST_PARTS, MOST_PAST};
use jiff::civil::Date;
use sparrow_facts::bed::Bed;
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::garden::Garden;
use sparrow_facts::grouping::{OwnGrouping, OwnPart};
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::ids::{BedId, OwnGroupingId, PastId, PatchId};
use sparrow_facts::name::alike;
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::{School, SchoolFor};
use sparrow_facts::spacing::{OwnSpacing, Spacing};
use sparrow_facts::units::Length;

impl Planner<'_> {
    pub(crate) fn remember(&self, bed: BedId, section: Option<u8>, year: i16, stood: &Stood) -> Result<Vec<Edit>, Refusal> {
        let bed = self.known.bed(bed)?;
        if let Some(section) = section.filter(|section| *section >= bed.sections()) {
            return Err(Refusal::NoSuchSection { section: section.saturating_add(1), sections: bed.sections() });
        }
        let last = calendar::growing_year(self.known.today, self.known.garden.site.latitude.hemisphere());
        if year > last {
            return Err(Refusal::NotPast { year, last });
        }
        limits::year("year", year, [calendar::YEARS[0], last])?;
        let Some(name) = self.known.catalogue.name_of(stood) else {
            let (Stood::Crop(key) | Stood::Family(key)) = stood;
            return Err(Refusal::Unknown { what: "crop or family", key: key.clone() });
        };
        if self
            .known
            .garden
            .past
            .iter()
            .any(|past| past.bed == bed.id && past.section == section && past.year == year && past.stood == *stood)
        {
            return Err(Refusal::AlreadyRemembered { what: name.to_string(), year });
        }
        if self.known.garden.past.len() >= MOST_PAST {
            return Err(Refusal::TooManyThings { what: "remembered stands", most: MOST_PAST });
        }
        let id = PastId(next(self.known.garden.past.iter().map(|past| past.id.0)));
        Ok(vec![Fact::comes(PastStand { id, bed: bed.id, section, year, stood: stood.clone() })])
    }

    pub(crate) fn forget(&self, id: PastId) -> Result<Vec<Edit>, Refusal> {
        let past = self.known.garden.past.iter().find(|past| past.id == id);
        let past = past.ok_or_else(|| Refusal::Unknown { what: "remembered stand", key: id.0.to_string() })?;
        Ok(vec![past.goes()])
    }

    pub(crate) fn set_spacing(
        &self,
        crop: &str,
        way: &str,
        distance: Option<(Length, Length)>,
        note: &str,
    ) -> Result<Vec<Edit>, Refusal> {
        let (crop, way) = self.known.crop(crop, Some(way))?;
        if let Some(variety) = &way.variety {
            let note = draft::text_or_nothing("the note", note, limits::NOTE)?;
            return self.own_distance_of(variety.id, distance.map(|(along, across)| Spacing { along, across }), note);
        }
        let before = self.known.garden.own_spacing(&crop.key, &way.key).cloned();
        let after = match distance {
            None => None,
            Some((along, across)) => {
                check_distance(Spacing { along, across })?;
                let own = OwnSpacing { crop: crop.key.clone(), way: way.key.clone(), along, across, note: String::new() };
                let others = self.known.garden.spacings.iter().filter(|other| (&other.crop, &other.way) != (&own.crop, &own.way));
                let spacings = others.chain([&own]).cloned().collect();
                self.all_drawable(Garden { spacings, ..self.known.garden.clone() })?;
                let note = draft::text_or_nothing("the note", note, limits::NOTE)?;
                Some(OwnSpacing { note, ..own })
            }
        };
        if before.is_none() && after.is_none() {
            return Err(Refusal::NothingTo { what: "go back from" });
        }
        Ok(vec![Fact::edit(before, after)])
    }

    /// What is said of one planting's distance; a number of holes was one of the other distance.
    pub(crate) fn set_distance(&self, patch: PatchId, distance: Option<(Length, Length)>) -> Result<Vec<Edit>, Refusal> {
        let before = self.patch(patch)?;
        let distance = distance.map(|(along, across)| Spacing { along, across });
        if distance.is_none() && before.planted.distance.is_none() {
            return Err(Refusal::NothingTo { what: "go back from" });
        }
        self.put(Some(before), Patch { planted: Planted { distance, holes: None, ..before.planted.clone() }, ..before.clone() })
    }

    pub(crate) fn set_in_each(&self, patch: PatchId, in_each: Option<u8>) -> Result<Vec<Edit>, Refusal> {
        let before = self.patch(patch)?;
        self.put(Some(before), Patch { planted: Planted { in_each, ..before.planted.clone() }, ..before.clone() })
    }

    /// Whether every patch could be drawn if the garden were so.
    pub(super) fn all_drawable(&self, with: Garden) -> Result<(), Refusal> {
        let catalogue = self.known.catalogue.with_own(&with);
        let known = Known { catalogue: &catalogue, ..self.known.on(&with) };
        let mut plantings = with.patches.iter().filter_map(|patch| Planting::alone(known, patch));
        plantings.try_for_each(|planting| drawable(&planting))
    }

    pub(crate) fn set_school(&self, over: SchoolFor, school: Option<School>) -> Result<Vec<Edit>, Refusal> {
        school.map_or(Ok(()), in_range)?;
        match over {
            SchoolFor::Household => {
                self.all_drawable(Garden { school: school.unwrap_or_default(), ..self.known.garden.clone() })?;
                Ok(vec![Edit::School { before: self.known.garden.school, after: school.unwrap_or_default() }])
            }
            SchoolFor::Bed { bed } => {
                let before = self.known.bed(bed)?;
                let after = Bed { school, ..before.clone() };
                let beds =
                    self.known.garden.beds.iter().map(|one| if one.id == bed { after.clone() } else { one.clone() }).collect();
                self.all_drawable(Garden { beds, ..self.known.garden.clone() })?;
                Ok(vec![before.becomes(after)])
            }
            SchoolFor::Patch { patch } => {
                let before = self.patch(patch)?;
                let (crop, way) = self.known.crop(&before.planted.crop, Some(&before.planted.way))?;
                school.map_or(Ok(()), |school| suited(school, crop, way))?;
                // A household's smaller number was one of the other school's; it may not fit this one.
                self.put(
                    Some(before),
                    Patch { planted: Planted { school, holes: None, ..before.planted.clone() }, ..before.clone() },
                )
            }
        }
    }

    pub(crate) fn keep_grouping(&self, name: &str, patches: &[PatchId]) -> Result<Vec<Edit>, Refusal> {
        if self.known.garden.groupings.len() >= MOST_GROUPINGS {
            return Err(Refusal::TooManyThings { what: "groupings of your own", most: MOST_GROUPINGS });
        }
        let name = draft::text("the grouping's name", name, limits::NAME)?;
        if self.known.garden.groupings.iter().any(|own| alike(&own.name, &name)) {
            return Err(Refusal::GroupingTaken { name });
        }
        let patches = patches.iter().map(|id| self.patch(*id)).collect::<Result<Vec<_>, _>>()?;
        let id = OwnGroupingId(next(self.known.garden.groupings.iter().map(|own| own.id.0)));
        let own = memory::own_from(self.known.garden, id, name, &patches).ok_or(Refusal::NoGrouping { most: MOST_PARTS })?;
        Ok(vec![own.comes()])
    }

    pub(crate) fn forget_grouping(&self, id: OwnGroupingId) -> Result<Vec<Edit>, Refusal> {
        let own = self.known.garden.groupings.iter().find(|own| own.id == id);
        let own = own.ok_or_else(|| Refusal::Unknown { what: "grouping", key: id.0.to_string() })?;
        Ok(vec![own.goes()])
    }
}

/// A household's grouping made from patches of one bed: placed from their common far left corner and
/// their first day. Nothing when there are fewer than two, or they lie in several beds.
pub fn own_from(garden: &Garden, id: OwnGroupingId, name: String, patches: &[&Patch]) -> Option<OwnGrouping> {
    let bed = patches.first()?.bed;
    if !(2..=MOST_PARTS).contains(&patches.len()) || patches.iter().any(|patch| patch.bed != bed) {
        return None;
    }
    let (x, y) = (patches.iter().map(|p| p.rect.x).min()?, patches.iter().map(|p| p.rect.y).min()?);
    let first = patches.iter().map(|p| p.from).min()?;
    let hemisphere = garden.site.latitude.hemisphere();
    let (new_year, _) = calendar::year_span(growing_year(first, hemisphere), hemisphere);
    let days = |from: Date, until: Date| u32::try_from((until - from).get_days()).unwrap_or(0);
    let part = |patch: &&Patch| OwnPart {
        rect: Rect { x: patch.rect.x - x, y: patch.rect.y - y, ..patch.rect },
        days_after: days(first, patch.from),
        days: days(patch.from, patch.until),
        planted: patch.planted.clone(),
    };
    let first_day = u16::try_from(days(new_year, first)).unwrap_or(0);
    Some(OwnGrouping { id, name, first_day, parts: patches.iter().map(part).collect() })
}
