//! Who is signed in, where and since when; and the browsers in which an account was signed in before.

use crate::secrets::hash;
use crate::{AccountId, GardenId, HowFar, Role, Store, StoreError, columns};
use jiff::Timestamp;
use jiff_sqlx::Timestamp as Stamp;
use sparrow_facts::ids::NumbersGiven;

/// A session ends when nothing was asked in it for so long, or when it is so old \[days\].
pub const IDLE_DAYS: i32 = 30;
/// See [`IDLE_DAYS`].
pub const MOST_DAYS: i32 = 90;

/// A session as its owner sees it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct SessionLine {
    /// What it is named by.
    pub number: i64,
    /// When it was opened.
    pub created: Timestamp,
    /// When something was last asked in it, to the hour.
    pub seen: Timestamp,
    /// The browser, as it says itself.
    pub agent: String,
    /// It is the one that asks.
    pub here: bool,
}

/// Someone who asks within a garden.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Inside {
    /// Who.
    pub account: AccountId,
    /// What they find there; nothing where the garden is not for them.
    pub at: Option<Found>,
}

/// What somebody finds in a garden as they ask.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Found {
    /// What they may do.
    pub role: Role,
    /// How far it has come.
    pub far: HowFar,
    /// The highest numbers of which its journal speaks.
    pub given: NumbersGiven,
}

impl Store {
    /// Ends every session, and every link that has not been used.
    pub async fn end_everything_open(&self) -> Result<(), StoreError> {
        sqlx::query!("delete from session").execute(&self.pool).await?;
        sqlx::query!("delete from one_time_link").execute(&self.pool).await?;
        Ok(())
    }

    /// Opens a session of a token for an account.
    pub async fn open_session(&self, account: AccountId, token: &str, agent: &str) -> Result<(), StoreError> {
        let agent: String = agent.chars().filter(|letter| !letter.is_control()).take(200).collect();
        sqlx::query!("insert into session (token_hash, account_id, agent) values ($1, $2, $3)", hash(token), account.0, agent)
            .execute(&self.pool)
            .await?;
        Ok(())
    }

    /// The account of a session that goes on; [`StoreError::NotFound`] when there is none.
    pub async fn session(&self, token: &str) -> Result<AccountId, StoreError> {
        let row = sqlx::query!(
            "select account_id, seen_at < now() - interval '1 hour' as \"stale!\" from session
             where token_hash = $1 and seen_at > now() - make_interval(days => $2) and created_at > now() - make_interval(days => $3)",
            hash(token),
            IDLE_DAYS,
            MOST_DAYS
        )
        .fetch_one(&self.pool)
        .await?;
        self.saw(token, row.stale).await?;
        Ok(AccountId(row.account_id))
    }

    /// Who asks, and what they may do in a garden, in one question; [`StoreError::NotFound`] when no such session goes on.
    pub async fn session_in(&self, token: &str, garden: GardenId) -> Result<Inside, StoreError> {
        let row = sqlx::query!(
            "select s.account_id, s.seen_at < now() - interval '1 hour' as \"stale!\", m.role as \"role?\", g.revision as \"revision?\",
                    greatest(g.given_bed, (select max(bed) from journal_entry where garden_id = g.id)) as bed,
                    greatest(g.given_patch, (select max(patch) from journal_entry where garden_id = g.id)) as patch,
                    g.given_wish as \"wish?\", g.given_variety as \"variety?\", g.given_own_crop as \"own_crop?\",
                    (select max(written_at) from journal_entry where garden_id = g.id) as \"latest: Stamp\",
                    (select count(*) from journal_entry where garden_id = g.id and written_at > now() - interval '1 minute')
                        as \"lately!\"
             from session s
             left join (membership m join garden g on g.id = m.garden_id and g.binned_at is null)
                  on m.account_id = s.account_id and m.garden_id = $2
             where s.token_hash = $1 and s.seen_at > now() - make_interval(days => $3)
               and s.created_at > now() - make_interval(days => $4)",
            hash(token),
            garden.0,
            IDLE_DAYS,
            MOST_DAYS
        )
        .fetch_one(&self.pool)
        .await?;
        self.saw(token, row.stale).await?;
        let number = |highest: Option<i32>| columns::fit(highest.unwrap_or(0));
        let at = row.role.zip(row.revision).map(|(role, revision)| {
            let given = NumbersGiven {
                bed: number(row.bed)?,
                patch: number(row.patch)?,
                wish: number(row.wish)?,
                variety: number(row.variety)?,
                own_crop: number(row.own_crop)?,
            };
            let far = HowFar { revision, latest: row.latest.map(|latest| latest.to_jiff()), lately: row.lately };
            Ok::<_, StoreError>(Found { role: columns::of_word(&role)?, far, given })
        });
        Ok(Inside { account: AccountId(row.account_id), at: at.transpose()? })
    }

    /// Notes that something was asked in a session, once an hour.
    async fn saw(&self, token: &str, stale: bool) -> Result<(), StoreError> {
        if stale {
            sqlx::query!("update session set seen_at = now() where token_hash = $1", hash(token)).execute(&self.pool).await?;
        }
        Ok(())
    }

    /// The sessions of an account that go on, the latest first.
    pub async fn sessions(&self, account: AccountId, here: &str) -> Result<Vec<SessionLine>, StoreError> {
        let rows = sqlx::query!(
            r#"select number, created_at as "created: Stamp", seen_at as "seen: Stamp", agent, token_hash = $2 as "here!"
               from session where account_id = $1 and seen_at > now() - make_interval(days => $3)
                 and created_at > now() - make_interval(days => $4) order by number desc"#,
            account.0,
            hash(here),
            IDLE_DAYS,
            MOST_DAYS
        )
        .fetch_all(&self.pool)
        .await?;
        let line =
            |row: Row| SessionLine { number: row.0, created: row.1.to_jiff(), seen: row.2.to_jiff(), agent: row.3, here: row.4 };
        Ok(rows.into_iter().map(|row| line((row.number, row.created, row.seen, row.agent, row.here))).collect())
    }

    /// Ends the session of a token, if it goes on.
    pub async fn end_session(&self, token: &str) -> Result<(), StoreError> {
        sqlx::query!("delete from session where token_hash = $1", hash(token)).execute(&self.pool).await?;
        Ok(())
    }

    /// Ends one session of an account; [`StoreError::NotFound`] when it has none of that number.
    pub async fn end_session_numbered(&self, account: AccountId, number: i64) -> Result<(), StoreError> {
        let gone = sqlx::query!("delete from session where account_id = $1 and number = $2", account.0, number);
        if gone.execute(&self.pool).await?.rows_affected() == 0 { Err(StoreError::NotFound) } else { Ok(()) }
    }

    /// Ends every session of an account but the one that asks.
    pub async fn end_other_sessions(&self, account: AccountId, here: &str) -> Result<(), StoreError> {
        sqlx::query!("delete from session where account_id = $1 and token_hash <> $2", account.0, hash(here))
            .execute(&self.pool)
            .await?;
        Ok(())
    }

    /// Notes a browser as one in which an account was signed in.
    pub async fn know_device(&self, account: AccountId, token: &str) -> Result<(), StoreError> {
        sqlx::query!(
            "insert into device (token_hash, account_id) values ($1, $2)
             on conflict (token_hash, account_id) do update set seen_at = now()",
            hash(token),
            account.0
        )
        .execute(&self.pool)
        .await?;
        Ok(())
    }

    /// Whether an account was signed in in that browser before.
    pub async fn knows_device(&self, account: AccountId, token: &str) -> Result<bool, StoreError> {
        let known = sqlx::query_scalar!(
            "select true as \"known!\" from device where token_hash = $1 and account_id = $2",
            hash(token),
            account.0
        );
        Ok(known.fetch_optional(&self.pool).await?.is_some())
    }
}

type Row = (i64, Stamp, Stamp, String, bool);
