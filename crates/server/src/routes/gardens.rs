//! Gardens: making, seeing, exporting, importing.

use crate::Shared;
use crate::cache::ready::Ready;
use crate::cache::view::{GardenLine, GardenView, number, view};
use crate::http::auth::{Guest, InGarden, SignedIn};
use crate::http::body::{JSON, file, planned, read, tagged, written};
use crate::http::errors::RequestError;
use crate::http::payload::{File, Sent, Words};
use actix_web::HttpResponse;
use actix_web::http::header;
use actix_web::web::{Data, Json};
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::site::checked_site;
use sparrow_core::reckon::day::Glance;
use sparrow_core::work::Work;
use sparrow_facts::garden::Garden;
use sparrow_facts::site::Site;
use sparrow_formats::garden_file;
use sparrow_store::{AccountId, GardenId, History, HowFar, Role, Versioned};
use std::sync::Arc;

/// The day to look at; nothing for the day where the needle rests.
#[derive(Deserialize, JsonSchema)]
pub struct OnDay {
    /// Day to look at.
    on: Option<Date>,
}

/// A new garden.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct NewGarden {
    site: Site,
}

pub async fn list(shared: Data<Shared>, SignedIn { account, .. }: SignedIn) -> Result<Json<Vec<GardenLine>>, RequestError> {
    let gardens = shared.store.gardens_of(account).await?;
    let line = |listed: sparrow_store::Listed| GardenLine {
        id: number(listed.id.0),
        name: listed.name,
        place: listed.place,
        role: listed.role,
    };
    Ok(Json(gardens.into_iter().map(line).collect()))
}

pub async fn create(
    shared: Data<Shared>,
    SignedIn { account, .. }: SignedIn,
    Sent(body): Words,
) -> Result<HttpResponse, RequestError> {
    let NewGarden { site } = read(&body)?;
    let garden = Garden::new(checked_site(&site)?);
    let id = shared.store.create_garden(account, &garden).await?;
    made(&shared, account, id, garden).await
}

pub async fn show(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let day: OnDay = inside.query()?;
    let (revision, told) = inside.view(inside.ready().await?, day.on, |view| written(&view)).await?;
    Ok(tagged(revision).body(told?))
}

/// The day to look at, and what is seen now: the needle's day, the garden's revision, how many entries its journal had, and the day it
/// is.
#[derive(Deserialize, JsonSchema)]
pub struct Turning {
    /// Day to look at.
    on: Date,
    /// Day seen before.
    was: Date,
    /// Revision seen.
    revision: i64,
    /// Entries of the journal it was seen with.
    #[serde(default)]
    journal: i64,
    /// Day it was when that was seen.
    today: Date,
}

/// What another day is told as.
#[derive(Serialize, JsonSchema)]
#[serde(tag = "came", rename_all = "kebab-case")]
pub enum Look {
    /// What is otherwise on it, in the garden at the revision that was seen.
    Glance(Glance),
    /// All of the garden: it has changed, a new day has begun there, or the day lies in another growing year.
    Whole(Box<GardenView>),
}

pub async fn look(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let Turning { on, was, revision, journal, today: then } = inside.query()?;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    planned(was)?;
    planned(on)?;
    let glance = if (ready.at.revision, ready.journal().entries(), today) == (revision, journal, then) {
        let ready = Arc::clone(&ready);
        let told = move |work: &Work| ready.glance(was, on, today, work).map(|glance| written(&Look::Glance(glance)));
        inside.work(told).await?
    } else {
        None
    };
    let told = match glance {
        Some(told) => told?,
        None => inside.view(ready, Some(on), |view| written(&Look::Whole(Box::new(view)))).await?.1?,
    };
    Ok(HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-store")).content_type(JSON).body(told))
}

pub async fn export(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let ready = inside.ready().await?;
    let name: String =
        ready.garden().site.name.chars().map(|c| if c.is_ascii_alphanumeric() { c.to_ascii_lowercase() } else { '-' }).collect();
    let text = inside.work(move |_| garden_file::write(ready.garden())).await?;
    Ok(file(JSON, Some(&format!("{name}.garden.json")), text))
}

pub async fn import(
    shared: Data<Shared>,
    SignedIn { account, .. }: SignedIn,
    Sent(body): File,
) -> Result<HttpResponse, RequestError> {
    let read = shared.pool.work(Some(account.0), move |_| {
        let text = std::str::from_utf8(&body);
        let text = text.map_err(|_| RequestError::Field("the file is not text; a garden file is JSON in UTF-8".into()))?;
        Ok::<_, RequestError>(garden_file::read(text, Catalogue::standard())?)
    });
    let garden = read.await??;
    // What follows from a large garden is reckoned while it is written.
    let reckoned = reckoned(&shared, account, garden.clone());
    let (id, ready) = tokio::join!(shared.store.create_garden(account, &garden), reckoned);
    told(&shared, account, id?, ready?).await
}

/// A garden that was just made, as its owner sees it.
async fn made(shared: &Data<Shared>, owner: AccountId, id: GardenId, garden: Garden) -> Result<HttpResponse, RequestError> {
    let ready = reckoned(shared, owner, garden).await?;
    told(shared, owner, id, ready).await
}

/// A garden that is being made, with what follows from it on the day where its needle rests.
async fn reckoned(shared: &Data<Shared>, owner: AccountId, garden: Garden) -> Result<Arc<Ready>, RequestError> {
    let today = shared.settings.today(&garden);
    let reckon = move |work: &Work| {
        let ready = Ready::of(Versioned { revision: 0, garden }, HowFar::default(), Arc::default());
        ready.reckon(ready.resting_needle(today), today, work);
        ready
    };
    Ok(shared.pool.work(Some(owner.0), reckon).await?)
}

async fn told(shared: &Data<Shared>, owner: AccountId, id: GardenId, ready: Arc<Ready>) -> Result<HttpResponse, RequestError> {
    let today = shared.settings.today(ready.garden());
    let kept = shared.clone();
    let told = move |work: &Work| {
        kept.gardens.keep(id, &ready);
        written(&view((id, Role::Owner), (&ready, &History::default()), None, today, work))
    };
    Ok(tagged(0).body(shared.pool.work(Some(owner.0), told).await??))
}
