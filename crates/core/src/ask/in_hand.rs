//! What does a square hold of the crop in hand?

use crate::ground::planting::said_distance;
use crate::known::Known;
use serde::Serialize;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::spacing::Spacing;

/// What a square holds of a crop by one of its ways, in the square-foot school.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct InHand {
    /// Plants on a square; none when one wants more than that.
    pub plants: u32,
    /// Ground of one hole, in hundredths of a square.
    pub centisquares: u32,
}

/// What a square holds, by the household's own distances where it has them.
///
/// # Errors
/// When the crop or the way is not known.
pub fn in_hand(known: Known, crop: &str, way: &str) -> Result<InHand, Refusal> {
    let (_, grown) = known.crop(crop, Some(way))?;
    let units = known.garden.site.squares();
    let usual = grown.spacing(units);
    let Spacing { along, across } = said_distance(known.garden, crop, grown).map_or(usual, |(said, _)| said);
    let side = i64::from(units.square().get());
    let (along, across) = (i64::from(along.get().max(1)), i64::from(across.get().max(1)));
    let number = |n: i64| u32::try_from(n).unwrap_or(u32::MAX);
    Ok(InHand {
        plants: number((side / along) * (side / across) * i64::from(grown.per_hole)),
        centisquares: number((along * across * 100 + side * side / 2) / (side * side)),
    })
}
