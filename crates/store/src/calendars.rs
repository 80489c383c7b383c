//! The private links under which members subscribe to a garden's calendar.

use crate::secrets::hash;
use crate::{AccountId, GardenId, HowFar, Store, StoreError};
use jiff_sqlx::Timestamp as Stamp;
use sqlx::PgConnection;

impl Store {
    /// What the entries of a garden's calendar are named by; `fresh` names them when it is asked for the first time.
    pub async fn calendar_uid(&self, garden: GardenId, fresh: &str) -> Result<String, StoreError> {
        let there = sqlx::query_scalar!("select uid from calendar_link where garden_id = $1", garden.0);
        if let Some(uid) = there.fetch_optional(&self.pool).await? {
            return Ok(uid);
        }
        let made = sqlx::query_scalar!(
            "insert into calendar_link (garden_id, uid) values ($1, $2)
             on conflict (garden_id) do update set uid = calendar_link.uid returning uid",
            garden.0,
            fresh
        );
        Ok(made.fetch_one(&self.pool).await?)
    }

    /// Whether a member has a link to a garden's calendar.
    pub async fn is_subscribed(&self, garden: GardenId, account: AccountId) -> Result<bool, StoreError> {
        let there = sqlx::query_scalar!(
            "select exists (select from calendar_subscription where garden_id = $1 and account_id = $2) as \"there!\"",
            garden.0,
            account.0
        );
        Ok(there.fetch_one(&self.pool).await?)
    }

    /// Gives a member a link to a garden's calendar in place of any other, or takes it away.
    pub async fn subscribe(&self, garden: GardenId, account: AccountId, token: Option<&str>) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        ends(&mut tx, garden, account).await?;
        if let Some(token) = token {
            sqlx::query!(
                "insert into calendar_subscription (token_hash, garden_id, account_id) values ($1, $2, $3)",
                hash(token),
                garden.0,
                account.0
            )
            .execute(&mut *tx)
            .await?;
        }
        tx.commit().await?;
        Ok(())
    }

    /// The garden of a link, and how far it has come; [`StoreError::NotFound`] when there is none, or none any more.
    pub async fn garden_of_token(&self, token: &str) -> Result<(GardenId, HowFar), StoreError> {
        let row = sqlx::query!(
            r#"select g.id, g.revision, (select max(written_at) from journal_entry where garden_id = g.id) as "latest: Stamp",
                      (select count(*) from journal_entry where garden_id = g.id and written_at > now() - interval '1 minute')
                          as "lately!"
               from calendar_subscription c join garden g on g.id = c.garden_id
             where c.token_hash = $1 and g.binned_at is null"#,
            hash(token)
        )
        .fetch_one(&self.pool)
        .await?;
        let latest = row.latest.map(|latest| latest.to_jiff());
        Ok((GardenId(row.id), HowFar { revision: row.revision, latest, lately: row.lately }))
    }
}

/// Ends a member's link, if they have one.
pub(crate) async fn ends(connection: &mut PgConnection, garden: GardenId, account: AccountId) -> Result<(), StoreError> {
    sqlx::query!("delete from calendar_subscription where garden_id = $1 and account_id = $2", garden.0, account.0)
        .execute(connection)
        .await?;
    Ok(())
}
