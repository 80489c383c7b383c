//! How much may a garden hold in all? Its ground, what stands in one year, what stands between what, and pieces that rotate.
//!
//! Limits of single things do not bound a garden: sixty beds may each be small or large. Totals are reckoned, not laid out, and
//! a change that makes one larger than it may be is refused; what was larger already may stay and shrink.

use crate::catalogue::Catalogue;
use crate::climate::calendar::growing_year;
use crate::ground::planting::Planting;
use crate::limits::{MOST_HALF_SQUARES, MOST_HOLES_IN_A_YEAR, MOST_HOSTS, MOST_IN_A_YEAR, MOST_OWN_PARTS, MOST_PIECES};
use crate::turns::ground::plots;
use sparrow_facts::edit::{Edit, apply};
use sparrow_facts::garden::Garden;
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use std::collections::BTreeMap;

/// What a garden holds in all.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq)]
struct Totals {
    half_squares: u64,
    /// Patches in the year that has most.
    in_a_year: u64,
    /// Holes in the year that has most.
    holes_in_a_year: u64,
    /// Plantings on the ground of the one that is planted between most.
    hosts: u64,
    pieces: u64,
    /// Parts of own groupings.
    parts: u64,
}

/// Whether a garden may hold so much.
///
/// # Errors
/// When a total is larger than it may be.
pub fn check(garden: &Garden, catalogue: &Catalogue) -> Result<(), Refusal> {
    grown(Totals::default(), Totals::of(garden, catalogue))
}

/// Whether edits leave the garden with no more than it may hold, or with no more than it held.
///
/// # Errors
/// When a total is larger than it may be, and than it was.
pub fn check_edits(garden: &Garden, catalogue: &Catalogue, edits: &[Edit]) -> Result<(), Refusal> {
    let adds = |edit: &Edit| !matches!(edit, Edit::Patch { after: None, .. } | Edit::Bed { after: None, .. } | Edit::Past { .. });
    if !edits.iter().any(adds) {
        return Ok(());
    }
    let mut after = garden.clone();
    apply(&mut after, edits);
    let totals = Totals::of(&after, &catalogue.with_own(&after));
    if grown(Totals::default(), totals).is_ok() {
        return Ok(());
    }
    grown(Totals::of(garden, catalogue), totals)
}

fn grown(before: Totals, after: Totals) -> Result<(), Refusal> {
    let all = [
        ("half squares of beds", before.half_squares, after.half_squares, u64::from(MOST_HALF_SQUARES)),
        ("patches in one growing year", before.in_a_year, after.in_a_year, MOST_IN_A_YEAR as u64),
        ("holes in one growing year", before.holes_in_a_year, after.holes_in_a_year, MOST_HOLES_IN_A_YEAR),
        ("plantings on ground that others are planted between", before.hosts, after.hosts, MOST_HOSTS as u64),
        ("parts of groupings of your own", before.parts, after.parts, MOST_OWN_PARTS as u64),
        ("pieces of ground that rotate", before.pieces, after.pieces, MOST_PIECES as u64),
    ];
    match all.into_iter().find(|(_, was, is, most)| is > most && is > was) {
        Some((what, _, there, most)) => Err(Refusal::GardenFull { what, there, most }),
        None => Ok(()),
    }
}

impl Totals {
    fn of(garden: &Garden, catalogue: &Catalogue) -> Totals {
        let squares = |bed: &sparrow_facts::bed::Bed| {
            let (columns, rows) = bed.half_squares(garden.site.squares());
            u64::from(columns) * u64::from(rows)
        };
        let years = in_years(garden, catalogue);
        Totals {
            half_squares: garden.beds.iter().map(squares).sum(),
            in_a_year: years.values().map(|(patches, _)| *patches).max().unwrap_or(0),
            holes_in_a_year: years.values().map(|(_, holes)| *holes).max().unwrap_or(0),
            hosts: garden
                .patches
                .iter()
                .filter(|patch| patch.planted.between)
                .map(|patch| hosts(garden, patch))
                .max()
                .unwrap_or(0),
            pieces: plots(garden).len() as u64,
            parts: garden.groupings.iter().map(|own| own.parts.len() as u64).sum(),
        }
    }
}

/// Patches and holes of each growing year.
fn in_years(garden: &Garden, catalogue: &Catalogue) -> BTreeMap<i16, (u64, u64)> {
    let hemisphere = garden.site.latitude.hemisphere();
    let mut years: BTreeMap<i16, (u64, u64)> = BTreeMap::new();
    for patch in &garden.patches {
        let holes = Planting::by_packet(garden, catalogue, patch).map_or(0, |planting| planting.at_most());
        for year in growing_year(patch.from, hemisphere)..=growing_year(patch.until, hemisphere) {
            let (patches, all) = years.entry(year).or_default();
            (*patches, *all) = (*patches + 1, *all + holes);
        }
    }
    years
}

/// Plantings between which a patch is planted.
fn hosts(garden: &Garden, patch: &Patch) -> u64 {
    let on_its_ground = |other: &&Patch| {
        !other.planted.between && other.bed == patch.bed && other.rect.overlaps(patch.rect) && other.meets(patch)
    };
    garden.patches.iter().filter(on_its_ground).count() as u64
}
