//! What weather does the place usually have? Normals of each day, frost as chances, warmth of soil and air.
//!
//! [`weather::Weather`] is made from a garden's site and almanac; nothing of it is stored. Days are counted by
//! their number in a year of 365 days; 29 February is taken with the 28th.

pub mod bed_soil;
pub mod calendar;
pub mod degree_days;
pub mod frost;
pub mod nights;
pub mod normals;
pub mod place;
pub mod soil;
pub mod station;
pub mod sun;
pub mod weather;
