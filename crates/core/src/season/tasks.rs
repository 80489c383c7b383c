//! What is to be done on which day? Each patch's work as entries of a calendar.

use crate::known::Known;
use crate::season::course::Course;
use crate::season::shelf::Batch;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::journal::Work;
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;

/// One entry of the calendar.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Task {
    /// The same work on the same patch has the same key, whenever it is to be done.
    pub key: String,
    /// The day.
    pub day: Date,
    /// What is done.
    pub work: Work,
    /// The patch it is for.
    pub patch: PatchId,
    /// Its bed.
    pub bed: BedId,
    /// The crop's key.
    pub crop: String,
    /// Cells to sow on the shelf, or plants in the ground.
    pub number: u32,
    /// The entry in words.
    pub said: String,
    /// The day is a guess from the usual warmth, not a plan.
    pub guess: bool,
}

/// The work of one patch, in its order; none where its ground has room for no plant.
pub fn tasks(known: Known, course: &Course, batch: Option<&Batch>, plants: u32) -> Vec<Task> {
    // Where no plant has room there is nothing to be done.
    let Some(patch) = known.garden.patch(course.patch).filter(|_| plants > 0) else { return Vec::new() };
    let task = |work: Work, day: Date, number: u32, guess: bool| task(known, patch, work, (day, guess), number);
    let cells = batch.map_or(plants, |batch| batch.cells);
    let start = match course.means {
        Means::Direct => Work::SowOutside,
        Means::Shelf | Means::Bought => Work::PlantOut,
        Means::Set => Work::PlantSets,
    };
    let mut found = Vec::new();
    if course.means == Means::Shelf {
        found.extend(course.sow.map(|day| task(Work::SowInside, day, cells, false)));
        // What is sown in its pot is not moved to one.
        let potted = batch.filter(|batch| batch.sow != batch.pot_on).and_then(|batch| Some((batch.pot_on?, batch.pots)));
        found.extend(potted.map(|(day, pots)| task(Work::PotOn, day, pots, false)));
    }
    found.extend(course.arrives.map(|day| task(Work::Arrive, day, plants, false)));
    if course.means == Means::Shelf {
        found.extend(course.harden.filter(|day| *day < course.plant).map(|day| task(Work::Harden, day, cells, false)));
    }
    found.push(task(start, course.plant, plants, false));
    let ripe = course.ripening.map(|ripening| ripening.ripe).filter(|ripe| *ripe <= course.free);
    found.extend(ripe.map(|day| task(Work::Pick, day, plants, true)));
    found.push(task(Work::Clear, course.free.max(course.plant.saturating_add(1.day())), plants, false));
    found
}

/// The work of pollinating a patch by hand, on the day it is in flower.
pub fn pollinating(known: Known, patch: PatchId, day: Date) -> Option<Task> {
    Some(task(known, known.garden.patch(patch)?, Work::Pollinate, (day, true), 1))
}

/// One entry for a patch on a day, which may be a guess.
fn task(known: Known, patch: &Patch, work: Work, (day, guess): (Date, bool), number: u32) -> Task {
    let crop = known.catalogue.crop(&patch.planted.crop);
    let bed = known.garden.bed(patch.bed).map_or("", |bed| bed.name.as_str());
    let named = crop.and_then(|crop| Some(crop.named(crop.way(&patch.planted.way)?)));
    let [name, plural] = named.unwrap_or_else(|| ["plant".into(), "plants".into()]);
    Task { number, ..Task::of(patch, work, (day, guess), said(work, (&name, &plural), number, bed)) }
}

impl Task {
    /// An entry in its words for a patch on a day, which may be a guess; of one thing, unless more is said.
    pub(crate) fn of(patch: &Patch, work: Work, (day, guess): (Date, bool), said: String) -> Task {
        Task {
            key: format!("patch-{}-{}", patch.id.0, work.word()),
            day,
            work,
            patch: patch.id,
            bed: patch.bed,
            crop: patch.planted.crop.clone(),
            number: 1,
            said,
            guess,
        }
    }
}

/// An entry in the gardener's words.
fn said(work: Work, (name, plural): (&str, &str), number: u32, bed: &str) -> String {
    let plants = if number == 1 { name } else { plural };
    match work {
        Work::SowInside => {
            format!("Sow {number} {} of {plural} under cover, for {bed}", if number == 1 { "cell" } else { "cells" })
        }
        Work::PotOn if number == 1 => format!("Pot the strongest {name} on, for {bed}"),
        Work::PotOn => format!("Pot the {number} strongest {plural} on, for {bed}"),
        Work::Arrive => format!("{number} {plants} {}, for {bed}", if number == 1 { "arrives" } else { "arrive" }),
        Work::Harden => format!("Put {plants} out to harden, for {bed}"),
        Work::SowOutside => format!("Sow {plural} in {bed}"),
        Work::PlantOut => format!("Plant {number} {plants} out in {bed}"),
        Work::PlantSets => format!("Plant {number} {plants} in {bed}"),
        Work::Pollinate => format!("Shake the tassels of the {name} over its silks in {bed}, every morning for a week"),
        // Words that hold for what is counted and for what is not: 'the first beans', 'the first chard'.
        Work::Pick => format!("Look for the first {plural} to pick in {bed}"),
        Work::Clear => format!("Clear the {plants} from {bed}"),
        // Care is said by its rule.
        _ => format!("See to the {plants} in {bed}"),
    }
}
