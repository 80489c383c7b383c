//! What is there to settle, to note and to be glad of? Every rule asked about every patch.

use crate::catalogue::{Grade, Kind, Relation};
use crate::climate::calendar;
use crate::ground::hole::Hole;
use crate::ground::near;
use crate::ground::planting::{Planting, Sum};
use crate::known::Known;
use crate::rules::past::History;
use crate::rules::reason::{Found, Reason, Weight};
use crate::rules::room::Room;
use crate::rules::sharing::Sharing;
use crate::rules::{company, density, maize, past, place, room, sharing, soil};
use crate::season::year::GrowingYear;
use serde::Serialize;
use sparrow_facts::bed::Bed;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Patch;
use sparrow_facts::warning::{WarnedOf, WarningKey};

/// One thing found about a patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Finding {
    /// Its number on the plan, from 1 in each bed, when it is to be settled and not kept.
    pub number: Option<u32>,
    /// What the household keeps it under.
    pub key: WarningKey,
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
    /// Other ground would settle it.
    pub by_moving: bool,
    /// Untroubled ground the patch could move to.
    pub way_out: Option<Room>,
}

/// What every finding is made from.
pub(crate) struct Around<'a> {
    pub(crate) known: Known<'a>,
    pub(crate) history: &'a History<'a>,
    pub(crate) season: &'a GrowingYear,
    /// The patches of the year as they are laid.
    pub(crate) laid: &'a [place::Laid<'a>],
}

/// A finding about a patch that nothing is yet said of.
fn finding(patch: &Patch, (weight, key, other, reason): Found) -> Finding {
    Finding {
        number: None,
        kept: patch.kept.contains(&key),
        key,
        bed: patch.bed,
        patch: patch.id,
        other,
        weight,
        by_moving: reason.is_settled_by_moving(),
        reason,
        way_out: None,
    }
}

/// All that is found about one patch.
pub(crate) fn of_patch(around: &Around, laid: place::Laid) -> Vec<Finding> {
    let patch = laid.planting.patch;
    let mut found = fitting(around, laid);
    found.extend(soon(around, laid));
    found.extend(company(around, patch));
    found.extend(place::around(around.known.garden, laid, around.laid));
    found.extend(maize::around(&around.known.garden.site, laid, around.laid));
    found.extend(soil::around(around.known, laid, around.laid));
    found.extend(shared(around, laid));
    let mut found: Vec<Finding> = found.into_iter().map(|one| finding(patch, one)).collect();
    let by_moving = |f: &Finding| f.weight == Weight::Settle && f.by_moving;
    if found.iter().any(|finding| by_moving(finding) && !finding.kept) {
        let way_out = room::untroubled(around.known, around.history, patch, laid.least);
        found.iter_mut().filter(|finding| by_moving(finding)).for_each(|finding| finding.way_out = way_out);
    }
    found
}

fn fitting(around: &Around, laid: place::Laid) -> Vec<Found> {
    let mut found = Vec::new();
    let (sum, planting) = (laid.sum, laid.planting);
    found.extend(density::around(laid));
    if sum.under_braces > 0 {
        found.push((Weight::Note, WarningKey::of(WarnedOf::Brace), None, Reason::UnderBrace { holes: sum.under_braces }));
    }
    if place::has_a_trellis(planting, sum.ground) == Some(false) && !is_held_up(around, planting.patch) {
        found.push((Weight::Note, WarningKey::of(WarnedOf::Trellis), None, Reason::WantsTrellis));
    }
    found.extend(loses_support(around, planting));
    found
}

/// What holds a climber up is cleared while it still stands on it, and no trellis is there.
fn loses_support(around: &Around, planting: &Planting) -> Option<Found> {
    let Planting { crop, way, patch, bed, .. } = *planting;
    let ground = patch.rect.ground(bed, planting.units());
    if bed.has_trellis_in((ground.left, ground.far), (ground.right, ground.near)) {
        return None;
    }
    let on = |other: &&place::Laid| {
        let host = other.planting;
        host.bed.id == bed.id && host.patch.rect.overlaps(patch.rect) && host.patch.meets(patch)
    };
    let holds = |other: &&place::Laid| company::holds_up(around.known.catalogue, other.planting.crop, (crop, way));
    let host = around.laid.iter().filter(on).filter(holds).max_by_key(|host| host.planting.patch.until)?.planting.patch;
    let reason = Reason::LosesSupport { by: host.id, day: host.until, until: patch.until };
    (host.until < patch.until).then(|| (Weight::Settle, WarningKey::with(WarnedOf::Support, host.id), Some(host.id), reason))
}

/// Whether a neighbour holds it up, as maize does beans.
fn is_held_up(around: &Around, patch: &Patch) -> bool {
    let applies = company::around(around.known, patch);
    applies.iter().any(|one| one.relation.kind == Kind::Supports && one.whom.id == patch.id)
}

fn soon(around: &Around, laid: place::Laid) -> Option<Found> {
    let reason = too_soon(around, laid.planting)?;
    let Reason::TooSoon { stand, .. } = &reason else { return None };
    Some((Weight::Settle, WarningKey::which(WarnedOf::Soon, format_args!("{}:{}", stand.family, stand.year)), None, reason))
}

/// How a relation weighs: what takes another's light, water or room can be seen, and what trials found is to be settled; a clash
/// that is only custom is to be known, and so is all that sources contradict each other about.
pub fn weight(relation: &Relation) -> Weight {
    let seen = matches!(relation.kind, Kind::Competes | Kind::Shades);
    match relation.grade {
        _ if !relation.kind.is_trouble() => Weight::Good,
        Grade::Disputed => Weight::Note,
        Grade::CommonPractice if !seen && !relation.shared => Weight::Note,
        _ => Weight::Settle,
    }
}

/// Each pair is told once, on the patch that came later: that is the one most easily moved.
fn company(around: &Around, patch: &Patch) -> Vec<Found> {
    let known = around.known;
    let catalogue = known.catalogue;
    let mut found = Vec::new();
    for applies in company::around(known, patch) {
        let other = if applies.who.id == patch.id { applies.whom } else { applies.who };
        let (Some(who), Some(whom)) = (catalogue.crop(&applies.who.planted.crop), catalogue.crop(&applies.whom.planted.crop))
        else {
            continue;
        };
        if other.id < patch.id {
            let weight = weight(applies.relation);
            let contradicted = company::is_contradicted(catalogue, applies.relation, who, whom);
            let reason = Reason::Company { relation: applies.index, who: applies.who.id, whom: applies.whom.id, contradicted };
            let relation = applies.relation;
            let which = format_args!("{}>{}:{}:{}", relation.who, relation.whom, relation.kind.word(), other.id.0);
            let key = WarningKey::which(WarnedOf::Company, which);
            found.push((weight, key, Some(other.id), reason));
        }
    }
    found
}

fn shared(around: &Around, laid: place::Laid) -> Vec<Found> {
    if !laid.planting.patch.planted.between {
        return Vec::new();
    }
    let others: Vec<(&Planting, &Sum, &[Hole])> = around.laid.iter().map(|one| (one.planting, one.sum, one.holes)).collect();
    let sharings = sharing::sharings(around.known, laid.planting, laid.holes, &others);
    let told = |sharing: Sharing| {
        let weight = if sharing.is_in_time() { Weight::Good } else { Weight::Settle };
        (weight, WarningKey::with(WarnedOf::Shares, sharing.slow), Some(sharing.slow), Reason::Shares(sharing))
    };
    sharings.into_iter().map(told).collect()
}

fn too_soon(around: &Around, planting: &Planting) -> Option<Reason> {
    let Around { known: Known { garden, catalogue, .. }, history, season, .. } = *around;
    let (bed, patch): (&Bed, &Patch) = (planting.bed, planting.patch);
    let sections = past::sections_of(garden, bed, patch);
    let stand = history.too_soon(bed.id, &sections, patch)?;
    let family = past::rotating_family(garden, catalogue, patch)?;
    let year = calendar::growing_year(patch.from, garden.site.latitude.hemisphere());
    // A stand over winter is judged in the year it was planted, not again in the next.
    if year != season.year {
        return None;
    }
    let free_bed =
        near::nearest_beds(garden, bed).into_iter().find(|id| garden.bed(*id).is_some_and(|bed| history.is_free_for(bed, patch)));
    let interval = u8::try_from(past::patch_waits(around.known, family, patch)).unwrap_or(u8::MAX);
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
