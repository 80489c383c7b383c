//! The invented households, made once on a demo server.

use crate::password::hash;
use jiff::civil::Date;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_store::{Role, Store, StoreError};

/// The accounts that can be entered without a password on a demo server: two owners and a visitor
/// who may look at both gardens.
pub const DOORS: [&str; 3] = ["quillet-lane", "tern-court", "visitor"];

/// The password of the invented accounts, for trying the sign-in form; a demo server keeps nothing worth a secret.
pub const DEMO_PASSWORD: &str = "sparrow-demo";

/// Makes the demo accounts and gardens if they are not there yet.
pub async fn make_households(store: &Store, today: Date) -> Result<(), StoreError> {
    let hash = hash(DEMO_PASSWORD.into()).await.map_err(|trouble| StoreError::Other(trouble.to_string()))?;
    let mut made = Vec::new();
    for (door, garden) in [(DOORS[0], quillet_lane(today)?), (DOORS[1], tern_court(today)?)] {
        match store.create_account(door, &hash).await {
            Ok(account) => made.push(store.create_garden(account, &garden).await?),
            // It was made when the server first started, and may have been changed since.
            Err(StoreError::Conflict { .. }) => {}
            Err(other) => return Err(other),
        }
    }
    if made.len() == 2 {
        let visitor = store.create_account(DOORS[2], &hash).await?;
        for garden in made {
            store.let_in(garden, visitor, Role::Guest).await?;
        }
    }
    Ok(())
}
