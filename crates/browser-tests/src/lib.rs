//! Drives the real page in headless Chromium: one server, one database and one browser for a test.

mod line;
mod stage;

pub use line::Line;
pub use stage::{Failure, Gardener, Stage, TODAY};
