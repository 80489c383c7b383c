//! The chances of cold nights against exact values, tables and drawn years.

use sparrow_core::climate::nights::{KEEPS, Nights, below, both_below};
use sparrow_core::climate::normals::DAYS;

#[test]
fn both_below_is_what_tables_of_the_bivariate_normal_say() {
    // At the middle: 1/4 + asin(r) / 2π, exactly.
    let exact = 0.25 + KEEPS.asin() / (2.0 * std::f64::consts::PI);
    assert!((both_below(0.0, 0.0) - exact).abs() < 1e-6);
    // Far out, one limit stops mattering.
    assert!((both_below(-1.0, 9.0) - below(-1.0)).abs() < 1e-9);
    assert!((both_below(-1.0, -1.5) - both_below(-1.5, -1.0)).abs() < 1e-12);
}

#[test]
fn a_night_far_from_the_limit_is_safe_and_one_far_below_it_is_not() {
    let nights = Nights::of(vec![10.0; DAYS], vec![2.0; DAYS]);
    assert!(nights.chance(-10.0, 0, 300) < 1e-9);
    let frozen = Nights::of(vec![-30.0; DAYS], vec![2.0; DAYS]);
    assert!(frozen.chance(0.0, 0, 1) > 0.999);
}

#[test]
fn the_chance_of_a_stand_is_near_what_drawn_years_find() {
    // Twenty thousand drawn stands of thirty nights about 6 °C, three degrees of spread, with a fixed seed.
    let nights = Nights::of(vec![6.0; DAYS], vec![3.0; DAYS]);
    let mut seed = 42_u64;
    let mut uniform = || {
        seed = seed.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
        ((seed >> 11) as f64 + 0.5) / (1_u64 << 53) as f64
    };
    let mut normal = || (-2.0 * uniform().ln()).sqrt() * (2.0 * std::f64::consts::PI * uniform()).cos();
    let rest = (1.0 - KEEPS * KEEPS).sqrt();
    let frozen = (0..20_000)
        .filter(|_| {
            let mut z = normal();
            (0..30).any(|_| {
                z = KEEPS * z + rest * normal();
                6.0 + 3.0 * z < 0.0
            })
        })
        .count();
    let drawn = frozen as f64 / 20_000.0;
    assert!((nights.chance(0.0, 0, 30) - drawn).abs() < 0.03, "{} {drawn}", nights.chance(0.0, 0, 30));
}
