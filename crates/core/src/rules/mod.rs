//! What is wrong, worth knowing or good about a patch where and when it stands?
//!
//! [`findings`] asks every rule about every patch; the others hold a rule each.

pub mod bare;
pub mod company;
pub mod density;
pub mod findings;
pub mod maize;
pub mod past;
pub mod place;
pub mod reason;
pub mod room;
pub mod shade;
pub mod sharing;
pub mod soil;
