//! The garden as one JSON file, to keep, to move, to read in thirty years.
//!
//! `docs/garden-file.md` describes every field. A file is read whole or not at all: what is wrong with
//! it is told by line and field.

use crate::journal_file::{self, JournalFile};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::Value;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::tidy::tidy;
use sparrow_core::change::verify::verify;
use sparrow_facts::garden::Garden;
use sparrow_facts::journal::JournalEntry;
use sparrow_facts::upgrade;

/// The word that tells this kind of file from any other.
pub const FORMAT: &str = "patient-sparrow-garden";
/// The version of the format written here. Version 1 had no schools of spacing, locked patches, drip lines or groupings;
/// it is read as a garden by the square-foot grid. Versions before 3 had no turns: they wish for nothing yet.
/// Versions before 4 had no almanac and said nothing of a patch's time. Versions before 5 told field by field what is
/// planted in a patch, and knew no time zone. Versions before 6 had two frost dates or none, and a generic year for a climate. Versions
/// before 7 had no distance or seeds of one planting, no margins, rectangles only, nothing in the yard but beds, and squares always
/// by its measures. Versions before 8 had no varieties, those before 9 no crops of their own, those before 10 no lots of seed and no wants,
/// those before 11 no varieties of wishes.
pub const VERSION: u32 = 11;

/// A garden as one file.
#[derive(Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct GardenFile {
    /// The word that tells this kind of file from any other: `patient-sparrow-garden`.
    #[schemars(extend("const" = FORMAT))]
    format: String,
    /// The version of the format.
    #[schemars(extend("const" = VERSION))]
    version: u32,
    /// The garden: everything its household said, nothing that follows from it.
    garden: Garden,
}

/// All gardens of one owner as one file: a garden file for each.
#[derive(Serialize, JsonSchema)]
pub struct GardenFiles {
    /// The word that tells this kind of file from any other: `patient-sparrow-gardens`.
    #[schemars(extend("const" = ALL_FORMAT))]
    format: String,
    /// Whose they are.
    owner: String,
    /// Each as a file of its own, which can be read back by itself.
    gardens: Vec<GardenFile>,
    /// The journal of each, in the same order.
    journals: Vec<JournalFile>,
}

/// The word that tells a file of several gardens from any other.
pub const ALL_FORMAT: &str = "patient-sparrow-gardens";

/// Writes all gardens of an owner as one file.
pub fn write_all(owner: &str, all: Vec<(Garden, Vec<JournalEntry>)>) -> String {
    let mut files = GardenFiles { format: ALL_FORMAT.into(), owner: owner.into(), gardens: Vec::new(), journals: Vec::new() };
    for (garden, entries) in all {
        files.journals.push(journal_file::file(&garden, entries));
        files.gardens.push(GardenFile { format: FORMAT.into(), version: VERSION, garden });
    }
    let mut text = serde_json::to_string_pretty(&files).unwrap_or_default();
    text.push('\n');
    text
}

/// The JSON Schema (draft 2020-12) of the file as it is written today.
///
/// It describes shapes and ranges of the types; rules between facts, such as a patch lying inside its bed, are checked
/// by [`read`] alone.
pub fn schema() -> Value {
    schemars::schema_for!(GardenFile).to_value()
}

/// Only what tells whether it is our file at all.
#[derive(Deserialize)]
struct Head {
    format: Option<String>,
    version: Option<u32>,
}

/// Why a file is not taken.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum FileRefused {
    /// It is not JSON at all.
    #[error("line {line}, column {column}: this is not a garden file but something else ({said})")]
    NotJson {
        /// Line, from 1.
        line: usize,
        /// Column, from 1.
        column: usize,
        /// What the reader said.
        said: String,
    },
    /// It is JSON, but not this format.
    #[error("the field “format” says {read}; a garden file says “patient-sparrow-garden”")]
    Foreign {
        /// What it says.
        read: String,
    },
    /// It is this format, in a version this program does not know.
    #[error("the field “version” says {read}; this program reads versions 1 to {VERSION}")]
    OtherVersion {
        /// What it says.
        read: String,
    },
    /// A field has the wrong shape.
    #[error("line {line}, field “{field}”: {said}")]
    Field {
        /// Line, from 1.
        line: usize,
        /// The field's path.
        field: String,
        /// What the reader said.
        said: String,
    },
    /// A field of a file of an earlier version has the wrong shape.
    #[error("field “{field}”, of a file of version {version}: {said}")]
    EarlierField {
        /// The field's path, as the latest version names it.
        field: String,
        /// The file's version.
        version: u32,
        /// What the reader said.
        said: String,
    },
    /// A fact breaks a rule of gardens.
    #[error("field “garden.{field}”: {why}")]
    Rule {
        /// The fact's path.
        field: String,
        /// The rule's words.
        why: String,
    },
}

/// Writes a garden as a file, one field a line, ending in a new line.
pub fn write(garden: &Garden) -> String {
    let file = GardenFile { format: FORMAT.into(), version: VERSION, garden: garden.clone() };
    let mut text = serde_json::to_string_pretty(&file).unwrap_or_default();
    text.push('\n');
    text
}

/// Reads a file back into the same garden, or says what is wrong with it.
pub fn read(text: &str, catalogue: &Catalogue) -> Result<Garden, FileRefused> {
    let head: Head = serde_json::from_str(text).map_err(|error| match error.classify() {
        serde_json::error::Category::Data => FileRefused::Foreign { read: "nothing of the kind".into() },
        _ => FileRefused::NotJson { line: error.line(), column: error.column(), said: error.to_string() },
    })?;
    if head.format.as_deref() != Some(FORMAT) {
        return Err(FileRefused::Foreign { read: head.format.map_or("nothing".into(), |read| format!("“{read}”")) });
    }
    let file = match head.version {
        Some(VERSION) => today(text)?,
        Some(version) if (1..VERSION).contains(&version) => earlier(text, version)?,
        other => return Err(FileRefused::OtherVersion { read: other.map_or("nothing".into(), |read| read.to_string()) }),
    };
    let mut garden = file.garden;
    catalogue.name_as_today(&mut garden);
    tidy(&mut garden);
    verify(&garden, catalogue).map_err(|(field, why)| FileRefused::Rule { field, why: why.to_string() })?;
    Ok(garden)
}

fn today(text: &str) -> Result<GardenFile, FileRefused> {
    let mut reader = serde_json::Deserializer::from_str(text);
    serde_path_to_error::deserialize(&mut reader).map_err(|error| FileRefused::Field {
        line: error.inner().line(),
        field: error.path().to_string(),
        said: error.inner().to_string(),
    })
}

/// A file of an earlier version, taken from version to version.
fn earlier(text: &str, version: u32) -> Result<GardenFile, FileRefused> {
    let mut file: Value = serde_json::from_str(text).map_err(|error| FileRefused::NotJson {
        line: error.line(),
        column: error.column(),
        said: error.to_string(),
    })?;
    if let Some(file) = file.as_object_mut() {
        if let Some(garden) = file.get_mut("garden") {
            STEPS.iter().skip(version as usize - 1).for_each(|step| step(garden));
        }
        file.insert("version".into(), VERSION.into());
    }
    serde_path_to_error::deserialize(file).map_err(|error: serde_path_to_error::Error<serde_json::Error>| {
        FileRefused::EarlierField { field: error.path().to_string(), version, said: error.inner().to_string() }
    })
}

/// From each version to the next.
const STEPS: [fn(&mut Value); VERSION as usize - 1] = [
    // What these versions did not know is as in a new garden, which is how today's types read what is not there.
    |_| {},
    |_| {},
    |_| {},
    |garden| {
        garden.get_mut("patches").into_iter().for_each(upgrade::planted_in_each);
        for grouping in garden.get_mut("groupings").and_then(Value::as_array_mut).into_iter().flatten() {
            grouping.get_mut("parts").into_iter().for_each(upgrade::planted_in_each);
        }
    },
    |garden| {
        garden.get_mut("site").into_iter().for_each(upgrade::freezes_in);
        garden.get_mut("almanac").into_iter().for_each(upgrade::place_for_shape);
    },
    |_| {},
    |_| {},
    |_| {},
    |_| {},
    |_| {},
];
