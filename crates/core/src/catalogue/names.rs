//! What does a gardener mean by 'corn', 'squash' or 'pole beans'? Names of crops in both kinds of English, one and more of each.

use crate::catalogue::crop::Crop;
use serde::{Deserialize, Serialize};

/// A crop, and one of its ways where the name says so.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Meant {
    /// The crop's key.
    pub crop: String,
    /// The way's key.
    pub way: Option<String>,
}

/// Another name for a crop, or for several that one must choose among.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Name {
    /// What is said, one of it, in small letters.
    pub said: String,
    /// What may be meant, the usual one first.
    pub of: Vec<Meant>,
}

/// One word of a list, and what is known by it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Word {
    /// As it was written.
    pub said: String,
    /// What may be meant: one, several to choose among, or nothing.
    pub of: Vec<Meant>,
    /// Where nothing is known by it, names that are written nearly so.
    pub nearly: Vec<String>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
pub(super) struct NameFile {
    name: Vec<Entry>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Entry {
    said: Vec<String>,
    #[serde(default)]
    of: Vec<String>,
    #[serde(default)]
    family: Option<String>,
}

/// Reads the file of names that mean one of several crops, beside the names that crops have of their own.
///
/// # Errors
/// When a name means a crop, way or family that the catalogue does not have, or is there twice.
pub(super) fn read(crops: &[Crop], own: Vec<Name>, text: &str) -> Result<Vec<Name>, String> {
    let file: NameFile = toml::from_str(text).map_err(|e| format!("names.toml: {e}"))?;
    let mut names: Vec<Name> = Vec::new();
    for name in own {
        if names.iter().any(|other| other.said == name.said) {
            return Err(format!("{} is the name of two crops: it stands in names.toml, as a choice", name.said));
        }
        names.push(name);
    }
    for entry in file.name {
        let mut of = Vec::new();
        for meant in &entry.of {
            let (crop, way) = meant.split_once('/').map_or((meant.as_str(), None), |(crop, way)| (crop, Some(way)));
            let known =
                crops.iter().find(|one| one.key == crop).is_some_and(|crop| way.is_none_or(|way| crop.way(way).is_some()));
            if !known {
                return Err(format!("names.toml: {meant} is not in the catalogue"));
            }
            of.push(Meant { crop: crop.into(), way: way.map(String::from) });
        }
        if let Some(family) = &entry.family {
            let kin = crops.iter().filter(|crop| crop.family == *family && !crop.ways[0].cover);
            of.extend(kin.map(|crop| Meant { crop: crop.key.clone(), way: None }));
        }
        if of.is_empty() {
            return Err(format!("names.toml: {:?} mean nothing", entry.said));
        }
        for said in entry.said {
            let said = plain(&said);
            if names.iter().any(|name| name.said == said) {
                return Err(format!("names.toml: {said} is there twice"));
            }
            names.push(Name { said, of: of.clone() });
        }
    }
    Ok(names)
}

/// Small letters, single blanks, no stops at the ends.
pub(super) fn plain(text: &str) -> String {
    let small = text.to_lowercase().replace(['’', '`'], "'");
    small.split_whitespace().collect::<Vec<_>>().join(" ").trim_matches(|c: char| !c.is_alphanumeric()).to_string()
}

/// One of what is said, by the rules of English: what it may be with its plural's ending taken off, likeliest first.
pub(super) fn singulars(said: &str) -> Vec<String> {
    let mut found = vec![said.to_string()];
    for (ending, instead) in [("ies", "y"), ("ves", "f"), ("oes", "o"), ("ches", "ch"), ("shes", "sh"), ("es", ""), ("s", "")] {
        if let Some(stem) = said.strip_suffix(ending).filter(|stem| stem.len() > 1) {
            found.push(format!("{stem}{instead}"));
        }
    }
    found
}
