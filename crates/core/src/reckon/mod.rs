//! What follows from all the facts, for the page: of one day, of one day's round, of one growing year, and of all years.

pub mod bed_round;
pub mod day;
pub mod line;
pub mod record;
pub mod rounds;
pub mod saving;
pub mod season;
pub mod seeds;
pub mod staged;
pub mod tending;
pub mod tin;
pub mod told;
pub mod tools;
pub mod turns;
pub mod want_sum;
pub mod wants;
