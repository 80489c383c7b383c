//! May a change be taken back, or done again, when others have changed the garden since?

use crate::catalogue::Catalogue;
use crate::change::verify::verify;
use sparrow_facts::edit::{Edit, apply, inverse};
use sparrow_facts::garden::Garden;
use sparrow_facts::refusal::Refusal;

/// Whether edits that take a change back, or do it again, can be made in a garden as it is now. `others` have changed it since.
///
/// # Errors
/// [`Refusal::ChangedSince`] when what they speak of is not as the change left it; else the rule that the garden would break.
pub fn may_step(garden: &Garden, catalogue: &Catalogue, edits: &[Edit], others: bool) -> Result<(), Refusal> {
    let mut after = garden.clone();
    apply(&mut after, edits);
    // If undoing the edits does not restore the garden, they do not apply to its present state.
    let mut back = after.clone();
    apply(&mut back, &inverse(edits.to_vec()));
    if back != *garden {
        return Err(Refusal::ChangedSince);
    }
    if others { verify(&after, catalogue).map_err(|(_, why)| why) } else { Ok(()) }
}
