//! What did a command change? Facts before and after, which is all that undo needs.

use crate::almanac::Almanac;
use crate::bed::Bed;
use crate::garden::Garden;
use crate::grouping::OwnGrouping;
use crate::history::PastStand;
use crate::patch::Patch;
use crate::school::School;
use crate::site::Site;
use crate::spacing::OwnSpacing;
use crate::turns::Turns;
use serde::{Deserialize, Serialize};

/// One fact before and after; nothing before means it is new, nothing after that it is gone.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(tag = "fact", rename_all = "kebab-case")]
pub enum Edit {
    /// The place of the garden.
    Site {
        /// As it was.
        before: Box<Site>,
        /// As it is.
        after: Box<Site>,
    },
    /// A bed.
    Bed {
        /// As it was.
        before: Option<Box<Bed>>,
        /// As it is.
        after: Option<Box<Bed>>,
    },
    /// A patch.
    Patch {
        /// As it was.
        before: Option<Box<Patch>>,
        /// As it is.
        after: Option<Box<Patch>>,
    },
    /// A remembered stand.
    Past {
        /// As it was.
        before: Option<PastStand>,
        /// As it is.
        after: Option<PastStand>,
    },
    /// The household's school of spacing.
    School {
        /// As it was.
        before: School,
        /// As it is.
        after: School,
    },
    /// What the household said about its turns, as a whole.
    Turns {
        /// As it was.
        before: Box<Turns>,
        /// As it is.
        after: Box<Turns>,
    },
    /// What the household said of weather, shelf and warmth, as a whole.
    Almanac {
        /// As it was.
        before: Box<Almanac>,
        /// As it is.
        after: Box<Almanac>,
    },
    /// A household's own grouping.
    Grouping {
        /// As it was.
        before: Option<OwnGrouping>,
        /// As it is.
        after: Option<OwnGrouping>,
    },
    /// A household's own distance.
    Spacing {
        /// As it was.
        before: Option<OwnSpacing>,
        /// As it is.
        after: Option<OwnSpacing>,
    },
}

impl Edit {
    /// The edit that takes this one back.
    pub fn inverse(self) -> Edit {
        match self {
            Edit::Site { before, after } => Edit::Site { before: after, after: before },
            Edit::Bed { before, after } => Edit::Bed { before: after, after: before },
            Edit::Patch { before, after } => Edit::Patch { before: after, after: before },
            Edit::Past { before, after } => Edit::Past { before: after, after: before },
            Edit::Turns { before, after } => Edit::Turns { before: after, after: before },
            Edit::Almanac { before, after } => Edit::Almanac { before: after, after: before },
            Edit::Grouping { before, after } => Edit::Grouping { before: after, after: before },
            Edit::School { before, after } => Edit::School { before: after, after: before },
            Edit::Spacing { before, after } => Edit::Spacing { before: after, after: before },
        }
    }
}

/// The edits that take these back, last first.
pub fn inverse(edits: Vec<Edit>) -> Vec<Edit> {
    edits.into_iter().rev().map(Edit::inverse).collect()
}

/// Carries edits out on a garden.
pub fn apply(garden: &mut Garden, edits: &[Edit]) {
    for edit in edits {
        match edit.clone() {
            Edit::Site { after, .. } => garden.site = *after,
            Edit::Bed { before, after } => swap(&mut garden.beds, before.map(|b| b.id), after.map(|b| *b), |bed| bed.id),
            Edit::Patch { before, after } => swap(&mut garden.patches, before.map(|p| p.id), after.map(|p| *p), |patch| patch.id),
            Edit::Past { before, after } => swap(&mut garden.past, before.map(|p| p.id), after, |past| past.id),
            Edit::Grouping { before, after } => swap(&mut garden.groupings, before.map(|g| g.id), after, |grouping| grouping.id),
            Edit::School { after, .. } => garden.school = after,
            Edit::Turns { after, .. } => garden.turns = *after,
            Edit::Almanac { after, .. } => garden.almanac = *after,
            Edit::Spacing { before, after } => {
                let key = |own: &OwnSpacing| (own.crop.clone(), own.way.clone());
                swap(&mut garden.spacings, before.as_ref().map(key), after, key);
            }
        }
    }
}

fn swap<T, K: Ord>(list: &mut Vec<T>, before: Option<K>, after: Option<T>, key: impl Fn(&T) -> K) {
    if let Some(gone) = before {
        list.retain(|one| key(one) != gone);
    }
    if let Some(new) = after {
        let at = list.partition_point(|one| key(one) < key(&new));
        list.insert(at, new);
    }
}
