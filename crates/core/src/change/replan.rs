//! Wishes about several patches at once: their days, ground and crops, and what follows along.

use crate::change::days::check_timing;
use crate::change::limits::{MOST_CHANGES, number};
use crate::change::planner::{Planner, gone, next};
use crate::known::Known;
use crate::season::handoff;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::Edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Placing};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Timing;

/// A change of one patch's time, place or crop, made together with others.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(tag = "change", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the facts they change, documented there")]
pub enum PatchChange {
    /// Its first and last day.
    Days { patch: PatchId, from: Date, until: Date },
    /// What is said or expected of its time.
    Timing { patch: PatchId, timing: Timing },
    /// Other ground.
    Ground { patch: PatchId, bed: BedId, rect: Rect },
    /// Another crop or way.
    Crop { patch: PatchId, crop: String, way: String },
    /// Planted between what stands there, or not.
    Between { patch: PatchId, between: bool },
    /// One more planting.
    Add { placing: Box<Placing> },
    /// One less.
    Remove { patch: PatchId },
}

/// What changes of several patches would change, or why they are refused. They are judged as a whole, so that two
/// patches may change places.
///
/// With `follow`, whatever comes after a changed patch on its ground and would now be too early moves by as much,
/// and what comes after that, unless it is kept where it is.
pub fn replan(known: Known, changes: &[PatchChange], follow: bool) -> Result<Vec<Edit>, Refusal> {
    let garden = known.garden;
    number("changes made as one", changes.len() as i64, [1, MOST_CHANGES as i64])?;
    let mut after = garden.clone();
    let mut touched: Vec<PatchId> = Vec::new();
    for change in changes {
        let id = Planner { known: known.on(&after.clone()) }.change(&mut after, change)?;
        touched.retain(|one| *one != id);
        touched.push(id);
    }
    if follow {
        touched.extend(pushed(known, &mut after, &touched)?);
    }
    let edits = puts(known, &after, &touched)?;
    if edits.is_empty() { Err(Refusal::NothingTo { what: "change: it is so already" }) } else { Ok(edits) }
}

/// What other days for one patch would change: as with a dragged bar, what follows on its ground moves along.
pub(super) fn retime(known: Known, patch: Patch) -> Result<Vec<Edit>, Refusal> {
    crate::change::days::check_days(patch.from, patch.until)?;
    let (id, mut after) = (patch.id, known.garden.clone());
    let between = patch.planted.between;
    after.patches.iter_mut().filter(|one| one.id == id).for_each(|one| *one = patch.clone());
    let mut touched = vec![id];
    // What stands between others leaves their ground to them.
    if !between {
        touched.extend(pushed(known, &mut after, &[id])?);
    }
    puts(known, &after, &touched)
}

/// The edits that make the touched patches what they are in the garden as it will be, each checked there.
fn puts(known: Known, after: &Garden, touched: &[PatchId]) -> Result<Vec<Edit>, Refusal> {
    let mut edits = Vec::new();
    for id in touched {
        match (known.garden.patch(*id), after.patch(*id)) {
            (Some(before), None) => edits.push(gone(before)),
            (before, Some(patch)) if before != Some(patch) => {
                edits.extend(Planner { known: known.on(after) }.put(before, patch.clone())?);
            }
            _ => {}
        }
    }
    Ok(edits)
}

impl Planner<'_> {
    /// Makes one change on the garden as it will be; what it refuses is what no order of changes could mend.
    fn change(&self, after: &mut Garden, change: &PatchChange) -> Result<PatchId, Refusal> {
        let changed = match change {
            PatchChange::Days { patch, from, until } => Patch { from: *from, until: *until, ..self.patch(*patch)?.clone() },
            PatchChange::Timing { patch, timing } => Patch { timing: *timing, ..self.patch(*patch)?.clone() },
            PatchChange::Ground { patch, bed, rect } => self.moved(self.movable(*patch)?, *bed, *rect),
            PatchChange::Crop { patch, crop, way } => {
                let (crop, way) = self.known.crop(crop, Some(way))?;
                let before = self.patch(*patch)?;
                let planted = before.planted.grown_as(&crop.key, &way.key);
                Patch { timing: Timing::default(), planted, ..before.clone() }
            }
            PatchChange::Between { patch, between } => {
                let mut after = self.patch(*patch)?.clone();
                after.planted.between = *between;
                after
            }
            PatchChange::Add { placing } => placing.patch(next(self.known.garden.patches.iter().map(|patch| patch.id.0))),
            PatchChange::Remove { patch } => {
                let id = self.movable(*patch)?.id;
                after.patches.retain(|one| one.id != id);
                return Ok(id);
            }
        };
        crate::change::days::check_days(changed.from, changed.until)?;
        check_timing(&changed)?;
        let id = changed.id;
        match after.patches.iter_mut().find(|one| one.id == id) {
            Some(there) => *there = changed,
            None => after.patches.push(changed),
        }
        Ok(id)
    }
}

/// Moves what follows the changed patches on their ground, link by link, and says what was moved.
fn pushed(known: Known, after: &mut Garden, changed: &[PatchId]) -> Result<Vec<PatchId>, Refusal> {
    let Known { garden: before, catalogue, .. } = known;
    let mut moved: Vec<PatchId> = Vec::new();
    let mut waiting: Vec<PatchId> = changed.to_vec();
    while let Some(id) = waiting.pop() {
        let (Some(was), Some(first)) = (before.patch(id), after.patch(id).cloned()) else { continue };
        let free = first.timing.free_on.unwrap_or(first.until).max(first.until);
        let followers: Vec<PatchId> = before
            .patches
            .iter()
            .filter(|then| handoff::follows(was, then) && !changed.contains(&then.id))
            .map(|then| then.id)
            .collect();
        for then in followers {
            let Some(patch) = after.patch(then).cloned().filter(|patch| patch.from <= free) else { continue };
            let from = free.saturating_add(1.day());
            if patch.locked {
                let crop =
                    catalogue.crop(&patch.planted.crop).map_or_else(|| patch.planted.crop.clone(), |crop| crop.name.clone());
                return Err(Refusal::KeptInTime { crop, from: patch.from, to: from });
            }
            let later = handoff::moved_to(known.on(after), &patch, from);
            after.patches.iter_mut().filter(|one| one.id == then).for_each(|one| *one = later.clone());
            if !moved.contains(&then) {
                moved.push(then);
            }
            waiting.push(then);
        }
    }
    Ok(moved)
}
