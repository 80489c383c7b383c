//! How many go into one hole, and how many are left to grow there?

use crate::growth::growing::Growing;
use crate::seed::chance::seeds_a_hole;
use sparrow_facts::timing::Means;

/// The share of holes that may stay empty before another seed goes into each (common practice: one in ten).
pub const EMPTY: f64 = 0.1;
/// The share of cells that may stay empty before another seed goes into each: so many more than are wanted are sown in any case (common
/// practice: one in four).
const EMPTY_CELL: f64 = 0.25;
/// The most seeds in one hole that are reckoned, for they have to be thinned.
pub const MOST_SEEDS: u32 = 4;

/// How many seeds, sets or plants go into one hole: the household's `own` number; else the clump's for multi-sown ways, one of what
/// is planted; of what is sown so many that hardly a hole stays empty at the germination of the lot in the tin, or at the least with which seed is sold.
///
/// ```
/// use sparrow_core::catalogue::Catalogue;
/// use sparrow_core::growth::growing::Growing;
/// use sparrow_core::growth::in_hole::in_each_hole;
/// use sparrow_facts::timing::Means;
/// let seeds = |key: &str, own| {
///     let crop = Catalogue::standard().crop(key).unwrap();
///     in_each_hole(Growing::by(crop, &crop.ways[0], Means::Direct), own)
/// };
/// // 45 of a hundred carrots fail: of two in a hole both do in 20 holes of a hundred, of three in 9.
/// assert_eq!((seeds("carrot", None), seeds("pea", None), seeds("bean", None)), (3, 2, 2));
/// assert_eq!(seeds("carrot", Some(5)), 5);
/// ```
pub fn in_each_hole(growing: Growing, own: Option<u8>) -> u32 {
    if let Some(own) = own {
        return own.into();
    }
    if growing.way.per_hole > 1 {
        return growing.way.per_hole.into();
    }
    if growing.means != Means::Direct {
        return 1;
    }
    seeds_a_hole(growing.seed(), EMPTY, MOST_SEEDS)
}

/// How many seeds go into one hole or cell when it is sown: those of a hole; into a cell one, or a clump, and where the lot in the tin
/// comes up poorly as many as leave hardly more cells empty than are sown beyond what is wanted; for plants that are parted later so many
/// that as many of them come up.
pub fn seeds_when_sown(growing: Growing, own: Option<u8>) -> u32 {
    if let Some(parted) = parted(growing, own) {
        let share = growing.seed().share().max(1.0 / f64::from(MOST_SEEDS));
        return (f64::from(parted) / share - 1e-9).ceil() as u32;
    }
    let singly = own.is_none() && growing.way.per_hole == 1;
    if growing.means == Means::Shelf && singly && growing.lot().is_some() {
        return seeds_a_hole(growing.seed(), EMPTY_CELL, MOST_SEEDS);
    }
    in_each_hole(growing, own)
}

/// How many plants stand together in one cell of the shelf to be parted when they are planted; nothing where they are not, and where the
/// household says how many go into each.
pub fn parted(growing: Growing, own: Option<u8>) -> Option<u32> {
    growing.way.parted.filter(|_| growing.means == Means::Shelf && own.is_none()).map(u32::from)
}

/// How many plants are left to grow in one hole: what is sown singly is thinned to the strongest; a clump, and what is planted, stays
/// as many as were put there.
pub fn plants_a_hole(growing: Growing, own: Option<u8>) -> u32 {
    let thinned = growing.way.per_hole == 1 && growing.means == Means::Direct;
    if thinned { 1 } else { own.unwrap_or(growing.way.per_hole).max(1).into() }
}
