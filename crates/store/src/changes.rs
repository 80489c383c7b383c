//! Changes of a garden: one transaction each, with revision, inverse, undo and redo.
//!
//! A change is planned before it comes here, on the revision its asker saw; the garden's row is locked only to compare
//! that revision and to write.

use crate::{AccountId, GardenId, Store, StoreError, facts, upgrade, write};
use serde_json::{Value, json};
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
    /// The same key twice is the same request, made once.
    pub key: Option<&'a str>,
}

/// What became of a request to change a garden.
#[derive(Debug, Clone, PartialEq)]
pub enum Made {
    /// It was made.
    Now {
        /// The garden's revision after it.
        revision: i64,
        /// What can be undone and done again after it.
        history: History,
        /// What it changed.
        edits: Vec<Edit>,
    },
    /// It had been made before, under the same key; nothing was changed now.
    Before,
}

impl Store {
    /// A garden as it is now.
    pub async fn load(&self, garden: GardenId) -> Result<Versioned, StoreError> {
        let mut tx = self.pool.begin().await?;
        // One picture of all tables, however many changes come meanwhile.
        sqlx::query!("set transaction isolation level repeatable read, read only").execute(&mut *tx).await?;
        let revision = sqlx::query_scalar!("select revision from garden where id = $1", garden.0).fetch_one(&mut *tx).await?;
        let history = history(&mut tx, garden).await?;
        Ok(Versioned { revision, garden: facts::load(&mut tx, garden).await?, history })
    }

    /// Whether the request of a key was made before.
    ///
    /// [`StoreError::KeyUsed`] when the key was used for another request.
    pub async fn was_made(&self, garden: GardenId, key: &str, asked: &Value) -> Result<bool, StoreError> {
        let mut connection = self.pool.acquire().await?;
        was_made(&mut connection, garden, Some(key), asked).await
    }

    /// Makes a change that was planned on the revision its asker saw.
    ///
    /// [`StoreError::Stale`] when the garden has moved on since; a request with a key that was made before is not made
    /// again.
    pub async fn change(&self, asked: Asked<'_>, command: Value, edits: Vec<Edit>) -> Result<Made, StoreError> {
        let mut tx = self.pool.begin().await?;
        if moved_on(&mut tx, asked, &command).await? {
            return Ok(Made::Before);
        }
        write::edits(&mut tx, asked.garden, &edits).await?;
        let revision = sqlx::query_scalar!(
            "with dropped as (update change set state = 'dropped' where garden_id = $1 and state = 'undone'),
                  noted as (insert into change (garden_id, number, account_id, state, command, edits, edits_version)
                            select $1, coalesce(max(number), 0) + 1, $2, 'done', $3, $4, $6 from change where garden_id = $1),
                  keyed as (insert into made_request (garden_id, key, asked) select $1, $5, $3 where $5::text is not null)
             update garden set revision = revision + 1 where id = $1 returning revision",
            asked.garden.0,
            asked.by.0,
            &command,
            serde_json::to_value(&edits)?,
            asked.key,
            upgrade::EDITS
        )
        .fetch_one(&mut *tx)
        .await;
        match revision {
            Ok(revision) => {
                tx.commit().await?;
                Ok(Made::Now { revision, history: History { undo: Some(command), redo: None }, edits })
            }
            Err(error) => self.made_already(tx, error.into(), asked, &command).await,
        }
    }

    /// What became of a request that could not be noted: its key may have been noted before, on another revision.
    async fn made_already(
        &self,
        tx: Transaction<'_, Postgres>,
        error: StoreError,
        asked: Asked<'_>,
        told: &Value,
    ) -> Result<Made, StoreError> {
        tx.rollback().await?;
        match (error, asked.key) {
            (StoreError::Conflict { constraint }, Some(key)) if constraint == "made_request_pkey" => {
                self.was_made(asked.garden, key, told).await.map(|_| Made::Before)
            }
            (other, _) => Err(other),
        }
    }

    /// Takes the last change back; refused when there is none.
    pub async fn undo(&self, asked: Asked<'_>) -> Result<Made, StoreError> {
        self.step(asked, Step::Undo).await
    }

    /// Does again what was undone last; refused when there is nothing.
    pub async fn redo(&self, asked: Asked<'_>) -> Result<Made, StoreError> {
        self.step(asked, Step::Redo).await
    }

    /// One step back or forth through what was changed.
    async fn step(&self, asked: Asked<'_>, step: Step) -> Result<Made, StoreError> {
        let (mut tx, garden) = (self.pool.begin().await?, asked.garden.0);
        let told = json!({ "do": match step { Step::Undo => "undo", Step::Redo => "redo" } });
        if moved_on(&mut tx, asked, &told).await? {
            return Ok(Made::Before);
        }
        let (from, to) = match step {
            Step::Undo => ("done", "undone"),
            Step::Redo => ("undone", "done"),
        };
        // The latest that was done is taken back; the earliest that was taken back is done again.
        let stored = sqlx::query!(
            "update change set state = $3 where garden_id = $1 and number =
                 (select case $2 when 'done' then max(number) else min(number) end
                  from change where garden_id = $1 and state = $2::text)
             returning edits, edits_version",
            garden,
            from,
            to
        )
        .fetch_optional(&mut *tx)
        .await?;
        let what = match step {
            Step::Undo => "undo",
            Step::Redo => "do again",
        };
        let stored = stored.ok_or(Refusal::NothingTo { what })?;
        let edits = upgrade::edits(stored.edits, stored.edits_version)?;
        let edits = match step {
            Step::Undo => inverse(edits),
            Step::Redo => edits,
        };
        write::edits(&mut tx, asked.garden, &edits).await?;
        let revision = sqlx::query_scalar!(
            "with keyed as (insert into made_request (garden_id, key, asked) select $1, $2, $3 where $2::text is not null)
             update garden set revision = revision + 1 where id = $1 returning revision",
            garden,
            asked.key,
            told
        )
        .fetch_one(&mut *tx)
        .await;
        let revision = match revision {
            Ok(revision) => revision,
            Err(error) => return self.made_already(tx, error.into(), asked, &told).await,
        };
        let history = history(&mut tx, asked.garden).await?;
        tx.commit().await?;
        Ok(Made::Now { revision, history, edits })
    }
}

/// Which way through what was changed.
#[derive(Debug, Clone, Copy)]
enum Step {
    /// The last change is taken back.
    Undo,
    /// What was taken back last is done again.
    Redo,
}

/// Locks the garden, and tells whether a request that finds it moved on is the very one that was made before.
///
/// It is asked after the lock, in a statement of its own: the same request, sent twice, may have waited for it. One that
/// finds the garden as its asker saw it was not made on it before; so much need not be asked.
///
/// # Errors
/// [`StoreError::Stale`] when the garden has moved on and the request was not made.
async fn moved_on(connection: &mut PgConnection, asked: Asked<'_>, told: &Value) -> Result<bool, StoreError> {
    let current = lock(connection, asked.garden).await?;
    if current == asked.on {
        return Ok(false);
    }
    let made = was_made(connection, asked.garden, asked.key, told).await?;
    if made { Ok(true) } else { Err(StoreError::Stale { current }) }
}

/// Locks a garden's row, and tells its revision.
async fn lock(connection: &mut PgConnection, garden: GardenId) -> Result<i64, StoreError> {
    let locked = sqlx::query_scalar!("select revision from garden where id = $1 for update", garden.0);
    Ok(locked.fetch_one(connection).await?)
}

async fn was_made(connection: &mut PgConnection, garden: GardenId, key: Option<&str>, asked: &Value) -> Result<bool, StoreError> {
    let Some(key) = key else { return Ok(false) };
    let made = sqlx::query_scalar!("select asked from made_request where garden_id = $1 and key = $2", garden.0, key)
        .fetch_optional(connection)
        .await?;
    match made {
        None => Ok(false),
        Some(made) if made == *asked => Ok(true),
        Some(_) => Err(StoreError::KeyUsed),
    }
}

async fn history(connection: &mut PgConnection, garden: GardenId) -> Result<History, StoreError> {
    let row = sqlx::query!(
        "select (select command from change where garden_id = $1 and state = 'done' order by number desc limit 1) as undo,
                (select command from change where garden_id = $1 and state = 'undone' order by number limit 1) as redo",
        garden.0
    )
    .fetch_one(connection)
    .await?;
    Ok(History { undo: row.undo, redo: row.redo })
}
