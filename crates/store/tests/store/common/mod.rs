//! One database a test, on the server of `TEST_DATABASE_URL` or on a cluster of the test's own.
#![allow(dead_code, reason = "each test file uses its own part of these")]

use jiff::civil::{Date, date};
use serde_json::json;
use sparrow_cluster::Cluster;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command;
use sparrow_core::change::command::Command;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_demo::quillet_lane;
use sparrow_facts::edit::Edit;
use sparrow_facts::refusal::Refusal;
use sparrow_store::{AccountId, Allowed, Asked, GardenId, History, Made, Store, StoreError, Versioned, Way};
use std::sync::atomic::{AtomicU32, Ordering};

/// The day it is in these tests.
pub const TODAY: Date = date(2026, 11, 23);

/// A store with the demo garden in it.
pub struct Ground {
    pub store: Store,
    pub url: String,
    pub owner: AccountId,
    pub garden: GardenId,
    _cluster: Option<Cluster>,
}

static GROUNDS: AtomicU32 = AtomicU32::new(0);

pub async fn ground() -> Ground {
    let name = format!("store_{}_{}", std::process::id(), GROUNDS.fetch_add(1, Ordering::Relaxed));
    let (cluster, server) = Cluster::for_tests(&name).expect("PostgreSQL starts");
    let url = Store::make_database(&server, &name).await.expect("a database");
    let store = Store::open(&url).await.expect("opens");
    let owner = store.create_account("wren", "no hash", Allowed::Open).await.expect("an account");
    let garden = store.create_garden(owner, &quillet_lane(TODAY).expect("the demo garden")).await.expect("a garden");
    Ground { store, url, owner, garden, _cluster: cluster }
}

impl Ground {
    pub fn asked(&self, on: i64) -> Asked<'static> {
        Asked { garden: self.garden, by: self.owner, on, key: None }
    }

    /// The garden as it is now.
    pub async fn now(&self) -> Versioned {
        self.store.load(self.garden).await.expect("it is there")
    }

    /// Plans a command on the garden as it is, and asks for it as if it had been seen at `asked.on`.
    pub async fn carries_out(&self, asked: Asked<'_>, command: &Command) -> Result<Made, StoreError> {
        let told = serde_json::to_value(command).expect("commands are JSON");
        let edits = self.plans(command).await?;
        self.store.change(asked, &told, &edits).await
    }

    /// What a command would change in the garden as it is.
    pub async fn plans(&self, command: &Command) -> Result<Vec<Edit>, Refusal> {
        let garden = self.now().await.garden;
        let catalogue = Catalogue::standard().with_own(&garden);
        let grower = Grower::of(&garden, &catalogue);
        command::plan(Known::new(&garden, &catalogue, &grower, TODAY), command)
    }

    /// Takes the last change back.
    pub async fn undo(&self, asked: Asked<'_>) -> Result<Made, StoreError> {
        steps(&self.store, asked, Way::Undo).await
    }

    /// Does again what was taken back.
    pub async fn redo(&self, asked: Asked<'_>) -> Result<Made, StoreError> {
        steps(&self.store, asked, Way::Redo).await
    }

    /// What the owner can take back and do again.
    pub async fn history(&self) -> History {
        self.store.history(self.garden, self.owner).await.expect("it is there")
    }
}

/// One step back or forth, as a server asks for it.
pub async fn steps(store: &Store, asked: Asked<'_>, way: Way) -> Result<Made, StoreError> {
    let told = json!({ "do": if way == Way::Undo { "undo" } else { "redo" } });
    if let Some(key) = asked.key
        && store.was_made(asked.garden, key, &told).await?
    {
        return Ok(Made::Before);
    }
    let step = store.next_step(asked, way, None).await?;
    store.step(asked, &step, &told).await
}
