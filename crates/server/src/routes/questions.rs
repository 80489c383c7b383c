//! Questions about a garden: their answers change nothing.

use crate::http::auth::{Guest, InGarden};
use crate::http::body::{JSON, written};
use crate::http::errors::RequestError;
use crate::http::payload::{Call, Sent};
use actix_web::HttpResponse;
use actix_web::http::header;
use sparrow_core::ask::answer;
use sparrow_core::ask::question::Question;

pub async fn question(inside: InGarden<Guest>, Sent(body): Call) -> Result<HttpResponse, RequestError> {
    let asked: Question = inside.read(body).await?;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    let told = move |work: &_| answer::answer(ready.known(today, work), &asked).map(|answer| written(&answer));
    let told = inside.work(told).await??;
    Ok(HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-store")).content_type(JSON).body(told?))
}
