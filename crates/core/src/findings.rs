//! What is there to settle, to note and to be glad of? Every rule asked about every patch.

use crate::bed::{Bed, BedId};
use crate::calendar;
use crate::catalogue::Catalogue;
use crate::company::{self, Kind};
use crate::garden::Garden;
use crate::length::Length;
use crate::patch::{Patch, PatchId};
use crate::place;
use crate::reckon::PatchReckoning;
use crate::room::{self, Room};
use crate::rotation::{self, History, Stand};
use crate::season::Season;
use crate::sharing::{self, Sharing};
use crate::spacing::{Hole, Planting, Sum};
use jiff::civil::Date;
use serde::Serialize;

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
    /// It stands on ground with another crop, in time or too long.
    Shares(Sharing),
    /// Two marked rows are nearer than they can both stand.
    RowsCrowd {
        /// The other row.
        other: PatchId,
        /// The gap between them.
        gap: Length,
        /// The day on which the leaves of one reach over the stems of the other.
        day: Date,
    },
    /// Picked often, and farther than an arm from every side it can be reached from.
    OutOfReach {
        /// How many holes.
        holes: u32,
        /// Days from one picking to the next.
        every: u8,
        /// How far an arm reaches.
        arm: Length,
    },
    /// Its vines grow out over a board to where one walks.
    Spills,
    /// Its vines have no edge to grow out over.
    NowhereToSpill,
    /// Maize in too few rows for the wind.
    FewRows {
        /// Rows the shorter way.
        rows: u32,
    },
    /// It stays for years, and is not at an end of the bed.
    InTheMiddle {
        /// It is left for seed.
        for_seed: bool,
    },
    /// A taller crop's noon shadow lies over it.
    Shaded {
        /// The taller patch.
        by: PatchId,
        /// Holes in the shade.
        holes: u32,
        /// The day it is judged on: the middle of the time both stand.
        day: Date,
        /// How long the shadow is.
        long: Length,
        /// It is glad of shade in summer.
        welcome: bool,
    },
    /// Kinds of one crop flower together and spoil each other.
    Crosses {
        /// The other patch.
        other: PatchId,
        /// Days between their flowering.
        days_apart: u32,
        /// Days there should be.
        wanted: u32,
    },
    /// Planted close beside something of quite another size.
    UnlikeNeighbour {
        /// The other patch.
        other: PatchId,
    },
}

/// What every finding is made from.
pub(crate) struct Around<'a> {
    pub(crate) garden: &'a Garden,
    pub(crate) catalogue: &'a Catalogue,
    pub(crate) history: &'a History<'a>,
    pub(crate) season: &'a Season,
    /// The patches of the year as they are laid.
    pub(crate) laid: &'a [place::Laid<'a>],
}

/// A finding about a patch that nothing is yet said of.
fn finding(patch: &Patch, (weight, key, other, reason): place::Found) -> Finding {
    Finding {
        number: None,
        kept: patch.kept.contains(&key),
        key,
        bed: patch.bed,
        patch: patch.id,
        other,
        weight,
        reason,
        way_out: None,
    }
}

/// All that is found about one patch.
pub(crate) fn of_patch(around: &Around, laid: place::Laid, reckoned: &PatchReckoning) -> Vec<Finding> {
    let patch = laid.planting.patch;
    let mut found = fitting(around, laid, reckoned);
    found.extend(soon(around, laid));
    found.extend(company(around, patch));
    found.extend(place::around(around.garden, laid, around.laid));
    found.extend(shared(around, laid));
    let mut found: Vec<Finding> = found.into_iter().map(|one| finding(patch, one)).collect();
    // Moving helps against neighbours, shade and the past; not against a patch too small for one plant.
    let by_moving = |f: &Finding| {
        f.weight == Weight::Settle
            && !matches!(
                f.reason,
                Reason::NoneFits { .. } | Reason::RowsCrowd { .. } | Reason::Shares(_) | Reason::Crosses { .. }
            )
    };
    if found.iter().any(|finding| by_moving(finding) && !finding.kept) {
        let way_out = room::untroubled(around.garden, around.catalogue, around.history, patch, reckoned.least);
        found.iter_mut().filter(|finding| by_moving(finding)).for_each(|finding| finding.way_out = way_out);
    }
    found
}

fn fitting(around: &Around, laid: place::Laid, reckoned: &PatchReckoning) -> Vec<place::Found> {
    let mut found = Vec::new();
    let (sum, planting) = (laid.sum, laid.planting);
    if sum.fits + sum.under_braces == 0 {
        found.push((Weight::Settle, "none-fits".into(), None, Reason::NoneFits { least: reckoned.least }));
    }
    if sum.under_braces > 0 {
        found.push((Weight::Note, "brace".into(), None, Reason::UnderBrace { holes: sum.under_braces }));
    }
    let ground = sum.ground;
    if planting.way.trellis
        && !is_held_up(around, planting.patch)
        && !planting.bed.has_trellis_in((ground.left, ground.far), (ground.right, ground.near))
    {
        found.push((Weight::Note, "trellis".into(), None, Reason::WantsTrellis));
    }
    found
}

/// Whether a neighbour holds it up, as maize does beans.
fn is_held_up(around: &Around, patch: &Patch) -> bool {
    let applies = company::around(around.garden, around.catalogue, patch);
    applies.iter().any(|one| one.relation.kind == Kind::Supports && one.whom.id == patch.id)
}

fn soon(around: &Around, laid: place::Laid) -> Option<place::Found> {
    let reason = too_soon(around, laid.planting)?;
    let Reason::TooSoon { stand, .. } = &reason else { return None };
    Some((Weight::Settle, format!("soon:{}:{}", stand.family, stand.year), None, reason))
}

/// Each pair is told once, on the patch that came later: that is the one most easily moved.
fn company(around: &Around, patch: &Patch) -> Vec<place::Found> {
    let Around { garden, catalogue, .. } = *around;
    let mut found = Vec::new();
    for applies in company::around(garden, catalogue, patch) {
        let other = if applies.who.id == patch.id { applies.whom } else { applies.who };
        let (Some(who), Some(whom)) = (catalogue.crop(&applies.who.crop), catalogue.crop(&applies.whom.crop)) else { continue };
        if other.id < patch.id {
            let weight = if applies.relation.kind.is_trouble() { Weight::Settle } else { Weight::Good };
            let contradicted = company::is_contradicted(catalogue, applies.relation, who, whom);
            let reason = Reason::Company { relation: applies.index, who: applies.who.id, whom: applies.whom.id, contradicted };
            let key =
                format!("company:{}>{}:{:?}:{}", applies.relation.who, applies.relation.whom, applies.relation.kind, other.id.0);
            found.push((weight, key, Some(other.id), reason));
        }
    }
    found
}

fn shared(around: &Around, laid: place::Laid) -> Vec<place::Found> {
    if !laid.planting.patch.between {
        return Vec::new();
    }
    let others: Vec<(&Planting, &Sum, &[Hole])> = around.laid.iter().map(|one| (one.planting, one.sum, one.holes)).collect();
    let sharings = sharing::sharings(around.garden, laid.planting, laid.holes, &others);
    let told = |sharing: Sharing| {
        let weight = if sharing.is_in_time() { Weight::Good } else { Weight::Settle };
        (weight, format!("shares:{}", sharing.slow.0), Some(sharing.slow), Reason::Shares(sharing))
    };
    sharings.into_iter().map(told).collect()
}

fn too_soon(around: &Around, planting: &Planting) -> Option<Reason> {
    let Around { garden, catalogue, history, season, .. } = *around;
    let (bed, patch): (&Bed, &Patch) = (planting.bed, planting.patch);
    let sections = rotation::sections_of(garden, bed, patch);
    let stand = history.too_soon(catalogue, bed.id, &sections, patch)?;
    let family = catalogue.family(&stand.family)?;
    let year = calendar::growing_year(patch.from, garden.site.latitude.hemisphere());
    // A stand over winter is judged in the year it was planted, not again in the next.
    if year != season.year {
        return None;
    }
    let free_bed = room::nearest_beds(garden, bed).into_iter().find(|id| history.is_free_of(*id, family, year));
    let interval = u8::try_from(rotation::waits(garden, family, bed.id)).unwrap_or(u8::MAX);
    Some(Reason::TooSoon { stand, year, interval, free_bed })
}

/// Sorts findings by bed and weight and numbers those to be settled.
pub(crate) fn number(findings: &mut [Finding]) {
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
