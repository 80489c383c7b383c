//! Without a signal: the page opens from what the browser keeps, what is written waits in it, and nothing is lost or told to others.

use jiff::civil::date;
use sparrow_browser_tests::{Failure, Gardener, Line, Stage};
use thirtyfour::Key;

/// Something done on the round, and something in words.
async fn writes_three(gardener: &Gardener, words: &str, waiting: usize) -> Result<(), Failure> {
    gardener.clicks_on("[data-due] .tick[aria-pressed=false]").await?;
    for said in [format!("{words} one"), format!("{words} two")] {
        gardener.fills("journal-words", &said).await?;
        gardener.clicks("write it down").await?;
        gardener.reads(&said).await?;
    }
    gardener.comes_to_count("[data-written] > li", waiting).await
}

/// How many frames are drawn until a tap on the first line's box is seen.
async fn taps(gardener: &Gardener) -> Result<u32, Failure> {
    let tap = "const done = arguments[0]; const tick = document.querySelector('[data-due] .tick[aria-pressed=false]');
        const key = tick.closest('[data-task]').dataset.task;
        const seen = () => document.querySelector(`[data-task='${key}'] .tick[aria-pressed=true]`);
        const look = (frames) => (seen() || frames > 300 ? done(frames) : requestAnimationFrame(() => look(frames + 1)));
        tick.click();
        look(0);";
    Ok(gardener.driver.execute_async(tap, Vec::new()).await?.convert()?)
}

#[tokio::test(flavor = "multi_thread")]
async fn a_tap_is_seen_at_once_with_a_line_and_without() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let line = Line::to(stage.address()).await?;
    let gardener = stage.gardener_at(&line.address, 390, 844).await?;
    keeps_the_round(&gardener).await?;
    let with = taps(&gardener).await?;
    line.is_cut();
    let without = taps(&gardener).await?;
    assert!(with <= 2 && without <= 2, "seen before anybody answers: after {with} and {without} frames");
    gardener.leaves().await
}

/// In the garden's round of the day, and told that this browser keeps it.
async fn keeps_the_round(gardener: &Gardener) -> Result<(), Failure> {
    gardener.opens("Quillet Lane").await?;
    gardener.clicks_on("nav .first").await?;
    gardener.reads("Kept in this browser for a time without a signal, until 12 April").await
}

#[tokio::test(flavor = "multi_thread")]
async fn six_things_written_without_a_signal_by_two_outlive_a_reload_and_are_each_kept_once() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let line = Line::to(stage.address()).await?;
    let (one, other) = (stage.gardener_at(&line.address, 390, 844).await?, stage.gardener_at(&line.address, 390, 844).await?);
    keeps_the_round(&one).await?;
    keeps_the_round(&other).await?;
    line.is_cut();
    writes_three(&one, "the first", 3).await?;
    // The other one logs the next line of the same bed's work.
    writes_three(&other, "the second", 3).await?;
    one.reads("3 entries wait here until the garden can be reached").await?;

    // A phone that was closed opens the page and the round without any line.
    one.driver.refresh().await?;
    one.reads("3 entries wait here until the garden can be reached").await?;
    one.reads("The garden cannot be reached. This is how it was on").await?;
    one.reads("the first two").await?;
    one.comes_to_count("[data-done] > li", 1).await?;
    // Tomorrow can be looked at.
    one.clicks_on("[aria-label='the day after']").await?;
    one.reads("Tuesday, 6 April 2027").await?;
    one.reads("On this day").await?;
    one.clicks_on("[aria-label='the day before']").await?;

    // It was tried once when the page was opened, and is not again for a while.
    one.reads("send now").await?;
    line.is_whole();
    one.clicks("send now").await?;
    one.comes_to_count("[data-waiting]", 0).await?;
    one.comes_to_count("[data-since]", 0).await?;
    one.reads("Written down").await?;
    other.driver.refresh().await?;
    other.comes_to_count("[data-waiting]", 0).await?;
    // Both ticked the first line of the same list: that is told twice, as both wrote it.
    one.driver.refresh().await?;
    one.comes_to_count("[data-written] > li", 6).await?;
    for said in ["the first one", "the first two", "the second one", "the second two"] {
        assert_eq!(one.page().await?.matches(&format!("Noted: {said}")).count(), 1, "{said}");
    }
    one.leaves().await?;
    other.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn signing_out_with_entries_that_wait_asks_first_and_leaves_nothing_to_read() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let line = Line::to(stage.address()).await?;
    let gardener = stage.gardener_at(&line.address, 1280, 800).await?;
    keeps_the_round(&gardener).await?;
    line.is_cut();
    gardener.presses("jd").await?;
    gardener.reads("1 entry waits here until the garden can be reached").await?;
    gardener.clicks("sign out").await?;
    gardener.reads("Not everything is with the server yet").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.comes_to_count("[data-still-waiting]", 0).await?;
    gardener.reads("1 entry waits here").await?;
    // Nobody is signed out while the server cannot be told.
    gardener.clicks("sign out").await?;
    gardener.clicks("sign out and lose it").await?;
    gardener.reads("No answer came").await?;
    gardener.reads("1 entry waits here").await?;
    gardener.reads("send now").await?;
    line.is_whole();
    gardener.clicks("send now").await?;
    gardener.comes_to_count("[data-waiting]", 0).await?;
    gardener.clicks("sign out").await?;
    gardener.reads("Your own garden").await?;
    line.is_cut();
    gardener.goes_to("/garden/1/rounds").await?;
    gardener.reads("The garden cannot be reached just now.").await?;
    assert!(!gardener.page().await?.contains("Quillet"));
    gardener.leaves().await
}
