//! The place of a garden and its school of spacing, read and written.

use crate::columns::{fit, of_word, school, school_columns, word};
use crate::{GardenId, StoreError};
use sparrow_facts::school::School;
use sparrow_facts::site::{Freezes, Frost, Latitude, Longitude, MonthDay, NeighbourMaize, Site};
use sparrow_facts::units::Units;
use sqlx::PgConnection;

/// The place of a garden.
pub(crate) async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Site, StoreError> {
    let row = sqlx::query!(
        "select name, place, latitude, units, north, last_month, last_day, first_month, first_day, spread_days, zone,
                longitude, freezes, frost_years, height,
                grid, neighbour_strain, neighbour_metres
         from garden where id = $1",
        garden.0
    )
    .fetch_one(connection)
    .await?;
    let dates = match (row.last_month, row.last_day, row.first_month, row.first_day, row.spread_days, row.frost_years) {
        (Some(last_month), Some(last_day), Some(first_month), Some(first_day), Some(spread), Some(years)) => Some(Frost {
            last: MonthDay { month: fit(last_month)?, day: fit(last_day)? },
            first: MonthDay { month: fit(first_month)?, day: fit(first_day)? },
            spread_days: fit(spread)?,
            in_ten: fit(years)?,
        }),
        _ => None,
    };
    let freezes = match (row.freezes.as_str(), dates) {
        ("by-climate", _) => Freezes::ByClimate,
        ("never", _) => Freezes::Never,
        ("every-month", _) => Freezes::EveryMonth,
        ("dates", Some(dates)) => Freezes::Dates(dates),
        (other, _) => return Err(StoreError::Other(format!("frosts that are {other}"))),
    };
    let units: Units = of_word(&row.units)?;
    let (latitude, north) = (Latitude(row.latitude), fit(row.north)?);
    let longitude = row.longitude.map(Longitude);
    let (height, zone) = (row.height, row.zone);
    let grid = row.grid.as_deref().map(of_word).transpose()?;
    let neighbour = row.neighbour_strain.zip(row.neighbour_metres);
    let neighbour_maize = neighbour.map(|(strain, metres)| Ok::<_, StoreError>(NeighbourMaize { strain, metres: fit(metres)? }));
    Ok(Site {
        name: row.name,
        place: row.place,
        latitude,
        units,
        north,
        freezes,
        longitude,
        height,
        // Looked up by whoever makes the garden ready.
        months: None,
        zone,
        grid,
        neighbour_maize: neighbour_maize.transpose()?,
    })
}

/// The school of spacing of its household.
pub(crate) async fn load_school(connection: &mut PgConnection, garden: GardenId) -> Result<School, StoreError> {
    let row = sqlx::query!("select school, school_figure from garden where id = $1", garden.0).fetch_one(connection).await?;
    school(&row.school, row.school_figure)
}

/// Writes the place.
pub(crate) async fn write(connection: &mut PgConnection, garden: GardenId, site: &Site) -> Result<u64, StoreError> {
    let units = word(&site.units)?;
    let frost = site.freezes.dates();
    let freezes = match site.freezes {
        Freezes::ByClimate => "by-climate",
        Freezes::Never => "never",
        Freezes::Dates(_) => "dates",
        Freezes::EveryMonth => "every-month",
    };
    let done = sqlx::query!(
        "update garden set name = $2, place = $3, latitude = $4, units = $5, north = $6,
                last_month = $7, last_day = $8, first_month = $9, first_day = $10, spread_days = $11, zone = $12,
                longitude = $13, freezes = $14, frost_years = $15, height = $16, grid = $17, neighbour_strain = $18,
                neighbour_metres = $19
         where id = $1",
        garden.0,
        site.name,
        site.place,
        site.latitude.0,
        units,
        i32::from(site.north),
        frost.map(|f| i16::from(f.last.month)),
        frost.map(|f| i16::from(f.last.day)),
        frost.map(|f| i16::from(f.first.month)),
        frost.map(|f| i16::from(f.first.day)),
        frost.map(|f| i16::from(f.spread_days)),
        site.zone,
        site.longitude.map(|longitude| longitude.0),
        freezes,
        frost.map(|f| i16::from(f.in_ten)),
        site.height,
        site.grid.as_ref().map(word).transpose()?,
        site.neighbour_maize.as_ref().map(|maize| maize.strain.as_str()),
        site.neighbour_maize.as_ref().map(|maize| i32::from(maize.metres))
    )
    .execute(connection)
    .await?;
    Ok(done.rows_affected())
}

/// Writes the school.
pub(crate) async fn write_school(connection: &mut PgConnection, garden: GardenId, school: School) -> Result<u64, StoreError> {
    let (word, figure) = school_columns(school);
    let done = sqlx::query!("update garden set school = $2, school_figure = $3 where id = $1", garden.0, word, figure)
        .execute(connection)
        .await?;
    Ok(done.rows_affected())
}
