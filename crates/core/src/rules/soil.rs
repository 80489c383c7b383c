//! Does the bed itself suit it? Depth of soil, sun, sourness that neighbours agree on, and something to climb for what climbs.

use crate::catalogue::Light;
use crate::ground::near::nearest_beds;
use crate::known::Known;
use crate::rules::place::Laid;
use crate::rules::reason::{Found, Reason, Weight};
use sparrow_facts::bed::Bed;
use sparrow_facts::ids::BedId;
use sparrow_facts::warning::{WarnedOf, WarningKey};

/// All that the bed has to do with a patch. `others` are all patches of the year, its own among them.
pub fn around(known: Known, laid: Laid, others: &[Laid]) -> Vec<Found> {
    let mut found = Vec::new();
    found.extend(shallow(known, laid));
    found.extend(half_shade(known, laid));
    found.extend(does_not_climb(laid));
    for other in others.iter().filter(|other| other.planting.patch.id < laid.planting.patch.id) {
        found.extend(sourness(laid, *other));
    }
    found
}

/// The nearest bed of which something is true.
fn nearest(known: Known, home: &Bed, suits: impl Fn(&Bed) -> bool) -> Option<BedId> {
    nearest_beds(known.garden, home).into_iter().find(|id| known.garden.bed(*id).is_some_and(&suits))
}

/// Roots that find no depth stay short or fork, and large plants dry out (common practice).
fn shallow(known: Known, laid: Laid) -> Option<Found> {
    let (bed, wants) = (laid.planting.bed, laid.planting.way.least_soil);
    if bed.depth >= wants {
        return None;
    }
    let deeper = nearest(known, bed, |other| other.depth >= wants);
    // A shorter kind of the same crop may do.
    let shorter = laid.planting.crop.ways.iter().find(|way| way.least_soil <= bed.depth && !way.cover).map(|way| way.key.clone());
    let reason = Reason::ShallowSoil { depth: bed.depth, wants, deeper, shorter };
    Some((Weight::Settle, WarningKey::of(WarnedOf::Depth), None, reason))
}

fn half_shade(known: Known, laid: Laid) -> Option<Found> {
    let (bed, shady) = (laid.planting.bed, &known.garden.turns.shady);
    if laid.planting.crop.light != Light::Full || !shady.contains(&bed.id) {
        return None;
    }
    let sunny = nearest(known, bed, |other| !shady.contains(&other.id));
    Some((Weight::Settle, WarningKey::of(WarnedOf::Sun), None, Reason::HalfShade { sunny }))
}

/// A bush kind of what also climbs, on ground with a trellis.
fn does_not_climb(laid: Laid) -> Option<Found> {
    let (planting, ground) = (laid.planting, laid.sum.ground);
    let climbs = planting.crop.ways.iter().find(|way| way.trellis)?;
    let on_a_trellis = planting.bed.has_trellis_in((ground.left, ground.far), (ground.right, ground.near));
    let told = !planting.way.trellis && !planting.way.cover && on_a_trellis;
    told.then(|| (Weight::Note, WarningKey::of(WarnedOf::Climb), None, Reason::DoesNotClimb { way: climbs.key.clone() }))
}

/// Two crops of one bed whose ranges of pH have nothing in common; told once for two crops, on the later patch.
fn sourness(laid: Laid, other: Laid) -> Option<Found> {
    let (one, two) = (laid.planting, other.planting);
    let meets = one.bed.id == two.bed.id && one.patch.meets(two.patch);
    let (own, theirs) = (one.crop.ph, two.crop.ph);
    if !meets || own[0].max(theirs[0]) < own[1].min(theirs[1]) {
        return None;
    }
    let key = WarningKey::which(WarnedOf::Ph, &two.crop.key);
    Some((Weight::Note, key, Some(two.patch.id), Reason::Sourness { other: two.patch.id, own, theirs }))
}
