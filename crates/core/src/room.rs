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

/// The first free ground where the patch troubles nothing of the catalogue and its family has not
/// stood too lately: in its own bed first, then in the nearest others; of its own size, turned if need
/// be, or else of half its length, half its width or both, but not under `least` half squares each way.
pub fn untroubled(garden: &Garden, catalogue: &Catalogue, patch: &Patch, least: (u16, u16)) -> Option<Room> {
    let home = garden.bed(patch.bed)?;
    let beds: Vec<BedId> = std::iter::once(home.id).chain(nearest_beds(garden, home)).collect();
    let (w, h) = (patch.rect.w, patch.rect.h);
    let halved = |side: u16| side.div_ceil(2);
    [(w, h), (halved(w), h), (w, halved(h)), (halved(w), halved(h))]
        .into_iter()
        .filter(|shape| *shape == (w, h) || shape.0 >= least.0 && shape.1 >= least.1)
        .map(|(w, h)| Patch { rect: Rect { w, h, ..patch.rect }, ..patch.clone() })
        .find_map(|smaller| beds.iter().find_map(|bed| in_bed(garden, catalogue, &smaller, *bed)))
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
