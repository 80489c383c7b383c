//! What a household says of its weather, its readings and its covers.

use super::ground::{FOUR, LOWS, change, course_of, crop, garden, mild, put, season};
use crate::common::TODAY;
use crate::common::{known, known_on};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::season::SeasonChange;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::climate::frost::Side;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::window::{Gate, windows};
use sparrow_core::season::course::Trouble;
use sparrow_core::season::span::usual_span;
use sparrow_facts::almanac::{Appetite, Cover, Monthly, Mulch, Station, StationYear};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::site::{Freezes, Frost, MonthDay};
use sparrow_facts::units::TenthsC;

#[test]
fn a_soil_reading_overrules_the_guess_and_fades_in_two_weeks() {
    let mut garden = garden();
    let today = date(2027, 4, 20);
    let soil = |garden: &Garden, day| {
        let weather = &known(garden).grower.weather;
        let bed = BedSoil::of(garden, weather, &garden.beds[0]);
        let (soil, read) = (bed.on(weather, day), bed.was_read(day));
        ((soil * 10.0).round() as i64, read)
    };
    let guess = soil(&garden, today).0;
    let read = TenthsC(i16::try_from(guess + 40).expect("a small number"));
    let command = Command::Season { changes: vec![SeasonChange::Read { bed: BedId(1), on: today, soil: Some(read) }] };
    carry_out(&mut garden, Catalogue::standard(), &command, today).expect("it can be noted");
    assert_eq!(soil(&garden, today), (guess + 40, true));
    let later = |n: i64| today.saturating_add(n.days());
    let mut plain = garden.clone();
    plain.almanac.readings.clear();
    let missed = |n: i64| soil(&garden, later(n)).0 - soil(&plain, later(n)).0;
    // Half of it a week later, none after two.
    assert!((missed(7) - 20).abs() <= 1 && missed(14) == 0, "{} and {}", missed(7), missed(14));
    assert!(!soil(&garden, later(15)).1 && !soil(&garden, later(-1)).1, "a guess again, and before it was read");
    // Not from days to come.
    let ahead = Command::Season { changes: vec![SeasonChange::Read { bed: BedId(1), on: later(1), soil: Some(read) }] };
    assert!(carry_out(&mut garden, Catalogue::standard(), &ahead, today).is_err());
}

#[test]
fn a_reading_decides_what_may_be_sown_in_its_bed_in_the_next_days() {
    let mut garden = garden();
    let beans = |garden: &mut Garden, bed: u32, day| {
        let id = put(garden, "bean", "bush", FOUR, day, date(2027, 8, 20));
        let patch = garden.patches.iter_mut().find(|one| one.id == id).expect("just put");
        patch.bed = BedId(bed);
        id
    };
    // By the guess from the air the raised bed is warm enough for beans, 16 °C, on a day between late April and June.
    let (bean, bush) = crop("bean", "bush");
    let opens = |garden: &Garden, bed: u32| {
        let grower = known(garden).grower;
        let soil = BedSoil::of(garden, &grower.weather, garden.bed(BedId(bed)).expect("it is there"));
        windows(grower, Appetite::Even, Growing::usual(bean, bush), 2027, &soil)[0].from
    };
    let (today, guessed) = (date(2027, 5, 20), opens(&garden, 1));
    let (here, there) = (beans(&mut garden, 1, today), beans(&mut garden, 2, today));
    let cold = |garden: &Garden, id| {
        let found = course_of(garden, id).troubles.into_iter();
        found.filter(|one| matches!(one, Trouble::BadStart { gate: Gate::SoilCold, .. })).count() == 1
    };
    assert!(guessed < today && !cold(&garden, here) && !cold(&garden, there), "{guessed}: warm enough by the guess");
    let read = |garden: &mut Garden, tenths| {
        let change = SeasonChange::Read { bed: BedId(1), on: today, soil: Some(TenthsC(tenths)) };
        carry_out(garden, Catalogue::standard(), &Command::Season { changes: vec![change] }, today).expect("it can be noted");
    };
    read(&mut garden, 90);
    assert!(cold(&garden, here) && !cold(&garden, there), "9 °C in the one bed, which says nothing of the other");
    let nearest = course_of(&garden, here).troubles.into_iter().find_map(|one| match one {
        Trouble::BadStart { nearest, .. } => nearest,
        _ => None,
    });
    // The cold is believed for two weeks, less each day; then the guess holds again. Or it was warm enough before.
    assert!(nearest.is_some_and(|day| day != today && (day - today).get_days().abs() <= 14), "{nearest:?}");
    // Warmer soil than guessed brings them up sooner.
    let up = |garden: &Garden| course_of(garden, here).ripening.expect("they ripen").up;
    read(&mut garden, 150);
    let slow = up(&garden);
    read(&mut garden, 240);
    assert!(up(&garden) < slow && !cold(&garden, here), "{} and {slow}", up(&garden));
    // The next year knows nothing of it.
    let next = beans(&mut garden, 1, date(2028, 5, 20));
    let mut plain = garden.clone();
    plain.almanac.readings.clear();
    assert_eq!(course_of(&garden, next), course_of(&plain, next));
}

#[test]
fn a_short_file_leaves_the_two_dates_and_a_long_one_without_frost_is_believed() {
    let mut garden = garden();
    let edges = |garden: &Garden| [Side::Spring, Side::Autumn].map(|side| known(garden).grower.weather.edge(side, 2027));
    let typed = edges(&garden);
    assert!(typed.iter().all(Option::is_some), "the household typed two dates");
    let year = |year: i16, frosty: bool| StationYear {
        year,
        days: 365,
        last_frost: frosty.then(|| date(year, 3, 3)),
        first_frost: frosty.then(|| date(year, 11, 20)),
    };
    let station = |years: Vec<StationYear>| Station {
        name: "Quay".into(),
        first: date(2019, 1, 1),
        last: date(2026, 12, 31),
        days: 2900,
        missing: 22,
        monthly: mild(),
        rain_mm: None,
        years,
    };
    let mut found = |years| {
        change(&mut garden, &[SeasonChange::TakeStation { station: station(years) }]);
        edges(&garden)
    };
    assert_eq!(found(vec![]), typed, "no whole year");
    assert_eq!(found(vec![year(2025, true)]), typed, "one year has no spread");
    assert_eq!(found((2022..=2025).map(|n| year(n, false)).collect()), typed, "four years without are not yet a climate");
    assert_eq!(found((2021..=2025).map(|n| year(n, false)).collect()), [None, None], "five are");
    // In half of the years, about the same day: the last frost is after 3 March in a quarter of all years, so the even chance
    // lies before it and the one in ten after it.
    let mixed = found((2019..=2026).map(|n| year(n, n % 2 == 0)).collect());
    let [spring, _] = mixed.map(|edge| edge.expect("it freezes there in some years"));
    assert!(spring.even < Some(date(2027, 3, 2)) && spring.late > Some(date(2027, 3, 4)), "{spring:?}");
}

#[test]
fn what_is_usual_on_a_day_is_told_with_its_sum_of_warmth() {
    let mut garden = garden();
    // Own worked example: always 15 to 25 °C, so the mean is ten degrees above the base on each day.
    let even = Monthly { high: [TenthsC(250); 12], low: [TenthsC(150); 12] };
    change(&mut garden, &[SeasonChange::TakeMonths { months: even }]);
    let day = season(&garden, date(2027, 1, 31)).weather.day;
    assert_eq!((day.low, day.high, day.degree_days), (15.0, 25.0, 310));
    assert_eq!(season(&garden, date(2027, 1, 1)).weather.day.degree_days, 10, "the sum begins with the year");
    // And from 5 to 15 °C round the base, a sine lies above it by its half range over pi: 1.59 a day, 49 in January.
    let round = Monthly { high: [TenthsC(150); 12], low: [TenthsC(50); 12] };
    change(&mut garden, &[SeasonChange::TakeMonths { months: round }]);
    assert_eq!(season(&garden, date(2027, 1, 31)).weather.day.degree_days, 49);
}

#[test]
fn a_stations_years_set_the_frost_edges_of_the_year() {
    let mut garden = garden();
    let edges = |garden: &Garden| {
        let season = sparrow_core::reckon::day::reckon(known_on(garden, TODAY), date(2027, 6, 1)).season;
        (season.last_frost.map(|edge| (edge.early, edge.even, edge.late)), season.first_frost.and_then(|edge| edge.even))
    };
    let near = |day: Option<Date>, wanted: Date, days: i32| day.is_some_and(|day| (day - wanted).get_days().abs() <= days);
    // By the two dates: 21 April and 24 October.
    let (last, first) = edges(&garden);
    assert!(near(last.and_then(|edge| edge.1), date(2027, 4, 21), 3) && near(first, date(2027, 10, 24), 3), "{last:?} {first:?}");
    let year = |year: i16, last: i8, first: i8| StationYear {
        year,
        days: 365,
        last_frost: Some(date(year, 5, last)),
        first_frost: Some(date(year, 9, first)),
    };
    // Own worked example: last frosts on 4, 10 and 16 May lie around the 10th, first ones around 20 September.
    let station = Station {
        name: "Hill".into(),
        first: date(2021, 1, 1),
        last: date(2023, 12, 31),
        days: 1095,
        missing: 0,
        monthly: mild(),
        rain_mm: None,
        years: vec![year(2021, 4, 26), year(2022, 10, 20), year(2023, 16, 14)],
    };
    change(&mut garden, &[SeasonChange::TakeStation { station }]);
    let (last, first) = edges(&garden);
    assert!(near(last.and_then(|edge| edge.1), date(2027, 5, 10), 3) && near(first, date(2027, 9, 20), 3), "{last:?} {first:?}");
    // The lows the household's months give are left as they are; only the nights' chances follow.
    assert!((known(&garden).grower.weather.low(date(2027, 7, 15)) - 14.5).abs() < 0.6);
}

#[test]
fn covers_and_mulch_change_a_beds_soil_by_what_is_assumed() {
    let mut garden = garden();
    let of = |garden: &Garden| {
        BedSoil::of(garden, &known(garden).grower.weather, &garden.beds[0]).on(&known(garden).grower.weather, date(2027, 5, 1))
    };
    let bare = of(&garden);
    change(&mut garden, &[SeasonChange::SetWarmth { bed: BedId(1), mulch: Mulch::Straw, cover: Cover::None }]);
    assert!((of(&garden) - (bare - 2.0)).abs() < 1e-9);
    change(&mut garden, &[SeasonChange::SetWarmth { bed: BedId(1), mulch: Mulch::Sheet, cover: Cover::Tunnel }]);
    assert!((of(&garden) - (bare + 5.0)).abs() < 1e-9, "2½ °C for the sheet, 2½ °C for the tunnel");
    let (bean, bush) = crop("bean", "bush");
    let starts = |garden: &Garden, bed| usual_span(known(garden), bean, bush, Some(bed), 2027).0;
    assert!(starts(&garden, BedId(1)) < starts(&garden, BedId(2)), "beans may go into the warmed bed first");
}

#[test]
fn what_is_typed_wrong_is_refused_with_month_and_value() {
    let mut garden = garden();
    let mut refuse = |change| {
        let command = Command::Season { changes: vec![change] };
        carry_out(&mut garden, Catalogue::standard(), &command, TODAY).expect_err("it is wrong").to_string()
    };
    let low_above = Monthly {
        low: {
            let mut low = LOWS.map(TenthsC);
            low[6] = TenthsC(300);
            low
        },
        ..mild()
    };
    assert_eq!(
        refuse(SeasonChange::TakeMonths { months: low_above }),
        "July: the usual low, 86 °F (30 °C), is not below the usual high, 79.7 °F (26.5 °C)"
    );
    let hot = Monthly { high: [TenthsC(700); 12], ..mild() };
    assert_eq!(
        refuse(SeasonChange::TakeMonths { months: hot }),
        "January: 158 °F (70 °C) is outside -76 °F (-60 °C) to 140 °F (60 °C)"
    );
    let odd = Freezes::Dates(Frost {
        last: MonthDay { month: 4, day: 31 },
        first: MonthDay { month: 10, day: 1 },
        spread_days: 9,
        in_ten: 10,
    });
    assert!(refuse(SeasonChange::SetFreezes { freezes: odd }).contains("day of a frost date"));
    let never = Frost { last: MonthDay { month: 4, day: 3 }, first: MonthDay { month: 10, day: 1 }, spread_days: 9, in_ten: 0 };
    assert!(refuse(SeasonChange::SetFreezes { freezes: Freezes::Dates(never) }).contains("years of ten"));
    let again = SeasonChange::TakeAgain { from: sparrow_facts::almanac::WarmthFrom::Station };
    assert_eq!(refuse(again), "there is no station's file yet; read or type one first");
    assert!(refuse(SeasonChange::SetWarmth { bed: BedId(77), mulch: Mulch::Straw, cover: Cover::None }).contains("bed"));
}
