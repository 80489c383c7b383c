//! What must be started, moved, sown and cleared, on which day, in this place?
//!
//! A [`course::Course`] is what one patch does through its year, [`handoff`] what follows what, [`shelf`] what the
//! seedlings ask of it, [`risk`] what the weather may do, [`tasks`] the entries of a calendar.

pub mod care;
pub mod course;
pub mod handoff;
pub mod harvests;
pub mod risk;
pub mod shelf;
pub mod span;
pub mod tasks;
pub mod year;
