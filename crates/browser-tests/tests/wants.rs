//! What a household would like to have: from the kitchen table's words to plants, ground, the years ahead and the plan.

use jiff::civil::date;
use sparrow_browser_tests::{Failure, Stage};
use thirtyfour::Key;

/// The scene: tomatoes for twenty jars, carrots all summer, a salad every other day from May.
#[tokio::test(flavor = "multi_thread")]
async fn wants_come_to_squares_and_go_into_the_years_ahead() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 1, 5)).await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("2").await?;
    gardener.reads("Nothing is written down yet").await?;
    gardener.presses("n").await?;
    gardener.chooses("want-crop", "tomato").await?;
    gardener.chooses("want-by", "jars").await?;
    gardener.reads("only by tested recipes").await?;
    gardener.fills("want-many", "many").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("“many” is no whole number").await?;
    gardener.fills("want-many", "20").await?;
    gardener.clicks("keep this want").await?;
    // By hand: 20 quarts of 3 lb; a plant gives 2 to 9 lb by the guides.
    gardener.reads("7 to 31 plants").await?;
    gardener.reads("20 jars of a quart").await?;

    gardener.presses("n").await?;
    gardener.chooses("want-crop", "carrot").await?;
    gardener.fills("want-many", "40").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("40 lb").await?;
    gardener.presses("n").await?;
    gardener.chooses("want-crop", "lettuce").await?;
    gardener.chooses("want-by", "meals").await?;
    gardener.clicks("keep this want").await?;
    gardener.reads("for 2, every 2 days, May to Sep").await?;
    gardener.comes_to_count("[data-want]", 3).await?;
    gardener.sees("[data-ground]").await?;

    // Into the years ahead, once; and back out of all of it.
    gardener.clicks_on("[data-want] .act").await?;
    gardener.reads("a plant gives").await?;
    let wish = "return [...document.querySelectorAll('.slip button')].find((one) => /in the Turns$/.test(one.innerText))?.innerText ?? ''";
    let words: String = gardener.driver.execute(wish, Vec::new()).await?.convert()?;
    assert!(words.starts_with("wish for "), "{words}");
    gardener.clicks(&words).await?;
    gardener.reads("a year, in the Turns").await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.clicks("want it no longer").await?;
    gardener.comes_to_count("[data-want]", 2).await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn wants_fit_a_phone_and_go_with_keys_alone() -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 1, 5)).await?;
    let phone = stage.gardener(390, 844).await?;
    phone.opens("Quillet Lane").await?;
    phone.clicks_on("nav button:nth-of-type(2)").await?;
    phone.reads("Nothing is written down yet").await?;
    phone.presses("n").await?;
    phone.sees("[name=want-crop]:focus").await?;
    phone.presses("maize").await?;
    phone.tabs_to("[name=want-many]").await?;
    phone.presses("30").await?;
    phone.presses(Key::Enter + "").await?;
    phone.reads("squares for a week").await?;
    let wide = "return document.documentElement.scrollWidth - document.documentElement.clientWidth";
    let over: i64 = phone.driver.execute(wide, Vec::new()).await?.convert()?;
    assert!(over <= 0, "{over} px too wide");
    phone.leaves().await
}
