//! What follows from all that? Counts, holes, squares, company and rotation for one day.
//!
//! The one pure function between the facts and the picture. Nothing it says is stored.

use crate::bed::{Bed, BedId};
use crate::calendar::{self, Season};
use crate::catalogue::Catalogue;
use crate::company;
use crate::crop::{Crop, Way};
use crate::fit::{BedFit, bed_fit};
use crate::garden::Garden;
use crate::length::Length;
use crate::patch::{Patch, PatchId};
use crate::room::{self, Room};
use crate::rotation::{self, History, Stand};
use crate::spacing::{self, Hole, Sum};
use crate::yard::{self, Path};
use jiff::civil::Date;
use serde::Serialize;

/// Everything that follows from a garden's facts on a day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Reckoning {
    /// The year and its frosts.
    pub season: Season,
    /// Each bed, in the garden's order.
    pub beds: Vec<BedReckoning>,
    /// Each patch of the growing year, in the garden's order.
    pub patches: Vec<PatchReckoning>,
    /// What there is to settle, to note and to be glad of, bed by bed.
    pub findings: Vec<Finding>,
    /// The paths between the beds.
    pub paths: Vec<Path>,
}

/// What follows for one bed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct BedReckoning {
    /// The bed.
    pub bed: BedId,
    /// Its squares.
    pub fit: BedFit,
    /// How many sections its braces make.
    pub sections: u8,
    /// Plants standing on the needle's day.
    pub plants: u32,
    /// Ground no patch covers on the needle's day, in hundredths of a square.
    pub free_centisquares: u32,
    /// What stood here before the growing year, latest first.
    pub before: Vec<Stand>,
}

/// What follows for one patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct PatchReckoning {
    /// The patch.
    pub patch: PatchId,
    /// Its count.
    pub sum: Sum,
    /// Its holes, in the bed's frame.
    pub holes: Vec<Hole>,
    /// How wide a mature plant's canopy is.
    pub spread: Length,
    /// Whether it stands on the needle's day.
    pub stands: bool,
    /// The least rectangle of half squares that holds one plant.
    pub least: (u16, u16),
}

/// How a finding weighs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(rename_all = "kebab-case")]
pub enum Weight {
    /// Something to settle: a warning with a way out.
    Settle,
    /// Something to know.
    Note,
    /// Something to be glad of.
    Good,
}

/// One thing found about a patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Finding {
    /// Its number on the plan, from 1 in each bed, when it is to be settled and not kept.
    pub number: Option<u32>,
    /// What the household keeps it under.
    pub key: String,
    /// The bed in which it is marked.
    pub bed: BedId,
    /// The patch it is about.
    pub patch: PatchId,
    /// The other patch it is about.
    pub other: Option<PatchId>,
    /// How it weighs.
    pub weight: Weight,
    /// The household has seen it and keeps it.
    pub kept: bool,
    /// What it is.
    pub reason: Reason,
    /// Untroubled ground the patch could move to.
    pub way_out: Option<Room>,
}

/// Why a finding is one; the page turns it into sentences.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Reason {
    /// A relation of the catalogue applies.
    Company {
        /// Its place in the catalogue's relations.
        relation: usize,
        /// The patch that does something.
        who: PatchId,
        /// The patch it is done to.
        whom: PatchId,
        /// The catalogue also says the opposite of these two.
        contradicted: bool,
    },
    /// The family stood there too lately.
    TooSoon {
        /// The earlier stand.
        stand: Stand,
        /// The growing year of the patch.
        year: i16,
        /// Years the family should stay away.
        interval: u8,
        /// The nearest bed that is free of the family, whether or not it has room.
        free_bed: Option<BedId>,
    },
    /// Not one plant fits at its distance.
    NoneFits {
        /// Half squares along and across that hold one.
        least: (u16, u16),
    },
    /// It wants something to climb and no trellis is there.
    WantsTrellis,
    /// Some holes would lie under a brace and are left out.
    UnderBrace {
        /// How many.
        holes: u32,
    },
}

/// Concludes all that follows from a garden's facts on the needle's day.
///
/// `today` is only used to tell which year is being planned.
pub fn reckon(garden: &Garden, catalogue: &Catalogue, needle: Date, today: Date) -> Reckoning {
    let season = calendar::season(&garden.site, needle, today);
    let shown: Vec<Shown> = garden.patches.iter().filter_map(|patch| Shown::of(garden, catalogue, patch, &season)).collect();
    let patches: Vec<PatchReckoning> = shown.iter().map(|shown| shown.reckon(garden, needle)).collect();
    let around = Around { garden, catalogue, history: &History::of(garden, catalogue), season: &season };
    let beds = garden.beds.iter().map(|bed| reckon_bed(&around, bed, &patches)).collect();
    let mut findings: Vec<Finding> =
        shown.iter().zip(&patches).flat_map(|(shown, reckoned)| findings_of(&around, shown, reckoned)).collect();
    number(&mut findings);
    Reckoning { season, beds, patches, findings, paths: yard::paths(garden) }
}

/// What every finding is made from.
struct Around<'a> {
    garden: &'a Garden,
    catalogue: &'a Catalogue,
    history: &'a History<'a>,
    season: &'a Season,
}

/// A patch of the shown year with what it refers to.
struct Shown<'a> {
    patch: &'a Patch,
    bed: &'a Bed,
    crop: &'a Crop,
    way: &'a Way,
}

impl<'a> Shown<'a> {
    fn of(garden: &'a Garden, catalogue: &'a Catalogue, patch: &'a Patch, season: &Season) -> Option<Self> {
        let crop = catalogue.crop(&patch.crop)?;
        let in_year = patch.from <= season.last_day && patch.until >= season.first_day;
        in_year.then_some(Shown { patch, bed: garden.bed(patch.bed)?, crop, way: crop.way(&patch.way)? })
    }

    fn reckon(&self, garden: &Garden, needle: Date) -> PatchReckoning {
        let source = self.crop.sources.get("spacing").map_or("", String::as_str);
        let (sum, holes) = spacing::reckon(garden, self.bed, self.patch, self.way, source);
        let least = spacing::starter(sum.spacing, garden.site.units);
        PatchReckoning { patch: self.patch.id, sum, holes, spread: self.way.spread, stands: self.patch.stands_on(needle), least }
    }
}

fn reckon_bed(around: &Around, bed: &Bed, patches: &[PatchReckoning]) -> BedReckoning {
    let Around { garden, history, season, .. } = *around;
    let fit = bed_fit(bed, garden.site.units);
    let standing = || {
        patches.iter().filter(|reckoned| reckoned.stands && garden.patch(reckoned.patch).is_some_and(|patch| patch.bed == bed.id))
    };
    BedReckoning {
        bed: bed.id,
        fit,
        sections: bed.sections(),
        plants: standing().map(|reckoned| reckoned.sum.plants).sum(),
        free_centisquares: free_ground(garden, bed, season.needle),
        before: history.stands_before(bed.id, season.year),
    }
}

/// Ground of a bed that no patch and no brace covers on a day, in hundredths of a square, part squares at their size.
fn free_ground(garden: &Garden, bed: &Bed, day: Date) -> u32 {
    let units = garden.site.units;
    let (columns, rows) = bed.half_squares(units);
    let standing: Vec<&Patch> = garden.patches.iter().filter(|patch| patch.bed == bed.id && patch.stands_on(day)).collect();
    let mut free = 0i64;
    for y in 0..rows {
        for x in 0..columns {
            let cell = crate::patch::Rect { x, y, w: 1, h: 1 };
            if !standing.iter().any(|patch| patch.rect.overlaps(cell)) {
                let ground = cell.ground(bed, units);
                free += (i64::from(ground.length().get()) - braced(bed, ground)) * i64::from(ground.width().get());
            }
        }
    }
    let square = i64::from(units.square().get()).pow(2);
    u32::try_from((free * 100 + square / 2) / square).unwrap_or(0)
}

/// How much of a piece of ground's length lies under braces \[0.1 mm\].
fn braced(bed: &Bed, ground: crate::patch::Ground) -> i64 {
    let covered = bed.braces.iter().map(|brace| {
        let (from, to) = (brace.at - brace.thickness.over(2), brace.at + brace.thickness - brace.thickness.over(2));
        i64::from((to.min(ground.right) - from.max(ground.left)).get().max(0))
    });
    covered.sum()
}

fn findings_of(around: &Around, shown: &Shown, reckoned: &PatchReckoning) -> Vec<Finding> {
    let Around { garden, catalogue, history, .. } = *around;
    let mut found = Vec::new();
    let finding = |key: String, weight, other, reason| Finding {
        number: None,
        kept: shown.patch.kept.contains(&key),
        key,
        bed: shown.bed.id,
        patch: shown.patch.id,
        other,
        weight,
        reason,
        way_out: None,
    };
    if reckoned.sum.columns == 0 || reckoned.sum.rows == 0 {
        found.push(finding("none-fits".into(), Weight::Settle, None, Reason::NoneFits { least: reckoned.least }));
    }
    if reckoned.sum.under_braces > 0 {
        let reason = Reason::UnderBrace { holes: reckoned.sum.under_braces };
        found.push(finding("brace".into(), Weight::Note, None, reason));
    }
    let ground = reckoned.sum.ground;
    if shown.way.trellis && !shown.bed.has_trellis_in((ground.left, ground.far), (ground.right, ground.near)) {
        found.push(finding("trellis".into(), Weight::Note, None, Reason::WantsTrellis));
    }
    if let Some(reason) = too_soon(around, shown) {
        let key = match &reason {
            Reason::TooSoon { stand, .. } => format!("soon:{}:{}", stand.family, stand.year),
            _ => String::new(),
        };
        found.push(finding(key, Weight::Settle, None, reason));
    }
    // Each pair is told once, on the patch that came later: that is the one most easily moved.
    for applies in company::around(garden, catalogue, shown.patch) {
        let other = if applies.who.id == shown.patch.id { applies.whom } else { applies.who };
        let trouble = applies.relation.kind.is_trouble();
        let (Some(who), Some(whom)) = (catalogue.crop(&applies.who.crop), catalogue.crop(&applies.whom.crop)) else { continue };
        if other.id < shown.patch.id {
            let contradicted = company::is_contradicted(catalogue, applies.relation, who, whom);
            let reason = Reason::Company { relation: applies.index, who: applies.who.id, whom: applies.whom.id, contradicted };
            let key =
                format!("company:{}>{}:{:?}:{}", applies.relation.who, applies.relation.whom, applies.relation.kind, other.id.0);
            found.push(finding(key, if trouble { Weight::Settle } else { Weight::Good }, Some(other.id), reason));
        }
    }
    if found.iter().any(|finding| finding.weight == Weight::Settle && !finding.kept) {
        let way_out = room::untroubled(garden, catalogue, history, shown.patch, reckoned.least);
        found
            .iter_mut()
            .filter(|f| f.weight == Weight::Settle && !matches!(f.reason, Reason::NoneFits { .. }))
            .for_each(|f| f.way_out = way_out);
    }
    found
}

fn too_soon(around: &Around, shown: &Shown) -> Option<Reason> {
    let Around { garden, catalogue, history, season } = *around;
    let sections = rotation::sections_of(garden, shown.bed, shown.patch);
    let stand = history.too_soon(catalogue, shown.bed.id, &sections, shown.patch)?;
    let family = catalogue.family(&stand.family)?;
    let year = calendar::growing_year(shown.patch.from, garden.site.latitude.hemisphere());
    // A stand over winter is judged in the year it was planted, not again in the next.
    if year != season.year {
        return None;
    }
    let free_bed = room::nearest_beds(garden, shown.bed).into_iter().find(|id| history.is_free_of(*id, family, year));
    Some(Reason::TooSoon { stand, year, interval: family.interval, free_bed })
}

/// Sorts findings by bed and weight and numbers those to be settled.
fn number(findings: &mut [Finding]) {
    findings.sort_by_key(|finding| (finding.bed, finding.weight, finding.kept));
    let (mut bed, mut last) = (None, 0);
    for finding in findings.iter_mut().filter(|finding| finding.weight == Weight::Settle && !finding.kept) {
        if bed != Some(finding.bed) {
            (bed, last) = (Some(finding.bed), 0);
        }
        last += 1;
        finding.number = Some(last);
    }
}
