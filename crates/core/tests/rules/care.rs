//! The care of crops against what handbooks print, and the cautions at the work they belong to.
//!
//! Published figures are recalled from memory, each with its source beside it; what is common practice says so.

use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::catalogue::book::Data;
use sparrow_core::catalogue::{Catalogue, Grade};
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::lived::lived;
use sparrow_core::observed::Observed;
use sparrow_core::round::line::RoundLine;
use sparrow_core::round::rounds::{Rounds, rounds};
use sparrow_core::season::care::STEPS_ASKED_FOR;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::{At, EntryId, Happened, JournalEntry, Work};
use sparrow_facts::rect::Rect;
use sparrow_facts::site::{Freezes, Frost, Latitude, MonthDay};
use sparrow_facts::units::Units;
use std::collections::BTreeSet;
use uuid::Uuid;

const TODAY: Date = date(2026, 11, 23);

fn quillet_lane() -> Garden {
    sparrow_demo::quillet_lane(TODAY).expect("a demo garden")
}

fn round_of(garden: &Garden, journal: &[JournalEntry], day: Date) -> Rounds {
    let grower = Grower::of(garden, Catalogue::standard());
    let observed = Observed::of(journal);
    let lived = lived(garden, Catalogue::standard(), &observed);
    rounds(Known::new(garden, Catalogue::standard(), &grower, day).seeing(&observed, &lived), day)
}

/// All lines of a stretch of days, each on the first day on which it is asked for.
fn lines_of(garden: &Garden, from: Date, days: usize) -> Vec<RoundLine> {
    let mut seen = BTreeSet::new();
    let all = from.series(1.day()).take(days).flat_map(|day| round_of(garden, &[], day).lines);
    all.filter(|line| seen.insert(line.task.key.clone())).collect()
}

/// Distances to which seedlings are thinned in the row \[in\], least and most: USDA Home and Garden Bulletin 202, 'Growing Vegetables
/// in the Home Garden' (1986), and Knott's Handbook (2007), from memory.
const THINNED: [(&str, [f64; 2]); 17] = [
    ("carrot", [1.0, 3.0]),
    ("beet", [2.0, 4.0]),
    ("radish", [1.0, 3.0]),
    ("turnip", [2.0, 6.0]),
    ("parsnip", [2.0, 4.0]),
    ("lettuce", [4.0, 12.0]),
    ("spinach", [2.0, 6.0]),
    ("chard", [6.0, 12.0]),
    ("kale", [8.0, 18.0]),
    ("onion", [2.0, 4.0]),
    ("leek", [2.0, 6.0]),
    ("bean", [2.0, 6.0]),
    ("pea", [1.0, 4.0]),
    ("maize", [6.0, 14.0]),
    ("cucumber", [6.0, 36.0]),
    ("winter-squash", [18.0, 72.0]),
    ("kohlrabi", [3.0, 8.0]),
];

#[test]
fn seedlings_are_thinned_to_the_distances_that_handbooks_print() {
    let catalogue = Catalogue::standard();
    for (key, [least, most]) in THINNED {
        let crop = catalogue.crop(key).expect(key);
        let inches = crop.ways[0].spacing(Units::Imperial).along.in_inches();
        assert!((least..=most).contains(&inches), "{key}: {inches} in, printed {least} to {most}");
        let thins = catalogue.care.of(crop).any(|(_, rule)| rule.work == Work::Thin);
        assert!(thins, "{key} is thinned");
    }
}

/// Days to come up at soil temperatures \[°C, days\]: J. F. Harrington and P. A. Minges, 'Vegetable Seed Germination', University of
/// California (1954), from memory, with a third and two days to either side, since sums of warmth round what was counted.
const UP: [(&str, f64, f64); 14] = [
    ("carrot", 15.0, 10.0),
    ("carrot", 25.0, 6.0),
    ("beet", 15.0, 10.0),
    ("beet", 25.0, 5.0),
    ("radish", 15.0, 6.0),
    ("radish", 25.0, 4.0),
    ("lettuce", 15.0, 4.0),
    ("onion", 15.0, 7.0),
    ("pea", 15.0, 9.0),
    ("spinach", 15.0, 7.0),
    ("bean", 20.0, 11.0),
    ("maize", 20.0, 7.0),
    ("cucumber", 25.0, 4.0),
    ("parsley", 20.0, 14.0),
];

#[test]
fn it_is_looked_for_when_germination_tables_say_it_is_up() {
    let garden = quillet_lane();
    let grower = Grower::of(&garden, Catalogue::standard());
    // A day on which the soil is as warm as the table's, or warmed to it by so much.
    let day = date(2027, 5, 15);
    for (key, celsius, printed) in UP {
        let soil = BedSoil::warmer(celsius - grower.weather.soil(day.saturating_add(((printed / 2.0) as i64).days())));
        let figures = &Catalogue::standard().crop(key).expect(key).ways[0].season;
        let up = grower.up(figures, day, &soil).expect("it comes up");
        let days = f64::from((up - day).get_days());
        let slack = printed / 3.0 + 2.0;
        assert!((days - printed).abs() <= slack, "{key} at {celsius} °C: {days} days, printed {printed}");
    }
}

/// Storage: temperature \[°C\], relative humidity \[per cent\] and keeping \[weeks\]: USDA Agriculture Handbook 66, summary table, from
/// memory; months are taken as 4.35 weeks.
const STORED: [(&str, f64, [f64; 2], [f64; 2]); 18] = [
    ("carrot", 0.0, [98.0, 100.0], [28.0, 39.0]),
    ("beet", 0.0, [98.0, 100.0], [16.0, 26.0]),
    ("parsnip", 0.0, [95.0, 100.0], [17.0, 26.0]),
    ("swede", 0.0, [98.0, 100.0], [17.0, 26.0]),
    ("turnip", 0.0, [95.0, 95.0], [16.0, 22.0]),
    ("winter-radish", 0.0, [95.0, 100.0], [8.0, 17.0]),
    ("celeriac", 0.0, [97.0, 99.0], [26.0, 35.0]),
    ("kohlrabi", 0.0, [98.0, 100.0], [8.0, 13.0]),
    ("potato", 4.5, [90.0, 98.0], [20.0, 43.0]),
    ("sweet-potato", 13.0, [85.0, 95.0], [16.0, 43.0]),
    ("onion", 0.0, [65.0, 70.0], [4.0, 35.0]),
    ("garlic", 0.0, [60.0, 70.0], [24.0, 30.0]),
    ("cabbage", 0.0, [98.0, 100.0], [20.0, 26.0]),
    ("winter-squash", 10.0, [50.0, 70.0], [8.0, 26.0]),
    ("pumpkin", 10.0, [50.0, 70.0], [8.0, 13.0]),
    ("leek", 0.0, [95.0, 100.0], [8.0, 13.0]),
    ("celery", 0.0, [98.0, 100.0], [8.0, 13.0]),
    ("brussels-sprout", 0.0, [95.0, 100.0], [3.0, 5.0]),
];

#[test]
fn what_is_stored_keeps_as_the_storage_handbook_prints() {
    let catalogue = Catalogue::standard();
    for (key, celsius, [dry, damp], [least, most]) in STORED {
        let keeping = catalogue.care.keeping(catalogue.crop(key).expect(key)).expect(key);
        let [cold, warm] = keeping.celsius.map(f64::from);
        assert!((cold..=warm).contains(&celsius), "{key}: {cold} to {warm} °C, printed {celsius}");
        let [from, to] = keeping.humidity.map(f64::from);
        assert!((from - dry).abs() <= 5.0 && (to - damp).abs() <= 5.0, "{key}: {from} to {to} per cent");
        let [short, long] = keeping.weeks.map(f64::from);
        assert!(least - 1.0 <= short && long <= most + 1.0, "{key}: {short} to {long} weeks, printed {least} to {most}");
    }
}

#[test]
fn a_year_of_rounds_holds_the_care_between_sowing_and_store() {
    let lines = lines_of(&quillet_lane(), date(2027, 1, 10), 330);
    let works: BTreeSet<Work> = lines.iter().map(|line| line.task.work).collect();
    for work in [
        Work::Soak,
        Work::Inoculate,
        Work::Chit,
        Work::LookFor,
        Work::Thin,
        Work::Water,
        Work::Weed,
        Work::Stake,
        Work::Train,
        Work::Feed,
        Work::EarthUp,
        Work::Guard,
        Work::Mulch,
        Work::PickAgain,
        Work::Cure,
    ] {
        assert!(works.contains(&work), "{work:?} is never asked for");
    }
    for line in lines.iter().filter(|line| !line.task.work.is_step()) {
        let note = line.notes.first().expect("care says how");
        assert!(!note.how.is_empty() && !note.how.contains(['[', '{', ']', '}']), "{}: {}", line.task.said, note.how);
        assert_eq!(line.late, 0, "nobody is late for care: {}", line.task.said);
        assert!(line.until.is_none_or(|until| line.due <= until));
        assert!(Catalogue::standard().sources.contains_key(&note.source));
    }
    // Seed is looked for before it is thinned, and thinned before it is picked.
    let due = |work: Work| lines.iter().find(|line| line.task.crop == "carrot" && line.task.work == work).map(|line| line.due);
    assert!(due(Work::LookFor) < due(Work::Thin) && due(Work::Thin) < due(Work::Pick), "{lines:?}");
}

/// The demo garden in other places: a mild winter, a short season, no frost at all, and the garden of the other half of the year.
fn elsewhere() -> Vec<(&'static str, Garden)> {
    let day = |month, day| MonthDay { month, day };
    let dates = |last, first| Freezes::Dates(Frost { last, first, spread_days: 12, in_ten: 10 });
    let at = |latitude: i32, freezes: Freezes| {
        let mut garden = quillet_lane();
        garden.site.latitude = Latitude(latitude);
        (garden.site.longitude, garden.site.months) = (None, None);
        garden.site.freezes = freezes;
        garden
    };
    vec![
        ("a mild winter", at(3100, dates(day(2, 20), day(12, 1)))),
        ("a short season", at(6200, dates(day(6, 5), day(9, 1)))),
        ("no frost", at(1050, Freezes::Never)),
        ("the south", sparrow_demo::tern_court(TODAY).expect("a demo garden")),
    ]
}

#[test]
fn care_keeps_to_what_stands_and_to_the_place_wherever_that_is() {
    for (place, garden) in elsewhere() {
        let mut frosty = 0;
        for day in date(2026, 12, 1).series(1.day()).take(400).step_by(3) {
            let round = round_of(&garden, &[], day);
            for line in round.lines.iter().filter(|line| !line.task.work.is_step()) {
                let patch = garden.patch(line.task.patch).expect("it is planned");
                let said = format!("{place}, {day}: {}", line.task.said);
                let (first, last) = (patch.from.saturating_sub(70.days()), patch.until.saturating_add(60.days()));
                assert!((first..=last).contains(&line.due), "{said}: {} to {}", patch.from, patch.until);
                assert!(line.due <= day && line.until.is_none_or(|until| day <= until), "{said}");
                frosty += usize::from(line.notes.iter().any(|note| note.why.contains("freezes")));
                let heavy = round.lines.iter().filter(|one| one.enough).count();
                assert!(heavy == 0 || round.lines.len() > 2, "{said}");
            }
        }
        assert!(place != "no frost" || frosty == 0, "nothing freezes where there is no frost");
    }
}

#[test]
fn cuttings_are_taken_where_there_are_shoots_then_and_so_many_that_enough_of_them_root() {
    for (place, mut garden) in elsewhere() {
        garden.patches.truncate(1);
        let weather = Grower::of(&garden, Catalogue::standard()).weather;
        let mut cut = 0;
        for month in 1..=12 {
            let planted = date(2028, month, 20);
            let patch = &mut garden.patches[0];
            (patch.planted.crop, patch.planted.way) = ("sage".into(), "clump".into());
            (patch.from, patch.until) = (planted, planted.saturating_add(700.days()));
            (patch.timing, patch.planted.holes) = (Default::default(), None);
            patch.rect = Rect { x: 0, y: 0, w: 4, h: 4 };
            let due = planted.saturating_sub(56.days());
            let lines = round_of(&garden, &[], due).lines;
            let line = lines.iter().find(|line| line.task.work == Work::TakeCuttings);
            assert_eq!(line.is_some(), weather.mean(due) >= 10.0, "{place}, {due}: {} °C", weather.mean(due));
            let Some(line) = line else { continue };
            assert_eq!(line.until, Some(due.saturating_add(20.days())), "{place}: what is cut later has no roots by then");
            let taken = line.seeds.as_ref().expect("so many are cut");
            let tasks = round_of(&garden, &[], planted).lines;
            let plants = tasks.iter().find(|line| line.task.work == Work::PlantSets).expect("it is planted").task.number;
            // By hand: half of them may fail.
            assert_eq!((taken.many, taken.name[1].as_str()), (2 * plants, "cuttings"), "{place}");
            assert!(plants > 0, "{place}");
            // Half a square has room for none: nothing is cut for it, and nothing planted.
            garden.patches[0].rect = Rect { x: 0, y: 0, w: 1, h: 1 };
            for day in [due, planted] {
                let asked = round_of(&garden, &[], day).lines;
                let works: Vec<Work> = asked.iter().map(|line| line.task.work).collect();
                assert!(!works.contains(&Work::TakeCuttings) && !works.contains(&Work::PlantSets), "{place}, {day}: {works:?}");
            }
            cut += 1;
        }
        assert!(cut >= 2, "{place}: a premise, somewhere in the year it is warm");
    }
}

#[test]
fn each_caution_is_told_once_a_round_at_the_first_work_it_belongs_to() {
    let garden = quillet_lane();
    let mut told = BTreeSet::new();
    for day in date(2027, 1, 10).series(1.day()).take(330) {
        let round = round_of(&garden, &[], day);
        let at_lines: Vec<&String> = round.lines.iter().flat_map(|line| &line.cautions).collect();
        let once: BTreeSet<&String> = at_lines.iter().copied().collect();
        assert_eq!(once.len(), at_lines.len(), "{day}: a caution is told twice");
        let keys: BTreeSet<&String> = round.cautions.iter().map(|one| &one.key).collect();
        assert_eq!(keys, once, "{day}");
        told.extend(round.cautions.into_iter().map(|one| one.key));
    }
    for key in ["green-potato", "stakes", "dust", "manure", "bitter-squash", "raw-beans", "sweet-pea", "lifting", "soil"] {
        assert!(told.contains(key), "{key} is never told in a year of Quillet Lane");
    }
    let rhubarb = Catalogue::standard().care.cautions.iter().find(|one| one.key == "rhubarb-leaf").expect("it is listed");
    assert!(rhubarb.belongs_to(Work::PickAgain, "rhubarb", 20.0) && !rhubarb.belongs_to(Work::PickAgain, "chard", 20.0));
}

fn written(id: u128, day: Date, at: At, what: Happened) -> JournalEntry {
    JournalEntry { id: EntryId(Uuid::from_u128(id)), day, at, what, words: String::new(), instead_of: None }
}

#[test]
fn a_school_that_is_chosen_holds_from_then_on() {
    let garden = quillet_lane();
    let day = date(2027, 4, 20);
    let chose = |topic: &str, school: &str| Happened::Chose { topic: topic.into(), school: school.into() };
    let nowhere = At::default();
    let mulched = |journal: &[JournalEntry]| {
        let days = day.series(1.day()).take(90);
        let all = days.flat_map(|day| round_of(&garden, journal, day).lines);
        let mulches = all.filter(|line| line.task.work == Work::Mulch && line.task.crop == "tomato");
        mulches.map(|line| line.due).min().expect("tomatoes are mulched")
    };
    let at_once = [written(1, day, nowhere, chose("mulch-when", "at-once"))];
    assert!(mulched(&at_once) < mulched(&[]), "those who mulch at once do so earlier");
    let thin = |journal: &[JournalEntry]| {
        let days = day.series(1.day()).take(90);
        let mut all = days.flat_map(|day| round_of(&garden, journal, day).lines);
        let line = all.find(|line| line.task.work == Work::Thin).expect("something is thinned");
        line.notes[0].topic.clone().expect("gardeners differ about it")
    };
    assert_eq!(thin(&[]).chosen, "cut");
    let pulls = [written(1, day, nowhere, chose("thin-how", "pull"))];
    assert_eq!(thin(&pulls).chosen, "pull");
    assert_eq!(thin(&pulls).schools.len(), 2, "both stay to be chosen");
}

#[test]
fn beds_are_walked_in_the_household_s_order_and_watered_again_in_their_time() {
    let garden = quillet_lane();
    let day = date(2027, 7, 10);
    let beds = |journal: &[JournalEntry]| {
        let mut beds: Vec<u32> = round_of(&garden, journal, day)
            .lines
            .iter()
            .filter(|line| !line.done && line.late == 0)
            .map(|line| line.task.bed.0)
            .collect();
        beds.dedup();
        beds
    };
    let usual = beds(&[]);
    assert!(usual.len() > 2, "the premise: several beds have work");
    let turned: Vec<_> = garden.beds.iter().rev().map(|bed| bed.id).collect();
    let other = beds(&[written(1, day, At::default(), Happened::Walked { beds: turned })]);
    assert_eq!(other, usual.iter().rev().copied().collect::<Vec<_>>());
    let waters = |journal: &[JournalEntry], day: Date| {
        round_of(&garden, journal, day).lines.into_iter().find(|line| line.task.work == Work::Water && !line.done)
    };
    let line = (0..8).find_map(|more| waters(&[], day.saturating_add(more.days()))).expect("a bed is watered within a week");
    let done = [written(1, line.due, line.at, line.told.clone())];
    let again = |day: Date| {
        let lines = round_of(&garden, &done, day).lines;
        lines.into_iter().find(|one| one.task.key == line.task.key).map(|one| one.done)
    };
    assert_eq!(again(line.due), Some(true));
    let next = (1..=8).find(|more| again(line.due.saturating_add((*more).days())) == Some(false));
    assert!(next.is_some_and(|next| next <= 7), "{next:?}");
}

#[test]
fn care_that_comes_again_and_was_left_out_once_is_asked_for_in_its_time() {
    let garden = quillet_lane();
    let asks = |journal: &[JournalEntry], day: Date| {
        let lines = round_of(&garden, journal, day).lines;
        lines.into_iter().find(|line| line.task.work == Work::Train && line.task.crop == "tomato" && !line.done)
    };
    let first = date(2027, 5, 1).series(1.day()).take(90).find_map(|day| asks(&[], day)).expect("tomatoes are tied in");
    let left = [written(1, first.due, first.at, Happened::LeftOut { work: Work::Train })];
    let next = (0..30).find_map(|more| {
        let day = first.due.saturating_add(i64::from(more).days());
        asks(&left, day).filter(|line| line.task.patch == first.task.patch && line.due <= day)
    });
    assert_eq!(next.map(|line| line.due), Some(first.due.saturating_add(7.days())), "a week on, as it is asked for each week");
}

#[test]
fn what_is_done_before_planting_waits_with_a_late_planting_and_no_longer() {
    let garden = quillet_lane();
    let asked = |journal: &[JournalEntry], patch: PatchId, day: Date| {
        let lines = round_of(&garden, journal, day).lines;
        lines.into_iter().any(|line| line.task.patch == patch && line.task.work == Work::Stake && !line.done)
    };
    let tomato =
        garden.patches.iter().find(|one| one.planted.crop == "tomato" && one.from.year() == 2027).expect("it is planned");
    let late = tomato.from.saturating_add(15.days());
    assert!(asked(&[], tomato.id, tomato.from) && asked(&[], tomato.id, late));
    let at = At { bed: None, patch: Some(tomato.id), rect: None };
    let planted = [written(1, tomato.from, at, Happened::Planted { many: None })];
    assert!(!asked(&planted, tomato.id, late), "once it is planted, stakes would go through its roots");
    assert!(!asked(&[], tomato.id, tomato.from.saturating_add(40.days())));
}

#[test]
fn what_is_planted_in_stages_asks_for_its_condition() {
    let mut garden = quillet_lane();
    let maize = garden.patches.iter().find(|patch| patch.planted.crop == "maize" && patch.from.year() == 2027).cloned();
    let Some(maize) = maize else {
        // The demo garden grows none that year: a bed is given over to it.
        let carrot = garden.patches.iter_mut().find(|patch| patch.planted.crop == "carrot" && patch.from.year() == 2027);
        let carrot = carrot.expect("the premise: carrots are planned");
        carrot.planted = sparrow_facts::patch::Planted::usual("maize", "block");
        carrot.from = date(2027, 5, 15);
        carrot.until = date(2027, 9, 20);
        let maize = carrot.clone();
        return stages(garden, &maize);
    };
    stages(garden, &maize);
}

/// Beans beside the maize wait until it is high enough.
fn stages(mut garden: Garden, maize: &sparrow_facts::patch::Patch) {
    let number = garden.patches.iter().map(|patch| patch.id.0).max().unwrap_or(0) + 1;
    let beans = sparrow_facts::patch::Patch {
        id: sparrow_facts::ids::PatchId(number),
        from: maize.from.saturating_add(25.days()),
        planted: sparrow_facts::patch::Planted { between: true, ..sparrow_facts::patch::Planted::usual("bean", "climbing") },
        ..maize.clone()
    };
    garden.patches.push(beans.clone());
    let asked = |day: Date| {
        let line = round_of(&garden, &[], day)
            .lines
            .into_iter()
            .find(|line| line.task.patch == beans.id && line.task.work == Work::SowOutside);
        line.expect("beans are to be sown").condition.expect("they wait for the maize")
    };
    let condition = asked(beans.from);
    assert!(condition.said.starts_with("Only once the maize stands"), "{}", condition.said);
    assert!(asked(beans.from.saturating_add(15.days())).is_so, "in time it is high enough");
}

#[test]
fn a_care_file_that_names_what_is_not_there_is_refused() {
    let catalogue = Catalogue::standard();
    let read = |care: &str, cautions: &str| {
        let care = format!("{}\n{care}", Data::STANDARD.care);
        Catalogue::read(&Data { care: &care, cautions, ..Data::STANDARD })
    };
    let topic = "[[topic]]\nkey = \"t\"\nask = \"?\"\nschool = [{ key = \"a\", name = \"a\", how = \"a\" }]\n";
    let store = "[[store]]\ncrops = [\"carrot\"]\ncelsius = [0, 1]\nhumidity = [90, 95]\nweeks = [1, 2]\nhow = \"cold\"\n";
    let rule = |more: &str| format!("{topic}{store}[[care]]\nwork = \"thin\"\nhow = \"so\"\n{more}");
    let caution = "[[caution]]\nkey = \"c\"\ntext = \"c\"\n";
    let good = "crops = [\"carrot\"]\nsource = \"common-practice\"\n";
    assert!(read(&rule(good), caution).is_ok());
    for (bad, told) in [
        ("crops = [\"carot\"]\nsource = \"common-practice\"\n", "no crop carot"),
        ("crops = [\"carrot\"]\nsource = \"hearsay\"\n", "no source hearsay"),
        ("crops = [\"carrot\"]\nsource = \"common-practice\"\ntopic = \"x\"\n", "no such topic"),
        ("crops = [\"carrot\"]\nsource = \"common-practice\"\ntopic = \"t\"\nschool = \"b\"\n", "no such school"),
        ("crops = [\"carrot\"]\nsource = \"common-practice\"\nsay = \"Thin\"\n", "is said, and nothing else"),
    ] {
        let refused = read(&rule(bad), caution).expect_err(told);
        assert!(refused.contains(told), "{refused}");
    }
    assert!(read(&rule(good), "[[caution]]\nkey = \"c\"\ntext = \"c\"\ncrops = [\"mandrake\"]\n").is_err());
    let tested = catalogue.crops.iter().flat_map(|crop| catalogue.care.of(crop)).filter(|(_, rule)| rule.grade == Grade::Tested);
    assert!(tested.count() > 0, "some care is tested, most is custom");
}

/// Picking again waits for the first picking; where nobody wrote that down, until the first is no longer asked for.
#[test]
fn picking_again_is_asked_for_once_the_first_was_picked_or_is_no_longer_asked_for() {
    let mut garden = crate::common::unplanted();
    let patch = crate::common::placed_in(&mut garden, "bean", "bush", 2027);
    let asked = |told: &[crate::common::Told], day: Date, work: Work| {
        let lines = crate::common::seen(&garden, day, told, |known| rounds(known, day)).lines;
        lines.iter().any(|line| line.task.patch == patch && line.task.work == work && !line.done)
    };
    let from = date(2027, 6, 1);
    let ripe = (0..120).map(|n| from.saturating_add(n.days())).find(|day| asked(&[], *day, Work::Pick)).expect("it ripens");
    // The first picking is told up to a week ahead, and then for three weeks.
    let ripe = (0..30)
        .map(|n| ripe.saturating_add(n.days()))
        .find(|day| {
            let lines = crate::common::seen(&garden, *day, &[], |known| rounds(known, *day)).lines;
            lines.iter().any(|line| line.task.patch == patch && line.task.work == Work::Pick && line.due == *day)
        })
        .expect("its day comes");
    let days = |told: &[crate::common::Told]| -> Vec<i32> {
        (1..=40).filter(|n| asked(told, ripe.saturating_add(n.days()), Work::PickAgain)).collect()
    };
    let unwritten = days(&[]);
    assert!(unwritten.first().is_some_and(|first| (STEPS_ASKED_FOR + 1..=STEPS_ASKED_FOR + 10).contains(first)), "{unwritten:?}");
    let written = days(&[(patch, ripe, Happened::Picked { many: None })]);
    assert!(written.first().is_some_and(|first| *first < STEPS_ASKED_FOR), "{written:?}");
}
