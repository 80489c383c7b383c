//! The season's files: a weather station's days in, the calendar out, and its private link.

use crate::Shared;
use crate::cache::ready::Ready;
use crate::http::auth::{Guest, Helper, InGarden};
use crate::http::body::file;
use crate::http::errors::{RequestError, absent};
use crate::http::payload::{File, Sent};
use actix_web::HttpResponse;
use actix_web::web::{Data, Json, Path};
use jiff::ToSpan;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::climate::station::condense;
use sparrow_core::reckon::season::all_tasks;
use sparrow_core::work::Work;
use sparrow_facts::almanac::Station;
use sparrow_formats::season_calendar::Naming;
use sparrow_formats::{season_calendar, station_file};
use sparrow_pool::Who;
use sparrow_store::fresh;
use std::sync::Arc;

/// What the household calls the station.
#[derive(Deserialize, JsonSchema)]
pub struct Called {
    /// What the station is called.
    name: String,
}

/// A station's file as it was read, before anything is kept.
#[derive(Debug, Clone, Serialize, JsonSchema)]
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
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub struct CalendarAt {
    /// Whoever asks has a private link.
    pub given: bool,
    /// Its path, which is told once, when it is given.
    pub path: Option<String>,
}

/// Gaps told of.
const MOST_GAPS: usize = 10;
/// How long before today the calendar reaches back.
const BACK: i64 = 60;

pub async fn station(inside: InGarden<Helper>, Sent(body): File) -> Result<Json<StationRead>, RequestError> {
    let Called { name } = inside.query()?;
    let hemisphere = inside.ready().await?.garden().site.latitude.hemisphere();
    let read = inside.work(move |_| {
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

pub async fn ics(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let uid = inside.shared.store.calendar_uid(inside.garden, &fresh()).await?;
    let text = told(&inside.shared, Some(inside.account.0), inside.ready().await?, uid).await?;
    Ok(file("text/calendar; charset=utf-8", Some("calendar.ics"), text))
}

pub async fn csv(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let uid = inside.shared.store.calendar_uid(inside.garden, &fresh()).await?;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    let table = inside.work(move |work| {
        let tasks = all_tasks(ready.known(today, work), since(today));
        season_calendar::csv(ready.garden(), &tasks, &naming(today, &ready, &uid))
    });
    let table = table.await?.map_err(|error| RequestError::Broken(error.to_string()))?;
    Ok(file("text/csv; charset=utf-8", Some("calendar.csv"), table))
}

pub async fn feed(shared: Data<Shared>, token: Path<String>) -> Result<HttpResponse, RequestError> {
    let unknown = absent("calendar; its link may have been revoked");
    let (garden, far) = shared.store.garden_of_token(&token).await.map_err(unknown)?;
    let uid = shared.store.calendar_uid(garden, &fresh()).await?;
    let text = told(&shared, None, shared.ready(None, garden, far).await?, uid).await?;
    Ok(file("text/calendar; charset=utf-8", None, text))
}

pub async fn link(inside: InGarden<Helper>) -> Result<Json<CalendarAt>, RequestError> {
    let given = inside.shared.store.is_subscribed(inside.garden, inside.account).await?;
    Ok(Json(CalendarAt { given, path: None }))
}

pub async fn give_link(inside: InGarden<Helper>) -> Result<Json<CalendarAt>, RequestError> {
    let token = fresh();
    inside.shared.store.subscribe(inside.garden, inside.account, Some(&token)).await?;
    Ok(Json(CalendarAt { given: true, path: Some(format!("/calendar/{token}.ics")) }))
}

pub async fn revoke_link(inside: InGarden<Helper>) -> Result<HttpResponse, RequestError> {
    inside.shared.store.subscribe(inside.garden, inside.account, None).await?;
    Ok(HttpResponse::NoContent().finish())
}

fn since(today: Date) -> Date {
    today.saturating_sub(BACK.days())
}

fn naming<'a>(today: Date, ready: &Ready, uid: &'a str) -> Naming<'a> {
    Naming { uid, revision: u32::try_from(ready.at.revision).unwrap_or(u32::MAX), made: today }
}

async fn told(shared: &Shared, who: Who, ready: Arc<Ready>, uid: String) -> Result<String, RequestError> {
    let today = shared.settings.today(ready.garden());
    let text = move |work: &Work| {
        let tasks = all_tasks(ready.known(today, work), since(today));
        season_calendar::ics(ready.garden(), &tasks, &naming(today, &ready, &uid))
    };
    Ok(shared.pool.work(who, text).await?)
}
