//! Signing up, in and out.

use crate::auth::{ACCOUNT, SignedIn};
use crate::errors::RequestError;
use crate::{Shared, demo, password};
use actix_session::Session;
use actix_web::HttpResponse;
use actix_web::web::{Data, Json};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::change::draft::text;
use sparrow_store::{AccountId, StoreError};

/// A name and a password.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct Credentials {
    name: String,
    password: String,
}

/// Who is signed in, as the page knows it.
#[derive(Serialize, JsonSchema)]
pub struct Me {
    name: String,
}

/// Whether someone is signed in, and whether this server has the demo households.
#[derive(Serialize, JsonSchema)]
pub struct SessionView {
    me: Option<Me>,
    demo: bool,
}

/// Least letters of a password, and most, so that hashing stays cheap to ask for.
const PASSWORD_LETTERS: std::ops::RangeInclusive<usize> = 8..=200;

/// Anyone: makes an account and signs it in.
#[utoipa::path(post, path = "/api/v1/accounts", responses((status = 201, description = "signed in"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn sign_up(shared: Data<Shared>, session: Session, form: Json<Credentials>) -> Result<HttpResponse, RequestError> {
    let name = text("your name", &form.name, 40)?;
    let letters = form.password.chars().count();
    if !PASSWORD_LETTERS.contains(&letters) {
        let (least, most) = (PASSWORD_LETTERS.start(), PASSWORD_LETTERS.end());
        return Err(RequestError::Field(format!("the password has {letters} letters; it wants {least} to {most}")));
    }
    attempt(&shared, &name)?;
    let hash = password::hash(form.into_inner().password).await?;
    let account = shared.store.create_account(&name, &hash).await.map_err(|error| match error {
        StoreError::Conflict { .. } => RequestError::NameTaken(name.clone()),
        other => other.into(),
    })?;
    enter(&session, account)?;
    Ok(HttpResponse::Created().json(Me { name }))
}

/// Anyone: signs in.
#[utoipa::path(post, path = "/api/v1/session", responses((status = 200, description = "signed in"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn sign_in(shared: Data<Shared>, session: Session, form: Json<Credentials>) -> Result<Json<Me>, RequestError> {
    let Credentials { name, password } = form.into_inner();
    attempt(&shared, &name)?;
    let account = match shared.store.account_named(name.trim()).await {
        Ok(account) => account,
        Err(StoreError::NotFound) => return Err(RequestError::WrongPassword),
        Err(other) => return Err(other.into()),
    };
    if !password::is_right(password, account.password_hash).await? {
        return Err(RequestError::WrongPassword);
    }
    enter(&session, account.id)?;
    Ok(Json(Me { name: account.name }))
}

/// Which invented household to enter.
#[derive(Deserialize, JsonSchema)]
#[serde(deny_unknown_fields)]
pub struct DemoDoor {
    household: String,
}

/// Anyone, on a demo server only: enters an invented household without a password.
#[utoipa::path(post, path = "/api/v1/session/demo", responses((status = 200, description = "signed in"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn sign_in_demo(shared: Data<Shared>, session: Session, form: Json<DemoDoor>) -> Result<Json<Me>, RequestError> {
    if !shared.settings.demo || !demo::DOORS.contains(&form.household.as_str()) {
        return Err(RequestError::NotFound("household"));
    }
    let account = shared.store.account_named(&form.household).await?;
    enter(&session, account.id)?;
    Ok(Json(Me { name: account.name }))
}

/// Anyone: signs out.
#[utoipa::path(delete, path = "/api/v1/session", responses((status = 204, description = "signed out"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn sign_out(session: Session) -> HttpResponse {
    session.purge();
    HttpResponse::NoContent().finish()
}

/// Anyone: who is signed in.
#[utoipa::path(get, path = "/api/v1/session", responses((status = 200, description = "who is signed in, if anyone"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn session(shared: Data<Shared>, signed_in: Option<SignedIn>) -> Result<Json<SessionView>, RequestError> {
    let me = match signed_in {
        Some(SignedIn(account)) => match shared.store.account(account).await {
            Ok(account) => Some(Me { name: account.name }),
            Err(StoreError::NotFound) => None,
            Err(other) => return Err(other.into()),
        },
        None => None,
    };
    Ok(Json(SessionView { me, demo: shared.settings.demo }))
}

fn attempt(shared: &Shared, name: &str) -> Result<(), RequestError> {
    shared.attempts.check_key(&name.trim().to_lowercase()).map_err(|_| RequestError::TooManyAttempts)
}

fn enter(session: &Session, account: AccountId) -> Result<(), RequestError> {
    // A new cookie for a new right, so that nobody can have planted the old one.
    session.renew();
    session.insert(ACCOUNT, account).map_err(|error| RequestError::Broken(error.to_string()))
}
