//! May a household say this of its plantings? Its own distances and seeds, within what can be drawn and sown.

use crate::limits::number;
use sparrow_facts::patch::{IN_EACH, OWN_DISTANCE, Planted};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::spacing::Spacing;

/// A pair of distances within its limits.
pub(super) fn check_distance(distance: Spacing) -> Result<(), Refusal> {
    let [least, most] = OWN_DISTANCE;
    let out = [distance.along, distance.across].into_iter().find(|value| !(least..=most).contains(value));
    out.map_or(Ok(()), |value| Err(Refusal::LengthOutOfRange { field: "distance between plants", value, least, most }))
}

/// What is said of one planting's distance and seeds.
pub(super) fn check_planted(planted: &Planted) -> Result<(), Refusal> {
    planted.distance.map_or(Ok(()), check_distance)?;
    let [least, most] = IN_EACH.map(i64::from);
    planted.in_each.map_or(Ok(()), |own| number("number in each hole", own.into(), [least, most]))
}
