//! What comes in over the line: so much at most, and not drop by drop.

use crate::http::errors::RequestError;
use actix_web::dev::Payload;
use actix_web::web::{Bytes, BytesMut};
use actix_web::{FromRequest, HttpRequest};
use std::future::Future;
use std::pin::Pin;
use std::time::Duration;
use tokio::time::{Instant, timeout_at};
use tokio_stream::StreamExt;

/// The longest a body may take to come in, and how many bytes more it may bring for each second more.
const LONGEST: Duration = Duration::from_secs(8);
/// See [`LONGEST`].
pub const A_SECOND: u64 = 16 * 1024;

/// A name, a password or a few words.
pub type Words = Sent<{ 4 * 1024 }>;
/// A command, a question or a search.
pub type Call = Sent<{ 512 * 1024 }>;
/// A file: a garden of thirty years, or a station's record of a hundred.
pub type File = Sent<{ 8 * 1024 * 1024 }>;

/// A body of so many bytes at most.
#[derive(Debug)]
pub struct Sent<const MOST: usize>(pub Bytes);

impl<const MOST: usize> FromRequest for Sent<MOST> {
    type Error = RequestError;
    type Future = Pin<Box<dyn Future<Output = Result<Self, RequestError>>>>;

    fn from_request(_: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let payload = payload.take();
        Box::pin(async move { all::<MOST>(payload).await.map(Sent) })
    }
}

async fn all<const MOST: usize>(mut payload: Payload) -> Result<Bytes, RequestError> {
    let (mut body, begun) = (BytesMut::new(), Instant::now());
    loop {
        let until = begun + LONGEST + Duration::from_secs(body.len() as u64 / A_SECOND);
        let Some(piece) = timeout_at(until, payload.next()).await.map_err(|_| RequestError::TooSlow)? else { break };
        let piece = piece.map_err(|error| RequestError::Unreadable { field: "request".into(), said: error.to_string() })?;
        if body.len() + piece.len() > MOST {
            return Err(RequestError::TooLong { most: MOST });
        }
        body.extend_from_slice(&piece);
    }
    Ok(body.freeze())
}
