//! What weather does the place usually have? Normals of each day, frost as chances, warmth of soil and air.
//!
//! [`Weather`] is made from a garden's site and almanac; nothing of it is stored. Days are counted by
//! their number in a year of 365 days; 29 February is taken with the 28th.

mod bed_soil;
mod degree_days;
mod frost;
mod normals;
mod place;
mod shapes;
mod soil;
pub mod station;

pub use bed_soil::BedSoil;
pub use degree_days::{Thresholds, average_method, single_sine};
pub use frost::{Frosts, Side};
pub use normals::{DAYS, daily_normals, day_index};
pub use place::{Normals, Weather, light};
pub use shapes::{ClimateShape, nearest_shape, shapes};
pub use soil::{Correction, corrections, follow, reading_fades, sun_adds};
