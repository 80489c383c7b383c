//! Runs one command after another, saying which, and stops at the first that fails.

use std::path::PathBuf;
use std::process::Command;
use std::time::Instant;

/// The root of the checkout.
pub fn root() -> PathBuf {
    PathBuf::from(env!("CARGO_MANIFEST_DIR")).parent().map(PathBuf::from).unwrap_or_default()
}

/// A command in the root of the checkout.
pub fn command(program: &str, arguments: &[&str]) -> Command {
    let mut command = Command::new(program);
    command.args(arguments).current_dir(root());
    // What cargo tells us of our own package would make build scripts that ask for theirs run again, and half of all else with
    // them, whenever cargo is next called without us.
    for (name, _) in std::env::vars().filter(|(name, _)| name.starts_with("CARGO_PKG_") || name.starts_with("CARGO_MANIFEST_")) {
        command.env_remove(name);
    }
    command
}

/// Runs a command, with its words as the heading.
pub fn run(program: &str, arguments: &[&str]) -> Result<(), String> {
    say(&format!("{program} {}", arguments.join(" ")), command(program, arguments))
}

/// Builds and runs an example, with the whole workspace's features, so that nothing is built twice.
pub fn example(name: &str) -> Result<(), String> {
    run("cargo", &["build", "--workspace", "--example", name])?;
    run(&format!("target/debug/examples/{name}"), &[])
}

/// Builds the server, with the features that the tests build it with, so that neither compiles the other's work
/// again; the path of the program.
pub fn server() -> Result<String, String> {
    run("cargo", &["build", "--workspace", "--bin", "patient-sparrow"])?;
    Ok("target/debug/patient-sparrow".into())
}

/// Runs a command in the page's folder.
pub fn web(program: &str, arguments: &[&str]) -> Result<(), String> {
    let mut command = command(program, arguments);
    command.current_dir(root().join("web"));
    say(&format!("web: {program} {}", arguments.join(" ")), command)
}

/// Runs a command under a heading and says how long it took.
pub fn say(heading: &str, mut command: Command) -> Result<(), String> {
    println!("── {heading}");
    let start = Instant::now();
    let status = command.status().map_err(|error| format!("{heading}: {error}"))?;
    println!("   {:.1} s", start.elapsed().as_secs_f32());
    if status.success() { Ok(()) } else { Err(format!("{heading} failed ({status})")) }
}
