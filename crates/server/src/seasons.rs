//! The season's files: a weather station's days in, the calendar out, and its private link.

use crate::Shared;
use crate::auth::InGarden;
use crate::compute::work;
use crate::errors::RequestError;
use crate::ready::Ready;
use actix_web::HttpResponse;
use actix_web::cookie::Key;
use actix_web::http::header;
use actix_web::web::{Bytes, Data, Json, Path, Query};
use jiff::ToSpan;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::climate::station::condense;
use sparrow_core::reckon::season::all_tasks;
use sparrow_facts::almanac::Station;
use sparrow_formats::season_calendar::Naming;
use sparrow_formats::{season_calendar, station_file};
use sparrow_store::{CalendarLink, StoreError};
use std::sync::Arc;
use ts_rs::TS;

/// What the household calls the station.
#[derive(Deserialize)]
pub struct Called {
    name: String,
}

/// A station's file as it was read, before anything is kept.
#[derive(Debug, Clone, Serialize, TS, JsonSchema)]
pub struct StationRead {
    /// What would be kept.
    pub station: Station,
    /// The columns taken: date, low, high, and rain where there is one.
    pub columns: Vec<String>,
    /// Temperatures were in Fahrenheit.
    pub fahrenheit: bool,
    /// Rain was in inches.
    pub inches: bool,
    /// The longest stretches of missing days, first and last day.
    pub gaps: Vec<(Date, Date)>,
}

/// Whether a garden's calendar can be subscribed to, and where.
#[derive(Debug, Clone, Serialize, TS, JsonSchema)]
pub struct CalendarAt {
    /// The path of its private link; nothing when none is given out.
    pub path: Option<String>,
}

/// Gaps told of.
const MOST_GAPS: usize = 10;
/// How long before today the calendar reaches back.
const BACK: i64 = 60;

/// Owners and helpers: reads a weather station's daily file and says what it holds; keeps nothing.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/station", params(("garden" = i64, Path, description = "number of the garden"), ("name" = String, Query, description = "what the station is called")), responses((status = 200, description = "what the file says"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn station(inside: InGarden, called: Query<Called>, body: Bytes) -> Result<Json<StationRead>, RequestError> {
    inside.may_change()?;
    let hemisphere = inside.ready().await?.garden().site.latitude.hemisphere();
    let name = called.into_inner().name;
    let read = work(move || {
        let text = String::from_utf8_lossy(&body);
        let file = station_file::read(&text).map_err(|why| RequestError::Field(format!("{why}; nothing was read in")))?;
        let station = condense(name.trim(), &file.days, hemisphere)?;
        let mut gaps = file.gaps;
        gaps.sort_by_key(|(from, until)| std::cmp::Reverse((*until - *from).get_days()));
        gaps.truncate(MOST_GAPS);
        Ok(StationRead { station, columns: file.columns, fahrenheit: file.fahrenheit, inches: file.inches, gaps })
    });
    read.await?.map(Json)
}

/// Anyone with a role in the garden: its work as an iCalendar file.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/calendar.ics", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "an iCalendar file"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn ics(inside: InGarden) -> Result<HttpResponse, RequestError> {
    let link = inside.shared.store.calendar(inside.garden, &fresh()).await?;
    let text = written(&inside.shared, inside.ready().await?, link).await?;
    Ok(file("text/calendar; charset=utf-8", Some("calendar.ics"), text))
}

/// Anyone with a role in the garden: the same as a table.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/calendar.csv", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "a table"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn csv(inside: InGarden) -> Result<HttpResponse, RequestError> {
    let link = inside.shared.store.calendar(inside.garden, &fresh()).await?;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    let table = work(move || {
        let tasks = all_tasks(ready.known(today), since(today));
        season_calendar::csv(ready.garden(), &tasks, &naming(today, &ready, &link))
    });
    let table = table.await?.map_err(|error| RequestError::Broken(error.to_string()))?;
    Ok(file("text/csv; charset=utf-8", Some("calendar.csv"), table))
}

/// Anyone who holds the private link, without signing in: the garden's work as an iCalendar feed.
#[utoipa::path(get, path = "/calendar/{token}.ics", params(("token" = String, Path, description = "the private part of the link")), responses((status = 200, description = "an iCalendar file"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn feed(shared: Data<Shared>, token: Path<String>) -> Result<HttpResponse, RequestError> {
    let unknown = |error: StoreError| match error {
        StoreError::NotFound => RequestError::NotFound("calendar; its link may have been revoked"),
        other => other.into(),
    };
    let garden = shared.store.garden_of_token(&token).await.map_err(unknown)?;
    let link = shared.store.calendar(garden, &fresh()).await?;
    let revision = shared.store.revision(garden).await?;
    let text = written(&shared, shared.ready(garden, revision).await?, link).await?;
    Ok(file("text/calendar; charset=utf-8", None, text))
}

/// Owners and helpers: where the calendar can be subscribed to, if anywhere.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/calendar", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the link's path"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn link(inside: InGarden) -> Result<Json<CalendarAt>, RequestError> {
    inside.may_change()?;
    let link = inside.shared.store.calendar(inside.garden, &fresh()).await?;
    Ok(Json(CalendarAt { path: link.token.map(path) }))
}

/// Owners and helpers: gives out a new private link, which ends any other.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/calendar", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the link's path"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn give_link(inside: InGarden) -> Result<Json<CalendarAt>, RequestError> {
    inside.may_change()?;
    inside.shared.store.calendar(inside.garden, &fresh()).await?;
    let token = fresh();
    inside.shared.store.set_calendar_token(inside.garden, Some(&token)).await?;
    Ok(Json(CalendarAt { path: Some(path(token)) }))
}

/// Owners and helpers: revokes the private link.
#[utoipa::path(delete, path = "/api/v1/gardens/{garden}/calendar", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 204, description = "revoked"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn revoke_link(inside: InGarden) -> Result<HttpResponse, RequestError> {
    inside.may_change()?;
    inside.shared.store.set_calendar_token(inside.garden, None).await?;
    Ok(HttpResponse::NoContent().finish())
}

fn path(token: String) -> String {
    format!("/calendar/{token}.ics")
}

/// A word nobody guesses: 128 random bits.
fn fresh() -> String {
    Key::generate().master().iter().take(16).map(|byte| format!("{byte:02x}")).collect()
}

fn since(today: Date) -> Date {
    today.saturating_sub(BACK.days())
}

fn naming<'a>(today: Date, ready: &Ready, link: &'a CalendarLink) -> Naming<'a> {
    Naming { uid: &link.uid, revision: u32::try_from(ready.at.revision).unwrap_or(u32::MAX), made: today }
}

async fn written(shared: &Shared, ready: Arc<Ready>, link: CalendarLink) -> Result<String, RequestError> {
    let today = shared.settings.today(ready.garden());
    let text = move || {
        let tasks = all_tasks(ready.known(today), since(today));
        season_calendar::ics(ready.garden(), &tasks, &naming(today, &ready, &link))
    };
    work(text).await
}

fn file(kind: &str, name: Option<&str>, body: String) -> HttpResponse {
    let mut answer = HttpResponse::Ok();
    answer.content_type(kind).insert_header((header::CACHE_CONTROL, "no-store"));
    if let Some(name) = name {
        answer.insert_header((header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}\"")));
    }
    answer.body(body)
}
