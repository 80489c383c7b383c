//! What is to be done on a day's round of the garden, line by line, and with what in hand?

pub mod bed;
pub mod line;
pub mod rounds;
pub mod seeds;
pub mod staged;
pub mod tending;
pub mod told;
pub mod tools;
