//! How do the beds lie? Their outlines on the drawing, and the paths left between them.

use serde::Serialize;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::units::Length;

/// A corner on the yard's drawing \[0.1 mm\].
type Point = (f64, f64);

/// The ground between two neighbouring beds.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Path {
    /// One bed.
    pub one: BedId,
    /// The other.
    pub other: BedId,
    /// How wide the way between them is at its narrowest; zero when they touch or overlap.
    pub width: Length,
    /// The nearest points, on one and on the other: x and y on the drawing.
    pub between: [[i32; 2]; 2],
    /// Too narrow to walk and kneel in: under 18 in (common practice).
    pub narrow: bool,
    /// The two lie on the same ground.
    pub overlap: bool,
}

/// The narrowest path one walks and kneels in comfortably, 18 in: common practice.
pub const WALKABLE: Length = Length::inches(18);
/// Ground wider than this between two beds is yard, not path: 8 ft (own choice, for the drawing).
pub const WIDEST_PATH: Length = Length::inches(96);

/// The corners of a bed over the outside of its boards, clockwise from the far left one.
pub fn outline(bed: &Bed) -> [Point; 4] {
    let (length, width) = bed.outside().unwrap_or((bed.length, bed.width));
    let (hx, hy) = (f64::from(length.get()) / 2.0, f64::from(width.get()) / 2.0);
    let (sin, cos) = f64::from(bed.turn).to_radians().sin_cos();
    let (x, y) = (f64::from(bed.x.get()), f64::from(bed.y.get()));
    [(-hx, -hy), (hx, -hy), (hx, hy), (-hx, hy)].map(|(dx, dy)| (x + dx * cos - dy * sin, y + dx * sin + dy * cos))
}

/// The paths between beds that face each other with no third bed between, and the squeezes between
/// corners that are too narrow. Containers can be shifted and make no paths.
pub fn paths(garden: &Garden) -> Vec<Path> {
    let fixed = garden.beds.iter().filter(|bed| !matches!(bed.kind, BedKind::Container { .. }));
    let outlines: Vec<(BedId, [Point; 4])> = fixed.map(|bed| (bed.id, outline(bed))).collect();
    let mut paths = Vec::new();
    for (i, (one, a)) in outlines.iter().enumerate() {
        for (other, b) in &outlines[i + 1..] {
            let overlap = overlaps(a, b);
            let (width, p, q) = if overlap { (0.0, centre(a), centre(b)) } else { nearest(a, b) };
            let width = Length::tenths_mm(width.round() as i32);
            let crossed = outlines.iter().any(|(id, c)| id != one && id != other && crosses(c, p, q));
            let narrow = !overlap && width < WALKABLE;
            let facing = faces(a, b, p, q);
            let (p, q) = if facing { amid(a, b, p, q) } else { (p, q) };
            if (narrow || overlap || width <= WIDEST_PATH && facing) && !crossed {
                let whole = |(x, y): Point| [x.round() as i32, y.round() as i32];
                paths.push(Path {
                    one: *one,
                    other: *other,
                    width,
                    between: [whole(p), whole(q)],
                    narrow: !overlap && width < WALKABLE,
                    overlap,
                });
            }
        }
    }
    paths
}

/// Whether the way from `p` to `q` leaves one of the shapes square to a side, as between facing boards.
fn faces(a: &[Point; 4], b: &[Point; 4], p: Point, q: Point) -> bool {
    let way = (q.0 - p.0, q.1 - p.1);
    [a, b].into_iter().flat_map(edges).any(|(c, d)| {
        let side = (d.0 - c.0, d.1 - c.1);
        (way.0 * side.0 + way.1 * side.1).abs() < 0.01 * way.0.hypot(way.1) * side.0.hypot(side.1)
    })
}

/// The same way between two facing sides, shifted along them to the middle of what they share.
fn amid(a: &[Point; 4], b: &[Point; 4], p: Point, q: Point) -> (Point, Point) {
    let far = (q.0 - p.0).hypot(q.1 - p.1);
    if far == 0.0 {
        return (p, q);
    }
    let along = ((p.1 - q.1) / far, (q.0 - p.0) / far);
    let stretch = |shape: &[Point; 4]| {
        let at = shape.map(|corner| (corner.0 - p.0) * along.0 + (corner.1 - p.1) * along.1);
        (at.iter().copied().fold(f64::INFINITY, f64::min), at.iter().copied().fold(f64::NEG_INFINITY, f64::max))
    };
    let ((a_lo, a_hi), (b_lo, b_hi)) = (stretch(a), stretch(b));
    let shift = (a_lo.max(b_lo) + a_hi.min(b_hi)) / 2.0;
    let by = |point: Point| (point.0 + along.0 * shift, point.1 + along.1 * shift);
    (by(p), by(q))
}

fn edges(shape: &[Point; 4]) -> impl Iterator<Item = (Point, Point)> + '_ {
    (0..4).map(|i| (shape[i], shape[(i + 1) % 4]))
}

fn centre(shape: &[Point; 4]) -> Point {
    ((shape[0].0 + shape[2].0) / 2.0, (shape[0].1 + shape[2].1) / 2.0)
}

/// The least distance of two shapes that do not overlap, and where it is: one end is always a corner.
fn nearest(a: &[Point; 4], b: &[Point; 4]) -> (f64, Point, Point) {
    let mut best = (f64::INFINITY, a[0], b[0]);
    for (from, to, swap) in [(a, b, false), (b, a, true)] {
        for corner in from {
            for (p, q) in edges(to) {
                let foot = foot(*corner, p, q);
                let far = (corner.0 - foot.0).hypot(corner.1 - foot.1);
                if far < best.0 {
                    best = if swap { (far, foot, *corner) } else { (far, *corner, foot) };
                }
            }
        }
    }
    best
}

/// The point of the edge from `p` to `q` that is nearest to `corner`.
fn foot(corner: Point, p: Point, q: Point) -> Point {
    let (dx, dy) = (q.0 - p.0, q.1 - p.1);
    let along = ((corner.0 - p.0) * dx + (corner.1 - p.1) * dy) / (dx * dx + dy * dy);
    let along = along.clamp(0.0, 1.0);
    (p.0 + along * dx, p.1 + along * dy)
}

/// Whether two rectangles share ground, by the separating axis theorem; touching is not sharing.
fn overlaps(a: &[Point; 4], b: &[Point; 4]) -> bool {
    [a, b].into_iter().flat_map(edges).all(|(p, q)| {
        let axis = (q.1 - p.1, p.0 - q.0);
        let reach = |shape: &[Point; 4]| {
            shape
                .iter()
                .map(|c| c.0 * axis.0 + c.1 * axis.1)
                .fold((f64::INFINITY, f64::NEG_INFINITY), |(lo, hi), v| (lo.min(v), hi.max(v)))
        };
        let ((a_lo, a_hi), (b_lo, b_hi)) = (reach(a), reach(b));
        let slack = axis.0.hypot(axis.1);
        a_hi - b_lo > slack && b_hi - a_lo > slack
    })
}

/// Whether the line from `p` to `q` passes over a shape.
fn crosses(shape: &[Point; 4], p: Point, q: Point) -> bool {
    let side = |a: Point, b: Point, c: Point| (b.0 - a.0) * (c.1 - a.1) - (b.1 - a.1) * (c.0 - a.0);
    edges(shape).any(|(a, b)| side(a, b, p) * side(a, b, q) < 0.0 && side(p, q, a) * side(p, q, b) < 0.0)
}
