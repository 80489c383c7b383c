//! What the page is sent: a garden with all that follows from it, and the types of both.

use crate::cache::ready::Ready;
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::Serialize;
use sparrow_core::catalogue::own_crops::OwnBook;
use sparrow_core::reckon::day::Reckoning;
use sparrow_core::work::Work;
use sparrow_facts::garden::Garden;
use sparrow_store::{GardenId, History, Role, Versioned};
use std::sync::Arc;

/// The words in which roles are sent; the store's own type does not describe itself.
#[derive(JsonSchema)]
#[schemars(rename = "Role", rename_all = "lowercase")]
#[allow(dead_code, reason = "only its shape is asked for")]
pub enum RoleWord {
    /// Looks, and touches nothing.
    Guest,
    /// Does everything but letting others in.
    Helper,
    /// Does everything.
    Owner,
}

/// A garden as one account sees it on one day.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub struct GardenView {
    /// Its number.
    pub id: i32,
    /// What this account may do in it: owner, helper or guest.
    #[schemars(with = "RoleWord")]
    pub role: Role,
    /// How many changes it has seen.
    pub revision: i32,
    /// How many entries its journal had when this was told.
    pub journal: i32,
    /// Its facts.
    pub garden: Garden,
    /// What the household has of its own beside the catalogue.
    pub own: OwnBook,
    /// What follows from them on the needle's day.
    pub reckoning: Arc<Reckoning>,
    /// The day it is.
    pub today: Date,
    /// The kind of command that undo would take back: the last of whoever asks.
    pub undo: Option<String>,
    /// The kind of command that redo would do again.
    pub redo: Option<String>,
}

/// A garden in a list.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub struct GardenLine {
    /// Its number.
    pub id: i32,
    /// Its name.
    pub name: String,
    /// Its place.
    pub place: String,
    /// What this account may do in it.
    #[schemars(with = "RoleWord")]
    pub role: Role,
}

/// What a tape's words mean.
#[derive(Debug, Clone, Serialize, JsonSchema)]
pub struct TapeReading {
    /// The length in tenths of a millimetre.
    pub tenths_mm: i32,
    /// On an imperial tape.
    pub imperial: String,
    /// On a metric tape.
    pub metric: String,
}

/// A garden's view on a day, or on the day where the needle rests.
pub fn view(
    (id, role): (GardenId, Role),
    (ready, history): (&Ready, &History),
    needle: Option<Date>,
    today: Date,
    work: &Work,
) -> GardenView {
    let Versioned { revision, garden } = &ready.at;
    let needle = needle.unwrap_or_else(|| ready.resting_needle(today));
    GardenView {
        id: number(id.0),
        role,
        revision: number(*revision),
        journal: number(ready.journal().entries()),
        garden: garden.clone(),
        own: ready.catalogue().own(),
        reckoning: ready.reckon(needle, today, work),
        today,
        undo: kind(history.undo.as_ref()),
        redo: kind(history.redo.as_ref()),
    }
}

/// The kind of a command.
pub fn kind(command: Option<&serde_json::Value>) -> Option<String> {
    command?.get("do")?.as_str().map(String::from)
}

/// A number of the database as the page's plain number; both count by ones and never get that far.
pub fn number(n: i64) -> i32 {
    i32::try_from(n).unwrap_or(i32::MAX)
}
