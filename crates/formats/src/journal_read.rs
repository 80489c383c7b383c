//! The journal read back from its file: JSON as it was written, or a table from here or from elsewhere.
//!
//! An entry has the number it was written under, so that a file that is read twice changes nothing the second time. A line of a table
//! without a number is given one by what it says and its day, so that it too is one however often it is read.

use crate::journal_file::{FORMAT, JournalFile, VERSION};
use crate::table::{Line, Table, TableRefused};
use csv::StringRecord;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use serde_json::{Map, Value};
use sha2::{Digest, Sha256};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::{At, EntryId, JournalEntry};
use sparrow_facts::name::alike;
use sparrow_facts::rect::Rect;
use thiserror::Error;

/// Why a file of a journal is refused.
#[derive(Debug, Clone, PartialEq, Eq, Error)]
pub enum JournalRefused {
    /// It is neither of both.
    #[error("the file is neither journal.json nor a table with the columns “day” and “kind”")]
    NeitherKind,
    /// It is JSON of another kind or version.
    #[error("the file is JSON, but no journal of version {VERSION}: {0}")]
    NotJournal(String),
    /// A line of a table says what cannot be.
    #[error("line {line}: {said}")]
    Line {
        /// The line, the first one after the heading being 2.
        line: usize,
        /// What is wrong with it.
        said: String,
    },
}

/// The entries of a file, in its order; beds of a table are found by their names in a garden.
///
/// # Errors
/// When the file is no journal, or a line of it cannot be read.
pub fn read(text: &str, garden: &Garden) -> Result<Vec<JournalEntry>, JournalRefused> {
    if text.trim_start().starts_with('{') { json(text) } else { table(text, garden) }
}

fn json(text: &str) -> Result<Vec<JournalEntry>, JournalRefused> {
    let mut reader = serde_json::Deserializer::from_str(text);
    let read: Result<JournalFile, _> = serde_path_to_error::deserialize(&mut reader);
    let file = read.map_err(|error| JournalRefused::NotJournal(format!("{}: {}", error.path(), error.inner())))?;
    if file.format != FORMAT || file.version != VERSION {
        return Err(JournalRefused::NotJournal(format!("“{}”, version {}", file.format, file.version)));
    }
    Ok(file.entries)
}

fn table(text: &str, garden: &Garden) -> Result<Vec<JournalEntry>, JournalRefused> {
    let read = || Table::read(text, &["day", "kind"])?.lines(|one| line(one, garden));
    read().map_err(|refused| match refused {
        TableRefused::Columns { .. } => JournalRefused::NeitherKind,
        TableRefused::Line { line, said } => JournalRefused::Line { line, said },
    })
}

fn line(line: Line, garden: &Garden) -> Result<JournalEntry, String> {
    let of = |name| line.of(name);
    let day: Date = of("day").parse().map_err(|_| format!("“{}” is no day; one is written 2027-05-31", of("day")))?;
    let what = Value::Object(told(line)?);
    let what = serde_json::from_value(what).map_err(|error| format!("“{}” cannot be read: {error}", of("kind")))?;
    let id = match of("id") {
        "" => number(day, line.row),
        id => id.parse().map(EntryId).map_err(|_| format!("“{id}” is no number of an entry"))?,
    };
    Ok(JournalEntry { id, day, at: at(line, garden)?, what, words: of("words").to_string(), instead_of: None })
}

/// What happened, as JSON has it.
fn told(line: Line) -> Result<Map<String, Value>, String> {
    let of = |name| line.of(name);
    let mut told = match of("told") {
        "" => Map::new(),
        more => serde_json::from_str(more).map_err(|_| format!("“{more}” in the column “told” is no JSON"))?,
    };
    told.insert("kind".into(), of("kind").into());
    if !of("many").is_empty() {
        let many: f64 = of("many").replace(',', ".").parse().map_err(|_| format!("“{}” is no amount", of("many")))?;
        let unit = if of("unit").is_empty() { "pieces" } else { of("unit") };
        if !(0.0..=1e9).contains(&many) {
            return Err(format!("“{}” is no amount", of("many")));
        }
        let amount =
            serde_json::json!({ "tenths": (many * 10.0).round() as u32, "unit": unit, "rough": !of("rough").is_empty() });
        told.insert("many".into(), amount);
    }
    Ok(told)
}

/// Where, by the bed's name and the planting's number.
fn at(line: Line, garden: &Garden) -> Result<At, String> {
    let of = |name| line.of(name);
    let name = of("bed");
    let bed = match name {
        "" => None,
        name => {
            let found = garden.beds.iter().find(|bed| alike(&bed.name, name));
            Some(found.map(|bed| bed.id).ok_or_else(|| format!("there is no bed called “{name}” in this garden"))?)
        }
    };
    let patch: Option<PatchId> = match of("patch") {
        "" => None,
        number => Some(PatchId(number.parse().map_err(|_| format!("“{number}” is no number of a planting"))?)),
    };
    let numbers: Vec<u16> = of("rect").split_whitespace().filter_map(|number| number.parse().ok()).collect();
    let rect = match (of("rect"), numbers.as_slice()) {
        ("", _) => None,
        (_, [x, y, w, h]) => Some(Rect { x: *x, y: *y, w: *w, h: *h }),
        (other, _) => return Err(format!("“{other}” is no ground: four numbers of half squares are wanted")),
    };
    // A bed that has got another name since is still known by its planting.
    let by_patch = patch.and_then(|patch| garden.patch(patch)).map(|patch| patch.bed);
    Ok(At { bed: bed.or(by_patch), patch, rect })
}

/// A number for a line that has none, of version 7: made at noon of its day, by what it says.
fn number(day: Date, row: &StringRecord) -> EntryId {
    let hash = Sha256::digest(row.iter().collect::<Vec<_>>().join("\u{1f}").as_bytes());
    let mut random = [0; 10];
    random.copy_from_slice(&hash[..10]);
    let noon = day.at(12, 0, 0, 0).to_zoned(TimeZone::UTC).map_or(0, |noon| noon.timestamp().as_millisecond());
    EntryId(uuid::Builder::from_unix_timestamp_millis(u64::try_from(noon).unwrap_or(0), &random).into_uuid())
}
