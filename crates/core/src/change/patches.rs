//! Wishes about what stands where and when.

use crate::change::days::check_days;
use crate::change::draft;
use crate::change::own::check_planted;
use crate::change::planner::{Planner, changed, gone, next_patch};
use crate::change::schools::suited;
use crate::ground::planting::Planting;
use crate::ground::shape;
use crate::limits::{self, MOST_HOLES, MOST_PATCHES};
use jiff::civil::Date;
use sparrow_facts::bed::Bed;
use sparrow_facts::edit::{Edit, Fact, apply};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Placing, Planted};
use sparrow_facts::rect::{Rect, RowLine};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::Length;
use sparrow_facts::warning::WarningKey;

impl Planner<'_> {
    /// Puts several patches down as one, after taking some away: each meets those before it, as if put
    /// down one by one.
    pub(crate) fn place_all(&self, taken: &[PatchId], places: &[Placing]) -> Result<Vec<Edit>, Refusal> {
        if places.is_empty() {
            return Err(Refusal::NothingTo { what: "plant" });
        }
        limits::changes(taken.len() + places.len())?;
        let mut growing = self.known.garden.clone();
        // Numbers go on from what is there now, so that none is given twice.
        let mut number = next_patch(self.known.on(&growing));
        let mut edits = Vec::new();
        let mut done = |edit: Vec<Edit>, growing: &mut Garden| {
            apply(growing, &edit);
            edits.extend(edit);
        };
        for id in taken {
            let planner = Planner { known: self.known.on(&growing) };
            let away = vec![gone(planner.movable(*id)?)];
            done(away, &mut growing);
        }
        for place in places {
            let planner = Planner { known: self.known.on(&growing) };
            let put = planner.put(None, place.patch(number))?;
            done(put, &mut growing);
            number = number.saturating_add(1);
        }
        Ok(edits)
    }

    /// Everything that must hold of a patch before it lies in the ground.
    pub(crate) fn put(&self, before: Option<&Patch>, after: Patch) -> Result<Vec<Edit>, Refusal> {
        self.may_lie(before, &after)?;
        self.holes_fit(&after)?;
        Ok(vec![Fact::edit(before.cloned(), Some(after))])
    }

    /// The same but for the household's own number of holes, which a later change of a distance may outgrow.
    pub(crate) fn may_lie(&self, before: Option<&Patch>, after: &Patch) -> Result<(), Refusal> {
        if before.is_none() && self.known.garden.patches.len() >= MOST_PATCHES {
            return Err(Refusal::TooManyThings { what: "patches", most: MOST_PATCHES });
        }
        let bed = self.known.bed(after.bed)?;
        let (crop, way) = self.known.crop(&after.planted.crop, Some(&after.planted.way))?;
        after.planted.school.map_or(Ok(()), |school| suited(school, crop, way))?;
        check_planted(&after.planted)?;
        self.known.ground(after.bed, after.rect)?;
        if shape::area(bed, after.rect.ground(bed, self.known.garden.site.squares())) == 0 {
            return Err(Refusal::NotThere);
        }
        self.line_is_inside(bed, after)?;
        check_days(after.from, after.until)?;
        crate::change::days::check_timing(after)?;
        self.ground_is_free(after)?;
        Planting::of(self.known, after).map_or(Ok(()), |planting| drawable(&planting))
    }

    /// A patch on other ground. If its size changes, the household's own number is dropped, unless more were planted than fit: those
    /// stay.
    pub(crate) fn moved(&self, before: &Patch, bed: BedId, rect: Rect) -> Patch {
        let mut after = Patch { bed, rect, line: self.line_moved(before, rect), ..before.clone() };
        let crowded = || {
            let fits = Planting::of(self.known, before).map_or(0, |planting| planting.fits(before.rect));
            before.planted.holes.is_some_and(|holes| u32::from(holes) > fits)
        };
        if (rect.w, rect.h) != (before.rect.w, before.rect.h) && !crowded() {
            after.planted.holes = None;
        }
        after
    }

    /// Divides a patch in two across its longer side, or across its row: the last half squares of it become a patch of another way
    /// of the same crop, such as a second variety, or stand until another day, such as what is left for seed.
    pub(crate) fn divide_patch(
        &self,
        id: PatchId,
        way: &str,
        half_squares: u16,
        until: Option<Date>,
    ) -> Result<Vec<Edit>, Refusal> {
        let before = self.movable(id)?;
        let Rect { x, y, w, h } = before.rect;
        let (sideways, long) = before.divides();
        if long < 2 {
            return Err(Refusal::NothingTo { what: "divide" });
        }
        limits::number("half squares of the second", half_squares.into(), [1, i64::from(long) - 1])?;
        let stays = long - half_squares;
        let (first, second) = if sideways {
            (Rect { x, y, w: stays, h }, Rect { x: x + stays, y, w: half_squares, h })
        } else {
            (Rect { x, y, w, h: stays }, Rect { x, y: y + stays, w, h: half_squares })
        };
        // As many as the household planted are still there, each part with its share of them.
        let shares = before.planted.holes.map(|holes| {
            let second = u32::from(holes) * u32::from(half_squares) / u32::from(long);
            let second = u16::try_from(second).unwrap_or(0);
            (holes - second, second)
        });
        if shares.is_some_and(|(_, second)| second == 0) {
            return Err(Refusal::NothingTo { what: "divide" });
        }
        let (stay, go) = shares.unzip();
        let shorter = Patch { rect: first, planted: Planted { holes: stay, ..before.planted.clone() }, ..before.clone() };
        let mut edits = self.put(Some(before), shorter)?;
        let mut with = self.known.garden.clone();
        apply(&mut with, &edits);
        let planner = Planner { known: self.known.on(&with) };
        let crop = &before.planted.crop;
        let book = |way: &str| self.known.crop(crop, Some(way)).map(|(_, way)| way.book_key());
        // What was said of this planting holds for another variety that is grown in the same way.
        let same = book(way)? == book(&before.planted.way)?;
        let said = if same { Planted { holes: go, ..before.planted.clone() } } else { Planted::usual(crop, way) };
        let Planted { between, school, .. } = before.planted;
        let planted = Planted { way: way.into(), between, school, ..said };
        let id = PatchId(next_patch(planner.known));
        edits.extend(planner.put(
            None,
            Patch { id, rect: second, until: until.unwrap_or(before.until), planted, kept: Vec::new(), ..before.clone() },
        )?);
        Ok(edits)
    }

    /// A marked row moves with its half squares.
    fn line_moved(&self, before: &Patch, rect: Rect) -> Option<RowLine> {
        let half = self.known.garden.site.squares().half_square().get();
        let moved = |line: RowLine| {
            let by = if line.across {
                i32::from(rect.x) - i32::from(before.rect.x)
            } else {
                i32::from(rect.y) - i32::from(before.rect.y)
            };
            RowLine { at: line.at + Length::tenths_mm(by * half), ..line }
        };
        before.line.map(moved)
    }

    fn line_is_inside(&self, bed: &Bed, patch: &Patch) -> Result<(), Refusal> {
        let Some(line) = patch.line else { return Ok(()) };
        let ground = patch.rect.ground(bed, self.known.garden.site.squares());
        let (least, most) = if line.across { (ground.left, ground.right) } else { (ground.far, ground.near) };
        if (least..=most).contains(&line.at) {
            return Ok(());
        }
        Err(Refusal::LengthOutOfRange { field: "place of the row", value: line.at, least, most })
    }

    pub(crate) fn ground_is_free(&self, patch: &Patch) -> Result<(), Refusal> {
        let there = |other: &&Patch| {
            other.id != patch.id && other.bed == patch.bed && other.rect.overlaps(patch.rect) && other.meets(patch)
        };
        for other in self.known.garden.patches.iter().filter(there) {
            let (from, until) = (other.from, other.until);
            if patch.is_row_beside(other) {
                continue;
            }
            if other.planted.crop == patch.planted.crop {
                return Err(Refusal::SameCropTwice { crop: self.name(other), other_patch: other.id, from, until });
            }
            if !patch.planted.between && !other.planted.between {
                return Err(Refusal::GroundTaken { other: self.name(other), other_patch: other.id, from, until });
            }
        }
        Ok(())
    }

    fn holes_fit(&self, patch: &Patch) -> Result<(), Refusal> {
        let Some(asked) = patch.planted.holes else { return Ok(()) };
        let Some(planting) = Planting::of(self.known, patch) else { return Ok(()) };
        let fits = planting.fits(patch.rect);
        match asked {
            0 => Err(Refusal::NumberOutOfRange { field: "number of holes", value: 0, least: 1, most: MOST_HOLES as i64 }),
            asked if u64::from(asked) > MOST_HOLES => {
                let crop = planting.crop.key.clone();
                Err(Refusal::TooManyHoles { crop, holes: asked.into(), most: MOST_HOLES })
            }
            // What is planted too densely is planted: a warning says so. But a number that leaves no room for a seed is a slip.
            asked if u32::from(asked) > fits && planting.crowd(asked.into()).is_none() => Err(Refusal::TooMany {
                crop: planting.crop.plural.clone(),
                asked,
                fits,
                distance: planting.distance(planting.school).along,
                needs: planting.room_for(patch.rect, u32::from(asked)),
            }),
            _ => Ok(()),
        }
    }

    /// A patch that may be moved or taken away.
    pub(crate) fn movable(&self, id: PatchId) -> Result<&Patch, Refusal> {
        let patch = self.patch(id)?;
        if patch.locked { Err(Refusal::Locked { crop: self.name(patch) }) } else { Ok(patch) }
    }

    pub(crate) fn lock(&self, id: PatchId, locked: bool) -> Result<Vec<Edit>, Refusal> {
        let before = self.patch(id)?;
        Ok(vec![changed(before, Patch { locked, ..before.clone() })])
    }

    pub(crate) fn keep_warning(&self, id: PatchId, key: &WarningKey, keep: bool) -> Result<Vec<Edit>, Refusal> {
        let before = self.patch(id)?;
        let key = WarningKey(draft::text("the warning", &key.0, limits::NOTE)?);
        if keep && key.what().is_none() {
            return Err(Refusal::Unknown { what: "warning", key: key.0 });
        }
        let mut after = before.clone();
        after.kept.retain(|kept| *kept != key);
        if keep {
            if after.kept.len() >= limits::MOST_KEPT {
                return Err(Refusal::TooManyThings { what: "kept warnings for one patch", most: limits::MOST_KEPT });
            }
            after.kept.push(key);
            after.kept.sort();
        }
        Ok(vec![changed(before, after)])
    }
}

/// Refuses more holes than a plan can show; an acre of cress is not a garden bed.
pub(crate) fn drawable(planting: &Planting) -> Result<(), Refusal> {
    let holes = planting.places(planting.distance(planting.school));
    if holes > MOST_HOLES {
        return Err(Refusal::TooManyHoles { crop: planting.patch.planted.crop.clone(), holes, most: MOST_HOLES });
    }
    Ok(())
}
