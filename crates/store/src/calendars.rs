//! The private links under which a garden's calendar can be subscribed to.

use crate::{GardenId, Store, StoreError};

/// A garden's calendar: what its entries are named by, and its link while it has one.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct CalendarLink {
    /// Goes into the name of every entry; never changes.
    pub uid: String,
    /// The private part of its link; nothing when none is given out, or it was revoked.
    pub token: Option<String>,
}

impl Store {
    /// The calendar of a garden; `fresh` names its entries when it is asked for the first time.
    pub async fn calendar(&self, garden: GardenId, fresh: &str) -> Result<CalendarLink, StoreError> {
        sqlx::query!(
            "insert into calendar_link (garden_id, uid) values ($1, $2) on conflict (garden_id) do nothing",
            garden.0,
            fresh
        )
        .execute(&self.pool)
        .await?;
        let link = sqlx::query_as!(CalendarLink, "select uid, token from calendar_link where garden_id = $1", garden.0);
        Ok(link.fetch_one(&self.pool).await?)
    }

    /// Gives a garden's calendar a new link in place of any other, or takes it away.
    pub async fn set_calendar_token(&self, garden: GardenId, token: Option<&str>) -> Result<(), StoreError> {
        sqlx::query!("update calendar_link set token = $2 where garden_id = $1", garden.0, token).execute(&self.pool).await?;
        Ok(())
    }

    /// The garden of a link; [`StoreError::NotFound`] when there is none, or none any more.
    pub async fn garden_of_token(&self, token: &str) -> Result<GardenId, StoreError> {
        let garden = sqlx::query_scalar!("select garden_id from calendar_link where token = $1", token);
        Ok(GardenId(garden.fetch_one(&self.pool).await?))
    }
}
