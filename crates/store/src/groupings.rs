//! A household's own groupings, read and written.

use crate::columns::{fit, school, school_columns, spacing};
use crate::table::Table;
use crate::{GardenId, StoreError};
use serde_json::{Value, json};
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

impl Table for OwnGrouping {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
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

    async fn write(connection: &mut PgConnection, garden: GardenId, groupings: &[&Self]) -> Result<u64, StoreError> {
        let rows: Vec<Value> =
            groupings.iter().map(|own| json!({ "id": own.id, "name": own.name, "first_day": own.first_day })).collect();
        let written = sqlx::query!(
            "insert into own_grouping (garden_id, id, name, first_day)
         select $1, g.id, g.name, g.first_day from jsonb_to_recordset($2) as g(id integer, name text, first_day smallint)",
            garden.0,
            Value::Array(rows)
        )
        .execute(&mut *connection)
        .await?;
        // One statement for the parts of all: a household may keep thousands.
        let rows: Vec<Value> = groupings
            .iter()
            .flat_map(|own| (0i16..).zip(&own.parts).map(|(position, part)| part_row(own.id, position, part)))
            .collect();
        sqlx::query!(
            "insert into own_grouping_part (garden_id, grouping_id, position, crop, way, x, y, w, h, holes, between_others,
                                        school, school_figure, days_after, days, along, across, in_each)
         select $1, p.grouping_id, p.position, p.crop, p.way, p.x, p.y, p.w, p.h, p.holes, p.between_others, p.school,
                p.school_figure, p.days_after, p.days, p.along, p.across, p.in_each
         from jsonb_to_recordset($2) as p(grouping_id integer, position smallint, crop text, way text, x integer, y integer,
                w integer, h integer, holes integer, between_others boolean, school text, school_figure smallint,
                days_after integer, days integer, along integer, across integer, in_each smallint)",
            garden.0,
            Value::Array(rows)
        )
        .execute(connection)
        .await?;
        Ok(written.rows_affected())
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, own: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(own.id.0)?;
        let deleted = sqlx::query!("delete from own_grouping where garden_id = $1 and id = $2", garden.0, id);
        Ok(deleted.execute(connection).await?.rows_affected())
    }
}

fn part_row(grouping: OwnGroupingId, position: i16, part: &OwnPart) -> Value {
    // Taken apart, so that a fact that is forgotten here does not compile.
    let OwnPart { planted, rect, days_after, days } = part;
    let Planted { crop, way, holes, between, school, distance, in_each } = planted;
    let school = school.map(school_columns);
    json!({
        "grouping_id": grouping, "position": position, "crop": crop, "way": way, "x": rect.x, "y": rect.y, "w": rect.w,
        "h": rect.h, "holes": holes, "between_others": between, "school": school.map(|one| one.0),
        "school_figure": school.and_then(|one| one.1), "days_after": days_after, "days": days,
        "along": distance.map(|distance| distance.along.get()), "across": distance.map(|distance| distance.across.get()),
        "in_each": in_each
    })
}
