//! What stood and stands, as far as it was written down? The plan, overruled by the journal.
//!
//! Everything that looks back or reckons on goes by the lived garden: what was sown ten days late ripens later, what was cleared
//! early leaves its ground free, what was left out never stood. The plan itself stays as it is, and is what is changed.

use crate::catalogue::Catalogue;
use crate::growth::growing::Growing;
use crate::growth::in_hole::plants_a_hole;
use crate::observed::{Observed, Story};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::journal::{Happened, Work};
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;

/// A garden as it was lived: the days of each patch as they were written down, where they were, and as many as were planted; what was
/// left out is not in it.
pub fn lived(plan: &Garden, catalogue: &Catalogue, observed: &Observed) -> Garden {
    let mut garden = plan.clone();
    garden.patches.retain_mut(|patch| match observed.patch(patch.id).zip(Growing::find(catalogue, patch)) {
        None => true,
        Some((story, growing)) => match told(patch, story, growing) {
            None => false,
            Some(days) => {
                *patch = days;
                true
            }
        },
    });
    garden
}

/// The work by which a patch begins to stand in its ground.
pub fn start_of(means: Means) -> Work {
    match means {
        Means::Direct => Work::SowOutside,
        Means::Shelf | Means::Bought => Work::PlantOut,
        Means::Set => Work::PlantSets,
    }
}

/// What is written down when a patch begins to stand in its ground, where nothing is said of how many.
pub fn start_told(means: Means) -> Happened {
    match means {
        Means::Direct => Happened::Sown { many: None, depth: None, apart: None, under: None },
        Means::Shelf | Means::Bought | Means::Set => Happened::Planted { many: None },
    }
}

/// The day on which a patch began to stand in its ground, as far as that was written down.
pub fn begun(patch: &Patch, story: &Story, means: Means) -> Option<Date> {
    let seedlings = || story.done_on(Work::PlantOut);
    // What is up where it was sown, thinned, picked or cleared has begun by then, whoever forgot to write it down.
    let seen = || {
        // What is raised is up on the shelf first.
        let in_place = matches!(means, Means::Direct | Means::Set);
        let up = if in_place { story.up } else { None };
        let thinned = if means == Means::Direct { story.done_on(Work::Thin) } else { None };
        let first = [up, thinned, story.stood].into_iter().flatten().min()?;
        Some(first.min(patch.from))
    };
    story.done_on(start_of(means)).or_else(seedlings).or_else(seen)
}

/// A patch on the days that were written down; nothing where it never came to stand, because its beginning was left out.
fn told(patch: &Patch, story: &Story, growing: Growing) -> Option<Patch> {
    let means = growing.means;
    let start = start_of(means);
    let begun = begun(patch, story, means);
    if begun.is_none() && story.is_left_out(start) {
        return None;
    }
    let mut lived = patch.clone();
    let put_off = || story.put_off(start).filter(|until| *until > patch.from);
    if let Some(from) = begun.or_else(put_off) {
        lived.from = from;
        // A stand that begins after its planned end is as long as it was planned.
        if lived.until < from {
            lived.until = from.saturating_add((patch.until - patch.from).get_days().days());
        }
    }
    if means == Means::Shelf {
        lived.timing.sown = story.done_on(Work::SowInside).or(patch.timing.sown);
    }
    // Forty-six were planted instead of fifty.
    if let Some(planted) = story.planted.filter(|planted| *planted > 0 && means != Means::Direct) {
        let holes = planted.div_ceil(plants_a_hole(growing, patch.planted.in_each));
        lived.planted.holes = Some(u16::try_from(holes).unwrap_or(u16::MAX));
    }
    lived.timing.arrives = story.done_on(Work::Arrive).or(patch.timing.arrives);
    if let Some((day, _)) = story.ended {
        lived.until = day.max(lived.from);
        lived.timing.free_on = None;
    }
    Some(lived)
}

/// A patch of the plan that has made room, because it was cleared before its planned end; nothing where its ground is not free by
/// that. One that never came to stand makes all of its room ([`Room::All`]).
pub fn made_room(patch: &Patch, catalogue: &Catalogue, observed: &Observed) -> Option<Room> {
    let story = observed.patch(patch.id)?;
    match told(patch, story, Growing::find(catalogue, patch)?) {
        None => Some(Room::All),
        Some(lived) if story.ended.is_some() && lived.until < patch.until => Some(Room::From(lived.until)),
        Some(_) => None,
    }
}

/// The room that a patch has made.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Room {
    /// It never stood.
    All,
    /// Its last day was this one.
    From(Date),
}

/// How a patch of the plan never came to stand, as far as one can tell.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Never {
    /// Its beginning was left out.
    LeftOut,
    /// Nothing was written down of it, though what was sown and planted before and after it was.
    Unwritten,
}

/// How a patch of the plan never came to stand; nothing where it did, or may yet.
pub fn never(patch: &Patch, lived: &Garden, observed: &Observed) -> Option<Never> {
    if lived.patch(patch.id).is_none() {
        return Some(Never::LeftOut);
    }
    never_told(patch, observed).then_some(Never::Unwritten)
}

/// Whether a patch was planned and never done, as far as one can tell: nothing was written down of it, though what was sown and
/// planted before and after it was. It does not count among what stood.
pub fn never_told(patch: &Patch, observed: &Observed) -> bool {
    observed.patch(patch.id).is_none() && observed.was_kept_about(patch.from, patch.until)
}

/// Whether a patch may be taken to stand though nobody wrote down that it began: it was to begin before anything was written down.
pub fn is_believed(patch: &Patch, observed: &Observed) -> bool {
    observed.written_since().is_none_or(|since| patch.from < since)
}
