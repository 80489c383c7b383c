//! The frosts that a place's climate proposes against the dates commonly given for some sixty towns.
//!
//! `data/frosts.csv`: days of an even chance of the last and the first frost, and for most towns the usual coldest night of a
//! winter, from memory of the tables that NOAA's normals, extension services and hardiness maps print; good to a week and a
//! degree or two.

use crate::common::{lines, month_day, site};
use sparrow_core::climate::frost::Side;
use sparrow_core::climate::weather::Weather;
use sparrow_facts::almanac::Almanac;
use sparrow_facts::site::{Freezes, Site};

const FROSTS: &str = include_str!("../data/frosts.csv");

/// Where a date is more than three weeks off, and why.
const FAR_OFF: [(&str, &str); 9] = [
    ("Boston", "its date is the harbour's, which the sea keeps from freezing"),
    ("New York", "its date is the middle of the city's"),
    ("New Orleans", "by the map hardly half of its years have a frost in spring"),
    ("Jacksonville", "cold air comes so far south more often than its mild months tell"),
    ("Tallahassee", "it lies in a frosty hollow, and its station with it"),
    ("Salt Lake City", "its date is the city's on the slope, not that of the valley's floor"),
    ("Seattle", "its nights scatter less than the rule has it so near the sound"),
    ("Portland", "its nights scatter less than the rule has it, west of the mountains"),
    ("Madrid", "its nights scatter less than the rule has it"),
];

fn weather(row: &[&str]) -> Weather {
    let number = |n: usize| row[n].parse::<f64>().expect("a number");
    let plain = site(number(1), number(2), Freezes::ByClimate);
    let longitude = plain.longitude.expect("it has one");
    let months = sparrow_places::climate::months(plain.latitude, longitude, Some(number(3) as i16));
    Weather::at(&Site { months, ..plain }, &Almanac::default())
}

/// Days that the two dates are later than given; nothing where frosts are less likely than not.
fn off(row: &[&str]) -> [Option<i32>; 2] {
    let weather = weather(row);
    [(Side::Spring, row[4]), (Side::Autumn, row[5])].map(|(side, given)| {
        let given = month_day(given);
        let wanted = i32::from(jiff::civil::date(2027, given.month, given.day).day_of_year());
        let found = i32::from(weather.even_frost(side, 2027)?.day_of_year());
        Some((found - wanted + 182).rem_euclid(365) - 182)
    })
}

#[test]
fn proposed_frosts_are_near_the_dates_commonly_given() {
    let all: Vec<(&str, [Option<i32>; 2])> = lines(FROSTS).map(|row| (row[0], off(&row))).collect();
    let far = |off: &Option<i32>| off.is_none_or(|days| days.abs() > 21);
    let far: Vec<&str> = all.iter().filter(|(_, off)| off.iter().any(far)).map(|(town, _)| *town).collect();
    let listed: Vec<&str> = FAR_OFF.iter().map(|(town, _)| *town).collect();
    assert_eq!(sorted(far), sorted(listed), "{all:?}");
    let mean = |side: usize| {
        let days: Vec<f64> = all.iter().filter_map(|(_, off)| off[side]).map(|days| f64::from(days.abs())).collect();
        days.iter().sum::<f64>() / days.len() as f64
    };
    println!("{} towns: spring {:.1} days off, autumn {:.1}", all.len(), mean(0), mean(1));
    assert!(mean(0) <= 12.0 && mean(1) <= 8.0, "{} {}", mean(0), mean(1));
}

/// The limit that a night of every other year is colder than, against the usual coldest nights of hardiness maps.
#[test]
fn the_coldest_nights_of_winters_are_as_cold_as_maps_have_them() {
    let colder: Vec<f64> = lines(FROSTS)
        .filter(|row| !row[6].is_empty())
        .map(|row| {
            let weather = weather(&row);
            let [mut least, mut most] = [-45.0, 14.0];
            while most - least > 0.05 {
                let limit = f64::midpoint(least, most);
                if weather.nights.chance(limit, 182, 365) > 0.5 { most = limit } else { least = limit }
            }
            row[6].parse::<f64>().expect("a number") - least
        })
        .collect();
    let mean = |of: fn(f64) -> f64| colder.iter().map(|one| of(*one)).sum::<f64>() / colder.len() as f64;
    println!("{} towns: coldest nights {:.1} off, {:.1} too cold", colder.len(), mean(f64::abs), mean(|one| one));
    assert!(colder.len() > 40 && mean(f64::abs) <= 2.3 && mean(|one| one).abs() <= 0.5, "{colder:?}");
}

#[test]
fn where_it_never_freezes_no_frost_is_told_of() {
    // Nairobi, Singapore, Medellín, Kingston, Honolulu: no frost has been known in any of them (common knowledge).
    for (latitude, longitude, height) in
        [(-1.29, 36.82, 1795), (1.35, 103.82, 15), (6.25, -75.57, 1495), (18.0, -76.8, 10), (21.3, -157.86, 5)]
    {
        let plain = site(latitude, longitude, Freezes::ByClimate);
        let months = sparrow_places::climate::months(plain.latitude, plain.longitude.expect("it has one"), Some(height));
        let weather = Weather::at(&Site { months, ..plain }, &Almanac::default());
        for side in [Side::Spring, Side::Autumn] {
            assert_eq!(weather.edge(side, 2027), None, "{latitude} {longitude}");
        }
    }
}

fn sorted(mut towns: Vec<&str>) -> Vec<&str> {
    towns.sort_unstable();
    towns
}
