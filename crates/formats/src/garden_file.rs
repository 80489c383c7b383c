//! The garden as one JSON file, to keep, to move, to read in thirty years.
//!
//! `docs/garden-file.md` describes every field. A file is read whole or not at all: what is wrong with
//! it is told by line and field.

use serde::{Deserialize, Serialize};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::verify::verify;
use sparrow_facts::garden::Garden;

/// The word that tells this kind of file from any other.
pub const FORMAT: &str = "patient-sparrow-garden";
/// The version of the format written here. Version 1 had no schools of spacing, locked patches, drip lines or groupings;
/// it is read as a garden by the square-foot grid. Versions before 3 had no turns: they wish for nothing yet.
/// Versions before 4 had no almanac and said nothing of a patch's time.
pub const VERSION: u32 = 4;

#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct GardenFile {
    format: String,
    version: u32,
    garden: Garden,
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
    if !head.version.is_some_and(|version| (1..=VERSION).contains(&version)) {
        return Err(FileRefused::OtherVersion { read: head.version.map_or("nothing".into(), |read| read.to_string()) });
    }
    let mut reader = serde_json::Deserializer::from_str(text);
    let file: GardenFile = serde_path_to_error::deserialize(&mut reader).map_err(|error| FileRefused::Field {
        line: error.inner().line(),
        field: error.path().to_string(),
        said: error.inner().to_string(),
    })?;
    verify(&file.garden, catalogue).map_err(|(field, why)| FileRefused::Rule { field, why: why.to_string() })?;
    Ok(file.garden)
}
