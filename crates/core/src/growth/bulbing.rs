//! When does a plant make its bulb? By the length of the days, once it is large enough, and warmth.
//!
//! Growers take the kind that fits their latitude: short-day onions that begin in days of about twelve hours in the south,
//! long-day ones that wait for fifteen in the north. The hours here are a straight line through what is printed for such
//! kinds (common practice: 12 hours at 28°, 14 at 38°, 15 to 16 from 45° on).

use crate::catalogue::Bulbs;
use crate::climate::normals::DAYS;
use crate::climate::weather::Weather;
use crate::growth::sums::{LONGEST, days_to};
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

/// Days from a day of the year on which it grows, from a set or not, to the next one on which the days are long enough. Near the
/// equator, where they always are, to the day on which it has grown. Nothing where they never are.
pub(super) fn days_to_bulbing(weather: &Weather, lit: &[f64], bulbs: Bulbs, from: usize, set: bool) -> Option<usize> {
    let wanted = onion_hours(weather.latitude) - bulbs.shorter;
    let hours = |day: usize| weather.hours[day % DAYS];
    if (0..DAYS).all(|day| hours(day) >= wanted) {
        return days_to(lit, from % DAYS, bulbs.before[usize::from(set)]);
    }
    (1..=LONGEST).find(|away| hours(from + away) >= wanted && hours(from + away - 1) < wanted)
}

/// Days from a day of the year on which it grows to its lifting; nothing when it makes no bulb.
pub(super) fn days_to_lifting(weather: &Weather, lit: &[f64], bulbs: Bulbs, from: usize, set: bool) -> Option<usize> {
    let begins = days_to_bulbing(weather, lit, bulbs, from, set)?;
    Some(begins + days_to(lit, (from + begins) % DAYS, bulbs.fills)?)
}
