//! Reads and writes what households say about the years ahead.

use crate::columns::{fit, of_word, word};
use crate::{GardenId, StoreError};
use sparrow_facts::ids::{BedId, TurnPlanId, WishId};
use sparrow_facts::turns::{
    Closing, Entry, Needs, OwnFamily, Parts, Piece, Pinned, SoilFinding, TurnPlan, TurnWish, Turns, Unknown, WishDraft, YearsOf,
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
        families: families(connection, garden).await?,
        findings: findings(connection, garden).await?,
        wishes: wishes(connection, garden).await?,
        pins: pins(connection, garden).await?,
        closed: closed(connection, garden).await?,
        unknown: unknown(connection, garden).await?,
        plans: plans(connection, garden).await?,
    })
}

fn piece(bed: i32, piece: i16) -> Result<Piece, StoreError> {
    Ok(Piece { bed: BedId(fit(bed)?), piece: fit(piece)? })
}

async fn families(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<OwnFamily>, StoreError> {
    let rows =
        sqlx::query!(r#"select family, years, risk from own_family where garden_id = $1 order by family collate "C""#, garden.0)
            .fetch_all(connection)
            .await?;
    rows.into_iter().map(|row| Ok(OwnFamily { family: row.family, interval: fit(row.years)?, risk: fit(row.risk)? })).collect()
}

async fn findings(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<SoilFinding>, StoreError> {
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

async fn wishes(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<TurnWish>, StoreError> {
    let rows = sqlx::query!(
        "select id, crop, squares, early, main, late, trellis, sun, deep, container, every, first_year, last_year, winters,
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

async fn pins(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Pinned>, StoreError> {
    let rows =
        sqlx::query!("select wish_id, year, bed_id, piece from wish_pin where garden_id = $1 order by wish_id, year", garden.0)
            .fetch_all(connection)
            .await?;
    rows.into_iter()
        .map(|row| Ok(Pinned { wish: WishId(fit(row.wish_id)?), year: row.year, at: piece(row.bed_id, row.piece)? }))
        .collect()
}

async fn closed(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Closing>, StoreError> {
    let rows = sqlx::query!("select bed_id, piece, year from fallow where garden_id = $1 order by bed_id, piece, year", garden.0)
        .fetch_all(connection)
        .await?;
    rows.into_iter().map(|row| Ok(Closing { at: piece(row.bed_id, row.piece)?, year: row.year })).collect()
}

async fn unknown(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Unknown>, StoreError> {
    let rows = sqlx::query!("select bed_id, year from unknown_year where garden_id = $1 order by bed_id, year", garden.0)
        .fetch_all(connection)
        .await?;
    rows.into_iter().map(|row| Ok(Unknown { bed: BedId(fit(row.bed_id)?), year: row.year })).collect()
}

async fn plans(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<TurnPlan>, StoreError> {
    let entries = sqlx::query!(
        "select plan_id, wish_id, year, bed_id, piece, squares from turn_plan_entry where garden_id = $1
         order by plan_id, wish_id, year, bed_id, piece",
        garden.0
    )
    .fetch_all(&mut *connection)
    .await?;
    let rows = sqlx::query!("select id, name, followed from turn_plan where garden_id = $1 order by id", garden.0)
        .fetch_all(connection)
        .await?;
    rows.into_iter()
        .map(|row| {
            let own = entries.iter().filter(|entry| entry.plan_id == row.id).map(|entry| {
                Ok(Entry {
                    wish: WishId(fit(entry.wish_id)?),
                    year: entry.year,
                    at: piece(entry.bed_id, entry.piece)?,
                    squares: fit(entry.squares)?,
                })
            });
            let entries = own.collect::<Result<_, StoreError>>()?;
            Ok(TurnPlan { id: TurnPlanId(fit(row.id)?), name: row.name, followed: row.followed, entries })
        })
        .collect()
}

/// Writes all that a household says about its turns in place of what it said before.
pub async fn write(connection: &mut PgConnection, garden: GardenId, turns: &Turns) -> Result<(), StoreError> {
    clear(connection, garden).await?;
    rules(connection, garden, turns).await?;
    for own in &turns.families {
        sqlx::query!(
            "insert into own_family (garden_id, family, years, risk) values ($1, $2, $3, $4)",
            garden.0,
            own.family,
            i16::from(own.interval),
            i16::from(own.risk)
        )
        .execute(&mut *connection)
        .await?;
    }
    for finding in &turns.findings {
        sqlx::query!(
            "insert into finding (garden_id, bed_id, family, years, what) values ($1, $2, $3, $4, $5)",
            garden.0,
            fit::<i32, _>(finding.bed.0)?,
            finding.family,
            i16::from(finding.interval),
            finding.what
        )
        .execute(&mut *connection)
        .await?;
    }
    for unknown in &turns.unknown {
        let bed: i32 = fit(unknown.bed.0)?;
        sqlx::query!("insert into unknown_year (garden_id, bed_id, year) values ($1, $2, $3)", garden.0, bed, unknown.year)
            .execute(&mut *connection)
            .await?;
    }
    for wish in &turns.wishes {
        insert_wish(connection, garden, wish).await?;
    }
    for pin in &turns.pins {
        sqlx::query!(
            "insert into wish_pin (garden_id, wish_id, year, bed_id, piece) values ($1, $2, $3, $4, $5)",
            garden.0,
            fit::<i32, _>(pin.wish.0)?,
            pin.year,
            fit::<i32, _>(pin.at.bed.0)?,
            i16::from(pin.at.piece)
        )
        .execute(&mut *connection)
        .await?;
    }
    for closing in &turns.closed {
        sqlx::query!(
            "insert into fallow (garden_id, bed_id, piece, year) values ($1, $2, $3, $4)",
            garden.0,
            fit::<i32, _>(closing.at.bed.0)?,
            i16::from(closing.at.piece),
            closing.year
        )
        .execute(&mut *connection)
        .await?;
    }
    for plan in &turns.plans {
        insert_plan(connection, garden, plan).await?;
    }
    Ok(())
}

async fn clear(connection: &mut PgConnection, garden: GardenId) -> Result<(), StoreError> {
    let garden = garden.0;
    sqlx::query!("delete from own_family where garden_id = $1", garden).execute(&mut *connection).await?;
    sqlx::query!("delete from finding where garden_id = $1", garden).execute(&mut *connection).await?;
    sqlx::query!("delete from unknown_year where garden_id = $1", garden).execute(&mut *connection).await?;
    sqlx::query!("delete from fallow where garden_id = $1", garden).execute(&mut *connection).await?;
    sqlx::query!("delete from turn_plan where garden_id = $1", garden).execute(&mut *connection).await?;
    sqlx::query!("delete from wish where garden_id = $1", garden).execute(&mut *connection).await?;
    Ok(())
}

async fn rules(connection: &mut PgConnection, garden: GardenId, turns: &Turns) -> Result<(), StoreError> {
    sqlx::query!(
        "update garden set turn_years = $2, turn_school = $3, turn_unit = $4, covers_count = $5 where id = $1",
        garden.0,
        i16::from(turns.years),
        word(&turns.school)?,
        word(&turns.unit)?,
        turns.covers_count
    )
    .execute(&mut *connection)
    .await?;
    let numbers = |beds: &[BedId]| beds.iter().map(|bed| fit(bed.0)).collect::<Result<Vec<i32>, StoreError>>();
    let (shady, divided) = (numbers(&turns.shady)?, numbers(&turns.divided)?);
    sqlx::query!("update bed set shady = id = any($2), divided = id = any($3) where garden_id = $1", garden.0, &shady, &divided)
        .execute(connection)
        .await?;
    Ok(())
}

async fn insert_wish(connection: &mut PgConnection, garden: GardenId, wish: &TurnWish) -> Result<(), StoreError> {
    let WishDraft { crop, squares, parts, needs, years, winters, resistant } = &wish.wish;
    sqlx::query!(
        "insert into wish (garden_id, id, crop, squares, early, main, late, trellis, sun, deep, container, every, first_year,
                           last_year, winters, resistant)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16)",
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
        resistant
    )
    .execute(connection)
    .await?;
    Ok(())
}

async fn insert_plan(connection: &mut PgConnection, garden: GardenId, plan: &TurnPlan) -> Result<(), StoreError> {
    let id: i32 = fit(plan.id.0)?;
    sqlx::query!(
        "insert into turn_plan (garden_id, id, name, followed) values ($1, $2, $3, $4)",
        garden.0,
        id,
        plan.name,
        plan.followed
    )
    .execute(&mut *connection)
    .await?;
    // One statement for all entries: a plan has hundreds of them.
    let wishes = plan.entries.iter().map(|entry| fit(entry.wish.0)).collect::<Result<Vec<i32>, StoreError>>()?;
    let beds = plan.entries.iter().map(|entry| fit(entry.at.bed.0)).collect::<Result<Vec<i32>, StoreError>>()?;
    let squares = plan.entries.iter().map(|entry| fit(entry.squares)).collect::<Result<Vec<i16>, StoreError>>()?;
    let years: Vec<i16> = plan.entries.iter().map(|entry| entry.year).collect();
    let pieces: Vec<i16> = plan.entries.iter().map(|entry| i16::from(entry.at.piece)).collect();
    sqlx::query!(
        "insert into turn_plan_entry (garden_id, plan_id, wish_id, year, bed_id, piece, squares)
         select $1, $2, * from unnest($3::int[], $4::smallint[], $5::int[], $6::smallint[], $7::smallint[])",
        garden.0,
        id,
        &wishes,
        &years,
        &beds,
        &pieces,
        &squares
    )
    .execute(connection)
    .await?;
    Ok(())
}
