//! Backed up, destroyed, restored, identical.

use jiff::civil::date;
use patient_sparrow::operations::backup::{BackupError, Backups, Database, make, make_daily, restore};
use reqwest::{Client, Method, StatusCode};
use serde_json::{Value, json};
use sparrow_cluster::Cluster;
use sparrow_formats::garden_file;
use sparrow_server_tests::running::{Place, Running, says};
use sparrow_server_tests::{PASSWORD, Person, problem, served};
use sparrow_store::Store;
use std::collections::BTreeMap;
use std::path::PathBuf;

/// A new database on the server for tests.
async fn empty(name: &str) -> (Option<Cluster>, Database) {
    let name = format!("{name}_{}", std::process::id());
    let (cluster, server) = Cluster::for_tests(&name).expect("PostgreSQL starts");
    let url = Store::make_database(&server, &name).await.expect("a database");
    (cluster, Database { url, programs: None })
}

/// Every garden's file by its number.
async fn files(store: &Store) -> BTreeMap<i64, String> {
    let mut snapshot = store.snapshot().await.expect("a picture");
    let mut files = BTreeMap::new();
    for number in snapshot.gardens().await.expect("numbers") {
        files.insert(number.0, garden_file::write(&snapshot.load(number).await.expect("a garden")));
    }
    files
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_brought_back_is_what_it_was_byte_for_byte_while_others_went_on() {
    let place = Place::made();
    std::fs::create_dir_all(&place.0).expect("made");
    let file = place.0.join("all.backup");
    let served = served().await;
    let owner = served.enters("quillet-lane").await;
    let wren = served.signs_up("Wren of the hedge").await;
    for _ in 0..12 {
        wren.makes_garden(&owner).await;
    }
    let database = Database { url: served.url.clone(), programs: None };
    // One garden goes on being changed while the copy is made; the copy is of one moment.
    let garden = owner.garden().await;
    let writes = async {
        for n in 0..60 {
            let command = json!({ "command": { "do": "move-bed", "bed": 2, "x": format!("{} in", 150 + n % 2), "y": "110 in" } });
            let answer = owner.sends(Method::POST, &format!("/gardens/{garden}/commands"), command.to_string(), Some(n)).await;
            assert_eq!(answer.status(), StatusCode::OK);
        }
    };
    let (made, ()) = tokio::join!(make(&served.store, &database, &file), writes);
    assert_eq!(made.expect("a backup"), 14);
    let left: Vec<_> =
        std::fs::read_dir(&place.0).expect("it is there").filter_map(Result::ok).map(|one| one.file_name()).collect();
    assert_eq!(left, ["all.backup"], "nothing half-made is left");

    let (_cluster, elsewhere) = empty("back").await;
    let restored = restore(&elsewhere, &file).await.expect("it is brought back");
    assert_eq!((restored.gardens, restored.compared), (14, true));
    let back = Store::open(&elsewhere.url).await.expect("opens");
    let (mut then, mut now) = (files(&served.store).await, files(&back).await);
    // The one that was changed has been proved by the hash of its moment.
    assert!(then.remove(&garden).is_some() && now.remove(&garden).is_some());
    assert_eq!(then, now);
    let open: i64 = sqlx::query_scalar("select count(*) from session").fetch_one(back.pool()).await.expect("a number");
    assert_eq!(open, 0, "sessions that were ended since would be open again");
    back.close().await;

    assert!(matches!(restore(&elsewhere, &file).await, Err(BackupError::NotEmpty)), "it holds something now");
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_no_backup_or_was_changed_is_told_and_what_is_not_whole_brings_nothing() {
    let place = Place::made();
    std::fs::create_dir_all(&place.0).expect("made");
    let file = place.0.join("all.backup");
    let served = served().await;
    let database = Database { url: served.url.clone(), programs: None };
    make(&served.store, &database, &file).await.expect("a backup");
    let whole = std::fs::read(&file).expect("it is there");
    let (_cluster, elsewhere) = empty("not_back").await;
    for length in [0, 100, 600, whole.len() / 2] {
        std::fs::write(&file, &whole[..length]).expect("written");
        let said = restore(&elsewhere, &file).await.expect_err("it is not whole").to_string();
        assert!(said.contains("no backup") || said.contains("pg_restore failed"), "{length}: {said}");
        assert!(Store::is_empty(&elsewhere.url).await.expect("an answer"), "{length}: something was brought");
    }
    // Its own list says something else than what it holds.
    let text = String::from_utf8_lossy(&whole[512..]).into_owned();
    let hash = text.split("\"1\": \"").nth(1).map(|rest| &rest[..64]).expect("the hash of the first garden");
    let at = whole.windows(64).position(|window| window == hash.as_bytes()).expect("it is there");
    let mut other = whole.clone();
    other[at..at + 64].copy_from_slice("0".repeat(64).as_bytes());
    std::fs::write(&file, other).expect("written");
    let said = restore(&elsewhere, &file).await.expect_err("it is another garden").to_string();
    assert!(said.contains("not what they were: numbers 1;"), "{said}");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_backup_a_day_is_made_and_as_many_kept_as_were_asked_for() {
    let place = Place::made();
    let served = served().await;
    let database = Database { url: served.url.clone(), programs: None };
    let backups = Backups { folder: place.0.join("a/b"), keep: 2, database };
    for (day, made) in [(1, true), (1, false), (2, true), (4, true)] {
        let day = date(2026, 12, day);
        assert_eq!(make_daily(&served.store, &backups, day).await.expect("a backup"), made, "{day}");
    }
    std::fs::write(backups.folder.join("sparrow-notes.backup"), "mine").expect("written");
    make_daily(&served.store, &backups, date(2026, 12, 5)).await.expect("a backup");
    let mut names: Vec<_> = std::fs::read_dir(&backups.folder)
        .expect("it is there")
        .filter_map(|one| one.ok()?.file_name().into_string().ok())
        .collect();
    names.sort();
    assert_eq!(names, ["sparrow-2026-12-04.backup", "sparrow-2026-12-05.backup", "sparrow-notes.backup"]);
}

/// The file of each of somebody's gardens.
async fn kept(person: &Person) -> Vec<String> {
    let gardens: Value = person.gets("/gardens").await.json().await.expect("JSON");
    let mut files = Vec::new();
    for garden in gardens.as_array().expect("a list") {
        files.push(person.gets(&format!("/gardens/{}/export", garden["id"])).await.text().await.expect("a file"));
    }
    files
}

#[tokio::test(flavor = "multi_thread")]
async fn an_operator_backs_up_a_running_server_loses_the_disk_and_brings_all_back() {
    let (place, other) = (Place::made(), Place::made());
    let folder = Place::made();
    std::fs::create_dir_all(&folder.0).expect("made");
    let file: PathBuf = folder.0.join("all.backup");
    let file = file.to_str().expect("letters");
    let running = Running::starts(&["--data", place.as_str(), "--port", "0"]);
    let comes = |running: &Running| Person {
        client: Client::builder().cookie_store(true).build().expect("a client"),
        address: running.address.clone(),
    };
    let wren = comes(&running);
    let signed = wren.posts("/accounts", json!({ "name": "Wren", "password": PASSWORD })).await;
    assert_eq!(signed.status(), StatusCode::CREATED);
    let demo = served().await;
    for door in ["quillet-lane", "tern-court"] {
        wren.makes_garden(&demo.enters(door).await).await;
    }
    let before = kept(&wren).await;
    assert_eq!(before.len(), 2);

    let made = says(&["--data", place.as_str(), "backup", file]);
    assert!(made.status.success(), "{made:?}");
    assert!(String::from_utf8_lossy(&made.stdout).contains("with 2 gardens"), "{made:?}");
    let refused = says(&["--data", place.as_str(), "restore", file]);
    assert!(String::from_utf8_lossy(&refused.stderr).contains("holds something already"), "{refused:?}");
    running.killed();
    std::fs::remove_dir_all(&place.0).expect("the disk is lost");

    let restored = says(&["--data", other.as_str(), "restore", file]);
    assert!(String::from_utf8_lossy(&restored.stdout).contains("2 gardens are back, each byte for byte"), "{restored:?}");
    let running = Running::starts(&["--data", other.as_str(), "--port", "0"]);
    let back = comes(&running);
    let (status, _) = problem(back.gets("/gardens").await).await;
    assert_eq!(status, 401);
    assert_eq!(back.posts("/session", json!({ "name": "Wren", "password": PASSWORD })).await.status(), StatusCode::OK);
    assert_eq!(kept(&back).await, before);
}
