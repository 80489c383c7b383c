//! Which schools of spacing suit a way of growing a crop?

use super::crop::{Crop, Method, Way};
use sparrow_facts::school::{School, Unsuited};

/// Whether a school can be used for a way of growing a crop.
///
/// ```
/// use sparrow_core::catalogue::Catalogue;
/// use sparrow_core::catalogue::suits::suits;
/// use sparrow_facts::school::{School, Unsuited};
/// let tomato = Catalogue::standard().crop("tomato").unwrap();
/// let bush = tomato.way("bush").unwrap();
/// assert_eq!(suits(School::Close { percent: 80 }, tomato, bush), Err(Unsuited::NeedsAir));
/// assert_eq!(suits(School::Staggered, tomato, bush), Ok(()));
/// ```
pub fn suits(school: School, crop: &Crop, way: &Way) -> Result<(), Unsuited> {
    match school {
        School::SquareFoot | School::Rows { .. } => Ok(()),
        School::Close { .. } if crop.needs_air => Err(Unsuited::NeedsAir),
        _ if way.trellis => Err(Unsuited::Climbs),
        School::Scatter { .. } if crop.method == Method::Transplant => Err(Unsuited::Planted),
        _ => Ok(()),
    }
}
