//! Schools of spacing: which holds, whom they suit, and what is true of them in a small bed.

use crate::common::{TODAY, garden_with, patch_in};
use crate::common::{known, known_on};
use jiff::civil::date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::ground::pattern::Pattern;
use sparrow_core::ground::planting::Planting;
use sparrow_core::reckon::day::{PatchReckoning, reckon};
use sparrow_core::rules::reason::Reason;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::{School, SchoolFor, Unsuited};
use sparrow_facts::units::{Length, Tape, Units};

const PATCH: SchoolFor = SchoolFor::Patch { patch: PatchId(1) };

fn with(crop: &str, way: &str, w: u16, h: u16) -> Garden {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    let patch = patch_in(&garden, crop, way, Rect { x: 0, y: 0, w, h });
    garden.patches.push(patch);
    garden
}

fn choose(garden: &mut Garden, over: SchoolFor, school: Option<School>) -> Result<(), Refusal> {
    carry_out(garden, Catalogue::standard(), &Command::SetSchool { over, school }, TODAY).map(drop)
}

fn laid(garden: &Garden) -> PatchReckoning {
    reckon(known_on(garden, TODAY), date(2027, 6, 1)).patches[0].clone()
}

fn compared(garden: &Garden) -> Vec<(School, u32, Option<Unsuited>)> {
    let planting = Planting::of(known(garden), &garden.patches[0]).expect("it is there");
    planting.compare().into_iter().map(|one| (one.school, one.plants, one.unsuited)).collect()
}

#[test]
fn a_patch_s_school_goes_before_its_bed_s_and_that_before_the_household_s() {
    let mut garden = with("beet", "root", 8, 8);
    assert_eq!(laid(&garden).sum.school, School::SquareFoot, "unless something else is said");
    choose(&mut garden, SchoolFor::Household, Some(School::Staggered)).unwrap();
    assert_eq!(laid(&garden).sum.school, School::Staggered);
    let bed = SchoolFor::Bed { bed: garden.beds[0].id };
    choose(&mut garden, bed, Some(School::Close { percent: 75 })).unwrap();
    assert_eq!(laid(&garden).sum.school, School::Close { percent: 75 });
    choose(&mut garden, PATCH, Some(School::Scatter { seeds: 4 })).unwrap();
    assert_eq!(laid(&garden).sum.school, School::Scatter { seeds: 4 });
    choose(&mut garden, PATCH, None).unwrap();
    choose(&mut garden, bed, None).unwrap();
    assert_eq!(laid(&garden).sum.school, School::Staggered);
}

/// Own worked example: nine to a square at 4 in, so 4 × 4 squares hold 144. Staggered: lines 3.464 in apart,
/// 1 + ⌊44/3.464⌋ = 13 lines of 12 and 11 = 150. Rows of 3 in, 12 in apart: 1 + ⌊45/12⌋ = 4 of 16 = 64.
/// Close at 80 %: 3.2 in, 15 × 15 = 225, which want 225/144 = 157 % of the feed, rounded up.
#[test]
fn the_schools_stand_side_by_side_with_their_counts() {
    let mut garden = with("beet", "root", 8, 8);
    let counts = compared(&garden);
    let plants = |school: School| counts.iter().find(|one| one.0 == school).unwrap().1;
    assert_eq!(plants(School::SquareFoot), 144);
    assert_eq!(plants(School::Staggered), 150);
    assert_eq!(plants(School::Rows { across: false, double: false }), 64);
    assert_eq!(plants(School::Close { percent: 80 }), 225);
    let strewn = plants(School::Scatter { seeds: 3 });
    assert!((60..=85).contains(&strewn), "three seeds a place leave about half of what the grid holds: {strewn}");
    choose(&mut garden, PATCH, Some(School::Close { percent: 80 })).unwrap();
    assert_eq!(laid(&garden).sum.feeding_percent, 157);
}

#[test]
fn in_a_small_bed_triangles_hold_fewer_than_squares() {
    // Own worked example, checked by hand in the tests of lattices: 4 × 4 ft at 12 in.
    let counts = compared(&with("pepper", "bush", 8, 8));
    assert_eq!((counts[0].1, counts[1].1), (16, 14));
}

#[test]
fn what_needs_air_climbs_or_is_planted_is_not_offered_what_does_not_suit_it() {
    let unsuited = |crop: &str, way: &str, school: School| {
        let counts = compared(&with(crop, way, 8, 8));
        counts.into_iter().find(|one| one.0 == school).unwrap().2
    };
    let (close, strewn) = (School::Close { percent: 80 }, School::Scatter { seeds: 3 });
    assert_eq!(unsuited("tomato", "bush", close), Some(Unsuited::NeedsAir));
    assert_eq!(unsuited("pea", "climbing", School::Staggered), Some(Unsuited::Climbs));
    assert_eq!(unsuited("leek", "stem", strewn), Some(Unsuited::Planted));
    assert_eq!(unsuited("carrot", "root", strewn), None);
    let mut garden = with("tomato", "bush", 8, 8);
    let refusal = choose(&mut garden, PATCH, Some(close)).unwrap_err();
    assert_eq!(refusal.to_string(), "tomato wants air about its leaves, so it is never planted close");
    // A school of the household's passes it by.
    choose(&mut garden, SchoolFor::Household, Some(close)).unwrap();
    assert_eq!(laid(&garden).sum.school, School::SquareFoot);
}

#[test]
fn figures_out_of_range_are_refused() {
    let mut garden = with("carrot", "root", 4, 4);
    for (school, said) in [
        (School::Close { percent: 59 }, "percent of the usual distance: 59 is outside 60 to 95"),
        (School::Close { percent: 96 }, "percent of the usual distance: 96 is outside 60 to 95"),
        (School::Scatter { seeds: 1 }, "seeds strewn for each plant: 1 is outside 2 to 9"),
    ] {
        for over in [PATCH, SchoolFor::Household, SchoolFor::Bed { bed: garden.beds[0].id }] {
            assert_eq!(choose(&mut garden, over, Some(school)).unwrap_err().to_string(), said);
        }
    }
}

#[test]
fn a_household_s_own_distance_holds_in_every_school() {
    let mut garden = with("carrot", "root", 8, 8);
    let six = Tape(Length::inches(6));
    let own = Command::SetSpacing { crop: "carrot".into(), way: "root".into(), distance: Some((six, six)), note: String::new() };
    carry_out(&mut garden, Catalogue::standard(), &own, TODAY).unwrap();
    for school in School::OFFERED {
        let planting = Planting::of(known(&garden), &garden.patches[0]).unwrap();
        let along = planting.distance(school).along;
        let percent = if let School::Close { percent } = school { u32::from(percent) } else { 100 };
        assert_eq!(along, Length::inches(6).times(percent).over(100), "{school:?}");
    }
}

/// Own worked example: broad beans in double rows across 4 ft: lines 6 in apart in pairs, 24 in between
/// pairs; 48 in hold lines at 3, 9, 33 and 39 in: four lines. Of 96 in, a line of 16 and one of 15 in turn.
#[test]
fn a_double_row_is_two_lines_whose_plants_face_gaps() {
    let mut garden = with("broad-bean", "row", 16, 8);
    choose(&mut garden, PATCH, Some(School::Rows { across: false, double: true })).unwrap();
    let reckoned = laid(&garden);
    assert_eq!(reckoned.sum.pattern, Pattern::Rows { lines: 4, each: 16, short: 15, across: false, double: true });
    assert_eq!(reckoned.sum.plants, 62);
    let (first, second) = (reckoned.holes[0], reckoned.holes[16]);
    assert_eq!((second.x - first.x, second.y - first.y), (Length::inches(3), Length::inches(6)));
}

#[test]
fn planted_close_an_unlike_neighbour_is_told_of() {
    let mut garden = with("lettuce", "leaf", 4, 4);
    let other = patch_in(&garden, "tomato", "staked", Rect { x: 4, y: 0, w: 4, h: 4 });
    garden.patches.push(other);
    let told = |garden: &Garden| {
        let findings = reckon(known_on(garden, TODAY), date(2027, 6, 1)).findings;
        findings.iter().any(|f| matches!(f.reason, Reason::UnlikeNeighbour { other: PatchId(2) }))
    };
    assert!(!told(&garden));
    choose(&mut garden, PATCH, Some(School::Close { percent: 80 })).unwrap();
    assert!(told(&garden));
}
