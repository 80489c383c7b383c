//! Whatever is asked of the server, by whoever, it answers soon, with little memory, and without breaking.
//!
//! Every route of the API's own description is walked with input at the edges of its types, on an empty garden, a usual one and one
//! that holds all that a garden may. Nothing is listed here: a new route, command, question, search or fact is walked as soon as
//! it is described.

mod edges;
mod full;

use edges::Edges;
use proptest::strategy::{BoxedStrategy, Strategy, ValueTree};
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};
use reqwest::{Method, Response};
use serde_json::Value;
use sparrow_formats::garden_file;
use sparrow_server_tests::{Person, Served, patient};
use std::time::{Duration, Instant};

/// What takes longer hangs. How long things take is measured by the benches, and what they may cost is counted in steps of work by the
/// tests of the rules: a clock would tell of the machine.
const LONGEST: Duration = Duration::from_secs(20);
/// The most memory an answer may take \[kB\].
const MOST_MEMORY: u64 = 200 * 1024;
/// The longest body that is sent \[bytes\]: more than is read anywhere. What is longer would fill this process, not the server.
const MOST_SENT: usize = 12 * 1024 * 1024;
/// Bodies tried for a route that reads one, and for one that does not.
const TRIES: [usize; 2] = [250, 25];
/// Whole gardens tried: each is drawn for longer than a hundred other bodies, and is refused at the first thing in it that is odd.
const GARDENS: usize = 50;

/// A route, and what may be sent to it.
struct Route {
    method: Method,
    path: String,
    parameters: Vec<(String, String, BoxedStrategy<Value>)>,
    body: Option<BoxedStrategy<Value>>,
}

fn routes(description: &Value, edges: &Edges) -> Vec<Route> {
    let paths = description["paths"].as_object().expect("paths").iter();
    let of_path = |(path, methods): (&String, &Value)| {
        let methods = methods.as_object().expect("methods").clone();
        let path = path.clone();
        let route = move |(method, operation): (String, Value)| {
            let parameter = |one: &Value| {
                let [name, at] = ["name", "in"].map(|field| one[field].as_str().unwrap_or_default().to_string());
                (name, at, edges.of(&one["schema"]))
            };
            let body = &operation["requestBody"]["content"]["application/json"]["schema"];
            Route {
                method: method.to_uppercase().parse().expect("a method"),
                path: path.clone(),
                parameters: operation["parameters"].as_array().into_iter().flatten().map(parameter).collect(),
                body: (!body.is_null()).then(|| edges.of(body)),
            }
        };
        methods.into_iter().map(route).collect::<Vec<_>>()
    };
    paths.flat_map(of_path).collect()
}

/// What is said to a route once.
struct Said {
    method: Method,
    path: String,
    body: String,
    key: Option<String>,
}

/// Draws what is said, for a garden.
struct Drawing {
    runner: TestRunner,
}

impl Drawing {
    fn new() -> Drawing {
        let rng = TestRng::deterministic_rng(RngAlgorithm::ChaCha);
        Drawing { runner: TestRunner::new_with_rng(Config::default(), rng) }
    }

    fn draw<T: std::fmt::Debug>(&mut self, strategy: &(impl Strategy<Value = T> + ?Sized)) -> T {
        strategy.new_tree(&mut self.runner).expect("a value").current()
    }

    fn said(&mut self, route: &Route, garden: i64) -> Said {
        let (mut path, mut query, mut key) = (route.path.clone(), Vec::new(), None);
        for (name, at, values) in &route.parameters {
            let value = match self.draw(values) {
                Value::String(text) => text,
                other => other.to_string(),
            };
            match at.as_str() {
                // Only gardens that are there lead further.
                "path" if name == "garden" => path = path.replace("{garden}", &garden.to_string()),
                "path" => path = path.replace(&format!("{{{name}}}"), &escaped(&value)),
                "query" if !(value == "null" && self.draw(&proptest::bool::ANY)) => {
                    query.push(format!("{name}={}", escaped(&value)))
                }
                "header" if name == "Idempotency-Key" => key = Some(value),
                _ => {}
            }
        }
        if !query.is_empty() {
            path = format!("{path}?{}", query.join("&"));
        }
        let mut body = route.body.as_ref().map_or_else(String::new, |body| self.draw(body).to_string());
        if let Some(end) = (MOST_SENT..body.len()).find(|at| body.is_char_boundary(*at)) {
            body = body[..end].to_string();
        }
        Said { method: route.method.clone(), path, body, key }
    }
}

/// A text as part of an address.
fn escaped(text: &str) -> String {
    text.bytes()
        .map(|byte| if byte.is_ascii_alphanumeric() { char::from(byte).to_string() } else { format!("%{byte:02X}") })
        .collect()
}

/// Peak memory of this process since it was last asked \[kB\]; the server runs in it.
fn peak() -> u64 {
    let status = std::fs::read_to_string("/proc/self/status").expect("Linux");
    let line = status.lines().find_map(|line| line.strip_prefix("VmHWM:")).expect("a peak");
    let peak = line.trim().trim_end_matches(" kB").parse().expect("a number");
    std::fs::write("/proc/self/clear_refs", "5").expect("it may be forgotten");
    peak
}

async fn send(person: &Person, said: &Said, revision: i64) -> Response {
    let address = format!("{}{}", person.address, said.path);
    let mut request = person.client.request(said.method.clone(), address).header("Content-Type", "application/json");
    request = request.header("If-Match", format!("\"{revision}\""));
    if let Some(key) = said.key.as_ref().and_then(|key| reqwest::header::HeaderValue::from_str(key).ok()) {
        request = request.header("Idempotency-Key", key);
    }
    request.body(said.body.clone()).send().await.expect("an answer")
}

/// Says it and holds the answer to the limits; gives the garden's revision after it, or what was wrong.
async fn hold(person: &Person, said: &Said, revision: i64) -> Result<(i64, bool), String> {
    let before = peak();
    let begun = Instant::now();
    let mut answer = send(person, said, revision).await;
    // A server with much to do says when to ask again.
    while answer.status() == 503 && answer.headers().contains_key("retry-after") && begun.elapsed() < LONGEST {
        tokio::task::yield_now().await;
        answer = send(person, said, revision).await;
    }
    let status = answer.status();
    let after = answer.headers().get("etag").and_then(|tag| tag.to_str().ok()?.trim_matches('"').parse().ok());
    // A search goes on until nobody listens: one event is enough.
    let streams = answer.headers().get("content-type").is_some_and(|kind| kind == "text/event-stream");
    let mut told = Vec::new();
    while let Some(piece) = answer.chunk().await.expect("a body") {
        told.extend(piece);
        if streams {
            break;
        }
    }
    drop(answer);
    let (took, used) = (begun.elapsed(), peak().saturating_sub(before));
    let body: String = said.body.chars().take(1500).collect();
    let about =
        || format!("{} {}\n{body}\n→ {status} {}", said.method, said.path, String::from_utf8_lossy(&told[..told.len().min(600)]));
    if status.is_server_error() || took >= LONGEST || used >= MOST_MEMORY {
        return Err(format!("{took:?}, {used} kB: {}", about()));
    }
    let changed = status.is_success() && said.method != Method::GET;
    Ok((if changed { after.unwrap_or(revision) } else { revision }, status.is_success()))
}

async fn revision(person: &Person, garden: i64) -> i64 {
    let answer = person.gets(&format!("/gardens/{garden}")).await;
    answer.headers()["etag"].to_str().expect("ASCII").trim_matches('"').parse().expect("a number")
}

async fn imported(person: &Person, garden: &sparrow_facts::garden::Garden) -> i64 {
    let file = garden_file::write(garden);
    let begun = Instant::now();
    let answer = person.sends(Method::POST, "/gardens/import", file, None).await;
    let told = answer.bytes().await.expect("a body");
    let took = begun.elapsed();
    assert!(took < LONGEST, "{took:?} for an import");
    println!("an import of {} beds and {} patches: {took:?}", garden.beds.len(), garden.patches.len());
    let told: Value = serde_json::from_slice(&told).expect("JSON");
    told["id"].as_i64().unwrap_or_else(|| panic!("{told}"))
}

#[tokio::test(flavor = "multi_thread")]
async fn whatever_is_said_to_any_route_is_answered_soon_and_without_breaking() {
    let served = patient().await;
    let owner = served.enters("quillet-lane").await;
    let usual = owner.garden().await;
    let description = patient_sparrow::description();
    let file: Value = owner.gets(&format!("/gardens/{usual}/export")).await.json().await.expect("JSON");
    let catalogue: Value = owner.gets("/catalogue").await.json().await.expect("JSON");
    let edges = Edges::new(description.clone(), &[&file], &catalogue);
    let full = imported(&owner, &full::garden()).await;
    let empty = imported(&owner, &sparrow_facts::garden::Garden::new(full::garden().site)).await;
    let mut drawing = Drawing::new();
    let mut wrong = Vec::new();
    for route in routes(&description, &edges) {
        let (begun, mut taken) = (Instant::now(), 0);
        let inside = route.path.contains("{garden}");
        for (garden, part) in [(usual, 1), (full, 3), (empty, 5)] {
            if !inside && garden != usual {
                continue;
            }
            let mut at = revision(&owner, garden).await;
            let tries = if route.path.ends_with("/gardens/import") { GARDENS } else { TRIES[usize::from(route.body.is_none())] };
            for _ in 0..tries / part {
                let said = drawing.said(&route, garden);
                // Who signs out or ends an account says nothing more: those routes are walked by somebody else.
                let person = if ends(&route) { served.stranger() } else { clone(&owner) };
                match hold(&person, &said, at).await {
                    Ok((after, let_in)) => {
                        at = after;
                        taken += usize::from(let_in);
                    }
                    Err(why) => wrong.push(why),
                }
            }
            // What was changed is taken back, so that the next route finds the garden as it was.
            if inside {
                brought_back(&served, garden).await;
                while take_back(&owner, garden).await {}
            }
        }
        println!("{:>7} ms  {taken:>4} taken  {} {}", begun.elapsed().as_millis(), route.method, route.path);
        let much = ["/commands", "/questions", "/searches"].iter().any(|end| route.path.ends_with(end));
        assert!(!much || taken >= 30, "the premise: enough of it is let in at {}", route.path);
    }
    assert!(wrong.is_empty(), "{} answers\n\n{}", wrong.len(), wrong.iter().take(12).cloned().collect::<Vec<_>>().join("\n\n"));
}

/// Whether a route ends what the one who walks needs.
fn ends(route: &Route) -> bool {
    !route.path.contains("{garden}") && route.method != Method::GET && !route.path.ends_with("/import")
}

fn clone(person: &Person) -> Person {
    Person { client: person.client.clone(), address: person.address.clone() }
}

/// Takes a garden out of the bin, and gives it back to whoever walks.
async fn brought_back(served: &Served, garden: i64) {
    let back = format!(
        "update garden set binned_at = null where id = {garden};
         update membership set role = 'guest' where garden_id = {garden};
         insert into membership select {garden}, id, 'owner' from account where name = 'quillet-lane'
         on conflict (garden_id, account_id) do update set role = 'owner'"
    );
    sqlx::raw_sql(sqlx::AssertSqlSafe(back)).execute(served.store.pool()).await.expect("it is there");
}

/// Takes one change back; whether there was one.
async fn take_back(person: &Person, garden: i64) -> bool {
    let path = format!("/gardens/{garden}/undo");
    let at = revision(person, garden).await;
    let said = Said { method: Method::POST, path: format!("/api/v1{path}"), body: String::new(), key: None };
    send(person, &said, at).await.status().is_success()
}
