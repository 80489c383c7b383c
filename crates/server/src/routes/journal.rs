//! The journal of a garden over HTTP: written down exactly once, however often it is sent, and read by days.

use crate::http::auth::{Guest, Helper, InGarden, Inside};
use crate::http::body::{JSON, file};
use crate::http::errors::RequestError;
use crate::http::payload::{Call, File, Sent};
use actix_web::HttpResponse;
use actix_web::web::Json;
use jiff::Timestamp;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::change::journal;
use sparrow_core::limits::{self, ENTRIES_AT_ONCE, MOST_OF_JOURNAL};
use sparrow_core::work::Work;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::{EntryId, JournalEntry, holding};
use sparrow_facts::refusal::Refusal;
use sparrow_formats::journal_file;
use sparrow_formats::journal_read::{self, JournalRefused};
use std::collections::BTreeSet;

/// The most days and entries that are told at once.
const MOST_DAYS: i32 = 800;
/// See [`MOST_DAYS`].
const MOST_TOLD: i64 = 4000;

/// What is written down.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct Writing {
    entries: Vec<JournalEntry>,
}

/// What came of it.
#[derive(Serialize, JsonSchema)]
pub struct WrittenDown {
    /// How many entries were new; the others were there already.
    new: u32,
}

/// An entry as it is told.
#[derive(Serialize, JsonSchema)]
pub struct JournalLine {
    /// What was written.
    entry: JournalEntry,
    /// By whom; nothing when their account is no more.
    by: Option<String>,
    /// When it came in.
    at: Timestamp,
}

/// Which days.
#[derive(Deserialize, JsonSchema, Clone, Copy)]
pub struct Days {
    /// The first day.
    from: Date,
    /// The last day, 800 days later at most.
    until: Date,
    /// Only what is of one planting.
    patch: Option<PatchId>,
}

pub async fn write(inside: InGarden<Helper>, Sent(body): Call) -> Result<Json<WrittenDown>, RequestError> {
    let Writing { entries } = inside.read(body).await?;
    limits::number("entries", i64::try_from(entries.len()).unwrap_or(i64::MAX), ENTRIES_AT_ONCE)?;
    let ready = inside.ready().await?;
    let (today, numbers) = (inside.today(&ready), inside.given);
    let checked = move |work: &_| {
        let known = ready.known(today, work).with_numbers(numbers);
        entries.iter().try_for_each(|one| journal::entry(known, one)).map(|()| entries)
    };
    let entries = inside.work(checked).await??;
    kept(&inside, &entries).await
}

pub async fn list(inside: InGarden<Guest>) -> Result<Json<Vec<JournalLine>>, RequestError> {
    let Days { from, until, patch } = inside.query()?;
    let days = i64::from((until - from).get_days());
    limits::number("days from the first to the last", days, [0, i64::from(MOST_DAYS)])?;
    let written = inside.shared.store.journal(inside.garden, from, until, MOST_TOLD + 1).await?;
    // Nothing is left out without a word.
    limits::number("entries of these days", i64::try_from(written.len()).unwrap_or(i64::MAX), [0, MOST_TOLD])?;
    let hold: BTreeSet<EntryId> = holding(written.iter().map(|one| &one.entry)).iter().map(|entry| entry.id).collect();
    let asked = |entry: &JournalEntry| (from..=until).contains(&entry.day) && (patch.is_none() || entry.at.patch == patch);
    let told = written.into_iter().filter(|one| hold.contains(&one.entry.id) && asked(&one.entry));
    Ok(Json(told.map(|one| JournalLine { entry: one.entry, by: one.name, at: one.at }).collect()))
}

pub async fn import(inside: InGarden<Helper>, Sent(body): File) -> Result<Json<WrittenDown>, RequestError> {
    let ready = inside.ready().await?;
    let (today, numbers) = (inside.today(&ready), inside.given);
    let read = move |work: &Work| {
        let text = std::str::from_utf8(&body);
        let text = text.map_err(|_| RequestError::Field("the file is not text in UTF-8; nothing was read in".into()))?;
        let refused = |why: JournalRefused| RequestError::Field(format!("{why}; nothing was read in"));
        let entries = journal_read::read(text, ready.garden()).map_err(refused)?;
        limits::number("entries of the file", i64::try_from(entries.len()).unwrap_or(i64::MAX), [1, MOST_OF_JOURNAL as i64])?;
        let known = ready.known(today, work).with_numbers(numbers);
        for (n, one) in (1..).zip(&entries) {
            let refused = |why: Refusal| RequestError::Field(format!("entry {n}: {why}; nothing was read in"));
            journal::entry(known, one).map_err(refused)?;
        }
        Ok::<_, RequestError>(entries)
    };
    let entries = inside.work(read).await??;
    kept(&inside, &entries).await
}

/// Keeps entries, or none of them where the journal would be too full.
async fn kept(inside: &Inside, entries: &[JournalEntry]) -> Result<Json<WrittenDown>, RequestError> {
    let most = MOST_OF_JOURNAL as i64;
    let new = inside.shared.store.write_down(inside.garden, inside.account, entries, most).await?;
    let full = || Refusal::TooManyThings { what: "entries of the journal", most: MOST_OF_JOURNAL };
    Ok(Json(WrittenDown { new: u32::try_from(new.ok_or_else(full)?).unwrap_or(u32::MAX) }))
}

pub async fn json(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let (ready, entries) = (inside.ready().await?, inside.shared.store.whole_journal(inside.garden).await?);
    let text = inside.work(move |_| journal_file::json(ready.garden(), entries)).await?;
    Ok(file(JSON, Some("journal.json"), text))
}

pub async fn csv(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let (ready, entries) = (inside.ready().await?, inside.shared.store.whole_journal(inside.garden).await?);
    let table = inside.work(move |_| journal_file::table(ready.garden(), ready.catalogue(), &entries)).await?;
    let text = table.map_err(|error| RequestError::Broken(error.to_string()))?;
    Ok(file("text/csv; charset=utf-8", Some("journal.csv"), text))
}
