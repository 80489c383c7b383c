//! How long the reckoning of a garden takes, as a ratio to copying the same garden through serde.

use criterion::{Criterion, criterion_group, criterion_main};
use jiff::civil::date;
use sparrow_core::ask::starts::starts;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::growth::grower::Grower;
use sparrow_core::growth::growing::Growing;
use sparrow_core::known::Known;
use sparrow_core::reckon::day::reckon;
use sparrow_core::reckon::season::{tasks_between, view};
use sparrow_core::round::rounds::rounds;
use sparrow_core::search::arrange::asked::{Arranged, Arranging, BedWish};
use sparrow_core::search::arrange::pose::arrange;
use sparrow_core::season::course::course;
use sparrow_core::season::handoff::hand_offs;
use sparrow_core::season::risk::risks;
use sparrow_demo::quillet_lane;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::rect::Rect;
use sparrow_facts::units::Length;
use std::hint::black_box;
use std::time::{Duration, Instant};

/// Twelve beds full of 150 patches, each over three years: as large as a home garden gets.
fn full_garden() -> Garden {
    let today = date(2026, 11, 23);
    let mut garden = quillet_lane(today).expect("the demo household stands on its own rules");
    let template = garden.beds[1].clone();
    garden.beds = (1..=12u32)
        .map(|id| {
            let (mut bed, x, y) = (template.clone(), (id % 4) as i32, (id / 4) as i32);
            (bed.id.0, bed.name) = (id, format!("bed {id}"));
            (bed.x, bed.y) = (template.x + template.length.times(2 * x as u32), template.y + template.width.times(2 * y as u32));
            bed
        })
        .collect();
    let crops = &Catalogue::standard().crops;
    let one = garden.patches[0].clone();
    garden.past.clear();
    garden.patches = (0..450u32)
        .map(|n| {
            let (crop, place, year) = (&crops[n as usize * 7 % crops.len()], n % 150, 2025 + (n / 150) as i16);
            let (bed, spot) = (place / 13 % 12, place % 13);
            let mut patch = one.clone();
            (patch.id, patch.bed) = (PatchId(n + 1), garden.beds[bed as usize].id);
            (patch.planted.crop, patch.planted.way) = (crop.key.clone(), crop.ways[0].key.clone());
            patch.rect = Rect { x: (spot % 7 * 2) as u16, y: (spot / 7 * 4) as u16, w: 2, h: 4 };
            (patch.from, patch.until) = (date(year, 4, 1), date(year, 9, 30));
            patch
        })
        .collect();
    garden
}

fn median(mut work: impl FnMut()) -> Duration {
    let mut times: Vec<Duration> = (0..31)
        .map(|_| {
            let start = Instant::now();
            work();
            start.elapsed()
        })
        .collect();
    times.sort();
    times[15]
}

fn ratios(name: &str, garden: &Garden) {
    let (needle, today) = (date(2027, 6, 14), date(2026, 11, 23));
    let grower = Grower::of(garden, Catalogue::standard());
    let known = Known::new(garden, Catalogue::standard(), &grower, today);
    let reckoning = median(|| drop(black_box(reckon(known, needle))));
    let copy = median(|| {
        let text = serde_json::to_string(garden).expect("facts are JSON");
        drop(black_box(serde_json::from_str::<Garden>(&text).expect("and back")));
    });
    let ratio = reckoning.as_secs_f64() / copy.as_secs_f64();
    println!("{name}: reckoning {reckoning:?}, copy through serde {copy:?}, ratio {ratio:.2}");
}

/// Ten crops for a bed of 4 × 8 ft.
fn ten_wishes() -> Vec<BedWish> {
    let ten = [
        ("tomato", "staked", 4),
        ("basil", "leaf", 8),
        ("carrot", "root", 64),
        ("onion", "bulb", 36),
        ("lettuce", "leaf", 8),
        ("bean", "bush", 27),
        ("cabbage", "mini", 2),
        ("beet", "root", 18),
        ("radish", "root", 16),
        ("marigold", "flower", 4),
    ];
    let wish = |(n, (crop, way, plants)): (usize, (&str, &str, u32))| BedWish {
        crop: crop.into(),
        way: way.into(),
        plants,
        must: n < 8,
        from: None,
        until: None,
        patch: None,
    };
    ten.into_iter().enumerate().map(wish).collect()
}

/// How long an arrangement takes by each time it was looked for anew, and how near its score is to the proven best or the bound.
fn arranging() {
    let today = date(2026, 11, 23);
    let demo = quillet_lane(today).expect("the demo household stands on its own rules");
    let grower = Grower::of(&demo, Catalogue::standard());
    let mut garden = Garden::new(demo.site.clone());
    let mut bed = demo.beds[0].clone();
    (bed.length, bed.width) = (Length::inches(96), Length::inches(48));
    let id = bed.id;
    garden.beds = vec![bed];
    let asked = Arranging { bed: id, year: 2027, wishes: ten_wishes(), anew: true };
    let start = Instant::now();
    let mut watch = |found: Option<&dyn Fn() -> Arranged>| {
        if let Some(found) = found.map(|found| found()) {
            let best = &found.proposals[0];
            let (took, ratio) = (start.elapsed(), f64::from(best.score) / f64::from(found.bound.max(1)));
            let what = if found.proven { "proven best" } else { "bound" };
            println!(
                "arrange 4 × 8 ft, 10 crops, {} of {}: {took:?}, score {} of {what} {}, ratio {ratio:.2}",
                found.looked[0], found.looked[1], best.score, found.bound
            );
        }
        true
    };
    let known = Known::new(&garden, Catalogue::standard(), &grower, today);
    arrange(known, &asked, &mut watch).expect("the wishes are in range");
}

/// What the season of a garden takes, and each of its parts.
fn seasons(name: &str, garden: &Garden) {
    let (needle, today, catalogue) = (date(2027, 6, 14), date(2026, 11, 23), Catalogue::standard());
    let grower = Grower::of(garden, catalogue);
    let known = Known::new(garden, catalogue, &grower, today);
    let weather = median(|| drop(black_box(Grower::of(garden, catalogue))));
    let reckoning = median(|| drop(black_box(reckon(known, needle))));
    let season = median(|| drop(black_box(view(known, needle))));
    let year: Vec<_> = garden.patches.iter().filter(|patch| patch.from.year() == 2027).collect();
    let courses = median(|| {
        for patch in &year {
            let Some(growing) = Growing::find(catalogue, patch) else { continue };
            drop(black_box(course(known, growing, patch)));
        }
    });
    let all: Vec<_> = year.iter().filter_map(|patch| course(known, Growing::find(catalogue, patch)?, patch)).collect();
    let handing = median(|| drop(black_box(hand_offs(garden, &all))));
    let risk = median(|| drop(black_box(risks(known, &all, needle))));
    let calendar = median(|| drop(black_box(starts(known, None, 2027))));
    let whole = weather + reckoning + season;
    println!("{name}: reckoning with season {whole:?} = weather {weather:?} + reckoning {reckoning:?} + season {season:?}");
    println!(
        "  of the season: {} courses {courses:?}, hand-offs {handing:?}, risks {risk:?}, the rest lanes, shelf, tasks",
        all.len()
    );
    let round = median(|| drop(black_box(rounds(known, needle))));
    let tasks = median(|| drop(black_box(tasks_between(known, date(2027, 1, 1), date(2027, 12, 31)))));
    println!("  asked for by themselves: the starts of every crop {calendar:?}, a round {round:?}, a year's steps {tasks:?}");
}

fn bench(criterion: &mut Criterion) {
    let (needle, today) = (date(2027, 6, 14), date(2026, 11, 23));
    let demo = quillet_lane(today).expect("the demo household stands on its own rules");
    let full = full_garden();
    arranging();
    seasons("demo garden", &demo);
    seasons("full garden", &full);
    ratios("demo garden", &demo);
    ratios("full garden", &full);
    for (name, garden) in [("reckon demo garden", &demo), ("reckon full garden", &full)] {
        let grower = Grower::of(garden, Catalogue::standard());
        let known = Known::new(garden, Catalogue::standard(), &grower, today);
        criterion.bench_function(name, |b| b.iter(|| reckon(black_box(known), needle)));
    }
}

criterion_group! { name = reckoning; config = Criterion::default().sample_size(30); targets = bench }
criterion_main!(reckoning);
