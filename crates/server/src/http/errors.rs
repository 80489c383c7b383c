//! One error for all handlers, answered as RFC 9457 problem details in the gardener's words.

use crate::cache::view::GardenView;
use actix_web::http::StatusCode;
use actix_web::http::header::RETRY_AFTER;
use actix_web::{HttpResponse, ResponseError};
use schemars::JsonSchema;
use serde::Serialize;
use sparrow_facts::refusal::Refusal;
use sparrow_formats::garden_file::FileRefused;
use sparrow_pool::NotDone;
use sparrow_store::StoreError;

/// Why a request was not carried out.
#[derive(Debug, thiserror::Error)]
pub enum RequestError {
    /// Nobody is signed in.
    #[error("nobody is signed in here, or no longer: sign in, in another tab if something is typed here, and do this again")]
    SignIn,
    /// The name and password do not belong together.
    #[error("that name and password do not belong together")]
    WrongPassword,
    /// Too much waits to be reckoned already.
    #[error("the server has too much to do right now; nothing was changed. Try again in a moment")]
    Busy,
    /// A change was made, and what follows from it could not be told.
    #[error("your change is made, but the server has too much to do to show what follows; load the page again")]
    MadeUnseen,
    /// Too many attempts, by whoever makes them.
    #[error("too many attempts; try again in {}", waited(*seconds))]
    TooOften {
        /// Seconds to wait.
        seconds: u64,
    },
    /// Accounts are not made by everybody here.
    #[error("accounts are made by invitation here: ask a member of a garden, or whoever runs this server, for a link")]
    ByInvitation,
    /// Accounts are not made here.
    #[error("no more accounts are made on this server; whoever runs it can allow them")]
    Closed,
    /// Another site's page asked.
    #[error("this was asked by a page of another site, so it was not carried out")]
    Foreign,
    /// The body is no JSON.
    #[error("this is read as JSON only (Content-Type: application/json)")]
    NotJson,
    /// The body is compressed.
    #[error("compressed requests are not read; send it as it is")]
    Compressed,
    /// The database does not answer.
    #[error(
        "the garden cannot be reached just now: the database does not answer. What you typed is kept here; try again in a moment"
    )]
    Away,
    /// It took too long, whatever held it up.
    #[error("no answer was ready in time, so it is not known whether that was done; what you typed is kept here")]
    Late,
    /// The role does not allow it.
    #[error("you may look at this garden, not change it; its owner can let you")]
    LookOnly,
    /// Only the owner may.
    #[error("only the garden's owner may do that")]
    OwnerOnly,
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
    /// The body is longer than anything sent there.
    #[error("what was sent is longer than {} kB, the most that is read here; nothing was changed", most / 1024)]
    TooLong {
        /// The most bytes.
        most: usize,
    },
    /// The body came in too slowly.
    #[error("what was sent came in too slowly to be read; nothing was changed")]
    TooSlow,
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

impl From<NotDone> for RequestError {
    fn from(why: NotDone) -> Self {
        match why {
            NotDone::Busy => RequestError::Busy,
            NotDone::TooMuch => Refusal::TooMuch.into(),
            NotDone::Broken(said) => RequestError::Broken(said),
        }
    }
}

impl From<StoreError> for RequestError {
    fn from(error: StoreError) -> Self {
        match error {
            StoreError::NotFound => RequestError::NotFound("garden"),
            StoreError::Refused(refusal) => RequestError::Refused(refusal),
            StoreError::KeyUsed => RequestError::KeyUsed,
            StoreError::RolledBack(_) => RequestError::Busy,
            StoreError::Away(why) => {
                tracing::warn!(%why, "the database does not answer");
                RequestError::Away
            }
            other => RequestError::Broken(other.to_string()),
        }
    }
}

/// What the store did not do, where what it did not find is no garden but so and so.
pub fn absent(what: &'static str) -> impl Fn(StoreError) -> RequestError {
    move |error| match error {
        StoreError::NotFound => RequestError::NotFound(what),
        other => other.into(),
    }
}

/// Seconds in words.
fn waited(seconds: u64) -> String {
    match seconds {
        0..=90 => format!("{} seconds", seconds.max(1)),
        _ => format!("{} minutes", seconds.div_ceil(60)),
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
    /// Seconds after which it is worth trying again.
    fn wait(&self) -> Option<u64> {
        match self {
            RequestError::Busy | RequestError::MadeUnseen => Some(2),
            RequestError::Away | RequestError::Late => Some(2),
            RequestError::TooOften { seconds } => Some(*seconds),
            _ => None,
        }
    }

    fn head(&self) -> (StatusCode, &'static str, &'static str) {
        match self {
            RequestError::SignIn => (StatusCode::UNAUTHORIZED, "/problems/sign-in", "Not signed in"),
            RequestError::WrongPassword => (StatusCode::UNAUTHORIZED, "/problems/password", "Not let in"),
            RequestError::TooOften { .. } => (StatusCode::TOO_MANY_REQUESTS, "/problems/attempts", "Too many attempts"),
            RequestError::ByInvitation => (StatusCode::FORBIDDEN, "/problems/invitation", "By invitation"),
            RequestError::Closed => (StatusCode::FORBIDDEN, "/problems/closed", "Closed"),
            RequestError::Foreign => (StatusCode::FORBIDDEN, "/problems/foreign", "Another site"),
            RequestError::NotJson => (StatusCode::UNSUPPORTED_MEDIA_TYPE, "/problems/not-json", "Not JSON"),
            RequestError::Compressed => (StatusCode::UNSUPPORTED_MEDIA_TYPE, "/problems/compressed", "Compressed"),
            RequestError::Away => (StatusCode::SERVICE_UNAVAILABLE, "/problems/away", "Not reached"),
            RequestError::Late => (StatusCode::SERVICE_UNAVAILABLE, "/problems/late", "Too late"),
            RequestError::OwnerOnly => (StatusCode::FORBIDDEN, "/problems/owner-only", "Owner only"),
            RequestError::Busy => (StatusCode::SERVICE_UNAVAILABLE, "/problems/busy", "Too much to do"),
            RequestError::MadeUnseen => (StatusCode::SERVICE_UNAVAILABLE, "/problems/made-unseen", "Made, not shown"),
            RequestError::LookOnly => (StatusCode::FORBIDDEN, "/problems/look-only", "Look only"),
            RequestError::NotFound(_) => (StatusCode::NOT_FOUND, "/problems/not-found", "Not found"),
            RequestError::Stale(_) => (StatusCode::CONFLICT, "/problems/stale", "Changed elsewhere"),
            RequestError::Refused(_) => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/refused", "Refused"),
            RequestError::Unreadable { .. } => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/unreadable", "Not understood"),
            RequestError::Field(_) => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/field", "Refused"),
            RequestError::File(_) => (StatusCode::UNPROCESSABLE_ENTITY, "/problems/file", "File refused"),
            RequestError::TooLong { .. } => (StatusCode::PAYLOAD_TOO_LARGE, "/problems/too-long", "Too long"),
            RequestError::TooSlow => (StatusCode::REQUEST_TIMEOUT, "/problems/too-slow", "Too slow"),
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
        let mut answer = HttpResponse::build(status);
        if let Some(seconds) = self.wait() {
            answer.insert_header((RETRY_AFTER, seconds));
        }
        answer.content_type("application/problem+json").body(serde_json::to_string(&problem).unwrap_or_default())
    }
}
