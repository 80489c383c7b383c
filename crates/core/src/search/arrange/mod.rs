//! How might this bed be laid out? Proposals for a list of wishes, each patch with its reasons.
//!
//! Wishes become candidates (a rectangle each, with what speaks for and against it by itself), pairs of
//! candidates are scored by company and shade, and a search picks one candidate a wish or none. Small
//! beds are searched through; larger ones by taking a few crops up and putting them down again, best
//! first. Where crops do not all fit in one piece each, squares are dealt out one by one ([`pieces`]). The same question always
//! gets the same answers, each at least as good as the one before.

pub mod asked;
pub mod candidates;
pub mod movable;
pub mod pieces;
pub mod pose;
pub mod problem;
pub mod search;
pub mod weigh;
