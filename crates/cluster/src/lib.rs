//! A PostgreSQL of one's own: made if need be, started where only its owner can reach it, kept running, and stopped without
//! a trace.
//!
//! It listens on a socket in a folder of its own and nowhere else, and lets in only the account it is run by, as a plain role
//! that owns the one database. PostgreSQL refuses to run as root, so a root caller runs it as the `postgres` user that Debian's
//! package makes. The server process is asked to die with its parent, so that not even a killed parent leaves one behind.

mod cluster;
mod copy;
mod error;
mod folder;
mod keeper;
mod make;
mod programs;
mod renew;
mod socket;
#[cfg(test)]
mod tests;
mod way;

pub use cluster::Cluster;
pub use copy::{dump, fill};
pub use error::ClusterError;
pub use folder::reachable;
pub use keeper::Durability;
pub use programs::{Programs, ROLE};
pub use renew::{Renewed, renew};
pub use way::Way;
