//! Distances, counts and sizes against printed tables. What lies outside them is listed in
//! `data/disagreements.toml`, with a reason, and printed in docs/sources.md: neither more nor less.

use crate::common::known_on;
use sparrow_core::ask::answer::{Answer, answer};
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::ground::pattern::{Pattern, rows};
use sparrow_facts::garden::Garden;
use sparrow_facts::units::length::FOOT;
use sparrow_facts::units::{Length, Tape, Units};
use std::collections::BTreeSet;

/// Spacing of vegetables, in the row and between rows \[in\]: D. N. Maynard, G. J. Hochmuth, Knott's Handbook
/// for Vegetable Growers, 5th edition, 2007, table of plant spacings; quoted from memory. Between rows the
/// table is for fields that are driven in; only the least is taken, and halved, for a garden hoed by hand.
const KNOTT: [(&str, &str, [f64; 2], f64); 42] = [
    ("artichoke", "clump", [48.0, 72.0], 84.0),
    ("asparagus", "crowns", [9.0, 15.0], 48.0),
    ("broad-bean", "row", [8.0, 10.0], 20.0),
    ("bean", "bush", [2.0, 4.0], 18.0),
    ("bean", "climbing", [6.0, 9.0], 36.0),
    ("beet", "root", [2.0, 4.0], 12.0),
    ("broccoli", "head", [12.0, 24.0], 18.0),
    ("brussels-sprout", "stalk", [18.0, 24.0], 24.0),
    ("cabbage", "head", [12.0, 24.0], 24.0),
    ("carrot", "root", [1.0, 3.0], 16.0),
    ("cauliflower", "head", [14.0, 24.0], 24.0),
    ("celeriac", "root", [4.0, 6.0], 24.0),
    ("celery", "stalk", [6.0, 12.0], 18.0),
    ("chard", "leaf", [12.0, 15.0], 24.0),
    ("napa-cabbage", "head", [10.0, 18.0], 18.0),
    ("collard", "leaf", [12.0, 24.0], 24.0),
    ("cucumber", "climbing", [8.0, 12.0], 36.0),
    ("aubergine", "bush", [18.0, 30.0], 24.0),
    ("endive", "head", [8.0, 12.0], 18.0),
    ("fennel", "bulb", [4.0, 12.0], 24.0),
    ("garlic", "bulb", [1.0, 3.0], 12.0),
    ("kale", "leaf", [18.0, 24.0], 24.0),
    ("kohlrabi", "bulb", [3.0, 6.0], 12.0),
    ("leek", "stem", [2.0, 6.0], 12.0),
    ("lettuce", "head", [10.0, 15.0], 16.0),
    ("lettuce", "leaf", [8.0, 12.0], 12.0),
    ("mustard", "leaf", [5.0, 10.0], 12.0),
    ("okra", "bush", [8.0, 24.0], 42.0),
    ("onion", "bulb", [1.0, 4.0], 16.0),
    ("parsley", "leaf", [4.0, 12.0], 12.0),
    ("parsnip", "root", [2.0, 4.0], 18.0),
    ("pea", "bush", [1.0, 3.0], 24.0),
    ("pepper", "bush", [12.0, 24.0], 18.0),
    ("potato", "main", [6.0, 12.0], 30.0),
    ("pumpkin", "sprawling", [36.0, 60.0], 72.0),
    ("radish", "root", [0.5, 1.0], 8.0),
    ("spinach", "leaf", [2.0, 6.0], 12.0),
    ("courgette", "bush", [24.0, 48.0], 36.0),
    ("maize", "block", [8.0, 12.0], 30.0),
    ("sweet-potato", "sprawling", [10.0, 18.0], 36.0),
    ("tomato", "staked", [12.0, 24.0], 36.0),
    ("turnip", "root", [2.0, 6.0], 12.0),
];

/// Heights when grown \[in\]: M. Bartholomew, All New Square Foot Gardening, 2nd edition, 2013, the plants'
/// own pages; quoted from memory, and rounded to half feet there.
const HEIGHTS: [(&str, &str, [f64; 2]); 30] = [
    ("basil", "leaf", [12.0, 24.0]),
    ("bean", "bush", [12.0, 18.0]),
    ("bean", "climbing", [60.0, 96.0]),
    ("beet", "root", [12.0, 16.0]),
    ("broccoli", "head", [18.0, 24.0]),
    ("cabbage", "head", [12.0, 18.0]),
    ("carrot", "root", [12.0, 12.0]),
    ("cauliflower", "head", [18.0, 24.0]),
    ("chard", "leaf", [12.0, 20.0]),
    ("chive", "clump", [6.0, 12.0]),
    ("coriander", "leaf", [12.0, 24.0]),
    ("cucumber", "climbing", [60.0, 72.0]),
    ("dill", "seed", [24.0, 48.0]),
    ("aubergine", "bush", [24.0, 30.0]),
    ("kale", "leaf", [12.0, 24.0]),
    ("lettuce", "leaf", [6.0, 12.0]),
    ("maize", "block", [60.0, 84.0]),
    ("marigold", "flower", [6.0, 18.0]),
    ("melon", "climbing", [60.0, 72.0]),
    ("nasturtium", "bush", [12.0, 18.0]),
    ("okra", "bush", [36.0, 72.0]),
    ("onion", "bulb", [12.0, 18.0]),
    ("parsley", "leaf", [6.0, 12.0]),
    ("pea", "climbing", [60.0, 72.0]),
    ("pepper", "bush", [18.0, 30.0]),
    ("potato", "main", [18.0, 24.0]),
    ("radish", "root", [6.0, 12.0]),
    ("spinach", "leaf", [6.0, 12.0]),
    ("strawberry", "matted", [6.0, 12.0]),
    ("tomato", "staked", [60.0, 72.0]),
];

/// A quarter more or less than the table is taken as agreement: its ranges are round numbers.
const TOLERANCE: f64 = 0.25;

fn agrees(ours: f64, [least, most]: [f64; 2]) -> bool {
    (least * (1.0 - TOLERANCE)..=most * (1.0 + TOLERANCE)).contains(&ours)
}

#[test]
fn distances_and_heights_agree_with_the_tables_or_the_disagreement_is_listed() {
    let catalogue = Catalogue::standard();
    let way = |crop: &str, way: &str| {
        catalogue.crop(crop).and_then(|crop| crop.way(way)).unwrap_or_else(|| panic!("{crop} {way}")).clone()
    };
    let mut found: BTreeSet<(String, String, &str)> = BTreeSet::new();
    let crops: BTreeSet<&str> = KNOTT.iter().map(|row| row.0).chain(HEIGHTS.iter().map(|row| row.0)).collect();
    assert!(crops.len() >= 30);
    for (crop, key, in_row, between) in KNOTT {
        let way = way(crop, key);
        if !agrees(way.row[0].in_inches(), in_row) {
            found.insert((crop.into(), key.into(), "in-row"));
        }
        if way.row[1].in_inches() < between / 2.0 {
            found.insert((crop.into(), key.into(), "between-rows"));
        }
    }
    for (crop, key, height) in HEIGHTS {
        if !agrees(way(crop, key).height.in_inches(), height) {
            found.insert((crop.into(), key.into(), "height"));
        }
    }
    let listed: BTreeSet<(String, String, &str)> =
        catalogue.disagreements.iter().map(|one| (one.crop.clone(), one.way.clone(), one.figure.word())).collect();
    assert_eq!(found, listed, "what lies outside the tables is what data/disagreements.toml lists");
}

/// Plants in an acre at distances between rows and in the row \[in\]: Knott's Handbook, table of plants per
/// acre at various spacings; the rule, 43 560 square feet over the two distances, is exact, the numbers are
/// quoted from memory. An acre of 660 × 66 ft is laid by the row school; its edges cost or gain up to 5 %.
#[test]
fn rows_on_an_acre_hold_what_the_handbook_prints() {
    let table = [
        (12, 12, 43_560),
        (18, 12, 29_040),
        (24, 12, 21_780),
        (24, 18, 14_520),
        (30, 12, 17_424),
        (30, 24, 8_712),
        (36, 12, 14_520),
        (36, 18, 9_680),
        (36, 24, 7_260),
        (36, 36, 4_840),
        (42, 12, 12_446),
        (48, 12, 10_890),
        (48, 24, 5_445),
        (60, 24, 4_356),
        (60, 36, 2_904),
        (72, 36, 2_420),
    ];
    for (between, in_row, plants) in table {
        let pair = [Length::inches(in_row), Length::inches(between)];
        let laid = rows(FOOT.times(660), FOOT.times(66), pair, false, false);
        let Pattern::Rows { lines, each, .. } = laid else { panic!("{laid:?}") };
        let (count, plants) = (f64::from(lines * each), f64::from(plants));
        assert!((count / plants - 1.0).abs() < 0.05, "{between} × {in_row}: {count} and the table {plants}");
    }
}

/// Plants to 100 ft of row at the catalogue's own distances lie within what the handbook's range of distances
/// gives, 1200 in over the distance, with the tolerance above; asked as a gardener asks, by an edge of 100 ft.
#[test]
fn a_hundred_feet_of_row_hold_what_the_handbook_s_distances_give() {
    let catalogue = Catalogue::standard();
    let garden = Garden::new(crate::common::site(Units::Imperial));
    let mut counted = 0;
    for (crop, way, [least, most], _) in KNOTT {
        if catalogue.disagreements.iter().any(|one| one.crop == crop && one.way == way && one.figure.word() == "in-row") {
            continue;
        }
        let question = Question::Edge { crop: crop.into(), way: way.into(), long: Tape(FOOT.times(100)), seeds_a_hole: 1 };
        let Ok(Answer::Edge(edge)) = answer(known_on(&garden, crate::common::TODAY), &question) else { panic!("{crop} {way}") };
        let range = (1200.0 / (most * (1.0 + TOLERANCE))).floor()..=(1200.0 / (least * (1.0 - TOLERANCE))).ceil();
        assert!(range.contains(&f64::from(edge.holes)), "{crop} {way}: {} plants, the handbook {range:?}", edge.holes);
        counted += 1;
    }
    assert!(counted >= 15, "{counted} crops");
}

/// Facts of the trade (common practice), as the rules of this crate have them.
#[test]
fn facts_of_the_trade_hold() {
    let catalogue = Catalogue::standard();
    let crop = |key: &str| catalogue.crop(key).unwrap();
    // 12 in puts one on a square, 6 in four, 4 in nine, 3 in sixteen; climbers eight along a trellis.
    for (key, way, per_square) in
        [("pepper", "bush", 1), ("lettuce", "leaf", 4), ("beet", "root", 9), ("carrot", "root", 16), ("pea", "climbing", 8)]
    {
        let [along, across] = crop(key).way(way).unwrap().square_twelfths;
        assert_eq!((12 / along) * (12 / across), per_square, "{key}");
    }
    // 18 in asks for 2¼ squares, 24 in for 4, 36 in for 9.
    for (key, way, twelfths) in [("broccoli", "head", 18), ("tomato", "caged", 24), ("tomato", "bush", 36)] {
        assert_eq!(crop(key).way(way).unwrap().square_twelfths, [twelfths; 2], "{key}");
    }
    // Roots are never transplanted; the usual depths; the four families people forget.
    for key in ["carrot", "radish", "beet", "parsnip", "turnip"] {
        assert_eq!(crop(key).method, sparrow_core::catalogue::Method::Direct, "{key}");
    }
    for (key, eighths) in [("carrot", 2), ("lettuce", 2), ("beet", 4), ("radish", 4), ("potato", 32)] {
        let depth = crop(key).sow_depth.in_inches() * 8.0;
        assert!((depth - f64::from(eighths)).abs() <= 1.0, "{key}: {depth} eighths of an inch");
    }
    for (family, keys) in [
        ("cabbage", ["radish", "turnip", "kohlrabi", "kale", "rocket", "mustard"].as_slice()),
        ("nightshade", &["potato", "tomato", "pepper", "aubergine"]),
        ("beet", &["beet", "chard", "spinach"]),
        ("carrot", &["carrot", "parsnip", "parsley", "dill", "coriander", "celery", "fennel"]),
    ] {
        assert!(keys.iter().all(|key| crop(key).family == family), "{family}");
    }
}
