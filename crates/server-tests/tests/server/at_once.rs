//! Many at once: the same request twice, and many who want a lot or read nothing.

use futures_util::future::join_all;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use sparrow_server_tests::{Person, patient, served};
use std::time::Instant;
use tokio::io::AsyncWriteExt;
use tokio::net::TcpStream;

#[tokio::test(flavor = "multi_thread")]
async fn of_two_that_are_the_same_at_once_both_are_answered_and_one_is_made() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let address = format!("{}/api/v1/gardens/{garden}/commands", owner.address);
    for round in 0..50 {
        let body = json!({ "command": { "do": "lock", "patch": 1 + round / 2, "locked": round % 2 == 0 } }).to_string();
        let send = || {
            let request = owner.client.post(&address).header("Content-Type", "application/json");
            let request = request.header("If-Match", format!("\"{round}\"")).header("Idempotency-Key", format!("round-{round}"));
            request.body(body.clone()).send()
        };
        let (one, other) = tokio::join!(send(), send());
        for answer in [one, other] {
            let answer = answer.expect("an answer");
            assert_eq!(answer.status(), StatusCode::OK, "round {round}");
            assert_eq!(answer.json::<Value>().await.expect("JSON")["revision"], round + 1);
        }
    }
}

/// How long drops of another account take while something goes on \[s\], the longest last.
async fn drops(owner: &Person, garden: i64, many: i64) -> Vec<f64> {
    let mut took = Vec::new();
    let view: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.expect("JSON");
    let first = view["revision"].as_i64().expect("a number");
    for n in 0..many {
        let command = json!({ "command": { "do": "move-bed", "bed": 2, "x": format!("{} in", 150 + n % 2), "y": "110 in" } });
        let begun = Instant::now();
        let answer =
            owner.sends(Method::POST, &format!("/gardens/{garden}/commands"), command.to_string(), Some(first + n)).await;
        assert_eq!(answer.status(), StatusCode::OK);
        let _ = answer.bytes().await.expect("an answer");
        took.push(begun.elapsed().as_secs_f64());
    }
    took.sort_by(f64::total_cmp);
    took
}

#[tokio::test(flavor = "multi_thread")]
async fn a_drop_is_answered_while_twenty_search_and_four_read_nothing() {
    let served = patient().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let searchers = join_all((0..20).map(|n| {
        let (served, owner) = (&served, &owner);
        async move {
            let guest = served.signs_up(&format!("Guest {n}")).await;
            owner.lets_in(garden, &guest, "guest").await;
            let wish = |crop: &str, way: &str| json!({ "crop": crop, "way": way, "plants": 12, "must": true });
            let wishes = [
                wish("carrot", "root"),
                wish("beet", "root"),
                wish("lettuce", "head"),
                wish("bean", "bush"),
                wish("onion", "bulb"),
            ];
            let search = json!({ "search": "arrange", "bed": 2, "year": 2029, "wishes": wishes, "anew": true });
            let answer = guest.posts(&format!("/gardens/{garden}/searches"), search).await;
            assert_eq!(answer.status(), StatusCode::OK);
            // The answer is kept, and never read.
            (guest, answer)
        }
    }));
    let searchers = searchers.await;
    let host = served.address().trim_start_matches("http://").to_string();
    let mut deaf = Vec::new();
    for _ in 0..4 {
        let mut stream = TcpStream::connect(&host).await.expect("connected");
        for _ in 0..50 {
            stream.write_all(b"GET /api/v1/catalogue HTTP/1.1\r\nHost: x\r\n\r\n").await.expect("written");
        }
        deaf.push(stream);
    }
    let took = drops(&owner, garden, 100).await;
    let (median, p99) = (took[50], took[98]);
    println!("a drop: median {:.0} ms, p99 {:.0} ms", median * 1000.0, p99 * 1000.0);
    assert!(p99 < 1.0, "median {median} s, p99 {p99} s");
    drop((searchers, deaf));
}
