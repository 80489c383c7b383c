//! Why could this clash not be avoided? A smallest set of wishes, memories, needs and rooms that forces it.

use crate::cost::{Clash, Ledger};
use crate::engine::Outcome;
use crate::instance::{Assign, Instance, Stood};
use crate::model::Model;
use serde::Serialize;

/// What forces a clash by itself: leave any one of these out, and the others no longer do. All that is wished beside them may still
/// force it in another way, so what leaving out one wish does is asked apart.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize)]
pub struct Cause {
    /// Demands, each with the planned years in which it is part of the cause.
    pub wishes: Vec<(String, Vec<i32>)>,
    /// Those of them without which, in those years, the clash can be avoided with everything else wished as it is, without another
    /// clash and without more squares short.
    pub enough: Vec<String>,
    /// What stood.
    pub memories: Vec<Stood>,
    /// Needs of demands that keep them out of sections.
    pub needs: Vec<(String, String)>,
    /// Sections that are too small, or too full, for more.
    pub full: Vec<String>,
    /// Whether the cause was proved; else the search was stopped, or the clash could be avoided at the
    /// price of hungrier ground or crops spread over more sections.
    pub forced: bool,
}

/// Conflicts spent on one question; a group whose part in the cause stays open is kept as part of it.
const EACH: u64 = 5000;
/// Room enough for everything, where a section's size is left out of account.
const VAST: u32 = 2000;

/// Names what forces a clash of a plan, other clashes and shortages of the plan being allowed as they are.
///
/// The set is irreducible: found by leaving out one thing after another for as long as the clash stays
/// forced, other families' wishes first, so that what is left is about the family itself.
pub fn why(instance: &Instance, plan: &[Assign], clash: &Clash, go_on: &mut dyn FnMut() -> bool) -> Cause {
    let allowed = Ledger::of(instance, plan);
    let mut forced = |part: &Instance| avoidable(part, &allowed, clash, go_on) == Some(false);
    let mut part = instance.clone();
    for demand in &mut part.demands {
        demand.years.get_or_insert_with(|| (0..instance.years).collect());
    }
    if instance.check().is_err() || !forced(&part) {
        return Cause::default();
    }
    let mut order: Vec<usize> = (0..part.demands.len()).collect();
    order.sort_by_key(|&at| instance.root(&part.demands[at].family) == clash.family);
    for &at in &order {
        try_without(&mut part, &mut forced, |part| part.demands[at].years = Some(Vec::new()));
    }
    for &at in &order {
        for year in instance.planned() {
            let listed = part.demands[at].years.as_ref().is_some_and(|years| years.contains(&year));
            if listed && part.demands[at].years.as_ref().is_some_and(|years| years.len() > 1) {
                let without =
                    |part: &mut Instance| part.demands[at].years.iter_mut().for_each(|years| years.retain(|&one| one != year));
                try_without(&mut part, &mut forced, without);
            }
        }
    }
    for stood in &instance.history {
        try_without(&mut part, &mut forced, |part| part.history.retain(|other| other != stood));
    }
    for (at, demand) in
        instance.demands.iter().enumerate().filter(|(at, _)| part.demands[*at].years != Some(Vec::new())).collect::<Vec<_>>()
    {
        for need in &demand.needs {
            try_without(&mut part, &mut forced, |part| part.demands[at].needs.retain(|other| other != need));
        }
    }
    for at in 0..instance.sections.len() {
        try_without(&mut part, &mut forced, |part| part.sections[at].squares = VAST);
    }
    let wanted = part.demands.iter().filter_map(|demand| Some((demand.id.clone(), demand.years.clone()?)));
    let wishes: Vec<(String, Vec<i32>)> = wanted.filter(|(_, years)| !years.is_empty()).collect();
    let enough = wishes.iter().filter(|wish| avoidable(&instance.without(wish), &allowed, clash, go_on) == Some(true));
    let enough = enough.map(|(demand, _)| demand.clone()).collect();
    let in_part = |demand: &&super::Demand| demand.years != Some(Vec::new());
    Cause {
        wishes,
        enough,
        needs: part
            .demands
            .iter()
            .filter(in_part)
            .flat_map(|demand| demand.needs.iter().map(|need| (demand.id.clone(), need.clone())))
            .collect(),
        full: part.sections.iter().filter(|section| section.squares != VAST).map(|section| section.id.clone()).collect(),
        memories: part.history,
        forced: true,
    }
}

fn try_without(part: &mut Instance, forced: &mut dyn FnMut(&Instance) -> bool, change: impl FnOnce(&mut Instance)) {
    let mut without = part.clone();
    change(&mut without);
    if without != *part && forced(&without) {
        *part = without;
    }
}

/// Whether the wishes can all be met without this clash and without any that is not allowed; nothing
/// when the question stayed open.
fn avoidable(part: &Instance, allowed: &Ledger, clash: &Clash, go_on: &mut dyn FnMut() -> bool) -> Option<bool> {
    let mut model = Model::of(part);
    let tolerated = |family: &str, section: &str, earlier: i32, later: i32| {
        let same = |other: &Clash| {
            (other.family.as_str(), other.section.as_str(), other.earlier, other.later) == (family, section, earlier, later)
        };
        !same(clash) && allowed.clashes.iter().any(same)
    };
    for (&(demand, year), steps) in &model.short {
        let demand = &part.demands[demand].id;
        let lacks = allowed.wanting.iter().find(|wanting| wanting.demand == *demand && wanting.year == year);
        if let Some(&step) = steps.get(lacks.map_or(0, |wanting| wanting.squares as usize)) {
            model.engine.must(!step);
        }
    }
    for &((family, section, later), earlier, clashes) in &model.clashes {
        if !tolerated(&part.families[family].id, &part.sections[section].id, earlier, later) {
            model.engine.must(!clashes);
        }
    }
    match model.engine.solve(&[], EACH, go_on) {
        Outcome::Holds => Some(true),
        Outcome::Refuted(_) => Some(false),
        Outcome::Unknown => None,
    }
}
