//! What happened in the garden, in the real page: beside the plan, in photos, on tags, and in the care that is asked for.

use jiff::civil::date;
use sparrow_browser_tests::{Failure, Gardener, Stage};
use std::path::Path;
use thirtyfour::prelude::*;

/// On the round of a day in Quillet Lane.
async fn on_the_round(stage: &Stage, width: u32, height: u32) -> Result<Gardener, Failure> {
    let gardener = stage.gardener(width, height).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.clicks_on(if width < 900 { "nav .first" } else { "nav button:nth-of-type(7)" }).await?;
    gardener.reads("Written down").await?;
    Ok(gardener)
}

/// What a script says in the page.
async fn told<T: serde::de::DeserializeOwned>(gardener: &Gardener, script: &str) -> Result<T, Failure> {
    Ok(gardener.driver.execute_async(script, Vec::new()).await?.convert()?)
}

#[tokio::test(flavor = "multi_thread")]
async fn what_is_sown_late_stands_before_its_plan_in_the_season_and_in_its_slip() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = on_the_round(&stage, 1280, 800).await?;
    let late = gardener.sees("[data-late] [data-task$='sow-outside']").await?;
    let line = late.attr("data-task").await?.ok_or("a key")?;
    let patch: String = line.chars().filter(char::is_ascii_digit).collect();
    gardener.clicks_on(&format!("[data-task='{line}'] .tick")).await?;
    gardener.comes_to_count("[data-done] > li", 1).await?;
    gardener.presses("5").await?;
    gardener.sees(&format!("[data-bar='{patch}'] .plan")).await?;
    gardener.clicks_on(&format!("[data-bar='{patch}']")).await?;
    gardener.reads("As it was written down: in the ground since 5 April.").await?;
    gardener.reads("The plan said").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_tag_s_code_opens_its_planting_for_members_only() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.opens_bed("Pear bed").await?;
    gardener.clicks("set it out").await?;
    gardener.clicks("print tags").await?;
    gardener.sees("[data-tag] svg path").await?;
    let says = gardener.says_of("[data-tag] svg", "aria-label").await?.ok_or("an address")?;
    let address = says.trim_start_matches("opens ");
    let path = address.strip_prefix(stage.address()).ok_or("the server's own address")?;
    let name = gardener.reads_in("[data-tag] strong").await?;
    // Millimetres are millimetres: a tag is as wide on paper as it says.
    let wide: f64 = told(&gardener, "arguments[0](document.querySelector('[data-tag]').getBoundingClientRect().width)").await?;
    assert!((wide - 85.0 / 25.4 * 96.0).abs() < 1.0, "{wide} px");
    gardener.goes_to(path).await?;
    gardener.reads(&format!("{name}\n")).await.or(gardener.reads(&name).await)?;
    gardener.sees("[data-count]").await?;
    gardener.clicks("sign out").await?;
    gardener.reads("Your own garden").await?;
    gardener.goes_to(path).await?;
    gardener.reads("Your own garden").await?;
    gardener.clicks("Tern Court").await?;
    gardener.goes_to(path).await?;
    gardener.reads("There is no such garden here").await.or(gardener.reads("there is no such garden here").await)?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_photo_is_shrunk_loses_its_place_and_is_seen_beside_its_planting() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    let gardener = on_the_round(&stage, 390, 844).await?;
    let file = Path::new(env!("CARGO_MANIFEST_DIR")).join("../formats/tests/data/leaf-with-place.jpg").canonicalize()?;
    gardener.clicks_on("[data-due] .what").await?;
    let field = gardener.driver.query(By::Name("photo")).first().await?;
    field.send_keys(file.to_string_lossy().as_ref()).await?;
    gardener.sees("[data-written] img").await?;
    gardener.reads_no_more("waits here").await?;
    gardener.driver.refresh().await?;
    gardener.reads("Took a photo").await?;
    let wide: u32 = told(
        &gardener,
        "const done = arguments[0]; const look = () => { const img = document.querySelector('[data-written] img');
         if (img?.complete && img.naturalWidth) done(img.naturalWidth); else { img?.scrollIntoView(); requestAnimationFrame(look); } }; look();",
    )
    .await?;
    assert_eq!(wide, 1280, "the photo was 2400 pixels wide");
    let tells: bool = told(
        &gardener,
        "const done = arguments[0]; fetch(document.querySelector('[data-written] img').src).then(async (answer) => {
         const text = new TextDecoder('latin1').decode(await answer.arrayBuffer()); done(/Exif|Invented|GPS/.test(text)); });",
    )
    .await?;
    assert!(!tells, "nothing but the picture is kept");
    gardener.clicks_on("[data-due] .what").await?;
    gardener.sees("[data-photos] img").await?;
    gardener.clicks("put this away").await?;
    // Said twice, it is taken away for good, and its entry with it.
    gardener.clicks("delete the picture").await?;
    gardener.clicks("yes, delete the picture for good").await?;
    gardener.reads("Nothing yet of this day").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn care_says_how_what_gardeners_do_differently_is_chosen_and_a_caution_is_told_once() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 5, 20)).await?;
    let gardener = on_the_round(&stage, 1280, 800).await?;
    let all: Vec<String> =
        told(&gardener, "arguments[0]([...document.querySelectorAll('[data-caution]')].map((one) => one.dataset.caution))")
            .await?;
    let once: std::collections::BTreeSet<&String> = all.iter().collect();
    assert!(!all.is_empty() && once.len() == all.len(), "{all:?}");
    gardener.clicks("what can hurt, all of it").await?;
    gardener.reads("Only the stalks are eaten: the leaves are poisonous.").await?;
    gardener.clicks("back to the round").await?;
    // A matter of schools: chosen once, it holds.
    gardener.clicks_on("[data-task*='-thin'] .what").await?;
    gardener.sees("[data-topic='thin-how'] [value=cut]:checked").await?;
    gardener.clicks_on("[data-topic='thin-how'] [value=pull]").await?;
    gardener.reads("Chose a way: thin how, pull").await?;
    gardener.sees("[data-topic='thin-how'] [value=pull]:checked").await?;
    // Tool by tool.
    gardener.chooses("round-by", "tools").await?;
    gardener.reads("Hands and scissors").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn the_beds_are_walked_in_the_household_s_own_order() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 7, 12)).await?;
    let gardener = on_the_round(&stage, 1280, 800).await?;
    gardener.clicks("the walk").await?;
    gardener.sees("[data-walked]").await?;
    let first: String = told(&gardener, "arguments[0](document.querySelector('[data-walked]').innerText)").await?;
    gardener.tabs_to("[data-walked]").await?;
    gardener.presses(thirtyfour::Key::Down + "").await?;
    let second: String =
        told(&gardener, "requestAnimationFrame(() => arguments[0](document.querySelectorAll('[data-walked]')[1].innerText))")
            .await?;
    assert_eq!(first, second, "it went down by one");
    gardener.clicks("walk in this order").await?;
    gardener.reads("Put the beds in the order of the walk").await?;
    gardener.clicks("the walk").await?;
    gardener.sees("[data-walked]").await?;
    let now: String = told(&gardener, "arguments[0](document.querySelector('[data-walked]').innerText)").await?;
    assert_ne!(now, first);
    gardener.leaves().await
}
