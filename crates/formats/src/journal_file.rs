//! The journal of a garden as a file: JSON to keep and move it, a table to look at it.
//!
//! `docs/journal-file.md` describes both.

use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::catalogue::Catalogue;
use sparrow_facts::garden::Garden;
use sparrow_facts::journal::{Happened, JournalEntry, holding};

/// The word that tells this kind of file from any other.
pub const FORMAT: &str = "patient-sparrow-journal";
/// The version of the format written here.
pub const VERSION: u32 = 1;

/// A journal as one file.
#[derive(Debug, Serialize, Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct JournalFile {
    /// The word that tells this kind of file from any other: `patient-sparrow-journal`.
    #[schemars(extend("const" = FORMAT))]
    pub(crate) format: String,
    /// The version of the format.
    #[schemars(extend("const" = VERSION))]
    pub(crate) version: u32,
    /// Whose garden it is of.
    pub(crate) garden: String,
    /// Every entry that was written, those too that were struck out or replaced, in the order of their numbers.
    pub(crate) entries: Vec<JournalEntry>,
}

/// A garden's journal as a file.
pub fn file(garden: &Garden, entries: Vec<JournalEntry>) -> JournalFile {
    JournalFile { format: FORMAT.into(), version: VERSION, garden: garden.site.name.clone(), entries }
}

/// Writes a journal as JSON, one field a line, ending in a new line.
pub fn json(garden: &Garden, entries: Vec<JournalEntry>) -> String {
    let mut text = serde_json::to_string_pretty(&file(garden, entries)).unwrap_or_default();
    text.push('\n');
    text
}

/// The columns of the table.
pub(crate) const COLUMNS: [&str; 12] =
    ["id", "day", "bed", "crop", "kind", "many", "unit", "rough", "told", "words", "patch", "rect"];

/// Writes the entries that hold as a table, RFC 4180.
///
/// # Errors
/// Never, as it writes into memory; the writer's own error if it does.
pub fn table(garden: &Garden, catalogue: &Catalogue, entries: &[JournalEntry]) -> Result<String, csv::Error> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(COLUMNS)?;
    for entry in holding(entries) {
        let bed = entry.at.bed.and_then(|bed| garden.bed(bed)).map_or_else(String::new, |bed| bed.name.clone());
        let patch = entry.at.patch.and_then(|patch| garden.patch(patch));
        let crop = patch.and_then(|patch| catalogue.crop(&patch.planted.crop)).map_or("", |crop| crop.name.as_str());
        let (many, unit, rough) = entry.what.many().map_or_else(Default::default, |amount| {
            (tenths(amount.tenths), word(&amount.unit), if amount.rough { "about" } else { "" })
        });
        let day = entry.day.to_string();
        writer.write_record([
            entry.id.0.to_string().as_str(),
            &day,
            &bed,
            crop,
            &kind(&entry.what),
            &many,
            &unit,
            rough,
            &rest(&entry.what),
            &entry.words,
            &entry.at.patch.map_or_else(String::new, |patch| patch.0.to_string()),
            &entry.at.rect.map_or_else(String::new, |rect| format!("{} {} {} {}", rect.x, rect.y, rect.w, rect.h)),
        ])?;
    }
    let bytes = writer.into_inner().map_err(|error| csv::Error::from(error.into_error()))?;
    Ok(String::from_utf8(bytes).unwrap_or_default())
}

fn tenths(tenths: u32) -> String {
    if tenths.is_multiple_of(10) { (tenths / 10).to_string() } else { format!("{}.{}", tenths / 10, tenths % 10) }
}

fn word(of: &impl Serialize) -> String {
    serde_json::to_value(of).ok().and_then(|word| word.as_str().map(String::from)).unwrap_or_default()
}

fn kind(what: &Happened) -> String {
    let told = serde_json::to_value(what).unwrap_or_default();
    told["kind"].as_str().unwrap_or_default().to_string()
}

/// What else an entry tells, as JSON without its kind and amount; nothing where that is all.
fn rest(what: &Happened) -> String {
    let told = serde_json::to_value(what).unwrap_or_default();
    let fields = told.as_object().into_iter().flatten();
    let rest: serde_json::Map<_, _> = fields
        .filter(|(name, value)| !["kind", "many"].contains(&name.as_str()) && !value.is_null())
        .map(|(name, value)| (name.clone(), value.clone()))
        .collect();
    if rest.is_empty() { String::new() } else { serde_json::Value::Object(rest).to_string() }
}
