//! The household's own distances, read and written.

use crate::table::Table;
use crate::{GardenId, StoreError};
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::units::Length;
use sqlx::PgConnection;

impl Table for OwnSpacing {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
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

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for own in rows {
            let done = sqlx::query!(
                "insert into own_spacing (garden_id, crop, way, along, across, note) values ($1, $2, $3, $4, $5, $6)
         on conflict (garden_id, crop, way) do update set along = excluded.along, across = excluded.across, note = excluded.note",
                garden.0,
                own.crop,
                own.way,
                own.along.get(),
                own.across.get(),
                own.note
            )
            .execute(&mut *connection)
            .await?;
            written += done.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, own: &Self) -> Result<u64, StoreError> {
        let gone =
            sqlx::query!("delete from own_spacing where garden_id = $1 and crop = $2 and way = $3", garden.0, own.crop, own.way);
        Ok(gone.execute(connection).await?.rows_affected())
    }
}
