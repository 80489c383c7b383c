//! What a household knows better: its own distances, for one planting or for all, its seeds to the hole, its margin at the board.

use crate::common::{TODAY, garden_with, known, patch_in};
use jiff::ToSpan;
use jiff::civil::date;
use sparrow_core::ask::sheet::{LATELY, sheet};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::draft::margin;
use sparrow_core::ground::planting::{DistanceFrom, Planting, Sum};
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_facts::bed::Reach;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::Planted;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::School;
use sparrow_facts::timing::{Means, Timing};
use sparrow_facts::units::{Length, Tape, Units};

fn inch(n: i32) -> Length {
    Length::inches(n)
}

/// Patches of whole squares side by side along the far edge of a bed 4 × 8 ft.
fn with(all: &[(&str, &str, u16)], units: Units) -> Garden {
    let mut garden = garden_with(1, units);
    garden.beds[0].braces.clear();
    let mut x = 0;
    for (crop, way, squares) in all {
        let patch = patch_in(&garden, crop, way, Rect { x, y: 0, w: 2 * squares, h: 2 });
        x += 2 * squares;
        garden.patches.push(patch);
    }
    garden
}

fn does(garden: &mut Garden, command: &Command) -> Result<(), Refusal> {
    carry_out(garden, Catalogue::standard(), command, TODAY).map(|_| ())
}

fn sum(garden: &Garden, patch: usize) -> Sum {
    Planting::of(known(garden), &garden.patches[patch]).expect("it is of the catalogue").reckon().0
}

fn distance(patch: u32, along: Length, across: Length) -> Command {
    Command::SetDistance { patch: PatchId(patch), distance: Some((Tape(along), Tape(across))) }
}

#[test]
fn two_potatoes_to_a_square_hold_for_the_planting_they_are_said_of() {
    for units in [Units::Imperial, Units::Metric] {
        let mut garden = with(&[("potato", "main", 4), ("potato", "main", 4)], units);
        assert_eq!((sum(&garden, 0).plants, sum(&garden, 1).plants), (4, 4));
        let square = units.square();
        does(&mut garden, &distance(1, square.over(2), square)).unwrap();
        assert_eq!((sum(&garden, 0).plants, sum(&garden, 1).plants), (8, 4), "{units:?}");
        assert_eq!(sum(&garden, 0).distance_from, DistanceFrom::Here);
        // What is said of one planting overrules what is said of all.
        let (along, across) = (Tape(square.over(2)), Tape(square.over(2)));
        let (crop, way) = ("potato".to_string(), "main".to_string());
        does(&mut garden, &Command::SetSpacing { crop, way, distance: Some((along, across)), note: String::new() }).unwrap();
        assert_eq!((sum(&garden, 0).plants, sum(&garden, 1).plants), (8, 16));
        does(&mut garden, &Command::SetDistance { patch: PatchId(1), distance: None }).unwrap();
        assert_eq!(sum(&garden, 0).plants, 16);
        let again = Command::SetDistance { patch: PatchId(1), distance: None };
        assert_eq!(does(&mut garden, &again), Err(Refusal::NothingTo { what: "go back from" }));
    }
}

#[test]
fn half_of_the_book_s_distance_is_told_of_and_more_is_not() {
    let told = |along: i32, across: i32| {
        let mut garden = with(&[("potato", "main", 4)], Units::Imperial);
        does(&mut garden, &distance(1, inch(along), inch(across))).unwrap();
        let found = reckon(known(&garden), date(2027, 6, 1)).findings;
        let half = found.into_iter().find(|one| matches!(one.reason, Reason::HalfTheDistance { .. }));
        half.map(|one| (one.weight, one.number))
    };
    // The book gives potatoes a square of 12 in each.
    assert_eq!(told(6, 12), Some((Weight::Note, None)), "to know, and no trouble of its own");
    assert_eq!(told(12, 5), Some((Weight::Note, None)));
    assert_eq!(told(7, 12), None);
    assert_eq!(told(12, 12), None);
}

#[test]
fn a_distance_in_rows_is_what_was_said_of_this_planting_and_never_narrower_than_a_hoe_for_all() {
    let mut garden = with(&[("carrot", "root", 8)], Units::Imperial);
    garden.patches[0].rect.h = 8;
    garden.patches[0].planted.school = Some(School::Rows { across: false, double: false });
    let book = sum(&garden, 0).spacing;
    does(&mut garden, &distance(1, inch(2), inch(6))).unwrap();
    assert_eq!((sum(&garden, 0).spacing.along, sum(&garden, 0).spacing.across), (inch(2), inch(6)));
    does(&mut garden, &Command::SetDistance { patch: PatchId(1), distance: None }).unwrap();
    let all = Some((Tape(inch(2)), Tape(inch(6))));
    does(&mut garden, &Command::SetSpacing { crop: "carrot".into(), way: "root".into(), distance: all, note: String::new() })
        .unwrap();
    assert_eq!((sum(&garden, 0).spacing.along, sum(&garden, 0).spacing.across), (inch(2), book.across));
}

#[test]
fn another_way_of_growing_forgets_what_was_said_of_the_first() {
    let mut garden = with(&[("bean", "bush", 4)], Units::Imperial);
    does(&mut garden, &distance(1, inch(6), inch(6))).unwrap();
    does(&mut garden, &Command::SetInEach { patch: PatchId(1), in_each: Some(3) }).unwrap();
    let way = Catalogue::standard().crop("bean").unwrap().ways.iter().find(|way| way.key != "bush").unwrap();
    let Planted { between, .. } = garden.patches[0].planted;
    let (from, until) = (garden.patches[0].from, garden.patches[0].until);
    let change = Command::ChangePatch { patch: PatchId(1), way: way.key.clone(), holes: None, from, until, between };
    does(&mut garden, &change).unwrap();
    assert_eq!((garden.patches[0].planted.distance, garden.patches[0].planted.in_each), (None, None));
}

#[test]
fn distances_and_seeds_out_of_range_are_refused_by_name_value_and_limit() {
    let mut garden = with(&[("carrot", "root", 1)], Units::Imperial);
    let before = garden.clone();
    let near = does(&mut garden, &distance(1, Length::tenths_mm(99), inch(3))).unwrap_err();
    assert!(near.to_string().contains("distance between plants"), "{near}");
    assert!(matches!(near, Refusal::LengthOutOfRange { value, .. } if value == Length::tenths_mm(99)));
    for wrong in [0, 21] {
        let many = does(&mut garden, &Command::SetInEach { patch: PatchId(1), in_each: Some(wrong) }).unwrap_err();
        assert_eq!(
            many,
            Refusal::NumberOutOfRange { field: "number in each hole", value: wrong.into(), least: 1, most: 20 },
            "{many}"
        );
    }
    assert_eq!(margin(inch(12)), Ok(inch(12)));
    assert!(margin(inch(13)).unwrap_err().to_string().contains("margin at the boards"));
    assert_eq!(garden, before, "nothing was changed");
}

/// By hand: carrots at 3 in on a square at the corner of a bed keep 1½ in to the boards: 4 × 4. With a margin of 3 in there are
/// 12 − 3 − 1½ + 1½ = 9 in left each way for stems 3 in apart, so 3 × 3; with none, 13½ in, so 4 × 4 still; two squares along the
/// board hold 8 × 4, and with 3 in at the far board 8 × 3 where they touch no end.
#[test]
fn a_margin_at_the_board_takes_and_gives_ground() {
    let holds = |margin: Option<Length>, rect: Rect| {
        let mut garden = with(&[("carrot", "root", 1)], Units::Imperial);
        garden.beds[0].margin = margin;
        garden.patches[0].rect = rect;
        let (sum, holes) = Planting::of(known(&garden), &garden.patches[0]).unwrap().reckon();
        let nearest = holes.iter().map(|hole| hole.x.min(hole.y)).min().unwrap();
        (sum.plants, nearest)
    };
    let (corner, side) = (Rect { x: 0, y: 0, w: 2, h: 2 }, Rect { x: 4, y: 0, w: 4, h: 2 });
    assert_eq!(holds(None, corner), (16, Length::tenths_mm(381)));
    assert_eq!(holds(Some(inch(3)), corner).0, 9);
    assert!(holds(Some(inch(3)), corner).1 >= inch(3), "no stem is nearer to a board than the margin");
    assert_eq!((holds(None, side).0, holds(Some(inch(3)), side).0), (32, 24));
    assert!(holds(Some(inch(0)), corner).0 >= 16);
    // A margin that gives no room for one more leaves a plant in the middle of its ground, and nothing is said of it.
    let single = |margin: Option<Length>| {
        let mut garden = with(&[("broccoli", "head", 2)], Units::Imperial);
        garden.patches[0].rect = Rect { x: 0, y: 0, w: 4, h: 4 };
        garden.beds[0].margin = margin;
        let (sum, holes) = Planting::of(known(&garden), &garden.patches[0]).unwrap().reckon();
        (sum.plants, holes[0].x, sum.margin)
    };
    assert_eq!(single(Some(inch(6))), single(None));
    assert_eq!(single(Some(inch(10))), (1, inch(10) + (inch(14) - inch(9)).over(2), Some(inch(10))));
    // In the middle of the bed there is no board.
    let middle = Rect { x: 4, y: 4, w: 2, h: 2 };
    assert_eq!(holds(Some(inch(6)), middle), holds(None, middle));
}

#[test]
fn a_margin_wider_than_the_ground_leaves_none_and_breaks_nothing() {
    let mut garden = with(&[("lettuce", "leaf", 1)], Units::Metric);
    garden.beds[0].margin = Some(inch(12));
    garden.beds[0].width = Length::cm(20);
    garden.patches[0].rect = Rect { x: 0, y: 0, w: 2, h: 1 };
    assert_eq!(sum(&garden, 0).plants, 0);
}

#[test]
fn vines_still_stand_near_the_board_they_grow_over() {
    let mut garden = with(&[("watermelon", "sprawling", 2)], Units::Imperial);
    garden.patches[0].rect = Rect { x: 0, y: 0, w: 4, h: 8 };
    garden.beds[0].reach = Reach::ALL;
    let before = sum(&garden, 0).plants;
    garden.beds[0].margin = Some(inch(12));
    assert!(sum(&garden, 0).plants >= before, "a margin is for what does not spill");
}

#[test]
fn seeds_to_the_hole_are_the_household_s_and_reach_the_sheet_and_plants_stay_as_many_as_grow() {
    let mut garden = with(&[("carrot", "root", 1), ("lettuce", "leaf", 1), ("leek", "stem", 1)], Units::Imperial);
    garden.patches[1].timing = Timing { means: Some(Means::Shelf), ..Timing::default() };
    garden.patches[2].timing = Timing { means: Some(Means::Bought), ..Timing::default() };
    let told = |garden: &Garden, at: usize| {
        let day = garden.patches[at].from;
        let sheet = sheet(known(garden), BedId(1), (day, day)).unwrap();
        let setting = sheet.plantings.iter().find(|one| one.patch == garden.patches[at].id).unwrap();
        (setting.in_each, sum(garden, at).plants)
    };
    let (carrots, lettuces, leeks) = (told(&garden, 0), told(&garden, 1), told(&garden, 2));
    assert_eq!((carrots, lettuces.0, leeks.0), ((3, 16), 1, 1));
    for patch in 1..=3 {
        does(&mut garden, &Command::SetInEach { patch: PatchId(patch), in_each: Some(2) }).unwrap();
    }
    assert_eq!(told(&garden, 0), (2, 16), "two seeds, thinned to one");
    assert_eq!(told(&garden, 2), (2, 2 * leeks.1), "two leeks in a hole are two leeks");
    does(&mut garden, &Command::SetInEach { patch: PatchId(1), in_each: None }).unwrap();
    assert_eq!(told(&garden, 0), carrots);
}

#[test]
fn what_was_cleared_lately_is_on_the_sheet_of_the_day_with_its_ground() {
    let mut garden = with(&[("radish", "root", 2), ("carrot", "root", 1)], Units::Imperial);
    garden.patches[0].until = date(2027, 6, 12);
    let on = |garden: &Garden, day| sheet(known(garden), BedId(1), (day, day)).unwrap().cleared;
    let three_days_on = on(&garden, date(2027, 6, 15));
    assert_eq!(three_days_on.len(), 1);
    let radish = &three_days_on[0];
    assert_eq!((radish.patch, radish.until, radish.ground.right), (PatchId(1), date(2027, 6, 12), inch(24)));
    assert!(on(&garden, date(2027, 6, 12)).is_empty(), "it still stands");
    assert_eq!(on(&garden, date(2027, 6, 12).saturating_add(LATELY.days())).len(), 1);
    assert!(on(&garden, date(2027, 6, 13).saturating_add(LATELY.days())).is_empty());
    garden.beds[0].reach.far = false;
    assert_eq!(on(&garden, date(2027, 6, 15))[0].first_edge, inch(36), "from the near side where the far cannot be walked along");
}
