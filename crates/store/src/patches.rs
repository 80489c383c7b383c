//! What stands, stood or will stand in beds, read and written.

use crate::columns::{fit, of_word, school, school_columns, spacing, word};
use crate::table::Table;
use crate::{GardenId, StoreError};
use jiff_sqlx::Date;
use serde_json::{Value, json};
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::{Rect, RowLine};
use sparrow_facts::timing::Timing;
use sparrow_facts::units::Length;
use sparrow_facts::warning::WarningKey;
use sqlx::PgConnection;

impl Table for Patch {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
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

    async fn write(connection: &mut PgConnection, garden: GardenId, patches: &[&Self]) -> Result<u64, StoreError> {
        let rows = Value::Array(patches.iter().map(|patch| patch_row(patch)).collect::<Result<_, _>>()?);
        let written = sqlx::query!(
            "insert into patch (garden_id, id, bed_id, half_columns, half_rows, crop, way, x, y, w, h, holes,
                                first_date, last_date, between_others, kept, school, school_figure, locked, line_at, line_across,
                                means, sown_date, arrives_date, survival, free_date, trial, packet_days, along, across, in_each)
             select $1, p.id, p.bed_id, bed.half_columns, bed.half_rows, p.crop, p.way, p.x, p.y, p.w, p.h, p.holes,
                    p.first_date, p.last_date, p.between_others, p.kept, p.school, p.school_figure, p.locked, p.line_at, p.line_across,
                    p.means, p.sown_date, p.arrives_date, p.survival, p.free_date, p.trial, p.packet_days, p.along, p.across, p.in_each
             from jsonb_to_recordset($2) as p(id integer, bed_id integer, crop text, way text, x integer, y integer, w integer, h integer,
                    holes integer, first_date date, last_date date, between_others boolean, kept text[], school text,
                    school_figure smallint, locked boolean, line_at integer, line_across boolean, means text, sown_date date,
                    arrives_date date, survival smallint, free_date date, trial smallint, packet_days smallint, along integer,
                    across integer, in_each smallint)
             join bed on bed.garden_id = $1 and bed.id = p.bed_id
             on conflict (garden_id, id) do update set bed_id = excluded.bed_id, half_columns = excluded.half_columns,
                 half_rows = excluded.half_rows, crop = excluded.crop, way = excluded.way, x = excluded.x, y = excluded.y,
                 w = excluded.w, h = excluded.h, holes = excluded.holes, first_date = excluded.first_date,
                 last_date = excluded.last_date, between_others = excluded.between_others, kept = excluded.kept,
                 school = excluded.school, school_figure = excluded.school_figure, locked = excluded.locked,
                 line_at = excluded.line_at, line_across = excluded.line_across,
                 means = excluded.means, sown_date = excluded.sown_date, arrives_date = excluded.arrives_date,
                 survival = excluded.survival, free_date = excluded.free_date, trial = excluded.trial,
                 packet_days = excluded.packet_days, along = excluded.along, across = excluded.across,
                 in_each = excluded.in_each",
            garden.0,
            rows
        )
        .execute(connection)
        .await?;
        Ok(written.rows_affected())
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, patch: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(patch.id.0)?;
        let done = sqlx::query!("delete from patch where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}

fn patch_row(patch: &Patch) -> Result<Value, StoreError> {
    // Taken apart, so that a fact that is forgotten here does not compile.
    let Patch { id, bed, rect, from, until, locked, line, kept, timing, planted } = patch;
    let Planted { crop, way, holes, between, school, distance, in_each } = planted;
    let Timing { means, sown, arrives, survival, packet, free_on, trial } = timing;
    let school = school.map(school_columns);
    Ok(json!({
        "id": id, "bed_id": bed, "x": rect.x, "y": rect.y, "w": rect.w, "h": rect.h, "first_date": from, "last_date": until,
        "locked": locked, "line_at": line.map(|line| line.at.get()), "line_across": line.map(|line| line.across), "kept": kept,
        "crop": crop, "way": way, "holes": holes, "between_others": between, "school": school.map(|one| one.0),
        "school_figure": school.and_then(|one| one.1), "along": distance.map(|distance| distance.along.get()),
        "across": distance.map(|distance| distance.across.get()), "in_each": in_each,
        "means": means.as_ref().map(word).transpose()?, "sown_date": sown, "arrives_date": arrives, "survival": survival,
        "packet_days": packet, "free_date": free_on, "trial": trial
    }))
}
