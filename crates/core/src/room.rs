//! Where else could it go? The nearest ground that is free and brings no new trouble.

use crate::bed::{Bed, BedId};
use crate::catalogue::Catalogue;
use crate::company;
use crate::garden::Garden;
use crate::patch::{Patch, Rect};
use crate::rotation;
use serde::Serialize;

/// Ground that would suit a patch.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Room {
    /// The bed.
    pub bed: BedId,
    /// The half squares.
    pub rect: Rect,
}

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

/// Whether the ground is free for the whole of the patch's days (of what it may not share with).
pub fn is_free(garden: &Garden, patch: &Patch, room: Room) -> bool {
    garden
        .patches
        .iter()
        .all(|other| other.id == patch.id || other.bed != room.bed || !other.rect.overlaps(room.rect) || !other.meets(patch))
}

/// The first free ground of the patch's own shape, turned if need be, where nothing of the
/// catalogue is troubled by it and its family has not stood too lately: in its own bed first,
/// then in the nearest others.
pub fn untroubled(garden: &Garden, catalogue: &Catalogue, patch: &Patch) -> Option<Room> {
    let home = garden.bed(patch.bed)?;
    std::iter::once(home.id).chain(nearest_beds(garden, home)).find_map(|bed| in_bed(garden, catalogue, patch, bed))
}

/// The first untroubled ground for a patch within one bed.
pub fn in_bed(garden: &Garden, catalogue: &Catalogue, patch: &Patch, bed: BedId) -> Option<Room> {
    let bed = garden.bed(bed)?;
    let (columns, rows) = bed.half_squares(garden.site.units);
    let turned = Rect { w: patch.rect.h, h: patch.rect.w, ..patch.rect };
    let shapes = if turned == patch.rect { vec![patch.rect] } else { vec![patch.rect, turned] };
    shapes.into_iter().find_map(|shape| {
        let (last_x, last_y) = (columns.checked_sub(shape.w)?, rows.checked_sub(shape.h)?);
        let places = (0..=last_y).flat_map(|y| (0..=last_x).map(move |x| Rect { x, y, ..shape }));
        places.map(|rect| Room { bed: bed.id, rect }).find(|room| suits(garden, catalogue, bed, patch, *room))
    })
}

fn suits(garden: &Garden, catalogue: &Catalogue, bed: &Bed, patch: &Patch, room: Room) -> bool {
    if !is_free(garden, patch, room) {
        return false;
    }
    let there = Patch { bed: room.bed, rect: room.rect, ..patch.clone() };
    let troubled = company::around(garden, catalogue, &there).iter().any(|applies| applies.relation.kind.is_trouble());
    !troubled && rotation::too_soon(garden, catalogue, bed, &there).is_none()
}
