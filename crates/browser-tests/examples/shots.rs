//! Takes the pictures of docs/screenshots from the demo households: `shots [FOLDER]`.

use jiff::civil::date;
use sparrow_browser_tests::{Gardener, Line, Stage};
use std::path::{Path, PathBuf};
use thirtyfour::{By, Key};

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
    gardener.presses("3").await?;
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
    gardener.presses("s").await?;
    gardener.reads("Markers, in their order").await?;
    gardener.sees(".drawing svg").await?;
    shot("bed-sheet").await?;
    gardener.presses("s").await?;
    gardener.reads("16 June").await?;
    gardener.presses("a").await?;
    gardener.clicks("arrange").await?;
    gardener.sees("[data-plant]").await?;
    gardener.driver.execute("document.querySelector('[data-found]').scrollIntoView({ block: 'start' })", Vec::new()).await?;
    shot("bed-arrange").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.presses("5").await?;
    gardener.reads("To settle").await?;
    gardener.sees("[data-bar]").await?;
    shot("season").await?;
    gardener.presses("c").await?;
    gardener.reads("Frost, as chances").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.clicks_on("[data-bar][data-crop=cabbage]").await?;
    gardener.reads("days to ripe").await?;
    gardener.sets_day("free-on", "2027-08-16").await?;
    gardener.reads("days late").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.clicks("The cabbage is not out in time").await?;
    gardener.reads("instead").await?;
    shot("season-slip").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.presses("6").await?;
    gardener.reads("To be sown until").await?;
    gardener.clicks_on("[data-lot] .act").await?;
    gardener.reads("How thick to sow").await?;
    gardener.sees("[data-sums]").await?;
    shot("tin").await?;
    gardener.presses(Key::Escape + "").await?;
    gardener.presses("2").await?;
    gardener.reads("Nothing is written down yet").await?;
    for (crop, by, many) in
        [("tomato", "jars", "20"), ("carrot", "pounds", "40"), ("cabbage", "heads", "12"), ("maize", "ears", "60")]
    {
        gardener.presses("n").await?;
        gardener.chooses("want-crop", crop).await?;
        gardener.chooses("want-by", by).await?;
        gardener.fills("want-many", many).await?;
        gardener.clicks("keep this want").await?;
        gardener.reads("squares for a week").await?;
    }
    gardener.clicks_on("[data-want] .act").await?;
    gardener.reads("a plant gives").await?;
    shot("wants").await?;
    varieties(&gardener).await?;
    shot("bed-varieties").await?;
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

/// Two varieties on one ground, one of them in hand with its three figures.
async fn varieties(gardener: &Gardener) -> Result<(), Failure> {
    gardener.opens_bed("Gate bed").await?;
    gardener.presses(",".repeat(7)).await?;
    gardener.reads("28 April").await?;
    let is = async |at: usize, name: &str, fields: &[(&str, &str)]| -> Result<(), Failure> {
        gardener.driver.find_all(By::Css("[data-crop=beet] .edge")).await?.remove(at).click().await?;
        gardener.clicks("it is a variety of our own").await?;
        gardener.fills("variety-name", name).await?;
        for (field, said) in fields {
            gardener.fills(field, said).await?;
        }
        gardener.clicks("keep this variety").await?;
        gardener.reads(&format!("about {name}")).await
    };
    gardener.selects("beet").await?;
    gardener.clicks("part of it is another").await?;
    gardener.clicks("divide it").await?;
    gardener.comes_to_count("[data-crop=beet] .edge", 2).await?;
    gardener.presses(Key::Escape + "").await?;
    is(0, "Pale Moon", &[("variety-days", "55 to 65")]).await?;
    gardener.presses(Key::Escape + "").await?;
    let fields = [("variety-days", "70 to 80"), ("variety-along", "6 in"), ("variety-depth", "1 in"), ("variety-own", "4 in")];
    is(1, "Round Ember", &fields).await?;
    gardener.clicks("about Round Ember").await?;
    gardener.sees("[name='variety-name']").await.map(drop)
}

/// A morning in spring, wide and on the phone; without a signal; and what stands beside its plan after it.
async fn rounds(folder: &Path) -> Result<(), Failure> {
    let stage = Stage::open_on(date(2027, 5, 20)).await?;
    let line = Line::to(stage.address()).await?;
    let shot = async |gardener: &Gardener, name: &str| {
        gardener.driver.execute("document.querySelector('main').scrollTop = 0; scrollTo(0, 0)", Vec::new()).await?;
        gardener.takes_picture(&folder.join(format!("{name}.png"))).await
    };
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.clicks_on("nav button:nth-of-type(7)").await?;
    gardener.reads("Written down").await?;
    // One of what is late was only done today, the others on their days.
    gardener.clicks_on("[data-late] [data-task$='sow-outside'] .tick").await?;
    gardener.comes_to_count("[data-done] > li", 1).await?;
    if gardener.counts("[data-late] > li").await? > 1 {
        gardener.driver.execute("document.querySelector('main .quiet .act').click()", Vec::new()).await?;
        gardener.comes_to_count("[data-late] > li", 0).await?;
    }
    shot(&gardener, "rounds").await?;
    gardener.presses("5").await?;
    gardener.sees("[data-bar] .plan").await?;
    gardener.clicks_on("[data-bar]:has(.plan)").await?;
    gardener.reads("As it was written down").await?;
    gardener.driver.execute("document.querySelector('[data-bar] .plan').scrollIntoView({ block: 'center' })", Vec::new()).await?;
    gardener.takes_picture(&folder.join("season-lived.png")).await?;
    gardener.opens_bed("Pear bed").await?;
    gardener.clicks("set it out").await?;
    gardener.clicks("print tags").await?;
    gardener.sees("[data-tag] path").await?;
    shot(&gardener, "tags").await?;
    gardener.leaves().await?;

    let phone = stage.gardener_at(&line.address, 390, 844).await?;
    phone.opens("Quillet Lane").await?;
    phone.clicks_on("nav .first").await?;
    phone.reads("Kept in this browser").await?;
    shot(&phone, "rounds-phone").await?;
    line.is_cut();
    for done in 1..=3 {
        phone.clicks_on("[data-due] .tick[aria-pressed=false]").await?;
        phone.reads(&format!("{done} entr")).await?;
    }
    phone.reads("3 entries wait here").await?;
    shot(&phone, "rounds-no-signal").await?;
    phone.leaves().await
}
