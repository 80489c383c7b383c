//! Gardens where the calendars' places are, and how far the reckoned windows are from the printed ones.

#![allow(dead_code, reason = "each user takes a part")]

use jiff::civil::{Date, date};
use sparrow_core::catalogue::{Catalogue, Crop, Way};
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::weather::Weather;
use sparrow_core::growth::grower::Grower;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::prospect::Prospect;
use sparrow_core::growth::window::{Gate, days_to_spare};
use sparrow_facts::almanac::{Almanac, Appetite};
use sparrow_facts::site::{Freezes, Frost, Latitude, Longitude, MonthDay, Site};
use sparrow_facts::timing::Means;
use sparrow_facts::units::Units;

/// The calendars' places, and their tables: see `data/calendars/README.md`.
pub const PLACES: &str = include_str!("../../data/calendars/places.csv");
pub const TRIED: &str = include_str!("../../data/calendars/tried.csv");
pub const HELD_BACK: &str = include_str!("../../data/calendars/held-back.csv");
pub const OF_SPANS: &str = include_str!("../../data/calendars/spans.csv");
pub const UNSEEN: &str = include_str!("../../data/calendars/unseen.csv");
pub const APART: &str = include_str!("../../data/calendars/apart.csv");
pub const LAST: &str = include_str!("../../data/calendars/last.csv");
pub const AFTER: &str = include_str!("../../data/calendars/after.csv");
/// The tables that have a line for each season; that of spans has not.
pub const OF_SEASONS: [&str; 6] = [TRIED, HELD_BACK, UNSEEN, APART, LAST, AFTER];

/// A table's lines without its head.
pub fn lines(table: &str) -> impl Iterator<Item = Vec<&str>> {
    table.lines().skip(1).map(|line| line.split(',').collect())
}

/// A site at a latitude and longitude in degrees.
pub fn site(latitude: f64, longitude: f64, freezes: Freezes) -> Site {
    let (latitude, longitude) = (Latitude((latitude * 100.0).round() as i32), Longitude((longitude * 100.0).round() as i32));
    Site {
        name: "Trial".into(),
        place: String::new(),
        latitude,
        units: Units::Metric,
        north: 0,
        freezes,
        longitude: Some(longitude),
        height: None,
        months: sparrow_places::climate::months(latitude, longitude, None),
        zone: None,
        grid: None,
        neighbour_maize: None,
    }
}

/// A month and a day as `05-31`.
pub fn month_day(text: &str) -> MonthDay {
    let (month, day) = text.split_once('-').expect("a month and a day");
    MonthDay { month: month.parse().expect("a month"), day: day.parse().expect("a day") }
}

/// Frosts on two dates, in every year.
pub fn frosts(last: &str, first: &str) -> Freezes {
    Freezes::Dates(Frost { last: month_day(last), first: month_day(first), spread_days: 14, in_ten: 10 })
}

/// The grower of a site.
pub fn grower(site: &Site, catalogue: &Catalogue) -> Grower {
    Grower::new(Weather::at(site, &Almanac::default()), catalogue)
}

/// A window that runs over the turn of the year where it must: first and last day of the year, from 0, and what shuts it.
#[derive(Debug, Clone, Copy)]
pub struct Round {
    /// The first day.
    pub from: i32,
    /// The last day with days to spare.
    pub spare: i32,
    /// The last day.
    pub until: i32,
    /// What shuts it before and after; nothing where it is never shut.
    pub shut: Option<[Gate; 2]>,
}

fn on(day: i32) -> Date {
    date(2027, 1, 1).checked_add(jiff::Span::new().days(day.rem_euclid(365))).expect("a day of the year")
}

/// The windows of a crop round the year in a soil.
pub fn round(grower: &Grower, growing: Growing, soil: &BedSoil) -> Vec<Round> {
    let prospect = Prospect::of(grower, Appetite::Even, growing, date(2027, 1, 1), soil);
    let gate = |day: i32| prospect.gate(on(day));
    let Some(start) = (0..365).find(|day| gate(*day).is_some()) else {
        return vec![Round { from: 0, spare: 364, until: 364, shut: None }];
    };
    let mut found = Vec::new();
    let mut open: Option<i32> = None;
    for day in start..=start + 365 {
        match (gate(day), open) {
            (None, None) => open = Some(day),
            (Some(after), Some(from)) => {
                let before = gate(from - 1).unwrap_or(after);
                let [spare, until] = [day - 1 - days_to_spare(day - from, after), day - 1].map(|day| day.rem_euclid(365));
                found.push(Round { from: from.rem_euclid(365), spare, until, shut: Some([before, after]) });
                open = None;
            }
            _ => {}
        }
    }
    found
}

/// A printed day of the year, from 0.
pub fn day(text: &str) -> i32 {
    let month_day = month_day(text);
    i32::from(date(2027, month_day.month, month_day.day.min(28)).day_of_year()) - 1 + i32::from(month_day.day.max(28) - 28)
}

/// Days from a day of the year to another, the shorter way round.
pub fn apart(a: i32, b: i32) -> i32 {
    (a - b + 182).rem_euclid(365) - 182
}

/// The head of a table of spans.
pub const SPANS: &str = "climate,crop,way,means,first,last";

/// How far a printed window is from the nearest reckoned one, with days to spare: calendars leave them too.
#[derive(Debug, Clone)]
pub struct Compared {
    /// The line of the table.
    pub line: String,
    /// Days that both ends are later than printed; nothing where there is no window.
    pub off: Option<[i32; 2]>,
    /// What shuts the reckoned window, or most of the year.
    pub shut: Option<[Gate; 2]>,
    /// Which ends are printed.
    pub printed: [bool; 2],
}

/// Days within which an end agrees with a printed one.
pub const TOLERANCE: i32 = 14;

impl Compared {
    /// Printed ends that agree.
    pub fn inside(&self) -> usize {
        let near =
            |off: [i32; 2]| off.iter().zip(self.printed).filter(|(days, printed)| *printed && days.abs() <= TOLERANCE).count();
        self.off.map_or(0, near)
    }

    /// Ends that are printed.
    pub fn all(&self) -> usize {
        self.printed.into_iter().filter(|printed| *printed).count()
    }
}

fn crop_of<'a>(catalogue: &'a Catalogue, crop: &str, way: &str) -> (&'a Crop, &'a Way) {
    let crop = catalogue.crop(crop).expect("a crop of the catalogue");
    (crop, crop.way(way).expect("one of its ways"))
}

/// Every line of a table against the reckoning in its place, up to the last day with days to spare. A line of a span tells the first and the last day of a year, with or
/// without a gap between them: its ends are looked for apart, and either may be left open.
pub fn compare(catalogue: &Catalogue, places: &str, table: &str) -> Vec<Compared> {
    let growers: std::collections::HashMap<String, Grower> = lines(places)
        .map(|place| {
            let number = |text: &str| text.parse::<f64>().expect("degrees");
            let freezes = if place[3].is_empty() { Freezes::ByClimate } else { frosts(place[3], place[4]) };
            (place[0].to_string(), grower(&site(number(place[1]), number(place[2]), freezes), catalogue))
        })
        .collect();
    let of = |line: Vec<&str>| {
        let (crop, way) = crop_of(catalogue, line[1], line[2]);
        let means = match line[3] {
            "bed" => Means::Direct,
            "set" => Means::Set,
            _ => Means::Shelf,
        };
        let windows = round(&growers[line[0]], Growing::by(crop, way, means), &BedSoil::default());
        if table.starts_with(SPANS) {
            let nearest = |ends: Vec<i32>, text: &str| match text {
                "" => Some(0),
                text => ends.into_iter().map(|end| apart(end, day(text))).min_by_key(|days| days.abs()),
            };
            let from = nearest(windows.iter().map(|window| window.from).collect(), line[4]);
            let until = nearest(windows.iter().map(|window| window.spare).collect(), line[5]);
            let off = from.zip(until).map(|(from, until)| [from, until]);
            return Compared { line: line.join(","), off, shut: None, printed: [!line[4].is_empty(), !line[5].is_empty()] };
        }
        let off = |window: &Round| [apart(window.from, day(line[4])), apart(window.spare, day(line[5]))];
        let far = |window: &&Round| off(window).into_iter().map(|days| days.abs().min(60)).sum::<i32>();
        let best = windows.iter().min_by_key(far);
        Compared { line: line.join(","), off: best.map(off), shut: best.and_then(|window| window.shut), printed: [true; 2] }
    };
    lines(table).map(of).collect()
}
