//! What was confirmed stays, whatever dies: the server and its database are killed while somebody writes, the database goes
//! away and comes back, two servers start at once.

use reqwest::{Client, Method, Response, StatusCode};
use serde_json::{Value, json};
use sparrow_cluster::{Cluster, Way};
use sparrow_server_tests::running::{Place, Running, lives, says};
use sparrow_server_tests::{Person, served_over};
use sparrow_store::Store;
use std::net::TcpListener;
use std::process::Command;
use std::time::{Duration, Instant, SystemTime, UNIX_EPOCH};

/// How many changes are made.
const CHANGES: i64 = 1000;

fn person(address: &str) -> Person {
    let client = Client::builder().cookie_store(true).timeout(Duration::from_secs(30)).build().expect("a client");
    Person { client, address: address.into() }
}

async fn enters(address: &str) -> Person {
    let person = person(address);
    let came = person.posts("/session/demo", json!({ "household": "quillet-lane" })).await;
    assert_eq!(came.status(), StatusCode::OK);
    person
}

/// Asks for something again and again until it is confirmed; how often that took.
async fn confirmed_by(what: &str, mut ask: impl AsyncFnMut() -> reqwest::Result<Response>, told: impl Fn(&Value)) -> u32 {
    let end = Instant::now() + Duration::from_secs(60);
    for tries in 1.. {
        match ask().await {
            Ok(answer) if answer.status() == StatusCode::OK => {
                if let Ok(answer) = answer.json::<Value>().await {
                    told(&answer);
                    return tries;
                }
            }
            // It is gone, or comes up and its database is not there yet.
            Ok(answer) => assert_eq!(answer.status(), StatusCode::SERVICE_UNAVAILABLE, "{what}: {:?}", answer.text().await),
            Err(_) => {}
        }
        assert!(Instant::now() < end, "{what} was not confirmed within a minute");
        tokio::task::yield_now().await;
    }
    unreachable!("it is tried until a minute has gone")
}

/// Makes one change of the plan, the one after so many.
async fn confirmed(person: &Person, garden: i64, n: i64) -> u32 {
    let body =
        json!({ "command": { "do": "move-bed", "bed": 2, "x": format!("{} in", 150 + n % 2), "y": "110 in" } }).to_string();
    let ask = async || {
        let request = person.client.post(format!("{}/api/v1/gardens/{garden}/commands", person.address));
        let request = request.header("Content-Type", "application/json").header("If-Match", format!("\"{n}\""));
        request.header("Idempotency-Key", format!("change-{n}")).body(body.clone()).send().await
    };
    confirmed_by(&format!("change {n}"), ask, |told| assert_eq!(told["revision"], n + 1)).await
}

/// Writes one entry of the journal down.
async fn written(person: &Person, garden: i64, n: i64) -> u32 {
    let id = format!("01931a00-0000-7000-8000-{n:012x}");
    let at = json!({ "bed": 2, "patch": null, "rect": null });
    let entry = json!({ "id": id, "day": "2026-11-23", "at": at, "what": { "kind": "weeded" }, "words": format!("number {n}") });
    let body = json!({ "entries": [entry] }).to_string();
    let ask = async || {
        let request = person.client.post(format!("{}/api/v1/gardens/{garden}/journal", person.address));
        request.header("Content-Type", "application/json").body(body.clone()).send().await
    };
    confirmed_by(&format!("entry {n}"), ask, |_| {}).await
}

/// Some numbers that nobody knows before.
fn dice() -> impl FnMut(u64) -> u64 {
    let mut state = SystemTime::now().duration_since(UNIX_EPOCH).map_or(1, |since| since.as_nanos() as u64) | 1;
    println!("dice: {state}");
    move |sides| {
        // Marsaglia's xorshift, "Xorshift RNGs" (2003), 64 bits.
        state ^= state << 13;
        state ^= state >> 7;
        state ^= state << 17;
        state % sides
    }
}

/// A server in a place of its own, whose owner does a thousand things while it and its database are killed, twice each.
struct Survived {
    owner: Person,
    garden: i64,
    // Dropped in this order: the server, then its place.
    _running: Option<Running>,
    _place: Place,
}

async fn through_deaths(does: impl AsyncFn(&Person, i64, i64) -> u32) -> Survived {
    let (place, mut dice) = (Place::made(), dice());
    let start = |port: &str| Running::starts(&["--demo", "--data", place.as_str(), "--port", port]);
    // A port of its own: the usual one is taken by another test's server while this one is dead.
    let free = TcpListener::bind(("127.0.0.1", 0)).and_then(|listener| listener.local_addr()).expect("a port");
    let port = free.port().to_string();
    let mut running = Some(start(&port));
    let address = running.as_ref().expect("it runs").address.clone();
    let owner = enters(&address).await;
    let garden = owner.garden().await;
    // Twice each, somewhere in its own quarter.
    let deaths: Vec<i64> = (0..4).map(|quarter| quarter * 240 + 20 + dice(200) as i64).collect();
    let (mut tries, begun) = (0, Instant::now());
    for n in 0..CHANGES {
        let Some(which) = deaths.iter().position(|death| *death == n) else {
            tries += does(&owner, garden, n).await;
            continue;
        };
        let (moments, died) = (dice(6_000), running.take().expect("it runs"));
        let postgres = place.postgres().expect("it runs");
        let dies = async {
            for _ in 0..moments {
                tokio::task::yield_now().await;
            }
            if which % 2 == 0 {
                died.killed();
                return start(&port);
            }
            let kill = Command::new("kill").args(["-9", &postgres.to_string()]).status();
            assert!(kill.expect("kill runs").success());
            died
        };
        let (again, now) = tokio::join!(does(&owner, garden, n), dies);
        tries += again;
        running = Some(now);
        println!("{n}: {} killed, confirmed at try {again}", ["server", "PostgreSQL"][which % 2]);
    }
    println!("{CHANGES} confirmed in {:.1} s, {tries} requests", begun.elapsed().as_secs_f64());
    Survived { owner, garden, _running: running, _place: place }
}

#[tokio::test(flavor = "multi_thread")]
async fn no_change_that_was_confirmed_is_lost_or_made_twice_when_server_and_database_are_killed() {
    let Survived { owner, garden, .. } = &through_deaths(confirmed).await;
    let made: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.expect("JSON");
    assert_eq!(made["revision"], CHANGES, "each was made once");
    let mut numbers = Vec::new();
    let mut before = String::new();
    loop {
        let lines: Value = owner.gets(&format!("/gardens/{garden}/changes{before}")).await.json().await.expect("JSON");
        let lines = lines.as_array().expect("a list");
        let Some(last) = lines.last() else { break };
        before = format!("?before={}", last["number"]);
        numbers.extend(lines.iter().filter_map(|line| line["number"].as_i64()));
    }
    assert_eq!(numbers, (1..=CHANGES).rev().collect::<Vec<_>>(), "each is noted once");
}

#[tokio::test(flavor = "multi_thread")]
async fn no_entry_that_was_confirmed_is_lost_or_kept_twice_when_server_and_database_are_killed() {
    let Survived { owner, garden, .. } = &through_deaths(written).await;
    let told = owner.gets(&format!("/gardens/{garden}/journal?from=2026-11-23&until=2026-11-23")).await;
    let told: Vec<Value> = told.json().await.expect("a list");
    let words: Vec<String> = told.iter().filter_map(|line| line["entry"]["words"].as_str().map(String::from)).collect();
    assert_eq!(words, (0..CHANGES).map(|n| format!("number {n}")).collect::<Vec<_>>());
}

#[tokio::test(flavor = "multi_thread")]
async fn when_the_database_goes_it_is_said_in_time_and_when_it_is_back_all_goes_on() {
    let name = format!("gone_{}", std::process::id());
    let (_cluster, url) = Cluster::for_tests(&name).expect("PostgreSQL starts");
    Store::make_database(&url, &name).await.expect("a database");
    let way = Way::to(&url).expect("a way");
    let served = served_over(&way.url(&name)).await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    assert_eq!(confirmed(&owner, garden, 0).await, 1);
    let root = owner.address.clone();
    let timed = async |path: &str| {
        let begun = Instant::now();
        let answer = owner.client.get(format!("{root}/{path}")).send().await.expect("an answer");
        (answer.status().as_u16(), begun.elapsed().as_secs_f64())
    };
    let moves = json!({ "command": { "do": "move-bed", "bed": 2, "x": "152 in", "y": "110 in" } }).to_string();
    // It is gone without a word while it is asked, first, for a connection that fell silent before would be found out before anything is
    // asked on it; it is gone and says so; and it is gone without a word before it is asked.
    let gone = [(true, true), (false, false), (true, false)];
    for (revision, (silent, in_the_middle)) in (1..).zip(gone) {
        let (within, told) = if in_the_middle { (11.0, "what you typed is kept") } else { (4.0, "What you typed is kept") };
        match (silent, in_the_middle) {
            (false, _) => way.is_cut(),
            (true, false) => way.falls_silent(),
            (true, true) => way.falls_silent_when_asked(),
        }
        if !in_the_middle {
            let ((ready, after), (alive, at_once)) = (timed("readyz").await, timed("healthz").await);
            assert_eq!((ready, alive), (503, 200));
            assert!(after < 3.0 && at_once < 0.5, "told after {after} s and {at_once} s");
        }
        let begun = Instant::now();
        let answer = owner.sends(Method::POST, &format!("/gardens/{garden}/commands"), moves.clone(), Some(revision)).await;
        let (status, said) = sparrow_server_tests::problem(answer).await;
        let took = begun.elapsed().as_secs_f64();
        println!("in the middle {in_the_middle}: {status} after {took:.1} s: {said}");
        assert_eq!(status, 503);
        assert!(said.contains(told), "{said}");
        assert!(took < within, "told after {took} s");

        way.is_open();
        let begun = Instant::now();
        confirmed(&owner, garden, revision).await;
        println!("back after {:.1} s", begun.elapsed().as_secs_f64());
        assert!(begun.elapsed() < Duration::from_secs(10));
        assert_eq!(timed("readyz").await.0, 200);
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn two_that_start_at_once_on_an_empty_database_both_serve_it() {
    for round in 0..3 {
        let name = format!("both_{}_{round}", std::process::id());
        let (_cluster, server) = Cluster::for_tests(&name).expect("PostgreSQL starts");
        let url = Store::make_database(&server, &name).await.expect("a database");
        let starts = || Running::starting(&["--demo", "--database", &url]);
        let (one, other) = (starts(), starts());
        let (one, other) = (one.begun(), other.begun());
        for running in [&one, &other] {
            let gardens: Value = enters(&running.address).await.gets("/gardens").await.json().await.expect("JSON");
            assert_eq!(gardens.as_array().map(Vec::len), Some(1), "round {round}: {gardens}");
        }
        let store = Store::open(&url).await.expect("opens");
        let count = sqlx::query_scalar::<_, i64>("select count(*) from garden").fetch_one(store.pool()).await.expect("a number");
        assert_eq!(count, 2);
        store.close().await;
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn a_second_start_on_one_folder_is_refused_and_a_stop_is_soon_and_leaves_nothing() {
    let place = Place::made();
    // A port that nobody else takes when it is free again.
    let running = Running::starts(&["--data", place.as_str(), "--listen", "127.0.0.1:0"]);
    let second = says(&["--data", place.as_str(), "--port", "0"]);
    let said = String::from_utf8_lossy(&second.stderr).into_owned();
    assert!(!second.status.success());
    assert!(said.contains(&format!("in use by process {} patient-sparrow", running.process())), "{said}");

    let host = running.address.trim_start_matches("http://").to_string();
    let asked = says(&["health", "--listen", &host]);
    assert!(asked.status.success(), "{asked:?}");
    let somebody = person(&running.address);
    let signed = somebody.posts("/accounts", json!({ "name": "Wren", "password": sparrow_server_tests::PASSWORD })).await;
    assert_eq!(signed.status(), StatusCode::CREATED);
    // Somebody is in the middle of sending something and does not go on.
    let mut slow = tokio::net::TcpStream::connect(&host).await.expect("it listens");
    let begins = format!(
        "POST /api/v1/session HTTP/1.1\r\nHost: {host}\r\nContent-Type: application/json\r\nContent-Length: 400\r\n\r\n{{"
    );
    tokio::io::AsyncWriteExt::write_all(&mut slow, begins.as_bytes()).await.expect("sent");
    assert_eq!(somebody.gets("/session").await.status(), StatusCode::OK);
    let (server, postgres) = (running.process(), place.postgres().expect("it runs"));
    let (ended, took) = running.stops();
    println!("stopped after {:.1} s", took.as_secs_f64());
    assert!(ended.success(), "{ended}");
    assert!(took < Duration::from_secs(10), "{took:?}");
    assert!(!lives(server) && !lives(postgres));
    let asked = says(&["health", "--listen", &host]);
    assert!(!asked.status.success() && String::from_utf8_lossy(&asked.stderr).contains("no answer at"), "{asked:?}");
    let again = Running::starts(&["--data", place.as_str(), "--port", "0"]);
    let back =
        person(&again.address).posts("/session", json!({ "name": "Wren", "password": sparrow_server_tests::PASSWORD })).await;
    assert_eq!(back.status(), StatusCode::OK);
}

#[test]
fn what_was_said_wrongly_is_told_in_one_line() {
    for (arguments, told) in [
        (["--settings", "/nowhere.toml"], "the settings in /nowhere.toml: "),
        (["--keep-backups", "0"], "0 is not in 1.."),
        (["restore", "/nowhere.backup"], "/nowhere.backup: "),
        (["backup", "/tmp/nothing.backup"], "there are no gardens in "),
    ] {
        let place = Place::made();
        let output = says(&[&arguments[..], &["--data", place.as_str()]].concat());
        let said = String::from_utf8_lossy(&output.stderr).into_owned();
        assert!(!output.status.success() && said.contains(told), "{said}");
    }
}
