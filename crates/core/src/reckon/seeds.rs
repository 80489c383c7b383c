//! How many seeds, sets or pieces go in when a planting is sown or planted? The one sum for the tin, the round and the work before sowing.

use crate::ground::planting::Planting;
use crate::growth::growing::Growing;
use crate::growth::in_hole::seeds_when_sown;
use crate::known::Known;
use crate::season::shelf::cells_sown;
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;

/// Holes or cells of a patch times what goes into each when it is sown; nothing where its crop is not known.
pub fn seeds(known: Known, patch: &Patch) -> Option<u32> {
    let planting = Planting::of(known, patch)?;
    let growing = Growing::of(patch, planting.crop, planting.way);
    let sum = planting.reckon().0;
    let places = match growing.means {
        Means::Shelf => cells_sown(known.garden, growing, patch, sum.plants),
        _ => sum.holes,
    };
    Some(places.saturating_mul(seeds_when_sown(growing, patch.planted.in_each)))
}
