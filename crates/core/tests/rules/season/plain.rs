//! The season's quick ways held to the plain ones: days added up one by one, every day of a year judged, any place.

use super::ground::{garden, season};
use crate::common::TODAY;
use crate::common::known;
use jiff::ToSpan;
use jiff::civil::{Date, date};
use proptest::prelude::*;
use sparrow_core::catalogue::{Catalogue, CountedFrom};
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::frost::Side;
use sparrow_core::climate::normals::day_index;
use sparrow_core::climate::station::{StationDay, condense};
use sparrow_core::growth::grower::Grower;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::window::{judge, shut_by, windows};
use sparrow_core::reckon::season::all_tasks;
use sparrow_core::season::risk::Harm;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_facts::almanac::{Appetite, Monthly, SoilReading, WarmthFrom};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::site::{Freezes, Frost, Hemisphere, MonthDay};
use sparrow_facts::timing::Means;
use sparrow_facts::units::TenthsC;

/// A garden anywhere between a cold upland and a warm coast: the year's mean, how far summer and winter lie from it, the
/// days from their nights, and frosts of some spread.
fn any_place() -> impl Strategy<Value = Garden> {
    (30..240i32, 10..150i32, 40..140i32, 1..28i8, 1..28i8, 0..30u8).prop_map(|(mean, away, range, last, first, spread)| {
        let mut garden = garden();
        let at = |n: usize| f64::from(mean) - f64::from(away) * (std::f64::consts::TAU * (n as f64 - 0.5) / 12.0).cos();
        let tenths = |by: i32| std::array::from_fn(|n| TenthsC((at(n) + f64::from(by)) as i16));
        garden.almanac.from = WarmthFrom::Months;
        garden.almanac.months = Some(Monthly { high: tenths(range / 2), low: tenths(-range / 2) });
        let [last, first] = [MonthDay { month: 4, day: last }, MonthDay { month: 10, day: first }];
        garden.site.freezes = Freezes::Dates(Frost { last, first, spread_days: spread, in_ten: 10 });
        garden
    })
}

/// Any crop in any way, as it usually starts.
fn any_crop() -> impl Strategy<Value = Growing<'static>> {
    let ways = Catalogue::standard().crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| Growing::usual(crop, way)));
    prop::sample::select(ways.collect::<Vec<_>>())
}

/// Any day of a year with no 29 February near it: usual days are those of a year of 365.
fn any_day() -> impl Strategy<Value = Date> {
    (0..365i64).prop_map(|n| date(2025, 1, 1).saturating_add(n.days()))
}

fn days(from: Date, until: Date) -> impl Iterator<Item = Date> {
    from.series(1.day()).take_while(move |day| *day < until)
}

/// What a day gives a crop, in the light it has: eight points of the day's course, against the same on a usual day.
fn gain(grower: &Grower, growing: Growing, day: Date) -> f64 {
    let (weather, figures) = (&grower.weather, growing.figures());
    let pace = |mean: f64, swing: f64| {
        let at = |n: u32| mean + swing * (std::f64::consts::TAU * (f64::from(n) + 0.5) / 8.0).cos();
        (0..8).map(|n| figures.response.at(at(n))).sum::<f64>() / 8.0
    };
    let swing = figures.swing * (weather.high(day) - weather.mean(day));
    pace(weather.mean(day), swing) / pace(figures.usual, figures.swing * 5.0) * weather.light[day_index(day)]
}

/// The laws below speak only of what ripens: in the mild garden most does, and may be started for a late harvest.
#[test]
fn most_crops_ripen_and_can_be_started_for_a_harvest_where_it_is_mild() {
    let (garden, soil) = (garden(), BedSoil::default());
    let grower = known(&garden).grower;
    let ways: Vec<Growing> =
        Catalogue::standard().crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| Growing::usual(crop, way))).collect();
    let sown = ways.iter().filter(|one| grower.ripening(**one, date(2025, 5, 15), &soil).is_some()).count();
    let wanted = ways.iter().filter(|one| grower.start_for(**one, date(2025, 9, 20), &soil).is_some()).count();
    assert!(sown * 4 >= ways.len() * 3, "{sown} of {} ripen", ways.len());
    assert!(wanted * 2 >= ways.len(), "{wanted} of {} can be started", ways.len());
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    #[test]
    fn prop_a_crop_is_ripe_on_the_day_its_growth_has_come_together(place in any_place(), growing in any_crop(), day in any_day(), adds in -2..6i8) {
        let (grower, soil) = (known(&place).grower, BedSoil::warmer(f64::from(adds)));
        prop_assume!(growing.figures().bulbs.is_none());
        let Some(found) = grower.ripening(growing, day, &soil) else { return Ok(()) };
        let sum = |until: Date| -> f64 { days(found.up, until).map(|day| gain(grower, growing, day)).sum() };
        // Raised, set or sown, a packet of so many days more asks for so many more, at the crop's pace.
        let longer = Growing { packet: growing.packet + 10.0, ..growing };
        if let Some(later) = grower.ripening(longer, day, &soil) && growing.packet > 40.0 && growing.way.counted_from == CountedFrom::Transplanting {
            let more = sum(later.ripe) - sum(found.ripe);
            prop_assert!((more - 10.0 * growing.figures().pace).abs() < 2.5, "{}: {more} more", growing.crop.key);
        }
        prop_assert!(sum(found.ripe) >= sum(found.ripe.saturating_sub(1.day())));
        prop_assert_eq!(i32::from(found.days), (found.ripe - day).get_days());
        // And it is up on the day its soil's heat has come together.
        if growing.means == Means::Direct && let Some(sprout) = &growing.figures().sprout {
            let of = |day: Date| {
                let soil = soil.on(&grower.weather, day);
                let falling = (sprout.best - sprout.base) * (sprout.most - soil) / (sprout.most - sprout.best);
                (soil - sprout.base).min(falling).max(0.0)
            };
            let sum: f64 = days(day, found.up).map(of).sum();
            let before: f64 = days(day, found.up.saturating_sub(1.day())).map(of).sum();
            prop_assert!(sum >= sprout.sum - 1e-6 && before < sprout.sum, "{}: {before} then {sum}", growing.crop.key);
        }
    }

    #[test]
    fn prop_the_start_for_a_harvest_is_the_last_that_is_ripe_in_time(place in any_place(), growing in any_crop(), ripe in any_day()) {
        let (grower, soil) = (known(&place).grower, BedSoil::default());
        let Some(start) = grower.start_for(growing, ripe, &soil) else { return Ok(()) };
        prop_assert!(grower.ripening(growing, start, &soil).is_some_and(|found| found.ripe <= ripe));
        for later in days(start.saturating_add(1.day()), ripe) {
            let found = grower.ripening(growing, later, &soil);
            prop_assert!(found.is_none_or(|found| found.ripe > ripe), "{}: {later} would do as well as {start}", growing.crop.key);
        }
    }

    #[test]
    fn prop_windows_are_just_the_days_that_are_judged_good(place in any_place(), growing in any_crop(), adds in 0..5i8) {
        let (grower, soil) = (known(&place).grower, BedSoil::warmer(f64::from(adds)));
        let judged = |day: Date| judge(grower, Appetite::Even, growing, day, &soil);
        let found = windows(grower, Appetite::Even, growing, 2027, &soil);
        for day in days(date(2027, 1, 1), date(2028, 1, 1)) {
            let within = found.iter().any(|window| window.from <= day && day <= window.until);
            prop_assert_eq!(within, judged(day).is_ok(), "{} on {}", growing.crop.key, day);
        }
        for window in &found {
            if window.from > date(2027, 1, 1) {
                prop_assert_eq!(judged(window.from.saturating_sub(1.day())), Err(window.opens));
            }
            if window.until < date(2027, 12, 31) {
                prop_assert_eq!(judged(window.until.saturating_add(1.day())), Err(window.closes));
            }
            prop_assert!(window.better.is_none_or(|better| window.from <= better && better <= window.until));
        }
        // No hole of a few days is left between two.
        for pair in found.windows(2) {
            prop_assert!((pair[1].from - pair[0].until).get_days() > 10, "{}: {pair:?}", growing.crop.key);
        }
        let shut = shut_by(grower, Appetite::Even, growing, 2027, &soil);
        prop_assert_eq!(shut.is_some(), found.is_empty());
    }

    #[test]
    fn prop_a_bolder_household_loses_no_day(place in any_place(), growing in any_crop(), day in any_day()) {
        let (grower, soil) = (known(&place).grower, BedSoil::default());
        let good = [Appetite::Cautious, Appetite::Even, Appetite::Bold].map(|appetite| judge(grower, appetite, growing, day, &soil).is_ok());
        prop_assert!(good[0] <= good[1] && good[1] <= good[2], "{} on {day}: {good:?}", growing.crop.key);
    }

    #[test]
    fn prop_more_days_on_the_packet_never_ripen_sooner(place in any_place(), growing in any_crop(), day in any_day(), less in 1..60u16) {
        let (grower, soil) = (known(&place).grower, BedSoil::default());
        let quick = Growing { packet: (growing.packet - f64::from(less)).max(10.0), ..growing };
        let [slow, quick] = [growing, quick].map(|growing| grower.ripening(growing, day, &soil).map(|found| found.ripe));
        prop_assert!(slow.is_none_or(|slow| quick.is_some_and(|quick| quick <= slow)), "{quick:?} and {slow:?}");
    }

    #[test]
    fn prop_an_edge_is_the_day_on_which_the_chance_is_passed(place in any_place()) {
        // A stand of nights from the edge to the warmest day, and one that begins a day nearer.
        let weather = &known(&place).grower.weather;
        let warmest = (0..365).max_by(|a, b| weather.normals.mean[*a].total_cmp(&weather.normals.mean[*b])).expect("a year");
        let edges = |side: Side| {
            let edge = weather.edge(side, 2027);
            let [early, even, late] = [edge.and_then(|one| one.early), edge.and_then(|one| one.even), edge.and_then(|one| one.late)];
            let (often, seldom) = if side == Side::Spring { (early, late) } else { (late, early) };
            [(side, 0.9, often), (side, 0.5, even), (side, 0.1, seldom)]
        };
        for (side, chance, edge) in [Side::Spring, Side::Autumn].into_iter().flat_map(edges) {
            let Some(edge) = edge else { continue };
            let at = day_index(edge);
            let away = if side == Side::Spring { (warmest + 365 - at) % 365 } else { (at + 365 - warmest) % 365 };
            let from = |away: usize| if side == Side::Spring { warmest + 365 - away } else { warmest + 1 };
            let there = weather.nights.chance(0.0, from(away) % 365, away);
            let nearer = weather.nights.chance(0.0, from(away.saturating_sub(1)) % 365, away.saturating_sub(1));
            prop_assert!(there > chance - 0.02 && nearer <= chance + 0.02, "{side:?} {edge}: {nearer} {chance} {there}");
        }
    }

    #[test]
    fn prop_a_reading_counts_for_two_weeks_in_its_bed_and_less_each_day(place in any_place(), on in any_day(), read in -50..350i16, away in -30..60i64) {
        let mut place = place;
        place.almanac.readings.push(SoilReading { bed: BedId(1), on, soil: TenthsC(read) });
        let weather = &known(&place).grower.weather;
        let [here, there] = [0, 1].map(|n: usize| BedSoil::of(&place, weather, &place.beds[n]));
        prop_assert!((here.on(weather, on) - f64::from(read) / 10.0).abs() < 1e-9, "on its day the thermometer is right");
        let day = on.saturating_add(away.days());
        let overruled = |soil: &BedSoil, day: Date| soil.overruled_by(day).abs();
        prop_assert_eq!(overruled(&there, day), 0.0);
        prop_assert_eq!(here.was_read(day), (0..14).contains(&away));
        if !(0..14).contains(&away) {
            prop_assert_eq!(overruled(&here, day), 0.0);
        }
        prop_assert!(away < 0 || overruled(&here, day.saturating_add(1.day())) <= overruled(&here, day));
    }

    #[test]
    fn prop_a_stations_file_is_condensed_as_one_would_by_hand(lows in prop::collection::vec(-80..120i16, 731), south in any::<bool>()) {
        let first = date(2022, 1, 1);
        let days: Vec<StationDay> = lows
            .iter()
            .enumerate()
            .map(|(n, low)| {
                let low = f64::from(*low) / 10.0;
                StationDay { day: first.saturating_add((n as i64).days()), low: Some(low), high: Some(low + 9.0), rain: None }
            })
            .collect();
        let hemisphere = if south { Hemisphere::South } else { Hemisphere::North };
        let station = condense("Mole", &days, hemisphere).expect("two years are enough");
        for month in 1..=12i8 {
            let of: Vec<f64> = days.iter().filter(|one| one.day.month() == month).filter_map(|one| one.low).collect();
            let mean = of.iter().sum::<f64>() / of.len() as f64;
            let told = station.monthly.low[usize::try_from(month - 1).expect("from 0")].celsius();
            prop_assert!((told - mean).abs() <= 0.05 + 1e-9, "month {month}: {told} of {mean}");
        }
        let frosts = |from: Date, until: Date| -> Vec<Date> {
            let frosty = |one: &&StationDay| one.low.is_some_and(|low| low <= 0.0);
            days.iter().filter(|one| from <= one.day && one.day <= until).filter(frosty).map(|one| one.day).collect()
        };
        prop_assert!(!station.years.is_empty() && station.missing == 0);
        for year in &station.years {
            // From January to 21 June in the north, from July to 21 December in the south, and the half after it.
            let [start, middle, end] = if south {
                [date(year.year, 7, 1), date(year.year, 12, 21), date(year.year + 1, 6, 30)]
            } else {
                [date(year.year, 1, 1), date(year.year, 6, 21), date(year.year, 12, 31)]
            };
            prop_assert_eq!(year.last_frost, frosts(start, middle).last().copied());
            prop_assert_eq!(year.first_frost, frosts(middle.saturating_add(1.day()), end).first().copied());
        }
    }
}

#[test]
fn covers_never_make_a_night_worse_and_the_worst_is_told_first() {
    for garden in [quillet_lane(TODAY), tern_court(TODAY)].map(|garden| garden.expect("the demo stands on its own rules")) {
        let mut told = 0;
        for week in 0..52i64 {
            let found = season(&garden, date(2026, 8, 1).saturating_add((7 * week).days())).at_risk;
            let percents: Vec<u8> = found
                .iter()
                .filter_map(|one| match one.harm {
                    Harm::Cold { percent, fleece, tunnel, .. } => {
                        assert!(percent >= fleece && fleece >= tunnel, "{one:?}");
                        Some(percent)
                    }
                    Harm::Bolts { mean, bears, .. } => {
                        assert!(
                            mean > bears - 12.0,
                            "{one:?}: warmer than it bears, by less in long days or in the days before it is ripe"
                        );
                        None
                    }
                })
                .collect();
            assert!(percents.is_sorted_by(|a, b| a >= b), "{percents:?}");
            told += percents.len();
        }
        assert!(told > 0, "somewhere in a year something is at risk");
    }
}

#[test]
fn the_calendar_holds_what_the_page_shows_of_each_year() {
    for garden in [quillet_lane(TODAY), tern_court(TODAY)].map(|garden| garden.expect("the demo stands on its own rules")) {
        let shown = season(&garden, date(2027, 3, 1)).tasks;
        let (first, last) = (shown[0].day, shown[shown.len() - 1].day);
        let all = all_tasks(known(&garden), first);
        let same: Vec<_> = all.iter().filter(|task| task.day <= last).collect();
        assert!(shown.len() > 20);
        assert_eq!(same, shown.iter().collect::<Vec<_>>());
        let mut keys: Vec<&str> = all.iter().map(|task| task.key.as_str()).collect();
        keys.sort_unstable();
        let count = keys.len();
        keys.dedup();
        assert_eq!(keys.len(), count, "each key once");
    }
}
