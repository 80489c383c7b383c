//! Every check and test, in the order in which a mistake is cheapest to find.

use crate::{setup, step};
use sparrow_cluster::{Cluster, Durability, reachable};

/// Formatting, lints and the page, then all tests, the one for types in step among them, on a PostgreSQL of their own.
pub fn run() -> Result<(), String> {
    setup::packages()?;
    setup::browser()?;
    step::run("cargo", &["fmt", "--all", "--check"])?;
    // The server's crate looks for the page when it is compiled, so the folder must be there.
    setup::page()?;
    step::run("cargo", &["clippy", "-q", "--workspace", "--all-targets", "--", "-D", "warnings"])?;
    step::web("npm", &["run", "--silent", "check"])?;
    step::web("npm", &["run", "--silent", "lint"])?;
    let folder = reachable(&step::root().join(format!("target/test-db-{}", std::process::id())));
    let cluster = Cluster::start(&folder, Durability::Fast).map_err(|error| error.to_string())?;
    let mut tests = step::command("cargo", &["test", "--workspace"]);
    tests.env("TEST_DATABASE_URL", cluster.url("postgres"));
    let tested = step::say("cargo test --workspace", tests);
    drop(cluster);
    let _ = std::fs::remove_dir_all(&folder);
    tested
}
