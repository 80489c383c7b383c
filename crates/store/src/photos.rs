//! The photos of a garden, named by their bytes.

use crate::{AccountId, GardenId, Store, StoreError};

/// The number of a picture: SHA-256 of its bytes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub struct Picture(pub [u8; 32]);

impl Store {
    /// Keeps a picture with a garden; whether it is kept: not when there are `most` others already. One that is there stays as it is.
    pub async fn keep_photo(
        &self,
        (garden, by): (GardenId, AccountId),
        picture: Picture,
        bytes: &[u8],
        most: i64,
    ) -> Result<bool, StoreError> {
        let mut tx = self.pool.begin().await?;
        sqlx::query!(
            "insert into photo (garden_id, picture, bytes, account_id) values ($1, $2, $3, $4)
             on conflict (garden_id, picture) do nothing",
            garden.0,
            &picture.0,
            bytes,
            by.0
        )
        .execute(&mut *tx)
        .await?;
        let all = sqlx::query_scalar!(r#"select count(*) as "count!" from photo where garden_id = $1"#, garden.0)
            .fetch_one(&mut *tx)
            .await?;
        if all > most {
            return Ok(false);
        }
        tx.commit().await?;
        Ok(true)
    }

    /// The bytes of a picture; [`StoreError::NotFound`] when the garden has none of that number.
    pub async fn photo(&self, garden: GardenId, picture: Picture) -> Result<Vec<u8>, StoreError> {
        let bytes = sqlx::query_scalar!("select bytes from photo where garden_id = $1 and picture = $2", garden.0, &picture.0);
        Ok(bytes.fetch_one(&self.pool).await?)
    }

    /// Takes a picture away for good, if `kept_by` kept it, where somebody is named; [`StoreError::NotFound`] where there is none such.
    pub async fn forget_photo(&self, garden: GardenId, picture: Picture, kept_by: Option<AccountId>) -> Result<(), StoreError> {
        let gone = sqlx::query!(
            "delete from photo where garden_id = $1 and picture = $2 and ($3::bigint is null or account_id = $3)",
            garden.0,
            &picture.0,
            kept_by.map(|account| account.0)
        )
        .execute(&self.pool)
        .await?;
        if gone.rows_affected() == 0 { Err(StoreError::NotFound) } else { Ok(()) }
    }

    /// The numbers of all pictures of a garden, in their order.
    pub async fn photos(&self, garden: GardenId) -> Result<Vec<Picture>, StoreError> {
        let rows = sqlx::query_scalar!("select picture from photo where garden_id = $1 order by picture", garden.0);
        let rows = rows.fetch_all(&self.pool).await?;
        let picture = |row: Vec<u8>| row.try_into().map(Picture);
        rows.into_iter()
            .map(picture)
            .collect::<Result<_, _>>()
            .map_err(|_| StoreError::Other("a picture without a number".into()))
    }
}
