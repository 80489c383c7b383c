//! More than one at a garden: a guest who may only look, two tabs that must not overwrite each other.

use sparrow_browser_tests::{Failure, Gardener, Stage};
use thirtyfour::Key;

async fn opens_bed(gardener: &Gardener, door: &str, garden: &str) -> Result<(), Failure> {
    gardener.enters_demo(door).await?;
    // A visitor has two gardens to choose from; an owner's only one opens by itself.
    if door != garden {
        gardener.reads("Gardens of").await?;
        gardener.clicks(garden).await?;
    }
    gardener.reads("growing places").await?;
    gardener.presses("4").await?;
    gardener.reads("standing").await
}

#[tokio::test(flavor = "multi_thread")]
async fn a_guest_can_look_and_cannot_change_anything() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    opens_bed(&gardener, "Look only", "Quillet Lane").await?;
    gardener.reads("to look at, not to change").await?;
    let before = gardener.page().await?;
    for word in ["undo", "keep it", "remember this", "find a crop to plant"] {
        assert!(!before.contains(word), "a guest is not offered “{word}”");
    }
    // Keys and drags that would change the owner's garden.
    gardener.tabs_to("[data-crop=carrot]").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.presses(Key::Right + "").await?;
    gardener.presses(Key::Delete + "").await?;
    gardener.drags(".sheet .soil", (0.1, 0.2), (0.6, 0.8)).await?;
    gardener.sees("[data-crop=carrot]").await?;
    // And the server says so to whoever asks without the page.
    let script = "const done = arguments[0]; fetch(location.pathname.replace('/garden', '/api/v1/gardens').replace(/\\/bed.*/, '/commands'), \
        { method: 'POST', headers: { 'If-Match': '\"0\"', 'Content-Type': 'application/json' }, body: JSON.stringify({ command: { do: 'remove-patch', patch: 1 } }) }) \
        .then(async (answer) => done([answer.status, (await answer.json()).detail]))";
    let (status, detail): (u16, String) = gardener.driver.execute_async(script, Vec::new()).await?.convert()?;
    assert_eq!(status, 403);
    assert!(detail.contains("you may look at this garden, not change it"), "{detail}");
    gardener.driver.refresh().await?;
    gardener.reads("to look at, not to change").await?;
    gardener.sees("[data-crop=carrot]").await?;
    gardener.leaves().await
}

#[tokio::test(flavor = "multi_thread")]
async fn two_tabs_do_not_overwrite_each_other() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    opens_bed(&gardener, "Quillet Lane", "Quillet Lane").await?;
    let address = gardener.driver.current_url().await?;
    let first = gardener.driver.window().await?;
    let second = gardener.driver.new_tab().await?;
    gardener.driver.switch_to_window(second.clone()).await?;
    gardener.driver.goto(address.as_str()).await?;
    gardener.reads("standing").await?;

    gardener.driver.switch_to_window(first).await?;
    gardener.tabs_to("[data-crop=carrot]").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.presses(Key::Delete + "").await?;
    gardener.comes_to_count("[data-crop=carrot]", 0).await?;

    // The other tab still shows the carrots; its change is not made, and it is told and shown why.
    gardener.driver.switch_to_window(second).await?;
    gardener.sees("[data-crop=carrot]").await?;
    gardener.tabs_to("[data-crop=beet]").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.presses(Key::Delete + "").await?;
    gardener.reads("This garden was changed elsewhere a moment ago").await?;
    gardener.comes_to_count("[data-crop=carrot]", 0).await?;
    gardener.sees("[data-crop=beet]").await?;
    // Now that it has seen the garden as it is, the same change is made.
    gardener.tabs_to("[data-crop=beet]").await?;
    gardener.presses(Key::Enter + "").await?;
    gardener.presses(Key::Delete + "").await?;
    gardener.comes_to_count("[data-crop=beet]", 0).await?;
    gardener.leaves().await
}
