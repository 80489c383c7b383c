//! The day's round: what is to be done in the garden on a day, what was done on it, and what comes in the week after.

use crate::catalogue::{Caution, Crop};
use crate::climate::calendar;
use crate::ground::planting::Planting;
use crate::growth::in_hole::{parted, seeds_when_sown};
use crate::growth::window::windows;
use crate::known::Known;
use crate::lived::start_of;
use crate::reckon::season::{Parts, parts, tasks_between, tasks_of};
use crate::round::bed::bed_lines;
use crate::round::line::{AHEAD, CellsSown, RoundLine, SetOut};
use crate::round::seeds::counted;
use crate::round::staged::condition;
use crate::round::tending::{care_lines, notes_of_step};
use crate::round::tools::{is_for_the_bed, is_heavy};
use crate::season::care::STEPS_ASKED_FOR;
use crate::season::shelf::trays;
use crate::season::tasks::Task;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::BedId;
use sparrow_facts::journal::{Amount, At, Ending, Happened, Unit, Work};
use sparrow_facts::patch::Patch;

/// How long a step that was not done is still asked for \[days\]; after that it is taken to have been done or given up without a word.
pub const ASKED_FOR: i32 = STEPS_ASKED_FOR;
/// How long before its day work may have been planned that was put off \[days\].
const PUT_OFF_FOR: i32 = 120;
/// How long before its start seed, tubers or roots may have to be prepared \[days\].
const PREPARED: i64 = 60;
/// So much heavy work is enough for a day (own choice).
const ENOUGH: usize = 2;

/// A day's round.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Rounds {
    /// The day.
    pub day: Date,
    /// What is to be done, late first, then in the order of the walk: at the shelf, then bed by bed; what was done is last.
    pub lines: Vec<RoundLine>,
    /// What comes in the week after.
    pub ahead: Vec<RoundLine>,
    /// What comes first after that, where there is nothing else.
    pub next: Option<Task>,
    /// What may hurt in the day's work, each once.
    pub cautions: Vec<Caution>,
    /// The beds in the order in which they are walked.
    pub walk: Vec<BedId>,
}

/// The round of a day.
pub fn rounds(known: Known, day: Date) -> Rounds {
    let (first, last) = (day.saturating_sub(PUT_OFF_FOR.days()), day.saturating_add(AHEAD.days()));
    let parts = parts(known, (first, last.saturating_add(PREPARED.days())));
    let steps = tasks_of(known, &parts, (first, last)).into_iter().filter_map(|task| step_line(known, task, day));
    let care = care_lines(known, &parts, day);
    let (mut lines, mut ahead): (Vec<RoundLine>, Vec<RoundLine>) =
        steps.chain(care).chain(bed_lines(known, &parts, day)).partition(|line| line.due <= day);
    let place = |line: &RoundLine| place_in_walk(known, line);
    lines.sort_by_key(|line| (line.done, line.late == 0, place(line), line.task.work, line.task.patch));
    ahead.sort_by_key(|line| (line.due, place(line), line.task.work, line.task.patch));
    let next = if lines.is_empty() && ahead.is_empty() { next(known, last) } else { None };
    for line in lines.iter_mut().filter(|line| !line.done) {
        notes_and_condition(known, &parts, line, day);
    }
    leave_for_another_day(&mut lines);
    let cautions = cautions(known, &mut lines, day);
    Rounds { day, lines, ahead, next, cautions, walk: walk(known) }
}

/// The shelf first, then the beds as they are walked.
fn place_in_walk(known: Known, line: &RoundLine) -> (bool, usize, usize) {
    if is_for_the_bed(line.task.work) { (false, 0, 0) } else { place_of(known, line.task.bed) }
}

/// The beds as the household walks them, then the others in their order.
fn place_of(known: Known, bed: BedId) -> (bool, usize, usize) {
    let in_order = known.garden.beds.iter().position(|one| one.id == bed).unwrap_or(usize::MAX);
    (true, known.observed.place_in_walk(bed).unwrap_or(usize::MAX), in_order)
}

fn walk(known: Known) -> Vec<BedId> {
    let mut beds: Vec<BedId> = known.garden.beds.iter().map(|bed| bed.id).collect();
    beds.sort_by_key(|bed| place_of(known, *bed));
    beds
}

fn notes_and_condition(known: Known, parts: &Parts, line: &mut RoundLine, day: Date) {
    if line.task.work.is_step() {
        line.notes = notes_of_step(known, parts, &line.task, day);
        line.condition = condition(known, &line.task, day);
    }
}

/// Of much heavy work on one day the rest may wait.
fn leave_for_another_day(lines: &mut [RoundLine]) {
    let heavy = lines.iter_mut().filter(|line| !line.done && is_heavy(line.task.work));
    heavy.skip(ENOUGH).for_each(|line| line.enough = true);
}

/// What may hurt in the work of some lines, each told once, at the first line it belongs to.
fn cautions(known: Known, lines: &mut [RoundLine], day: Date) -> Vec<Caution> {
    let high = known.grower.weather.high(day);
    let mut told: Vec<Caution> = Vec::new();
    for line in lines.iter_mut().filter(|line| !line.done) {
        let crop = known.catalogue.crop(&line.task.crop).map_or(line.task.crop.as_str(), Crop::book_key);
        let belongs = |one: &&Caution| one.belongs_to(line.task.work, crop, high);
        let new: Vec<Caution> =
            known.catalogue.care.cautions.iter().filter(belongs).filter(|one| !told.contains(one)).cloned().collect();
        line.cautions = new.iter().map(|one| one.key.clone()).collect();
        told.extend(new);
    }
    told
}

/// The first work after a day that is not done and not left out, within a year.
fn next(known: Known, after: Date) -> Option<Task> {
    let open = |task: &Task| {
        let story = known.observed.patch(task.patch);
        story.is_none_or(|story| story.done_on(task.work).is_none() && !story.is_over(task.work))
    };
    tasks_between(known, after.saturating_add(1.day()), after.saturating_add(1.year())).into_iter().find(open)
}

/// Whether a step of the plan belongs to a day's round, and how it stands.
fn step_line(known: Known, task: Task, day: Date) -> Option<RoundLine> {
    let story = known.observed.patch(task.patch);
    let put_off = story.and_then(|story| story.put_off(task.work));
    let done_on = story.and_then(|story| story.done_on(task.work));
    // What was done in part and put off for the rest is still to be done.
    let rest = done_on.is_some() && put_off.is_some();
    let done = done_on.is_some() && !rest;
    let is_over = done_on.is_none() && story.is_some_and(|story| story.is_over(task.work));
    if is_over || done && done_on != Some(day) {
        return None;
    }
    let due = if done { day } else { put_off.unwrap_or(task.day) };
    let since = (day - due).get_days();
    // Before a day that has not come there may still be time for what was due until then.
    let asked_for = if day > known.today { 0 } else { ASKED_FOR };
    if !done && !(-AHEAD..=asked_for).contains(&since) {
        return None;
    }
    // Nobody is late for what only the usual warmth says.
    let late = if done || task.guess { 0 } else { u16::try_from(since).unwrap_or(0) };
    let (how, last) = (how(known, &task), if late > 0 { last_start(known, &task) } else { None });
    let told = told(&task, how.as_ref());
    let patch = known.garden.patch(task.patch).filter(|_| task.work == Work::SowInside);
    let (seeds, cells) =
        (patch.and_then(|patch| counted(known, patch)), patch.and_then(|patch| cells(known, patch, task.number)));
    let at = At { bed: Some(task.bed), patch: Some(task.patch), rect: None };
    let by = story.filter(|_| done).and_then(|story| story.done_by(task.work, day));
    Some(RoundLine { late, done, by, rest, how, seeds, cells, last, ..RoundLine::of(task, at, due, told) })
}

/// How so many cells of a patch are sown.
fn cells(known: Known, patch: &Patch, number: u32) -> Option<CellsSown> {
    let (growing, own) = (known.growing(patch)?, patch.planted.in_each);
    let in_each = seeds_when_sown(growing, own);
    Some(CellsSown { trays: trays(known.garden, growing, number), in_each, parted: parted(growing, own) })
}

/// What is written down when a step is done as it was planned.
fn told(task: &Task, how: Option<&SetOut>) -> Happened {
    let many = Some(Amount { tenths: task.number.saturating_mul(10), unit: Unit::Pieces, rough: false });
    let depth = how.and_then(|how| how.depth);
    match task.work {
        Work::SowInside => Happened::Sown { many, depth: None, apart: None, under: None },
        Work::SowOutside => Happened::Sown { many, depth, apart: None, under: None },
        Work::PotOn => Happened::PottedOn { many },
        Work::Arrive => Happened::Arrived { many },
        Work::Harden => Happened::Hardened,
        Work::PlantOut | Work::PlantSets => Happened::Planted { many },
        Work::Pollinate => Happened::Pollinated,
        // How much comes of it nobody plans.
        Work::Pick => Happened::Picked { many: None },
        Work::Clear => Happened::Cleared { ending: Ending::Done },
        // Care is told by its own lines.
        work => Happened::Tended { work },
    }
}

fn how(known: Known, task: &Task) -> Option<SetOut> {
    let depth = match task.work {
        Work::SowOutside | Work::PlantSets => true,
        Work::PlantOut => false,
        _ => return None,
    };
    let planting = Planting::of(known, known.garden.patch(task.patch)?)?;
    let sum = planting.reckon().0;
    let depth = depth.then_some(planting.crop.depth(planting.way));
    Some(SetOut { depth, holes: sum.holes, spacing: sum.spacing, in_each: sum.in_each })
}

/// The last day of the run of days in which this was planned to start.
fn last_start(known: Known, task: &Task) -> Option<Date> {
    let patch = known.garden.patch(task.patch)?;
    let (growing, bed) = (known.growing(patch)?, known.garden.bed(patch.bed)?);
    if task.work != start_of(growing.means) {
        return None;
    }
    let year = calendar::growing_year(task.day, known.garden.site.latitude.hemisphere());
    let all = windows(known.grower, known.garden.almanac.appetite, growing, year, &known.soil(bed));
    all.iter().find(|window| (window.from..=window.until).contains(&task.day)).map(|window| window.until)
}
