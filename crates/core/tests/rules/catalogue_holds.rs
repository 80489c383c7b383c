//! The data files: complete, consistent, and as large as a home garden needs.

use sparrow_core::catalogue::book::Data;
use sparrow_core::catalogue::{Catalogue, FIGURE_GROUPS, Grade, Kind, Life, Method, Rotation};
use std::collections::HashSet;

const DATA: Data = Data::STANDARD;

fn standard() -> Catalogue {
    Catalogue::read(&DATA).unwrap_or_else(|error| panic!("{error}"))
}

#[test]
fn the_catalogue_is_large_enough_and_its_tickets_tell_crops_apart() {
    let catalogue = standard();
    assert!(catalogue.crops.len() >= 120, "{} crops", catalogue.crops.len());
    assert!(catalogue.families.len() >= 12, "{} families", catalogue.families.len());
    assert!(catalogue.relations.len() >= 80, "{} relations", catalogue.relations.len());
    let tickets: HashSet<&str> = catalogue.crops.iter().map(|crop| crop.ticket.as_str()).collect();
    assert_eq!(tickets.len(), catalogue.crops.len());
    let hatches: HashSet<&str> = catalogue.families.iter().map(|family| family.hatch.as_str()).collect();
    assert_eq!(hatches.len(), catalogue.families.len(), "families are told apart by hatching alone");
}

#[test]
fn every_kind_of_relation_and_every_grade_is_there() {
    let catalogue = standard();
    for kind in [
        Kind::Helps,
        Kind::Clashes,
        Kind::Shelters,
        Kind::Supports,
        Kind::Traps,
        Kind::Hides,
        Kind::Feeds,
        Kind::Competes,
        Kind::Shades,
    ] {
        assert!(catalogue.relations.iter().any(|relation| relation.kind == kind), "{kind:?}");
    }
    for grade in [Grade::Tested, Grade::CommonPractice, Grade::Disputed] {
        assert!(catalogue.relations.iter().any(|relation| relation.grade == grade), "{grade:?}");
    }
    let mut seen = HashSet::new();
    for relation in &catalogue.relations {
        assert!(
            seen.insert((&relation.who, &relation.whom, relation.kind as u8)),
            "{} and {} twice",
            relation.who,
            relation.whom
        );
    }
}

#[test]
fn roots_are_never_transplanted_and_lives_are_right() {
    let catalogue = standard();
    for key in ["carrot", "parsnip", "radish", "winter-radish", "turnip", "swede", "beet"] {
        assert_eq!(catalogue.crop(key).unwrap().method, Method::Direct, "{key}");
    }
    for key in ["beet", "turnip", "carrot", "parsnip", "cabbage", "kale", "onion", "leek", "celery", "parsley", "chard"] {
        assert_eq!(catalogue.crop(key).unwrap().life, Life::Biennial, "{key}");
    }
    for key in ["lettuce", "pea", "bean", "spinach", "cucumber", "maize", "dill", "rocket"] {
        assert_eq!(catalogue.crop(key).unwrap().life, Life::Annual, "{key}");
    }
}

/// What is said of a catalogue in which one crop's file is otherwise.
fn refused(key: &str, from: &str, to: &str) -> String {
    let whole = |text: &str| {
        assert!(text.contains(from), "the premise: {key} has {from}");
        text.replacen(from, to, 1)
    };
    let broken: Vec<(&str, String)> =
        DATA.crops.iter().map(|(one, text)| (*one, if *one == key { whole(text) } else { text.to_string() })).collect();
    let crops: Vec<(&str, &str)> = broken.iter().map(|(key, text)| (*key, text.as_str())).collect();
    Catalogue::read(&Data { crops: &crops, ..DATA }).expect_err("it is broken")
}

#[test]
fn a_broken_data_file_is_refused_with_its_name() {
    let cases = [
        ("a family nobody knows", "lemongrass", "family = \"grass\"", "family = \"gras\"", "no family gras"),
        ("a way named twice", "beet", "key = \"baby\"", "key = \"root\"", "named twice"),
        ("a field that is not a figure", "cabbage", "kills_c = -9", "kills_c = \"cold\"", "kills_c"),
        ("a field nobody reads", "cabbage", "[seed]", "[seed]\ncolour = 3", "colour"),
        ("another's ticket", "cabbage", "ticket = \"Cb\"", "ticket = \"Br\"", "the ticket Br"),
        ("no season", "tomato", "[season]", "[seasn]", "no season"),
        (
            "a season of a way that is not there",
            "maize",
            "[[season.way]]\nkey = \"popping\"",
            "[[season.way]]\nkey = \"pop\"",
            "no way pop",
        ),
        ("care of another crop", "leek", "[[care]]", "[[care]]\ncrops = [\"onion\"]", "names no other"),
    ];
    for (name, key, from, to, expected) in cases {
        let error = refused(key, from, to);
        assert!(error.starts_with(&format!("crops/{key}.toml: ")) && error.contains(expected), "{name}: {error}");
    }
    let company = DATA.company.replace("who = \"basil\"", "who = \"basill\"");
    let error = Catalogue::read(&Data { company: &company, ..DATA }).unwrap_err();
    assert!(error.contains("company.toml: basill"), "{error}");
}

#[test]
fn no_group_of_figures_loads_without_a_source_that_is_listed() {
    for group in FIGURE_GROUPS {
        let text = DATA.crops.iter().find(|(key, _)| *key == "leek").expect("leeks are there").1;
        let line = text.lines().find(|line| line.starts_with(&format!("{group} = "))).expect("each group has a line");
        assert!(refused("leek", line, "").contains(&format!("no source for {group}")), "{group}");
        assert!(refused("leek", line, &format!("{group} = \"hearsay\"")).contains("no source hearsay"), "{group}");
    }
    for table in ["seed", "yield", "piece", "parent", "care"] {
        let has = |(_, text): &&(&str, &str)| text.contains(&format!("[{table}]"));
        let (key, text) = DATA.crops.iter().find(has).expect("some crop has it");
        let told = &text[text.find(&format!("[{table}]")).expect("it has it")..];
        let line = told.lines().find(|line| line.starts_with("source = ")).expect("it has a source");
        let from = format!("{}{line}", told.split(line).next().unwrap_or_default());
        assert!(refused(key, &from, &from.replace(line, "")).contains("source"), "{table} of {key}");
        assert!(
            refused(key, &from, &from.replace(line, "source = \"hearsay\"")).contains("no source hearsay"),
            "{table} of {key}"
        );
    }
    let sprout = refused("leek", "source = \"common-practice\" }", "source = \"hearsay\" }");
    assert!(sprout.contains("no source hearsay"), "{sprout}");
}

/// Crops that are not grown from seed here, of whose seed the book says nothing.
const NO_SEED: [&str; 17] = [
    "blackberry",
    "blueberry",
    "comfrey",
    "currant",
    "fig",
    "garlic",
    "gooseberry",
    "grape",
    "horseradish",
    "jerusalem-artichoke",
    "lemongrass",
    "potato",
    "raspberry",
    "shallot",
    "sweet-potato",
    "tarragon",
    "walking-onion",
];

/// Crops of which the book does not say what they give: herbs, flowers, covers, and what nobody weighs.
const NO_YIELD: [&str; 50] = [
    "african-marigold",
    "blueberry",
    "borage",
    "buckwheat",
    "calendula",
    "chamomile",
    "chervil",
    "chive",
    "comfrey",
    "cosmos",
    "crimson-clover",
    "currant",
    "dahlia",
    "winter-pea",
    "fig",
    "marigold",
    "garlic-chive",
    "gooseberry",
    "grape",
    "hairy-vetch",
    "hyssop",
    "lavender",
    "chicory",
    "lemon-balm",
    "lemongrass",
    "lovage",
    "marjoram",
    "mint",
    "nasturtium",
    "oat",
    "oregano",
    "phacelia",
    "rosemary",
    "sage",
    "snapdragon",
    "savory",
    "sunflower",
    "alyssum",
    "sweet-pea",
    "tarragon",
    "thyme",
    "viola",
    "walking-onion",
    "watercress",
    "white-clover",
    "rye",
    "winter-savory",
    "wheat",
    "yarrow",
    "zinnia",
];

/// Crops that are planted in pieces of which the book does not say what one weighs.
const NO_PIECE: [&str; 11] = [
    "blackberry",
    "blueberry",
    "comfrey",
    "currant",
    "fig",
    "gooseberry",
    "grape",
    "horseradish",
    "lemongrass",
    "raspberry",
    "sweet-potato",
];

#[test]
fn what_a_crop_lacks_is_known() {
    let lacking = |lacks: fn(&sparrow_core::catalogue::Crop) -> bool| -> Vec<String> {
        standard().crops.iter().filter(|crop| lacks(crop)).map(|crop| crop.key.clone()).collect()
    };
    assert_eq!(lacking(|crop| crop.seed.is_none()), NO_SEED, "seed");
    assert_eq!(lacking(|crop| crop.gives.is_none()), NO_YIELD, "yield");
    assert_eq!(lacking(|crop| crop.planted_as.is_some() && crop.piece_grams.is_none() && crop.seed.is_none()), NO_PIECE, "piece");
}

#[test]
fn families_that_must_not_follow_others_name_real_ones_and_flowers_and_covers_wait_for_nothing() {
    let catalogue = standard();
    for family in &catalogue.families {
        assert!(family.after.iter().all(|other| catalogue.family(other).is_some() && *other != family.key), "{}", family.key);
    }
    for crop in &catalogue.crops {
        if crop.ways.iter().all(|way| way.cover) {
            assert_eq!(crop.rotation, Rotation::None, "{}", crop.key);
        }
    }
    assert_eq!(catalogue.crop("strawberry").map(|crop| crop.rotation), Some(Rotation::Host));
}

/// Ten names an American would say and ten a Briton would, and what each means (common practice).
const SAID: [(&str, &[&str]); 32] = [
    ("corn", &["maize"]),
    ("eggplants", &["aubergine"]),
    ("zucchini", &["courgette"]),
    ("Squash", &["courgette", "winter-squash", "butternut", "acorn-squash", "pumpkin"]),
    ("cilantro", &["coriander"]),
    ("arugula", &["rocket"]),
    ("scallions", &["spring-onion"]),
    ("rutabagas", &["swede"]),
    ("fava beans", &["broad-bean"]),
    ("pole beans", &["bean"]),
    ("garbanzo", &[]),
    ("sweetcorn", &["maize"]),
    ("beetroot", &["beet"]),
    ("courgettes", &["courgette"]),
    ("marrows", &["courgette"]),
    ("mangetout", &["pea"]),
    ("runner beans", &["runner-bean"]),
    ("lamb’s lettuce", &["corn-salad"]),
    ("new potatoes", &["potato"]),
    ("Swedes", &["swede"]),
    ("Brussels sprouts", &["brussels-sprout"]),
    ("Strawberries", &["strawberry"]),
    ("radishes", &["radish"]),
    ("Solanum lycopersicum", &["tomato"]),
    ("butternuts", &["butternut"]),
    ("hot peppers", &["chilli"]),
    ("redcurrants", &["currant"]),
    ("brambles", &["blackberry"]),
    ("rapini", &["broccoli-raab"]),
    ("snake beans", &["cowpea"]),
    ("sunchokes", &["jerusalem-artichoke"]),
    ("pansies", &["viola"]),
];

#[test]
fn names_of_both_kinds_of_english_and_their_plurals_find_what_is_meant() {
    let catalogue = Catalogue::standard();
    for (said, wanted) in SAID {
        let meant: Vec<String> = catalogue.meant(said).into_iter().map(|one| one.crop).collect();
        assert_eq!(meant, *wanted, "{said}");
    }
    let kin: Vec<String> = catalogue.meant("brassicas").into_iter().map(|one| one.crop).collect();
    assert!(["cabbage", "kale", "broccoli"].iter().all(|key| kin.iter().any(|crop| crop == key)), "{kin:?}");
    assert_eq!(catalogue.meant("pole bean")[0].way.as_deref(), Some("climbing"));
    assert!(catalogue.names.len() > 150, "{}", catalogue.names.len());
    for crop in &catalogue.crops {
        for name in [&crop.name, &crop.plural] {
            assert!(catalogue.meant(name).iter().any(|one| one.crop == crop.key), "{name} does not mean {}", crop.key);
        }
    }
}

#[test]
fn of_a_list_what_is_known_is_taken_and_what_is_not_is_told_with_what_is_nearly_so() {
    let words = Catalogue::standard().words("Tomatos, cornn and  brocoli; xyzzy\n, , beans");
    let told: Vec<(&str, usize, Vec<&str>)> =
        words.iter().map(|word| (word.said.as_str(), word.of.len(), word.nearly.iter().map(String::as_str).collect())).collect();
    assert_eq!(
        told,
        [
            ("Tomatos", 1, vec![]),
            ("cornn", 0, vec!["corn"]),
            ("brocoli", 0, vec!["broccoli"]),
            ("xyzzy", 0, vec![]),
            ("beans", 6, vec![]),
        ]
    );
    assert_eq!(Catalogue::standard().words(&"corn,".repeat(5000)).len(), 60);
}
