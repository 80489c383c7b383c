//! What else stands in the yard, read and written.

use crate::columns::{fit, of_word, word};
use crate::table::Table;
use crate::{GardenId, StoreError};
use sparrow_facts::fixture::Fixture;
use sparrow_facts::ids::FixtureId;
use sparrow_facts::units::Length;
use sqlx::PgConnection;

impl Table for Fixture {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select id, kind, name, length, width, height, x, y, turn from fixture where garden_id = $1 order by id",
            garden.0
        )
        .fetch_all(connection)
        .await?;
        let mm = Length::tenths_mm;
        rows.into_iter()
            .map(|row| {
                Ok(Fixture {
                    id: FixtureId(fit(row.id)?),
                    kind: of_word(&row.kind)?,
                    name: row.name,
                    length: mm(row.length),
                    width: mm(row.width),
                    height: mm(row.height),
                    x: mm(row.x),
                    y: mm(row.y),
                    turn: fit(row.turn)?,
                })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for fixture in rows {
            let id: i32 = fit(fixture.id.0)?;
            let done = sqlx::query!(
                "insert into fixture (garden_id, id, kind, name, length, width, height, x, y, turn)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
         on conflict (garden_id, id) do update set kind = excluded.kind, name = excluded.name, length = excluded.length,
             width = excluded.width, height = excluded.height, x = excluded.x, y = excluded.y, turn = excluded.turn",
                garden.0,
                id,
                word(&fixture.kind)?,
                fixture.name,
                fixture.length.get(),
                fixture.width.get(),
                fixture.height.get(),
                fixture.x.get(),
                fixture.y.get(),
                i32::from(fixture.turn)
            )
            .execute(&mut *connection)
            .await?;
            written += done.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, fixture: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(fixture.id.0)?;
        let done = sqlx::query!("delete from fixture where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}
