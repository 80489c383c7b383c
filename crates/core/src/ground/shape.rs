//! Is there ground here? The outline of a bed that is no rectangle: how much of some ground is there, and whether a stem stands
//! far enough inside.

use sparrow_facts::bed::Bed;
use sparrow_facts::rect::{Ground, Rect};
use sparrow_facts::shape::Shape;
use sparrow_facts::units::{Length, Units};

/// Slices in which the ground under a curve is added up, so that an area is right to a thousandth.
const SLICES: u32 = 48;

/// How much of some ground of a bed is there \[0.01 mm²\].
///
/// ```
/// use sparrow_core::ground::shape::area;
/// use sparrow_demo::quillet_lane;
/// use sparrow_facts::rect::Ground;
/// use sparrow_facts::shape::Shape;
/// use sparrow_facts::units::Length;
/// let mut bed = quillet_lane(jiff::civil::date(2026, 11, 23)).unwrap().beds[0].clone();
/// (bed.length, bed.width) = (Length::inches(96), Length::inches(48));
/// let all = Ground { left: Length::ZERO, far: Length::ZERO, right: bed.length, near: bed.width };
/// let squares = |bed: &sparrow_facts::bed::Bed| area(bed, all) as f64 / f64::from(Length::inches(12).get()).powi(2);
/// assert_eq!(squares(&bed), 32.0);
/// // Half of its length and half of its width are missing at one corner: a quarter of it.
/// bed.shape = Shape::Corner { right: true, near: true, along: Length::inches(48), across: Length::inches(24) };
/// assert_eq!(squares(&bed), 24.0);
/// // An oval covers π/4 of its rectangle.
/// bed.shape = Shape::Round;
/// assert!((squares(&bed) - 32.0 * std::f64::consts::FRAC_PI_4).abs() < 0.03);
/// ```
pub fn area(bed: &Bed, ground: Ground) -> i64 {
    let (long, wide) = (ground.length().get().max(0), ground.width().get().max(0));
    let whole = i64::from(long) * i64::from(wide);
    match bed.shape {
        Shape::Rectangle => whole,
        Shape::Corner { .. } => {
            let gone = missing_corner(bed).unwrap_or(ground);
            let shared = |from: Length, to: Length, a: Length, b: Length| i64::from((to.min(b) - from.max(a)).get().max(0));
            let along = shared(gone.left, gone.right, ground.left, ground.right);
            whole - along * shared(gone.far, gone.near, ground.far, ground.near)
        }
        Shape::Round => {
            let (a, b) = (f64::from(bed.length.get()) / 2.0, f64::from(bed.width.get()) / 2.0);
            let slice = f64::from(long) / f64::from(SLICES);
            let high = |n: u32| {
                let x = (f64::from(ground.left.get()) + slice * (f64::from(n) + 0.5) - a) / a;
                let half = b * (1.0 - x * x).max(0.0).sqrt();
                let (far, near) = (f64::from(ground.far.get()).max(b - half), f64::from(ground.near.get()).min(b + half));
                (near - far).max(0.0)
            };
            ((0..SLICES).map(high).sum::<f64>() * slice).round() as i64
        }
    }
}

/// The corner of an L that is not there.
pub fn missing_corner(bed: &Bed) -> Option<Ground> {
    let Shape::Corner { right, near, along, across } = bed.shape else { return None };
    let (left, end) = if right { (bed.length - along, bed.length) } else { (Length::ZERO, along) };
    let (far, bottom) = if near { (bed.width - across, bed.width) } else { (Length::ZERO, across) };
    Some(Ground { left, far, right: end, near: bottom })
}

/// Whether a stem stands so far inside the outline, along and across. What a rectangle's own boards leave to it is not asked here.
pub fn holds(bed: &Bed, (x, y): (Length, Length), [along, across]: [Length; 2]) -> bool {
    match bed.shape {
        Shape::Rectangle => true,
        Shape::Corner { .. } => missing_corner(bed).is_none_or(|gone| {
            x <= gone.left - along || x >= gone.right + along || y <= gone.far - across || y >= gone.near + across
        }),
        Shape::Round => {
            let inside = |at: Length, side: Length, keep: Length| {
                let half = f64::from(side.get()) / 2.0;
                (f64::from(at.get()) - half) / (half - f64::from(keep.get())).max(1.0)
            };
            inside(x, bed.length, along).powi(2) + inside(y, bed.width, across).powi(2) <= 1.0
        }
    }
}

/// Whether at least half of the ground under some half squares is there.
pub fn is_there(bed: &Bed, rect: Rect, units: Units) -> bool {
    let ground = rect.ground(bed, units);
    2 * area(bed, ground) >= i64::from(ground.length().get()) * i64::from(ground.width().get())
}
