//! Words that open a door once.

use sparrow_store::{fresh, hash};

/// FIPS 180-4's example of 'abc'.
#[test]
fn a_token_is_kept_by_its_hash_and_no_two_are_alike() {
    let hex: String = hash("abc").iter().map(|byte| format!("{byte:02x}")).collect();
    assert_eq!(hex, "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    assert_ne!(fresh(), fresh());
    assert_eq!(fresh().len(), 64);
}
