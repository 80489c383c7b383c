//! Lists of what a household grows and has, as tables: out, and read in to be kept by a command.

use crate::http::auth::{Guest, Helper, InGarden};
use crate::http::body::file;
use crate::http::errors::RequestError;
use crate::http::payload::{Call, Sent};
use actix_web::HttpResponse;
use actix_web::web::Json;
use schemars::JsonSchema;
use serde::Deserialize;
use sparrow_core::change::lists::Listed;
use sparrow_formats::lists_file::{self, ListOf};

/// Which list.
#[derive(Deserialize, JsonSchema, Clone, Copy)]
pub struct Asked {
    /// Which list.
    of: ListOf,
}

pub async fn csv(inside: InGarden<Guest>) -> Result<HttpResponse, RequestError> {
    let Asked { of } = inside.query()?;
    let ready = inside.ready().await?;
    let table = inside.work(move |_| lists_file::write(of, ready.garden())).await?;
    let text = table.map_err(|error| RequestError::Broken(error.to_string()))?;
    Ok(file("text/csv; charset=utf-8", Some(of.file()), text))
}

pub async fn read(inside: InGarden<Helper>, Sent(body): Call) -> Result<Json<Listed>, RequestError> {
    let Asked { of } = inside.query()?;
    let ready = inside.ready().await?;
    let read = move |_: &_| {
        let text = std::str::from_utf8(&body);
        let text = text.map_err(|_| RequestError::Field("the file is not text in UTF-8; nothing was read in".into()))?;
        let refused = |why: lists_file::TableRefused| RequestError::Field(format!("{why}; nothing was read in"));
        lists_file::read(of, text, ready.garden(), ready.catalogue()).map_err(refused)
    };
    inside.work(read).await?.map(Json)
}
