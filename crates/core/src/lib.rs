//! The rules of Patient Sparrow: everything that follows from what a gardener has said or done.
//!
//! One loop holds the product together. A [`garden::Garden`] is the facts; [`reckon::reckon`] is the
//! only place where anything is concluded from them; [`command::Command`] is the only way to change
//! them. Nothing here reads a clock, a file, a network or a database: `today` is a parameter, and the
//! crop data are compiled in from `data/*.toml`.

pub mod almanac;
pub mod arrange;
pub mod bare;
pub mod bed;
pub mod calendar;
pub mod catalogue;
pub mod command;
pub mod company;
pub mod crop;
pub mod demo;
pub mod draft;
pub mod edit;
pub mod findings;
pub mod fit;
pub mod garden;
pub mod groupings;
pub mod growth;
pub mod history;
pub mod interplant;
pub mod length;
pub mod markers;
pub mod patch;
pub mod pattern;
pub mod place;
mod planner;
pub mod question;
pub mod reckon;
pub mod refusal;
pub mod room;
pub mod rotate;
pub mod rotation;
pub mod school;
pub mod season;
pub mod shade;
pub mod sharing;
pub mod sheet;
pub mod site;
pub mod spacing;
pub mod sums;
pub mod sun;
pub mod turns;
pub mod verify;
pub mod volume;
pub mod weather;
pub mod yard;
