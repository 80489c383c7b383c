//! What follows from all the facts, for the page: of one day, of one growing year, and of all years.

pub mod day;
pub mod record;
pub mod season;
pub mod turns;
