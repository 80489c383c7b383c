//! The journal of a garden over HTTP: written down exactly once, however often it is sent, and read by days.

use crate::auth::{Guest, Helper, InGarden};
use crate::body::JSON;
use crate::errors::RequestError;
use crate::payload::{Call, Sent};
use actix_web::HttpResponse;
use actix_web::http::header;
use actix_web::web::Json;
use jiff::Timestamp;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::journal::{self, MOST_AT_ONCE, MOST_ENTRIES};
use sparrow_core::change::limits;
use sparrow_facts::journal::{EntryId, JournalEntry, holding};
use sparrow_facts::refusal::Refusal;
use sparrow_formats::journal_file;
use std::collections::BTreeSet;
use ts_rs::TS;

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
#[derive(Serialize, TS, JsonSchema)]
pub struct WrittenDown {
    /// How many entries were new; the others were there already.
    new: u32,
}

/// An entry as it is told.
#[derive(Serialize, TS, JsonSchema)]
pub struct JournalLine {
    /// What was written.
    entry: JournalEntry,
    /// By whom; nothing when their account is no more.
    by: Option<String>,
    /// When it came in.
    #[ts(type = "string")]
    at: Timestamp,
}

/// Which days.
#[derive(Deserialize, Clone, Copy)]
pub struct Days {
    from: Date,
    until: Date,
}

/// Owners and helpers: writes entries down. Each is kept once, however often it is sent.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/journal", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "how many were new"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn write(inside: InGarden<Helper>, Sent(body): Call) -> Result<Json<WrittenDown>, RequestError> {
    let Writing { entries } = inside.read(body).await?;
    limits::number("entries", i64::try_from(entries.len()).unwrap_or(i64::MAX), [1, MOST_AT_ONCE as i64])?;
    let ready = inside.ready().await?;
    let (today, numbers) = (inside.today(&ready), inside.spoken_of);
    let checked = move |work: &_| {
        let known = ready.known(today, work).with_numbers(numbers);
        entries.iter().try_for_each(|one| journal::entry(known, one)).map(|()| entries)
    };
    let entries = inside.work(checked).await??;
    let most = MOST_ENTRIES as i64;
    let new = inside.shared.store.write_down(inside.garden, inside.account, &entries, most).await?;
    let full = || Refusal::TooManyThings { what: "entries of the journal", most: MOST_ENTRIES };
    Ok(Json(WrittenDown { new: u32::try_from(new.ok_or_else(full)?).unwrap_or(u32::MAX) }))
}

/// Anyone with a role in the garden: the entries of some days that hold, in the order they were written.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/journal", params(("garden" = i64, Path, description = "number of the garden"), ("from" = String, Query, description = "the first day"), ("until" = String, Query, description = "the last day, 800 days later at most")), responses((status = 200, description = "entries"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn list(inside: InGarden<Guest>) -> Result<Json<Vec<JournalLine>>, RequestError> {
    let Days { from, until } = inside.query()?;
    let days = i64::from((until - from).get_days());
    limits::number("days from the first to the last", days, [0, i64::from(MOST_DAYS)])?;
    let written = inside.shared.store.journal(inside.garden, from, until, MOST_TOLD).await?;
    let hold: BTreeSet<EntryId> = holding(written.iter().map(|one| &one.entry)).iter().map(|entry| entry.id).collect();
    let told = written.into_iter().filter(|one| hold.contains(&one.entry.id) && (from..=until).contains(&one.entry.day));
    Ok(Json(told.map(|one| JournalLine { entry: one.entry, by: one.name, at: one.at }).collect()))
}

/// Anyone with a role in the garden: all that was ever written down, as a file.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/journal.json", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the journal"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn json(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let (ready, entries) = (inside.ready().await?, inside.shared.store.whole_journal(inside.garden).await?);
    let text = inside.work(move |_| journal_file::json(ready.garden(), entries)).await?;
    Ok(kept(JSON, "journal.json", text))
}

/// Anyone with a role in the garden: what holds of it, as a table.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/journal.csv", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the journal as RFC 4180"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn csv(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let (ready, entries) = (inside.ready().await?, inside.shared.store.whole_journal(inside.garden).await?);
    let table = inside.work(move |_| journal_file::table(ready.garden(), Catalogue::standard(), &entries)).await?;
    let text = table.map_err(|error| RequestError::Broken(error.to_string()))?;
    Ok(kept("text/csv; charset=utf-8", "journal.csv", text))
}

fn kept(kind: &str, name: &str, text: String) -> HttpResponse {
    let named = format!("attachment; filename=\"{name}\"");
    let mut answer = HttpResponse::Ok();
    answer.insert_header((header::CACHE_CONTROL, "no-store")).insert_header((header::CONTENT_DISPOSITION, named));
    answer.content_type(kind).body(text)
}
