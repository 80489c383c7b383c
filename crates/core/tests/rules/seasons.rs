//! Years, frosts and the days a crop usually stands, on both sides of the equator and where it never freezes.

use crate::common::{known, known_on};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::catalogue::{Catalogue, Hardiness};
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::calendar::{growing_year, in_year, year_span};
use sparrow_core::climate::frost::Side;
use sparrow_core::climate::weather::Weather;
use sparrow_core::growth::growing::Growing;
use sparrow_core::season::span::{coarse_span, usual_span};
use sparrow_core::season::year::year;
use sparrow_facts::garden::Garden;
use sparrow_facts::site::{Freezes, Frost, Hemisphere, Latitude, MonthDay, Site};
use sparrow_facts::units::Units;

fn day(month: i8, day: i8) -> MonthDay {
    MonthDay { month, day }
}

fn south() -> Site {
    let frost = Frost { last: day(9, 28), first: day(5, 18), spread_days: 14, in_ten: 10 };
    Site {
        latitude: Latitude(-4130),
        freezes: Freezes::Dates(frost),
        ..crate::common::turned(&crate::common::site(Units::Metric))
    }
}

fn frostless() -> Site {
    Site { latitude: Latitude(1000), freezes: Freezes::Never, months: None, ..crate::common::site(Units::Metric) }
}

/// A frost that comes first on another day.
fn first_on(site: &Site, first: MonthDay) -> Site {
    let frost = site.freezes.dates().expect("it freezes there");
    Site { freezes: Freezes::Dates(Frost { first, ..frost }), ..site.clone() }
}

fn weather(site: &Site) -> Weather {
    Weather::of(&Garden::new(site.clone()))
}

#[test]
fn a_growing_year_begins_in_january_in_the_north_and_in_july_in_the_south() {
    let cases = [
        (date(2027, 1, 1), 2027, 2026),
        (date(2027, 6, 30), 2027, 2026),
        (date(2027, 7, 1), 2027, 2027),
        (date(2027, 12, 31), 2027, 2027),
    ];
    for (today, north, south) in cases {
        assert_eq!(growing_year(today, Hemisphere::North), north, "{today} in the north");
        assert_eq!(growing_year(today, Hemisphere::South), south, "{today} in the south");
    }
    for hemisphere in [Hemisphere::North, Hemisphere::South] {
        let (first, last) = year_span(2027, hemisphere);
        assert_eq!((growing_year(first, hemisphere), growing_year(last, hemisphere)), (2027, 2027));
        assert_eq!(growing_year(last.tomorrow().unwrap(), hemisphere), 2028);
    }
}

#[test]
fn winter_s_planning_is_for_the_coming_year() {
    // Common practice: after the even-chance autumn frost, 24 October here, the next year is planned.
    let north = crate::common::site(Units::Imperial);
    for (today, planned) in [(date(2026, 10, 20), 2026), (date(2026, 10, 28), 2027), (date(2027, 1, 2), 2027)] {
        assert_eq!(weather(&north).planning_year(today), planned, "{today}");
    }
    // In the south the year 2026/27 runs until its first frost on 18 May 2027.
    for (today, planned) in [(date(2026, 11, 23), 2026), (date(2027, 5, 14), 2026), (date(2027, 5, 22), 2027)] {
        assert_eq!(weather(&south()).planning_year(today), planned, "{today} in the south");
    }
    assert_eq!(weather(&frostless()).planning_year(date(2026, 12, 31)), 2026, "without frost the running year is planned");
}

#[test]
fn frost_edges_lie_in_their_own_growing_year() {
    let shown = year(known_on(&Garden::new(south()), crate::common::TODAY), date(2026, 11, 23));
    assert_eq!((shown.year, shown.first_day, shown.last_day), (2026, date(2026, 7, 1), date(2027, 6, 30)));
    let (last, first) = (shown.last_frost.unwrap(), shown.first_frost.unwrap());
    let near = |day: Option<Date>, wanted: Date, days: i32| day.is_some_and(|day| (day - wanted).get_days().abs() <= days);
    // The household's dates are met; how far they scatter follows from the climate, weighed against what was said.
    assert!(near(last.even, date(2026, 9, 28), 3) && near(first.even, date(2027, 5, 18), 3), "{last:?} {first:?}");
    assert!(near(last.late, date(2026, 10, 12), 14) && near(first.early, date(2027, 5, 4), 14), "{last:?} {first:?}");
    assert!(last.early < last.even && last.even < last.late && first.early < first.even && first.even < first.late);
    assert_eq!(year(known_on(&Garden::new(frostless()), crate::common::TODAY), crate::common::TODAY).last_frost, None);
}

#[test]
fn a_day_a_month_lacks_falls_back_to_its_last() {
    assert_eq!(in_year(day(2, 29), 2027, Hemisphere::North), date(2027, 2, 28));
    assert_eq!(in_year(day(2, 29), 2028, Hemisphere::North), date(2028, 2, 29));
    assert_eq!(in_year(day(2, 29), 2027, Hemisphere::South), date(2028, 2, 29));
}

#[test]
fn the_needle_rests_on_today_or_where_the_planned_year_is_in_leaf() {
    let north = crate::common::site(Units::Imperial);
    assert_eq!(weather(&north).resting_needle(date(2027, 7, 4)), date(2027, 7, 4));
    // Eight weeks after 21 April.
    let rests = weather(&north).resting_needle(date(2026, 11, 23));
    assert!((rests - date(2027, 6, 16)).get_days().abs() <= 3, "{rests}");
    assert_eq!(weather(&south()).resting_needle(date(2026, 11, 23)), date(2026, 11, 23));
}

fn span(site: &Site, crop: &str, way: &str, year: i16) -> (Date, Date) {
    let (garden, crop) = (Garden::new(site.clone()), Catalogue::standard().crop(crop).expect("a crop of the catalogue"));
    // Planned before the year begins.
    let before = year_span(year, site.latitude.hemisphere()).0.yesterday().expect("a day");
    usual_span(known_on(&garden, before), crop, crop.way(way).expect("one of its ways"), None, year)
}

#[test]
fn what_is_planned_in_the_running_year_is_not_begun_in_the_past() {
    let garden = Garden::new(crate::common::site(Units::Imperial));
    let crop = |key: &str| Catalogue::standard().crop(key).expect("a crop of the catalogue");
    let from = |key: &str, today| usual_span(known_on(&garden, today), crop(key), &crop(key).ways[0], None, 2027).0;
    let july = date(2027, 7, 1);
    assert!(from("lettuce", july) >= july && from("carrot", july) >= july);
    assert!(from("lettuce", date(2026, 12, 1)) < date(2027, 5, 1), "nor later than it need be");
    // Only the past had days for it: they are told, for what was planted then.
    assert!(from("tomato", date(2027, 11, 1)) < date(2027, 8, 1));
}

#[test]
fn crops_usually_stand_when_their_hardiness_lets_them() {
    let north = crate::common::site(Units::Imperial);
    let (last, first) = (date(2027, 4, 21), date(2027, 10, 24));
    // Hardy seed goes in about a month before the even-chance last frost, tender plants after it (common practice).
    let (from, until) = span(&north, "carrot", "root", 2027);
    assert!(from < last && (last - from).get_days() <= 35, "{from}");
    assert!((until - from).get_days() > 70, "a cold spring takes longer than the packet's 70 days: {until}");
    let (from, until) = span(&north, "tomato", "staked", 2027);
    assert!(from > last && until <= first, "{from} to {until}");
    // A season that ends early cuts a tender crop short at its even-chance frost.
    let short = first_on(&north, day(9, 10));
    let frost = weather(&short).even_frost(Side::Autumn, 2027).expect("it freezes there");
    assert_eq!(span(&short, "courgette", "bush", 2027).1, frost, "cut short by the first frost");
    // Clumps that stay are there from the year's first day for five years.
    assert_eq!(span(&north, "rhubarb", "clump", 2027), (date(2027, 1, 1), date(2031, 12, 31)));
}

#[test]
fn where_the_year_has_no_window_the_coarse_days_of_common_practice_are_taken() {
    let span = |site: &Site, crop: &str, way: &str, year| {
        let crop = Catalogue::standard().crop(crop).expect("a crop of the catalogue");
        coarse_span(&weather(site), crop, crop.way(way).expect("one of its ways"), year)
    };
    let north = crate::common::site(Units::Imperial);
    let last = weather(&north).even_frost(Side::Spring, 2027).expect("it freezes there");
    let on = |days: i64| last.saturating_add(days.days());
    // Hardy: 28 days before; carrots take 70 days and a week.
    assert_eq!(span(&north, "carrot", "root", 2027), (on(-28), on(-28 + 77)));
    // Half-hardy: a week before. Tender: ten days after, and out by the first frost.
    assert_eq!(span(&north, "potato", "main", 2027).0, on(-7));
    assert_eq!(span(&north, "tomato", "staked", 2027), (on(10), on(148)));
    // 95 to 120 days, so 107, and a week to clear them.
    assert_eq!(span(&north, "pumpkin", "sprawling", 2027), (on(10), on(124)));
    let short = first_on(&north, day(9, 1));
    assert_eq!(
        Some(span(&short, "pepper", "bush", 2027).1),
        weather(&short).even_frost(Side::Autumn, 2027),
        "cut short by the first frost"
    );
    // Clumps that stay are there from the year's first day for five years.
    assert_eq!(span(&north, "rhubarb", "clump", 2027), (date(2027, 1, 1), date(2031, 12, 31)));
    // The same in the south, half a year on: last frost 28 September 2026.
    let last = weather(&south()).even_frost(Side::Spring, 2026).expect("it freezes there");
    assert_eq!(span(&south(), "carrot", "root", 2026).0, last.saturating_sub(28.days()));
    assert_eq!(span(&south(), "tomato", "staked", 2026).0, last.saturating_add(10.days()));
    assert_eq!(span(&frostless(), "tomato", "staked", 2027).0, date(2027, 3, 2));
}

#[test]
fn the_same_crops_stand_half_a_year_on_in_the_south() {
    let (last, first) = (date(2026, 9, 28), date(2027, 5, 18));
    let carrot = span(&south(), "carrot", "root", 2026);
    assert!((last - carrot.0).get_days().abs() <= 35, "{}", carrot.0);
    let tomato = span(&south(), "tomato", "staked", 2026);
    assert!(tomato.0 > last && tomato.1 <= first, "{tomato:?}");
}

#[test]
fn every_way_of_every_crop_has_days_that_run_forward() {
    for site in [crate::common::site(Units::Imperial), south(), frostless()] {
        let garden = Garden::new(site.clone());
        let hemisphere = site.latitude.hemisphere();
        let (_, autumn) = year_span(2027, hemisphere);
        let frost = weather(&site).even_frost(Side::Autumn, 2027);
        for crop in &Catalogue::standard().crops {
            for way in &crop.ways {
                let (from, until) = usual_span(known(&garden), crop, way, None, 2027);
                assert!(from <= until, "{} {}", crop.key, way.key);
                let outlives = frost.is_some_and(|frost| crop.hardiness == Hardiness::Tender && until > frost && from < frost);
                // It may stand beyond the frost only when it would not be ripe by then.
                let growing = Growing::usual(crop, way);
                let ripe = known(&garden).grower.ripening(growing, from, &BedSoil::default()).map(|found| found.ripe);
                assert!(!outlives || ripe.is_none_or(|ripe| ripe >= until), "{} {} outlives the frost", crop.key, way.key);
                let (from, until) = coarse_span(&weather(&site), crop, way, 2027);
                assert!(from <= until, "{} {}", crop.key, way.key);
                assert!(crop.hardiness != Hardiness::Tender || until <= autumn, "{} {} outlives the frost", crop.key, way.key);
            }
        }
    }
}
