//! Accounts: signing up, in and out, sessions, passwords, and the end of an account.

use crate::Shared;
use crate::http::attempts::{self, Tries};
use crate::http::auth::SignedIn;
use crate::http::body::{JSON, file, read};
use crate::http::cookies;
use crate::http::errors::{RequestError, absent};
use crate::http::password;
use crate::http::payload::{Sent, Words};
use crate::operations::demo;
use crate::settings::Registration;
use actix_web::http::header;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpRequest, HttpResponse, HttpResponseBuilder};
use jiff::Timestamp;
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::change::draft::text;
use sparrow_formats::garden_file;
use sparrow_store::{AccountId, Allowed, StoreError, fresh};

/// A name and a password.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct Credentials {
    name: String,
    password: String,
}

/// A new account.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct NewAccount {
    name: String,
    password: String,
    /// The word of an invitation, where accounts are made by invitation; it is accepted with it.
    #[serde(default)]
    invitation: Option<String>,
}

/// Who is signed in, as the page knows it.
#[derive(Serialize, JsonSchema)]
pub struct Me {
    name: String,
    /// An invented account, without a password.
    demo: bool,
}

/// Whether someone is signed in, and what this server lets a stranger do.
#[derive(Serialize, JsonSchema)]
pub struct SessionView {
    me: Option<Me>,
    /// It has the demo households.
    demo: bool,
    /// Who may make an account.
    registration: Registration,
}

/// A session, as its owner sees it.
#[derive(Serialize, JsonSchema)]
pub struct SessionLine {
    number: i32,
    /// When it was opened.
    created: Timestamp,
    /// When something was last asked in it, to the hour.
    seen: Timestamp,
    /// The browser, as it says itself.
    agent: String,
    /// It is the one that asks.
    here: bool,
}

/// A new password in place of the old one.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct PasswordChange {
    old: String,
    new: String,
}

/// A new password by a link.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct PasswordReset {
    link: String,
    password: String,
}

/// What ends an account: its own name typed, and its password.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct AccountEnding {
    name: String,
    password: String,
}

pub async fn sign_up(shared: Data<Shared>, request: HttpRequest, Sent(body): Words) -> Result<HttpResponse, RequestError> {
    let form: NewAccount = read(&body)?;
    let name = text("your name", &form.name, 40)?;
    password::checked(&form.password)?;
    attempts::count(&shared, &request).await?;
    let invited = form.invitation.as_deref();
    let allowed = match shared.settings.registration {
        Registration::Open => invited.map_or(Allowed::Open, Allowed::By),
        Registration::Invitation => invited.map_or(Allowed::First, Allowed::By),
        Registration::Closed => invited.map_or(Allowed::First, Allowed::ByOperator),
    };
    let hash = shared.hashing.hash(form.password).await?;
    let account = shared.store.create_account(&name, &hash, allowed).await.map_err(|error| match error {
        StoreError::Conflict { .. } => RequestError::NameTaken(name.clone()),
        StoreError::NotFound => match allowed {
            Allowed::By(_) => RequestError::NotFound("invitation; it may be used up or too old"),
            _ if shared.settings.registration == Registration::Invitation => RequestError::ByInvitation,
            _ => RequestError::Closed,
        },
        other => other.into(),
    })?;
    enter(&shared, &request, account, HttpResponse::Created()).await.map(|mut answer| answer.json(Me { name, demo: false }))
}

/// Who may make an account by now: the first one is open.
async fn registration(shared: &Shared) -> Result<Registration, RequestError> {
    match shared.settings.registration {
        Registration::Open => Ok(Registration::Open),
        other => Ok(if shared.store.has_accounts().await? { other } else { Registration::Open }),
    }
}

pub async fn sign_in(shared: Data<Shared>, request: HttpRequest, Sent(body): Words) -> Result<HttpResponse, RequestError> {
    let Credentials { name, password } = read(&body)?;
    attempts::count(&shared, &request).await?;
    let account = match shared.store.account_named(name.trim()).await {
        Ok(account) => Some(account),
        Err(StoreError::NotFound | StoreError::Refused(_)) => None,
        Err(other) => return Err(other.into()),
    };
    let device = cookies::word(&request, cookies::DEVICE, shared.settings.secure_cookies);
    let known = match (&account, device) {
        (Some(account), Some(device)) => shared.store.knows_device(account.id, &device).await?,
        _ => false,
    };
    let tries = Tries::at(&name, known);
    tries.count(&shared).await?;
    // A name that is not there takes as long as a wrong password.
    let stored = account.as_ref().and_then(|account| account.password_hash.clone());
    let right = shared.hashing.is_right(password, stored).await?;
    match account.filter(|_| right) {
        Some(account) => {
            tries.right(&shared).await?;
            let mut answer = enter(&shared, &request, account.id, HttpResponse::Ok()).await?;
            Ok(answer.json(Me { name: account.name, demo: account.demo }))
        }
        None => Err(RequestError::WrongPassword),
    }
}

/// Which invented household to enter.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct DemoDoor {
    household: String,
}

pub async fn sign_in_demo(shared: Data<Shared>, request: HttpRequest, Sent(body): Words) -> Result<HttpResponse, RequestError> {
    let form: DemoDoor = read(&body)?;
    const HOUSEHOLD: &str = "household";
    if !shared.settings.demo || !demo::DOORS.contains(&form.household.as_str()) {
        return Err(RequestError::NotFound(HOUSEHOLD));
    }
    let account = shared.store.account_named(&form.household).await.map_err(absent(HOUSEHOLD))?;
    // A door opens nobody's own account, whatever its name.
    if !account.demo {
        return Err(RequestError::NotFound(HOUSEHOLD));
    }
    let mut answer = enter(&shared, &request, account.id, HttpResponse::Ok()).await?;
    Ok(answer.json(Me { name: account.name, demo: true }))
}

pub async fn sign_out(shared: Data<Shared>, request: HttpRequest) -> Result<HttpResponse, RequestError> {
    let secure = shared.settings.secure_cookies;
    if let Some(session) = cookies::word(&request, cookies::SESSION, secure) {
        shared.store.end_session(&session).await?;
    }
    Ok(HttpResponse::NoContent().cookie(cookies::without(cookies::SESSION, secure)).finish())
}

pub async fn session(shared: Data<Shared>, signed_in: Result<SignedIn, RequestError>) -> Result<Json<SessionView>, RequestError> {
    let me = match signed_in {
        Ok(SignedIn { account, .. }) => {
            let account = shared.store.account(account).await?;
            Some(Me { name: account.name, demo: account.demo })
        }
        Err(RequestError::SignIn) => None,
        // Nobody is told to sign in because the database is away.
        Err(other) => return Err(other),
    };
    Ok(Json(SessionView { me, demo: shared.settings.demo, registration: registration(&shared).await? }))
}

pub async fn sessions(shared: Data<Shared>, me: SignedIn) -> Result<Json<Vec<SessionLine>>, RequestError> {
    let sessions = shared.store.sessions(me.account, &me.session).await?;
    let line = |one: sparrow_store::SessionLine| SessionLine {
        number: crate::cache::view::number(one.number),
        created: one.created,
        seen: one.seen,
        agent: one.agent,
        here: one.here,
    };
    Ok(Json(sessions.into_iter().map(line).collect()))
}

pub async fn end_session(shared: Data<Shared>, me: SignedIn, session: Path<i64>) -> Result<HttpResponse, RequestError> {
    shared.store.end_session_numbered(me.account, *session).await.map_err(absent("session"))?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn end_other_sessions(shared: Data<Shared>, me: SignedIn) -> Result<HttpResponse, RequestError> {
    shared.store.end_other_sessions(me.account, &me.session).await?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn change_password(
    shared: Data<Shared>,
    request: HttpRequest,
    me: SignedIn,
    Sent(body): Words,
) -> Result<HttpResponse, RequestError> {
    let PasswordChange { old, new } = read(&body)?;
    password::checked(&new)?;
    is_own(&shared, &request, me.account, old).await?;
    let hash = shared.hashing.hash(new).await?;
    shared.store.set_password(me.account, &hash).await?;
    shared.store.end_other_sessions(me.account, &me.session).await?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn reset_password(shared: Data<Shared>, request: HttpRequest, Sent(body): Words) -> Result<HttpResponse, RequestError> {
    let PasswordReset { link, password } = read(&body)?;
    password::checked(&password)?;
    attempts::count(&shared, &request).await?;
    let hash = shared.hashing.hash(password).await?;
    shared.store.reset_password(&link, &hash).await.map_err(absent("link; it works once, for a day"))?;
    Ok(HttpResponse::NoContent().finish())
}

pub async fn export(shared: Data<Shared>, me: SignedIn) -> Result<HttpResponse, RequestError> {
    let name = shared.store.account(me.account).await?.name;
    let mut gardens = Vec::new();
    for garden in shared.store.owned(me.account).await? {
        gardens.push((shared.store.load(garden).await?.garden, shared.store.whole_journal(garden).await?));
    }
    let text = shared.pool.work(Some(me.account.0), move |_| garden_file::write_all(&name, gardens)).await?;
    Ok(file(JSON, Some("gardens.json"), text))
}

pub async fn end(
    shared: Data<Shared>,
    request: HttpRequest,
    me: SignedIn,
    Sent(body): Words,
) -> Result<HttpResponse, RequestError> {
    let AccountEnding { name, password } = read(&body)?;
    let account = shared.store.account(me.account).await?;
    if account.demo {
        return Err(RequestError::Field("an invented household stays where it is".into()));
    }
    if name.trim() != account.name {
        return Err(RequestError::Field(format!("the name typed is not {}, so nothing was ended", account.name)));
    }
    is_own(&shared, &request, me.account, password).await?;
    shared.store.end_account(me.account).await?;
    Ok(HttpResponse::NoContent().cookie(cookies::without(cookies::SESSION, shared.settings.secure_cookies)).finish())
}

/// Refuses unless the password is the account's own.
async fn is_own(shared: &Shared, request: &HttpRequest, account: AccountId, password: String) -> Result<(), RequestError> {
    attempts::count(shared, request).await?;
    let account = shared.store.account(account).await?;
    // Whoever came in by its session tries in a measure of their own.
    let tries = Tries::at(&account.name, true);
    tries.count(shared).await?;
    if shared.hashing.is_right(password, account.password_hash).await? {
        return tries.right(shared).await;
    }
    Err(RequestError::Field("that is not your password, so nothing was changed".into()))
}

/// Opens a session, and knows this browser from now on.
async fn enter(
    shared: &Shared,
    request: &HttpRequest,
    account: AccountId,
    mut answer: HttpResponseBuilder,
) -> Result<HttpResponseBuilder, RequestError> {
    let secure = shared.settings.secure_cookies;
    // A new word for a new right, so that nobody can have planted the old one.
    if let Some(before) = cookies::word(request, cookies::SESSION, secure) {
        shared.store.end_session(&before).await?;
    }
    let session = fresh();
    let agent = request.headers().get(header::USER_AGENT).and_then(|value| value.to_str().ok()).unwrap_or_default();
    shared.store.open_session(account, &session, agent).await?;
    let device = cookies::word(request, cookies::DEVICE, secure).unwrap_or_else(fresh);
    shared.store.know_device(account, &device).await?;
    answer.cookie(cookies::with(cookies::SESSION, &session, secure)).cookie(cookies::with(cookies::DEVICE, &device, secure));
    Ok(answer)
}
