//! Reads the facts of one garden.

use crate::columns::{fit, of_word, school, spacing, unknown};
use crate::{GardenId, StoreError, almanac, fixtures, groupings, lots, own_crops, turns, varieties, wants};
use jiff_sqlx::Date;
use sparrow_facts::bed::{Bed, BedKind, Board, Brace, Reach, Trellis};
use sparrow_facts::garden::Garden;
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::ids::{BedId, PastId, PatchId};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::{Rect, RowLine};
use sparrow_facts::school::School;
use sparrow_facts::shape::Shape;
use sparrow_facts::site::{Freezes, Frost, Latitude, Longitude, MonthDay, NeighbourMaize, Site};
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::timing::Timing;
use sparrow_facts::units::{Length, Units, Volume};
use sparrow_facts::warning::WarningKey;
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
        own_crops: own_crops::load(connection, garden).await?,
        varieties: varieties::load(connection, garden).await?,
        lots: lots::load(connection, garden).await?,
        wants: wants::load(connection, garden).await?,
        fixtures: fixtures::load(connection, garden).await?,
        school: household_school(connection, garden).await?,
        turns: turns::load(connection, garden).await?,
        almanac: almanac::load(connection, garden).await?,
    })
}

async fn site(connection: &mut PgConnection, garden: GardenId) -> Result<Site, StoreError> {
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
                reach_far, reach_near, reach_left, reach_right, drips, margin, shape, cut_right, cut_near,
                cut_along, cut_across
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
                ("ground", _) => BedKind::Ground,
                (other, _) => return Err(unknown("a kind of bed", other)),
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
                margin: row.margin.map(mm),
                shape: match (row.shape.as_str(), row.cut_right.zip(row.cut_near), row.cut_along.zip(row.cut_across)) {
                    ("rectangle", _, _) => Shape::Rectangle,
                    ("round", _, _) => Shape::Round,
                    ("corner", Some((right, near)), Some((along, across))) => {
                        Shape::Corner { right, near, along: mm(along), across: mm(across) }
                    }
                    (other, _, _) => return Err(unknown("the outline of a bed", other)),
                },
            })
        })
        .collect()
}

async fn patches(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Patch>, StoreError> {
    let rows = sqlx::query!(
        r#"select id, bed_id, crop, way, x, y, w, h, holes, first_date as "first_date: Date",
                  last_date as "last_date: Date", between_others, school, school_figure, locked,
                  line_at, line_across, kept, means, sown_date as "sown_date: Date",
                  arrives_date as "arrives_date: Date", survival, packet_days, free_date as "free_date: Date", trial,
                  along, across, in_each
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
                rect: Rect { x: fit(row.x)?, y: fit(row.y)?, w: fit(row.w)?, h: fit(row.h)? },
                from: row.first_date.to_jiff(),
                until: row.last_date.to_jiff(),
                planted: Planted {
                    crop: row.crop,
                    way: row.way,
                    holes: row.holes.map(fit).transpose()?,
                    between: row.between_others,
                    school: row.school.map(|word| school(&word, row.school_figure)).transpose()?,
                    distance: spacing(row.along, row.across),
                    in_each: row.in_each.map(fit).transpose()?,
                },
                locked: row.locked,
                line: row.line_at.zip(row.line_across).map(|(at, across)| RowLine { across, at: mm(at) }),
                kept: row.kept.into_iter().map(WarningKey).collect(),
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
                (None, Some(family)) => Stood::Family(family),
                (None, None) => return Err(StoreError::Other("a remembered stand of nothing".into())),
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
