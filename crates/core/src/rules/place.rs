//! Does it stand where it should? Reach, shade, vines, and what stays for years.

use crate::catalogue::{Life, Light};
use crate::ground::hole::Hole;
use crate::ground::planting::{Planting, Sum};
use crate::growth::size;
use crate::rules::reason::{Found, Reason, Weight};
use crate::rules::shade;
use sparrow_facts::bed::{Bed, Reach};
use sparrow_facts::garden::Garden;
use sparrow_facts::rect::Ground;
use sparrow_facts::school::School;
use sparrow_facts::units::Length;
use sparrow_facts::warning::{WarnedOf, WarningKey};

/// How far an arm reaches over a bed: 24 in (common practice; half of a bed 4 ft wide).
pub const ARM: Length = Length::inches(24);
/// Crops picked this often want to be within an arm's reach \[days\].
pub const OFTEN: u8 = 3;
/// A neighbour this many times as high or as wide is unlike, in the close school.
const UNLIKE: i32 = 2;

/// A patch as it is reckoned: what the rules of place are asked about.
#[derive(Debug, Clone, Copy)]
pub struct Laid<'a> {
    /// The planting.
    pub planting: &'a Planting<'a>,
    /// Its count.
    pub sum: &'a Sum,
    /// Its holes.
    pub holes: &'a [Hole],
    /// The least rectangle of half squares that holds one plant.
    pub least: (u16, u16),
}

/// Everything about the place of one patch. `others` are all patches of the year, its own among them.
pub fn around(garden: &Garden, laid: Laid, others: &[Laid]) -> Vec<Found> {
    let mut found = Vec::new();
    found.extend(out_of_reach(laid));
    found.extend(spilling(laid));
    found.extend(in_the_middle(laid));
    for other in others.iter().filter(|other| meets(laid, **other)) {
        found.extend(shaded(garden, laid, *other));
        found.extend(unlike(laid, *other));
        found.extend(rows_crowd(laid, *other));
    }
    found
}

fn meets(one: Laid, other: Laid) -> bool {
    one.planting.patch.id != other.planting.patch.id && one.planting.patch.meets(other.planting.patch)
}

/// How far a hole is from the nearest side a gardener can reach over, no trellis in between
/// (an empty one will be grown over); nothing when there is no such side.
///
/// ```
/// use sparrow_core::ground::hole::Hole;
/// use sparrow_core::rules::place::from_side;
/// use sparrow_demo::quillet_lane;
/// use sparrow_facts::bed::Reach;
/// use sparrow_facts::units::Length;
/// let garden = quillet_lane(jiff::civil::date(2026, 11, 23)).unwrap();
/// let long = garden.beds.iter().find(|bed| bed.name == "Long bed").unwrap();
/// let hole = Hole { x: Length::inches(50), y: Length::inches(6) };
/// // Two feet wide and reached from the near side only: 24 − 6 in.
/// assert_eq!(from_side(long, hole), Some(Length::inches(18)));
/// ```
pub fn from_side(bed: &Bed, hole: Hole) -> Option<Length> {
    let Reach { far, near, left, right } = bed.reach;
    // A trellis stands between a hole and the far side when it is nearer to that side, and the other way round.
    let trellised = |is_between: &dyn Fn(Length) -> bool| {
        bed.trellises.iter().any(|t| t.start <= hole.x && hole.x <= t.end && is_between(t.from_far))
    };
    let sides = [
        (far && !trellised(&|at| at < hole.y), hole.y),
        (near && !trellised(&|at| at > hole.y), bed.width - hole.y),
        (left, hole.x),
        (right, bed.length - hole.x),
    ];
    sides.into_iter().filter(|(open, _)| *open).map(|(_, distance)| distance).min()
}

/// How many holes of a crop that is picked often lie farther than an arm from every open side; `None` for what is picked seldom.
pub fn beyond_an_arm(planting: &Planting, holes: &[Hole]) -> Option<u32> {
    planting.crop.pick_every.filter(|every| *every <= OFTEN)?;
    let far = holes.iter().filter(|hole| from_side(planting.bed, **hole).is_none_or(|distance| distance > ARM));
    Some(far.count() as u32)
}

fn out_of_reach(laid: Laid) -> Option<Found> {
    let holes = beyond_an_arm(laid.planting, laid.holes)?;
    let every = laid.planting.crop.pick_every?;
    (holes > 0).then(|| (Weight::Settle, WarningKey::of(WarnedOf::Reach), None, Reason::OutOfReach { holes, every, arm: ARM }))
}

/// Whether the vines of a crop have an edge to grow out over; `None` for what has no vines.
pub fn has_an_edge(planting: &Planting, ground: Ground) -> Option<bool> {
    let Reach { far, near, left, right } = planting.spills(ground);
    planting.way.spills.then_some(far || near || left || right)
}

fn spilling(laid: Laid) -> Option<Found> {
    let (weight, reason) = if has_an_edge(laid.planting, laid.sum.ground)? {
        (Weight::Good, Reason::Spills)
    } else {
        (Weight::Note, Reason::NowhereToSpill)
    };
    Some((weight, WarningKey::of(WarnedOf::Spill), None, reason))
}

/// Whether a climber's ground has a trellis; `None` for what does not climb.
pub fn has_a_trellis(planting: &Planting, ground: Ground) -> Option<bool> {
    let there = planting.bed.has_trellis_in((ground.left, ground.far), (ground.right, ground.near));
    planting.way.trellis.then_some(there)
}

/// Whether what stays for years, or is left for seed over winter, lies at an end of the bed, where digging passes it by; `None` for
/// what may lie anywhere.
pub fn is_at_an_end(planting: &Planting, ground: Ground) -> Option<bool> {
    let Planting { crop, way, bed, .. } = planting;
    let belongs = is_left_for_seed(planting) || size::is_settled(crop, way);
    belongs.then_some(ground.left == Length::ZERO || ground.right == bed.length)
}

fn is_left_for_seed(planting: &Planting) -> bool {
    planting.crop.life == Life::Biennial && (planting.patch.until - planting.patch.from).get_days() > 365
}

fn in_the_middle(laid: Laid) -> Option<Found> {
    let (at_an_end, for_seed) = (is_at_an_end(laid.planting, laid.sum.ground)?, is_left_for_seed(laid.planting));
    (!at_an_end).then(|| (Weight::Note, WarningKey::of(WarnedOf::End), None, Reason::InTheMiddle { for_seed }))
}

/// Whether the noon shadow of a taller patch lies over at least a quarter of this one's plants.
fn shaded(garden: &Garden, laid: Laid, other: Laid) -> Option<Found> {
    let (short, tall) = (laid.planting, other.planting);
    if short.bed.id != tall.bed.id {
        return None;
    }
    let shadow = shade::over(&garden.site, short.bed, tall.grown(), short.grown())?;
    let holes = shade::falls_on(other.sum.ground, shadow.reach, laid.holes)?;
    let key = WarningKey::with(WarnedOf::Shade, tall.patch.id);
    let weight = match short.crop.light {
        Light::ShadeInSummer => Weight::Good,
        Light::HalfShade => Weight::Note,
        Light::Full => Weight::Settle,
    };
    let reason =
        Reason::Shaded { by: tall.patch.id, holes, day: shadow.day, long: shadow.long(), welcome: weight == Weight::Good };
    Some((weight, key, Some(tall.patch.id), reason))
}

/// Two rows side by side while the leaves of one reach over the stems of the other; told on the later patch.
fn rows_crowd(laid: Laid, other: Laid) -> Option<Found> {
    let (one, two) = (laid.planting, other.planting);
    let (mine, theirs) = (one.patch.line?, two.patch.line?);
    if two.patch.id > one.patch.id || one.bed.id != two.bed.id || mine.across != theirs.across {
        return None;
    }
    let gap = Length::tenths_mm((mine.at - theirs.at).get().abs());
    let until = one.patch.until.min(two.patch.until);
    let over = |p: &Planting| size::first_day_as_wide(p.crop, p.way, &p.pace, p.patch, gap.times(2) + Length::tenths_mm(1));
    let day = over(one).into_iter().chain(over(two)).min()?.max(one.patch.from.max(two.patch.from));
    let reason = Reason::RowsCrowd { other: two.patch.id, gap, day };
    (day <= until).then(|| (Weight::Settle, WarningKey::with(WarnedOf::Rows, two.patch.id), Some(two.patch.id), reason))
}

/// The close school wants leaves of like size side by side.
fn unlike(laid: Laid, other: Laid) -> Option<Found> {
    let (one, two) = (laid.planting, other.planting);
    let close = matches!(laid.sum.school, School::Close { .. });
    if !close || one.bed.id != two.bed.id || !one.patch.rect.touches(two.patch.rect) || one.crop.key == two.crop.key {
        return None;
    }
    let far_from = |a: Length, b: Length| a.get() > UNLIKE * b.get() || b.get() > UNLIKE * a.get();
    let is_unlike = far_from(one.way.height, two.way.height) || far_from(one.way.spread, two.way.spread);
    let reason = Reason::UnlikeNeighbour { other: two.patch.id };
    is_unlike.then(|| (Weight::Note, WarningKey::with(WarnedOf::Unlike, two.patch.id), Some(two.patch.id), reason))
}
