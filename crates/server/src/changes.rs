//! Changing a garden: commands, undo and redo, each made once, on the revision its asker saw.

use crate::auth::InGarden;
use crate::body::read;
use crate::changed::Changed;
use crate::compute::work;
use crate::errors::RequestError;
use crate::ready::Ready;
use crate::view::GardenView;
use actix_web::http::header::{self, ETag, EntityTag};
use actix_web::web::{Bytes, Query};
use actix_web::{HttpRequest, HttpResponse};
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::json;
use sparrow_core::change::command::{self, Command};
use sparrow_core::reckon::season;

use sparrow_store::{Asked, Made, StoreError};
use std::sync::Arc;
use ts_rs::TS;

/// The day to look at, nothing for the day where the needle rests; and whether the season is looked at.
#[derive(Deserialize, Clone, Copy)]
pub struct Looking {
    on: Option<Date>,
    /// The season of that day's year is wanted too.
    #[serde(default)]
    season: bool,
}

/// A command as it is sent, with the day whose picture is wanted back.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct Asking {
    command: Command,
    on: Option<Date>,
    /// Only show what would follow; change nothing.
    #[serde(default)]
    rehearse: bool,
    /// The season of that day's year is wanted too.
    #[serde(default)]
    season: bool,
}

/// What a request to change a garden is answered with.
#[derive(Serialize, TS, JsonSchema)]
#[serde(tag = "came", rename_all = "kebab-case")]
pub enum Outcome {
    /// What it changed.
    Changed(Box<Changed>),
    /// The garden as it is: the request had been made before, and others may have come since.
    Whole(Box<GardenView>),
}

/// Owners and helpers: carries out a command, or rehearses it.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/commands", params(("garden" = i64, Path, description = "number of the garden"), ("If-Match" = String, Header, description = "revision the change is made on"), ("Idempotency-Key" = Option<String>, Header, description = "1 to 100 letters; the same key twice is the same request, made once")), responses((status = 200, description = "what it changed, or the garden as it is if it had been made before"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn command(inside: InGarden, request: HttpRequest, body: Bytes) -> Result<HttpResponse, RequestError> {
    inside.may_change()?;
    let Asking { command, on, rehearse, season } = read(&body)?;
    if rehearse {
        return rehearsed(&inside, command, on).await;
    }
    let told = serde_json::to_value(&command).map_err(|error| RequestError::Broken(error.to_string()))?;
    let asked = asked(&inside, &request)?;
    let looking = Looking { on, season };
    let seen = match seen(&inside, asked, &told).await? {
        Seen::Made => return whole(&inside, looking).await,
        Seen::Stale => return stale(&inside, looking).await,
        Seen::At(ready) => ready,
    };
    let (before, today) = (Arc::clone(&seen), inside.today(&seen));
    let edits = work(move || command::plan(before.known(today), &command)).await??;
    let made = inside.shared.store.change(asked, told, edits).await;
    outcome(&inside, &seen, made, looking).await
}

async fn rehearsed(inside: &InGarden, command: Command, on: Option<Date>) -> Result<HttpResponse, RequestError> {
    let before = inside.ready().await?;
    let today = inside.today(&before);
    let revision = before.at.revision;
    let planned = move || {
        let edits = command::plan(before.known(today), &command)?;
        let after = before.after(&edits, revision, before.at.history.clone());
        Ok::<_, RequestError>(changed(&before, &after, Looking { on, season: false }, today))
    };
    Ok(tagged(revision).json(work(planned).await??))
}

/// What is otherwise in a garden than it was, on the day looked at.
fn changed(before: &Ready, after: &Ready, looking: Looking, today: Date) -> Changed {
    let needle = looking.on.unwrap_or_else(|| after.known(today).grower.weather.resting_needle(today));
    let season = looking.season.then(|| season::view(after.known(today), needle));
    let (was, is) = (before.reckon(needle, today), after.reckon(needle, today));
    Changed::between((before.garden(), &was), (&after.at, &is), season, today)
}

/// Owners and helpers: takes back the last change.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/undo", params(("garden" = i64, Path, description = "number of the garden"), ("If-Match" = String, Header, description = "revision the change is made on"), ("Idempotency-Key" = Option<String>, Header, description = "1 to 100 letters; the same key twice is the same request, made once")), responses((status = 200, description = "what it changed, or the garden as it is if it had been made before"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn undo(inside: InGarden, request: HttpRequest, looking: Query<Looking>) -> Result<HttpResponse, RequestError> {
    inside.may_change()?;
    let asked = asked(&inside, &request)?;
    let seen = match seen(&inside, asked, &json!({ "do": "undo" })).await? {
        Seen::Made => return whole(&inside, *looking).await,
        Seen::Stale => return stale(&inside, *looking).await,
        Seen::At(ready) => ready,
    };
    let undone = inside.shared.store.undo(asked).await;
    outcome(&inside, &seen, undone, *looking).await
}

/// Owners and helpers: does again what was taken back.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/redo", params(("garden" = i64, Path, description = "number of the garden"), ("If-Match" = String, Header, description = "revision the change is made on"), ("Idempotency-Key" = Option<String>, Header, description = "1 to 100 letters; the same key twice is the same request, made once")), responses((status = 200, description = "what it changed, or the garden as it is if it had been made before"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn redo(inside: InGarden, request: HttpRequest, looking: Query<Looking>) -> Result<HttpResponse, RequestError> {
    inside.may_change()?;
    let asked = asked(&inside, &request)?;
    let seen = match seen(&inside, asked, &json!({ "do": "redo" })).await? {
        Seen::Made => return whole(&inside, *looking).await,
        Seen::Stale => return stale(&inside, *looking).await,
        Seen::At(ready) => ready,
    };
    let redone = inside.shared.store.redo(asked).await;
    outcome(&inside, &seen, redone, *looking).await
}

/// Who asks, on which revision, under which key.
fn asked<'r>(inside: &InGarden, request: &'r HttpRequest) -> Result<Asked<'r>, RequestError> {
    let value = request.headers().get(header::IF_MATCH).and_then(|value| value.to_str().ok());
    let on = value.and_then(|text| text.trim_matches('"').parse().ok()).ok_or(RequestError::RevisionMissing)?;
    let key = match request.headers().get("Idempotency-Key") {
        None => None,
        Some(value) => match value.to_str() {
            Ok(key) if (1..=100).contains(&key.chars().count()) => Some(key),
            _ => return Err(RequestError::Field("the Idempotency-Key has 1 to 100 plain letters".into())),
        },
    };
    Ok(Asked { garden: inside.garden, by: inside.account, on, key })
}

/// How the garden stands to a request that comes in.
enum Seen {
    /// It is as the asker saw it.
    At(Arc<Ready>),
    /// The request was made before.
    Made,
    /// It has moved on, and the request was not made.
    Stale,
}

async fn seen(inside: &InGarden, asked: Asked<'_>, told: &serde_json::Value) -> Result<Seen, RequestError> {
    let ready = inside.ready().await?;
    if ready.at.revision == asked.on {
        return Ok(Seen::At(ready));
    }
    let made = match asked.key {
        Some(key) => inside.shared.store.was_made(inside.garden, key, told).await?,
        None => false,
    };
    Ok(if made { Seen::Made } else { Seen::Stale })
}

async fn whole(inside: &InGarden, looking: Looking) -> Result<HttpResponse, RequestError> {
    let view = inside.view(inside.now().await?, looking.on).await?;
    Ok(tagged(view.revision.into()).json(Outcome::Whole(Box::new(view))))
}

async fn stale(inside: &InGarden, looking: Looking) -> Result<HttpResponse, RequestError> {
    let view = inside.view(inside.now().await?, looking.on).await?;
    Err(RequestError::Stale(Box::new(view)))
}

async fn outcome(
    inside: &InGarden,
    before: &Arc<Ready>,
    made: Result<Made, StoreError>,
    looking: Looking,
) -> Result<HttpResponse, RequestError> {
    let (revision, history, edits) = match made {
        Ok(Made::Now { revision, history, edits }) => (revision, history, edits),
        Ok(Made::Before) => return whole(inside, looking).await,
        Err(StoreError::Stale { .. }) => return stale(inside, looking).await,
        Err(other) => return Err(other.into()),
    };
    let (garden, before, shared) = (inside.garden, Arc::clone(before), inside.shared.clone());
    let changed = move || {
        // What was written is what the edits say; reading it again would tell nothing new.
        let after = before.after(&edits, revision, history);
        shared.gardens.keep(garden, &after);
        // The change may have been one of the time zone.
        let today = shared.settings.today(after.garden());
        changed(&before, &after, looking, today)
    };
    let changed = work(changed).await?;
    Ok(tagged(revision).json(Outcome::Changed(Box::new(changed))))
}

/// An answer about a garden at a revision.
fn tagged(revision: i64) -> actix_web::HttpResponseBuilder {
    let mut answer = HttpResponse::Ok();
    answer.insert_header(ETag(EntityTag::new_strong(revision.to_string()))).insert_header((header::CACHE_CONTROL, "no-store"));
    answer
}
