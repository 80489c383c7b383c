//! Photos over HTTP: kept once, with nothing in them but the picture, for the garden's members alone.

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use reqwest::{Method, Response, StatusCode};
use serde_json::json;
use sha2::{Digest, Sha256};
use sparrow_server_tests::{Person, problem, served};

const LEAF: &[u8] = include_bytes!("../../../formats/tests/data/leaf.jpg");
const WITH_PLACE: &[u8] = include_bytes!("../../../formats/tests/data/leaf-with-place.jpg");

fn number(bytes: &[u8]) -> String {
    Sha256::digest(bytes).iter().map(|byte| format!("{byte:02x}")).collect()
}

async fn keeps(person: &Person, garden: i64, number: &str, bytes: &[u8]) -> Response {
    let body = json!({ "jpeg": STANDARD.encode(bytes) }).to_string();
    person.sends(Method::PUT, &format!("/gardens/{garden}/photos/{number}"), body, None).await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_photo_is_kept_once_and_seen_by_members_alone() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let leaf = number(LEAF);
    for _ in 0..3 {
        assert_eq!(keeps(&owner, garden, &leaf, LEAF).await.status(), StatusCode::NO_CONTENT);
    }
    let guest = served.enters("visitor").await;
    for person in [&owner, &guest] {
        let seen = person.gets(&format!("/gardens/{garden}/photos/{leaf}")).await;
        assert_eq!(seen.headers()["content-type"], "image/jpeg");
        assert!(seen.headers()["cache-control"].to_str().is_ok_and(|kept| kept.starts_with("private")));
        assert_eq!(seen.bytes().await.expect("bytes"), LEAF);
    }
    assert_eq!(keeps(&guest, garden, &leaf, LEAF).await.status(), StatusCode::FORBIDDEN);
    let other = served.enters("tern-court").await;
    assert_eq!(other.gets(&format!("/gardens/{garden}/photos/{leaf}")).await.status(), StatusCode::NOT_FOUND);
    // The same picture is not another garden's by its number.
    let own = other.garden().await;
    assert_eq!(other.gets(&format!("/gardens/{own}/photos/{leaf}")).await.status(), StatusCode::NOT_FOUND);

    let archive = guest.gets(&format!("/gardens/{garden}/photos.tar")).await.bytes().await.expect("bytes");
    let mut archive = tar::Archive::new(archive.as_ref());
    let names: Vec<String> = archive
        .entries()
        .expect("entries")
        .map(|one| one.expect("an entry").path().expect("a path").display().to_string())
        .collect();
    assert_eq!(names, [format!("{leaf}.jpg")]);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_picture_is_taken_away_for_good_by_the_owner_or_by_whoever_kept_it() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let helper = served.signs_up("sam").await;
    owner.lets_in(garden, &helper, "helper").await;
    let leaf = number(LEAF);
    let address = format!("/gardens/{garden}/photos/{leaf}");
    let guest = served.enters("visitor").await;
    for (keeper, forgets, refused) in
        [(&owner, &owner, vec![&guest, &helper]), (&helper, &helper, vec![]), (&helper, &owner, vec![])]
    {
        assert_eq!(keeps(keeper, garden, &leaf, LEAF).await.status(), StatusCode::NO_CONTENT);
        for person in refused {
            assert!(person.deletes(&address).await.status().is_client_error());
            assert_eq!(owner.gets(&address).await.status(), StatusCode::OK);
        }
        assert_eq!(forgets.deletes(&address).await.status(), StatusCode::NO_CONTENT);
        assert_eq!(owner.gets(&address).await.status(), StatusCode::NOT_FOUND);
    }
    assert_eq!(problem(owner.deletes(&address).await).await.0, 404);
}

#[tokio::test(flavor = "multi_thread")]
async fn what_tells_more_than_the_picture_or_is_another_one_is_refused() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    for (number, bytes, told) in [
        (number(WITH_PLACE), WITH_PLACE, "still tells where"),
        (
            number(
                b"no picture, but longer than a hundred bytes, so that it is looked at at all, and not sent away for that alone.",
            ),
            b"no picture, but longer than a hundred bytes, so that it is looked at at all, and not sent away for that alone."
                .as_slice(),
            "no whole JPEG",
        ),
        (number(WITH_PLACE), LEAF, "another one than its number says"),
        (number(b"x"), b"x".as_slice(), "bytes of the photo"),
    ] {
        let (status, said) = problem(keeps(&owner, garden, &number, bytes).await).await;
        assert_eq!(status, 422, "{said}");
        assert!(said.contains(told), "{said}");
    }
    let upper = number(LEAF).to_uppercase();
    assert_eq!(keeps(&owner, garden, &upper, LEAF).await.status(), StatusCode::NOT_FOUND, "a number is written in one way");
    // An entry may only name a picture by its number.
    let entry = |picture: &str| json!({ "entries": [{ "id": "01931a00-0000-7000-8000-000000000001", "day": "2026-11-23", "at": {}, "what": { "kind": "photo", "picture": picture }, "words": "" }] });
    let (status, _) = problem(owner.posts(&format!("/gardens/{garden}/journal"), entry("../../etc")).await).await;
    assert_eq!(status, 422);
    assert_eq!(owner.posts(&format!("/gardens/{garden}/journal"), entry(&number(LEAF))).await.status(), StatusCode::OK);
}
