//! Does the wind pollinate it, and by its own kind? Maize is judged by what stands together and flowers together.

use crate::ground::hole::Hole;
use crate::rules::place::Laid;
use crate::rules::reason::{Found, Reason, Weight};
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::ids::PatchId;
use sparrow_facts::site::Site;
use sparrow_facts::units::Length;
use sparrow_facts::warning::{WarnedOf, WarningKey};
use std::collections::BTreeSet;

/// Rows the shorter way below which ears stay gappy (common practice).
pub const LEAST_ROWS: u32 = 3;
/// Rows the shorter way from which the wind does its work (common practice).
pub const ROWS: u32 = 4;
/// Days by which two kinds of maize must flower apart to stay true (common practice).
pub const FLOWERING_APART: i32 = 14;
/// Pollen falls for about so long, so that what flowers within it flowers together \[days\] (common practice: a week).
const TOGETHER: i32 = 7;
/// Days from flowering to picking sweet maize (common practice: silks brown about three weeks later).
const SILK_TO_EAR: f64 = 21.0;

/// How far other maize stays off where it flowers at the same time: 250 ft (common practice of home gardens; seed growers ask for
/// more) \[m\].
pub const NEIGHBOUR_APART: u16 = 76;

/// All that is found about a patch of maize; each block is told of on its first patch. `others` are all patches of the year.
pub fn around(site: &Site, laid: Laid, others: &[Laid]) -> Vec<Found> {
    if laid.planting.way.strain.is_none() {
        return Vec::new();
    }
    let block = block(laid, others);
    if first(&block) != Some(laid.planting.patch.id) {
        return Vec::new();
    }
    let mut found = Vec::new();
    let rows = rows(&block);
    if rows < ROWS {
        let weight = if rows < LEAST_ROWS { Weight::Settle } else { Weight::Note };
        found.push((weight, WarningKey::of(WarnedOf::Rows), None, Reason::FewRows { rows, least: LEAST_ROWS, better: ROWS }));
    }
    found.extend(crosses(&block, others));
    found.extend(beyond_the_fence(site, laid));
    found
}

/// Maize of another kind that a neighbour grows within the wind's reach; when it flowers, nobody here can know.
fn beyond_the_fence(site: &Site, laid: Laid) -> Option<Found> {
    let theirs = site.neighbour_maize.as_ref()?;
    let unlike = laid.planting.way.strain.as_ref() != Some(&theirs.strain);
    let reason = Reason::NeighbourCrosses {
        strain: theirs.strain.clone(),
        metres: theirs.metres,
        wanted: NEIGHBOUR_APART,
        flowers: flowers(laid),
    };
    (unlike && theirs.metres < NEIGHBOUR_APART).then(|| (Weight::Note, WarningKey::of(WarnedOf::Neighbour), None, reason))
}

/// The day on which a patch is in flower, by its packet and the warmth here.
pub fn flowers(laid: Laid) -> Date {
    let ripe = laid.planting.pace.ripe[0];
    laid.planting.patch.from.saturating_add((((ripe - SILK_TO_EAR).max(0.0)) as i64).days())
}

/// When the rows of the year's maize that are too few for the wind are in flower, and are pollinated by hand.
pub fn by_hand(all: &[Laid]) -> Vec<(PatchId, Date)> {
    let maize = all.iter().filter(|laid| laid.planting.way.strain.is_some());
    let few = maize.filter(|laid| {
        let block = block(**laid, all);
        first(&block) == Some(laid.planting.patch.id) && rows(&block) < ROWS
    });
    few.map(|laid| (laid.planting.patch.id, flowers(*laid))).collect()
}

/// The patches of one kind that touch each other, one after another, and flower together.
fn block<'a>(laid: Laid<'a>, others: &[Laid<'a>]) -> Vec<Laid<'a>> {
    let joins = |one: &Laid, other: &Laid| {
        let (a, b) = (one.planting, other.planting);
        a.bed.id == b.bed.id
            && a.way.strain == b.way.strain
            && a.patch.rect.touches(b.patch.rect)
            && (flowers(*one) - flowers(*other)).get_days().abs() <= TOGETHER
    };
    let mut found = vec![laid];
    let mut at = 0;
    while at < found.len() {
        let here = found[at];
        for other in
            others.iter().filter(|other| other.planting.crop.book_key() == here.planting.crop.book_key() && joins(&here, other))
        {
            if !found.iter().any(|one| one.planting.patch.id == other.planting.patch.id) {
                found.push(*other);
            }
        }
        at += 1;
    }
    found
}

fn first(block: &[Laid]) -> Option<PatchId> {
    block.iter().map(|laid| laid.planting.patch.id).min()
}

/// Rows the shorter way of patches side by side, counted together.
fn rows(block: &[Laid]) -> u32 {
    let distance = block.iter().map(|laid| laid.sum.spacing.along.min(laid.sum.spacing.across)).min();
    rows_of(distance.unwrap_or(Length::ZERO), block.iter().flat_map(|laid| laid.holes))
}

/// Rows of stems the shorter way: stems nearer to each other than half of their distance are in one row. In rows the two distances
/// are in and between them, whichever way they run; `distance` is the smaller.
pub fn rows_of<'h>(distance: Length, holes: impl Iterator<Item = &'h Hole> + Clone) -> u32 {
    let apart = distance.get() / 2;
    let one_way = |at: &dyn Fn(&Hole) -> i32| {
        let places: BTreeSet<i32> = holes.clone().map(at).collect();
        let (mut rows, mut last) = (0, None);
        for place in places {
            if last.is_none_or(|last| place - last > apart) {
                (rows, last) = (rows + 1, Some(place));
            }
        }
        rows
    };
    let (along, across): (u32, u32) = (one_way(&|hole| hole.x.get()), one_way(&|hole| hole.y.get()));
    along.min(across)
}

/// Blocks of other kinds that flower while this one does, each pair told once, on the block that was put down later.
fn crosses(block: &[Laid], others: &[Laid]) -> Vec<Found> {
    let own = block[0].planting;
    let kind = |other: &&Laid| other.planting.crop.book_key() == own.crop.book_key() && other.planting.way.strain.is_some();
    let unlike = others.iter().filter(kind).filter(|other| other.planting.way.strain != own.way.strain);
    let mut told: Vec<PatchId> = Vec::new();
    let mut found = Vec::new();
    for other in unlike {
        let theirs = self::block(*other, others);
        let Some(head) = first(&theirs).filter(|head| first(block).is_some_and(|own| *head < own) && !told.contains(head)) else {
            continue;
        };
        told.push(head);
        let pairs = block.iter().flat_map(|one| theirs.iter().map(move |two| (one, two)));
        let nearest = pairs.min_by_key(|(one, two)| (flowers(**one) - flowers(**two)).get_days().abs());
        let Some((one, two)) = nearest else { continue };
        let apart = (flowers(*one) - flowers(*two)).get_days();
        if apart.abs() < FLOWERING_APART {
            // The later one is put off further, or else the earlier would have to go in before its day.
            let later = if apart >= 0 { one } else { two }.planting.patch.id;
            let (days_apart, wanted) = (apart.unsigned_abs(), FLOWERING_APART.unsigned_abs());
            let reason = Reason::Crosses { other: head, later, days_apart, wanted };
            found.push((Weight::Settle, WarningKey::with(WarnedOf::Cross, head), Some(head), reason));
        }
    }
    found
}
