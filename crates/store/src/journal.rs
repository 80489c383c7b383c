//! The journal of a garden: entries are added, and read by the days they are of. Nothing here locks or changes anything.

use crate::{AccountId, GardenId, Store, StoreError};
use jiff::Timestamp;
use jiff::civil::Date;
use jiff_sqlx::{Date as Day, Timestamp as Stamp, ToSqlx};
use sparrow_facts::journal::JournalEntry;
use sqlx::types::Uuid;

/// The version that entries are written in.
const VERSION: i16 = 1;

/// An entry as it was written down.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Written {
    /// What.
    pub entry: JournalEntry,
    /// By whom; nothing when their account is no more.
    pub by: Option<AccountId>,
    /// Their name.
    pub name: Option<String>,
    /// When it came in.
    pub at: Timestamp,
}

impl Store {
    /// Writes entries down; those that are there already stay as they are. How many were new: none of them when the garden would
    /// have more than `most` then, which is told by nothing.
    pub async fn write_down(
        &self,
        garden: GardenId,
        by: AccountId,
        entries: &[JournalEntry],
        most: i64,
    ) -> Result<Option<u64>, StoreError> {
        let ids: Vec<_> = entries.iter().map(|entry| entry.id.0).collect();
        let days: Vec<Day> = entries.iter().map(|entry| entry.day.to_sqlx()).collect();
        let kept = |number: Option<u32>| number.and_then(|number| i32::try_from(number).ok()).filter(|number| *number > 0);
        let beds: Vec<Option<i32>> = entries.iter().map(|entry| kept(entry.at.bed.map(|bed| bed.0))).collect();
        let patches: Vec<Option<i32>> = entries.iter().map(|entry| kept(entry.at.patch.map(|patch| patch.0))).collect();
        // An entry makes two others void at most: one that it strikes out, and one that it stands in place of.
        let void = |entry: &JournalEntry| {
            let mut others = entry.makes_void().map(|other| other.0);
            (others.next(), others.next())
        };
        let (void, void_too): (Vec<Option<Uuid>>, Vec<Option<Uuid>>) = entries.iter().map(void).unzip();
        let texts = entries.iter().map(serde_json::to_value).collect::<Result<Vec<_>, _>>()?;
        let mut tx = self.pool.begin().await?;
        let new = sqlx::query!(
            "insert into journal_entry (garden_id, id, day, bed, patch, makes_void, version, entry, account_id)
             select $1, e.id, e.day, e.bed, e.patch, array_remove(array[e.void, e.void_too], null), $2, e.entry, $3
             from unnest($4::uuid[], $5::date[], $6::integer[], $7::integer[], $8::jsonb[], $9::uuid[], $10::uuid[])
                 as e (id, day, bed, patch, entry, void, void_too)
             on conflict (garden_id, id) do nothing",
            garden.0,
            VERSION,
            by.0,
            &ids,
            &days as &[Day],
            &beds as &[Option<i32>],
            &patches as &[Option<i32>],
            &texts,
            &void as &[Option<Uuid>],
            &void_too as &[Option<Uuid>]
        )
        .execute(&mut *tx)
        .await?
        .rows_affected();
        let all = sqlx::query_scalar!(r#"select count(*) as "count!" from journal_entry where garden_id = $1"#, garden.0)
            .fetch_one(&mut *tx)
            .await?;
        if all > most {
            return Ok(None);
        }
        tx.commit().await?;
        Ok(Some(new))
    }

    /// The entries of some days, with all that may make one of them void, by their numbers.
    pub async fn journal(&self, garden: GardenId, from: Date, until: Date, most: i64) -> Result<Vec<Written>, StoreError> {
        let rows = sqlx::query!(
            r#"select j.version, j.entry, j.account_id, a.name as "name?", j.written_at as "at: Stamp"
               from journal_entry j left join account a on a.id = j.account_id
               where j.garden_id = $1 and j.id in (
                   with recursive found (id) as (
                       (select id from journal_entry where garden_id = $1 and day between $2 and $3 limit $4)
                       union
                       select later.id from found join journal_entry later
                           on later.makes_void @> array[found.id] and later.makes_void <> '{}' and later.garden_id = $1
                   )
                   select id from found limit $4
               )
               order by j.id"#,
            garden.0,
            from.to_sqlx() as Day,
            until.to_sqlx() as Day,
            most
        )
        .fetch_all(&self.pool)
        .await?;
        let written = rows.into_iter().map(|row| {
            let entry = entry(row.version, row.entry)?;
            Ok(Written { entry, by: row.account_id.map(AccountId), name: row.name, at: row.at.to_jiff() })
        });
        written.collect()
    }

    /// All that was ever written down in a garden, by its numbers.
    pub async fn whole_journal(&self, garden: GardenId) -> Result<Vec<JournalEntry>, StoreError> {
        let rows = sqlx::query!("select version, entry from journal_entry where garden_id = $1 order by id", garden.0)
            .fetch_all(&self.pool)
            .await?;
        rows.into_iter().map(|row| entry(row.version, row.entry)).collect()
    }

    /// What was written down since a moment, in whatever order, with when the latest of it was; all of it with nothing.
    pub async fn written_since(&self, garden: GardenId, since: Option<Timestamp>) -> Result<Lately, StoreError> {
        let rows = sqlx::query!(
            r#"select version, entry, written_at as "at: Stamp" from journal_entry
               where garden_id = $1 and written_at >= $2"#,
            garden.0,
            since.unwrap_or(Timestamp::UNIX_EPOCH).to_sqlx() as Stamp
        )
        .fetch_all(&self.pool)
        .await?;
        let latest = rows.iter().map(|row| row.at.to_jiff()).max();
        let entries = rows.into_iter().map(|row| entry(row.version, row.entry)).collect::<Result<_, _>>()?;
        Ok(Lately { entries, latest })
    }
}

/// Entries of a journal, and when the latest of them came in.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Lately {
    /// The entries.
    pub entries: Vec<JournalEntry>,
    /// When the latest came in.
    pub latest: Option<Timestamp>,
}

/// An entry as it is kept, in the words of today.
fn entry(version: i16, stored: serde_json::Value) -> Result<JournalEntry, StoreError> {
    match version {
        VERSION => Ok(serde_json::from_value(stored)?),
        other => {
            Err(StoreError::Other(format!("an entry of the journal is of version {other}; {VERSION} is the latest known here")))
        }
    }
}
