//! Which ground rotates as one, how many squares has it, and what does it offer?

use crate::ground::shape;
use serde::Serialize;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::garden::Garden;
use sparrow_facts::rect::Ground;
use sparrow_facts::turns::{Piece, Turns, TurnsUnit};
use sparrow_facts::units::Length;

/// A piece of ground that rotates as one.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Plot {
    /// Which.
    pub at: Piece,
    /// How many pieces its bed has.
    pub of: u8,
    /// Where it begins along the bed.
    pub from: Length,
    /// Where it ends.
    pub to: Length,
    /// Whole squares it holds; parts of squares at its ends are left out.
    pub squares: u16,
    /// Whether a trellis runs over it.
    pub trellis: bool,
    /// Whether it has a foot of soil or more.
    pub deep: bool,
    /// Whether it is in full sun.
    pub sun: bool,
    /// Whether it is a container.
    pub container: bool,
}

/// The most pieces one bed is cut into; a hundred feet in strips of two squares are fifty.
const MOST_PIECES: usize = 250;
/// Soil that counts as deep: a foot (common practice for long roots).
const DEEP: Length = Length::inches(12);

/// All pieces of a garden that rotate, bed by bed, from left to right.
pub fn plots(garden: &Garden) -> Vec<Plot> {
    garden.beds.iter().flat_map(|bed| plots_of(garden, &garden.turns, bed)).collect()
}

fn plots_of(garden: &Garden, turns: &Turns, bed: &Bed) -> Vec<Plot> {
    let stretches = stretches(garden, turns, bed);
    let side = i64::from(garden.site.squares().square().get());
    let of = u8::try_from(stretches.len()).unwrap_or(u8::MAX);
    let plot = |(piece, (from, to)): (u8, (Length, Length))| {
        let area = shape::area(bed, Ground { left: from, far: Length::ZERO, right: to, near: bed.width });
        Plot {
            at: Piece { bed: bed.id, piece },
            of,
            from,
            to,
            // The least container still holds a plant.
            squares: u16::try_from((area / (side * side)).max(1)).unwrap_or(u16::MAX),
            trellis: bed.trellises.iter().any(|trellis| trellis.start < to && trellis.end > from),
            deep: bed.depth >= DEEP || bed.kind == BedKind::Ground,
            sun: !turns.shady.contains(&bed.id),
            container: matches!(bed.kind, BedKind::Container { .. }),
        }
    };
    (0..).zip(stretches).map(plot).collect()
}

/// The stretches of a bed's length that are its pieces.
fn stretches(garden: &Garden, turns: &Turns, bed: &Bed) -> Vec<(Length, Length)> {
    if turns.unit == TurnsUnit::Bed {
        return vec![(Length::tenths_mm(0), bed.length)];
    }
    let mut edges = vec![Length::tenths_mm(0)];
    edges.extend(bed.braces.iter().map(|brace| brace.at));
    edges.push(bed.length);
    let strip = garden.site.squares().square().times(2).get();
    let pieces = |(from, to): (Length, Length)| match turns.unit {
        TurnsUnit::Square => ((to - from).get() / strip).max(1),
        _ if turns.divided.contains(&bed.id) => 2,
        _ => 1,
    };
    let cut = |pair: &[Length]| {
        let (from, to) = (pair[0], pair[1]);
        let many = pieces((from, to));
        let edge = move |at: i32| {
            Length::tenths_mm(from.get() + (i64::from((to - from).get()) * i64::from(at) / i64::from(many)) as i32)
        };
        (0..many).map(move |at| (edge(at), edge(at + 1))).collect::<Vec<_>>()
    };
    edges.windows(2).flat_map(cut).take(MOST_PIECES).collect()
}

impl Plot {
    /// Ground of the stretch from `left` to `right` of its bed that lies in this piece, as a share of
    /// that stretch in hundredths.
    pub fn share(&self, left: Length, right: Length) -> u32 {
        let inside = (self.to.min(right) - self.from.max(left)).get().max(0);
        (i64::from(inside) * 100 / i64::from((right - left).get().max(1))) as u32
    }
}
