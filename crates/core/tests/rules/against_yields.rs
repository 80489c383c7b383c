//! What crops give, against two planting guides; and what follows for wants.
//!
//! A: Virginia Cooperative Extension, publication 426-331, average crop expected of 100 ft of a row. B: Colorado State University
//! Extension, CMG GardenNotes on vegetable yields, pounds of 10 ft of a row, least and most. Both from memory. The two disagree by more
//! than two times about bush beans, tomatoes, cucumbers, peas and peppers; the ranges of the book hold both.

use sparrow_core::catalogue::Catalogue;
use sparrow_core::catalogue::book::Data;

/// Pounds of 100 ft by A.
const A: [(&str, f64); 28] = [
    ("asparagus", 30.0),
    ("bean", 120.0),
    ("beet", 150.0),
    ("broccoli", 100.0),
    ("brussels-sprout", 75.0),
    ("cabbage", 150.0),
    ("carrot", 100.0),
    ("cauliflower", 100.0),
    ("chard", 75.0),
    ("collard", 100.0),
    ("cucumber", 120.0),
    ("aubergine", 100.0),
    ("garlic", 40.0),
    ("kale", 100.0),
    ("kohlrabi", 75.0),
    ("lima-bean", 25.0),
    ("lettuce", 50.0),
    ("mustard", 100.0),
    ("okra", 100.0),
    ("onion", 100.0),
    ("parsley", 30.0),
    ("parsnip", 100.0),
    ("pepper", 60.0),
    ("potato", 100.0),
    ("spinach", 45.0),
    ("courgette", 150.0),
    ("sweet-potato", 100.0),
    ("tomato", 100.0),
];

/// Pounds of 10 ft by B.
const B: [(&str, [f64; 2]); 20] = [
    ("bean", [3.0, 5.0]),
    ("beet", [8.0, 10.0]),
    ("broccoli", [4.0, 6.0]),
    ("cabbage", [10.0, 25.0]),
    ("carrot", [7.0, 10.0]),
    ("cauliflower", [8.0, 10.0]),
    ("chard", [8.0, 12.0]),
    ("cucumber", [20.0, 30.0]),
    ("kohlrabi", [5.0, 8.0]),
    ("leek", [8.0, 12.0]),
    ("lettuce", [5.0, 10.0]),
    ("onion", [7.0, 10.0]),
    ("parsnip", [10.0, 12.0]),
    ("pea", [2.0, 6.0]),
    ("pepper", [5.0, 18.0]),
    ("potato", [10.0, 20.0]),
    ("radish", [2.0, 5.0]),
    ("spinach", [4.0, 6.0]),
    ("tomato", [15.0, 45.0]),
    ("turnip", [8.0, 12.0]),
];

/// Pounds of so many inches of a row: what a plant gives, at the distance in the row for which the file tells it.
fn ten_feet(key: &str) -> [f64; 2] {
    let (_, text) = Data::STANDARD.crops.iter().find(|(crop, _)| *crop == key).expect("a crop");
    let (_, told) = text.split_once("[yield]").expect("it is told");
    let apart: f64 = told.lines().find_map(|line| line.strip_prefix("apart = ")).expect("a distance").parse().expect("a number");
    let gives = Catalogue::standard().crop(key).expect("a crop").gives.as_ref().expect("it gives something");
    gives.grams.map(|grams| f64::from(grams) / 453.592_37 * 120.0 / apart)
}

#[test]
fn both_guides_lie_within_what_the_book_takes() {
    for (key, hundred) in A {
        let [least, most] = ten_feet(key);
        assert!(least * 10.0 <= hundred * 1.001 && hundred <= most * 10.0 * 1.001, "{key}: {hundred} of {least} to {most}");
    }
    for (key, [from, until]) in B {
        let [least, most] = ten_feet(key);
        // A guide's range need not be all of it, but most of it.
        let common = most.min(until) - least.max(from);
        assert!(common >= (until - from) * 0.5, "{key}: {from} to {until}, ours {least:.1} to {most:.1}");
    }
}

#[test]
fn a_quart_of_tomatoes_takes_three_pounds_and_other_jars_what_is_usual() {
    // USDA, Complete Guide to Home Canning, 2015 revision, pounds for a quart, from memory: tomatoes 3, green beans 2, carrots 2½ without
    // tops, beets 3 without tops, pickled cucumbers about 2.
    for (key, pounds) in [("tomato", 3.0), ("bean", 2.0), ("carrot", 2.5), ("beet", 3.0), ("cucumber", 2.0)] {
        let jar = Catalogue::standard().crop(key).unwrap().gives.as_ref().unwrap().jar.unwrap();
        let quart = f64::from(jar) * 0.946_352_946 / 453.592_37;
        assert!((quart / pounds - 1.0).abs() < 0.08, "{key}: {quart:.2} lb a quart");
    }
}
