//! Where could it go in that year? Legal, at the limit, too soon, and not free are different things.

use crate::known::Known;
use crate::turns::ground::Plot;
use crate::turns::problem::Problem;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::WishId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{Entry, Piece};
use sparrow_rotate::{Assign, Demand, Section};

/// How a piece of ground stands to a wish in a year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each variant's sentence is its documentation, each field is named in it")]
pub enum Standing {
    /// It may go there: the family has never stood there as far as is known, or `years` ago.
    Legal { years: Option<i16> },
    /// It may just go there: the family stands there exactly its interval of `years` away.
    AtTheLimit { years: i16 },
    /// The family stands there in `year`, `years` away, and wants `interval`.
    TooSoon { year: i16, years: i16, interval: u32 },
    /// Only `free` of the squares it wants are free in its parts of that year.
    NotFree { free: u16 },
    /// The ground lacks something it needs.
    Lacks { need: String },
}

/// The answer about one wish and one year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Straight {
    /// The wish.
    pub wish: WishId,
    /// The growing year.
    pub year: i16,
    /// Each piece of ground and how it stands, the best first.
    pub lines: Vec<(Piece, Standing)>,
}

/// How every piece of ground stands to a wish in a year, other wishes being where a plan has them.
pub fn straight(known: Known, entries: &[Entry], (wish, year): (WishId, i16)) -> Result<Straight, Refusal> {
    let garden = known.garden;
    let unknown = || Refusal::Unknown { what: "wish", key: wish.0.to_string() };
    let problem = Problem::of(known);
    let draft = garden.turns.wish(wish).ok_or_else(unknown)?;
    let demand = problem.instance.demands.iter().find(|demand| Problem::wish(&demand.id) == Some(wish)).ok_or_else(unknown)?;
    let plan = problem.assigns(entries);
    let mut lines: Vec<(Piece, Standing)> = Vec::new();
    for (plot, section) in problem.plots.iter().zip(&problem.instance.sections) {
        let kept = kept_from(&problem, &plan, section, (demand, problem.number(year)));
        let lacking = demand.needs.iter().find(|need| !offers(plot, need)).cloned();
        let free = free(garden, &problem, entries, plot, (wish, year));
        let near = |&(other, interval): &(i32, u32)| (problem.year(other), interval);
        let kept: Vec<(i16, u32)> = kept.iter().map(near).collect();
        lines.push((plot.at, standing(year, &kept, lacking, (free, draft.squares))));
    }
    lines.sort_by_key(|(at, standing)| (rank(standing), *at));
    Ok(Straight { wish, year, lines })
}

/// The years in which something stands in a section that a demand in a year waits for, or that waits for it, with how long.
fn kept_from(problem: &Problem, plan: &[Assign], section: &Section, (demand, year): (&Demand, i32)) -> Vec<(i32, u32)> {
    let instance = &problem.instance;
    let named = |name: &str| instance.families.iter().find(|family| family.id == name);
    let Some((own, root)) = named(&demand.family).zip(named(instance.root(&demand.family))) else { return Vec::new() };
    let of_plan = plan.iter().filter_map(|assign| {
        let other = instance.demands.iter().find(|other| other.id == assign.demand)?;
        let same = Problem::wish(&other.id) == Problem::wish(&demand.id) && assign.year == year;
        (assign.section == section.id && !same).then_some((other.family.as_str(), assign.year))
    });
    let stood = instance.history.iter().filter(|stood| stood.section == section.id);
    let all: Vec<(&str, i32)> = of_plan.chain(stood.map(|stood| (stood.family.as_str(), stood.year))).collect();
    let is_own = |name: &str| instance.root(name) == root.id;
    // What stays where it is is one stand as long as no year is left out.
    let one = |other: i32| {
        let between = if other < year { other + 1..year } else { year + 1..other };
        root.stays && between.into_iter().all(|at| all.iter().any(|&(name, there)| there == at && is_own(name)))
    };
    let mut kept = Vec::new();
    for &(name, other) in all.iter().filter(|(_, other)| *other != year) {
        let Some((family, its)) = named(name).zip(named(instance.root(name))) else { continue };
        if is_own(name) && one(other) {
            continue;
        }
        let waits = if other < year {
            (!family.harmless && (is_own(name) || root.after.contains(&its.id))).then_some(root)
        } else {
            (!own.harmless && (is_own(name) || its.after.contains(&root.id))).then_some(its)
        };
        kept.extend(waits.map(|waits| (other, instance.interval(waits, section))));
    }
    kept
}

/// Whether a piece of ground has what a wish may need of it.
pub fn offers(plot: &Plot, need: &str) -> bool {
    match need {
        "trellis" => plot.trellis,
        "deep" => plot.deep,
        "sun" => plot.sun,
        _ => plot.container,
    }
}

fn standing(year: i16, kept: &[(i16, u32)], lacking: Option<String>, (free, wanted): (u16, u16)) -> Standing {
    if let Some(need) = lacking {
        return Standing::Lacks { need };
    }
    let apart = |other: i16| (other - year).abs();
    let short = |&&(other, interval): &&(i16, u32)| u32::from(apart(other).unsigned_abs()) < interval;
    let nearest = |&&(other, _): &&(i16, u32)| (apart(other), other);
    if let Some(&(other, interval)) = kept.iter().filter(short).min_by_key(nearest) {
        return Standing::TooSoon { year: other, years: apart(other), interval };
    }
    let years = kept.iter().min_by_key(nearest).map(|&(other, interval)| (apart(other), interval));
    match years {
        _ if free < wanted => Standing::NotFree { free },
        Some((years, interval)) if u32::from(years.unsigned_abs()) == interval => Standing::AtTheLimit { years },
        years => Standing::Legal { years: years.map(|(years, _)| years) },
    }
}

/// The best first: what waits longest among those too soon.
fn rank(standing: &Standing) -> (u8, i32) {
    match standing {
        Standing::Legal { years } => (0, -i32::from(years.unwrap_or(i16::MAX))),
        Standing::AtTheLimit { .. } => (1, 0),
        Standing::NotFree { free } => (2, -i32::from(*free)),
        Standing::TooSoon { years, .. } => (3, -i32::from(*years)),
        Standing::Lacks { .. } => (4, 0),
    }
}

/// Squares free in all parts of the year in which a wish would stand, without its own.
pub fn free(garden: &Garden, problem: &Problem, entries: &[Entry], plot: &Plot, (wish, year): (WishId, i16)) -> u16 {
    let number = problem.number(year);
    let section = problem.instance.sections.iter().find(|section| section.id == Problem::section(plot.at));
    let all = section.map_or(0, |section| problem.instance.free(section, number));
    let Some(draft) = garden.turns.wish(wish) else { return 0 };
    let held = |part| {
        let there = entries.iter().filter(|entry| entry.at == plot.at && entry.year == year && entry.wish != wish);
        there
            .filter(|entry| garden.turns.wish(entry.wish).is_some_and(|other| other.parts.has(part)))
            .map(|entry| u32::from(entry.squares))
            .sum::<u32>()
    };
    let most = draft.parts.list().into_iter().map(held).max().unwrap_or(0);
    u16::try_from(all.saturating_sub(most)).unwrap_or(u16::MAX)
}
