//! What follows what on each piece of ground? When it is free, when the next is ready, and who waits.

use crate::growth::growing::Growing;
use crate::known::Known;
use crate::season::course::Course;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::edit::Edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::timing::Means;

/// Ground that rests longer between two crops is not handed from one to the other \[days\].
pub const LONGEST_REST: i32 = 150;

/// One crop after another on the same ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct HandOff {
    /// The bed.
    pub bed: BedId,
    /// What stands first.
    pub first: PatchId,
    /// What follows.
    pub then: PatchId,
    /// The last day on which the first is in the ground, by the plan or as is expected now.
    pub free: Date,
    /// The day on which the next wants the ground.
    pub wanted: Date,
    /// Days the ground lies idle between; less than nothing is how many days too late it is free.
    pub ground_waits: i32,
    /// When seed of the next must be sown on the shelf to be ready on that day.
    pub sow: Option<Date>,
    /// Days its seedlings wait beyond that day, when they cannot be planted on it.
    pub seedlings_wait: i32,
    /// The ground is not free in time.
    pub late: bool,
}

/// Whether one patch follows another on some of its ground, by the plan's days.
pub fn follows(first: &Patch, then: &Patch) -> bool {
    first.id != then.id
        && first.bed == then.bed
        && first.rect.overlaps(then.rect)
        && !first.planted.between
        && !then.planted.between
        && first.until < then.from
        && (then.from - first.until).get_days() <= LONGEST_REST
}

/// All hand-offs in which the next is one of the courses, by the day the ground is wanted.
pub fn hand_offs(garden: &Garden, courses: &[Course]) -> Vec<HandOff> {
    let mut found = Vec::new();
    for course in courses {
        let Some(then) = garden.patch(course.patch) else { continue };
        let before: Vec<&Patch> = garden.patches.iter().filter(|first| follows(first, then)).collect();
        let is_last = |first: &&&Patch| before.len() == 1 || hands_over(first, then, &before);
        for first in before.iter().filter(is_last) {
            let free = first.timing.free_on.unwrap_or(first.until).max(first.until);
            let waits = (then.from - free).get_days() - 1;
            let raised = course.means == Means::Shelf;
            found.push(HandOff {
                bed: then.bed,
                first: first.id,
                then: then.id,
                free,
                wanted: then.from,
                ground_waits: waits,
                sow: course.sow.filter(|_| raised),
                seedlings_wait: if raised { (-waits).max(0) } else { 0 },
                late: waits < 0,
            });
        }
    }
    found.sort_by_key(|one| (one.wanted, one.then, one.first));
    found
}

/// Whether one patch is the last before another on some half square they share.
fn hands_over(first: &Patch, then: &Patch, before: &[&Patch]) -> bool {
    let between: Vec<Rect> = before.iter().filter(|other| follows(first, other)).map(|other| other.rect).collect();
    let (a, b) = (first.rect, then.rect);
    let columns = a.x.max(b.x)..a.right().min(b.right());
    let mut cells = columns.flat_map(|x| (a.y.max(b.y)..a.bottom().min(b.bottom())).map(move |y| Rect { x, y, w: 1, h: 1 }));
    cells.any(|cell| !between.iter().any(|rect| rect.overlaps(cell)))
}

/// A planting that would stand on other days.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Moved {
    /// The patch.
    pub patch: PatchId,
    /// Its first day then.
    pub from: Date,
    /// Its last day then.
    pub until: Date,
}

/// Which plantings stand on other days once some edits are made.
pub fn moved(edits: &[Edit]) -> Vec<Moved> {
    let of = |edit: &Edit| match edit {
        Edit::Patch { before: Some(before), after: Some(after) } if (before.from, before.until) != (after.from, after.until) => {
            Some(Moved { patch: after.id, from: after.from, until: after.until })
        }
        _ => None,
    };
    edits.iter().filter_map(of).collect()
}

/// A patch that starts on another day and stands until as long after it is ripe as it does now.
pub fn moved_to(known: Known, patch: &Patch, from: Date) -> Patch {
    let Known { garden, catalogue, grower, .. } = known;
    let stays = (patch.until - patch.from).get_days();
    let longer = || {
        let growing = Growing::find(catalogue, patch)?;
        let soil = known.soil(garden.bed(patch.bed)?);
        let was = grower.ripening(growing, patch.from, &soil)?;
        let will = grower.ripening(growing, from, &soil)?;
        Some((will.ripe - from).get_days() - (was.ripe - patch.from).get_days())
    };
    let days = i64::from((stays + longer().unwrap_or(0)).max(1));
    // Seed that was sown on a day stays sown on it; the rest of its time moves along.
    let until = from.saturating_add(days.days());
    Patch { from, until, ..patch.clone() }
}
