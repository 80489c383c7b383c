//! Accounts, and the key for their cookies.

use crate::{AccountId, Store, StoreError};

/// A person who may sign in.
#[derive(Debug, Clone)]
pub struct Account {
    /// Its number.
    pub id: AccountId,
    /// The name to sign in with.
    pub name: String,
    /// The password's argon2id hash in PHC form.
    pub password_hash: String,
}

impl Store {
    /// Makes an account; [`StoreError::Conflict`] when the name, in any case, is taken.
    pub async fn create_account(&self, name: &str, password_hash: &str) -> Result<AccountId, StoreError> {
        let id =
            sqlx::query_scalar!("insert into account (name, password_hash) values ($1, $2) returning id", name, password_hash)
                .fetch_one(&self.pool)
                .await?;
        Ok(AccountId(id))
    }

    /// The account of that name, in any case.
    pub async fn account_named(&self, name: &str) -> Result<Account, StoreError> {
        let row = sqlx::query!("select id, name, password_hash from account where lower(name) = lower($1)", name)
            .fetch_one(&self.pool)
            .await?;
        Ok(Account { id: AccountId(row.id), name: row.name, password_hash: row.password_hash })
    }

    /// The account of that number.
    pub async fn account(&self, id: AccountId) -> Result<Account, StoreError> {
        let row = sqlx::query!("select id, name, password_hash from account where id = $1", id.0).fetch_one(&self.pool).await?;
        Ok(Account { id: AccountId(row.id), name: row.name, password_hash: row.password_hash })
    }

    /// The key that signs cookies: the one that is there, or `fresh` when there is none yet.
    pub async fn cookie_key(&self, fresh: &[u8; 64]) -> Result<Vec<u8>, StoreError> {
        sqlx::query!("insert into cookie_key (key) values ($1) on conflict do nothing", fresh.as_slice())
            .execute(&self.pool)
            .await?;
        Ok(sqlx::query_scalar!("select key from cookie_key").fetch_one(&self.pool).await?)
    }
}
