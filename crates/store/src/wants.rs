//! What a household would like to have, read and written.

use crate::columns::{fit, of_word, word};
use crate::document::Document;
use crate::table::Table;
use crate::{GardenId, StoreError};
use sparrow_facts::ids::{VarietyId, WantId};
use sparrow_facts::want::Want;
use sqlx::PgConnection;

/// How the amount of a want is kept.
const AMOUNT: Document = Document::new("the amount of a want", &[]);

impl Table for Want {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select id, crop, variety, amount, purpose, at_once, worth, note, version from want where garden_id = $1 order by id",
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| {
                Ok(Want {
                    id: WantId(fit(row.id)?),
                    crop: row.crop,
                    variety: row.variety.map(fit).transpose()?.map(VarietyId),
                    amount: AMOUNT.read(row.amount, row.version)?,
                    purpose: of_word(&row.purpose)?,
                    at_once: row.at_once,
                    worth: row.worth.map(fit).transpose()?,
                    note: row.note,
                })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for want in rows {
            // Taken apart, so that a fact that is forgotten here does not compile.
            let Want { id, crop, variety, amount, purpose, at_once, worth, note } = want;
            let id: i32 = fit(id.0)?;
            let variety: Option<i32> = variety.map(|variety| fit(variety.0)).transpose()?;
            let worth: Option<i32> = worth.map(fit).transpose()?;
            let done = sqlx::query!(
                "insert into want (garden_id, id, crop, variety, amount, purpose, at_once, worth, note, version)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
         on conflict (garden_id, id) do update set crop = excluded.crop, variety = excluded.variety, amount = excluded.amount,
             purpose = excluded.purpose, at_once = excluded.at_once, worth = excluded.worth, note = excluded.note,
             version = excluded.version",
                garden.0,
                id,
                crop,
                variety,
                serde_json::to_value(amount)?,
                word(purpose)?,
                *at_once,
                worth,
                note,
                AMOUNT.version()
            )
            .execute(&mut *connection)
            .await?;
            written += done.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, want: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(want.id.0)?;
        let done = sqlx::query!("delete from want where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}
