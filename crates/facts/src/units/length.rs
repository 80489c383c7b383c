//! How long is it? Lengths in whole tenths of a millimetre.
//!
//! An inch is 254 tenths of a millimetre exactly, so feet, inches and halves of an inch, metres,
//! centimetres and millimetres are all whole numbers; quarters and eighths of an inch are rounded to
//! the nearest tenth of a millimetre (at most 0.05 mm off, finer than any board is cut).

use serde::{Deserialize, Serialize};
use std::ops::{Add, Sub};

/// A length in tenths of a millimetre \[0.1 mm\], never negative when read from a tape.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct Length(i32);

/// One inch, by the international definition of 1959: 25.4 mm.
pub const INCH: Length = Length(254);
/// One foot: 12 inches.
pub const FOOT: Length = Length(12 * 254);
/// The longest length a tape is believed: 1 km.
pub const LONGEST: Length = Length(10_000_000);

impl Length {
    /// Nothing at all.
    pub const ZERO: Length = Length(0);

    /// A length of so many tenths of a millimetre.
    pub const fn tenths_mm(tenths: i32) -> Self {
        Length(tenths)
    }

    /// A length of so many whole inches.
    pub const fn inches(inches: i32) -> Self {
        Length(inches * INCH.0)
    }

    /// A length of so many whole centimetres.
    pub const fn cm(cm: i32) -> Self {
        Length(cm * 100)
    }

    /// The length in tenths of a millimetre.
    pub const fn get(self) -> i32 {
        self.0
    }

    /// The same length in inches, for sums that need fractions.
    pub fn in_inches(self) -> f64 {
        f64::from(self.0) / f64::from(INCH.0)
    }

    /// How many whole `part`s fit along this length; none when `part` is not positive.
    ///
    /// ```
    /// use sparrow_facts::units::Length;
    /// assert_eq!(Length::inches(36).whole(Length::inches(18)), 2);
    /// assert_eq!(Length::inches(35).whole(Length::inches(18)), 1);
    /// ```
    pub fn whole(self, part: Length) -> u32 {
        if part.0 <= 0 {
            return 0;
        }
        u32::try_from(self.0.max(0) / part.0).unwrap_or(0)
    }

    /// This length `n` times.
    pub fn times(self, n: u32) -> Length {
        Length(self.0.saturating_mul(i32::try_from(n).unwrap_or(i32::MAX)))
    }

    /// The `n`th part of this length, rounded down to a tenth of a millimetre.
    pub fn over(self, n: u32) -> Length {
        Length(self.0 / i32::try_from(n.max(1)).unwrap_or(i32::MAX))
    }
}

impl Add for Length {
    type Output = Length;
    fn add(self, other: Length) -> Length {
        Length(self.0 + other.0)
    }
}

impl Sub for Length {
    type Output = Length;
    fn sub(self, other: Length) -> Length {
        Length(self.0 - other.0)
    }
}
