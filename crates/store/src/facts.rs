//! The facts of one garden, read all together, and written edit by edit.

use crate::table::{Table, load_list};
use crate::{GardenId, StoreError, almanac, site, turns};
use sparrow_facts::edit::Edit;
use sparrow_facts::every_list_of_facts;
use sparrow_facts::garden::Garden;
use sqlx::PgConnection;
use std::collections::BTreeSet;

macro_rules! facts {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($($path:ident).+: $Keyed:ty, $Key:ty, $KeyedEdit:ident, |$one:ident| $key:expr;)* }
    ) => {
        /// All facts of a garden; [`StoreError::NotFound`] when there is no such garden.
        pub async fn load(connection: &mut PgConnection, garden: GardenId) -> Result<Garden, StoreError> {
            Ok(Garden {
                site: site::load(connection, garden).await?,
                $($first: load_list(connection, garden).await?,)*
                spacings: load_list(connection, garden).await?,
                $($later: load_list(connection, garden).await?,)*
                school: site::load_school(connection, garden).await?,
                turns: turns::load(connection, garden).await?,
                almanac: almanac::load(connection, garden).await?,
            })
        }

        /// Writes the first of some edits, and with it those after it that can be written by the same statement; how many these are, and
        /// how many rows were written.
        async fn some(connection: &mut PgConnection, garden: GardenId, edits: &[Edit]) -> Result<(usize, u64), StoreError> {
            let Some(first) = edits.first() else { return Ok((0, 0)) };
            let written = match first {
                $(Edit::$FirstEdit { .. } => return run::<$First>(connection, garden, edits).await,)*
                $(Edit::$LaterEdit { .. } => return run::<$Later>(connection, garden, edits).await,)*
                $(Edit::$KeyedEdit { .. } => return run::<$Keyed>(connection, garden, edits).await,)*
                Edit::Site { after, .. } => site::write(connection, garden, after).await?,
                Edit::School { after, .. } => site::write_school(connection, garden, *after).await?,
                Edit::TurnRules { after, .. } => turns::rules(connection, garden, *after).await?,
                Edit::Shady { bed, after, .. } => turns::shady(connection, garden, *bed, *after).await?,
                Edit::Divided { bed, after, .. } => turns::divided(connection, garden, *bed, *after).await?,
                Edit::Climate { after, .. } => almanac::climate(connection, garden, after).await?,
                Edit::Shelf { after, .. } => almanac::shelf(connection, garden, *after).await?,
                Edit::Station { after, .. } => almanac::write_station(connection, garden, after.as_deref()).await?,
            };
            Ok((1, written))
        }
    };
}

every_list_of_facts!(facts);

/// Writes edits in their order.
pub async fn write(connection: &mut PgConnection, garden: GardenId, edits: &[Edit]) -> Result<(), StoreError> {
    let mut rest = edits;
    while !rest.is_empty() {
        let (many, written) = some(connection, garden, rest).await?;
        // What an edit speaks of must be there: otherwise the tables are not what the facts were taken to be.
        if written != many as u64 {
            return Err(StoreError::NotFound);
        }
        rest = &rest[many..];
    }
    Ok(())
}

/// Writes what the first edits say of one kind of fact, as long as they speak of each once.
async fn run<T: Table>(connection: &mut PgConnection, garden: GardenId, edits: &[Edit]) -> Result<(usize, u64), StoreError> {
    let mut seen = BTreeSet::new();
    let comes = edits.iter().map_while(|edit| T::of(edit)?.1);
    let rows: Vec<&T> = comes.take_while(|one| seen.insert(one.key())).collect();
    if !rows.is_empty() {
        return Ok((rows.len(), T::write(connection, garden, &rows).await?));
    }
    let gone = edits.first().and_then(|edit| T::of(edit)?.0);
    // Nothing before and nothing after is no change.
    Ok((
        1,
        match gone {
            Some(gone) => T::forget(connection, garden, gone).await?,
            None => 1,
        },
    ))
}
