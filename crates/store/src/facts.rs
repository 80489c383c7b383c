//! Reads the facts of one garden.

use crate::{GardenId, StoreError, almanac, groupings, turns};
use jiff_sqlx::Date;
use serde::Serialize;
use serde::de::DeserializeOwned;
use sparrow_core::bed::{Bed, BedId, BedKind, Board, Brace, Reach, Trellis};
use sparrow_core::garden::{Garden, OwnSpacing};
use sparrow_core::history::{PastId, PastStand, Stood};
use sparrow_core::length::Length;
use sparrow_core::patch::{Patch, PatchId, Rect, RowLine, Timing};
use sparrow_core::school::School;
use sparrow_core::site::{Frost, Latitude, MonthDay, Site, Units};
use sparrow_core::volume::Volume;
use sqlx::PgConnection;

/// All facts of a garden; [`StoreError::NotFound`] when there is no such garden.
pub async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Garden, StoreError> {
    Ok(Garden {
        site: site(connection, garden).await?,
        beds: beds(connection, garden).await?,
        patches: patches(connection, garden).await?,
        past: past(connection, garden).await?,
        spacings: spacings(connection, garden).await?,
        groupings: groupings::load(connection, garden).await?,
        school: household_school(connection, garden).await?,
        turns: turns::load(connection, garden).await?,
        almanac: almanac::load(connection, garden).await?,
    })
}

/// A number of the database in the smaller type of the facts; the tables' checks keep it in range.
pub fn fit<T: TryFrom<U>, U: Copy + std::fmt::Display>(number: U) -> Result<T, StoreError> {
    T::try_from(number).map_err(|_| StoreError::Other(format!("stored number {number} is out of range")))
}

async fn site(connection: &mut PgConnection, garden: GardenId) -> Result<Site, StoreError> {
    let row = sqlx::query!(
        "select name, place, latitude, units, north, last_month, last_day, first_month, first_day, spread_days
         from garden where id = $1",
        garden.0
    )
    .fetch_one(connection)
    .await?;
    let frost = match (row.last_month, row.last_day, row.first_month, row.first_day, row.spread_days) {
        (Some(last_month), Some(last_day), Some(first_month), Some(first_day), Some(spread)) => Some(Frost {
            last: MonthDay { month: fit(last_month)?, day: fit(last_day)? },
            first: MonthDay { month: fit(first_month)?, day: fit(first_day)? },
            spread_days: fit(spread)?,
        }),
        _ => None,
    };
    let units = if row.units == "metric" { Units::Metric } else { Units::Imperial };
    Ok(Site { name: row.name, place: row.place, latitude: Latitude(row.latitude), units, north: fit(row.north)?, frost })
}

/// The word a plain enum is stored as is its word in JSON.
pub fn of_word<T: DeserializeOwned>(word: &str) -> Result<T, StoreError> {
    Ok(serde_json::from_value(serde_json::Value::String(word.to_string()))?)
}

/// The word a plain enum is stored as.
pub fn word<T: Serialize>(one: &T) -> Result<String, StoreError> {
    let word = serde_json::to_value(one)?.as_str().map(String::from);
    word.ok_or_else(|| StoreError::Other("an enum with fields has no one word".into()))
}

/// A school from its word and its figure.
pub fn school(word: &str, figure: Option<i16>) -> Result<School, StoreError> {
    let figure = || fit(figure.unwrap_or_default());
    Ok(match word {
        "staggered" => School::Staggered,
        "rows" => School::Rows { across: false, double: false },
        "rows-across" => School::Rows { across: true, double: false },
        "double-rows" => School::Rows { across: false, double: true },
        "double-rows-across" => School::Rows { across: true, double: true },
        "close" => School::Close { percent: figure()? },
        "scatter" => School::Scatter { seeds: figure()? },
        _ => School::SquareFoot,
    })
}

async fn household_school(connection: &mut PgConnection, garden: GardenId) -> Result<School, StoreError> {
    let row = sqlx::query!("select school, school_figure from garden where id = $1", garden.0).fetch_one(connection).await?;
    school(&row.school, row.school_figure)
}

async fn beds(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Bed>, StoreError> {
    let braces = sqlx::query!("select bed_id, at, thickness from brace where garden_id = $1 order by bed_id, at", garden.0)
        .fetch_all(&mut *connection)
        .await?;
    let trellises = sqlx::query!(
        "select bed_id, from_far, start_at, end_at from trellis where garden_id = $1 order by bed_id, position",
        garden.0
    )
    .fetch_all(&mut *connection)
    .await?;
    let rows = sqlx::query!(
        "select id, name, kind, board, volume_ml, length, width, depth, x, y, turn, school, school_figure,
                reach_far, reach_near, reach_left, reach_right, drips
         from bed where garden_id = $1 order by id",
        garden.0
    )
    .fetch_all(connection)
    .await?;
    let mm = Length::tenths_mm;
    rows.into_iter()
        .map(|row| {
            let kind = match (row.kind.as_str(), row.volume_ml) {
                ("container", Some(ml)) => BedKind::Container { volume: Volume::ml(fit(ml)?) },
                ("raised", _) => BedKind::Raised { board: row.board.as_deref().map(of_word::<Board>).transpose()? },
                _ => BedKind::Ground,
            };
            let own_braces = braces.iter().filter(|b| b.bed_id == row.id);
            let own_trellises = trellises.iter().filter(|t| t.bed_id == row.id);
            Ok(Bed {
                id: BedId(fit(row.id)?),
                name: row.name,
                kind,
                length: mm(row.length),
                width: mm(row.width),
                depth: mm(row.depth),
                x: mm(row.x),
                y: mm(row.y),
                turn: fit(row.turn)?,
                reach: Reach { far: row.reach_far, near: row.reach_near, left: row.reach_left, right: row.reach_right },
                braces: own_braces.map(|b| Brace { at: mm(b.at), thickness: mm(b.thickness) }).collect(),
                trellises: own_trellises
                    .map(|t| Trellis { from_far: mm(t.from_far), start: mm(t.start_at), end: mm(t.end_at) })
                    .collect(),
                drips: row.drips.into_iter().map(mm).collect(),
                school: row.school.map(|word| school(&word, row.school_figure)).transpose()?,
            })
        })
        .collect()
}

async fn patches(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Patch>, StoreError> {
    let rows = sqlx::query!(
        r#"select id, bed_id, crop, way, x, y, w, h, holes, first_date as "first_date: Date",
                  last_date as "last_date: Date", between_others, school, school_figure, locked,
                  line_at, line_across, kept, means, sown_date as "sown_date: Date",
                  arrives_date as "arrives_date: Date", survival, packet_days, free_date as "free_date: Date", trial
           from patch where garden_id = $1 order by id"#,
        garden.0
    )
    .fetch_all(connection)
    .await?;
    let mm = Length::tenths_mm;
    rows.into_iter()
        .map(|row| {
            Ok(Patch {
                id: PatchId(fit(row.id)?),
                bed: BedId(fit(row.bed_id)?),
                crop: row.crop,
                way: row.way,
                rect: Rect { x: fit(row.x)?, y: fit(row.y)?, w: fit(row.w)?, h: fit(row.h)? },
                holes: row.holes.map(fit).transpose()?,
                from: row.first_date.to_jiff(),
                until: row.last_date.to_jiff(),
                between: row.between_others,
                school: row.school.map(|word| school(&word, row.school_figure)).transpose()?,
                locked: row.locked,
                line: row.line_at.zip(row.line_across).map(|(at, across)| RowLine { across, at: mm(at) }),
                kept: row.kept,
                timing: Timing {
                    means: row.means.as_deref().map(of_word).transpose()?,
                    sown: row.sown_date.map(Date::to_jiff),
                    arrives: row.arrives_date.map(Date::to_jiff),
                    survival: row.survival.map(fit).transpose()?,
                    packet: row.packet_days.map(fit).transpose()?,
                    free_on: row.free_date.map(Date::to_jiff),
                    trial: row.trial.map(fit).transpose()?,
                },
            })
        })
        .collect()
}

async fn past(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<PastStand>, StoreError> {
    let rows =
        sqlx::query!("select id, bed_id, section, year, crop, family from past_stand where garden_id = $1 order by id", garden.0)
            .fetch_all(connection)
            .await?;
    rows.into_iter()
        .map(|row| {
            let stood = match (row.crop, row.family) {
                (Some(crop), _) => Stood::Crop(crop),
                (None, family) => Stood::Family(family.unwrap_or_default()),
            };
            let section = row.section.map(fit).transpose()?;
            Ok(PastStand { id: PastId(fit(row.id)?), bed: BedId(fit(row.bed_id)?), section, year: row.year, stood })
        })
        .collect()
}

async fn spacings(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<OwnSpacing>, StoreError> {
    // Keys sort by their bytes here, as in the core, whatever the database's language.
    let rows = sqlx::query!(
        r#"select crop, way, along, across, note from own_spacing where garden_id = $1 order by crop collate "C", way collate "C""#,
        garden.0
    )
    .fetch_all(connection)
    .await?;
    let mm = Length::tenths_mm;
    Ok(rows
        .into_iter()
        .map(|row| OwnSpacing { crop: row.crop, way: row.way, along: mm(row.along), across: mm(row.across), note: row.note })
        .collect())
}
