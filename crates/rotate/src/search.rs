//! Which plan is the best? Bounds from below by sets of wishes that cannot all be met, plans from above.
//!
//! Everything that costs is first assumed not to happen, the dearest first. Each refutation names terms
//! that cannot all be avoided: the bound rises by the least of their weights, and from then on the
//! first step among them is free and the next ones are counted together. When nothing is refuted any
//! more, the plan found costs no more than the bound: it is proved.
//!
//! References: A. Morgado, C. Dodaro and J. Marques-Silva (2014), Core-guided MaxSAT with soft
//! cardinality constraints; C. Ansótegui et al. (2012), Improving SAT-based weighted MaxSAT solvers
//! (stratification). From memory.

use crate::cost::{Cost, Ledger};
use crate::engine::{Lit, Outcome};
use crate::instance::{Assign, Instance, Pin, Unsound};
use crate::model::{Model, Term};
use serde::Serialize;
use std::collections::HashMap;

/// How far a search has come.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
pub struct Progress {
    /// Cost of the best plan so far.
    pub cost: Option<u64>,
    /// No plan costs less.
    pub bound: u64,
}

/// The best plan found, and what is known about better ones.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
pub struct Answer {
    /// The plan.
    pub plan: Vec<Assign>,
    /// What it costs.
    pub cost: Cost,
    /// No plan costs less.
    pub bound: u64,
    /// Whether the cost is the bound.
    pub proven: bool,
}

/// Conflicts spent on making one refutation smaller: own choice, measured on the sample problems.
const TRIMMING: u64 = 60;
/// Conflicts spent on one refutation before plans near the best one are looked at: own choice.
const PATIENCE: u64 = 3000;
/// How many neighbourhoods of the best plan are looked at then.
const AT_ONCE: usize = 12;

/// Is told of the progress and the best plan so far, and says whether to go on.
pub type Watching<'w> = dyn FnMut(Progress, &[Assign]) -> bool + 'w;

struct Search<'i, 'w> {
    model: Model<'i>,
    now: &'w [Assign],
    /// Weights are multiplied by this, so that staying as it is can break ties.
    scale: u64,
    bound: u64,
    best: Option<(u64, Vec<Assign>)>,
    watch: &'w mut Watching<'w>,
    stopped: bool,
    /// How many neighbourhoods of the best plan have been searched.
    searched: usize,
    /// Whether this search looks only near a plan, and gives up soon.
    nearby: bool,
}

/// Finds the best plan for a problem; of equally good ones that which moves fewest entries of `now`.
///
/// `watch` is told of the progress and asked whether to go on; when it says no, the best plan so far
/// is given with the bound reached. A problem that makes no sense is refused.
pub fn solve(instance: &Instance, now: &[Assign], watch: &mut Watching) -> Result<Answer, Unsound> {
    instance.check()?;
    let mut search = Search::new(instance, now, watch);
    search.prefer_staying();
    search.run();
    Ok(search.answer())
}

impl<'i, 'w> Search<'i, 'w> {
    fn new(instance: &'i Instance, now: &'w [Assign], watch: &'w mut Watching<'w>) -> Self {
        let model = Model::of(instance);
        Search { model, now, scale: 1, bound: 0, best: None, watch, stopped: false, searched: 0, nearby: false }
    }

    /// Makes each entry that loses squares cost a little, less in all than the least other cost.
    fn prefer_staying(&mut self) {
        let instance = self.model.instance;
        let mut stays = Vec::new();
        for entry in self.now {
            let demand = instance.demands.iter().position(|demand| demand.id == entry.demand);
            let section = instance.sections.iter().position(|section| section.id == entry.section);
            let Some((demand, section)) = demand.zip(section) else { continue };
            let Some(steps) = self.model.squares.get(&(demand, section, entry.year)) else { continue };
            if let Some(&all) = steps.get((entry.squares as usize).wrapping_sub(1)) {
                stays.push(all);
            }
        }
        self.scale = 1 + self.now.len() as u64;
        self.model.terms.iter_mut().for_each(|term| term.weight *= self.scale);
        for stay in stays {
            self.model.engine.prefer(stay);
            self.model.terms.push(Term { steps: vec![!stay], weight: 1, met: 0 });
        }
        // The present plan is an answer too, where it still may be: nothing dearer need be looked at.
        if !self.now.is_empty() && Ledger::lawful(instance, self.now).is_ok() {
            let cost = Ledger::of(instance, self.now).cost.total() * self.scale;
            self.best = Some((cost, self.now.to_vec()));
            self.harden();
        }
    }

    /// Pays what is certain before anything is tried: what too small a ground must leave short. The search would find it a square at a time,
    /// and could not count far.
    fn pay_what_is_certain(&mut self) {
        let mut crowded = std::mem::take(&mut self.model.crowded);
        crowded.sort_by_key(|(_, least)| std::cmp::Reverse(*least));
        let mut paid = Vec::new();
        for (terms, least) in crowded {
            // A term is paid once, whatever else it is crowded with.
            if terms.is_empty() || terms.iter().any(|term| paid.contains(term)) {
                continue;
            }
            let together = self.together(&terms);
            (0..least).for_each(|_| self.meet(together));
            paid.extend(terms);
        }
    }

    fn run(&mut self) {
        self.pay_what_is_certain();
        let mut stratum = self.next_stratum(u64::MAX);
        loop {
            let (assumptions, owners) = self.assumptions(stratum);
            match self.ask(&assumptions, PATIENCE) {
                Outcome::Unknown if self.stopped || self.nearby => return,
                Outcome::Unknown => self.improve(),
                Outcome::Refuted(core) if core.is_empty() => return,
                Outcome::Refuted(core) => {
                    let core = self.trim(core, &owners);
                    self.relax(&core.iter().map(|lit| owners[lit]).collect::<Vec<_>>());
                }
                Outcome::Holds => {
                    self.note();
                    let lower = self.next_stratum(stratum);
                    if lower == 0 {
                        self.bound = self.best.as_ref().map_or(self.bound, |best| best.0);
                    }
                    if lower == 0 || self.is_best() {
                        return;
                    }
                    stratum = lower;
                    self.harden();
                }
            }
            if self.is_best() {
                return;
            }
        }
    }

    fn is_best(&self) -> bool {
        self.best.as_ref().is_some_and(|best| self.bound >= best.0)
    }

    /// The next lower weight among the terms that are not fully paid; 0 when there is none.
    fn next_stratum(&self, above: u64) -> u64 {
        let open = self.model.terms.iter().filter(|term| term.met < term.steps.len());
        open.map(|term| term.weight).filter(|&weight| weight < above).max().unwrap_or(0)
    }

    fn assumptions(&self, stratum: u64) -> (Vec<Lit>, HashMap<Lit, usize>) {
        let open = |term: &Term| term.weight >= stratum && term.weight > 0 && term.met < term.steps.len();
        let mut assumed: Vec<usize> = (0..self.model.terms.len()).filter(|&at| open(&self.model.terms[at])).collect();
        assumed.sort_by_key(|&at| std::cmp::Reverse(self.model.terms[at].weight));
        let lit = |at: usize| !self.model.terms[at].steps[self.model.terms[at].met];
        let owners = assumed.iter().rev().map(|&at| (lit(at), at)).collect();
        (assumed.into_iter().map(lit).collect(), owners)
    }

    fn ask(&mut self, assumptions: &[Lit], conflicts: u64) -> Outcome {
        let progress = self.progress();
        let (watch, stopped) = (&mut self.watch, &mut self.stopped);
        let best = self.best.as_ref().map(|best| best.1.as_slice()).unwrap_or_default();
        self.model.engine.solve(assumptions, conflicts, &mut || {
            *stopped = *stopped || !watch(progress, best);
            !*stopped
        })
    }

    /// Looks for better plans near the best one: most of it stays where it is, and the rest is solved anew.
    fn improve(&mut self) {
        let instance = self.model.instance;
        for _ in 0..AT_ONCE {
            let Some((cost, plan)) = self.best.clone() else { return };
            let smaller = neighbourhood(instance, &plan, self.searched);
            self.searched += 1;
            let progress = self.progress();
            let (watch, stopped) = (&mut self.watch, &mut self.stopped);
            let mut watching = |_: Progress, _: &[Assign]| {
                *stopped = *stopped || !watch(progress, &plan);
                !*stopped
            };
            let mut near = Search::new(&smaller, &plan, &mut watching);
            near.nearby = true;
            near.prefer_staying();
            near.run();
            let found = near.answer();
            let better = found.cost.total() * self.scale + moved(self.now, &found.plan);
            if better < cost && !found.plan.is_empty() {
                self.best = Some((better, found.plan));
                self.harden();
            }
            if self.stopped || self.is_best() {
                return;
            }
        }
    }

    fn progress(&self) -> Progress {
        Progress { cost: self.best.as_ref().map(|best| best.0 / self.scale), bound: self.bound.div_ceil(self.scale) }
    }

    /// Makes a refutation smaller, trying to lose its cheapest terms first, so that the bound rises more.
    fn trim(&mut self, mut core: Vec<Lit>, owners: &HashMap<Lit, usize>) -> Vec<Lit> {
        core.sort_by_key(|lit| (std::cmp::Reverse(self.model.terms[owners[lit]].weight), owners[lit]));
        if let Outcome::Refuted(smaller) = self.ask(&core, TRIMMING) {
            core.retain(|lit| smaller.contains(lit));
        }
        let mut at = core.len();
        while at > 0 && core.len() > 1 && !self.stopped {
            at -= 1;
            let mut without = core.clone();
            without.remove(at);
            if let Outcome::Refuted(smaller) = self.ask(&without, TRIMMING) {
                core.retain(|lit| smaller.contains(lit));
                at = at.min(core.len());
            }
        }
        core
    }

    /// Pays the least weight of a refutation's terms and counts their further steps together.
    fn relax(&mut self, core: &[usize]) {
        let together = self.together(core);
        self.meet(together);
        self.exhaust(together);
    }

    /// Counts the further steps of some terms together, by the least of their weights; the number of the term that does.
    fn together(&mut self, core: &[usize]) -> usize {
        if let [only] = *core {
            return only;
        }
        let least = core.iter().map(|&at| self.model.terms[at].weight).min().unwrap_or(0);
        let mut lits = Vec::new();
        for &at in core {
            let term = &mut self.model.terms[at];
            lits.extend(term.steps[term.met..].iter().copied());
            term.weight -= least;
        }
        let steps = self.model.counter(lits.len());
        lits.extend(steps.iter().map(|&step| !step));
        self.model.engine.at_most(&lits, steps.len());
        self.model.terms.push(Term { steps, weight: least, met: 0 });
        self.model.terms.len() - 1
    }

    fn meet(&mut self, at: usize) {
        let term = &mut self.model.terms[at];
        self.bound += term.weight;
        self.model.engine.must(term.steps[term.met]);
        term.met += 1;
    }

    /// Raises one term while a little search refutes its next step.
    fn exhaust(&mut self, at: usize) {
        while let Some(&step) = self.model.terms[at].steps.get(self.model.terms[at].met) {
            match self.ask(&[!step], TRIMMING) {
                Outcome::Refuted(core) if !core.is_empty() => self.meet(at),
                _ => return,
            }
        }
    }

    /// Takes down the plan just found if it is the best yet.
    fn note(&mut self) {
        let plan = self.model.plan();
        let cost = Ledger::of(self.model.instance, &plan).cost.total() * self.scale + moved(self.now, &plan);
        if self.best.as_ref().is_none_or(|best| cost < best.0) {
            self.best = Some((cost, plan));
        }
    }

    /// Rules out steps that would cost more than the best plan does.
    fn harden(&mut self) {
        let Some(gap) = self.best.as_ref().map(|best| best.0.saturating_sub(self.bound)) else { return };
        for term in self.model.terms.iter().filter(|term| term.weight > 0) {
            let more = usize::try_from(gap / term.weight).unwrap_or(usize::MAX);
            if let Some(&step) = term.met.checked_add(more).and_then(|at| term.steps.get(at)) {
                self.model.engine.must(!step);
            }
        }
    }

    fn answer(self) -> Answer {
        let bound = self.bound.div_ceil(self.scale);
        let plan = self.best.map(|best| best.1).unwrap_or_default();
        let cost = Ledger::of(self.model.instance, &plan).cost;
        let bound = bound.min(cost.total());
        Answer { plan, cost, bound, proven: bound == cost.total() }
    }
}

/// The same problem with most of a plan pinned where it is. By turns two years are free, or two sections
/// exchange what they hold, or one family is.
fn neighbourhood(instance: &Instance, plan: &[Assign], turn: usize) -> Instance {
    let (kind, turn) = (turn % 3, turn / 3);
    let pair = |many: usize| {
        let (first, apart) = (turn % many.max(1), 1 + turn / many.max(1) % many.saturating_sub(1).max(1));
        [first, (first + apart) % many.max(1)]
    };
    let years = pair(instance.years as usize).map(|year| year as i32);
    let sections = pair(instance.sections.len()).map(|at| instance.sections[at].id.as_str());
    let family = &instance.families[turn % instance.families.len().max(1)].id;
    let mut smaller = instance.clone();
    for entry in plan {
        let pin = |section: &str| Pin { demand: entry.demand.clone(), section: section.to_string(), year: entry.year };
        let of_family = || instance.demands.iter().any(|demand| demand.id == entry.demand && demand.family == *family);
        match kind {
            0 if years.contains(&entry.year) => {}
            1 if sections.contains(&entry.section.as_str()) => smaller.pins.extend(sections.map(pin)),
            2 if of_family() => {}
            _ => smaller.pins.push(pin(&entry.section)),
        }
    }
    smaller
}

/// How many entries of the plan `now` have lost squares.
pub fn moved(now: &[Assign], plan: &[Assign]) -> u64 {
    let lost = |entry: &&Assign| {
        let same = plan.iter().find(|at| (&at.demand, &at.section, at.year) == (&entry.demand, &entry.section, entry.year));
        same.is_none_or(|at| at.squares < entry.squares)
    };
    now.iter().filter(lost).count() as u64
}
