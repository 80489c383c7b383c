//! The real page, driven by mouse, keys and touch.

mod access;
mod bed_work;
mod gardening;
mod lived;
mod newcomer;
mod no_signal;
mod people;
mod rounds;
mod season;
mod sharing;
mod tin;
mod turns;
mod wants;
