//! How much does it hold? Container volumes, in whole millilitres.

use super::length::Length;
use super::read_error::ReadError;
use serde::{Deserialize, Serialize};
use std::fmt;
use std::str::FromStr;

/// A volume in millilitres \[ml\]; containers from half a litre to two cubic metres are believed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct Volume(u32);

/// One US liquid gallon, 231 cubic inches, to the millilitre.
const GALLON_ML: f64 = 3_785.411_784;
/// One cubic foot, to the millilitre.
const CUBIC_FOOT_ML: f64 = 28_316.846_592;

impl Volume {
    /// The least a growing container holds: half a litre.
    pub const LEAST: Volume = Volume(500);
    /// The most a growing container holds: two cubic metres.
    pub const MOST: Volume = Volume(2_000_000);

    /// A volume of so many millilitres.
    pub const fn ml(ml: u32) -> Self {
        Volume(ml)
    }

    /// The volume in millilitres.
    pub const fn get(self) -> u32 {
        self.0
    }

    /// The refusal of a volume no growing container holds.
    pub fn out_of_range(read: String) -> ReadError {
        ReadError::VolumeOutOfRange { read, least: Self::LEAST.to_string(), most: Self::MOST.to_string() }
    }

    /// The side of the square with the same ground as a round tub of this volume, and the tub's
    /// depth, when the tub is as deep as it is wide (an assumption the gardener can type over).
    ///
    /// From V = π d³ / 4: the depth is d, the side is d √π / 2.
    pub fn as_tub(self) -> (Length, Length) {
        let mm3 = f64::from(self.0) * 1000.0;
        let across = (4.0 * mm3 / std::f64::consts::PI).cbrt();
        let side = across * std::f64::consts::PI.sqrt() / 2.0;
        (Length::tenths_mm((side * 10.0).round() as i32), Length::tenths_mm((across * 10.0).round() as i32))
    }
}

impl FromStr for Volume {
    type Err = ReadError;

    /// Reads `15 gal`, `57 litres`, `57 l`, `2 cu ft`; within [`Volume::LEAST`] and [`Volume::MOST`].
    fn from_str(text: &str) -> Result<Self, ReadError> {
        let read = text.trim().to_string();
        let split = read.find(|c: char| !(c.is_ascii_digit() || c == '.' || c == ',')).unwrap_or(read.len());
        let number: Option<f64> = read[..split].replacen(',', ".", 1).parse().ok();
        let millilitres = match read[split..].trim().to_lowercase().as_str() {
            "l" | "litre" | "litres" | "liter" | "liters" => Some(1000.0),
            "gal" | "gallon" | "gallons" => Some(GALLON_ML),
            "cu ft" | "cubic foot" | "cubic feet" | "ft3" | "ft³" => Some(CUBIC_FOOT_ML),
            _ => None,
        };
        let (Some(number), Some(millilitres)) = (number, millilitres) else {
            return Err(ReadError::NotAVolume { read });
        };
        let ml = (number * millilitres).round();
        if !(f64::from(Self::LEAST.0)..=f64::from(Self::MOST.0)).contains(&ml) {
            return Err(Self::out_of_range(read));
        }
        Ok(Volume(ml as u32))
    }
}

impl fmt::Display for Volume {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{:.1} gal ({:.0} l)", f64::from(self.0) / GALLON_ML, f64::from(self.0) / 1000.0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn reads_gallons_and_litres() {
        assert_eq!("15 gal".parse(), Ok(Volume(56_781)));
        assert_eq!("57 l".parse(), Ok(Volume(57_000)));
        assert_eq!("2 cu ft".parse(), Ok(Volume(56_634)));
        assert!(matches!("big".parse::<Volume>(), Err(ReadError::NotAVolume { read }) if read == "big"));
        assert!(matches!("9000 l".parse::<Volume>(), Err(ReadError::VolumeOutOfRange { .. })));
    }

    #[test]
    fn a_tub_holds_its_volume() {
        // Own worked example: a tub 1 dm across and 1 dm deep holds π/4 dm³ = 785 ml.
        let (side, depth) = Volume(785).as_tub();
        assert_eq!(depth.get(), 1000);
        assert_eq!(side.get(), 886, "√π/2 dm");
    }
}
