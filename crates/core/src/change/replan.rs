//! Wishes about several patches at once: their days, ground and crops, and what follows along.

use crate::change::days::check_timing;
use crate::change::planner::{Planner, gone, next_patch};
use crate::known::Known;
use crate::limits;
use crate::season::handoff;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::Edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, NumbersGiven, PatchId};
use sparrow_facts::patch::{Patch, Placing};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Timing;

/// A change of one patch's time, place or crop, made together with others.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
    limits::changes(changes.len())?;
    // A number that goes in one change is not given again in the next.
    let known = known.with_numbers(NumbersGiven { patch: next_patch(known) - 1, ..known.given });
    let mut after = garden.clone();
    let mut touched: Vec<PatchId> = Vec::new();
    for change in changes {
        let id = match (Planner { known: known.on(&after) }).change(change)? {
            Changed::Is(patch) => {
                let id = patch.id;
                match after.patches.iter_mut().find(|one| one.id == id) {
                    Some(there) => *there = patch,
                    None => after.patches.push(patch),
                }
                id
            }
            Changed::Gone(id) => {
                after.patches.retain(|one| one.id != id);
                id
            }
        };
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

/// What one change makes of a patch.
enum Changed {
    Is(Patch),
    Gone(PatchId),
}

impl Planner<'_> {
    /// One change on the garden as it will be; what it refuses is what no order of changes could mend.
    fn change(&self, change: &PatchChange) -> Result<Changed, Refusal> {
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
            PatchChange::Add { placing } => placing.patch(next_patch(self.known)),
            PatchChange::Remove { patch } => {
                return Ok(Changed::Gone(self.movable(*patch)?.id));
            }
        };
        crate::change::days::check_days(changed.from, changed.until)?;
        check_timing(&changed)?;
        Ok(Changed::Is(changed))
    }
}

/// Moves what follows the changed patches on their ground, link by link, and says what was moved.
///
/// What follows begins later than what it follows, so that each is settled once, in the order of its first day.
fn pushed(known: Known, after: &mut Garden, changed: &[PatchId]) -> Result<Vec<PatchId>, Refusal> {
    let Known { garden: before, catalogue, work, .. } = known;
    // What is otherwise than it was, with the day after which its ground is free.
    let freed = |was: &Patch, is: &Patch| (was.clone(), is.timing.free_on.unwrap_or(is.until).max(is.until));
    let mut otherwise: Vec<(Patch, Date)> =
        changed.iter().filter_map(|id| before.patch(*id).zip(after.patch(*id))).map(|(was, is)| freed(was, is)).collect();
    let mut order: Vec<&Patch> = before.patches.iter().filter(|patch| !changed.contains(&patch.id)).collect();
    order.sort_by_key(|patch| (patch.from, patch.id));
    let mut moved = Vec::new();
    for was in order {
        if !work.goes_on(otherwise.len() as u64) {
            break;
        }
        let free = otherwise.iter().filter(|(first, _)| handoff::follows(first, was)).map(|(_, free)| *free).max();
        let Some(free) = free.filter(|free| was.from <= *free) else { continue };
        let from = free.saturating_add(1.day());
        if was.locked {
            let crop = catalogue.crop(&was.planted.crop).map_or_else(|| was.planted.crop.clone(), |crop| crop.name.clone());
            return Err(Refusal::KeptInTime { crop, from: was.from, to: from });
        }
        let later = handoff::moved_to(known.on(after), was, from);
        otherwise.push(freed(was, &later));
        moved.push(was.id);
        after.patches.iter_mut().filter(|one| one.id == was.id).for_each(|one| *one = later.clone());
    }
    Ok(moved)
}
