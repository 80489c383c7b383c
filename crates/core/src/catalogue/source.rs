//! Where does a figure come from, and where does it differ from a printed table?

use serde::{Deserialize, Serialize};

/// Where figures come from.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Source {
    /// Title, or 'Common practice'.
    pub title: String,
    /// Author or publisher; empty for common practice.
    pub publisher: String,
    /// Year of the edition, if it has one.
    pub year: Option<u16>,
    /// How the figures came here, such as 'from memory'.
    pub note: String,
}

/// A figure that can be checked against a printed table.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Figure {
    /// Distance in the row.
    InRow,
    /// Distance between rows.
    BetweenRows,
    /// Height when grown.
    Height,
}

impl Figure {
    /// Its word in the data file and on the page of sources.
    pub fn word(self) -> &'static str {
        match self {
            Figure::InRow => "in-row",
            Figure::BetweenRows => "between-rows",
            Figure::Height => "height",
        }
    }
}

/// A figure that lies outside a printed table, and why it stays.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Disagreement {
    /// The crop.
    pub crop: String,
    /// The way of growing.
    pub way: String,
    /// Which figure.
    pub figure: Figure,
    /// What the table says.
    pub table: String,
    /// Why ours stays.
    pub why: String,
}
