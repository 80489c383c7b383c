//! The day's round: what is to be done in the garden on a day, what was done on it, and what comes in the week after.

use crate::climate::calendar;
use crate::ground::planting::Planting;
use crate::growth::growing::Growing;
use crate::growth::window::windows;
use crate::known::Known;
use crate::reckon::season::tasks_between;
use crate::season::tasks::Task;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::journal::{Amount, Ending, Happened, Unit, Work};
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::Length;

/// SetOut long work that was not done is still asked for \[days\]; after that it is taken to have been done or given up without a word.
pub const ASKED_FOR: i32 = 21;
/// SetOut far ahead is told \[days\].
pub const AHEAD: i32 = 7;
/// SetOut long before its day work may have been planned that was put off \[days\].
const PUT_OFF_FOR: i32 = 120;

/// A day's round.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct Rounds {
    /// The day.
    pub day: Date,
    /// What is to be done, late first, then in the order of the walk: at the shelf, then bed by bed; what was done is last.
    pub lines: Vec<RoundLine>,
    /// What comes in the week after.
    pub ahead: Vec<RoundLine>,
    /// What comes first after that, where there is nothing else.
    pub next: Option<Task>,
}

/// One line of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct RoundLine {
    /// The work.
    pub task: Task,
    /// The day it is due: the plan's, or the one it was put off to.
    pub due: Date,
    /// Days it is late; never of what only the usual warmth says, nor before its day has come.
    pub late: u16,
    /// It was done on this day.
    pub done: bool,
    /// SetOut it is done, where something goes into the ground.
    pub how: Option<SetOut>,
    /// The last day on which it may start here this time, where it is late.
    pub last: Option<Date>,
    /// What is written down when it is done as it was planned.
    pub told: Happened,
}

/// SetOut something goes into the ground.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct SetOut {
    /// SetOut deep; nothing for young plants.
    pub depth: Option<Length>,
    /// Holes.
    pub holes: u32,
    /// The distance between them.
    pub spacing: Spacing,
    /// Seeds, sets or plants to a hole.
    pub in_each: u32,
}

/// The round of a day.
pub fn rounds(known: Known, day: Date) -> Rounds {
    let (first, last) = (day.saturating_sub(PUT_OFF_FOR.days()), day.saturating_add(AHEAD.days()));
    let (mut lines, mut ahead) = (Vec::new(), Vec::new());
    for task in tasks_between(known, first, last) {
        let Some(line) = line(known, task, day) else { continue };
        if line.due > day { ahead.push(line) } else { lines.push(line) }
    }
    let place = |line: &RoundLine| {
        let bed = known.garden.beds.iter().position(|bed| bed.id == line.task.bed).unwrap_or(usize::MAX);
        if is_at_the_shelf(line.task.work) { 0 } else { bed.saturating_add(1) }
    };
    lines.sort_by_key(|line| (line.done, line.late == 0, place(line), line.task.work, line.task.patch));
    ahead.sort_by_key(|line| (line.due, place(line), line.task.work, line.task.patch));
    let next = if lines.is_empty() && ahead.is_empty() { next(known, last) } else { None };
    Rounds { day, lines, ahead, next }
}

/// The first work after a day that is not done and not left out, within a year.
fn next(known: Known, after: Date) -> Option<Task> {
    let open = |task: &Task| {
        let story = known.observed.patch(task.patch);
        story.is_none_or(|story| story.done_on(task.work).is_none() && !story.is_left_out(task.work))
    };
    tasks_between(known, after.saturating_add(1.day()), after.saturating_add(1.year())).into_iter().find(open)
}

fn is_at_the_shelf(work: Work) -> bool {
    matches!(work, Work::SowInside | Work::PotOn | Work::Arrive | Work::Harden)
}

/// From when on entries about patches matter to a day's round: nothing that is still asked for began before.
pub fn looks_back_to(day: Date) -> Date {
    day.saturating_sub(2.years())
}

/// Whether a piece of work belongs to a day's round, and how it stands.
fn line(known: Known, task: Task, day: Date) -> Option<RoundLine> {
    let story = known.observed.patch(task.patch);
    let done_on = story.and_then(|story| story.done_on(task.work));
    if story.is_some_and(|story| story.is_left_out(task.work)) || done_on.is_some_and(|done| done != day) {
        return None;
    }
    let due = story.and_then(|story| story.put_off(task.work)).unwrap_or(task.day);
    let done = done_on.is_some();
    let since = (day - due).get_days();
    // Before a day that has not come there may still be time for what was due until then.
    let asked_for = if day > known.today { 0 } else { ASKED_FOR };
    if !done && !(-AHEAD..=asked_for).contains(&since) {
        return None;
    }
    // Nobody is late for what only the usual warmth says.
    let late = if done || task.guess { 0 } else { u16::try_from(since).unwrap_or(0) };
    let due = if done { day } else { due };
    let (how, last) = (how(known, &task), if late > 0 { last_start(known, &task) } else { None });
    let told = told(&task, how.as_ref());
    Some(RoundLine { task, due, late, done, how, last, told })
}

/// What is written down when some work is done as it was planned.
fn told(task: &Task, how: Option<&SetOut>) -> Happened {
    let many = Some(Amount { tenths: task.number.saturating_mul(10), unit: Unit::Pieces, rough: false });
    let depth = how.and_then(|how| how.depth);
    match task.work {
        Work::SowInside => Happened::Sown { many, depth: None },
        Work::SowOutside => Happened::Sown { many, depth },
        Work::PotOn => Happened::PottedOn { many },
        Work::Arrive => Happened::Arrived { many },
        Work::Harden => Happened::Hardened,
        Work::PlantOut | Work::PlantSets => Happened::Planted { many },
        Work::Pollinate => Happened::Pollinated,
        // How much comes of it nobody plans.
        Work::Pick => Happened::Picked { many: None },
        Work::Clear => Happened::Cleared { ending: Ending::Done },
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
    let depth = depth.then_some(planting.crop.sow_depth);
    Some(SetOut { depth, holes: sum.holes, spacing: sum.spacing, in_each: sum.in_each })
}

/// The last day of the run of days in which this was planned to start.
fn last_start(known: Known, task: &Task) -> Option<Date> {
    if !matches!(task.work, Work::SowOutside | Work::PlantOut | Work::PlantSets) {
        return None;
    }
    let patch = known.garden.patch(task.patch)?;
    let (growing, bed) = (Growing::find(known.catalogue, patch)?, known.garden.bed(patch.bed)?);
    let year = calendar::growing_year(task.day, known.garden.site.latitude.hemisphere());
    let all = windows(known.grower, known.garden.almanac.appetite, growing, year, &known.soil(bed));
    all.iter().find(|window| (window.from..=window.until).contains(&task.day)).map(|window| window.until)
}
