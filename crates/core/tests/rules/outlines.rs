//! Beds that are no rectangles, and what else stands in the yard.

use crate::common::{TODAY, garden_with, known, patch_in};
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::fixtures::FixtureDraft;
use sparrow_core::change::verify::verify;
use sparrow_core::ground::fit::{bed_fit, free_centisquares};
use sparrow_core::ground::planting::Planting;
use sparrow_core::ground::shape::{area, holds};
use sparrow_core::reckon::day::reckon;
use sparrow_core::search::arrange::asked::Arranging;
use sparrow_core::search::arrange::pose::arrange;
use sparrow_core::search::watch::to_the_end;
use sparrow_core::turns::ground::plots;
use sparrow_facts::bed::Bed;
use sparrow_facts::edit::{apply, inverse};
use sparrow_facts::fixture::FixtureKind;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, FixtureId};
use sparrow_facts::rect::{Ground, Rect};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::shape::Shape;
use sparrow_facts::units::{Length, Tape, Units};

fn inch(n: i32) -> Length {
    Length::inches(n)
}

/// A bed 8 × 4 ft of an outline, without a brace.
fn with(shape: Shape) -> Garden {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    garden.beds[0].shape = shape;
    garden
}

const EL: Shape = Shape::Corner { right: true, near: true, along: Length::inches(48), across: Length::inches(24) };

fn any_shape() -> impl Strategy<Value = Shape> {
    let corner = (any::<bool>(), any::<bool>(), 1..90, 1..40);
    prop_oneof![
        Just(Shape::Rectangle),
        Just(Shape::Round),
        corner.prop_map(|(right, near, a, b)| Shape::Corner { right, near, along: inch(a), across: inch(b) }),
    ]
}

/// By hand: 32 squares less the 4 × 2 that are missing; an oval has π/4 of them, 25.13.
#[test]
fn squares_are_those_that_are_there() {
    let squares = |shape: Shape| {
        let garden = with(shape);
        let fit = bed_fit(&garden.beds[0], Units::Imperial);
        (fit.ground_centisquares, plots(&garden)[0].squares)
    };
    assert_eq!(squares(Shape::Rectangle), (3200, 32));
    assert_eq!(squares(EL), (2400, 24));
    let (oval, whole) = squares(Shape::Round);
    assert!((2508..=2518).contains(&oval) && whole == 25, "{oval} {whole}");
}

/// By hand: carrots at 3 in on two squares by the missing corner: stems at 1½ in from every edge of it, so none is lost where squares
/// meet it, and all where they would lie in it.
#[test]
fn a_missing_corner_takes_the_holes_that_would_lie_in_it() {
    let mut garden = with(EL);
    let count = |garden: &mut Garden, rect: Rect| {
        garden.patches = vec![patch_in(garden, "carrot", "root", rect)];
        let sum = Planting::of(known(garden), &garden.patches[0]).unwrap().reckon().0;
        (sum.plants, sum.outside)
    };
    assert_eq!(count(&mut garden, Rect { x: 0, y: 0, w: 16, h: 8 }), (24 * 16, 8 * 16));
    assert_eq!(count(&mut garden, Rect { x: 6, y: 4, w: 4, h: 4 }), (32, 32));
    assert_eq!(count(&mut garden, Rect { x: 0, y: 4, w: 8, h: 4 }), (128, 0));
}

#[test]
fn a_patch_where_no_ground_is_is_refused_and_an_outline_is_not_drawn_over_one() {
    let mut garden = with(EL);
    let place = |x: u16, y: u16| Command::Place {
        bed: BedId(1),
        crop: "carrot".into(),
        way: None,
        rect: Rect { x, y, w: 2, h: 2 },
        holes: None,
        from: Some(date(2027, 5, 1)),
        until: Some(date(2027, 8, 1)),
        year: 2027,
        between: false,
        needle: None,
    };
    let refused = carry_out(&mut garden, Catalogue::standard(), &place(10, 6), TODAY);
    assert_eq!(refused.map(drop), Err(Refusal::NotThere));
    carry_out(&mut garden, Catalogue::standard(), &place(0, 0), TODAY).unwrap();
    let bed = garden.beds[0].clone();
    let draft = |shape| sparrow_core::change::draft::BedDraft {
        name: bed.name.clone(),
        kind: sparrow_core::change::draft::KindDraft::Ground,
        length: Some(Tape(bed.length)),
        width: Some(Tape(bed.width)),
        depth: None,
        outside: false,
        x: None,
        y: None,
        turn: 0,
        reach: bed.reach,
        braces: Vec::new(),
        trellises: Vec::new(),
        drips: Vec::new(),
        shape,
        margin: None,
    };
    use sparrow_core::change::draft::ShapeDraft;
    let over = ShapeDraft::Corner { right: false, near: false, along: Tape(inch(12)), across: Tape(inch(12)) };
    let change = |shape| Command::ChangeBed { bed: BedId(1), draft: draft(shape) };
    let refused = carry_out(&mut garden, Catalogue::standard(), &change(over), TODAY).unwrap_err();
    assert_eq!(refused, Refusal::PatchesInTheWay { patches: vec!["carrot".into()] });
    let whole = ShapeDraft::Corner { right: false, near: true, along: Tape(inch(95)), across: Tape(inch(12)) };
    let refused = carry_out(&mut garden, Catalogue::standard(), &change(whole), TODAY).unwrap_err();
    assert!(refused.to_string().contains("missing corner, along"), "{refused}");
    carry_out(&mut garden, Catalogue::standard(), &change(ShapeDraft::Round), TODAY).unwrap();
    assert_eq!(garden.beds[0].shape, Shape::Round);
}

/// 6 broccoli of 18 in want 13½ squares, 24 lettuces 6, 32 carrots 2: there is room for them on an L of 24 squares and on an oval of 25.
#[test]
fn a_bed_of_any_outline_is_arranged_on_the_ground_that_is_there() {
    for shape in [EL, Shape::Round] {
        let garden = with(shape);
        let wish = |crop: &str, plants: u32| {
            let way = Catalogue::standard().crop(crop).unwrap().ways[0].key.clone();
            let crop = crop.to_string();
            sparrow_core::search::arrange::asked::BedWish { crop, way, plants, must: true, from: None, until: None, patch: None }
        };
        let wishes = vec![wish("lettuce", 24), wish("carrot", 32), wish("beet", 9)];
        let asked = Arranging { bed: BedId(1), wishes, year: 2027, anew: false };
        let best = arrange(known(&garden), &asked, &mut to_the_end).unwrap().proposals.remove(0);
        let mut planted = garden.clone();
        let command = Command::PlaceAll { gone: Vec::new(), places: best.patches.iter().map(|one| one.place.clone()).collect() };
        carry_out(&mut planted, Catalogue::standard(), &command, TODAY).unwrap();
        let plants = |crop: &str| {
            let reckoned = reckon(known(&planted), date(2027, 6, 1)).patches;
            let of = |one: &&sparrow_core::reckon::day::PatchReckoning| {
                planted.patch(one.patch).is_some_and(|patch| patch.planted.crop == crop)
            };
            reckoned.iter().filter(of).map(|one| one.sum.plants).sum::<u32>()
        };
        assert_eq!((plants("lettuce") >= 24, plants("carrot") >= 32, plants("beet") >= 9), (true, true, true), "{shape:?}");
    }
}

#[test]
fn fixtures_are_measured_moved_and_taken_away_and_every_step_is_undone() {
    let mut garden = garden_with(1, Units::Metric);
    let draft = FixtureDraft {
        kind: FixtureKind::Fence,
        name: " Long fence ".into(),
        length: Tape(Length::cm(900)),
        width: None,
        height: Some(Tape(Length::cm(180))),
        x: None,
        y: None,
        turn: 90,
    };
    let before = garden.clone();
    let edits = carry_out(&mut garden, Catalogue::standard(), &Command::AddFixture { draft: draft.clone() }, TODAY).unwrap();
    let fence = garden.fixtures[0].clone();
    assert_eq!((fence.name.as_str(), fence.height, fence.turn, fence.width), ("Long fence", Length::cm(180), 90, inch(6)));
    let (x, y) = (Tape(Length::cm(500)), Tape(Length::cm(40)));
    let id = FixtureId(1);
    carry_out(&mut garden, Catalogue::standard(), &Command::MoveFixture { fixture: id, x, y }, TODAY).unwrap();
    let taller = FixtureDraft { height: Some(Tape(Length::cm(200))), ..draft.clone() };
    carry_out(&mut garden, Catalogue::standard(), &Command::ChangeFixture { fixture: id, draft: taller }, TODAY).unwrap();
    assert_eq!(
        (garden.fixtures[0].height, garden.fixtures[0].x),
        (Length::cm(200), Length::cm(500)),
        "it stays where it was put"
    );
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
    let mut again = garden.clone();
    carry_out(&mut again, Catalogue::standard(), &Command::RemoveFixture { fixture: id }, TODAY).unwrap();
    assert!(again.fixtures.is_empty());
    let mut undone = before.clone();
    apply(&mut undone, &edits);
    apply(&mut undone, &inverse(edits));
    assert_eq!(undone, before);
    // A tree is as wide as it is long; what is too long for the drawing is refused by name, value and limit.
    let tree = FixtureDraft { kind: FixtureKind::Tree, length: Tape(Length::cm(400)), ..draft.clone() };
    carry_out(&mut garden, Catalogue::standard(), &Command::AddFixture { draft: tree }, TODAY).unwrap();
    assert_eq!(garden.fixtures[1].width, Length::cm(400));
    let long = FixtureDraft { length: Tape(inch(3601)), ..draft };
    let refused = carry_out(&mut garden, Catalogue::standard(), &Command::AddFixture { draft: long }, TODAY).unwrap_err();
    assert!(refused.to_string().starts_with("length: 300 ft 1 in"), "{refused}");
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 64, ..ProptestConfig::default() })]

    /// Cut into half squares, the ground adds up to the whole; and all of it that no patch covers is free.
    #[test]
    fn prop_the_ground_of_any_outline_is_the_sum_of_its_half_squares(shape in any_shape()) {
        let garden = with(shape);
        let bed: &Bed = &garden.beds[0];
        let (columns, rows) = bed.half_squares(Units::Imperial);
        let cells = (0..rows).flat_map(|y| (0..columns).map(move |x| Rect { x, y, w: 1, h: 1 }));
        let sum: i64 = cells.map(|cell| area(bed, cell.ground(bed, Units::Imperial))).sum();
        let all = Ground { left: Length::ZERO, far: Length::ZERO, right: bed.length, near: bed.width };
        let whole = area(bed, all);
        prop_assert!((sum - whole).abs() * 500 <= whole, "{} {}", sum, whole);
        let squares = whole as f64 / f64::from(inch(12).get()).powi(2);
        let free = f64::from(free_centisquares(bed, Units::Imperial, &[])) / 100.0;
        prop_assert!((squares - free).abs() < 0.1, "{} {}", squares, free);
    }

    /// Every stem stands half its distance inside the outline, and what is left out would not.
    #[test]
    fn prop_no_stem_stands_outside_and_none_inside_is_left_out(shape in any_shape(), crop in 0..4_usize, x in 0..12_u16, y in 0..6_u16) {
        let mut garden = with(shape);
        let (crop, way) = [("carrot", "root"), ("lettuce", "leaf"), ("beet", "root"), ("broccoli", "head")][crop];
        garden.patches.push(patch_in(&garden, crop, way, Rect { x, y, w: 4, h: 2 }));
        let planting = Planting::of(known(&garden), &garden.patches[0]).unwrap();
        let (sum, holes) = planting.reckon();
        let keep = [sum.spacing.along.over(2), sum.spacing.across.over(2)];
        prop_assert!(holes.iter().all(|hole| holds(&garden.beds[0], (hole.x, hole.y), keep)));
        let mut plain = garden.clone();
        plain.beds[0].shape = Shape::Rectangle;
        let all = Planting::of(known(&plain), &plain.patches[0]).unwrap().reckon().1;
        let inside = all.iter().filter(|hole| holds(&garden.beds[0], (hole.x, hole.y), keep)).count();
        prop_assert_eq!(holes.len(), inside);
        prop_assert_eq!(sum.outside as usize, all.len() - inside);
    }
}
