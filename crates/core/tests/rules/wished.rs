//! Wants as wishes for the years ahead: by crop and by variety, and what a year lays out of them.

use crate::common::{TODAY, does, draft, seen, unplanted};
use sparrow_core::change::command::Command;
use sparrow_core::change::turns::TurnChange;
use sparrow_core::change::wants::{WantDraft, Wanted};
use sparrow_core::search::amounts::amounts;
use sparrow_core::wants::wished::Wished;
use sparrow_core::wants::{Wants, wants};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{VarietyId, WishId};
use sparrow_facts::turns::{Entry, Piece, Turns, WishDraft};
use sparrow_facts::want::{Purpose, WantAmount};

const YEAR: i16 = 2027;

fn empty() -> Garden {
    Garden { turns: Turns::default(), wants: Vec::new(), ..unplanted() }
}

fn want(garden: &mut Garden, crop: &str, variety: Option<u32>, amount: WantAmount) {
    let variety = variety.map(VarietyId);
    let draft = WantDraft {
        crop: crop.into(),
        variety,
        amount,
        purpose: Purpose::Fresh,
        at_once: false,
        worth: None,
        note: String::new(),
    };
    does(garden, &Command::KeepWant { want: None, draft: Box::new(draft) }).expect("it may be");
}

fn kilograms(many: u32) -> WantAmount {
    WantAmount::Weight { grams: many * 1000 }
}

fn told(garden: &Garden) -> Wants {
    seen(garden, TODAY, &[], |known| wants(known, YEAR))
}

fn wished(garden: &Garden, crop: &str, variety: Option<u32>) -> Wished {
    let variety = variety.map(VarietyId);
    told(garden).wished.into_iter().find(|one| (one.crop.as_str(), one.variety) == (crop, variety)).expect("it is wanted")
}

fn ask(garden: &mut Garden, of: &[(&str, Option<u32>)]) -> Result<(), String> {
    let wanted = of.iter().map(|(crop, variety)| Wanted { crop: (*crop).into(), variety: variety.map(VarietyId) }).collect();
    does(garden, &Command::WishWants { year: YEAR, wanted }).map(|_| ()).map_err(|refused| refused.to_string())
}

/// The middle of both ends of all sums, in whole squares, reckoned by hand from the lines.
fn middle(garden: &Garden, crop: &str, variety: Option<u32>) -> u16 {
    let of_it = |id| garden.want(id).is_some_and(|want| (want.crop.as_str(), want.variety) == (crop, variety.map(VarietyId)));
    let lines = told(garden).wants;
    let sums = lines.iter().filter(|line| of_it(line.want)).filter_map(|line| line.sum.as_ref());
    let ground: f64 = sums.map(|sum| f64::from(sum.ground[0] + sum.ground[1]) / 2.0).sum();
    (ground / 100.0).round() as u16
}

#[test]
fn all_wants_of_a_crop_are_one_wish_and_another_time_change_it() {
    let mut garden = empty();
    want(&mut garden, "beet", None, kilograms(12));
    want(&mut garden, "beet", None, kilograms(5));
    want(&mut garden, "maize", None, kilograms(9));
    let beet = wished(&garden, "beet", None);
    assert_eq!((beet.squares, beet.wished, beet.wish), (Some(middle(&garden, "beet", None)), 0, None));
    assert_eq!(beet.becomes, beet.squares);
    ask(&mut garden, &[("beet", None), ("maize", None)]).unwrap();
    let made: Vec<(&str, u16)> = garden.turns.wishes.iter().map(|one| (one.wish.crop.as_str(), one.wish.squares)).collect();
    assert_eq!(made, [("beet", middle(&garden, "beet", None)), ("maize", middle(&garden, "maize", None))]);
    assert_eq!(wished(&garden, "beet", None).becomes, None, "it is wished as it is wanted");
    assert!(ask(&mut garden, &[("beet", None)]).unwrap_err().contains("it is so already"));

    // What else the wish says stays as it is.
    garden.turns.wishes[0].wish.resistant = true;
    want(&mut garden, "beet", None, kilograms(20));
    ask(&mut garden, &[("beet", None)]).unwrap();
    let after = &garden.turns.wishes[0];
    assert_eq!((after.id, after.wish.squares, after.wish.resistant), (WishId(1), middle(&garden, "beet", None), true));
    assert!(ask(&mut garden, &[("leek", None)]).unwrap_err().contains("leek"), "nothing is wanted of it");
}

#[test]
fn several_wishes_of_a_crop_come_to_what_is_wanted_or_are_left_alone() {
    let mut garden = empty();
    want(&mut garden, "beet", None, kilograms(12));
    ask(&mut garden, &[("beet", None)]).unwrap();
    let squares = garden.turns.wishes[0].wish.squares;
    assert!(squares > 2, "the premise: {squares}");
    let with = |second: u16| {
        let mut garden = garden.clone();
        let wish = WishDraft { squares: second, ..garden.turns.wishes[0].wish.clone() };
        does(&mut garden, &Command::Turn { changes: vec![TurnChange::Wish { wish }] }).unwrap();
        wished(&garden, "beet", None)
    };
    let one = with(1);
    assert_eq!((one.wished, one.becomes, one.wish), (u32::from(squares) + 1, Some(squares - 1), Some(WishId(1))));
    assert_eq!(with(squares).becomes, None, "the others come to all of it, and none is taken away unasked");
}

#[test]
fn a_variety_that_is_wanted_is_wished_for_planned_and_laid_out_as_that_variety() {
    let mut garden = empty();
    does(&mut garden, &Command::KeepVariety { variety: None, draft: Box::new(draft("carrot", "root", "Long Amber")) }).unwrap();
    want(&mut garden, "carrot", Some(1), kilograms(8));
    want(&mut garden, "carrot", None, kilograms(3));
    assert_eq!(told(&garden).wished.len(), 2, "the two are wished for each by itself");
    ask(&mut garden, &[("carrot", Some(1)), ("carrot", None)]).unwrap();
    let of: Vec<(Option<VarietyId>, u16)> = garden.turns.wishes.iter().map(|one| (one.wish.variety, one.wish.squares)).collect();
    assert_eq!(of, [(Some(VarietyId(1)), middle(&garden, "carrot", Some(1))), (None, middle(&garden, "carrot", None))]);

    let bed = garden.beds[0].id;
    let entry = |wish| Entry { wish: WishId(wish), year: YEAR, at: Piece { bed, piece: 0 }, squares: 2 };
    let plan = TurnChange::KeepPlan { name: "Plan".into(), entries: vec![entry(1), entry(2)] };
    does(&mut garden, &Command::Turn { changes: vec![plan] }).unwrap();
    let laid = seen(&garden, TODAY, &[], |known| amounts(known, bed, YEAR));
    assert_eq!(laid.iter().map(|one| one.way.as_str()).collect::<Vec<_>>(), ["variety-1", "root"]);

    // The variety stays as long as it is wished for, and a wish names no other crop's.
    garden.wants.clear();
    let forget = Command::ForgetVariety { variety: VarietyId(1) };
    assert!(does(&mut garden, &forget).unwrap_err().to_string().contains("Long Amber"));
    let mut other = garden.turns.wishes[1].wish.clone();
    (other.crop, other.variety) = ("beet".into(), Some(VarietyId(1)));
    assert!(does(&mut garden, &Command::Turn { changes: vec![TurnChange::Wish { wish: other }] }).is_err());
    does(&mut garden, &Command::Turn { changes: vec![TurnChange::RemoveWish { id: WishId(1) }] }).unwrap();
    does(&mut garden, &forget).unwrap();
}

#[test]
fn meals_through_some_months_are_a_series_of_as_many_harvests_as_sowings() {
    let mut garden = empty();
    does(&mut garden, &Command::KeepVariety { variety: None, draft: Box::new(draft("lettuce", "leaf", "Curl")) }).unwrap();
    let meals = WantAmount::Meals { people: 2, every: 2, from: 5, until: 9 };
    want(&mut garden, "lettuce", Some(1), meals);
    want(&mut garden, "beet", None, kilograms(3));
    let wants = told(&garden);
    let line = |crop: &str| wants.wants.iter().find(|line| garden.want(line.want).unwrap().crop == crop).expect("it is wanted");
    assert_eq!(line("beet").series, None, "one sowing gives all of it");
    let (series, sum) = (line("lettuce").series.as_ref().expect("several sowings"), line("lettuce").sum.as_ref().unwrap());
    let had = sum.had.expect("meals");
    assert_eq!((series.way.as_deref(), series.from, series.until), (Some("variety-1"), had.from, had.until));
    let days = f64::from((had.until - had.from).get_days() + 1);
    assert_eq!(series.every, (days / f64::from(sum.sowings)).round() as u8);
    let plants = f64::from(sum.plants[0] + sum.plants[1]) / 2.0 / f64::from(sum.sowings);
    assert_eq!(f64::from(series.plants), plants.round());
}
