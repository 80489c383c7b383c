//! Laws that hold for any garden, found out by trying many.

use crate::common::known;
use crate::common::{any_bed, any_school, garden_with, laid, patch_in};
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::verify::verify;
use sparrow_core::ground::fit::{bed_fit, side_fit};
use sparrow_core::ground::planting::{Planting, room_for};
use sparrow_facts::bed::{Bed, Brace};
use sparrow_facts::edit::{apply, inverse};
use sparrow_facts::garden::Garden;
use sparrow_facts::rect::Rect;
use sparrow_facts::school::School;
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::{Length, Units};

fn any_units() -> impl Strategy<Value = Units> {
    prop_oneof![Just(Units::Imperial), Just(Units::Metric)]
}

fn any_spacing() -> impl Strategy<Value = Spacing> {
    (200..12_000i32, 200..12_000i32)
        .prop_map(|(along, across)| Spacing { along: Length::tenths_mm(along), across: Length::tenths_mm(across) })
}

/// A rectangle inside the bed, from four fractions.
fn rect_in(bed: &Bed, units: Units, [x, y, w, h]: [f64; 4]) -> Rect {
    let (columns, rows) = bed.half_squares(units);
    let part = |fraction: f64, most: u16| ((f64::from(most) * fraction) as u16).min(most - 1);
    let (x, y) = (part(x, columns), part(y, rows));
    Rect { x, y, w: 1 + part(w, columns - x), h: 1 + part(h, rows - y) }
}

fn fractions() -> impl Strategy<Value = [f64; 4]> {
    [0.0..1.0f64, 0.0..1.0f64, 0.0..1.0f64, 0.0..1.0f64]
}

proptest! {
    #[test]
    fn prop_no_two_holes_are_nearer_than_the_distance_or_the_board_than_half_of_it(
        bed in any_bed(), units in any_units(), spacing in any_spacing(), part in fractions(),
    ) {
        let rect = rect_in(&bed, units, part);
        let ground = rect.ground(&bed, units);
        let holes = laid(&bed, units, spacing, rect, School::SquareFoot);
        for (i, a) in holes.iter().enumerate() {
            for b in &holes[i + 1..] {
                let (dx, dy) = ((a.x - b.x).get().abs(), (a.y - b.y).get().abs());
                prop_assert!(dx >= spacing.along.get() || dy >= spacing.across.get(), "{a:?} and {b:?}");
            }
            for (hole, low, high, side, full) in [
                (a.x, ground.left, ground.right, bed.length, spacing.along),
                (a.y, ground.far, ground.near, bed.width, spacing.across),
            ] {
                let half = full.get() / 2;
                prop_assert!((hole - low).get() >= half && (high - hole).get() >= half, "{hole:?} in {low:?}..{high:?}");
                prop_assert!(hole.get() >= half && (side - hole).get() >= half, "half a distance to the board");
            }
        }
    }

    #[test]
    fn prop_in_every_school_plants_keep_their_distance_and_half_of_it_to_the_edge(
        bed in any_bed(), units in any_units(), inches in 2..24i32, part in fractions(), school in any_school(),
    ) {
        let rect = rect_in(&bed, units, part);
        let ground = rect.ground(&bed, units);
        let usual = Length::inches(inches);
        let distance = if let School::Close { percent } = school { usual.times(u32::from(percent)).over(100) } else { usual };
        let holes = laid(&bed, units, Spacing { along: usual, across: usual }, rect, school);
        // Lines of a lattice lie at whole tenths of a millimetre, which may cost two of them.
        let least = i64::from(distance.get() - 2).pow(2);
        for (i, a) in holes.iter().enumerate() {
            for b in &holes[i + 1..] {
                let (dx, dy) = (i64::from((a.x - b.x).get()), i64::from((a.y - b.y).get()));
                prop_assert!(dx * dx + dy * dy >= least, "{school:?}: {a:?} and {b:?} at {distance}");
            }
            let edges = [a.x - ground.left, ground.right - a.x, a.y - ground.far, ground.near - a.y];
            let nearest = edges.into_iter().min().unwrap_or_default();
            prop_assert!(nearest.get() >= distance.get() / 2 - 1, "{school:?}: {a:?} in {ground:?} at {distance}");
        }
    }

    #[test]
    fn prop_counts_never_fall_as_the_patch_grows(
        bed in any_bed(), units in any_units(), spacing in any_spacing(), part in fractions(), along: bool, school in any_school(),
    ) {
        let bed = Bed { braces: Vec::new(), ..bed };
        let rect = rect_in(&bed, units, part);
        let larger = if along { Rect { w: rect.w + 1, ..rect } } else { Rect { h: rect.h + 1, ..rect } };
        prop_assume!(larger.within(bed.half_squares(units)));
        // Strewn seed falls anew on larger ground; all others only gain by it.
        prop_assume!(!matches!(school, School::Scatter { .. }));
        let count = |rect: Rect| laid(&bed, units, spacing, rect, school).len();
        prop_assert!(count(larger) >= count(rect));
    }

    #[test]
    fn prop_a_bed_measured_the_other_way_round_holds_as_many(
        bed in any_bed(), units in any_units(), spacing in any_spacing(), part in fractions(), turn in 0..360u16,
    ) {
        let bed = Bed { braces: Vec::new(), ..bed };
        let rect = rect_in(&bed, units, part);
        let turned_bed = Bed { length: bed.width, width: bed.length, turn, ..bed.clone() };
        let turned = Rect { x: rect.y, y: rect.x, w: rect.h, h: rect.w };
        let across = Spacing { along: spacing.across, across: spacing.along };
        for school in [School::SquareFoot, School::Staggered] {
            let there = laid(&bed, units, spacing, rect, school).len();
            prop_assert_eq!(there, laid(&turned_bed, units, across, turned, school).len());
        }
        // Rows along a bed are rows across the same bed measured the other way round.
        let (along, over) = (School::Rows { across: false, double: false }, School::Rows { across: true, double: false });
        prop_assert_eq!(laid(&bed, units, spacing, rect, along).len(), laid(&turned_bed, units, spacing, turned, over).len());
        let (upright, lying) = (bed_fit(&bed, units), bed_fit(&turned_bed, units));
        prop_assert_eq!(upright.ground_centisquares, lying.ground_centisquares);
        prop_assert_eq!((upright.half_columns, upright.half_rows), (lying.half_rows, lying.half_columns));
    }

    #[test]
    fn prop_no_hole_lies_under_a_brace(
        bed in any_bed(), units in any_units(), spacing in any_spacing(), at in 0.2..0.8f64,
    ) {
        let at = Length::tenths_mm((f64::from(bed.length.get()) * at) as i32);
        let brace = Brace { at, thickness: Length::tenths_mm(381) };
        let bed = Bed { braces: vec![brace], ..bed };
        let (w, h) = bed.half_squares(units);
        for hole in laid(&bed, units, spacing, Rect { x: 0, y: 0, w, h }, School::SquareFoot) {
            prop_assert!((hole.x - at).get().abs() * 2 >= 381);
        }
    }

    #[test]
    fn prop_a_side_is_its_squares_and_its_rest(side in 1016..300_000i32, units in any_units()) {
        let fit = side_fit(Length::tenths_mm(side), units);
        let square = units.square().get();
        prop_assert_eq!(fit.whole as i32 * square + fit.rest.get(), side);
        prop_assert!(fit.rest.get() < square);
        prop_assert!(fit.rest == Length::ZERO || fit.rest.get() + fit.missing.get() == square);
        prop_assert!(fit.narrowed.get() * (fit.whole as i32 + 1) <= side);
    }

    #[test]
    fn prop_the_room_found_holds_what_was_wanted_and_nothing_smaller_does(
        bed in any_bed(), units in any_units(), spacing in any_spacing(), part in fractions(), wanted in 1..40u32,
    ) {
        let from = rect_in(&bed, units, part);
        let count = |rect: Rect| {
            let ground = rect.ground(&bed, units);
            ground.length().whole(spacing.along) * ground.width().whole(spacing.across)
        };
        let (columns, rows) = bed.half_squares(units);
        match room_for((columns, rows), from, wanted, count) {
            Some(rect) => {
                prop_assert!(count(rect) >= wanted);
                let area = u32::from(rect.w) * u32::from(rect.h);
                for w in 1..=columns - from.x {
                    for h in 1..=rows - from.y {
                        let smaller = Rect { w, h, ..from };
                        prop_assert!(u32::from(w) * u32::from(h) >= area || count(smaller) < wanted);
                    }
                }
            }
            None => {
                let all = Rect { w: columns - from.x, h: rows - from.y, ..from };
                prop_assert!(count(all) < wanted);
            }
        }
    }

    #[test]
    fn prop_undo_of_any_sequence_restores_the_garden_exactly(picks in prop::collection::vec(any::<[u8; 6]>(), 1..40)) {
        let mut garden = garden_with(2, Units::Imperial);
        let catalogue = Catalogue::standard();
        let mut past = Vec::new();
        for pick in picks {
            let command = crate::common::some_command(&garden, pick);
            let before = garden.clone();
            match carry_out(&mut garden, catalogue, &command, crate::common::TODAY) {
                Ok(edits) => past.push((before, edits)),
                Err(_) => prop_assert_eq!(&garden, &before, "a refusal changes nothing"),
            }
            prop_assert_eq!(verify(&garden, Catalogue::standard()), Ok(()), "after {:?}", command);
        }
        let mut forward = Vec::new();
        while let Some((before, edits)) = past.pop() {
            forward.push((garden.clone(), edits.clone()));
            apply(&mut garden, &inverse(edits));
            prop_assert_eq!(&garden, &before);
        }
        while let Some((after, edits)) = forward.pop() {
            apply(&mut garden, &edits);
            prop_assert_eq!(&garden, &after, "redo is the change again");
        }
    }
}

#[test]
fn squares_of_a_foot_and_of_thirty_centimetres_hold_the_same_and_are_never_mixed() {
    for crop in &Catalogue::standard().crops {
        for way in &crop.ways {
            let count = |units: Units| {
                let garden = garden_with(1, units);
                let patch = patch_in(&garden, &crop.key, &way.key, Rect { x: 0, y: 0, w: 4, h: 4 });
                Planting::of(known(&garden), &patch).unwrap().reckon().0.pattern
            };
            assert_eq!(count(Units::Imperial), count(Units::Metric), "{} {}", crop.key, way.key);
        }
    }
}

/// A household that changes its measures keeps the squares that its plantings stand on: every count, hole and sheet is the same,
/// there and back. Without plantings the squares are those of the new measures.
#[test]
fn measures_may_change_and_squares_in_use_stay() {
    let mut garden = garden_with(1, Units::Imperial);
    let to = |garden: &mut Garden, units: Units| {
        let site = sparrow_facts::site::Site { units, ..garden.site.clone() };
        carry_out(garden, Catalogue::standard(), &Command::SetSite { site }, crate::common::TODAY).unwrap();
    };
    to(&mut garden, Units::Metric);
    assert_eq!((garden.site.grid, garden.site.squares()), (None, Units::Metric));
    to(&mut garden, Units::Imperial);
    for (n, (crop, way)) in [("carrot", "root"), ("tomato", "staked"), ("winter-squash", "sprawling")].into_iter().enumerate() {
        let patch = patch_in(&garden, crop, way, Rect { x: 4 * n as u16, y: 0, w: 4, h: 4 });
        garden.patches.push(patch);
    }
    let told = |garden: &Garden| {
        let reckoned = sparrow_core::reckon::day::reckon(known(garden), date(2027, 6, 1));
        (reckoned.beds, reckoned.patches)
    };
    let before = told(&garden);
    to(&mut garden, Units::Metric);
    assert_eq!((garden.site.units, garden.site.grid), (Units::Metric, Some(Units::Imperial)));
    assert_eq!(told(&garden), before);
    verify(&garden, Catalogue::standard()).unwrap();
    to(&mut garden, Units::Imperial);
    assert_eq!((garden.site.grid, told(&garden)), (None, before));
}

/// The premise of the law about undo: enough of the commands it tries are carried out.
#[test]
fn many_of_the_commands_tried_are_carried_out() {
    let mut garden = garden_with(2, Units::Imperial);
    let picks = (0..400u32).map(|n| n.wrapping_mul(2_654_435_761).to_be_bytes());
    let done = picks
        .filter(|b| {
            let command = crate::common::some_command(&garden, [b[0], b[1], b[2], b[3], b[0] ^ b[2], b[1] ^ b[3]]);
            !matches!(command, Command::RemoveBed { .. })
                && carry_out(&mut garden, Catalogue::standard(), &command, crate::common::TODAY).is_ok()
        })
        .count();
    assert!(done > 60, "{done} of 400");
}
