//! How large is a plant on that day? From seed dot to mature spread, by the days its packet counts.
//!
//! Canopy and height follow the determinate growth function of X. Yin, J. Goudriaan, E. A. Lantinga,
//! J. Vos, H. J. Spiertz, A flexible sigmoid function of determinate growth, Annals of Botany 91, 2003,
//! equation 5: w(t) = w_max (1 + (t_e − t)/(t_e − t_m)) (t/t_e)^(t_e/(t_e − t_m)), with w = w_max from
//! t_e on and the fastest growth at t_m. Time is the packet's days since sowing or planting out: a [`Pace`]
//! says how many of them a patch has lived on a day, as the warmth and light of its place go.

use crate::catalogue::{CountedFrom, Crop, Hardiness, Life, Way};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::patch::Patch;
use sparrow_facts::units::Length;

/// The part of its days to maturity in which a plant's leaf reaches full size. The stage lengths of FAO
/// Irrigation and Drainage Paper 56, table 11, put effective full cover (the end of the development
/// stage) at 0.4 to 0.7 of the season of vegetables; the middle of that range.
pub const FULL_LEAF: f64 = 0.6;
/// The part of that time at which growth is fastest. Own choice within the function's range of ½ to 1.
pub const FASTEST: f64 = 0.6;
/// The spread of a seedling when it is planted out, as a part of its mature spread (common practice: a
/// seedling of two or three true leaves).
pub const SEEDLING: f64 = 0.15;
/// The least that is drawn: a seed's dot.
pub const SEED_DOT: Length = Length::tenths_mm(50);

/// How many of its packet's days a planting has lived, so many days after its start: slowly until it is up, then
/// evenly until it is ripe, and on. The straight lines stand for the sums of warmth between those two days.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Pace {
    /// Days until it is up, and the packet's days that are then over.
    pub up: [f64; 2],
    /// Days until it is ripe, and the packet's days.
    pub ripe: [f64; 2],
}

impl Pace {
    /// The packet's own: a day is a day.
    pub fn packet(way: &Way) -> Pace {
        let days = f64::from(way.days[0] + way.days[1]) / 2.0;
        Pace { up: [0.0, 0.0], ripe: [days, days] }
    }

    /// The packet's days lived so many days after the start.
    ///
    /// ```
    /// use sparrow_core::growth::size::Pace;
    /// // Up after 20 days instead of 10, ripe after 80 instead of 60.
    /// let slow = Pace { up: [20.0, 10.0], ripe: [80.0, 60.0] };
    /// assert_eq!((slow.lived(10.0), slow.lived(20.0), slow.lived(50.0), slow.lived(80.0)), (5.0, 10.0, 35.0, 60.0));
    /// ```
    pub fn lived(&self, days: f64) -> f64 {
        let ([up, sprouting], [ripe, packet]) = (self.up, self.ripe);
        if days < up {
            return sprouting * days / up;
        }
        sprouting + (packet - sprouting) * (days - up) / (ripe - up).max(1.0)
    }
}

/// How large one plant is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Size {
    /// How wide its canopy is.
    pub canopy: Length,
    /// How high it stands.
    pub height: Length,
}

/// The part of its full size a plant has reached, 0 to 1, so many days after the start, when it is full
/// grown after `full` days.
///
/// ```
/// use sparrow_core::growth::size::part_grown;
/// assert_eq!(part_grown(0.0, 50.0), 0.0);
/// assert_eq!(part_grown(50.0, 50.0), 1.0);
/// assert!(part_grown(20.0, 50.0) < part_grown(21.0, 50.0));
/// ```
pub fn part_grown(days: f64, full: f64) -> f64 {
    if days >= full {
        return 1.0;
    }
    if days <= 0.0 {
        return 0.0;
    }
    let rest = full * (1.0 - FASTEST);
    (1.0 + (full - days) / rest) * (days / full).powf(full / rest)
}

/// The packet's days from sowing or planting out until a plant's leaf is full grown.
pub fn days_to_full_leaf(way: &Way) -> f64 {
    f64::from(way.days[0] + way.days[1]) / 2.0 * FULL_LEAF
}

/// Whether it is a clump that stays for years, and is taken as full grown whenever it stands. (Its first
/// year and its winter rest are not drawn.)
pub fn is_settled(crop: &Crop, way: &Way) -> bool {
    crop.life == Life::Perennial && crop.hardiness == Hardiness::Hardy && way.book_days()[0] >= 300
}

/// How large a patch's plants are on a day; nothing when it does not stand then.
pub fn size(crop: &Crop, way: &Way, pace: &Pace, patch: &Patch, day: Date) -> Option<Size> {
    let lived = |day: Date| pace.lived(f64::from((day - patch.from).get_days()));
    patch.stands_on(day).then(|| size_after(crop, way, lived(day)))
}

/// How large a plant is so many of its packet's days after it was sown or planted out.
pub fn size_after(crop: &Crop, way: &Way, days: f64) -> Size {
    if is_settled(crop, way) {
        return Size { canopy: way.spread, height: way.height };
    }
    let start = if way.counted_from == CountedFrom::Transplanting { SEEDLING } else { 0.0 };
    let part = start + (1.0 - start) * part_grown(days, days_to_full_leaf(way));
    let of = |mature: Length| Length::tenths_mm((f64::from(mature.get()) * part).round() as i32).max(SEED_DOT.min(mature));
    Size { canopy: of(way.spread), height: of(way.height) }
}

/// The first day on which a patch's plants are at least so wide; nothing when they never are while they stand.
pub fn first_day_as_wide(crop: &Crop, way: &Way, pace: &Pace, patch: &Patch, width: Length) -> Option<Date> {
    if way.spread < width {
        return None;
    }
    let most = i64::from((patch.until - patch.from).get_days());
    let wide = |days: i64| size_after(crop, way, pace.lived(days as f64)).canopy >= width;
    if !wide(most) {
        return None;
    }
    // Canopies only grow, so the first such day is found by halving.
    let (mut low, mut high) = (0, most);
    while low < high {
        let middle = (low + high) / 2;
        if wide(middle) { high = middle } else { low = middle + 1 }
    }
    Some(patch.from.saturating_add(low.days()))
}
