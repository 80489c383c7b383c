//! Days to emergence against the published table, and what follows from heat sums.
//!
//! J. F. Harrington, P. A. Minges, Vegetable Seed Germination, University of California Agricultural Extension, 1954,
//! as handbooks reprint it (D. N. Maynard, G. J. Hochmuth, Knott's Handbook for Vegetable Growers): days to
//! emergence from half an inch of soil at constant temperatures. The figures below are from memory.

use jiff::civil::date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::weather::Weather;
use sparrow_core::growth::grower::Grower;
use sparrow_facts::almanac::{Almanac, Monthly, WarmthFrom};
use sparrow_facts::site::{Freezes, Latitude, Site};
use sparrow_facts::units::{TenthsC, Units};

/// Days at 10, 15, 20 and 25 °C (50, 59, 68, 77 °F); 0 where the table says that nothing comes up, or is blank.
const TABLE: [(&str, [f64; 4]); 22] = [
    ("bean", [0.0, 16.0, 11.0, 8.0]),
    ("beet", [17.0, 10.0, 6.0, 5.0]),
    ("cabbage", [15.0, 9.0, 6.0, 5.0]),
    ("carrot", [17.0, 10.0, 7.0, 6.0]),
    ("cauliflower", [20.0, 10.0, 6.0, 5.0]),
    ("celery", [16.0, 12.0, 7.0, 0.0]),
    ("maize", [22.0, 12.0, 7.0, 4.0]),
    ("cucumber", [0.0, 13.0, 6.0, 4.0]),
    ("aubergine", [0.0, 0.0, 13.0, 8.0]),
    ("lettuce", [7.0, 4.0, 3.0, 2.0]),
    ("melon", [0.0, 0.0, 8.0, 4.0]),
    ("okra", [0.0, 27.0, 17.0, 13.0]),
    ("onion", [13.0, 7.0, 5.0, 4.0]),
    ("parsley", [29.0, 17.0, 14.0, 13.0]),
    ("parsnip", [27.0, 19.0, 14.0, 15.0]),
    ("pea", [14.0, 9.0, 8.0, 6.0]),
    ("pepper", [0.0, 25.0, 13.0, 8.0]),
    ("radish", [11.0, 6.0, 4.0, 4.0]),
    ("spinach", [12.0, 7.0, 6.0, 5.0]),
    ("tomato", [43.0, 14.0, 8.0, 6.0]),
    ("turnip", [5.0, 3.0, 2.0, 1.0]),
    ("watermelon", [0.0, 0.0, 12.0, 5.0]),
];

/// Where ours stays off the table, and why.
const DISAGREEMENTS: [(&str, usize, &str); 1] =
    [("tomato", 0, "the heat sum of Bierhuizen and Wagenvoort, 1974, has 68 days at 10 °C; nobody sows tomatoes in such soil")];

/// A place where it is always as warm, day and night, so that its soil is too.
fn always(celsius: f64) -> Grower {
    let (high, low) = (TenthsC::of(celsius + 0.1), TenthsC::of(celsius - 0.1));
    let months = Monthly { high: [high; 12], low: [low; 12] };
    let almanac = Almanac { from: WarmthFrom::Months, months: Some(months), ..Almanac::default() };
    let site = Site {
        name: "A room".into(),
        place: String::new(),
        latitude: Latitude(0),
        units: Units::Metric,
        north: 0,
        freezes: Freezes::Never,
        longitude: None,
        height: None,
        months: None,
        zone: None,
        grid: None,
        neighbour_maize: None,
    };
    Grower::new(Weather::at(&site, &almanac), Catalogue::standard())
}

/// Days to come up in soil of a temperature; the sun's share of open soil is taken off, so that the soil has just that.
fn days(crop: &str, celsius: f64) -> Option<f64> {
    let grower = always(celsius);
    let crop = Catalogue::standard().crop(crop).expect("it is there");
    let day = date(2027, 3, 1);
    let adds = celsius - grower.weather.soil(day);
    let up = grower.up(&crop.ways[0].season, day, &BedSoil::warmer(adds))?;
    Some(f64::from((up - day).get_days()))
}

#[test]
fn days_to_emergence_are_those_of_the_table_within_two_days_or_a_quarter() {
    let mut checked = 0;
    for (crop, row) in TABLE {
        for (n, wanted) in row.into_iter().enumerate().filter(|(_, wanted)| *wanted > 0.0) {
            let ours = days(crop, 10.0 + 5.0 * n as f64).unwrap_or(f64::INFINITY);
            let close = (ours - wanted).abs() <= (0.25 * wanted).max(2.0);
            let known = DISAGREEMENTS.iter().any(|(of, at, _)| (*of, *at) == (crop, n));
            assert_eq!(close, !known, "{crop} at {} °C: ours {ours}, the table {wanted}", 10 + 5 * n);
            checked += 1;
        }
    }
    assert!(checked >= 15 * 4, "{checked} figures");
}

/// The same table says 'no germination' there.
#[test]
fn what_the_table_says_does_not_come_up_does_not() {
    for (crop, celsius) in [("lettuce", 35.0), ("celery", 30.0), ("spinach", 35.0), ("parsnip", 35.0), ("pea", 35.0)] {
        assert_eq!(days(crop, celsius), None, "{crop} at {celsius} °C");
    }
    for (crop, celsius) in
        [("cucumber", 10.0), ("aubergine", 10.0), ("okra", 10.0), ("bean", 5.0), ("pepper", 10.0), ("watermelon", 10.0)]
    {
        assert_eq!(days(crop, celsius), None, "{crop} at {celsius} °C");
    }
}

#[test]
fn warmer_soil_hurries_seed_up_to_its_best_and_no_further() {
    for crop in &Catalogue::standard().crops {
        let Some(sprout) = &crop.ways[0].season.sprout else { continue };
        let cool = days(&crop.key, (sprout.base + 5.0).min(sprout.best));
        let warm = days(&crop.key, sprout.best);
        assert!(cool >= warm && warm.is_some(), "{}: {cool:?} then {warm:?}", crop.key);
        assert_eq!(days(&crop.key, sprout.most + 1.0), None, "{}", crop.key);
    }
}

#[test]
fn every_crop_has_figures_within_reason_and_a_source_that_is_listed() {
    let catalogue = Catalogue::standard();
    for (crop, way) in catalogue.crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| (crop, way))) {
        let known = &way.season;
        let grows = known.response;
        assert!(
            0.0 <= grows.base && grows.base < known.usual && known.usual <= grows.best && grows.best < grows.most,
            "{}",
            crop.key
        );
        assert!(known.soil.may < known.soil.better && known.soil.better < known.soil.most, "{}", crop.key);
        assert!(known.sets.is_none_or(|sets| sets.least < sets.most) && (0.5..=1.5).contains(&known.pace), "{}", crop.key);
        assert!(known.indoors.is_none_or(|[least, most]| least <= most && (2..=14).contains(&most)), "{}", crop.key);
        // A seedling is never hardier than the grown plant.
        assert!(
            known.seedling_kills >= known.leaf_kills.unwrap_or(f64::from(crop.kills_c)) - 0.01,
            "{}: {} and {}",
            crop.key,
            known.seedling_kills,
            crop.kills_c
        );
        assert!(known.picked > 0 && known.picked <= 250, "{}", crop.key);
        if let Some(sprout) = &known.sprout {
            assert!(sprout.base < sprout.best && sprout.best <= sprout.most && sprout.most <= 45.0, "{}", crop.key);
            assert!((20.0..400.0).contains(&sprout.sum), "{}", crop.key);
        }
    }
}
