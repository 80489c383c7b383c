//! Which beds are near? The way from one bed to the others.

use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;

/// The other beds of the garden, the nearest (middle to middle in the yard) first.
pub fn nearest_beds(garden: &Garden, from: &Bed) -> Vec<BedId> {
    let square = |bed: &Bed| {
        let (dx, dy) = (i64::from((bed.x - from.x).get()), i64::from((bed.y - from.y).get()));
        dx * dx + dy * dy
    };
    let mut beds: Vec<(i64, BedId)> =
        garden.beds.iter().filter(|bed| bed.id != from.id).map(|bed| (square(bed), bed.id)).collect();
    beds.sort();
    beds.into_iter().map(|(_, id)| id).collect()
}
