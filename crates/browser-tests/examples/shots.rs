//! Takes the pictures of docs/screenshots from the demo households: `shots [FOLDER]`.

use sparrow_browser_tests::Stage;
use std::path::PathBuf;
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
    gardener.opens_bed("Harbour bed").await?;
    shot("bed-metric").await?;
    gardener.clicks("sign out").await?;
    gardener.signs_up("Newcomer").await?;
    // Only its coordinates: towns are real, and these households are not.
    for (field, text) in [("garden-name", "A new yard"), ("latitude", "30"), ("longitude", "-94")] {
        gardener.fills(field, text).await?;
    }
    gardener.reads("By the climate of the place").await?;
    shot("new-garden").await?;
    gardener.clicks("make this garden").await?;
    gardener.clicks("measure the first bed (n)").await?;
    for (field, text) in [("bed-name", "Winter bed"), ("length", "8 ft"), ("width", "4 ft")] {
        gardener.fills(field, text).await?;
    }
    gardener.clicks("add this bed").await?;
    gardener.clicks("open the bed").await?;
    for (n, crop) in ["corn salad", "carrot", "garlic", "spinach", "lettuce", "kale"].into_iter().enumerate() {
        gardener.presses("/").await?;
        gardener.sees("#find-crop:focus").await?;
        gardener.presses(crop).await?;
        gardener.sees(&format!("[role=option][data-highlighted][data-label='{crop}']")).await?;
        gardener.presses(Key::Enter + "").await?;
        gardener.reads("in hand").await?;
        gardener.clicks_at(".sheet .soil", (n as f64 + 0.5) / 8.0, 0.12).await?;
        gardener.sees(&format!("[data-crop={}][data-chosen=true]", crop.replace(' ', "-"))).await?;
        gardener.presses(Key::Escape + "").await?;
    }
    gardener.presses("4").await?;
    gardener.clicks("›").await?;
    gardener.reads("Season 2027").await?;
    gardener.presses(",".repeat(60)).await?;
    gardener.presses(".".repeat(2)).await?;
    gardener.reads("15 January: cold and heat").await?;
    shot("season-mild").await?;
    gardener.leaves().await
}
