//! What fits where? Patterns of holes, the count of a patch, gaps between what stands, and the yard.

pub mod fit;
pub mod hole;
pub mod interplant;
pub mod near;
pub mod pattern;
pub mod planting;
pub mod shape;
pub mod spread;
pub mod sums;
pub mod yard;
