//! Changes of a garden: one transaction each, with revision, inverse, undo and redo.
//!
//! Undo takes back one's own last change: where others have changed the garden since, whoever asks must first see whether it
//! can still be taken back.
//!
//! A change is planned before it comes here, on the revision its asker saw; the garden's row is locked only to compare
//! that revision and to write.

use crate::columns::fit;
use crate::{AccountId, GardenId, Store, StoreError, facts, upgrade};
use jiff::Timestamp;
use jiff_sqlx::Timestamp as Stamp;
use serde_json::Value;
use sparrow_facts::edit::{Edit, inverse, numbers_given};
use sparrow_facts::garden::Garden;
use sparrow_facts::refusal::Refusal;
use sqlx::{PgConnection, Postgres, Transaction};

/// How often a change is tried that the database rolls back because it ran into another.
const TRIES: usize = 3;

/// How far a garden has come.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct HowFar {
    /// How many changes its plan has seen.
    pub revision: i64,
    /// When the latest entry of its journal came in.
    pub latest: Option<Timestamp>,
    /// How many came in within the last minute: one may have been begun before the latest and come in after it.
    pub lately: i64,
}

/// A garden at a revision.
#[derive(Debug, Clone, PartialEq)]
pub struct Versioned {
    /// How many changes, undos and redos it has seen.
    pub revision: i64,
    /// Its facts.
    pub garden: Garden,
}

/// The next command of one member to undo and to do again, as it was asked for.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct History {
    /// What undo would take back.
    pub undo: Option<Value>,
    /// What redo would do again.
    pub redo: Option<Value>,
}

/// Which way through what was changed.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Way {
    /// A change is taken back.
    Undo,
    /// What was taken back is done again.
    Redo,
}

/// A change that is to be taken back or done again.
#[derive(Debug, Clone, PartialEq)]
pub struct Step {
    /// Which way.
    pub way: Way,
    /// Its number.
    pub number: i64,
    /// Who made the change.
    pub by: Option<AccountId>,
    /// What is to be written.
    pub edits: Vec<Edit>,
    /// Others have made changes since that stand.
    pub others: bool,
}

/// A change as a list shows it.
#[derive(Debug, Clone, PartialEq)]
pub struct ChangeLine {
    /// Its number in the garden, from 1.
    pub number: i64,
    /// Who made it; nothing when the account is no more.
    pub by: Option<AccountId>,
    /// Their name.
    pub name: Option<String>,
    /// When.
    pub at: Timestamp,
    /// The command, as it was asked for.
    pub command: Value,
    /// It was taken back.
    pub undone: bool,
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
        Ok(Versioned { revision, garden: facts::load(&mut tx, garden).await? })
    }

    /// What a member can take back and do again in a garden: their own changes, the latest first and last.
    pub async fn history(&self, garden: GardenId, by: AccountId) -> Result<History, StoreError> {
        let row = sqlx::query!(
            "select (select command from change where garden_id = $1 and account_id = $2 and state = 'done'
                     order by number desc limit 1) as undo,
                    (select command from change where garden_id = $1 and account_id = $2 and state = 'undone'
                     order by number limit 1) as redo",
            garden.0,
            by.0
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(History { undo: row.undo, redo: row.redo })
    }

    /// The changes of a garden before a number, or the latest, the latest first; those that were dropped are left out.
    pub async fn changes(&self, garden: GardenId, before: Option<i64>, most: i64) -> Result<Vec<ChangeLine>, StoreError> {
        let rows = sqlx::query!(
            r#"select c.number, c.account_id, a.name as "name?", c.at as "at: Stamp", c.command, c.state = 'undone' as "undone!"
               from change c left join account a on a.id = c.account_id
               where c.garden_id = $1 and c.state <> 'dropped' and ($2::bigint is null or c.number < $2)
               order by c.number desc limit $3"#,
            garden.0,
            before,
            most
        )
        .fetch_all(&self.pool)
        .await?;
        Ok(rows
            .into_iter()
            .map(|row| ChangeLine {
                number: row.number,
                by: row.account_id.map(AccountId),
                name: row.name,
                at: row.at.to_jiff(),
                command: row.command,
                undone: row.undone,
            })
            .collect())
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
    pub async fn change(&self, asked: Asked<'_>, command: &Value, edits: &[Edit]) -> Result<Made, StoreError> {
        for _ in 1..TRIES {
            match self.change_once(asked, command, edits).await {
                Err(StoreError::RolledBack(_)) => {}
                made => return made,
            }
        }
        self.change_once(asked, command, edits).await
    }

    async fn change_once(&self, asked: Asked<'_>, command: &Value, edits: &[Edit]) -> Result<Made, StoreError> {
        let mut tx = self.pool.begin().await?;
        if moved_on(&mut tx, asked, command).await? {
            return Ok(Made::Before);
        }
        facts::write(&mut tx, asked.garden, edits).await?;
        let given = numbers_given(edits);
        let revision = sqlx::query_scalar!(
            "with dropped as (update change set state = 'dropped' where garden_id = $1 and account_id = $2 and state = 'undone'),
                  noted as (insert into change (garden_id, number, account_id, state, command, edits, edits_version)
                            select $1, coalesce(max(number), 0) + 1, $2, 'done', $3, $4, $6 from change where garden_id = $1),
                  keyed as (insert into made_request (garden_id, key, asked) select $1, $5, $3 where $5::text is not null)
             update garden set revision = revision + 1, given_bed = greatest(given_bed, $7), given_patch = greatest(given_patch, $8),
                               given_wish = greatest(given_wish, $9), given_variety = greatest(given_variety, $10),
                               given_own_crop = greatest(given_own_crop, $11)
             where id = $1 returning revision",
            asked.garden.0,
            asked.by.0,
            command,
            serde_json::to_value(edits)?,
            asked.key,
            upgrade::EDITS,
            fit::<i32, _>(given.bed)?,
            fit::<i32, _>(given.patch)?,
            fit::<i32, _>(given.wish)?,
            fit::<i32, _>(given.variety)?,
            fit::<i32, _>(given.own_crop)?
        )
        .fetch_one(&mut *tx)
        .await;
        match revision {
            Ok(revision) => {
                tx.commit().await?;
                Ok(Made::Now { revision })
            }
            Err(error) => self.made_already(tx, error.into(), asked, command).await,
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

    /// The change that a member would take back or do again: their own, or with a number that one, whoever made it.
    ///
    /// # Errors
    /// [`Refusal::NothingTo`] when there is none.
    pub async fn next_step(&self, asked: Asked<'_>, way: Way, number: Option<i64>) -> Result<Step, StoreError> {
        let from = if way == Way::Undo { "done" } else { "undone" };
        // The latest that was done is taken back; the earliest that was taken back is done again.
        let stored = sqlx::query!(
            "select c.number, c.account_id, c.edits, c.edits_version,
                    exists (select from change later where later.garden_id = $1 and later.number > c.number
                            and later.state = 'done' and later.account_id is distinct from $2) as \"others!\"
             from change c where c.garden_id = $1 and c.state = $3
               and case when $4::bigint is null then c.account_id = $2 else c.number = $4 end
             order by case $3 when 'done' then -c.number else c.number end limit 1",
            asked.garden.0,
            asked.by.0,
            from,
            number
        )
        .fetch_optional(&self.pool)
        .await?;
        let what = if way == Way::Undo { "undo" } else { "do again" };
        let stored = stored.ok_or(Refusal::NothingTo { what })?;
        let edits = upgrade::edits(stored.edits, stored.edits_version)?;
        let edits = if way == Way::Undo { inverse(edits) } else { edits };
        Ok(Step { way, number: stored.number, by: stored.account_id.map(AccountId), edits, others: stored.others })
    }

    /// Takes a change back, or does it again, in the garden as its asker saw it.
    pub async fn step(&self, asked: Asked<'_>, step: &Step, told: &Value) -> Result<Made, StoreError> {
        for _ in 1..TRIES {
            match self.step_once(asked, step, told).await {
                Err(StoreError::RolledBack(_)) => {}
                made => return made,
            }
        }
        self.step_once(asked, step, told).await
    }

    async fn step_once(&self, asked: Asked<'_>, step: &Step, told: &Value) -> Result<Made, StoreError> {
        let (mut tx, garden) = (self.pool.begin().await?, asked.garden.0);
        if moved_on(&mut tx, asked, told).await? {
            return Ok(Made::Before);
        }
        let (from, to) = if step.way == Way::Undo { ("done", "undone") } else { ("undone", "done") };
        let moved = sqlx::query!(
            "update change set state = $4 where garden_id = $1 and number = $2 and state = $3",
            garden,
            step.number,
            from,
            to
        );
        if moved.execute(&mut *tx).await?.rows_affected() == 0 {
            return Err(StoreError::NotFound);
        }
        facts::write(&mut tx, asked.garden, &step.edits).await?;
        let revision = sqlx::query_scalar!(
            "with keyed as (insert into made_request (garden_id, key, asked) select $1, $2, $3 where $2::text is not null)
             update garden set revision = revision + 1 where id = $1 returning revision",
            garden,
            asked.key,
            told
        )
        .fetch_one(&mut *tx)
        .await;
        match revision {
            Ok(revision) => {
                tx.commit().await?;
                Ok(Made::Now { revision })
            }
            Err(error) => self.made_already(tx, error.into(), asked, told).await,
        }
    }
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
