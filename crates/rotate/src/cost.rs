//! What does a plan cost, and for what? Counted the plainest way, apart from the search.

use crate::instance::{Assign, Family, Feeding, Instance};
use serde::Serialize;
use std::collections::{BTreeMap, BTreeSet};

/// A demand that lacks squares in a year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
pub struct Wanting {
    /// The demand.
    pub demand: String,
    /// The planned year.
    pub year: i32,
    /// How many it lacks.
    pub squares: u32,
}

/// A family in a section in two years that are too near, the later one planned.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
pub struct Clash {
    /// The family, whatever sort of it.
    pub family: String,
    /// The section.
    pub section: String,
    /// The earlier year; below 0 when it is remembered.
    pub earlier: i32,
    /// The later year.
    pub later: i32,
    /// The other family it should have waited for, where it is not its own.
    pub after: Option<String>,
    /// Years it should have waited.
    pub interval: u32,
    /// What it costs.
    pub cost: u64,
}

/// A demand that stands in several sections in a year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
pub struct Spread {
    /// The demand.
    pub demand: String,
    /// The planned year.
    pub year: i32,
    /// In how many.
    pub sections: u32,
}

/// The cost of a plan, split by term.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize)]
pub struct Cost {
    /// For squares short.
    pub short: u64,
    /// For families too soon.
    pub clash: u64,
    /// For hungry after hungry.
    pub hungry: u64,
    /// For crops spread over sections.
    pub spread: u64,
}

impl Cost {
    /// All terms added.
    pub fn total(&self) -> u64 {
        self.short + self.clash + self.hungry + self.spread
    }
}

/// Everything a plan is charged with.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize)]
pub struct Ledger {
    /// The sums.
    pub cost: Cost,
    /// What lacks squares.
    pub wanting: Vec<Wanting>,
    /// What comes back too soon.
    pub clashes: Vec<Clash>,
    /// Sections and years in which hungry follows hungry.
    pub hungry: Vec<(String, i32)>,
    /// What is spread.
    pub spread: Vec<Spread>,
}

impl Ledger {
    /// Counts what a plan costs.
    pub fn of(instance: &Instance, plan: &[Assign]) -> Self {
        let mut ledger = Ledger::default();
        let present = presence(instance, plan);
        ledger.count_squares(instance, plan);
        ledger.count_clashes(instance, &present);
        ledger.count_hungry(instance, plan);
        ledger
    }

    fn count_squares(&mut self, instance: &Instance, plan: &[Assign]) {
        let mut given: BTreeMap<(&str, i32), (u32, u32)> = BTreeMap::new();
        for assign in plan.iter().filter(|assign| assign.squares > 0) {
            let entry = given.entry((&assign.demand, assign.year)).or_default();
            entry.0 += assign.squares;
            entry.1 += 1;
        }
        for demand in &instance.demands {
            for year in instance.planned().filter(|&year| instance.wanted(demand, year)) {
                let (squares, sections) = given.get(&(demand.id.as_str(), year)).copied().unwrap_or_default();
                if squares < demand.squares {
                    let squares = demand.squares - squares;
                    self.cost.short += instance.weights.short * u64::from(squares);
                    self.wanting.push(Wanting { demand: demand.id.clone(), year, squares });
                }
                if sections > 1 {
                    self.cost.spread += instance.weights.spread * u64::from(sections - 1);
                    self.spread.push(Spread { demand: demand.id.clone(), year, sections });
                }
            }
        }
    }

    fn count_clashes(&mut self, instance: &Instance, present: &BTreeSet<(&str, &str, i32)>) {
        for (_, root) in instance.roots() {
            let sorts: Vec<&Family> = instance.sorts(root).map(|(_, sort)| sort).collect();
            let others: Vec<&Family> = instance.others(root).map(|(_, other)| other).collect();
            for section in &instance.sections {
                let there = |family: &Family, year: i32| present.contains(&(family.id.as_str(), section.id.as_str(), year));
                let any = |year: i32| sorts.iter().any(|sort| there(sort, year));
                let interval = instance.interval(root, section);
                for later in instance.planned() {
                    let Some(risk) = sorts.iter().filter(|sort| there(sort, later)).map(|sort| sort.risk).max() else { continue };
                    for gap in 1..interval {
                        let earlier = later - gap as i32;
                        let one = instance.one_stand(&root.id, &section.id, earlier, later)
                            || root.stays && (earlier + 1..later).all(any);
                        let own = !one && sorts.iter().any(|sort| !sort.harmless && there(sort, earlier));
                        let settled = root.stays && any(later - 1);
                        let other = others.iter().find(|other| !settled && there(other, earlier));
                        if !own && other.is_none() {
                            continue;
                        }
                        let cost = instance.weights.clash * u64::from(risk) * u64::from(interval - gap);
                        self.cost.clash += cost;
                        let after = other.filter(|_| !own).map(|other| instance.root(&other.id).to_string());
                        let (family, section) = (root.id.clone(), section.id.clone());
                        self.clashes.push(Clash { family, section, earlier, later, after, interval, cost });
                    }
                }
            }
        }
    }

    fn count_hungry(&mut self, instance: &Instance, plan: &[Assign]) {
        let heavy = |family: &str, own: Option<Feeding>| instance.hunger(family, own) == Some(Feeding::Heavy);
        let demand = |id: &str| instance.demands.iter().find(|demand| demand.id == id);
        let planned = plan.iter().filter(|assign| {
            assign.squares > 0 && demand(&assign.demand).is_some_and(|demand| heavy(&demand.family, demand.feeding))
        });
        let stood = instance.history.iter().filter(|stood| heavy(&stood.family, stood.feeding));
        let hungry: BTreeSet<(&str, i32)> = planned
            .map(|assign| (assign.section.as_str(), assign.year))
            .chain(stood.map(|stood| (stood.section.as_str(), stood.year)))
            .collect();
        for section in &instance.sections {
            let hungry = |year: i32| hungry.contains(&(section.id.as_str(), year));
            for year in instance.planned().filter(|&year| hungry(year) && hungry(year - 1)) {
                self.cost.hungry += instance.weights.hungry;
                self.hungry.push((section.id.clone(), year));
            }
        }
    }

    /// Whether a plan keeps to the ground there is, to what is wanted, to needs, years and pins; else what it breaks.
    pub fn lawful(instance: &Instance, plan: &[Assign]) -> Result<(), String> {
        let mut entries = Vec::new();
        for assign in plan {
            let demand = instance.demands.iter().find(|demand| demand.id == assign.demand);
            let section = instance.sections.iter().find(|section| section.id == assign.section);
            let (demand, section) = demand.zip(section).ok_or_else(|| format!("unknown name in {assign:?}"))?;
            let right = instance.suits(demand, section)
                && instance.wanted(demand, assign.year)
                && instance.planned().contains(&assign.year)
                && !instance.pinned_away(demand, section, assign.year);
            if !right {
                return Err(format!("out of place: {assign:?}"));
            }
            entries.push((demand, section, assign));
        }
        for demand in &instance.demands {
            for year in instance.planned() {
                let given = plan.iter().filter(|assign| assign.demand == demand.id && assign.year == year);
                let given: u32 = given.map(|assign| assign.squares).sum();
                if given > demand.squares {
                    return Err(format!("{} has {given} squares in {year} and wants {}", demand.id, demand.squares));
                }
            }
        }
        for section in &instance.sections {
            for year in instance.planned() {
                for slot in &instance.slots {
                    let held = entries
                        .iter()
                        .filter(|(demand, at, assign)| at.id == section.id && instance.holds(demand, assign.year, slot, year));
                    let held: u32 = held.map(|(_, _, assign)| assign.squares).sum();
                    let free = instance.free(section, year);
                    if held > free {
                        return Err(format!("{} holds {held} of {free} squares in {slot} of {year}", section.id));
                    }
                }
            }
        }
        Ok(())
    }
}

fn presence<'a>(instance: &'a Instance, plan: &'a [Assign]) -> BTreeSet<(&'a str, &'a str, i32)> {
    let family = |id: &str| instance.demands.iter().find(|demand| demand.id == id).map(|demand| demand.family.as_str());
    let planned = plan.iter().filter(|assign| assign.squares > 0);
    let planned = planned.filter_map(|assign| Some((family(&assign.demand)?, assign.section.as_str(), assign.year)));
    let stood = instance.history.iter().map(|stood| (stood.family.as_str(), stood.section.as_str(), stood.year));
    planned.chain(stood).collect()
}
