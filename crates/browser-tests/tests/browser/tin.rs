//! The seed tin in the page: packets go in, sowings run them down, a test changes what is sown, tables go out and come in.

use jiff::civil::date;
use sparrow_browser_tests::{Failure, Gardener, Stage};
use thirtyfour::Key;

/// What stands in the tin's line of a crop.
async fn line(gardener: &Gardener, crop: &str) -> Result<String, Failure> {
    let script = "return [...document.querySelectorAll('[data-lot]')].map((row) => row.innerText.replace(/\\s+/g, ' '))";
    let rows: Vec<String> = gardener.driver.execute(script, Vec::new()).await?.convert()?;
    Ok(rows.into_iter().find(|row| row.starts_with(crop)).unwrap_or_default())
}

/// A packet into the tin, from the button on.
async fn puts_in(gardener: &Gardener, crop: &str, amount: &str, packed: &str) -> Result<(), Failure> {
    gardener.clicks("put seed in").await?;
    gardener.chooses("lot-crop", crop).await?;
    gardener.fills("lot-amount", amount).await?;
    gardener.fills("lot-packed", packed).await?;
    gardener.clicks("keep it").await
}

#[tokio::test(flavor = "multi_thread")]
async fn packets_go_into_the_tin_and_a_test_at_home_changes_what_is_sown() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("6").await?;
    gardener.reads("The seed tin on 5 April 2027").await?;
    gardener.reads("To be sown until").await?;
    // What cannot be is told, and what was typed stays.
    puts_in(&gardener, "swede", "a handful", "2027").await?;
    gardener.reads("which is not so much seed").await?;
    gardener.fills("lot-amount", "300 seeds").await?;
    gardener.clicks("keep it").await?;
    gardener.reads("of 100 come up").await?;
    gardener.reads("How thick to sow").await?;
    let before = line(&gardener, "swede").await?;
    assert!(before.contains("2027") && before.contains("300"), "{before}");

    // Twenty seeds between damp paper, of which six came up.
    gardener.presses("t").await?;
    gardener.fills("test-up", "6").await?;
    gardener.clicks("keep the test").await?;
    gardener.reads("5 April 2027: 6 of 20").await?;
    gardener.reads_no_more("Seeds laid out").await?;
    // Less is expected of it.
    gardener.reads_no_more(&before).await?;

    // It is used up, and that is taken back.
    gardener.clicks("it is used up").await?;
    gardener.reads("There is nothing left of it.").await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.reads_no_more("There is nothing left of it.").await?;
    let back = line(&gardener, "swede").await?;
    assert!(back.contains("300"), "{back}");
    gardener.clicks("throw it away").await?;
    gardener.reads("Choose a lot to see its sums.").await?;
    gardener.reads_no_more(&back).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_sown_on_the_round_is_gone_from_the_tin() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("7").await?;
    gardener.reads("Monday, 5 April 2027").await?;
    let work = gardener.reads_in("[data-due] [data-task$='-sow-outside']").await?;
    assert!(work.contains("Sow "), "the premise: something is to be sown, {work}");
    gardener.presses("6").await?;
    gardener.reads("To be sown until").await?;
    gardener.reads("beet 2 plantings").await?;
    gardener.presses("7").await?;
    gardener.reads("Monday, 5 April 2027").await?;
    gardener.clicks_on("[data-due] [data-task$='-sow-outside'] .tick").await?;
    gardener.comes_to_count("[data-done] > li", 1).await?;
    gardener.presses("6").await?;
    gardener.reads("To be sown until").await?;
    gardener.reads("beet 1 planting").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_table_of_thirty_lots_comes_in_and_goes_out() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 1, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Tinner").await?;
    gardener.plans_a_bed("Bed", "8 ft", "4 ft").await?;
    gardener.presses("6").await?;
    gardener.reads("There is nothing in it yet.").await?;
    gardener.reads("Nothing is planned that wants seed.").await?;
    let mut table = String::from("crop,amount,packed\n");
    for (n, crop) in ["carrot", "beet", "lettuce", "tomato", "radish"].iter().cycle().take(30).enumerate() {
        table += &format!("{crop},{} seeds,{}\n", 100 + n, 2027 - n % 4);
    }
    gardener.hands_in("list-file", "broken.csv", "crop,amount,packed\ncarrot,many,2027\n").await?;
    gardener.reads("Line 2: amount: read “many”").await?;
    gardener.hands_in("list-file", "tin.csv", &table).await?;
    gardener.reads("30 lines read and kept.").await?;
    gardener.comes_to_count("[data-lot]", 30).await?;
    let fetched = "const done = arguments[0]; \
        fetch(document.querySelector('a[href$=\"of=lots\"]').href).then((one) => one.text()).then(done)";
    let out: String = gardener.driver.execute_async(fetched, Vec::new()).await?.convert()?;
    assert_eq!(out.lines().count(), 31);
    assert!(out.lines().skip(1).all(|line| line.contains("2027-01-05")), "counted today: {out}");
    // One undo takes all of it back.
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.reads("There is nothing in it yet.").await?;
    gardener.leaves().await
}

/// A phone, a guest, and keys alone.
#[tokio::test(flavor = "multi_thread")]
async fn on_a_phone_nothing_scrolls_sideways_and_keys_go_from_lot_to_lot() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let phone = stage.gardener(390, 844).await?;
    phone.opens("Quillet Lane").await?;
    phone.clicks_on("nav button:nth-of-type(6)").await?;
    phone.reads("The seed tin on 5 April 2027").await?;
    let wide = "return document.documentElement.scrollWidth - document.documentElement.clientWidth";
    let over: i64 = phone.driver.execute(wide, Vec::new()).await?.convert()?;
    assert!(over <= 0, "{over} px too wide");
    phone.presses("j").await?;
    phone.reads("of 100 come up").await?;
    let first = phone.reads_in(".in-hand").await?;
    phone.presses("j").await?;
    let second = phone.reads_in(".in-hand").await?;
    assert_ne!(first, second);
    phone.presses("n").await?;
    phone.reads("What it is").await?;
    phone.presses(Key::Escape + "").await?;
    phone.presses(Key::Escape + "").await?;
    phone.reads_no_more("What it is").await?;
    phone.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_short_is_held_against_young_plants_and_sets_are_not_seed() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2026, 11, 23)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("6").await?;
    gardener.reads("To be sown until").await?;
    // Four cabbages are wanted, of which the tin has no seed.
    gardener.fills("start-price", "much").await?;
    gardener.reads("“much” is no price").await?;
    gardener.fills("start-price", "1.20").await?;
    gardener.reads("or 4 young plants, 4.80").await?;
    gardener.clicks("put seed in").await?;
    gardener.chooses("lot-crop", "onion").await?;
    gardener.chooses("lot-planted", "sets").await?;
    gardener.fills("lot-amount", "60 sets").await?;
    gardener.clicks("keep it").await?;
    gardener.reads("onion sets, 2026").await?;
    gardener.reads_no_more("of 100 come up").await?;
    let sets = line(&gardener, "onion sets").await?;
    assert!(sets.contains("60") && sets.contains("not planned"), "onions are sown here as seed: {sets}");
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_end_of_a_row_is_left_for_seed_which_comes_into_the_tin() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2026, 11, 23)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("6").await?;
    gardener.reads("To be sown until").await?;
    gardener.clicks("carrot").await?;
    gardener.unfolds("[data-saving]").await?;
    gardener.reads("would have to stand until about 31 August 2028").await?;
    let rows = gardener.counts("[data-winters]").await?;
    let leave = "[...document.querySelectorAll('[data-winters] button')][0].click()";
    gardener.driver.execute(leave, Vec::new()).await?;
    // What stays already is not asked about again; the rest of its row might stay as well.
    gardener.sees("[data-winters]").await?;
    gardener.reads("undo").await?;
    gardener.presses("5").await?;
    gardener.reads("To settle").await?;
    gardener.comes_to_count("[data-bar][data-crop=carrot]", rows + 1).await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.comes_to_count("[data-bar][data-crop=carrot]", rows).await?;
    gardener.presses("6").await?;
    gardener.reads("To be sown until").await?;
    gardener.clicks("carrot").await?;
    gardener.unfolds("[data-saving]").await?;
    gardener.clicks("put seed that you saved into the tin").await?;
    gardener.fills("lot-amount", "5 g").await?;
    gardener.clicks("keep it").await?;
    gardener.reads("from our own garden").await?;
    gardener.leaves().await
}
