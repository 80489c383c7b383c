//! What is told in two views is one number: seeds, holes, cells and plants, wherever they stand.

use crate::common::{TODAY, does, seen, turned};
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_core::ask::sheet::{Setting, Strewn, sheet};
use sparrow_core::catalogue::varieties::way_of;
use sparrow_core::change::command::Command;
use sparrow_core::change::wants::WantDraft;
use sparrow_core::climate::calendar::{growing_year, year_span};
use sparrow_core::ground::planting::Planting;
use sparrow_core::known::Known;
use sparrow_core::lived::is_believed;
use sparrow_core::reckon::day::reckon;
use sparrow_core::reckon::season::view;
use sparrow_core::round::rounds::rounds;
use sparrow_core::season::tasks::Task;
use sparrow_core::tin::tin;
use sparrow_core::wants::wants;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::Work;
use sparrow_facts::site::{Freezes, Latitude, PlaceMonths};
use sparrow_facts::timing::Means;
use sparrow_facts::units::TenthsC;
use sparrow_facts::want::{Purpose, WantAmount};
use std::collections::{BTreeMap, BTreeSet};

/// Both demo households where they live, and the first one in invented places far from there: a short summer, no winter, a warm gulf,
/// and the other half of the year.
fn gardens() -> Vec<(&'static str, Garden)> {
    let lane = sparrow_demo::quillet_lane(TODAY).expect("the demo household stands on its own rules");
    let court = sparrow_demo::tern_court(TODAY).expect("the demo household stands on its own rules");
    let at = |latitude: i32, mean: [f64; 12]| {
        let mut garden = lane.clone();
        garden.site.latitude = Latitude(latitude);
        garden.site.freezes = Freezes::ByClimate;
        garden.site.months = Some(PlaceMonths { mean: mean.map(TenthsC::of), rain_mm: [60; 12] });
        garden
    };
    let short = at(6100, [-5.8, -5.3, -1.8, 4.3, 10.8, 15.0, 17.8, 16.0, 11.0, 5.3, 1.0, -2.8]);
    let south = Garden { site: turned(&short.site), ..short.clone() };
    let frostless = at(1000, [24.0, 24.5, 25.0, 26.0, 26.0, 25.5, 25.0, 25.0, 25.0, 24.5, 24.0, 24.0]);
    let gulf = at(3000, [11.8, 13.8, 17.5, 21.0, 24.5, 27.5, 28.3, 28.3, 26.3, 21.8, 16.8, 13.3]);
    vec![("lane", lane), ("court", court), ("short", short), ("south", south), ("frostless", frostless), ("gulf", gulf)]
}

/// What is to be sown or planted within a year, as the Season tells it.
fn to_be_sown(known: Known) -> Vec<Task> {
    // What is late by three weeks is sown still, unless nobody here writes such things down.
    let (since, until) = (TODAY.saturating_sub(21.days()), TODAY.saturating_add(1.year()));
    let years: BTreeSet<i16> = [since, until].map(|day| growing_year(day, known.garden.site.latitude.hemisphere())).into();
    let days = years.iter().map(|year| year_span(*year, known.garden.site.latitude.hemisphere()).0);
    let tasks: Vec<_> = days.flat_map(|day| view(known, day).tasks).collect();
    let sown = |work: Work| matches!(work, Work::SowInside | Work::SowOutside | Work::PlantSets);
    let open = |task: &Task| {
        let patch = known.garden.patch(task.patch).expect("it is there");
        // A herb that is planted as it grows does not lie in a tin.
        let growing = known.growing(patch).expect("the book knows it");
        let as_it_grows = growing.means == Means::Set && growing.crop.planted_as.is_none();
        !as_it_grows && (task.day >= TODAY || !is_believed(patch, known.observed))
    };
    let in_time = |task: &Task| sown(task.work) && (since..until).contains(&task.day) && open(task);
    let mut found: Vec<_> = tasks.into_iter().filter(in_time).collect();
    found.sort_by(|one, other| one.key.cmp(&other.key));
    found.dedup_by(|one, other| one.key == other.key);
    found
}

fn setting(known: Known, patch: PatchId, day: Date) -> Setting {
    let of = known.garden.patch(patch).expect("it is there");
    let sheet = sheet(known, of.bed, (of.from.min(day), of.until)).expect("the bed is there");
    sheet.plantings.into_iter().find(|setting| setting.patch == patch).expect("it is on its bed's sheet")
}

#[test]
fn the_tin_wants_what_the_sheets_and_the_rounds_tell() {
    for (name, garden) in gardens() {
        seen(&garden, TODAY, &[], |known| {
            let mut told: BTreeMap<(String, Option<u32>, bool), u32> = BTreeMap::new();
            let tasks = to_be_sown(known);
            assert!(!tasks.is_empty(), "{name}");
            for task in &tasks {
                let lines = rounds(known, task.day).lines;
                let line = lines.iter().find(|line| line.task.key == task.key).expect("the round has it on its day");
                let setting = setting(known, task.patch, task.day);
                let seeds = match (task.work, &line.how, setting.strewn) {
                    (Work::SowInside, ..) => line.seeds.as_ref().expect("cells are told with their seeds").many,
                    (_, Some(how), strewn) => {
                        assert_eq!((how.holes, how.in_each), (setting.holes, setting.in_each), "{name} {}", task.said);
                        let all = how.holes * how.in_each;
                        if let Some(Strewn::Count(seeds)) = strewn {
                            assert_eq!(seeds, all, "{name} {}", task.said);
                        }
                        all
                    }
                    (_, None, _) => panic!("{name}: {} does not say how", task.said),
                };
                let patch = known.garden.patch(task.patch).unwrap();
                let variety = known.garden.varieties.iter().find(|one| way_of(one.id) == patch.planted.way).map(|one| one.id.0);
                let pieces = known.catalogue.crop(&patch.planted.crop).is_some_and(|crop| crop.planted_as.is_some());
                let planted = task.work == Work::PlantSets && pieces;
                *told.entry((patch.planted.crop.clone(), variety, planted)).or_default() += seeds;
            }
            let needs = tin(known, TODAY).needs;
            let wanted: BTreeMap<_, _> =
                needs.into_iter().map(|need| ((need.crop, need.variety.map(|id| id.0), need.planted), need.seeds)).collect();
            assert_eq!(wanted, told, "{name}");
        });
    }
}

#[test]
fn the_shelf_the_tasks_and_the_rounds_tell_the_same_cells_and_plants() {
    for (name, garden) in gardens() {
        seen(&garden, TODAY, &[], |known| {
            let year = growing_year(TODAY.saturating_add(6.months()), known.garden.site.latitude.hemisphere());
            let season = view(known, year_span(year, known.garden.site.latitude.hemisphere()).0);
            for batch in &season.shelf.batches {
                let patch = known.garden.patch(batch.patch).unwrap();
                let sum = Planting::of(known, patch).unwrap().reckon().0;
                assert_eq!(batch.plants, sum.plants, "{name} {}", patch.planted.crop);
                for task in season.tasks.iter().filter(|task| task.patch == batch.patch) {
                    match task.work {
                        Work::SowInside => assert_eq!(task.number, batch.cells, "{name} {}", task.said),
                        Work::PlantOut => assert_eq!(task.number, sum.plants, "{name} {}", task.said),
                        _ => {}
                    }
                }
            }
        });
    }
}

#[test]
fn the_wants_the_day_and_the_beds_tell_the_same_plants() {
    for (name, mut garden) in gardens() {
        let crops: BTreeSet<String> = garden.patches.iter().map(|patch| patch.planted.crop.clone()).collect();
        for crop in &crops {
            let draft = WantDraft {
                crop: crop.clone(),
                variety: None,
                amount: WantAmount::Weight { grams: 1000 },
                purpose: Purpose::Fresh,
                at_once: false,
                worth: None,
                note: String::new(),
            };
            does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(draft) }).expect("it may be");
        }
        seen(&garden, TODAY, &[], |known| {
            let hemisphere = known.garden.site.latitude.hemisphere();
            let year = growing_year(TODAY.saturating_add(6.months()), hemisphere);
            let day = reckon(known, year_span(year, hemisphere).0);
            let lines = wants(known, year).wants;
            assert_eq!(lines.len(), crops.len(), "{name}");
            for line in lines {
                let crop = &known.garden.want(line.want).unwrap().crop;
                let of_it = |id| {
                    let patch = known.garden.patch(id).unwrap();
                    patch.planted.crop == *crop && growing_year(patch.from, hemisphere) == year
                };
                let plants: u32 = day.patches.iter().filter(|told| of_it(told.patch)).map(|told| told.sum.plants).sum();
                assert_eq!(line.planned, plants, "{name} {crop}");
            }
        });
    }
}
