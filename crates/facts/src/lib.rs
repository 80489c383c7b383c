//! What did the gardener say? The units, the facts of a garden, the edits that change them, and why a wish is
//! refused. No rule of gardening is in here, so whoever only keeps facts need know nothing else.

pub mod units;

#[macro_use]
pub mod lists;

pub mod almanac;
pub mod bed;
pub mod difference;
pub mod edit;
pub mod fixture;
pub mod garden;
pub mod grouping;
pub mod history;
pub mod ids;
pub mod journal;
pub mod keys;
pub mod name;
pub mod own_crop;
pub mod patch;
pub mod rect;
pub mod refusal;
pub mod school;
pub mod seed_lot;
pub mod shape;
pub mod site;
pub mod spacing;
pub mod timing;
pub mod turns;
pub mod upgrade;
pub mod variety;
pub mod want;
pub mod warning;
