//! The weather of a place against daily weather data of the open, against reference libraries, and against what papers
//! and bulletins work out. Names of sources stand beside each check.

use jiff::civil::{Date, date};
use proptest::prelude::*;
use solar_positioning::SolarPositions;
use solar_positioning::time::JulianDate;
use sparrow_core::climate::degree_days::{Thresholds, single_sine};
use sparrow_core::climate::frost::Side;
use sparrow_core::climate::nights::Nights;
use sparrow_core::climate::normals::{DAYS, daily_normals, day_index};
use sparrow_core::climate::soil::follow;
use sparrow_core::climate::station::{StationDay, condense};
use sparrow_core::climate::sun::{at_the_ground, day_length_hours, extraterrestrial, light, solar_declination};
use sparrow_core::climate::weather::Weather;
use sparrow_facts::almanac::{Almanac, Monthly, WarmthFrom};
use sparrow_facts::site::{Freezes, Frost, Hemisphere, Latitude, MonthDay, Site};
use sparrow_facts::units::{TenthsC, Units};

/// Daily weather of Seattle, 2012 to 2015, of the United States' weather service (NOAA, public domain), as the npm
/// package vega-datasets 2.11.0 carries it (data/seattle-weather.csv).
const SEATTLE: &str = include_str!("../data/weather/seattle-weather.csv");

fn rows(text: &str) -> impl Iterator<Item = Vec<&str>> {
    text.lines().filter(|line| !line.starts_with('#')).skip(1).map(|line| line.split(',').collect())
}

fn seattle() -> Vec<StationDay> {
    let number = |text: &str| text.parse::<f64>().ok();
    rows(SEATTLE)
        .map(|row| StationDay {
            day: row[0].parse().expect("it is there"),
            low: number(row[3]),
            high: number(row[2]),
            rain: number(row[1]),
        })
        .collect()
}

fn site(latitude: i32, freezes: Freezes) -> Site {
    Site {
        name: "A place".into(),
        place: String::new(),
        latitude: Latitude(latitude),
        units: Units::Metric,
        north: 0,
        freezes,
        longitude: None,
        height: None,
        months: None,
        zone: None,
        grid: None,
        neighbour_maize: None,
    }
}

fn frost(last: (i8, i8), first: (i8, i8), spread_days: u8) -> Freezes {
    let day = |(month, day)| MonthDay { month, day };
    Freezes::Dates(Frost { last: day(last), first: day(first), spread_days, in_ten: 10 })
}

#[test]
fn degree_days_of_real_days_are_those_of_a_numerical_integration() {
    let mut checked = 0;
    for row in rows(include_str!("../data/weather/degree_days.csv")) {
        let [low, high, base, ceiling, wanted] = [1, 2, 3, 4, 5].map(|n| row[n].parse::<f64>().unwrap());
        let ours = single_sine(low, high, Thresholds { base, ceiling });
        assert!((ours - wanted).abs() < 1e-4, "{} {low} to {high} between {base} and {ceiling}: {ours}, scipy {wanted}", row[0]);
        checked += 1;
    }
    assert_eq!(checked, 120);
}

/// Bulletins on maize average a day's high and low within 50 and 86 °F (Iowa State University Extension and others, from
/// memory): a day of 80 and 55 °F gives 17.5, one of 86 and 60 °F gives 23, one of 48 and 30 °F nothing.
#[test]
fn degree_days_are_the_bulletins_where_a_day_lies_within_the_limits() {
    let maize = Thresholds { base: 50.0, ceiling: 86.0 };
    for (high, low, wanted) in [(80.0, 55.0, 17.5), (86.0, 60.0, 23.0), (48.0, 30.0, 0.0)] {
        assert!((single_sine(low, high, maize) - wanted).abs() < 1e-9, "{high}/{low}");
    }
    // Averages count a night below the limit as 50 °F and a noon above it as 86 °F: 9 and 23. The sine tells how long they last.
    assert!(single_sine(41.0, 68.0, maize) < 9.0);
    assert!(single_sine(60.0, 92.0, maize) < 26.0 && single_sine(60.0, 92.0, maize) > 23.0);
}

#[test]
fn frost_chances_of_real_years_are_those_of_a_reference_library() {
    let station = condense("Seattle", &seattle(), Hemisphere::North).unwrap();
    assert_eq!((station.days, station.missing, station.years.len()), (1461, 0, 4));
    let days: Vec<(Option<Date>, Option<Date>)> = station.years.iter().map(|year| (year.last_frost, year.first_frost)).collect();
    // Read off the file by hand.
    assert_eq!(days[0], (Some(date(2012, 3, 19)), Some(date(2012, 11, 10))));
    assert_eq!(days[3], (Some(date(2015, 3, 4)), Some(date(2015, 11, 23))));
    let almanac = Almanac { from: WarmthFrom::Station, station: Some(station), ..Almanac::default() };
    let weather = Weather::at(&site(4760, Freezes::ByClimate), &almanac);
    // scipy's normal distribution over the same four years: the days of chances, counted from 1 January. Four years say no
    // more than to a week or two, and ours follow from nights, not from four days.
    for row in rows(include_str!("../data/weather/frost_chances.csv")) {
        let [chance, wanted] = [1, 2].map(|n| row[n].parse::<f64>().unwrap());
        let side = match row[0] {
            "spring" => Side::Spring,
            "autumn" => Side::Autumn,
            _ => continue,
        };
        let edge = weather.edge(side, 2027).unwrap();
        let ours = match chance {
            0.1 => {
                if side == Side::Spring {
                    edge.late
                } else {
                    edge.early
                }
            }
            0.5 => edge.even,
            0.9 => {
                if side == Side::Spring {
                    edge.early
                } else {
                    edge.late
                }
            }
            _ => continue,
        };
        // Four frosty years of four do not say that there is never one without.
        let Some(ours) = ours else { continue };
        let day = f64::from(ours.day_of_year()) - 1.0;
        let close = if chance == 0.5 { 3.0 } else { 16.0 };
        assert!((day - wanted).abs() <= close, "{row:?}: {day}");
    }
}

/// The file's own nights: in how many of the four years' Januaries, of all months, a night under each limit came, against
/// the chance reckoned from the station's means alone.
#[test]
fn chances_of_cold_nights_are_those_of_real_years() {
    let days = seattle();
    let station = condense("Seattle", &days, Hemisphere::North).unwrap();
    let almanac = Almanac { from: WarmthFrom::Station, station: Some(station), ..Almanac::default() };
    let weather = Weather::at(&site(4760, Freezes::ByClimate), &almanac);
    for limit in [-4.0, -2.0, 0.0, 2.0, 4.0, 8.0] {
        let (mut told, mut seen) = (0.0, 0.0);
        for half in days.chunks(15) {
            let first = day_index(half[0].day);
            told += weather.nights.chance(limit, first, half.len());
            seen += f64::from(u8::from(half.iter().any(|day| day.low.is_some_and(|low| low < limit))));
        }
        let all = days.len().div_ceil(15) as f64;
        assert!(((told - seen) / all).abs() < 0.08, "below {limit} °C: told {told:.1} of {all} fortnights, seen {seen}");
    }
}

#[test]
fn means_of_months_are_those_of_a_reference_library_and_daily_normals_keep_them() {
    let station = condense("Seattle", &seattle(), Hemisphere::North).unwrap();
    for row in rows(include_str!("../data/weather/months.csv")) {
        let [month, low, high] = [0, 1, 2].map(|n| row[n].parse::<f64>().unwrap());
        let at = month as usize - 1;
        assert!((station.monthly.low[at].celsius() - low).abs() <= 0.051, "{row:?}");
        assert!((station.monthly.high[at].celsius() - high).abs() <= 0.051, "{row:?}");
    }
    let highs = station.monthly.high.map(TenthsC::celsius);
    let days = daily_normals(&highs);
    for month in 1..=12i8 {
        let of_month: Vec<f64> = (0..DAYS)
            .filter(|day| date(2027, 1, 1).saturating_add(jiff::ToSpan::days(*day as i64)).month() == month)
            .map(|day| days[day])
            .collect();
        let mean = of_month.iter().sum::<f64>() / of_month.len() as f64;
        assert!((mean - highs[month as usize - 1]).abs() < 1e-9, "month {month}");
    }
    let steepest = (0..DAYS).map(|day| (days[day] - days[(day + 1) % DAYS]).abs()).fold(0.0, f64::max);
    // The steepest of Seattle's months differ by 6 °C, 0.2 °C a day; no corner is left between months.
    assert!(steepest < 0.45, "{steepest} °C from one day to the next");
}

/// FAO Irrigation and Drainage Paper 56, examples 8 and 9 (from memory): 3 September (J = 246) at 20° S has δ = 0.120 rad and
/// N = 11.7 h; 15 May at 13° 44' N (example 17's Bangkok in April, J = 105) has δ = 0.17 rad.
#[test]
fn declination_and_day_length_are_those_of_the_papers_worked_examples() {
    let day = date(2015, 9, 3);
    assert_eq!(day.day_of_year(), 246);
    assert!((solar_declination(day) - 0.120).abs() < 0.0006, "{}", solar_declination(day));
    assert!((day_length_hours(Latitude(-2000), day) - 11.7).abs() < 0.05);
    let april = date(2015, 4, 15);
    assert!((solar_declination(april) - 0.17).abs() < 0.006, "{}", solar_declination(april));
}

#[test]
fn declination_and_day_length_agree_with_two_reference_libraries() {
    for row in rows(include_str!("../data/weather/sun.csv")) {
        let [n, latitude, declination, hours] = [0, 1, 2, 3].map(|n| row[n].parse::<f64>().unwrap());
        let day = date(2027, 1, 1).saturating_add(jiff::ToSpan::days(n as i64 - 1));
        let ours = day_length_hours(Latitude((latitude * 100.0) as i32), day);
        // The paper's series has one term and is off by up to 1.5° in autumn, which is minutes of daylight.
        assert!((solar_declination(day) - declination).abs() < 0.0265, "{row:?}: {}", solar_declination(day));
        // What 0.0265 rad of declination make of a day near the equinox: 24/π · tan φ of it, and a little.
        let close = 24.0 / std::f64::consts::PI * latitude.to_radians().tan().abs() * 0.0265 + 0.02;
        assert!((ours - hours).abs() < close, "{row:?}: {ours}");
    }
    // solar-positioning 0.7, by the algorithm of Reda and Andreas, at noon.
    for (month, day) in [(3, 20), (6, 21), (9, 22), (12, 21), (8, 5)] {
        let noon = JulianDate::from_utc(2027, month, day, 12, 0, 0.0, 69.0).unwrap();
        let wanted = SolarPositions::new().for_time_from_julian(noon).unwrap().declination().to_radians();
        let ours = solar_declination(date(2027, month as i8, day as i8));
        assert!((ours - wanted).abs() < 0.0175, "{day}.{month}.: ours {ours}, the library {wanted}");
    }
}

/// Zheng, Hunt, Running 1993 (from memory): a quarter of the difference to the air's mean of eleven days each day. Their model
/// lags the air and damps its swings. By hand: from an even 10 °C, air that jumps to 21 °C for good gives a running mean of
/// 11 on the first day, so soil of 10 + ¼ = 10.25; then 12 and 10.25 + ¼ · 1.75 = 10.6875.
#[test]
fn soil_follows_the_air_as_the_paper_says() {
    let mut air = vec![10.0; 365];
    for day in &mut air[100..200] {
        *day = 21.0;
    }
    let soil = follow(&air);
    assert!((soil[99] - 10.0).abs() < 1e-6);
    assert!((soil[100] - 10.25).abs() < 1e-6, "{}", soil[100]);
    assert!((soil[101] - 10.6875).abs() < 1e-6, "{}", soil[101]);
    assert!(soil[140] > 20.99 && soil[199] <= 21.0);
    let wave: Vec<f64> = (0..365).map(|day| 10.0 - 8.0 * (std::f64::consts::TAU * f64::from(day) / 365.0).cos()).collect();
    let damped = follow(&wave);
    let warmest = |of: &[f64]| (0..365).max_by(|a, b| of[*a].total_cmp(&of[*b])).unwrap();
    let lag = warmest(&damped) - warmest(&wave);
    assert!((5..=12).contains(&lag), "{lag} days behind the air");
}

#[test]
fn a_place_lies_as_cold_as_its_household_says() {
    let latitude = 4200;
    for (last, first) in [((5, 5), (10, 3)), ((4, 10), (10, 30)), ((5, 25), (9, 10))] {
        let weather = Weather::at(&site(latitude, frost(last, first, 12)), &Almanac::default());
        let near = |side, (month, day)| {
            let even = weather.even_frost(side, 2027).expect("it freezes there");
            (even - date(2027, month, day)).get_days().abs() <= 3
        };
        assert!(near(Side::Spring, last) && near(Side::Autumn, first), "{last:?} {first:?}");
    }
    // In one year of five: no day of an even chance, and about one of ten after the date.
    let Freezes::Dates(rare) = frost((1, 20), (12, 28), 12) else { unreachable!("dates were given") };
    let weather = Weather::at(&site(2700, Freezes::Dates(Frost { in_ten: 2, ..rare })), &Almanac::default());
    let edge = weather.edge(Side::Spring, 2027).expect("in some years");
    assert!(edge.even.is_none() && (10..=45).contains(&edge.percent), "{edge:?}");
    assert!((edge.late.expect("one in ten") - date(2027, 1, 20)).get_days().abs() <= 6, "{edge:?}");
}

#[test]
fn places_without_frost_and_without_a_frost_free_month_make_sense() {
    let warm = Weather::at(&site(-1700, Freezes::Never), &Almanac::default());
    assert_eq!((warm.edge(Side::Spring, 2027), warm.edge(Side::Autumn, 2027)), (None, None));
    assert!(warm.frost_ahead(date(2027, 8, 1), 14) < 0.01);
    let cold = Weather::at(&site(6900, Freezes::EveryMonth), &Almanac::default());
    let july = cold.frost_ahead(date(2027, 7, 10), 30);
    assert!((0.2..0.99).contains(&july), "{july}: a frost in the warmest month, in many years");
    assert!(cold.frost_ahead(date(2027, 1, 10), 14) > 0.999);
    // A place that says never, where the map says frost: raised, and no more than that takes.
    let said = Weather::at(&site(3000, Freezes::Never), &Almanac::default());
    assert!(said.frost_ahead(date(2027, 1, 10), 30) < 0.02);
}

/// FAO 56, example 8 (20° S, 3 September: 32.2) and table 2.6 (monthly, from memory): 50° N, 15 December about 7 to 8, 15 June about 41 to 42; the
/// equator, 15 March, 37 to 38. Example 15: Hargreaves' radiation of Ra 40.6, 26.6 and 14.8 °C is 22.3.
#[test]
fn radiation_is_that_of_the_papers_worked_examples_and_table() {
    let near = |value: f64, wanted: f64, close: f64| assert!((value - wanted).abs() <= close, "{value}, the paper {wanted}");
    near(extraterrestrial(Latitude(-2000), date(2015, 9, 3)), 32.2, 0.05);
    near(extraterrestrial(Latitude(5000), date(2015, 12, 15)), 7.4, 0.6);
    near(extraterrestrial(Latitude(5000), date(2015, 6, 15)), 41.7, 0.5);
    near(extraterrestrial(Latitude(0), date(2015, 3, 15)), 37.8, 0.5);
    assert!(extraterrestrial(Latitude(8000), date(2015, 12, 21)).abs() < 0.01, "no sun, and no less than none");
    near(at_the_ground(40.6, 14.8, 26.6), 22.3, 0.05);
}

#[test]
fn light_saturates_and_never_stops_growth_by_the_length_of_the_day_alone() {
    assert_eq!((light(18.0), light(30.0)), (1.0, 1.0));
    assert!(light(0.0) == 0.0 && light(5.0) < light(9.0));
    // Dry air under a clear winter sky in the south has light enough.
    let december =
        |latitude, range: f64| light(at_the_ground(extraterrestrial(Latitude(latitude), date(2027, 12, 21)), 0.0, range));
    assert!(december(3000, 10.0) > 0.7 && december(5150, 6.0) < 0.4, "{} {}", december(3000, 10.0), december(5150, 6.0));
}

/// The months of a year that swings around a mean, as those of real places do.
fn some_months([mean, swing, warmest, range]: [u8; 4]) -> Monthly {
    let wave = |month: usize| {
        let turn = (month as f64 - f64::from(warmest % 12)) / 12.0 * std::f64::consts::TAU;
        f64::from(mean) / 10.0 - 5.0 + f64::from(swing % 16) * turn.cos()
    };
    let low = std::array::from_fn(|month| TenthsC::of(wave(month)));
    Monthly { low, high: std::array::from_fn(|month| TenthsC::of(wave(month) + 3.0 + f64::from(range % 12))) }
}

proptest! {
    #[test]
    fn prop_a_southern_place_has_the_northern_year_six_months_on(seed in any::<[u8; 4]>(), day in 0..365i64) {
        let north = some_months(seed);
        let turn = |months: [TenthsC; 12]| { let mut turned = months; turned.rotate_left(6); turned };
        let south = Monthly { high: turn(north.high), low: turn(north.low) };
        let almanac = |months| Almanac { from: WarmthFrom::Months, months: Some(months), ..Almanac::default() };
        let (a, b) = (Weather::at(&site(4000, Freezes::ByClimate), &almanac(north)), Weather::at(&site(-4000, Freezes::ByClimate), &almanac(south)));
        let here = date(2027, 1, 1).saturating_add(jiff::ToSpan::days(day));
        // Halves of the calendar year are unlike by three days, in which a swing of 15 °C moves by 0.8.
        let there = date(2027, (here.month() + 5) % 12 + 1, here.day().min(28));
        if (10..=20).contains(&here.day()) {
            prop_assert!((a.mean(here) - b.mean(there)).abs() < 1.2, "{here} {} {}", a.mean(here), b.mean(there));
        }
        prop_assert!((a.daylight(here) - day_length_hours(Latitude(4000), here)).abs() < 1e-9);
    }

    #[test]
    fn prop_more_warmth_never_gives_fewer_degree_days(low in -20.0..30.0f64, range in 0.0..25.0f64, warmer in 0.0..10.0f64) {
        let within = Thresholds { base: 4.4, ceiling: 24.0 };
        let (one, other) = (single_sine(low, low + range, within), single_sine(low + warmer, low + range + warmer, within));
        prop_assert!((-1e-9..=24.0 - 4.4 + 1e-9).contains(&one));
        prop_assert!(other >= one - 1e-9);
    }

    #[test]
    fn prop_the_chance_of_a_cold_night_grows_with_the_nights_and_is_less_for_harder_frosts(
        mean in -5.0..20.0f64, swing in 0.0..15.0f64, spread in 1.5..7.0f64, from in 0..365usize, nights in 1..200usize, harder in 0..12i32,
    ) {
        let low = (0..365).map(|day| mean - swing * (std::f64::consts::TAU * f64::from(day) / 365.0).cos()).collect();
        let nights_of = Nights::of(low, vec![spread; 365]);
        let kills = -f64::from(harder) / 2.0;
        let chance = |kills, nights| nights_of.chance(kills, from, nights);
        prop_assert!(chance(kills, nights + 1) >= chance(kills, nights) - 1e-12);
        prop_assert!(chance(kills, nights) <= chance(0.0, nights) + 1e-9);
        // Living through a stand is living through its parts.
        let sums = nights_of.living(|_| kills);
        prop_assert!(((sums[from + nights] - sums[from]).exp() - (1.0 - chance(kills, nights))).abs() < 1e-9);
        prop_assert!(sums.windows(2).all(|pair| pair[1] <= pair[0]));
    }
}
