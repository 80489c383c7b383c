//! What names things in a garden: numbers that are given once, names that are alike, and what is kept about what is gone.

use crate::common::{TODAY, garden_with, known, patch_in};
use crate::measuring::{RAISED, draft};
use jiff::civil::date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out, plan};
use sparrow_core::change::draft::BedDraft;
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::tidy::tidy;
use sparrow_core::change::turns::TurnChange;
use sparrow_core::change::verify::verify;
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::reason::Weight;
use sparrow_facts::bed::Trellis;
use sparrow_facts::edit::{Fact, apply, inverse, numbers_given};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{NumbersGiven, PatchId};
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::WishDraft;
use sparrow_facts::units::{Length, Units};
use sparrow_facts::warning::{WarnedOf, WarningKey};

/// Peppers with maize south of them, and a bean apart.
fn shaded() -> Garden {
    let mut garden = garden_with(1, Units::Imperial);
    garden.patches.push(patch_in(&garden, "bean", "bush", Rect { x: 12, y: 0, w: 2, h: 2 }));
    garden.patches.push(patch_in(&garden, "pepper", "bush", Rect { x: 0, y: 0, w: 2, h: 2 }));
    garden.patches.push(patch_in(&garden, "maize", "block", Rect { x: 0, y: 2, w: 6, h: 6 }));
    garden
}

#[test]
fn a_warning_that_is_kept_goes_with_what_it_names_and_the_next_one_is_told() {
    let (mut garden, catalogue) = (shaded(), Catalogue::standard());
    let key = WarningKey::with(WarnedOf::Shade, PatchId(3));
    let found = reckon(known(&garden), date(2027, 7, 1)).findings;
    assert!(found.iter().any(|one| one.key == key && one.weight == Weight::Settle), "the premise: {found:?}");
    let keep = Command::KeepWarning { patch: PatchId(2), key: key.clone(), keep: true };
    carry_out(&mut garden, catalogue, &keep, TODAY).unwrap();
    let before = garden.clone();
    for remove in [
        Command::RemovePatch { patch: PatchId(3) },
        Command::Replan { changes: vec![PatchChange::Remove { patch: PatchId(3) }], follow: false },
    ] {
        let mut garden = before.clone();
        let edits = carry_out(&mut garden, catalogue, &remove, TODAY).unwrap();
        assert_eq!(garden.patch(PatchId(2)).unwrap().kept, vec![]);
        apply(&mut garden, &inverse(edits));
        assert_eq!(garden, before, "undo brings both back");
    }
    // Where the number was given before, a sunflower in the same place is another patch, and its shade is told.
    let given = NumbersGiven { patch: 3, ..NumbersGiven::default() };
    carry_out(&mut garden, catalogue, &Command::RemovePatch { patch: PatchId(3) }, TODAY).unwrap();
    let placing =
        Patch { planted: patch_in(&garden, "sunflower", "tall", before.patches[2].rect).planted, ..before.patches[2].clone() };
    let put = Command::Place {
        bed: placing.bed,
        crop: "sunflower".into(),
        way: None,
        rect: placing.rect,
        holes: None,
        from: Some(placing.from),
        until: Some(placing.until),
        year: 2027,
        between: false,
        needle: None,
    };
    let edits = plan(known(&garden).with_numbers(given), &put).unwrap();
    apply(&mut garden, &edits);
    assert_eq!(numbers_given(&edits).patch, 4);
    let found = reckon(known(&garden), date(2027, 7, 1)).findings;
    let shade = found.iter().find(|one| one.key.what() == Some(WarnedOf::Shade)).expect("it is told");
    assert!(!shade.kept && shade.other == Some(PatchId(4)));
}

#[test]
fn only_warnings_that_there_are_can_be_kept() {
    let mut garden = shaded();
    let keep = |key: &str| Command::KeepWarning { patch: PatchId(2), key: WarningKey(key.into()), keep: true };
    let refused = carry_out(&mut garden, Catalogue::standard(), &keep("shadow:3"), TODAY).unwrap_err();
    assert_eq!(refused, Refusal::Unknown { what: "warning", key: "shadow:3".into() });
    // What a file keeps about patches that are not there is let go: the next one of that number would be born with it.
    let here = WarningKey::with(WarnedOf::Shade, PatchId(3));
    garden.patches[1].kept = vec![here.clone(), WarningKey::with(WarnedOf::Shade, PatchId(7))];
    tidy(&mut garden);
    assert_eq!(garden.patches[1].kept, [here]);
    // As many as a command keeps come in by a file, and no more.
    garden.patches[0].kept = (1..=200).map(|n| WarningKey::with(WarnedOf::Shade, PatchId(n))).collect();
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
    garden.patches[0].kept.push(WarningKey::of(WarnedOf::Reach));
    let most = Refusal::TooManyThings { what: "kept warnings for one patch", most: 200 };
    assert_eq!(verify(&garden, Catalogue::standard()), Err(("patches[0]".into(), most)));
}

#[test]
fn numbers_that_were_given_are_not_given_again_whatever_is_gone() {
    let garden = garden_with(1, Units::Imperial);
    let given = NumbersGiven { bed: 7, patch: 9, wish: 5, variety: 4, own_crop: 3 };
    let known = known(&garden).with_numbers(given);
    let bed = draft(RAISED, "8 ft", "4 ft");
    let wish = WishDraft { ..sparrow_core::turns::held::usual_wish(known, "carrot", None).unwrap() };
    let wish = Command::Turn { changes: vec![TurnChange::Wish { wish: wish.clone() }, TurnChange::Wish { wish }] };
    let next = |command: &Command| numbers_given(&plan(known, command).unwrap());
    assert_eq!(next(&Command::AddBed { draft: bed }).bed, 8);
    assert_eq!(next(&wish).wish, 7, "the sixth and the seventh");
}

#[test]
fn names_that_read_the_same_are_the_same_name_everywhere() {
    let (mut garden, catalogue) = (garden_with(2, Units::Imperial), Catalogue::standard());
    garden.beds[0].name = "Äpfel".into();
    let rename = |name: &str| {
        let draft = BedDraft { name: name.into(), ..draft(RAISED, "8 ft", "4 ft") };
        Command::ChangeBed { bed: garden.beds[1].id, draft }
    };
    let refused = carry_out(&mut garden.clone(), catalogue, &rename("äpfel"), TODAY).unwrap_err();
    assert_eq!(refused, Refusal::NameTaken { name: "äpfel".into() });
    assert!(carry_out(&mut garden.clone(), catalogue, &rename("Apfel"), TODAY).is_ok());
    // A plan that is kept under its own name in capitals is that plan.
    let keep = |name: &str| Command::Turn { changes: vec![TurnChange::KeepPlan { name: name.into(), entries: vec![] }] };
    carry_out(&mut garden, catalogue, &keep("Été"), TODAY).unwrap();
    let refused = carry_out(&mut garden, catalogue, &keep("ÉTÉ"), TODAY).unwrap_err();
    assert!(matches!(refused, Refusal::NothingTo { .. }), "{refused:?}");
    assert_eq!(garden.turns.plans.len(), 1);
    // Gardens from when such names were taken for two are told apart, and come in.
    garden.beds[1].name = "äpfel".into();
    assert_eq!(verify(&garden, catalogue), Err(("beds[1]".into(), Refusal::NameTaken { name: "äpfel".into() })));
    tidy(&mut garden);
    assert_eq!(garden.beds.iter().map(|bed| bed.name.as_str()).collect::<Vec<_>>(), ["Äpfel", "äpfel 2"]);
    assert_eq!(verify(&garden, catalogue), Ok(()));
}

#[test]
fn refusals_say_what_to_give_and_tell_days_as_gardeners_do() {
    let mut garden = garden_with(1, Units::Imperial);
    let none = Command::AddBed { draft: draft(RAISED, "", "4 ft") };
    let said = |garden: &mut Garden, command: &Command| {
        carry_out(garden, Catalogue::standard(), command, TODAY).unwrap_err().to_string()
    };
    assert_eq!(said(&mut garden, &none), "please give the length");
    let wish =
        WishDraft { parts: Default::default(), ..sparrow_core::turns::held::usual_wish(known(&garden), "carrot", None).unwrap() };
    let never = Command::Turn { changes: vec![TurnChange::Wish { wish }] };
    assert_eq!(said(&mut garden, &never), "choose a part of the year: early, main or late");
    let cabbage = patch_in(&garden, "cabbage", "head", Rect { x: 0, y: 0, w: 4, h: 4 });
    apply(&mut garden, &[Fact::comes(cabbage.clone())]);
    let beside = patch_in(&garden, "carrot", "root", cabbage.rect);
    let changes = vec![PatchChange::Add {
        placing: Box::new(sparrow_facts::patch::Placing {
            bed: beside.bed,
            rect: beside.rect,
            from: beside.from,
            until: beside.until,
            planted: beside.planted,
            line: None,
            timing: beside.timing,
        }),
    }];
    let taken = said(&mut garden, &Command::Replan { changes, follow: false });
    assert!(taken.starts_with("cabbage stands there from 1 May 2027 to 1 September 2027;"), "{taken}");
}

#[test]
fn a_bed_has_as_many_trellises_as_a_file_may_have_and_a_command_puts_up_no_more() {
    let mut garden = crate::common::unplanted();
    let trellis = |n: i32| Trellis { from_far: Length::tenths_mm(n), start: Length::ZERO, end: Length::tenths_mm(254 + n) };
    garden.beds[0].trellises = (0..19).map(trellis).collect();
    let put = Command::Turn { changes: vec![TurnChange::Trellis { bed: garden.beds[0].id }] };
    crate::common::does(&mut garden, &put).expect("it is the twentieth");
    verify(&garden, Catalogue::standard()).expect("its file may be read again");
    garden.beds[0].trellises[19].end = garden.beds[0].length - Length::tenths_mm(1);
    let refused = crate::common::does(&mut garden, &put).unwrap_err();
    assert_eq!(refused, Refusal::TooManyThings { what: "trellises in one bed", most: 20 });
    garden.beds[0].trellises.push(trellis(30));
    assert_eq!(verify(&garden, Catalogue::standard()).unwrap_err(), ("beds[0]".to_string(), refused));
}
