//! What must be started, moved, sown and cleared, on which day, in this place?
//!
//! [`figures`] holds what is known of each crop; a [`Grower`] is the place's warmth put to crops;
//! [`windows`](Grower::windows) say when a crop may start, a [`Course`] what one patch does through its
//! year, [`handoff`] what follows what, [`slip`] what to do when the first is late, [`shelf`] what the
//! seedlings ask of it, [`series`] how to sow again so that harvests come evenly. [`starts`] is the place's planting
//! calendar. [`view`] puts them together for the page, [`tasks`] for a calendar.

mod course;
mod figures;
mod grower;
mod growing;
pub mod handoff;
mod risk;
pub mod series;
pub mod shelf;
pub mod slip;
mod span;
pub mod starts;
pub mod tasks;
pub mod view;
mod window;
mod year;

pub use crate::planner::season::{PatchChange, SeasonChange};
pub use course::{Course, Trouble, course};
pub use figures::{Bulk, Figures, SoilWants, Sprout, all, figures};
pub use grower::{Grower, Ripening};
pub use growing::{Growing, Means, usual_means};
pub use risk::{AtRisk, Harm, risks};
pub use span::{usual_end, usual_span};
pub use window::{Gate, Verdict, Window, judge, shut_by, windows};
pub use year::{Season, year};
