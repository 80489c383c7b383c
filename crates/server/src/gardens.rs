//! Gardens: seeing, changing, taking back, exporting, importing, letting others in.

use crate::Shared;
use crate::auth::{InGarden, SignedIn};
use crate::body::read;
use crate::errors::Trouble;
use crate::view::{GardenLine, GardenView, number, view};
use actix_web::http::header::{self, ETag, EntityTag};
use actix_web::web::{self, Bytes, Data, Json, Query};
use actix_web::{HttpRequest, HttpResponse};
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_core::ask::question;
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command;
use sparrow_core::change::command::Command;
use sparrow_core::change::site::checked_site;
use sparrow_facts::edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::site::Site;
use sparrow_formats::garden_file;
use sparrow_store::{Asked, Role, StoreError, Versioned};

/// The day to look at; nothing for the day where the needle rests.
#[derive(Deserialize)]
pub struct OnDay {
    on: Option<Date>,
}

/// A command as it is sent, with the day whose picture is wanted back.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Asking {
    command: Command,
    on: Option<Date>,
    /// Only show what would follow; change nothing.
    #[serde(default)]
    rehearse: bool,
}

/// A new garden.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
pub struct NewGarden {
    site: Site,
}

/// Someone to let in.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
pub struct LetIn {
    name: String,
    role: Role,
}

/// Someone who may come in, as the page shows it.
#[derive(Serialize)]
pub struct MemberLine {
    name: String,
    role: Role,
}

/// Signed-in accounts: the gardens they may see.
#[utoipa::path(get, path = "/api/v1/gardens", responses((status = 200, description = "a list of gardens"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn list(shared: Data<Shared>, SignedIn(account): SignedIn) -> Result<Json<Vec<GardenLine>>, Trouble> {
    let gardens = shared.store.gardens_of(account).await?;
    let line = |listed: sparrow_store::Listed| GardenLine {
        id: number(listed.id.0),
        name: listed.name,
        place: listed.place,
        role: listed.role.word().into(),
    };
    Ok(Json(gardens.into_iter().map(line).collect()))
}

/// Signed-in accounts: makes a garden of their own.
#[utoipa::path(post, path = "/api/v1/gardens", responses((status = 200, description = "the garden"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn create(shared: Data<Shared>, SignedIn(account): SignedIn, body: Bytes) -> Result<HttpResponse, Trouble> {
    let NewGarden { site } = read(&body)?;
    let garden = Garden::new(checked_site(&site)?);
    let id = shared.store.create_garden(account, &garden).await?;
    Ok(answer(view(id, Role::Owner, shared.store.load(id).await?, None, shared.settings.today())))
}

/// Anyone with a role in the garden: the garden on a day.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}", params(("garden" = i64, Path, description = "number of the garden"), ("on" = Option<String>, Query, description = "day to look at, YYYY-MM-DD")), responses((status = 200, description = "the garden and all that follows from it"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn show(inside: InGarden, day: Query<OnDay>) -> Result<HttpResponse, Trouble> {
    let versioned = inside.shared.store.load(inside.garden).await?;
    Ok(answer(inside.view(versioned, day.on)))
}

/// Owners and helpers: carries out a command, or rehearses it.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/commands", params(("garden" = i64, Path, description = "number of the garden"), ("If-Match" = String, Header, description = "revision the change is made on"), ("Idempotency-Key" = Option<String>, Header, description = "the same key twice is the same change")), responses((status = 200, description = "the garden afterwards"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn command(inside: InGarden, request: HttpRequest, body: Bytes) -> Result<HttpResponse, Trouble> {
    inside.may_change()?;
    let asking: Asking = read(&body)?;
    if asking.rehearse {
        return rehearse(&inside, &asking).await;
    }
    let key = request.headers().get("Idempotency-Key").and_then(|key| key.to_str().ok()).filter(|key| key.len() <= 100);
    let asked = Asked { garden: inside.garden, by: inside.account, on: seen_revision(&request)?, key };
    let told = serde_json::to_value(&asking.command).map_err(|error| Trouble::Broken(error.to_string()))?;
    let planned = |garden: &Garden| command::plan(garden, Catalogue::standard(), &asking.command, inside.shared.settings.today());
    let changed = inside.shared.store.change(asked, told, planned).await;
    outcome(&inside, changed, asking.on).await
}

async fn rehearse(inside: &InGarden, asking: &Asking) -> Result<HttpResponse, Trouble> {
    let mut versioned = inside.shared.store.load(inside.garden).await?;
    let edits = command::plan(&versioned.garden, Catalogue::standard(), &asking.command, inside.shared.settings.today())?;
    edit::apply(&mut versioned.garden, &edits);
    Ok(answer(inside.view(versioned, asking.on)))
}

/// Anyone with a role in the garden: answers a question that changes nothing.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/questions", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the answer"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn question(inside: InGarden, body: Bytes) -> Result<HttpResponse, Trouble> {
    let asked: Question = read(&body)?;
    let (garden, today) = (inside.shared.store.load(inside.garden).await?.garden, inside.shared.settings.today());
    // Some answers are searches; they must not hold up those who wait for a drop of a patch.
    let answered = web::block(move || question::answer(&garden, Catalogue::standard(), &asked, today)).await;
    let answer = answered.map_err(|error| Trouble::Broken(error.to_string()))??;
    Ok(HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-store")).json(answer))
}

/// Owners and helpers: takes back the last change.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/undo", params(("garden" = i64, Path, description = "number of the garden"), ("If-Match" = String, Header, description = "revision the change is made on"), ("Idempotency-Key" = Option<String>, Header, description = "the same key twice is the same change")), responses((status = 200, description = "the garden afterwards"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn undo(inside: InGarden, request: HttpRequest, day: Query<OnDay>) -> Result<HttpResponse, Trouble> {
    inside.may_change()?;
    let asked = Asked { garden: inside.garden, by: inside.account, on: seen_revision(&request)?, key: None };
    let undone = inside.shared.store.undo(asked).await;
    outcome(&inside, undone, day.on).await
}

/// Owners and helpers: does again what was taken back.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/redo", params(("garden" = i64, Path, description = "number of the garden"), ("If-Match" = String, Header, description = "revision the change is made on"), ("Idempotency-Key" = Option<String>, Header, description = "the same key twice is the same change")), responses((status = 200, description = "the garden afterwards"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn redo(inside: InGarden, request: HttpRequest, day: Query<OnDay>) -> Result<HttpResponse, Trouble> {
    inside.may_change()?;
    let asked = Asked { garden: inside.garden, by: inside.account, on: seen_revision(&request)?, key: None };
    let redone = inside.shared.store.redo(asked).await;
    outcome(&inside, redone, day.on).await
}

/// Anyone with a role in the garden: the garden as a file.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/export", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the garden's file"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn export(inside: InGarden) -> Result<HttpResponse, Trouble> {
    let garden = inside.shared.store.load(inside.garden).await?.garden;
    let name: String =
        garden.site.name.chars().map(|c| if c.is_ascii_alphanumeric() { c.to_ascii_lowercase() } else { '-' }).collect();
    Ok(HttpResponse::Ok()
        .content_type("application/json")
        .insert_header((header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}.garden.json\"")))
        .body(garden_file::write(&garden)))
}

/// Signed-in accounts: makes a garden of their own from a file, or changes nothing.
#[utoipa::path(post, path = "/api/v1/gardens/import", responses((status = 200, description = "the garden"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn import(shared: Data<Shared>, SignedIn(account): SignedIn, body: Bytes) -> Result<HttpResponse, Trouble> {
    let text =
        std::str::from_utf8(&body).map_err(|_| Trouble::Field("the file is not text; a garden file is JSON in UTF-8".into()))?;
    let garden = garden_file::read(text, Catalogue::standard())?;
    let id = shared.store.create_garden(account, &garden).await?;
    Ok(answer(view(id, Role::Owner, shared.store.load(id).await?, None, shared.settings.today())))
}

/// Anyone with a role in the garden: who may come in.
#[utoipa::path(get, path = "/api/v1/gardens/{garden}/members", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "names and roles"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn members(inside: InGarden) -> Result<Json<Vec<MemberLine>>, Trouble> {
    let members = inside.shared.store.members(inside.garden).await?;
    Ok(Json(members.into_iter().map(|member| MemberLine { name: member.name, role: member.role }).collect()))
}

/// The owner: lets another account help or look.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/members", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 204, description = "let in"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn let_in(inside: InGarden, body: Bytes) -> Result<HttpResponse, Trouble> {
    inside.may_let_in()?;
    let form: LetIn = read(&body)?;
    let account = inside.shared.store.account_named(form.name.trim()).await.map_err(|error| match error {
        StoreError::NotFound => Trouble::NotFound("name; they sign up first"),
        other => other.into(),
    })?;
    if account.id == inside.account || form.role == Role::Owner {
        return Err(Trouble::Field("an owner stays the owner; others can be helper or guest".into()));
    }
    inside.shared.store.let_in(inside.garden, account.id, form.role).await?;
    Ok(HttpResponse::NoContent().finish())
}

fn seen_revision(request: &HttpRequest) -> Result<i64, Trouble> {
    let value = request.headers().get(header::IF_MATCH).and_then(|value| value.to_str().ok());
    value.and_then(|text| text.trim_matches('"').parse().ok()).ok_or(Trouble::RevisionMissing)
}

async fn outcome(inside: &InGarden, changed: Result<Versioned, StoreError>, on: Option<Date>) -> Result<HttpResponse, Trouble> {
    match changed {
        Ok(versioned) => Ok(answer(inside.view(versioned, on))),
        Err(StoreError::Stale { .. }) => {
            let current = inside.shared.store.load(inside.garden).await?;
            Err(Trouble::Stale(Box::new(inside.view(current, on))))
        }
        Err(other) => Err(other.into()),
    }
}

fn answer(view: GardenView) -> HttpResponse {
    let tag = ETag(EntityTag::new_strong(view.revision.to_string()));
    HttpResponse::Ok().insert_header(tag).insert_header((header::CACHE_CONTROL, "no-store")).json(view)
}
