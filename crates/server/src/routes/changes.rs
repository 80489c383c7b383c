//! Changing a garden: commands, undo and redo, each made once, on the revision its asker saw.

use crate::cache::changed::Changed;
use crate::cache::ready::Ready;
use crate::cache::view::{GardenView, kind, number};
use crate::http::auth::{Guest, Helper, InGarden, Inside};
use crate::http::body::{planned, tagged, written};
use crate::http::errors::RequestError;
use crate::http::payload::{Call, Sent};
use actix_web::http::header;
use actix_web::web::Json;
use actix_web::{HttpRequest, HttpResponse};
use jiff::Timestamp;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use serde_json::json;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{self, Command};
use sparrow_core::change::step::may_step;
use sparrow_core::reckon::season;
use sparrow_core::work::Work;
use sparrow_facts::edit::Edit;
use sparrow_store::{Asked, History, Made, Role, StoreError, Way};
use std::sync::Arc;

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
#[derive(Serialize, JsonSchema)]
#[serde(tag = "came", rename_all = "kebab-case")]
pub enum Outcome {
    /// What it changed.
    Changed(Box<Changed>),
    /// The garden as it is: the request had been made before, and others may have come since.
    Whole(Box<GardenView>),
}

/// Which change is taken back or done again: with a number that one, else one's own.
#[derive(Deserialize, JsonSchema, Clone, Copy)]
pub struct Stepping {
    /// Day to look at.
    on: Option<Date>,
    /// Whether the season is told too.
    #[serde(default)]
    season: bool,
    /// Number of the change.
    number: Option<i64>,
}

/// What a command is answered with: its outcome, or of a rehearsal what would change.
#[derive(JsonSchema)]
#[schemars(untagged)]
#[allow(dead_code, reason = "only its shape is asked for")]
pub enum Carried {
    Made(Outcome),
    Rehearsed(Box<Changed>),
}

/// A change, as a list shows it.
#[derive(Serialize, JsonSchema)]
pub struct ChangeLine {
    /// Its number in the garden.
    number: i32,
    /// Who made it; nothing when their account is no more.
    by: Option<String>,
    /// Whoever asks made it.
    mine: bool,
    /// When.
    at: Timestamp,
    /// The kind of command.
    did: String,
    /// It was taken back.
    undone: bool,
}

/// The changes before a number; nothing for the latest.
#[derive(Deserialize, JsonSchema, Clone, Copy)]
pub struct Before {
    /// Only changes before this number.
    before: Option<i64>,
}

/// Changes told at once.
const MOST_TOLD: i64 = 40;

pub async fn list(inside: InGarden<Guest>) -> Result<Json<Vec<ChangeLine>>, RequestError> {
    let before: Before = inside.query()?;
    let changes = inside.shared.store.changes(inside.garden, before.before, MOST_TOLD).await?;
    let line = |one: sparrow_store::ChangeLine| ChangeLine {
        number: number(one.number),
        mine: one.by == Some(inside.account),
        by: one.name,
        at: one.at,
        did: kind(Some(&one.command)).unwrap_or_default(),
        undone: one.undone,
    };
    Ok(Json(changes.into_iter().map(line).collect()))
}

pub async fn command(inside: InGarden<Helper>, request: HttpRequest, Sent(body): Call) -> Result<HttpResponse, RequestError> {
    let Asking { command, on, rehearse, season } = inside.read(body).await?;
    on.map_or(Ok(()), planned)?;
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
    let (before, today, numbers) = (Arc::clone(&seen), inside.today(&seen), inside.given);
    let edits = inside.work(move |work| command::plan(before.known(today, work).with_numbers(numbers), &command)).await??;
    let made = inside.shared.store.change(asked, &told, &edits).await;
    outcome(&inside, (&seen, edits), made, Some(History { undo: Some(told), redo: None }), looking).await
}

async fn rehearsed(inside: &Inside, command: Command, on: Option<Date>) -> Result<HttpResponse, RequestError> {
    let before = inside.ready().await?;
    let (today, history, numbers) = (inside.today(&before), inside.history().await?, inside.given);
    let revision = before.at.revision;
    let planned = move |work: &Work| {
        let edits = command::plan(before.known(today, work).with_numbers(numbers), &command)?;
        let after = before.after(&edits, revision);
        written(&changed((&before, &after), Looking { on, season: false }, (today, &history), work))
    };
    Ok(tagged(revision).body(inside.work(planned).await??))
}

/// What is otherwise in a garden than it was, on the day looked at.
fn changed((before, after): (&Ready, &Ready), looking: Looking, (today, history): (Date, &History), work: &Work) -> Changed {
    let needle = looking.on.unwrap_or_else(|| after.resting_needle(today));
    let season = looking.season.then(|| season::view(after.known(today, work), needle));
    let (was, is) = (before.reckon(needle, today, work), after.reckon(needle, today, work));
    Changed::between((before.garden(), &was), (after, &is), season, (today, history))
}

pub async fn undo(inside: InGarden<Helper>, request: HttpRequest) -> Result<HttpResponse, RequestError> {
    step(&inside, &request, Way::Undo, inside.query()?).await
}

pub async fn redo(inside: InGarden<Helper>, request: HttpRequest) -> Result<HttpResponse, RequestError> {
    step(&inside, &request, Way::Redo, inside.query()?).await
}

async fn step(inside: &Inside, request: &HttpRequest, way: Way, stepping: Stepping) -> Result<HttpResponse, RequestError> {
    let Stepping { on, season, number } = stepping;
    on.map_or(Ok(()), planned)?;
    let (asked, looking) = (asked(inside, request)?, Looking { on, season });
    let told = json!({ "do": if way == Way::Undo { "undo" } else { "redo" }, "number": number });
    let seen = match seen(inside, asked, &told).await? {
        Seen::Made => return whole(inside, looking).await,
        Seen::Stale => return stale(inside, looking).await,
        Seen::At(ready) => ready,
    };
    let step = inside.shared.store.next_step(asked, way, number).await?;
    if step.by != Some(inside.account) && inside.role != Role::Owner {
        return Err(RequestError::OwnerOnly);
    }
    let (before, edits, others) = (Arc::clone(&seen), step.edits.clone(), step.others);
    inside.work(move |_| may_step(before.garden(), Catalogue::standard(), &edits, others)).await??;
    let made = inside.shared.store.step(asked, &step, &told).await;
    outcome(inside, (&seen, step.edits), made, None, looking).await
}

/// Who asks, on which revision, under which key.
fn asked<'r>(inside: &Inside, request: &'r HttpRequest) -> Result<Asked<'r>, RequestError> {
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

async fn seen(inside: &Inside, asked: Asked<'_>, told: &serde_json::Value) -> Result<Seen, RequestError> {
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

async fn whole(inside: &Inside, looking: Looking) -> Result<HttpResponse, RequestError> {
    let told = |view| written(&Outcome::Whole(Box::new(view)));
    let (revision, told) = inside.view(inside.now().await?, looking.on, told).await?;
    Ok(tagged(revision).body(told?))
}

async fn stale(inside: &Inside, looking: Looking) -> Result<HttpResponse, RequestError> {
    let (_, view) = inside.view(inside.now().await?, looking.on, |view| view).await?;
    Err(RequestError::Stale(Box::new(view)))
}

/// What became of a change; `history` is what can be taken back after it, where that is known.
async fn outcome(
    inside: &Inside,
    (before, edits): (&Arc<Ready>, Vec<Edit>),
    made: Result<Made, StoreError>,
    history: Option<History>,
    looking: Looking,
) -> Result<HttpResponse, RequestError> {
    let revision = match made {
        Ok(Made::Now { revision }) => revision,
        Ok(Made::Before) => return whole(inside, looking).await,
        Err(StoreError::Stale { .. }) => return stale(inside, looking).await,
        Err(other) => return Err(other.into()),
    };
    // What is made is made, whether or not there is time to tell what follows.
    let history = match history {
        Some(history) => history,
        None => inside.history().await.map_err(|_| RequestError::MadeUnseen)?,
    };
    let (garden, before, shared) = (inside.garden, Arc::clone(before), inside.shared.clone());
    let changed = move |work: &Work| {
        // What was written is what the edits say; reading it again would tell nothing new.
        let after = before.after(&edits, revision);
        shared.gardens.keep(garden, &after);
        // The change may have been one of the time zone.
        let today = shared.settings.today(after.garden());
        written(&Outcome::Changed(Box::new(changed((&before, &after), looking, (today, &history), work))))
    };
    let told = inside.work(changed).await.map_err(|_| RequestError::MadeUnseen)?;
    Ok(tagged(revision).body(told?))
}
