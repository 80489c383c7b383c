//! What follows what on a piece of ground, and the ways out when it is late.

use super::ground::{FOUR, cabbage_then_chard, course_of, garden, put, replan, season};
use crate::common::TODAY;
use crate::common::known_on;
use jiff::ToSpan;
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::ask::answer::{Answer, answer};
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::verify::verify;
use sparrow_core::reckon::season::Unsettled;
use sparrow_core::search::late::{SlipChoice, SlipKind, ways_out};
use sparrow_core::search::watch::to_the_end;
use sparrow_core::season::course::Course;
use sparrow_core::season::handoff::{LONGEST_REST, hand_offs};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Timing;

#[test]
fn a_hand_off_says_when_ground_is_free_when_to_sow_and_who_waits() {
    let (mut garden, cabbage, chard) = cabbage_then_chard();
    let found = season(&garden, date(2027, 6, 1)).hand_offs;
    assert_eq!(found.len(), 1);
    let hand = &found[0];
    assert_eq!((hand.first, hand.then, hand.ground_waits, hand.late), (cabbage, chard, 1, false));
    assert_eq!((hand.free, hand.wanted, hand.sow), (date(2027, 7, 10), date(2027, 7, 12), Some(date(2027, 6, 11))));
    // A month late: the seedlings would wait 29 days.
    let late = Timing { free_on: Some(date(2027, 8, 9)), ..Timing::default() };
    replan(&mut garden, vec![PatchChange::Timing { patch: cabbage, timing: late }], false).expect("it can be expected");
    let view = season(&garden, date(2027, 6, 1));
    assert_eq!((view.hand_offs[0].late, view.hand_offs[0].ground_waits, view.hand_offs[0].seedlings_wait), (true, -29, 29));
    assert!(
        view.to_settle.iter().any(|one| one.what == Unsettled::HandOff { first: cabbage, then: chard }),
        "{:?}",
        view.to_settle
    );
}

#[test]
fn every_way_out_of_a_late_hand_off_can_be_made_and_mends_it() {
    let (mut garden, cabbage, chard) = cabbage_then_chard();
    let late = Timing { free_on: Some(date(2027, 7, 28)), ..Timing::default() };
    replan(&mut garden, vec![PatchChange::Timing { patch: cabbage, timing: late }], false).expect("it can be expected");
    let found = ways_out(known_on(&garden, TODAY), (cabbage, chard), &mut to_the_end).expect("both are there");
    let names: Vec<&str> = found
        .iter()
        .map(|one| match one.kind {
            SlipKind::Later { .. } => "later",
            SlipKind::Hold { .. } => "hold",
            SlipKind::Elsewhere { .. } => "elsewhere",
            SlipKind::Quicker { .. } => "quicker",
            SlipKind::Instead { .. } => "instead",
            SlipKind::PullEarly { .. } => "pull early",
            SlipKind::Among { .. } => "among",
            SlipKind::Fewer { .. } => "fewer",
        })
        .collect();
    for wanted in ["later", "hold", "elsewhere", "quicker", "instead", "pull early", "among"] {
        assert!(names.contains(&wanted), "{wanted} is not among {names:?}");
    }
    for choice in &found {
        let mut mended = garden.clone();
        replan(&mut mended, choice.changes.clone(), true).unwrap_or_else(|why| panic!("{:?}: {why}", choice.kind));
        assert_eq!(verify(&mended, Catalogue::standard()), Ok(()), "{:?}", choice.kind);
        let still = season(&mended, date(2027, 6, 1)).hand_offs.into_iter().any(|one| one.late && one.first == cabbage);
        assert!(!still, "{:?} leaves the cabbage late", choice.kind);
    }
    let later = found.iter().find(|one| matches!(one.kind, SlipKind::Later { .. })).expect("asserted above");
    assert!(
        matches!(later.kind, SlipKind::Later { from, sow: Some(sow) } if from == date(2027, 7, 29) && sow == date(2027, 6, 28)),
        "{later:?}"
    );
    // Where the ground is free in time nothing is offered.
    let (free, a, b) = cabbage_then_chard();
    assert!(ways_out(known_on(&free, TODAY), (a, b), &mut to_the_end).expect("both are there").is_empty());
    assert!(ways_out(known_on(&free, TODAY), (PatchId(99), b), &mut to_the_end).is_err());
}

#[test]
fn moving_one_bar_moves_what_follows_unless_it_is_kept_where_it_is() {
    let (mut garden, cabbage, chard) = cabbage_then_chard();
    let moved = PatchChange::Days { patch: cabbage, from: date(2027, 4, 10), until: date(2027, 7, 20) };
    let asked = Question::Moves { changes: vec![moved.clone()] };
    let Ok(Answer::Moves(foretold)) = answer(known_on(&garden, TODAY), &asked) else { panic!("it can be asked") };
    assert_eq!(replan(&mut garden, vec![moved.clone()], true), Ok(2), "the chard moves along");
    let then = garden.patch(chard).expect("it is there");
    assert_eq!(then.from, date(2027, 7, 21));
    let stands = |id| garden.patch(id).map(|one| (one.id, one.from, one.until)).expect("it is there");
    let told: Vec<_> = foretold.iter().map(|one| (one.patch, one.from, one.until)).collect();
    assert_eq!(told, [stands(cabbage), stands(chard)], "asked before, it was told just so");
    // Earlier ground moves nothing.
    let back = PatchChange::Days { patch: cabbage, from: date(2027, 4, 10), until: date(2027, 7, 1) };
    assert_eq!(replan(&mut garden, vec![back], true), Ok(1));
    let (mut kept, _, chard) = cabbage_then_chard();
    carry_out(&mut kept, Catalogue::standard(), &Command::Lock { patch: chard, locked: true }, TODAY).expect("it can be kept");
    let asked = Question::Moves { changes: vec![moved.clone()] };
    assert!(matches!(answer(known_on(&kept, TODAY), &asked), Err(Refusal::KeptInTime { .. })), "a drag is told too");
    let refused = replan(&mut kept, vec![moved.clone()], true).expect_err("the chard is kept");
    assert!(refused.contains("chard would have to move from 12 July 2027 to 21 July 2027"), "{refused}");
    let refused = replan(&mut kept, vec![moved], false).expect_err("the ground is taken");
    assert!(refused.contains("stands there from"), "{refused}");
}

#[test]
fn typed_days_move_what_follows_just_as_a_moved_bar_does() {
    let typed = |garden: &mut Garden, id, until, between| {
        let patch = garden.patch(id).expect("it is there");
        let (way, holes, from) = (patch.planted.way.clone(), patch.planted.holes, patch.from);
        let asked = Command::ChangePatch { patch: id, way, holes, from, until, between };
        carry_out(garden, Catalogue::standard(), &asked, TODAY).map(|edits| edits.len())
    };
    let (mut by_hand, cabbage, chard) = cabbage_then_chard();
    let mut by_bar = by_hand.clone();
    let (from, until) = (by_hand.patch(cabbage).expect("it is there").from, date(2027, 7, 20));
    assert_eq!(typed(&mut by_hand, cabbage, until, false), Ok(2), "the chard moves along");
    assert_eq!(replan(&mut by_bar, vec![PatchChange::Days { patch: cabbage, from, until }], true), Ok(2));
    assert_eq!(by_hand, by_bar);
    // Earlier ground moves nothing.
    assert_eq!(typed(&mut by_hand, cabbage, date(2027, 7, 1), false), Ok(1));
    // What is kept where it is refuses both.
    let (mut kept, cabbage, chard_kept) = cabbage_then_chard();
    carry_out(&mut kept, Catalogue::standard(), &Command::Lock { patch: chard_kept, locked: true }, TODAY)
        .expect("it can be kept");
    assert!(matches!(typed(&mut kept, cabbage, until, false), Err(Refusal::KeptInTime { .. })));
    // What is grown between leaves the ground to what comes.
    let (mut between, cabbage, _) = cabbage_then_chard();
    assert_eq!(typed(&mut between, cabbage, until, true), Ok(1));
    assert_eq!(between.patch(chard).map(|one| one.from), Some(date(2027, 7, 12)));
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(96))]

    /// Half square by half square: whoever stood there last, not longer ago than ground is said to rest, hands it over.
    #[test]
    fn prop_ground_is_handed_over_by_whoever_stood_last_on_some_half_square(
        seeds in prop::collection::vec((0..6u16, 0..3u16, 1..4u16, 1..4u16, 0..200i64, 20..70i64), 1..9),
    ) {
        let mut garden = garden();
        for (x, y, w, h, start, stands) in seeds {
            let from = date(2027, 2, 1).saturating_add(start.days());
            let until = from.saturating_add(stands.days());
            let rect = Rect { x, y, w, h };
            let free = |one: &Patch| one.until < from || one.from > until || !one.rect.overlaps(rect);
            if garden.patches.iter().all(free) {
                put(&mut garden, "radish", "root", rect, from, until);
            }
        }
        let courses: Vec<Course> = garden.patches.iter().map(|patch| course_of(&garden, patch.id)).collect();
        let mut wanted = Vec::new();
        for then in &garden.patches {
            for first in &garden.patches {
                let hands_over = (0..9u16).flat_map(|x| (0..9u16).map(move |y| Rect { x, y, w: 1, h: 1 })).any(|cell| {
                    let before = garden.patches.iter().filter(|one| {
                        let rests = (then.from - one.until).get_days();
                        then.rect.overlaps(cell) && one.rect.overlaps(cell) && one.until < then.from && rests <= LONGEST_REST
                    });
                    before.max_by_key(|one| one.until).is_some_and(|last| last.id == first.id)
                });
                if hands_over {
                    wanted.push((then.id, first.id));
                }
            }
        }
        let mut found: Vec<_> = hand_offs(&garden, &courses).iter().map(|one| (one.then, one.first)).collect();
        wanted.sort_unstable();
        found.sort_unstable();
        prop_assert_eq!(found, wanted);
    }
}

#[test]
fn two_that_share_the_ground_between_them_hide_what_stood_there_before() {
    let mut garden = garden();
    let radish = |garden: &mut Garden, rect, from, until| put(garden, "radish", "root", rect, from, until);
    let first = radish(&mut garden, FOUR, date(2027, 4, 1), date(2027, 5, 10));
    let half = |x| Rect { x, w: 2, ..FOUR };
    let left = radish(&mut garden, half(0), date(2027, 5, 12), date(2027, 6, 20));
    let right = radish(&mut garden, half(2), date(2027, 5, 15), date(2027, 6, 25));
    let last = radish(&mut garden, FOUR, date(2027, 6, 27), date(2027, 8, 5));
    let found = season(&garden, date(2027, 6, 1)).hand_offs;
    let pairs: Vec<_> = found.iter().map(|one| (one.first, one.then, one.ground_waits)).collect();
    assert_eq!(pairs, vec![(first, left, 1), (first, right, 4), (left, last, 6), (right, last, 1)]);
}

#[test]
fn each_way_out_says_what_it_costs() {
    let (mut garden, cabbage, chard) = cabbage_then_chard();
    let late = |garden: &mut Garden, day| {
        let timing = Timing { free_on: Some(day), ..Timing::default() };
        replan(garden, vec![PatchChange::Timing { patch: cabbage, timing }], false).expect("it can be expected");
        ways_out(known_on(garden, TODAY), (cabbage, chard), &mut to_the_end).expect("both are there")
    };
    // Eight days: on the shelf since 11 June the seedlings are 38 days old on 19 July, five weeks.
    let eight = late(&mut garden, date(2027, 7, 18));
    assert!(
        eight.iter().any(|one| matches!(one.kind, SlipKind::Hold { until, weeks: 5, most: 8 } if until == date(2027, 7, 19))),
        "{eight:?}"
    );
    assert!(
        eight.iter().any(|one| matches!(one.kind, SlipKind::Among { days: 7 })),
        "12 to 18 July are seven days together: {eight:?}"
    );
    // Pulled on the day before, eight days too soon.
    let pulled = |found: &[SlipChoice]| {
        found.iter().find_map(|one| match one.kind {
            SlipKind::PullEarly { on, loses } => Some((on, loses)),
            _ => None,
        })
    };
    let (on, little) = pulled(&eight).expect("it can be pulled");
    assert_eq!(on, date(2027, 7, 11));
    // Six weeks: too long among each other, too old to be held, and pulling costs more.
    let weeks = late(&mut garden, date(2027, 8, 21));
    assert!(!weeks.iter().any(|one| matches!(one.kind, SlipKind::Among { .. } | SlipKind::Hold { .. })), "{weeks:?}");
    let (_, much) = pulled(&weeks).map_or((on, 100), |pulled| pulled);
    assert!(much > little, "eight days lose {little}, six weeks {much}");
    for one in &weeks {
        if let SlipKind::Instead { from, .. } | SlipKind::Later { from, .. } | SlipKind::Quicker { from, .. } = one.kind {
            assert_eq!(from, date(2027, 8, 22), "the day after the ground is free");
        }
    }
}

#[test]
fn where_only_part_is_taken_the_rest_is_planted_with_fewer() {
    let mut garden = garden();
    let onion = put(&mut garden, "onion", "bulb", FOUR, date(2027, 3, 20), date(2027, 7, 10));
    // Lettuce on the onions' ground and as much again beside it.
    let wide = Rect { x: 0, y: 0, w: 8, h: 4 };
    let lettuce = put(&mut garden, "lettuce", "leaf", wide, date(2027, 7, 12), date(2027, 10, 20));
    let timing = Timing { free_on: Some(date(2027, 8, 1)), ..Timing::default() };
    replan(&mut garden, vec![PatchChange::Timing { patch: onion, timing }], false).expect("it can be expected");
    let found = ways_out(known_on(&garden, TODAY), (onion, lettuce), &mut to_the_end).expect("both are there");
    let fewer = found.iter().find_map(|one| match one.kind {
        SlipKind::Fewer { rect, plants } => Some((rect, plants, one.changes.clone())),
        _ => None,
    });
    let (rect, plants, changes) = fewer.expect("half the ground is free");
    let before = season(&garden, date(2027, 7, 1)).beds[0]
        .lanes
        .iter()
        .flat_map(|lane| &lane.bars)
        .find(|bar| bar.patch == lettuce)
        .map(|bar| bar.plants);
    assert_eq!((rect, before), (Rect { x: 4, ..FOUR }, Some(plants * 2)));
    replan(&mut garden, changes, true).expect("it can be made");
    assert!(season(&garden, date(2027, 7, 1)).hand_offs.is_empty(), "they no longer share ground");
}
