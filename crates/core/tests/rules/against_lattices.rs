//! Staggered counts against closed formulas and the known limits of packing equal circles.

use proptest::prelude::*;
use sparrow_core::ground::pattern::{Pattern, grid, scattered, staggered, staggered_spots};
use sparrow_facts::units::Length;

fn tenths(n: i32) -> Length {
    Length::tenths_mm(n)
}

fn count(length: i32, width: i32, distance: i32) -> usize {
    let (length, width, distance) = (tenths(length), tenths(width), tenths(distance));
    let pattern = staggered(length, width, distance);
    staggered_spots(length, width, distance, pattern).len()
}

/// The triangular lattice in a rectangle in closed form, in floating point: lines d√3/2 apart, ⌊L/d⌋ in
/// the odd lines and ⌊L/d − ½⌋ in the even ones, the better of the two orientations.
fn closed_formula(length: f64, width: f64, d: f64) -> usize {
    let one_way = |length: f64, width: f64| {
        if length < d || width < d {
            return 0;
        }
        let lines = ((width - d) / (d * 3f64.sqrt() / 2.0)).floor() as usize + 1;
        let (long, short) = ((length / d).floor() as usize, (length / d - 0.5).floor() as usize);
        lines.div_ceil(2) * long + lines / 2 * short
    };
    one_way(length, width).max(one_way(width, length))
}

/// Own worked examples, by hand. 48 × 48 in at 12 in: lines 10.39 in apart, so 1 + ⌊36/10.39⌋ = 4 lines of
/// 4, 3, 4, 3 = 14, where the grid gives 16: in a small bed the staggered count is worse. 10 × 4 ft at
/// 6 in: 1 + ⌊42/5.196⌋ = 9 lines of 20 and 19 = 176; across, 1 + ⌊114/5.196⌋ = 22 lines of 8 and 7 = 165;
/// the grid gives 160.
#[test]
fn worked_examples() {
    let inch = 254;
    assert_eq!(count(48 * inch, 48 * inch, 12 * inch), 14);
    let pattern = staggered(tenths(120 * inch), tenths(48 * inch), tenths(6 * inch));
    assert!(matches!(pattern, Pattern::Staggered { lines: 9, long: 20, short: 19, across: false, .. }), "{pattern:?}");
    assert_eq!(count(120 * inch, 48 * inch, 6 * inch), 176);
    assert_eq!(grid(tenths(120 * inch), tenths(48 * inch), [tenths(6 * inch); 2]), (20, 8));
}

/// How many equal circles of diameter d are known to fit a square at best: the greatest least distance m
/// of n points in a unit square, from the table of best known packings (E. Specht, The best known
/// packings of equal circles in a square; n up to 30 proved optimal by R. Peikert 1994, M. C. Markót and
/// T. Csendes 2005, and earlier authors), from memory, to four digits rounded up.
const BEST_DISTANCE: [(usize, f64); 19] = [
    (2, 1.4143),
    (3, 1.0353),
    (4, 1.0),
    (5, 0.7072),
    (6, 0.6010),
    (7, 0.5359),
    (8, 0.5177),
    (9, 0.5),
    (10, 0.4213),
    (11, 0.3983),
    (12, 0.3888),
    (13, 0.3661),
    (14, 0.3490),
    (15, 0.3411),
    (16, 0.3334),
    (17, 0.3062),
    (18, 0.3005),
    (19, 0.2896),
    (20, 0.2867),
];

#[test]
fn no_count_passes_the_best_packing_known_of_a_square() {
    let mut reached = 0;
    for side in (300..6000).step_by(7) {
        // Plants half a distance from the edge: their stems lie in a square of side − d.
        let d = 1000;
        let found = count(side, side, d);
        for (n, best) in BEST_DISTANCE {
            let free = f64::from(side - d);
            if found >= n {
                assert!(f64::from(d) <= best * free + 1.0, "{found} in {side}: {n} points are at most {best} of a side apart");
                reached = reached.max(n);
            }
        }
    }
    assert_eq!(reached, 20, "the premise: squares that hold as many were tried");
}

proptest! {
    #[test]
    fn prop_counts_are_those_of_the_closed_formula(length in 1000..40_000i32, width in 1000..20_000i32, d in 400..12_000i32) {
        // Where a line just fits, floating point may fall on either side; those few are left to whole numbers.
        let near_whole = |x: f64| (x - x.round()).abs() < 1e-7;
        let (l, w, distance) = (f64::from(length), f64::from(width), f64::from(d));
        let pitch = distance * 3f64.sqrt() / 2.0;
        prop_assume!(![(l - distance) / pitch, (w - distance) / pitch].into_iter().any(near_whole));
        prop_assert_eq!(count(length, width, d), closed_formula(l, w, distance));
    }

    /// No packing of the plane is denser than the triangular lattice: 2/√3 times the square one
    /// (L. Fejes Tóth 1940). Circles of diameter d round the stems lie within the ground, so it bounds them.
    #[test]
    fn prop_no_count_passes_the_density_limit(length in 1000..40_000i32, width in 1000..20_000i32, d in 400..12_000i32) {
        let most = 2.0 / 3f64.sqrt() * f64::from(length) * f64::from(width) / f64::from(d).powi(2);
        prop_assert!(count(length, width, d) as f64 <= most);
    }

    /// What is left of strewn seed is a random sequential adsorption, which jams at 0.547 of the plane
    /// (Feder 1980): at the centres' free area, with a margin for the edge and for chance, never more.
    #[test]
    fn prop_strewn_seed_leaves_no_more_than_jams(length in 8000..40_000i32, width in 8000..20_000i32, d in 400..1500i32, seeds in 2..=9u8) {
        let (pattern, spots) = scattered(tenths(length), tenths(width), tenths(d), seeds);
        prop_assert_eq!(pattern, scattered(tenths(length), tenths(width), tenths(d), seeds).0, "the same every time");
        let free = f64::from(length) * f64::from(width);
        let covered = spots.len() as f64 * std::f64::consts::FRAC_PI_4 * f64::from(d).powi(2) / free;
        prop_assert!(covered < 0.547 * 1.1, "{covered}");
        prop_assert!(covered > 0.25, "two seeds to a place already cover a quarter: {covered}");
    }
}
