//! Words that are stored: every key of the book that ever stood in a garden still means something, or says what it is called now.

use sparrow_core::catalogue::Catalogue;
use sparrow_core::catalogue::book::Data;
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::turns::OwnFamily;
use sparrow_facts::units::Length;
use std::collections::BTreeSet;

/// Every key that ever was, one a line: never taken out, only added to.
const EVER: &str = include_str!("../data/keys.txt");

/// The keys of a book as the list has them.
fn keys(book: &Catalogue) -> BTreeSet<String> {
    let mut keys = BTreeSet::new();
    for crop in &book.crops {
        for crop_key in crop.formerly.iter().chain([&crop.key]) {
            keys.insert(format!("crop {crop_key}"));
            for way in &crop.ways {
                keys.extend(way.formerly.iter().chain([&way.key]).map(|way| format!("way {crop_key}/{way}")));
            }
        }
    }
    keys.extend(book.families.iter().flat_map(|one| one.formerly.iter().chain([&one.key])).map(|key| format!("family {key}")));
    for matter in &book.matters {
        keys.extend(matter.kind.iter().map(|kind| format!("kind {}/{}", matter.key, kind.key)));
    }
    for topic in &book.care.topics {
        keys.extend(topic.school.iter().map(|school| format!("school {}/{}", topic.key, school.key)));
    }
    keys
}

#[test]
fn every_key_that_ever_stood_in_a_garden_is_known_and_listed() {
    let now = keys(Catalogue::standard());
    let ever: BTreeSet<String> = EVER.lines().map(String::from).collect();
    let lost: Vec<&String> = ever.difference(&now).collect();
    assert!(lost.is_empty(), "gardens may have these, and the book says nothing of them; `formerly` keeps a key: {lost:?}");
    let new: Vec<&String> = now.difference(&ever).collect();
    assert!(new.is_empty(), "add to tests/data/keys.txt: {new:#?}");
    assert!(ever.len() > 300, "{} keys", ever.len());
}

/// The book in which maize is called corn and its block a plot, and the grasses cereals.
fn renamed() -> Catalogue {
    let in_lists = |text: &str| {
        let text = text.replace("\"maize\"", "\"corn\"").replace("\"maize/", "\"corn/").replace("\"block\"", "\"plot\"");
        text.replace("\"@grass\"", "\"@cereals\"").replace("\"grass\"", "\"cereals\"")
    };
    let told = |(key, text): &(&'static str, &'static str)| {
        let text = text.replace("family = \"grass\"", "family = \"cereals\"");
        if *key != "maize" {
            return (*key, text);
        }
        ("corn", format!("formerly = [\"maize\"]\n{}", text.replace("key = \"block\"", "key = \"plot\"\nformerly = [\"block\"]")))
    };
    let crops: Vec<(&str, String)> = Data::STANDARD.crops.iter().map(told).collect();
    let crops: Vec<(&str, &str)> = crops.iter().map(|(key, text)| (*key, text.as_str())).collect();
    let Data { families, company, groupings, disagreements, names, kinds, saving, care, cautions, .. } = Data::STANDARD;
    let families = in_lists(families).replacen("key = \"cereals\"", "key = \"cereals\"\nformerly = [\"grass\"]", 1);
    let [company, groupings, disagreements, names, kinds, saving, care, cautions] =
        [company, groupings, disagreements, names, kinds, saving, care, cautions].map(in_lists);
    let data = Data {
        crops: &crops,
        families: &families,
        company: &company,
        groupings: &groupings,
        disagreements: &disagreements,
        names: &names,
        kinds: &kinds,
        saving: &saving,
        care: &care,
        cautions: &cautions,
        ..Data::STANDARD
    };
    Catalogue::read(&data).unwrap_or_else(|error| panic!("{error}"))
}

#[test]
fn a_garden_with_old_keys_is_read_with_those_of_today() {
    let mut garden: Garden = crate::common::unplanted();
    let way = |crop: &str, way: &str| OwnSpacing {
        crop: crop.into(),
        way: way.into(),
        along: Length::inches(8),
        across: Length::inches(8),
        note: String::new(),
    };
    garden.spacings = vec![way("maize", "block"), way("moly", "root")];
    garden.turns.families = vec![OwnFamily { family: "grass".into(), interval: 2, risk: 1 }];
    let mut past = garden.past.first().cloned().expect("the premise: something is remembered");
    past.stood = Stood::Crop("maize".into());
    garden.past = vec![past.clone(), sparrow_facts::history::PastStand { stood: Stood::Family("grass".into()), ..past }];
    let unchanged = garden.clone();
    Catalogue::standard().name_as_today(&mut garden);
    assert_eq!(garden, unchanged, "today's book calls nothing otherwise than before");
    renamed().name_as_today(&mut garden);
    assert_eq!(garden.spacings, [way("corn", "plot"), way("moly", "root")], "what nobody knows is left as it is");
    assert_eq!(garden.turns.families[0].family, "cereals");
    let stood: Vec<&Stood> = garden.past.iter().map(|past| &past.stood).collect();
    assert_eq!(stood, [&Stood::Crop("corn".into()), &Stood::Family("cereals".into())]);
}
