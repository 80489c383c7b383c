//! Words that open something: given out once, kept only by their hash.

use sha2::{Digest, Sha256};

/// The hash by which a token is kept: of 256 random bits no more is needed.
pub fn hash(token: &str) -> Vec<u8> {
    Sha256::digest(token.as_bytes()).to_vec()
}

/// A word nobody guesses: 256 random bits, as letters and digits.
///
/// # Panics
/// When the operating system has no random numbers, for then nothing is safe.
#[allow(clippy::expect_used, reason = "without random numbers nothing that is given out is a secret")]
pub fn fresh() -> String {
    let mut bytes = [0u8; 32];
    getrandom::fill(&mut bytes).expect("the operating system has random numbers");
    bytes.iter().map(|byte| format!("{byte:02x}")).collect()
}
