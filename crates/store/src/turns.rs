//! Reads and writes what households say about the years ahead.

use crate::columns::{fit, of_word, word};
use crate::{GardenId, StoreError};
use sparrow_facts::ids::{BedId, TurnPlanId, WishId};
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
    let rows = sqlx::query!("select id, name, followed, entries from turn_plan where garden_id = $1 order by id", garden.0)
        .fetch_all(connection)
        .await?;
    rows.into_iter()
        .map(|row| {
            let entries = serde_json::from_value(row.entries)?;
            Ok(TurnPlan { id: TurnPlanId(fit(row.id)?), name: row.name, followed: row.followed, entries })
        })
        .collect()
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

/// Writes the household's own values of a family.
pub async fn own_family(connection: &mut PgConnection, garden: GardenId, own: &OwnFamily) -> Result<u64, StoreError> {
    let done = sqlx::query!(
        "insert into own_family (garden_id, family, years, risk) values ($1, $2, $3, $4)
         on conflict (garden_id, family) do update set years = excluded.years, risk = excluded.risk",
        garden.0,
        own.family,
        i16::from(own.interval),
        i16::from(own.risk)
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Goes back to the catalogue's values of a family.
pub async fn forget_own_family(connection: &mut PgConnection, garden: GardenId, own: &OwnFamily) -> Result<u64, StoreError> {
    let done = sqlx::query!("delete from own_family where garden_id = $1 and family = $2", garden.0, own.family);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Writes a trouble found in the soil of a bed.
pub async fn soil_finding(connection: &mut PgConnection, garden: GardenId, found: &SoilFinding) -> Result<u64, StoreError> {
    let done = sqlx::query!(
        "insert into finding (garden_id, bed_id, family, years, what) values ($1, $2, $3, $4, $5)
         on conflict (garden_id, bed_id, family) do update set years = excluded.years, what = excluded.what",
        garden.0,
        fit::<i32, _>(found.bed.0)?,
        found.family,
        i16::from(found.interval),
        found.what
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// A trouble is over.
pub async fn forget_soil_finding(
    connection: &mut PgConnection,
    garden: GardenId,
    found: &SoilFinding,
) -> Result<u64, StoreError> {
    let bed: i32 = fit(found.bed.0)?;
    let done =
        sqlx::query!("delete from finding where garden_id = $1 and bed_id = $2 and family = $3", garden.0, bed, found.family);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Writes a wish.
pub async fn wish(connection: &mut PgConnection, garden: GardenId, wish: &TurnWish) -> Result<u64, StoreError> {
    let WishDraft { crop, squares, parts, needs, years, winters, resistant } = &wish.wish;
    let done = sqlx::query!(
        "insert into wish (garden_id, id, crop, squares, early, main, late, trellis, sun, deep, container, every, first_year,
                           last_year, winters, resistant)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16)
         on conflict (garden_id, id) do update set crop = excluded.crop, squares = excluded.squares, early = excluded.early,
             main = excluded.main, late = excluded.late, trellis = excluded.trellis, sun = excluded.sun, deep = excluded.deep,
             container = excluded.container, every = excluded.every, first_year = excluded.first_year,
             last_year = excluded.last_year, winters = excluded.winters, resistant = excluded.resistant",
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
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Wishes for something no longer.
pub async fn forget_wish(connection: &mut PgConnection, garden: GardenId, wish: &TurnWish) -> Result<u64, StoreError> {
    let id: i32 = fit(wish.id.0)?;
    let done = sqlx::query!("delete from wish where garden_id = $1 and id = $2", garden.0, id);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Fixes a wish to ground in a year.
pub async fn pin(connection: &mut PgConnection, garden: GardenId, pin: Pinned) -> Result<u64, StoreError> {
    let done = sqlx::query!(
        "insert into wish_pin (garden_id, wish_id, year, bed_id, piece) values ($1, $2, $3, $4, $5)
         on conflict (garden_id, wish_id, year) do update set bed_id = excluded.bed_id, piece = excluded.piece",
        garden.0,
        fit::<i32, _>(pin.wish.0)?,
        pin.year,
        fit::<i32, _>(pin.at.bed.0)?,
        i16::from(pin.at.piece)
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Lets a wish go in a year.
pub async fn forget_pin(connection: &mut PgConnection, garden: GardenId, pin: Pinned) -> Result<u64, StoreError> {
    let wish: i32 = fit(pin.wish.0)?;
    let done = sqlx::query!("delete from wish_pin where garden_id = $1 and wish_id = $2 and year = $3", garden.0, wish, pin.year);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Lets ground lie fallow in a year.
pub async fn closing(connection: &mut PgConnection, garden: GardenId, closing: Closing) -> Result<u64, StoreError> {
    let done = sqlx::query!(
        "insert into fallow (garden_id, bed_id, piece, year) values ($1, $2, $3, $4)",
        garden.0,
        fit::<i32, _>(closing.at.bed.0)?,
        i16::from(closing.at.piece),
        closing.year
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Ground is planted again.
pub async fn forget_closing(connection: &mut PgConnection, garden: GardenId, closing: Closing) -> Result<u64, StoreError> {
    let done = sqlx::query!(
        "delete from fallow where garden_id = $1 and bed_id = $2 and piece = $3 and year = $4",
        garden.0,
        fit::<i32, _>(closing.at.bed.0)?,
        i16::from(closing.at.piece),
        closing.year
    );
    Ok(done.execute(connection).await?.rows_affected())
}

/// Nobody knows what stood in a bed in a year.
pub async fn unknown_year(connection: &mut PgConnection, garden: GardenId, unknown: Unknown) -> Result<u64, StoreError> {
    let bed: i32 = fit(unknown.bed.0)?;
    let done =
        sqlx::query!("insert into unknown_year (garden_id, bed_id, year) values ($1, $2, $3)", garden.0, bed, unknown.year);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Somebody knows.
pub async fn forget_unknown_year(connection: &mut PgConnection, garden: GardenId, unknown: Unknown) -> Result<u64, StoreError> {
    let bed: i32 = fit(unknown.bed.0)?;
    let done =
        sqlx::query!("delete from unknown_year where garden_id = $1 and bed_id = $2 and year = $3", garden.0, bed, unknown.year);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Forgets a plan with its entries.
pub async fn forget_plan(connection: &mut PgConnection, garden: GardenId, plan: TurnPlanId) -> Result<u64, StoreError> {
    let id: i32 = fit(plan.0)?;
    let done = sqlx::query!("delete from turn_plan where garden_id = $1 and id = $2", garden.0, id);
    Ok(done.execute(connection).await?.rows_affected())
}

/// Writes a plan with its entries.
pub async fn plan(connection: &mut PgConnection, garden: GardenId, plan: &TurnPlan) -> Result<u64, StoreError> {
    let TurnPlan { id, name, followed, entries } = plan;
    let done = sqlx::query!(
        "insert into turn_plan (garden_id, id, name, followed, entries) values ($1, $2, $3, $4, $5)
         on conflict (garden_id, id) do update set name = excluded.name, followed = excluded.followed, entries = excluded.entries",
        garden.0,
        fit::<i32, _>(id.0)?,
        name,
        followed,
        serde_json::to_value(entries)?
    );
    Ok(done.execute(connection).await?.rows_affected())
}
