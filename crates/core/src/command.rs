//! What may a gardener do? Every change of the facts, checked before anything is written.

use crate::bed::{Bed, BedId};
use crate::calendar;
use crate::catalogue::Catalogue;
use crate::crop::{Crop, Spacing, Way};
use crate::draft::{self, BedDraft};
use crate::edit::{Edit, apply};
use crate::garden::{Garden, OwnSpacing};
use crate::history::{PastId, PastStand, Stood};
use crate::length::{Length, Tape};
use crate::patch::{Patch, PatchId, Rect};
use crate::refusal::Refusal;
use crate::site::{Site, Units};
use crate::spacing;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// A change of the facts, as the page asks for it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "do", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the facts they change, documented there")]
pub enum Command {
    /// Say where the garden is and how it measures.
    SetSite { site: Site },
    /// Add a bed.
    AddBed { draft: BedDraft },
    /// Measure, move, turn, rename or equip a bed anew.
    ChangeBed { bed: BedId, draft: BedDraft },
    /// Put a bed elsewhere on the drawing, by its middle.
    MoveBed { bed: BedId, x: Tape, y: Tape },
    /// Take a bed away with all that stands or stood in it.
    RemoveBed { bed: BedId },
    /// Put a crop on squares.
    Place {
        bed: BedId,
        crop: String,
        way: Option<String>,
        rect: Rect,
        holes: Option<u16>,
        from: Option<Date>,
        until: Option<Date>,
        year: i16,
        between: bool,
    },
    /// Move or resize a patch.
    MovePatch { patch: PatchId, bed: BedId, rect: Rect },
    /// Change what a patch is: its way, its number, its days.
    ChangePatch { patch: PatchId, way: String, holes: Option<u16>, from: Date, until: Date, between: bool },
    /// Take a patch away.
    RemovePatch { patch: PatchId },
    /// Keep a warning as it is, or no longer.
    KeepWarning { patch: PatchId, key: String, keep: bool },
    /// Remember what stood in a bed in an earlier year.
    Remember { bed: BedId, section: Option<u8>, year: i16, stood: Stood },
    /// Forget a remembered stand.
    Forget { past: PastId },
    /// Set the household's own distance, or go back to the catalogue's with nothing.
    SetSpacing { crop: String, way: String, distance: Option<(Tape, Tape)>, note: String },
}

/// The most beds in one garden.
pub const MOST_BEDS: usize = 60;
/// The most patches in one garden, all years together.
pub const MOST_PATCHES: usize = 5000;
/// The most remembered stands in one garden.
pub const MOST_PAST: usize = 5000;
/// The most holes in one patch.
pub const MOST_HOLES: u64 = 10_000;
/// The longest a patch is kept in the ground \[days\]: thirty years.
pub const LONGEST_STAND: i32 = 10_957;

/// What a command would change in a garden, or why it is refused. Nothing is changed here.
///
/// `today` decides which years are past.
pub fn plan(garden: &Garden, catalogue: &Catalogue, command: &Command, today: Date) -> Result<Vec<Edit>, Refusal> {
    let planner = Planner { garden, catalogue, today };
    match command {
        Command::SetSite { site } => planner.set_site(site),
        Command::AddBed { draft } => planner.add_bed(draft),
        Command::ChangeBed { bed, draft } => planner.change_bed(*bed, draft),
        Command::MoveBed { bed, x, y } => planner.move_bed(*bed, x.0, y.0),
        Command::RemoveBed { bed } => planner.remove_bed(*bed),
        Command::Place { bed, crop, way, rect, holes, from, until, year, between } => {
            let (crop, way) = planner.growing(crop, way.as_deref())?;
            let usual = calendar::usual_span(&garden.site, crop, way, *year);
            let patch = Patch {
                id: PatchId(next(garden.patches.iter().map(|patch| patch.id.0))),
                bed: *bed,
                crop: crop.key.clone(),
                way: way.key.clone(),
                rect: *rect,
                holes: *holes,
                from: from.unwrap_or(usual.0),
                until: until.unwrap_or(usual.1.max(from.unwrap_or(usual.0))),
                between: *between,
                kept: Vec::new(),
            };
            planner.put(None, patch)
        }
        Command::MovePatch { patch, bed, rect } => {
            let before = planner.patch(*patch)?;
            // A household's smaller number belongs to the ground it was given; a larger patch asks anew.
            let holes = before.holes.filter(|_| (rect.w, rect.h) == (before.rect.w, before.rect.h));
            planner.put(Some(before), Patch { bed: *bed, rect: *rect, holes, ..before.clone() })
        }
        Command::ChangePatch { patch, way, holes, from, until, between } => {
            let before = planner.patch(*patch)?;
            let after =
                Patch { way: way.clone(), holes: *holes, from: *from, until: *until, between: *between, ..before.clone() };
            planner.put(Some(before), after)
        }
        Command::RemovePatch { patch } => Ok(vec![gone(planner.patch(*patch)?)]),
        Command::KeepWarning { patch, key, keep } => planner.keep_warning(*patch, key, *keep),
        Command::Remember { bed, section, year, stood } => planner.remember(*bed, *section, *year, stood),
        Command::Forget { past } => planner.forget(*past),
        Command::SetSpacing { crop, way, distance, note } => {
            planner.set_spacing(crop, way, distance.map(|(a, b)| (a.0, b.0)), note)
        }
    }
}

/// Plans a command and carries it out; the edits are what to store, and what undo takes back.
pub fn carry_out(garden: &mut Garden, catalogue: &Catalogue, command: &Command, today: Date) -> Result<Vec<Edit>, Refusal> {
    let edits = plan(garden, catalogue, command, today)?;
    apply(garden, &edits);
    Ok(edits)
}

/// Checks one wish against the facts; crate-wide so that gardens from files meet the same rules.
pub(crate) struct Planner<'a> {
    pub(crate) garden: &'a Garden,
    pub(crate) catalogue: &'a Catalogue,
    pub(crate) today: Date,
}

impl<'a> Planner<'a> {
    fn bed(&self, id: BedId) -> Result<&'a Bed, Refusal> {
        self.garden.bed(id).ok_or_else(|| Refusal::Unknown { what: "bed", key: id.0.to_string() })
    }

    fn patch(&self, id: PatchId) -> Result<&'a Patch, Refusal> {
        self.garden.patch(id).ok_or_else(|| Refusal::Unknown { what: "patch", key: id.0.to_string() })
    }

    fn growing(&self, crop: &str, way: Option<&str>) -> Result<(&'a Crop, &'a Way), Refusal> {
        let crop = self.catalogue.crop(crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: crop.to_string() })?;
        match way {
            None => Ok((crop, &crop.ways[0])),
            Some(key) => crop
                .way(key)
                .map(|way| (crop, way))
                .ok_or_else(|| Refusal::Unknown { what: "way of growing it", key: key.to_string() }),
        }
    }

    fn set_site(&self, site: &Site) -> Result<Vec<Edit>, Refusal> {
        let after = checked_site(site)?;
        if after.units != self.garden.site.units && !self.garden.patches.is_empty() {
            return Err(Refusal::UnitsInUse { patches: self.garden.patches.len() });
        }
        Ok(vec![Edit::Site { before: Box::new(self.garden.site.clone()), after: Box::new(after) }])
    }

    fn add_bed(&self, draft: &BedDraft) -> Result<Vec<Edit>, Refusal> {
        if self.garden.beds.len() >= MOST_BEDS {
            return Err(Refusal::TooManyThings { what: "beds", most: MOST_BEDS });
        }
        let id = BedId(next(self.garden.beds.iter().map(|bed| bed.id.0)));
        let bed = draft.measure(id, self.garden)?;
        self.name_is_free(&bed)?;
        Ok(vec![Edit::Bed { before: None, after: Some(Box::new(bed)) }])
    }

    fn change_bed(&self, id: BedId, draft: &BedDraft) -> Result<Vec<Edit>, Refusal> {
        let before = self.bed(id)?;
        let after = draft.measure(id, self.garden)?;
        self.name_is_free(&after)?;
        let grid = after.half_squares(self.garden.site.units);
        let in_the_way: Vec<String> = self
            .garden
            .patches
            .iter()
            .filter(|patch| patch.bed == id && !patch.rect.within(grid))
            .map(|patch| self.name(patch))
            .collect();
        if !in_the_way.is_empty() {
            return Err(Refusal::PatchesInTheWay { patches: in_the_way });
        }
        let lost = self.garden.past.iter().filter(|past| past.bed == id).filter_map(|past| past.section).max();
        if lost.is_some_and(|section| section >= after.sections()) {
            return Err(Refusal::NoSuchSection { section: lost.unwrap_or(0) + 1, sections: after.sections() });
        }
        Ok(vec![Edit::Bed { before: Some(Box::new(before.clone())), after: Some(Box::new(after)) }])
    }

    fn move_bed(&self, id: BedId, x: Length, y: Length) -> Result<Vec<Edit>, Refusal> {
        let before = self.bed(id)?;
        let (x, y) = (draft::on_drawing("distance from the left", x)?, draft::on_drawing("distance from the top", y)?);
        Ok(vec![Edit::Bed { before: Some(Box::new(before.clone())), after: Some(Box::new(Bed { x, y, ..before.clone() })) }])
    }

    fn remove_bed(&self, id: BedId) -> Result<Vec<Edit>, Refusal> {
        let bed = self.bed(id)?;
        let patches = self.garden.patches.iter().filter(|patch| patch.bed == id).map(gone);
        let past = self
            .garden
            .past
            .iter()
            .filter(|past| past.bed == id)
            .map(|past| Edit::Past { before: Some(past.clone()), after: None });
        Ok(patches.chain(past).chain([Edit::Bed { before: Some(Box::new(bed.clone())), after: None }]).collect())
    }

    /// Everything that must hold of a patch before it lies in the ground.
    pub(crate) fn put(&self, before: Option<&Patch>, after: Patch) -> Result<Vec<Edit>, Refusal> {
        if before.is_none() && self.garden.patches.len() >= MOST_PATCHES {
            return Err(Refusal::TooManyThings { what: "patches", most: MOST_PATCHES });
        }
        let bed = self.bed(after.bed)?;
        let (crop, way) = self.growing(&after.crop, Some(&after.way))?;
        let (columns, rows) = bed.half_squares(self.garden.site.units);
        if after.rect.w == 0 || after.rect.h == 0 {
            return Err(Refusal::NoGround);
        }
        if !after.rect.within((columns, rows)) {
            return Err(Refusal::OutsideBed { columns, rows });
        }
        check_days(after.from, after.until)?;
        self.ground_is_free(&after)?;
        self.holes_fit(bed, crop, way, &after)?;
        Ok(vec![Edit::Patch { before: before.cloned().map(Box::new), after: Some(Box::new(after)) }])
    }

    fn ground_is_free(&self, patch: &Patch) -> Result<(), Refusal> {
        let there = |other: &&Patch| {
            other.id != patch.id && other.bed == patch.bed && other.rect.overlaps(patch.rect) && other.meets(patch)
        };
        for other in self.garden.patches.iter().filter(there) {
            let (from, until) = (other.from, other.until);
            if other.crop == patch.crop {
                return Err(Refusal::SameCropTwice { crop: self.name(other), from, until });
            }
            if !patch.between && !other.between {
                return Err(Refusal::GroundTaken { other: self.name(other), other_patch: other.id, from, until });
            }
        }
        Ok(())
    }

    fn holes_fit(&self, bed: &Bed, crop: &Crop, way: &Way, patch: &Patch) -> Result<(), Refusal> {
        let units = self.garden.site.units;
        let (distance, _) = spacing::distance(self.garden.own_spacing(&crop.key, &way.key), way, units, "");
        drawable(bed, patch, distance, units)?;
        let Some(asked) = patch.holes else { return Ok(()) };
        let fits = spacing::holes(bed, patch.rect.ground(bed, units), distance).len() as u32;
        match asked {
            0 => Err(Refusal::NumberOutOfRange { field: "number of holes", value: 0, least: 1, most: i64::from(fits) }),
            asked if u32::from(asked) > fits => Err(Refusal::TooMany {
                crop: crop.plural.clone(),
                asked,
                fits,
                distance: distance.along,
                needs: spacing::room_for(bed, units, distance, patch.rect, u32::from(asked)),
            }),
            _ => Ok(()),
        }
    }

    fn keep_warning(&self, id: PatchId, key: &str, keep: bool) -> Result<Vec<Edit>, Refusal> {
        let before = self.patch(id)?;
        let key = draft::text("the warning", key, 200)?;
        let mut after = before.clone();
        after.kept.retain(|kept| *kept != key);
        if keep {
            if after.kept.len() >= 200 {
                return Err(Refusal::TooManyThings { what: "kept warnings for one patch", most: 200 });
            }
            after.kept.push(key);
            after.kept.sort();
        }
        Ok(vec![Edit::Patch { before: Some(Box::new(before.clone())), after: Some(Box::new(after)) }])
    }

    fn remember(&self, bed: BedId, section: Option<u8>, year: i16, stood: &Stood) -> Result<Vec<Edit>, Refusal> {
        let bed = self.bed(bed)?;
        if let Some(section) = section.filter(|section| *section >= bed.sections()) {
            return Err(Refusal::NoSuchSection { section: section.saturating_add(1), sections: bed.sections() });
        }
        let last = calendar::growing_year(self.today, self.garden.site.latitude.hemisphere());
        if year > last {
            return Err(Refusal::NotPast { year, last });
        }
        if year < last - 50 {
            return Err(Refusal::NumberOutOfRange {
                field: "year",
                value: i64::from(year),
                least: i64::from(last) - 50,
                most: i64::from(last),
            });
        }
        let Some(name) = stood.name(self.catalogue) else {
            let (Stood::Crop(key) | Stood::Family(key)) = stood;
            return Err(Refusal::Unknown { what: "crop or family", key: key.clone() });
        };
        if self
            .garden
            .past
            .iter()
            .any(|past| past.bed == bed.id && past.section == section && past.year == year && past.stood == *stood)
        {
            return Err(Refusal::AlreadyRemembered { what: name.to_string(), year });
        }
        if self.garden.past.len() >= MOST_PAST {
            return Err(Refusal::TooManyThings { what: "remembered stands", most: MOST_PAST });
        }
        let id = PastId(next(self.garden.past.iter().map(|past| past.id.0)));
        Ok(vec![Edit::Past { before: None, after: Some(PastStand { id, bed: bed.id, section, year, stood: stood.clone() }) }])
    }

    fn forget(&self, id: PastId) -> Result<Vec<Edit>, Refusal> {
        let past = self.garden.past.iter().find(|past| past.id == id);
        let past = past.ok_or_else(|| Refusal::Unknown { what: "remembered stand", key: id.0.to_string() })?;
        Ok(vec![Edit::Past { before: Some(past.clone()), after: None }])
    }

    pub(crate) fn set_spacing(
        &self,
        crop: &str,
        way: &str,
        distance: Option<(Length, Length)>,
        note: &str,
    ) -> Result<Vec<Edit>, Refusal> {
        let (crop, way) = self.growing(crop, Some(way))?;
        let before = self.garden.own_spacing(&crop.key, &way.key).cloned();
        let after = match distance {
            None => None,
            Some((along, across)) => {
                for value in [along, across] {
                    let (least, most) = (Length::tenths_mm(100), Length::inches(120));
                    if !(least..=most).contains(&value) {
                        return Err(Refusal::LengthOutOfRange { field: "distance between plants", value, least, most });
                    }
                }
                let distance = Spacing { along, across };
                for patch in self.garden.patches.iter().filter(|patch| patch.crop == crop.key && patch.way == way.key) {
                    drawable(self.bed(patch.bed)?, patch, distance, self.garden.site.units)?;
                }
                let note = if note.trim().is_empty() { String::new() } else { draft::text("the note", note, 200)? };
                Some(OwnSpacing { crop: crop.key.clone(), way: way.key.clone(), along, across, note })
            }
        };
        if before.is_none() && after.is_none() {
            return Err(Refusal::NothingTo { what: "go back from" });
        }
        Ok(vec![Edit::Spacing { before, after }])
    }

    fn name_is_free(&self, bed: &Bed) -> Result<(), Refusal> {
        let taken = self.garden.beds.iter().any(|other| other.id != bed.id && other.name.eq_ignore_ascii_case(&bed.name));
        if taken { Err(Refusal::NameTaken { name: bed.name.clone() }) } else { Ok(()) }
    }

    fn name(&self, patch: &Patch) -> String {
        self.catalogue.crop(&patch.crop).map_or_else(|| patch.crop.clone(), |crop| crop.name.clone())
    }
}

/// A site whose every field is within its limits, with blanks cut off its names.
pub fn checked_site(site: &Site) -> Result<Site, Refusal> {
    let number = |field, value: i64, least: i64, most: i64| {
        if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::NumberOutOfRange { field, value, least, most }) }
    };
    number("latitude in hundredths of a degree", i64::from(site.latitude.0), -9000, 9000)?;
    number("north in degrees", i64::from(site.north), 0, 359)?;
    if let Some(frost) = site.frost {
        number("spread of the frost dates in days", i64::from(frost.spread_days), 0, 60)?;
        for day in [frost.last, frost.first] {
            number("month of a frost date", i64::from(day.month), 1, 12)?;
            // 2028 is a leap year, so 29 February may be given.
            let longest = jiff::civil::date(2028, day.month, 1).days_in_month();
            number("day of a frost date", i64::from(day.day), 1, i64::from(longest))?;
        }
    }
    let place = if site.place.trim().is_empty() { String::new() } else { draft::text("the place", &site.place, 60)? };
    Ok(Site { name: draft::text("the garden's name", &site.name, 60)?, place, ..site.clone() })
}

/// Refuses more holes than a plan can show; an acre of cress is not a garden bed.
fn drawable(bed: &Bed, patch: &Patch, distance: Spacing, units: Units) -> Result<(), Refusal> {
    let ground = patch.rect.ground(bed, units);
    let (columns, rows) = spacing::grid(ground.length(), ground.width(), distance);
    if u64::from(columns) * u64::from(rows) > MOST_HOLES {
        return Err(Refusal::TooManyHoles {
            crop: patch.crop.clone(),
            holes: u64::from(columns) * u64::from(rows),
            most: MOST_HOLES,
        });
    }
    Ok(())
}

fn check_days(from: Date, until: Date) -> Result<(), Refusal> {
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    for day in [from, until] {
        if !(1900..=2200).contains(&day.year()) {
            return Err(Refusal::NumberOutOfRange {
                field: "year of a planting",
                value: i64::from(day.year()),
                least: 1900,
                most: 2200,
            });
        }
    }
    let days = (until - from).get_days();
    if days > LONGEST_STAND {
        return Err(Refusal::StandsTooLong { days, most: LONGEST_STAND });
    }
    Ok(())
}

fn gone(patch: &Patch) -> Edit {
    Edit::Patch { before: Some(Box::new(patch.clone())), after: None }
}

fn next(numbers: impl Iterator<Item = u32>) -> u32 {
    numbers.max().unwrap_or(0).saturating_add(1)
}
