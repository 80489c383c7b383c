//! What does the tape say? Quantities as newtypes, read from what gardeners type and written as they read.

pub mod length;
pub mod measures;
pub mod read_error;
pub mod tape;
pub mod temperature;
pub mod volume;

pub use length::Length;
pub use measures::Units;
pub use read_error::ReadError;
pub use tape::Tape;
pub use temperature::TenthsC;
pub use volume::Volume;
