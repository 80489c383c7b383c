//! The data files: complete, consistent, and as large as a home garden needs.

use sparrow_core::catalogue::{Catalogue, Grade, Kind, Life, Method};
use std::collections::HashSet;

fn standard() -> Catalogue {
    Catalogue::read(
        include_str!("../data/crops.toml"),
        include_str!("../data/families.toml"),
        include_str!("../data/company.toml"),
        include_str!("../data/groupings.toml"),
        include_str!("../data/sources.toml"),
    )
    .unwrap_or_else(|error| panic!("{error}"))
}

#[test]
fn the_catalogue_is_large_enough_and_its_tickets_tell_crops_apart() {
    let catalogue = standard();
    assert!(catalogue.crops.len() >= 60, "{} crops", catalogue.crops.len());
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
    let (crops, families, company, groupings, sources) = (
        include_str!("../data/crops.toml"),
        include_str!("../data/families.toml"),
        include_str!("../data/company.toml"),
        include_str!("../data/groupings.toml"),
        include_str!("../data/sources.toml"),
    );
    let cases = [
        (
            "a family no crop file knows",
            crops.replace("family = \"grass\"", "family = \"gras\""),
            "crops.toml: maize: no family gras",
        ),
        ("a source that is not listed", crops.replace("soil = \"germination-table\"", "soil = \"hearsay\""), "no source hearsay"),
        (
            "a way named twice",
            crops.replace("key = \"baby\"\nname = \"baby root\"", "key = \"root\"\nname = \"baby root\""),
            "named twice",
        ),
        ("a field that is not a figure", crops.replace("kills_c = -9", "kills_c = \"cold\""), "crops.toml:"),
    ];
    for (name, broken, expected) in cases {
        let error = Catalogue::read(&broken, families, company, groupings, sources).expect_err(name);
        assert!(error.contains(expected), "{name}: {error}");
    }
    let error = Catalogue::read(crops, families, &company.replace("who = \"basil\"", "who = \"basill\""), groupings, sources)
        .unwrap_err();
    assert!(error.contains("company.toml: basill"), "{error}");
}
