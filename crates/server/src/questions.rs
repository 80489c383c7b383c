//! Questions about a garden: their answers change nothing.

use crate::auth::InGarden;
use crate::body::read;
use crate::compute::work;
use crate::errors::RequestError;
use actix_web::HttpResponse;
use actix_web::http::header;
use actix_web::web::Bytes;
use sparrow_core::ask::question::{self, Question};

/// Anyone with a role in the garden: answers a question that changes nothing.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/questions", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "the answer"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn question(inside: InGarden, body: Bytes) -> Result<HttpResponse, RequestError> {
    let asked: Question = read(&body)?;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    let answer = work(move || question::answer(ready.known(today), &asked)).await??;
    Ok(HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-store")).json(answer))
}
