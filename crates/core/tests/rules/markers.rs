//! Row markers: gaps, turns, both directions, and rows as patches.

use crate::common::{TODAY, garden_with};
use crate::common::{known, known_on};
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::ask::markers::{Markers, Marking, Row, mark};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::verify::verify;
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::reason::Reason;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::rect::Rect;
use sparrow_facts::school::School;
use sparrow_facts::units::{Length, Tape, Units};

fn inch(n: i32) -> Length {
    Length::inches(n)
}

fn row(crop: &str, way: &str, gap: Option<i32>) -> Row {
    Row { crop: crop.into(), way: way.into(), gap: gap.map(|n| Tape(inch(n))) }
}

/// A plain bed of 8 × 4 ft.
fn plain() -> Garden {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    garden
}

fn marked(garden: &Garden, across: bool, rows: Vec<Row>) -> Markers {
    let asked = Marking { bed: BedId(1), year: 2027, across, rows };
    mark(known(garden), &asked).expect("the rows can be laid")
}

fn planted(garden: &mut Garden, across: bool, rows: Vec<Row>) -> Markers {
    let laid = marked(garden, across, rows);
    let command = Command::PlaceAll { gone: Vec::new(), places: laid.places.clone() };
    carry_out(garden, Catalogue::standard(), &command, TODAY).expect("the rows can be planted");
    laid
}

/// By hand: carrots stand 2 in apart in the row and grow 4 in wide, beets 3 in and 6 in wide. The first line
/// lies half of 2 in from the board, the second half of each spread on: 1, then 1 + 2 + 3 = 6 in. 96 in of row
/// hold 48 carrots and 32 beets; across, 48 in hold 24 and 16.
#[test]
fn lines_lie_half_of_what_each_needs_apart() {
    let laid = marked(&plain(), false, vec![row("carrot", "root", None), row("beet", "root", None)]);
    assert_eq!(laid.rows.iter().map(|row| row.at).collect::<Vec<_>>(), vec![inch(1), inch(6)]);
    assert_eq!(laid.rows.iter().map(|row| row.plants).collect::<Vec<_>>(), vec![48, 32]);
    assert_eq!((laid.plants, laid.other_way), (80, (2, 40)));
    // From the last line half of 3 in are its own; 48 − 6 − 1½ are left.
    assert_eq!(laid.left, Length::tenths_mm(254 * 405 / 10));
}

#[test]
fn a_row_beside_one_that_is_out_early_lies_near_it() {
    let early = marked(&plain(), false, vec![row("parsnip", "root", None), row("cress", "cut", None)]);
    let cress = &early.rows[1];
    assert!(cress.in_turn, "cress is out long before parsnips spread: {cress:?}");
    // By hand: half of 4 in and half of 1 in, instead of half of 9 in and half of 3 in.
    assert_eq!((cress.usual, cress.gap), (Length::tenths_mm(635), Length::tenths_mm(635)));
    let late = marked(&plain(), false, vec![row("parsnip", "root", None), row("carrot", "storing", None)]);
    assert!(!late.rows[1].in_turn);
    assert_eq!(late.rows[1].gap, Length::tenths_mm(254 * 75 / 10));
}

#[test]
fn gaps_can_be_typed_until_the_bed_is_full() {
    let rows = |gap: i32| vec![row("beet", "root", Some(2)), row("beet", "root", Some(gap))];
    let just = marked(&plain(), false, rows(44));
    assert!(just.rows[1].fits && just.left == Length::tenths_mm(127), "46 in and half of 3 in are 47½ of 48");
    let over = marked(&plain(), false, rows(45));
    assert!(!over.rows[1].fits && over.places.len() == 1, "half an inch too far");
    let asked = |gap| Marking { bed: BedId(1), year: 2027, across: false, rows: rows(gap) };
    let refused = mark(known(&plain()), &asked(0)).unwrap_err();
    assert!(refused.to_string().starts_with("gap: 0 in"), "{refused}");
    let many = Marking { rows: vec![row("beet", "root", None); 61], ..asked(4) };
    assert_eq!(mark(known(&plain()), &many).unwrap_err().to_string(), "a garden has room for 60 rows at once here");
}

#[test]
fn rows_are_patches_at_their_exact_places_and_may_share_half_squares() {
    let mut garden = plain();
    let rows = vec![row("carrot", "root", None), row("radish", "root", None), row("carrot", "root", Some(2))];
    let laid = planted(&mut garden, false, rows);
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
    let reckoning = reckon(known_on(&garden, TODAY), date(2027, 4, 10));
    for (reckoned, marker) in reckoning.patches.iter().zip(&laid.rows) {
        assert!(reckoned.holes.iter().all(|hole| hole.y == marker.at), "every stem on its line");
        assert_eq!(reckoned.sum.plants, marker.plants);
        assert_eq!(reckoned.sum.school, School::Rows { across: false, double: false });
    }
    assert!(garden.patches[0].rect.overlaps(garden.patches[2].rect), "the premise: two rows of carrots in one half square");
    // Another crop on that ground is refused as ever.
    let refused = carry_out(&mut garden, Catalogue::standard(), &lettuce(), TODAY).unwrap_err();
    assert!(refused.to_string().contains("stands there from"), "{refused}");
}

fn lettuce() -> Command {
    Command::Place {
        bed: BedId(1),
        crop: "lettuce".into(),
        way: None,
        rect: Rect { x: 0, y: 0, w: 2, h: 2 },
        holes: None,
        from: None,
        until: None,
        year: 2027,
        between: false,
        needle: None,
    }
}

#[test]
fn a_row_moves_with_its_half_squares_and_stays_within_them() {
    let mut garden = plain();
    planted(&mut garden, true, vec![row("beet", "root", Some(9))]);
    let patch = garden.patches[0].clone();
    assert_eq!(patch.line.map(|line| line.at), Some(inch(9)));
    let moved = Command::MovePatch { patch: patch.id, bed: BedId(1), rect: Rect { x: patch.rect.x + 4, ..patch.rect } };
    carry_out(&mut garden, Catalogue::standard(), &moved, TODAY).unwrap();
    assert_eq!(garden.patches[0].line.map(|line| line.at), Some(inch(33)));
    let reckoning = reckon(known_on(&garden, TODAY), date(2027, 4, 10));
    assert!(reckoning.patches[0].holes.iter().all(|hole| hole.x == inch(33)));
    // A file that puts the line elsewhere is not a garden.
    garden.patches[0].line = Some(sparrow_facts::rect::RowLine { across: true, at: inch(90) });
    let (place, why) = verify(&garden, Catalogue::standard()).unwrap_err();
    assert!(place == "patches[0]" && why.to_string().starts_with("place of the row: 7 ft 6 in"), "{place}: {why}");
}

#[test]
fn rows_too_near_each_other_are_told_of_with_the_day() {
    let crowded = |gap: i32| {
        let mut garden = plain();
        planted(&mut garden, false, vec![row("beet", "root", None), row("beet", "root", Some(gap))]);
        let findings = reckon(known_on(&garden, TODAY), date(2027, 5, 1)).findings;
        findings
            .into_iter()
            .find_map(|f| if let Reason::RowsCrowd { other, gap, day } = f.reason { Some((other, gap, day)) } else { None })
    };
    // Beets grow 6 in wide: at 2 in the leaves of one come to lie over the other, at 3 in they just do not.
    let (other, gap, day) = crowded(2).unwrap();
    assert_eq!((other, gap), (PatchId(1), inch(2)));
    assert!(day > date(2027, 4, 1) && day < date(2027, 6, 1), "{day}");
    assert_eq!(crowded(3), None);
}

proptest! {
    /// Lines never come nearer than they were asked to, each is where its gaps put it, and what is planted can lie there.
    #[test]
    fn prop_lines_are_the_sum_of_their_gaps(picks in prop::collection::vec((0..1000usize, 0..30i32), 1..12), across: bool) {
        let crops = &Catalogue::standard().crops;
        let roots: Vec<_> = crops.iter().filter(|crop| crop.method == sparrow_core::catalogue::Method::Direct).collect();
        let rows: Vec<Row> = picks
            .iter()
            .map(|(pick, gap)| {
                let crop = roots[pick % roots.len()];
                row(&crop.key, &crop.ways[0].key, (*gap > 0).then_some(*gap))
            })
            .collect();
        let garden = plain();
        let laid = marked(&garden, across, rows);
        let mut at = Length::ZERO;
        for marker in &laid.rows {
            at = at + marker.gap;
            prop_assert_eq!(marker.at, at);
        }
        prop_assert_eq!(laid.places.len(), laid.rows.iter().filter(|row| row.fits).count());
        let grid = garden.beds[0].half_squares(Units::Imperial);
        for place in &laid.places {
            prop_assert!(place.rect.within(grid), "{place:?}");
        }
    }
}
