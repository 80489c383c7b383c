//! Which families stand, stood and may stand in which ground, over the years?
//!
//! [`ground`] cuts the beds into the pieces that rotate, [`held`] says what stood in them, [`problem`] states the
//! rotation problem that [`sparrow_rotate`] solves, [`status`] how a piece of ground stands to a wish, [`against`] counts what is
//! against a plan.

pub mod against;
pub mod ground;
pub mod held;
pub mod problem;
pub mod status;
