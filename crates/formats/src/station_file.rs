//! A weather station's daily file: date, low, high and rain, as weather services publish them.
//!
//! Columns are recognised by their names, units by what stands beside the names or by the figures. A file is
//! read whole or not at all: a line that cannot be read is named by its number.

use csv::{ReaderBuilder, StringRecord};
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_core::climate::station::{MOST_DAYS, StationDay};
use sparrow_facts::units::TenthsC;

/// What was read.
#[derive(Debug, Clone, PartialEq)]
pub struct StationFile {
    /// The days, in order.
    pub days: Vec<StationDay>,
    /// Temperatures were in Fahrenheit.
    pub fahrenheit: bool,
    /// Rain was in inches.
    pub inches: bool,
    /// The names of the columns taken: date, low, high, and rain where there is one.
    pub columns: Vec<String>,
    /// Stretches of days that are missing, or have no low and high.
    pub gaps: Vec<(Date, Date)>,
}

/// Why a file is not taken.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum StationRefused {
    /// A column is not there.
    #[error("no column is named for the {what}; the first line has {has}. Name one of them {names}")]
    NoColumn {
        /// Which.
        what: &'static str,
        /// The names there are.
        has: String,
        /// The names that are known.
        names: &'static str,
    },
    /// A line cannot be read.
    #[error("line {line}: {why}")]
    Line {
        /// Its number, from 1, the names' line included.
        line: u64,
        /// What is wrong.
        why: String,
    },
    /// All its dates can be read in two ways.
    #[error("dates such as {example} can be read as day/month or month/day; write them as year-month-day")]
    TwoWays {
        /// One of them.
        example: String,
    },
    /// There is nothing in it.
    #[error("the file has no days in it")]
    Empty,
    /// It is longer than any station's.
    #[error("the file has more than {MOST_DAYS} days")]
    TooLong,
}

const DATES: [&str; 7] = ["date", "day", "time", "datum", "obs date", "valid", "observation date"];
const LOWS: [&str; 11] =
    ["tmin", "temp min", "min temp", "min", "tn", "low", "minimum", "minimum temperature", "t min", "temperature min", "tempmin"];
const HIGHS: [&str; 11] = [
    "tmax",
    "temp max",
    "max temp",
    "max",
    "tx",
    "high",
    "maximum",
    "maximum temperature",
    "t max",
    "temperature max",
    "tempmax",
];
const RAINS: [&str; 9] =
    ["prcp", "precip", "precipitation", "rain", "rainfall", "rr", "precipitation amount", "ppt", "rain amount"];

/// A file whose highs pass this is in Fahrenheit: no place on Earth has had such a day in Celsius.
const NO_CELSIUS: f64 = 57.0;

/// A column's place, its name without the unit, and the unit's words.
struct Column {
    at: usize,
    name: String,
    unit: String,
}

/// Reads a station's file.
///
/// # Errors
/// [`StationRefused`] with the number of the first line that cannot be read.
pub fn read(text: &str) -> Result<StationFile, StationRefused> {
    let text = text.trim_start_matches('\u{feff}');
    let first = text.lines().next().unwrap_or_default();
    let delimiter = [b';', b'\t', b','].into_iter().max_by_key(|one| first.bytes().filter(|b| b == one).count()).unwrap_or(b',');
    let mut reader = ReaderBuilder::new().delimiter(delimiter).flexible(true).trim(csv::Trim::All).from_reader(text.as_bytes());
    let names = reader.headers().map_err(|error| line(1, error.to_string()))?.clone();
    let [date, low, high] =
        [("date", &DATES[..], "“date”"), ("low", &LOWS[..], "“tmin” or “low”"), ("high", &HIGHS[..], "“tmax” or “high”")]
            .map(|(what, known, say)| find(&names, known).ok_or_else(|| missing(what, &names, say)));
    let (date, low, high) = (date?, low?, high?);
    let rain = find(&names, &RAINS);
    let mut records = Vec::new();
    for record in reader.records() {
        let record = record.map_err(|error| line(error.position().map_or(0, csv::Position::line), error.to_string()))?;
        records.push(record);
        if records.len() > MOST_DAYS {
            return Err(StationRefused::TooLong);
        }
    }
    if records.is_empty() {
        return Err(StationRefused::Empty);
    }
    let order = slashes(&records, date.at)?;
    let mut days = Vec::with_capacity(records.len());
    let mut lines = Vec::with_capacity(records.len());
    for record in &records {
        let number = record.position().map_or(0, csv::Position::line);
        let cell = |column: &Column| record.get(column.at).unwrap_or_default();
        let day = read_date(cell(&date), order)
            .ok_or_else(|| line(number, format!("“{}” is not a date such as 2012-01-31", cell(&date))))?;
        let value = |what: &str, column: &Column| {
            read_number(cell(column), delimiter).map_err(|said| line(number, format!("the {what}, “{said}”, is not a number")))
        };
        let rain = rain.as_ref().map(|column| value("rain", column)).transpose()?.flatten();
        days.push(StationDay { day, low: value("low", &low)?, high: value("high", &high)?, rain });
        lines.push(number);
    }
    let fahrenheit = is_fahrenheit(&low, &high, &days);
    let inches = rain.as_ref().is_some_and(|column| column.unit.starts_with("in") || column.name.ends_with(" in"));
    for (day, number) in days.iter_mut().zip(&lines) {
        convert(day, fahrenheit, inches);
        believe(day, *number)?;
    }
    let (days, gaps) = in_order(days, &lines)?;
    let columns = [Some(&date), Some(&low), Some(&high), rain.as_ref()];
    let columns = columns.into_iter().flatten().map(|column| names.get(column.at).unwrap_or_default().to_string()).collect();
    Ok(StationFile { days, fahrenheit, inches, columns, gaps })
}

fn line(line: u64, why: String) -> StationRefused {
    StationRefused::Line { line, why }
}

fn missing(what: &'static str, names: &StringRecord, known: &'static str) -> StationRefused {
    let has = names.iter().map(|name| format!("“{name}”")).collect::<Vec<_>>().join(", ");
    StationRefused::NoColumn { what, has, names: known }
}

/// The first column of one of these names; what stands in brackets beside a name is its unit.
fn find(names: &StringRecord, known: &[&str]) -> Option<Column> {
    let columns: Vec<Column> = names
        .iter()
        .enumerate()
        .map(|(at, full)| {
            let plain = full.to_lowercase().replace(['_', '-', '.'], " ");
            let (name, unit) = plain.split_once(['(', '[']).map_or((plain.as_str(), ""), |(name, unit)| (name, unit));
            let unit = unit.trim_end_matches([')', ']']).trim().to_string();
            Column { at, name: name.trim().to_string(), unit }
        })
        .collect();
    let is = |column: &Column, one: &str| {
        column.name == one || ["c", "f", "degc", "degf", "mm", "in"].iter().any(|unit| column.name == format!("{one} {unit}"))
    };
    known.iter().find_map(|one| columns.iter().position(|column| is(column, one))).and_then(|at| columns.into_iter().nth(at))
}

fn is_fahrenheit(low: &Column, high: &Column, days: &[StationDay]) -> bool {
    let says = |column: &Column, letter: char| {
        let unit = column.unit.trim_start_matches(['°', ' ']).trim_start_matches("deg").trim();
        unit.starts_with(letter)
            || column.name.ends_with(&format!(" {letter}"))
            || column.name.ends_with(&format!(" deg{letter}"))
    };
    if [low, high].iter().any(|column| says(column, 'f')) {
        return true;
    }
    let celsius = [low, high].iter().any(|column| says(column, 'c'));
    !celsius && days.iter().filter_map(|day| day.high).fold(f64::MIN, f64::max) > NO_CELSIUS
}

fn convert(day: &mut StationDay, fahrenheit: bool, inches: bool) {
    let celsius = |t: f64| (t - 32.0) / 1.8;
    if fahrenheit {
        (day.low, day.high) = (day.low.map(celsius), day.high.map(celsius));
    }
    if inches {
        day.rain = day.rain.map(|rain| rain * 25.4);
    }
}

fn believe(day: &StationDay, number: u64) -> Result<(), StationRefused> {
    let [least, most] = TenthsC::RANGE;
    for (what, value) in [("low", day.low), ("high", day.high)] {
        if let Some(value) = value.map(TenthsC::of).filter(|value| !(least..=most).contains(value)) {
            return Err(line(number, format!("a {what} of {value} is outside {least} to {most}")));
        }
    }
    if let (Some(low), Some(high)) = (day.low, day.high)
        && low > high
    {
        let [low, high] = [low, high].map(TenthsC::of);
        return Err(line(number, format!("the low, {low}, is above the high, {high}")));
    }
    match day.rain {
        Some(rain) if !(0.0..=2000.0).contains(&rain) => {
            Err(line(number, format!("a rain of {rain:.1} mm in a day is outside 0 to 2000 mm")))
        }
        _ => Ok(()),
    }
}

/// Days in their order, and the first and last day of each gap between them.
type Ordered = (Vec<StationDay>, Vec<(Date, Date)>);

/// The days in their order, each once, and the gaps between them.
fn in_order(days: Vec<StationDay>, lines: &[u64]) -> Result<Ordered, StationRefused> {
    let mut numbered: Vec<(StationDay, u64)> = days.into_iter().zip(lines.iter().copied()).collect();
    numbered.sort_by_key(|(day, number)| (day.day, *number));
    if let Some(pair) = numbered.windows(2).find(|pair| pair[0].0.day == pair[1].0.day) {
        return Err(line(pair[1].1, format!("{} was there already in line {}", pair[1].0.day, pair[0].1)));
    }
    let days: Vec<StationDay> = numbered.into_iter().map(|(day, _)| day).collect();
    let whole: Vec<Date> = days.iter().filter(|day| day.low.is_some() && day.high.is_some()).map(|day| day.day).collect();
    let gap = |pair: &[Date]| {
        ((pair[1] - pair[0]).get_days() > 1).then(|| (pair[0].saturating_add(1.day()), pair[1].saturating_sub(1.day())))
    };
    let gaps = whole.windows(2).filter_map(gap).collect();
    Ok((days, gaps))
}

/// Which part of a date with slashes is the month.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Slashes {
    DayFirst,
    MonthFirst,
}

/// Tells from all dates with slashes which way they are written.
fn slashes(records: &[StringRecord], at: usize) -> Result<Slashes, StationRefused> {
    let parts = |text: &str| -> Option<(u32, u32)> {
        let mut parts = text.split('/');
        let (a, b) = (parts.next()?.parse().ok()?, parts.next()?.parse().ok()?);
        (a <= 31).then_some((a, b))
    };
    let mut example = None;
    for text in records.iter().filter_map(|record| record.get(at)) {
        match parts(text) {
            Some((a, _)) if a > 12 => return Ok(Slashes::DayFirst),
            Some((_, b)) if b > 12 => return Ok(Slashes::MonthFirst),
            Some(_) => example = example.or(Some(text.to_string())),
            None => {}
        }
    }
    example.map_or(Ok(Slashes::MonthFirst), |example| Err(StationRefused::TwoWays { example }))
}

/// A date: year first with dashes, slashes or nothing between; day first with dots; slashes as the file has them.
/// An hour behind it is left out.
fn read_date(text: &str, order: Slashes) -> Option<Date> {
    let text = text.split(['T', ' ']).next().unwrap_or_default();
    let make = |year: &str, month: &str, day: &str| Date::new(year.parse().ok()?, month.parse().ok()?, day.parse().ok()?).ok();
    if text.len() == 8 && text.bytes().all(|b| b.is_ascii_digit()) {
        return make(&text[..4], &text[4..6], &text[6..]);
    }
    let parts: Vec<&str> = text.split(['-', '/', '.']).collect();
    let [a, b, c] = parts[..] else { return None };
    if a.len() == 4 {
        return make(a, b, c);
    }
    match (text.contains('/'), order) {
        (true, Slashes::MonthFirst) => make(c, a, b),
        _ => make(c, b, a),
    }
}

/// A number, or nothing where the file says that there is none. Some services write a decimal comma between semicolons.
fn read_number(text: &str, delimiter: u8) -> Result<Option<f64>, String> {
    if matches!(text, "" | "NA" | "N/A" | "NaN" | "nan" | "M" | "-" | "-9999" | "-9999.0" | "-999" | "-99.9") {
        return Ok(None);
    }
    let plain = if delimiter == b',' { text.to_string() } else { text.replace(',', ".") };
    plain.parse::<f64>().ok().filter(|value| value.is_finite()).map(Some).ok_or_else(|| text.to_string())
}
