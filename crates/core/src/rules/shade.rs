//! Where does the noon shadow of a tall plant or a trellis fall?

use crate::climate::sun;
use crate::ground::hole::Hole;
use crate::ground::planting::Grown;
use crate::growth::size;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::bed::{Bed, Trellis};
use sparrow_facts::garden::Garden;
use sparrow_facts::rect::Ground;
use sparrow_facts::site::Site;
use sparrow_facts::units::Length;

/// A noon shadow in a bed's own frame.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Shadow {
    /// How far it reaches along and across, negative to the left and to the far side.
    pub reach: (Length, Length),
    /// The day it is judged on.
    pub day: Date,
}

impl Shadow {
    /// How long it is.
    pub fn long(&self) -> Length {
        let (dx, dy) = self.reach;
        Length::tenths_mm(f64::from(dx.get()).hypot(f64::from(dy.get())).round() as i32)
    }
}

/// The noon shadow of one patch on the tops of another in the same bed, in the middle of the days both
/// stand; nothing when the other is as high, they never meet, or the sun does not rise.
pub fn over(site: &Site, bed: &Bed, tall: Grown, short: Grown) -> Option<Shadow> {
    let ((tall_crop, tall_way, fast, tall), (short_crop, short_way, slow, short)) = (tall, short);
    if tall_way.height <= short_way.height || !tall.meets(short) {
        return None;
    }
    let (from, until) = (tall.from.max(short.from), tall.until.min(short.until));
    let day = from.saturating_add(i64::from((until - from).get_days() / 2).days());
    let excess =
        size::size(tall_crop, tall_way, &fast, tall, day)?.height - size::size(short_crop, short_way, &slow, short, day)?.height;
    (excess > Length::ZERO).then_some(())?;
    Some(Shadow { reach: sun::noon_shadow(site, bed, excess, day)?, day })
}

/// Whether a spot lies in the shadow that a piece of ground throws so far along and across: whether the
/// spot, moved back towards the sun by some part of the shadow, comes to lie on that ground.
pub fn in_shadow(ground: Ground, (dx, dy): (Length, Length), spot: Hole) -> bool {
    // The part of the shadow for which one coordinate lies within the ground's two edges.
    let part = |at: Length, by: Length, low: Length, high: Length| {
        let (at, by) = (f64::from(at.get()), f64::from(by.get()));
        let (low, high) = (f64::from(low.get()), f64::from(high.get()));
        if by == 0.0 {
            return if low < at && at < high { (0.0, 1.0) } else { (1.0, 0.0) };
        }
        let (a, b) = ((at - high) / by, (at - low) / by);
        (a.min(b), a.max(b))
    };
    let (x, y) = (part(spot.x, dx, ground.left, ground.right), part(spot.y, dy, ground.far, ground.near));
    x.0.max(y.0).max(0.0) < x.1.min(y.1).min(1.0)
}

/// How many plants of a patch lie in the shadow of another: `holes` in the shadow that `ground` throws, if it lies over a quarter of
/// them at least. What lies over fewer is no trouble and no help. Holes on the ground itself stand between what throws the shadow.
pub fn falls_on(ground: Ground, reach: (Length, Length), holes: &[Hole]) -> Option<u32> {
    // The ground and its shadow lie in this rectangle; most patches are not in it.
    let (low_x, high_x) = (ground.left.min(ground.left + reach.0), ground.right.max(ground.right + reach.0));
    let (low_y, high_y) = (ground.far.min(ground.far + reach.1), ground.near.max(ground.near + reach.1));
    let near = |hole: &Hole| low_x <= hole.x && hole.x <= high_x && low_y <= hole.y && hole.y <= high_y;
    let inside = |hole: &Hole| hole.x > ground.left && hole.x < ground.right && hole.y > ground.far && hole.y < ground.near;
    let under = holes.iter().filter(|hole| near(hole) && !inside(hole) && in_shadow(ground, reach, **hole)).count();
    (under > 0 && under * PART_SHADED >= holes.len()).then_some(under as u32)
}

/// Shade over this part of its plants, one in so many, counts for a patch (own choice).
const PART_SHADED: usize = 4;

/// What a trellis would shade, grown over, before it is built.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct TrellisShade {
    /// Where it stands, from the far side.
    pub from_far: Length,
    /// How far its shadow reaches at noon in midsummer.
    pub long: Length,
    /// Ground of its own bed under that shadow, in hundredths of a square.
    pub centisquares: u32,
}

/// How high a grown-over trellis is taken to stand: 6 ft (common practice).
pub const TRELLIS_HEIGHT: Length = Length::inches(72);

/// What the trellises of a bed shade at noon on a day, those that shade any of it.
pub fn trellis_shades(garden: &Garden, bed: &Bed, day: Date) -> Vec<TrellisShade> {
    let Some(reach) = sun::noon_shadow(&garden.site, bed, TRELLIS_HEIGHT, day) else { return Vec::new() };
    let shadow = Shadow { reach, day };
    let half = garden.site.squares().half_square();
    let (columns, rows) = bed.half_squares(garden.site.squares());
    let shade = |trellis: &Trellis| {
        let line = Length::tenths_mm(1);
        let ground =
            Ground { left: trellis.start, right: trellis.end, far: trellis.from_far - line, near: trellis.from_far + line };
        let quarter = |x: u16, y: u16| Hole { x: half.times(x.into()) + half.over(2), y: half.times(y.into()) + half.over(2) };
        let cells = (0..rows).flat_map(|y| (0..columns).map(move |x| (x, y)));
        let quarters = cells.filter(|(x, y)| in_shadow(ground, shadow.reach, quarter(*x, *y))).count() as u32;
        TrellisShade { from_far: trellis.from_far, long: shadow.long(), centisquares: quarters * 25 }
    };
    bed.trellises.iter().map(shade).filter(|shade| shade.centisquares > 0).collect()
}
