//! One line of a day's round, and what is to be known of it.

use crate::catalogue::{CareSchool, Grade};
use crate::round::tools::{Best, Tool, best, tool};
use crate::season::tasks::Task;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::journal::{At, EntryId, Happened};
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::Length;

/// How far ahead is told \[days\].
pub const AHEAD: i32 = 7;

/// One line of a day's round.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct RoundLine {
    /// The work.
    pub task: Task,
    /// Where it is written down when it is done.
    pub at: At,
    /// The day it is due: the plan's, or the one it was put off to.
    pub due: Date,
    /// Days it is late; never of what only the usual warmth says, nor before its day has come.
    pub late: u16,
    /// It was done on this day.
    pub done: bool,
    /// The entry by which it was done on this day, the last of them: struck out, it is not done.
    pub by: Option<EntryId>,
    /// It was done in part, and this is the rest.
    pub rest: bool,
    /// How it is done, where something goes into the ground.
    pub how: Option<SetOut>,
    /// How many seeds or pieces it is done to, where it is done before they are sown or planted, or as they are sown under cover.
    pub seeds: Option<Counted>,
    /// How the cells are sown, where they are.
    pub cells: Option<CellsSown>,
    /// The last day on which it may start here this time, where it is late.
    pub last: Option<Date>,
    /// Until when care is asked for.
    pub until: Option<Date>,
    /// What is to be known of it.
    pub notes: Vec<CareNote>,
    /// What it waits for, of what is planted in stages.
    pub condition: Option<Condition>,
    /// What is taken in hand for it.
    pub tool: Tool,
    /// The weather that suits it best.
    pub best: Option<Best>,
    /// It is heavy, and there is enough of that before it on this day.
    pub enough: bool,
    /// The keys of the cautions that are told at it; each is told at the first line it belongs to.
    pub cautions: Vec<String>,
    /// What is written down when it is done as it was planned.
    pub told: Happened,
}

/// So many of something.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Counted {
    /// How many.
    pub many: u32,
    /// What it is, one and more.
    pub name: [String; 2],
}

/// How cells are sown under cover.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct CellsSown {
    /// Trays that are filled, and cells of one more; nothing for what is sown in pots.
    pub trays: Option<[u32; 2]>,
    /// Seeds in each.
    pub in_each: u32,
    /// Plants that stand together in each, to be parted when they are planted; nothing where they are not.
    pub parted: Option<u32>,
}

/// How something goes into the ground.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SetOut {
    /// How deep; nothing for young plants.
    pub depth: Option<Length>,
    /// Holes.
    pub holes: u32,
    /// The distance between them.
    pub spacing: Spacing,
    /// Seeds, sets or plants to a hole.
    pub in_each: u32,
}

/// What is to be known of a piece of work.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct CareNote {
    /// How it is done.
    pub how: String,
    /// Why, and why now; may be empty.
    pub why: String,
    /// What happens if it is left; may be empty.
    pub left: String,
    /// How well that is supported.
    pub grade: Grade,
    /// The key of its source.
    pub source: String,
    /// What gardeners do differently about it.
    pub topic: Option<TopicTold>,
}

/// Something that gardeners do differently.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct TopicTold {
    /// Its key.
    pub key: String,
    /// The question.
    pub ask: String,
    /// The key of the school that holds.
    pub chosen: String,
    /// The ways of doing it, the usual one first.
    pub schools: Vec<CareSchool>,
}

/// What a piece of work waits for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Condition {
    /// What must be so, and how it stands as far as it is known.
    pub said: String,
    /// It is so, as it was seen or as the usual warmth goes.
    pub is_so: bool,
}

impl RoundLine {
    /// A line about which nothing else is known.
    pub(crate) fn of(task: Task, at: At, due: Date, told: Happened) -> RoundLine {
        let work = task.work;
        RoundLine {
            task,
            at,
            due,
            late: 0,
            done: false,
            by: None,
            rest: false,
            how: None,
            seeds: None,
            cells: None,
            last: None,
            until: None,
            notes: Vec::new(),
            condition: None,
            tool: tool(work),
            best: best(work),
            enough: false,
            cautions: Vec::new(),
            told,
        }
    }
}
