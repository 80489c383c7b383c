//! How long a dragged bar of the Season takes to be redrawn, measured in the page: by itself, with what moves along
//! with it, and until the year is reckoned anew after it was let go.

use sparrow_browser_tests::{Failure, Stage};

/// Drags the cabbage to and fro behind the first day of what follows it, and takes the time to the frame that shows
/// it, to the frame that shows what follows, and, let go, to the frame that says when it is ripe now.
const MEASURE: &str = r"
const done = arguments[0];
SVGElement.prototype.setPointerCapture = () => {};
const bar = () => document.querySelector('[data-bar][data-crop=cabbage]');
const at = (one) => one.querySelector('.ground').getAttribute('x');
const others = () => [...document.querySelectorAll('[data-bar]')].filter((one) => one !== bar()).map(at).join();
const fire = (type, x, y) => bar().dispatchEvent(new PointerEvent(type,
    { bubbles: true, button: 0, pointerId: 1, isPrimary: true, clientX: x, clientY: y }));
const painted = () => new Promise((resolve) => requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => resolve(performance.now());
    port2.postMessage(null);
}));
const until = (holds) => new Promise((resolve) => {
    const watch = new MutationObserver(() => { if (holds()) { watch.disconnect(); resolve(painted()); } });
    watch.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
});
// Only the reckoned year knows when it is ripe; a bar in hand does not say.
const ripe = () => /ripe about ([^,]*)/.exec(bar().getAttribute('aria-label'))?.[1];
const sorted = (times) => times.sort((a, b) => a - b);
(async () => {
    const [own, along, whole] = [[], [], []];
    const box = bar().querySelector('.ground').getBoundingClientRect();
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    fire('pointerdown', x, y);
    fire('pointermove', x + 30, y);
    await until(() => bar().dataset.held === 'true' && document.querySelectorAll('[data-held=true]').length > 1);
    for (let i = 0; i < 31; i++) {
        const [was, follow] = [at(bar()), others()];
        const start = performance.now();
        const [moved, followed] = [until(() => at(bar()) !== was), until(() => others() !== follow)];
        fire('pointermove', x + (i % 2 ? 30 : 60), y);
        own.push((await moved) - start);
        along.push((await followed) - start);
    }
    fire('pointercancel', x, y);
    await painted();
    for (let i = 0; i < 15; i++) {
        const now = bar().querySelector('.ground').getBoundingClientRect();
        const [a, b] = [now.x + now.width / 2, now.y + now.height / 2];
        const before = ripe();
        const changed = until(() => ripe() && ripe() !== before);
        fire('pointerdown', a, b);
        fire('pointermove', a + (i % 2 ? -40 : 40), b);
        await painted();
        const start = performance.now();
        fire('pointerup', a + (i % 2 ? -40 : 40), b);
        whole.push((await changed) - start);
    }
    done([sorted(own), sorted(along), sorted(whole)]);
})().catch((error) => done([String(error)]));
";

#[tokio::main]
async fn main() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("5").await?;
    gardener.sees("[data-bar][data-crop=cabbage]").await?;
    gardener.driver.set_script_timeout(std::time::Duration::from_secs(60)).await?;
    let times: serde_json::Value = gardener.driver.execute_async(MEASURE, Vec::new()).await?.convert()?;
    if times[0].is_string() {
        return Err(times.to_string().into());
    }
    let whats = ["a dragged bar on screen", "with what moves along", "let go, the whole year anew"];
    for (what, times) in whats.iter().zip(times.as_array().into_iter().flatten()) {
        let ms: Vec<f64> = times.as_array().into_iter().flatten().filter_map(serde_json::Value::as_f64).collect();
        let (least, median, most) = (ms[0], ms[ms.len() / 2], ms[ms.len() - 1]);
        println!("{what}: median {median:.1} ms, least {least:.1} ms, most {most:.1} ms of {}", ms.len());
    }
    gardener.leaves().await
}
