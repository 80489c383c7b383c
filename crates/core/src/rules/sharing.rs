//! Two crops on the same ground: is there time for both? Judged day by day from how they grow.
//!
//! A quick crop between a slow one must be out when the slow one wants the room: on the day its leaves
//! meet over the gap, or reach over the quick one's stem, whichever is first.

use crate::ground::hole::Hole;
use crate::ground::pattern::apart;
use crate::ground::planting::{Planting, Sum};
use crate::growth::size;
use crate::known::Known;
use crate::rules::company::holds_up;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::PatchId;
use sparrow_facts::units::Length;

/// What becomes of a quick crop between a slow one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Sharing {
    /// The patch that was there for the longer time.
    pub slow: PatchId,
    /// The last day on which the quick one stands.
    pub out: Date,
    /// The day from which the slow one wants the room; nothing when it never does.
    pub must_be_out: Option<Date>,
    /// The day on which the slow one's leaves meet.
    pub closes: Option<Date>,
    /// Quick plants in the shade if they stay longer.
    pub quick_lost: u32,
    /// Slow plants crowded if they stay longer.
    pub slow_lost: u32,
}

impl Sharing {
    /// Whether the quick one is out in time.
    pub fn is_in_time(&self) -> bool {
        self.must_be_out.is_none_or(|day| self.out < day)
    }
}

/// How a patch planted between others shares its ground, one answer for each of them but those it climbs.
///
/// `holes` and `sum` are those of the patch itself, as reckoned.
pub fn sharings(known: Known, quick: &Planting, holes: &[Hole], others: &[(&Planting, &Sum, &[Hole])]) -> Vec<Sharing> {
    let units = known.garden.site.squares();
    let mut found = Vec::new();
    for (slow, slow_sum, slow_holes) in others {
        let (one, other) = (quick.patch, slow.patch);
        let share = one.planted.between
            && !other.planted.between
            && one.id != other.id
            && one.bed == other.bed
            && one.rect.overlaps(other.rect)
            && one.meets(other);
        // What climbs up the other wants it there, and leaves it the ground.
        if !share || holds_up(known.catalogue, slow.crop, (quick.crop, quick.way)) {
            continue;
        }
        let ground = other.rect.ground(slow.bed, units);
        let inside = |hole: &&Hole| hole.x > ground.left && hole.x < ground.right && hole.y > ground.far && hole.y < ground.near;
        let among: Vec<&Hole> = holes.iter().filter(inside).collect();
        let Some(nearest) = nearest(&among, slow_holes) else { continue };
        let wide = |width: Length| size::first_day_as_wide(slow.crop, slow.way, &slow.pace, other, width);
        let closes = wide(slow_sum.spacing.along.min(slow_sum.spacing.across));
        let over_the_stem = wide(nearest.times(2));
        let must_be_out = closes.into_iter().chain(over_the_stem).min().filter(|day| *day >= one.from);
        let crowding = quick.distance(quick.school).along.over(2) + slow_sum.spacing.along.min(slow_sum.spacing.across).over(2);
        let crowded = |hole: &&Hole| among.iter().any(|near| distance(near, hole) < crowding);
        found.push(Sharing {
            slow: other.id,
            out: one.until,
            must_be_out,
            closes,
            quick_lost: among.len() as u32,
            slow_lost: slow_holes.iter().filter(crowded).count() as u32,
        });
    }
    found
}

fn nearest(among: &[&Hole], others: &[Hole]) -> Option<Length> {
    among.iter().flat_map(|hole| others.iter().map(|other| distance(hole, other))).min()
}

fn distance(one: &Hole, other: &Hole) -> Length {
    Length::tenths_mm((apart((one.x, one.y), (other.x, other.y)) as f64).sqrt() as i32)
}
