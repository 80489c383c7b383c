//! Fewer plants than fit stand as far from each other as the holes allow.

use crate::common::{garden_with, known, patch_in};
use proptest::prelude::*;
use sparrow_core::ground::hole::Hole;
use sparrow_core::ground::planting::Planting;
use sparrow_core::ground::spread::{least_apart, spread};
use sparrow_facts::rect::Rect;
use sparrow_facts::units::{Length, Units};

fn lattice(columns: i32, rows: i32, [along, across]: [i32; 2], shifted: i32) -> Vec<Hole> {
    let x = |column: i32, row: i32| Length::tenths_mm(column * along + if row % 2 == 1 { shifted } else { 0 });
    (0..rows)
        .flat_map(|row| (0..columns).map(move |column| Hole { x: x(column, row), y: Length::tenths_mm(row * across) }))
        .collect()
}

/// The greatest least distance of so many of the holes, by trying all choices.
fn by_trying_all(holes: &[Hole], wanted: usize) -> Option<i64> {
    let choices = (0_u32..1 << holes.len()).filter(|choice| choice.count_ones() as usize == wanted);
    let of =
        |choice: u32| holes.iter().enumerate().filter(|(n, _)| choice >> n & 1 == 1).map(|(_, hole)| *hole).collect::<Vec<_>>();
    choices.filter_map(|choice| least_apart(&of(choice))).max()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(60))]

    #[test]
    fn the_nearest_two_are_as_far_apart_as_the_lattice_allows(
        columns in 1..5i32, rows in 1..5i32, along in 300..1500i32, across in 300..1500i32, half in any::<bool>(), wanted in 2..12usize,
    ) {
        let holes = lattice(columns, rows, [along, across], if half { along / 2 } else { 0 });
        let used = spread(holes.clone(), wanted);
        prop_assert_eq!(used.len(), wanted.min(holes.len()));
        prop_assert!(used.iter().all(|hole| holes.contains(hole)));
        if wanted <= holes.len() {
            prop_assert_eq!(least_apart(&used), by_trying_all(&holes, wanted));
        }
    }

    #[test]
    fn many_are_spread_in_time_and_never_twice_on_a_hole(columns in 20..60i32, rows in 10..50i32, part in 1..100usize) {
        let holes = lattice(columns, rows, [750, 750], 0);
        let wanted = (holes.len() * part / 100).max(1);
        let mut used = spread(holes.clone(), wanted);
        used.dedup();
        prop_assert_eq!(used.len(), wanted);
        // Of a square lattice every second hole, as on a board of squares, is farther apart than the lattice; a little fewer are so.
        if wanted * 5 < holes.len() {
            prop_assert!(least_apart(&used).unwrap_or(i64::MAX) > 750 * 750);
        }
    }
}

/// By hand: nine to a square at 4 in, four of them at its corners, 8 in apart; five with one in the middle.
#[test]
fn four_spinach_stand_in_the_corners_of_their_square() {
    let mut garden = garden_with(1, Units::Imperial);
    let mut patch = patch_in(&garden, "spinach", "leaf", Rect { x: 0, y: 0, w: 2, h: 2 });
    patch.planted.holes = Some(4);
    garden.patches.push(patch.clone());
    let known = known(&garden);
    let (sum, holes) = Planting::of(known, &patch).expect("spinach is there").reckon();
    assert_eq!((sum.fits, sum.holes), (9, 4));
    assert_eq!(least_apart(&holes), Some(i64::from(Length::inches(8).get()).pow(2)));
    patch.planted.holes = Some(5);
    let (_, holes) = Planting::of(known, &patch).expect("spinach is there").reckon();
    assert!(holes.contains(&Hole { x: Length::inches(6), y: Length::inches(6) }));
    patch.planted.holes = Some(1);
    let (_, holes) = Planting::of(known, &patch).expect("spinach is there").reckon();
    assert_eq!(holes, [Hole { x: Length::inches(6), y: Length::inches(6) }]);
}
