//! How many squares does this bed hold, and what is missing from the next one?

use crate::ground::shape;
use serde::Serialize;
use sparrow_facts::bed::{Bed, Brace};
use sparrow_facts::rect::{Ground, Rect};
use sparrow_facts::units::{Length, Units};

/// How squares lie along one side of a bed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SideFit {
    /// The side's inside length.
    pub side: Length,
    /// Whole squares that fit.
    pub whole: u32,
    /// What is left beyond the last whole square.
    pub rest: Length,
    /// What the next whole square lacks, when something is left over.
    pub missing: Length,
    /// How wide one more square would be if all were made equal.
    pub narrowed: Length,
}

/// How squares lie along a side.
///
/// ```
/// use sparrow_core::ground::fit::side_fit;
/// use sparrow_facts::units::{Length, Units};
/// let fit = side_fit(Length::inches(83), Units::Imperial);
/// assert_eq!((fit.whole, fit.missing), (6, Length::inches(1)));
/// assert_eq!(fit.narrowed.on_tape(Units::Imperial), "11⅞ in");
/// ```
pub fn side_fit(side: Length, units: Units) -> SideFit {
    let square = units.square();
    let whole = side.whole(square);
    let rest = side - square.times(whole);
    let missing = if rest == Length::ZERO { Length::ZERO } else { square - rest };
    SideFit { side, whole, rest, missing, narrowed: side.over(whole + 1) }
}

/// The ground of a bed as a form shows it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct BedFit {
    /// Along its length.
    pub along: SideFit,
    /// Across its width.
    pub across: SideFit,
    /// Half squares along and across, part squares included: the grid on which patches lie.
    pub half_columns: u16,
    /// Half squares across.
    pub half_rows: u16,
    /// Ground inside the boards in hundredths of a square.
    pub ground_centisquares: u32,
    /// The same, less what the braces cover.
    pub open_centisquares: u32,
    /// Size over the outside of the boards, when their thickness is known.
    pub outside: Option<(Length, Length)>,
    /// How high the boards really stand, when they have a standard name.
    pub board_height: Option<Length>,
}

/// How squares lie along each section between braces, as the soil it is: braces take half of their thickness on either side.
pub fn section_fits(bed: &Bed, units: Units) -> Vec<SideFit> {
    let half = |brace: &Brace| brace.thickness.over(2);
    let starts = std::iter::once(Length::ZERO).chain(bed.braces.iter().map(|brace| brace.at + brace.thickness - half(brace)));
    let ends = bed.braces.iter().map(|brace| brace.at - half(brace)).chain([bed.length]);
    starts.zip(ends).map(|(start, end)| side_fit(end - start, units)).collect()
}

/// The ground of a bed in squares, with what its boards and braces take.
pub fn bed_fit(bed: &Bed, units: Units) -> BedFit {
    let (half_columns, half_rows) = bed.half_squares(units);
    let square = i64::from(units.square().get()).pow(2);
    let centi = |area: i64| u32::try_from((area * 100 + square / 2) / square).unwrap_or(0);
    let all = Ground { left: Length::ZERO, far: Length::ZERO, right: bed.length, near: bed.width };
    let (whole, open) = (shape::area(bed, all), open(bed, all));
    BedFit {
        along: side_fit(bed.length, units),
        across: side_fit(bed.width, units),
        half_columns,
        half_rows,
        ground_centisquares: centi(whole),
        open_centisquares: centi(open),
        outside: bed.outside(),
        board_height: match bed.kind {
            sparrow_facts::bed::BedKind::Raised { board: Some(board) } => Some(board.height()),
            _ => None,
        },
    }
}

/// Ground of a bed that neither these half squares nor a brace cover, in hundredths of a square, part squares at their size.
pub fn free_centisquares(bed: &Bed, units: Units, taken: &[Rect]) -> u32 {
    let (columns, rows) = bed.half_squares(units);
    let mut free = 0i64;
    for (x, y) in (0..rows).flat_map(|y| (0..columns).map(move |x| (x, y))) {
        let cell = Rect { x, y, w: 1, h: 1 };
        if !taken.iter().any(|rect| rect.overlaps(cell)) {
            free += open(bed, cell.ground(bed, units));
        }
    }
    let square = i64::from(units.square().get()).pow(2);
    u32::try_from((free * 100 + square / 2) / square).unwrap_or(0)
}

/// How much of some ground is there and not under braces \[0.01 mm²\].
fn open(bed: &Bed, ground: Ground) -> i64 {
    let braced = bed.braces.iter().map(|brace| {
        let (from, to) = (brace.at - brace.thickness.over(2), brace.at + brace.thickness - brace.thickness.over(2));
        shape::area(bed, Ground { left: from.max(ground.left), right: to.min(ground.right), ..ground })
    });
    shape::area(bed, ground) - braced.sum::<i64>()
}
