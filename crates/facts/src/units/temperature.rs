//! How warm is it? Temperatures as they were said or read, in tenths of a degree Celsius.

use serde::{Deserialize, Serialize};
use std::fmt;

/// A temperature in tenths of a degree Celsius, as it was said or read.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct TenthsC(pub i16);

impl TenthsC {
    /// The coldest and the warmest that is believed.
    pub const RANGE: [TenthsC; 2] = [TenthsC(-600), TenthsC(600)];

    /// In degrees.
    pub fn celsius(self) -> f64 {
        f64::from(self.0) / 10.0
    }

    /// The nearest tenth.
    pub fn of(celsius: f64) -> TenthsC {
        TenthsC((celsius * 10.0).round().clamp(-30_000.0, 30_000.0) as i16)
    }
}

impl fmt::Display for TenthsC {
    /// Both units, for messages that do not know the household's: `53.6 °F (12 °C)`.
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let fahrenheit = (self.celsius() * 18.0 + 320.0).round() / 10.0;
        write!(f, "{fahrenheit} °F ({} °C)", self.celsius())
    }
}
