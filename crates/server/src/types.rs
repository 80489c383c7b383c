//! The page's TypeScript types, written from the Rust types it is sent and sends.

use crate::changes::Outcome;
use crate::proposals::Report;
use crate::seasons::{CalendarAt, StationRead};
use crate::view::{GardenLine, GardenView, TapeReading};
use sparrow_core::ask::question::{Answer, Question};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::Command;
use sparrow_facts::refusal::Refusal;
use std::path::Path;
use ts_rs::{Config, ExportError, TS};

/// Writes every type the page uses, and all they refer to, as TypeScript into a folder.
pub fn write_types(folder: &Path) -> Result<(), ExportError> {
    let config = Config::new().with_out_dir(folder);
    Outcome::export_all(&config)?;
    GardenView::export_all(&config)?;
    GardenLine::export_all(&config)?;
    TapeReading::export_all(&config)?;
    Catalogue::export_all(&config)?;
    Refusal::export_all(&config)?;
    Question::export_all(&config)?;
    Answer::export_all(&config)?;
    Command::export_all(&config)?;
    StationRead::export_all(&config)?;
    CalendarAt::export_all(&config)?;
    Report::export_all(&config)
}
