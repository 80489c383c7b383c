//! Where could one wish lie, and what speaks for each place by itself?

use crate::catalogue::Nearness;
use crate::ground::hole::Hole;
use crate::ground::planting::{Laid, Planting};
use crate::known::Known;
use crate::rules::past::History;
use crate::rules::{maize, place, shade};
use crate::search::arrange::asked::{BedWish, Weighed, Why};
use crate::search::arrange::weigh::place as worth;
use crate::search::arrange::weigh::{ROOM, points, shadow};
use sparrow_facts::bed::Bed;
use sparrow_facts::patch::{Patch, Placing};
use sparrow_facts::rect::{Ground, Rect};
use sparrow_facts::units::Length;

/// A place for a wish.
#[derive(Debug, Clone)]
pub struct Candidate {
    /// The half squares.
    pub rect: Rect,
    /// The same as ground.
    pub ground: Ground,
    /// Where its plants stand.
    pub holes: Vec<Hole>,
    /// Plants it holds.
    pub plants: u32,
    /// What it is worth by itself.
    pub points: i32,
    /// The same, reason by reason.
    pub why: Vec<Weighed>,
}

/// The most places looked at for one wish; the best by themselves are kept.
const MOST: usize = 500;
/// The longest a patch may be, in its widths.
const LONGEST: u16 = 20;

/// All places for a wish on ground that is free on its days, the best by themselves first. `now` is where it lies now, which is
/// always among them.
pub fn of(known: Known, history: &History, wish: &BedWish, now: Option<Rect>, pattern: &Placing) -> Vec<Candidate> {
    let garden = known.garden;
    let patch = pattern.patch(0);
    let Some(planting) = Planting::alone(known, &patch) else { return Vec::new() };
    let bed = planting.bed;
    let standing: Vec<&Patch> = garden.patches.iter().filter(|other| other.bed == bed.id && other.meets(&patch)).collect();
    let around = Around { known, history, standing: &standing };
    let grid = bed.half_squares(garden.site.squares());
    let holes = wish.plants.div_ceil(planting.per_hole());
    let at = |rect: Rect| {
        let laid = planting.lay(rect, planting.school);
        let suits = laid.holes.len() as u32 >= holes && !standing.iter().any(|other| other.rect.overlaps(rect));
        suits.then(|| around.candidate(wish, &planting, rect, laid))
    };
    let shapes = shapes(&planting, grid, holes);
    let mut rects: Vec<Rect> = shapes.into_iter().flat_map(|shape| places(shape, grid)).collect();
    rects.extend(now.filter(|rect| rect.within(grid) && !rects.contains(rect)));
    let mut found: Vec<Candidate> = rects.into_iter().take_while(|_| known.work.goes_on(1)).filter_map(at).collect();
    found.sort_by_key(|one| (std::cmp::Reverse(one.points), one.rect.y, one.rect.x, one.rect.w, one.rect.h));
    // What is cut off is never the place where it lies now.
    let lies_now = found.iter().skip(MOST).find(|one| Some(one.rect) == now).cloned();
    found.truncate(MOST);
    found.extend(lies_now);
    debug_assert!(found.windows(2).all(|pair| pair[0].points >= pair[1].points), "the search relies on the order");
    found
}

/// One place for a wish, whatever it holds: a piece of what is wished for.
pub fn at(known: Known, history: &History, bed: &Bed, wish: &BedWish, place: &Placing) -> Option<Candidate> {
    let patch = place.patch(0);
    let planting = Planting::alone(known, &patch)?;
    let standing: Vec<&Patch> = known.garden.patches.iter().filter(|other| other.bed == bed.id && other.meets(&patch)).collect();
    let around = Around { known, history, standing: &standing };
    let laid = planting.lay(place.rect, planting.school);
    Some(around.candidate(wish, &planting, place.rect, laid))
}

/// The smallest shapes that hold so many: for each width the least length, none much larger than the
/// smallest and none long and thin.
fn shapes(planting: &Planting, (columns, rows): (u16, u16), holes: u32) -> Vec<(u16, u16)> {
    // Elsewhere in the bed more of the ground may be there than in its corner.
    let fits = |w: u16, h: u16| planting.fits_whole(Rect { x: 0, y: 0, w, h }) >= holes;
    let mut found: Vec<(u16, u16)> = Vec::new();
    // Twice the ground its holes would take on a grid is more than any shape worth having.
    let distance = planting.distance(planting.school);
    let half = f64::from(planting.units().half_square().get());
    let hole = f64::from(distance.along.get()) * f64::from(distance.across.get()) / (half * half);
    let most = f64::from(holes) * hole * 2.0 + 24.0;
    for h in 1..=rows {
        // Lengths are tried by halving: more ground never holds less.
        let widest = columns.min((most / f64::from(h)).ceil() as u16);
        let (mut low, mut high) = (1, widest);
        if widest == 0 || !fits(widest, h) {
            continue;
        }
        while low < high {
            let middle = (low + high) / 2;
            if fits(middle, h) { high = middle } else { low = middle + 1 }
        }
        let no_longer = found.last().is_none_or(|(w, _)| low < *w);
        if no_longer && low <= h * LONGEST && h <= low * LONGEST {
            found.push((low, h));
        }
    }
    let area = |(w, h): (u16, u16)| u32::from(w) * u32::from(h);
    let least = found.iter().map(|shape| area(*shape)).min().unwrap_or(0);
    found.retain(|shape| area(*shape) <= least + (least / 4).max(2));
    found
}

/// Places of a shape: on whole squares where its sides are whole, else on half squares, and flush with
/// the right and the near board.
fn places((w, h): (u16, u16), (columns, rows): (u16, u16)) -> Vec<Rect> {
    let steps = |size: u16, most: u16| {
        let last = most.saturating_sub(size);
        // A very large bed is looked at in coarser steps, so that the answer comes at once.
        let coarse = usize::from(most / 48);
        let step = if size.is_multiple_of(2) { 2 } else { 1 } + 2 * coarse;
        let mut steps: Vec<u16> = (0..=last).step_by(step).collect();
        if steps.last() != Some(&last) {
            steps.push(last);
        }
        steps
    };
    let xs = steps(w, columns);
    steps(h, rows).into_iter().flat_map(|y| xs.iter().map(move |x| Rect { x: *x, y, w, h })).collect()
}

struct Around<'a> {
    known: Known<'a>,
    history: &'a History<'a>,
    standing: &'a [&'a Patch],
}

impl Around<'_> {
    fn candidate(&self, wish: &BedWish, planting: &Planting, rect: Rect, laid: Laid) -> Candidate {
        let ground = rect.ground(planting.bed, planting.units());
        let mut why = Vec::new();
        let mut note = |reason: Why, points: i32| why.push(Weighed { why: reason, points });
        if !wish.must {
            note(Why::Room, ROOM);
        }
        self.in_its_place(planting, ground, &laid, &mut note);
        self.beside_what_stands(planting, rect, &laid.holes, &mut note);
        let (long, short) = (rect.w.max(rect.h), rect.w.min(rect.h));
        note(Why::Shape, 1 - i32::from(long / short));
        let bed = planting.bed;
        let boards =
            [ground.left == Length::ZERO, ground.far == Length::ZERO, ground.right == bed.length, ground.near == bed.width];
        let whole = [rect.x, rect.y].into_iter().filter(|at| at.is_multiple_of(2)).count() as i32;
        note(Why::Tidy, boards.into_iter().filter(|at| *at).count() as i32 + whole);
        let points = why.iter().map(|one| one.points).sum();
        let plants = laid.holes.len() as u32 * planting.per_hole();
        Candidate { rect, ground, holes: laid.holes, plants, points, why }
    }

    /// Reach, trellis, edge, rows, end and the years before.
    fn in_its_place(&self, planting: &Planting, ground: Ground, laid: &Laid, note: &mut impl FnMut(Why, i32)) {
        let Planting { bed, way, patch, .. } = *planting;
        if let Some(beyond) = place::beyond_an_arm(planting, &laid.holes) {
            note(Why::Reach { within: beyond == 0 }, worth::either(worth::REACH, beyond == 0));
        }
        if let Some(there) = place::has_a_trellis(planting, ground) {
            note(Why::Trellis { there }, worth::either(worth::TRELLIS, there));
        }
        if let Some(there) = place::has_an_edge(planting, ground) {
            note(Why::Spill { there }, worth::either(worth::EDGE, there));
        }
        if way.strain.is_some() {
            let distance = planting.distance(planting.school);
            let rows = maize::rows_of(distance.along.min(distance.across), laid.holes.iter());
            let enough = rows >= maize::LEAST_ROWS;
            note(Why::Block { rows, enough }, worth::either(worth::ROWS, enough));
        }
        if let Some(there) = place::is_at_an_end(planting, ground) {
            note(Why::End { there }, worth::either(worth::END, there));
        }
        let sections = bed.sections_between(ground.left, ground.right);
        if self.history.too_soon(bed.id, &sections, patch).is_some() {
            note(Why::TooSoon, worth::TOO_SOON);
        }
    }

    /// Company and shade with what stands in the bed already.
    fn beside_what_stands(&self, planting: &Planting, rect: Rect, holes: &[Hole], note: &mut impl FnMut(Why, i32)) {
        for other in self.standing {
            let Some(crop) = self.known.catalogue.crop(&other.planted.crop) else { continue };
            for &index in self.known.catalogue.relations_between(planting.crop, crop) {
                let relation = &self.known.catalogue.relations[index];
                let grown =
                    crop.way(&other.planted.way).is_some_and(|way| relation.applies((planting.crop, planting.way), (crop, way)));
                if grown && (relation.reach != Nearness::Touching || other.rect.touches(rect)) {
                    note(Why::Company { with: crop.key.clone(), relation: index }, points(relation));
                }
            }
            let there = Planting::of(self.known, other);
            let theirs = there.as_ref().map(|planting| planting.reckon().1).unwrap_or_default();
            let ground = |rect: Rect| rect.ground(planting.bed, planting.units());
            let one = (planting.patch, ground(rect), holes, &planting.crop.key);
            let two = (*other, ground(other.rect), theirs.as_slice(), &crop.key);
            for (tall, short) in [(one, two), (two, one)] {
                if let Some((reach, points)) = shadow(self.known, planting.bed, tall.0, short.0)
                    && shade::falls_on(tall.1, reach, short.2).is_some()
                {
                    note(Why::Shade { by: tall.3.clone(), on: short.3.clone(), welcome: points > 0 }, points);
                }
            }
        }
    }
}
