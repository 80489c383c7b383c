//! The data files: complete, consistent, and as large as a home garden needs.

use sparrow_core::catalogue::book::Data;
use sparrow_core::catalogue::{Catalogue, Grade, Kind, Life, Method, Rotation};
use std::collections::HashSet;

const DATA: Data = Data {
    crops: include_str!("../../data/crops.toml"),
    families: include_str!("../../data/families.toml"),
    company: include_str!("../../data/company.toml"),
    groupings: include_str!("../../data/groupings.toml"),
    sources: include_str!("../../data/sources.toml"),
    seasons: include_str!("../../data/seasons.toml"),
};

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

#[test]
fn a_broken_data_file_is_refused_with_its_name() {
    let (crops, seasons) = (DATA.crops, DATA.seasons);
    let cases = [
        (
            "a family no crop file knows",
            crops.replace("family = \"grass\"", "family = \"gras\""),
            "crops.toml: lemongrass: no family gras",
        ),
        ("a source that is not listed", crops.replace("size = \"common-practice\"", "size = \"hearsay\""), "no source hearsay"),
        (
            "a way named twice",
            crops.replace("key = \"baby\"\nname = \"baby root\"", "key = \"root\"\nname = \"baby root\""),
            "named twice",
        ),
        ("a field that is not a figure", crops.replace("kills_c = -9", "kills_c = \"cold\""), "crops.toml:"),
    ];
    for (name, broken, expected) in cases {
        assert_ne!(broken, crops, "the premise of {name}");
        let error = Catalogue::read(&Data { crops: &broken, ..DATA }).expect_err(name);
        assert!(error.contains(expected), "{name}: {error}");
    }
    let company = DATA.company.replace("who = \"basil\"", "who = \"basill\"");
    let error = Catalogue::read(&Data { company: &company, ..DATA }).unwrap_err();
    assert!(error.contains("company.toml: basill"), "{error}");
    let cases = [
        ("a crop without a season", seasons.replace("key = \"tomato\"", "key = \"tomatl\""), "seasons.toml: tomato is not there"),
        ("a season of a crop nobody knows", format!("{seasons}\n{}", one_more_season()), "seasons.toml: moly"),
        ("a source that is not listed", seasons.replacen("source = \"", "source = \"hear", 1), "seasons.toml: no source hear"),
    ];
    for (name, broken, expected) in cases {
        assert_ne!(broken, seasons, "the premise of {name}");
        let error = Catalogue::read(&Data { seasons: &broken, ..DATA }).expect_err(name);
        assert!(error.contains(expected), "{name}: {error}");
    }
}

/// The first crop's entry under another name.
fn one_more_season() -> String {
    let entry = DATA.seasons.split("[[crop]]").nth(1).expect("the file lists crops");
    let key = entry.lines().find(|line| line.starts_with("key = ")).expect("each has a key");
    format!("[[crop]]{}", entry.replacen(key, "key = \"moly\"", 1).split("[[crop.way]]").next().unwrap_or_default())
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
