//! Questions about a garden: answered from its facts, refused in the gardener's words, changing nothing.

use crate::common::known_on;
use crate::common::{TODAY, garden_with, patch_in};
use jiff::civil::date;
use sparrow_core::ask::answer::{Answer, answer};
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::rect::Rect;
use sparrow_facts::school::School;
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::units::{Length, Tape, Units};

fn garden() -> Garden {
    let mut garden = garden_with(2, Units::Imperial);
    let beets = patch_in(&garden, "beet", "root", Rect { x: 0, y: 0, w: 4, h: 4 });
    garden.patches.push(beets);
    garden
}

fn asks(garden: &Garden, question: Question) -> Result<Answer, String> {
    answer(known_on(garden, TODAY), &question).map_err(|refusal| refusal.to_string())
}

#[test]
fn schools_are_compared_with_the_one_that_holds_among_them() {
    let mut garden = garden();
    let own = School::Close { percent: 70 };
    garden.patches[0].planted.school = Some(own);
    let Ok(Answer::Schools(counts)) = asks(&garden, Question::Schools { patch: PatchId(1) }) else { panic!("no comparison") };
    assert_eq!(counts.len(), School::OFFERED.len() + 1);
    // By hand: 70 % of 4 in is 2.8 in; 24 ÷ 2.8 = 8 whole, 8 × 8 = 64 of 36 want 178 % of the feed.
    let close = counts.iter().find(|one| one.school == own).unwrap();
    assert_eq!((close.plants, close.feeding_percent), (64, 178));
    assert_eq!(
        asks(&garden, Question::Schools { patch: PatchId(7) }).unwrap_err(),
        "there is no patch “7” in this garden or its catalogue"
    );
}

#[test]
fn where_plants_fit_is_asked_by_a_school_or_by_the_one_that_holds() {
    let mut garden = garden();
    let fits = |garden: &Garden, school| {
        let (crop, way) = ("beet".to_string(), "root".to_string());
        match asks(garden, Question::Fits { bed: BedId(2), crop, way, plants: 300, school, year: 2027, from: None }) {
            Ok(Answer::Fits(fits)) => {
                fits.places.iter().filter(|place| place.bed == BedId(2)).map(|place| place.plants).sum::<u32>()
            }
            other => panic!("{other:?}"),
        }
    };
    // By hand: 32 squares of nine are 288; staggered, 96 × 48 in at 4 in: 13 lines of 24 and 23 = 306 hold all 300.
    assert_eq!(fits(&garden, None), 288);
    assert_eq!(fits(&garden, Some(School::Staggered)), 300);
    garden.school = School::Staggered;
    assert_eq!(fits(&garden, None), 300);
}

#[test]
fn an_edge_and_a_seeder_go_by_the_household_s_own_distance() {
    let mut garden = garden();
    let edge = |garden: &Garden| {
        let question =
            Question::Edge { crop: "leek".into(), way: "stem".into(), long: Tape(Length::inches(120)), seeds_a_hole: 1 };
        let Ok(Answer::Edge(edge)) = asks(garden, question) else { panic!("no edge") };
        edge.plants
    };
    assert_eq!(edge(&garden), 20, "6 in by the handbook");
    let five = Tape(Length::inches(5));
    let own = Command::SetSpacing { crop: "leek".into(), way: "stem".into(), distance: Some((five, five)), note: String::new() };
    carry_out(&mut garden, Catalogue::standard(), &own, TODAY).unwrap();
    assert_eq!(edge(&garden), 24);
    let plates = Question::Seeder { crop: "leek".into(), way: "stem".into(), run: Tape(Length::inches(30)), plates: vec![4, 6] };
    let Ok(Answer::Seeder { wanted, plates }) = asks(&garden, plates) else { panic!("no plates") };
    assert_eq!((wanted, plates[1].nearest), (Length::inches(5), true));
}

#[test]
fn a_sheet_is_for_what_stands_on_a_day_or_for_the_whole_year() {
    let mut garden = garden();
    let leeks = patch_in(&garden, "leek", "stem", Rect { x: 0, y: 0, w: 4, h: 4 });
    garden.patches.push(sparrow_facts::patch::Patch { from: date(2027, 9, 2), until: date(2027, 12, 1), ..leeks });
    let count = |on| match asks(&garden, Question::Sheet { bed: BedId(1), year: 2027, on }) {
        Ok(Answer::Sheet(sheet)) => sheet.plantings.len(),
        other => panic!("{other:?}"),
    };
    assert_eq!((count(Some(date(2027, 6, 1))), count(Some(date(2027, 10, 1))), count(None)), (1, 1, 2));
    assert_eq!(count(Some(date(2027, 4, 1))), 0);
}

#[test]
fn every_question_about_what_is_not_there_is_refused_by_name() {
    let garden = garden();
    let (crop, way) = (|| "florp".to_string(), || "root".to_string());
    let tape = Tape(Length::inches(36));
    let unknown = [
        (Question::Sheet { bed: BedId(9), year: 2027, on: None }, "bed “9”"),
        (
            Question::Fits { bed: BedId(9), crop: "beet".into(), way: way(), plants: 1, school: None, year: 2027, from: None },
            "bed “9”",
        ),
        (
            Question::Fits { bed: BedId(1), crop: crop(), way: way(), plants: 1, school: None, year: 2027, from: None },
            "crop “florp”",
        ),
        (Question::Edge { crop: crop(), way: way(), long: tape, seeds_a_hole: 1 }, "crop “florp”"),
        (Question::Edge { crop: "beet".into(), way: crop(), long: tape, seeds_a_hole: 1 }, "way of growing it “florp”"),
        (Question::Seeder { crop: crop(), way: way(), run: tape, plates: vec![1] }, "crop “florp”"),
    ];
    for (question, named) in unknown {
        let refused = asks(&garden, question.clone()).unwrap_err();
        assert!(refused.contains(named), "{question:?}: {refused}");
    }
    assert!(matches!(asks(&garden, Question::Bare { bed: BedId(9), year: 2027 }), Ok(Answer::Bare(gaps)) if gaps.is_empty()));
    for year in [i16::MIN, 0, 9999, i16::MAX] {
        let on = None;
        for question in [Question::Sheet { bed: BedId(1), year, on }, Question::Bare { bed: BedId(1), year }] {
            let refused = asks(&garden, question).unwrap_err();
            assert_eq!(refused, format!("year: {year} is outside 1900 to 2200"));
        }
    }
}

/// By hand: beets 4 in apart are 3 × 3 on a foot; let-run squash 4 ft apart wants 16 squares; carrots by a household's own
/// 2 in are 6 × 6.
#[test]
fn what_a_square_holds_follows_the_table_or_the_household_s_own_distance() {
    let mut garden = garden();
    let in_hand =
        |garden: &Garden, crop: &str, way: &str| match asks(garden, Question::InHand { crop: crop.into(), way: way.into() }) {
            Ok(Answer::InHand(held)) => (held.plants, held.centisquares),
            other => panic!("{other:?}"),
        };
    assert_eq!(in_hand(&garden, "beet", "root"), (9, 11));
    assert_eq!(in_hand(&garden, "winter-squash", "sprawling"), (0, 1600));
    let two = Length::inches(2);
    let own = OwnSpacing { crop: "carrot".into(), way: "root".into(), along: two, across: two, note: String::new() };
    garden.spacings = vec![own];
    assert_eq!(in_hand(&garden, "carrot", "root"), (36, 3));
    let way = |crop: &str, way: &str| Catalogue::standard().crop(crop).and_then(|crop| crop.way(way)).unwrap().starter;
    assert_eq!((way("beet", "root"), way("winter-squash", "sprawling")), ((2, 2), (8, 8)));
    let nobody = Question::InHand { crop: "triffid".into(), way: "root".into() };
    assert_eq!(asks(&garden, nobody).unwrap_err(), "there is no crop “triffid” in this garden or its catalogue");
}
