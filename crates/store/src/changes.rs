//! Changes of a garden: one transaction each, with revision, inverse, undo and redo.

use crate::{AccountId, GardenId, Store, StoreError, facts, write};
use serde_json::Value;
use sparrow_facts::edit;
use sparrow_facts::edit::{Edit, inverse};
use sparrow_facts::garden::Garden;
use sparrow_facts::refusal::Refusal;
use sqlx::{PgConnection, Postgres, Transaction};

/// A garden at a revision.
#[derive(Debug, Clone, PartialEq)]
pub struct Versioned {
    /// How many changes, undos and redos it has seen.
    pub revision: i64,
    /// Its facts.
    pub garden: Garden,
    /// What can be undone and done again.
    pub history: History,
}

/// The next command to undo and to do again, as they were asked for.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct History {
    /// What undo would take back.
    pub undo: Option<Value>,
    /// What redo would do again.
    pub redo: Option<Value>,
}

/// Who asks for a change, on which revision, under which key.
#[derive(Debug, Clone, Copy)]
pub struct Asked<'a> {
    /// The garden.
    pub garden: GardenId,
    /// Who asks.
    pub by: AccountId,
    /// The revision the asker has seen.
    pub on: i64,
    /// The same key twice is the same change, made once.
    pub key: Option<&'a str>,
}

impl Store {
    /// A garden as it is now.
    pub async fn load(&self, garden: GardenId) -> Result<Versioned, StoreError> {
        let mut tx = self.pool.begin().await?;
        // One picture of all tables, however many changes come meanwhile.
        sqlx::query!("set transaction isolation level repeatable read, read only").execute(&mut *tx).await?;
        versioned(&mut tx, garden).await
    }

    /// Makes a change: `plan` turns the garden as it is into edits, or refuses.
    ///
    /// [`StoreError::Stale`] when the garden has moved on since the asker saw it; a change with a key
    /// that was made before is not made again, and the garden is answered as it is.
    pub async fn change(
        &self,
        asked: Asked<'_>,
        command: Value,
        plan: impl FnOnce(&Garden) -> Result<Vec<Edit>, Refusal>,
    ) -> Result<Versioned, StoreError> {
        let mut tx = self.pool.begin().await?;
        let locked = lock(&mut tx, asked.garden, asked.key).await?;
        if locked.was_made {
            return versioned(&mut tx, asked.garden).await;
        }
        up_to_date(locked.revision, asked.on)?;
        let mut garden = facts::load(&mut tx, asked.garden).await?;
        let edits = plan(&garden)?;
        write::edits(&mut tx, asked.garden, &edits).await?;
        sqlx::query!("update change set state = 'dropped' where garden_id = $1 and state = 'undone'", asked.garden.0)
            .execute(&mut *tx)
            .await?;
        sqlx::query!(
            "insert into change (garden_id, number, account_id, state, command, edits, idempotency_key)
             select $1, coalesce(max(number), 0) + 1, $2, 'done', $3, $4, $5 from change where garden_id = $1",
            asked.garden.0,
            asked.by.0,
            &command,
            serde_json::to_value(&edits)?,
            asked.key
        )
        .execute(&mut *tx)
        .await?;
        let revision = advance(&mut tx, asked.garden).await?;
        tx.commit().await?;
        // What was written is what the edits say; reading it again would tell nothing new.
        edit::apply(&mut garden, &edits);
        Ok(Versioned { revision, garden, history: History { undo: Some(command), redo: None } })
    }

    /// Takes the last change back; refused when there is none.
    pub async fn undo(&self, asked: Asked<'_>) -> Result<Versioned, StoreError> {
        let mut tx = self.pool.begin().await?;
        up_to_date(lock(&mut tx, asked.garden, None).await?.revision, asked.on)?;
        let last = sqlx::query!(
            "update change set state = 'undone' where garden_id = $1 and number =
                 (select max(number) from change where garden_id = $1 and state = 'done') returning edits",
            asked.garden.0
        )
        .fetch_optional(&mut *tx)
        .await?
        .ok_or(Refusal::NothingTo { what: "undo" })?;
        write::edits(&mut tx, asked.garden, &inverse(serde_json::from_value(last.edits)?)).await?;
        finish(tx, asked.garden).await
    }

    /// Does again what was undone last; refused when there is nothing.
    pub async fn redo(&self, asked: Asked<'_>) -> Result<Versioned, StoreError> {
        let mut tx = self.pool.begin().await?;
        up_to_date(lock(&mut tx, asked.garden, None).await?.revision, asked.on)?;
        let first = sqlx::query!(
            "update change set state = 'done' where garden_id = $1 and number =
                 (select min(number) from change where garden_id = $1 and state = 'undone') returning edits",
            asked.garden.0
        )
        .fetch_optional(&mut *tx)
        .await?
        .ok_or(Refusal::NothingTo { what: "do again" })?;
        let edits: Vec<Edit> = serde_json::from_value(first.edits)?;
        write::edits(&mut tx, asked.garden, &edits).await?;
        finish(tx, asked.garden).await
    }
}

fn up_to_date(current: i64, seen: i64) -> Result<(), StoreError> {
    if current == seen { Ok(()) } else { Err(StoreError::Stale { current }) }
}

struct Locked {
    revision: i64,
    was_made: bool,
}

/// Locks a garden's row, and tells whether the change of that key was made before.
async fn lock(connection: &mut PgConnection, garden: GardenId, key: Option<&str>) -> Result<Locked, StoreError> {
    let locked = sqlx::query_as!(
        Locked,
        r#"select revision, exists (select 1 from change where garden_id = $1 and idempotency_key = $2) as "was_made!"
           from garden where id = $1 for update"#,
        garden.0,
        key
    );
    Ok(locked.fetch_one(connection).await?)
}

async fn advance(connection: &mut PgConnection, garden: GardenId) -> Result<i64, StoreError> {
    let revision = sqlx::query_scalar!("update garden set revision = revision + 1 where id = $1 returning revision", garden.0);
    Ok(revision.fetch_one(connection).await?)
}

async fn finish(mut tx: Transaction<'_, Postgres>, garden: GardenId) -> Result<Versioned, StoreError> {
    advance(&mut tx, garden).await?;
    let after = versioned(&mut tx, garden).await?;
    tx.commit().await?;
    Ok(after)
}

async fn versioned(connection: &mut PgConnection, garden: GardenId) -> Result<Versioned, StoreError> {
    let revision = sqlx::query_scalar!("select revision from garden where id = $1", garden.0).fetch_one(&mut *connection).await?;
    let undo = sqlx::query_scalar!(
        "select command from change where garden_id = $1 and state = 'done' order by number desc limit 1",
        garden.0
    )
    .fetch_optional(&mut *connection)
    .await?;
    let redo = sqlx::query_scalar!(
        "select command from change where garden_id = $1 and state = 'undone' order by number limit 1",
        garden.0
    )
    .fetch_optional(&mut *connection)
    .await?;
    Ok(Versioned { revision, garden: facts::load(connection, garden).await?, history: History { undo, redo } })
}
