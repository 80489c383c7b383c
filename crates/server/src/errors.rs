//! One error for all handlers, answered as RFC 9457 problem details in the gardener's words.

use crate::view::GardenView;
use actix_web::http::StatusCode;
use actix_web::{HttpResponse, ResponseError};
use schemars::JsonSchema;
use serde::Serialize;
use sparrow_facts::refusal::Refusal;
use sparrow_formats::garden_file::FileRefused;
use sparrow_store::StoreError;

/// Why a request was not carried out.
#[derive(Debug, thiserror::Error)]
pub enum RequestError {
    /// Nobody is signed in.
    #[error("please sign in")]
    SignIn,
    /// The name and password do not belong together.
    #[error("that name and password do not belong together")]
    WrongPassword,
    /// Too many attempts at a name.
    #[error("too many attempts for that name; wait a minute and try again")]
    TooManyAttempts,
    /// The role does not allow it.
    #[error("you may look at this garden, not change it; its owner can let you")]
    LookOnly,
    /// It is not there, or not for this person.
    #[error("there is no such {0} here")]
    NotFound(&'static str),
    /// Someone else changed the garden first.
    #[error("this garden was changed elsewhere a moment ago; it is shown as it is now, and your change was not made")]
    Stale(Box<GardenView>),
    /// The rules refused it.
    #[error(transparent)]
    Refused(#[from] Refusal),
    /// The request could not be read.
    #[error("{field}: {said}")]
    Unreadable {
        /// Which field.
        field: String,
        /// Why, and what was read.
        said: String,
    },
    /// A field of a form is wrong.
    #[error("{0}")]
    Field(String),
    /// The file is refused.
    #[error("{0}; nothing was changed")]
    File(#[from] FileRefused),
    /// The name is taken.
    #[error("the name {0} is taken; choose another")]
    NameTaken(String),
    /// The revision is missing.
    #[error("the request does not say which revision of the garden it changes (If-Match)")]
    RevisionMissing,
    /// The key of the request was used for another one.
    #[error("this request carries the key of another one, so it was not carried out")]
    KeyUsed,
    /// Something is broken here.
    #[error("something went wrong here; it has been noted. Look whether your change is there before you make it again")]
    Broken(String),
}

impl From<StoreError> for RequestError {
    fn from(error: StoreError) -> Self {
        match error {
            StoreError::NotFound => RequestError::NotFound("garden"),
            StoreError::Refused(refusal) => RequestError::Refused(refusal),
            StoreError::KeyUsed => RequestError::KeyUsed,
            other => RequestError::Broken(other.to_string()),
        }
    }
}

/// RFC 9457 problem details, with what the page needs to offer a way out.
#[derive(Serialize, JsonSchema)]
pub struct Problem<'a> {
    #[serde(rename = "type")]
    kind: &'static str,
    title: &'static str,
    status: u16,
    detail: String,
    #[serde(skip_serializing_if = "Option::is_none")]
    field: Option<&'a str>,
    #[serde(skip_serializing_if = "Option::is_none")]
    refusal: Option<&'a Refusal>,
    #[serde(skip_serializing_if = "Option::is_none")]
    current: Option<&'a GardenView>,
}

impl RequestError {
    fn head(&self) -> (StatusCode, &'static str, &'static str) {
        match self {
            RequestError::SignIn => (StatusCode::UNAUTHORIZED, "/problems/sign-in", "Not signed in"),
            RequestError::WrongPassword => (StatusCode::UNAUTHORIZED, "/problems/password", "Not let in"),
            RequestError::TooManyAttempts => (StatusCode::TOO_MANY_REQUESTS, "/problems/attempts", "Too many attempts"),
            RequestError::LookOnly => (StatusCode::FORBIDDEN, "/problems/look-only", "Look only"),
            RequestError::NotFound(_) => (StatusCode::NOT_FOUND, "/problems/not-found", "Not found"),
            RequestError::Stale(_) => (StatusCode::CONFLICT, "/problems/stale", "Changed elsewhere"),
            RequestError::Refused(_) => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/refused", "Refused"),
            RequestError::Unreadable { .. } => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/unreadable", "Not understood"),
            RequestError::Field(_) => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/field", "Refused"),
            RequestError::File(_) => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/file", "File refused"),
            RequestError::NameTaken(_) => (StatusCode::CONFLICT, "/problems/name-taken", "Name taken"),
            RequestError::RevisionMissing => (StatusCode::PRECONDITION_REQUIRED, "/problems/revision", "Revision missing"),
            RequestError::KeyUsed => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/key-used", "Key used"),
            RequestError::Broken(_) => (StatusCode::INTERNAL_SERVER_ERROR, "/problems/broken", "Broken"),
        }
    }
}

impl ResponseError for RequestError {
    fn status_code(&self) -> StatusCode {
        self.head().0
    }

    fn error_response(&self) -> HttpResponse {
        let (status, kind, title) = self.head();
        if let RequestError::Broken(why) = self {
            tracing::error!(%why, "request failed");
        }
        let problem = Problem {
            kind,
            title,
            status: status.as_u16(),
            detail: self.to_string(),
            field: if let RequestError::Unreadable { field, .. } = self { Some(field) } else { None },
            refusal: if let RequestError::Refused(refusal) = self { Some(refusal) } else { None },
            current: if let RequestError::Stale(current) = self { Some(current) } else { None },
        };
        HttpResponse::build(status)
            .content_type("application/problem+json")
            .body(serde_json::to_string(&problem).unwrap_or_default())
    }
}
