//! The server's answers: who may ask what, problems in the gardener's words, files in and out.

use patient_sparrow::Settings;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use sparrow_server_tests::{events, problem, served, served_as};
use std::time::Duration;

#[tokio::test(flavor = "multi_thread")]
async fn bad_input_is_answered_with_field_value_and_limit_and_changes_nothing() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let path = format!("/gardens/{garden}/commands");
    let bed = |length: Value| {
        json!({ "command": { "do": "add-bed", "draft": { "name": "New bed", "kind": { "kind": "ground" }, "length": length, "width": "4 ft",
            "depth": null, "outside": false, "x": null, "y": null, "turn": 0,
            "reach": { "far": true, "near": true, "left": true, "right": true }, "braces": [], "trellises": [] } } })
    };
    let cases = [
        ("a word", bed(json!("wide")), "read “wide”, which is not a length"),
        ("no unit", bed(json!("42")), "read “42” and no unit"),
        ("too short", bed(json!("2 in")), "length: 2 in (5.1 cm) is outside 4 in (10.2 cm) to 100 ft (30.48 m)"),
        ("below nothing", bed(json!(-5)), "length: read -5, where a length such as 3'6\" or 107 cm is wanted"),
        ("a name that is taken", bed(json!("4 ft")), "there is already a bed called Pear bed"),
        ("no such command", json!({ "command": { "do": "dance" } }), "do: “dance” is none of the choices"),
        ("no such patch", json!({ "command": { "do": "remove-patch", "patch": 4000 } }), "there is no patch “4000”"),
        ("not a date", json!({ "command": { "do": "remove-patch", "patch": 1 }, "on": "soon" }), "on:"),
        (
            "a year to come",
            json!({ "command": { "do": "remember", "bed": 1, "section": null, "year": 2031, "stood": { "what": "crop", "key": "kale" } } }),
            "2031 has not been yet",
        ),
    ];
    for (name, mut body, expected) in cases {
        if name.contains("taken") {
            body["command"]["draft"]["name"] = json!("Pear bed");
        }
        let (status, detail) = problem(owner.sends(Method::POST, &path, body.to_string(), Some(0)).await).await;
        assert!(status == 422 && detail.contains(expected), "{name}: {status} {detail}");
    }
    let remove = json!({ "command": { "do": "remove-patch", "patch": 1 } }).to_string();
    assert_eq!(problem(owner.sends(Method::POST, &path, remove.clone(), None).await).await.0, 428);
    assert_eq!(problem(owner.sends(Method::POST, &path, "{".into(), Some(0)).await).await.0, 422);
    assert_eq!(owner.gets(&format!("/gardens/{garden}")).await.json::<Value>().await.unwrap()["revision"], 0);

    assert_eq!(owner.sends(Method::POST, &path, remove.clone(), Some(0)).await.status(), StatusCode::OK);
    let stale = owner.sends(Method::POST, &path, remove, Some(0)).await;
    assert_eq!(stale.status(), StatusCode::CONFLICT);
    assert_eq!(stale.json::<Value>().await.unwrap()["current"]["revision"], 1, "the garden as it is now comes along");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_body_that_cannot_be_read_names_its_field_and_no_type_of_the_machine() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let path = format!("/gardens/{}/commands", owner.garden().await);
    let refused = async |command: &str| {
        let body = format!(r#"{{"command":{command}}}"#);
        let (status, detail) = problem(owner.sends(Method::POST, &path, body, Some(0)).await).await;
        assert_eq!(status, 422, "{command}: {detail}");
        detail
    };
    let cases = [
        (r#"{"do":"move-bed","bed":1,"x":"42","y":"3 ft"}"#, "x: read “42” and no unit: write 42 in, 42 cm or 42 ft, say"),
        (r#"{"do":"remove-bed","bed":null}"#, "bed: a whole number from 0 up is wanted, and nothing is there"),
        (r#"{"do":"remove-bed","bed":-3}"#, "bed: -3 is not a whole number from 0 up"),
        (r#"{"do":"lock","patch":1,"locked":"maybe"}"#, "locked: read \"maybe\", where yes or no is wanted"),
        (r#"{"do":"remove-bed"}"#, "bed: it is missing"),
        (r#"{"do":"forget","past":1.5}"#, "past: read 1.5, where a whole number from 0 up is wanted"),
        (
            r#"{"do":"change-patch","patch":1,"way":"x","holes":null,"from":"soon","until":"2027-05-01","between":false}"#,
            "from: a day such as 2027-05-31 is wanted",
        ),
        (r#"{"do":"dig"}"#, "do: “dig” is none of the choices"),
        (r#"{"do":"place-all","gone":[1],"places":[{"bed":1}]}"#, "rect: it is missing"),
        (r#"{"do":"lock","patch":1,"locked":true,"why":"so"}"#, "why: “why” is not known here"),
        (
            r#"{"do":"keep-own-crop","crop":null,"draft":{"like":"carrot","way":null,"name":"oca","plural":"","botanical":"","source":"","note":""}}"#,
            "way: a text is wanted, and nothing is there",
        ),
        (
            r#"{"do":"keep-variety","variety":null,"draft":{"crop":"carrot","way":null,"name":"Long Amber","kinds":{}}}"#,
            "way: a text is wanted, and nothing is there",
        ),
    ];
    for (command, said) in cases {
        assert_eq!(refused(command).await, said, "{command}");
    }
    for command in ["", "[]", "null", "{", "3"] {
        let said = refused(command).await;
        assert!(!said.contains("expected") && !said.starts_with('.'), "{command}: {said}");
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn a_garden_goes_out_as_a_file_and_comes_in_again_the_same() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let file = owner.gets(&format!("/gardens/{garden}/export")).await.text().await.unwrap();
    let imported = owner.sends(Method::POST, "/gardens/import", file.clone(), None).await;
    assert_eq!(imported.status(), StatusCode::OK);
    let id = imported.json::<Value>().await.unwrap()["id"].as_i64().unwrap();
    assert_ne!(id, garden);
    assert_eq!(owner.gets(&format!("/gardens/{id}/export")).await.text().await.unwrap(), file);

    let broken = file.replacen("\"turn\": 0", "\"turn\": \"left\"", 1);
    let (status, detail) = problem(owner.sends(Method::POST, "/gardens/import", broken, None).await).await;
    assert!(status == 422 && detail.contains("garden.beds[0].turn") && detail.ends_with("nothing was changed"), "{detail}");
    let large = " ".repeat(20 * 1024 * 1024);
    assert!(owner.sends(Method::POST, "/gardens/import", large, None).await.status().is_client_error());
    assert_eq!(owner.gets("/gardens").await.json::<Value>().await.unwrap().as_array().unwrap().len(), 2);
}

#[tokio::test(flavor = "multi_thread")]
async fn nothing_but_the_page_itself_may_be_loaded() {
    let served = served().await;
    let page = served.stranger().client.get(served.address()).send().await.unwrap();
    let policy = page.headers()["content-security-policy"].to_str().unwrap().to_string();
    assert!(policy.starts_with("default-src 'self';") && !policy.contains("http"), "{policy}");
    assert_eq!(problem(served.stranger().gets("/no-such-thing").await).await.0, 404);
    for (path, said) in [("healthz", "alive"), ("readyz", "ready")] {
        let health = served.stranger().client.get(format!("{}/{path}", served.address())).send().await.unwrap();
        assert_eq!(health.text().await.unwrap(), said);
    }
}

/// What the first page names is fetched before anything is seen: 110 kB of scripts at most, packed. Views come when they are opened.
#[tokio::test(flavor = "multi_thread")]
async fn the_first_page_asks_for_few_scripts() {
    let served = served().await;
    let stranger = served.stranger();
    let origin = served.address().to_string();
    let page = stranger.client.get(&origin).send().await.unwrap().text().await.unwrap();
    let mut named: Vec<&str> = page.split('"').filter(|part| part.starts_with("/assets/") && part.ends_with(".js")).collect();
    named.sort_unstable();
    named.dedup();
    assert!(!named.is_empty(), "the premise: {page}");
    let mut packed = 0;
    for path in named {
        let script = stranger.client.get(format!("{origin}{path}")).send().await.unwrap().bytes().await.unwrap();
        let mut encoder = flate2::write::GzEncoder::new(Vec::new(), flate2::Compression::best());
        std::io::Write::write_all(&mut encoder, &script).unwrap();
        packed += encoder.finish().unwrap().len();
    }
    assert!((20_000..=110_000).contains(&packed), "{packed} bytes");
}

#[tokio::test(flavor = "multi_thread")]
async fn questions_are_answered_in_the_gardener_s_words_and_change_nothing() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let asks = async |question: Value| owner.posts(&format!("/gardens/{garden}/questions"), question).await;
    let before: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.unwrap();
    for (question, answer) in [
        (json!({ "ask": "schools", "patch": 1 }), "schools"),
        (json!({ "ask": "bare", "bed": 1, "year": 2027 }), "bare"),
        (json!({ "ask": "sheet", "bed": 2, "year": 2027, "on": null }), "sheet"),
        (json!({ "ask": "tally", "rows": 4, "each": 12, "said": 50 }), "tally"),
        (json!({ "ask": "edge", "crop": "leek", "way": "stem", "long": "10 ft", "seeds_a_hole": 2 }), "edge"),
        (json!({ "ask": "groupings", "bed": 2, "rect": { "x": 0, "y": 0, "w": 8, "h": 8 }, "year": 2027 }), "groupings"),
        (json!({ "ask": "markers", "bed": 2, "year": 2027, "across": false, "rows": [] }), "markers"),
    ] {
        let answered = asks(question.clone()).await;
        assert_eq!(answered.status(), StatusCode::OK, "{question}");
        assert_eq!(answered.json::<Value>().await.unwrap()["to"], answer);
    }
    for (question, said) in [
        (
            json!({ "ask": "edge", "crop": "leek", "way": "stem", "long": "wide", "seeds_a_hole": 2 }),
            "“wide”, which is not a length",
        ),
        (json!({ "ask": "schools", "patch": 999 }), "there is no patch “999”"),
        (
            json!({ "ask": "groupings", "bed": 2, "rect": { "x": 65535, "y": 65535, "w": 65535, "h": 65535 }, "year": 2027 }),
            "the patch reaches outside the bed, which has 20 × 8 half squares",
        ),
        (
            json!({ "ask": "fits", "bed": 1, "crop": "leek", "way": "stem", "plants": 0, "school": null, "year": 2027 }),
            "plants at hand: 0",
        ),
        (json!({ "ask": "riddle" }), "ask: “riddle” is none of the choices"),
    ] {
        let (status, told) = problem(asks(question).await).await;
        assert!(status == 422 && told.contains(said), "{status} {told}");
    }
    let drawing = owner.gets(&format!("/gardens/{garden}/beds/2/sheet.svg?year=2027&paper=letter&keep=true")).await;
    assert_eq!(drawing.headers()["content-type"], "image/svg+xml");
    assert!(drawing.headers()["content-disposition"].to_str().unwrap().contains("setting-out-bed-2-2027.svg"));
    assert!(drawing.text().await.unwrap().starts_with("<svg"));
    let after: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.unwrap();
    assert_eq!(before, after);
    let stranger = served.enters("tern-court").await;
    assert_eq!(stranger.gets(&format!("/gardens/{garden}/beds/2/sheet.svg?year=2027")).await.status(), StatusCode::NOT_FOUND);
    let asked =
        stranger.posts(&format!("/gardens/{garden}/questions"), json!({ "ask": "tally", "rows": 1, "each": 1, "said": 1 })).await;
    assert_eq!(asked.status(), StatusCode::NOT_FOUND);
}

#[tokio::test(flavor = "multi_thread")]
#[allow(clippy::too_many_lines, reason = "one table of questions")]
async fn questions_of_the_season_are_answered_on_any_day_of_any_year_that_is_planned() {
    let served = served().await;
    let owner = served.enters("tern-court").await;
    let garden = owner.garden().await;
    let asks = async |question: Value| owner.posts(&format!("/gardens/{garden}/questions"), question).await;
    // What follows what, from the season itself.
    let season: Value = asks(json!({ "ask": "season", "on": "2027-01-15" })).await.json().await.unwrap();
    let patch = season["is"]["courses"][0]["patch"].as_i64().expect("the demo has plantings");
    for (question, answer) in [
        (json!({ "ask": "season", "on": "1900-01-01" }), "season"),
        (json!({ "ask": "season", "on": "2200-12-31" }), "season"),
        (json!({ "ask": "season", "on": "2028-02-29" }), "season"),
        (json!({ "ask": "windows", "patch": patch, "year": 2200 }), "windows"),
        (json!({ "ask": "starts", "bed": 1, "year": 1900 }), "starts"),
        (json!({ "ask": "starts", "bed": null, "year": 2026 }), "starts"),
        (
            json!({ "ask": "moves", "changes": [{ "change": "days", "patch": patch, "from": "2026-10-01", "until": "2027-03-31" }] }),
            "moves",
        ),
    ] {
        let answered = asks(question.clone()).await;
        assert_eq!(answered.status(), StatusCode::OK, "{question}");
        assert_eq!(answered.json::<Value>().await.unwrap()["to"], answer);
    }
    for (question, said) in [
        (json!({ "ask": "windows", "patch": 4_000_000_000_u32, "year": 2027 }), "there is no patch “4000000000”"),
        (json!({ "ask": "starts", "bed": 99, "year": 2027 }), "there is no bed “99”"),
        (json!({ "ask": "season", "on": "-009999-01-01" }), "year: -9999 is outside 1900 to 2200"),
        (json!({ "ask": "season", "on": "9999-12-31" }), "year: 9999 is outside 1900 to 2200"),
        (json!({ "ask": "windows", "patch": patch, "year": 32767 }), "year: 32767 is outside 1900 to 2200"),
        (json!({ "ask": "starts", "bed": 1, "year": -32768 }), "year: -32768 is outside 1900 to 2200"),
        (json!({ "ask": "moves", "changes": [] }), "changes made as one: 0 is outside 1 to 200"),
    ] {
        let (status, told) = problem(asks(question).await).await;
        assert!(status == 422 && told.contains(said), "{status} {told}");
    }
    // Wishes about time are refused with field, value and limit, and leave the garden as it was.
    let before: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.unwrap();
    let timing = |change: Value| {
        let mut timing =
            json!({ "means": null, "sown": null, "arrives": null, "survival": null, "free_on": null, "trial": null });
        timing.as_object_mut().unwrap().extend(change.as_object().unwrap().clone());
        json!({ "do": "replan", "follow": false, "changes": [{ "change": "timing", "patch": patch, "timing": timing }] })
    };
    let season = |change: Value| json!({ "do": "season", "changes": [change] });
    for (command, said) in [
        (timing(json!({ "packet": 500 })), "days the packet gives: 500 is outside 10 to 400"),
        (timing(json!({ "survival": 3 })), "seedlings of a hundred that come through: 3 is outside 10 to 100"),
        (timing(json!({ "free_on": "1492-10-12" })), "year of a planting: 1492 is outside"),
        (season(json!({ "season": "read", "bed": 1, "on": "2020-05-01", "soil": 9000 })), "is outside -76 °F (-60 °C)"),
        (season(json!({ "season": "read", "bed": 99, "on": "2020-05-01", "soil": 90 })), "there is no bed “99”"),
        (season(json!({ "season": "take-again", "from": "station" })), "there is no station's file yet"),
    ] {
        let revision = before["revision"].as_i64();
        let body = json!({ "command": command }).to_string();
        let answered = owner.sends(Method::POST, &format!("/gardens/{garden}/commands"), body, revision).await;
        let (status, told) = problem(answered).await;
        assert!(status == 422 && told.contains(said), "{status} {told}");
    }
    let after: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.unwrap();
    assert_eq!(before, after);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_search_for_the_years_is_streamed_to_its_proof_and_ends_when_nobody_listens() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let searches = format!("/gardens/{garden}/searches");
    let wanted = || json!({ "search": "years", "now": [] });
    let answer = owner.posts(&searches, wanted()).await;
    assert_eq!(answer.headers()["content-type"], "text/event-stream");
    let events = events(&answer.text().await.unwrap());
    let ((end, last), going) = events.split_last().unwrap();
    assert!(!going.is_empty() && going.iter().all(|(name, _)| name == "going"), "{events:?}");
    let with_plan = going.iter().map(|(_, told)| &told["is"]).find(|is| is["towards"]["entries"].is_array());
    let with_plan = with_plan.expect("a plan comes before the proof");
    assert!(with_plan["view"]["cells"].is_array(), "with the years as it makes them");
    let last = &last["is"];
    assert_eq!((end.as_str(), &last["proposal"]["proven"]), ("done", &json!(true)));
    assert_eq!(last["proposal"]["bound"], last["proposal"]["total"]);
    // What was proposed can be asked about, kept, and comes back the same.
    let entries = last["proposal"]["entries"].clone();
    let seen: Value = owner
        .posts(&format!("/gardens/{garden}/questions"), json!({ "ask": "turns", "entries": entries }))
        .await
        .json()
        .await
        .unwrap();
    assert_eq!(seen["is"], last["view"]);
    assert_eq!(seen["is"]["total"], last["proposal"]["total"]);
    // More callers than may search at once: those who leave give up their turn, or the last would wait long.
    for _ in 0..6 {
        drop(owner.posts(&searches, wanted()).await);
    }
    assert!(owner.posts(&searches, wanted()).await.text().await.unwrap().contains("event: done"));
    assert_eq!(problem(owner.posts(&searches, json!({})).await).await.0, 422);
    let stranger = served.enters("tern-court").await;
    assert_eq!(stranger.posts(&searches, wanted()).await.status(), StatusCode::NOT_FOUND);
    let own = stranger.garden().await;
    let empty = stranger.posts(&format!("/gardens/{own}/searches"), wanted()).await.text().await.unwrap();
    assert!(empty.contains("there is nothing to plan: wish for something first"), "{empty}");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_search_whose_time_is_up_does_not_say_that_it_has_found_all() {
    let at = |longest_search| Settings { longest_search, ..Settings::demo(Some("2026-11-23T12:00Z".parse().expect("a moment"))) };
    let last = async |wanted: &Value, longest: Duration| {
        let served = served_as(at(longest)).await;
        let owner = served.enters("quillet-lane").await;
        let told =
            owner.posts(&format!("/gardens/{}/searches", owner.garden().await), wanted.clone()).await.text().await.unwrap();
        events(&told).pop().expect("it ends")
    };
    let series = json!({ "search": "series", "crop": "lettuce", "way": "head", "means": null, "bed": 1, "plants": 4, "year": 2027,
        "aim": { "aim": "even", "from": "2027-06-07", "until": "2027-09-20", "every": 14 } });
    let ((stopped, part), (done, whole)) = (last(&series, Duration::ZERO).await, last(&series, Duration::from_secs(60)).await);
    assert_eq!((stopped.as_str(), done.as_str()), ("stopped", "done"));
    assert!(whole.to_string().len() > part.to_string().len(), "{whole}");
    assert_eq!(last(&json!({ "search": "years", "now": [] }), Duration::ZERO).await.0, "stopped");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_search_that_makes_no_sense_says_so_in_the_gardener_s_words() {
    let served = served().await;
    let owner = served.enters("tern-court").await;
    let garden = owner.garden().await;
    let ends = async |search: Value| {
        let answer = owner.posts(&format!("/gardens/{garden}/searches"), search).await;
        assert_eq!(answer.status(), StatusCode::OK);
        events(&answer.text().await.unwrap()).pop().expect("it ends")
    };
    let lettuce = |aim: Value| json!({ "search": "series", "crop": "lettuce", "way": "head", "means": null, "bed": 1, "plants": 4, "year": 2026, "aim": aim });
    let (end, found) = ends(lettuce(json!({ "aim": "trial", "from": "2026-10-01", "apart": 14 }))).await;
    assert_eq!((end.as_str(), &found["found"]), ("done", &json!("series")));
    for (search, said) in [
        (json!({ "search": "late", "first": 9999, "then": 1 }), "there is no patch “9999”"),
        (
            lettuce(json!({ "aim": "even", "from": "2026-12-01", "until": "2026-11-01", "every": 7 })),
            "the last day, 1 November 2026, is before the first, 1 December 2026",
        ),
        (
            lettuce(json!({ "aim": "even", "from": "2026-12-01", "until": "2027-03-01", "every": 1 })),
            "days between harvests: 1 is outside 3 to 60",
        ),
        (
            lettuce(json!({ "aim": "insurance", "from": "9999-12-31", "after": 60 })),
            "year of a sowing: 9999 is outside 1900 to 2200",
        ),
    ] {
        let (end, told) = ends(search).await;
        assert_eq!(end, "refused");
        assert!(told["said"].as_str().is_some_and(|sentence| sentence.contains(said)), "{told}");
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn a_tape_is_read_for_anyone_and_rehearsals_change_nothing() {
    let served = served().await;
    let reading: Value = served.stranger().gets("/tape?read=3%276%22").await.json().await.unwrap();
    assert_eq!(reading, json!({ "tenths_mm": 10668, "imperial": "3 ft 6 in", "metric": "1.067 m" }));
    let (status, detail) = problem(served.stranger().gets("/tape?read=wide").await).await;
    assert!(status == 422 && detail.contains("read “wide”"), "{detail}");

    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let rehearsal = json!({ "command": { "do": "remove-patch", "patch": 1 }, "on": "2027-05-01", "rehearse": true });
    let shown: Value = owner.posts(&format!("/gardens/{garden}/commands"), rehearsal).await.json().await.unwrap();
    assert_eq!(shown["facts"]["patches"], json!({ "now": [], "gone": [1] }));
    assert_eq!(shown["reckoning"]["patches"]["gone"], json!([1]));
    assert_eq!(shown["reckoning"]["beds"]["now"][0]["bed"], 1, "its bed has more free ground");
    let now: Value = owner.gets(&format!("/gardens/{garden}?on=2027-05-01")).await.json().await.unwrap();
    assert_eq!((shown["revision"].as_i64(), &now["garden"]["patches"][0]["id"]), (now["revision"].as_i64(), &json!(1)));
    let bed = json!({ "name": "Try", "kind": { "kind": "ground" }, "length": "4 ft", "width": "2 ft", "depth": null, "outside": false,
        "x": null, "y": null, "turn": 0, "reach": { "far": true, "near": true, "left": true, "right": true }, "braces": [], "trellises": [] });
    let rehearsal = json!({ "command": { "do": "add-bed", "draft": bed }, "on": null, "rehearse": true });
    let shown: Value = owner.posts(&format!("/gardens/{garden}/commands"), rehearsal).await.json().await.unwrap();
    assert_eq!(shown["made"]["beds"], json!([shown["facts"]["beds"]["now"][0]["id"]]), "the page need not guess a number");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_change_sent_twice_with_one_key_is_made_once() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let body = json!({ "command": { "do": "remember", "bed": 2, "section": null, "year": 2022, "stood": { "what": "crop", "key": "okra" } } });
    let send = async || {
        let request = owner.client.post(format!("{}/api/v1/gardens/{garden}/commands", owner.address));
        let request =
            request.header("If-Match", "\"0\"").header("Idempotency-Key", "phone-7").header("Content-Type", "application/json");
        request.body(body.to_string()).send().await.unwrap().json::<Value>().await.unwrap()
    };
    let (first, again) = (send().await, send().await);
    assert_eq!((&first["revision"], &first["came"], &first["undo"]), (&json!(1), &json!("changed"), &json!("remember")));
    assert_eq!((&again["revision"], &again["came"], &again["undo"]), (&json!(1), &json!("whole"), &json!("remember")));
    assert_eq!(first["facts"]["past"]["now"][0]["stood"]["key"], "okra");
    let shows = async || owner.gets(&format!("/gardens/{garden}")).await.json::<Value>().await.unwrap()["garden"].clone();
    let kept = shows().await;
    assert_eq!(again["garden"], kept);
    let undone = owner.sends(Method::POST, &format!("/gardens/{garden}/undo"), String::new(), Some(1)).await;
    let undone: Value = undone.json().await.unwrap();
    assert_eq!((undone["revision"].as_i64(), undone["redo"].as_str()), (Some(2), Some("remember")));
    let redone = owner.sends(Method::POST, &format!("/gardens/{garden}/redo"), String::new(), Some(2)).await;
    assert_eq!(redone.json::<Value>().await.unwrap()["facts"]["past"]["now"], first["facts"]["past"]["now"]);
    assert_eq!(shows().await, kept);
    // The key is for that request only, and must be one.
    let other = json!({ "command": { "do": "forget", "past": 1 } });
    for (key, body, said) in [("phone-7", &other, "carries the key of another one"), ("", &other, "1 to 100 plain letters")] {
        let request = owner.client.post(format!("{}/api/v1/gardens/{garden}/commands", owner.address));
        let request =
            request.header("If-Match", "\"3\"").header("Idempotency-Key", key).header("Content-Type", "application/json");
        let (status, detail) = problem(request.body(body.to_string()).send().await.unwrap()).await;
        assert!(status == 422 && detail.contains(said), "{status} {detail}");
    }
    assert_eq!(shows().await, kept);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_calendar_can_be_subscribed_to_by_whoever_has_its_link_until_it_is_revoked() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let at = format!("/gardens/{garden}/calendar");
    let none: Value = owner.gets(&at).await.json().await.unwrap();
    assert_eq!(none, json!({ "given": false, "path": null }));
    let link: Value = owner.posts(&at, json!({})).await.json().await.unwrap();
    let path = link["path"].as_str().unwrap().to_string();
    assert!(path.starts_with("/calendar/") && path.ends_with(".ics") && path.len() > 40, "{path}");
    let feed = async |path: &str| {
        let answer = reqwest::get(format!("{}{path}", served.address())).await.unwrap();
        (answer.status(), answer.headers().get("content-type").cloned(), answer.text().await.unwrap())
    };
    let (status, kind, text) = feed(&path).await;
    assert_eq!((status, kind.unwrap().to_str().unwrap()), (StatusCode::OK, "text/calendar; charset=utf-8"));
    assert!(text.starts_with("BEGIN:VCALENDAR") && text.contains("cabbages under cover"), "{}", &text[..400]);
    // The file for those who are signed in is the same.
    let file = owner.gets(&format!("/gardens/{garden}/calendar.ics")).await.text().await.unwrap();
    assert_eq!(file, text);
    assert!(owner.gets(&format!("/gardens/{garden}/calendar.csv")).await.text().await.unwrap().starts_with("day,work,crop"));
    // It is told once, and kept only by its hash.
    assert_eq!(owner.gets(&at).await.json::<Value>().await.unwrap(), json!({ "given": true, "path": null }));
    // A new link ends the old one; names of entries stay.
    let again: Value = owner.posts(&at, json!({})).await.json().await.unwrap();
    assert_eq!(feed(&path).await.0, StatusCode::NOT_FOUND);
    let (status, _, other) = feed(again["path"].as_str().unwrap()).await;
    assert_eq!((status, other), (StatusCode::OK, text));
    let revoked = owner.sends(Method::DELETE, &at, String::new(), None).await;
    assert_eq!(revoked.status(), StatusCode::NO_CONTENT);
    assert_eq!(feed(again["path"].as_str().unwrap()).await.0, StatusCode::NOT_FOUND);
    // A guest may take the file. A helper's link is their own, and ends with their membership.
    let visitor = served.enters("visitor").await;
    assert_eq!(visitor.gets(&format!("/gardens/{garden}/calendar.ics")).await.status(), StatusCode::OK);
    let helper = served.signs_up("Wren").await;
    owner.lets_in(garden, &helper, "helper").await;
    let helped: Value = helper.posts(&at, json!({})).await.json().await.unwrap();
    let helped = helped["path"].as_str().unwrap();
    assert_eq!(feed(helped).await.0, StatusCode::OK);
    let members: Value = owner.gets(&format!("/gardens/{garden}/members")).await.json().await.unwrap();
    let wren = members["members"].as_array().unwrap().iter().find(|one| one["name"] == "Wren").unwrap();
    assert_eq!(owner.deletes(&format!("/gardens/{garden}/members/{}", wren["number"])).await.status(), StatusCode::NO_CONTENT);
    assert_eq!(feed(helped).await.0, StatusCode::NOT_FOUND);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_station_file_is_read_whole_or_not_at_all_and_kept_only_when_asked() {
    let served = served().await;
    let owner = served.enters("tern-court").await;
    let garden = owner.garden().await;
    let day = |n: i64| jiff::civil::date(2020, 1, 1).saturating_add(jiff::ToSpan::days(n));
    let line = |n: i64| format!("{},{},{}\n", day(n), (n % 20) - 2, 15 + n % 10);
    let good = format!("date,tmin,tmax\n{}", (0..800).map(line).collect::<String>());
    let send = async |text: String| owner.sends(Method::POST, &format!("/gardens/{garden}/station?name=Pier"), text, None).await;
    let (status, detail) = problem(send(good.replacen("2020-01-05,2", "2020-01-05,two", 1)).await).await;
    assert_eq!((status, detail.as_str()), (422, "line 6: the low, “two”, is not a number; nothing was read in"));
    let read: Value = send(good).await.json().await.unwrap();
    assert_eq!((read["station"]["days"].as_i64(), read["station"]["name"].as_str()), (Some(800), Some("Pier")));
    let before: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.unwrap();
    assert_eq!(before["garden"]["almanac"]["station"], Value::Null, "reading keeps nothing");
    let command = json!({ "command": { "do": "season", "changes": [{ "season": "take-station", "station": read["station"] }] }, "on": null });
    let revision = before["revision"].as_i64();
    let kept = owner.sends(Method::POST, &format!("/gardens/{garden}/commands"), command.to_string(), revision).await;
    let kept: Value = kept.json().await.unwrap();
    let almanac = &kept["facts"]["almanac"];
    assert_eq!((&almanac["station"], &almanac["from"]), (&read["station"], &json!("station")));
    assert_eq!(kept["facts"]["patches"], json!({ "now": [], "gone": [] }), "nothing else of the garden changed");
    // It comes back from the tables as it was sent, and so does undo.
    let now: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.unwrap();
    assert_eq!(&now["garden"]["almanac"], almanac);
    let undone = owner.sends(Method::POST, &format!("/gardens/{garden}/undo"), String::new(), kept["revision"].as_i64()).await;
    assert_eq!(undone.json::<Value>().await.unwrap()["facts"]["almanac"], before["garden"]["almanac"]);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_file_of_the_page_is_sent_small_and_once_and_one_that_is_gone_is_not_the_page() {
    let served = served().await;
    let client = served.stranger().client;
    let page = client.get(served.address()).send().await.unwrap().text().await.unwrap();
    let script = page.split("src=\"").nth(1).and_then(|rest| rest.split('"').next()).expect("the page names its script");
    let ask = async |path: &str, header: (&str, &str)| {
        client.get(format!("{}{path}", served.address())).header(header.0, header.1).send().await.unwrap()
    };
    let (plain, small) = (ask(script, ("Accept-Encoding", "identity")).await, ask(script, ("Accept-Encoding", "gzip")).await);
    let tag = small.headers()["etag"].to_str().unwrap().to_string();
    assert_eq!(small.headers()["content-encoding"], "gzip");
    let (plain, small) = (plain.bytes().await.unwrap().len(), small.bytes().await.unwrap().len());
    assert!(small * 2 < plain, "{small} of {plain} bytes");
    assert_eq!(ask(script, ("If-None-Match", &tag)).await.status(), StatusCode::NOT_MODIFIED);
    for gone in ["/assets/index-of-last-year.js", "/sparrow-that-flew.svg"] {
        assert_eq!(ask(gone, ("Accept", "*/*")).await.status(), StatusCode::NOT_FOUND, "{gone}");
    }
    assert_eq!(ask("/garden/1/bed/2", ("Accept", "*/*")).await.status(), StatusCode::OK, "a view's address is the page");
}

#[tokio::test(flavor = "multi_thread")]
async fn what_a_change_answers_is_the_difference_between_two_pictures() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let look = async || owner.gets(&format!("/gardens/{garden}?on=2027-06-16")).await.json::<Value>().await.unwrap();
    let before = look().await;
    let bed = before["garden"]["patches"][7]["bed"].clone();
    let body = json!({ "command": { "do": "remove-patch", "patch": 8 }, "on": "2027-06-16", "season": true });
    let sent = owner.sends(Method::POST, &format!("/gardens/{garden}/commands"), body.to_string(), Some(0)).await;
    let bytes = sent.bytes().await.unwrap();
    let changed: Value = serde_json::from_slice(&bytes).unwrap();
    let after = look().await;
    // Whatever is otherwise is told, and nothing else.
    for (list, id) in [("beds", "bed"), ("patches", "patch")] {
        let by = |view: &Value| -> std::collections::BTreeMap<i64, Value> {
            let list = view["reckoning"][list].as_array().unwrap();
            list.iter().map(|one| (one[id].as_i64().unwrap(), one.clone())).collect()
        };
        let (was, is) = (by(&before), by(&after));
        let now: Vec<&Value> = is.iter().filter(|(key, one)| was.get(key) != Some(one)).map(|(_, one)| one).collect();
        let gone: Vec<i64> = was.keys().filter(|key| !is.contains_key(key)).copied().collect();
        assert_eq!(changed["reckoning"][list], json!({ "now": now, "gone": gone }), "{list}");
    }
    assert_eq!(changed["reckoning"]["beds"]["now"][0]["bed"], bed, "the premise: the bed's free ground is otherwise");
    let findings = |view: &Value, bed: &Value| -> Vec<Value> {
        view["reckoning"]["findings"].as_array().unwrap().iter().filter(|one| one["bed"] == *bed).cloned().collect()
    };
    for told in changed["reckoning"]["findings"].as_array().unwrap() {
        assert_eq!(told["findings"], json!(findings(&after, &told["bed"])));
        assert_ne!(findings(&before, &told["bed"]), findings(&after, &told["bed"]));
    }
    let asked = json!({ "ask": "season", "on": "2027-06-16" });
    let season: Value = owner.posts(&format!("/gardens/{garden}/questions"), asked).await.json().await.unwrap();
    assert_eq!(changed["season"], season["is"], "the season came along");
    assert_eq!((changed["undo"].as_str(), after["undo"].as_str()), (Some("remove-patch"), Some("remove-patch")));
}

/// On the server it is noon of 23 November 2026, in Greenwich. By the IANA database Kiritimati is 14 hours ahead of it, and
/// Pago Pago 11 behind.
#[tokio::test(flavor = "multi_thread")]
async fn today_is_the_day_of_the_household_and_not_of_the_server() {
    let served = served().await;
    let person = served.stranger();
    person.posts("/accounts", json!({ "name": "Islander", "password": "long enough" })).await;
    let site = |zone: Value| json!({ "name": "Reef", "place": "", "latitude": 187, "units": "metric", "north": 0, "freezes": { "is": "never" }, "zone": zone });
    let made: Value = person.posts("/gardens", json!({ "site": site(json!("pacific/kiritimati")) })).await.json().await.unwrap();
    assert_eq!(made["today"], "2026-11-24");
    assert_eq!(made["garden"]["site"]["zone"], "Pacific/Kiritimati", "as the database spells it");
    let commands = format!("/gardens/{}/commands", made["id"]);
    let moves = |zone: Value| json!({ "command": { "do": "set-site", "site": site(zone) } }).to_string();
    let changed = person.sends(Method::POST, &commands, moves(json!("Pacific/Pago_Pago")), Some(0)).await;
    assert_eq!(changed.json::<Value>().await.unwrap()["today"], "2026-11-23");
    let nowhere = person.sends(Method::POST, &commands, moves(json!("Atlantis/Capital")), Some(1)).await;
    let (status, told) = problem(nowhere).await;
    assert!(status == 422 && told.contains("there is no time zone “Atlantis/Capital”"), "{status} {told}");
    // Whoever saw yesterday is told all anew; whoever saw today, only what is otherwise.
    let looks = async |today: &str| -> Value {
        let seen = format!("on=2026-11-25&was=2026-11-24&revision=1&today={today}");
        person.gets(&format!("/gardens/{}/look?{seen}", made["id"])).await.json().await.unwrap()
    };
    assert_eq!(
        (looks("2026-11-22").await["came"].as_str(), looks("2026-11-23").await["came"].as_str()),
        (Some("whole"), Some("glance"))
    );
    let shown: Value = person.gets(&format!("/gardens/{}", made["id"])).await.json().await.unwrap();
    assert_eq!((&shown["today"], &shown["revision"]), (&json!("2026-11-23"), &json!(1)));
}

/// The months of a place are looked up where it lies, whatever is sent or kept for them.
#[tokio::test(flavor = "multi_thread")]
async fn months_of_another_place_are_not_taken() {
    let served = served().await;
    let person = served.signs_up("Prairie").await;
    let site = |latitude: i64, longitude: i64, months: &Value| {
        json!({ "name": "Yard", "place": "", "latitude": latitude, "longitude": longitude, "units": "imperial", "north": 0,
                "freezes": { "is": "by-climate" }, "months": months })
    };
    let months = async |garden: &Value| -> Value {
        let shown: Value = person.gets(&format!("/gardens/{garden}")).await.json().await.unwrap();
        json!([shown["garden"]["site"]["months"], shown["reckoning"]["season"]["first_frost"]])
    };
    let london: Value = person.posts("/gardens", json!({ "site": site(5151, -13, &Value::Null) })).await.json().await.unwrap();
    let of_london = months(&london["id"]).await;
    assert!(of_london[0]["mean"].is_array(), "the premise: the table has it");
    let plains: Value = person.posts("/gardens", json!({ "site": site(4498, -9326, &of_london[0]) })).await.json().await.unwrap();
    let of_plains = months(&plains["id"]).await;
    assert!(of_plains[0]["mean"] != of_london[0]["mean"] && of_plains[1] != of_london[1], "{of_plains}");
    let moved = json!({ "command": { "do": "set-site", "site": site(4498, -9326, &of_london[0]) } }).to_string();
    let moved = person.sends(Method::POST, &format!("/gardens/{}/commands", plains["id"]), moved, Some(0)).await;
    assert_eq!(moved.status(), StatusCode::OK);
    assert_eq!(months(&plains["id"]).await, of_plains);
    let file: Value = person.gets(&format!("/gardens/{}/export", plains["id"])).await.json().await.unwrap();
    let mut wrong = file.clone();
    wrong["garden"]["site"]["months"] = of_london[0].clone();
    let imported: Value = person.posts("/gardens/import", wrong).await.json().await.unwrap();
    assert_eq!(months(&imported["id"]).await, of_plains, "nor from a file");
}

/// Anyone may ask where a town lies and what its climate is; the answers of real places are of the right kind.
#[tokio::test(flavor = "multi_thread")]
async fn a_town_is_found_and_its_climate_told_to_anyone() {
    let served = served().await;
    let stranger = served.stranger();
    let towns = stranger.gets("/towns?name=hobart").await.json::<Value>().await.unwrap();
    let hobart = &towns[0];
    assert_eq!((hobart["name"].as_str(), hobart["country"].as_str()), (Some("Hobart"), Some("AU")));
    let climate = async |latitude: i64, longitude: Option<i64>| -> Value {
        let longitude = longitude.map_or(String::new(), |east| format!("&longitude={east}"));
        stranger.gets(&format!("/climate?latitude={latitude}{longitude}")).await.json().await.unwrap()
    };
    let there = climate(hobart["latitude"].as_i64().unwrap(), hobart["longitude"].as_i64()).await;
    let july = there["months"]["mean"][6].as_i64().unwrap();
    assert!((40..120).contains(&july), "a mild winter in July: {there}");
    assert!(there["first_frost"].is_object());
    // At sea and without a longitude the months are not known; a guess by latitude is.
    for guess in [climate(0, Some(-3000)).await, climate(4490, None).await] {
        assert!(guess["months"].is_null() && guess["usual"]["high"].is_array(), "{guess}");
    }
    // A valley is warmer than the mountains about it, and a household may say how high it lies.
    let heights = async |height: &str| -> Value {
        stranger.gets(&format!("/climate?latitude=4622&longitude=734{height}")).await.json().await.unwrap()
    };
    let january = |of: &Value| of["months"]["mean"][0].as_i64().unwrap();
    let (guessed, valley, alp) = (heights("").await, heights("&height=480").await, heights("&height=1900").await);
    assert!(january(&valley) > january(&guessed) && january(&guessed) > january(&alp), "{guessed} {valley} {alp}");
    assert!((480..1200).contains(&guessed["height"].as_i64().unwrap()), "{guessed}");
    let aloft = heights("&height=6001").await;
    assert!(aloft["detail"].as_str().unwrap().contains("6000"), "{aloft}");
    let far = climate(9001, Some(0)).await;
    assert!(far["detail"].as_str().unwrap().contains("latitude"), "{far}");
    let none: Value = stranger.gets(&format!("/towns?name={}", "x".repeat(3000))).await.json().await.unwrap();
    assert_eq!(none, json!([]));
}
