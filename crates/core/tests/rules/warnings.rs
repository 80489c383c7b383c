//! What is warned of, why, and which ways out are offered.

use crate::common::known_on;
use crate::common::{TODAY, garden_with, patch_in};
use jiff::civil::date;
use sparrow_core::catalogue::{Bulk, Catalogue, Kind};
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::verify::verify;
use sparrow_core::ground::yard;
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::findings::{Finding, weight};
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_facts::edit::apply;
use sparrow_facts::garden::Garden;
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::ids::{BedId, PastId, PatchId};
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Tape, Units};

const LEFT: Rect = Rect { x: 0, y: 0, w: 4, h: 4 };

fn with(patches: &[(&str, &str, Rect)]) -> Garden {
    let mut garden = garden_with(3, Units::Imperial);
    for (crop, way, rect) in patches {
        let patch = patch_in(&garden, crop, way, *rect);
        garden.patches.push(patch);
    }
    garden
}

fn remember(garden: &mut Garden, section: Option<u8>, year: i16, stood: Stood) {
    let id = PastId(garden.past.len() as u32 + 1);
    garden.past.push(PastStand { id, bed: BedId(1), section, year, stood });
}

fn findings(garden: &Garden) -> Vec<Finding> {
    reckon(known_on(garden, TODAY), date(2027, 6, 1)).findings
}

fn too_soon(garden: &Garden) -> Vec<(i16, u8, Option<BedId>)> {
    let reason = |finding: Finding| match finding.reason {
        Reason::TooSoon { stand, interval, free_bed, .. } => Some((stand.year, interval, free_bed)),
        _ => None,
    };
    findings(garden).into_iter().filter_map(reason).collect()
}

#[test]
fn a_family_is_too_soon_until_its_interval_is_over() {
    let interval = i16::from(Catalogue::standard().family("nightshade").unwrap().interval);
    for ago in 1..=6 {
        let mut garden = with(&[("tomato", "staked", LEFT)]);
        remember(&mut garden, None, 2027 - ago, Stood::Crop("potato".into()));
        let expected = if ago < interval { vec![(2027 - ago, interval as u8, Some(BedId(2)))] } else { Vec::new() };
        assert_eq!(too_soon(&garden), expected, "{ago} years ago");
    }
}

#[test]
fn a_remembered_family_counts_as_its_crops_do_and_the_other_section_does_not() {
    let mut garden = with(&[("radish", "root", LEFT)]);
    remember(&mut garden, Some(1), 2026, Stood::Family("cabbage".into()));
    assert_eq!(too_soon(&garden), Vec::new(), "it stood in the right section, the patch lies in the left");
    remember(&mut garden, Some(0), 2025, Stood::Family("cabbage".into()));
    assert_eq!(too_soon(&garden), vec![(2025, 4, Some(BedId(2)))]);
    // A patch across the brace lies in both.
    garden.patches[0].rect = Rect { x: 6, y: 0, w: 4, h: 2 };
    assert_eq!(too_soon(&garden), vec![(2026, 4, Some(BedId(2)))], "the latest stand is named");
}

#[test]
fn a_memory_told_by_hand_goes_back_as_far_as_one_from_a_file() {
    for (year, is_taken) in [(1900, true), (1899, false), (i16::MIN, false)] {
        let mut garden = garden_with(1, Units::Imperial);
        let told = Command::Remember { bed: BedId(1), section: None, year, stood: Stood::Crop("kale".into()) };
        assert_eq!(carry_out(&mut garden, Catalogue::standard(), &told, TODAY).is_ok(), is_taken, "{year} by hand");
        let mut garden = garden_with(1, Units::Imperial);
        remember(&mut garden, None, year, Stood::Crop("kale".into()));
        assert_eq!(verify(&garden, Catalogue::standard()).is_ok(), is_taken, "{year} from a file");
    }
}

#[test]
fn plantings_of_earlier_years_are_history_by_themselves() {
    let mut garden = with(&[("kale", "leaf", LEFT), ("rocket", "leaf", LEFT)]);
    (garden.patches[0].from, garden.patches[0].until) = (date(2026, 4, 1), date(2026, 9, 1));
    assert_eq!(too_soon(&garden), vec![(2026, 4, Some(BedId(2)))]);
}

#[test]
fn the_nearest_free_bed_is_the_nearest_that_is_free() {
    let mut garden = with(&[("tomato", "staked", LEFT)]);
    remember(&mut garden, None, 2026, Stood::Crop("tomato".into()));
    garden.past.push(PastStand { bed: BedId(2), id: PastId(9), ..garden.past[0].clone() });
    assert_eq!(too_soon(&garden), vec![(2026, 4, Some(BedId(3)))]);
    let way_out = findings(&garden).into_iter().find(|f| f.weight == Weight::Settle).unwrap().way_out.unwrap();
    assert_eq!(way_out.bed, BedId(3));
}

#[test]
fn perennials_that_stay_are_not_rotated_but_tomatoes_are() {
    let mut garden = with(&[("rhubarb", "clump", Rect { x: 0, y: 0, w: 6, h: 6 })]);
    remember(&mut garden, None, 2026, Stood::Crop("rhubarb".into()));
    assert_eq!(too_soon(&garden), Vec::new());
    let mut garden = with(&[("tomato", "staked", LEFT)]);
    remember(&mut garden, None, 2026, Stood::Crop("tomato".into()));
    assert_eq!(too_soon(&garden), vec![(2026, 4, Some(BedId(2)))]);
}

#[test]
fn a_clash_reaches_as_far_as_it_is_said_to_and_no_further() {
    let beside = Rect { x: 4, y: 0, w: 4, h: 4 };
    let clashes = |garden: &Garden| findings(garden).iter().filter(|f| f.weight == Weight::Settle).count();
    // Mint takes the room of tomatoes it touches; a half square between them is enough.
    let mut garden = with(&[("tomato", "staked", LEFT), ("mint", "clump", beside)]);
    assert_eq!(clashes(&garden), 1);
    garden.patches[1].rect.x += 1;
    assert_eq!(clashes(&garden), 0);
    // Blight goes from potatoes to tomatoes anywhere in one bed, and a different bed is a way out.
    let mut garden = with(&[("tomato", "staked", LEFT), ("potato", "main", Rect { x: 14, y: 6, w: 2, h: 2 })]);
    assert_eq!(clashes(&garden), 1);
    garden.patches[1].bed = BedId(2);
    assert_eq!(clashes(&garden), 0);
    // Not when one is gone before the other comes.
    garden.patches[1].bed = BedId(1);
    (garden.patches[1].from, garden.patches[1].until) = (date(2027, 9, 2), date(2027, 11, 1));
    assert_eq!(clashes(&garden), 0);
}

#[test]
fn the_way_out_of_a_clash_is_ground_without_it() {
    let mut garden = with(&[("tomato", "staked", LEFT), ("mint", "clump", Rect { x: 4, y: 0, w: 4, h: 4 })]);
    let finding = findings(&garden).into_iter().find(|f| f.weight == Weight::Settle).unwrap();
    assert_eq!((finding.patch, finding.number), (PatchId(2), Some(1)), "the later one is the one to move");
    let room = finding.way_out.unwrap();
    let moved = Command::MovePatch { patch: finding.patch, bed: room.bed, rect: room.rect };
    carry_out(&mut garden, Catalogue::standard(), &moved, TODAY).unwrap();
    assert!(findings(&garden).iter().all(|f| f.weight != Weight::Settle));
}

#[test]
fn where_traditions_contradict_each_other_both_are_told() {
    let garden = with(&[("onion", "bulb", LEFT), ("bean", "bush", Rect { x: 4, y: 0, w: 2, h: 2 })]);
    let told: Vec<(Weight, bool)> = findings(&garden)
        .into_iter()
        .filter_map(|f| match f.reason {
            Reason::Company { contradicted, .. } => Some((f.weight, contradicted)),
            _ => None,
        })
        .collect();
    assert!(told.contains(&(Weight::Note, true)) && told.contains(&(Weight::Good, true)), "{told:?}");
}

/// By grade and kind: what trials found, what can be seen and what shares a disease is to be settled; custom alone is to be known.
#[test]
fn clashes_that_are_only_custom_or_disputed_are_notes() {
    let of = |who: &str, whom: &str, kind: Kind| {
        let relations = &Catalogue::standard().relations;
        let found = relations.iter().find(|one| one.who == who && one.whom == whom && one.kind == kind);
        weight(found.unwrap_or_else(|| panic!("{who} {whom}")))
    };
    assert_eq!(of("fennel", "bean", Kind::Clashes), Weight::Note);
    assert_eq!(of("sunflower", "potato", Kind::Clashes), Weight::Note);
    assert_eq!(of("cabbage", "pepper", Kind::Clashes), Weight::Note);
    assert_eq!(of("marigold", "bean", Kind::Clashes), Weight::Settle);
    assert_eq!(of("potato", "tomato", Kind::Clashes), Weight::Settle);
    assert_eq!(of("mint", "tomato", Kind::Competes), Weight::Settle);
    assert_eq!(of("basil", "tomato", Kind::Hides), Weight::Good);
    // What is true of hungry heads is not said of every plant of their family.
    for (quiet, whom) in [("alyssum", "tomato"), ("radish", "pepper"), ("cress", "strawberry"), ("rocket", "pepper")] {
        let garden = with(&[(whom, Catalogue::standard().crop(whom).unwrap().ways[0].key.as_str(), LEFT)]);
        let mut other =
            patch_in(&garden, quiet, &Catalogue::standard().crop(quiet).unwrap().ways[0].key, Rect { x: 4, y: 0, w: 2, h: 2 });
        other.id = PatchId(7);
        let garden = Garden { patches: garden.patches.iter().cloned().chain([other]).collect(), ..garden };
        let company = |f: &Finding| matches!(f.reason, Reason::Company { .. }) && f.weight != Weight::Good;
        assert!(!findings(&garden).iter().any(company), "{quiet} beside {whom}");
    }
}

#[test]
fn strawberries_wait_after_themselves_and_after_nightshades_and_flowers_after_nothing() {
    let after = |crop: &str, way: &str, stood: &str, ago: i16| {
        let mut garden = with(&[(crop, way, LEFT)]);
        remember(&mut garden, None, 2027 - ago, Stood::Crop(stood.into()));
        !too_soon(&garden).is_empty()
    };
    for (stood, ago, waits) in
        [("strawberry", 1, true), ("strawberry", 4, false), ("potato", 2, true), ("tomato", 3, true), ("pea", 1, false)]
    {
        assert_eq!(after("strawberry", "matted", stood, ago), waits, "strawberries {ago} years after {stood}");
    }
    for (crop, way, stood) in [
        ("cabbage", "head", "alyssum"),
        ("alyssum", "flower", "cabbage"),
        ("marigold", "flower", "lettuce"),
        ("lettuce", "head", "marigold"),
        ("pea", "climbing", "crimson-clover"),
        ("maize", "block", "rye"),
    ] {
        assert!(!after(crop, way, stood, 1), "{crop} after {stood}");
    }
    // Covers count where the household says so.
    let mut peas = with(&[("pea", "climbing", LEFT)]);
    remember(&mut peas, None, 2026, Stood::Crop("crimson-clover".into()));
    peas.turns.covers_count = true;
    assert_eq!(too_soon(&peas).len(), 1);
    // The free bed that is named is free of nightshades too.
    let mut berries = with(&[("strawberry", "matted", LEFT)]);
    remember(&mut berries, None, 2026, Stood::Crop("strawberry".into()));
    berries.past.push(PastStand { bed: BedId(2), id: PastId(9), section: None, year: 2026, stood: Stood::Crop("potato".into()) });
    assert_eq!(too_soon(&berries)[0].2, Some(BedId(3)));
    // A light one waits half as long, and nothing waits for it.
    assert!(after("cress", "cut", "cabbage", 1) && !after("cress", "cut", "cabbage", 2) && !after("cabbage", "head", "cress", 1));
}

#[test]
fn a_kept_warning_is_no_longer_numbered_and_can_be_warned_of_again() {
    let mut garden = with(&[("tomato", "staked", LEFT), ("mint", "clump", Rect { x: 4, y: 0, w: 4, h: 4 })]);
    let finding = findings(&garden).into_iter().find(|f| f.weight == Weight::Settle).unwrap();
    let mut keep = |keep| {
        let command = Command::KeepWarning { patch: finding.patch, key: finding.key.clone(), keep };
        carry_out(&mut garden, Catalogue::standard(), &command, TODAY).unwrap();
        let again = findings(&garden).into_iter().find(|f| f.key == finding.key).unwrap();
        (again.kept, again.number)
    };
    assert_eq!(keep(true), (true, None));
    assert_eq!(keep(false), (false, Some(1)));
}

fn with_holes(patch: &Patch, holes: u16) -> Command {
    Command::ChangePatch {
        patch: patch.id,
        way: patch.planted.way.clone(),
        holes: Some(holes),
        from: patch.from,
        until: patch.until,
        between: false,
    }
}

/// By hand: sweet potatoes at 12 in on 3 × 6 squares are 18; 46 slips on the same ground stand at about 12 × √(18/46) = 7.5 in,
/// less what whole rows take: 36 in hold 5 rows at 7.2 in, and 72 in 10 columns, which are 50 holes.
#[test]
fn more_than_fit_are_written_down_as_planted_with_the_distance_that_is_left() {
    let mut garden = with(&[("sweet-potato", "climbing", Rect { x: 0, y: 0, w: 12, h: 6 })]);
    garden.beds[0].braces.clear();
    let patch = garden.patches[0].clone();
    carry_out(&mut garden, Catalogue::standard(), &with_holes(&patch, 46), TODAY).unwrap();
    let found = reckon(known_on(&garden, TODAY), patch.from);
    let (sum, holes) = (&found.patches[0].sum, &found.patches[0].holes);
    assert_eq!((sum.fits, sum.plants, holes.len()), (18, 46, 46));
    let stand = sum.crowded.expect("they are crowded").along;
    assert!((Length::inches(7)..=Length::tenths_mm(72 * 254 / 10)).contains(&stand), "{stand:?}");
    let dense = found.findings.iter().find(|one| one.key.0 == "dense").expect("it is told");
    assert_eq!((dense.weight, dense.way_out), (Weight::Settle, None));
    let Reason::TooDense { fits: 18, holes: 46, ground: 4600, bulk: Bulk::Root, .. } = dense.reason else { panic!("{dense:?}") };
    // What was planted stays when the patch is made larger, and the warning goes when there is room.
    let patch = garden.patches[0].clone();
    let larger = Command::MovePatch { patch: patch.id, bed: patch.bed, rect: Rect { x: 0, y: 0, w: 14, h: 8 } };
    carry_out(&mut garden, Catalogue::standard(), &larger, TODAY).unwrap();
    assert_eq!(reckon(known_on(&garden, TODAY), patch.from).patches[0].sum.plants, 46);
}

#[test]
fn more_than_a_hand_could_plant_are_refused_with_the_patch_that_would_hold_them() {
    let mut garden = with(&[("kale", "leaf", Rect { x: 0, y: 0, w: 6, h: 6 })]);
    let patch = garden.patches[0].clone();
    let refusal = carry_out(&mut garden, Catalogue::standard(), &with_holes(&patch, 9_999), TODAY).unwrap_err();
    assert!(matches!(refusal, Refusal::TooMany { asked: 9_999, fits: 4, needs: None, .. }), "{refusal}");
    let refusal = carry_out(&mut garden, Catalogue::standard(), &with_holes(&patch, 60_000), TODAY).unwrap_err();
    assert!(matches!(refusal, Refusal::TooManyHoles { holes: 60_000, .. }), "{refusal}");
    let refusal = carry_out(&mut garden, Catalogue::standard(), &with_holes(&patch, 0), TODAY).unwrap_err();
    assert_eq!(refusal.to_string(), "number of holes: 0 is outside 1 to 10000");
}

/// Bush beans until 1 September leave their squares to spinach sown in September, whose usual days are in spring.
#[test]
fn a_second_crop_goes_in_on_the_needle_s_day_where_its_usual_ones_are_taken() {
    let mut garden = with(&[("bean", "bush", Rect { x: 0, y: 0, w: 8, h: 8 })]);
    (garden.patches[0].from, garden.patches[0].until) = (date(2027, 3, 1), date(2027, 9, 1));
    let place = |needle, from| Command::Place {
        bed: BedId(1),
        crop: "spinach".into(),
        way: None,
        rect: LEFT,
        holes: None,
        from,
        until: None,
        year: 2027,
        between: false,
        needle,
    };
    let planned = |needle, from| {
        let mut garden = garden.clone();
        carry_out(&mut garden, Catalogue::standard(), &place(needle, from), TODAY).map(|_| garden.patches[1].from)
    };
    assert!(matches!(planned(None, None), Err(Refusal::GroundTaken { .. })));
    assert!(matches!(planned(Some(date(2027, 7, 1)), None), Err(Refusal::GroundTaken { .. })), "taken on that day too");
    assert_eq!(planned(Some(date(2027, 9, 5)), None), Ok(date(2027, 9, 5)));
    assert_eq!(planned(Some(date(2027, 9, 5)), Some(date(2027, 9, 12))), Ok(date(2027, 9, 12)), "its own day comes first");
    // Where the ground is free on the usual days, they hold.
    garden.patches.clear();
    let mut free = garden.clone();
    carry_out(&mut free, Catalogue::standard(), &place(Some(date(2027, 9, 5)), None), TODAY).unwrap();
    assert!(free.patches[0].from < date(2027, 6, 1), "{}", free.patches[0].from);
}

#[test]
fn ground_is_shared_only_when_one_is_planted_between_the_other() {
    let mut garden = with(&[("carrot", "root", LEFT)]);
    let place = |crop: &str, between| Command::Place {
        bed: BedId(1),
        crop: crop.into(),
        way: None,
        rect: Rect { x: 2, y: 2, w: 4, h: 2 },
        holes: None,
        from: Some(date(2027, 4, 1)),
        until: Some(date(2027, 6, 1)),
        year: 2027,
        between,
        needle: None,
    };
    let catalogue = Catalogue::standard();
    let refusal = carry_out(&mut garden, catalogue, &place("radish", false), TODAY).unwrap_err();
    assert_eq!(
        refusal.to_string(),
        "carrot stands there from 1 May 2027 to 1 September 2027; take other ground or other dates, or plant one between the other"
    );
    let refusal = carry_out(&mut garden, catalogue, &place("carrot", true), TODAY).unwrap_err();
    assert!(matches!(refusal, Refusal::SameCropTwice { .. }), "{refusal}");
    let edits = carry_out(&mut garden, catalogue, &place("radish", true), TODAY).unwrap();
    apply(&mut garden, &sparrow_facts::edit::inverse(edits));
    assert_eq!(garden.patches.len(), 1);
}

#[test]
fn a_household_s_own_distance_overrules_the_table() {
    let mut garden = with(&[("carrot", "root", Rect { x: 0, y: 0, w: 2, h: 2 })]);
    let own = |distance| Command::SetSpacing { crop: "carrot".into(), way: "root".into(), distance, note: "fatter".into() };
    let six = Tape(Length::inches(6));
    let plants = |garden: &Garden| reckon(known_on(garden, TODAY), date(2027, 6, 1)).patches[0].sum.plants;
    assert_eq!(plants(&garden), 16);
    carry_out(&mut garden, Catalogue::standard(), &own(Some((six, six))), TODAY).unwrap();
    assert_eq!(plants(&garden), 4);
    carry_out(&mut garden, Catalogue::standard(), &own(None), TODAY).unwrap();
    assert_eq!(plants(&garden), 16);
}

#[test]
fn a_bed_is_not_shrunk_under_what_stands_in_it() {
    let mut garden = with(&[("carrot", "root", Rect { x: 12, y: 0, w: 4, h: 2 })]);
    let draft = sparrow_core::change::draft::BedDraft {
        name: "bed 1".into(),
        kind: sparrow_core::change::draft::KindDraft::Ground,
        length: Some(Tape(Length::inches(80))),
        width: Some(Tape(Length::inches(48))),
        depth: None,
        outside: false,
        x: None,
        y: None,
        turn: 0,
        reach: sparrow_facts::bed::Reach::ALL,
        braces: vec![],
        trellises: vec![],
        drips: vec![],
        margin: None,
        shape: Default::default(),
    };
    let change = Command::ChangeBed { bed: BedId(1), draft };
    let refusal = carry_out(&mut garden, Catalogue::standard(), &change, TODAY).unwrap_err();
    assert_eq!(refusal, Refusal::PatchesInTheWay { patches: vec!["carrot".into()] });
}

#[test]
fn paths_are_as_wide_as_the_ground_between_the_boards() {
    // Own worked example: beds 8 × 4 ft stand with their middles 100 in apart, so 4 in are left.
    let mut garden = garden_with(2, Units::Imperial);
    let path = &yard::paths(&garden)[0];
    assert_eq!((path.width, path.narrow, path.overlap), (Length::inches(4), true, false));
    garden.beds[1].x = garden.beds[0].x + Length::inches(90);
    assert!(yard::paths(&garden)[0].overlap);
    // Turned by 90°, the second bed is 4 ft wide there: 100 - 48 - 24 = 28 in.
    garden.beds[1].x = garden.beds[0].x + Length::inches(100);
    garden.beds[1].turn = 90;
    let path = &yard::paths(&garden)[0];
    assert_eq!((path.width, path.narrow), (Length::inches(28), false));
}

#[test]
fn a_garden_with_nothing_in_it_is_reckoned() {
    let garden = garden_with(0, Units::Metric);
    let reckoning = reckon(known_on(&garden, TODAY), date(2027, 6, 1));
    assert!(reckoning.beds.is_empty() && reckoning.findings.is_empty() && reckoning.paths.is_empty());
}

#[test]
fn free_ground_is_what_neither_patches_nor_braces_cover() {
    // Own worked example: 4 × 8 squares with one brace of 38.1 mm across 48 in, 381 × 12192 tenths
    // of a millimetre, is 0.5 of a square; a patch of 2 × 2 squares takes four more.
    let free = |garden: &Garden| reckon(known_on(garden, TODAY), date(2027, 6, 1)).beds[0].free_centisquares;
    let bare = with(&[]);
    assert_eq!(free(&bare), 3150);
    let open = reckon(known_on(&bare, TODAY), date(2027, 6, 1)).beds[0].fit.open_centisquares;
    assert_eq!(free(&bare), open);
    assert_eq!(free(&with(&[("tomato", "caged", LEFT)])), 2750);
}

#[test]
fn a_patch_too_fine_to_draw_is_refused_and_years_out_of_mind_do_no_harm() {
    let mut garden = garden_with(1, Units::Imperial);
    (garden.beds[0].length, garden.beds[0].width) = (Length::inches(1200), Length::inches(1200));
    let place = |crop: &str, side, year| Command::Place {
        bed: BedId(1),
        crop: crop.into(),
        way: None,
        rect: Rect { x: 0, y: 0, w: side, h: side },
        holes: None,
        from: None,
        until: None,
        year,
        between: false,
        needle: None,
    };
    let catalogue = Catalogue::standard();
    let refusal = carry_out(&mut garden, catalogue, &place("radish", 200, 2027), TODAY).unwrap_err();
    assert!(refusal.to_string().starts_with("160000 holes of radish in one patch"), "{refusal}");
    carry_out(&mut garden, catalogue, &place("radish", 20, 2027), TODAY).unwrap();
    let finest = Some((Tape(Length::cm(1)), Tape(Length::cm(1))));
    let own = Command::SetSpacing { crop: "radish".into(), way: "root".into(), distance: finest, note: String::new() };
    let refusal = carry_out(&mut garden, catalogue, &own, TODAY).unwrap_err();
    assert!(matches!(refusal, Refusal::TooManyHoles { holes: 92_416, .. }), "{refusal}");
    for year in [i16::MIN, -1, 0, 9999, i16::MAX] {
        for latitude in [4490, -4490] {
            garden.site.latitude = sparrow_facts::site::Latitude(latitude);
            let refusal = carry_out(&mut garden, catalogue, &place("kale", 4, year), TODAY).unwrap_err();
            assert!(refusal.to_string().contains("is outside 1900 to 2200"), "{year}: {refusal}");
        }
    }
    for needle in [jiff::civil::Date::MIN, jiff::civil::Date::MAX] {
        assert!(reckon(known_on(&garden, TODAY), needle).patches.is_empty());
    }
}
