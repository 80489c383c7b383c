//! The file of yields: rows as planting guides tell them, turned into what one plant gives.

use crate::catalogue::crop::Crop;
use crate::catalogue::source::Source;
use crate::catalogue::yields::Yield;
use serde::Deserialize;
use std::collections::BTreeMap;

/// One pound \[g\].
const POUND: f64 = 453.592_37;

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct YieldFile {
    r#yield: Vec<Told>,
}

/// As the file tells it.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Told {
    crop: String,
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

/// Reads the file of yields; the error says what is wrong in it.
pub(super) fn read(crops: &mut [Crop], sources: &BTreeMap<String, Source>, text: &str) -> Result<(), String> {
    let file: YieldFile = toml::from_str(text).map_err(|error| format!("yields.toml: {error}"))?;
    for Told { crop: key, ten_feet, apart, piece, pieces, jar, meal, source } in file.r#yield {
        let sane =
            ten_feet[0] > 0.0 && ten_feet[0] < ten_feet[1] && apart >= 1.0 && meal > 0.0 && piece.is_some() == pieces.is_some();
        if !sane || !sources.contains_key(&source) {
            return Err(format!("yields.toml: {key}: a figure or its source"));
        }
        let plants = 120.0 / apart;
        let crop = crops.iter_mut().find(|crop| crop.key == key && crop.gives.is_none());
        let crop = crop.ok_or_else(|| format!("yields.toml: {key}: no crop, or told twice"))?;
        let grams = ten_feet.map(|pounds| (pounds * POUND / plants) as f32);
        crop.gives = Some(Yield { grams, piece, pieces, jar, meal, source });
    }
    Ok(())
}
