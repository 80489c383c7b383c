//! Does the plan make room where the ground is free? What was cleared early, or never planted, gives its ground to what comes.

use crate::change::planner::{changed, gone};
use crate::known::Known;
use crate::lived::{Room, made_room};
use sparrow_facts::edit::{Edit, apply};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;

/// How many plantings make room in one change.
const MOST: usize = 40;

/// Plans something, and where only the plan stands in its way and not the garden, plans that away with it.
pub(crate) fn with_room(known: Known, plan: &dyn Fn(Known) -> Result<Vec<Edit>, Refusal>) -> Result<Vec<Edit>, Refusal> {
    let mut after: Option<Garden> = None;
    let mut room: Vec<Edit> = Vec::new();
    loop {
        let refusal = match plan(after.as_ref().map_or(known, |garden| known.on(garden))) {
            Ok(edits) => return Ok(room.into_iter().chain(edits).collect()),
            Err(refusal) => refusal,
        };
        let garden = after.get_or_insert_with(|| known.garden.clone());
        let makes = in_the_way(&refusal).and_then(|other| makes_room(known, garden.patch(other)?));
        let Some(makes) = makes.filter(|_| room.len() < MOST && known.work.goes_on(1)) else { return Err(refusal) };
        apply(garden, std::slice::from_ref(&makes));
        room.push(makes);
    }
}

fn in_the_way(refusal: &Refusal) -> Option<PatchId> {
    match refusal {
        Refusal::GroundTaken { other_patch, .. } | Refusal::SameCropTwice { other_patch, .. } => Some(*other_patch),
        _ => None,
    }
}

/// How a planting that is over by what was written down is planned to be over; nothing where it makes no more room.
fn makes_room(known: Known, patch: &Patch) -> Option<Edit> {
    match made_room(patch, known.catalogue, known.observed)? {
        Room::All => Some(gone(patch)),
        Room::From(until) => Some(changed(patch, Patch { until, ..patch.clone() })),
    }
}
