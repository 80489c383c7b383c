//! What shades what? The noon shadow of a tall plant, on the ground of its bed.
//!
//! Noon is the hour of the shortest shadow: ground that is shaded then is shaded for the middle of the
//! day; morning and evening shade falls elsewhere and is left out.

use crate::bed::Bed;
use crate::calendar::solar_declination;
use crate::length::Length;
use crate::site::Site;
use jiff::civil::Date;

/// The sun's height over the horizon at solar noon \[degrees\], 0 when it does not rise.
///
/// 90° − |φ − δ|, with the declination of FAO Irrigation and Drainage Paper 56, equation 24.
///
/// ```
/// use sparrow_core::{site::Latitude, sun::noon_height_degrees};
/// use jiff::civil::date;
/// // At 45° north on the longest day: 90 − (45 − 23.4) = 68.4.
/// assert!((noon_height_degrees(Latitude(4500), date(2027, 6, 21)) - 68.4).abs() < 0.1);
/// ```
pub fn noon_height_degrees(latitude: crate::site::Latitude, day: Date) -> f64 {
    (90.0 - (latitude.radians() - solar_declination(day)).to_degrees().abs()).max(0.0)
}

/// The shadow of something so high at noon, in the bed's own frame: how far it reaches along and across
/// the bed, negative to the left and to the far side. Nothing when the sun does not rise.
pub fn noon_shadow(site: &Site, bed: &Bed, high: Length, day: Date) -> Option<(Length, Length)> {
    let height = noon_height_degrees(site.latitude, day);
    if height <= 0.5 {
        return None;
    }
    let long = f64::from(high.get().max(0)) / height.to_radians().tan();
    // The shadow points away from the sun: to the north when the sun stands in the south.
    let sun_in_south = site.latitude.radians() > solar_declination(day);
    let to_north = f64::from((i32::from(site.north) - i32::from(bed.turn)).rem_euclid(360)).to_radians();
    let way = if sun_in_south { 1.0 } else { -1.0 };
    let tenths = |part: f64| Length::tenths_mm((long * way * part).round() as i32);
    // On the drawing x runs right and y down; north is clockwise from straight up.
    Some((tenths(to_north.sin()), tenths(-to_north.cos())))
}
