//! When does a plant make its bulb? By the length of the days, once it is large enough, and warmth.
//!
//! Growers take the kind that fits their latitude: short-day onions that begin in days of about twelve hours in the south,
//! long-day ones that wait for fifteen in the north. The hours here are a straight line through what is printed for such
//! kinds (common practice: 12 hours at 28°, 14 at 38°, 15 to 16 from 45° on).

use crate::catalogue::Bulbs;
use crate::climate::normals::DAYS;
use crate::climate::weather::Weather;
use crate::growth::sums::{LONGEST, between, days_to};
use sparrow_facts::site::Latitude;

/// The day length from which the onion of a latitude makes its bulb \[hours\].
///
/// ```
/// use sparrow_core::growth::bulbing::onion_hours;
/// use sparrow_facts::site::Latitude;
/// assert!((onion_hours(Latitude(3850)) - 14.1).abs() < 0.1);
/// assert_eq!(onion_hours(Latitude(-5500)), 15.5);
/// ```
pub fn onion_hours(latitude: Latitude) -> f64 {
    let degrees = f64::from(latitude.0.abs()) / 100.0;
    (11.8 + 0.17 * (degrees - 25.0)).clamp(11.8, 15.5)
}

/// The day length that a kind waits for: its own where that is said, else that of the kinds grown at its latitude \[hours\].
fn kind_hours(latitude: Latitude, bulbs: Bulbs) -> f64 {
    bulbs.hours.unwrap_or_else(|| onion_hours(latitude))
}

/// The days from which kinds are of the north \[hours\], and what their plants must have grown less for each hour more when those
/// come \[packet days\]: they go on making leaf while the bulb begins (own choice, with which plants until the middle of April
/// at 39° and until early February at 30° agree; all common practice).
const LONG: f64 = 12.3;
const SMALLER: f64 = 20.0;
/// Where less has grown by the first day that is long enough, spring comes after it \[packet days\] (own choice).
const LATE_SPRING: f64 = 25.0;

/// What a plant must have grown, from a set or not, when its days come \[packet days\].
pub(super) fn grown_before(latitude: Latitude, bulbs: Bulbs, set: bool) -> f64 {
    let asked = bulbs.before[usize::from(set)];
    if set { asked } else { asked - SMALLER * (kind_hours(latitude, bulbs) - LONG).max(0.0) }
}

/// Days from a day of the year on which it grows, from a set or not, to the next one on which the days are long enough. Near the
/// equator, where they always are, and where spring comes after them, to the day on which it has grown. Nothing where they never
/// are.
pub(super) fn days_to_bulbing(weather: &Weather, lit: &[f64], bulbs: Bulbs, from: usize, set: bool) -> Option<usize> {
    let wanted = kind_hours(weather.latitude, bulbs) - bulbs.shorter;
    let long = |day: usize| weather.hours[day % DAYS] >= wanted;
    let lengthen = |day: usize| (1..=LONGEST).find(|away| long(day + away) && !long(day + away - 1));
    if (0..DAYS).all(long) {
        return days_to(lit, from % DAYS, grown_before(weather.latitude, bulbs, set));
    }
    let next = lengthen(from)?;
    // Kinds of the far north are grown there; what has not grown by the longest day makes no bulb worth lifting.
    let spring = lengthen(weather.coldest()).unwrap_or(0);
    if long(from) && between(lit, weather.coldest(), spring as i32) < LATE_SPRING {
        let hours = |day: usize| weather.hours[day % DAYS];
        let lengthens = (0..LONGEST).find(|away| hours(from + away + 1) <= hours(from + away)).unwrap_or(0);
        let grown = days_to(lit, from % DAYS, grown_before(weather.latitude, bulbs, set));
        return grown.filter(|grown| *grown <= lengthens).or(Some(next));
    }
    Some(next)
}

/// Days from a day of the year on which it grows to its lifting; nothing when it makes no bulb.
pub(super) fn days_to_lifting(weather: &Weather, lit: &[f64], bulbs: Bulbs, from: usize, set: bool) -> Option<usize> {
    let begins = days_to_bulbing(weather, lit, bulbs, from, set)?;
    Some(begins + days_to(lit, (from + begins) % DAYS, bulbs.fills)?)
}
