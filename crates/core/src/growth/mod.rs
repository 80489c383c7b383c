//! How does a crop grow here? Its size on a day, the place's warmth put to it, and the days on which it may start.

pub mod bulbing;
pub mod cold;
pub mod custom;
pub mod gate;
pub mod grower;
pub mod growing;
pub mod in_hole;
pub mod prospect;
pub mod size;
pub mod sums;
pub mod window;
