//! Under which words does a household keep a warning? They are stored in its garden, so each stays as it is.

use crate::ids::PatchId;
use serde::{Deserialize, Serialize};
use std::fmt;

/// What a warning is about, by the word under which it is kept.
///
/// A word is never changed and never given to another rule; `tests` below list all that were ever shipped.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum WarnedOf {
    /// More are planted than fit.
    Dense,
    /// Not one fits.
    NoneFits,
    /// Half of the book's distance.
    Half,
    /// Holes under a brace.
    Brace,
    /// Nothing to climb.
    Trellis,
    /// What holds it up goes first.
    Support,
    /// Its family stood there too lately.
    Soon,
    /// A neighbour.
    Company,
    /// It shares its ground.
    Shares,
    /// Beyond an arm's reach.
    Reach,
    /// Vines and edges.
    Spill,
    /// It stays for years, and not at an end.
    End,
    /// A taller crop's shade.
    Shade,
    /// Rows: too few for the wind, or another row too near.
    Rows,
    /// A neighbour of another size, in the close school.
    Unlike,
    /// Maize of another kind in the garden.
    Cross,
    /// Maize of another kind beyond the fence.
    Neighbour,
    /// Too little soil.
    Depth,
    /// Too little sun.
    Sun,
    /// It does not climb.
    Climb,
    /// Another crop of the bed wants other soil.
    Ph,
    /// A trouble of the season.
    Season,
}

impl WarnedOf {
    /// All of them.
    pub const ALL: [WarnedOf; 22] = [
        WarnedOf::Dense,
        WarnedOf::NoneFits,
        WarnedOf::Half,
        WarnedOf::Brace,
        WarnedOf::Trellis,
        WarnedOf::Support,
        WarnedOf::Soon,
        WarnedOf::Company,
        WarnedOf::Shares,
        WarnedOf::Reach,
        WarnedOf::Spill,
        WarnedOf::End,
        WarnedOf::Shade,
        WarnedOf::Rows,
        WarnedOf::Unlike,
        WarnedOf::Cross,
        WarnedOf::Neighbour,
        WarnedOf::Depth,
        WarnedOf::Sun,
        WarnedOf::Climb,
        WarnedOf::Ph,
        WarnedOf::Season,
    ];

    /// Its word.
    pub fn word(self) -> &'static str {
        match self {
            WarnedOf::Dense => "dense",
            WarnedOf::NoneFits => "none-fits",
            WarnedOf::Half => "half",
            WarnedOf::Brace => "brace",
            WarnedOf::Trellis => "trellis",
            WarnedOf::Support => "support",
            WarnedOf::Soon => "soon",
            WarnedOf::Company => "company",
            WarnedOf::Shares => "shares",
            WarnedOf::Reach => "reach",
            WarnedOf::Spill => "spill",
            WarnedOf::End => "end",
            WarnedOf::Shade => "shade",
            WarnedOf::Rows => "rows",
            WarnedOf::Unlike => "unlike",
            WarnedOf::Cross => "cross",
            WarnedOf::Neighbour => "neighbour",
            WarnedOf::Depth => "depth",
            WarnedOf::Sun => "sun",
            WarnedOf::Climb => "climb",
            WarnedOf::Ph => "ph",
            WarnedOf::Season => "season",
        }
    }

    /// Whether the last part of its key is the number of another patch.
    fn names_a_patch(self) -> bool {
        use WarnedOf::{Company, Cross, Rows, Shade, Shares, Support, Unlike};
        matches!(self, Company | Cross | Rows | Shade | Shares | Support | Unlike)
    }
}

/// What a warning is kept under: what it is about, and where there are several, which: `shade:4`, `soon:cabbage:2025`.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct WarningKey(pub String);

impl WarningKey {
    /// The only warning of its kind about a patch.
    pub fn of(what: WarnedOf) -> WarningKey {
        WarningKey(what.word().into())
    }

    /// One that another patch is part of.
    pub fn with(what: WarnedOf, other: PatchId) -> WarningKey {
        WarningKey(format!("{}:{}", what.word(), other.0))
    }

    /// One of several, told apart by words.
    pub fn which(what: WarnedOf, which: impl fmt::Display) -> WarningKey {
        WarningKey(format!("{}:{which}", what.word()))
    }

    /// What it is about; `None` for words that no rule has.
    ///
    /// ```
    /// use sparrow_facts::ids::PatchId;
    /// use sparrow_facts::warning::{WarnedOf, WarningKey};
    /// let key = WarningKey::with(WarnedOf::Shade, PatchId(4));
    /// assert_eq!((key.0.as_str(), key.what(), key.other()), ("shade:4", Some(WarnedOf::Shade), Some(PatchId(4))));
    /// assert_eq!(WarningKey::of(WarnedOf::Rows).other(), None);
    /// assert_eq!(WarningKey("shadow:4".into()).what(), None);
    /// ```
    pub fn what(&self) -> Option<WarnedOf> {
        let word = self.0.split(':').next().unwrap_or_default();
        WarnedOf::ALL.into_iter().find(|one| one.word() == word)
    }

    /// The other patch that is part of it.
    pub fn other(&self) -> Option<PatchId> {
        self.what().filter(|what| what.names_a_patch())?;
        let (_, last) = self.0.rsplit_once(':')?;
        last.parse().ok().map(PatchId)
    }
}

impl fmt::Display for WarningKey {
    fn fmt(&self, to: &mut fmt::Formatter<'_>) -> fmt::Result {
        to.write_str(&self.0)
    }
}

#[cfg(test)]
mod tests {
    use super::WarnedOf;

    /// Every word ever shipped: gardens have them.
    const SHIPPED: [&str; 22] = [
        "brace",
        "climb",
        "company",
        "cross",
        "dense",
        "depth",
        "end",
        "half",
        "neighbour",
        "none-fits",
        "ph",
        "reach",
        "rows",
        "season",
        "shade",
        "shares",
        "soon",
        "spill",
        "sun",
        "support",
        "trellis",
        "unlike",
    ];

    #[test]
    fn words_that_gardens_have_are_still_known() {
        let mut words = WarnedOf::ALL.map(WarnedOf::word);
        words.sort_unstable();
        assert_eq!(words, SHIPPED);
    }
}
