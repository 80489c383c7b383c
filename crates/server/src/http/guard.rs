//! What is let in at all? Requests that change something come from our own page, as JSON, and not compressed.

use crate::http::errors::RequestError;
use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{CONTENT_ENCODING, CONTENT_LENGTH, CONTENT_TYPE, HOST, HeaderMap, ORIGIN, TRANSFER_ENCODING};
use actix_web::middleware::Next;
use actix_web::{Error, HttpMessage};

/// Refuses what no page of ours sends.
pub async fn guard(
    request: ServiceRequest,
    next: Next<impl MessageBody + 'static>,
) -> Result<ServiceResponse<impl MessageBody>, Error> {
    if let Some(why) = unwelcome(&request) {
        return Err(why.into());
    }
    next.call(request).await
}

fn unwelcome(request: &ServiceRequest) -> Option<RequestError> {
    let headers = request.headers();
    let text = |name| headers.get(name).and_then(|value| value.to_str().ok());
    // A small body may unfold to gigabytes.
    if headers.contains_key(CONTENT_ENCODING) && text(CONTENT_ENCODING) != Some("identity") {
        return Some(RequestError::Compressed);
    }
    if request.method().is_safe() {
        return None;
    }
    if is_foreign(headers) {
        return Some(RequestError::Foreign);
    }
    let has_body = text(CONTENT_LENGTH).is_some_and(|length| length != "0") || headers.contains_key(TRANSFER_ENCODING);
    let is_json = request.content_type().eq_ignore_ascii_case("application/json");
    if (has_body || headers.contains_key(CONTENT_TYPE)) && !is_json {
        return Some(RequestError::NotJson);
    }
    None
}

/// Whether a browser says that another site's page asks.
fn is_foreign(headers: &HeaderMap) -> bool {
    let text = |name: &str| headers.get(name).and_then(|value| value.to_str().ok());
    if text("Sec-Fetch-Site").is_some_and(|site| !["same-origin", "none"].contains(&site)) {
        return true;
    }
    let Some(origin) = headers.get(ORIGIN) else { return false };
    let host = origin.to_str().ok().and_then(|origin| origin.split_once("://")).map(|(_, host)| host);
    host.is_none() || host != text(HOST.as_str())
}
