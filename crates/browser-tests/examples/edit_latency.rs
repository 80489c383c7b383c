//! How long from letting go of a dragged patch until the redrawn result is on screen, measured in the page.

use sparrow_browser_tests::{Failure, Stage};

/// Drags a patch by half a square to and fro and takes the time to the frame after its drawing moved.
const MEASURE: &str = r"
const done = arguments[0];
const times = [];
const edge = () => document.querySelector('[data-crop=parsley] .edge');
const fire = (type, x, y, target) => target.dispatchEvent(new PointerEvent(type,
    { bubbles: true, button: 0, pointerId: 1, isPrimary: true, clientX: x, clientY: y }));
const plants = () => document.querySelector('[data-crop=parsley] .stem').getAttribute('cy');
async function once(step) {
    const box = edge().getBoundingClientRect();
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const was = plants();
    fire('pointerdown', x, y, edge());
    fire('pointermove', x, y + step, document.querySelector('.sheet svg'));
    await new Promise(requestAnimationFrame);
    const painted = new Promise((resolve) => {
        const watch = new MutationObserver(() => {
            if (plants() === was) return;
            watch.disconnect();
            // The frame that shows the change has been drawn when a message sent from within it arrives.
            requestAnimationFrame(() => {
                const { port1, port2 } = new MessageChannel();
                port1.onmessage = () => resolve(performance.now());
                port2.postMessage(null);
            });
        });
        watch.observe(document.querySelector('.sheet'), { subtree: true, childList: true, attributes: true });
    });
    const start = performance.now();
    fire('pointerup', x, y + step, document.querySelector('.sheet svg'));
    times.push((await painted) - start);
}
SVGElement.prototype.setPointerCapture = () => {};
(async () => {
    const half = document.querySelector('.sheet .soil').getBoundingClientRect().height / 6;
    for (let i = 0; i < 31; i++) await once(i % 2 ? -half : half);
    const asked = performance.getEntriesByType('resource').filter((entry) => entry.name.includes('/commands')).map((entry) => entry.duration);
    asked.sort((a, b) => a - b);
    done([...times.sort((a, b) => a - b), asked[15]]);
})().catch((error) => done([String(error)]));
";

#[tokio::main]
async fn main() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.opens("Quillet Lane").await?;
    gardener.presses("4").await?;
    gardener.reads("standing").await?;
    // In Corner bed the parsley has free ground before it.
    for _ in 0..4 {
        gardener.presses("b").await?;
    }
    gardener.sees("[data-crop=parsley]").await?;
    gardener.driver.set_script_timeout(std::time::Duration::from_secs(30)).await?;
    let times: serde_json::Value = gardener.driver.execute_async(MEASURE, Vec::new()).await?.convert()?;
    if times[0].is_string() {
        return Err(times.to_string().into());
    }
    let ms = |i: usize| times[i].as_f64().unwrap_or(f64::NAN);
    println!(
        "edit on screen after: median {:.1} ms, least {:.1} ms, most {:.1} ms of 31; the server's part {:.1} ms",
        ms(15),
        ms(0),
        ms(30),
        ms(31)
    );
    gardener.leaves().await
}
