//! What is sent to fill the memory does not. In a file of its own, so that nothing else is measured.

use futures_util::future::join_all;
use reqwest::StatusCode;
use serde_json::json;
use sparrow_server_tests::{PASSWORD, patient};

/// Memory of this process \[kB\]; the server runs in it.
fn memory(field: &str) -> u64 {
    let status = std::fs::read_to_string("/proc/self/status").expect("Linux");
    let line = status.lines().find_map(|line| line.strip_prefix(field)).expect("a figure");
    line.trim().trim_end_matches(" kB").parse().expect("a number")
}

/// So many bytes of nothing, packed to a thousandth.
fn bomb(megabytes: usize) -> Vec<u8> {
    use std::io::Write;
    let mut packed = flate2::write::GzEncoder::new(Vec::new(), flate2::Compression::best());
    (0..16 * megabytes).for_each(|_| packed.write_all(&[b' '; 64 * 1024]).expect("packed"));
    packed.finish().expect("packed")
}

#[tokio::test(flavor = "multi_thread")]
async fn sign_ups_bombs_and_long_names_do_not_fill_the_memory() {
    let served = patient().await;
    let bomb = bomb(64);
    std::fs::write("/proc/self/clear_refs", "5").expect("it may be forgotten");
    let before = memory("VmRSS:");
    let client = reqwest::Client::new();
    let post = |path: &str| client.post(format!("{}/api/v1{path}", served.address()));
    let made = join_all((0..200).map(|n| {
        let post = &post;
        async move {
            let account = json!({ "name": format!("Many {n}"), "password": PASSWORD });
            post("/accounts").json(&account).send().await.expect("an answer").status().as_u16()
        }
    }))
    .await;
    // Some are told to come again: hashing is done a few at a time.
    assert!(made.iter().all(|status| [201, 503].contains(status)), "{made:?}");
    assert!(made.iter().filter(|status| **status == 201).count() >= 40, "{made:?}");
    for _ in 0..50 {
        let request = post("/session").header("Content-Encoding", "gzip").header("Content-Type", "application/json");
        let answer = request.body(bomb.clone()).send().await.expect("an answer");
        assert_eq!(answer.status(), StatusCode::UNSUPPORTED_MEDIA_TYPE);
    }
    let long = "ä".repeat(1500);
    for n in 0..10_000 {
        // Most names are too long to be one; a name that is tried is looked for all the same.
        let path = if n % 100 == 0 { "/session" } else { "/accounts" };
        let account = json!({ "name": format!("{long} {n}"), "password": PASSWORD });
        let status = post(path).json(&account).send().await.expect("an answer").status().as_u16();
        assert!([401, 422].contains(&status), "{status}");
    }
    let used = memory("VmHWM:").saturating_sub(before) / 1024;
    println!("{used} MB at most");
    assert!(used < 512, "{used} MB");
}
