//! Do mild winters and hot springs have the seasons that gardeners there have? Rules of the reckoning, in places none was set by.

use crate::common::{grower, round, site};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::growth::grower::Grower;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::prospect::Prospect;
use sparrow_core::growth::window::Gate;
use sparrow_facts::almanac::Appetite;
use sparrow_facts::site::Freezes;
use sparrow_facts::timing::Means;

fn at(latitude: f64, longitude: f64) -> Grower {
    grower(&site(latitude, longitude, Freezes::ByClimate), Catalogue::standard())
}

fn growing(key: &str, way: &str, means: Means) -> Growing<'static> {
    let crop = Catalogue::standard().crop(key).expect("a crop of the catalogue");
    Growing::by(crop, crop.way(way).expect("one of its ways"), means)
}

fn prospect(grower: &Grower, growing: Growing) -> Prospect {
    Prospect::of(grower, Appetite::Even, growing, date(2027, 1, 1), &BedSoil::default())
}

fn year() -> impl Iterator<Item = Date> {
    date(2027, 1, 1).series(1.day()).take(365)
}

/// What is put off by ten days while it hardly grows is ripe at most six days later, as ten slow days are worth five quick ones.
#[test]
fn what_gains_nothing_is_ripe_hardly_later_when_it_is_begun_later() {
    let mut seen = 0;
    // Dublin, Lisbon, Hobart, the coast of Japan.
    for grower in [at(53.35, -6.26), at(38.7, -9.1), at(-42.9, 147.3), at(34.7, 138.4)] {
        for (key, way) in [("broccoli", "head"), ("cabbage", "head"), ("lettuce", "head"), ("leek", "stem"), ("beet", "root")] {
            let growing = growing(key, way, Means::Shelf);
            let prospect = prospect(&grower, growing);
            let ripe = |day: Date| grower.ripening(growing, day, &BedSoil::default()).expect("it ripens").ripe;
            for day in year().filter(|day| prospect.gate(*day) == Some(Gate::GainsNothing)) {
                let later = (ripe(day.saturating_add(10.days())) - ripe(day)).get_days();
                assert!(later <= 6, "{key} on {day}: ten days cost {later}");
                seen += 1;
            }
        }
    }
    assert!(seen > 100, "{seen} days gain nothing");
}

/// Where the coldest month has 8 °C and more, what is begun from late summer on grows through the winter: once it is shut it stays
/// shut until that is over (a hole in September was told of before).
#[test]
fn autumn_has_no_hole_where_winters_are_mild() {
    // Sacramento, Lisbon, San Francisco; Melbourne and Cape Town half a year later.
    for (latitude, longitude) in [(38.58, -121.49), (38.7, -9.1), (37.7, -122.4), (-37.81, 144.96), (-33.9, 18.5)] {
        let grower = at(latitude, longitude);
        let from = if latitude > 0.0 { date(2027, 8, 20) } else { date(2027, 2, 20) };
        for (key, way, means) in [
            ("broccoli", "head", Means::Shelf),
            ("cabbage", "head", Means::Shelf),
            ("kale", "leaf", Means::Direct),
            ("carrot", "root", Means::Direct),
            ("beet", "root", Means::Direct),
            ("kohlrabi", "bulb", Means::Direct),
        ] {
            let prospect = prospect(&grower, growing(key, way, means));
            let open: Vec<bool> = from.series(1.day()).take(120).map(|day| prospect.gate(day).is_none()).collect();
            assert!(open[20], "{key} has an autumn at {latitude}° {longitude}°");
            let reopens = open.windows(2).filter(|pair| !pair[0] && pair[1]).count();
            assert!(reopens <= usize::from(!open[0]), "{key} at {latitude}° {longitude}°: {reopens} times open again");
        }
    }
}

/// What is tender is not begun in autumn to be ripe the next summer, however mild the winter: basil and marigolds of San Francisco
/// and Lisbon wait for spring.
#[test]
fn tender_crops_do_not_grow_through_mild_winters() {
    for (latitude, longitude) in [(37.7, -122.4), (38.7, -9.1)] {
        let grower = at(latitude, longitude);
        for key in ["basil", "marigold", "nasturtium"] {
            let crop = Catalogue::standard().crop(key).expect("a crop of the catalogue");
            let prospect = prospect(&grower, Growing::usual(crop, &crop.ways[0]));
            let winter = date(2027, 10, 25).series(1.day()).take(60).find(|day| prospect.gate(*day).is_none());
            assert_eq!(winter, None, "{key} at {latitude}° {longitude}°");
        }
    }
}

/// Potatoes, broccoli and onions of either kind are begun in spring wherever winters are cold, however hot the summer (common
/// practice).
#[test]
fn spring_crops_have_a_spring_where_inland_summers_are_hot() {
    // Salt Lake City, Albuquerque, Kansas City, Seoul, Madrid.
    for (latitude, longitude) in [(40.76, -111.89), (35.1, -106.65), (39.1, -94.6), (37.57, 127.0), (40.4, -3.7)] {
        let grower = at(latitude, longitude);
        for (key, way, means) in [
            ("potato", "main", Means::Set),
            ("potato", "early", Means::Set),
            ("broccoli", "head", Means::Shelf),
            ("onion", "bulb", Means::Set),
            ("onion", "bulb", Means::Shelf),
        ] {
            let windows = round(&grower, growing(key, way, means), &BedSoil::default());
            // Days of the year from 0: begun in February to April, and for a week at least.
            let spring = windows.iter().any(|window| (31..120).contains(&window.from) && window.until - window.from >= 7);
            assert!(spring, "{key} {way} {means:?} at {latitude}° {longitude}°: {windows:?}");
        }
    }
}

/// Cabbage is begun early in spring or after midsummer there, not in May to stand through the hottest weeks (common practice; it
/// was told of before).
#[test]
fn cabbage_is_not_begun_to_stand_through_the_hottest_weeks() {
    // Kansas City, Amarillo, Athens, Seville, Charleston.
    for (latitude, longitude) in [(39.1, -94.6), (35.2, -101.8), (38.0, 23.7), (37.4, -6.0), (32.8, -79.9)] {
        let windows = round(&at(latitude, longitude), growing("cabbage", "head", Means::Shelf), &BedSoil::default());
        // 1 May to 25 June, days of the year from 0.
        let spring = windows.iter().find(|window| (120..176).contains(&window.from));
        assert!(spring.is_none() && !windows.is_empty(), "at {latitude}° {longitude}°: {windows:?}");
    }
}

/// A late start of fruit that is picked through a long cool autumn is worth less than its days: tomatoes end sooner than they
/// would by days alone, and cautious guides end them sooner still (common practice: planted out by the end of January in Perth).
#[test]
fn fruit_of_cool_days_counts_for_less() {
    let grower = grower(&site(-31.95, 115.86, Freezes::ByClimate), Catalogue::standard());
    let windows = round(&grower, growing("tomato", "staked", Means::Shelf), &BedSoil::default());
    let [summer] = windows[..] else { panic!("one season: {windows:?}") };
    assert_eq!(summer.shut.map(|[_, after]| after), Some(Gate::LittleToPick));
    assert!((31..65).contains(&summer.until), "February to early March: {summer:?}");
}
