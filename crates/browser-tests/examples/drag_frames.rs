//! Whether dragging a patch keeps sixty frames a second with 150 patches in the garden, and how long a step of the needle
//! takes there, measured in the page.

use sparrow_browser_tests::{Failure, Stage};
use sparrow_demo::quillet_lane;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::rect::Rect;

/// Three seconds of frames twice: with nothing to do, and with the first patch dragged to and fro, a step a
/// frame. The first tells what the machine itself costs.
const MEASURE: &str = r"
const done = arguments[0];
SVGElement.prototype.setPointerCapture = () => {};
const plan = document.querySelector('.sheet svg');
const edge = document.querySelector('[data-patch] .edge');
const fire = (type, x, y, target) => target.dispatchEvent(new PointerEvent(type,
    { bubbles: true, button: 0, pointerId: 1, isPrimary: true, clientX: x, clientY: y }));
const box = edge.getBoundingClientRect();
const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
const frames = (step) => new Promise((resolve) => {
    const between = [];
    const work = [];
    let last = 0;
    function frame(now) {
        if (last) between.push(now - last);
        last = now;
        const start = performance.now();
        step(between.length);
        work.push(performance.now() - start);
        if (between.length < 180) requestAnimationFrame(frame);
        else {
            const late = between.filter((f) => f > 25).length;
            between.sort((a, b) => a - b);
            work.sort((a, b) => a - b);
            resolve([between[90], late, work[171]]);
        }
    }
    requestAnimationFrame(frame);
});
(async () => {
    const idle = await frames(() => {});
    fire('pointerdown', x, y, edge);
    const dragging = await frames((n) => fire('pointermove', x + 160 * Math.sin(n / 12), y + 60 * Math.sin(n / 7), plan));
    fire('pointercancel', x, y, plan);
    done([...idle, ...dragging]);
})();
";

/// Thirty-one steps of the needle, a day each: to the frame in which the plants of the bed are drawn as they are that day.
const STEPS: &str = r"
const done = arguments[0];
const needle = document.querySelector('[role=slider]');
const sheet = document.querySelector('.sheet');
const step = () => new Promise((resolve) => {
    const watch = new MutationObserver(() => {
        watch.disconnect();
        requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => resolve(performance.now() - start);
            port2.postMessage(null);
        });
    });
    watch.observe(sheet, { subtree: true, childList: true, attributes: true });
    const start = performance.now();
    needle.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
});
(async () => {
    const times = [];
    for (let i = 0; i < 31; i++) times.push(await step());
    done(times.sort((a, b) => a - b));
})();
";

/// 150 patches in twelve beds, the first bed as full as the others.
fn full() -> Result<Garden, Failure> {
    let mut garden = quillet_lane(sparrow_browser_tests::TODAY).map_err(|refusal| refusal.to_string())?;
    let (bed, patch) = (garden.beds[1].clone(), garden.patches[0].clone());
    garden.past.clear();
    garden.beds = (1..=12)
        .map(|id| {
            let mut bed = bed.clone();
            (bed.id.0, bed.name) = (id, format!("Bed {id}"));
            bed
        })
        .collect();
    let crops = ["carrot", "onion", "lettuce", "beet", "spinach", "radish", "bean"];
    let ways = ["root", "bulb", "leaf", "root", "leaf", "root", "bush"];
    garden.patches = (0..150u32)
        .map(|n| {
            let (spot, kind) = (n / 12, n as usize % 7);
            let mut patch = patch.clone();
            (patch.id, patch.bed) = (PatchId(n + 1), garden.beds[(n % 12) as usize].id);
            (patch.planted.crop, patch.planted.way) = (crops[kind].into(), ways[kind].into());
            patch.rect = Rect { x: (spot % 7 * 2) as u16, y: (spot / 7 * 4) as u16, w: 2, h: 4 };
            (patch.from, patch.until) = (jiff::civil::date(2027, 4, 1), jiff::civil::date(2027, 9, 30));
            patch
        })
        .collect();
    Ok(garden)
}

#[tokio::main]
async fn main() -> Result<(), Failure> {
    let stage = Stage::open().await?;
    let gardener = stage.gardener(1280, 800).await?;
    gardener.signs_up("Frame counter").await?;
    let file = sparrow_formats::garden_file::write(&full()?);
    let import = "const [text, done] = arguments; fetch('/api/v1/gardens/import', { method: 'POST', body: text }).then((r) => r.json()).then((v) => done(v.id ?? JSON.stringify(v)))";
    let id: serde_json::Value = gardener.driver.execute_async(import, vec![file.into()]).await?.convert()?;
    gardener.goes_to(&format!("/garden/{id}/bed/1")).await?;
    gardener.reads("standing").await?;
    let times: serde_json::Value = gardener.driver.execute_async(MEASURE, Vec::new()).await?.convert()?;
    let ms = |i: usize| times[i].as_f64().unwrap_or(f64::NAN);
    println!("idle: median frame {:.1} ms, {} of 180 late", ms(0), times[1]);
    println!(
        "dragging with 150 patches: median frame {:.1} ms, {} of 180 late; the page's own work within {:.1} ms in 95 of 100",
        ms(3),
        times[4],
        ms(5)
    );
    // From May on everything grows from day to day.
    gardener.presses(",".repeat(6)).await?;
    gardener.reads("May ·").await?;
    let steps: serde_json::Value = gardener.driver.execute_async(STEPS, Vec::new()).await?.convert()?;
    let ms = |i: usize| steps[i].as_f64().unwrap_or(f64::NAN);
    println!("a step of the needle with 150 patches, on screen: median {:.1} ms, most {:.1} ms of 31", ms(15), ms(30));
    gardener.leaves().await
}
