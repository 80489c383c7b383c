//! In which matters do varieties of a crop differ, and what follows from each kind?

use crate::catalogue::crop::Crop;
use crate::catalogue::source::Source;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// A matter in which varieties of a crop differ.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Matter {
    /// Its key.
    pub key: String,
    /// The keys of the crops of which it is asked.
    pub crops: Vec<String>,
    /// The question.
    pub ask: String,
    /// The key of the source.
    pub source: String,
    /// The kinds that there are.
    pub kind: Vec<KindOf>,
}

/// One kind of variety.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct KindOf {
    /// Its key within the matter.
    pub key: String,
    /// What a gardener calls it.
    pub name: String,
    /// What follows from it, in words.
    #[serde(default)]
    pub tells: String,
    /// What it must not cross with unlike ones of.
    #[serde(default)]
    pub strain: Option<String>,
    /// The length of day from which it makes its bulb \[hours\].
    #[serde(default)]
    pub hours: Option<f64>,
    /// Days it is picked, or stands well once ripe.
    #[serde(default)]
    pub picked: Option<u16>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct KindFile {
    matter: Vec<Matter>,
}

/// Reads the file of kinds; the error says what is wrong in it.
pub(super) fn read(crops: &[Crop], sources: &BTreeMap<String, Source>, text: &str) -> Result<Vec<Matter>, String> {
    let file: KindFile = toml::from_str(text).map_err(|error| format!("kinds.toml: {error}"))?;
    for matter in &file.matter {
        let unknown = matter.crops.iter().find(|key| !crops.iter().any(|crop| crop.key == **key));
        if unknown.is_some() || !sources.contains_key(&matter.source) || matter.kind.len() < 2 {
            return Err(format!("kinds.toml: {}: a crop, its source or its kinds", matter.key));
        }
    }
    Ok(file.matter)
}
