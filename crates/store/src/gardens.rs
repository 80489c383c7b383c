//! Which gardens there are, and who may do what in them.

use crate::columns::{fit, of_word, word};
use crate::{AccountId, GardenId, HowFar, Store, StoreError, calendars, facts};
use jiff::Timestamp;
use jiff_sqlx::Timestamp as Stamp;
use serde::{Deserialize, Serialize};
use sparrow_facts::difference::everything;
use sparrow_facts::edit::numbers_given;
use sparrow_facts::garden::Garden;

/// What an account may do in a garden.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "lowercase")]
pub enum Role {
    /// Look, and touch nothing.
    Guest,
    /// Everything but letting others in.
    Helper,
    /// Everything, and letting others in.
    Owner,
}

/// A garden as a list shows it.
#[derive(Debug, Clone)]
pub struct Listed {
    /// Its number.
    pub id: GardenId,
    /// Its name.
    pub name: String,
    /// Its place.
    pub place: String,
    /// What the account may do in it.
    pub role: Role,
}

/// Someone who may come into a garden.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Member {
    /// Their account.
    pub account: AccountId,
    /// The name they sign in with.
    pub name: String,
    /// What they may do.
    pub role: Role,
}

/// A garden in its owner's bin.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Binned {
    /// Its number.
    pub id: GardenId,
    /// Its name.
    pub name: String,
    /// When it is gone for good.
    pub until: Timestamp,
}

/// How long a garden stays in the bin \[days\].
pub const BIN_DAYS: i32 = 30;

impl Store {
    /// The gardens an account may see, its own first made first.
    pub async fn gardens_of(&self, account: AccountId) -> Result<Vec<Listed>, StoreError> {
        let rows = sqlx::query!(
            "select g.id, g.name, g.place, m.role from garden g join membership m on m.garden_id = g.id
             where m.account_id = $1 and g.binned_at is null order by g.id",
            account.0
        )
        .fetch_all(&self.pool)
        .await?;
        rows.into_iter()
            .map(|row| Ok(Listed { id: GardenId(row.id), name: row.name, place: row.place, role: of_word(&row.role)? }))
            .collect()
    }

    /// How far a garden has come; [`StoreError::NotFound`] when an account may not come into it.
    pub async fn how_far(&self, garden: GardenId, account: AccountId) -> Result<HowFar, StoreError> {
        let far = sqlx::query!(
            r#"select g.revision, (select max(written_at) from journal_entry where garden_id = g.id) as "latest: Stamp",
                      (select count(*) from journal_entry where garden_id = g.id and written_at > now() - interval '1 minute')
                          as "lately!"
               from membership m join garden g on g.id = m.garden_id
               where m.garden_id = $1 and m.account_id = $2 and g.binned_at is null"#,
            garden.0,
            account.0
        );
        let far = far.fetch_one(&self.pool).await?;
        Ok(HowFar { revision: far.revision, latest: far.latest.map(|latest| latest.to_jiff()), lately: far.lately })
    }

    /// Writes a new garden with all its facts, owned by an account.
    pub async fn create_garden(&self, owner: AccountId, garden: &Garden) -> Result<GardenId, StoreError> {
        let mut tx = self.pool.begin().await?;
        let site = &garden.site;
        let id = sqlx::query_scalar!(
            "insert into garden (name, place, latitude, units, north) values ($1, $2, 0, 'imperial', 0) returning id",
            site.name,
            site.place
        )
        .fetch_one(&mut *tx)
        .await?;
        sqlx::query!("insert into membership (garden_id, account_id, role) values ($1, $2, 'owner')", id, owner.0)
            .execute(&mut *tx)
            .await?;
        let made = everything(garden);
        facts::write(&mut tx, GardenId(id), &made).await?;
        let given = numbers_given(&made);
        sqlx::query!(
            "update garden set given_bed = $2, given_patch = $3, given_wish = $4, given_variety = $5, given_own_crop = $6 where id = $1",
            id,
            fit::<i32, _>(given.bed)?,
            fit::<i32, _>(given.patch)?,
            fit::<i32, _>(given.wish)?,
            fit::<i32, _>(given.variety)?,
            fit::<i32, _>(given.own_crop)?
        )
        .execute(&mut *tx)
        .await?;
        tx.commit().await?;
        Ok(GardenId(id))
    }

    /// Lets an account into a garden, or changes what it may do there.
    pub async fn let_in(&self, garden: GardenId, account: AccountId, role: Role) -> Result<(), StoreError> {
        sqlx::query!(
            "insert into membership (garden_id, account_id, role) values ($1, $2, $3)
             on conflict (garden_id, account_id) do update set role = excluded.role",
            garden.0,
            account.0,
            word(&role)?
        )
        .execute(&self.pool)
        .await?;
        Ok(())
    }

    /// Who may come into a garden.
    pub async fn members(&self, garden: GardenId) -> Result<Vec<Member>, StoreError> {
        let rows = sqlx::query!(
            "select a.id, a.name, m.role from membership m join account a on a.id = m.account_id where m.garden_id = $1 order by a.name",
            garden.0
        )
        .fetch_all(&self.pool)
        .await?;
        let member = |id: i64, name: String, role: &str| Ok(Member { account: AccountId(id), name, role: of_word(role)? });
        rows.into_iter().map(|row| member(row.id, row.name, &row.role)).collect()
    }

    /// Changes what a member who is not the owner may do; [`StoreError::NotFound`] when there is no such member.
    ///
    /// Who only looks has no link to the calendar: the one they had ends.
    pub async fn set_role(&self, garden: GardenId, account: AccountId, role: Role) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        let done = sqlx::query!(
            "update membership set role = $3 where garden_id = $1 and account_id = $2 and role <> 'owner'",
            garden.0,
            account.0,
            word(&role)?
        );
        if done.execute(&mut *tx).await?.rows_affected() == 0 {
            return Err(StoreError::NotFound);
        }
        if role == Role::Guest {
            calendars::ends(&mut tx, garden, account).await?;
        }
        tx.commit().await?;
        Ok(())
    }

    /// Ends the membership of one who is not the owner; [`StoreError::NotFound`] when there is no such member.
    pub async fn let_go(&self, garden: GardenId, account: AccountId) -> Result<(), StoreError> {
        let gone = sqlx::query!(
            "delete from membership where garden_id = $1 and account_id = $2 and role <> 'owner'",
            garden.0,
            account.0
        );
        if gone.execute(&self.pool).await?.rows_affected() == 0 { Err(StoreError::NotFound) } else { Ok(()) }
    }

    /// Makes another member the owner; whoever was it helps from now on. [`StoreError::NotFound`] when there is no such member, or
    /// the garden is not `from`'s any more.
    pub async fn hand_over(&self, garden: GardenId, from: AccountId, to: AccountId) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        // One who hands it over twice at once waits here, and is not the owner any more then.
        let was = sqlx::query!(
            "update membership set role = 'helper' where garden_id = $1 and account_id = $2 and role = 'owner'",
            garden.0,
            from.0
        );
        if was.execute(&mut *tx).await?.rows_affected() == 0 {
            return Err(StoreError::NotFound);
        }
        let done = sqlx::query!("update membership set role = 'owner' where garden_id = $1 and account_id = $2", garden.0, to.0);
        if done.execute(&mut *tx).await?.rows_affected() == 0 {
            return Err(StoreError::NotFound);
        }
        tx.commit().await?;
        Ok(())
    }

    /// Puts a garden into the bin, where nobody comes into it.
    pub async fn bin(&self, garden: GardenId) -> Result<(), StoreError> {
        sqlx::query!("update garden set binned_at = now() where id = $1", garden.0).execute(&self.pool).await?;
        Ok(())
    }

    /// The gardens in an owner's bin.
    pub async fn binned(&self, owner: AccountId) -> Result<Vec<Binned>, StoreError> {
        let rows = sqlx::query!(
            r#"select g.id, g.name, g.binned_at + make_interval(days => $2) as "until!: Stamp"
               from garden g join membership m on m.garden_id = g.id
               where m.account_id = $1 and m.role = 'owner' and g.binned_at > now() - make_interval(days => $2) order by g.id"#,
            owner.0,
            BIN_DAYS
        )
        .fetch_all(&self.pool)
        .await?;
        Ok(rows.into_iter().map(|row| Binned { id: GardenId(row.id), name: row.name, until: row.until.to_jiff() }).collect())
    }

    /// Takes a garden out of its owner's bin again; [`StoreError::NotFound`] when it is not in it.
    pub async fn unbin(&self, garden: GardenId, owner: AccountId) -> Result<(), StoreError> {
        let done = sqlx::query!(
            "update garden g set binned_at = null from membership m
             where g.id = $1 and m.garden_id = g.id and m.account_id = $2 and m.role = 'owner'
               and g.binned_at > now() - make_interval(days => $3)",
            garden.0,
            owner.0,
            BIN_DAYS
        );
        if done.execute(&self.pool).await?.rows_affected() == 0 { Err(StoreError::NotFound) } else { Ok(()) }
    }
}
