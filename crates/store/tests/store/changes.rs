//! Changes are kept, taken back and done again, never overwritten, and the tables refuse what must never be.

use crate::common::{ground, steps};
use sparrow_core::change::command::Command;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::rect::Rect;
use sparrow_facts::units::{Length, Tape};
use sparrow_store::{Allowed, Asked, HowFar, Made, Role, Store, StoreError, Way};

/// One command of every kind that changes a table of its own.
fn some_of_each(garden: &sparrow_facts::garden::Garden) -> Vec<Command> {
    let six = Tape(Length::inches(6));
    let bed = garden.beds[1].id;
    vec![
        Command::MoveBed { bed, x: Tape(Length::inches(90)), y: Tape(Length::inches(110)) },
        Command::Remember { bed, section: Some(1), year: 2023, stood: Stood::Family("mint".into()) },
        Command::SetSpacing { crop: "carrot".into(), way: "root".into(), distance: Some((six, six)), note: "fatter".into() },
        Command::SetDistance { patch: PatchId(1), distance: Some((six, six)) },
        Command::SetInEach { patch: PatchId(1), in_each: Some(4) },
        Command::KeepWarning { patch: PatchId(3), key: sparrow_facts::warning::WarningKey("brace".into()), keep: true },
        Command::MovePatch { patch: PatchId(1), bed, rect: Rect { x: 10, y: 7, w: 2, h: 1 } },
        Command::RemovePatch { patch: PatchId(2) },
        Command::RemoveBed { bed: BedId(1) },
        Command::SetSpacing { crop: "carrot".into(), way: "root".into(), distance: None, note: String::new() },
    ]
}

#[tokio::test(flavor = "multi_thread")]
async fn a_garden_is_loaded_as_it_was_written() {
    let ground = ground().await;
    assert_eq!(ground.store.load(ground.garden).await.unwrap().garden, quillet_lane(crate::common::TODAY).unwrap());
    let south = tern_court(crate::common::TODAY).unwrap();
    let id = ground.store.create_garden(ground.owner, &south).await.unwrap();
    assert_eq!(ground.store.load(id).await.unwrap().garden, south);
}

#[tokio::test(flavor = "multi_thread")]
async fn undo_and_redo_restore_every_step_even_after_a_restart() {
    let ground = ground().await;
    let mut seen = vec![ground.store.load(ground.garden).await.unwrap()];
    for command in some_of_each(&seen[0].garden) {
        let made = ground.carries_out(ground.asked(seen.len() as i64 - 1), &command).await.unwrap();
        let after = ground.now().await;
        assert_eq!(ground.history().await.undo, Some(serde_json::to_value(&command).unwrap()));
        assert_eq!(made, Made::Now { revision: after.revision }, "what is answered is what is kept");
        assert_ne!(after.garden, seen.last().unwrap().garden, "the premise: {command:?} changes something");
        seen.push(after);
    }
    // A new store on the same database is what a restart is.
    let again = Store::open(&ground.url).await.unwrap();
    let mut revision = seen.len() as i64 - 1;
    for before in seen[..seen.len() - 1].iter().rev() {
        steps(&again, ground.asked(revision), Way::Undo).await.unwrap();
        revision += 1;
        let undone = ground.now().await;
        assert_eq!((&undone.garden, undone.revision), (&before.garden, revision));
    }
    let nothing = steps(&again, ground.asked(revision), Way::Undo).await.unwrap_err();
    assert_eq!(nothing.to_string(), "there is nothing to undo");
    for after in &seen[1..] {
        steps(&again, ground.asked(revision), Way::Redo).await.unwrap();
        revision += 1;
        assert_eq!(ground.now().await.garden, after.garden);
    }
    let nothing = steps(&again, ground.asked(revision), Way::Redo).await.unwrap_err();
    assert_eq!(nothing.to_string(), "there is nothing to do again");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_new_change_drops_what_was_undone() {
    let ground = ground().await;
    ground.carries_out(ground.asked(0), &Command::RemovePatch { patch: PatchId(1) }).await.unwrap();
    ground.undo(ground.asked(1)).await.unwrap();
    assert!(ground.history().await.redo.is_some(), "the premise: it could be done again");
    ground.carries_out(ground.asked(2), &Command::RemovePatch { patch: PatchId(2) }).await.unwrap();
    assert_eq!(ground.history().await.redo, None);
    assert!(ground.redo(ground.asked(3)).await.is_err());
}

#[tokio::test(flavor = "multi_thread")]
async fn a_change_on_a_stale_revision_is_not_made() {
    let ground = ground().await;
    ground.carries_out(ground.asked(0), &Command::RemovePatch { patch: PatchId(1) }).await.unwrap();
    let stale = ground.carries_out(ground.asked(0), &Command::RemovePatch { patch: PatchId(2) }).await;
    assert!(matches!(stale, Err(StoreError::Stale { current: 1 })), "{stale:?}");
    assert!(matches!(ground.undo(ground.asked(0)).await, Err(StoreError::Stale { current: 1 })));
    let now = ground.store.load(ground.garden).await.unwrap();
    assert!(now.revision == 1 && now.garden.patch(PatchId(2)).is_some());
}

#[tokio::test(flavor = "multi_thread")]
async fn of_two_changes_at_once_one_is_made() {
    let ground = ground().await;
    let (one, other) = (Command::RemovePatch { patch: PatchId(1) }, Command::RemovePatch { patch: PatchId(2) });
    let (a, b) = tokio::join!(ground.carries_out(ground.asked(0), &one), ground.carries_out(ground.asked(0), &other));
    assert_eq!([a.is_ok(), b.is_ok()].iter().filter(|made| **made).count(), 1);
    assert_eq!(ground.store.load(ground.garden).await.unwrap().revision, 1);
}

#[tokio::test(flavor = "multi_thread")]
async fn the_same_request_sent_again_is_made_once() {
    let ground = ground().await;
    let command = Command::Remember { bed: BedId(2), section: None, year: 2022, stood: Stood::Crop("okra".into()) };
    let told = serde_json::to_value(&command).unwrap();
    let asked = Asked { key: Some("phone-1"), ..ground.asked(0) };
    let edits = ground.plans(&command).await.unwrap();
    ground.carries_out(asked, &command).await.unwrap();
    let once = ground.now().await;
    assert_eq!(ground.store.change(asked, &told, &edits).await.unwrap(), Made::Before);
    assert!(ground.store.was_made(ground.garden, "phone-1", &told).await.unwrap());
    assert!(!ground.store.was_made(ground.garden, "phone-2", &told).await.unwrap());
    // Undo and redo are requests like any other.
    let undo = Asked { key: Some("phone-3"), ..ground.asked(1) };
    assert!(matches!(ground.undo(undo).await.unwrap(), Made::Now { revision: 2, .. }));
    assert_eq!(ground.undo(undo).await.unwrap(), Made::Before);
    let redo = Asked { key: Some("phone-4"), ..ground.asked(2) };
    assert!(matches!(ground.redo(redo).await.unwrap(), Made::Now { revision: 3, .. }));
    assert_eq!(ground.redo(redo).await.unwrap(), Made::Before);
    assert_eq!(ground.now().await.garden, once.garden);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_key_is_for_one_request_only() {
    let ground = ground().await;
    let asked = Asked { key: Some("phone-1"), ..ground.asked(0) };
    ground.carries_out(asked, &Command::RemovePatch { patch: PatchId(1) }).await.unwrap();
    let other = Asked { on: 1, ..asked };
    let reused = ground.carries_out(other, &Command::RemovePatch { patch: PatchId(2) }).await;
    assert!(matches!(reused, Err(StoreError::KeyUsed)), "{reused:?}");
    assert!(matches!(ground.undo(other).await, Err(StoreError::KeyUsed)));
    assert_eq!(ground.now().await.revision, 1);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_request_sent_again_while_the_first_still_waits_is_told_that_it_was_made() {
    let ground = ground().await;
    let command = Command::RemovePatch { patch: PatchId(1) };
    let asked = Asked { key: Some("phone-1"), ..ground.asked(0) };
    // Somebody holds the garden's row, so that both wait for it with the same revision in mind.
    let mut holding = ground.store.pool().begin().await.unwrap();
    sqlx::query("select 1 from garden for update").execute(&mut *holding).await.unwrap();
    let both = async { tokio::join!(ground.carries_out(asked, &command), ground.carries_out(asked, &command)) };
    let release = async {
        // Both are waiting once the database counts two that wait for a lock; a transaction that asks sees the
        // counts of its first question for ever, so another connection asks.
        loop {
            let waiting: i64 = sqlx::query_scalar(
                "select count(*) from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'",
            )
            .fetch_one(ground.store.pool())
            .await
            .unwrap();
            if waiting == 2 {
                break;
            }
        }
        holding.commit().await.unwrap();
    };
    let ((one, other), ()) = tokio::join!(both, release);
    let made = [one.unwrap(), other.unwrap()];
    assert_eq!(made.iter().filter(|made| matches!(made, Made::Before)).count(), 1, "{made:?}");
    assert_eq!(ground.now().await.revision, 1);
}

#[tokio::test(flavor = "multi_thread")]
async fn a_garden_is_seen_by_those_let_in_and_by_nobody_else() {
    let ground = ground().await;
    let stranger = ground.store.create_account("stranger", "no hash", Allowed::Open).await.unwrap();
    assert!(matches!(ground.store.how_far(ground.garden, stranger).await, Err(StoreError::NotFound)));
    assert!(ground.store.gardens_of(stranger).await.unwrap().is_empty());
    ground.store.let_in(ground.garden, stranger, Role::Guest).await.unwrap();
    assert_eq!(ground.store.how_far(ground.garden, stranger).await.unwrap(), HowFar::default());
    let taken = ground.store.create_account("WREN", "no hash", Allowed::Open).await;
    assert!(matches!(taken, Err(StoreError::Conflict { constraint }) if constraint == "account_name"));
}

/// Each line of SQL is refused by the constraint of that name, even when asked directly.
#[tokio::test(flavor = "multi_thread")]
async fn the_tables_refuse_what_must_never_be() {
    let ground = ground().await;
    // Patch 1 is lettuce on [0, 4) × [0, 2) of Gate bed, which has 14 × 6 half squares.
    let put = "insert into patch (garden_id, id, bed_id, half_columns, half_rows, crop, way, x, y, w, h, first_date, last_date, between_others)
               select garden_id, 999, bed_id, half_columns, half_rows,";
    let from = "from patch where id = 1";
    let cases = [
        (
            "a patch outside its bed",
            format!("{put} 'okra', 'bush', 13, 0, 2, 2, first_date, last_date, true {from}"),
            "patch_inside_bed",
        ),
        ("a bed shrunk under its patches", "update bed set length = 6096 where name = 'Gate bed'".into(), "patch_inside_bed"),
        (
            "the same crop twice, even between",
            format!("{put} crop, way, 2, 0, 2, 2, last_date, last_date + 9, true {from}"),
            "patch_same_crop_twice",
        ),
        (
            "shared ground that is not marked",
            format!("{put} 'okra', 'bush', 0, 1, 1, 1, first_date, first_date, false {from}"),
            "patch_ground_taken",
        ),
        (
            "days that end before they start",
            format!("{put} 'okra', 'bush', 0, 0, 1, 1, last_date, first_date - 1, true {from}"),
            "patch_days",
        ),
        (
            "a patch in a bed that is not there",
            "update patch set bed_id = 77 where id = 1".into(),
            "patch_garden_id_bed_id_half_columns_half_rows_fkey",
        ),
        (
            "inches and centimetres mixed",
            "update bed set half_square = 1500 where id = 1".into(),
            "bed_garden_id_half_square_fkey",
        ),
        ("a container without a volume", "update bed set volume_ml = null where kind = 'container'".into(), "bed_check1"),
    ];
    for (name, sql, constraint) in cases {
        let refused = sqlx::query(sqlx::AssertSqlSafe(sql)).execute(ground.store.pool()).await.expect_err(name);
        let database = refused.as_database_error().unwrap_or_else(|| panic!("{name}: {refused}"));
        assert_eq!(database.constraint(), Some(constraint), "{name}: {database}");
    }
    // The premise: the same ground with the mark, and the free ground beside, are taken.
    for sql in [
        format!("{put} 'okra', 'bush', 0, 1, 1, 1, first_date, first_date, true {from}"),
        format!("{put} 'okra', 'bush', 0, 0, 1, 1, last_date + 300, last_date + 310, false {from}").replace("999", "1000"),
    ] {
        sqlx::query(sqlx::AssertSqlSafe(sql)).execute(ground.store.pool()).await.unwrap();
    }
}
