//! Reads and writes what households say of their weather, their shelf and their beds' warmth.

use crate::columns::{fit, of_word, word};
use crate::table::{Table, load_list};
use crate::{GardenId, StoreError};
use jiff_sqlx::{Date, ToSqlx};
use serde_json::{Value, json};
use sparrow_facts::almanac::{Almanac, BedWarmth, Climate, Cover, Monthly, Mulch, Shelf, SoilReading, Station, StationYear};
use sparrow_facts::ids::BedId;
use sparrow_facts::units::TenthsC;
use sqlx::PgConnection;

/// All that a garden's household says of its weather and warmth.
pub async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Almanac, StoreError> {
    let row = sqlx::query!(
        "select warmth_from, appetite, month_highs, month_lows, shelf_cells, shelf_tray, shelf_mat,
                shelf_hardening, harden_days, survival from garden where id = $1",
        garden.0
    )
    .fetch_one(&mut *connection)
    .await?;
    Ok(Almanac {
        from: of_word(&row.warmth_from)?,
        months: row.month_highs.zip(row.month_lows).map(|(high, low)| months(&high, &low)).transpose()?,
        station: station(connection, garden).await?,
        appetite: of_word(&row.appetite)?,
        beds: load_list(connection, garden).await?,
        readings: load_list(connection, garden).await?,
        shelf: Shelf {
            cells: fit(row.shelf_cells)?,
            tray: fit(row.shelf_tray)?,
            mat: fit(row.shelf_mat)?,
            hardening: fit(row.shelf_hardening)?,
            harden_days: fit(row.harden_days)?,
            survival: fit(row.survival)?,
        },
    })
}

fn months(high: &[i16], low: &[i16]) -> Result<Monthly, StoreError> {
    Ok(Monthly { high: twelve(high)?, low: twelve(low)? })
}

/// Twelve temperatures.
pub fn twelve(months: &[i16]) -> Result<[TenthsC; 12], StoreError> {
    let all: [i16; 12] = months.try_into().map_err(|_| StoreError::Other("a year without twelve months".into()))?;
    Ok(all.map(TenthsC))
}

/// Twelve temperatures as they are stored.
pub fn tenths(months: &[TenthsC; 12]) -> Vec<i16> {
    months.iter().map(|month| month.0).collect()
}

async fn station(connection: &mut PgConnection, garden: GardenId) -> Result<Option<Station>, StoreError> {
    let row = sqlx::query!(
        r#"select name, first_day as "first_day: Date", last_day as "last_day: Date", days, missing, highs, lows, rain_mm
           from station where garden_id = $1"#,
        garden.0
    )
    .fetch_optional(&mut *connection)
    .await?;
    let Some(row) = row else { return Ok(None) };
    let years = sqlx::query!(
        r#"select year, days, last_frost as "last_frost: Date", first_frost as "first_frost: Date"
           from station_year where garden_id = $1 order by year"#,
        garden.0
    )
    .fetch_all(connection)
    .await?;
    let rain = |months: Vec<i32>| -> Result<[u16; 12], StoreError> {
        let all: Vec<u16> = months.into_iter().map(fit).collect::<Result<_, _>>()?;
        all.try_into().map_err(|_| StoreError::Other("a year without twelve months".into()))
    };
    Ok(Some(Station {
        name: row.name,
        first: row.first_day.to_jiff(),
        last: row.last_day.to_jiff(),
        days: fit(row.days)?,
        missing: fit(row.missing)?,
        monthly: months(&row.highs, &row.lows)?,
        rain_mm: row.rain_mm.map(rain).transpose()?,
        years: years
            .into_iter()
            .map(|row| {
                let day = |day: Option<Date>| day.map(Date::to_jiff);
                Ok(StationYear {
                    year: row.year,
                    days: fit(row.days)?,
                    last_frost: day(row.last_frost),
                    first_frost: day(row.first_frost),
                })
            })
            .collect::<Result<_, StoreError>>()?,
    }))
}

/// Writes where the warmth is taken from, and how much chance is taken.
pub async fn climate(connection: &mut PgConnection, garden: GardenId, climate: &Climate) -> Result<u64, StoreError> {
    let Climate { from, months, appetite } = climate;
    let (highs, lows) = (months.map(|all| tenths(&all.high)), months.map(|all| tenths(&all.low)));
    let done = sqlx::query!(
        "update garden set warmth_from = $2, appetite = $3, month_highs = $4, month_lows = $5 where id = $1",
        garden.0,
        word(from)?,
        word(appetite)?,
        highs.as_deref(),
        lows.as_deref()
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Writes the seedling shelf.
pub async fn shelf(connection: &mut PgConnection, garden: GardenId, shelf: Shelf) -> Result<u64, StoreError> {
    let done = sqlx::query!(
        "update garden set shelf_cells = $2, shelf_tray = $3, shelf_mat = $4, shelf_hardening = $5, harden_days = $6,
                survival = $7 where id = $1",
        garden.0,
        fit::<i16, _>(shelf.cells)?,
        fit::<i16, _>(shelf.tray)?,
        fit::<i16, _>(shelf.mat)?,
        fit::<i16, _>(shelf.hardening)?,
        i16::from(shelf.harden_days),
        i16::from(shelf.survival)
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Writes a station in place of any other, or takes it away.
pub async fn write_station(
    connection: &mut PgConnection,
    garden: GardenId,
    station: Option<&Station>,
) -> Result<u64, StoreError> {
    sqlx::query!("delete from station where garden_id = $1", garden.0).execute(&mut *connection).await?;
    let Some(station) = station else { return Ok(1) };
    let rain: Option<Vec<i32>> = station.rain_mm.map(|months| months.iter().map(|rain| i32::from(*rain)).collect());
    sqlx::query!(
        "insert into station (garden_id, name, first_day, last_day, days, missing, highs, lows, rain_mm)
         values ($1, $2, $3::date, $4::date, $5, $6, $7, $8, $9)",
        garden.0,
        station.name,
        station.first.to_sqlx() as _,
        station.last.to_sqlx() as _,
        fit::<i32, _>(station.days)?,
        fit::<i32, _>(station.missing)?,
        &tenths(&station.monthly.high),
        &tenths(&station.monthly.low),
        rain.as_deref()
    )
    .execute(&mut *connection)
    .await?;
    for one in &station.years {
        sqlx::query!(
            "insert into station_year (garden_id, year, days, last_frost, first_frost) values ($1, $2, $3, $4::date, $5::date)",
            garden.0,
            one.year,
            fit::<i16, _>(one.days)?,
            one.last_frost.map(ToSqlx::to_sqlx) as _,
            one.first_frost.map(ToSqlx::to_sqlx) as _
        )
        .execute(&mut *connection)
        .await?;
    }
    Ok(1)
}

impl Table for BedWarmth {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select id, mulch, cover from bed where garden_id = $1 and (mulch <> 'none' or cover <> 'none') order by id",
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| Ok(BedWarmth { bed: BedId(fit(row.id)?), mulch: of_word(&row.mulch)?, cover: of_word(&row.cover)? }))
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for warmth in rows {
            let done = sqlx::query!(
                "update bed set mulch = $3, cover = $4 where garden_id = $1 and id = $2",
                garden.0,
                fit::<i32, _>(warmth.bed.0)?,
                word(&warmth.mulch)?,
                word(&warmth.cover)?
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, gone: &Self) -> Result<u64, StoreError> {
        let bare = BedWarmth { bed: gone.bed, mulch: Mulch::None, cover: Cover::None };
        Self::write(connection, garden, &[&bare]).await
    }
}

impl Table for SoilReading {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            r#"select bed_id, day as "day: Date", tenths_c from soil_reading where garden_id = $1 order by day, bed_id"#,
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| Ok(SoilReading { bed: BedId(fit(row.bed_id)?), on: row.day.to_jiff(), soil: TenthsC(row.tenths_c) }))
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, all: &[&Self]) -> Result<u64, StoreError> {
        let rows = all.iter().map(|one| json!({ "bed_id": one.bed, "day": one.on, "tenths_c": one.soil })).collect();
        let done = sqlx::query!(
            "insert into soil_reading (garden_id, bed_id, day, tenths_c)
         select $1, bed_id, day, tenths_c from jsonb_to_recordset($2) as r(bed_id integer, day date, tenths_c smallint)
         on conflict (garden_id, bed_id, day) do update set tenths_c = excluded.tenths_c",
            garden.0,
            Value::Array(rows)
        );
        Ok(done.execute(connection).await?.rows_affected())
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, one: &Self) -> Result<u64, StoreError> {
        let done = sqlx::query!(
            "delete from soil_reading where garden_id = $1 and bed_id = $2 and day = $3::date",
            garden.0,
            fit::<i32, _>(one.bed.0)?,
            one.on.to_sqlx() as _
        );
        Ok(done.execute(connection).await?.rows_affected())
    }
}
