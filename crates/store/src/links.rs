//! Links that work once: to set a new password, to come into a garden, to make an account.

use crate::columns::{of_word, word};
use crate::secrets::hash;
use crate::{AccountId, GardenId, Role, Store, StoreError};
use jiff::Timestamp;
use jiff_sqlx::Timestamp as Stamp;
use sqlx::PgConnection;

/// How long links work \[hours\]: to set a password, to come into a garden, to make an account.
pub const RESET_HOURS: i32 = 24;
/// See [`RESET_HOURS`].
pub const INVITATION_HOURS: i32 = 7 * 24;

/// An invitation into a garden as its members see it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct InvitationLine {
    /// What it is named by.
    pub number: i64,
    /// What whoever comes by it may do.
    pub role: Role,
    /// Who invites.
    pub by: String,
    /// Until when it works.
    pub until: Timestamp,
}

/// An invitation as whoever holds it sees it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Invitation {
    /// The garden; nothing for one that only lets an account be made.
    pub garden: Option<GardenId>,
    /// Its name.
    pub name: Option<String>,
    /// What whoever comes by it may do.
    pub role: Option<Role>,
    /// Who invites; nothing when the server's operator does.
    pub by: Option<String>,
    /// Until when it works.
    pub until: Timestamp,
}

impl Store {
    /// Makes a link that sets a new password for an account of that name.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when there is none, or it is an invented one, which has no password.
    pub async fn make_reset(&self, name: &str, token: &str) -> Result<(), StoreError> {
        let made = sqlx::query!(
            "insert into one_time_link (token_hash, kind, account_id, expires_at)
             select $1, 'reset', id, now() + make_interval(hours => $3) from account where lower(name) = lower($2) and not demo",
            hash(token),
            name,
            RESET_HOURS
        );
        if made.execute(&self.pool).await?.rows_affected() == 0 { Err(StoreError::NotFound) } else { Ok(()) }
    }

    /// Sets the password of the account a link was made for, uses the link up and every other of its kind, and ends all its sessions.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when the link does not work, or no longer.
    pub async fn reset_password(&self, token: &str, password_hash: &str) -> Result<AccountId, StoreError> {
        let mut tx = self.pool.begin().await?;
        let account = sqlx::query_scalar!(
            "select account_id as \"account!\" from one_time_link where token_hash = $1 and kind = 'reset' and expires_at > now()
             for update",
            hash(token)
        )
        .fetch_one(&mut *tx)
        .await?;
        sqlx::query!("delete from one_time_link where kind = 'reset' and account_id = $1", account).execute(&mut *tx).await?;
        sqlx::query!("delete from session where account_id = $1", account).execute(&mut *tx).await?;
        sqlx::query!("update account set password_hash = $2 where id = $1", account, password_hash).execute(&mut *tx).await?;
        tx.commit().await?;
        Ok(AccountId(account))
    }

    /// Makes a link by which one person may come into a garden.
    pub async fn invite(&self, garden: GardenId, by: AccountId, role: Role, token: &str) -> Result<InvitationLine, StoreError> {
        let row = sqlx::query!(
            r#"with made as (insert into one_time_link (token_hash, kind, account_id, garden_id, role, expires_at)
                   values ($1, 'member', $2, $3, $4, now() + make_interval(hours => $5)) returning number, account_id, expires_at)
               select made.number, a.name, made.expires_at as "until: Stamp" from made join account a on a.id = made.account_id"#,
            hash(token),
            by.0,
            garden.0,
            word(&role)?,
            INVITATION_HOURS
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(InvitationLine { number: row.number, role, by: row.name, until: row.until.to_jiff() })
    }

    /// Makes a link by which one account may be made on this server.
    pub async fn invite_account(&self, token: &str) -> Result<(), StoreError> {
        sqlx::query!(
            "insert into one_time_link (token_hash, kind, expires_at) values ($1, 'account', now() + make_interval(hours => $2))",
            hash(token),
            INVITATION_HOURS
        )
        .execute(&self.pool)
        .await?;
        Ok(())
    }

    /// The invitations into a garden that still work.
    pub async fn invitations(&self, garden: GardenId) -> Result<Vec<InvitationLine>, StoreError> {
        let rows = sqlx::query!(
            r#"select l.number, l.role as "role!", a.name, l.expires_at as "until: Stamp"
               from one_time_link l join account a on a.id = l.account_id
               where l.garden_id = $1 and l.kind = 'member' and l.expires_at > now() order by l.number"#,
            garden.0
        )
        .fetch_all(&self.pool)
        .await?;
        rows.into_iter()
            .map(|row| {
                let (role, until) = (of_word(&row.role)?, row.until.to_jiff());
                Ok(InvitationLine { number: row.number, role, by: row.name, until })
            })
            .collect()
    }

    /// Takes an invitation back; [`StoreError::NotFound`] when there is none of that number in the garden.
    pub async fn take_back_invitation(&self, garden: GardenId, number: i64) -> Result<(), StoreError> {
        let gone = sqlx::query!("delete from one_time_link where garden_id = $1 and number = $2", garden.0, number);
        if gone.execute(&self.pool).await?.rows_affected() == 0 { Err(StoreError::NotFound) } else { Ok(()) }
    }

    /// What a link invites to; [`StoreError::NotFound`] when it does not work, or no longer.
    pub async fn invitation(&self, token: &str) -> Result<Invitation, StoreError> {
        let row = sqlx::query!(
            r#"select g.id as "garden?", g.name as "garden_name?", l.role, a.name as "by?", l.expires_at as "until: Stamp"
               from one_time_link l left join garden g on g.id = l.garden_id left join account a on a.id = l.account_id
               where l.token_hash = $1 and l.kind in ('member', 'account') and l.expires_at > now() and g.binned_at is null"#,
            hash(token)
        )
        .fetch_one(&self.pool)
        .await?;
        Ok(Invitation {
            garden: row.garden.map(GardenId),
            name: row.garden_name,
            role: row.role.as_deref().map(of_word).transpose()?,
            by: row.by,
            until: row.until.to_jiff(),
        })
    }

    /// Lets an account into the garden a link invites to, and uses the link up. Whoever is in it already stays what they are.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when the link does not work, or no longer.
    pub async fn accept(&self, account: AccountId, token: &str) -> Result<GardenId, StoreError> {
        let mut tx = self.pool.begin().await?;
        let into = used(&mut tx, token, false).await?.and_then(|link| link.into).ok_or(StoreError::NotFound)?;
        let garden = comes_in(&mut tx, account, into).await?;
        tx.commit().await?;
        Ok(garden)
    }
}

/// An invitation that was used up.
pub(crate) struct Used {
    /// The garden it leads to and what one may do there, if it leads to one.
    pub(crate) into: Option<(GardenId, String)>,
}

/// Uses an invitation up, or only one of the operator's; nothing when it does not work, or no longer.
pub(crate) async fn used(connection: &mut PgConnection, token: &str, by_operator: bool) -> Result<Option<Used>, StoreError> {
    let used = sqlx::query!(
        "delete from one_time_link where token_hash = $1 and (kind = 'account' or (kind = 'member' and not $2)) and expires_at > now()
           and (garden_id is null or exists (select from garden g where g.id = garden_id and g.binned_at is null))
         returning garden_id, role",
        hash(token),
        by_operator
    )
    .fetch_optional(connection)
    .await?;
    Ok(used.map(|row| Used { into: row.garden_id.map(GardenId).zip(row.role) }))
}

/// Lets an account into a garden by an invitation; whoever is in it already stays what they are.
pub(crate) async fn comes_in(
    connection: &mut PgConnection,
    account: AccountId,
    (garden, role): (GardenId, String),
) -> Result<GardenId, StoreError> {
    sqlx::query!(
        "insert into membership (garden_id, account_id, role) values ($1, $2, $3) on conflict do nothing",
        garden.0,
        account.0,
        role
    )
    .execute(connection)
    .await?;
    Ok(garden)
}
