//! What would a gardener like to know? Questions that change nothing, a file each where there is much to say.

pub mod answer;
pub mod checked;
pub mod groupings;
pub mod in_hand;
pub mod markers;
pub mod question;
pub mod sheet;
pub mod starts;
