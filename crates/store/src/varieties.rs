//! A household's own varieties, read and written.

use crate::columns::{fit, spacing};
use crate::document::Document;
use crate::table::Table;
use crate::{GardenId, StoreError};
use serde_json::{Value, json};
use sparrow_facts::ids::VarietyId;
use sparrow_facts::variety::Variety;
use sqlx::PgConnection;

/// How what a variety is and what its packet says is kept.
const PACKET: Document = Document::new("what a variety is", &[]);

impl Table for Variety {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select id, crop, way, name, kinds, packet, own_along, own_across, colour, note, again, version
         from variety where garden_id = $1 order by id",
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| {
                Ok(Variety {
                    id: VarietyId(fit(row.id)?),
                    crop: row.crop,
                    way: row.way,
                    name: row.name,
                    kinds: PACKET.read(row.kinds, row.version)?,
                    packet: PACKET.read(row.packet, row.version)?,
                    own_distance: spacing(row.own_along, row.own_across),
                    colour: row.colour,
                    note: row.note,
                    again: row.again,
                })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, varieties: &[&Self]) -> Result<u64, StoreError> {
        let row = |variety: &&Variety| {
            // Taken apart, so that a fact that is forgotten here does not compile.
            let Variety { id, crop, way, name, kinds, packet, own_distance, colour, note, again } = variety;
            json!({
                "id": id, "crop": crop, "way": way, "name": name, "kinds": kinds, "packet": packet,
                "own_along": own_distance.map(|distance| distance.along.get()),
                "own_across": own_distance.map(|distance| distance.across.get()), "colour": colour, "note": note, "again": again
            })
        };
        let rows = Value::Array(varieties.iter().map(row).collect());
        let done = sqlx::query!(
            "insert into variety (garden_id, id, crop, way, name, kinds, packet, own_along, own_across, colour, note, again,
                              version)
         select $1, id, crop, way, name, kinds, packet, own_along, own_across, colour, note, again, $3
         from jsonb_to_recordset($2) as v(id integer, crop text, way text, name text, kinds jsonb, packet jsonb,
             own_along integer, own_across integer, colour text, note text, again boolean)
         on conflict (garden_id, id) do update set crop = excluded.crop, way = excluded.way, name = excluded.name,
             kinds = excluded.kinds, packet = excluded.packet, own_along = excluded.own_along, own_across = excluded.own_across,
             colour = excluded.colour, note = excluded.note, again = excluded.again,
             version = excluded.version",
            garden.0,
            rows,
            PACKET.version()
        )
        .execute(connection)
        .await?;
        Ok(done.rows_affected())
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, variety: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(variety.id.0)?;
        let done = sqlx::query!("delete from variety where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}
