//! Which family goes into which bed, in the years ahead? Wishes, rules and plans of a household, the
//! ground they are for, and what follows from both.
//!
//! [`Turns`] holds what the household said; [`ground`] cuts the beds into the pieces that rotate;
//! `problem` states the rotation problem that [`crate::rotate`] solves; [`view`] draws years and beds;
//! [`propose`] and [`argue`] ask for plans; [`why`] names reasons and prices ways out.

mod amounts;
mod facts;
mod ground;
mod held;
mod problem;
mod propose;
mod remedies;
mod status;
mod view;

pub use crate::planner::turns::TurnChange;
pub use amounts::amounts;
pub use facts::{
    Closing, Entry, Needs, OwnFamily, Parts, Piece, Pinned, SoilFinding, TurnPart, TurnPlan, TurnPlanId, TurnSchool, TurnWish,
    Turns, TurnsUnit, Unknown, WishDraft, WishId, YearsOf,
};
pub use ground::{Plot, plots};
pub use held::{is_cover, parts_of, usual_wish, winters};
pub use problem::Problem;
pub use propose::{Argued, TurnProposal, Watcher, argue, propose};
pub use remedies::{ForcedWish, Reasons, Remedy, RemedyKind, TieKey, why};
pub use status::{Standing, Straight, straight};
pub use view::{Cell, CellKind, Note, NoteKind, Tie, TurnsView, view};
