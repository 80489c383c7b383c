//! A served demo to ask, and people who ask it.

pub mod running;

use patient_sparrow::{Limits, Settings, TestServer};
use reqwest::{Client, Method, Response, StatusCode};
use serde_json::{Value, json};
use sparrow_cluster::Cluster;
use sparrow_store::{Measure, Store};
use std::sync::atomic::{AtomicU32, Ordering};

/// A server on a database of its own.
pub struct Served {
    // Dropped in this order: the server with its connections, then the database.
    aside: TestServer,
    /// The server's own store, to look into.
    pub store: Store,
    /// The address of its database.
    pub url: String,
    _cluster: Option<Cluster>,
}

/// What those who sign up remember.
pub const PASSWORD: &str = "long enough";

static SERVERS: AtomicU32 = AtomicU32::new(0);

/// Starts a demo server at noon of 23 November 2026.
pub async fn served() -> Served {
    served_as(Settings::demo(Some("2026-11-23T12:00Z".parse().expect("a moment")))).await
}

/// The same, on which anything may be tried often.
pub async fn patient() -> Served {
    let often = Measure { at_once: 1e6, an_hour: 1e9 };
    let limits = Limits { address: often, everybody: often, name: often };
    served_as(Settings { limits, ..Settings::demo(Some("2026-11-23T12:00Z".parse().expect("a moment"))) }).await
}

/// Starts a server with settings of its own.
pub async fn served_as(settings: Settings) -> Served {
    let name = format!("api_{}_{}", std::process::id(), SERVERS.fetch_add(1, Ordering::Relaxed));
    let (cluster, url) = Cluster::for_tests(&name).expect("PostgreSQL starts");
    let url = Store::make_database(&url, &name).await.expect("a database");
    let store = Store::open(&url).await.expect("opens");
    let settings = Settings { workers: 1, ..settings };
    let database = store.clone();
    let aside = TestServer::start(store, settings).await.expect("the server starts");
    Served { aside, store: database, url, _cluster: cluster }
}

/// Starts a demo server over a database that is there.
pub async fn served_over(url: &str) -> Served {
    let store = Store::open(url).await.expect("opens");
    let settings = Settings { workers: 1, ..Settings::demo(None) };
    let database = store.clone();
    let aside = TestServer::start(store, settings).await.expect("the server starts");
    Served { aside, store: database, url: url.into(), _cluster: None }
}

/// Somebody who asks it.
pub struct Person {
    /// With their cookies.
    pub client: Client,
    /// Where the server is.
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

    /// Somebody who signs up, with the password [`PASSWORD`].
    pub async fn signs_up(&self, name: &str) -> Person {
        let person = self.stranger();
        let answer = person.posts("/accounts", json!({ "name": name, "password": PASSWORD })).await;
        assert_eq!(answer.status(), StatusCode::CREATED);
        person
    }

    /// Somebody who signed up before, in a new browser.
    pub async fn signs_in(&self, name: &str) -> Person {
        let person = self.stranger();
        let answer = person.posts("/session", json!({ "name": name, "password": PASSWORD })).await;
        assert_eq!(answer.status(), StatusCode::OK);
        person
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

    /// A garden of their own, made from another's file.
    pub async fn makes_garden(&self, like: &Person) -> i64 {
        let file = like.gets(&format!("/gardens/{}/export", like.garden().await)).await.text().await.expect("a file");
        let made = self.sends(Method::POST, "/gardens/import", file, None).await;
        made.json::<Value>().await.expect("JSON")["id"].as_i64().expect("a garden")
    }

    /// The word of an invitation into a garden of theirs.
    pub async fn invites(&self, garden: i64, role: &str) -> String {
        let made = self.posts(&format!("/gardens/{garden}/invitations"), json!({ "role": role })).await;
        let made: Value = made.json().await.expect("JSON");
        made["path"].as_str().and_then(|path| path.split_once('#')).expect("a word that no server is sent").1.to_string()
    }

    /// Lets somebody into a garden of theirs by an invitation.
    pub async fn lets_in(&self, garden: i64, who: &Person, role: &str) {
        let word = self.invites(garden, role).await;
        let came = who.posts("/invitations/accept", json!({ "word": word })).await;
        assert_eq!(came.json::<Value>().await.expect("JSON")["garden"], garden);
    }

    /// Deletes.
    pub async fn deletes(&self, path: &str) -> Response {
        self.sends(Method::DELETE, path, String::new(), None).await
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
