//! Why could a quantity not be read? Each error repeats what was read and says how to write it.

use serde::Serialize;
use thiserror::Error;

/// Why a length, a volume or an amount of seed could not be read.
#[derive(Debug, Clone, PartialEq, Eq, Error, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each variant's sentence is its documentation, each field is named in it")]
pub enum ReadError {
    #[error("read “{read}”, which is not a length: write it like 3'6\", 42 in, 1.2 m or 107 cm")]
    NotALength { read: String },
    #[error("read “{read}” and no unit: write {read} in, {read} cm or {read} ft, say")]
    LengthWithoutUnit { read: String },
    #[error("read “{read}”, longer than any garden here: 1 km is the most")]
    LengthTooLong { read: String },
    #[error("read “{read}”, which is not a volume: write it like 15 gal or 57 l")]
    NotAVolume { read: String },
    #[error("read “{read}”: a container here holds from {least} to {most}")]
    VolumeOutOfRange { read: String, least: String, most: String },
    #[error("read “{read}”, which is not so much seed: write it like 200 seeds, 2 g or 1/8 oz")]
    NotAnAmount { read: String },
    #[error("read “{read}”, more than one lot holds: {most} is the most")]
    AmountOutOfRange { read: String, most: String },
}
