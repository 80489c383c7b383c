//! Declination and day length against the worked examples of FAO Irrigation and Drainage Paper 56
//! (Allen, Pereira, Raes, Smith, 1998), examples 8 and 9: 20° S on 3 September (J = 246).

use jiff::civil::date;
use sparrow_core::climate::sun::{day_length_hours, solar_declination};
use sparrow_facts::site::Latitude;

#[test]
fn example_8_declination_on_3_september() {
    // The example prints δ = 0.120 rad.
    assert!((solar_declination(date(2027, 9, 3)) - 0.120).abs() < 0.0005);
}

#[test]
fn example_9_daylight_at_20_degrees_south() {
    // The example prints N = 11.7 hours, from a sunset hour angle of 1.527 rad.
    let hours = day_length_hours(Latitude(-2000), date(2027, 9, 3));
    assert!((hours - 11.7).abs() < 0.05, "{hours}");
    assert!((hours * std::f64::consts::PI / 24.0 - 1.527).abs() < 0.0005);
}

#[test]
fn polar_days_and_nights_are_whole() {
    // Own edge cases: beyond the polar circle at the solstices, and the equator always.
    assert_eq!(day_length_hours(Latitude(8000), date(2027, 6, 21)), 24.0);
    assert_eq!(day_length_hours(Latitude(8000), date(2027, 12, 21)), 0.0);
    assert!((day_length_hours(Latitude(0), date(2027, 2, 2)) - 12.0).abs() < 1e-9);
}
