//! What is against a plan, in things that a gardener counts?

use crate::turns::problem::Problem;
use serde::Serialize;
use sparrow_rotate::{Clash, Ledger};

/// What is against a plan for the years ahead.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Against {
    /// Squares that are wished for and find no ground, all years together.
    pub short: u32,
    /// How often a family comes back too soon where another plan could help it.
    pub too_soon: u32,
    /// In how many pieces of ground and years hungry follows hungry.
    pub hungry: u32,
    /// Over how many pieces of ground more than one crops are spread, all years together.
    pub split: u32,
}

impl Against {
    /// Counts what is against a plan.
    pub fn of(problem: &Problem, ledger: &Ledger) -> Self {
        let many = |count: usize| u32::try_from(count).unwrap_or(u32::MAX);
        Against {
            short: ledger.wanting.iter().map(|wanting| wanting.squares).sum(),
            too_soon: many(ledger.clashes.iter().filter(|clash| is_of_plan(problem, clash)).count()),
            hungry: many(ledger.hungry.len()),
            split: ledger.spread.iter().map(|spread| spread.sections.saturating_sub(1)).sum(),
        }
    }
}

/// Whether a clash has a planned stand in it, so that another plan could help it; what stood and what is
/// planted clashes whatever is planned.
pub fn is_of_plan(problem: &Problem, clash: &Clash) -> bool {
    let instance = &problem.instance;
    let stands = |family: &str, year: i32| {
        instance
            .history
            .iter()
            .any(|stood| (instance.root(&stood.family), &stood.section, stood.year) == (family, &clash.section, year))
    };
    let earlier = clash.after.as_deref().unwrap_or(&clash.family);
    !(stands(earlier, clash.earlier) && stands(&clash.family, clash.later))
}
