//! What must hold at any place on land, tried at random ones.

mod common;

use common::{grower, site};
use jiff::ToSpan;
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::ask::starts::means_of;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::frost::Side;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::prospect::Prospect;
use sparrow_core::growth::window::{Gate, judged};
use sparrow_facts::almanac::Appetite;
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
}
