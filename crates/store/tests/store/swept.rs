//! What is swept out: nothing that anything names.

use crate::common::ground;
use serde_json::json;
use sparrow_facts::journal::JournalEntry;
use sparrow_store::Picture;

#[tokio::test(flavor = "multi_thread")]
async fn a_picture_that_no_entry_names_goes_when_it_has_waited_long_and_no_other() {
    let ground = ground().await;
    let (garden, owner) = (ground.garden, ground.owner);
    let [named, nameless, new] = [[1; 32], [2; 32], [3; 32]].map(Picture);
    for picture in [named, nameless, new] {
        assert!(ground.store.keep_photo((garden, owner), picture, b"bytes", 10).await.unwrap());
    }
    let entry: JournalEntry = serde_json::from_value(json!({
        "id": "01910000-0000-7000-8000-000000000001", "day": "2026-05-01",
        "what": { "kind": "photo", "picture": "01".repeat(32) },
    }))
    .unwrap();
    ground.store.write_down(garden, owner, &[entry], 10).await.unwrap();
    let long_ago = "update photo set kept_at = now() - interval '61 days' where picture <> $1";
    sqlx::query(long_ago).bind(new.0.as_slice()).execute(ground.store.pool()).await.unwrap();
    ground.store.sweep(None).await.unwrap();
    assert_eq!(ground.store.photos(garden).await.unwrap(), [named, new]);
}
