//! The garden's file: out and in again the same, and refused by line or field when it is not one.

use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_facts::garden::Garden;
use sparrow_facts::rect::Rect;
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::units::Length;
use sparrow_formats::garden_file::{FileRefused, read, write};

fn quillet() -> Garden {
    quillet_lane(date(2026, 11, 23)).expect("the demo household stands on its own rules")
}

#[test]
fn both_households_come_back_as_they_were_to_the_letter() {
    for garden in [quillet(), tern_court(date(2026, 11, 23)).unwrap()] {
        let text = write(&garden);
        let back = read(&text, Catalogue::standard()).unwrap();
        assert_eq!(back, garden);
        assert_eq!(write(&back), text);
    }
}

proptest! {
    #[test]
    fn prop_any_change_survives_the_file(
        name in "[\\PC&&[^\u{0}]]{1,40}", note in "\\PC{0,60}", along in 100..30_000i32, x in 0..16u16, y in 0..7u16, holes in 1..4u16,
    ) {
        let mut garden = quillet();
        garden.spacings = vec![OwnSpacing {
            crop: "carrot".into(), way: "root".into(), along: Length::tenths_mm(along), across: Length::tenths_mm(along), note: note.trim().into(),
        }];
        prop_assume!(!name.trim().is_empty());
        prop_assume!(!name.chars().any(char::is_control) && !note.chars().any(char::is_control));
        garden.beds[0].name = name.trim().into();
        let place = Command::Place {
            bed: garden.beds[1].id, crop: "garlic".into(), way: None, rect: Rect { x, y, w: 2, h: 1 }, holes: Some(holes),
            from: Some(date(2027, 10, 25)), until: None, year: 2027, between: true,
        };
        let _ = carry_out(&mut garden, Catalogue::standard(), &place, date(2026, 11, 23));
        let back = read(&write(&garden), Catalogue::standard());
        prop_assert_eq!(back, Ok(garden));
    }

    #[test]
    fn prop_a_file_cut_short_or_scribbled_on_never_panics(cut in 0.0..1.0f64, scribble in "\\PC{0,5}") {
        let text = write(&quillet());
        let mut at = (text.len() as f64 * cut) as usize;
        while !text.is_char_boundary(at) { at -= 1; }
        prop_assert!(read(&text[..at], Catalogue::standard()).is_err());
        let _ = read(&format!("{}{scribble}{}", &text[..at], &text[at..]), Catalogue::standard());
    }
}

#[test]
fn what_is_wrong_with_a_file_is_told_by_line_or_field() {
    let good = write(&quillet());
    let line = |needle: &str| 1 + good[..good.find(needle).expect(needle)].matches('\n').count();
    let width = "\"width\": 9144";
    let cases = [
        ("not JSON", "hello".to_string(), "line 1, column 1: this is not a garden file".to_string()),
        ("a list", "[1, 2]".to_string(), "the field “format” says nothing of the kind".to_string()),
        ("someone else's file", "{\"format\": \"other\"}".to_string(), "the field “format” says “other”".to_string()),
        ("a version to come", good.replace("\"version\": 4", "\"version\": 5"), "the field “version” says 5".to_string()),
        (
            "a word for a number",
            good.replacen(width, "\"width\": \"wide\"", 1),
            format!("line {}, field “garden.beds[0].width”", line(width)),
        ),
        ("a field nobody knows", good.replacen("\"depth\":", "\"deepness\":", 1), "unknown field `deepness`".to_string()),
        (
            "a crop nobody knows",
            good.replacen("\"crop\": \"lettuce\"", "\"crop\": \"triffid\"", 1),
            "field “garden.patches[0]”: there is no crop “triffid”".to_string(),
        ),
        (
            "a patch outside its bed",
            good.replacen("\"x\": 8,\n          \"y\": 0", "\"x\": 800,\n          \"y\": 0", 1),
            "the patch reaches outside the bed".to_string(),
        ),
        (
            "a bed wider than any",
            good.replacen(width, "\"width\": 91440000", 1),
            "field “garden.beds[0]”: width: 30000 ft (9144 m) is outside".to_string(),
        ),
        ("a letter no database keeps", good.replacen("Gate bed", "Gate\\u0000bed", 1), "control letters".to_string()),
        (
            "a wish for no squares",
            good.replacen("\"squares\": 6", "\"squares\": 0", 1),
            "field “garden.turns.wishes[0]”: squares: 0 is outside 1 to 400".to_string(),
        ),
        ("two beds of one name", good.replacen("Pear bed", "Gate bed", 1), "there is already a bed called Gate bed".to_string()),
    ];
    for (name, text, expected) in cases {
        let refused: FileRefused = read(&text, Catalogue::standard()).expect_err(name);
        assert!(refused.to_string().contains(&expected), "{name}: {refused}");
    }
}

/// A file of version 1 had no schools, locks, rows, drip lines or groupings: it is the same garden without them.
#[test]
fn a_file_from_before_is_read_as_a_garden_by_the_square_foot_grid() {
    let garden = quillet_lane(date(2026, 11, 23)).unwrap();
    let mut file: serde_json::Value = serde_json::from_str(&write(&garden)).unwrap();
    file["version"] = 1.into();
    let facts = file["garden"].as_object_mut().unwrap();
    facts.retain(|field, _| !["school", "groupings", "turns"].contains(&field.as_str()));
    for bed in facts["beds"].as_array_mut().unwrap() {
        bed.as_object_mut().unwrap().retain(|field, _| field != "school" && field != "drips");
    }
    for patch in facts["patches"].as_array_mut().unwrap() {
        patch.as_object_mut().unwrap().retain(|field, _| !["school", "locked", "line"].contains(&field.as_str()));
    }
    let read = read(&file.to_string(), Catalogue::standard()).unwrap();
    let mut unlocked = garden;
    assert!(unlocked.patches.iter().any(|patch| patch.locked), "the premise: something was locked");
    unlocked.patches.iter_mut().for_each(|patch| patch.locked = false);
    assert!(!unlocked.turns.wishes.is_empty(), "the premise: something was wished for");
    unlocked.turns = sparrow_facts::turns::Turns::default();
    assert_eq!(read, unlocked);
}
