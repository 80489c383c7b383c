//! What is the best plan for the years ahead, and what does it cost to argue with it?

use crate::known::Known;
use crate::search::watch::Watch;
use crate::turns::against::Against;
use crate::turns::problem::Problem;
use crate::turns::status;
use serde::Serialize;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{Entry, Pinned};
use sparrow_rotate::{Answer, Cost, Ledger, Progress, Watching, solve};
use std::cell::Cell;

/// A plan for the years ahead, and what is known about better ones.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct TurnProposal {
    /// What goes where.
    pub entries: Vec<Entry>,
    /// What is against it.
    pub against: Against,
    /// What the search counts it as: to compare plans of one problem, and nothing to show.
    #[serde(skip)]
    pub cost: Cost,
    /// No plan is counted as less.
    #[serde(skip)]
    pub bound: u64,
    /// Whether no plan is better.
    pub proven: bool,
    /// Entries of the plan before that are not where they were.
    pub moved: u32,
}

/// A plan with one wish put where the household wants it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Argued {
    /// What was against the plan before.
    pub before: Against,
    /// The best plan with the wish there.
    pub proposal: TurnProposal,
    /// Whether that plan is worse than the one before by the rules of the household.
    pub worse: bool,
    /// The plan before with this one wish there and nothing else moved; nothing where it finds no square.
    pub alone: Option<Alone>,
    /// What stands elsewhere, or in another number, than before: where it was, and where it is now.
    pub gone: Vec<Entry>,
    /// See `gone`.
    pub come: Vec<Entry>,
}

/// A plan in which one wish is put elsewhere, and nothing else moved.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Alone {
    /// What goes where.
    pub entries: Vec<Entry>,
    /// What is against it.
    pub against: Against,
}

/// How often a search that answers while a gardener waits is asked whether to go on: about a second.
pub(super) const WHILE_WAITING: u32 = 400;

/// What is known of the best plan while it is looked for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Towards {
    /// The best plan so far, when it is another one than was told before.
    pub entries: Option<Vec<Entry>>,
}

/// Finds the best plan; of equally good ones that which moves least of `now`. When `watch` stops it, the best so far is
/// given with the bound reached.
pub fn propose(known: Known, now: &[Entry], watch: &mut Watch<Towards>) -> Result<TurnProposal, Refusal> {
    let garden = known.garden;
    if garden.turns.wishes.is_empty() {
        return Err(Refusal::NothingTo { what: "plan: wish for something first" });
    }
    let problem = Problem::of(known);
    // What was told last; a plan is told once.
    let told: Cell<Option<Progress>> = Cell::new(None);
    proposal(&problem, now, &mut |progress, best| {
        let towards = || {
            let new = progress.cost.is_some() && told.get().is_none_or(|before| before.cost != progress.cost);
            told.set(Some(progress));
            Towards { entries: new.then(|| problem.entries(best)) }
        };
        // Before there is a plan there is nothing to look at.
        let something = progress.cost.is_some() && told.get() != Some(progress);
        watch(if something { Some(&towards) } else { None })
    })
}

pub(super) fn proposal(problem: &Problem, now: &[Entry], watch: &mut Watching) -> Result<TurnProposal, Refusal> {
    let before = problem.assigns(now);
    let answer = solve(&problem.instance, &before, watch).map_err(|unsound| Refusal::NoSense { because: unsound.to_string() })?;
    Ok(said(problem, now, &answer))
}

fn said(problem: &Problem, now: &[Entry], answer: &Answer) -> TurnProposal {
    let entries = problem.entries(&answer.plan);
    let moved = now.iter().filter(|entry| entry.year >= problem.first && !entries.contains(entry)).count();
    TurnProposal {
        moved: u32::try_from(moved).unwrap_or(u32::MAX),
        against: Against::of(problem, &Ledger::of(&problem.instance, &answer.plan)),
        cost: answer.cost,
        bound: answer.bound,
        proven: answer.proven,
        entries,
    }
}

/// Puts a wish into a piece of ground in a year, and finds the best plan with it there.
pub fn argue(known: Known, now: &[Entry], pin: Pinned, watch: &mut Watch<Argued>) -> Result<Argued, Refusal> {
    let mut problem = Problem::of(known);
    let ledger = Ledger::of(&problem.instance, &problem.assigns(now));
    let (before, cost) = (Against::of(&problem, &ledger), ledger.cost.total());
    problem.unpin(pin.wish, pin.year);
    problem.pin(pin);
    let mut left = WHILE_WAITING;
    let proposal = proposal(&problem, now, &mut |_, _| {
        left = left.saturating_sub(1);
        left > 0 && watch(None)
    })?;
    let gone = now.iter().filter(|entry| entry.year >= problem.first && !proposal.entries.contains(entry)).copied().collect();
    let come = proposal.entries.iter().filter(|entry| !now.contains(entry)).copied().collect();
    let alone = alone(known, &problem, now, pin);
    Ok(Argued { before, worse: proposal.cost.total() > cost, alone, proposal, gone, come })
}

/// The plan with one wish put elsewhere in a year, on as many squares as are free there, and nothing else moved.
fn alone(known: Known, problem: &Problem, now: &[Entry], pin: Pinned) -> Option<Alone> {
    let plot = problem.plots.iter().find(|plot| plot.at == pin.at)?;
    let wanted = known.garden.turns.wish(pin.wish)?.squares;
    let squares = status::free(known.garden, problem, now, plot, (pin.wish, pin.year)).min(wanted);
    let stays = |entry: &&Entry| (entry.wish, entry.year) != (pin.wish, pin.year);
    let mut entries: Vec<Entry> = now.iter().filter(stays).copied().collect();
    entries.push(Entry { wish: pin.wish, year: pin.year, at: pin.at, squares });
    entries.sort();
    let plan = problem.assigns(&entries);
    let lawful = squares > 0 && Ledger::lawful(&problem.instance, &plan).is_ok();
    lawful.then(|| Alone { against: Against::of(problem, &Ledger::of(&problem.instance, &plan)), entries })
}
