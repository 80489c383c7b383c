//! The day's round in the real page: with a thumb on the phone, with keys alone, while others look on.

use jiff::civil::date;
use sparrow_browser_tests::{Failure, Stage};
use thirtyfour::Key;

#[tokio::test(flavor = "multi_thread")]
async fn a_morning_s_round_is_walked_with_a_thumb_and_what_was_tapped_wrongly_is_struck_out() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = stage.gardener(390, 844).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.clicks_on("nav .first").await?;
    gardener.reads("Monday, 5 April 2027").await?;
    gardener.reads("Written down").await?;
    let line = gardener.says_of("[data-due] [data-task]", "data-task").await?.ok_or("spring brings work")?;
    let (due, done) = (format!("[data-due] [data-task='{line}']"), format!("[data-done] [data-task='{line}']"));
    let stands = async |there: usize, not: usize| {
        gardener.comes_to_count(&due, there).await?;
        gardener.comes_to_count(&done, not).await
    };
    // One tap, and it is done and written down; it stays where it is for a while, so that no other line comes under the thumb.
    gardener.clicks_on(&format!("{due} .tick")).await?;
    gardener.comes_to_count(&format!("{due} .tick[aria-pressed=true]"), 1).await?;
    stands(0, 1).await?;
    gardener.comes_to_count("[data-written] > li", 1).await?;
    gardener.driver.refresh().await?;
    stands(0, 1).await?;
    // Tapped once more it is struck out, and is to be done again; so it is from the list of what was written.
    gardener.clicks_on(&format!("{done} .tick")).await?;
    stands(1, 0).await?;
    gardener.clicks_on(&format!("{due} .tick")).await?;
    gardener.comes_to_count("[data-written] > li", 1).await?;
    gardener.clicks("strike it out").await?;
    stands(1, 0).await?;
    gardener.reads("Nothing yet of this day").await?;
    // Not today: it is there tomorrow, and not today.
    gardener.clicks_on(&format!("{due} .later")).await?;
    stands(0, 0).await?;
    gardener.reads("Put off").await?;
    // What no line asks for.
    gardener.chooses("journal-kind", "picked").await?;
    gardener.chooses("journal-place", "Corner bed: rhubarb").await?;
    gardener.fills("journal-many", "2,5").await?;
    gardener.chooses("journal-unit", "lb").await?;
    gardener.fills("journal-words", "the first stalks").await?;
    gardener.clicks("write it down").await?;
    gardener.reads("Picked 2.5 lb: the first stalks").await?;
    gardener.comes_to_count("[data-written] > li", 2).await?;
    // How it was sown, in one row of a bed.
    gardener.chooses("journal-kind", "sowed").await?;
    gardener.chooses("journal-place", "Long bed").await?;
    gardener.unfolds("aside.slip details").await?;
    gardener.fills("square-across", "2").await?;
    for (field, value) in [("journal-many", "24"), ("journal-depth", "1/2"), ("journal-apart", "2")] {
        gardener.fills(field, value).await?;
    }
    gardener.chooses("journal-under", "under sand").await?;
    gardener.clicks("write it down").await?;
    gardener.reads("Sowed 24, ½ in deep, 2 in apart, under sand").await?;
    // Tomorrow has not come: it is looked at, not ticked.
    gardener.clicks_on("[aria-label='the day after']").await?;
    gardener.reads("Tuesday, 6 April 2027").await?;
    gardener.reads("This day has not come yet").await?;
    gardener.comes_to_count(".tick", 0).await?;
    gardener.leaves().await
}

/// Undo on the round takes back what was just written down there, and never a change of the plan that is not seen.
#[tokio::test(flavor = "multi_thread")]
async fn undo_takes_back_the_tick_and_leaves_the_plan_alone() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.opens_bed("Kitchen bed").await?;
    gardener.selects("broccoli").await?;
    gardener.fills("plants", "3").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.comes_to_count("[data-crop=broccoli] .stem", 3).await?;
    gardener.clicks_on("nav .first").await?;
    gardener.sees("[data-due] .tick[aria-pressed=false]").await?;
    // Nothing was written down yet: there is nothing to undo here, whatever was planned.
    gardener.sees(".top button:disabled").await?;
    for by_keys in [false, true] {
        gardener.clicks_on("[data-due] .tick[aria-pressed=false]").await?;
        gardener.comes_to_count("[data-written] > li", 1).await?;
        if by_keys {
            gardener.chords(&[Key::Control], 'z').await?
        } else {
            gardener.clicks_on(".top button:enabled.undo").await?
        }
        gardener.comes_to_count("[data-written] > li", 0).await?;
    }
    gardener.clicks_on("[data-due] .tick[aria-pressed=false]").await?;
    gardener.clicks_on(".just button").await?;
    gardener.comes_to_count("[data-written] > li", 0).await?;
    gardener.opens_bed("Kitchen bed").await?;
    gardener.selects("broccoli").await?;
    gardener.comes_to_count("[data-crop=broccoli] .stem", 3).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_round_is_walked_with_keys_alone_and_a_guest_only_looks() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("7").await?;
    gardener.reads("Monday, 5 April 2027").await?;
    gardener.reads("Written down").await?;
    // Whatever is late comes first; nobody has to tick a month away.
    let late = gardener.counts("[data-late] > li").await?;
    assert!(late > 1, "the premise: nothing was written down yet, {late}");
    gardener.presses("j").await?;
    gardener.sees("[data-late] .hand").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.tabs_to_button(&format!("all {late} were done on their days")).await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.comes_to_count("[data-late] > li", 0).await?;
    // The round is read anew after that; a key pressed before finds no line to go to.
    gardener.sees("[data-due] li").await?;
    gardener.presses("j").await?;
    gardener.sees(".walk .hand").await?;
    gardener.presses("d").await?;
    gardener.comes_to_count("[data-written] > li", 1).await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.comes_to_count("[data-done] > li", 0).await?;
    gardener.presses("d").await?;
    gardener.comes_to_count("[data-done] > li", 1).await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.presses("jl").await?;
    gardener.comes_to_count("[data-written] > li", 2).await?;
    gardener.presses("w").await?;
    gardener.sees("[name=journal-kind]:focus").await?;
    gardener.presses("weeded").await?;
    gardener.tabs_to_button("write it down").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads("Weeded").await?;
    gardener.comes_to_count("[data-written] > li", 3).await?;
    gardener.tabs_to("[aria-label='the day before']").await?;
    gardener.presses(Key::Left + "").await?;
    gardener.reads("Sunday, 4 April 2027").await?;
    gardener.presses("t").await?;
    gardener.reads("Monday, 5 April 2027").await?;

    let guest = stage.gardener(1280, 800).await?;
    guest.enters_demo("Look only").await?;
    guest.reads("Gardens of").await?;
    guest.clicks("Quillet Lane").await?;
    guest.reads("growing places").await?;
    guest.presses("7").await?;
    guest.comes_to_count("[data-written] > li", 3).await?;
    guest.comes_to_count(".tick", 0).await?;
    assert!(!guest.page().await?.contains("strike it out"));
    gardener.leaves().await?;
    guest.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_tapped_and_written_while_the_garden_cannot_be_reached_waits_and_is_kept_once() -> Result<(), Failure> {
    let (stage, way) = Stage::open_with_a_way().await?;
    let gardener = stage.gardener(390, 844).await?;
    gardener.opens("Tern Court").await?;
    gardener.clicks_on("nav .first").await?;
    gardener.reads("Written down").await?;
    way.is_cut();
    gardener.clicks_on(".tick").await?;
    gardener.comes_to_count("[data-done] > li", 1).await?;
    gardener.reads("1 entry waits here until the garden can be reached").await?;
    gardener.reads("send now").await?;
    gardener.fills("journal-words", "the first shower for weeks").await?;
    gardener.clicks("write it down").await?;
    gardener.reads("2 entries wait here until the garden can be reached").await?;
    // Both were tried, and nobody answered; the page itself tries again much later.
    gardener.reads("send now").await?;
    way.is_open();
    gardener.clicks("send now").await?;
    gardener.comes_to_count("[data-waiting]", 0).await?;
    gardener.reads("Noted: the first shower for weeks").await?;
    gardener.driver.refresh().await?;
    gardener.comes_to_count("[data-written] > li", 2).await?;
    gardener.comes_to_count("[data-done] > li", 1).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn what_went_into_another_row_is_in_hand_on_the_plan_to_be_moved() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("7").await?;
    gardener.reads("Written down").await?;
    gardener.clicks_on("[data-due] [data-task$='sow-outside'] .what").await?;
    gardener.clicks("it went into another row: move it on the plan").await?;
    gardener.reads("Escape puts it down").await?;
    gardener.reads("remove this patch").await?;
    gardener.leaves().await
}
