//! Counts of the square-foot school against the method as it is published.

use crate::common::known_on;
use crate::common::{garden_with, patch_in};
use sparrow_core::ground::pattern::grid;
use sparrow_core::reckon::day::reckon;
use sparrow_facts::rect::Rect;
use sparrow_facts::units::{Length, Units};

/// M. Bartholomew, Square Foot Gardening, 1981: a square foot holds 1, 4, 9 or 16 plants at 12, 6, 4
/// or 3 in; the rule is quoted from memory.
#[test]
fn a_square_holds_1_4_9_or_16() {
    for (inches, plants) in [(12, 1), (6, 4), (4, 9), (3, 16)] {
        let foot = Length::inches(12);
        let (columns, rows) = grid(foot, foot, [Length::inches(inches); 2]);
        assert_eq!(columns * rows, plants, "{inches} in");
    }
}

/// Crops whose place in the method is printed alike by the book and by extension bulletins on
/// square-foot beds (from memory); climbing peas and pole beans at 8 along a trellised square are
/// common practice.
#[test]
fn crops_stand_in_the_method_where_it_puts_them() {
    let cases = [
        ("tomato", "caged", 2, 1, "four squares for a caged one"),
        ("pepper", "bush", 1, 1, "one to a square"),
        ("aubergine", "bush", 2, 1, "more than a square"),
        ("broccoli", "head", 2, 1, "more than a square at 18 in"),
        ("lettuce", "head", 1, 4, "four to a square"),
        ("chard", "leaf", 1, 1, "9 in leaves one on a single square"),
        ("parsley", "leaf", 1, 4, "four to a square"),
        ("basil", "leaf", 1, 4, "four to a square"),
        ("bean", "bush", 1, 9, "nine to a square"),
        ("spinach", "leaf", 1, 9, "nine to a square"),
        ("beet", "root", 1, 9, "nine to a square"),
        ("onion", "bulb", 1, 9, "nine to a square"),
        ("carrot", "root", 1, 16, "sixteen to a square"),
        ("radish", "root", 1, 16, "sixteen to a square"),
        ("pea", "climbing", 1, 8, "eight along a trellis"),
        ("bean", "climbing", 1, 8, "eight along a trellis"),
        ("cucumber", "climbing", 1, 2, "two to a square, trained up"),
    ];
    for (crop, way, squares, plants, why) in cases {
        let mut garden = garden_with(1, Units::Imperial);
        let patch = patch_in(&garden, crop, way, Rect { x: 0, y: 0, w: squares * 2, h: squares * 2 });
        let day = patch.from;
        garden.patches.push(patch);
        let reckoning = reckon(known_on(&garden, crate::common::TODAY), day);
        assert_eq!(reckoning.patches[0].sum.plants, plants, "{crop} {way}: {why}");
        assert_eq!(reckoning.patches[0].holes.len() as u32, plants, "as many are drawn as are counted");
        assert_eq!(reckoning.beds[0].plants, plants);
    }
}

/// Own worked example: 18 in asks for 2¼ squares, so nine squares of 12 in hold four, as 24 in asks for four and 36 in for nine.
#[test]
fn big_plants_take_several_squares() {
    for (inches, side, plants) in [(18, 36, 4), (24, 24, 1), (24, 48, 4), (36, 36, 1), (36, 35, 0)] {
        let (columns, rows) = grid(Length::inches(side), Length::inches(side), [Length::inches(inches); 2]);
        assert_eq!(columns * rows, plants, "{inches} in on {side} in");
    }
}
