//! Crops that the book lacks, read and written.

use crate::columns::fit;
use crate::document::Document;
use crate::table::Table;
use crate::{GardenId, StoreError};
use sparrow_facts::ids::OwnCropId;
use sparrow_facts::own_crop::OwnCrop;
use sqlx::PgConnection;

/// How the figures of a crop is kept.
const FIGURES: Document = Document::new("the figures of a crop", &[]);

impl Table for OwnCrop {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select id, like_crop, way, name, plural, botanical, family, figures, source, note, version
         from own_crop where garden_id = $1 order by id",
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| {
                Ok(OwnCrop {
                    id: OwnCropId(fit(row.id)?),
                    like: row.like_crop,
                    way: row.way,
                    name: row.name,
                    plural: row.plural,
                    botanical: row.botanical,
                    family: row.family,
                    figures: FIGURES.read(row.figures, row.version)?,
                    source: row.source,
                    note: row.note,
                })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for crop in rows {
            // Taken apart, so that a fact that is forgotten here does not compile.
            let OwnCrop { id, like, way, name, plural, botanical, family, figures, source, note } = crop;
            let done = sqlx::query!(
                "insert into own_crop (garden_id, id, like_crop, way, name, plural, botanical, family, figures, source, note,
                               version)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
         on conflict (garden_id, id) do update set like_crop = excluded.like_crop, way = excluded.way, name = excluded.name,
             plural = excluded.plural, botanical = excluded.botanical, family = excluded.family, figures = excluded.figures,
             source = excluded.source, note = excluded.note, version = excluded.version",
                garden.0,
                fit::<i32, _>(id.0)?,
                like,
                way,
                name,
                plural,
                botanical,
                family,
                serde_json::to_value(figures)?,
                source,
                note,
                FIGURES.version()
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, crop: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(crop.id.0)?;
        let done =
            sqlx::query!("delete from own_crop where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}
