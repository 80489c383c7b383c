//! May this school of spacing be chosen? Its figure in range, and whether it suits the crop.

use crate::catalogue::suits::suits;
use crate::catalogue::{Crop, Way};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::{CLOSE_PERCENT, SCATTER_SEEDS, School};

/// A school with its figure in range, and one that suits the crop.
pub(super) fn suited(school: School, crop: &Crop, way: &Way) -> Result<(), Refusal> {
    in_range(school)?;
    suits(school, crop, way).map_err(|why| Refusal::UnsuitedSchool { crop: crop.name.clone(), because: why })
}

/// A school's figure within its limits.
pub(crate) fn in_range(school: School) -> Result<(), Refusal> {
    let (field, value, [least, most]) = match school {
        School::Close { percent } => ("percent of the usual distance", percent, CLOSE_PERCENT),
        School::Scatter { seeds } => ("seeds strewn for each plant", seeds, SCATTER_SEEDS),
        _ => return Ok(()),
    };
    if (least..=most).contains(&value) {
        return Ok(());
    }
    Err(Refusal::NumberOutOfRange { field, value: value.into(), least: least.into(), most: most.into() })
}
