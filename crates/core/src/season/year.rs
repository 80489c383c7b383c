//! What does the year round the needle look like? Its frost edges, its daylight and its soil, for the ribbon.

use crate::climate::calendar;
use crate::climate::calendar::FrostEdge;
use crate::climate::frost::Side;
use crate::climate::normals::day_index;
use crate::known::Known;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;

/// What the year ribbon draws.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct GrowingYear {
    /// The growing year shown.
    pub year: i16,
    /// The year a household plans today.
    pub planning_year: i16,
    /// Its first day.
    pub first_day: Date,
    /// Its last day.
    pub last_day: Date,
    /// The day looked at.
    pub needle: Date,
    /// The spring frost edge, where it freezes.
    pub last_frost: Option<FrostEdge>,
    /// The autumn frost edge, where it freezes.
    pub first_frost: Option<FrostEdge>,
    /// Day length in hours, one figure a week from the first day.
    pub day_length_hours: Vec<f64>,
    /// Usual warmth of open ground at sowing depth \[°C\], one figure a week from the first day.
    pub soil_c: Vec<f64>,
}

/// The growing year that `needle` lies in. `today` only tells which year is being planned.
///
/// The frost edges are the weather's own: a station's years know more of them than the two dates typed.
pub fn year(known: Known, needle: Date) -> GrowingYear {
    let Known { garden, grower, today, .. } = known;
    let hemisphere = garden.site.latitude.hemisphere();
    let year = calendar::growing_year(needle, hemisphere);
    let (first_day, last_day) = calendar::year_span(year, hemisphere);
    let weather = &grower.weather;
    let weeks = |of: &dyn Fn(Date) -> f64| (0..53).map(|week: i64| of(first_day.saturating_add((week * 7).days()))).collect();
    GrowingYear {
        year,
        planning_year: grower.weather.planning_year(today),
        first_day,
        last_day,
        needle,
        last_frost: weather.edge(Side::Spring, year),
        first_frost: weather.edge(Side::Autumn, year),
        day_length_hours: weeks(&|day| weather.daylight(day)),
        soil_c: weeks(&|day| (weather.normals.soil[day_index(day)] * 10.0).round() / 10.0),
    }
}
