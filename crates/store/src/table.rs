//! How is a list of facts read and written?

use crate::{GardenId, StoreError};
use sparrow_facts::edit::Fact;
use sqlx::PgConnection;

/// A list of facts as rows.
pub(crate) trait Table: Fact {
    /// All of a garden, in the order of their keys.
    async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<Self>, StoreError>;

    /// Writes facts that are new, or otherwise than before, each of them once; how many rows were written.
    async fn write(connection: &mut PgConnection, garden: GardenId, rows: &[&Self]) -> Result<u64, StoreError>;

    /// Takes a fact away; how many rows went.
    async fn forget(connection: &mut PgConnection, garden: GardenId, gone: &Self) -> Result<u64, StoreError>;
}

/// All facts of a list, in the order of their keys.
pub(crate) async fn load_list<T: Table>(connection: &mut PgConnection, garden: GardenId) -> Result<Vec<T>, StoreError> {
    T::load(connection, garden).await
}
