//! What else is built in: every package's licence is one that may be given on with ours, and no package is built in twice in
//! two versions without being named. Known faults are asked for where there is somebody to ask.

use crate::step;
use serde_json::Value;
use spdx::{Expression, LicenseReq};
use std::collections::{BTreeMap, BTreeSet};

/// What `deny.toml`, which cargo-deny reads too, says of it.
struct Allowed {
    licences: BTreeSet<String>,
    /// Those of packages that tell theirs only in a file.
    clarified: BTreeMap<String, String>,
    twice: BTreeSet<String>,
}

impl Allowed {
    fn read() -> Result<Allowed, String> {
        let text = std::fs::read_to_string(step::root().join("deny.toml")).map_err(|error| format!("deny.toml: {error}"))?;
        let table: toml::Table = toml::from_str(&text).map_err(|error| format!("deny.toml: {error}"))?;
        let names = |section: &str, list: &str, name: Option<&str>| -> BTreeSet<String> {
            let list = table.get(section).and_then(|section| section.get(list)).and_then(toml::Value::as_array);
            let text = |one: &toml::Value| name.map_or(Some(one), |name| one.get(name))?.as_str().map(String::from);
            list.into_iter().flatten().filter_map(text).collect()
        };
        let clarified = table.get("licenses").and_then(|section| section.get("clarify")).and_then(toml::Value::as_array);
        let text = |one: &toml::Value, name: &str| Some(one.get(name)?.as_str()?.to_string());
        let clarified = clarified.into_iter().flatten().filter_map(|one| Some((text(one, "crate")?, text(one, "expression")?)));
        Ok(Allowed {
            licences: names("licenses", "allow", None),
            clarified: clarified.collect(),
            twice: names("bans", "skip", Some("crate")),
        })
    }

    /// What is wrong with a package's licence, as it tells it.
    fn wrong(&self, name: &str, said: Option<&str>) -> Option<String> {
        let said = said.or_else(|| self.clarified.get(name).map(String::as_str));
        let Some(said) = said else { return Some(format!("{name} tells no licence")) };
        let is_right = self.allows(said);
        (!is_right).then(|| format!("{name} is under {said}, which deny.toml does not allow"))
    }

    fn allows(&self, said: &str) -> bool {
        let known = |wanted: &LicenseReq| wanted.license.id().is_some_and(|id| self.licences.contains(id.name));
        Expression::parse_mode(said, spdx::ParseMode::LAX).is_ok_and(|expression| expression.evaluate(known))
    }
}

/// Checks the licences of Rust's and the page's packages, and looks for packages in two versions.
pub fn check() -> Result<(), String> {
    println!("── licences and duplicates");
    let allowed = Allowed::read()?;
    let mut wrong = rust(&allowed)?;
    wrong.extend(page(&allowed)?);
    if wrong.is_empty() { Ok(()) } else { Err(wrong.join("\n")) }
}

fn rust(allowed: &Allowed) -> Result<Vec<String>, String> {
    let mut asks = step::command("cargo", &["metadata", "--format-version", "1", "--locked"]);
    asks.args(["--filter-platform", "x86_64-unknown-linux-gnu"]);
    let output = asks.output().map_err(|error| format!("cargo metadata: {error}"))?;
    let told: Value = serde_json::from_slice(&output.stdout)
        .map_err(|_| format!("cargo metadata: {}", String::from_utf8_lossy(&output.stderr)))?;
    let list = |value: &Value| value.as_array().cloned().unwrap_or_default();
    let used: BTreeSet<String> =
        list(&told["resolve"]["nodes"]).iter().filter_map(|node| node["id"].as_str().map(String::from)).collect();
    let mut versions: BTreeMap<String, BTreeSet<String>> = BTreeMap::new();
    let mut wrong = Vec::new();
    for package in list(&told["packages"]).iter().filter(|package| package["id"].as_str().is_some_and(|id| used.contains(id))) {
        let (name, version) = (package["name"].as_str().unwrap_or_default(), package["version"].as_str().unwrap_or_default());
        wrong.extend(allowed.wrong(name, package["license"].as_str()));
        if package["source"].as_str().is_some_and(|source| !source.starts_with("registry+")) {
            wrong.push(format!("{name} comes from elsewhere than the registry"));
        }
        versions.entry(name.into()).or_default().insert(version.into());
    }
    let twice: BTreeSet<String> =
        versions.iter().filter(|(_, versions)| versions.len() > 1).map(|(name, _)| name.clone()).collect();
    for name in twice.symmetric_difference(&allowed.twice) {
        let built = versions.get(name).map(|versions| versions.iter().cloned().collect::<Vec<_>>().join(" and "));
        wrong.push(match twice.contains(name) {
            true => format!("{name} is built in {}, which deny.toml does not name", built.unwrap_or_default()),
            false => format!("{name} is not built in twice any more, though deny.toml names it"),
        });
    }
    println!("   {} Rust packages, {} of them in more than one version", used.len(), twice.len());
    Ok(wrong)
}

/// The packages of the page, as its lock file tells them.
fn page(allowed: &Allowed) -> Result<Vec<String>, String> {
    let text = std::fs::read_to_string(step::root().join("web/package-lock.json"))
        .map_err(|error| format!("package-lock.json: {error}"))?;
    let lock: Value = serde_json::from_str(&text).map_err(|error| format!("package-lock.json: {error}"))?;
    let packages = lock["packages"].as_object().cloned().unwrap_or_default();
    let others: Vec<_> = packages.iter().filter(|(path, _)| !path.is_empty()).collect();
    let name = |path: &str| path.rsplit("node_modules/").next().unwrap_or_default().to_string();
    let wrong = others.iter().filter_map(|(path, package)| allowed.wrong(&name(path), package["license"].as_str()));
    println!("   {} packages of the page", others.len());
    Ok(wrong.collect())
}

/// Asks the registry for known faults of the page's packages. Where it does not tell, that is said and nothing fails.
pub fn faults() -> Result<(), String> {
    println!("── web: npm audit");
    let mut asks = step::command("npm", &["audit", "--json", "--fetch-retries=0", "--fetch-timeout=20000"]);
    let output = asks.current_dir(step::root().join("web")).output().map_err(|error| format!("npm audit: {error}"))?;
    let told: Value = serde_json::from_slice(&output.stdout).unwrap_or_default();
    let count = |grade: &str| told["metadata"]["vulnerabilities"][grade].as_u64();
    match (count("high"), count("critical")) {
        (Some(0), Some(0)) => Ok(()),
        (Some(high), Some(critical)) => {
            Err(format!("npm audit: {high} faults are grave and {critical} are worse; see `npm audit` in web/"))
        }
        _ => {
            println!("   the registry does not tell; nothing was learned");
            Ok(())
        }
    }
}
