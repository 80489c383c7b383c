//! Which pick of candidates scores best? Through all of them on small beds, by ruin and rebuilding else.
//!
//! Ruin and recreate: G. Schrimpf, J. Schneider, H. Stamm-Wilbrandt, G. Dueck, Record breaking
//! optimization results using the ruin and recreate principle, J. Comput. Phys. 159, 2000.

use crate::ground::pattern::Chance;
use crate::search::arrange::problem::{Problem, score};
use crate::search::arrange::weigh::MISSING;
use crate::search::watch::Watch;

/// One candidate a wish, or none.
pub type Pick = Vec<Option<usize>>;

/// What the search found.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Answer {
    /// The best pick, and the best that is truly different, if there is one.
    pub picks: Vec<Pick>,
    /// No score can be above this.
    pub bound: i32,
    /// The first is proved to be the best.
    pub proven: bool,
    /// Starts it was looked for from, of [`STARTS`].
    pub starts: u32,
}

/// The most candidates looked at to prove a pick the best.
const MOST_LOOKS: u32 = 4_000_000;
/// A problem with more combinations than this is not even tried to be proved.
const SMALL: u64 = 20_000_000;
/// How much of one's former ground makes a place the same as before: half.
const SAME: u32 = 2;
/// What it costs in the search for another answer to put a crop where it was.
const AGAIN: i32 = 25;

/// Starts of taking up and putting down before the search ends by itself.
pub const STARTS: u32 = 10;

/// The best pick, looked for from several starts of so many rounds each. It is told after each start, and is proved the
/// best where that can be done. The same problem and rounds give the same answers; none is worse than one before it.
pub fn search(problem: &Problem, rounds: u32, watch: &mut Watch<Answer>) -> Answer {
    let mut found: Vec<(i32, Pick)> = as_it_is(problem).into_iter().map(|pick| (score(problem, &pick), pick)).collect();
    let (mut starts, mut proven, mut tried) = (0, false, None);
    while starts < STARTS && !proven {
        let seed = 2 * u64::from(starts);
        let best = Ruin::new(problem, None, seed).run(rounds);
        found.push((score(problem, &best), best));
        // What lies elsewhere is looked for from the start; it is also another way to something better.
        let unlike = best_of(&found);
        let other = Ruin::new(problem, unlike.as_ref(), seed + 1).run(rounds);
        found.push((score(problem, &other), other));
        starts += 1;
        // A better pick to beat cuts off more: only then is another try worth its while.
        let best = found.iter().map(|one| one.0).max();
        if best != tried {
            tried = best;
            proven = prove(problem, &mut found);
        }
        if !watch(Some(&|| answer(problem, &found, proven, starts))) {
            break;
        }
    }
    answer(problem, &found, proven, starts)
}

fn best_of(found: &[(i32, Pick)]) -> Option<Pick> {
    found.iter().max_by_key(|one| one.0).map(|one| one.1.clone())
}

/// Looks through all picks, as far as that goes; a better one is found with the others.
fn prove(problem: &Problem, found: &mut Vec<(i32, Pick)>) -> bool {
    let best = best_of(found).unwrap_or_default();
    let mut through = Through::new(problem, score(problem, &best));
    let proven = through.run();
    found.extend(through.best.take().map(|better| (score(problem, &better), better)));
    proven
}

fn answer(problem: &Problem, found: &[(i32, Pick)], proven: bool, starts: u32) -> Answer {
    let best = best_of(found).unwrap_or_default();
    let bound = if proven { score(problem, &best) } else { bound(problem) };
    let other = found.iter().filter(|(_, other)| differs(problem, &best, other)).max_by_key(|one| one.0);
    let other = other.map(|one| one.1.clone());
    Answer { picks: std::iter::once(best).chain(other).collect(), bound, proven, starts }
}

/// The bed as it is, as far as the wishes lie in it now: what there is to beat. Nothing when none does.
fn as_it_is(problem: &Problem) -> Option<Pick> {
    let pick: Pick = problem.wishes.iter().map(|wish| wish.now).collect();
    let placed: Vec<(usize, usize)> = pick.iter().enumerate().filter_map(|(wish, at)| at.map(|at| (wish, at))).collect();
    let clear = placed.iter().enumerate().all(|(i, one)| placed[i + 1..].iter().all(|other| !problem.overlap(*one, *other)));
    (clear && !placed.is_empty()).then_some(pick)
}

/// The best pick by looking at every single one: the plain form, for small problems only.
pub fn enumerate(problem: &Problem) -> (i32, Pick) {
    fn next(problem: &Problem, pick: &mut Pick, best: &mut (i32, Pick)) {
        let wish = pick.len();
        if wish == problem.wishes.len() {
            let total = score(problem, pick);
            if total > best.0 {
                *best = (total, pick.clone());
            }
            return;
        }
        pick.push(None);
        next(problem, pick, best);
        for candidate in 0..problem.wishes[wish].candidates.len() {
            let clear = (0..wish).all(|other| pick[other].is_none_or(|d| !problem.overlap((wish, candidate), (other, d))));
            if clear {
                pick[wish] = Some(candidate);
                next(problem, pick, best);
            }
        }
        pick.pop();
    }
    let mut best = (i32::MIN, Vec::new());
    next(problem, &mut Vec::new(), &mut best);
    best
}

/// The most any pick could score: every wish at its best place, every pair at its best together.
fn bound(problem: &Problem) -> i32 {
    let wishes = 0..problem.wishes.len();
    let alone: i32 = wishes.clone().map(|wish| at_best(problem, wish)).sum();
    let together = wishes.clone().flat_map(|a| wishes.clone().skip(a + 1).map(move |b| (a, b)));
    alone + together.map(|(a, b)| problem.together_at_best(a, b).max(0)).sum::<i32>()
}

fn at_best(problem: &Problem, wish: usize) -> i32 {
    let best = problem.wishes[wish].candidates.first().map(|one| one.points);
    best.map_or(left_out(problem, wish), |points| points.max(left_out(problem, wish)))
}

fn left_out(problem: &Problem, wish: usize) -> i32 {
    if problem.wishes[wish].must { -MISSING } else { 0 }
}

/// Whether at least half of the crops of two picks lie elsewhere.
fn differs(problem: &Problem, one: &Pick, other: &Pick) -> bool {
    let moved = (0..one.len()).filter(|wish| match (one[*wish], other[*wish]) {
        (Some(c), Some(d)) => !is_same(problem, *wish, c, d),
        (None, None) => false,
        _ => true,
    });
    moved.count() * 2 >= one.len()
}

/// Whether two places of one wish share half of the ground of the smaller.
fn is_same(problem: &Problem, wish: usize, c: usize, d: usize) -> bool {
    let (a, b) = (problem.wishes[wish].candidates[c].rect, problem.wishes[wish].candidates[d].rect);
    let side = |low: u16, high: u16| u32::from(high.saturating_sub(low));
    let shared = side(a.x.max(b.x), a.right().min(b.right())) * side(a.y.max(b.y), a.bottom().min(b.bottom()));
    let area = |r: sparrow_facts::rect::Rect| u32::from(r.w) * u32::from(r.h);
    shared * SAME >= area(a).min(area(b)).max(1)
}

/// Depth first through all picks, cut off where even the best of the rest could not be better.
struct Through<'a> {
    problem: &'a Problem,
    /// Wishes with the fewest candidates first.
    order: Vec<usize>,
    /// For each depth, the most that the wishes from there on can add.
    rest: Vec<i32>,
    to_beat: i32,
    best: Option<Pick>,
    looks: u32,
}

impl<'a> Through<'a> {
    fn new(problem: &'a Problem, to_beat: i32) -> Self {
        let mut order: Vec<usize> = (0..problem.wishes.len()).collect();
        order.sort_by_key(|wish| (problem.wishes[*wish].candidates.len(), *wish));
        // Each wish brings its best place, and its best with every wish before it in the order.
        let adds = |depth: usize| {
            let wish = order[depth];
            let pairs: i32 = order[..depth].iter().map(|other| problem.together_at_best(*other, wish).max(0)).sum();
            at_best(problem, wish) + pairs
        };
        let mut rest = vec![0; order.len() + 1];
        for depth in (0..order.len()).rev() {
            rest[depth] = rest[depth + 1] + adds(depth);
        }
        Through { problem, order, rest, to_beat, best: None, looks: 0 }
    }

    /// True when every pick was looked at or cut off with reason.
    fn run(&mut self) -> bool {
        let combinations = self.problem.wishes.iter().map(|wish| wish.candidates.len() as u64 + 1);
        let small = combinations.fold(1u64, u64::saturating_mul) <= SMALL;
        small && self.deeper(0, 0, &mut vec![None; self.order.len()])
    }

    fn deeper(&mut self, depth: usize, so_far: i32, pick: &mut Pick) -> bool {
        if so_far + self.rest[depth] <= self.to_beat {
            return true;
        }
        if depth == self.order.len() {
            self.to_beat = so_far;
            self.best = Some(pick.clone());
            return true;
        }
        let (problem, wish) = (self.problem, self.order[depth]);
        for candidate in 0..problem.wishes[wish].candidates.len() {
            self.looks += 1;
            if self.looks > MOST_LOOKS {
                return false;
            }
            let placed = || pick.iter().enumerate().filter_map(|(other, at)| at.map(|at| (other, at)));
            if placed().any(|other| problem.overlap((wish, candidate), other)) {
                continue;
            }
            let with: i32 = placed().map(|other| problem.together(other, (wish, candidate))).sum();
            let adds = problem.alone(wish, candidate) + with;
            pick[wish] = Some(candidate);
            let whole = self.deeper(depth + 1, so_far + adds, pick);
            pick[wish] = None;
            if !whole {
                return false;
            }
        }
        self.deeper(depth + 1, so_far + left_out(problem, wish), pick)
    }
}

/// Takes a few crops up, puts them down again one by one at the best place left, and keeps what is not much worse.
struct Ruin<'a> {
    problem: &'a Problem,
    /// A pick to keep away from.
    unlike: Option<&'a Pick>,
    chance: Chance,
}

impl<'a> Ruin<'a> {
    fn new(problem: &'a Problem, unlike: Option<&'a Pick>, seed: u64) -> Self {
        Ruin { problem, unlike, chance: Chance(seed) }
    }

    /// What the search strives for: the score, less what is where it should not be again.
    fn worth(&self, pick: &Pick) -> i32 {
        score(self.problem, pick) - (0..pick.len()).map(|wish| pick[wish].map_or(0, |c| self.again(wish, c))).sum::<i32>()
    }

    fn again(&self, wish: usize, candidate: usize) -> i32 {
        let was = self.unlike.and_then(|unlike| unlike[wish]);
        was.map_or(0, |was| if is_same(self.problem, wish, candidate, was) { AGAIN } else { 0 })
    }

    fn run(mut self, rounds: u32) -> Pick {
        let wishes = self.problem.wishes.len();
        let mut now: Pick = vec![None; wishes];
        // What must find room first, and of those the ones with the least choice.
        let mut order: Vec<usize> = (0..wishes).collect();
        order.sort_by_key(|wish| (!self.problem.wishes[*wish].must, self.problem.wishes[*wish].candidates.len(), *wish));
        order.into_iter().for_each(|wish| self.put(&mut now, wish));
        let mut best = (self.worth(&now), now.clone());
        let mut current = best.0;
        for round in 0..rounds {
            let mut tried = now.clone();
            let mut taken = self.take_up(&mut tried);
            // In the order of chance, so that each gets its turn at the free choice.
            for i in (1..taken.len()).rev() {
                taken.swap(i, (self.chance.draw() % (i as u64 + 1)) as usize);
            }
            taken.into_iter().for_each(|wish| self.put(&mut tried, wish));
            let worth = self.worth(&tried);
            // A little worse is let pass, less and less within each hundred rounds.
            let patience = (100 - (round % 100) as i32) / 8;
            if worth >= current - patience {
                (now, current) = (tried, worth);
            }
            if current > best.0 {
                best = (current, now.clone());
            }
        }
        best.1
    }

    /// Two or three crops that lie there, and all that lie nowhere.
    fn take_up(&mut self, pick: &mut Pick) -> Vec<usize> {
        let mut taken: Vec<usize> = (0..pick.len()).filter(|wish| pick[*wish].is_none()).collect();
        for _ in 0..2 + self.chance.draw() % 3 {
            let wish = (self.chance.draw() % pick.len() as u64) as usize;
            if pick[wish].take().is_some() {
                taken.push(wish);
            }
        }
        taken
    }

    /// Puts one wish at the best place left, if any is better than none.
    fn put(&self, pick: &mut Pick, wish: usize) {
        let problem = self.problem;
        let placed: Vec<(usize, usize)> = pick.iter().enumerate().filter_map(|(other, at)| at.map(|at| (other, at))).collect();
        let most: i32 = placed.iter().map(|other| problem.together_at_best(other.0, wish).max(0)).sum();
        let mut best = (left_out(problem, wish), None);
        for candidate in 0..problem.wishes[wish].candidates.len() {
            let alone = problem.alone(wish, candidate) - self.again(wish, candidate);
            // Candidates come best first, so the rest can only be worse.
            if problem.alone(wish, candidate) + most <= best.0 {
                break;
            }
            if placed.iter().any(|other| problem.overlap((wish, candidate), *other)) {
                continue;
            }
            let worth = alone + placed.iter().map(|other| problem.together(*other, (wish, candidate))).sum::<i32>();
            if worth > best.0 {
                best = (worth, Some(candidate));
            }
        }
        pick[wish] = best.1;
    }
}
