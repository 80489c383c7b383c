//! The invented households, made once on a demo server.

use crate::http::password::Hashing;
use jiff::civil::Date;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_store::{Role, Store, StoreError};

/// The accounts that can be entered without a password on a demo server: two owners and a visitor
/// who may look at both gardens.
pub const DOORS: [&str; 3] = ["quillet-lane", "tern-court", "visitor"];

/// The password that invented accounts had before they had none.
const FORMER_PASSWORD: &str = "sparrow-demo";

/// Makes the demo accounts and gardens if they are not there yet.
pub async fn make_households(store: &Store, today: Date) -> Result<(), StoreError> {
    for door in DOORS {
        mark_former(store, door).await?;
    }
    let mut made = Vec::new();
    for (door, garden) in [(DOORS[0], quillet_lane(today)?), (DOORS[1], tern_court(today)?)] {
        // One that was made when the server first started may have been changed since.
        if let Some((account, true)) = store.demo_account(door).await? {
            made.push(store.create_garden(account, &garden).await?);
        }
    }
    if made.len() == 2
        && let Some((visitor, _)) = store.demo_account(DOORS[2]).await?
    {
        for garden in made {
            store.let_in(garden, visitor, Role::Guest).await?;
        }
    }
    Ok(())
}

/// An invented account from before such accounts were marked is known by the password that all of them had.
async fn mark_former(store: &Store, door: &str) -> Result<(), StoreError> {
    let Ok(account) = store.account_named(door).await else { return Ok(()) };
    let right = Hashing::default().is_right(FORMER_PASSWORD.into(), account.password_hash.clone()).await;
    if !account.demo && right.is_ok_and(|right| right) { store.mark_demo(account.id).await } else { Ok(()) }
}
