//! Lists of varieties, own crops and lots: out and in again the same, and refused by line and column when they are not.

use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::lists::Listed;
use sparrow_facts::garden::Garden;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::seed_lot::SeedAmount;
use sparrow_formats::garden_file;
use sparrow_formats::lists_file::{ListOf, TableRefused, read, write};

const ALL: [ListOf; 3] = [ListOf::OwnCrops, ListOf::Varieties, ListOf::Lots];

/// A garden with some of each.
fn full() -> Garden {
    garden_file::read(include_str!("../data/garden-v11.json"), Catalogue::standard()).expect("it is one of ours")
}

fn demo() -> Garden {
    let mut garden = sparrow_demo::quillet_lane(date(2026, 11, 23)).expect("the demo household stands on its own rules");
    garden.lots.clear();
    garden
}

/// What a list says, by a garden's own book.
fn said(list: ListOf, text: &str, garden: &Garden) -> Result<Listed, TableRefused> {
    read(list, text, garden, &Catalogue::standard().with_own(garden))
}

fn keeps(garden: &mut Garden, list: Listed) -> Result<(), Refusal> {
    carry_out(garden, Catalogue::standard(), &Command::KeepList { list: Box::new(list) }, date(2026, 11, 27)).map(drop)
}

#[test]
fn lists_come_into_another_garden_as_they_were_and_a_second_time_change_nothing() {
    let from = full();
    let mut into = demo();
    for list in ALL {
        let text = write(list, &from).unwrap();
        let told = said(list, &text, &into).unwrap();
        keeps(&mut into, told).unwrap();
        let again = keeps(&mut into.clone(), said(list, &text, &into).unwrap()).unwrap_err();
        assert!(matches!(again, Refusal::NothingTo { .. }), "{again}");
        assert_eq!(write(list, &into).unwrap(), text, "{list:?}");
    }
    // Numbers are the garden's own; all else is as it was.
    let mut lots = into.lots.clone();
    for (lot, was) in lots.iter_mut().zip(&from.lots) {
        (lot.id, lot.variety) = (was.id, was.variety);
    }
    assert_eq!(lots, from.lots);
    assert_eq!(
        into.own_crops.iter().map(|one| &one.figures).collect::<Vec<_>>(),
        from.own_crops.iter().map(|one| &one.figures).collect::<Vec<_>>()
    );
    assert_eq!(
        into.varieties.iter().map(|one| &one.packet).collect::<Vec<_>>(),
        from.varieties.iter().map(|one| &one.packet).collect::<Vec<_>>()
    );
}

#[test]
fn thirty_lots_as_a_gardener_keeps_them_are_read_by_names_and_in_any_order_of_columns() {
    let crops: Vec<&str> =
        Catalogue::standard().crops.iter().filter(|crop| crop.seed.is_some()).map(|crop| crop.plural.as_str()).take(30).collect();
    let mut text = String::from("Packed,AMOUNT,crop,where I put it\n");
    for (n, crop) in crops.iter().enumerate() {
        text += &format!("{},{} g,{crop},box {n}\n", 2020 + n % 7, n + 1);
    }
    let mut garden = demo();
    let told = said(ListOf::Lots, &text, &garden).unwrap();
    keeps(&mut garden, told).unwrap();
    assert_eq!(garden.lots.len(), 30);
    assert_eq!((garden.lots[4].packed, garden.lots[4].amount), (2024, SeedAmount::Weight { mg: 5000 }));
}

#[test]
fn what_is_wrong_is_told_by_its_line_and_column_and_nothing_is_kept() {
    let garden = full();
    let cases = [
        (ListOf::Lots, "crop,amount\ncarrot,2 g\n", "no table with the columns “crop”, “amount”, “packed”"),
        (ListOf::Lots, "crop,amount,packed\ntriffid,2 g,2026\n", "line 2: crop: there is no crop “triffid”"),
        (ListOf::Lots, "crop,amount,packed\ncarrot,2 g,2026\ncarrot,some,2026\n", "line 3: amount: read “some”"),
        (ListOf::Lots, "crop,amount,packed\ncarrot,2 g,\n", "line 2: packed: the year is missing"),
        (ListOf::Lots, "crop,amount,packed,variety\ncarrot,2 g,2026,Nobody’s\n", "called “Nobody’s” in this garden"),
        (ListOf::Lots, "crop,amount,packed,tests\ncarrot,2 g,2026,often\n", "tests: “often” is not written like"),
        (ListOf::Lots, "crop,amount,packed,kept\ncarrot,2 g,2026,attic\n", "kept: “attic” is none of the choices"),
        (ListOf::Varieties, "crop,name,depth\ncarrot,A,deep\n", "line 2: depth: read “deep”"),
        (ListOf::Varieties, "crop,name,way\ncarrot,A,upside\n", "way: “upside” is no way of growing carrots; there are root"),
        (ListOf::Varieties, "crop,name,days\ncarrot,A,long\n", "days: “long” is not written like 60 or 55-65"),
        (ListOf::OwnCrops, "name,like,kills_c\nyam,potato,cold\n", "kills_c: “cold” is not a number"),
    ];
    for (list, text, expected) in cases {
        let refused = said(list, text, &garden).expect_err(expected).to_string();
        assert!(refused.contains(expected), "{refused}");
    }
    // What can be read and cannot be is told by its line too, and none of the lines is kept.
    let mut garden = garden;
    let before = garden.clone();
    let list = said(ListOf::Lots, "crop,amount,packed\ncarrot,2 g,2026\ncarrot,2 g,26\n", &garden).unwrap();
    let refused = keeps(&mut garden, list).unwrap_err().to_string();
    assert!(refused.starts_with("line 3: the year it was packed for: 26 is outside"), "{refused}");
    assert_eq!(garden, before);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]
    #[test]
    fn prop_whatever_stands_in_a_table_is_read_or_refused_in_words(heading in "[a-z,]{0,40}", body in "\\PC{0,200}") {
        let garden = demo();
        for list in ALL {
            for text in [format!("{heading}\n{body}"), format!("{}\n{body}", list.columns().join(","))] {
                if let Err(refused) = said(list, &text, &garden) {
                    prop_assert!(!refused.to_string().is_empty());
                }
            }
        }
    }
}
