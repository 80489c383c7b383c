//! Reads and writes what households say about the years ahead.

use crate::columns::{fit, of_word, word};
use crate::document::Document;
use crate::table::{Table, load_list};
use crate::{GardenId, StoreError};
use sparrow_facts::ids::{BedId, TurnPlanId, VarietyId, WishId};
use sparrow_facts::turns::{
    Closing, Needs, OwnFamily, Parts, Piece, Pinned, SoilFinding, TurnPlan, TurnRules, TurnWish, Turns, Unknown, WishDraft,
    YearsOf,
};
use sqlx::PgConnection;

/// All that a garden's household says about its turns.
pub async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Turns, StoreError> {
    let rules = sqlx::query!("select turn_years, turn_school, turn_unit, covers_count from garden where id = $1", garden.0)
        .fetch_one(&mut *connection)
        .await?;
    let beds =
        sqlx::query!("select id, shady, divided from bed where garden_id = $1 and (shady or divided) order by id", garden.0)
            .fetch_all(&mut *connection)
            .await?;
    let bed = |id: i32| Ok::<_, StoreError>(BedId(fit(id)?));
    Ok(Turns {
        years: fit(rules.turn_years)?,
        school: of_word(&rules.turn_school)?,
        unit: of_word(&rules.turn_unit)?,
        covers_count: rules.covers_count,
        shady: beds.iter().filter(|row| row.shady).map(|row| bed(row.id)).collect::<Result<_, _>>()?,
        divided: beds.iter().filter(|row| row.divided).map(|row| bed(row.id)).collect::<Result<_, _>>()?,
        families: load_list(connection, garden).await?,
        findings: load_list(connection, garden).await?,
        wishes: load_list(connection, garden).await?,
        pins: load_list(connection, garden).await?,
        closed: load_list(connection, garden).await?,
        unknown: load_list(connection, garden).await?,
        plans: load_list(connection, garden).await?,
    })
}

fn piece(bed: i32, piece: i16) -> Result<Piece, StoreError> {
    Ok(Piece { bed: BedId(fit(bed)?), piece: fit(piece)? })
}

/// Writes the rules.
pub async fn rules(connection: &mut PgConnection, garden: GardenId, rules: TurnRules) -> Result<u64, StoreError> {
    let TurnRules { years, school, unit, covers_count } = rules;
    let done = sqlx::query!(
        "update garden set turn_years = $2, turn_school = $3, turn_unit = $4, covers_count = $5 where id = $1",
        garden.0,
        i16::from(years),
        word(&school)?,
        word(&unit)?,
        covers_count
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Notes a bed as shady, or no longer.
pub async fn shady(connection: &mut PgConnection, garden: GardenId, bed: BedId, is: bool) -> Result<u64, StoreError> {
    let id: i32 = fit(bed.0)?;
    let done = sqlx::query!("update bed set shady = $3 where garden_id = $1 and id = $2", garden.0, id, is);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Lets the halves of a bed's sections count apart, or no longer.
pub async fn divided(connection: &mut PgConnection, garden: GardenId, bed: BedId, is: bool) -> Result<u64, StoreError> {
    let id: i32 = fit(bed.0)?;
    let done = sqlx::query!("update bed set divided = $3 where garden_id = $1 and id = $2", garden.0, id, is);
    Ok(done.execute(connection).await?.rows_affected())
}

impl Table for OwnFamily {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            r#"select family, years, risk from own_family where garden_id = $1 order by family collate "C""#,
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| Ok(OwnFamily { family: row.family, interval: fit(row.years)?, risk: fit(row.risk)? }))
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for own in rows {
            let done = sqlx::query!(
                "insert into own_family (garden_id, family, years, risk) values ($1, $2, $3, $4)
         on conflict (garden_id, family) do update set years = excluded.years, risk = excluded.risk",
                garden.0,
                own.family,
                i16::from(own.interval),
                i16::from(own.risk)
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, own: &Self) -> Result<u64, StoreError> {
        let done = sqlx::query!("delete from own_family where garden_id = $1 and family = $2", garden.0, own.family);
        Ok(done.execute(connection).await?.rows_affected())
    }
}

impl Table for SoilFinding {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            r#"select bed_id, family, years, what from finding where garden_id = $1 order by bed_id, family collate "C""#,
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| {
                Ok(SoilFinding { bed: BedId(fit(row.bed_id)?), family: row.family, interval: fit(row.years)?, what: row.what })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for found in rows {
            let done = sqlx::query!(
                "insert into finding (garden_id, bed_id, family, years, what) values ($1, $2, $3, $4, $5)
         on conflict (garden_id, bed_id, family) do update set years = excluded.years, what = excluded.what",
                garden.0,
                fit::<i32, _>(found.bed.0)?,
                found.family,
                i16::from(found.interval),
                found.what
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, found: &Self) -> Result<u64, StoreError> {
        let bed: i32 = fit(found.bed.0)?;
        let done =
            sqlx::query!("delete from finding where garden_id = $1 and bed_id = $2 and family = $3", garden.0, bed, found.family);
        Ok(done.execute(connection).await?.rows_affected())
    }
}

impl Table for TurnWish {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select id, crop, variety, squares, early, main, late, trellis, sun, deep, container, every, first_year, last_year, winters,
                    resistant
             from wish where garden_id = $1 order by id",
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| {
                let wish = WishDraft {
                    crop: row.crop,
                    variety: row.variety.map(fit).transpose()?.map(VarietyId),
                    squares: fit(row.squares)?,
                    parts: Parts { early: row.early, main: row.main, late: row.late },
                    needs: Needs { trellis: row.trellis, sun: row.sun, deep: row.deep, container: row.container },
                    years: YearsOf { every: fit(row.every)?, first: row.first_year, last: row.last_year },
                    winters: row.winters,
                    resistant: row.resistant,
                };
                Ok(TurnWish { id: WishId(fit(row.id)?), wish })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for wish in rows {
            let WishDraft { crop, variety, squares, parts, needs, years, winters, resistant } = &wish.wish;
            let done = sqlx::query!(
                "insert into wish (garden_id, id, crop, squares, early, main, late, trellis, sun, deep, container, every, first_year,
                                   last_year, winters, resistant, variety)
                 values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17)
                 on conflict (garden_id, id) do update set crop = excluded.crop, squares = excluded.squares, early = excluded.early,
                     main = excluded.main, late = excluded.late, trellis = excluded.trellis, sun = excluded.sun, deep = excluded.deep,
                     container = excluded.container, every = excluded.every, first_year = excluded.first_year,
                     last_year = excluded.last_year, winters = excluded.winters, resistant = excluded.resistant,
                     variety = excluded.variety",
                garden.0,
                fit::<i32, _>(wish.id.0)?,
                crop,
                fit::<i16, _>(*squares)?,
                parts.early,
                parts.main,
                parts.late,
                needs.trellis,
                needs.sun,
                needs.deep,
                needs.container,
                i16::from(years.every),
                years.first,
                years.last,
                winters,
                resistant,
                variety.map(|variety| fit::<i32, _>(variety.0)).transpose()?
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, wish: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(wish.id.0)?;
        let done = sqlx::query!("delete from wish where garden_id = $1 and id = $2", garden.0, id);
        Ok(done.execute(connection).await?.rows_affected())
    }
}

impl Table for Pinned {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!(
            "select wish_id, year, bed_id, piece from wish_pin where garden_id = $1 order by wish_id, year",
            garden.0
        )
        .fetch_all(connection)
        .await?;
        rows.into_iter()
            .map(|row| Ok(Pinned { wish: WishId(fit(row.wish_id)?), year: row.year, at: piece(row.bed_id, row.piece)? }))
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for pin in rows {
            let done = sqlx::query!(
                "insert into wish_pin (garden_id, wish_id, year, bed_id, piece) values ($1, $2, $3, $4, $5)
         on conflict (garden_id, wish_id, year) do update set bed_id = excluded.bed_id, piece = excluded.piece",
                garden.0,
                fit::<i32, _>(pin.wish.0)?,
                pin.year,
                fit::<i32, _>(pin.at.bed.0)?,
                i16::from(pin.at.piece)
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, pin: &Self) -> Result<u64, StoreError> {
        let wish: i32 = fit(pin.wish.0)?;
        let done =
            sqlx::query!("delete from wish_pin where garden_id = $1 and wish_id = $2 and year = $3", garden.0, wish, pin.year);
        Ok(done.execute(connection).await?.rows_affected())
    }
}

impl Table for Closing {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows =
            sqlx::query!("select bed_id, piece, year from fallow where garden_id = $1 order by bed_id, piece, year", garden.0)
                .fetch_all(connection)
                .await?;
        rows.into_iter().map(|row| Ok(Closing { at: piece(row.bed_id, row.piece)?, year: row.year })).collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for closing in rows {
            let done = sqlx::query!(
                "insert into fallow (garden_id, bed_id, piece, year) values ($1, $2, $3, $4)",
                garden.0,
                fit::<i32, _>(closing.at.bed.0)?,
                i16::from(closing.at.piece),
                closing.year
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, closing: &Self) -> Result<u64, StoreError> {
        let done = sqlx::query!(
            "delete from fallow where garden_id = $1 and bed_id = $2 and piece = $3 and year = $4",
            garden.0,
            fit::<i32, _>(closing.at.bed.0)?,
            i16::from(closing.at.piece),
            closing.year
        );
        Ok(done.execute(connection).await?.rows_affected())
    }
}

impl Table for Unknown {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows = sqlx::query!("select bed_id, year from unknown_year where garden_id = $1 order by bed_id, year", garden.0)
            .fetch_all(connection)
            .await?;
        rows.into_iter().map(|row| Ok(Unknown { bed: BedId(fit(row.bed_id)?), year: row.year })).collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for unknown in rows {
            let bed: i32 = fit(unknown.bed.0)?;
            let done = sqlx::query!(
                "insert into unknown_year (garden_id, bed_id, year) values ($1, $2, $3)",
                garden.0,
                bed,
                unknown.year
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, unknown: &Self) -> Result<u64, StoreError> {
        let bed: i32 = fit(unknown.bed.0)?;
        let done = sqlx::query!(
            "delete from unknown_year where garden_id = $1 and bed_id = $2 and year = $3",
            garden.0,
            bed,
            unknown.year
        );
        Ok(done.execute(connection).await?.rows_affected())
    }
}

/// How what a plan has where is kept.
const ENTRIES: Document = Document::new("the entries of a plan", &[]);

impl Table for TurnPlan {
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError> {
        let rows =
            sqlx::query!("select id, name, followed, entries, version from turn_plan where garden_id = $1 order by id", garden.0)
                .fetch_all(connection)
                .await?;
        rows.into_iter()
            .map(|row| {
                let entries = ENTRIES.read(row.entries, row.version)?;
                Ok(TurnPlan { id: TurnPlanId(fit(row.id)?), name: row.name, followed: row.followed, entries })
            })
            .collect()
    }

    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError> {
        let mut written = 0;
        for plan in rows {
            let TurnPlan { id, name, followed, entries } = plan;
            let done = sqlx::query!(
                "insert into turn_plan (garden_id, id, name, followed, entries, version) values ($1, $2, $3, $4, $5, $6)
         on conflict (garden_id, id) do update set name = excluded.name, followed = excluded.followed, entries = excluded.entries,
             version = excluded.version",
                garden.0,
                fit::<i32, _>(id.0)?,
                name,
                followed,
                serde_json::to_value(entries)?,
                ENTRIES.version()
            );
            written += done.execute(&mut *connection).await?.rows_affected();
        }
        Ok(written)
    }

    async fn forget(connection: &mut PgConnection, garden: GardenId, plan: &Self) -> Result<u64, StoreError> {
        let id: i32 = fit(plan.id.0)?;
        let done = sqlx::query!("delete from turn_plan where garden_id = $1 and id = $2", garden.0, id);
        Ok(done.execute(connection).await?.rows_affected())
    }
}
