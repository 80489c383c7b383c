//! Accounts: who may sign in, and how they are made and ended.

use crate::links::{comes_in, used};
use crate::{AccountId, GardenId, Store, StoreError};
use sqlx::PgExecutor;

/// A person who may sign in.
#[derive(Debug, Clone)]
pub struct Account {
    /// Its number.
    pub id: AccountId,
    /// The name to sign in with.
    pub name: String,
    /// The password's argon2id hash in PHC form; invented accounts have none.
    pub password_hash: Option<String>,
    /// It is an invented one, which can be entered without a password on a demo server.
    pub demo: bool,
}

/// What lets an account be made.
#[derive(Debug, Clone, Copy)]
pub enum Allowed<'a> {
    /// Anybody may.
    Open,
    /// Only the first account of the server, leaving out invented ones.
    First,
    /// An invitation's token, which is used up; or being the first account.
    By(&'a str),
    /// The same, but only an invitation of whoever runs the server.
    ByOperator(&'a str),
}

impl Store {
    /// Makes an account; [`StoreError::Conflict`] when the name, in any case, is taken, [`StoreError::NotFound`] when what should
    /// allow it does not.
    ///
    /// Where an invitation leads into a garden, the account is in it.
    pub async fn create_account(&self, name: &str, password_hash: &str, allowed: Allowed<'_>) -> Result<AccountId, StoreError> {
        let mut tx = self.pool.begin().await?;
        let link = match allowed {
            Allowed::Open | Allowed::First => None,
            Allowed::By(token) => used(&mut tx, token, false).await?,
            Allowed::ByOperator(token) => used(&mut tx, token, true).await?,
        };
        // Asked before the name is: whoever may make no account here does not learn which there are.
        if !matches!(allowed, Allowed::Open) && link.is_none() {
            // Two who come at once are not both the first.
            sqlx::query!("select pg_advisory_xact_lock(7261, 1) as \"locked: ()\"").fetch_one(&mut *tx).await?;
            if has_accounts(&mut *tx).await? {
                return Err(StoreError::NotFound);
            }
        }
        let id =
            sqlx::query_scalar!("insert into account (name, password_hash) values ($1, $2) returning id", name, password_hash)
                .fetch_one(&mut *tx)
                .await?;
        if let Some(into) = link.and_then(|link| link.into) {
            comes_in(&mut tx, AccountId(id), into).await?;
        }
        tx.commit().await?;
        Ok(AccountId(id))
    }

    /// Makes an invented account, or finds the one that is there; nothing when the name is a real account's.
    pub async fn demo_account(&self, name: &str) -> Result<Option<(AccountId, bool)>, StoreError> {
        let made = sqlx::query_scalar!(
            "insert into account (name, demo) values ($1, true) on conflict (lower(name)) do nothing returning id",
            name
        )
        .fetch_optional(&self.pool)
        .await?;
        if let Some(id) = made {
            return Ok(Some((AccountId(id), true)));
        }
        let there = self.account_named(name).await?;
        Ok(there.demo.then_some((there.id, false)))
    }

    /// Makes an account an invented one, without a password.
    pub async fn mark_demo(&self, account: AccountId) -> Result<(), StoreError> {
        sqlx::query!("update account set demo = true, password_hash = null where id = $1", account.0).execute(&self.pool).await?;
        Ok(())
    }

    /// Whether there is an account that is no invented one.
    pub async fn has_accounts(&self) -> Result<bool, StoreError> {
        has_accounts(&self.pool).await
    }

    /// The account of that name, in any case.
    pub async fn account_named(&self, name: &str) -> Result<Account, StoreError> {
        let row = sqlx::query!("select id, name, password_hash, demo from account where lower(name) = lower($1)", name)
            .fetch_one(&self.pool)
            .await?;
        Ok(Account { id: AccountId(row.id), name: row.name, password_hash: row.password_hash, demo: row.demo })
    }

    /// The account of that number.
    pub async fn account(&self, id: AccountId) -> Result<Account, StoreError> {
        let row =
            sqlx::query!("select id, name, password_hash, demo from account where id = $1", id.0).fetch_one(&self.pool).await?;
        Ok(Account { id: AccountId(row.id), name: row.name, password_hash: row.password_hash, demo: row.demo })
    }

    /// Sets an account's password.
    pub async fn set_password(&self, account: AccountId, password_hash: &str) -> Result<(), StoreError> {
        sqlx::query!("update account set password_hash = $2 where id = $1 and not demo", account.0, password_hash)
            .execute(&self.pool)
            .await?;
        Ok(())
    }

    /// The gardens an account owns, those in the bin too, in the order they were made.
    pub async fn owned(&self, account: AccountId) -> Result<Vec<GardenId>, StoreError> {
        let owned = sqlx::query_scalar!(
            "select garden_id from membership where account_id = $1 and role = 'owner' order by garden_id",
            account.0
        );
        Ok(owned.fetch_all(&self.pool).await?.into_iter().map(GardenId).collect())
    }

    /// Ends an account, with the gardens it owns. What it did in others' gardens stays, without its name.
    pub async fn end_account(&self, account: AccountId) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "delete from garden where id in (select garden_id from membership where account_id = $1 and role = 'owner')",
            account.0
        )
        .execute(&mut *tx)
        .await?;
        sqlx::query!("delete from account where id = $1", account.0).execute(&mut *tx).await?;
        tx.commit().await?;
        Ok(())
    }
}

async fn has_accounts(executor: impl PgExecutor<'_>) -> Result<bool, StoreError> {
    let there = sqlx::query_scalar!("select exists (select from account where not demo) as \"there!\"");
    Ok(there.fetch_one(executor).await?)
}
