//! What does it take to save seed of a crop, and with which others would it cross?

use crate::catalogue::crop::Crop;
use crate::catalogue::source::Source;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// What carries the pollen.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Carried {
    /// Nothing, mostly: a flower pollinates itself.
    Itself,
    /// Insects.
    Insects,
    /// The wind.
    Wind,
}

/// Crops whose flowers cross, and how seed of them is saved.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct SeedSpecies {
    /// What they are together called, with their botanical name.
    pub name: String,
    /// The keys of its crops.
    pub crops: Vec<String>,
    /// The kind in the matter 'species' that says that a variety is of it, where crops are of several.
    #[serde(default)]
    pub kind: Option<String>,
    /// What carries its pollen.
    pub by: Carried,
    /// How far from others of its species seed savers are told to flower it for their own use, least and most \[m\].
    pub metres: [u16; 2],
    /// Of how many plants seed is taken, least and most.
    pub plants: [u16; 2],
    /// It flowers in its second year.
    #[serde(default)]
    pub second_year: bool,
    /// How it is done.
    pub how: String,
    /// The key of the source.
    pub source: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct SavingFile {
    species: Vec<SeedSpecies>,
}

/// Reads the file of species; the error says what is wrong in it.
pub(super) fn read(crops: &[Crop], sources: &BTreeMap<String, Source>, text: &str) -> Result<Vec<SeedSpecies>, String> {
    let file: SavingFile = toml::from_str(text).map_err(|error| format!("saving.toml: {error}"))?;
    for (n, one) in file.species.iter().enumerate() {
        let unknown = one.crops.iter().find(|key| !crops.iter().any(|crop| crop.key == **key));
        let twice = one.crops.iter().find(|key| file.species[..n].iter().any(|other| other.crops.contains(key)));
        let sane = one.metres[0] <= one.metres[1] && one.plants[0] <= one.plants[1] && !one.crops.is_empty();
        if unknown.is_some() || twice.is_some() || !sane || !sources.contains_key(&one.source) {
            return Err(format!("saving.toml: {}: a crop, a figure or its source", one.name));
        }
    }
    Ok(file.species)
}
