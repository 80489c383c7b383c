//! The planting calendars that a reckoning is held against are tables that can be read: known crops, real days.

use crate::common::{AFTER, APART, HELD_BACK, LAST, OF_SEASONS, OF_SPANS, PLACES, TRIED, UNSEEN, lines};
use jiff::civil::{Date, date};
use sparrow_core::catalogue::Catalogue;
use std::collections::{BTreeMap, BTreeSet};

/// A month and a day, in a year that has 29 February.
fn day(text: &str) -> Date {
    let (month, day) = text.split_once('-').expect("a month and a day");
    let number = |text: &str| text.parse().expect("a number");
    date(2028, number(month), number(day))
}

#[test]
fn every_line_names_a_crop_of_the_catalogue_a_means_and_two_days() {
    let places: BTreeSet<&str> = lines(PLACES).map(|line| line[0]).collect();
    let mut crops: BTreeMap<&str, BTreeSet<&str>> = BTreeMap::new();
    for line in OF_SEASONS.into_iter().flat_map(lines) {
        let [climate, crop, way, means, from, to] = line[..] else { panic!("six columns: {line:?}") };
        assert!(places.contains(climate), "{line:?}");
        assert!(Catalogue::standard().crop(crop).is_some_and(|crop| crop.way(way).is_some()), "{line:?}");
        assert!(["bed", "shelf", "set"].contains(&means), "{line:?}");
        assert_ne!(day(from), day(to), "{line:?}");
        crops.entry(climate).or_default().insert(crop);
    }
    for line in lines(OF_SPANS) {
        let [climate, crop, way, means, first, last] = line[..] else { panic!("six columns: {line:?}") };
        assert!(places.contains(climate) && !crops.contains_key(climate), "{line:?}");
        assert!(Catalogue::standard().crop(crop).is_some_and(|crop| crop.way(way).is_some()), "{line:?}");
        assert!(["bed", "shelf", "set"].contains(&means) && !(first.is_empty() && last.is_empty()), "{line:?}");
        assert!([first, last].into_iter().filter(|end| !end.is_empty()).all(|end| day(end).month() > 0), "{line:?}");
    }
    let spans: BTreeSet<&str> = lines(OF_SPANS).map(|line| line[0]).collect();
    assert_eq!(crops.len() + spans.len(), places.len(), "every place has its calendar");
    for (climate, crops) in crops {
        assert!(crops.len() >= 25, "{climate} has {} crops", crops.len());
    }
}

#[test]
fn no_climate_is_in_two_tables() {
    let climates = |table| lines(table).map(|line| line[0]).collect::<BTreeSet<_>>();
    let tables = [TRIED, HELD_BACK, OF_SPANS, UNSEEN, APART, LAST, AFTER].map(climates);
    assert_eq!(tables.each_ref().map(BTreeSet::len), [6, 3, 3, 3, 5, 4, 3]);
    assert_eq!(tables.iter().flatten().collect::<BTreeSet<_>>().len(), 27);
}
