//! What shades what? The noon shadow of a tall plant, on the ground of its bed.
//!
//! Noon is the hour of the shortest shadow: ground that is shaded then is shaded for the middle of the
//! day; morning and evening shade falls elsewhere and is left out.

use jiff::civil::Date;
use sparrow_facts::bed::Bed;
use sparrow_facts::site::{Latitude, Site};
use sparrow_facts::units::Length;

/// The sun's height over the horizon at solar noon \[degrees\], 0 when it does not rise.
///
/// 90° − |φ − δ|, with the declination of FAO Irrigation and Drainage Paper 56, equation 24.
///
/// ```
/// use sparrow_core::climate::sun::noon_height_degrees;
/// use sparrow_facts::site::Latitude;
/// use jiff::civil::date;
/// // At 45° north on the longest day: 90 − (45 − 23.4) = 68.4.
/// assert!((noon_height_degrees(Latitude(4500), date(2027, 6, 21)) - 68.4).abs() < 0.1);
/// ```
pub fn noon_height_degrees(latitude: sparrow_facts::site::Latitude, day: Date) -> f64 {
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

/// Daylight from sunrise to sunset \[hours\], 0 to 24, for a latitude and a day.
///
/// δ = 0.409 sin(2π/365 J − 1.39), ω = arccos(−tan φ tan δ), N = 24/π ω.
/// Allen, Pereira, Raes, Smith: Crop evapotranspiration, FAO Irrigation and Drainage Paper 56, 1998,
/// equations 24, 25 and 34. Beyond the polar circles, where ω has no value, the day is taken whole or none.
pub fn day_length_hours(latitude: Latitude, day: Date) -> f64 {
    let declination = solar_declination(day);
    let cos_omega = -latitude.radians().tan() * declination.tan();
    24.0 / std::f64::consts::PI * cos_omega.clamp(-1.0, 1.0).acos()
}

/// The sun's declination \[rad\] by FAO 56 equation 24.
pub fn solar_declination(day: Date) -> f64 {
    let year_angle = 2.0 * std::f64::consts::PI / 365.0 * f64::from(day.day_of_year());
    0.409 * (year_angle - 1.39).sin()
}

/// The sun's radiation above the air on a day \[MJ m⁻² d⁻¹\]: FAO 56 equation 21.
///
/// ```
/// use sparrow_core::climate::sun::extraterrestrial;
/// use sparrow_facts::site::Latitude;
/// // FAO 56, example 8: 20° south on 3 September, 32.2.
/// assert!((extraterrestrial(Latitude(-2000), jiff::civil::date(2027, 9, 3)) - 32.2).abs() < 0.05);
/// ```
pub fn extraterrestrial(latitude: Latitude, day: Date) -> f64 {
    let year_angle = 2.0 * std::f64::consts::PI / 365.0 * f64::from(day.day_of_year());
    let (phi, delta) = (latitude.radians(), solar_declination(day));
    let omega = (-phi.tan() * delta.tan()).clamp(-1.0, 1.0).acos();
    let nearer = 1.0 + 0.033 * year_angle.cos();
    24.0 * 60.0 / std::f64::consts::PI
        * 0.0820
        * nearer
        * (omega * phi.sin() * delta.sin() + phi.cos() * delta.cos() * omega.sin())
}

/// The radiation that reaches the ground on a usual day \[MJ m⁻² d⁻¹\], by Hargreaves from the day's range: FAO 56 equation 50
/// with its figure for places away from coasts.
///
/// ```
/// use sparrow_core::climate::sun::at_the_ground;
/// // FAO 56, example 15: Ra 40.6, 26.6 and 14.8 °C: 0.16 √11.8 · 40.6 = 22.3.
/// assert!((at_the_ground(40.6, 14.8, 26.6) - 22.3).abs() < 0.05);
/// ```
pub fn at_the_ground(extraterrestrial: f64, low: f64, high: f64) -> f64 {
    0.16 * (high - low).max(0.0).sqrt() * extraterrestrial
}

/// How fast light fills a plant's need \[MJ m⁻² d⁻¹\], and the light in which it has all it can use: a saturating curve with
/// own figures, with which lettuce and radish sown through the year take about the days that are printed for them.
const LIGHT: [f64; 2] = [8.0, 18.0];

/// The part of its growth that a plant has in so much light, 0 to 1.
///
/// ```
/// use sparrow_core::climate::sun::light;
/// assert_eq!(light(18.0), 1.0);
/// assert!((light(2.6) - 0.31).abs() < 0.01);
/// ```
pub fn light(at_the_ground: f64) -> f64 {
    let [fills, all] = LIGHT;
    ((1.0 - (-at_the_ground / fills).exp()) / (1.0 - (-all / fills).exp())).clamp(0.0, 1.0)
}
