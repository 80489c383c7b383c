//! What is a bed? A piece of ground with an inside size, a depth, a place in the yard and fixtures.
//!
//! A bed's own frame has its length along x and its width along y, from the near left corner
//! inside the boards. The yard's frame is the drawing; a bed stands in it by its middle and a turn.

use crate::ids::BedId;
use crate::school::School;
use crate::shape::Shape;
use crate::units::length::Length;
use crate::units::measures::Units;
use crate::units::volume::Volume;
use serde::{Deserialize, Serialize};

/// A sawn board by the name it is sold under, which is larger than the board.
///
/// Dressed dry sizes from the American Softwood Lumber Standard PS 20 (NIST), table of boards and
/// dimension lumber: 1 in nominal is ¾ in, 2 in is 1½ in; 6 in is 5½, 8 is 7¼, 10 is 9¼, 12 is 11¼.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub enum Board {
    /// 1 × 6 in nominal.
    #[serde(rename = "1x6")]
    OneBySix,
    /// 1 × 8 in nominal.
    #[serde(rename = "1x8")]
    OneByEight,
    /// 2 × 6 in nominal.
    #[serde(rename = "2x6")]
    TwoBySix,
    /// 2 × 8 in nominal.
    #[serde(rename = "2x8")]
    TwoByEight,
    /// 2 × 10 in nominal.
    #[serde(rename = "2x10")]
    TwoByTen,
    /// 2 × 12 in nominal.
    #[serde(rename = "2x12")]
    TwoByTwelve,
}

impl Board {
    /// Every board, in the order a form lists them.
    pub const ALL: [Board; 6] =
        [Board::OneBySix, Board::OneByEight, Board::TwoBySix, Board::TwoByEight, Board::TwoByTen, Board::TwoByTwelve];

    /// How thick the board really is.
    pub fn thickness(self) -> Length {
        match self {
            Board::OneBySix | Board::OneByEight => Length::tenths_mm(191),
            _ => Length::tenths_mm(381),
        }
    }

    /// How high the board really stands.
    pub fn height(self) -> Length {
        Length::tenths_mm(match self {
            Board::OneBySix | Board::TwoBySix => 1397,
            Board::OneByEight | Board::TwoByEight => 1842,
            Board::TwoByTen => 2350,
            Board::TwoByTwelve => 2858,
        })
    }
}

/// What kind of growing place it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "kind", rename_all = "kebab-case")]
pub enum BedKind {
    /// Boards, stones or blocks round raised soil; the boards' name if they are sawn timber.
    Raised {
        /// The boards, when they are sawn timber of a standard name.
        board: Option<Board>,
    },
    /// A strip of the ground itself.
    Ground,
    /// A tub, pot or bag of a known volume.
    Container {
        /// What it holds.
        volume: Volume,
    },
}

/// The sides from which a gardener can reach into the bed, in the bed's own frame.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Reach {
    /// The far long side (y = 0, drawn at the top).
    pub far: bool,
    /// The near long side (drawn at the bottom).
    pub near: bool,
    /// The left end (x = 0).
    pub left: bool,
    /// The right end.
    pub right: bool,
}

impl Reach {
    /// Reached from all round.
    pub const ALL: Reach = Reach { far: true, near: true, left: true, right: true };
}

/// A cross-brace: a board across the bed that keeps the long sides from bowing and splits it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Brace {
    /// Where its middle is, from the left end.
    pub at: Length,
    /// How much of the bed's length it covers.
    pub thickness: Length,
}

/// A trellis along the bed's length, at a distance from the far side.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Trellis {
    /// Distance from the far long side (y = 0).
    pub from_far: Length,
    /// Where it begins, from the left end.
    pub start: Length,
    /// Where it ends, from the left end.
    pub end: Length,
}

/// One growing place of the garden, as measured.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Bed {
    /// Its number in the garden.
    pub id: BedId,
    /// Its name, unique in the garden, 1 to 40 letters.
    pub name: String,
    /// What kind of place it is.
    pub kind: BedKind,
    /// Inside length.
    pub length: Length,
    /// Inside width.
    pub width: Length,
    /// Depth of soil.
    pub depth: Length,
    /// The middle of the bed in the yard, from the drawing's left edge.
    pub x: Length,
    /// The middle of the bed in the yard, from the drawing's top edge.
    pub y: Length,
    /// How far it is turned on the drawing, degrees clockwise, 0 to 359.
    pub turn: u16,
    /// From which sides it can be reached.
    pub reach: Reach,
    /// Cross-braces, from left to right.
    pub braces: Vec<Brace>,
    /// Trellis lines.
    pub trellises: Vec<Trellis>,
    /// Drip lines along the whole bed, each by its distance from the far side, in order.
    #[serde(default)]
    pub drips: Vec<Length>,
    /// The school of spacing chosen for the bed; nothing means the household's.
    #[serde(default)]
    pub school: Option<School>,
    /// Its outline within length and width.
    #[serde(default)]
    pub shape: Shape,
    /// How far stems stand from its boards or edges; nothing means half their own distance.
    #[serde(default)]
    pub margin: Option<Length>,
}

/// The least inside size of a bed, each way: 4 in.
pub const SHORTEST_SIDE: Length = Length::inches(4);
/// The widest margin that may be kept to the boards: 12 in.
pub const WIDEST_MARGIN: Length = Length::inches(12);
/// The most inside size of a bed, each way: 100 ft.
pub const LONGEST_SIDE: Length = Length::inches(1200);

impl Bed {
    /// How many half squares the grid has along and across, part squares at the ends included.
    pub fn half_squares(&self, units: Units) -> (u16, u16) {
        let half = units.half_square().get();
        let along = |side: Length| u16::try_from((side.get() + half - 1) / half).unwrap_or(u16::MAX);
        (along(self.length), along(self.width))
    }

    /// How many sections the braces make: one more than there are braces.
    pub fn sections(&self) -> u8 {
        u8::try_from(self.braces.len() + 1).unwrap_or(u8::MAX)
    }

    /// The sections, counted from 0 at the left, that the stretch from `from` to `to` lies in.
    pub fn sections_between(&self, from: Length, to: Length) -> std::ops::RangeInclusive<u8> {
        let before = |at: Length, closed: bool| {
            let n = self.braces.iter().filter(|brace| if closed { brace.at <= at } else { brace.at < at }).count();
            u8::try_from(n).unwrap_or(u8::MAX)
        };
        before(from, true)..=before(to, false).max(before(from, true))
    }

    /// Whether a trellis line runs over or along this stretch of ground.
    pub fn has_trellis_in(&self, from: (Length, Length), to: (Length, Length)) -> bool {
        self.trellises.iter().any(|t| t.start < to.0 && t.end > from.0 && t.from_far >= from.1 && t.from_far <= to.1)
    }

    /// The size over the outside of the boards, when their thickness is known.
    pub fn outside(&self) -> Option<(Length, Length)> {
        match self.kind {
            BedKind::Raised { board: Some(board) } => {
                let both = board.thickness().times(2);
                Some((self.length + both, self.width + both))
            }
            _ => None,
        }
    }
}
