//! Runs the application while it is worked on: the server is built anew when a Rust file, a query or a data file
//! changes, the page is served by Vite and changes as it is typed.

use crate::{setup, step};
use std::path::Path;
use std::process::Child;
use std::time::{Duration, Instant, SystemTime};

/// The port of the server; Vite hands on to it what is not the page's.
const PORT: &str = "8018";
/// Between two looks at the files.
const BETWEEN: Duration = Duration::from_millis(400);

/// Starts both and goes on until Ctrl-C.
pub fn run() -> Result<(), String> {
    setup::packages()?;
    setup::page()?;
    let mut page = Running(step::command("npm", &["run", "--silent", "dev"]).current_dir(step::root().join("web")).spawn());
    let mut server: Option<Running> = None;
    let mut built = SystemTime::UNIX_EPOCH;
    loop {
        let newest = newest(&step::root().join("crates")).unwrap_or(built);
        if newest > built {
            built = newest;
            let begun = Instant::now();
            match step::server() {
                Ok(binary) => {
                    // The old one must have let go of its port and database.
                    drop(server.take());
                    let arguments = ["--demo", "--data", "target/demo-data", "--port", PORT];
                    server = Some(Running(step::command(&binary, &arguments).spawn()));
                    println!("dev: the server runs anew after {:.1} s", begun.elapsed().as_secs_f32());
                }
                // What was running goes on until the mistake is mended.
                Err(why) => println!("dev: {why}"),
            }
        }
        if !page.is_up() {
            return Err("Vite has stopped".into());
        }
        std::thread::sleep(BETWEEN);
    }
}

/// A program that is told to end, and waited for, when it is no longer wanted.
struct Running(std::io::Result<Child>);

impl Running {
    fn is_up(&mut self) -> bool {
        self.0.as_mut().is_ok_and(|child| child.try_wait().is_ok_and(|ended| ended.is_none()))
    }
}

impl Drop for Running {
    fn drop(&mut self) {
        if let Ok(child) = &mut self.0 {
            let _ = std::process::Command::new("kill").arg(child.id().to_string()).status();
            let _ = child.wait();
        }
    }
}

/// When the newest file of what the server is built from was written.
fn newest(folder: &Path) -> Option<SystemTime> {
    let of = |path: &Path| {
        let built_from = ["rs", "toml", "sql"].iter().any(|ending| path.extension().is_some_and(|it| it == *ending));
        built_from.then(|| std::fs::metadata(path).and_then(|meta| meta.modified()).ok())?
    };
    let entries = std::fs::read_dir(folder).ok()?.filter_map(Result::ok).map(|entry| entry.path());
    entries.filter(|path| !path.ends_with("tests")).filter_map(|path| if path.is_dir() { newest(&path) } else { of(&path) }).max()
}
