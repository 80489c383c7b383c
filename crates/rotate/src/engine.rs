//! Can all of these conditions hold at once? A search that learns from every dead end.
//!
//! Conditions are clauses ('at least one of these') and cardinalities ('at most so many of these');
//! everything the rotation problem says can be put in these two forms. The method is conflict-driven
//! clause learning with two watched literals, activities that decay, restarts by Luby's sequence and
//! assumptions whose refutation is returned as a set of those that cannot hold together.
//!
//! References: J. Marques-Silva and K. Sakallah (1999), GRASP; N. Eén and N. Sörensson (2003), An
//! extensible SAT-solver; M. Luby et al. (1993), Optimal speedup of Las Vegas algorithms. From memory.

use crate::order::Order;

/// A yes-or-no question or its opposite: the number of the question doubled, plus one for 'not'.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash)]
pub struct Lit(u32);

impl Lit {
    fn new(var: usize, negated: bool) -> Self {
        Lit((var as u32) << 1 | u32::from(negated))
    }

    fn var(self) -> usize {
        (self.0 >> 1) as usize
    }

    fn index(self) -> usize {
        self.0 as usize
    }

    fn negated(self) -> bool {
        self.0 & 1 == 1
    }
}

impl std::ops::Not for Lit {
    type Output = Lit;

    fn not(self) -> Lit {
        Lit(self.0 ^ 1)
    }
}

/// What a search came to.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Outcome {
    /// All conditions hold together; the engine's `holds` tells how.
    Holds,
    /// These assumptions cannot hold together; empty when the conditions alone cannot.
    Refuted(Vec<Lit>),
    /// It was stopped, or its conflicts were used up.
    Unknown,
}

#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Reason {
    None,
    Clause(u32),
    Cardinality(u32),
}

#[derive(Debug)]
struct Clause {
    lits: Vec<Lit>,
    learnt: bool,
    /// Number of decision levels its literals had when it was learnt: fewer is better.
    levels: u32,
    gone: bool,
}

/// At most `most` of `lits` hold.
#[derive(Debug)]
struct Cardinality {
    lits: Vec<Lit>,
    most: usize,
    /// How many of them hold among those the propagation has seen.
    seen: usize,
}

#[derive(Debug, Clone, Copy)]
struct Watch {
    clause: u32,
    /// Another literal of the clause: while it holds, the clause needs no look.
    other: Lit,
}

#[derive(Debug)]
enum Conflict {
    Clause(u32),
    Cardinality(u32),
}

const UNSET: i8 = 0;
/// Conflicts in the first stretch between restarts: own choice, measured on the sample problems.
const STRETCH: u64 = 64;

/// The conditions, and the state of the search among them.
#[derive(Debug, Default)]
pub struct Engine {
    values: Vec<i8>,
    level: Vec<u32>,
    position: Vec<u32>,
    reason: Vec<Reason>,
    phase: Vec<bool>,
    trail: Vec<Lit>,
    starts: Vec<usize>,
    head: usize,
    clauses: Vec<Clause>,
    watches: Vec<Vec<Watch>>,
    cardinalities: Vec<Cardinality>,
    /// For each literal the cardinalities that count it.
    counted: Vec<Vec<u32>>,
    order: Order,
    marked: Vec<bool>,
    learnts: usize,
    room: usize,
    impossible: bool,
    answer: Vec<bool>,
    /// Conflicts met since the engine was made.
    pub conflicts: u64,
}

impl Engine {
    /// A new question; 'no' is tried first.
    pub fn question(&mut self) -> Lit {
        let var = self.level.len();
        self.values.extend([UNSET, UNSET]);
        self.level.push(0);
        self.position.push(0);
        self.reason.push(Reason::None);
        self.phase.push(false);
        self.watches.extend([Vec::new(), Vec::new()]);
        self.counted.extend([Vec::new(), Vec::new()]);
        self.marked.push(false);
        self.order.add();
        Lit::new(var, false)
    }

    /// Whether a literal held in the last answer.
    pub fn holds(&self, lit: Lit) -> bool {
        self.answer.get(lit.var()).is_some_and(|&yes| yes != lit.negated())
    }

    /// The answer to try first for a question from now on.
    pub fn prefer(&mut self, lit: Lit) {
        self.phase[lit.var()] = !lit.negated();
    }

    fn value(&self, lit: Lit) -> i8 {
        self.values[lit.index()]
    }

    /// Demands that at least one of these holds.
    pub fn at_least_one(&mut self, lits: &[Lit]) {
        self.back_to(0);
        let mut lits = lits.to_vec();
        lits.sort_unstable();
        lits.dedup();
        if lits.windows(2).any(|pair| pair[0] == !pair[1]) || lits.iter().any(|&lit| self.value(lit) > 0) {
            return;
        }
        lits.retain(|&lit| self.value(lit) == UNSET);
        match lits.len() {
            0 => self.impossible = true,
            1 => self.settle(lits[0]),
            _ => {
                self.attach(Clause { lits, learnt: false, levels: 0, gone: false });
            }
        }
    }

    /// Demands that this holds.
    pub fn must(&mut self, lit: Lit) {
        self.at_least_one(&[lit]);
    }

    /// Demands that at most `most` of these hold; a literal may stand in the list once.
    pub fn at_most(&mut self, lits: &[Lit], most: usize) {
        self.back_to(0);
        if self.propagate().is_some() {
            self.impossible = true;
        }
        let already = lits.iter().filter(|&&lit| self.value(lit) > 0).count();
        let open: Vec<Lit> = lits.iter().copied().filter(|&lit| self.value(lit) == UNSET).collect();
        if already > most {
            self.impossible = true;
        } else if already + open.len() > most {
            let most = most - already;
            if most == 0 {
                open.iter().for_each(|&lit| self.settle(!lit));
                return;
            }
            let number = self.cardinalities.len() as u32;
            open.iter().for_each(|lit| self.counted[lit.index()].push(number));
            self.cardinalities.push(Cardinality { lits: open, most, seen: 0 });
        }
    }

    /// Demands that at least `least` of these hold.
    pub fn at_least(&mut self, lits: &[Lit], least: usize) {
        if least > lits.len() {
            self.impossible = true;
        } else if least > 0 {
            let opposite: Vec<Lit> = lits.iter().map(|&lit| !lit).collect();
            self.at_most(&opposite, lits.len() - least);
        }
    }

    fn settle(&mut self, lit: Lit) {
        match self.value(lit) {
            UNSET => self.assign(lit, Reason::None),
            value if value < 0 => self.impossible = true,
            _ => {}
        }
        if !self.impossible && self.propagate().is_some() {
            self.impossible = true;
        }
    }

    fn attach(&mut self, clause: Clause) -> u32 {
        let number = self.clauses.len() as u32;
        self.watches[(!clause.lits[0]).index()].push(Watch { clause: number, other: clause.lits[1] });
        self.watches[(!clause.lits[1]).index()].push(Watch { clause: number, other: clause.lits[0] });
        self.learnts += usize::from(clause.learnt);
        self.clauses.push(clause);
        number
    }

    fn assign(&mut self, lit: Lit, reason: Reason) {
        let var = lit.var();
        self.values[lit.index()] = 1;
        self.values[(!lit).index()] = -1;
        self.level[var] = self.starts.len() as u32;
        self.position[var] = self.trail.len() as u32;
        self.reason[var] = reason;
        self.trail.push(lit);
    }

    fn back_to(&mut self, level: usize) {
        if self.starts.len() <= level {
            return;
        }
        let start = self.starts[level];
        for at in (start..self.trail.len()).rev() {
            let lit = self.trail[at];
            if at < self.head {
                for &number in &self.counted[lit.index()] {
                    self.cardinalities[number as usize].seen -= 1;
                }
            }
            self.values[lit.index()] = UNSET;
            self.values[(!lit).index()] = UNSET;
            self.phase[lit.var()] = !lit.negated();
            self.order.put_back(lit.var());
        }
        self.trail.truncate(start);
        self.starts.truncate(level);
        self.head = self.head.min(start);
    }

    fn propagate(&mut self) -> Option<Conflict> {
        while self.head < self.trail.len() {
            let lit = self.trail[self.head];
            self.head += 1;
            let counted = self.propagate_cardinalities(lit);
            let conflict = counted.or_else(|| self.propagate_clauses(lit));
            if conflict.is_some() {
                return conflict;
            }
        }
        None
    }

    /// Counts a literal that came to hold; all of its cardinalities are counted even in a conflict, so
    /// that going back can take every one off again.
    fn propagate_cardinalities(&mut self, lit: Lit) -> Option<Conflict> {
        let mut conflict = None;
        for at in 0..self.counted[lit.index()].len() {
            let number = self.counted[lit.index()][at];
            let cardinality = &mut self.cardinalities[number as usize];
            cardinality.seen += 1;
            if cardinality.seen > cardinality.most {
                conflict = Some(Conflict::Cardinality(number));
            } else if cardinality.seen == cardinality.most && conflict.is_none() {
                for each in 0..self.cardinalities[number as usize].lits.len() {
                    let other = self.cardinalities[number as usize].lits[each];
                    if self.value(other) == UNSET {
                        self.assign(!other, Reason::Cardinality(number));
                    }
                }
            }
        }
        conflict
    }

    fn propagate_clauses(&mut self, lit: Lit) -> Option<Conflict> {
        let mut list = std::mem::take(&mut self.watches[lit.index()]);
        let mut kept = 0;
        let mut conflict = None;
        let mut at = 0;
        'watches: while at < list.len() {
            let watch = list[at];
            at += 1;
            if self.value(watch.other) > 0 {
                list[kept] = watch;
                kept += 1;
                continue;
            }
            let clause = &mut self.clauses[watch.clause as usize];
            if clause.gone {
                continue;
            }
            if clause.lits[0] == !lit {
                clause.lits.swap(0, 1);
            }
            let first = clause.lits[0];
            let renewed = Watch { clause: watch.clause, other: first };
            if self.values[first.index()] > 0 {
                list[kept] = renewed;
                kept += 1;
                continue;
            }
            for each in 2..clause.lits.len() {
                if self.values[clause.lits[each].index()] >= 0 {
                    clause.lits.swap(1, each);
                    let watched = !clause.lits[1];
                    self.watches[watched.index()].push(renewed);
                    continue 'watches;
                }
            }
            list[kept] = renewed;
            kept += 1;
            if self.values[first.index()] < 0 {
                conflict = Some(Conflict::Clause(watch.clause));
                break;
            }
            self.assign(first, Reason::Clause(watch.clause));
        }
        list.copy_within(at.., kept);
        list.truncate(kept + list.len() - at);
        self.watches[lit.index()] = list;
        conflict
    }

    /// The literals that hold and forced `lit` to hold.
    fn causes(&self, lit: Lit, into: &mut Vec<Lit>) {
        into.clear();
        match self.reason[lit.var()] {
            Reason::None => {}
            Reason::Clause(number) => {
                into.extend(self.clauses[number as usize].lits.iter().filter(|&&other| other != lit).map(|&other| !other));
            }
            Reason::Cardinality(number) => {
                let cardinality = &self.cardinalities[number as usize];
                let before = self.position[lit.var()];
                let held = |other: &&Lit| self.value(**other) > 0 && self.position[other.var()] < before;
                into.extend(cardinality.lits.iter().filter(held).take(cardinality.most).copied());
            }
        }
    }

    fn causes_of_conflict(&self, conflict: &Conflict, into: &mut Vec<Lit>) {
        into.clear();
        match conflict {
            Conflict::Clause(number) => into.extend(self.clauses[*number as usize].lits.iter().map(|&lit| !lit)),
            Conflict::Cardinality(number) => {
                let cardinality = &self.cardinalities[*number as usize];
                let held = cardinality.lits.iter().filter(|&&lit| self.value(lit) > 0);
                into.extend(held.take(cardinality.most + 1).copied());
            }
        }
    }

    /// Learns the clause of the first unique implication point; gives it and the level to go back to.
    fn learn(&mut self, conflict: &Conflict) -> (Vec<Lit>, usize) {
        let now = self.starts.len() as u32;
        let mut causes = Vec::new();
        self.causes_of_conflict(conflict, &mut causes);
        let mut learnt = vec![Lit(0)];
        let mut open = 0;
        let mut at = self.trail.len();
        let asserting = loop {
            for &cause in &causes {
                let var = cause.var();
                if !self.marked[var] && self.level[var] > 0 {
                    self.marked[var] = true;
                    self.order.bump(var);
                    if self.level[var] == now {
                        open += 1;
                    } else {
                        learnt.push(!cause);
                    }
                }
            }
            let lit = loop {
                at -= 1;
                if self.marked[self.trail[at].var()] {
                    break self.trail[at];
                }
            };
            self.marked[lit.var()] = false;
            open -= 1;
            if open == 0 {
                break !lit;
            }
            self.causes(lit, &mut causes);
        };
        learnt[0] = asserting;
        let all: Vec<usize> = learnt[1..].iter().map(|lit| lit.var()).collect();
        self.shorten(&mut learnt, &mut causes);
        all.into_iter().for_each(|var| self.marked[var] = false);
        let deepest = (1..learnt.len()).max_by_key(|&at| self.level[learnt[at].var()]);
        let back = deepest.map_or(0, |deepest| {
            learnt.swap(1, deepest);
            self.level[learnt[1].var()] as usize
        });
        (learnt, back)
    }

    /// Leaves out literals whose causes are all in the clause already.
    fn shorten(&self, learnt: &mut Vec<Lit>, causes: &mut Vec<Lit>) {
        let mut at = 1;
        while at < learnt.len() {
            let lit = !learnt[at];
            self.causes(lit, causes);
            let implied = self.reason[lit.var()] != Reason::None
                && causes.iter().all(|cause| self.level[cause.var()] == 0 || self.marked[cause.var()]);
            if implied {
                learnt.swap_remove(at);
            } else {
                at += 1;
            }
        }
    }

    /// Which assumptions force the literal that was found to hold against the next one.
    fn refuted(&mut self, lit: Lit) -> Vec<Lit> {
        let mut core = vec![!lit];
        if self.level[lit.var()] == 0 {
            return core;
        }
        let mut causes = Vec::new();
        self.marked[lit.var()] = true;
        for at in (self.starts[0]..self.trail.len()).rev() {
            let held = self.trail[at];
            if !std::mem::take(&mut self.marked[held.var()]) {
                continue;
            }
            if self.reason[held.var()] == Reason::None {
                if held != lit {
                    core.push(held);
                }
            } else {
                self.causes(held, &mut causes);
                for cause in causes.iter().filter(|cause| self.level[cause.var()] > 0) {
                    self.marked[cause.var()] = true;
                }
            }
        }
        core
    }

    /// Learns from a conflict and goes back to where it could have been foreseen; false if it could nowhere.
    fn mend(&mut self, conflict: &Conflict) -> bool {
        self.conflicts += 1;
        if self.starts.is_empty() {
            self.impossible = true;
            return false;
        }
        let (learnt, back) = self.learn(conflict);
        self.keep_learnt(learnt, back);
        self.order.decay();
        true
    }

    fn keep_learnt(&mut self, learnt: Vec<Lit>, back: usize) {
        self.back_to(back);
        if learnt.len() == 1 {
            self.assign(learnt[0], Reason::None);
            return;
        }
        let mut levels: Vec<u32> = learnt.iter().map(|lit| self.level[lit.var()]).collect();
        levels.sort_unstable();
        levels.dedup();
        let asserting = learnt[0];
        let number = self.attach(Clause { lits: learnt, learnt: true, levels: levels.len() as u32, gone: false });
        self.assign(asserting, Reason::Clause(number));
    }

    /// Throws away the less useful half of the learnt clauses.
    fn tidy(&mut self) {
        let mut learnt: Vec<usize> = (0..self.clauses.len())
            .filter(|&at| {
                let clause = &self.clauses[at];
                let in_use = self.reason[clause.lits[0].var()] == Reason::Clause(at as u32) && self.value(clause.lits[0]) > 0;
                clause.learnt && !clause.gone && clause.levels > 2 && !in_use
            })
            .collect();
        learnt.sort_by_key(|&at| (self.clauses[at].levels, self.clauses[at].lits.len()));
        for &at in &learnt[learnt.len() / 2..] {
            let clause = &mut self.clauses[at];
            clause.gone = true;
            clause.lits.truncate(2);
            self.learnts -= 1;
        }
        self.room += self.room / 10;
    }

    /// Looks for answers under which all conditions and `assumptions` hold, for at most `conflicts`
    /// more conflicts, and while `go_on` says so (asked now and then).
    pub fn solve(&mut self, assumptions: &[Lit], conflicts: u64, go_on: &mut dyn FnMut() -> bool) -> Outcome {
        self.back_to(0);
        if self.impossible || self.propagate().is_some() {
            self.impossible = true;
            return Outcome::Refuted(Vec::new());
        }
        self.room = self.room.max(2000);
        let last = self.conflicts.saturating_add(conflicts);
        let mut stretches = 0;
        let mut stretch_ends = self.conflicts + STRETCH;
        let mut decisions = 0_u32;
        loop {
            if let Some(conflict) = self.propagate() {
                if !self.mend(&conflict) {
                    return Outcome::Refuted(Vec::new());
                }
                if self.conflicts >= last || (self.conflicts.is_multiple_of(32) && !go_on()) {
                    return Outcome::Unknown;
                }
                continue;
            }
            decisions = decisions.wrapping_add(1);
            if decisions.is_multiple_of(256) && !go_on() {
                return Outcome::Unknown;
            }
            if self.conflicts >= stretch_ends {
                stretches += 1;
                stretch_ends = self.conflicts + STRETCH * luby(stretches);
                self.back_to(0);
                if self.learnts > self.room {
                    self.tidy();
                }
                continue;
            }
            if let Some(&assumed) = assumptions.get(self.starts.len()) {
                if self.value(assumed) < 0 {
                    return Outcome::Refuted(self.refuted(!assumed));
                }
                self.starts.push(self.trail.len());
                if self.value(assumed) == UNSET {
                    self.assign(assumed, Reason::None);
                }
                continue;
            }
            let values = &self.values;
            match self.order.next(|var| values[var << 1] == UNSET) {
                None => {
                    self.answer = (0..self.level.len()).map(|var| self.values[var << 1] > 0).collect();
                    return Outcome::Holds;
                }
                Some(var) => {
                    let lit = Lit::new(var, !self.phase[var]);
                    self.starts.push(self.trail.len());
                    self.assign(lit, Reason::None);
                }
            }
        }
    }
}

/// Luby's sequence 1, 1, 2, 1, 1, 2, 4, …, counted from 0.
fn luby(mut at: u64) -> u64 {
    let mut size = 1;
    let mut power = 0;
    while size < at + 1 {
        power += 1;
        size = 2 * size + 1;
    }
    while size - 1 != at {
        size /= 2;
        power -= 1;
        at %= size;
    }
    1 << power
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Steele, Lea and Flood's SplitMix64: numbers that look drawn, the same for a seed.
    struct Chance(u64);

    impl Chance {
        fn draw(&mut self) -> u64 {
            self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
            let mut z = self.0;
            z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
            z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
            z ^ (z >> 31)
        }
    }

    const QUESTIONS: usize = 9;

    /// Conditions drawn at random: clauses of three, and cardinalities over five.
    #[derive(Debug)]
    struct Drawn {
        clauses: Vec<[(usize, bool); 3]>,
        cardinalities: Vec<(Vec<(usize, bool)>, usize)>,
    }

    fn drawn(seed: u64) -> Drawn {
        let mut chance = Chance(seed);
        let mut literal = |among: &mut Vec<usize>| {
            let at = (chance.draw() % among.len() as u64) as usize;
            (among.swap_remove(at), chance.draw().is_multiple_of(2))
        };
        let mut clause = || {
            let mut left: Vec<usize> = (0..QUESTIONS).collect();
            [literal(&mut left), literal(&mut left), literal(&mut left)]
        };
        let clauses = (0..18).map(|_| clause()).collect();
        let mut cardinality = |most: usize| {
            let mut left: Vec<usize> = (0..QUESTIONS).collect();
            ((0..5).map(|_| literal(&mut left)).collect::<Vec<_>>(), most)
        };
        Drawn { clauses, cardinalities: vec![cardinality(1), cardinality(2), cardinality(3)] }
    }

    impl Drawn {
        fn says(&self, answer: &dyn Fn(usize) -> bool) -> bool {
            let holds = |&(question, yes): &(usize, bool)| answer(question) == yes;
            self.clauses.iter().all(|clause| clause.iter().any(holds))
                && self.cardinalities.iter().all(|(lits, most)| lits.iter().filter(|lit| holds(lit)).count() <= *most)
        }

        fn engine(&self) -> (Engine, Vec<Lit>) {
            let mut engine = Engine::default();
            let questions: Vec<Lit> = (0..QUESTIONS).map(|_| engine.question()).collect();
            let lit = |&(question, yes): &(usize, bool)| if yes { questions[question] } else { !questions[question] };
            for clause in &self.clauses {
                engine.at_least_one(&clause.iter().map(lit).collect::<Vec<_>>());
            }
            for (lits, most) in &self.cardinalities {
                engine.at_most(&lits.iter().map(lit).collect::<Vec<_>>(), *most);
            }
            (engine, questions)
        }

        /// Whether any answer with the first questions fixed to yes holds, by trying all.
        fn possible(&self, fixed: usize) -> bool {
            (0..1_u32 << QUESTIONS).any(|bits| {
                let answer = |question: usize| bits >> question & 1 == 1;
                (0..fixed).all(answer) && self.says(&answer)
            })
        }
    }

    #[test]
    fn what_holds_and_what_is_refuted_is_what_trying_all_answers_finds() {
        let (mut held, mut refuted) = (0, 0);
        for seed in 0..400 {
            let drawn = drawn(seed);
            let (mut engine, questions) = drawn.engine();
            // One engine is asked again and again, as the searches do.
            for fixed in [3, 0, 2, 1] {
                match engine.solve(&questions[..fixed], u64::MAX, &mut || true) {
                    Outcome::Holds => {
                        held += 1;
                        assert!(drawn.says(&|question| engine.holds(questions[question])), "seed {seed}");
                        assert!(questions[..fixed].iter().all(|&lit| engine.holds(lit)));
                    }
                    Outcome::Refuted(core) => {
                        refuted += 1;
                        assert!(!drawn.possible(fixed), "seed {seed}, {fixed} fixed");
                        assert!(core.iter().all(|lit| questions[..fixed].contains(lit)), "a core is made of assumptions");
                        assert!(matches!(engine.solve(&core, u64::MAX, &mut || true), Outcome::Refuted(_)), "and is enough");
                    }
                    Outcome::Unknown => panic!("nobody stopped it"),
                }
            }
        }
        assert!(held > 100 && refuted > 100, "the premise: {held} and {refuted}");
    }

    /// n + 1 things in n places, one each: clauses alone would need time that doubles with each n.
    #[test]
    fn a_search_stops_when_told_or_when_its_conflicts_are_used_up() {
        let mut engine = Engine::default();
        let places: Vec<Vec<Lit>> = (0..10).map(|_| (0..9).map(|_| engine.question()).collect()).collect();
        places.iter().for_each(|thing| engine.at_least_one(thing));
        for place in 0..9 {
            let here: Vec<Lit> = places.iter().map(|thing| thing[place]).collect();
            engine.at_most(&here, 1);
        }
        assert_eq!(engine.solve(&[], 50, &mut || true), Outcome::Unknown);
        assert_eq!(engine.conflicts, 50);
        let mut asked = 0;
        let outcome = engine.solve(&[], u64::MAX, &mut || {
            asked += 1;
            asked < 3
        });
        assert_eq!((outcome, asked), (Outcome::Unknown, 3));
    }

    #[test]
    fn conditions_that_cannot_hold_are_known_from_the_start() {
        let mut engine = Engine::default();
        let (a, b) = (engine.question(), engine.question());
        engine.must(a);
        engine.at_least(&[a, b], 2);
        assert_eq!(engine.solve(&[!b], u64::MAX, &mut || true), Outcome::Refuted(vec![!b]));
        engine.at_most(&[a, b], 1);
        assert_eq!(engine.solve(&[], u64::MAX, &mut || true), Outcome::Refuted(Vec::new()));
        let mut engine = Engine::default();
        let only = engine.question();
        engine.at_least(&[only], 2);
        assert_eq!(engine.solve(&[], u64::MAX, &mut || true), Outcome::Refuted(Vec::new()));
    }

    /// The beginning of the sequence as published: 1 1 2 1 1 2 4 1 1 2 1 1 2 4 8.
    #[test]
    fn stretches_follow_lubys_sequence() {
        assert_eq!((0..15).map(luby).collect::<Vec<_>>(), [1, 1, 2, 1, 1, 2, 4, 1, 1, 2, 1, 1, 2, 4, 8]);
    }
}
