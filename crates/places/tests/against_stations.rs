//! The climate of places against fourteen stations' typical years.
//!
//! The weather files (typical meteorological years of TMY3, IWEC, SWEC and INETI) come with the Python package sinergym 3.5.1;
//! `data/stations.csv` holds their monthly means, mean daily highs and lows, and the last and first day at or below 0 °C.

mod common;

use common::{frosts, lines, site};
use sparrow_core::climate::normals::monthly_means;
use sparrow_core::climate::weather::Weather;
use sparrow_facts::almanac::Almanac;
use sparrow_facts::site::Freezes;

const STATIONS: &str = include_str!("data/stations.csv");

/// Stations whose months are further off than asked, and why.
const MEANS_OFF: [(&str, &str); 1] = [("TOKYO HYAKURI", "its typical year is put together from colder years than 2000 to 2025")];
const ENDS_OFF: [(&str, &str); 2] = [
    ("Aurora Buckley Field Angb", "one year's frosts, 21 September the first, bend all nights; lows alone are off"),
    ("Pittsburgh Allegheny Co Ap", "one year's frosts, 13 May the last, bend all nights; lows alone are off"),
];

struct Errors {
    station: String,
    mean: f64,
    high: f64,
    low: f64,
}

fn errors() -> Vec<Errors> {
    lines(STATIONS)
        .map(|row| {
            let number = |n: usize| row[n].parse::<f64>().expect("a number");
            let twelve = |from: usize| -> [f64; 12] { std::array::from_fn(|month| number(from + month)) };
            let freezes = if row[3].is_empty() || row[4].is_empty() { Freezes::ByClimate } else { frosts(row[3], row[4]) };
            let site = site(number(1), number(2), freezes);
            let weather = Weather::at(&site, &Almanac::default());
            let off = |days: &[f64], wanted: [f64; 12]| {
                let ours = monthly_means(days);
                ours.iter().zip(wanted).map(|(ours, wanted)| (ours - wanted).abs()).sum::<f64>() / 12.0
            };
            let months = site.months.expect("stations stand on land");
            let mean =
                months.mean.iter().zip(twelve(5)).map(|(ours, wanted)| (ours.celsius() - wanted).abs()).sum::<f64>() / 12.0;
            let (high, low) = (off(&weather.normals.high, twelve(17)), off(&weather.normals.low, twelve(29)));
            Errors { station: row[0].to_string(), mean, high, low }
        })
        .collect()
}

#[test]
fn months_are_within_a_degree_and_a_half_and_highs_and_lows_within_two_and_a_half() {
    let all = errors();
    assert_eq!(all.len(), 14);
    let mut odd = Vec::new();
    for one in &all {
        let listed = |list: &[(&str, &str)]| list.iter().any(|(station, _)| *station == one.station);
        let (means, ends) = (one.mean <= 1.5, one.high <= 2.5 && one.low <= 2.5);
        let told = format!("{}: means {:.1}, highs {:.1}, lows {:.1}", one.station, one.mean, one.high, one.low);
        println!("{told}");
        if means == listed(&MEANS_OFF) || ends == listed(&ENDS_OFF) {
            odd.push(told);
        }
    }
    assert!(odd.is_empty(), "otherwise than listed: {odd:#?}");
    let mean = |of: fn(&Errors) -> f64| all.iter().map(of).sum::<f64>() / all.len() as f64;
    let found = [mean(|one| one.mean), mean(|one| one.high), mean(|one| one.low)];
    assert!(found[0] <= 1.5 && found[1] <= 2.5 && found[2] <= 2.5, "{found:?}");
}
