//! What does the tape say? Lengths in a gardener's words, read and written: feet, inches and their fractions, metres,
//! centimetres and millimetres.

use super::length::{LONGEST, Length};
use super::measures::Units;
use super::read_error::ReadError;
use serde::{Deserialize, Serialize};
use std::fmt;
use std::str::FromStr;

impl Length {
    /// What a tape in these units shows: to the eighth of an inch, or to the millimetre.
    ///
    /// ```
    /// use sparrow_facts::units::{Length, Units};
    /// assert_eq!(Length::inches(83).over(7).on_tape(Units::Imperial), "11⅞ in");
    /// assert_eq!(Length::inches(42).on_tape(Units::Imperial), "3 ft 6 in");
    /// assert_eq!(Length::cm(120).on_tape(Units::Metric), "1.2 m");
    /// ```
    pub fn on_tape(self, units: Units) -> String {
        match units {
            Units::Imperial => self.in_eighths(),
            Units::Metric => self.in_metres_or_cm(),
        }
    }

    /// Text that reads back as exactly this length: the tape's words where they are exact,
    /// millimetres with a decimal where they are not.
    pub fn exactly(self, units: Units) -> String {
        let words = self.on_tape(units);
        match words.parse::<Length>() {
            Ok(same) if same == self => words,
            _ => format!("{}.{} mm", self.get() / 10, self.get() % 10),
        }
    }

    fn in_eighths(self) -> String {
        const FRACTIONS: [&str; 8] = ["", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"];
        let eighths = (self.in_inches() * 8.0).round() as i32;
        let (feet, rest) = (eighths / 96, eighths % 96);
        let (inches, part) = (rest / 8, (rest % 8) as usize);
        let whole = if inches > 0 || part == 0 { inches.to_string() } else { String::new() };
        match (feet, rest) {
            (0, _) => format!("{whole}{} in", FRACTIONS[part]),
            (_, 0) => format!("{feet} ft"),
            _ => format!("{feet} ft {whole}{} in", FRACTIONS[part]),
        }
    }

    fn in_metres_or_cm(self) -> String {
        let mm = self.get().saturating_add(5).div_euclid(10);
        let text = if mm >= 1000 { format!("{:.3}", f64::from(mm) / 1000.0) } else { format!("{:.1}", f64::from(mm) / 10.0) };
        let text = text.trim_end_matches('0').trim_end_matches('.');
        format!("{text} {}", if mm >= 1000 { "m" } else { "cm" })
    }
}

impl FromStr for Length {
    type Err = ReadError;

    /// Reads what a tape says, the smaller unit left out or not: `7 ft 3`, `1m 20`, `3'6"`, `42 in`, `11 7/8"`, `4½ ft`, `1.2 m`, `1,2 m`, `107 cm`, `2 m 15 cm`.
    ///
    /// A number without a unit is refused rather than guessed at.
    ///
    /// ```
    /// use sparrow_facts::units::Length;
    /// assert_eq!("3'6\"".parse(), Ok(Length::inches(42)));
    /// assert_eq!("107 cm".parse(), Ok(Length::cm(107)));
    /// assert_eq!("42".parse::<Length>().unwrap_err().to_string(),
    ///     "read “42” and no unit: write 42 in, 42 cm or 42 ft, say");
    /// ```
    fn from_str(text: &str) -> Result<Self, ReadError> {
        let read = text.trim().to_string();
        let tokens = tokens(&read).ok_or_else(|| ReadError::NotALength { read: read.clone() })?;
        let total = add_up(&read, &tokens)?;
        if total > f64::from(LONGEST.get()) {
            return Err(ReadError::LengthTooLong { read });
        }
        Ok(Length::tenths_mm(total.round() as i32))
    }
}

/// Units whose next smaller one is often left unsaid [0.1 mm].
const FEET: f64 = 3048.0;
const INCHES: f64 = 254.0;
const METRES: f64 = 10_000.0;
const CENTIMETRES: f64 = 100.0;

#[derive(Debug, Clone, PartialEq)]
enum Token {
    Number(f64),
    Unit(f64),
}

/// Adds number-and-unit pairs; `None` in the pair's place means the sum cannot be trusted.
fn add_up(read: &str, tokens: &[Token]) -> Result<f64, ReadError> {
    let nonsense = || ReadError::NotALength { read: read.to_string() };
    let mut total = 0.0;
    let mut number: Option<f64> = None;
    let mut last_unit = f64::INFINITY;
    for token in tokens {
        match (token, number) {
            (Token::Number(n), None) => number = Some(*n),
            // '11 7/8': a fraction may follow a whole number.
            (Token::Number(n), Some(whole)) if whole.fract() == 0.0 && *n > 0.0 && *n < 1.0 => number = Some(whole + n),
            (Token::Unit(unit), Some(n)) if *unit < last_unit => {
                total += n * unit;
                (last_unit, number) = (*unit, None);
            }
            _ => return Err(nonsense()),
        }
    }
    match number {
        None if last_unit.is_finite() => Ok(total),
        // '7 ft 3' and '1 m 20' are said so; what is left is of the next smaller unit, and less than one of the larger.
        Some(n) if last_unit == FEET && n < 12.0 => Ok(total + n * INCHES),
        Some(n) if last_unit == METRES && n < 100.0 && n.fract() == 0.0 => Ok(total + n * CENTIMETRES),
        Some(_) if !last_unit.is_finite() => Err(ReadError::LengthWithoutUnit { read: read.to_string() }),
        _ => Err(nonsense()),
    }
}

fn tokens(text: &str) -> Option<Vec<Token>> {
    let chars: Vec<char> = text.chars().collect();
    let mut tokens = Vec::new();
    let mut at = 0;
    while at < chars.len() {
        let start = at;
        let kind = |c: char| c.is_ascii_digit() || matches!(c, '.' | ',' | '/');
        if chars[at].is_whitespace() {
            at += 1;
        } else if kind(chars[at]) {
            while at < chars.len() && kind(chars[at]) {
                at += 1;
            }
            tokens.push(Token::Number(number(&chars[start..at].iter().collect::<String>())?));
        } else if let Some(part) = vulgar_fraction(chars[at]) {
            tokens.push(Token::Number(part));
            at += 1;
        } else if chars[at].is_alphabetic() {
            while at < chars.len() && chars[at].is_alphabetic() && vulgar_fraction(chars[at]).is_none() {
                at += 1;
            }
            tokens.push(Token::Unit(unit(&chars[start..at].iter().collect::<String>())?));
            // 'in.' is how some write it.
            at += usize::from(chars.get(at) == Some(&'.') && !chars.get(at + 1).is_some_and(char::is_ascii_digit));
        } else {
            // Two single primes are how a double prime is typed on some keyboards.
            let double = matches!(chars[at], '\'' | '’' | '′') && chars.get(at + 1) == Some(&chars[at]);
            tokens.push(Token::Unit(if double { unit("\"")? } else { unit(&chars[at].to_string())? }));
            at += if double { 2 } else { 1 };
        }
    }
    Some(tokens)
}

fn number(text: &str) -> Option<f64> {
    if let Some((over, under)) = text.split_once('/') {
        let (over, under): (u32, u32) = (over.parse().ok()?, under.parse().ok()?);
        return (under > 0).then(|| f64::from(over) / f64::from(under));
    }
    // A comma is a decimal sign here, as on metric tapes; no garden needs a thousands sign.
    text.replacen(',', ".", 1).parse().ok().filter(|n: &f64| n.is_finite())
}

fn vulgar_fraction(c: char) -> Option<f64> {
    const KNOWN: [(char, f64); 9] = [
        ('⅛', 0.125),
        ('¼', 0.25),
        ('⅜', 0.375),
        ('½', 0.5),
        ('⅝', 0.625),
        ('¾', 0.75),
        ('⅞', 0.875),
        ('⅓', 1.0 / 3.0),
        ('⅔', 2.0 / 3.0),
    ];
    KNOWN.iter().find(|(known, _)| *known == c).map(|(_, part)| *part)
}

fn unit(text: &str) -> Option<f64> {
    Some(match text.to_lowercase().as_str() {
        "'" | "’" | "′" | "ft" | "foot" | "feet" => 3048.0,
        "\"" | "”" | "“" | "″" | "in" | "ins" | "inch" | "inches" => 254.0,
        "yd" | "yard" | "yards" => 9144.0,
        "m" | "metre" | "metres" | "meter" | "meters" => 10_000.0,
        "cm" | "centimetre" | "centimetres" | "centimeter" | "centimeters" => 100.0,
        "mm" | "millimetre" | "millimetres" | "millimeter" | "millimeters" => 10.0,
        _ => return None,
    })
}

impl fmt::Display for Length {
    /// Both units, for messages that do not know the household's: `3 ft 6 in (1.067 m)`.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{} ({})", self.on_tape(Units::Imperial), self.on_tape(Units::Metric))
    }
}

/// A length as it arrives in a command: text from a tape, or tenths of a millimetre.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(transparent)]
pub struct Tape(pub Length);

#[cfg(feature = "sent")]
impl schemars::JsonSchema for Tape {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "Tape".into()
    }
    fn json_schema(_: &mut schemars::SchemaGenerator) -> schemars::Schema {
        schemars::json_schema!({
            "description": "A length such as 3'6\" or 107 cm; a number is tenths of a millimetre.",
            "anyOf": [{ "type": "integer", "minimum": 0, "maximum": LONGEST.get() }, { "type": "string" }]
        })
    }
}

impl<'de> Deserialize<'de> for Tape {
    fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        struct Read;
        impl serde::de::Visitor<'_> for Read {
            type Value = Tape;
            fn expecting(&self, f: &mut fmt::Formatter) -> fmt::Result {
                f.write_str("a length such as 3'6\" or 107 cm")
            }
            fn visit_str<E: serde::de::Error>(self, text: &str) -> Result<Tape, E> {
                text.parse().map(Tape).map_err(E::custom)
            }
            fn visit_i64<E: serde::de::Error>(self, tenths: i64) -> Result<Tape, E> {
                match i32::try_from(tenths) {
                    Ok(tenths) if (0..=LONGEST.get()).contains(&tenths) => Ok(Tape(Length::tenths_mm(tenths))),
                    _ => Err(E::custom(ReadError::LengthTooLong { read: format!("{tenths} tenths of a millimetre") })),
                }
            }
            fn visit_u64<E: serde::de::Error>(self, tenths: u64) -> Result<Tape, E> {
                self.visit_i64(i64::try_from(tenths).unwrap_or(i64::MAX))
            }
        }
        deserializer.deserialize_any(Read)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn any_length_that_can_be_sent_can_be_told() {
        // Refusals name lengths that are far beyond any limit.
        for length in [i32::MAX, i32::MIN] {
            let length: Length = serde_json::from_str(&length.to_string()).expect("a length");
            for units in [Units::Imperial, Units::Metric] {
                assert!(length.on_tape(units).ends_with(['t', 'n', 'm']), "{}", length.on_tape(units));
            }
            assert!(!length.to_string().is_empty());
        }
    }

    #[test]
    fn reads_what_tapes_say() {
        let cases = [
            ("feet and inches in primes", "3'6\"", 42 * 254),
            ("curly primes", "3’6”", 42 * 254),
            ("two single primes", "3'6''", 42 * 254),
            ("inches alone", "42 in", 42 * 254),
            ("a fraction after a whole", "11 7/8 in", 3016),
            ("a printed fraction", "11⅞ in", 3016),
            ("half feet", "4½ ft", 54 * 254),
            ("metres", "1.2 m", 12_000),
            ("decimal comma", "1,2 m", 12_000),
            ("centimetres", "107 cm", 10_700),
            ("metres and centimetres", "2 m 15 cm", 21_500),
            ("capitals and no space", "8FT", 8 * 3048),
            ("zero", "0 in", 0),
            ("inches unsaid after feet", "7 ft 3", 87 * 254),
            ("inches unsaid after primes", "7'3", 87 * 254),
            ("centimetres unsaid after metres", "1m 20", 12_000),
            ("a stop after the unit", "36 in.", 36 * 254),
            ("two stops", "3 ft. 6 in.", 42 * 254),
        ];
        for (name, text, tenths) in cases {
            assert_eq!(text.parse(), Ok(Length::tenths_mm(tenths)), "{name}: {text}");
        }
    }

    #[test]
    fn nonsense_is_named_in_the_refusal() {
        for text in [
            "",
            "wide",
            "6 in 3 ft",
            "3 3 ft",
            "3 ft 14",
            "1 m 200",
            "3 in 6",
            "-4 in",
            "4 florps",
            "1.2.3 m",
            "1/0 in",
            "ft",
            "4 ft 5 ft",
        ] {
            let refusal = text.parse::<Length>().expect_err(text).to_string();
            assert!(refusal.contains(&format!("“{text}”")), "{text}: {refusal}");
        }
        assert!(matches!("9999 km".parse::<Length>(), Err(ReadError::NotALength { .. })));
        assert!(matches!("9999 m".parse::<Length>(), Err(ReadError::LengthTooLong { .. })));
    }

    proptest! {
        #[test]
        fn prop_printed_lengths_read_back_the_same(tenths in 0..10_000_000i32, metric: bool) {
            let units = if metric { Units::Metric } else { Units::Imperial };
            prop_assert_eq!(Length::tenths_mm(tenths).exactly(units).parse(), Ok(Length::tenths_mm(tenths)));
        }

        #[test]
        fn prop_the_tape_is_right_to_its_mark(tenths in 0..10_000_000i32) {
            let eighth: Length = Length::tenths_mm(tenths).on_tape(Units::Imperial).parse().unwrap();
            prop_assert!((eighth.get() - tenths).abs() <= 16, "half of an eighth of an inch is 15.9 tenths");
            let mm: Length = Length::tenths_mm(tenths).on_tape(Units::Metric).parse().unwrap();
            prop_assert!((mm.get() - tenths).abs() <= 5);
        }

        #[test]
        fn prop_reading_never_panics(text in "\\PC{0,20}") {
            let _ = text.parse::<Length>();
        }
    }
}
