//! What was sent? Bodies read as the types they should be, with the field at fault named in a gardener's words.

use crate::http::errors::RequestError;
use crate::http::misread::{Misread, field_with, misread};
use actix_web::http::header::{self, ETag, EntityTag};
use actix_web::{HttpResponse, HttpResponseBuilder};
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;
use sparrow_core::climate::calendar::YEARS;
use sparrow_core::limits;
use sparrow_facts::refusal::Refusal;

/// What most answers are.
pub const JSON: &str = "application/json";

/// An answer about a garden at a revision.
pub fn tagged(revision: i64) -> HttpResponseBuilder {
    let mut answer = HttpResponse::Ok();
    answer.insert_header(ETag(EntityTag::new_strong(revision.to_string())));
    answer.insert_header((header::CACHE_CONTROL, "no-store")).content_type(JSON);
    answer
}

/// A day in the years that are planned.
pub fn planned(day: Date) -> Result<(), Refusal> {
    limits::year("year", day.year(), YEARS)
}

/// Writes an answer, where it is reckoned: a large one takes a while.
pub fn written<T: Serialize>(answer: &T) -> Result<Vec<u8>, RequestError> {
    serde_json::to_vec(answer).map_err(|error| RequestError::Broken(error.to_string()))
}

/// Reads a body, naming the field that could not be read.
pub fn read<T: DeserializeOwned + JsonSchema + 'static>(body: &[u8]) -> Result<T, RequestError> {
    serde_json::from_slice(body).map_err(|error| {
        let unreadable = |field: String, said: String| RequestError::Unreadable { field, said };
        let Ok(whole) = serde_json::from_slice::<Value>(body) else {
            return unreadable("what was sent".into(), "it breaks off, or is no JSON".into());
        };
        if let Some(Misread { field, said }) = misread::<T>(&whole) {
            return unreadable(field, said);
        }
        // Of the right shape, and not to be read: what our own readers say names the text.
        let said = error.to_string();
        // serde_json adds where in the text it stopped, which means nothing to a gardener.
        let said = said.split(" at line ").next().unwrap_or_default();
        let read = said.split_once('“').and_then(|(_, rest)| rest.split_once('”')).map(|(read, _)| read);
        let field = read.and_then(|read| field_with(&whole, read)).unwrap_or_else(|| "what was sent".into());
        unreadable(field, if read.is_some() { said.into() } else { "it could not be read".into() })
    })
}

/// A text that is nobody else's to keep on its way; with a name the browser keeps it as a file.
pub fn file(kind: &str, name: Option<&str>, body: String) -> HttpResponse {
    let mut answer = HttpResponse::Ok();
    answer.content_type(kind).insert_header((header::CACHE_CONTROL, "no-store"));
    if let Some(name) = name {
        answer.insert_header((header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}\"")));
    }
    answer.body(body)
}
