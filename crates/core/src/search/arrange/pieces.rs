//! What if crops do not fit in one piece each? Ground is dealt out square by square, so that nothing that fits is left out.
//!
//! Whole squares are walked through up and down, like a thread through the bed; each wish takes the next ones that are free on its
//! days until it has as many plants as it wants, and lies on them in as few rectangles as they make. So a list of as many squares
//! as there are always fits, and a longer one is met as far as it goes, what must find room first. Orders of the wishes are tried
//! by chance, from a fixed seed; of those that meet most, the one with the best neighbours is kept.

use crate::ground::pattern::Chance;
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::search::arrange::asked::BedWish;
use crate::search::arrange::weigh::{MISSING, ROOM};
use sparrow_facts::bed::Bed;
use sparrow_facts::patch::{Patch, Placing};
use sparrow_facts::rect::Rect;

/// One piece of ground for a wish.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Dealt {
    /// The wish, by its place in the list.
    pub wish: usize,
    /// The half squares.
    pub rect: Rect,
    /// Plants it holds.
    pub plants: u32,
}

/// The most orders of the wishes that are tried, each along the bed and across it, and the squares looked at for them all.
const ORDERS: usize = 120;
const LOOKS: usize = 400_000;
/// The most deals of equal worth that are handed on.
const HANDED_ON: usize = 24;

/// What meets most of the wishes, several ways of dealing it out; nothing when there is no whole square.
pub fn deal(known: Known, bed: &Bed, wishes: &[BedWish], patterns: &[Placing]) -> Vec<Vec<Dealt>> {
    let patches: Vec<Patch> = patterns.iter().map(|pattern| pattern.patch(0)).collect();
    let table = Table::of(known, bed, wishes, &patches);
    let mut chance = Chance(0x5eed);
    let mut order: Vec<usize> = (0..wishes.len()).collect();
    // What must find room first, and of that what wants more than a square to a plant, which cannot lie anywhere.
    let rank = |wish: &usize| (!wishes[*wish].must, table.wide(*wish).is_none());
    let mut best: (i64, Vec<Vec<Dealt>>) = (i64::MIN, Vec::new());
    let squares = usize::from(table.columns) * usize::from(table.rows);
    for n in 0..(LOOKS / (squares * wishes.len()).max(1)).clamp(4, ORDERS) {
        if n > 0 {
            for i in (1..order.len()).rev() {
                order.swap(i, (chance.draw() % (i as u64 + 1)) as usize);
            }
        }
        order.sort_by_key(rank);
        for along in [true, false] {
            let dealt = table.deal(&order, along);
            let worth = table.worth(&dealt);
            if worth > best.0 {
                best = (worth, vec![dealt]);
            } else if worth == best.0 && best.1.len() < HANDED_ON && !best.1.contains(&dealt) {
                best.1.push(dealt);
            }
        }
    }
    best.1
}

struct Table<'a> {
    wishes: &'a [BedWish],
    patches: &'a [Patch],
    plantings: Vec<Option<Planting<'a>>>,
    standing: Vec<&'a Patch>,
    columns: u16,
    rows: u16,
    /// Holes of each wish on each square, row by row; braces take some.
    holds: Vec<Vec<u32>>,
}

impl<'a> Table<'a> {
    fn of(known: Known<'a>, bed: &Bed, wishes: &'a [BedWish], patches: &'a [Patch]) -> Self {
        let (columns, rows) = bed.half_squares(known.garden.site.squares());
        let (columns, rows) = (columns / 2, rows / 2);
        let mut table = Table {
            wishes,
            plantings: patches.iter().map(|patch| Planting::alone(known, patch)).collect(),
            standing: known.garden.patches.iter().filter(|patch| patch.bed == bed.id).collect(),
            patches,
            columns,
            rows,
            holds: Vec::new(),
        };
        let squares = || (0..rows).flat_map(move |y| (0..columns).map(move |x| square(x, y)));
        table.holds = table
            .plantings
            .iter()
            .map(|planting| squares().map(|square| planting.as_ref().map_or(0, |planting| planting.fits(square))).collect())
            .collect();
        table
    }

    /// Whole squares along and across that one plant wants, where it wants more than one.
    fn wide(&self, wish: usize) -> Option<(u16, u16)> {
        let planting = self.plantings[wish].as_ref()?;
        let (w, h) = planting.distance(planting.school).starter(planting.units());
        (w > 2 || h > 2).then_some((w.div_ceil(2), h.div_ceil(2)))
    }

    fn per_hole(&self, wish: usize) -> u32 {
        self.plantings[wish].as_ref().map_or(1, Planting::per_hole)
    }

    /// The squares in the order of the thread: up one column and down the next, or so by rows.
    fn thread(&self, along: bool) -> Vec<(u16, u16)> {
        let (outer, inner) = if along { (self.columns, self.rows) } else { (self.rows, self.columns) };
        let line = |n: u16| {
            let there = (0..inner).map(move |m| (n, m)).collect::<Vec<_>>();
            if n.is_multiple_of(2) { there } else { there.into_iter().rev().collect() }
        };
        (0..outer).flat_map(line).map(|(n, m)| if along { (n, m) } else { (m, n) }).collect()
    }

    fn is_free(&self, wish: usize, rect: Rect, dealt: &[Dealt]) -> bool {
        let patch = &self.patches[wish];
        let stands = self.standing.iter().any(|other| other.rect.overlaps(rect) && other.meets(patch));
        !stands && !dealt.iter().any(|one| one.rect.overlaps(rect) && self.patches[one.wish].meets(patch))
    }

    fn deal(&self, order: &[usize], along: bool) -> Vec<Dealt> {
        let thread = self.thread(along);
        let mut dealt: Vec<Dealt> = Vec::new();
        for &wish in order {
            let wanted = self.wishes[wish].plants.div_ceil(self.per_hole(wish));
            let found = match self.wide(wish) {
                Some(size) => self.blocks((wish, wanted), size, &thread, &dealt),
                None => self.squares((wish, wanted), &thread, along, &dealt),
            };
            dealt.extend(found);
        }
        dealt
    }

    /// Blocks of squares, one to a plant, wherever the next one is free.
    fn blocks(&self, (wish, wanted): (usize, u32), (w, h): (u16, u16), thread: &[(u16, u16)], dealt: &[Dealt]) -> Vec<Dealt> {
        let mut found: Vec<Dealt> = Vec::new();
        for &(x, y) in thread {
            if found.len() as u32 >= wanted {
                break;
            }
            let rect = Rect { x: 2 * x, y: 2 * y, w: 2 * w, h: 2 * h };
            let inside = x + w <= self.columns && y + h <= self.rows;
            let clear = || self.is_free(wish, rect, dealt) && !found.iter().any(|one| one.rect.overlaps(rect));
            if inside && clear() && self.holes(wish, rect) > 0 {
                found.push(Dealt { wish, rect, plants: self.holes(wish, rect) * self.per_hole(wish) });
            }
        }
        self.joined(wish, found)
    }

    /// Blocks side by side that make a rectangle are one piece, where it holds as many.
    fn joined(&self, wish: usize, mut found: Vec<Dealt>) -> Vec<Dealt> {
        let join = |a: Rect, b: Rect| {
            let beside = a.y == b.y && a.h == b.h && (a.right() == b.x || b.right() == a.x);
            let below = a.x == b.x && a.w == b.w && (a.bottom() == b.y || b.bottom() == a.y);
            let (x, y) = (a.x.min(b.x), a.y.min(b.y));
            let rect = Rect { x, y, w: a.right().max(b.right()) - x, h: a.bottom().max(b.bottom()) - y };
            (beside || below).then_some(rect)
        };
        let pair = |found: &[Dealt]| {
            let pairs = (0..found.len()).flat_map(|a| (a + 1..found.len()).map(move |b| (a, b)));
            pairs.into_iter().find_map(|(a, b)| {
                let rect = join(found[a].rect, found[b].rect)?;
                let plants = self.holes(wish, rect) * self.per_hole(wish);
                (plants >= found[a].plants + found[b].plants).then_some((a, b, Dealt { wish, rect, plants }))
            })
        };
        while let Some((a, b, whole)) = pair(&found) {
            found.remove(b);
            found[a] = whole;
        }
        found
    }

    fn squares(&self, (wish, wanted): (usize, u32), thread: &[(u16, u16)], along: bool, dealt: &[Dealt]) -> Vec<Dealt> {
        let mut taken: Vec<Dealt> = Vec::new();
        let mut holes = 0;
        for &(x, y) in thread {
            if holes >= wanted {
                break;
            }
            let here = self.holds[wish][usize::from(y) * usize::from(self.columns) + usize::from(x)];
            if here > 0 && self.is_free(wish, square(x, y), dealt) {
                holes += here;
                taken.push(Dealt { wish, rect: square(x, y), plants: here * self.per_hole(wish) });
            }
        }
        // Along the thread's own lines first, so that whole columns are joined with whole columns.
        taken.sort_by_key(|one| if along { (one.rect.x, one.rect.y) } else { (one.rect.y, one.rect.x) });
        self.joined(wish, taken)
    }

    fn holes(&self, wish: usize, rect: Rect) -> u32 {
        self.plantings[wish].as_ref().map_or(0, |planting| planting.fits(rect))
    }

    /// How far the wishes are met; pieces cost a little.
    fn worth(&self, dealt: &[Dealt]) -> i64 {
        let of = |(wish, wanted): (usize, &BedWish)| {
            let got = got(dealt, wish).min(wanted.plants);
            let full = i64::from(if wanted.must { MISSING } else { ROOM });
            full * 100 * i64::from(got) / i64::from(wanted.plants.max(1))
        };
        self.wishes.iter().enumerate().map(of).sum::<i64>() - dealt.len() as i64
    }
}

/// Plants that a wish gets in all its pieces.
pub fn got(dealt: &[Dealt], wish: usize) -> u32 {
    dealt.iter().filter(|one| one.wish == wish).map(|one| one.plants).sum()
}

fn square(x: u16, y: u16) -> Rect {
    Rect { x: 2 * x, y: 2 * y, w: 2, h: 2 }
}
