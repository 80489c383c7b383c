//! Sowing again: evenly, as insurance, for two crops, to learn.

use super::ground::{crop, garden};
use crate::common::TODAY;
use crate::common::known;
use jiff::ToSpan;
use jiff::civil::{Date, date};
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::verify::verify;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::normals::day_index;
use sparrow_core::growth::growing::Growing;
use sparrow_core::search::series::{Series, SeriesAim, SeriesPlan, series};
use sparrow_core::search::watch::to_the_end;
use sparrow_facts::ids::BedId;
use sparrow_facts::timing::Means;

/// Bulletins on sweet corn and peas space sowings by heat, not by days: 'at 25 heat units a day in summer five days between
/// harvests are 125 units; sow again when 125 have come since the last sowing', which takes two weeks in a spring of 9 a day
/// (after Boswell, University of Maryland, 1929, and later pea and sweet corn bulletins, from memory).
#[test]
fn sowings_are_as_far_apart_in_heat_as_their_harvests() {
    let garden = garden();
    let grower = known(&garden).grower;
    for (key, way, first) in [("maize", "block", date(2027, 8, 10)), ("pea", "bush", date(2027, 7, 1))] {
        let (crop, way) = crop(key, way);
        let start = |ripe| {
            grower.start_for(Growing::by(crop, way, Means::Direct), ripe, &BedSoil::default()).expect("there is a day for it")
        };
        let harvests = [0, 5, 10].map(|days: i64| first.saturating_add(days.days()));
        let sowings = harvests.map(start);
        let heat = |from: Date, until: Date| -> f64 {
            let (known, weather) = (&way.season, &grower.weather);
            let days = from.series(1.day()).take_while(|day| *day < until);
            let pace = |day: Date| known.response.over_a_day(weather.mean(day), weather.high(day) - weather.mean(day));
            days.map(|day| pace(day) * weather.light[day_index(day)]).sum()
        };
        let up = |n: usize| {
            grower.ripening(Growing::by(crop, way, Means::Direct), sowings[n], &BedSoil::default()).expect("it ripens").up
        };
        for n in 0..2 {
            let (between, harvest) = (heat(up(n), up(n + 1)), heat(harvests[n], harvests[n + 1]));
            // Whole days round both off by a summer's day at most.
            let day = heat(harvests[n], harvests[n].saturating_add(1.day()));
            assert!((between - harvest).abs() <= 1.5 * day, "{key}: {between:.0} between sowings, {harvest:.0} between harvests");
        }
        let days = (sowings[2] - sowings[0]).get_days();
        assert!(days > 10, "{key}: ten days between harvests are {days} between spring sowings");
    }
}

#[test]
fn a_series_comes_ripe_evenly_where_equal_days_would_not() {
    let mut garden = garden();
    let aim = SeriesAim::Even { from: date(2027, 6, 10), until: date(2027, 8, 26), every: 7 };
    let asked = Series { crop: "lettuce".into(), way: "head".into(), means: None, bed: BedId(1), plants: 4, year: 2027, aim };
    let plan = series(known(&garden), &asked, &mut to_the_end).expect("it can be sown");
    assert_eq!(plan.sowings.len(), 12, "a harvest a week for eleven weeks");
    let [least, most] = plan.gaps.expect("all ripen");
    let [equal_least, equal_most] = plan.equal_gaps.expect("and at equal days too");
    assert!(most - least <= 2, "even to a day or two: {least} to {most}");
    assert!(equal_most - equal_least >= 3, "the premise: equal days do not come evenly, {equal_least} to {equal_most}");
    let places: Vec<_> = plan.sowings.iter().flat_map(|one| one.placings.clone()).collect();
    assert!(!places.is_empty());
    carry_out(&mut garden, Catalogue::standard(), &Command::PlaceAll { gone: Vec::new(), places }, TODAY)
        .expect("each has its own ground");
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
}

#[test]
fn two_crops_a_year_an_insurance_and_a_trial_are_worked_out() {
    let garden = garden();
    let ask = |key: &str, way: &str, aim| {
        let asked = Series { crop: key.into(), way: way.into(), means: None, bed: BedId(1), plants: 4, year: 2027, aim };
        series(known(&garden), &asked, &mut to_the_end)
    };
    let kohlrabi = ask("kohlrabi", "bulb", SeriesAim::TwoCrops).expect("it is a crop").sowings;
    assert_eq!(kohlrabi.len(), 2, "kohlrabi gives two crops");
    assert!(kohlrabi[1].from > kohlrabi[0].ripe.expect("it ripens"), "the second when the first is out");
    assert_eq!(ask("pumpkin", "sprawling", SeriesAim::TwoCrops).expect("a crop").sowings.len(), 1, "there is no time for two");
    let squash = ask("courgette", "bush", SeriesAim::Insurance { from: date(2027, 5, 25), after: 28 }).expect("a crop").sowings;
    assert_eq!(squash.iter().map(|one| one.from).collect::<Vec<_>>(), vec![date(2027, 5, 25), date(2027, 6, 22)]);
    let trial = ask("carrot", "root", SeriesAim::Trial { from: date(2027, 4, 20), apart: 10 }).expect("a crop").sowings;
    let numbers: Vec<_> = trial.iter().flat_map(|one| &one.placings).map(|place| place.timing.trial).collect();
    assert!(trial.len() == 3 && numbers.iter().all(|number| *number == Some(1)), "three, known by their number: {numbers:?}");
    for (aim, words) in [
        (SeriesAim::Even { from: date(2027, 9, 1), until: date(2027, 6, 1), every: 7 }, "before the first"),
        (
            SeriesAim::Even { from: date(2027, 6, 1), until: date(2027, 9, 1), every: 1 },
            "days between harvests: 1 is outside 3 to 60",
        ),
        (SeriesAim::Trial { from: date(2027, 6, 1), apart: 99 }, "days between trial sowings: 99 is outside 5 to 30"),
    ] {
        let refused = ask("lettuce", "leaf", aim).expect_err("out of range").to_string();
        assert!(refused.contains(words), "{refused}");
    }
}

fn even(key: &str, way: &str, from: Date, until: Date, every: u8) -> SeriesPlan {
    let aim = SeriesAim::Even { from, until, every };
    let asked = Series { crop: key.into(), way: way.into(), means: None, bed: BedId(1), plants: 4, year: 2027, aim };
    series(known(&garden()), &asked, &mut to_the_end).expect("it can be asked")
}

#[test]
fn what_is_cut_again_is_sown_for_several_harvests_and_what_is_cut_once_for_each() {
    let (from, until) = (date(2027, 6, 10), date(2027, 8, 26));
    // Twelve weekly harvests; loose leaves are cut for three weeks: on the first day and 7, 14 and 21 days after it.
    let leaves = even("lettuce", "leaf", from, until, 7);
    assert!(leaves.again_picked && leaves.picked == 21);
    let serves: Vec<u16> = leaves.sowings.iter().map(|one| one.serves).collect();
    assert_eq!(serves, vec![4, 4, 4]);
    let heads = even("lettuce", "head", from, until, 7);
    assert!(!heads.again_picked && heads.sowings.len() == 12 && heads.sowings.iter().all(|one| one.serves == 1));
    // Beans are picked for four weeks; a bed of them a fortnight apart gives every week.
    let beans = even("bean", "bush", date(2027, 7, 15), date(2027, 9, 15), 7);
    let dry = even("bean", "dry", date(2027, 9, 1), date(2027, 9, 20), 7);
    assert!(beans.again_picked && beans.sowings.len() <= 3, "nine harvests: {}", beans.sowings.len());
    assert!(!dry.again_picked, "dry beans are pulled once");
}

#[test]
fn the_next_trial_has_the_next_number() {
    let mut garden = garden();
    let aim = SeriesAim::Trial { from: date(2027, 4, 20), apart: 10 };
    let asked = Series { crop: "carrot".into(), way: "root".into(), means: None, bed: BedId(1), plants: 16, year: 2027, aim };
    let mut trial = |wanted: u16| {
        let plan = series(known(&garden), &asked, &mut to_the_end).expect("it can be asked");
        let places: Vec<_> = plan.sowings.iter().flat_map(|one| one.placings.clone()).collect();
        assert!(places.len() >= 3 && places.iter().all(|place| place.timing.trial == Some(wanted)), "{places:?}");
        carry_out(&mut garden, Catalogue::standard(), &Command::PlaceAll { gone: Vec::new(), places }, TODAY)
            .expect("room for all");
    };
    trial(1);
    trial(2);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(40))]

    /// Every harvest that is asked for is given by one sowing, or told as too early for any.
    #[test]
    fn prop_every_harvest_is_given_or_told_as_too_early(pick in any::<u16>(), start in 0..120i64, weeks in 2..12i64, every in 3..22u8) {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[usize::from(pick) % crops.len()];
        let way = &crop.ways[usize::from(pick) / crops.len() % crop.ways.len()];
        let from = date(2027, 5, 15).saturating_add(start.days());
        let until = from.saturating_add((weeks * 7).days());
        let plan = even(&crop.key, &way.key, from, until, every);
        let wanted: Vec<Date> = from.series(i64::from(every).days()).take_while(|day| *day <= until).collect();
        let serves: usize = plan.sowings.iter().map(|one| usize::from(one.serves)).sum();
        prop_assert_eq!(serves + usize::from(plan.too_early + plan.too_late + plan.beyond), wanted.len());
        prop_assert!(plan.sowings.windows(2).all(|pair| pair[0].from < pair[1].from), "later harvests are sown later");
        // Harvests that none gives may also lie between two sowings: in autumn a day's later sowing is ripe a week later.
        let mut next = wanted.iter();
        for one in &plan.sowings {
            let ripe = one.ripe.expect("only what ripens is sown");
            let last = ripe.saturating_add(i64::from(plan.picked).days());
            for n in 0..one.serves {
                let own = next.by_ref().find(|day| ripe <= **day && **day <= last);
                prop_assert!(own.is_some(), "{} of {} harvests between {ripe} and {last} in {wanted:?}", n, one.serves);
            }
        }
    }
}
