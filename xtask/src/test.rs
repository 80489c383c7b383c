//! Every check and test, in the order in which a mistake is cheapest to find.

use crate::{licences, setup, step};
use sparrow_cluster::{Cluster, Durability, reachable};

/// The parts that can be tested by themselves, and their programs of tests. Every part runs the unit tests too: they are few and quick.
const PARTS: [(&str, &[&str]); 6] = [
    ("rotate", &["rotating"]),
    ("core", &["rules", "places"]),
    ("formats", &["formats"]),
    ("store", &["store"]),
    ("server", &["server", "standing", "memory", "program", "in_step"]),
    ("browser", &["browser"]),
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
        licences::check()?;
        licences::faults()?;
        return cargo_test(&["--workspace"]);
    }
    // The server's crate looks for the page when it is compiled, so the folder must be there.
    setup::page()?;
    let (mut targets, mut filter) = (vec!["--lib"], None);
    for part in &parts {
        if part == "page" {
            page()?;
            continue;
        }
        // 'core::season' are the tests of the rules whose names have 'season' in them.
        let (part, of) = part.split_once("::").map_or((part.as_str(), None), |(part, of)| (part, Some(of)));
        let known = || PARTS.iter().map(|(name, _)| *name).chain(["page"]).collect::<Vec<_>>().join(", ");
        let (_, programs) = PARTS
            .iter()
            .find(|(name, _)| *name == part)
            .ok_or_else(|| format!("there is no part {part}; there are {}", known()))?;
        targets.extend(programs.iter().flat_map(|program| ["--test", program]));
        filter = filter.or(of);
    }
    if targets.len() == 1 {
        return Ok(());
    }
    // The whole workspace is named even for a part: with other features everything would be compiled anew.
    let mut arguments = vec!["--workspace"];
    arguments.extend(targets);
    arguments.extend(filter.iter().flat_map(|filter| ["--", filter]));
    cargo_test(&arguments)
}

/// Tests of the rules that take longer than all others together; [`check`] leaves them out.
const SLOW: [&str; 3] = ["season::", "plain::", "turns::"];

/// What a mistake mostly shows in within a minute: formatting, lints, the quick tests of the rules, and the page's.
pub fn check() -> Result<(), String> {
    lint()?;
    page()?;
    let mut rules = vec!["test", "-q", "--workspace", "--lib", "--test", "rules", "--"];
    rules.extend(SLOW.iter().flat_map(|slow| ["--skip", slow]));
    let mut tests = step::command("cargo", &rules);
    // A mistake in a property mostly shows in a few cases; `test` tries as many as each asks for.
    tests.env("PROPTEST_CASES", "8");
    step::say("cargo test, the rules, a few cases of each property", tests)
}

fn lint() -> Result<(), String> {
    step::run("cargo", &["fmt", "--all", "--check"])?;
    setup::page()?;
    step::run("cargo", &["clippy", "-q", "--workspace", "--all-targets", "--", "-D", "warnings"])
}

fn page() -> Result<(), String> {
    setup::npm()?;
    step::web("npm", &["run", "--silent", "check"])?;
    step::web("npm", &["run", "--silent", "lint"])?;
    step::web("npm", &["run", "--silent", "test"])
}

fn cargo_test(arguments: &[&str]) -> Result<(), String> {
    let folder = reachable(&step::root().join(format!("target/test-db-{}", std::process::id())));
    let cluster = Cluster::start(&folder, Durability::Fast).map_err(|error| error.to_string())?;
    let mut tests = step::command("cargo", &["test", "--no-fail-fast"]);
    tests.args(arguments).env("TEST_DATABASE_URL", cluster.url("postgres"));
    let tested = step::say(&format!("cargo test {}", arguments.join(" ")), tests);
    drop(cluster);
    let _ = std::fs::remove_dir_all(&folder);
    tested
}
