//! What is remembered of earlier years, read and written.

use crate::columns::fit;
use crate::table::Table;
use crate::{GardenId, StoreError};
use serde_json::{Value, json};
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::ids::{BedId, PastId};
use sqlx::PgConnection;

impl Table for PastStand {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select id, bed_id, section, year, crop, family from past_stand where garden_id = $1 order by id",
            garden.0
        )
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

    async fn write(connection: &mut PgConnection, garden: GardenId, past: &[&Self]) -> Result<u64, StoreError> {
        let row = |past: &&PastStand| {
            let PastStand { id, bed, section, year, stood } = past;
            let (crop, family) = match stood {
                Stood::Crop(key) => (Some(key), None),
                Stood::Family(key) => (None, Some(key)),
            };
            json!({ "id": id, "bed_id": bed, "section": section, "year": year, "crop": crop, "family": family })
        };
        let rows = Value::Array(past.iter().map(row).collect());
        let done = sqlx::query!(
            "insert into past_stand (garden_id, id, bed_id, section, year, crop, family)
         select $1, id, bed_id, section, year, crop, family
         from jsonb_to_recordset($2) as p(id integer, bed_id integer, section smallint, year smallint, crop text, family text)
         on conflict (garden_id, id) do update set bed_id = excluded.bed_id, section = excluded.section,
             year = excluded.year, crop = excluded.crop, family = excluded.family",
            garden.0,
            rows
        )
        .execute(connection)
        .await?;
        Ok(done.rows_affected())
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, past: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(past.id.0)?;
        let done =
            sqlx::query!("delete from past_stand where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}
