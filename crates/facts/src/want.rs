//! What would the household like to have in a year? Amounts as people think of them: kilograms, heads, jars, a salad every other day.

use crate::ids::{VarietyId, WantId};
use serde::{Deserialize, Serialize};

/// What it is wanted for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Purpose {
    /// Eaten as it is picked.
    Fresh,
    /// Kept as it is, in a cellar or on strings.
    Stored,
    /// Frozen.
    Frozen,
    /// Dried.
    Dried,
    /// Put up in jars.
    Jars,
    /// Given away.
    Given,
    /// Sold.
    Sold,
}

/// How much is wanted in a year.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "by", rename_all = "kebab-case", deny_unknown_fields)]
pub enum WantAmount {
    /// A weight as it is picked.
    Weight {
        /// Grams.
        grams: u32,
    },
    /// Heads, roots, bulbs, ears, fruits.
    Pieces {
        /// How many.
        many: u32,
    },
    /// Bunches.
    Bunches {
        /// How many.
        many: u32,
    },
    /// Jars.
    Jars {
        /// How many.
        many: u32,
        /// What one holds \[ml\].
        ml: u16,
    },
    /// Meals, so often through some months.
    Meals {
        /// How many eat.
        people: u8,
        /// Every so many days.
        every: u8,
        /// The first month, 1 to 12.
        from: u8,
        /// The last month; before the first one, it is of the next year.
        until: u8,
    },
}

/// What the household would like to have of a crop.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Want {
    /// Its number.
    pub id: WantId,
    /// The key of the crop.
    pub crop: String,
    /// The household's variety, where it is to be that one.
    #[serde(default)]
    pub variety: Option<VarietyId>,
    /// How much.
    pub amount: WantAmount,
    /// What for.
    pub purpose: Purpose,
    /// All of it is wanted in one week, to be put up at once.
    #[serde(default)]
    pub at_once: bool,
    /// What the household would pay for all of it, in hundredths of its money.
    #[serde(default)]
    pub worth: Option<u32>,
    /// What else there is to say, up to 200 letters.
    #[serde(default)]
    pub note: String,
}
