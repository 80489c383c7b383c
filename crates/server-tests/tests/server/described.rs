//! What the server answers is what its OpenAPI document says it answers, by another reader of JSON Schema than the one
//! that wrote the document: the `jsonschema` crate.

use jsonschema::Validator;
use reqwest::Method;
use serde_json::{Value, json};
use sparrow_server_tests::{Person, events, served};

/// The document, to hold bodies against.
struct Described(Value);

impl Described {
    async fn by(person: &Person) -> Described {
        Described(person.gets("/openapi.json").await.json().await.expect("JSON"))
    }

    fn validator(&self, schema: &Value) -> Validator {
        let mut whole = schema.clone();
        whole["components"] = self.0["components"].clone();
        jsonschema::draft202012::new(&whole).expect("it is a schema")
    }

    /// What a route reads.
    fn asked(&self, method: &str, path: &str) -> Validator {
        let at = format!("/api/v1{path}");
        self.validator(&self.0["paths"][&at][method]["requestBody"]["content"]["application/json"]["schema"])
    }

    /// What a route answers with a status, as some kind of content.
    fn answered(&self, method: &str, path: &str, status: &str, kind: &str) -> Validator {
        let at = format!("/api/v1{path}");
        let schema = &self.0["paths"][&at][method]["responses"][status]["content"][kind]["schema"];
        assert!(!schema.is_null(), "{method} {path} {status} is not described");
        self.validator(schema)
    }

    fn json(&self, method: &str, path: &str) -> Validator {
        self.answered(method, path, "200", "application/json")
    }
}

fn holds(validator: &Validator, body: &Value) {
    let wrong: Vec<String> =
        validator.iter_errors(body).map(|error| format!("{}: {error}", error.instance_path)).take(5).collect();
    assert!(wrong.is_empty(), "{wrong:?}");
}

#[tokio::test(flavor = "multi_thread")]
async fn gardens_and_changes_of_them_are_as_described() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let described = Described::by(&owner).await;
    for (path, route) in [
        ("/session".to_string(), "/session"),
        ("/catalogue".into(), "/catalogue"),
        ("/tape?read=3ft".into(), "/tape"),
        ("/gardens".into(), "/gardens"),
        (format!("/gardens/{garden}"), "/gardens/{garden}"),
        (format!("/gardens/{garden}/look?on=2027-06-02&was=2027-06-01&revision=0&today=2026-11-23"), "/gardens/{garden}/look"),
        (format!("/gardens/{garden}/look?on=2028-06-02&was=2027-06-01&revision=0&today=2026-11-23"), "/gardens/{garden}/look"),
        (format!("/gardens/{garden}/export"), "/gardens/{garden}/export"),
        (format!("/gardens/{garden}/members"), "/gardens/{garden}/members"),
        (format!("/gardens/{garden}/calendar"), "/gardens/{garden}/calendar"),
    ] {
        let answer = owner.gets(&path).await;
        assert_eq!(answer.status(), 200, "{path}");
        holds(&described.json("get", route), &answer.json().await.expect("JSON"));
    }
    let (asked, carried) = ("/gardens/{garden}/commands", format!("/gardens/{garden}/commands"));
    let command = json!({ "command": { "do": "add-bed", "draft": {
        "name": "Described bed", "kind": { "kind": "raised", "board": "2x10" }, "length": "8 ft", "width": "4 ft", "depth": null, "outside": false,
        "x": "30 ft", "y": "3 ft", "turn": 0, "reach": { "far": true, "near": true, "left": true, "right": true },
        "braces": [], "trellises": [], "drips": [] } }, "on": "2027-06-01", "season": true });
    let place = json!({ "command": { "do": "place", "bed": 2, "crop": "radish", "way": null, "rect": { "x": 0, "y": 0, "w": 1, "h": 1 },
        "holes": null, "from": "2027-03-20", "until": null, "year": 2027, "between": true }, "rehearse": true });
    let mut revision = 0;
    for body in [command, place] {
        holds(&described.asked("post", asked), &body);
        let answer = owner.sends(Method::POST, &carried, body.to_string(), Some(revision)).await;
        let (status, told) = (answer.status(), answer.json().await.expect("JSON"));
        assert_eq!(status, 200, "{body}: {told}");
        holds(&described.json("post", asked), &told);
        revision = 1;
    }
    for broken in [json!({ "command": { "do": "dance" } }), json!({ "command": { "do": "remove-patch" } }), json!({})] {
        assert!(!described.asked("post", asked).is_valid(&broken), "{broken}");
        let refused = owner.sends(Method::POST, &carried, broken.to_string(), Some(1)).await;
        assert_eq!(refused.status(), 422, "{broken}");
        holds(&described.answered("post", asked, "4XX", "application/problem+json"), &refused.json().await.expect("JSON"));
    }
    // A command on a garden that has moved on is answered with the garden as it is.
    let stale = json!({ "command": { "do": "remove-patch", "patch": 1 } }).to_string();
    let stale = owner.sends(Method::POST, &carried, stale, Some(0)).await;
    assert_eq!(stale.status(), 409);
    holds(&described.answered("post", asked, "4XX", "application/problem+json"), &stale.json().await.expect("JSON"));
    let undone = owner.sends(Method::POST, &format!("/gardens/{garden}/undo"), String::new(), Some(1)).await;
    holds(&described.json("post", "/gardens/{garden}/undo"), &undone.json().await.expect("JSON"));
}

/// What a question is answered with.
async fn answer(person: &Person, garden: i64, question: Value) -> Value {
    person.posts(&format!("/gardens/{garden}/questions"), question).await.json().await.expect("JSON")
}

#[tokio::test(flavor = "multi_thread")]
async fn questions_and_searches_are_answered_as_described() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let described = Described::by(&owner).await;
    let (asked, answered) =
        (described.asked("post", "/gardens/{garden}/questions"), described.json("post", "/gardens/{garden}/questions"));
    for question in [
        json!({ "ask": "schools", "patch": 1 }),
        json!({ "ask": "bare", "bed": 1, "year": 2027 }),
        json!({ "ask": "sheet", "bed": 2, "year": 2027, "on": null }),
        json!({ "ask": "turns", "entries": null }),
        json!({ "ask": "season", "on": "2027-06-01" }),
        json!({ "ask": "windows", "patch": 1, "year": 2027 }),
        json!({ "ask": "starts", "bed": null, "year": 2027 }),
        json!({ "ask": "amounts", "bed": 1, "year": 2027 }),
        json!({ "ask": "groupings", "bed": 2, "rect": { "x": 0, "y": 0, "w": 8, "h": 6 }, "year": 2027 }),
        json!({ "ask": "in-hand", "crop": "carrot", "way": "root" }),
    ] {
        holds(&asked, &question);
        holds(&answered, &answer(&owner, garden, question).await);
    }
    let (wanted, told) = (
        described.asked("post", "/gardens/{garden}/searches"),
        described.answered("post", "/gardens/{garden}/searches", "200", "text/event-stream"),
    );
    let season = answer(&owner, garden, json!({ "ask": "season", "on": "2027-06-01" })).await;
    let shown: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.expect("JSON");
    let wish = &shown["garden"]["turns"]["wishes"][0]["id"];
    let hand = &season["is"]["hand_offs"][0];
    assert!(wish.is_number() && hand["first"].is_number(), "the premise: wishes and hand-offs, {hand}");
    let mut searches = vec![
        json!({ "search": "arrange", "bed": 1, "year": 2027, "anew": true,
                "wishes": [{ "crop": "carrot", "way": "root", "plants": 16, "must": true }] }),
        json!({ "search": "years", "now": [] }),
        json!({ "search": "argue", "pin": { "wish": wish, "year": 2028, "at": { "bed": 1, "piece": 0 } }, "entries": [] }),
        json!({ "search": "late", "first": hand["first"], "then": hand["then"] }),
        json!({ "search": "series", "crop": "lettuce", "way": "head", "means": null, "bed": 1, "plants": 4, "year": 2027,
                "aim": { "aim": "insurance", "from": "2027-05-01", "after": 14 } }),
    ];
    // A plan of two years for the first wish on the same ground has its family back too soon.
    let at = json!({ "bed": 1, "piece": 0 });
    let entry = |year: i64| json!({ "wish": wish, "year": year, "at": at, "squares": 1 });
    let entries = json!([entry(2028), entry(2029)]);
    let planned = answer(&owner, garden, json!({ "ask": "turns", "entries": entries })).await;
    let is_of_plan = |tie: &&Value| tie["planted"] == false && tie["past"] == false && tie["later"] == 2029;
    let tie = planned["is"]["ties"].as_array().expect("ties").iter().find(is_of_plan).expect("the premise: a clash");
    let key = json!({ "sort": tie["sort"], "at": tie["at"], "earlier": tie["earlier"], "later": tie["later"] });
    searches.push(json!({ "search": "why", "tie": key, "entries": entries }));
    for search in searches {
        holds(&wanted, &search);
        let stream = owner.posts(&format!("/gardens/{garden}/searches"), search.clone()).await;
        let events = events(&stream.text().await.expect("text"));
        assert_eq!(events.last().expect("it ends").0, "done", "{search}: {events:?}");
        for (event, data) in events {
            holds(&told, &json!({ "event": event, "data": data }));
        }
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn every_route_that_reads_json_says_what_it_reads() {
    let served = served().await;
    let described = Described::by(&served.stranger()).await;
    let mut without: Vec<String> = described.0["paths"]
        .as_object()
        .expect("paths")
        .iter()
        .filter(|(_, methods)| methods["post"].is_object() && methods["post"]["requestBody"].is_null())
        .map(|(path, _)| path.rsplit('/').next().unwrap_or_default().to_string())
        .collect();
    without.sort();
    // Undo and redo read nothing; a link is given out to whoever may; a station's file is a table.
    assert_eq!(without, ["calendar", "list", "redo", "station", "undo"]);
    let file = described.0["components"]["schemas"]["asked.Garden"]["properties"].as_object().expect("fields").len();
    assert_eq!(file, 14, "the garden's fourteen kinds of facts are described");
}
