//! A served demo to ask, and people who ask it.
#![allow(dead_code, reason = "each test file uses some of it")]

use patient_sparrow::{Aside, Settings};
use reqwest::{Client, Method, Response, StatusCode};
use serde_json::{Value, json};
use sparrow_cluster::Cluster;
use sparrow_store::Store;
use std::sync::atomic::{AtomicU32, Ordering};

/// A server on a database of its own.
pub struct Served {
    // Dropped in this order: the server with its connections, then the database.
    aside: Aside,
    _cluster: Option<Cluster>,
}

static SERVERS: AtomicU32 = AtomicU32::new(0);

/// Starts a server at noon of 23 November 2026.
pub async fn served() -> Served {
    let name = format!("api_{}_{}", std::process::id(), SERVERS.fetch_add(1, Ordering::Relaxed));
    let (cluster, url) = Cluster::for_tests(&name).expect("PostgreSQL starts");
    Store::make_database(&url, &name).await.expect("a database");
    let store = Store::open(&url.replace("/postgres", &format!("/{name}"))).await.expect("opens");
    let settings =
        Settings { demo: true, secure_cookies: false, workers: 1, now: Some("2026-11-23T12:00Z".parse().expect("a moment")) };
    Served { aside: Aside::start(store, settings).await.expect("the server starts"), _cluster: cluster }
}

/// Somebody who asks it.
pub struct Person {
    pub client: Client,
    pub address: String,
}

impl Served {
    /// Where it is.
    pub fn address(&self) -> &str {
        &self.aside.address
    }

    /// Somebody it does not know.
    pub fn stranger(&self) -> Person {
        let client = Client::builder().cookie_store(true).build().expect("a client");
        Person { client, address: self.aside.address.clone() }
    }

    /// Somebody of an invented household.
    pub async fn enters(&self, household: &str) -> Person {
        let person = self.stranger();
        let answer = person.posts("/session/demo", json!({ "household": household })).await;
        assert_eq!(answer.status(), StatusCode::OK);
        person
    }
}

impl Person {
    /// Posts JSON.
    pub async fn posts(&self, path: &str, body: Value) -> Response {
        self.sends(Method::POST, path, body.to_string(), None).await
    }

    /// Sends a body, on a revision.
    pub async fn sends(&self, method: Method, path: &str, body: String, revision: Option<i64>) -> Response {
        let request =
            self.client.request(method, format!("{}/api/v1{path}", self.address)).header("Content-Type", "application/json");
        let request = match revision {
            Some(revision) => request.header("If-Match", format!("\"{revision}\"")),
            None => request,
        };
        request.body(body).send().await.expect("an answer")
    }

    /// Gets an address.
    pub async fn gets(&self, path: &str) -> Response {
        self.client.get(format!("{}/api/v1{path}", self.address)).send().await.expect("an answer")
    }

    /// Their first garden.
    pub async fn garden(&self) -> i64 {
        self.gets("/gardens").await.json::<Value>().await.expect("JSON")[0]["id"].as_i64().expect("a garden")
    }
}

/// The status and the sentence of a refusal.
pub async fn problem(answer: Response) -> (u16, String) {
    let kind = answer.headers().get("content-type").expect("a type").to_str().expect("ASCII").to_string();
    assert_eq!(kind, "application/problem+json");
    let status = answer.status().as_u16();
    let told: Value = answer.json().await.expect("JSON");
    assert_eq!(told["status"], status);
    (status, told["detail"].as_str().expect("a sentence").to_string())
}

/// The events of a stream of server-sent events, by name, with their data.
pub fn events(text: &str) -> Vec<(String, Value)> {
    let event = |told: &str| {
        let field = |name: &str| told.lines().find_map(|line| line.strip_prefix(name)).map(str::trim).map(String::from);
        Some((field("event:")?, serde_json::from_str(&field("data:")?).expect("JSON")))
    };
    text.split("\n\n").filter_map(event).collect()
}
