//! Drives the real page in headless Chromium: one server, one database and one browser for a test.

mod stage;

pub use stage::{Failure, Gardener, Stage, TODAY};
