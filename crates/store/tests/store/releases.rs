//! The database of every release that landed: brought up to date, it holds what it held.

use serde_json::Value;
use sparrow_cluster::{Cluster, Programs, fill};
use sparrow_core::catalogue::Catalogue;
use sparrow_facts::garden::Garden;
use sparrow_facts::journal::JournalEntry;
use sparrow_formats::garden_file;
use sparrow_store::{Asked, GardenId, Store, Way};
use std::fs::{self, File};
use std::path::{Path, PathBuf};

/// The copies of databases, each with the file that says what is in it.
fn releases() -> Vec<PathBuf> {
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/data/releases");
    let all = fs::read_dir(folder).expect("the folder of releases").map(|entry| entry.expect("a file").path());
    let mut all: Vec<PathBuf> = all.filter(|path| path.extension().is_some_and(|end| end == "dump")).collect();
    all.sort();
    all
}

#[tokio::test(flavor = "multi_thread")]
async fn a_database_of_every_release_is_brought_up_to_date_and_holds_what_it_held() {
    let releases = releases();
    assert!(!releases.is_empty(), "the premise");
    for (number, copy) in releases.iter().enumerate() {
        let name = format!("release_{}_{number}", std::process::id());
        let (_cluster, server) = Cluster::for_tests(&name).expect("PostgreSQL starts");
        let url = Store::make_database(&server, &name).await.expect("a database");
        let programs = Programs::to_copy().expect("PostgreSQL's programs");
        fill(&programs, &url, File::open(copy).expect("the copy")).expect("it is filled");
        let store = Store::open(&url).await.expect("its tables are brought up to date");
        let told: Vec<Value> =
            serde_json::from_str(&fs::read_to_string(copy.with_extension("json")).expect("its file")).expect("it is JSON");
        let wren = store.account_named("wren").await.expect("its owner").id;
        let gardens = store.gardens_of(wren).await.expect("their gardens");
        assert_eq!(gardens.len(), told.len(), "{}", copy.display());
        for (listed, told) in gardens.iter().zip(&told) {
            as_told(&store, listed.id, told).await;
            // What undo takes back was written by that release.
            let asked = Asked { garden: listed.id, by: wren, on: 3, key: None };
            for way in [Way::Undo, Way::Redo] {
                let asked = Asked { on: if way == Way::Undo { 3 } else { 4 }, ..asked };
                let step = store.next_step(asked, way, None).await.expect("it can be taken back");
                store.step(asked, &step, &Value::Null).await.expect("it is taken back");
            }
            let after = store.load(listed.id).await.expect("it is there").garden;
            assert_eq!(after, garden(told), "{}: undo and redo change nothing together", listed.name);
        }
        store.close().await;
    }
}

/// The garden of a file as today's program reads it.
fn garden(told: &Value) -> Garden {
    garden_file::read(&told["garden"].to_string(), Catalogue::standard()).expect("a garden file")
}

async fn as_told(store: &Store, id: GardenId, told: &Value) {
    let held = store.load(id).await.expect("it is there");
    assert_eq!(held.garden, garden(told));
    let journal: Vec<JournalEntry> = serde_json::from_value(told["journal"].clone()).expect("a journal");
    assert!(journal.len() > 3, "the premise");
    assert_eq!(store.whole_journal(id).await.expect("its journal"), journal);
    assert_eq!(store.photos(id).await.expect("its pictures").len(), 1);
    assert_eq!(held.revision, 3, "a change, another, and its undo");
}
