//! How long may an answer take? Whatever holds it up, a database that hangs most of all, whoever asks is told in time.

use crate::http::errors::RequestError;
use crate::http::payload::A_SECOND;
use actix_web::Error;
use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::CONTENT_LENGTH;
use actix_web::middleware::Next;
use std::time::Duration;
use tokio::time::timeout;

/// The longest until an answer begins, beside the time that its body may take to come in.
const LONGEST: Duration = Duration::from_secs(10);
/// What counts as the length of a body that does not tell its own: the longest that is read \[bytes\].
const UNTOLD: u64 = 8 * 1024 * 1024;

/// Ends what takes too long.
pub async fn in_time(
    request: ServiceRequest,
    next: Next<impl MessageBody + 'static>,
) -> Result<ServiceResponse<impl MessageBody>, Error> {
    let length = request.headers().get(CONTENT_LENGTH);
    let bytes = match length.and_then(|length| length.to_str().ok()?.parse::<u64>().ok()) {
        Some(bytes) => bytes.min(UNTOLD),
        None if request.method().is_safe() => 0,
        None => UNTOLD,
    };
    let most = LONGEST + Duration::from_secs(bytes / A_SECOND);
    timeout(most, next.call(request)).await.unwrap_or_else(|_| Err(RequestError::Late.into()))
}
