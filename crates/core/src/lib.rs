//! The rules of Patient Sparrow: everything that follows from what a gardener has said or done.
//!
//! One loop holds the product together. A [`sparrow_facts::garden::Garden`] is the facts;
//! [`reckon::day::reckon`] concludes what follows from them on a day; a [`change::command::Command`] is the only
//! way to change them. Nothing here reads a clock, a file, a network or a database: `today` is a parameter,
//! and the book is compiled in from `data`, one file a crop.
//!
//! The folders stand in their order: each uses only what stands before it; `change` uses nothing of what is reckoned for the
//! page (`reckon`, `round`, `tin`). `tests/layers.rs` holds that, and that no files import each other in a circle.

/// Is it worth going on?
pub mod work;

/// How much of anything may there be?
pub mod limits;

/// How much of a lot of seed comes up?
pub mod seed;

/// What does the book know of crops, families, neighbours and their figures?
pub mod catalogue;

/// What is this place like: its years, sun, warmth, frosts and soil?
pub mod climate;

/// How large is a plant, and how ripe, on a day?
pub mod growth;

/// What was seen to happen?
pub mod observed;

/// What stood and stands, as far as it was seen?
pub mod lived;

/// What is everything reckoned from?
pub mod known;

/// When does what happen, from seed to cleared ground?
pub mod season;

/// What fits where, and how many?
pub mod ground;

/// What is wrong or good there?
pub mod rules;

/// Which families stand, stood and may stand where, over the years?
pub mod turns;

/// What would the household like to have, and what does that take?
pub mod wants;

/// What follows from all of it, for one day, one year, all years?
pub mod reckon;

/// What is to be done on a day's round?
pub mod round;

/// What seed is there, and how far does it go?
pub mod tin;

/// What may be changed, and how much?
pub mod change;

/// What would be best?
pub mod search;

/// What would a gardener like to know, that changes nothing?
pub mod ask;
