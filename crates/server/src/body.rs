//! What was sent? Bodies read as the types they should be, with the field at fault named in a gardener's words.

use crate::errors::RequestError;
use serde::de::DeserializeOwned;

/// Reads a body, naming the field that could not be read.
pub fn read<T: DeserializeOwned>(body: &[u8]) -> Result<T, RequestError> {
    let mut reader = serde_json::Deserializer::from_slice(body);
    serde_path_to_error::deserialize(&mut reader).map_err(|error| {
        let said = error.inner().to_string();
        // serde_json adds where in the text it stopped, which means nothing to a gardener.
        let said = said.split(" at line ").next().unwrap_or_default().to_string();
        RequestError::Unreadable { field: error.path().to_string(), said }
    })
}
