//! More than one at a garden: a guest who may only look, two tabs that must not overwrite each other,
//! and pages that everyone can read.

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
    gardener.presses("3").await?;
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
        { method: 'POST', headers: { 'If-Match': '\"0\"' }, body: JSON.stringify({ command: { do: 'remove-patch', patch: 1 } }) }) \
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

/// What axe-core finds wrong with the page as it is shown, one line each.
async fn violations(gardener: &Gardener) -> Result<Vec<String>, Failure> {
    let axe = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("../../web/node_modules/axe-core/axe.min.js");
    gardener.driver.execute(std::fs::read_to_string(axe)?, Vec::new()).await?;
    // Every rule of WCAG 2.0 to 2.2 A and AA, and the two that are off unless asked for.
    let script = "const done = arguments[0]; \
        const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']; \
        const rules = { 'target-size': { enabled: true }, 'label-content-name-mismatch': { enabled: true } }; \
        axe.run(document, { runOnly: { type: 'tag', values: tags }, rules }).then(({ violations }) => \
        done(violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target} ${n.failureSummary}`))))";
    Ok(gardener.driver.execute_async(script, Vec::new()).await?.convert()?)
}

#[tokio::test(flavor = "multi_thread")]
#[allow(clippy::too_many_lines, reason = "one walk through all views")]
async fn axe_finds_no_violation_in_any_view() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    let none: Vec<String> = Vec::new();
    gardener.goes_to("/").await?;
    gardener.reads("start a new book").await?;
    assert_eq!(violations(&gardener).await?, none, "sign-in");
    opens_bed(&gardener, "Quillet Lane", "Quillet Lane").await?;
    assert_eq!(violations(&gardener).await?, none, "bed");
    gardener.clicks_at("[data-crop=beet] .edge", 0.5, 0.5).await?;
    gardener.clicks("the sum").await?;
    gardener.reads("close the sum").await?;
    assert_eq!(violations(&gardener).await?, none, "patch");
    gardener.presses(Key::Escape + "").await?;
    for (key, says) in [
        ("a", "What should find room"),
        ("g", "A grouping of your own"),
        ("e", "Empty ground"),
        ("c", "Where do they fit?"),
        ("m", "Next row"),
        ("s", "Sticks to cut"),
    ] {
        gardener.presses(key).await?;
        gardener.reads(says).await?;
        assert_eq!(violations(&gardener).await?, none, "{says}");
    }
    gardener.presses("a").await?;
    gardener.clicks("arrange").await?;
    gardener.reads("What speaks for it").await?;
    assert_eq!(violations(&gardener).await?, none, "arranged");
    gardener.presses(Key::Escape + "").await?;
    gardener.presses("/").await?;
    gardener.sees("#find-crop:focus").await?;
    gardener.presses("pea").await?;
    gardener.sees("[role=option][data-highlighted]").await?;
    assert_eq!(violations(&gardener).await?, none, "finding a crop");
    gardener.presses(Key::Enter + "").await?;
    gardener.reads("in hand").await?;
    assert_eq!(violations(&gardener).await?, none, "crop in hand");
    gardener.presses("1").await?;
    gardener.reads("growing places").await?;
    assert_eq!(violations(&gardener).await?, none, "yard");
    gardener.clicks("measure a new bed").await?;
    gardener.reads("add this bed").await?;
    assert_eq!(violations(&gardener).await?, none, "bed form");
    gardener.clicks("keys ?").await?;
    gardener.reads("undo and redo").await?;
    assert_eq!(violations(&gardener).await?, none, "help");
    gardener.clicks("close").await?;
    gardener.presses("4").await?;
    gardener.reads("To settle").await?;
    assert_eq!(violations(&gardener).await?, none, "season");
    for (key, says) in [("c", "Frost, as chances"), ("h", "On the way"), ("a", "reckon the sowings"), ("i", "As a file")] {
        gardener.presses(key).await?;
        gardener.reads(says).await?;
        assert_eq!(violations(&gardener).await?, none, "{says}");
    }
    gardener.clicks_on("[data-bar][data-crop=cabbage]").await?;
    gardener.reads("When it may start here").await?;
    assert_eq!(violations(&gardener).await?, none, "a planting's season");
    gardener.presses("2").await?;
    gardener.reads("pieces of ground").await?;
    assert_eq!(violations(&gardener).await?, none, "turns");
    gardener.leaves().await
}

/// The same of every view on a phone, where things are nearer to each other.
#[tokio::test(flavor = "multi_thread")]
async fn axe_finds_no_violation_on_a_phone() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(390, 844).await?;
    let none: Vec<String> = Vec::new();
    opens_bed(&gardener, "Quillet Lane", "Quillet Lane").await?;
    for (key, says) in [("3", "standing"), ("1", "growing places"), ("2", "pieces of ground"), ("4", "To settle")] {
        gardener.presses(key).await?;
        gardener.reads(says).await?;
        assert_eq!(violations(&gardener).await?, none, "{says}");
    }
    gardener.leaves().await
}
