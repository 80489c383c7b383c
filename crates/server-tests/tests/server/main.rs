//! The server, asked over HTTP as the page and others ask it, and the program as an operator runs it.
//!
//! What measures the memory of its own process is in programs of its own: `standing` and `memory`.

mod asked;
mod at_once;
mod callers;
mod described;
mod doors;
mod journal;
mod many_gardens;
mod photos;
mod running;
mod taking_back;
