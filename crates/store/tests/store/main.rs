//! The tables: what is written is what is read, through every change, migration and version.

mod any_change;
mod attempts;
mod changes;
mod common;
mod migrations;
mod releases;
mod secrets;
mod swept;
mod tls;
mod versions;
