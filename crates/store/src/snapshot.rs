//! One picture of all gardens, for a copy of them and to prove it by.

use crate::{GardenId, Store, StoreError, facts};
use sparrow_facts::garden::Garden;
use sqlx::{Connection, PgConnection, PgTransaction};

/// All gardens as they were at one moment, however many changes come meanwhile.
#[derive(Debug)]
pub struct Snapshot {
    tx: PgTransaction<'static>,
    /// The name by which others of the same database see the same, for as long as this is kept.
    pub name: String,
}

impl Store {
    /// A picture of all gardens as they are now.
    pub async fn snapshot(&self) -> Result<Snapshot, StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!("set transaction isolation level repeatable read, read only").execute(&mut *tx).await?;
        // It is looked at for as long as a copy takes.
        sqlx::query!("set local idle_in_transaction_session_timeout = 0").execute(&mut *tx).await?;
        let name = sqlx::query_scalar!(r#"select pg_export_snapshot() as "name!""#).fetch_one(&mut *tx).await?;
        Ok(Snapshot { tx, name })
    }

    /// Whether a database holds nothing yet: no table, whoever made it.
    pub async fn is_empty(url: &str) -> Result<bool, StoreError> {
        let mut connection = PgConnection::connect(url).await?;
        let tables = sqlx::query_scalar!(
            r#"select count(*) as "count!" from pg_tables where schemaname not in ('pg_catalog', 'information_schema')"#
        )
        .fetch_one(&mut connection)
        .await?;
        connection.close().await?;
        Ok(tables == 0)
    }
}

impl Snapshot {
    /// The number of every garden in it, those in the bin too, in order.
    pub async fn gardens(&mut self) -> Result<Vec<GardenId>, StoreError> {
        let numbers = sqlx::query_scalar!("select id from garden order by id").fetch_all(&mut *self.tx).await?;
        Ok(numbers.into_iter().map(GardenId).collect())
    }

    /// A garden in it.
    pub async fn load(&mut self, garden: GardenId) -> Result<Garden, StoreError> {
        facts::load(&mut self.tx, garden).await
    }
}
