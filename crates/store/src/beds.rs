//! Beds with their braces and trellises, read and written.

use crate::columns::{fit, of_word, school, school_columns, unknown};
use crate::table::Table;
use crate::{GardenId, StoreError};
use sparrow_facts::bed::{Bed, BedKind, Board, Brace, Reach, Trellis};
use sparrow_facts::ids::BedId;
use sparrow_facts::shape::Shape;
use sparrow_facts::units::{Length, Volume};
use sqlx::PgConnection;

impl Table for Bed {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
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

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for bed in rows {
            written += write_bed(connection, garden, bed).await?;
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, bed: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(bed.id.0)?;
        let done = sqlx::query!("delete from bed where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}

async fn braces_and_trellises(connection: &mut PgConnection, garden: GardenId, id: i32, bed: &Bed) -> Result<(), StoreError> {
    sqlx::query!("delete from brace where garden_id = $1 and bed_id = $2", garden.0, id).execute(&mut *connection).await?;
    sqlx::query!("delete from trellis where garden_id = $1 and bed_id = $2", garden.0, id).execute(&mut *connection).await?;
    for brace in &bed.braces {
        sqlx::query!(
            "insert into brace (garden_id, bed_id, at, thickness) values ($1, $2, $3, $4)",
            garden.0,
            id,
            brace.at.get(),
            brace.thickness.get()
        )
        .execute(&mut *connection)
        .await?;
    }
    for (position, trellis) in bed.trellises.iter().enumerate() {
        let position: i16 = i16::try_from(position).map_err(|_| StoreError::Other("too many trellises".into()))?;
        sqlx::query!(
            "insert into trellis (garden_id, bed_id, position, from_far, start_at, end_at) values ($1, $2, $3, $4, $5, $6)",
            garden.0,
            id,
            position,
            trellis.from_far.get(),
            trellis.start.get(),
            trellis.end.get()
        )
        .execute(&mut *connection)
        .await?;
    }
    Ok(())
}

async fn write_bed(connection: &mut PgConnection, garden: GardenId, bed: &Bed) -> Result<u64, StoreError> {
    let id: i32 = fit(bed.id.0)?;
    let school = bed.school.map(school_columns);
    let (shape, cut) = match bed.shape {
        Shape::Rectangle => ("rectangle", None),
        Shape::Round => ("round", None),
        Shape::Corner { right, near, along, across } => ("corner", Some((right, near, along, across))),
    };
    let drips: Vec<i32> = bed.drips.iter().map(|drip| drip.get()).collect();
    let (kind, board, volume) = match bed.kind {
        BedKind::Raised { board } => ("raised", board.map(serde_json::to_value).transpose()?, None),
        BedKind::Ground => ("ground", None, None),
        BedKind::Container { volume } => ("container", None, Some(fit::<i32, _>(volume.get())?)),
    };
    let done = sqlx::query!(
        "insert into bed (garden_id, id, half_square, name, kind, board, volume_ml, length, width, depth, x, y, turn,
                          reach_far, reach_near, reach_left, reach_right, school, school_figure, drips, margin, shape, cut_right,
                          cut_near, cut_along, cut_across)
         select $1, $2, half_square, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24,
                $25 from garden where id = $1
         on conflict (garden_id, id) do update set name = excluded.name, kind = excluded.kind, board = excluded.board,
             volume_ml = excluded.volume_ml, length = excluded.length, width = excluded.width, depth = excluded.depth,
             x = excluded.x, y = excluded.y, turn = excluded.turn, reach_far = excluded.reach_far,
             reach_near = excluded.reach_near, reach_left = excluded.reach_left, reach_right = excluded.reach_right,
             school = excluded.school, school_figure = excluded.school_figure, drips = excluded.drips,
             margin = excluded.margin, shape = excluded.shape, cut_right = excluded.cut_right, cut_near = excluded.cut_near,
             cut_along = excluded.cut_along, cut_across = excluded.cut_across",
        garden.0,
        id,
        bed.name,
        kind,
        board.as_ref().and_then(serde_json::Value::as_str),
        volume,
        bed.length.get(),
        bed.width.get(),
        bed.depth.get(),
        bed.x.get(),
        bed.y.get(),
        i32::from(bed.turn),
        bed.reach.far,
        bed.reach.near,
        bed.reach.left,
        bed.reach.right,
        school.map(|one| one.0),
        school.and_then(|one| one.1),
        &drips,
        bed.margin.map(Length::get),
        shape,
        cut.map(|cut| cut.0),
        cut.map(|cut| cut.1),
        cut.map(|cut| cut.2.get()),
        cut.map(|cut| cut.3.get())
    )
    .execute(&mut *connection)
    .await?;

    braces_and_trellises(connection, garden, id, bed).await?;
    Ok(done.rows_affected())
}
