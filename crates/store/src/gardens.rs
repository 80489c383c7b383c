//! Which gardens there are, and who may do what in them.

use crate::columns::{of_word, word};
use crate::{AccountId, GardenId, Store, StoreError, write};
use serde::{Deserialize, Serialize};
use sparrow_facts::almanac::Almanac;
use sparrow_facts::difference;
use sparrow_facts::edit::Edit;
use sparrow_facts::garden::Garden;
use sparrow_facts::turns::Turns;

/// What an account may do in a garden.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "lowercase")]
pub enum Role {
    /// Everything, and letting others in.
    Owner,
    /// Everything but letting others in.
    Helper,
    /// Look, and touch nothing.
    Guest,
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
#[derive(Debug, Clone)]
pub struct Member {
    /// The name they sign in with.
    pub name: String,
    /// What they may do.
    pub role: Role,
}

impl Store {
    /// The gardens an account may see, its own first made first.
    pub async fn gardens_of(&self, account: AccountId) -> Result<Vec<Listed>, StoreError> {
        let rows = sqlx::query!(
            "select g.id, g.name, g.place, m.role from garden g join membership m on m.garden_id = g.id
             where m.account_id = $1 order by g.id",
            account.0
        )
        .fetch_all(&self.pool)
        .await?;
        rows.into_iter()
            .map(|row| Ok(Listed { id: GardenId(row.id), name: row.name, place: row.place, role: of_word(&row.role)? }))
            .collect()
    }

    /// What an account may do in a garden, and the garden's revision; [`StoreError::NotFound`] when it may do nothing.
    pub async fn role(&self, garden: GardenId, account: AccountId) -> Result<(Role, i64), StoreError> {
        let row = sqlx::query!(
            "select m.role, g.revision from membership m join garden g on g.id = m.garden_id
             where m.garden_id = $1 and m.account_id = $2",
            garden.0,
            account.0
        )
        .fetch_one(&self.pool)
        .await?;
        Ok((of_word(&row.role)?, row.revision))
    }

    /// A garden's revision.
    pub async fn revision(&self, garden: GardenId) -> Result<i64, StoreError> {
        Ok(sqlx::query_scalar!("select revision from garden where id = $1", garden.0).fetch_one(&self.pool).await?)
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
        write::edits(&mut tx, GardenId(id), &everything(garden)).await?;
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
            "select a.name, m.role from membership m join account a on a.id = m.account_id where m.garden_id = $1 order by a.name",
            garden.0
        )
        .fetch_all(&self.pool)
        .await?;
        rows.into_iter().map(|row| Ok(Member { name: row.name, role: of_word(&row.role)? })).collect()
    }
}

/// The edits that make a garden from nothing.
fn everything(garden: &Garden) -> Vec<Edit> {
    // Taken apart, so that a fact that is forgotten here does not compile.
    let Garden { site, beds, patches, past, spacings, groupings, fixtures, school, turns, almanac } = garden;
    let place = Edit::Site { before: Box::new(site.clone()), after: Box::new(site.clone()) };
    let beds = beds.iter().map(|bed| Edit::Bed { before: None, after: Some(Box::new(bed.clone())) });
    let patches = patches.iter().map(|patch| Edit::Patch { before: None, after: Some(Box::new(patch.clone())) });
    let past = past.iter().map(|past| Edit::Past { before: None, after: Some(past.clone()) });
    let spacings = spacings.iter().map(|own| Edit::Spacing { before: None, after: Some(own.clone()) });
    let school = Edit::School { before: *school, after: *school };
    let groupings = groupings.iter().map(|own| Edit::Grouping { before: None, after: Some(own.clone()) });
    let fixtures = fixtures.iter().map(|one| Edit::Fixture { before: None, after: Some(one.clone()) });
    let turns = difference::turns(&Turns::default(), turns);
    let almanac = difference::almanac(&Almanac::default(), almanac);
    let rest = patches.chain(past).chain(spacings).chain(turns).chain(almanac);
    [place, school].into_iter().chain(groupings).chain(fixtures).chain(beds).chain(rest).collect()
}
