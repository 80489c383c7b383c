//! Which crops feed the same pests and diseases? Rotation families and how long they wait.

use crate::catalogue::Feeding;
use serde::{Deserialize, Serialize};

/// A rotation family: crops that feed the same pests and diseases.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Family {
    /// Its key, unique in the catalogue.
    pub key: String,
    /// Keys that it had formerly, which gardens may still have.
    #[serde(default, skip_serializing)]
    pub formerly: Vec<String>,
    /// What gardeners call it.
    pub name: String,
    /// The botanical families it is made of.
    pub botanical: Vec<String>,
    /// Years from one stand to the next on the same ground, 1 to 8; 1 asks for nothing.
    pub interval: u8,
    /// Other families it must not follow for as long, whose diseases it shares.
    #[serde(default)]
    pub after: Vec<String>,
    /// How much a too early return is to be feared, 0 to 5: the weight of a clash.
    pub risk: u8,
    /// How hungry the family is taken as a whole.
    pub feeding: Feeding,
    /// What waits in the soil, and how long.
    pub reason: String,
    /// Source key.
    pub source: String,
    /// The pattern that stands for it on a plan.
    pub hatch: String,
}
