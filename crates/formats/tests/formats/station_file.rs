//! Weather stations' daily files: what is recognised, and what is refused with its line.

use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::climate::station::condense;
use sparrow_facts::site::Hemisphere;
use sparrow_formats::station_file::{StationFile, read};

fn ok(text: &str) -> StationFile {
    read(text).unwrap_or_else(|why| panic!("{why}"))
}

/// Columns, units and ways of writing as weather services publish them (common practice; own examples).
#[test]
fn columns_units_and_dates_are_recognised() {
    let plain = ok("date,tmin,tmax,prcp\n2020-01-01,-1.5,4,0\n2020-01-02,0,5.5,2.4\n");
    assert_eq!(
        (plain.days[0].day, plain.days[0].low, plain.days[0].high, plain.days[1].rain),
        (date(2020, 1, 1), Some(-1.5), Some(4.0), Some(2.4))
    );
    assert!(!plain.fahrenheit && plain.gaps.is_empty());
    assert_eq!(plain.columns, vec!["date", "tmin", "tmax", "prcp"]);
    let fahrenheit = ok("\u{feff}DATE,TMAX (°F),TMIN (°F),PRCP (in)\n1/31/2020,50,32,0.1\n");
    assert!(fahrenheit.fahrenheit && fahrenheit.inches);
    let day = fahrenheit.days[0];
    assert_eq!((day.day, day.low, day.high), (date(2020, 1, 31), Some(0.0), Some(10.0)));
    assert!((day.rain.unwrap() - 2.54).abs() < 1e-9);
    // By the figures alone: no place has had 80 °C.
    assert!(ok("date,low,high\n2020-07-01,58,80\n").fahrenheit);
    let comma = ok("Datum;Tn [°C];Tx [°C];RR [mm]\n01.02.2020;-3,5;2,25;\n02.02.2020;-1;3;1,5\n");
    assert_eq!((comma.days[0].low, comma.days[0].high, comma.days[0].rain), (Some(-3.5), Some(2.25), None));
    let vega = ok("date,precipitation,temp_max,temp_min,wind,weather\n2012-01-01,0.0,12.8,5.0,4.7,drizzle\n");
    assert_eq!((vega.days[0].low, vega.days[0].high), (Some(5.0), Some(12.8)));
    let tight = ok("day\tmin_temp\tmax_temp\n20200131\t1\t2\n20200201T00:00\t1\t2\n");
    assert_eq!(tight.days[1].day, date(2020, 2, 1));
    let tidy = ok("time,low_f,high_f\n2020-02-03,32,41\n2020-02-01,32,50\n");
    assert_eq!(tidy.days.iter().map(|day| day.high).collect::<Vec<_>>(), vec![Some(10.0), Some(5.0)], "in the order of the days");
    assert_eq!(tidy.gaps, vec![(date(2020, 2, 2), date(2020, 2, 2))]);
}

#[test]
fn one_bad_line_is_named_by_its_number_and_nothing_is_read() {
    let with = |line: &str| format!("date,low,high,rain\n2020-01-01,1,5,0\n{line}\n2020-01-03,1,5,0\n");
    for (bad, words) in [
        ("2020-01-02,x1,5,0", "line 3: the low, “x1”, is not a number"),
        ("2020-01-02,1,5,a lot", "line 3: the rain, “a lot”, is not a number"),
        ("2020-13-02,1,5,0", "line 3: “2020-13-02” is not a date such as 2012-01-31"),
        ("yesterday,1,5,0", "line 3: “yesterday” is not a date such as 2012-01-31"),
        ("2020-01-01,1,5,0", "line 3: 2020-01-01 was there already in line 2"),
        ("2020-01-02,9,5,0", "line 3: the low, 48.2 °F (9 °C), is above the high, 41 °F (5 °C)"),
        ("2020-01-02,-71,5,0", "line 3: a low of -95.8 °F (-71 °C) is outside -76 °F (-60 °C) to 140 °F (60 °C)"),
        ("2020-01-02,1,5,-4", "line 3: a rain of -4.0 mm in a day is outside 0 to 2000 mm"),
    ] {
        assert_eq!(read(&with(bad)).unwrap_err().to_string(), words);
    }
    let missing = ok(&with("2020-01-02,NA,,M"));
    assert_eq!(
        (missing.days.len(), missing.days[1].low, missing.gaps.len()),
        (3, None, 1),
        "a missing value is a gap, not an error"
    );
    let whole = [
        ("", "no column is named for the date; the first line has . Name one of them “date”"),
        (
            "date,low\n2020-01-01,1\n",
            "no column is named for the high; the first line has “date”, “low”. Name one of them “tmax” or “high”",
        ),
        ("date,low,high\n", "the file has no days in it"),
        (
            "date,low,high\n01/02/2020,1,5\n",
            "dates such as 01/02/2020 can be read as day/month or month/day; write them as year-month-day",
        ),
    ];
    for (text, words) in whole {
        assert_eq!(read(text).unwrap_err().to_string(), words);
    }
    // One date that can only be read one way tells how all are written.
    assert_eq!(ok("date,low,high\n01/02/2020,1,5\n31/01/2020,1,5\n").days[1].day, date(2020, 2, 1));
    assert_eq!(ok("date,low,high\n01/02/2020,1,5\n01/31/2020,1,5\n").days[0].day, date(2020, 1, 2));
}

#[test]
fn a_file_of_too_few_days_says_how_many_it_wants() {
    let file = ok("date,low,high\n2020-01-01,1,5\n2020-07-01,11,25\n");
    let refused = condense("Hut", &file.days, Hemisphere::North).unwrap_err().to_string();
    assert_eq!(refused, "the station's file has 2 days with a low and a high; 360 days and every month are the least");
}

proptest! {
    #[test]
    fn prop_no_text_makes_the_reader_fall_over(text in "(date|low|high|rain|,|;|\n|[0-9./-]{1,10}|NA|°F|\u{feff}|\"){0,60}") {
        let _ = read(&text);
    }

    #[test]
    fn prop_what_is_written_is_read(lows in prop::collection::vec(-300..250i32, 1..40)) {
        let line = |(n, low): (usize, &i32)| {
            let day = date(2021, 3, 1).saturating_add(jiff::ToSpan::days(n as i64));
            format!("{day},{:.1},{:.1}\n", f64::from(*low) / 10.0, f64::from(*low) / 10.0 + 5.0)
        };
        let text = format!("date,low,high\n{}", lows.iter().enumerate().map(line).collect::<String>());
        let file = read(&text).unwrap();
        prop_assert_eq!(file.days.len(), lows.len());
        prop_assert!(file.days.iter().zip(&lows).all(|(day, low)| (day.low.unwrap() - f64::from(*low) / 10.0).abs() < 1e-9));
    }
}
