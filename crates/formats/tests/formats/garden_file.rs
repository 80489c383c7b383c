//! The garden's file: out and in again the same, and refused by line or field when it is not one.

use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::draft::text;
use sparrow_core::change::tidy::tidy;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_facts::almanac::Almanac;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::VarietyId;
use sparrow_facts::patch::Planted;
use sparrow_facts::rect::Rect;
use sparrow_facts::school::School;
use sparrow_facts::shape::Shape;
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::timing::Timing;
use sparrow_facts::turns::Turns;
use sparrow_facts::units::Length;
use sparrow_formats::garden_file::{FileRefused, read, schema, write};

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
        prop_assume!(text("name", &name, 40).is_ok());
        garden.beds[0].name = name.trim().into();
        let place = Command::Place {
            bed: garden.beds[1].id, crop: "garlic".into(), way: None, rect: Rect { x, y, w: 2, h: 1 }, holes: Some(holes),
            from: Some(date(2027, 10, 25)), until: None, year: 2027, between: true, needle: None };
        let _ = carry_out(&mut garden, Catalogue::standard(), &place, date(2026, 11, 23));
        let back = read(&write(&garden), Catalogue::standard());
        // Names come back in the form in which they are kept.
        tidy(&mut garden);
        prop_assert_eq!(&back, &Ok(garden.clone()));
        prop_assert_eq!(read(&write(&garden), Catalogue::standard()), Ok(garden));
    }

    #[test]
    fn prop_a_file_cut_short_or_scribbled_on_never_panics(cut in 0.0..1.0f64, scribble in "\\PC{0,5}") {
        let text = write(&quillet());
        // Without the last line end it is whole.
        let mut at = (text.trim_end().len() as f64 * cut) as usize;
        while !text.is_char_boundary(at) { at -= 1; }
        prop_assert!(read(&text[..at], Catalogue::standard()).is_err());
        let _ = read(&format!("{}{scribble}{}", &text[..at], &text[at..]), Catalogue::standard());
    }
}

#[test]
fn letters_nobody_sees_are_left_out_of_names_as_they_are_read() {
    let odd = write(&quillet()).replacen("Gate bed", "Gate\\u0000 b\u{200b}e\u{301}d\u{202e}", 1);
    assert_eq!(read(&odd, Catalogue::standard()).unwrap().beds[0].name, "Gate b\u{e9}d");
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
        ("a version to come", good.replace("\"version\": 11", "\"version\": 12"), "the field “version” says 12".to_string()),
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

/// One file of each version, kept as it is for good: what each is read as is the latest, less what it did not know yet.
#[test]
fn a_file_of_each_version_is_read_as_the_same_garden_less_what_it_did_not_know() {
    let files = [
        include_str!("../data/garden-v1.json"),
        include_str!("../data/garden-v2.json"),
        include_str!("../data/garden-v3.json"),
        include_str!("../data/garden-v4.json"),
        include_str!("../data/garden-v5.json"),
        include_str!("../data/garden-v6.json"),
        include_str!("../data/garden-v7.json"),
        include_str!("../data/garden-v8.json"),
        include_str!("../data/garden-v9.json"),
        include_str!("../data/garden-v10.json"),
        include_str!("../data/garden-v11.json"),
    ];
    let [v1, v2, v3, v4, v5, v6, v7, v8, v9, v10, v11] =
        files.map(|text| read(text, Catalogue::standard()).expect("it is one of ours"));
    assert_eq!(v5.site.zone.as_deref(), Some("Pacific/Auckland"));
    assert_eq!(v5.patches[1].planted, Planted { between: true, ..Planted::usual("radish", "root") });
    assert!(v5.patches[0].timing != Timing::default() && v5.almanac != Almanac::default() && v5.turns != Turns::default());

    let mut known = v11;
    assert_eq!(known.turns.wishes.pop().map(|one| one.wish.variety), Some(Some(VarietyId(1))), "the premise");
    assert_eq!(v10, known);
    assert!(known.lots.len() == 2 && known.lots[0].variety.is_some() && !known.lots[0].tests.is_empty(), "the premise");
    assert!(known.wants.len() == 2, "the premise");
    known.lots.clear();
    known.wants.clear();
    assert_eq!(v9, known);
    assert!(known.own_crops.len() == 1 && known.own_crops[0].figures.days.is_some(), "the premise");
    known.own_crops.clear();
    assert_eq!(v8, known);
    assert_eq!((known.varieties.len(), known.patches[1].planted.way.as_str()), (2, "variety-1"), "the premise");
    known.varieties.clear();
    known.patches[1].planted.way = "root".into();
    assert_eq!(v7, known);
    assert!(known.patches[0].planted.distance.is_some() && known.patches[0].planted.in_each.is_some(), "the premise");
    assert!(!known.fixtures.is_empty() && known.beds[0].shape != Shape::Rectangle && known.beds[0].margin.is_some());
    known.patches.iter_mut().for_each(|patch| (patch.planted.distance, patch.planted.in_each) = (None, None));
    known.beds.iter_mut().for_each(|bed| (bed.shape, bed.margin) = (Shape::Rectangle, None));
    (known.fixtures, known.site.neighbour_maize) = (Vec::new(), None);
    assert_eq!(v6, known);
    assert!(known.site.longitude.is_some() && known.site.months.is_some() && known.site.freezes.dates().is_some(), "the premise");
    (known.site.longitude, known.site.months) = (None, None);
    assert_eq!(v5, known);
    known.site.zone = None;
    assert_eq!(v4, known);
    known.almanac = Almanac::default();
    known.patches.iter_mut().for_each(|patch| patch.timing = Timing::default());
    assert_eq!(v3, known);
    known.turns = Turns::default();
    assert_eq!(v2, known);
    assert!(known.patches[0].locked && !known.groupings.is_empty() && known.beds[0].school.is_some(), "the premise");
    (known.groupings, known.school) = (Vec::new(), School::default());
    known.beds.iter_mut().for_each(|bed| (bed.drips, bed.school) = (Vec::new(), None));
    known.patches.iter_mut().for_each(|patch| (patch.locked, patch.planted.school) = (false, None));
    assert_eq!(v1, known);
}

#[test]
fn what_is_wrong_with_an_earlier_file_is_told_by_its_field_and_never_panics() {
    let good = include_str!("../data/garden-v4.json");
    let cases = [
        (
            good.replacen("\"crop\": \"lettuce\"", "\"crop\": 7", 1),
            "field “garden.patches[0].planted.crop”, of a file of version 4",
        ),
        (good.replacen("\"depth\"", "\"deepness\"", 1), "unknown field `deepness`"),
        ("{\"format\": \"patient-sparrow-garden\", \"version\": 1, \"garden\": \"none\"}".to_string(), "of a file of version 1"),
        ("[\"patient-sparrow-garden\", 2]".to_string(), "of a file of version 2"),
        (
            "{\"format\": \"patient-sparrow-garden\", \"version\": 3, \"garden\": {\"patches\": 3, \"groupings\": [4]}}"
                .to_string(),
            "of a file of version 3",
        ),
    ];
    for (text, expected) in cases {
        let refused = read(&text, Catalogue::standard()).expect_err(expected).to_string();
        assert!(refused.contains(expected), "{refused}");
    }
}

/// The schema against another implementation of JSON Schema than the one that wrote it: the `jsonschema` crate.
#[test]
fn the_schema_takes_the_files_that_are_written_and_refuses_broken_ones() {
    let validator = jsonschema::draft202012::new(&schema()).expect("it is a schema");
    let json = |garden: &Garden| -> serde_json::Value { serde_json::from_str(&write(garden)).unwrap() };
    let example: serde_json::Value = serde_json::from_str(include_str!("../data/garden-v11.json")).unwrap();
    for file in [json(&quillet()), json(&tern_court(date(2026, 11, 23)).unwrap()), example.clone()] {
        let wrong: Vec<String> = validator.iter_errors(&file).map(|error| error.to_string()).collect();
        assert!(wrong.is_empty(), "{wrong:?}");
    }
    type Breaks = fn(&mut serde_json::Value);
    let broken: [(&str, Breaks); 8] = [
        ("another format", |file| file["format"] = "other".into()),
        ("an earlier version", |file| file["version"] = 9.into()),
        ("no garden", |file| drop(file.as_object_mut().unwrap().remove("garden"))),
        ("a word for a length", |file| file["garden"]["beds"][0]["width"] = "wide".into()),
        ("a field nobody knows", |file| file["garden"]["beds"][0]["deepness"] = 3.into()),
        ("a school nobody knows", |file| file["garden"]["school"] = serde_json::json!({ "is": "heaps" })),
        ("a patch without its crop", |file| {
            drop(file["garden"]["patches"][0]["planted"].as_object_mut().unwrap().remove("crop"))
        }),
        ("thirteen months", |file| {
            let year = vec![50; 13];
            file["garden"]["almanac"]["months"] = serde_json::json!({ "high": year, "low": year });
        }),
    ];
    for (what, breaks) in broken {
        let mut file = example.clone();
        breaks(&mut file);
        assert!(!validator.is_valid(&file), "{what}");
        assert!(read(&file.to_string(), Catalogue::standard()).is_err() || what == "an earlier version", "{what}");
    }
}
