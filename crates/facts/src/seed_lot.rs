//! What lies in the seed tin? Lots of seed, sets or tubers: how much, how old, how kept, and what tests at home said of them.

use crate::ids::{LotId, VarietyId};
use crate::units::read_error::ReadError;
use crate::variety::Treated;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use std::fmt;
use std::str::FromStr;

/// Seed of one crop that was packed together.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct SeedLot {
    /// Its number.
    pub id: LotId,
    /// The key of its crop.
    pub crop: String,
    /// The household's variety that it is of, where it has a name.
    #[serde(default)]
    pub variety: Option<VarietyId>,
    /// Of a crop that is grown from either, it is what is planted, as sets or crowns, and not seed; of another crop it says nothing.
    #[serde(default)]
    pub planted: bool,
    /// How much of it there was when it was counted.
    pub amount: SeedAmount,
    /// The day on which that was counted; what was sown since is taken off.
    pub counted: Date,
    /// The year for which it was packed, or in which it was saved.
    pub packed: i16,
    /// Seeds of a hundred that come up, as its packet says.
    #[serde(default)]
    pub printed: Option<u8>,
    /// What tests at home said, the first first.
    #[serde(default)]
    pub tests: Vec<GerminationTest>,
    /// What was done to it.
    #[serde(default)]
    pub treated: Option<Treated>,
    /// How it is kept.
    #[serde(default)]
    pub kept: SeedKept,
    /// What was paid for it, in hundredths of the household's money.
    #[serde(default)]
    pub price: Option<u32>,
    /// Where it is from, in the household's words, up to 80 letters.
    #[serde(default)]
    pub source: String,
    /// What else there is to say, up to 200 letters.
    #[serde(default)]
    pub note: String,
}

/// How much seed: counted, or weighed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "by", rename_all = "kebab-case", deny_unknown_fields)]
pub enum SeedAmount {
    /// Seeds, sets, cloves, tubers.
    Count {
        /// How many.
        pieces: u32,
    },
    /// A weight.
    Weight {
        /// Milligrams.
        mg: u32,
    },
}

/// A test at home: some seeds between damp paper.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct GerminationTest {
    /// The day on which those that came up were counted.
    pub on: Date,
    /// How many seeds were laid out.
    pub sown: u16,
    /// How many of them came up.
    pub up: u16,
}

/// How seed is kept.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum SeedKept {
    /// Dry and cold: a tight jar in a refrigerator.
    Jar,
    /// In a drawer or tin of a heated house.
    #[default]
    Drawer,
    /// In a shed or kitchen, warm or damp by turns.
    Shed,
}

/// The most pieces of one lot, and the most milligrams: 50 kg.
pub const MOST_PIECES: u32 = 1_000_000;
/// See [`MOST_PIECES`].
pub const MOST_MG: u32 = 50_000_000;

/// One ounce and one pound in milligrams, exact to the milligram.
const OUNCE_MG: f64 = 28_349.523_125;
const POUND_MG: f64 = 453_592.37;

impl SeedAmount {
    /// Whether there is none.
    pub fn is_nothing(self) -> bool {
        matches!(self, SeedAmount::Count { pieces: 0 } | SeedAmount::Weight { mg: 0 })
    }
}

impl fmt::Display for SeedAmount {
    /// As it is typed and read again: `200`, `2.5 g`.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        match self {
            SeedAmount::Count { pieces } => write!(f, "{pieces}"),
            SeedAmount::Weight { mg } => write!(f, "{} g", f64::from(*mg) / 1000.0),
        }
    }
}

impl FromStr for SeedAmount {
    type Err = ReadError;

    /// Reads `200`, `200 seeds`, `2.5 g`, `1/8 oz`, `1 1/2 lb`, `1,5 kg`; up to [`MOST_PIECES`] and [`MOST_MG`].
    ///
    /// ```
    /// use sparrow_facts::seed_lot::SeedAmount;
    /// assert_eq!("200 seeds".parse(), Ok(SeedAmount::Count { pieces: 200 }));
    /// assert_eq!("1/8 oz".parse(), Ok(SeedAmount::Weight { mg: 3544 }));
    /// assert!("a handful".parse::<SeedAmount>().is_err());
    /// ```
    fn from_str(text: &str) -> Result<Self, ReadError> {
        let read: String = text.trim().chars().take(60).collect();
        let not = || ReadError::NotAnAmount { read: read.clone() };
        let split = read.find(|c: char| c.is_alphabetic()).unwrap_or(read.len());
        let many = number(read[..split].trim()).ok_or_else(not)?;
        let unit = read[split..].trim().trim_end_matches('.').to_lowercase();
        let mg = match unit.as_str() {
            "" | "seed" | "seeds" | "pieces" | "sets" | "cloves" | "tubers" | "bulbs" | "slips" | "crowns" | "plants" => None,
            "mg" => Some(1.0),
            "g" | "gram" | "grams" | "gramme" | "grammes" => Some(1000.0),
            "kg" => Some(1_000_000.0),
            "oz" | "ounce" | "ounces" => Some(OUNCE_MG),
            "lb" | "lbs" | "pound" | "pounds" => Some(POUND_MG),
            _ => return Err(not()),
        };
        let (most, value) = match mg {
            None => (MOST_PIECES, many.round()),
            Some(mg) => (MOST_MG, (many * mg).round()),
        };
        if !(0.0..=f64::from(most)).contains(&value) {
            let most = if mg.is_none() { "1,000,000 seeds" } else { "50 kg (110 lb)" };
            return Err(ReadError::AmountOutOfRange { read, most: most.into() });
        }
        let value = value as u32;
        Ok(if mg.is_none() { SeedAmount::Count { pieces: value } } else { SeedAmount::Weight { mg: value } })
    }
}

/// A number as it is written on a packet: `2`, `2.5`, `2,5`, `1/8`, `1 1/2`.
fn number(text: &str) -> Option<f64> {
    let plain = |word: &str| {
        let digits = word.bytes().all(|byte| byte.is_ascii_digit() || byte == b'.' || byte == b',');
        word.replace(',', ".").parse::<f64>().ok().filter(|_| digits)
    };
    let one = |word: &str| match word.split_once('/') {
        Some((over, under)) => Some(plain(over)? / plain(under).filter(|under| *under > 0.0)?),
        None => plain(word),
    };
    let words: Vec<&str> = text.split_whitespace().collect();
    match words.as_slice() {
        [word] => one(word),
        [whole, part] if part.contains('/') => Some(plain(whole)? + one(part)?),
        _ => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn amounts_are_read_as_packets_print_them() {
        let mg = |mg| Ok(SeedAmount::Weight { mg });
        let cases = [
            ("2.5 g", mg(2500)),
            ("2,5 g", mg(2500)),
            ("1 1/2 oz", mg(42_524)),
            ("1lb", mg(453_592)),
            ("0.5 kg", mg(500_000)),
            ("0", Ok(SeedAmount::Count { pieces: 0 })),
            ("60 cloves", Ok(SeedAmount::Count { pieces: 60 })),
        ];
        for (text, read) in cases {
            assert_eq!(text.parse::<SeedAmount>(), read, "{text}");
            assert_eq!(read.as_ref().map(ToString::to_string).map(|told| told.parse()), Ok(read.clone()), "{text}");
        }
        for text in ["", "g", "1/0 oz", "two g", "5 miles", "-3 g", "1 2 g", "1//2 g", "2 000"] {
            assert!(matches!(text.parse::<SeedAmount>(), Err(ReadError::NotAnAmount { .. })), "{text}");
        }
        assert!(matches!("60 kg".parse::<SeedAmount>(), Err(ReadError::AmountOutOfRange { .. })));
        assert!(matches!("99999999999".parse::<SeedAmount>(), Err(ReadError::AmountOutOfRange { .. })));
    }
}
