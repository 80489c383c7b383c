//! Which search, and what has it found? One shape for all of them, so that they are asked for, watched and stopped alike.

use crate::known::Known;
use crate::limits::{self, MOST_ENTRIES, number};
use crate::reckon::turns;
use crate::reckon::turns::TurnsView;
use crate::search::arrange::asked::{Arranged, Arranging};
use crate::search::arrange::pose;
use crate::search::late::SlipChoice;
use crate::search::remedies::{Reasons, TieKey};
use crate::search::series::{Series, SeriesPlan};
use crate::search::watch::Watch;
use crate::search::years::{Argued, Towards, TurnProposal};
use crate::search::{late, remedies, series, years};
use serde::{Deserialize, Serialize};
use sparrow_facts::ids::PatchId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{Entry, Pinned};

/// What is to be searched for.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "search", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "each search's sentence is its documentation, each field is named in it")]
pub enum Search {
    /// How might a bed be laid out for a list of wishes?
    Arrange(Arranging),
    /// Which plan of the years ahead is best, `now` being the one that should not change without need?
    Years { now: Vec<Entry> },
    /// Why does a family come back too soon in a plan, and what would prevent it?
    Why { tie: TieKey, entries: Vec<Entry> },
    /// What does it cost to put a wish somewhere in a year?
    Argue { pin: Pinned, entries: Vec<Entry> },
    /// What can be done when ground is not free in time for what follows?
    Late { first: PatchId, then: PatchId },
    /// When to sow a crop again and again, and where?
    Series(Series),
}

/// What a search has found: something to go on with, or its end.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "found", content = "is", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each is documented at its type")]
pub enum Found {
    Arrange(Arranged),
    /// On the way to the best plan: what is known, and a better plan with the years as it would make them.
    Towards {
        towards: Towards,
        view: Option<Box<TurnsView>>,
    },
    /// The best plan, with the years as it makes them.
    Years {
        proposal: TurnProposal,
        view: Box<TurnsView>,
    },
    Why(Reasons),
    Argue(Argued),
    Late(Vec<SlipChoice>),
    Series(SeriesPlan),
}

/// Whether the entries of a plan that is asked about may be.
///
/// # Errors
/// When they are too many, or a year or number is out of range.
pub fn check_entries(entries: &[Entry]) -> Result<(), Refusal> {
    if entries.len() > MOST_ENTRIES {
        return Err(Refusal::TooManyThings { what: "entries of a plan", most: MOST_ENTRIES });
    }
    entries.iter().try_for_each(|entry| {
        number("year", entry.year.into(), limits::TURN_YEAR)?;
        number("squares", entry.squares.into(), limits::SQUARES)
    })
}

fn check(search: &Search) -> Result<(), Refusal> {
    match search {
        Search::Years { now: entries } | Search::Why { entries, .. } => check_entries(entries),
        Search::Argue { pin, entries } => {
            number("year", pin.year.into(), limits::TURN_YEAR)?;
            check_entries(entries)
        }
        // Their ranges are checked where they are read.
        Search::Arrange(_) | Search::Late { .. } | Search::Series(_) => Ok(()),
    }
}

/// Searches until it has found the best, or `watch` stops it. Nothing of it holds when `known.work` is over by then.
///
/// # Errors
/// When what is asked for makes no sense in this garden.
pub fn run(known: Known, search: &Search, watch: &mut Watch<Found>) -> Result<Found, Refusal> {
    check(search)?;
    match search {
        Search::Arrange(asked) => pose::arrange(known, asked, &mut |found| on(watch, found, Found::Arrange)).map(Found::Arrange),
        Search::Years { now } => {
            let view = |entries: &[Entry]| Box::new(turns::view(known, entries));
            let proposal = years::propose(known, now, &mut |found| {
                on(watch, found, |towards: Towards| {
                    let view = towards.entries.as_deref().map(view);
                    Found::Towards { towards, view }
                })
            })?;
            Ok(Found::Years { view: view(&proposal.entries), proposal })
        }
        Search::Why { tie, entries } => {
            remedies::why(known, entries, tie, &mut |found| on(watch, found, Found::Why)).map(Found::Why)
        }
        Search::Argue { pin, entries } => {
            years::argue(known, entries, *pin, &mut |found| on(watch, found, Found::Argue)).map(Found::Argue)
        }
        Search::Late { first, then } => {
            late::ways_out(known, (*first, *then), &mut |found| on(watch, found, Found::Late)).map(Found::Late)
        }
        Search::Series(asked) => series::series(known, asked, &mut |found| on(watch, found, Found::Series)).map(Found::Series),
    }
}

/// Hands on what one kind of search has found.
fn on<T>(watch: &mut Watch<Found>, found: Option<&dyn Fn() -> T>, told: impl Fn(T) -> Found) -> bool {
    match found {
        Some(found) => watch(Some(&|| told(found()))),
        None => watch(None),
    }
}
