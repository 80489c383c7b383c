//! Where is the garden? Its latitude, its units, its frosts, and which way north lies.

use crate::units::measures::Units;
use serde::{Deserialize, Serialize};

/// Which side of the equator; it decides when the growing year begins and where the sun stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Hemisphere {
    /// North of the equator, or on it.
    North,
    /// South of the equator.
    South,
}

/// A latitude in hundredths of a degree, north positive: -9000 to 9000.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(transparent)]
pub struct Latitude(pub i32);

impl Latitude {
    /// The latitude in radians.
    pub fn radians(self) -> f64 {
        (f64::from(self.0) / 100.0).to_radians()
    }

    /// Which side of the equator this is.
    pub fn hemisphere(self) -> Hemisphere {
        if self.0 < 0 { Hemisphere::South } else { Hemisphere::North }
    }
}

/// A day of any year, as frost dates are given.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct MonthDay {
    /// Month, 1 to 12.
    pub month: i8,
    /// Day of the month, 1 to 31; a day the month lacks is refused.
    pub day: i8,
}

/// The frost of the place as chances: the even-chance dates and their spread.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct Frost {
    /// The spring date after which a frost comes in half of all years.
    pub last: MonthDay,
    /// The autumn date before which a frost comes in half of all years.
    pub first: MonthDay,
    /// Days from the even-chance date to the one-in-ten date, 0 to 60.
    pub spread_days: u8,
}

/// The place of a garden, as its household gave it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Site {
    /// The garden's name, 1 to 60 letters.
    pub name: String,
    /// The town or place, up to 60 letters; may be empty.
    pub place: String,
    /// Latitude, hundredths of a degree.
    pub latitude: Latitude,
    /// The household's measures.
    pub units: Units,
    /// Where north lies on the drawing, degrees clockwise from straight up, 0 to 359.
    pub north: u16,
    /// The frosts, or nothing where it never freezes.
    pub frost: Option<Frost>,
    /// The time zone its household lives by, a name of the IANA time zone database such as `Pacific/Auckland`; nothing
    /// where it is not known, which is where the server's own day is taken.
    #[serde(default)]
    pub zone: Option<String>,
}
