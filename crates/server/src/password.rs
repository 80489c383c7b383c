//! Passwords: hashed and compared off the threads that answer requests, for both are slow on purpose.

use crate::errors::RequestError;
use actix_web::web::block;
use argon2::{Argon2, PasswordHash, PasswordHasher, PasswordVerifier};

/// An argon2id hash with the library's recommended cost.
pub async fn hash(password: String) -> Result<String, RequestError> {
    let hashed = block(move || Argon2::default().hash_password(password.as_bytes()).map(|hash| hash.to_string()));
    hashed
        .await
        .map_err(|error| RequestError::Broken(error.to_string()))?
        .map_err(|error| RequestError::Broken(error.to_string()))
}

/// Whether a password is the one a stored hash was made from.
pub async fn is_right(password: String, stored: String) -> Result<bool, RequestError> {
    let same = move || {
        PasswordHash::new(&stored).is_ok_and(|hash| Argon2::default().verify_password(password.as_bytes(), &hash).is_ok())
    };
    block(same).await.map_err(|error| RequestError::Broken(error.to_string()))
}
