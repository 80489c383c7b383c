//! Every check and test, in the order in which a mistake is cheapest to find.

use crate::{setup, step};
use sparrow_cluster::{Cluster, Durability, reachable};

/// The parts that can be tested by themselves, and their packages.
const PARTS: [(&str, &[&str]); 7] = [
    ("facts", &["sparrow-facts"]),
    ("rotate", &["sparrow-rotate"]),
    ("core", &["sparrow-core", "sparrow-demo"]),
    ("formats", &["sparrow-formats"]),
    ("store", &["sparrow-store", "sparrow-cluster"]),
    ("server", &["patient-sparrow"]),
    ("browser", &["sparrow-browser-tests"]),
];

/// Formatting, lints and the page, then all tests, the one for types in step among them, on a PostgreSQL of their
/// own. With the names of parts, only their tests; `page` stands for the page's own.
pub fn run() -> Result<(), String> {
    let parts: Vec<String> = std::env::args().skip(2).collect();
    setup::packages()?;
    setup::browser()?;
    if parts.is_empty() {
        lint()?;
        page()?;
        return cargo_test(&["--workspace"]);
    }
    // The server's crate looks for the page when it is compiled, so the folder must be there.
    setup::page()?;
    let mut arguments = Vec::new();
    for part in &parts {
        if part == "page" {
            page()?;
            continue;
        }
        let known = || PARTS.iter().map(|(name, _)| *name).chain(["page"]).collect::<Vec<_>>().join(", ");
        let (_, packages) = PARTS
            .iter()
            .find(|(name, _)| name == part)
            .ok_or_else(|| format!("there is no part {part}; there are {}", known()))?;
        arguments.extend(packages.iter().flat_map(|package| ["-p", package]));
    }
    if arguments.is_empty() { Ok(()) } else { cargo_test(&arguments) }
}

/// What a mistake shows in within a minute: formatting, lints, the rules' tests and the page's.
pub fn check() -> Result<(), String> {
    lint()?;
    page()?;
    step::run("cargo", &["test", "-q", "-p", "sparrow-facts", "-p", "sparrow-core", "--tests"])
}

fn lint() -> Result<(), String> {
    step::run("cargo", &["fmt", "--all", "--check"])?;
    setup::page()?;
    step::run("cargo", &["clippy", "-q", "--workspace", "--all-targets", "--", "-D", "warnings"])
}

fn page() -> Result<(), String> {
    setup::npm()?;
    step::web("npm", &["run", "--silent", "check"])?;
    step::web("npm", &["run", "--silent", "lint"])
}

fn cargo_test(arguments: &[&str]) -> Result<(), String> {
    let folder = reachable(&step::root().join(format!("target/test-db-{}", std::process::id())));
    let cluster = Cluster::start(&folder, Durability::Fast).map_err(|error| error.to_string())?;
    let mut tests = step::command("cargo", &["test"]);
    tests.args(arguments).env("TEST_DATABASE_URL", cluster.url("postgres"));
    let tested = step::say(&format!("cargo test {}", arguments.join(" ")), tests);
    drop(cluster);
    let _ = std::fs::remove_dir_all(&folder);
    tested
}
