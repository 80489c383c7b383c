//! Days from sowing or planting out to ripe through the year, in a desert of winter crops and on a cool coast.
//!
//! `data/days.csv`: what growers' guides of the University of California (ANR publications 7211 broccoli, 7215 and 7216 lettuce,
//! 7226 carrot, 7240 snap bean) and of the University of Arizona tell for such sowings; from memory, no copy was at hand.

use crate::common::{grower, lines, month_day, site};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::growth::gate::Gate;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::prospect::Prospect;
use sparrow_facts::almanac::Appetite;
use sparrow_facts::site::Freezes;
use sparrow_facts::timing::Means;

const DAYS: &str = include_str!("../data/days.csv");

/// Sowings that are otherwise, and why.
const OFF: [(&str, &str, &str, &str); 8] = [
    ("yuma", "lettuce", "09-15", "its seed waits for the soil to cool, which growers do with sprinklers"),
    ("yuma", "lettuce", "11-15", "clear winter days of 20 °C are taken to be worth more than they are"),
    ("yuma", "carrot", "11-01", "as lettuce"),
    ("yuma", "broccoli", "09-15", "afternoons of 38 °C slow it more than where it is watered well"),
    ("yuma", "radish", "10-01", "as broccoli"),
    ("yuma", "bean", "03-05", "sprouting in a desert's spring is reckoned too quick"),
    ("yuma", "bean", "08-25", "as broccoli"),
    ("yuma", "broccoli", "10-25", "as lettuce, by two days"),
];

#[test]
fn days_to_ripe_through_the_year_are_what_growers_guides_tell() {
    let catalogue = Catalogue::standard();
    let mut odd = Vec::new();
    for row in lines(DAYS) {
        let number = |n: usize| row[n].parse::<f64>().expect("a number");
        let crop = catalogue.crop(row[3]).expect("a crop of the catalogue");
        let means = if row[5] == "bed" { Means::Direct } else { Means::Shelf };
        let growing = Growing { packet: number(6), ..Growing::by(crop, crop.way(row[4]).expect("one of its ways"), means) };
        let start = month_day(row[7]);
        let start = jiff::civil::date(2027, start.month, start.day);
        let here = grower(&site(number(1), number(2), Freezes::ByClimate), catalogue);
        let days = here.ripening(growing, start, &BedSoil::default()).map_or(999.0, |found| f64::from(found.days));
        let told = format!("{} {days}", row.join(","));
        println!("{told}");
        let listed = OFF.iter().any(|(place, crop, on, _)| (*place, *crop, *on) == (row[0], row[3], row[7]));
        if (number(8)..=number(9)).contains(&days) == listed {
            odd.push(told);
        }
    }
    assert!(odd.is_empty(), "otherwise than listed: {odd:#?}");
}

/// When garlic is lifted that was planted in October (in the south in April), as extension services print it: from memory, good
/// to two weeks.
const LIFTED: [(&str, f64, f64, &str); 7] = [
    ("upper Gulf coast", 29.76, -95.37, "05-15"),
    ("North Carolina", 35.80, -78.70, "06-07"),
    ("Sacramento valley", 38.58, -121.49, "06-10"),
    ("Maryland", 39.00, -76.90, "06-25"),
    ("Wisconsin", 43.07, -89.40, "07-12"),
    ("southern England", 51.50, -0.40, "07-10"),
    ("Melbourne", -37.81, 144.96, "12-05"),
];

#[test]
fn garlic_is_lifted_sooner_in_the_south_and_in_its_own_half_of_the_year() {
    let catalogue = Catalogue::standard();
    let garlic = catalogue.crop("garlic").expect("a crop of the catalogue");
    for (place, latitude, longitude, lifted) in LIFTED {
        let here = grower(&site(latitude, longitude, Freezes::ByClimate), catalogue);
        let start = jiff::civil::date(2027, if latitude < 0.0 { 4 } else { 10 }, 15);
        let growing = Growing::usual(garlic, &garlic.ways[0]);
        let ripe = here.ripening(growing, start, &BedSoil::default()).expect("it makes a bulb").ripe;
        let wanted = month_day(lifted);
        let off = (ripe - jiff::civil::date(ripe.year(), wanted.month, wanted.day)).get_days();
        assert!(off.abs() <= 18, "{place}: {ripe}, {off} days off");
    }
}

#[test]
fn near_the_equator_onions_bulb_once_they_have_grown_and_garlic_never_does() {
    let catalogue = Catalogue::standard();
    let here = grower(&site(-1.29, 36.82, Freezes::Never), catalogue);
    let of = |key: &str| {
        let crop = catalogue.crop(key).expect("a crop of the catalogue");
        let growing = Growing::usual(crop, crop.way("bulb").expect("its way"));
        let prospect = Prospect::of(&here, Appetite::Even, growing, jiff::civil::date(2027, 1, 1), &BedSoil::default());
        prospect.gate(jiff::civil::date(2027, 3, 15))
    };
    assert_eq!((of("onion"), of("garlic")), (None, Some(Gate::NoBulb)));
}

/// When onions go in, as sowing guides of these places say: seed, plants and sets (common practice, from memory). A day on which
/// each is usual.
const ONIONS_GO_IN: [(&str, f64, f64, [&str; 3]); 7] = [
    ("upper Gulf coast", 29.76, -95.37, ["11-30", "12-15", "01-20"]),
    ("Minnesota", 44.90, -93.30, ["04-15", "04-25", "04-25"]),
    ("southern England", 51.50, -0.40, ["03-20", "04-10", "04-01"]),
    ("Zurich", 47.37, 8.54, ["04-01", "04-15", "04-10"]),
    ("Helsinki", 60.17, 24.94, ["05-10", "05-15", "05-20"]),
    ("Trondheim", 63.40, 10.40, ["05-10", "05-15", "05-20"]),
    ("Melbourne", -37.81, 144.96, ["07-15", "08-15", "08-15"]),
];

#[test]
fn onions_go_in_as_seed_as_plants_and_as_sets_when_they_do_so_in_cool_and_in_mild_places() {
    let catalogue = Catalogue::standard();
    let onion = catalogue.crop("onion").expect("a crop of the catalogue");
    let (bulb, year) = (onion.way("bulb").expect("its way"), 2027);
    for (place, latitude, longitude, days) in ONIONS_GO_IN {
        let here = grower(&site(latitude, longitude, Freezes::ByClimate), catalogue);
        for (means, on) in [Means::Direct, Means::Shelf, Means::Set].into_iter().zip(days) {
            let growing = Growing { means, ..Growing::usual(onion, bulb) };
            let start = jiff::civil::date(year, month_day(on).month, month_day(on).day);
            let prospect = Prospect::of(&here, Appetite::Even, growing, start, &BedSoil::default());
            assert_eq!(prospect.gate(start), None, "{place}, {means:?} on {on}");
            // Six weeks after the longest day it is too late for this summer; in the far north it stands for the next.
            let late = jiff::civil::date(year, if latitude < 0.0 { 2 } else { 8 }, 1);
            assert!(prospect.gate(late).is_some() || latitude.abs() > 60.0, "{place}, {means:?}");
        }
    }
}
