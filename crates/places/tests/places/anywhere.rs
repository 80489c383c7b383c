//! What must hold at any place on land, tried at random ones.

use crate::common::{grower, site};
use jiff::ToSpan;
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::ask::starts::means_of;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::frost::Side;
use sparrow_core::ground::sums::pattern;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::prospect::Prospect;
use sparrow_core::growth::window::{Gate, judged};
use sparrow_core::known::Known;
use sparrow_core::season::course::course;
use sparrow_facts::almanac::{Almanac, Appetite};
use sparrow_facts::site::Freezes;

/// A place on land between 55° south and 68° north.
fn on_land() -> impl Strategy<Value = (f64, f64)> {
    let there = |(latitude, longitude): &(f64, f64)| site(*latitude, *longitude, Freezes::ByClimate).months.is_some();
    (-55.0..68.0, -180.0..180.0).prop_filter("it lies at sea", there)
}

/// A few ways of growing, by every means they are grown by.
fn some_ways(pick: usize) -> Vec<Growing<'static>> {
    let ways = Catalogue::standard().crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| (crop, way)));
    let some = ways.skip(pick % 17).step_by(17);
    some.flat_map(|(crop, way)| means_of(crop, way).into_iter().map(move |means| Growing::by(crop, way, means))).collect()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(500))]

    #[test]
    fn prop_what_starts_on_a_good_day_ripens((latitude, longitude) in on_land(), pick in any::<usize>()) {
        let grower = grower(&site(latitude, longitude, Freezes::ByClimate), Catalogue::standard());
        let soil = BedSoil::default();
        for growing in some_ways(pick) {
            let prospect = Prospect::of(&grower, Appetite::Even, growing, date(2027, 1, 1), &soil);
            for day in date(2027, 1, 1).series(5.days()).take(73).filter(|day| prospect.gate(*day).is_none()) {
                let becomes = judged(&grower, &prospect, growing, day, &soil).expect("nothing shuts it");
                prop_assert!(growing.stays() || becomes.is_some_and(|found| found.ripe > day), "{} on {day}", growing.crop.key);
            }
        }
    }

    #[test]
    fn prop_where_it_never_freezes_no_frost_is_in_the_way((latitude, longitude) in on_land(), pick in any::<usize>()) {
        let grower = grower(&site(latitude.clamp(-45.0, 45.0), longitude, Freezes::Never), Catalogue::standard());
        prop_assume!([Side::Spring, Side::Autumn].into_iter().all(|side| grower.weather.edge(side, 2027).is_none()));
        // What even a cool night kills is another matter.
        let frost_kills = |growing: &Growing| growing.crop.kills_c <= 0 && growing.figures().seedling_kills <= 0.0;
        for growing in some_ways(pick).into_iter().filter(frost_kills) {
            let prospect = Prospect::of(&grower, Appetite::Even, growing, date(2027, 1, 1), &BedSoil::default());
            let shut = date(2027, 1, 1).series(5.days()).take(73).find(|day| {
                matches!(prospect.gate(*day), Some(Gate::Frost | Gate::FrostToCome))
            });
            prop_assert_eq!(shut, None, "{}", growing.crop.key);
        }
    }

    #[test]
    fn prop_a_bolder_household_loses_no_day_anywhere((latitude, longitude) in on_land(), pick in any::<usize>()) {
        let grower = grower(&site(latitude, longitude, Freezes::ByClimate), Catalogue::standard());
        for growing in some_ways(pick).into_iter().filter(|growing| !growing.picked_again()) {
            let of = |appetite| Prospect::of(&grower, appetite, growing, date(2027, 1, 1), &BedSoil::default());
            let [cautious, bold] = [Appetite::Cautious, Appetite::Bold].map(of);
            let lost = date(2027, 1, 1).series(1.day()).take(365).find(|day| cautious.gate(*day).is_none() && bold.gate(*day).is_some());
            prop_assert_eq!(lost, None, "{}", growing.crop.key);
        }
    }

    #[test]
    fn prop_a_hardier_crop_loses_no_day((latitude, longitude) in on_land(), pick in any::<usize>(), by in 1..6_i8) {
        let grower = grower(&site(latitude, longitude, Freezes::ByClimate), Catalogue::standard());
        let of = |growing: Growing| Prospect::of(&grower, Appetite::Even, growing, date(2027, 1, 1), &BedSoil::default());
        // A later picking that lives makes others little beside it.
        for growing in some_ways(pick).into_iter().filter(|growing| !growing.picked_again()) {
            let (mut crop, mut way) = (growing.crop.clone(), growing.way.clone());
            let (figures, less) = (&mut way.season, f64::from(by));
            crop.kills_c -= by;
            figures.seedling_kills -= less;
            for kills in [&mut figures.leaf_kills, &mut figures.root_kills].into_iter().flatten() {
                *kills -= less;
            }
            figures.product.iter_mut().for_each(|product| product.kills -= less);
            let (tender, hardy) = (of(growing), of(Growing { crop: &crop, way: &way, ..growing }));
            let lost = date(2027, 1, 1).series(1.day()).take(365).find(|day| tender.gate(*day).is_none() && hardy.gate(*day).is_some());
            prop_assert_eq!(lost, None, "{} by {}", crop.key, by);
        }
    }

    #[test]
    fn prop_below_its_best_warmth_never_delays((latitude, longitude) in on_land(), pick in any::<usize>(), from in 0..73_i64) {
        let cool = site(latitude, longitude, Freezes::ByClimate);
        let mut warm = cool.clone();
        warm.months.iter_mut().flat_map(|months| &mut months.mean).for_each(|mean| mean.0 += 10);
        let [cool, warm] = [&cool, &warm].map(|site| grower(site, Catalogue::standard()));
        let (soil, start) = (BedSoil::default(), date(2027, 1, 1).saturating_add((5 * from).days()));
        for growing in some_ways(pick).into_iter().filter(|growing| growing.figures().bulbs.is_none()) {
            let figures = growing.figures();
            let Some(found) = cool.ripening(growing, start, &soil) else { continue };
            let days = || start.series(1.day()).take_while(|day| *day <= found.ripe);
            let best = figures.sprout.as_ref().map_or(f64::MAX, |sprout| sprout.best);
            if days().all(|day| warm.weather.high(day) <= figures.response.best && warm.weather.soil(day) <= best) {
                let sooner = warm.ripening(growing, start, &soil);
                prop_assert!(sooner.is_some_and(|sooner| sooner.ripe <= found.ripe), "{} {start}: {sooner:?} {found:?}", growing.crop.key);
            }
        }
    }

    #[test]
    fn prop_the_chance_of_living_never_rises_with_time((latitude, longitude) in on_land(), limit in -30..12_i8) {
        let weather = grower(&site(latitude, longitude, Freezes::ByClimate), Catalogue::standard()).weather;
        let sums = weather.nights.living(|_| f64::from(limit));
        prop_assert!(sums[0] == 0.0 && sums.windows(2).all(|two| two[1] <= two[0]));
    }

    #[test]
    fn prop_what_is_planted_on_a_good_day_has_no_trouble_of_its_own((latitude, longitude) in on_land(), pick in any::<usize>()) {
        let mut garden = sparrow_demo::quillet_lane(date(2026, 11, 23)).expect("the demo household is sound");
        garden.site = site(latitude, longitude, Freezes::ByClimate);
        garden.almanac = Almanac::default();
        let grower = grower(&garden.site, Catalogue::standard());
        let known = Known::new(&garden, Catalogue::standard(), &grower, date(2026, 11, 23));
        let bed = &garden.beds[0];
        for growing in some_ways(pick).into_iter().filter(|growing| !growing.stays()) {
            let prospect = Prospect::of(&grower, garden.almanac.appetite, growing, date(2027, 1, 1), &known.soil(bed));
            for day in date(2027, 1, 1).series(30.days()).take(12).filter(|day| prospect.gate(*day).is_none()) {
                let ripe = grower.ripening(growing, day, &known.soil(bed)).map_or(day, |found| found.ripe);
                let planted = pattern(bed.id, &growing.crop.key, &growing.way.key, day, ripe);
                let course = course(known, growing, &planted).expect("its bed is there");
                prop_assert!(course.troubles.is_empty(), "{} {day}: {:?}", growing.crop.key, course.troubles);
            }
        }
    }
}
