//! The journal over HTTP: each entry once, however often and by however many it is sent, and numbers that stay its own.

use futures_util::future::join_all;
use patient_sparrow::Settings;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use sparrow_server_tests::{Person, problem, served, served_as};

fn id(n: u64) -> String {
    format!("01931a00-0000-7000-8000-{n:012x}")
}

fn entry(n: u64, what: &Value) -> Value {
    json!({ "id": id(n), "day": "2026-11-23", "at": { "bed": 2, "patch": 1, "rect": null }, "what": what, "words": "" })
}

/// Sends entries, and again for as long as the server has too much to do, as a page does.
async fn writes(person: &Person, garden: i64, entries: Vec<Value>) -> reqwest::Response {
    loop {
        let answer = person.posts(&format!("/gardens/{garden}/journal"), json!({ "entries": entries })).await;
        if answer.status() != StatusCode::SERVICE_UNAVAILABLE || !answer.headers().contains_key("retry-after") {
            return answer;
        }
        tokio::task::yield_now().await;
    }
}

async fn told(person: &Person, garden: i64) -> Vec<Value> {
    let answer = person.gets(&format!("/gardens/{garden}/journal?from=2026-11-23&until=2026-11-23")).await;
    assert_eq!(answer.status(), StatusCode::OK);
    answer.json::<Vec<Value>>().await.expect("a list")
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_sent_many_times_at_once_is_written_once_and_what_is_struck_is_not_told() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let watered = json!({ "kind": "watered", "depth": null });
    let all = join_all((0..40).map(|n| writes(&owner, garden, vec![entry(n % 4, &watered), entry(4 + n, &watered)]))).await;
    let mut new = 0;
    for answer in all {
        assert_eq!(answer.status(), StatusCode::OK);
        new += answer.json::<Value>().await.expect("JSON")["new"].as_i64().expect("a number");
    }
    assert_eq!(new, 44);
    assert_eq!(told(&owner, garden).await.len(), 44);
    let strike = json!({ "kind": "struck", "entry": id(7) });
    assert_eq!(writes(&owner, garden, vec![entry(100, &strike)]).await.status(), StatusCode::OK);
    let left = told(&owner, garden).await;
    assert_eq!(left.len(), 43);
    assert!(left.iter().all(|line| line["entry"]["id"] != id(7) && line["by"] == "quillet-lane"));
    // Nothing of it is a change of the plan.
    let view: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.expect("JSON");
    assert_eq!(view["revision"], 0);
}

#[tokio::test(flavor = "multi_thread")]
async fn what_cannot_be_is_refused_whole_and_a_guest_reads_and_does_not_write() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let good = entry(1, &json!({ "kind": "weeded" }));
    let mut bad = entry(2, &json!({ "kind": "note" }));
    bad["words"] = json!("w".repeat(1001));
    let (status, said) = problem(writes(&owner, garden, vec![good.clone(), bad]).await).await;
    assert_eq!(status, 422);
    assert!(said.contains("1001") && said.contains("1000"), "{said}");
    assert!(told(&owner, garden).await.is_empty(), "all or nothing");
    let (status, said) =
        problem(writes(&owner, garden, (0..201).map(|n| entry(n, &json!({ "kind": "weeded" }))).collect()).await).await;
    assert_eq!((status, said.contains("201") && said.contains("200")), (422, true), "{said}");
    assert_eq!(writes(&owner, garden, vec![good]).await.status(), StatusCode::OK);

    let guest = served.enters("visitor").await;
    assert_eq!(told(&guest, garden).await.len(), 1);
    let (status, _) = problem(writes(&guest, garden, vec![entry(3, &json!({ "kind": "weeded" }))]).await).await;
    assert_eq!(status, 403);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_new_planting_is_never_given_the_number_of_one_the_journal_speaks_of() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let commands = format!("/gardens/{garden}/commands");
    let view: Value = owner.gets(&format!("/gardens/{garden}")).await.json().await.expect("JSON");
    let patches = view["garden"]["patches"].as_array().expect("a list");
    let last = patches.iter().max_by_key(|patch| patch["id"].as_i64()).expect("patches").clone();
    let number = last["id"].as_i64().expect("a number");
    let mut about = entry(1, &json!({ "kind": "picked", "many": { "tenths": 40, "unit": "pieces", "rough": true } }));
    about["at"]["patch"] = json!(number);
    assert_eq!(writes(&owner, garden, vec![about]).await.status(), StatusCode::OK);
    let removes = json!({ "command": { "do": "remove-patch", "patch": number } }).to_string();
    assert_eq!(owner.sends(Method::POST, &commands, removes, Some(0)).await.status(), StatusCode::OK);
    let field = |name: &str| last[name].clone();
    let placed = json!({ "command": { "do": "place", "bed": field("bed"), "crop": last["planted"]["crop"], "way": last["planted"]["way"],
        "rect": field("rect"), "from": field("from"), "until": field("until"), "holes": null, "year": 2027, "between": last["planted"]["between"] } });
    let made = owner.sends(Method::POST, &commands, placed.to_string(), Some(1)).await;
    assert_eq!(made.status(), StatusCode::OK, "{:?}", made.text().await);
    let made: Value = made.json().await.expect("JSON");
    assert_eq!(made["made"]["patches"], json!([number + 1]));
}

#[tokio::test(flavor = "multi_thread")]
async fn it_goes_out_whole_as_json_and_as_a_table_another_reader_reads() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let picked = json!({ "kind": "picked", "many": { "tenths": 125, "unit": "grams", "rough": true } });
    let mut first = entry(1, &picked);
    first["words"] = json!("\"small\", but sweet");
    let strike = json!({ "kind": "struck", "entry": id(2) });
    let all = vec![
        first,
        entry(2, &json!({ "kind": "weeded" })),
        entry(3, &strike),
        entry(4, &json!({ "kind": "cleared", "ending": "bolted" })),
    ];
    assert_eq!(writes(&owner, garden, all.clone()).await.status(), StatusCode::OK);
    let file: Value = owner.gets(&format!("/gardens/{garden}/journal.json")).await.json().await.expect("JSON");
    let entries = file["entries"].as_array().expect("a list");
    assert_eq!((file["format"].as_str(), entries.len()), (Some("patient-sparrow-journal"), 4), "what was struck out too");
    let mut told = entries[0].clone();
    told.as_object_mut().expect("an object").remove("instead_of");
    assert_eq!(told, all[0]);

    let table = owner.gets(&format!("/gardens/{garden}/journal.csv")).await.text().await.expect("text");
    let mut reader = csv::Reader::from_reader(table.as_bytes());
    let rows: Vec<Vec<String>> = reader.records().map(|row| row.expect("a row").iter().map(String::from).collect()).collect();
    assert_eq!(rows.len(), 2, "what holds");
    assert_eq!(rows[0][4..10], ["picked", "12.5", "grams", "about", "", "\"small\", but sweet"]);
    assert_eq!(rows[1][4..10], ["cleared", "", "", "", r#"{"ending":"bolted"}"#, ""]);

    let mine = owner.gets("/account/export").await;
    assert_eq!(mine.status(), StatusCode::OK);
    let mine: Value = mine.json().await.expect("JSON");
    assert_eq!(mine["journals"][0]["entries"].as_array().map(Vec::len), Some(4));
}

#[tokio::test(flavor = "multi_thread")]
async fn days_of_the_journal_are_found_by_their_index_among_many() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    assert_eq!(writes(&owner, garden, vec![entry(1, &json!({ "kind": "weeded" }))]).await.status(), StatusCode::OK);
    let many = "insert into journal_entry (garden_id, id, day, patch, bed, makes_void, version, written_at, entry)
                select garden_id, fresh, day - (n % 1500), 1 + n % 40, 1 + n % 6, '{}', version,
                       now() - make_interval(hours => n), jsonb_set(entry, '{id}', to_jsonb(fresh::text))
                from (select j.*, n, gen_random_uuid() as fresh from journal_entry j, generate_series(1, 5000) n) as copied";
    sqlx::query(many).execute(served.store.pool()).await.expect("copied");
    sqlx::query("analyze journal_entry").execute(served.store.pool()).await.expect("analysed");
    for (question, index) in [
        (
            "select entry from journal_entry where garden_id = $1 and day between '2026-11-20' and '2026-11-23'",
            "journal_entry_day",
        ),
        (
            "select later.id from journal_entry later where later.makes_void @> array['01931a00-0000-7000-8000-000000000001'::uuid] and later.makes_void <> '{}'",
            "journal_entry_makes_void",
        ),
        ("select max(patch) from journal_entry where garden_id = $1", "journal_entry_patch"),
        ("select max(bed) from journal_entry where garden_id = $1", "journal_entry_bed"),
        (
            "select entry from journal_entry where garden_id = $1 and written_at >= now() + interval '1 minute'",
            "journal_entry_lately",
        ),
    ] {
        let explained = format!("explain {}", question.replace("$1", &garden.to_string()));
        let plan: Vec<String> =
            sqlx::query_scalar(sqlx::AssertSqlSafe(explained)).fetch_all(served.store.pool()).await.expect("a plan");
        assert!(plan.iter().any(|line| line.contains(index)), "{question}: {plan:#?}");
    }
    assert!(!told(&owner, garden).await.is_empty());
}

#[tokio::test(flavor = "multi_thread")]
async fn a_file_of_the_journal_is_read_in_once_however_often_it_is_brought() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let all: Vec<Value> = (1..30).map(|n| entry(n, &json!({ "kind": "weeded" }))).collect();
    assert_eq!(writes(&owner, garden, all).await.status(), StatusCode::OK);
    let strike = json!({ "kind": "struck", "entry": id(7) });
    assert_eq!(writes(&owner, garden, vec![entry(100, &strike)]).await.status(), StatusCode::OK);
    let out = async |form: &str| owner.gets(&format!("/gardens/{garden}/journal.{form}")).await.text().await.expect("text");
    let (json, csv) = (out("json").await, out("csv").await);
    // A garden from its file has the same beds and plantings, and no journal.
    let file = owner.gets(&format!("/gardens/{garden}/export")).await.text().await.expect("text");
    let copy = async || {
        let made = owner.sends(Method::POST, "/gardens/import", file.clone(), None).await;
        made.json::<Value>().await.expect("JSON")["id"].as_i64().expect("a number")
    };
    for (text, many, hold) in [(&json, 30, 28), (&csv, 28, 28)] {
        let into = copy().await;
        let bring = async || owner.sends(Method::POST, &format!("/gardens/{into}/journal/import"), text.clone(), None).await;
        for new in [many, 0] {
            let answer = bring().await;
            assert_eq!(answer.status(), StatusCode::OK);
            assert_eq!(answer.json::<Value>().await.expect("JSON")["new"], new);
        }
        assert_eq!(told(&owner, into).await.len(), hold);
    }
    let wrong = "day,kind\n2026-11-20,weeded\n2026-12-20,weeded\n";
    let (status, said) =
        problem(owner.sends(Method::POST, &format!("/gardens/{garden}/journal/import"), wrong.into(), None).await).await;
    assert_eq!((status, said.contains("entry 2") && said.contains("nothing was read in")), (422, true), "{said}");
}

#[tokio::test(flavor = "multi_thread")]
async fn what_was_written_down_is_in_the_next_answer_whoever_asks() {
    let served = served_as(Settings::demo(Some("2027-07-12T12:00Z".parse().expect("a moment")))).await;
    let owner = served.enters("quillet-lane").await;
    let guest = served.enters("visitor").await;
    let garden = owner.garden().await;
    let view = async |person: &Person| {
        person.gets(&format!("/gardens/{garden}?on=2027-07-12")).await.json::<Value>().await.expect("JSON")
    };
    let before = view(&guest).await;
    assert_eq!(before["journal"], 0);
    let stands = |view: &Value, patch: &Value| {
        let all = view["reckoning"]["patches"].as_array().expect("patches").clone();
        all.into_iter().find(|one| one["patch"] == *patch).map(|one| one["stands"].clone())
    };
    let all = before["reckoning"]["patches"].as_array().expect("patches");
    let standing = all.iter().find(|one| one["stands"] == true).expect("the premise: something stands in July")["patch"].clone();
    let mut cleared = entry(1, &json!({ "kind": "cleared", "ending": "eaten" }));
    cleared["day"] = json!("2027-07-09");
    cleared["at"] = json!({ "bed": null, "patch": standing, "rect": null });
    assert_eq!(writes(&owner, garden, vec![cleared]).await.status(), StatusCode::OK);
    for person in [&owner, &guest] {
        let after = view(person).await;
        assert_eq!((after["journal"].clone(), after["revision"].clone()), (json!(1), json!(0)));
        assert_eq!(stands(&after, &standing), Some(json!(false)), "it was cleared three days ago");
        assert_eq!(after["garden"], before["garden"], "the plan is as it was");
    }
    // A glance is of the garden that was seen: where more was written down since, the whole of it is told.
    let look = async |journal: i64| {
        let asked = format!("/gardens/{garden}/look?on=2027-07-14&was=2027-07-12&revision=0&today=2027-07-12&journal={journal}");
        owner.gets(&asked).await.json::<Value>().await.expect("JSON")["came"].clone()
    };
    assert_eq!((look(0).await, look(1).await), (json!("whole"), json!("glance")));
}

/// However much was ever struck out elsewhere, a day is told with what holds of it; what strikes an entry out is found by that entry.
#[tokio::test(flavor = "multi_thread")]
async fn a_day_is_told_however_much_was_struck_out_on_others() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let weeded = json!({ "kind": "weeded" });
    let on = |day: &str, mut entry: Value| {
        entry["day"] = json!(day);
        entry
    };
    let struck = |n: u64, other: u64| on("2026-11-01", entry(n, &json!({ "kind": "struck", "entry": id(other) })));
    let mut entries = vec![on("2026-11-01", entry(1, &weeded)), entry(2, &weeded), entry(3, &weeded)];
    // The second is struck out on another day, the third was, and that was struck out again.
    entries.extend([struck(4, 2), struck(5, 3), struck(6, 5)]);
    entries.extend((10..4210).map(|n| struck(n, 1)));
    for some in entries.chunks(100) {
        assert_eq!(writes(&owner, garden, some.to_vec()).await.status(), StatusCode::OK);
    }
    let lines = told(&owner, garden).await;
    let ids: Vec<&Value> = lines.iter().map(|line| &line["entry"]["id"]).collect();
    assert_eq!(ids, [&json!(id(3))]);
}

/// A crop of one's own stands in the table by its name, and the number of a planting that is gone is not given to the next.
#[tokio::test(flavor = "multi_thread")]
async fn crops_of_one_s_own_are_named_in_the_table_and_numbers_are_given_once() {
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let garden = owner.garden().await;
    let commands = format!("/gardens/{garden}/commands");
    let does = async |revision: i64, command: Value| -> Value {
        let answer = owner.sends(Method::POST, &commands, json!({ "command": command }).to_string(), Some(revision)).await;
        assert_eq!(answer.status(), StatusCode::OK, "{:?}", answer.text().await);
        answer.json().await.expect("JSON")
    };
    let oca = json!({ "like": "potato", "way": "main", "name": "oca", "plural": "oca", "botanical": "", "family": null, "distance": null,
        "spread": null, "depth": null, "height": null, "days": null, "counted_from": null, "picked": null, "kills_c": null,
        "soil_c": null, "source": "", "note": "" });
    does(0, json!({ "do": "keep-own-crop", "crop": null, "draft": oca })).await;
    let place = |x: u16| {
        json!({ "do": "place", "bed": 1, "crop": "own-1", "way": null, "rect": { "x": x, "y": 0, "w": 2, "h": 2 }, "holes": null,
            "from": "2029-05-01", "until": "2029-10-01", "year": 2029, "between": false })
    };
    let first = does(1, place(0)).await["made"]["patches"][0].as_i64().expect("a number");
    does(2, json!({ "do": "remove-patch", "patch": first })).await;
    let second = does(3, place(2)).await["made"]["patches"][0].as_i64();
    assert_eq!(second, Some(first + 1));
    let mut about = entry(1, &json!({ "kind": "weeded" }));
    about["at"] = json!({ "bed": 1, "patch": second, "rect": null });
    assert_eq!(writes(&owner, garden, vec![about]).await.status(), StatusCode::OK);
    let table = owner.gets(&format!("/gardens/{garden}/journal.csv")).await.text().await.expect("text");
    let mut reader = csv::Reader::from_reader(table.as_bytes());
    let at = reader.headers().expect("a heading").iter().position(|name| name == "crop").expect("a column");
    let row = reader.records().next().expect("a row").expect("a row");
    assert_eq!(&row[at], "oca");
}
