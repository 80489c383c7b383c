//! Where does a garden lie, and what is its climate? Looked up in tables the program carries: nothing leaves the machine.

use crate::Shared;
use crate::cache::months::with_months;
use crate::http::errors::RequestError;
use actix_web::web::{Data, Json, Query};
use schemars::JsonSchema;
use serde::{Deserialize, Serialize};
use sparrow_core::climate::calendar::FrostEdge;
use sparrow_core::climate::frost::Side;
use sparrow_core::climate::weather::Weather;
use sparrow_core::limits::{self, number};
use sparrow_facts::almanac::{Almanac, Monthly};
use sparrow_facts::site::{Freezes, Latitude, Longitude, PlaceMonths, Site};
use sparrow_facts::units::{TenthsC, Units};
use sparrow_places::heights;
use sparrow_places::towns::{self, Town};

/// The beginning of a town's name.
#[derive(Deserialize, JsonSchema)]
pub struct Begun {
    /// The beginning of a town's name; a country's or state's letters may follow after a comma.
    name: String,
}

pub async fn towns(shared: Data<Shared>, begun: Query<Begun>) -> Result<Json<Vec<Town>>, RequestError> {
    Ok(Json(shared.pool.work(None, move |_| towns::find(&begun.name)).await?))
}

/// A place on the map, in hundredths of a degree.
#[derive(Deserialize, JsonSchema)]
pub struct Spot {
    /// Hundredths of a degree, north positive.
    latitude: i32,
    /// Hundredths of a degree, east positive.
    longitude: Option<i32>,
    /// Metres above the sea; without it as high as towns there lie.
    height: Option<i16>,
}

/// What the climate of a place is taken to be, before its household says more.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub struct PlaceClimate {
    /// What the table has for it; nothing at sea and where the longitude is not known.
    pub months: Option<PlaceMonths>,
    /// How high towns there lie, metres above the sea, which is taken where no height is given; nothing without a longitude.
    pub height: Option<i16>,
    /// Usual highs and lows of the months that follow.
    pub usual: Monthly,
    /// The spring frost edge of a coming year, where it freezes.
    pub last_frost: Option<FrostEdge>,
    /// The autumn frost edge.
    pub first_frost: Option<FrostEdge>,
}

pub async fn climate(shared: Data<Shared>, spot: Query<Spot>) -> Result<Json<PlaceClimate>, RequestError> {
    let Spot { latitude, longitude, height } = *spot;
    number("latitude in hundredths of a degree", i64::from(latitude), limits::LATITUDE)?;
    if let Some(longitude) = longitude {
        number("longitude in hundredths of a degree", i64::from(longitude), limits::LONGITUDE)?;
    }
    if let Some(height) = height {
        number("height above the sea in metres", i64::from(height), limits::HEIGHT)?;
    }
    Ok(Json(shared.pool.work(None, move |_| of(Latitude(latitude), longitude.map(Longitude), height)).await?))
}

fn of(latitude: Latitude, longitude: Option<Longitude>, height: Option<i16>) -> PlaceClimate {
    let site = with_months(Site {
        name: String::new(),
        place: String::new(),
        latitude,
        units: Units::Metric,
        north: 0,
        freezes: Freezes::ByClimate,
        longitude,
        height,
        months: None,
        zone: None,
        grid: None,
        neighbour_maize: None,
    });
    let weather = Weather::at(&site, &Almanac::default());
    let means = |days: &[f64]| sparrow_core::climate::normals::monthly_means(days).map(TenthsC::of);
    PlaceClimate {
        months: site.months,
        height: longitude.map(|longitude| heights::lowest(latitude, longitude)),
        usual: Monthly { high: means(&weather.normals.high), low: means(&weather.normals.low) },
        // Any year that begins on the first day of a growing year.
        last_frost: weather.edge(Side::Spring, YEAR),
        first_frost: weather.edge(Side::Autumn, YEAR),
    }
}

/// The year in which frost edges are told: one without 29 February.
const YEAR: i16 = 2027;

/// Unfolds the tables of towns and climates.
pub fn unfold() {
    let _ = (towns::find("a"), of(Latitude(4500), Some(Longitude(900)), None));
}
