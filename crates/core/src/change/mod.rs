//! What may be changed? Every wish of a gardener as a [`command::Command`], checked against the facts and turned into
//! edits; nothing is changed here.

pub mod beds;
mod checked;
pub mod command;
pub mod days;
pub mod draft;
pub mod fixtures;
pub mod journal;
pub mod lists;
pub mod lots;
pub mod make_room;
pub mod memory;
pub mod own;
pub mod own_crops;
pub mod patches;
pub mod planner;
pub mod replan;
pub mod schools;
pub mod season;
pub mod site;
pub mod step;
pub mod tidy;
pub mod totals;
pub mod turns;
pub mod varieties;
pub mod verify;
pub mod wants;
