//! `cargo xtask <verb>`: set-up, demo, tests and pictures.
#![allow(clippy::print_stdout, reason = "a command line talks to its terminal")]

mod demo;
mod dev;
mod licences;
mod prepare;
mod setup;
mod shots;
mod step;
mod test;

use std::process::ExitCode;

const HELP: &str = "cargo xtask demo      start the application with demo data and print its address
cargo xtask check     what a mistake shows in within a minute: formatting, lints, rules, page
cargo xtask test      run every check and test; with names of parts (core, store, page ...) only theirs
cargo xtask dev       run it while working on it: server and page change as their files do
cargo xtask shots     make the pictures in docs/screenshots
cargo xtask prepare   after a change of SQL: describe the queries anew in .sqlx
cargo xtask generate  write the page's types and docs/sources.md from the Rust code";

fn main() -> ExitCode {
    let verb = std::env::args().nth(1).unwrap_or_default();
    let done = match verb.as_str() {
        "demo" => demo::run(),
        "test" => test::run(),
        "check" => test::check(),
        "dev" => dev::run(),
        "shots" => shots::run(),
        "prepare" => prepare::run(),
        "generate" => setup::generate(),
        _ => {
            println!("{HELP}");
            return if verb.is_empty() || verb == "help" { ExitCode::SUCCESS } else { ExitCode::FAILURE };
        }
    };
    match done {
        Ok(()) => ExitCode::SUCCESS,
        Err(why) => {
            eprintln!("\n{verb}: {why}");
            ExitCode::FAILURE
        }
    }
}
