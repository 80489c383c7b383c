//! What a fresh machine lacks: Debian packages, npm packages, and the built page.

use crate::step;
use std::path::Path;

/// Installs PostgreSQL when it is missing, through apt.
pub fn packages() -> Result<(), String> {
    let server = std::fs::read_dir("/usr/lib/postgresql").is_ok_and(|mut versions| versions.next().is_some());
    install(&[("postgresql", server)])
}

/// Installs Chromium, its driver and a reader of printed pages when they are missing, through apt.
pub fn browser() -> Result<(), String> {
    install(&[
        ("chromium", Path::new("/usr/bin/chromium").exists()),
        ("chromium-driver", Path::new("/usr/bin/chromedriver").exists()),
        ("poppler-utils", Path::new("/usr/bin/pdftotext").exists()),
    ])
}

fn install(wanted: &[(&str, bool)]) -> Result<(), String> {
    let missing: Vec<&str> = wanted.iter().filter(|(_, there)| !there).map(|(name, _)| *name).collect();
    if missing.is_empty() {
        return Ok(());
    }
    println!("Missing Debian packages: {}. Installing them takes a minute or two.", missing.join(", "));
    step::run("apt-get", &["update", "-q"])?;
    let mut install = step::command("apt-get", &["install", "-y", "-q", "--no-install-recommends"]);
    install.args(&missing).env("DEBIAN_FRONTEND", "noninteractive");
    step::say("apt-get install", install)
}

/// Installs the page's npm packages when they are missing or older than the lock file.
pub fn npm() -> Result<(), String> {
    let lock = step::root().join("web/package-lock.json");
    let stamp = step::root().join("web/node_modules/.package-lock.json");
    let changed = |path: &Path| std::fs::metadata(path).and_then(|meta| meta.modified()).ok();
    match (changed(&stamp), changed(&lock)) {
        (Some(installed), Some(locked)) if installed >= locked => Ok(()),
        // `npm ci` refuses a lock file that lacks the optional builds for machines the registry at hand
        // does not carry; this installs the locked versions all the same and leaves the lock alone.
        _ => step::web("npm", &["install", "--no-save", "--no-audit", "--no-fund"]),
    }
}

/// Builds the page when any of its sources is newer than the last build.
pub fn page() -> Result<(), String> {
    npm()?;
    let built = std::fs::metadata(step::root().join("web/dist/index.html")).and_then(|meta| meta.modified());
    let newest = newest(&step::root().join("web/src")).max(newest(&step::root().join("web/public")));
    let config = ["index.html", "vite.config.ts", "package-lock.json"]
        .iter()
        .filter_map(|name| std::fs::metadata(step::root().join("web").join(name)).and_then(|meta| meta.modified()).ok())
        .max();
    match built {
        Ok(built) if Some(built) >= newest && Some(built) >= config => Ok(()),
        _ => step::web("npm", &["run", "--silent", "build"]),
    }
}

fn newest(folder: &Path) -> Option<std::time::SystemTime> {
    let entries = std::fs::read_dir(folder).ok()?;
    entries
        .filter_map(Result::ok)
        .filter_map(|entry| {
            let path = entry.path();
            if path.is_dir() { newest(&path) } else { entry.metadata().and_then(|meta| meta.modified()).ok() }
        })
        .max()
}

/// Writes what is generated from the Rust code: the page's types and docs/sources.md.
pub fn generate() -> Result<(), String> {
    step::example("generate")
}
