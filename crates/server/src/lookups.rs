//! What anyone may look up: the catalogue, a tape's words, whether the server is well.

use crate::Shared;
use crate::errors::RequestError;
use crate::view::TapeReading;
use actix_web::http::header;
use actix_web::web::{Data, Json, Query};
use actix_web::{HttpResponse, Responder};
use serde::Deserialize;
use sparrow_core::catalogue::Catalogue;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Units};

/// Anyone: everything known of plants.
#[utoipa::path(get, path = "/api/v1/catalogue", responses((status = 200, description = "crops, families, relations and sources"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn catalogue() -> impl Responder {
    HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "max-age=600")).json(Catalogue::standard())
}

/// What was typed.
#[derive(Deserialize)]
pub struct Typed {
    read: String,
}

/// Anyone: what a tape's words mean.
#[utoipa::path(get, path = "/api/v1/tape", params(("read" = String, Query, description = "what was typed")), responses((status = 200, description = "the length read"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn tape(typed: Query<Typed>) -> Result<Json<TapeReading>, RequestError> {
    let length: Length = typed.read.parse().map_err(Refusal::from)?;
    let reading =
        TapeReading { tenths_mm: length.get(), imperial: length.on_tape(Units::Imperial), metric: length.on_tape(Units::Metric) };
    Ok(Json(reading))
}

/// Anyone: whether the server and its database answer.
#[utoipa::path(get, path = "/healthz", responses((status = 200, description = "well"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn health(shared: Data<Shared>) -> HttpResponse {
    if shared.store.is_well().await {
        HttpResponse::Ok().body("well")
    } else {
        HttpResponse::ServiceUnavailable().body("the database does not answer")
    }
}
