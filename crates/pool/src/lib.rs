//! The threads on which a server reckons, and the lines in which work waits for them.

mod pool;
mod queue;

pub use pool::{Ends, Line, NotDone, Pool, Who, start};
pub use queue::{Queue, Ticket};
