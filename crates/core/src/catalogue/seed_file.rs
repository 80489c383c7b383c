//! The file of seeds: how many there are in a gram, how long each keeps, and how fast those die of which that is known; what pieces weigh
//! that are planted in place of seed, and what is taken to make them.

use crate::catalogue::crop::Crop;
use crate::catalogue::seeds::{Known, Parent, Seed};
use crate::catalogue::source::Source;
use crate::seed::ageing::Viability;
use serde::Deserialize;
use std::collections::{BTreeMap, HashMap};

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct SeedFile {
    seed: Vec<Told>,
    piece: Vec<PieceTold>,
    parent: Vec<ParentTold>,
    viability: Vec<ViabilityTold>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Told {
    crops: Vec<String>,
    per_gram: [f32; 2],
    years: u8,
    #[serde(default = "one")]
    plants: [u8; 2],
    source: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct PieceTold {
    crop: String,
    grams: [f32; 2],
    source: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct ParentTold {
    crops: Vec<String>,
    one: [String; 2],
    gives: [f32; 2],
    source: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct ViabilityTold {
    crops: Vec<String>,
    ke: f64,
    cw: f64,
    ch: f64,
    cq: f64,
    moisture: [f64; 3],
    source: String,
}

fn one() -> [u8; 2] {
    [1, 1]
}

/// Reads the file of seeds; the error says what is wrong in it.
pub(super) fn read(crops: &mut [Crop], sources: &BTreeMap<String, Source>, text: &str) -> Result<(), String> {
    let file: SeedFile = toml::from_str(text).map_err(|error| format!("seeds.toml: {error}"))?;
    let mut known: HashMap<String, Known> = HashMap::new();
    for ViabilityTold { crops, ke, cw, ch, cq, moisture, source } in file.viability {
        if !sources.contains_key(&source) || !moisture.is_sorted() {
            return Err(format!("seeds.toml: {}: its source or moisture", crops.join(", ")));
        }
        let one = Known { equation: Viability { ke, cw, ch, cq }, moisture };
        known.extend(crops.into_iter().map(|key| (key, one)));
    }
    for Told { crops: keys, per_gram, years, plants, source } in file.seed {
        let sane = per_gram[0] > 0.0 && per_gram[0] < per_gram[1] && (1..=10).contains(&years) && plants[0] <= plants[1];
        if !sane || plants[0] == 0 || !sources.contains_key(&source) {
            return Err(format!("seeds.toml: {}: a figure or its source", keys.join(", ")));
        }
        for key in keys {
            let crop = crops.iter_mut().find(|crop| crop.key == key && crop.seed.is_none());
            let crop = crop.ok_or_else(|| format!("seeds.toml: {key}: no crop, or told twice"))?;
            crop.seed = Some(Seed { per_gram, years, plants, source: source.clone(), viability: known.remove(&key) });
        }
    }
    for PieceTold { crop: key, grams, source } in file.piece {
        let crop = crops.iter_mut().find(|crop| crop.key == key && crop.planted_as.is_some() && crop.piece_grams.is_none());
        let crop = crop.ok_or_else(|| format!("seeds.toml: {key}: not planted in pieces, or told twice"))?;
        if !(0.0 < grams[0] && grams[0] < grams[1] && sources.contains_key(&source)) {
            return Err(format!("seeds.toml: a piece of {key}: a figure or its source"));
        }
        crop.piece_grams = Some(grams);
    }
    for ParentTold { crops: keys, one, gives, source } in file.parent {
        if !(0.0 < gives[0] && gives[0] < gives[1] && sources.contains_key(&source)) {
            return Err(format!("seeds.toml: what {} come of: a figure or its source", keys.join(", ")));
        }
        for key in keys {
            let crop = crops.iter_mut().find(|crop| crop.key == key && crop.parent.is_none());
            let crop = crop.ok_or_else(|| format!("seeds.toml: {key}: no crop, or told twice what it comes of"))?;
            crop.parent = Some(Parent { one: one.clone(), gives, source: source.clone() });
        }
    }
    match known.into_keys().next() {
        Some(key) => Err(format!("seeds.toml: {key}: an equation and no seed")),
        None => Ok(()),
    }
}
