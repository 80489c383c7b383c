//! What goes where in the years ahead, so that no family comes back too soon? The rotation problem,
//! solved to the proof, or with the bound that is known.
//!
//! [`Instance`] states a problem by itself, without a garden; [`Ledger`] counts what a plan costs in
//! the plainest way; [`solve`] finds the best plan; [`why`] names what forces a clash. How a garden
//! becomes an instance is told in the core's `turns`.

mod cost;
mod engine;
mod instance;
mod model;
mod order;
mod search;
mod why;

pub use cost::{Clash, Cost, Ledger, Spread, Wanting};
pub use instance::{Assign, Closed, Demand, Family, Feeding, Instance, Longer, Pin, Section, Stood, Taken, Unsound, Weights};
pub use search::{Answer, Progress, Watching, solve};
pub use why::{Cause, why};
