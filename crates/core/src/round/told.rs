//! Texts of the book in a household's measures.

use sparrow_facts::units::{Length, Units};

/// A text with its lengths in \[mm\] and its temperatures in \[C\] told in the household's measures.
///
/// ```
/// use sparrow_core::round::told::in_measures;
/// use sparrow_facts::units::Units;
/// let text = "[50 mm] of straw above [18 C]";
/// assert_eq!(in_measures(text, Units::Metric), "5 cm of straw above 18 °C");
/// assert_eq!(in_measures(text, Units::Imperial), "2 in of straw above 64 °F");
/// ```
pub fn in_measures(text: &str, units: Units) -> String {
    let mut told = String::with_capacity(text.len());
    let mut rest = text;
    while let Some((before, measure, after)) = next(rest) {
        told.push_str(before);
        told.push_str(&measured(measure, units).unwrap_or_else(|| format!("[{measure}]")));
        rest = after;
    }
    told.push_str(rest);
    told
}

/// What stands before the next pair of brackets, in it, and after it.
fn next(text: &str) -> Option<(&str, &str, &str)> {
    let (before, rest) = text.split_once('[')?;
    let (measure, after) = rest.split_once(']')?;
    Some((before, measure, after))
}

fn measured(measure: &str, units: Units) -> Option<String> {
    let (number, unit) = measure.split_once(' ')?;
    let number: i32 = number.parse().ok()?;
    match (unit, units) {
        ("mm", Units::Metric) => Some(Length::tenths_mm(number.checked_mul(10)?).on_tape(units)),
        ("mm", Units::Imperial) => Some(rounded(number).on_tape(units)),
        ("C", Units::Metric) => Some(format!("{number} °C")),
        ("C", Units::Imperial) => Some(format!("{} °F", (f64::from(number) * 1.8 + 32.0).round())),
        _ => None,
    }
}

/// Round figures stay round: to the quarter of an inch below two inches, to the half below six, then to whole ones.
fn rounded(mm: i32) -> Length {
    let inches = f64::from(mm) / 25.4;
    let step = match inches {
        small if small < 2.0 => 0.25,
        some if some < 6.0 => 0.5,
        _ => 1.0,
    };
    let inches = (inches / step).round().max(1.0) * step;
    Length::tenths_mm((inches * 254.0).round() as i32)
}
