//! The years ahead in the real page: memories typed, wishes, a proposal, a reason, a way out, an argument,
//! and a year made into this year's beds.

use sparrow_browser_tests::{Failure, Gardener, Stage};
use thirtyfour::Key;

async fn adds_a_bed(gardener: &Gardener, name: &str) -> Result<(), Failure> {
    gardener.presses("1").await?;
    gardener.reads("growing place").await?;
    gardener.presses("n").await?;
    for (field, text) in [("bed-name", name), ("length", "5 ft"), ("width", "4 ft")] {
        gardener.fills(field, text).await?;
    }
    gardener.clicks("add this bed").await?;
    gardener.clicks("open the bed").await?;
    gardener.reads("Nothing is laid out here this year").await
}

/// Opens a piece of ground and year: its row from 0, and the year.
async fn opens_cell(gardener: &Gardener, row: usize, year: i16) -> Result<(), Failure> {
    gardener.clicks_on(&format!("[data-cell='{row} {year}']")).await
}

async fn wishes(gardener: &Gardener, crop: &str, squares: &str) -> Result<(), Failure> {
    gardener.fills("wish-crop", crop).await?;
    gardener.clicks("add").await?;
    gardener.fills("squares", squares).await?;
    gardener.clicks("save").await?;
    gardener.comes_to_count("[data-wishes] form", 0).await
}

/// Lets the search run to its end.
async fn proposes(gardener: &Gardener) -> Result<(), Failure> {
    gardener.presses("p").await?;
    gardener.reads("no plan is better").await
}

#[tokio::test(flavor = "multi_thread")]
#[allow(clippy::too_many_lines, reason = "one walk from start to end")]
async fn three_years_are_remembered_and_the_next_ones_proposed_argued_and_laid_out() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Turn Taker").await?;
    gardener.plans_a_bed("East bed", "5 ft", "4 ft").await?;
    adds_a_bed(&gardener, "West bed").await?;
    adds_a_bed(&gardener, "Low bed").await?;

    // Three years of history, at the speed of memory; the slip of a past cell has the field.
    gardener.presses("3").await?;
    for (row, year, words) in [
        (0, 2026, "tomatoes, basil"),
        (1, 2026, "cabbages, radishes"),
        (2, 2026, "don't know"),
        (0, 2025, "onions"),
        (1, 2025, "potatoes"),
        (2, 2024, "carrots"),
    ] {
        opens_cell(&gardener, row, year).await?;
        gardener.fills("stood", words).await?;
        gardener.clicks("remember this").await?;
        let told = if words == "don't know" { "Nobody knows what stood here" } else { "forget it" };
        gardener.reads(told).await?;
    }
    gardener.comes_to_count("[data-kind=remembered]", 7).await?;
    opens_cell(&gardener, 0, 2026).await?;
    gardener.reads("nightshade family").await?;

    gardener.presses("w").await?;
    for (crop, squares) in [("potato", "8"), ("pepper", "6"), ("cabbage", "8"), ("carrot", "6"), ("onion", "6")] {
        wishes(&gardener, crop, squares).await?;
    }
    gardener.clicks("the years").await?;
    proposes(&gardener).await?;
    // Two nightshades every year on three beds that want four years each: some clash must be left.
    let clashes: u32 = gardener.says_of("[data-clashes]", "data-clashes").await?.unwrap_or_default().parse()?;
    assert!(clashes > 0, "the premise");
    gardener.clicks("keep this plan").await?;
    gardener.reads_no_more("keep this plan").await?;

    // A reason, and a way out that is taken with one key and taken back.
    gardener.clicks_on(".tie:not([data-past])").await?;
    gardener.reads("Why it could not be avoided").await?;
    gardener.sees("[data-enough]").await?;
    gardener.reads("Other clashes of the plan are allowed for as they stand").await?;
    // The best of them stands first once all are found.
    gardener.reads_no_more("Looking for").await?;
    let before = gardener.counts(".tie:not([data-past])").await?;
    gardener.driver.execute("document.querySelector('[data-remedies] button').focus()", Vec::new()).await?;
    gardener.presses(Key::Enter + "").await?;
    // The plan with that way out has other clashes, once it lies there.
    gardener.sees(&format!("[data-clashes]:not([data-clashes='{before}'])")).await?;
    let fewer: u32 = gardener.says_of("[data-clashes]", "data-clashes").await?.unwrap_or_default().parse()?;
    assert!((fewer as usize) < before, "{fewer} clashes instead of {before}");
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.comes_to_count(".tie:not([data-past])", before).await?;

    // A family is dragged to another bed; what that costs is told, and it is left again.
    let (row, year) = planned(&gardener, "potato").await?;
    let other = (row + 1) % 3;
    drags(
        &gardener,
        &format!("[data-cell='{row} {year}'] [data-crop=potato] .hatch"),
        &format!("[data-cell='{other} {year}'] .soil"),
    )
    .await?;
    gardener.reads("Potato there?").await?;
    gardener.sees("[data-price]").await?;
    gardener.reads("What would move").await?;
    gardener.clicks_on("[data-take]").await?;
    gardener.sees("[data-clashes]").await?;
    gardener.sees(&format!("[data-cell='{other} {year}'] [data-crop=potato]")).await?;
    gardener.chords(&[Key::Control], 'z').await?;
    gardener.sees(&format!("[data-cell='{row} {year}'] [data-crop=potato]")).await?;

    // 2027 becomes this year's beds: the squares arrive as amounts to arrange.
    gardener.clicks_on("[aria-label='The year 2027']").await?;
    gardener.reads("as First plan has it").await?;
    gardener.clicks_on("[aria-label^='lay out']").await?;
    gardener.reads("What should find room here?").await?;
    // The amounts have arrived.
    gardener.comes_to_more("[data-wishes] input", 0).await?;
    gardener.clicks("arrange").await?;
    gardener.sees("[data-plant]").await?;
    gardener.clicks("plant it so").await?;
    gardener.sees("[data-patch]").await?;
    gardener.presses("3").await?;
    gardener.sees("[data-cell$=' 2027'] [data-kind=planted]").await?;
    gardener.leaves().await
}

/// The row and year of the first cell that plans a crop.
async fn planned(gardener: &Gardener, crop: &str) -> Result<(usize, i16), Failure> {
    gardener.sees(&format!("[data-kind=planned][data-crop={crop}]")).await?;
    let script =
        format!("return document.querySelector('[data-kind=planned][data-crop={crop}]').closest('[data-cell]').dataset.cell");
    let cell: String = gardener.driver.execute(script, Vec::new()).await?.convert()?;
    let (row, year) = cell.split_once(' ').ok_or("a cell has a row and a year")?;
    Ok((row.parse()?, year.parse()?))
}

/// Drags from the middle of one element to the middle of another.
async fn drags(gardener: &Gardener, from: &str, to: &str) -> Result<(), Failure> {
    let (from, to) = (gardener.sees(from).await?, gardener.sees(to).await?);
    let chain = gardener.driver.action_chain().move_to_element_center(&from).click_and_hold();
    Ok(chain.move_by_offset(12, 6).move_to_element_center(&to).release().perform().await?)
}

#[tokio::test(flavor = "multi_thread")]
async fn the_years_are_worked_with_keys_alone_and_two_plans_compared() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("3").await?;
    gardener.reads("No plan lies on the table").await?;
    proposes(&gardener).await?;
    gardener.tabs_to("[name=plan-name]").await?;
    gardener.presses("Winter plan").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads_no_more("keep this plan").await?;
    // From clash to clash, and to a cell by the arrows.
    gardener.driver.execute("document.activeElement.blur()", Vec::new()).await?;
    gardener.presses("c").await?;
    gardener.reads("Ways out, the best first").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.tabs_to("[data-cell]").await?;
    gardener.presses(Key::Down + Key::Right).await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads("Pear bed, left").await?;
    gardener.reads("let it lie fallow").await?;

    // Other rules, another plan, the two side by side.
    gardener.presses("r").await?;
    gardener.tabs_to("[name=school]").await?;
    gardener.presses(Key::Down + "").await?;
    gardener.reads("Hungry crops do not follow hungry ones").await?;
    gardener.tabs_to_button("the years").await?;
    proposes(&gardener).await?;
    gardener.tabs_to("[name=plan-name]").await?;
    gardener.presses("By feeding").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.reads_no_more("keep this plan").await?;
    gardener.presses("k").await?;
    gardener.tabs_to_button("lay it beside").await?;
    gardener.reads("Side by side").await?;
    gardener.reads("crops split over ground").await?;
    gardener.leaves().await
}
