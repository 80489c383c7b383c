//! What anyone may look up: the catalogue, a tape's words, whether the server is alive and ready.

use crate::Shared;
use crate::cache::view::TapeReading;
use crate::http::errors::RequestError;
use actix_web::http::header;
use actix_web::web::{Data, Json, Query};
use actix_web::{HttpResponse, Responder};
use schemars::JsonSchema;
use serde::Deserialize;
use sparrow_core::catalogue::Catalogue;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Units};
use std::time::Duration;
use tokio::time::timeout;

pub async fn catalogue() -> impl Responder {
    HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "max-age=600")).json(Catalogue::standard())
}

/// What was typed.
#[derive(Deserialize, JsonSchema)]
pub struct Typed {
    /// What was typed.
    read: String,
}

pub async fn tape(typed: Query<Typed>) -> Result<Json<TapeReading>, RequestError> {
    let length: Length = typed.read.parse().map_err(Refusal::from)?;
    let reading =
        TapeReading { tenths_mm: length.get(), imperial: length.on_tape(Units::Imperial), metric: length.on_tape(Units::Metric) };
    Ok(Json(reading))
}

pub async fn alive() -> HttpResponse {
    HttpResponse::Ok().body("alive")
}

pub async fn ready(shared: Data<Shared>) -> HttpResponse {
    if timeout(READY_WITHIN, shared.store.is_well()).await.is_ok_and(|well| well) {
        HttpResponse::Ok().body("ready")
    } else {
        HttpResponse::ServiceUnavailable().insert_header((header::RETRY_AFTER, 2)).body("the database does not answer")
    }
}

/// How soon that is told.
const READY_WITHIN: Duration = Duration::from_secs(2);
