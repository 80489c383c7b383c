//! Each later migration on data from before it: nothing is lost, and what is new has its plain meaning.

use sparrow_facts::ids::{BedId, WishId};
use sparrow_facts::turns::{Entry, Piece};
use sqlx::{Connection, PgConnection};
use std::ops::RangeBounds;

/// One garden with a bed and two patches, as the first three migrations keep them.
const BEFORE: &str = "
    insert into garden (name, place, latitude, units, north) values ('Old yard', '', 4490, 'imperial', 0);
    insert into bed (garden_id, id, half_square, name, kind, length, width, depth, x, y, turn,
                     reach_far, reach_near, reach_left, reach_right)
    values (1, 1, 1524, 'Old bed', 'ground', 24384, 12192, 2540, 20000, 20000, 0, true, true, true, true);
    insert into patch (garden_id, id, bed_id, half_columns, half_rows, crop, way, x, y, w, h, holes,
                       first_date, last_date, between_others, kept)
    values (1, 1, 1, 16, 8, 'carrot', 'root', 0, 0, 4, 4, 12, '2025-04-01', '2025-07-01', false, '{brace}'),
           (1, 2, 1, 16, 8, 'radish', 'root', 0, 0, 4, 2, null, '2025-04-01', '2025-05-01', true, '{}');";

/// Runs the migrations of these numbers on a schema of its own in the test's database, so that they run on nothing.
async fn migrate(connection: &mut PgConnection, numbers: impl RangeBounds<i64>) {
    for migration in sqlx::migrate!("./migrations").iter().filter(|one| numbers.contains(&one.version)) {
        sqlx::raw_sql(migration.sql.clone()).execute(&mut *connection).await.expect("it runs");
    }
}

#[tokio::test(flavor = "multi_thread")]
#[allow(clippy::too_many_lines, reason = "one garden through every migration")]
async fn a_garden_from_before_keeps_its_patches_and_stands_by_the_square_foot_grid() {
    let ground = crate::common::ground().await;
    let mut connection = PgConnection::connect(&ground.url).await.unwrap();
    sqlx::raw_sql("create schema old; set search_path to old, public").execute(&mut connection).await.unwrap();
    migrate(&mut connection, ..=3).await;
    sqlx::raw_sql(BEFORE).execute(&mut connection).await.unwrap();
    // A change that was made under a key, before keys had a table of their own.
    let keyed = "insert into old.change (garden_id, number, state, command, edits, idempotency_key)
                 values (1, 900, 'done', '{\"do\": \"lock\"}', '[]', 'phone-1')";
    sqlx::raw_sql(keyed).execute(&mut connection).await.unwrap();
    migrate(&mut connection, 4..=12).await;
    type Row = (i32, Option<i32>, Option<String>, bool, Option<i32>);
    let patches: Vec<Row> = sqlx::query_as("select id, holes, school, locked, line_at from old.patch order by id")
        .fetch_all(&mut connection)
        .await
        .unwrap();
    assert_eq!(patches, vec![(1, Some(12), None, false, None), (2, None, None, false, None)]);
    let school: (String, i32) =
        sqlx::query_as("select g.school, cardinality(b.drips) from old.garden g join old.bed b on b.garden_id = g.id")
            .fetch_one(&mut connection)
            .await
            .unwrap();
    assert_eq!(school, ("square-foot".to_string(), 0));
    let turns: (i16, String, String, bool) =
        sqlx::query_as("select turn_years, turn_school, turn_unit, covers_count from old.garden")
            .fetch_one(&mut connection)
            .await
            .unwrap();
    assert_eq!(turns, (4, "family-first".to_string(), "section".to_string(), true));
    let season: (String, Option<String>, String, Option<Vec<i16>>, i16, i16) =
        sqlx::query_as("select warmth_from, climate_shape, appetite, month_highs, shelf_cells, survival from old.garden")
            .fetch_one(&mut connection)
            .await
            .unwrap();
    assert_eq!(season, ("shape".to_string(), None, "even".to_string(), None, 144, 80));
    type Time = (Option<String>, Option<i16>, Option<i16>, String, String);
    let times: Vec<Time> = sqlx::query_as(
        "select p.means, p.survival, p.packet_days, b.mulch, b.cover from old.patch p join old.bed b on b.id = p.bed_id order by p.id",
    )
    .fetch_all(&mut connection)
    .await
    .unwrap();
    assert_eq!(times, vec![(None, None, None, "none".to_string(), "none".to_string()); 2], "as usual for their crops");
    let keyed: (String, serde_json::Value, i16) =
        sqlx::query_as("select m.key, m.asked, c.edits_version from old.made_request m join old.change c on c.number = 900")
            .fetch_one(&mut connection)
            .await
            .unwrap();
    assert_eq!(keyed, ("phone-1".to_string(), serde_json::json!({ "do": "lock" }), 1));
    // What must never be is still refused by the tables: a second carrot on that ground, a school without its figure.
    let twice = "insert into old.patch (garden_id, id, bed_id, half_columns, half_rows, crop, way, x, y, w, h, first_date, last_date, between_others)
                 values (1, 3, 1, 16, 8, 'carrot', 'root', 2, 2, 4, 4, '2025-05-01', '2025-06-01', true)";
    for (wrong, constraint) in [
        (twice, "patch_same_crop_twice"),
        ("update old.patch set school = 'close'", "patch_school"),
        ("update old.garden set school = 'scatter', school_figure = 12", "garden_school"),
        ("update old.patch set line_at = 100", "patch_line"),
        ("update old.garden set turn_years = 9", "garden_turn_years_check"),
        (
            "insert into old.wish_pin (garden_id, wish_id, year, bed_id, piece) values (1, 9, 2027, 1, 0)",
            "wish_pin_garden_id_wish_id_fkey",
        ),
        ("update old.bed set drips = '{-5}'", "bed_drips"),
        ("update old.patch set packet_days = 5", "patch_packet_days_check"),
        ("update old.patch set means = 'thrown'", "patch_means_check"),
        ("update old.garden set warmth_from = 'months'", "garden_months"),
        ("update old.garden set harden_days = 30", "garden_harden_days_check"),
        ("insert into old.soil_reading values (1, 9, '2026-04-01', 100)", "soil_reading_garden_id_bed_id_fkey"),
    ] {
        let refused = sqlx::raw_sql(wrong).execute(&mut connection).await.unwrap_err();
        let name = refused.as_database_error().and_then(|error| error.constraint()).map(String::from);
        assert_eq!(name.as_deref(), Some(constraint), "{wrong}");
    }
    // Two marked rows of one crop may share half squares; the rules judge them by their places.
    let rows =
        "insert into old.patch (garden_id, id, bed_id, half_columns, half_rows, crop, way, x, y, w, h, first_date, last_date,
                                       between_others, line_at, line_across)
                values (1, 4, 1, 16, 8, 'beet', 'root', 0, 4, 16, 1, '2025-05-01', '2025-06-01', false, 6500, false),
                       (1, 5, 1, 16, 8, 'beet', 'root', 0, 4, 16, 2, '2025-05-01', '2025-06-01', false, 7500, false)";
    sqlx::raw_sql(rows).execute(&mut connection).await.unwrap();
}

/// What stood beside accounts and calendars before sessions were rows: nobody's password is lost, and links go on.
#[tokio::test(flavor = "multi_thread")]
async fn accounts_and_calendar_links_from_before_sessions_were_rows_go_on() {
    let ground = crate::common::ground().await;
    let mut connection = PgConnection::connect(&ground.url).await.unwrap();
    sqlx::raw_sql("create schema older; set search_path to older, public").execute(&mut connection).await.unwrap();
    migrate(&mut connection, ..=12).await;
    let before = "insert into account (name, password_hash) values ('Wren', 'a hash'), ('Robin', 'another');
                  insert into garden (name, place, latitude, units, north) values ('Old yard', '', 4490, 'imperial', 0);
                  insert into membership values (1, 1, 'owner'), (1, 2, 'guest');
                  insert into calendar_link values (1, 'uid', 'word');
                  insert into cookie_key (key) values (decode(repeat('00', 64), 'hex'));";
    sqlx::raw_sql(before).execute(&mut connection).await.unwrap();
    migrate(&mut connection, 20..=20).await;
    type Row = (Vec<u8>, i64, i64);
    let links: Vec<Row> = sqlx::query_as("select token_hash, garden_id, account_id from older.calendar_subscription")
        .fetch_all(&mut connection)
        .await
        .unwrap();
    let word: Vec<u8> = sqlx::query_scalar("select sha256('word'::bytea)").fetch_one(&mut connection).await.unwrap();
    assert_eq!(links, [(word, 1, 1)], "the owner's link, by its hash");
    let accounts: Vec<(String, Option<String>, bool)> =
        sqlx::query_as("select name, password_hash, demo from older.account order by id")
            .fetch_all(&mut connection)
            .await
            .unwrap();
    let kept = |name: &str, hash: &str| (name.to_string(), Some(hash.to_string()), false);
    assert_eq!(accounts, [kept("Wren", "a hash"), kept("Robin", "another")]);
    for (wrong, constraint) in [
        ("update older.account set password_hash = null", "account_password"),
        (
            "insert into older.one_time_link (token_hash, kind, expires_at) values (decode(repeat('00', 32), 'hex'), 'reset', now())",
            "link_reset",
        ),
        ("insert into older.session (token_hash, account_id) values ('word', 1)", "session_token_hash_check"),
        // Who may no longer come in has no link either.
        (
            "insert into older.calendar_subscription values (decode(repeat('00', 32), 'hex'), 1, 77)",
            "calendar_subscription_garden_id_account_id_fkey",
        ),
    ] {
        let refused = sqlx::raw_sql(wrong).execute(&mut connection).await.unwrap_err();
        let name = refused.as_database_error().and_then(|error| error.constraint()).map(String::from);
        assert_eq!(name.as_deref(), Some(constraint), "{wrong}");
    }
    sqlx::raw_sql("delete from older.membership where account_id = 1").execute(&mut connection).await.unwrap();
    let left: i64 =
        sqlx::query_scalar("select count(*) from older.calendar_subscription").fetch_one(&mut connection).await.unwrap();
    assert_eq!(left, 0);
}

/// Plans whose entries were rows of their own have them all, in their order, in the form that is read now.
#[tokio::test(flavor = "multi_thread")]
async fn plans_from_before_they_were_whole_keep_their_entries() {
    let ground = crate::common::ground().await;
    let mut connection = PgConnection::connect(&ground.url).await.unwrap();
    sqlx::raw_sql("create schema rows; set search_path to rows, public").execute(&mut connection).await.unwrap();
    migrate(&mut connection, ..=12).await;
    sqlx::raw_sql(BEFORE).execute(&mut connection).await.unwrap();
    let before = "insert into wish (garden_id, id, crop, squares, early, main, late, trellis, sun, deep, container, every, winters, resistant)
                  values (1, 7, 'carrot', 4, false, true, false, false, false, false, false, 1, false, false);
                  insert into turn_plan (garden_id, id, name, followed) values (1, 1, 'As it was', true), (1, 2, 'Empty', false);
                  insert into turn_plan_entry values (1, 1, 7, 2027, 1, 3, 2), (1, 1, 7, 2026, 1, 2, 4);";
    sqlx::raw_sql(before).execute(&mut connection).await.unwrap();
    migrate(&mut connection, 25..=25).await;
    let plans: Vec<(i32, serde_json::Value)> =
        sqlx::query_as("select id, entries from rows.turn_plan order by id").fetch_all(&mut connection).await.unwrap();
    let entry = |year: i16, piece: u8, squares: u16| Entry { wish: WishId(7), year, at: Piece { bed: BedId(1), piece }, squares };
    let read = |value: &serde_json::Value| serde_json::from_value::<Vec<Entry>>(value.clone()).expect("entries as they are read");
    assert_eq!(plans.iter().map(|(id, _)| *id).collect::<Vec<_>>(), [1, 2]);
    assert_eq!(read(&plans[0].1), [entry(2026, 2, 4), entry(2027, 3, 2)]);
    assert_eq!(read(&plans[1].1), []);
}

/// A journal, changes and a place from before: what strikes out is found by what it strikes, no number that was ever given is given
/// again, and the place keeps all that does not follow from it.
#[tokio::test(flavor = "multi_thread")]
async fn a_garden_from_before_knows_what_was_struck_out_and_which_numbers_it_gave() {
    let ground = crate::common::ground().await;
    let mut connection = PgConnection::connect(&ground.url).await.unwrap();
    sqlx::raw_sql("create schema journal; set search_path to journal, public").execute(&mut connection).await.unwrap();
    migrate(&mut connection, ..=28).await;
    sqlx::raw_sql(BEFORE).execute(&mut connection).await.unwrap();
    let before = "update patch set kept = '{brace,soon:cabbage:2025,shade:12,company:carrot>onion:Hides:11}' where id = 1;
        update garden set longitude = -9326, latitude = 4498, place_means = array_fill(50, array[12]), place_rain = array_fill(60, array[12]);
        insert into change (garden_id, number, state, command, edits, edits_version) values
            (1, 1, 'undone', '{}', '[{\"fact\": \"patch\", \"before\": null, \"after\": {\"id\": 9}}, {\"fact\": \"bed\", \"before\": {\"id\": 3}, \"after\": null}]', 3);
        insert into journal_entry (garden_id, id, day, voids, version, entry) values
            (1, '01931a00-0000-7000-8000-000000000001', '2026-04-01', false, 1, '{\"what\": {\"kind\": \"weeded\"}, \"instead_of\": null}'),
            (1, '01931a00-0000-7000-8000-000000000002', '2026-04-02', true, 1,
             '{\"what\": {\"kind\": \"struck\", \"entry\": \"01931a00-0000-7000-8000-000000000001\"}, \"instead_of\": null}'),
            (1, '01931a00-0000-7000-8000-000000000003', '2026-04-03', true, 1,
             '{\"what\": {\"kind\": \"note\"}, \"instead_of\": \"01931a00-0000-7000-8000-000000000002\"}');";
    sqlx::raw_sql(before).execute(&mut connection).await.unwrap();
    migrate(&mut connection, 29..).await;
    let voids: Vec<(i64, Vec<String>)> =
        sqlx::query_as("select right(id::text, 1)::bigint, makes_void::text[] from journal.journal_entry order by id")
            .fetch_all(&mut connection)
            .await
            .unwrap();
    let id = |n: u8| format!("01931a00-0000-7000-8000-00000000000{n}");
    assert_eq!(voids, [(1, vec![]), (2, vec![id(1)]), (3, vec![id(2)])]);
    let given: (i32, i32, i32, i32) = sqlx::query_as("select given_bed, given_patch, given_wish, longitude from journal.garden")
        .fetch_one(&mut connection)
        .await
        .unwrap();
    assert_eq!(given, (3, 12, 0, -9326), "also what was taken away or back, and what a kept warning names");
}
