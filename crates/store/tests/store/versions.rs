//! Stored changes of every earlier version are read, taken back and done again.

use crate::common::ground;
use sparrow_core::change::command::Command;
use sparrow_core::change::season::SeasonChange;
use sparrow_demo::quillet_lane;
use sparrow_facts::almanac::{Almanac, Appetite};
use sparrow_facts::garden::Garden;
use sparrow_facts::patch::Planted;
use sparrow_facts::school::School;
use sparrow_facts::site::{Freezes, Frost, Latitude, MonthDay, Site};
use sparrow_facts::turns::Turns;
use sparrow_facts::units::{TenthsC, Units};
use sparrow_store::{StoreError, Way};

/// A change as it was stored when turns and almanac were documents; kept as it is for good.
const EDITS_1: &str = include_str!("../data/edits-v1.json");

#[tokio::test(flavor = "multi_thread")]
async fn a_change_stored_as_documents_is_taken_back_and_done_again_row_by_row() {
    let ground = ground().await;
    let stored: serde_json::Value = serde_json::from_str(EDITS_1).unwrap();
    let document = |n: usize, side: &str| stored[n][side].clone();
    let turns = |side| serde_json::from_value::<Turns>(document(1, side)).unwrap();
    let almanac = |side| {
        let mut document = document(2, side);
        // What today's types say of a generic year.
        sparrow_facts::upgrade::place_for_shape(&mut document);
        serde_json::from_value::<Almanac>(document).unwrap()
    };
    let demo = quillet_lane(crate::common::TODAY).unwrap();
    let bare = Garden { beds: vec![demo.beds[0].clone()], ..Garden::new(demo.site.clone()) };
    let before = Garden { turns: turns("before"), almanac: almanac("before"), ..bare.clone() };
    let past = vec![serde_json::from_value(document(0, "after")).unwrap()];
    let after = Garden { turns: turns("after"), almanac: almanac("after"), past, ..bare };
    let garden = ground.store.create_garden(ground.owner, &after).await.unwrap();
    let insert = "insert into change (garden_id, number, account_id, state, command, edits, edits_version)
                  values ($1, 1, $2, 'done', '{\"do\": \"turn\"}', $3, 1)";
    let stored = sqlx::query(insert).bind(garden.0).bind(ground.owner.0).bind(&stored);
    stored.execute(ground.store.pool()).await.unwrap();

    let asked = |on| sparrow_store::Asked { garden, by: ground.owner, on, key: None };
    let edits = ground.store.next_step(asked(0), Way::Undo, None).await.unwrap().edits;
    ground.undo(asked(0)).await.unwrap();
    assert!(edits.len() > 15, "the premise: the documents are many rows, {}", edits.len());
    assert_eq!(ground.store.load(garden).await.unwrap().garden, before);
    ground.redo(asked(1)).await.unwrap();
    assert_eq!(ground.store.load(garden).await.unwrap().garden, after);

    // A version from a later program is not guessed at.
    sqlx::query("update change set edits_version = 99").execute(ground.store.pool()).await.unwrap();
    let refused = ground.undo(asked(2)).await;
    assert!(matches!(&refused, Err(StoreError::Other(why)) if why.contains("version 99")), "{refused:?}");
    assert_eq!(ground.store.load(garden).await.unwrap().revision, 2, "and nothing was changed");
}

/// A change as it was stored when a patch told field by field what is planted in it; kept as it is for good.
const EDITS_2: &str = include_str!("../data/edits-v2.json");

#[tokio::test(flavor = "multi_thread")]
async fn a_change_stored_with_patches_field_by_field_is_taken_back_and_done_again() {
    let ground = ground().await;
    let demo = quillet_lane(crate::common::TODAY).unwrap();
    let before = Garden { beds: vec![demo.beds[0].clone()], ..Garden::new(demo.site.clone()) };
    let planted = |crop: &str| Planted::usual(crop, "root");
    let carrots = Planted { holes: Some(9), school: Some(School::Staggered), ..planted("carrot") };
    let radishes = Planted { between: true, ..planted("radish") };
    let garden = ground.store.create_garden(ground.owner, &before).await.unwrap();
    let stored: serde_json::Value = serde_json::from_str(EDITS_2).unwrap();
    let insert = "insert into change (garden_id, number, account_id, state, command, edits, edits_version)
                  values ($1, 1, $2, 'undone', '{\"do\": \"place-all\"}', $3, 2)";
    sqlx::query(insert).bind(garden.0).bind(ground.owner.0).bind(&stored).execute(ground.store.pool()).await.unwrap();

    let asked = |on| sparrow_store::Asked { garden, by: ground.owner, on, key: None };
    ground.redo(asked(0)).await.unwrap();
    let after = ground.store.load(garden).await.unwrap().garden;
    let told: Vec<&Planted> = after.patches.iter().map(|patch| &patch.planted).collect();
    assert_eq!(told, [&carrots, &radishes]);
    assert_eq!(after.groupings[0].parts.iter().map(|part| &part.planted).collect::<Vec<_>>(), [&carrots, &radishes]);
    ground.undo(asked(1)).await.unwrap();
    assert_eq!(ground.store.load(garden).await.unwrap().garden, before);
}

#[tokio::test(flavor = "multi_thread")]
async fn noting_a_soil_reading_is_one_small_edit_however_many_there_are() {
    let ground = ground().await;
    let bed = ground.now().await.garden.beds[0].id;
    let read = |day: i64| SeasonChange::Read {
        bed,
        on: jiff::civil::date(2024, 1, 1).saturating_add(jiff::ToSpan::days(day)),
        soil: Some(TenthsC(80)),
    };
    let many = Command::Season { changes: (0..200).map(read).collect() };
    ground.carries_out(ground.asked(0), &many).await.unwrap();
    let one = Command::Season { changes: vec![read(500)] };
    let edits = ground.plans(&one).await.unwrap();
    ground.carries_out(ground.asked(1), &one).await.unwrap();
    let size = serde_json::to_string(&edits).unwrap().len();
    assert!(edits.len() == 1 && size < 150, "{} edits of {size} bytes", edits.len());
    let kept: i64 = sqlx::query_scalar("select pg_column_size(edits)::bigint from change where number = 2")
        .fetch_one(ground.store.pool())
        .await
        .unwrap();
    assert!(kept < 200, "{kept} bytes of history");
}

/// A change as it was stored when a place had two frost dates and a generic year; kept as it is for good.
const EDITS_3: &str = include_str!("../data/edits-v3.json");

#[tokio::test(flavor = "multi_thread")]
async fn a_change_of_a_place_with_a_generic_year_is_taken_back_and_done_again() {
    let ground = ground().await;
    let day = |month, day| MonthDay { month, day };
    let site = |freezes| Site {
        name: "Quillet Lane".into(),
        place: String::new(),
        latitude: Latitude(4490),
        units: Units::Imperial,
        north: 0,
        freezes,
        longitude: None,
        height: None,
        months: None,
        zone: None,
        grid: None,
        neighbour_maize: None,
    };
    let dates = Freezes::Dates(Frost { last: day(4, 21), first: day(10, 24), spread_days: 16, in_ten: 10 });
    let bold = Almanac { appetite: Appetite::Bold, ..Almanac::default() };
    let (before, after) = (Garden::new(site(dates)), Garden { almanac: bold, ..Garden::new(site(Freezes::Never)) });
    let garden = ground.store.create_garden(ground.owner, &after).await.unwrap();
    let insert = "insert into change (garden_id, number, account_id, state, command, edits, edits_version)
                  values ($1, 1, $2, 'done', '{\"do\": \"season\"}', $3, 3)";
    let stored: serde_json::Value = serde_json::from_str(EDITS_3).unwrap();
    sqlx::query(insert).bind(garden.0).bind(ground.owner.0).bind(&stored).execute(ground.store.pool()).await.unwrap();
    let asked = |on| sparrow_store::Asked { garden, by: ground.owner, on, key: None };
    ground.undo(asked(0)).await.unwrap();
    assert_eq!(ground.store.load(garden).await.unwrap().garden, before);
    ground.redo(asked(1)).await.unwrap();
    assert_eq!(ground.store.load(garden).await.unwrap().garden, after);
}
