//! What would be best? Proposals with their reasons: a bed, the years ahead, ways out, sowings.

pub mod amounts;
pub mod arrange;
pub mod late;
pub mod remedies;
pub mod run;
pub mod series;
pub mod watch;
pub mod years;
