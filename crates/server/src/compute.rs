//! Where reckoning, planning and searching is done: off the threads that answer requests, so that nobody who drops a
//! patch waits behind a long question.

use crate::errors::RequestError;
use actix_web::web::block;

/// Does some work off the threads that answer requests.
pub async fn work<T: Send + 'static>(job: impl FnOnce() -> T + Send + 'static) -> Result<T, RequestError> {
    block(job).await.map_err(|error| RequestError::Broken(error.to_string()))
}
