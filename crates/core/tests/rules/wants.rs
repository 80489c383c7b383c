//! Wants: amounts into plants and ground, against the plan.

use crate::common::{TODAY, Told, does, draft, placed_in, seen, site, turned, unplanted};
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::Command;
use sparrow_core::change::wants::WantDraft;
use sparrow_core::wants::sum::Lacks;
use sparrow_core::wants::{Met, WantLine, Wants, wants};
use sparrow_facts::almanac::Almanac;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{PatchId, VarietyId, WantId};
use sparrow_facts::journal::{Amount, Ending, Happened, Unit};
use sparrow_facts::site::{Freezes, Latitude, PlaceMonths, Site};
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::units::{Length, TenthsC, Units};
use sparrow_facts::want::{Purpose, WantAmount};

fn want(crop: &str, amount: WantAmount, at_once: bool) -> WantDraft {
    WantDraft { crop: crop.into(), variety: None, amount, purpose: Purpose::Fresh, at_once, worth: None, note: String::new() }
}

fn wishes(garden: &mut Garden, crop: &str, amount: WantAmount) {
    does(garden, &Command::KeepWant { want: None, draft: Box::new(want(crop, amount, false)) }).expect("it may be");
}

fn told(garden: &Garden, year: i16, entries: &[(PatchId, Happened)]) -> Wants {
    let told: Vec<Told> = entries.iter().map(|(patch, what)| (*patch, date(year, 8, 1), what.clone())).collect();
    seen(garden, TODAY, &told, |known| wants(known, year))
}

fn only(wants: &Wants) -> &WantLine {
    let [line] = wants.wants.as_slice() else { panic!("one want") };
    line
}

#[test]
fn jars_of_tomatoes_come_to_plants_and_squares() {
    let mut garden = unplanted();
    wishes(&mut garden, "tomato", WantAmount::Jars { many: 20, ml: 946 });
    let wants = told(&garden, 2027, &[]);
    let sum = only(&wants).sum.as_ref().expect("the book knows it");
    // By hand: 20 quarts of 3 lb are 60 lb, 27.2 kg; a plant gives 2 to 9 lb by the guides: 7 to 30 plants.
    assert!((27_000..27_600).contains(&sum.grams), "{}", sum.grams);
    assert_eq!(sum.plants, [7, 31]);
    assert_eq!(sum.weighed, None);
    assert!(sum.ground[0] < sum.ground[1] && sum.weeks > 8, "{sum:?}");
    assert_eq!(only(&wants).met, Met::Unplanned);
}

#[test]
fn heads_are_plants_and_a_few_more() {
    let mut garden = unplanted();
    wishes(&mut garden, "cabbage", WantAmount::Pieces { many: 12 });
    assert_eq!(only(&told(&garden, 2027, &[])).sum.as_ref().unwrap().plants, [12, 15]);
    let mut garden = unplanted();
    wishes(&mut garden, "courgette", WantAmount::Pieces { many: 40 });
    let [least, most] = only(&told(&garden, 2027, &[])).sum.as_ref().unwrap().plants;
    assert!(least <= 5 && most < 40, "a plant bears many: {least} to {most}");
}

#[test]
fn a_salad_every_other_day_is_sown_in_turns() {
    let mut garden = unplanted();
    wishes(&mut garden, "lettuce", WantAmount::Meals { people: 2, every: 2, from: 5, until: 9 });
    let wants = told(&garden, 2027, &[]);
    let sum = only(&wants).sum.as_ref().unwrap();
    let had = sum.had.expect("months were asked for");
    // On a mild coast some of it is ripe on most days of those months: of 153 days, every other one a salad of 60 g for two.
    assert_eq!(had.wanted, 153);
    assert!(had.days > 100 && had.from >= date(2027, 5, 1) && had.until <= date(2027, 9, 30), "{had:?}");
    assert_eq!(sum.grams, had.days.div_ceil(2) * 120);
    assert!(sum.sowings >= 5, "{sum:?}");
}

#[test]
fn all_in_one_week_takes_more_plants_of_what_is_picked_for_long() {
    let sum = |at_once: bool| {
        let mut garden = unplanted();
        let draft = want("tomato", WantAmount::Jars { many: 10, ml: 946 }, at_once);
        does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(draft) }).unwrap();
        only(&told(&garden, 2027, &[])).sum.clone().unwrap().plants
    };
    let (once, spread) = (sum(true), sum(false));
    assert!(once[0] > spread[0] && once[1] < 12 * spread[1], "{once:?} {spread:?}");
}

#[test]
fn all_in_one_week_asks_for_the_variety_that_stops_by_itself() {
    let mut garden = unplanted();
    for (name, kind) in [("Long Vine", "indeterminate"), ("Bramble Paste", "determinate")] {
        let mut draft = draft("tomato", "staked", name);
        draft.kinds = [("habit".into(), kind.into())].into();
        does(&mut garden, &Command::KeepVariety { variety: None, draft: Box::new(draft) }).unwrap();
    }
    let jars = |at_once| want("tomato", WantAmount::Jars { many: 10, ml: 946 }, at_once);
    for draft in [jars(true), jars(false), WantDraft { variety: Some(VarietyId(2)), ..jars(true) }] {
        does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(draft) }).unwrap();
    }
    let wants = told(&garden, 2027, &[]);
    let of = |id: u32| wants.wants.iter().find(|line| line.want == WantId(id)).expect("it is wanted");
    let sooner = of(1).sooner.expect("one of them ripens nearly all at once");
    assert_eq!(sooner.variety, VarietyId(2));
    assert_eq!(sooner.plants, of(3).sum.as_ref().unwrap().plants, "as many as a want that names it");
    assert!(sooner.plants[1] < of(1).sum.as_ref().unwrap().plants[1]);
    assert_eq!((of(2).sooner, of(3).sooner), (None, None), "not where it is picked for long, nor where it is that one");
}

#[test]
fn a_square_gives_weight_meals_and_what_the_household_would_pay() {
    let mut garden = unplanted();
    let draft = WantDraft { worth: Some(4000), ..want("carrot", WantAmount::Weight { grams: 10_000 }, false) };
    does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(draft) }).unwrap();
    let wants = told(&garden, 2027, &[]);
    let sum = only(&wants).sum.clone().unwrap();
    // By hand: sixteen to a square, of which each takes 6¼ hundredths; the book's meal of carrots is 100 g.
    assert_eq!(sum.takes, [625, 625]);
    assert_eq!(sum.square_meals, sum.square_gives.map(|grams| (f64::from(grams) / 100.0).round() as u32));
    let worth = sum.square_worth.expect("it was said");
    // What all squares are worth is what all of it is.
    for side in [0, 1] {
        let all = f64::from(worth[side]) * f64::from(sum.ground[1 - side]) / 100.0;
        assert!((all - 4000.0).abs() < 0.01 * 4000.0, "{worth:?} {:?}", sum.ground);
    }
    // At twice the distance along the row it takes twice the ground.
    let own = OwnSpacing {
        crop: "carrot".into(),
        way: "root".into(),
        along: Length::inches(6),
        across: Length::inches(3),
        note: String::new(),
    };
    garden.spacings.push(own);
    let wide = only(&told(&garden, 2027, &[])).sum.clone().unwrap();
    assert_eq!(wide.takes, [1250, 625]);
    assert!(wide.ground[1].abs_diff(2 * sum.ground[1]) <= 2, "{wide:?}");
    let dear = WantDraft { worth: Some(10_000_001), ..want("carrot", WantAmount::Weight { grams: 1 }, false) };
    let refused = does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(dear) }).unwrap_err().to_string();
    assert!(refused.contains("what it would cost, in hundredths: 10000001 is outside 0 to 10000000"), "{refused}");
}

#[test]
fn the_ground_of_a_want_could_give_what_else_is_wanted_while_it_stands() {
    let mut garden = unplanted();
    for crop in ["maize", "bean", "asparagus"] {
        wishes(&mut garden, crop, WantAmount::Weight { grams: 5_000 });
    }
    let wants = told(&garden, 2027, &[]);
    let of = |crop: &str| wants.wants.iter().find(|line| garden.want(line.want).unwrap().crop == crop).expect("it is wanted");
    let [instead] = of("maize").instead.as_slice() else { panic!("what stays for years is none: {:?}", of("maize").instead) };
    let (maize, bean) = (of("maize").sum.as_ref().unwrap(), of("bean").sum.as_ref().unwrap());
    assert_eq!(instead.want, of("bean").want);
    let ground = f64::from(maize.ground[0] + maize.ground[1]) / 2.0;
    assert!((f64::from(instead.plants) - ground * 100.0 / f64::from(bean.takes[0])).abs() <= 1.0, "{instead:?}");
    for side in [0, 1] {
        let grams = f64::from(bean.square_gives[side]) * ground / 100.0;
        assert!((f64::from(instead.grams[side]) - grams).abs() < 0.02 * grams, "{instead:?} {grams}");
    }
    assert!(of("asparagus").instead.len() <= 3);

    // No more than the ground there is; without any, nothing.
    garden.beds.truncate(1);
    garden.wants[0].amount = WantAmount::Weight { grams: 900_000 };
    let wants = told(&garden, 2027, &[]);
    let line = wants.wants.iter().find(|line| line.want == WantId(1)).unwrap();
    assert!(line.sum.as_ref().unwrap().ground[0] > wants.ground, "the premise");
    assert_eq!(line.instead[0].plants, wants.ground * 100 / bean.takes[0]);
    garden.beds.clear();
    assert!(told(&garden, 2027, &[]).wants.iter().all(|line| line.instead.is_empty()));
}

#[test]
fn where_it_is_picked_for_half_a_year_its_best_week_is_no_smaller_than_the_guides_say() {
    let [_, (_, frostless), ..] = places();
    let plants = |site: &Site, at_once: bool| {
        let mut garden = unplanted();
        (garden.site, garden.almanac) = (site.clone(), Almanac::default());
        let draft = want("tomato", WantAmount::Weight { grams: 40_000 }, at_once);
        does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(draft) }).unwrap();
        only(&told(&garden, 2027, &[])).sum.as_ref().expect("it has days").plants
    };
    // By hand: two of ten weeks, a fifth of what a plant gives.
    let (once, spread) = (plants(&frostless, true), plants(&frostless, false));
    assert!(once[0].abs_diff(5 * spread[0]) <= 5 && once[1].abs_diff(5 * spread[1]) <= 5, "{once:?} {spread:?}");
}

#[test]
fn what_was_weighed_here_stands_in_place_of_the_guides() {
    let mut garden = unplanted();
    wishes(&mut garden, "beet", WantAmount::Weight { grams: 10_000 });
    let patch = placed_in(&mut garden, "beet", "root", 2026);
    let book = only(&told(&garden, 2027, &[])).sum.clone().unwrap();
    let plants = told(&garden, 2026, &[]).wants[0].planned;
    let grams = |tenths: u32| Some(Amount { tenths, unit: Unit::Grams, rough: false });
    // Half a pound each, more than any guide says.
    let entries = [
        (patch, Happened::Sown { many: None, depth: None, apart: None, under: None }),
        (patch, Happened::Picked { many: grams(plants * 2270) }),
        (patch, Happened::Cleared { ending: Ending::Done }),
    ];
    let wants = told(&garden, 2026, &entries);
    assert_eq!(only(&wants).picked, plants * 227);
    let own = only(&told(&garden, 2027, &entries)).sum.clone().unwrap();
    assert_eq!(own.weighed, Some(1));
    assert!(own.plants[1] < book.plants[1] && own.gives[0] > book.gives[0], "{own:?} {book:?}");
}

#[test]
fn the_plan_is_short_enough_or_over() {
    let mut garden = unplanted();
    wishes(&mut garden, "beet", WantAmount::Pieces { many: 30 });
    let patch = placed_in(&mut garden, "beet", "root", 2031);
    assert!(garden.patch(patch).is_some());
    let line = only(&told(&garden, 2031, &[])).clone();
    let [least, most] = line.sum.as_ref().unwrap().plants;
    let met = if line.planned < least {
        Met::Short
    } else if line.planned > most {
        Met::Over
    } else {
        Met::Met
    };
    assert_eq!((line.met, line.sown), (met, 0));
    assert_eq!(only(&told(&garden, 2032, &[])).met, Met::Unplanned);
}

/// By hand: 221 by 95 cm in squares of 30 cm are 23.3, of which the half squares along two sides are parts.
#[test]
fn the_ground_there_is_counts_part_squares_at_their_size_as_the_bed_does() {
    let mut garden = unplanted();
    garden.site = site(Units::Metric);
    garden.beds.truncate(1);
    (garden.beds[0].length, garden.beds[0].width) = (Length::tenths_mm(22_100), Length::tenths_mm(9_500));
    (garden.beds[0].braces, garden.beds[0].shape) = (Vec::new(), Default::default());
    wishes(&mut garden, "beet", WantAmount::Pieces { many: 30 });
    assert_eq!(told(&garden, 2027, &[]).ground, 2333);
}

#[test]
fn two_wants_of_a_crop_share_its_plan() {
    let mut garden = unplanted();
    wishes(&mut garden, "beet", WantAmount::Pieces { many: 30 });
    wishes(&mut garden, "beet", WantAmount::Pieces { many: 50 });
    placed_in(&mut garden, "beet", "root", 2031);
    let wants = told(&garden, 2031, &[]);
    // 2 × 2 squares of nine are 36: enough for one of them, and not for both, which take 80.
    assert!(
        wants.wants.iter().all(|line| (line.planned, line.together.plants[0], line.met) == (36, 80, Met::Short)),
        "{wants:?}"
    );
}

#[test]
fn too_much_is_said_with_what_could_be_less() {
    let mut garden = unplanted();
    for (crop, grams) in [("maize", 60_000), ("carrot", 5_000), ("potato", 60_000)] {
        wishes(&mut garden, crop, WantAmount::Weight { grams });
    }
    let wants = told(&garden, 2027, &[]);
    let worst = wants.months.iter().map(|month| (month.taken[0] + month.taken[1]) / 2).max().unwrap();
    assert!(worst > wants.ground, "the premise: {worst} of {}", wants.ground);
    let first = &wants.cuts[0];
    let potato = garden.wants[2].id;
    assert_eq!(first.want, potato, "a square gives least of it: {:?}", wants.cuts);
    let (freed, many) = first.frees.unwrap();
    assert_eq!((garden.want(freed).unwrap().crop.as_str(), many), ("carrot", 16));
    let mut little = unplanted();
    wishes(&mut little, "carrot", WantAmount::Weight { grams: 1000 });
    assert!(told(&little, 2027, &[]).cuts.is_empty());
}

#[test]
fn a_crop_without_a_yield_is_told_and_an_empty_list_is_one() {
    let mut garden = unplanted();
    assert!(told(&garden, 2027, &[]).wants.is_empty());
    wishes(&mut garden, "marigold", WantAmount::Bunches { many: 3 });
    assert_eq!(only(&told(&garden, 2027, &[])).sum, None);
    let jars = want("radish", WantAmount::Jars { many: 3, ml: 500 }, false);
    does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(jars) }).unwrap();
    assert!(told(&garden, 2027, &[]).wants.iter().all(|line| line.sum.is_none()), "nobody says how many radishes a jar takes");
}

#[test]
fn what_cannot_be_is_refused_with_its_field_and_limit() {
    let mut garden = unplanted();
    let meals = |people, every, from, until| WantAmount::Meals { people, every, from, until };
    for (amount, said) in [
        (WantAmount::Weight { grams: 0 }, "grams wanted: 0 is outside 1 to 1000000"),
        (WantAmount::Jars { many: 3, ml: 5 }, "what a jar holds, in millilitres: 5 is outside 50 to 5000"),
        (meals(0, 1, 1, 1), "how many eat: 0"),
        (meals(1, 0, 1, 1), "every so many days: 0"),
        (meals(1, 1, 13, 1), "a month: 13 is outside 1 to 12"),
    ] {
        let refused = does(&mut garden, &Command::KeepWant { want: None, draft: Box::new(want("beet", amount, false)) });
        assert!(refused.unwrap_err().to_string().contains(said), "{said}");
    }
}

/// Invented places far from the demo's: a short summer, one without frost, a warm gulf, and the first turned south.
fn places() -> [(&'static str, Site); 4] {
    let of = |latitude: i32, mean: [f64; 12]| Site {
        latitude: Latitude(latitude),
        freezes: Freezes::ByClimate,
        months: Some(PlaceMonths { mean: mean.map(TenthsC::of), rain_mm: [60; 12] }),
        ..site(Units::Metric)
    };
    let short = of(6100, [-5.8, -5.3, -1.8, 4.3, 10.8, 15.0, 17.8, 16.0, 11.0, 5.3, 1.0, -2.8]);
    let frostless = of(1000, [24.0, 24.5, 25.0, 26.0, 26.0, 25.5, 25.0, 25.0, 25.0, 24.5, 24.0, 24.0]);
    let gulf = of(3000, [11.8, 13.8, 17.5, 21.0, 24.5, 27.5, 28.3, 28.3, 26.3, 21.8, 16.8, 13.3]);
    let south = turned(&short);
    [("short", short), ("frostless", frostless), ("gulf", gulf), ("south", south)]
}

/// What one wants all the year in a place.
fn all_year(site: &Site, crop: &str) -> WantLine {
    let mut garden = unplanted();
    garden.site = site.clone();
    garden.almanac = Almanac::default();
    wishes(&mut garden, crop, WantAmount::Meals { people: 1, every: 1, from: 1, until: 12 });
    let year = if site.latitude.0 < 0 { 2026 } else { 2027 };
    only(&told(&garden, year, &[])).clone()
}

#[test]
fn nothing_is_had_when_its_place_does_not_give_it() {
    for (name, site) in places() {
        for crop in ["basil", "lettuce", "tomato", "kale", "carrot"] {
            let line = all_year(&site, crop);
            let Some(sum) = line.sum else {
                assert_eq!(line.lacks, Some(Lacks::Days), "{name} {crop}");
                continue;
            };
            let had = sum.had.expect("months were asked for");
            assert!(had.days <= had.wanted && (365..=366).contains(&had.wanted), "{name} {crop} {had:?}");
            assert_eq!(sum.grams, had.days * Catalogue::standard().crop(crop).unwrap().gives.as_ref().unwrap().meal as u32);
            assert!(sum.weeks <= 53 && sum.stands.0 <= had.from && had.until <= sum.stands.1, "{name} {crop} {sum:?}");
        }
    }
}

#[test]
fn tender_crops_are_had_in_a_short_summer_alone_and_its_turned_place_half_a_year_on() {
    let [(_, short), (_, frostless), _, (_, south)] = places();
    let had = |site: &Site| all_year(site, "bean").sum.expect("it has days").had.expect("months were asked for");
    let there = had(&short);
    assert!(there.from >= date(2027, 6, 15) && there.until <= date(2027, 10, 10), "{there:?}");
    let turned = had(&south);
    assert!(turned.from >= date(2026, 12, 15) && turned.until <= date(2027, 4, 10), "{turned:?}");
    assert!(turned.days.abs_diff(there.days) < 15, "{turned:?} {there:?}");
    assert!(had(&frostless).days > 300, "where it never freezes it is had nearly always");
}

#[test]
fn what_stays_holds_its_ground_all_the_year_and_no_longer() {
    let mut garden = unplanted();
    wishes(&mut garden, "asparagus", WantAmount::Bunches { many: 10 });
    let wants = told(&garden, 2027, &[]);
    let sum = only(&wants).sum.as_ref().unwrap();
    assert!(sum.stays && sum.weeks == 53, "{sum:?}");
    assert!(wants.months.iter().all(|month| month.taken == sum.ground));
}

#[test]
fn cuts_together_are_what_is_too_much() {
    let mut garden = unplanted();
    for crop in ["maize", "potato", "cabbage", "carrot"] {
        wishes(&mut garden, crop, WantAmount::Weight { grams: 60_000 });
    }
    let wants = told(&garden, 2027, &[]);
    let worst = wants.months.iter().map(|month| month.taken[0] / 2 + month.taken[1] / 2).max().unwrap();
    assert_eq!(wants.cuts.iter().map(|cut| cut.less).sum::<u32>(), worst - wants.ground, "{wants:?}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]
    #[test]
    fn prop_more_wanted_never_takes_less_ground(n in 0..84usize, grams in 100..50_000u32, more in 0..50_000u32) {
        let crops: Vec<&str> =
            Catalogue::standard().crops.iter().filter(|crop| crop.gives.is_some()).map(|crop| crop.key.as_str()).collect();
        let sum = |grams: u32| {
            let mut garden = unplanted();
            wishes(&mut garden, crops[n % crops.len()], WantAmount::Weight { grams });
            let line = only(&told(&garden, 2027, &[])).clone();
            prop_assert_eq!(line.sum.is_none(), line.lacks == Some(Lacks::Days), "the book knows it");
            Ok(line.sum)
        };
        let (Some(little), Some(much)) = (sum(grams)?, sum(grams + more)?) else { return Ok(()) };
        for side in [0, 1] {
            prop_assert!(little.plants[side] <= much.plants[side] && little.ground[side] <= much.ground[side]);
        }
        prop_assert!(little.plants[0] <= little.plants[1] && little.ground[0] <= little.ground[1]);
    }
}
