//! What can be found about a patch, and how does it weigh? The page turns it into sentences.

use crate::catalogue::Bulk;
use crate::rules::past::Stand;
use crate::rules::sharing::Sharing;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::Length;
use sparrow_facts::warning::WarningKey;

/// How a finding weighs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Weight {
    /// Something to settle: a warning with a way out.
    Settle,
    /// Something to know.
    Note,
    /// Something to be glad of.
    Good,
}

/// Why a finding is one; the page turns it into sentences.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
pub enum Reason {
    /// A relation of the catalogue applies.
    Company {
        /// Its place in the catalogue's relations.
        relation: usize,
        /// The patch that does something.
        who: PatchId,
        /// The patch it is done to.
        whom: PatchId,
        /// The catalogue also says the opposite of these two.
        contradicted: bool,
    },
    /// The family stood there too lately.
    TooSoon {
        /// The earlier stand.
        stand: Stand,
        /// The growing year of the patch.
        year: i16,
        /// Years the family should stay away.
        interval: u8,
        /// The nearest bed that is free of the family, whether or not it has room.
        free_bed: Option<BedId>,
    },
    /// Not one plant fits at its distance.
    NoneFits {
        /// Half squares along and across that hold one.
        least: (u16, u16),
    },
    /// More are planted than fit at their distance.
    TooDense {
        /// Holes that fit.
        fits: u32,
        /// Holes that are there.
        holes: u32,
        /// The distance they want.
        wants: Spacing,
        /// The distance that is left to them.
        stand: Spacing,
        /// Ground that so many would want at their distance, in hundredths of a square.
        ground: u32,
        /// What most of the crop is, which suffers.
        bulk: Bulk,
    },
    /// The household's own distance is half of the book's, or less.
    HalfTheDistance {
        /// The distance at which they stand.
        stand: Spacing,
        /// The book's.
        book: Spacing,
        /// What most of the crop is, which suffers.
        bulk: Bulk,
    },
    /// It wants something to climb and no trellis is there.
    WantsTrellis,
    /// What it climbs is cleared while it still stands.
    LosesSupport {
        /// The patch that holds it up.
        by: PatchId,
        /// The last day of that one.
        day: Date,
        /// The climber's own last day.
        until: Date,
    },
    /// The bed's soil is not deep enough for it.
    ShallowSoil {
        /// The bed's depth.
        depth: Length,
        /// The least it wants.
        wants: Length,
        /// The nearest bed that is deep enough.
        deeper: Option<BedId>,
        /// A way of the same crop for which it is deep enough.
        shorter: Option<String>,
    },
    /// It wants full sun and the bed is noted as half shaded.
    HalfShade {
        /// The nearest bed that is not.
        sunny: Option<BedId>,
    },
    /// It stands at a trellis and is of a kind that does not climb.
    DoesNotClimb {
        /// The way of the same crop that does.
        way: String,
    },
    /// Another crop of the bed wants the soil sweeter, or more sour.
    Sourness {
        /// The other patch.
        other: PatchId,
        /// The range of pH in which this one does well.
        own: [f32; 2],
        /// That of the other.
        theirs: [f32; 2],
    },
    /// Some holes would lie under a brace and are left out.
    UnderBrace {
        /// How many.
        holes: u32,
    },
    /// It stands on ground with another crop, in time or too long.
    Shares(Sharing),
    /// Two marked rows are nearer than they can both stand.
    RowsCrowd {
        /// The other row.
        other: PatchId,
        /// The gap between them.
        gap: Length,
        /// The day on which the leaves of one reach over the stems of the other.
        day: Date,
    },
    /// Picked often, and farther than an arm from every side it can be reached from.
    OutOfReach {
        /// How many holes.
        holes: u32,
        /// Days from one picking to the next.
        every: u8,
        /// How far an arm reaches.
        arm: Length,
    },
    /// Its vines grow out over a board to where one walks.
    Spills,
    /// Its vines have no edge to grow out over.
    NowhereToSpill,
    /// Maize in too few rows for the wind.
    FewRows {
        /// Rows the shorter way, of all that stands and flowers together.
        rows: u32,
        /// The least.
        least: u32,
        /// Better so many.
        better: u32,
    },
    /// It stays for years, and is not at an end of the bed.
    InTheMiddle {
        /// It is left for seed.
        for_seed: bool,
    },
    /// A taller crop's noon shadow lies over it.
    Shaded {
        /// The taller patch.
        by: PatchId,
        /// Holes in the shade.
        holes: u32,
        /// The day it is judged on: the middle of the time both stand.
        day: Date,
        /// How long the shadow is.
        long: Length,
        /// It is glad of shade in summer.
        welcome: bool,
    },
    /// Kinds of one crop flower together and spoil each other.
    Crosses {
        /// The first patch of the other kind.
        other: PatchId,
        /// The patch that flowers later, and is better put off.
        later: PatchId,
        /// Days between their flowering.
        days_apart: u32,
        /// Days there should be.
        wanted: u32,
    },
    /// A neighbour's maize of another kind is near enough for its pollen.
    NeighbourCrosses {
        /// Its kind.
        strain: String,
        /// How far it stands \[m\].
        metres: u16,
        /// How far it should \[m\].
        wanted: u16,
        /// The day on which this one flowers.
        flowers: Date,
    },
    /// Planted close beside something of quite another size.
    UnlikeNeighbour {
        /// The other patch.
        other: PatchId,
    },
}

impl Reason {
    /// Whether moving the patch settles it. That helps against bad neighbours, shade, a long reach and what stood there before. It
    /// does not help against what the patch itself is, nor against the bed's soil and sun: such a reason names a better bed.
    pub fn is_settled_by_moving(&self) -> bool {
        matches!(self, Reason::Company { .. } | Reason::TooSoon { .. } | Reason::Shaded { .. } | Reason::OutOfReach { .. })
    }
}

/// What is found, how it weighs, under which key it is kept, and which other patch it concerns.
pub type Found = (Weight, WarningKey, Option<PatchId>, Reason);
