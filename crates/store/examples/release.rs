//! Writes down what a database of today's release looks like, with one of everything in it: a copy of it, and the gardens and the
//! journal it holds as files. Every release keeps one, and `tests/store/releases.rs` opens them all.
//!
//!     cargo run --workspace --example release 2026-12-01
#![allow(clippy::expect_used, reason = "it is run by whoever makes a release, who sees what is wrong")]

use jiff::civil::date;
use serde_json::{Value, json};
use sparrow_cluster::{Cluster, dump};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{self, Command};
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_facts::garden::Garden;
use sparrow_facts::journal::JournalEntry;
use sparrow_formats::garden_file;
use sparrow_store::{AccountId, Allowed, Asked, GardenId, Picture, Role, Store, Way};
use std::fs;
use std::fs::File;
use std::path::Path;

/// A garden file in which every kind of fact stands.
const FULL: &str = include_str!("../../formats/tests/data/garden-v11.json");

#[tokio::main]
async fn main() {
    let name = std::env::args().nth(1).expect("the day of the release");
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/data/releases");
    let (cluster, server) = Cluster::for_tests("release").expect("PostgreSQL starts");
    let url = Store::make_database(&server, "release").await.expect("a database");
    let store = Store::open(&url).await.expect("opens");
    let wren = store.create_account("wren", "no hash", Allowed::Open).await.expect("an account");
    let robin = store.create_account("robin", "no hash", Allowed::Open).await.expect("an account");
    let today = date(2026, 12, 1);
    let full = garden_file::read(FULL, Catalogue::standard()).expect("it is one of ours");
    let mut files = Vec::new();
    for garden in [quillet_lane(today).expect("it stands"), tern_court(today).expect("it stands"), full] {
        let id = store.create_garden(wren, &garden).await.expect("a garden");
        store.let_in(id, robin, Role::Helper).await.expect("they come in");
        changed(&store, (id, wren), &garden).await;
        told(&store, (id, wren), &garden).await;
        let journal = store.whole_journal(id).await.expect("its journal");
        let garden = store.load(id).await.expect("it is there").garden;
        let file: Value = serde_json::from_str(&garden_file::write(&garden)).expect("it is JSON");
        files.push(json!({ "garden": file, "journal": journal }));
    }
    store.close().await;
    fs::create_dir_all(&folder).expect("a folder");
    let text = serde_json::to_string_pretty(&files).expect("it is JSON");
    fs::write(folder.join(format!("{name}.json")), text + "\n").expect("it is written");
    let copy = File::create(folder.join(format!("{name}.dump"))).expect("it is made");
    dump(cluster.expect("a server of its own").programs(), &url, None, copy).expect("it is copied");
}

/// A change that stands, and one that was taken back.
async fn changed(store: &Store, (id, by): (GardenId, AccountId), garden: &Garden) {
    for (number, locked) in [(0, true), (1, false)] {
        let now = store.load(id).await.expect("it is there").garden;
        let command = Command::Lock { patch: garden.patches[0].id, locked };
        let catalogue = Catalogue::standard().with_own(&now);
        let grower = Grower::of(&now, &catalogue);
        let edits = command::plan(Known::new(&now, &catalogue, &grower, date(2026, 12, 1)), &command).expect("it may be");
        let asked = Asked { garden: id, by, on: number, key: (number == 0).then_some("a key of a page") };
        store.change(asked, &serde_json::to_value(&command).expect("it is JSON"), &edits).await.expect("it is made");
    }
    let asked = Asked { garden: id, by, on: 2, key: None };
    let step = store.next_step(asked, Way::Undo, None).await.expect("it can be taken back");
    store.step(asked, &step, &json!({ "step": "undo" })).await.expect("it is taken back");
}

/// Entries of a planting, one of them struck out and one with a picture.
async fn told(store: &Store, (id, by): (GardenId, AccountId), garden: &Garden) {
    let picture = Picture([7; 32]);
    store.keep_photo((id, by), picture, b"not a picture", 10).await.expect("it is kept");
    let patch = garden.patches[0].id;
    let entry = |number: u32, what: Value| -> JournalEntry {
        let id = format!("0191{:04x}-0000-7000-8000-{:012x}", id.0, number);
        let entry = json!({ "id": id, "day": "2026-05-01", "at": { "patch": patch }, "what": what, "words": "in the rain" });
        serde_json::from_value(entry).expect("it is an entry")
    };
    let sown = entry(1, json!({ "kind": "sown", "many": null, "depth": 127, "apart": null, "under": null }));
    let struck = entry(2, json!({ "kind": "struck", "entry": sown.id }));
    let photo = entry(3, json!({ "kind": "photo", "picture": "07".repeat(32) }));
    let picked = entry(4, json!({ "kind": "picked", "many": null }));
    store.write_down(id, by, &[sown, struck, photo, picked], 100).await.expect("they are written down");
}
