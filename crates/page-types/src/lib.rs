//! The page's TypeScript types, written from the Rust types it is sent and sends.
//!
//! A crate of its own, as the writing of some six hundred types is more machine code than the server itself.

use patient_sparrow::sent::{
    BinLine, CalendarAt, CameInto, ChangeLine, GardenLine, GardenView, InvitationView, Invited, JournalLine, Look, Members,
    Outcome, PlaceClimate, SessionLine, SessionView, StationRead, TapeReading, Told, WrittenDown,
};
use sparrow_core::ask::answer::Answer;
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::Command;
use sparrow_core::change::limits;
use sparrow_core::search::run::Search;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Units};
use sparrow_places::towns::Town;
use std::path::Path;
use ts_rs::{Config, ExportError, TS};

/// Writes every type the page uses, and all they refer to, as TypeScript into a folder.
pub fn write_types(folder: &Path) -> Result<(), ExportError> {
    let config = Config::new().with_out_dir(folder);
    Outcome::export_all(&config)?;
    Look::export_all(&config)?;
    GardenView::export_all(&config)?;
    GardenLine::export_all(&config)?;
    ChangeLine::export_all(&config)?;
    JournalLine::export_all(&config)?;
    WrittenDown::export_all(&config)?;
    SessionView::export_all(&config)?;
    SessionLine::export_all(&config)?;
    Members::export_all(&config)?;
    Invited::export_all(&config)?;
    InvitationView::export_all(&config)?;
    CameInto::export_all(&config)?;
    BinLine::export_all(&config)?;
    TapeReading::export_all(&config)?;
    Town::export_all(&config)?;
    PlaceClimate::export_all(&config)?;
    Catalogue::export_all(&config)?;
    Refusal::export_all(&config)?;
    Question::export_all(&config)?;
    Answer::export_all(&config)?;
    Command::export_all(&config)?;
    StationRead::export_all(&config)?;
    CalendarAt::export_all(&config)?;
    Told::export_all(&config)?;
    Search::export_all(&config)?;
    std::fs::write(folder.join("Limits.ts"), field_limits())?;
    std::fs::write(folder.join("Lengths.ts"), lengths()).map_err(ExportError::from)
}

/// The limits of what is typed, which fields show; the core holds them.
fn field_limits() -> String {
    let numbers: String =
        limits::OF_FIELDS.iter().map(|(name, [least, most])| format!("  {name}: [{least}, {most}],\n")).collect();
    let letters: String = limits::LETTERS_OF_FIELDS.iter().map(|(name, most)| format!("  {name}: {most},\n")).collect();
    format!(
        "// The limits of what is typed. Written by `cargo xtask generate`.\n\
         /** The least and the most of numbers. */\nexport const LIMITS = {{\n{numbers}}} as const;\n\
         /** The most letters of texts. */\nexport const LETTERS = {{\n{letters}}} as const;\n"
    )
}

/// Lengths \[tenths of a millimetre\] with what the tape says of them in both units, which the page's own words for
/// lengths are tested against: every rounding of the first inch, then ever longer ones up to a long bed.
fn lengths() -> String {
    let first = (0..=254).step_by(2);
    let longer = (0..160).map(|n| 254 + n * (37 + n * 8));
    let line = |tenths: i32| {
        let length = Length::tenths_mm(tenths);
        format!("  [{tenths}, '{}', '{}'],\n", length.on_tape(Units::Imperial), length.on_tape(Units::Metric))
    };
    let lines: String = first.chain(longer).map(line).collect();
    format!(
        "// What the tape says of lengths in tenths of a millimetre: imperial, metric. Written by `cargo xtask generate`.\n\
         export const LENGTHS: [number, string, string][] = [\n{lines}];\n"
    )
}
