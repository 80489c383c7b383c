//! A household's lots of seed, read and written.

use crate::columns::{fit, of_word};
use crate::document::Document;
use crate::table::Table;
use crate::{GardenId, StoreError};
use jiff_sqlx::Date;
use serde_json::{Value, json};
use sparrow_facts::ids::{LotId, VarietyId};
use sparrow_facts::seed_lot::{SeedAmount, SeedLot};
use sqlx::PgConnection;

/// How what tests of a lot say is kept.
const TESTS: Document = Document::new("the tests of a lot", &[]);

impl Table for SeedLot {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            r#"select id, crop, variety, planted, pieces, mg, counted as "counted: Date", packed, printed, tests, treated, kept, price, source, note, version
               from seed_lot where garden_id = $1 order by id"#,
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| {
                Ok(SeedLot {
                    id: LotId(fit(row.id)?),
                    crop: row.crop,
                    variety: row.variety.map(fit).transpose()?.map(VarietyId),
                    planted: row.planted,
                    amount: match (row.pieces, row.mg) {
                        (Some(pieces), _) => SeedAmount::Count { pieces: fit(pieces)? },
                        (None, mg) => SeedAmount::Weight { mg: fit(mg.unwrap_or_default())? },
                    },
                    counted: row.counted.to_jiff(),
                    packed: row.packed,
                    printed: row.printed.map(fit).transpose()?,
                    tests: TESTS.read(row.tests, row.version)?,
                    treated: row.treated.as_deref().map(of_word).transpose()?,
                    kept: of_word(&row.kept)?,
                    price: row.price.map(fit).transpose()?,
                    source: row.source,
                    note: row.note,
                })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, lots: &[&Self]) -> Result<u64, StoreError> {
        let row = |lot: &&SeedLot| {
            // Taken apart, so that a fact that is forgotten here does not compile.
            let SeedLot {
                id,
                crop,
                variety,
                planted,
                amount,
                counted,
                packed,
                printed,
                tests,
                treated,
                kept,
                price,
                source,
                note,
            } = lot;
            let (pieces, mg) = match amount {
                SeedAmount::Count { pieces } => (Some(pieces), None),
                SeedAmount::Weight { mg } => (None, Some(mg)),
            };
            json!({
                "id": id, "crop": crop, "variety": variety, "planted": planted, "pieces": pieces, "mg": mg, "counted": counted, "packed": packed,
                "printed": printed, "tests": tests, "treated": treated, "kept": kept, "price": price, "source": source, "note": note
            })
        };
        let rows = Value::Array(lots.iter().map(row).collect());
        let done = sqlx::query!(
            "insert into seed_lot (garden_id, id, crop, variety, planted, pieces, mg, counted, packed, printed, tests, treated, kept, price, source, note,
                                   version)
             select $1, id, crop, variety, planted, pieces, mg, counted, packed, printed, tests, treated, kept, price, source, note, $3
             from jsonb_to_recordset($2) as l(id integer, crop text, variety integer, planted boolean, pieces integer, mg integer, counted date,
                 packed smallint, printed smallint, tests jsonb, treated text, kept text, price integer, source text, note text)
             on conflict (garden_id, id) do update set crop = excluded.crop, variety = excluded.variety, planted = excluded.planted,
                 pieces = excluded.pieces,
                 mg = excluded.mg, counted = excluded.counted, packed = excluded.packed, printed = excluded.printed,
                 tests = excluded.tests, treated = excluded.treated, kept = excluded.kept, price = excluded.price,
                 source = excluded.source, note = excluded.note, version = excluded.version",
            garden.0,
            rows,
            TESTS.version()
        )
        .execute(connection)
        .await?;
        Ok(done.rows_affected())
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, lot: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(lot.id.0)?;
        let done =
            sqlx::query!("delete from seed_lot where garden_id = $1 and id = $2", garden.0, id).execute(connection).await?;
        Ok(done.rows_affected())
    }
}
