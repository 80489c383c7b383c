//! Describes the store's queries in `.sqlx`, so that a build needs no database.

use crate::{setup, step};
use sparrow_cluster::{Cluster, Durability, reachable};

/// Starts an empty database, applies the migrations and lets the query macros describe themselves.
pub fn run() -> Result<(), String> {
    setup::packages()?;
    let folder = reachable(&step::root().join("target/prepare-db"));
    let _ = std::fs::remove_dir_all(&folder);
    let cluster = Cluster::start(&folder, Durability::Fast).map_err(|error| error.to_string())?;
    let url = cluster.url(sparrow_cluster::ROLE);
    let mut migrations: Vec<_> = std::fs::read_dir(step::root().join("crates/store/migrations"))
        .and_then(Iterator::collect::<Result<Vec<_>, _>>)
        .map_err(|error| error.to_string())?
        .into_iter()
        .map(|entry| entry.path())
        .collect();
    migrations.sort();
    for migration in &migrations {
        step::run("psql", &["-q", "-v", "ON_ERROR_STOP=1", "-d", &url, "-f", &migration.to_string_lossy()])?;
    }
    let queries = step::root().join(".sqlx");
    let _ = std::fs::remove_dir_all(&queries);
    std::fs::create_dir_all(&queries).map_err(|error| error.to_string())?;
    // The macros only run when the crate is compiled anew.
    step::run("cargo", &["clean", "-q", "-p", "sparrow-store"])?;
    let mut check = step::command("cargo", &["check", "-q", "-p", "sparrow-store"]);
    check.env("DATABASE_URL", &url).env("SQLX_OFFLINE", "false").env("SQLX_OFFLINE_DIR", &queries);
    step::say("cargo check, describing the queries", check)
}
