//! Gardens: making, seeing, exporting, importing, letting others in.

use crate::Shared;
use crate::auth::{InGarden, SignedIn};
use crate::body::read;
use crate::compute::work;
use crate::errors::RequestError;
use crate::ready::Ready;
use crate::view::{GardenLine, GardenView, number, view};
use actix_web::HttpResponse;
use actix_web::http::header::{self, ETag, EntityTag};
use actix_web::web::{Bytes, Data, Json, Query};
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::site::checked_site;
use sparrow_core::reckon::day::Glance;
use sparrow_facts::garden::Garden;
use sparrow_facts::site::Site;
use sparrow_formats::garden_file;
use sparrow_store::{GardenId, Role, StoreError};
use std::sync::Arc;
use ts_rs::TS;

/// The day to look at; nothing for the day where the needle rests.
#[derive(Deserialize)]
pub struct OnDay {
    on: Option<Date>,
}

/// A new garden.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct NewGarden {
    site: Site,
}

/// Someone to let in.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct LetIn {
    name: String,
    #[schemars(with = "String")]
    role: Role,
}

/// Someone who may come in, as the page shows it.
#[derive(Serialize, JsonSchema)]
pub struct MemberLine {
    name: String,
    #[schemars(with = "String")]
    role: Role,
}

/// Signed-in accounts: the gardens they may see.
#[utoipa::path(get, path = "/api/v1/gardens", responses((status = 200, description = "a list of gardens"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn list(shared: Data<Shared>, SignedIn(account): SignedIn) -> Result<Json<Vec<GardenLine>>, RequestError> {
    let gardens = shared.store.gardens_of(account).await?;
    let line = |listed: sparrow_store::Listed| GardenLine {
        id: number(listed.id.0),
        name: listed.name,
        place: listed.place,
        role: listed.role,
    };
    Ok(Json(gardens.into_iter().map(line).collect()))
}

/// Signed-in accounts: makes a garden of their own.
#[utoipa::path(post, path = "/api/v1/gardens", responses((status = 200, description = "the garden"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn create(shared: Data<Shared>, SignedIn(account): SignedIn, body: Bytes) -> Result<HttpResponse, RequestError> {
    let NewGarden { site } = read(&body)?;
    let garden = Garden::new(checked_site(&site)?);
    let id = shared.store.create_garden(account, &garden).await?;
    made(&shared, id).await
}

/// Anyone with a role in the garden: the garden on a day.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}", params(("garden" = i64, Path, description = "number of the garden"), ("on" = Option<String>, Query, description = "day to look at, YYYY-MM-DD")), responses((status = 200, description = "the garden and all that follows from it"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn show(inside: InGarden, day: Query<OnDay>) -> Result<HttpResponse, RequestError> {
    Ok(answer(inside.view(inside.ready().await?, day.on).await?))
}

/// The day to look at, and what is seen now: the needle's day, the garden's revision, and the day it is.
#[derive(Deserialize)]
pub struct Turning {
    on: Date,
    was: Date,
    revision: i64,
    today: Date,
}

/// What another day is told as.
#[derive(Serialize, TS, JsonSchema)]
#[serde(tag = "came", rename_all = "kebab-case")]
pub enum Look {
    /// What is otherwise on it, in the garden at the revision that was seen.
    Glance(Glance),
    /// All of the garden: it has changed, a new day has begun there, or the day lies in another growing year.
    Whole(Box<GardenView>),
}

/// Anyone with a role in the garden: another day, told by what is otherwise on it than on the day seen before.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/look", params(("garden" = i64, Path, description = "number of the garden"), ("on" = String, Query, description = "day to look at, YYYY-MM-DD"), ("was" = String, Query, description = "day seen before"), ("revision" = i64, Query, description = "revision seen"), ("today" = String, Query, description = "day it was when that was seen")), responses((status = 200, description = "what is otherwise, or the garden"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn look(inside: InGarden, turning: Query<Turning>) -> Result<HttpResponse, RequestError> {
    let Turning { on, was, revision, today: then } = *turning;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    let look = if (ready.at.revision, today) == (revision, then) {
        let ready = Arc::clone(&ready);
        work(move || ready.glance(was, on, today)).await?.map(Look::Glance)
    } else {
        None
    };
    let look = match look {
        Some(glance) => glance,
        None => Look::Whole(Box::new(inside.view(ready, Some(on)).await?)),
    };
    Ok(HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-store")).json(look))
}

/// Anyone with a role in the garden: the garden as a file.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/export", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the garden's file"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn export(inside: InGarden) -> Result<HttpResponse, RequestError> {
    let ready = inside.ready().await?;
    let name: String =
        ready.garden().site.name.chars().map(|c| if c.is_ascii_alphanumeric() { c.to_ascii_lowercase() } else { '-' }).collect();
    Ok(HttpResponse::Ok()
        .content_type("application/json")
        .insert_header((header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}.garden.json\"")))
        .body(garden_file::write(ready.garden())))
}

/// Signed-in accounts: makes a garden of their own from a file, or changes nothing.
#[utoipa::path(post, path = "/api/v1/gardens/import", responses((status = 200, description = "the garden"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn import(shared: Data<Shared>, SignedIn(account): SignedIn, body: Bytes) -> Result<HttpResponse, RequestError> {
    let read = work(move || {
        let text = std::str::from_utf8(&body);
        let text = text.map_err(|_| RequestError::Field("the file is not text; a garden file is JSON in UTF-8".into()))?;
        Ok::<_, RequestError>(garden_file::read(text, Catalogue::standard())?)
    });
    let garden = read.await??;
    let id = shared.store.create_garden(account, &garden).await?;
    made(&shared, id).await
}

/// Anyone with a role in the garden: who may come in.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/members", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "names and roles"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn members(inside: InGarden) -> Result<Json<Vec<MemberLine>>, RequestError> {
    let members = inside.shared.store.members(inside.garden).await?;
    Ok(Json(members.into_iter().map(|member| MemberLine { name: member.name, role: member.role }).collect()))
}

/// The owner: lets another account help or look.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/members", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 204, description = "let in"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn let_in(inside: InGarden, body: Bytes) -> Result<HttpResponse, RequestError> {
    inside.may_let_in()?;
    let form: LetIn = read(&body)?;
    let account = inside.shared.store.account_named(form.name.trim()).await.map_err(|error| match error {
        StoreError::NotFound => RequestError::NotFound("name; they sign up first"),
        other => other.into(),
    })?;
    if account.id == inside.account || form.role == Role::Owner {
        return Err(RequestError::Field("an owner stays the owner; others can be helper or guest".into()));
    }
    inside.shared.store.let_in(inside.garden, account.id, form.role).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// A garden that was just made, as its owner sees it.
async fn made(shared: &Data<Shared>, id: GardenId) -> Result<HttpResponse, RequestError> {
    let ready = Ready::of(shared.store.load(id).await?);
    let today = shared.settings.today(ready.garden());
    shared.gardens.keep(id, &ready);
    Ok(answer(work(move || view(id, Role::Owner, &ready, None, today)).await?))
}

fn answer(view: GardenView) -> HttpResponse {
    let tag = ETag(EntityTag::new_strong(view.revision.to_string()));
    HttpResponse::Ok().insert_header(tag).insert_header((header::CACHE_CONTROL, "no-store")).json(view)
}
