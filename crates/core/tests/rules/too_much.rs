//! What is too much is refused, named with its limit, before it is laid out; and what hangs together is settled once.

use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::ask::answer::answer;
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out, plan};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::turns::TurnChange;
use sparrow_core::ground::sums::pattern;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::limits::{MOST_HALF_SQUARES, MOST_HOLES_IN_A_YEAR, MOST_HOSTS, MOST_IN_A_YEAR};
use sparrow_core::work::Work;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Placing};
use sparrow_facts::rect::Rect;
use sparrow_facts::school::School;
use sparrow_facts::units::Length;

const TODAY: Date = date(2026, 11, 23);

/// A garden of so many beds of so many feet.
fn garden(beds: u32, (long, wide): (i32, i32)) -> Garden {
    let demo = sparrow_demo::quillet_lane(TODAY).expect("the demo household stands on its own rules");
    let mut garden = Garden::new(demo.site.clone());
    let bed = |id: u32| Bed {
        id: BedId(id),
        name: format!("bed {id}"),
        kind: BedKind::Ground,
        length: Length::inches(12 * long),
        width: Length::inches(12 * wide),
        braces: Vec::new(),
        trellises: Vec::new(),
        ..demo.beds[0].clone()
    };
    garden.beds = (1..=beds).map(bed).collect();
    garden
}

fn patch(id: u32, bed: u32, rect: Rect, (from, until): (Date, Date), crop: &str) -> Patch {
    let way = &Catalogue::standard().crop(crop).expect("a crop").ways[0].key;
    Patch { id: PatchId(id), rect, ..pattern(BedId(bed), crop, way, from, until) }
}

fn refused(garden: &Garden, command: &Command) -> String {
    let grower = Grower::of(garden, Catalogue::standard());
    plan(Known::new(garden, Catalogue::standard(), &grower, TODAY), command).expect_err("it is too much").to_string()
}

fn placing(bed: u32, rect: Rect, (from, until): (Date, Date), crop: &str) -> Placing {
    let Patch { bed, rect, from, until, planted, timing, .. } = patch(1, bed, rect, (from, until), crop);
    Placing { bed, rect, from, until, line: None, timing, planted }
}

#[test]
fn totals_of_a_garden_are_named_with_their_limits() {
    let summer = (date(2027, 4, 1), date(2027, 9, 30));
    let all = |w: u16, h: u16| Rect { x: 0, y: 0, w, h };
    // Five beds of 50 × 20 ft are 4,000 half squares each.
    let mut full = garden(5, (50, 20));
    let more = Command::PlaceAll { gone: vec![], places: vec![placing(5, all(80, 24), summer, "carrot")] };
    for bed in 1..=4 {
        let one = Command::PlaceAll { gone: vec![], places: vec![placing(bed, all(80, 24), summer, "carrot")] };
        carry_out(&mut full, Catalogue::standard(), &one, TODAY).unwrap();
    }
    let said = refused(&full, &more);
    assert!(
        said.contains(&format!("holes in one growing year are more than one garden holds; {MOST_HOLES_IN_A_YEAR} is the most")),
        "{said}"
    );
    let draft = |long: &str| {
        serde_json::from_value::<Command>(serde_json::json!({ "do": "add-bed", "draft": {
            "name": "one more", "kind": { "kind": "ground" }, "length": long, "width": "4 ft", "depth": null, "outside": false, "x": null,
            "y": null, "turn": 0, "reach": { "far": true, "near": true, "left": true, "right": true }, "braces": [], "trellises": [] } }))
        .unwrap()
    };
    let said = refused(&full, &draft("4 ft"));
    assert!(
        said.contains(&format!("20064 half squares of beds are more than one garden holds; {MOST_HALF_SQUARES} is the most")),
        "{said}"
    );
    // What is there already may be changed as long as it does not grow.
    full.beds.push(Bed { id: BedId(6), name: "bed 6".into(), ..full.beds[0].clone() });
    carry_out(&mut full, Catalogue::standard(), &Command::RemovePatch { patch: PatchId(1) }, TODAY).unwrap();

    let mut many = garden(1, (50, 20));
    let one = |n: u32| patch(n + 1, 1, Rect { x: (n % 50) as u16 * 2, y: (n / 50) as u16 * 2, w: 2, h: 2 }, summer, "beet");
    many.patches = (0..MOST_IN_A_YEAR as u32).map(one).collect();
    let said = refused(
        &many,
        &Command::PlaceAll { gone: vec![], places: vec![placing(1, Rect { x: 0, y: 30, w: 2, h: 2 }, summer, "beet")] },
    );
    assert!(said.contains("501 patches in one growing year"), "{said}");

    let mut hosts = garden(1, (50, 20));
    hosts.patches =
        (0..=MOST_HOSTS as u32).map(|n| patch(n + 1, 1, Rect { x: 2 * n as u16, y: 0, w: 2, h: 2 }, summer, "tomato")).collect();
    let mut between = placing(1, Rect { x: 0, y: 0, w: 40, h: 2 }, summer, "radish");
    between.planted.between = true;
    let said = refused(&hosts, &Command::PlaceAll { gone: vec![], places: vec![between] });
    assert!(said.contains("17 plantings on ground that others are planted between"), "{said}");
}

#[test]
fn a_long_list_of_changes_is_refused_before_any_is_made() {
    let garden = garden(1, (8, 4));
    let turn = Command::Turn { changes: vec![TurnChange::Shade { bed: BedId(1), shady: true }; 10_000] };
    let replan = Command::Replan { changes: vec![PatchChange::Remove { patch: PatchId(1) }; 10_000], follow: true };
    for command in [turn, replan] {
        assert_eq!(refused(&garden, &command), "changes made as one: 10000 is outside 1 to 200");
    }
}

#[test]
fn what_follows_on_a_moved_planting_is_settled_once_however_many_ways_lead_to_it() {
    // Three beds' width of three patches that follow on each other crosswise: every way through them leads to every later one.
    let mut garden = garden(1, (50, 20));
    let crops = ["chive", "mint", "oregano"];
    let mut from = date(2027, 1, 4);
    let mut number = 0;
    for stage in 0..26 {
        for row in 0..3u16 {
            // Two patches a row and stage, of which each lies on ground of both before it.
            let x = if stage % 2 == 0 { 0 } else { 2 };
            for half in 0..2u16 {
                number += 1;
                let rect = Rect { x: x + 4 * half, y: 2 * row, w: 4, h: 2 };
                garden.patches.push(patch(number, 1, rect, (from, from.saturating_add(12.days())), crops[usize::from(row)]));
            }
        }
        from = from.saturating_add(13.days());
    }
    let grower = Grower::of(&garden, Catalogue::standard());
    let known = Known::new(&garden, Catalogue::standard(), &grower, TODAY);
    let first = &garden.patches[0];
    let later = PatchChange::Days {
        patch: first.id,
        from: first.from.saturating_add(5.days()),
        until: first.until.saturating_add(5.days()),
    };
    let work = Work::of(5_000_000);
    let edits = plan(known.within(&work), &Command::Replan { changes: vec![later], follow: true }).unwrap();
    assert!(!work.is_over(), "within what a request may take");
    assert!(edits.len() >= 40, "the premise: most of them move, {}", edits.len());
    let mut after = garden.clone();
    sparrow_facts::edit::apply(&mut after, &edits);
    for (n, one) in after.patches.iter().enumerate() {
        let shared = after.patches[n + 1..].iter().find(|other| other.rect.overlaps(one.rect) && other.meets(one));
        assert!(shared.is_none(), "{one:?} and {shared:?}");
    }
}

#[test]
fn a_question_stays_within_its_ranges_and_its_work() {
    let garden = garden(25, (20, 10));
    let grower = Grower::of(&garden, Catalogue::standard());
    let fits = |school: School| Question::Fits {
        bed: BedId(1),
        crop: "radish".into(),
        way: "root".into(),
        plants: 5000,
        school: Some(school),
        year: 2027,
        from: None,
    };
    let known = Known::new(&garden, Catalogue::standard(), &grower, TODAY);
    let said = answer(known, &fits(School::Close { percent: 1 })).unwrap_err().to_string();
    assert_eq!(said, "percent of the usual distance: 1 is outside 60 to 95");
    let work = Work::of(3_000_000);
    let _ = answer(known.within(&work), &fits(School::Scatter { seeds: 3 }));
    assert!(work.is_over(), "it stops where its work does");
    assert!(answer(known, &fits(School::SquareFoot)).is_ok());
}
