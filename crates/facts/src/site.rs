//! Where is the garden? Its latitude, its units, its frosts, and which way north lies.

use crate::units::measures::Units;
use crate::units::temperature::TenthsC;
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct MonthDay {
    /// Month, 1 to 12.
    pub month: i8,
    /// Day of the month, 1 to 31; a day the month lacks is refused.
    pub day: i8,
}

/// A longitude in hundredths of a degree, east positive: -18000 to 18000.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct Longitude(pub i32);

/// The frosts a household knows of: its two dates, and how much they scatter.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Frost {
    /// The spring date after which a frost comes in half of the years that have one.
    pub last: MonthDay,
    /// The autumn date before which a frost comes in half of the years that have one.
    pub first: MonthDay,
    /// Days from those dates to the one-in-ten date, 0 to 60.
    pub spread_days: u8,
    /// In how many years of ten it freezes at all, 1 to 10.
    pub in_ten: u8,
}

/// What a household says of its frosts.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Freezes {
    /// Nothing: as the climate of the place has it.
    #[default]
    ByClimate,
    /// It never freezes there.
    Never,
    /// On two dates.
    Dates(Frost),
    /// In any month of the year.
    EveryMonth,
}

impl Freezes {
    /// The two dates, where the household gave them.
    pub fn dates(self) -> Option<Frost> {
        match self {
            Freezes::Dates(frost) => Some(frost),
            Freezes::ByClimate | Freezes::Never | Freezes::EveryMonth => None,
        }
    }
}

/// What is usual in each month where the garden lies, January first, read from a map of the world's climate.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct PlaceMonths {
    /// Mean temperature.
    pub mean: [TenthsC; 12],
    /// Rain \[mm\].
    pub rain_mm: [u16; 12],
}

/// The place of a garden, as its household gave it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
    /// What the household says of its frosts.
    pub freezes: Freezes,
    /// Longitude, hundredths of a degree; nothing where only the latitude is known.
    #[serde(default)]
    pub longitude: Option<Longitude>,
    /// How high it lies above the sea \[m\], where its household said; nothing where it is taken from the map.
    #[serde(default)]
    pub height: Option<i16>,
    /// What is usual there in each month; nothing where only the latitude is known.
    #[serde(default)]
    pub months: Option<PlaceMonths>,
    /// The time zone its household lives by, a name of the IANA time zone database such as `Pacific/Auckland`; nothing
    /// where it is not known, which is where the server's own day is taken.
    #[serde(default)]
    pub zone: Option<String>,
    /// The measures of its squares, where they are not the household's: one that changed its measures keeps the squares that its
    /// plantings stand on.
    #[serde(default)]
    pub grid: Option<Units>,
    /// The maize that a neighbour grows, where the household knows of it.
    #[serde(default)]
    pub neighbour_maize: Option<NeighbourMaize>,
}

impl Site {
    /// The measures of its squares.
    pub fn squares(&self) -> Units {
        self.grid.unwrap_or(self.units)
    }
}

/// Maize beyond the fence, whose pollen the wind brings.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct NeighbourMaize {
    /// Its kind, as the catalogue's ways tell them apart: `sweet`, `extra-sweet`, `popping`; or `field` for fodder and grain.
    pub strain: String,
    /// How far it stands from this garden \[m\], 1 to 5000.
    pub metres: u16,
}
