//! Every check and test, in the order in which a mistake is cheapest to find.

use crate::{setup, step};
use sparrow_cluster::{Cluster, Durability, reachable};

/// Formatting, lints, the page's types and build, then all tests on a PostgreSQL of their own.
pub fn run() -> Result<(), String> {
    setup::packages()?;
    setup::browser()?;
    step::run("cargo", &["fmt", "--all", "--check"])?;
    // The server's crate looks for the page when it is compiled, so the folder must be there.
    setup::page()?;
    step::run("cargo", &["clippy", "-q", "--workspace", "--all-targets", "--", "-D", "warnings"])?;
    step::web("npm", &["run", "--silent", "check"])?;
    step::web("npm", &["run", "--silent", "lint"])?;
    in_step()?;
    let folder = reachable(&step::root().join(format!("target/test-db-{}", std::process::id())));
    let cluster = Cluster::start(&folder, Durability::Fast).map_err(|error| error.to_string())?;
    let mut tests = step::command("cargo", &["test", "--workspace"]);
    tests.env("TEST_DATABASE_URL", cluster.url("postgres"));
    let tested = step::say("cargo test --workspace", tests);
    drop(cluster);
    let _ = std::fs::remove_dir_all(&folder);
    tested
}

/// What is generated from the Rust code must be what is committed.
fn in_step() -> Result<(), String> {
    setup::generate()?;
    let changed = step::command("git", &["status", "--porcelain", "web/src/generated", "docs/sources.md"])
        .output()
        .map_err(|error| error.to_string())?;
    let changed = String::from_utf8_lossy(&changed.stdout).into_owned();
    if changed.is_empty() {
        return Ok(());
    }
    Err(format!("these do not follow from the Rust code as committed; run `cargo xtask generate` and commit:\n{changed}"))
}
