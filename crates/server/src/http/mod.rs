//! What every request goes through: who asks, what is let in, how long it may take, and how it is answered.

pub(crate) mod attempts;
pub(crate) mod auth;
pub(crate) mod body;
pub(crate) mod cookies;
pub(crate) mod errors;
pub(crate) mod guard;
pub(crate) mod misread;
pub(crate) mod page;
pub(crate) mod password;
pub(crate) mod payload;
pub(crate) mod spans;
pub(crate) mod timeouts;
