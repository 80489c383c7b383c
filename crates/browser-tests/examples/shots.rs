//! Takes the pictures of docs/screenshots from the demo households: `shots [FOLDER]`.

use sparrow_browser_tests::{Gardener, Stage};
use std::path::PathBuf;

type Failure = Box<dyn std::error::Error + Send + Sync>;

#[tokio::main]
async fn main() -> Result<(), Failure> {
    let folder = PathBuf::from(std::env::args().nth(1).unwrap_or_else(|| "docs/screenshots".into()));
    std::fs::create_dir_all(&folder)?;
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    let shot = async |name: &str| gardener.takes_picture(&folder.join(format!("{name}.png"))).await;

    gardener.goes_to("/").await?;
    gardener.reads("Try it with").await?;
    shot("sign-in").await?;
    enter(&gardener, "Quillet Lane").await?;
    shot("yard").await?;
    bed(&gardener, "Pear bed").await?;
    shot("bed").await?;
    gardener.clicks_on("[data-crop=cabbage]").await?;
    gardener.reads("cabbage family").await?;
    gardener.clicks("the sum").await?;
    shot("bed-patch").await?;
    bed(&gardener, "Kitchen bed").await?;
    shot("bed-last-years").await?;
    gardener.clicks("sign out").await?;
    enter(&gardener, "Tern Court").await?;
    shot("yard-metric").await?;
    bed(&gardener, "Harbour bed").await?;
    shot("bed-metric").await?;
    gardener.leaves().await
}

async fn enter(gardener: &Gardener, household: &str) -> Result<(), Failure> {
    gardener.enters_demo(household).await?;
    gardener.clicks(household).await?;
    gardener.reads("growing places").await
}

async fn bed(gardener: &Gardener, name: &str) -> Result<(), Failure> {
    gardener.presses("2").await?;
    let select = thirtyfour::components::SelectElement::new(&gardener.sees("#which-bed").await?).await?;
    select.select_by_visible_text(name).await?;
    gardener.reads("standing").await
}
