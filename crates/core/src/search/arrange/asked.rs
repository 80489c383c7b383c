//! What is asked of an arrangement, and what is answered?

use crate::change::replan::PatchChange;
use crate::rules::findings::Finding;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Placing;

/// A crop to find room for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct BedWish {
    /// The crop.
    pub crop: String,
    /// Its way of growing.
    pub way: String,
    /// How many plants, at least.
    pub plants: u32,
    /// It must find room; otherwise only if there is some.
    pub must: bool,
    /// The day it goes in; `None` for the planting's own, or its usual one.
    #[serde(default)]
    pub from: Option<Date>,
    /// Its last day; `None` for the planting's own, or its usual one.
    #[serde(default)]
    pub until: Option<Date>,
    /// The planting that is laid elsewhere and keeps all else that was said of it; `None` for a new one. Where it lies now is
    /// among the places looked at, so that no answer is worse than what is there.
    #[serde(default)]
    pub patch: Option<PatchId>,
}

/// Why a patch is where it is.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Why {
    /// It was wished for if there is room, and there is.
    Room,
    /// A relation of the catalogue with a neighbour.
    Company {
        /// The neighbour's crop.
        with: String,
        /// The relation's place in the catalogue.
        relation: usize,
    },
    /// Picked often: whether all of it is within an arm's reach.
    Reach {
        /// It is.
        within: bool,
    },
    /// Shade by or on a neighbour.
    Shade {
        /// The taller crop.
        by: String,
        /// The one in its shade.
        on: String,
        /// The one in its shade is glad of it.
        welcome: bool,
    },
    /// Its family stood there too lately.
    TooSoon,
    /// It climbs: whether there is a trellis.
    Trellis {
        /// There is.
        there: bool,
    },
    /// It spills: whether there is an edge to spill over.
    Spill {
        /// There is.
        there: bool,
    },
    /// Maize: rows the shorter way.
    Block {
        /// How many.
        rows: u32,
        /// Enough for the wind.
        enough: bool,
    },
    /// It stays for years: whether it is at an end.
    End {
        /// It is.
        there: bool,
    },
    /// The shape of its ground: long and thin costs a little.
    Shape,
    /// Whole squares, and against a board: ground that is left stays in one piece.
    Tidy,
}

/// One reason with its points.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Weighed {
    /// The reason.
    pub why: Why,
    /// Points for it, negative against.
    pub points: i32,
}

/// One patch of a proposal.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Proposed {
    /// The wish it answers, by its place in the list.
    pub wish: usize,
    /// The number it has, or would be given.
    pub patch: PatchId,
    /// What would be planted.
    pub place: Placing,
    /// Plants it holds.
    pub plants: u32,
    /// What speaks for it and against it.
    pub why: Vec<Weighed>,
}

/// One way of laying out the bed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Proposal {
    /// Its patches.
    pub patches: Vec<Proposed>,
    /// Wishes that found no room, by their place in the list.
    pub left_out: Vec<usize>,
    /// Wishes that found room for some of their plants, and how many are missing.
    pub short: Vec<(usize, u32)>,
    /// All points together, less a thousand for each wish that must find room and does not.
    pub score: i32,
    /// The same by kind of reason, in the order of their first use.
    pub split: Vec<Weighed>,
    /// What the rules find once it is done, of all that is laid out here: what is to be settled, to be known and to be glad of.
    pub findings: Vec<Finding>,
    /// What to do to have it so: plantings laid elsewhere, new ones, and those that are taken away.
    pub changes: Vec<PatchChange>,
}

/// The answer to a list of wishes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Arranged {
    /// The best found, and the best that is truly different, if there is one.
    pub proposals: Vec<Proposal>,
    /// No score can be above this.
    pub bound: i32,
    /// Every layout with each crop in one piece was looked through, all crops found room in the first, and none is better.
    pub proven: bool,
    /// How often it was looked for anew, and how often at most.
    pub looked: [u32; 2],
    /// Plantings that nothing in the list names, and that would be taken away.
    pub gone: Vec<PatchId>,
}

/// Ground asked for and ground there, before anything is looked for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SquaresAsked {
    /// Squares each wish asks for, in the order of the list.
    pub asked: Vec<u32>,
    /// Squares of ground that are free on their days; part squares are counted at their size.
    pub there: u32,
    /// Where more are asked for than there are, the plants to leave out that cost least: the wish, plants, squares they free.
    pub cuts: Vec<(usize, u32, u32)>,
}

/// What is asked of [`arrange`].
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Arranging {
    /// The bed.
    pub bed: BedId,
    /// The growing year.
    pub year: i16,
    /// What is wished for, the most wanted first.
    pub wishes: Vec<BedWish>,
    /// All plantings that may be laid elsewhere make way ([`movable`](crate::search::arrange::movable::movable)); otherwise only
    /// those that the list names.
    pub anew: bool,
}

/// The most wishes for one bed.
pub const MOST_WISHES: usize = 40;
