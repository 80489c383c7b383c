//! A household's own groupings, read and written.

use crate::columns::{fit, school, school_columns, spacing};
use crate::{GardenId, StoreError};
use sparrow_facts::grouping::{OwnGrouping, OwnPart};
use sparrow_facts::ids::OwnGroupingId;
use sparrow_facts::patch::Planted;
use sparrow_facts::rect::Rect;
use sqlx::PgConnection;

struct PartRow {
    grouping_id: i32,
    crop: String,
    way: String,
    x: i32,
    y: i32,
    w: i32,
    h: i32,
    holes: Option<i32>,
    between_others: bool,
    school: Option<String>,
    school_figure: Option<i16>,
    days_after: i32,
    days: i32,
    along: Option<i32>,
    across: Option<i32>,
    in_each: Option<i16>,
}

impl PartRow {
    fn part(&self) -> Result<OwnPart, StoreError> {
        Ok(OwnPart {
            planted: Planted {
                crop: self.crop.clone(),
                way: self.way.clone(),
                holes: self.holes.map(fit).transpose()?,
                between: self.between_others,
                school: self.school.as_deref().map(|word| school(word, self.school_figure)).transpose()?,
                distance: spacing(self.along, self.across),
                in_each: self.in_each.map(fit).transpose()?,
            },
            rect: Rect { x: fit(self.x)?, y: fit(self.y)?, w: fit(self.w)?, h: fit(self.h)? },
            days_after: fit(self.days_after)?,
            days: fit(self.days)?,
        })
    }
}

/// All groupings of a garden, by their numbers.
pub async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<OwnGrouping>, StoreError> {
    let parts = sqlx::query_as!(
        PartRow,
        "select grouping_id, crop, way, x, y, w, h, holes, between_others, school, school_figure, days_after, days,
                along, across, in_each
         from own_grouping_part where garden_id = $1 order by grouping_id, position",
        garden.0
    )
    .fetch_all(&mut *connection)
    .await?;
    let rows = sqlx::query!("select id, name, first_day from own_grouping where garden_id = $1 order by id", garden.0)
        .fetch_all(connection)
        .await?;
    rows.into_iter()
        .map(|row| {
            let own = parts.iter().filter(|part| part.grouping_id == row.id);
            Ok(OwnGrouping {
                id: OwnGroupingId(fit(row.id)?),
                name: row.name,
                first_day: fit(row.first_day)?,
                parts: own.map(PartRow::part).collect::<Result<_, _>>()?,
            })
        })
        .collect()
}

/// Writes a grouping that is new, or back again.
pub async fn write(connection: &mut PgConnection, garden: GardenId, own: &OwnGrouping) -> Result<u64, StoreError> {
    let id: i32 = fit(own.id.0)?;
    let first_day: i16 = fit(own.first_day)?;
    sqlx::query!(
        "insert into own_grouping (garden_id, id, name, first_day) values ($1, $2, $3, $4)",
        garden.0,
        id,
        own.name,
        first_day
    )
    .execute(&mut *connection)
    .await?;
    for (position, part) in (0i16..).zip(&own.parts) {
        let school = part.planted.school.map(school_columns);
        let (days_after, days): (i32, i32) = (fit(part.days_after)?, fit(part.days)?);
        sqlx::query!(
            "insert into own_grouping_part (garden_id, grouping_id, position, crop, way, x, y, w, h, holes,
                                            between_others, school, school_figure, days_after, days, along,
                                            across, in_each)
             values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18)",
            garden.0,
            id,
            position,
            part.planted.crop,
            part.planted.way,
            i32::from(part.rect.x),
            i32::from(part.rect.y),
            i32::from(part.rect.w),
            i32::from(part.rect.h),
            part.planted.holes.map(i32::from),
            part.planted.between,
            school.map(|one| one.0),
            school.and_then(|one| one.1),
            days_after,
            days,
            part.planted.distance.map(|distance| distance.along.get()),
            part.planted.distance.map(|distance| distance.across.get()),
            part.planted.in_each.map(i16::from)
        )
        .execute(&mut *connection)
        .await?;
    }
    Ok(1)
}

/// Takes a grouping away.
pub async fn forget(connection: &mut PgConnection, garden: GardenId, own: &OwnGrouping) -> Result<u64, StoreError> {
    let id: i32 = fit(own.id.0)?;
    let deleted = sqlx::query!("delete from own_grouping where garden_id = $1 and id = $2", garden.0, id);
    Ok(deleted.execute(connection).await?.rows_affected())
}
