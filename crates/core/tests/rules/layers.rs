//! The order of the house: what a folder of the core may use, and that no files import each other in a circle.
//!
//! Read from the `use` lines and the paths in the code, as text. A name that a `mod.rs` or `lib.rs` hands on
//! counts for the file it comes from; what a `mod.rs` hands on is no import of its own.

#![allow(clippy::unwrap_used, reason = "where the sources cannot be read the test must fail")]

use std::collections::{BTreeMap, BTreeSet};
use std::path::{Path, PathBuf};

/// The folders of the core, each of which uses only what stands before it.
fn layers() -> Vec<String> {
    let text = std::fs::read_to_string(crates().join("core/src/lib.rs")).unwrap();
    text.lines().filter_map(|line| line.strip_prefix("pub mod ")?.strip_suffix(';')).map(String::from).collect()
}

fn crates() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).parent().unwrap().to_path_buf()
}

/// The source files of one crate: module path (`season::span`) to text, tests in the file left out.
fn sources(name: &str) -> BTreeMap<String, String> {
    fn walk(folder: &Path, root: &Path, found: &mut BTreeMap<String, String>) {
        for entry in std::fs::read_dir(folder).unwrap() {
            let path = entry.unwrap().path();
            if path.is_dir() {
                walk(&path, root, found);
                continue;
            }
            let parts: Vec<&str> = path.strip_prefix(root).unwrap().iter().map(|part| part.to_str().unwrap()).collect();
            let module = parts.join("::").trim_end_matches(".rs").trim_end_matches("::mod").to_string();
            let module = if module == "lib" { String::new() } else { module };
            let text = std::fs::read_to_string(&path).unwrap();
            let code = text.split("#[cfg(test)]").next().unwrap();
            let code: Vec<&str> = code.lines().filter(|line| !line.trim_start().starts_with("//")).collect();
            found.insert(module, code.join("\n"));
        }
    }
    let root = crates().join(name).join("src");
    let mut found = BTreeMap::new();
    walk(&root, &root, &mut found);
    found
}

/// `a::{b, c::{d, e}}` as `a::b`, `a::c::d`, `a::c::e`.
fn leaves(tree: &str, before: &str, found: &mut Vec<String>) {
    let tree = tree.trim();
    let Some(open) = tree.find('{') else {
        let path = format!("{before}{}", tree.split(" as ").next().unwrap());
        found.push(path.trim_end_matches("::self").to_string());
        return;
    };
    let before = format!("{before}{}", &tree[..open]);
    let inner = &tree[open + 1..tree.rfind('}').unwrap()];
    let (mut depth, mut start) = (0, 0);
    for (at, letter) in inner.char_indices().chain([(inner.len(), ',')]) {
        match letter {
            '{' => depth += 1,
            '}' => depth -= 1,
            ',' if depth == 0 => {
                if !inner[start..at].trim().is_empty() {
                    leaves(&inner[start..at], &before, found);
                }
                start = at + 1;
            }
            _ => {}
        }
    }
}

/// The paths a file names, from its crate's root: what it hands on, and what it uses.
fn paths(module: &str, text: &str, modules: &BTreeSet<String>) -> (Vec<String>, Vec<String>) {
    let (mut handed_on, mut used) = (Vec::new(), Vec::new());
    let mut rest = text.to_string();
    let is_root = modules.iter().any(|other| other.starts_with(&format!("{module}::"))) || module.is_empty();
    while let Some(at) = ["\nuse ", "\npub use ", "\n    use "].iter().filter_map(|word| rest.find(word)).min() {
        let end = at + rest[at..].find(';').unwrap();
        let line = rest[at..end].trim().to_string();
        let mut found = Vec::new();
        leaves(line.trim_start_matches("pub ").trim_start_matches("use "), "", &mut found);
        if line.starts_with("pub use") && is_root {
            handed_on.extend(found)
        } else {
            used.extend(found)
        }
        rest.replace_range(at..end, "");
    }
    for word in ["crate::", "super::"] {
        let mut from = 0;
        while let Some(at) = rest[from..].find(word).map(|at| at + from) {
            let path: String = rest[at..].chars().take_while(|c| c.is_alphanumeric() || matches!(c, '_' | ':')).collect();
            from = at + path.len();
            used.push(path);
        }
    }
    let absolute = |path: String| {
        let parent = |of: &str| of.rsplit_once("::").map_or(String::new(), |(parent, _)| parent.to_string());
        let join = |to: String, rest: &str| if to.is_empty() { rest.to_string() } else { format!("{to}::{rest}") };
        if let Some(rest) = path.strip_prefix("crate::") {
            return Some(rest.to_string());
        }
        if let Some(rest) = path.strip_prefix("super::") {
            let mut to = parent(module);
            let mut rest = rest;
            while let Some(further) = rest.strip_prefix("super::") {
                (to, rest) = (parent(&to), further);
            }
            return Some(join(to, rest));
        }
        let child = join(module.to_string(), path.split("::").next().unwrap());
        (is_root && modules.contains(&child)).then(|| join(module.to_string(), &path))
    };
    let all = |paths: Vec<String>| paths.into_iter().filter_map(absolute).collect();
    (all(handed_on), all(used))
}

/// The files of a crate that each file uses.
fn arrows(name: &str) -> BTreeMap<String, BTreeSet<String>> {
    let sources = sources(name);
    let modules: BTreeSet<String> = sources.keys().cloned().collect();
    let read: BTreeMap<&String, (Vec<String>, Vec<String>)> =
        sources.iter().map(|(module, text)| (module, paths(module, &format!("\n{text}"), &modules))).collect();
    let mut hands: BTreeMap<String, String> = BTreeMap::new();
    for (module, (handed_on, _)) in &read {
        for path in handed_on {
            let last = path.rsplit("::").next().unwrap();
            hands.insert(if module.is_empty() { last.into() } else { format!("{module}::{last}") }, path.clone());
        }
    }
    let file_of = |path: &str| {
        let mut path = path.to_string();
        while let Some(from) = hands.get(&path) {
            path = from.clone();
        }
        let mut at = path.as_str();
        loop {
            if modules.contains(at) {
                return at.to_string();
            }
            match at.rsplit_once("::") {
                Some((shorter, _)) => at = shorter,
                None => return String::new(),
            }
        }
    };
    read.into_iter()
        .map(|(module, (_, used))| {
            let files = used.iter().map(|path| file_of(path)).filter(|file| file != module).collect();
            (module.clone(), files)
        })
        .collect()
}

/// The files that can be reached from themselves, if there are any.
fn circle(arrows: &BTreeMap<String, BTreeSet<String>>) -> Vec<String> {
    // Files that use nothing that is left are taken away, again and again; a circle stays.
    let mut left: BTreeMap<&String, BTreeSet<&String>> = arrows.iter().map(|(from, to)| (from, to.iter().collect())).collect();
    loop {
        let free: Vec<&String> = left.iter().filter(|(_, to)| to.is_empty()).map(|(from, _)| *from).collect();
        if free.is_empty() {
            return left.iter().map(|(from, to)| format!("{from} uses {to:?}")).collect();
        }
        for file in free {
            left.remove(file);
            left.values_mut().for_each(|to| {
                to.remove(file);
            });
        }
    }
}

#[test]
fn each_folder_of_the_core_uses_only_what_stands_before_it() {
    let layers = layers();
    assert!(layers.len() > 8, "lib.rs lists its folders, {layers:?}");
    let rank = |file: &str| layers.iter().position(|layer| Some(layer.as_str()) == file.split("::").next());
    let mut seen = 0;
    for (from, uses) in arrows("core") {
        for to in uses {
            let (Some(above), Some(below)) = (rank(&from), rank(&to)) else { panic!("{from} uses {to}, which is in no folder") };
            assert!(below <= above, "{from} points up to {to}");
            let apart = layers[above] == "change" && ["reckon", "round", "tin"].contains(&layers[below].as_str());
            assert!(!apart, "{from} uses {to}: what changes and what is reckoned know nothing of each other");
            seen += 1;
        }
    }
    assert!(seen > 300, "{seen} imports were read, far fewer than there are");
}

#[test]
fn no_files_import_each_other_in_a_circle() {
    for entry in std::fs::read_dir(crates()).unwrap() {
        let name = entry.unwrap().file_name().into_string().unwrap();
        let found = circle(&arrows(&name));
        assert!(found.is_empty(), "crates/{name}: {found:#?}");
    }
}

#[test]
fn the_store_and_the_search_for_years_know_no_rule_of_gardening() {
    for name in ["facts", "rotate", "store"] {
        let manifest = std::fs::read_to_string(crates().join(name).join("Cargo.toml")).unwrap();
        let dependencies = manifest.split("[dependencies]").nth(1).unwrap().split("[dev-dependencies]").next().unwrap();
        assert!(!dependencies.contains("sparrow-core"), "crates/{name} depends on the rules");
    }
}

#[test]
fn a_circle_would_be_found() {
    let uses = |from: &str, to: &[&str]| (from.to_string(), to.iter().map(|one| (*one).to_string()).collect());
    let round = BTreeMap::from([uses("a", &["b"]), uses("b", &["c"]), uses("c", &["a"]), uses("d", &["a"])]);
    assert_eq!(circle(&round).len(), 4, "a, b and c, and what uses them");
    let straight = BTreeMap::from([uses("a", &["b", "c"]), uses("b", &["c"]), uses("c", &[])]);
    assert!(circle(&straight).is_empty());
    let mut found = Vec::new();
    leaves("a::{b, c::{d, self}, e as f}", "", &mut found);
    assert_eq!(found, ["a::b", "a::c::d", "a::c", "a::e"]);
}
