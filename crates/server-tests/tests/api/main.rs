//! The API, asked over HTTP as the page and others ask it.

mod asked;
mod callers;
mod described;
mod doors;
mod journal;
mod photos;
mod taking_back;
