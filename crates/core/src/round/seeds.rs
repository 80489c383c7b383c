//! How many seeds, sets or pieces go in when a planting is sown or planted, and what is taken to make them? The one sum for the tin, the
//! round and the work before sowing.

use crate::ground::planting::Planting;
use crate::growth::growing::Growing;
use crate::growth::in_hole::seeds_when_sown;
use crate::known::Known;
use crate::round::line::Counted;
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

/// The same in its words: '24 seeds', '12 seed potatoes'.
pub fn counted(known: Known, patch: &Patch) -> Option<Counted> {
    let growing = Growing::find(known.catalogue, patch)?;
    let pieces = growing.crop.planted_as.as_ref().filter(|_| growing.means == Means::Set);
    let name = pieces.cloned().unwrap_or_else(|| ["seed".into(), "seeds".into()]);
    Some(Counted { many: seeds(known, patch)?, name })
}

/// What is taken to make them, to be sure: '2 roots', '8 cuttings'; nothing where that is not made at home.
pub fn taken(known: Known, patch: &Patch) -> Option<Counted> {
    let parent = Growing::find(known.catalogue, patch)?.crop.parent.as_ref()?;
    let [_, sure] = parent.taken(seeds(known, patch)?);
    Some(Counted { many: sure, name: parent.one.clone() })
}
