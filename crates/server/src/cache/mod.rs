//! Gardens made ready and kept until they change, and what a page is told of them.

pub(crate) mod changed;
pub(crate) mod months;
pub(crate) mod ready;
pub(crate) mod view;
