//! Takes the pictures of docs/screenshots from the demo households: `shots [FOLDER]`.

use jiff::civil::date;
use sparrow_browser_tests::Stage;
use std::path::{Path, PathBuf};
use thirtyfour::Key;

type Failure = Box<dyn std::error::Error + Send + Sync>;

#[tokio::main]
#[allow(clippy::too_many_lines, reason = "one walk through the views")]
async fn main() -> Result<(), Failure> {
    let folder = PathBuf::from(std::env::args().nth(1).unwrap_or_else(|| "docs/screenshots".into()));
    std::fs::create_dir_all(&folder)?;
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    let shot = async |name: &str| gardener.takes_picture(&folder.join(format!("{name}.png"))).await;

    gardener.goes_to("/").await?;
    gardener.reads("Try it with").await?;
    shot("sign-in").await?;
    gardener.opens("Quillet Lane").await?;
    shot("yard").await?;
    gardener.presses("2").await?;
    gardener.reads("No plan lies on the table").await?;
    gardener.presses("p").await?;
    gardener.reads("no plan is better").await?;
    shot("turns").await?;
    gardener.presses("c").await?;
    gardener.reads("Ways out, the best first").await?;
    gardener.reads_no_more("Looking for").await?;
    shot("turns-clash").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.opens_bed("Pear bed").await?;
    shot("bed").await?;
    gardener.clicks_on("[data-crop=cabbage]").await?;
    gardener.reads("cabbage family").await?;
    gardener.clicks("the sum").await?;
    shot("bed-patch").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.presses(".".repeat(7)).await?;
    gardener.reads("4 August").await?;
    shot("bed-august").await?;
    gardener.presses("s").await?;
    gardener.reads("Markers, in their order").await?;
    gardener.sees(".drawing svg").await?;
    shot("bed-sheet").await?;
    gardener.presses("s").await?;
    gardener.presses(",".repeat(7)).await?;
    gardener.reads("16 June").await?;
    gardener.presses("a").await?;
    gardener.clicks("arrange").await?;
    gardener.sees("[data-plant]").await?;
    gardener.driver.execute("document.querySelector('[data-found]').scrollIntoView({ block: 'start' })", Vec::new()).await?;
    shot("bed-arrange").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.presses("4").await?;
    gardener.reads("To settle").await?;
    gardener.sees("[data-bar]").await?;
    shot("season").await?;
    gardener.presses("s").await?;
    gardener.sees("[data-starts] li").await?;
    shot("season-starts").await?;
    gardener.presses("c").await?;
    gardener.reads("Frost, as chances").await?;
    shot("season-climate").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.clicks_on("[data-bar][data-crop=cabbage]").await?;
    gardener.reads("days to ripe").await?;
    gardener.sets_day("free-on", "2027-08-16").await?;
    gardener.reads("days late").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.clicks("The cabbage is not out in time").await?;
    gardener.reads("instead").await?;
    shot("season-slip").await?;
    gardener.presses("h").await?;
    gardener.fills("shelf-cells", "30").await?;
    gardener.presses(Key::Tab + "").await?;
    gardener.reads("Too many under the light").await?;
    gardener.driver.execute("document.activeElement.blur(); document.querySelector('.slip').scrollTop = 0", Vec::new()).await?;
    shot("season-shelf").await?;
    gardener.clicks("undo").await?;
    gardener.clicks("undo").await?;
    gardener.opens_bed("Kitchen bed").await?;
    shot("bed-last-years").await?;
    gardener.clicks("sign out").await?;
    gardener.opens("Tern Court").await?;
    shot("yard-metric").await?;
    gardener.clicks("sign out").await?;
    gardener.signs_up("Newcomer").await?;
    // Only its coordinates: towns are real, and these households are not.
    for (field, text) in [("garden-name", "A new yard"), ("latitude", "30"), ("longitude", "-94")] {
        gardener.fills(field, text).await?;
    }
    gardener.reads("By the climate of the place").await?;
    shot("new-garden").await?;
    gardener.leaves().await?;
    rounds(&folder).await
}

/// A morning in spring, wide and on the phone.
async fn rounds(folder: &Path) -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 4, 5)).await?;
    for (width, height, name) in [(1280, 800, "rounds"), (390, 844, "rounds-phone")] {
        let gardener = stage.gardener(width, height).await?;
        gardener.opens("Quillet Lane").await?;
        gardener.clicks_on("nav .first").await?;
        gardener.reads("Written down").await?;
        if gardener.counts("[data-late] > li").await? > 0 {
            gardener.driver.execute("document.querySelector('main .quiet .act').click()", Vec::new()).await?;
            gardener.comes_to_count("[data-late] > li", 0).await?;
        }
        let done = gardener.counts("[data-done] > li").await?;
        gardener.clicks_on("[data-due] .tick").await?;
        gardener.comes_to_count("[data-done] > li", done + 1).await?;
        if name == "rounds" {
            gardener.clicks_on("[data-due] .what").await?;
        }
        gardener.driver.execute("document.querySelector('main').scrollTop = 0; scrollTo(0, 0)", Vec::new()).await?;
        gardener.takes_picture(&folder.join(format!("{name}.png"))).await?;
        gardener.leaves().await?;
    }
    Ok(())
}
