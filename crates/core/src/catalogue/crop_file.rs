//! What does the file of one crop say? `data/crops/leek.toml` tells all that the book knows of leeks alone;
//! `data/crops/README.md` explains its fields.
//!
//! A group of figures without a source is refused, and so is a source that is not listed.

use crate::catalogue::care::{CareRule, Keeping};
use crate::catalogue::crop::Crop;
use crate::catalogue::figures::Groups;
use crate::catalogue::names::{Meant, Name, plain};
use crate::catalogue::seeds::{Known, Parent, Seed};
use crate::catalogue::source::Source;
use crate::catalogue::yields::Yield;
use crate::seed::ageing::Viability;
use serde::Deserialize;
use serde::de::DeserializeOwned;
use sparrow_facts::units::Units;
use std::collections::BTreeMap;
use toml::{Table, Value};

/// A crop, with what other parts of the book keep of it.
pub(super) struct CropFile {
    pub(super) crop: Crop,
    /// What else it is called, where that means nothing else.
    pub(super) names: Vec<Name>,
    /// The care that it alone wants.
    pub(super) care: Vec<CareRule>,
    /// How it keeps, where it does so like no other.
    pub(super) keeping: Vec<Keeping>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct SeedTold {
    per_gram: [f32; 2],
    years: u8,
    #[serde(default = "one")]
    plants: [u8; 2],
    source: String,
    viability: Option<ViabilityTold>,
}

fn one() -> [u8; 2] {
    [1, 1]
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct ViabilityTold {
    ke: f64,
    cw: f64,
    ch: f64,
    cq: f64,
    moisture: [f64; 3],
    source: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct PieceTold {
    grams: [f32; 2],
    source: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct YieldTold {
    /// Pounds of ten feet of a row.
    ten_feet: [f64; 2],
    /// Inches from plant to plant there.
    apart: f64,
    piece: Option<f32>,
    pieces: Option<[String; 2]>,
    jar: Option<f32>,
    meal: f32,
    source: String,
}

/// One pound \[g\].
const POUND: f64 = 453.592_37;

/// Reads the file of the crop of a key; the error names the table, and the field where one is at fault.
pub(super) fn read(key: &str, text: &str, groups: &Groups, sources: &BTreeMap<String, Source>) -> Result<CropFile, String> {
    let mut file: Table = toml::from_str(text).map_err(|error| error.to_string())?;
    let sourced = |what: &str, source: &String| match sources.contains_key(source) {
        true => Ok(()),
        false => Err(format!("{what}: no source {source}")),
    };
    let season = file.remove("season").ok_or("it has no season")?;
    let seed: Option<SeedTold> = taken(&mut file, "seed")?;
    let piece: Option<PieceTold> = taken(&mut file, "piece")?;
    let parent: Option<Parent> = taken(&mut file, "parent")?;
    let gives: Option<YieldTold> = taken(&mut file, "yield")?;
    let care: Vec<CareRule> = all_of(&mut file, "care", key)?;
    let keeping: Vec<Keeping> = all_of(&mut file, "store", key)?;
    let names = names(&mut file, key)?;
    file.insert("key".into(), key.into());
    let mut crop: Crop = Value::Table(file).try_into().map_err(|error: toml::de::Error| error.to_string())?;

    let season = groups.season(season).map_err(|error| format!("season: {error}"))?;
    if let Some(sprout) = &season.all.sprout {
        sourced("season", &sprout.source)?;
    }
    if let Some(way) = season.ways.keys().find(|way| crop.way(way).is_none()) {
        return Err(format!("season: it has no way {way}"));
    }
    for way in &mut crop.ways {
        way.starter = way.spacing(Units::Imperial).starter(Units::Imperial);
        way.season = season.ways.get(&way.key).unwrap_or(&season.all).clone();
        way.soil = way.season.soil;
    }
    if let Some(seed) = &seed {
        sourced("seed", &seed.source)?;
        seed.viability.as_ref().map_or(Ok(()), |told| sourced("seed", &told.source))?;
    }
    crop.seed = seed.map(SeedTold::seed).transpose()?;
    if let Some(PieceTold { grams, source }) = piece {
        sourced("piece", &source)?;
        if !(0.0 < grams[0] && grams[0] < grams[1]) || crop.planted_as.is_none() {
            return Err("piece: out of range, or it is not planted in pieces".into());
        }
        crop.piece_grams = Some(grams);
    }
    if let Some(parent) = &parent {
        sourced("parent", &parent.source)?;
        if !(0.0 < parent.gives[0] && parent.gives[0] < parent.gives[1]) {
            return Err("parent: gives is out of range".into());
        }
    }
    crop.parent = parent;
    if let Some(told) = &gives {
        sourced("yield", &told.source)?;
    }
    crop.gives = gives.map(YieldTold::of_a_plant).transpose()?;
    Ok(CropFile { crop, names, care, keeping })
}

/// What a table of the file says, where it is there.
fn taken<T: DeserializeOwned>(file: &mut Table, table: &str) -> Result<Option<T>, String> {
    let said = |error: toml::de::Error| format!("{table}: {error}");
    file.remove(table).map(|told| told.try_into().map_err(said)).transpose()
}

/// What tables of one name say, each of this crop.
fn all_of<T: DeserializeOwned>(file: &mut Table, table: &str, key: &str) -> Result<Vec<T>, String> {
    let tables: Vec<Table> = taken(file, table)?.unwrap_or_default();
    let of_the_crop = |mut told: Table| {
        if told.insert("crops".into(), Value::Array(vec![key.into()])).is_some() {
            return Err(format!("{table}: it is of this crop, and names no other"));
        }
        Value::Table(told).try_into().map_err(|error: toml::de::Error| format!("{table}: {error}"))
    };
    tables.into_iter().map(of_the_crop).collect()
}

/// What else a crop and its ways are called.
fn names(file: &mut Table, key: &str) -> Result<Vec<Name>, String> {
    let mut names: Vec<Name> = Vec::new();
    let mut take = |table: &mut Table, way: Option<String>| -> Result<(), String> {
        let said: Vec<String> = taken(table, "names")?.unwrap_or_default();
        let of = vec![Meant { crop: key.into(), way }];
        names.extend(said.iter().map(|said| Name { said: plain(said), of: of.clone() }));
        Ok(())
    };
    take(file, None)?;
    for way in file.get_mut("ways").and_then(Value::as_array_mut).into_iter().flatten() {
        let Some(way) = way.as_table_mut() else { continue };
        let key = way.get("key").and_then(Value::as_str).map(String::from);
        take(way, key)?;
    }
    Ok(names)
}

impl SeedTold {
    fn seed(self) -> Result<Seed, String> {
        let SeedTold { per_gram, years, plants, source, viability } = self;
        let known = |ViabilityTold { ke, cw, ch, cq, moisture, .. }| match moisture.is_sorted() {
            true => Ok(Known { equation: Viability { ke, cw, ch, cq }, moisture }),
            false => Err("seed: moisture is out of order".to_string()),
        };
        let sane = per_gram[0] > 0.0 && per_gram[0] < per_gram[1] && (1..=10).contains(&years);
        if !sane || plants[0] == 0 || plants[0] > plants[1] {
            return Err("seed: a figure is out of range".into());
        }
        Ok(Seed { per_gram, years, plants, source, viability: viability.map(known).transpose()? })
    }
}

impl YieldTold {
    /// A row as planting guides tell it, as what one plant gives.
    fn of_a_plant(self) -> Result<Yield, String> {
        let YieldTold { ten_feet, apart, piece, pieces, jar, meal, source } = self;
        let in_order = ten_feet[0] > 0.0 && ten_feet[0] < ten_feet[1];
        if !in_order || apart < 1.0 || meal <= 0.0 || piece.is_some() != pieces.is_some() {
            return Err("yield: a figure is out of range".into());
        }
        let plants = 120.0 / apart;
        Ok(Yield { grams: ten_feet.map(|pounds| (pounds * POUND / plants) as f32), piece, pieces, jar, meal, source })
    }
}
