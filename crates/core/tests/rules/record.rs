//! What a variety did here, by the journal of all its plantings.

use crate::common::{TODAY, Told, does, draft, placed_in, seen};
use jiff::civil::date;
use sparrow_core::change::command::Command;
use sparrow_core::reckon::record::{WayRecord, record};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::{Amount, Ending, Happened, Unit, Work};

fn pieces(n: u32) -> Option<Amount> {
    Some(Amount { tenths: n * 10, unit: Unit::Pieces, rough: false })
}

/// The demo garden with a variety of carrot on its second bed in two years.
fn two_years() -> (Garden, [PatchId; 2]) {
    let mut garden = sparrow_demo::quillet_lane(TODAY).expect("the demo household stands on its own rules");
    let variety = draft("carrot", "root", "Long Amber");
    does(&mut garden, &Command::KeepVariety { variety: None, draft: Box::new(variety) }).expect("it may be");
    let ids = [2031, 2032].map(|year| placed_in(&mut garden, "carrot", "variety-1", year));
    (garden, ids)
}

fn told(garden: &Garden, entries: &[Told], way: &str) -> WayRecord {
    seen(garden, date(2033, 1, 1), entries, |known| record(known, "carrot", way)).expect("it is known")
}

fn sown() -> Happened {
    Happened::Sown { many: None, depth: None, apart: None, under: None }
}

#[test]
fn germination_days_and_harvests_are_credited_to_the_variety_that_stood_there() {
    let (garden, [first, second]) = two_years();
    let grams = |n: u32| Some(Amount { tenths: n * 10, unit: Unit::Grams, rough: false });
    let entries = [
        (first, date(2031, 5, 12), sown()),
        (first, date(2031, 5, 24), Happened::Up { many: pieces(42), of: pieces(50) }),
        (first, date(2031, 7, 21), Happened::Picked { many: grams(800) }),
        (first, date(2031, 7, 30), Happened::Picked { many: grams(1200) }),
        (first, date(2031, 8, 5), Happened::Cleared { ending: Ending::Done }),
        (second, date(2032, 5, 10), sown()),
        (second, date(2032, 5, 20), Happened::Up { many: pieces(30), of: pieces(50) }),
        // Counted once more: what is said later holds.
        (second, date(2032, 5, 26), Happened::Up { many: pieces(38), of: pieces(50) }),
        (second, date(2032, 7, 29), Happened::Picked { many: pieces(6) }),
    ];
    let own = told(&garden, &entries, "variety-1");
    assert_eq!(own.days, Some([70, 80]), "12 May to 21 July, 10 May to 29 July");
    assert_eq!(own.up, Some([80, 100]));
    let [one, two] = &own.stands[..] else { panic!("{:?}", own.stands) };
    assert_eq!((one.from, one.up_after, one.up, one.ended), (date(2031, 5, 12), Some(12), Some([42, 50]), Some(Ending::Done)));
    assert_eq!(one.picked, [Amount { tenths: 20_000, unit: Unit::Grams, rough: false }]);
    assert_eq!((two.up_after, two.picked_on, two.ended), (Some(10), Some(date(2032, 7, 29)), None));
    let book = told(&garden, &entries, "root");
    assert!(book.stands.iter().all(|stand| stand.patch != first && stand.patch != second), "the book's way has none of it");
}

#[test]
fn what_was_not_written_down_or_only_guessed_tells_no_number() {
    let (garden, [first, second]) = two_years();
    let guess = Some(Amount { tenths: 400, unit: Unit::Pieces, rough: true });
    let entries = [
        // Nobody wrote down when it was sown.
        (first, date(2031, 7, 21), Happened::Picked { many: None }),
        (second, date(2032, 5, 10), sown()),
        (second, date(2032, 5, 20), Happened::Up { many: guess, of: pieces(50) }),
        (second, date(2032, 5, 21), Happened::Up { many: pieces(60), of: pieces(50) }),
    ];
    let own = told(&garden, &entries, "variety-1");
    assert_eq!((own.days, own.up, own.stands.len()), (None, None, 2));
    assert_eq!((own.stands[0].days, own.stands[0].picked_on), (None, Some(date(2031, 7, 21))));
    assert_eq!(own.stands[1].up_after, Some(10));
    // What was left out never stood.
    let left = told(&garden, &[(first, date(2031, 5, 12), Happened::LeftOut { work: Work::SowOutside })], "variety-1");
    assert!(left.stands.is_empty());
}
