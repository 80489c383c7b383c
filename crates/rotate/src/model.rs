//! How is the problem said in clauses and cardinalities?
//!
//! Squares are counted in order: the first literal of a place means 'one square or more', the next
//! 'two or more' and so on, so that every sum is a cardinality. What costs something is a [`Term`].

use crate::engine::{Engine, Lit};
use crate::instance::{Assign, Demand, Family, Feeding, Instance};
use std::collections::HashMap;

/// Something that costs `weight` for each of its steps beyond `met`, which are paid already.
#[derive(Debug, Clone)]
pub struct Term {
    /// 'One or more', 'two or more' and so on.
    pub steps: Vec<Lit>,
    /// What each step costs.
    pub weight: u64,
    /// How many steps are known to be unavoidable.
    pub met: usize,
}

/// A demand in a section in a year, all by their numbers.
pub type Place = (usize, usize, i32);

/// The problem in the engine, and where its questions are.
#[derive(Debug)]
pub struct Model<'i> {
    /// The problem.
    pub instance: &'i Instance,
    /// The engine.
    pub engine: Engine,
    /// What costs.
    pub terms: Vec<Term>,
    /// Squares by place.
    pub squares: HashMap<Place, Vec<Lit>>,
    /// Whether a family, by its number, is present in a section in a year.
    pub present: HashMap<Place, Lit>,
    /// Squares short by demand and year.
    pub short: HashMap<(usize, i32), Vec<Lit>>,
    /// The terms of those.
    short_terms: HashMap<(usize, i32), usize>,
    /// Of which terms so many steps are certain to be paid together, since their ground is too small for all of them.
    pub crowded: Vec<(Vec<usize>, usize)>,
    /// What says that a family, by its first sort, is too soon in a section in a year after an earlier one.
    pub clashes: Vec<(Place, i32, Lit)>,
}

/// Sections by their numbers, one bit each.
type SectionSet = u128;

/// What a demand wants of the ground in a year.
struct Wanting<'m> {
    /// Where it may go.
    ground: SectionSet,
    squares: u32,
    /// Its squares that are short.
    short: &'m [Lit],
    /// The term of those, where they cost anything.
    term: Option<usize>,
}

/// How many unions of sets are looked at: needs are few, so there are seldom more.
const UNIONS: usize = 64;

/// All sets that are unions of some of these, as far as there is room for them.
fn unions(sets: impl Iterator<Item = SectionSet>) -> Vec<SectionSet> {
    let mut all: Vec<SectionSet> = Vec::new();
    for set in sets {
        for at in 0..=all.len() {
            let union = set | if at == 0 { 0 } else { all[at - 1] };
            if all.len() < UNIONS && !all.contains(&union) {
                all.push(union);
            }
        }
    }
    all
}

impl<'i> Model<'i> {
    /// Says a problem to a new engine.
    pub fn of(instance: &'i Instance) -> Self {
        let mut model = Model {
            instance,
            engine: Engine::default(),
            terms: Vec::new(),
            squares: HashMap::new(),
            present: HashMap::new(),
            short: HashMap::new(),
            short_terms: HashMap::new(),
            crowded: Vec::new(),
            clashes: Vec::new(),
        };
        for number in 0..instance.demands.len() {
            for year in instance.planned().filter(|&year| instance.wanted(&instance.demands[number], year)) {
                model.say_demand(number, year);
            }
        }
        model.say_planted();
        model.say_room();
        model.say_crowding();
        model.say_clashes();
        model.say_hunger();
        model
    }

    fn family_of(&self, demand: &Demand) -> usize {
        self.instance.families.iter().position(|family| family.id == demand.family).unwrap_or(usize::MAX)
    }

    /// Order literals: each step implies the one before.
    pub fn counter(&mut self, steps: usize) -> Vec<Lit> {
        let lits: Vec<Lit> = (0..steps).map(|_| self.engine.question()).collect();
        for pair in lits.windows(2) {
            self.engine.at_least_one(&[pair[0], !pair[1]]);
        }
        lits
    }

    fn say_demand(&mut self, number: usize, year: i32) {
        let instance = self.instance;
        let demand = &instance.demands[number];
        let family = self.family_of(demand);
        let mut first = Vec::new();
        let mut all = Vec::new();
        for (at, section) in instance.sections.iter().enumerate() {
            let room = instance.free(section, year).min(demand.squares) as usize;
            if room == 0 || !instance.suits(demand, section) || instance.pinned_away(demand, section, year) {
                continue;
            }
            let steps = self.counter(room);
            // A whole demand in one section is the usual thing: ask that first, largest first.
            if room == demand.squares as usize {
                self.engine.prefer(steps[room - 1]);
            }
            let present = self.presence((family, at, year));
            self.engine.at_least_one(&[!steps[0], present]);
            first.push(steps[0]);
            all.extend(steps.iter().copied());
            self.squares.insert((number, at, year), steps);
        }
        let short = self.counter(demand.squares as usize);
        all.extend(short.iter().copied());
        // What stays excuses later years by its squares: then none may be there that the plan does not have.
        if instance.families.get(family).is_some_and(|family| family.stays) {
            self.engine.at_most(&all, demand.squares as usize);
        }
        self.engine.at_least(&all, demand.squares as usize);
        if let Some(term) = self.cost(short.clone(), instance.weights.short) {
            self.short_terms.insert((number, year), term);
        }
        self.short.insert((number, year), short);
        if first.len() > 1 {
            let spread = self.counter(first.len() - 1);
            let mut lits = first;
            lits.extend(spread.iter().map(|&step| !step));
            self.engine.at_most(&lits, 1 + spread.len());
            self.cost(spread, instance.weights.spread);
        }
    }

    fn presence(&mut self, place: Place) -> Lit {
        let engine = &mut self.engine;
        *self.present.entry(place).or_insert_with(|| engine.question())
    }

    /// What is planted in a planned year stands there, whatever is wished.
    fn say_planted(&mut self) {
        let instance = self.instance;
        for stood in instance.history.iter().filter(|stood| stood.year >= 0) {
            let family = instance.families.iter().position(|family| family.id == stood.family);
            let section = instance.sections.iter().position(|section| section.id == stood.section);
            let Some((family, section)) = family.zip(section) else { continue };
            let present = self.presence((family, section, stood.year));
            self.engine.must(present);
        }
    }

    /// Lets each of these steps cost so much; the number of the term, where it costs anything.
    fn cost(&mut self, steps: Vec<Lit>, weight: u64) -> Option<usize> {
        let costs = weight > 0 && !steps.is_empty();
        costs.then(|| {
            self.terms.push(Term { steps, weight, met: 0 });
            self.terms.len() - 1
        })
    }

    fn say_room(&mut self) {
        let instance = self.instance;
        for (at, section) in instance.sections.iter().enumerate() {
            for year in instance.planned() {
                for slot in &instance.slots {
                    let lits = self.held(at, slot, year);
                    self.engine.at_most(&lits, instance.free(section, year) as usize);
                }
            }
        }
    }

    /// The squares held in a section in a slot of a year.
    pub fn held(&self, section: usize, slot: &str, year: i32) -> Vec<Lit> {
        let mut lits = Vec::new();
        for (number, demand) in self.instance.demands.iter().enumerate() {
            for grown in [year, year + 1] {
                if self.instance.holds(demand, grown, slot, year)
                    && let Some(steps) = self.squares.get(&(number, section, grown))
                {
                    lits.extend(steps.iter().copied());
                }
            }
        }
        lits
    }

    /// Demands that have only some sections to go to cannot all be met there when they want more than
    /// these hold. This follows from the rest, but the search cannot count: it would have to try.
    fn say_crowding(&mut self) {
        let instance = self.instance;
        for year in instance.planned() {
            for slot in &instance.slots {
                let mut wanting: Vec<Wanting> = Vec::new();
                for (number, demand) in instance.demands.iter().enumerate() {
                    for grown in [year, year + 1].into_iter().filter(|&grown| instance.holds(demand, grown, slot, year)) {
                        let Some(short) = self.short.get(&(number, grown)) else { continue };
                        let open = (0..instance.sections.len()).filter(|&at| self.squares.contains_key(&(number, at, grown)));
                        let ground = open.map(|at| 1 << at).sum();
                        let term = self.short_terms.get(&(number, grown)).copied();
                        wanting.push(Wanting { ground, squares: demand.squares, short, term });
                    }
                }
                let mut said = Vec::new();
                for ground in unions(wanting.iter().map(|wanting| wanting.ground)) {
                    let inside = wanting.iter().filter(|wanting| wanting.ground & !ground == 0);
                    let wanted: u32 = inside.clone().map(|wanting| wanting.squares).sum();
                    let sections = instance.sections.iter().enumerate().filter(|(at, _)| ground >> at & 1 == 1);
                    let room: u32 = sections.map(|(_, section)| instance.free(section, year)).sum();
                    if wanted > room {
                        self.crowded
                            .push((inside.clone().filter_map(|wanting| wanting.term).collect(), (wanted - room) as usize));
                        let short: Vec<Lit> = inside.flat_map(|wanting| wanting.short.iter().copied()).collect();
                        said.push((short, (wanted - room) as usize));
                    }
                }
                for (short, least) in said {
                    self.engine.at_least(&short, least);
                }
            }
        }
    }

    fn say_clashes(&mut self) {
        let instance = self.instance;
        for (number, root) in instance.roots() {
            for at in 0..instance.sections.len() {
                for later in instance.planned() {
                    self.say_clash((number, at, later), root);
                }
            }
        }
    }

    /// What a family costs in a section in a year when it was there too lately: so much for each level of risk that is there.
    fn say_clash(&mut self, place: Place, root: &Family) {
        let instance = self.instance;
        let (_, at, later) = place;
        let interval = instance.interval(root, &instance.sections[at]);
        let levels = self.levels(root, at, later);
        let Some(&(_, any)) = levels.first() else { return };
        let mut remembered = vec![0; levels.len()];
        for gap in 1..interval {
            let earlier = later - gap as i32;
            let excuses = self.excuses(root, at, (earlier, later));
            if excuses.is_empty() {
                continue;
            }
            let certain = excuses.iter().any(Vec::is_empty);
            let both: Vec<Lit> = if certain { Vec::new() } else { levels.iter().map(|_| self.engine.question()).collect() };
            for (level, &(risk, there)) in levels.iter().enumerate() {
                let weight = instance.weights.clash * u64::from(risk) * u64::from(interval - gap);
                let Some(&both) = both.get(level) else {
                    remembered[level] += weight;
                    continue;
                };
                for excuse in &excuses {
                    let clause: Vec<Lit> = [!there, both].into_iter().chain(excuse.iter().copied()).collect();
                    self.engine.at_least_one(&clause);
                }
                self.cost(vec![both], weight);
            }
            self.clashes.push((place, earlier, both.first().copied().unwrap_or(any)));
        }
        for (weight, (_, there)) in remembered.into_iter().zip(levels) {
            self.cost(vec![there], weight);
        }
    }

    /// The sorts of a family in a section in a year by their risks: by how much each is riskier than the one before, and whether
    /// one so risky is there. Nothing where none can be.
    fn levels(&mut self, root: &Family, at: usize, year: i32) -> Vec<(u32, Lit)> {
        let mut there: Vec<(u32, Lit)> = self
            .instance
            .sorts(root)
            .filter_map(|(sort, family)| Some((family.risk, *self.present.get(&(sort, at, year))?)))
            .collect();
        there.sort_by_key(|sort| sort.0);
        let mut levels = Vec::new();
        let mut below = 0;
        for (from, &(risk, own)) in there.iter().enumerate() {
            if from > 0 && risk == below {
                continue;
            }
            let so_risky = &there[from..];
            let lit = if so_risky.len() == 1 {
                own
            } else {
                let question = self.engine.question();
                so_risky.iter().for_each(|&(_, present)| self.engine.at_least_one(&[!present, question]));
                question
            };
            levels.push((risk - below, lit));
            below = risk;
        }
        levels
    }

    /// All that could have a family come too soon in the later of two years, each as what would excuse it: that the earlier stand is
    /// not there, or that what stays stood through. An excuse with nothing in it is none.
    fn excuses(&self, root: &Family, at: usize, (earlier, later): (i32, i32)) -> Vec<Vec<Lit>> {
        let instance = self.instance;
        let section = &instance.sections[at].id;
        let mut excuses = Vec::new();
        let mut say = |sorts: &mut dyn Iterator<Item = (usize, &Family)>, through: &[Vec<Lit>]| {
            for (sort, family) in sorts {
                let is_it = |stood: &super::Stood| (stood.year, &stood.section, &stood.family) == (earlier, section, &family.id);
                let stood = earlier < 0 && instance.history.iter().any(is_it);
                let before = self.present.get(&(sort, at, earlier)).filter(|_| earlier >= 0);
                if stood || before.is_some() {
                    let gone = before.map(|&before| !before);
                    excuses.extend(through.iter().map(|through| through.iter().copied().chain(gone).collect()));
                }
            }
        };
        if !instance.one_stand(&root.id, section, earlier, later) {
            let through: Vec<Vec<Lit>> = if root.stays {
                (earlier + 1..later).filter_map(|year| self.stands(root, at, year)).collect()
            } else {
                vec![Vec::new()]
            };
            say(&mut instance.sorts(root).filter(|(_, sort)| !sort.harmless), &through);
        }
        let settled = if root.stays { self.stands(root, at, later - 1) } else { Some(Vec::new()) };
        let settled: Vec<Vec<Lit>> = settled.into_iter().collect();
        say(&mut instance.others(root), &settled);
        excuses
    }

    /// What says that a family that stays stands in a section in a year, and none of which may hold without squares of it there;
    /// nothing where it certainly stands.
    fn stands(&self, root: &Family, at: usize, year: i32) -> Option<Vec<Lit>> {
        let instance = self.instance;
        let section = &instance.sections[at].id;
        let sort = |name: &str| instance.root(name) == root.id;
        if instance.history.iter().any(|stood| stood.year == year && stood.section == *section && sort(&stood.family)) {
            return None;
        }
        let demands = instance.demands.iter().enumerate().filter(|(_, demand)| sort(&demand.family));
        Some(demands.filter_map(|(number, _)| self.squares.get(&(number, at, year))?.first().copied()).collect())
    }

    fn say_hunger(&mut self) {
        let instance = self.instance;
        let heavy = |family: &str, own: Option<Feeding>| instance.hunger(family, own) == Some(Feeding::Heavy);
        for (at, section) in instance.sections.iter().enumerate() {
            let stood = |year: i32| {
                let mut here = instance.history.iter().filter(|stood| stood.year == year && stood.section == section.id);
                here.any(|stood| heavy(&stood.family, stood.feeding))
            };
            let mut before: Option<Lit> = None;
            for year in instance.planned() {
                let wanted = instance.demands.iter().enumerate().filter(|(_, demand)| heavy(&demand.family, demand.feeding));
                let hungry: Vec<Lit> =
                    wanted.filter_map(|(number, _)| self.squares.get(&(number, at, year))?.first().copied()).collect();
                let now = (!hungry.is_empty() || stood(year)).then(|| self.engine.question());
                if let Some(now) = now {
                    hungry.iter().for_each(|&planted| self.engine.at_least_one(&[!planted, now]));
                    if stood(year) {
                        self.engine.must(now);
                    }
                    if year == 0 && stood(-1) {
                        self.cost(vec![now], instance.weights.hungry);
                    }
                    if let Some(before) = before {
                        let both = self.engine.question();
                        self.engine.at_least_one(&[!now, !before, both]);
                        self.cost(vec![both], instance.weights.hungry);
                    }
                }
                before = now;
            }
        }
    }

    /// The plan of the engine's last answer, without squares beyond what was wanted.
    pub fn plan(&self) -> Vec<Assign> {
        let instance = self.instance;
        let mut plan = Vec::new();
        for (number, demand) in instance.demands.iter().enumerate() {
            for year in instance.planned() {
                let mut given: Vec<(usize, u32)> = (0..instance.sections.len())
                    .filter_map(|at| Some((at, self.squares.get(&(number, at, year))?)))
                    .map(|(at, steps)| (at, steps.iter().filter(|&&step| self.engine.holds(step)).count() as u32))
                    .filter(|&(_, squares)| squares > 0)
                    .collect();
                let mut surplus = given.iter().map(|&(_, squares)| squares).sum::<u32>().saturating_sub(demand.squares);
                given.sort_by_key(|&(at, squares)| (squares, at));
                for (_, squares) in &mut given {
                    let less = surplus.min(*squares);
                    *squares -= less;
                    surplus -= less;
                }
                given.sort_unstable();
                plan.extend(given.into_iter().filter(|&(_, squares)| squares > 0).map(|(at, squares)| Assign {
                    demand: demand.id.clone(),
                    section: instance.sections[at].id.clone(),
                    year,
                    squares,
                }));
            }
        }
        plan
    }
}
