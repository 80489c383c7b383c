//! What follows from all the facts, for the page: of one day, of one day's round, of one growing year, and of all years.

pub mod day;
pub mod rounds;
pub mod season;
pub mod turns;
