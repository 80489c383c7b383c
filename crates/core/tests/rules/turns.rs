//! The years of a garden: what is remembered and planted flows in, wishes become plans, clashes have
//! reasons and ways out.

use crate::common::known_on;
use crate::common::{TODAY, garden_with, patch_in};
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::turns::{TurnChange, read_stood};
use sparrow_core::climate::weather::Weather;
use sparrow_core::reckon::turns::{CellKind, Lacking, NoteKind, view};
use sparrow_core::search::remedies::{RemedyKind, TieKey, why};
use sparrow_core::search::watch::to_the_end;
use sparrow_core::search::{amounts, years};
use sparrow_core::turns::held::usual_wish;
use sparrow_core::turns::problem::Problem;
use sparrow_core::turns::status::{Standing, straight};
use sparrow_core::turns::{ground, held};
use sparrow_facts::bed::Trellis;
use sparrow_facts::edit::{apply, inverse};
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{BedId, WishId};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{Entry, Piece, Pinned, TurnSchool, TurnsUnit, Unknown, WishDraft, YearsOf};
use sparrow_facts::units::{Length, Units};
use sparrow_rotate::Ledger;

/// The year being planned on the day of these tests: November 2026 is past the first frost.
const FIRST: i16 = 2027;

fn at(bed: u32, piece: u8) -> Piece {
    Piece { bed: BedId(bed), piece }
}

fn turn(garden: &mut Garden, changes: Vec<TurnChange>) -> Result<(), Refusal> {
    carry_out(garden, Catalogue::standard(), &Command::Turn { changes }, TODAY).map(drop)
}

/// Wishes for a crop on so many squares, in summer, without needs.
fn wish(garden: &mut Garden, crop: &str, squares: u16) -> WishId {
    let mut wish = usual_wish(known_on(garden, TODAY), crop, None).expect("a crop of the catalogue");
    (wish.squares, wish.needs.trellis, wish.winters) = (squares, false, false);
    (wish.parts.early, wish.parts.main, wish.parts.late) = (false, true, false);
    turn(garden, vec![TurnChange::Wish { wish }]).expect("a wish that may be");
    garden.turns.wishes.last().expect("it was just wished").id
}

#[test]
fn one_bed_that_cannot_hold_what_is_wished_is_filled_all_the_same_and_soon() {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].length = Length::inches(144);
    for (crop, squares) in [("tomato", 43), ("carrot", 7), ("lettuce", 9)] {
        let wish = usual_wish(known_on(&garden, TODAY), crop, None).expect("a crop of the catalogue");
        turn(&mut garden, vec![TurnChange::Wish { wish: WishDraft { squares, ..wish } }]).unwrap();
    }
    let mut asked = 0;
    let mut watch = |_: Option<&dyn Fn() -> years::Towards>| {
        asked += 1;
        asked < 200
    };
    let plan = years::propose(known_on(&garden, TODAY), &[], &mut watch).expect("there are wishes");
    assert!(plan.proven, "{:?}", plan.cost);
    let squares: u32 = plan.entries.iter().map(|entry| u32::from(entry.squares)).sum();
    // By hand: 59 squares are wanted of 48 in each summer of four.
    assert_eq!(squares, 4 * 48, "{:?}", plan.entries);
}

fn remember(garden: &mut Garden, bed: u32, year: i16, words: &str) {
    turn(garden, vec![TurnChange::Remember { bed: BedId(bed), section: None, year, words: words.into() }])
        .expect("crops of the catalogue");
}

fn best(garden: &Garden) -> years::TurnProposal {
    years::propose(known_on(garden, TODAY), &[], &mut to_the_end).expect("there are wishes")
}

fn years(garden: &mut Garden, years: u8) {
    let rules = TurnChange::SetRules { years, school: TurnSchool::FamilyFirst, unit: TurnsUnit::Section, covers_count: true };
    // The rules of a new garden are these already when it is four years.
    let _ = turn(garden, vec![rules]);
    assert_eq!(garden.turns.years, years);
}

#[test]
fn a_bed_and_year_are_remembered_as_fast_as_they_are_typed() {
    let mut garden = garden_with(1, Units::Imperial);
    remember(&mut garden, 1, 2025, "Tomatoes, potatoes; onion family");
    let stood: Vec<&Stood> = garden.past.iter().map(|past| &past.stood).collect();
    let (crop, family) = (|key: &str| Stood::Crop(key.into()), Stood::Family("onion".into()));
    assert_eq!(stood, [&crop("tomato"), &crop("potato"), &family]);
    // A word that is no crop is named, and nothing is remembered by halves.
    let words = "carrots, triffids".to_string();
    let refused = turn(&mut garden, vec![TurnChange::Remember { bed: BedId(1), section: None, year: 2024, words }]);
    assert_eq!(refused, Err(Refusal::Unknown { what: "crop or family", key: "triffids".into() }));
    assert_eq!(garden.past.len(), 3);
    remember(&mut garden, 1, 2024, "don't know");
    assert_eq!(garden.turns.unknown, [Unknown { bed: BedId(1), year: 2024 }]);
    remember(&mut garden, 1, 2024, "leeks");
    assert!(garden.turns.unknown.is_empty(), "now somebody knows");
}

#[test]
fn plantings_of_past_years_flow_in_where_they_stood_the_small_ones_too() {
    let mut garden = garden_with(1, Units::Imperial);
    let mut radish = patch_in(&garden, "radish", "root", Rect { x: 0, y: 0, w: 2, h: 2 });
    (radish.from, radish.until, radish.planted.between) = (date(2025, 4, 1), date(2025, 5, 6), true);
    garden.patches.push(radish);
    let mut garlic = patch_in(&garden, "garlic", "bulb", Rect { x: 12, y: 0, w: 2, h: 2 });
    (garlic.from, garlic.until) = (date(2025, 10, 20), date(2026, 7, 10));
    garden.patches.push(garlic);
    let seen = view(known_on(&garden, TODAY), &[]);
    let told: Vec<_> = seen.cells.iter().map(|cell| (cell.at, cell.year, cell.family.as_str(), cell.centisquares)).collect();
    // The first bed is braced in the middle: radish in its left half, garlic in its right, for both years.
    assert_eq!(
        told,
        [(at(1, 0), 2025, "cabbage", Some(100)), (at(1, 1), 2025, "onion", Some(100)), (at(1, 1), 2026, "onion", Some(100))]
    );
    assert!(seen.ties.is_empty(), "garlic over one winter is one stand, not two");
    // A cabbage wish sees the radishes.
    let cabbage = wish(&mut garden, "cabbage", 4);
    let answer = straight(known_on(&garden, TODAY), &[], (cabbage, FIRST)).unwrap();
    assert_eq!(answer.lines[0], (at(1, 1), Standing::Legal { years: None }));
    assert_eq!(answer.lines[1], (at(1, 0), Standing::TooSoon { year: 2025, years: 2, interval: 4 }));
}

#[test]
fn legal_at_the_limit_too_soon_not_free_and_unfit_are_told_apart() {
    let mut garden = garden_with(5, Units::Imperial);
    remember(&mut garden, 2, FIRST - 4, "kale");
    remember(&mut garden, 3, FIRST - 3, "kale");
    let cabbage = wish(&mut garden, "cabbage", 20);
    let maize = wish(&mut garden, "maize", 30);
    let planned = [Entry { wish: maize, year: FIRST, at: at(4, 0), squares: 30 }];
    let answer = straight(known_on(&garden, TODAY), &planned, (cabbage, FIRST)).unwrap();
    let of = |piece: Piece| answer.lines.iter().find(|line| line.0 == piece).unwrap().1.clone();
    assert_eq!(of(at(5, 0)), Standing::Legal { years: None });
    assert_eq!(of(at(2, 0)), Standing::AtTheLimit { years: 4 });
    assert_eq!(of(at(3, 0)), Standing::TooSoon { year: FIRST - 3, years: 3, interval: 4 });
    // 32 squares less 30 of maize leave 2.
    assert_eq!(of(at(4, 0)), Standing::NotFree { free: 2 });
    let mut climbing = garden.turns.wish(cabbage).unwrap().clone();
    climbing.needs.trellis = true;
    turn(&mut garden, vec![TurnChange::ChangeWish { id: cabbage, wish: climbing }]).unwrap();
    let answer = straight(known_on(&garden, TODAY), &planned, (cabbage, FIRST)).unwrap();
    assert!(answer.lines.iter().all(|line| line.1 == Standing::Lacks { need: "trellis".into() }));
}

/// Four beds, four groups, four years apart: the rotation every handbook prints for four beds.
#[test]
fn four_beds_and_four_families_turn_without_a_clash() {
    let mut garden = garden_with(4, Units::Imperial);
    years(&mut garden, 8);
    for crop in ["tomato", "cabbage", "onion", "bean"] {
        wish(&mut garden, crop, 10);
    }
    let plan = best(&garden);
    assert_eq!((plan.cost.clash, plan.cost.short, plan.proven), (0, 0, true));
    assert!(view(known_on(&garden, TODAY), &plan.entries).ties.is_empty());
}

/// One bed of 4 × 8 squares and two of its halves for nightshades that want four years: it cannot be.
fn crowded() -> Garden {
    let mut garden = garden_with(2, Units::Imperial);
    garden.beds[1].trellises =
        vec![Trellis { from_far: Length::inches(0), start: Length::inches(0), end: garden.beds[1].length }];
    wish(&mut garden, "tomato", 6);
    wish(&mut garden, "carrot", 6);
    let mut climbing = garden.turns.wishes[0].wish.clone();
    climbing.needs.trellis = true;
    let id = garden.turns.wishes[0].id;
    turn(&mut garden, vec![TurnChange::ChangeWish { id, wish: climbing }]).expect("a wish that may be");
    garden
}

#[test]
fn a_clash_is_explained_and_every_way_out_is_solved_for_and_can_be_taken_and_undone() {
    let mut garden = crowded();
    let plan = best(&garden);
    let seen = view(known_on(&garden, TODAY), &plan.entries);
    assert!(!seen.ties.is_empty(), "the premise");
    let tie = seen.ties.iter().find(|tie| tie.later - tie.earlier == 1).unwrap();
    let reasons = why(known_on(&garden, TODAY), &plan.entries, &TieKey::from(tie), &mut to_the_end).unwrap();
    let tomato = garden.turns.wishes[0].id;
    assert!(reasons.forced);
    assert!(reasons.wishes.iter().all(|one| one.wish == tomato), "the carrots have no part in it: {:?}", reasons.wishes);
    assert_eq!(reasons.needs, [(tomato, "trellis".to_string())]);
    assert!(reasons.elsewhere.contains(&(at(1, 0), Standing::Lacks { need: "trellis".into() })));
    assert!(reasons.remedies.iter().any(|one| one.kind == RemedyKind::Trellis { bed: BedId(1) }));
    assert!(reasons.remedies.windows(2).all(|pair| pair[0].cost <= pair[1].cost), "cheapest first");
    for remedy in &reasons.remedies {
        assert!(remedy.cost < plan.cost.total(), "{:?} is no way out", remedy.kind);
        let before = garden.clone();
        let keep = TurnChange::KeepPlan { name: "with a way out".into(), entries: remedy.entries.clone() };
        let command = Command::Turn { changes: remedy.changes.iter().cloned().chain([keep]).collect() };
        let edits = carry_out(&mut garden, Catalogue::standard(), &command, TODAY).unwrap();
        let after = view(known_on(&garden, TODAY), &remedy.entries);
        assert_eq!(after.cost.total(), remedy.cost, "{:?} costs what was said", remedy.kind);
        assert_eq!((after.ties.len() as u32, after.against), (remedy.against.too_soon, remedy.against));
        apply(&mut garden, &inverse(edits));
        assert_eq!(garden, before);
    }
    // A clash that is not in the plan has no reason.
    assert!(why(known_on(&garden, TODAY), &[], &TieKey::from(tie), &mut to_the_end).is_err());
}

#[test]
fn arguing_puts_a_wish_where_it_is_wanted_and_says_what_that_costs() {
    let mut garden = garden_with(4, Units::Imperial);
    years(&mut garden, 4);
    let wishes = ["tomato", "cabbage", "onion", "bean"].map(|crop| wish(&mut garden, crop, 10));
    let plan = best(&garden);
    let cabbages: Vec<Piece> =
        plan.entries.iter().filter(|entry| entry.wish == wishes[1] && entry.year == FIRST + 1).map(|entry| entry.at).collect();
    let there = (2..=4).map(|bed| at(bed, 0)).find(|piece| !cabbages.contains(piece)).unwrap();
    let pin = Pinned { wish: wishes[1], year: FIRST + 1, at: there };
    let argued = years::argue(known_on(&garden, TODAY), &plan.entries, pin, &mut to_the_end).unwrap();
    let stands: Vec<_> =
        argued.proposal.entries.iter().filter(|entry| entry.wish == pin.wish && entry.year == pin.year).collect();
    assert_eq!(stands.iter().map(|entry| entry.at).collect::<Vec<_>>(), [there]);
    assert_eq!(argued.before, plan.against);
    assert!(argued.proposal.cost.total() >= plan.cost.total(), "nothing is cheaper than the best");
    assert!(!argued.come.is_empty() && argued.gone.len() < plan.entries.len(), "only what must move moves");
    // Pinned for good, the next proposal keeps to it.
    turn(&mut garden, vec![TurnChange::Pin { pin, fixed: true }]).unwrap();
    assert!(best(&garden).entries.iter().any(|entry| (entry.wish, entry.year, entry.at) == (pin.wish, pin.year, pin.at)));
}

#[test]
fn a_finding_in_a_bed_makes_a_family_wait_longer_there_and_own_values_overrule_the_book() {
    let mut garden = garden_with(3, Units::Imperial);
    remember(&mut garden, 2, FIRST - 5, "cabbage");
    let kale = wish(&mut garden, "kale", 4);
    let standing = |garden: &Garden| {
        let answer = straight(known_on(garden, TODAY), &[], (kale, FIRST)).unwrap();
        answer.lines.into_iter().find(|line| line.0 == at(2, 0)).unwrap().1
    };
    assert_eq!(standing(&garden), Standing::Legal { years: Some(5) });
    let found = Some(("clubroot".to_string(), 7));
    turn(&mut garden, vec![TurnChange::Find { bed: BedId(2), family: "cabbage".into(), found }]).unwrap();
    assert_eq!(standing(&garden), Standing::TooSoon { year: FIRST - 5, years: 5, interval: 7 });
    assert!(best(&garden).entries.iter().all(|entry| entry.at != at(2, 0) || entry.year > FIRST + 1));
    let over = TurnChange::Find { bed: BedId(2), family: "cabbage".into(), found: None };
    turn(&mut garden, vec![over, TurnChange::SetFamily { family: "cabbage".into(), values: Some((6, 5)) }]).unwrap();
    assert_eq!(standing(&garden), Standing::TooSoon { year: FIRST - 5, years: 5, interval: 6 });
}

#[test]
fn the_three_schools_judge_the_same_years_unlike() {
    let mut garden = garden_with(2, Units::Imperial);
    remember(&mut garden, 2, FIRST - 1, "potatoes");
    let tomato = wish(&mut garden, "tomato", 4);
    let plan = [Entry { wish: tomato, year: FIRST, at: at(2, 0), squares: 4 }];
    let cost = |garden: &mut Garden, school: TurnSchool| {
        garden.turns.school = school;
        view(known_on(garden, TODAY), &plan).cost
    };
    // Risk 5, three years too soon of four: 100 × 5 × 3; and hungry after hungry.
    let family = cost(&mut garden, TurnSchool::FamilyFirst);
    assert_eq!((family.clash, family.hungry), (1500, 10));
    let feeding = cost(&mut garden, TurnSchool::FeedingFirst);
    assert_eq!((feeding.clash, feeding.hungry), (300, 300));
    assert_eq!(cost(&mut garden, TurnSchool::NeverTheSameSpot).clash, 0, "potatoes are not tomatoes");
}

#[test]
fn what_follows_what_within_a_year_and_from_year_to_year_is_noticed() {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    let (radish, kale, pea, maize) = (
        wish(&mut garden, "radish", 4),
        wish(&mut garden, "kale", 4),
        wish(&mut garden, "pea", 4),
        wish(&mut garden, "maize", 4),
    );
    for (id, early) in [(radish, true), (kale, false)] {
        let mut draft = garden.turns.wish(id).unwrap().clone();
        (draft.parts.early, draft.parts.main, draft.parts.late) = (early, false, !early);
        turn(&mut garden, vec![TurnChange::ChangeWish { id, wish: draft }]).unwrap();
    }
    let entry = |wish, year| Entry { wish, year, at: at(1, 0), squares: 4 };
    let plan = [entry(radish, FIRST), entry(kale, FIRST), entry(pea, FIRST + 1), entry(maize, FIRST + 2)];
    let seen = view(known_on(&garden, TODAY), &plan);
    let notes: Vec<_> = seen.notes.iter().map(|note| (note.year, note.kind, note.first.as_str(), note.then.as_str())).collect();
    assert!(notes.contains(&(FIRST, NoteKind::TwiceInAYear, "radish", "kale")), "{notes:?}");
    assert!(notes.contains(&(FIRST + 2, NoteKind::GiverFirst, "pea", "maize")), "{notes:?}");
    let plan = [entry(kale, FIRST), entry(maize, FIRST + 1)];
    let notes = view(known_on(&garden, TODAY), &plan).notes;
    assert_eq!(notes.iter().map(|note| note.kind).collect::<Vec<_>>(), [NoteKind::HungryAgain]);
}

#[test]
fn years_on_and_off_tubs_perennials_and_fallow_ground_are_kept_to() {
    let mut garden = garden_with(2, Units::Imperial);
    let mut rhubarb = patch_in(&garden, "rhubarb", "clump", Rect { x: 0, y: 0, w: 8, h: 8 });
    (rhubarb.from, rhubarb.until) = (date(2024, 1, 1), date(2035, 12, 31));
    garden.patches.push(rhubarb);
    let bean = wish(&mut garden, "bean", 30);
    let mut draft = garden.turns.wish(bean).unwrap().clone();
    draft.years = YearsOf { every: 2, first: Some(FIRST + 1), last: None };
    let closing = sparrow_facts::turns::Closing { at: at(2, 0), year: FIRST + 3 };
    turn(&mut garden, vec![TurnChange::ChangeWish { id: bean, wish: draft }, TurnChange::Close { closing, closed: true }])
        .unwrap();
    let plan = best(&garden);
    let years: Vec<i16> = plan.entries.iter().map(|entry| entry.year).collect();
    assert!(years.iter().all(|year| [FIRST + 1, FIRST + 3].contains(year)), "{years:?}");
    // Rhubarb fills the left half of the first bed, 16 squares are free beside it; the second bed is fallow then.
    assert!(plan.entries.iter().all(|entry| entry.at != at(1, 0) && (entry.at != at(2, 0) || entry.year == FIRST + 1)));
    let short = view(known_on(&garden, TODAY), &plan.entries).short;
    assert_eq!(short, [(bean, FIRST + 3, 14)]);
}

#[test]
fn what_is_planted_stands_whatever_is_wished_and_the_plan_is_charged_with_it() {
    let mut garden = garden_with(2, Units::Imperial);
    garden.beds[0].braces.clear();
    garden.patches.push(patch_in(&garden, "tomato", "staked", Rect { x: 0, y: 0, w: 16, h: 6 }));
    remember(&mut garden, 1, FIRST - 1, "potatoes");
    let pepper = wish(&mut garden, "pepper", 10);
    let plan = best(&garden);
    let seen = view(known_on(&garden, TODAY), &plan.entries);
    assert_eq!((seen.cost, seen.against), (plan.cost, plan.against));
    // Potatoes, then tomatoes: three years too soon of four, at risk 5. No plan helps that.
    let planted: Vec<_> = seen.ties.iter().filter(|tie| tie.planted).map(|tie| (tie.at, tie.later, tie.past)).collect();
    assert_eq!(planted, [(at(1, 0), FIRST, false)]);
    assert!(seen.cost.clash >= 1500, "which is charged");
    // The tomatoes leave 8 of 32 squares for others that year.
    let beside = plan.entries.iter().filter(|entry| (entry.wish, entry.year, entry.at) == (pepper, FIRST, at(1, 0)));
    assert!(beside.map(|entry| entry.squares).sum::<u16>() <= 8);
}

/// By hand: with frosts about 21 April and 24 October spring lasts to 12 May (three weeks on) and autumn
/// begins on 15 August (ten weeks before); a part counts from 21 days on.
#[test]
fn the_parts_of_the_year_a_crop_holds_follow_from_its_days() {
    let parts = |site: &sparrow_facts::site::Site, from, until, year| {
        let weather = Weather::of(&sparrow_facts::garden::Garden::new(site.clone()));
        let parts = held::parts_of(&weather, from, until, year);
        [parts.early, parts.main, parts.late]
    };
    let north = crate::common::site(Units::Imperial);
    for (name, from, until, held) in [
        ("radish", date(2027, 4, 1), date(2027, 5, 6), [true, false, false]),
        ("tomatoes, in the ground eleven days before summer", date(2027, 5, 1), date(2027, 10, 24), [false, true, true]),
        ("beans", date(2027, 5, 20), date(2027, 8, 20), [false, true, false]),
        ("kale", date(2027, 7, 20), date(2027, 12, 1), [false, true, true]),
        ("ten days of cress, most of them in May", date(2027, 5, 10), date(2027, 5, 20), [false, true, false]),
        ("garlic, of which autumn is another year's", date(2026, 10, 20), date(2027, 7, 10), [true, true, false]),
    ] {
        assert_eq!(parts(&north, from, until, 2027), held, "{name}");
    }
    assert_eq!(parts(&north, date(2026, 10, 20), date(2027, 7, 10), 2026), [false, false, true], "that autumn");
    // South of the equator the same, half a year on.
    let south = crate::common::turned(&north);
    assert_eq!(parts(&south, date(2027, 10, 1), date(2027, 11, 6), 2027), [true, false, false]);
    assert_eq!(parts(&south, date(2028, 1, 20), date(2028, 6, 1), 2027), [false, true, true]);
}

#[test]
fn a_usual_wish_is_what_the_catalogue_knows_of_the_crop() {
    let mut garden = garden_with(1, Units::Imperial);
    assert!(!usual_wish(known_on(&garden, TODAY), "tomato", None).unwrap().needs.trellis, "stakes do where there is no trellis");
    garden.beds[0].trellises = vec![Trellis { from_far: Length::inches(2), start: Length::ZERO, end: garden.beds[0].length }];
    let usual = |crop: &str| usual_wish(known_on(&garden, TODAY), crop, None).unwrap();
    assert!(usual("tomato").needs.trellis && !usual("carrot").needs.trellis);
    assert!(usual("garlic").winters && !usual("onion").winters, "garlic goes in the autumn before");
    let lettuce = usual("lettuce").parts;
    assert!(lettuce.early && !lettuce.late);
    assert!(usual_wish(known_on(&garden, TODAY), "triffid", None).is_err());
}

/// A trellis over a third of one bed of two: what is asked for beyond its 32 squares is named, with the ground that has it.
#[test]
fn what_a_wish_lacks_is_named_and_not_told_as_short_of_ground() {
    let mut garden = garden_with(2, Units::Imperial);
    let tomato = wish(&mut garden, "tomato", 6);
    let change = |garden: &mut Garden, trellis: bool| {
        let one = garden.turns.wishes.iter_mut().find(|one| one.id == tomato).unwrap();
        one.wish.needs.trellis = trellis;
    };
    change(&mut garden, true);
    let lacking = |garden: &Garden| view(known_on(garden, TODAY), &[]).lacking;
    assert_eq!(lacking(&garden), [Lacking { wish: tomato, need: "trellis".into(), squares: 0 }]);
    change(&mut garden, false);
    assert_eq!(lacking(&garden), []);
}

/// The years and the bed agree: what waits for nothing there ties nothing here, and what stays does not clash with itself.
#[test]
fn flowers_covers_and_clumps_tie_nothing_in_the_years() {
    let told = |stood: [&str; 2], wished: Option<&str>, covers_count: bool| {
        let mut garden = garden_with(1, Units::Imperial);
        garden.turns.covers_count = covers_count;
        for (n, crop) in stood.into_iter().enumerate() {
            let past =
                Command::Remember { bed: BedId(1), section: None, year: FIRST - 2 + n as i16, stood: Stood::Crop(crop.into()) };
            carry_out(&mut garden, Catalogue::standard(), &past, TODAY).unwrap();
        }
        let planned = wished.map(|crop| {
            wish(&mut garden, crop, 2);
            years::propose(known_on(&garden, TODAY), &[], &mut to_the_end).unwrap().entries
        });
        view(known_on(&garden, TODAY), &planned.unwrap_or_default()).ties.len()
    };
    assert_eq!(told(["rhubarb", "rhubarb"], None, false), 0);
    assert_eq!(told(["marigold", "calendula"], Some("lettuce"), false), told(["pea", "carrot"], Some("lettuce"), false));
    assert_eq!(told(["pea", "lettuce"], Some("marigold"), false), 0);
    assert_eq!(told(["crimson-clover", "hairy-vetch"], None, false), 0);
    assert_eq!(told(["crimson-clover", "hairy-vetch"], None, true), 2, "one in each half of the bed");
    assert_eq!(told(["pea", "bean"], None, false), 2, "the premise");
}

/// 'Squash' may be three crops of one family, and the family is remembered; 'greens' are of two, and nobody knows which.
#[test]
fn what_stood_may_be_told_in_both_kinds_of_english() {
    let read = |word: &str| read_stood(Catalogue::standard(), word);
    assert_eq!(read("Corn"), Some(Stood::Crop("maize".into())));
    assert_eq!(read("squash"), Some(Stood::Family("gourd".into())));
    assert_eq!(read("beans"), Some(Stood::Family("pea-bean".into())));
    assert_eq!(read("onion family"), Some(Stood::Family("onion".into())));
    assert_eq!((read("greens"), read("xyzzy")), (None, None));
}

/// A planting of garlic from one autumn to the next summer, in the first bed.
fn garlic(garden: &Garden, planted: i16) -> sparrow_facts::patch::Patch {
    let patch = patch_in(garden, "garlic", "bulb", Rect { x: 0, y: 0, w: 4, h: 4 });
    sparrow_facts::patch::Patch { from: date(planted, 10, 20), until: date(planted + 1, 7, 10), ..patch }
}

#[test]
fn garlic_that_stands_over_winter_does_not_come_too_soon_after_itself() {
    let mut garden = garden_with(1, Units::Imperial);
    for planted in [FIRST - 1, FIRST] {
        let mut one = garden.clone();
        one.patches.push(garlic(&one, planted));
        assert!(view(known_on(&one, TODAY), &[]).ties.is_empty(), "planted in {planted}");
    }
    // A second planting, in the autumn in which the first was lifted, does.
    garden.patches.push(garlic(&garden, FIRST - 1));
    garden.patches.push(garlic(&garden, FIRST));
    let seen = view(known_on(&garden, TODAY), &[]);
    let told: Vec<_> = seen.ties.iter().map(|tie| (tie.earlier, tie.later)).collect();
    assert_eq!(told, [(FIRST - 1, FIRST), (FIRST - 1, FIRST + 1)]);
}

#[test]
fn what_is_planted_of_a_wish_is_taken_off_it_in_that_year() {
    let mut garden = garden_with(2, Units::Imperial);
    garden.patches.push(patch_in(&garden, "bean", "bush", Rect { x: 0, y: 0, w: 6, h: 4 }));
    let bean = wish(&mut garden, "bean", 10);
    let plan = best(&garden);
    let given = |year: i16| plan.entries.iter().filter(|entry| entry.year == year).map(|entry| entry.squares).sum::<u16>();
    assert_eq!([given(FIRST), given(FIRST + 1)], [4, 10], "6 squares are planted in the first year");
    // It can be fixed and argued about in that year too.
    let pin = Pinned { wish: bean, year: FIRST, at: at(2, 0) };
    let argued = years::argue(known_on(&garden, TODAY), &plan.entries, pin, &mut to_the_end).unwrap();
    assert!(argued.proposal.entries.contains(&Entry { wish: bean, year: FIRST, at: at(2, 0), squares: 4 }));
    garden.patches[0].rect = Rect { x: 0, y: 0, w: 8, h: 5 };
    assert_eq!(best(&garden).entries.iter().filter(|entry| entry.year == FIRST).count(), 0, "all of it is planted");
}

#[test]
fn a_plan_gives_up_squares_that_are_no_longer_wanted() {
    let mut garden = garden_with(2, Units::Imperial);
    let bean = wish(&mut garden, "bean", 10);
    let plan = best(&garden);
    let mut fewer = garden.turns.wish(bean).unwrap().clone();
    fewer.squares = 4;
    turn(&mut garden, vec![TurnChange::ChangeWish { id: bean, wish: fewer }]).unwrap();
    let again = years::propose(known_on(&garden, TODAY), &plan.entries, &mut to_the_end).unwrap();
    assert!(!again.entries.is_empty() && again.entries.iter().all(|entry| entry.squares == 4), "{:?}", again.entries);
    assert_eq!(view(known_on(&garden, TODAY), &plan.entries).cells.iter().filter_map(|cell| cell.centisquares).max(), Some(400));
}

#[test]
fn own_values_and_findings_hold_in_the_bed_view_as_well() {
    let mut garden = garden_with(1, Units::Imperial);
    remember(&mut garden, 1, FIRST - 3, "kale");
    garden.patches.push(patch_in(&garden, "cabbage", "head", Rect { x: 0, y: 0, w: 6, h: 6 }));
    let warned = |garden: &Garden| {
        let reckoned = sparrow_core::reckon::day::reckon(known_on(garden, TODAY), date(2027, 6, 1));
        reckoned.findings.into_iter().find_map(|finding| match finding.reason {
            sparrow_core::rules::reason::Reason::TooSoon { interval, .. } => Some(interval),
            _ => None,
        })
    };
    assert_eq!(warned(&garden), Some(4), "by the book");
    turn(&mut garden, vec![TurnChange::SetFamily { family: "cabbage".into(), values: Some((3, 5)) }]).unwrap();
    assert_eq!(warned(&garden), None, "three years are enough for this household");
    let found = Some(("clubroot".to_string(), 7));
    turn(&mut garden, vec![TurnChange::Find { bed: BedId(1), family: "cabbage".into(), found }]).unwrap();
    assert_eq!(warned(&garden), Some(7), "but not in this bed");
}

/// By hand: 12 bush beans a square in the household's own 3 by 4 in are 120 on 10 squares, and the bed view is
/// asked for the plan's own months when they are not the crop's usual ones.
#[test]
fn a_year_of_the_plan_arrives_in_a_bed_as_plants_with_its_days() {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    let distance = Some((sparrow_facts::units::Tape(Length::inches(3)), sparrow_facts::units::Tape(Length::inches(4))));
    let own = Command::SetSpacing { crop: "bean".into(), way: "bush".into(), distance, note: String::new() };
    carry_out(&mut garden, Catalogue::standard(), &own, TODAY).unwrap();
    let bean = wish(&mut garden, "bean", 10);
    let mut late = garden.turns.wish(bean).unwrap().clone();
    (late.parts.early, late.parts.main, late.parts.late) = (false, false, true);
    let entry = |year| Entry { wish: bean, year, at: at(1, 0), squares: 10 };
    let keep = TurnChange::KeepPlan { name: "Plan".into(), entries: vec![entry(FIRST)] };
    turn(&mut garden, vec![keep]).unwrap();
    let of = |garden: &Garden, year: i16| amounts::amounts(known_on(garden, TODAY), BedId(1), year);
    let usual = of(&garden, FIRST);
    assert_eq!(usual.iter().map(|one| (one.crop.as_str(), one.plants)).collect::<Vec<_>>(), [("bean", 120)]);
    assert!(of(&garden, FIRST + 1).is_empty());
    turn(&mut garden, vec![TurnChange::ChangeWish { id: bean, wish: late }]).unwrap();
    let late = of(&garden, FIRST);
    assert_eq!((late[0].from, late[0].until), (Some(date(FIRST, 8, 15)), Some(date(FIRST, 12, 31))));
}

#[test]
fn a_garden_without_ground_has_years_and_plans_nothing_in_them() {
    let mut garden = garden_with(0, Units::Imperial);
    wish(&mut garden, "bean", 10);
    let plan = best(&garden);
    assert!(plan.entries.is_empty() && plan.proven);
    let seen = view(known_on(&garden, TODAY), &[]);
    assert!(seen.plots.is_empty());
    assert_eq!(seen.short.len(), 4, "ten squares short in each of four years");
}

#[test]
fn strips_and_whole_beds_count_as_the_same_ground_when_the_household_says_so() {
    let mut garden = garden_with(1, Units::Imperial);
    let pieces = |garden: &Garden, unit: TurnsUnit| {
        let mut garden = garden.clone();
        garden.turns.unit = unit;
        ground::plots(&garden).iter().map(|plot| plot.squares).collect::<Vec<_>>()
    };
    assert_eq!(pieces(&garden, TurnsUnit::Bed), [32]);
    assert_eq!(pieces(&garden, TurnsUnit::Section), [16, 16]);
    assert_eq!(pieces(&garden, TurnsUnit::Square), [8, 8, 8, 8]);
    turn(&mut garden, vec![TurnChange::Divide { bed: BedId(1), divided: true }]).unwrap();
    assert_eq!(pieces(&garden, TurnsUnit::Section), [8, 8, 8, 8]);
}

#[test]
fn a_bed_that_goes_takes_its_part_of_the_turns_along_and_brings_it_back() {
    let mut garden = garden_with(3, Units::Imperial);
    let bean = wish(&mut garden, "bean", 4);
    let entry = |bed| Entry { wish: bean, year: FIRST, at: at(bed, 0), squares: 4 };
    let pin = Pinned { wish: bean, year: FIRST, at: at(3, 0) };
    turn(
        &mut garden,
        vec![
            TurnChange::Pin { pin, fixed: true },
            TurnChange::KeepPlan { name: "Plan".into(), entries: vec![entry(2), entry(3)] },
            TurnChange::Shade { bed: BedId(3), shady: true },
        ],
    )
    .unwrap();
    let before = garden.clone();
    let edits = carry_out(&mut garden, Catalogue::standard(), &Command::RemoveBed { bed: BedId(3) }, TODAY).unwrap();
    assert_eq!(garden.turns.plans[0].entries, [entry(2)]);
    assert!(garden.turns.pins.is_empty() && garden.turns.shady.is_empty());
    apply(&mut garden, &inverse(edits));
    assert_eq!(garden, before);
}

#[test]
fn wrong_wishes_are_refused_in_words_and_change_nothing() {
    let mut garden = garden_with(1, Units::Imperial);
    let usual = usual_wish(known_on(&garden, TODAY), "bean", None).unwrap();
    let before = garden.clone();
    let none = WishDraft { squares: 0, ..usual.clone() };
    let never = WishDraft { parts: Default::default(), ..usual.clone() };
    let back = WishDraft { years: YearsOf { every: 1, first: Some(2030), last: Some(2028) }, ..usual };
    for (wish, said) in [
        (none, "squares: 0 is outside 1 to 400"),
        (never, "choose a part of the year: early, main or late"),
        (back, "last year: 2028 is outside 2030 to 9998"),
    ] {
        let refused = turn(&mut garden, vec![TurnChange::Wish { wish }]).unwrap_err();
        assert!(refused.to_string().starts_with(said), "{refused}");
    }
    let nothing = years::propose(known_on(&garden, TODAY), &[], &mut to_the_end).unwrap_err();
    assert_eq!(nothing, Refusal::NothingTo { what: "plan: wish for something first" });
    assert_eq!(garden, before);
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 24, ..ProptestConfig::default() })]

    #[test]
    fn prop_a_proposal_of_any_garden_is_lawful_and_costs_what_the_view_counts(
        crops in prop::collection::vec((0..6_usize, 1..10_u16), 1..5),
        past in prop::collection::vec((1..4_u32, 0..6_usize, 1..4_i16), 0..6),
    ) {
        let names = ["tomato", "cabbage", "onion", "bean", "carrot", "lettuce"];
        let mut garden = garden_with(3, Units::Imperial);
        years(&mut garden, 3);
        past.iter().for_each(|&(bed, crop, ago)| remember_again(&mut garden, bed, FIRST - ago, names[crop]));
        crops.iter().for_each(|&(crop, squares)| { wish(&mut garden, names[crop], squares); });
        let plan = best(&garden);
        let problem = Problem::of(known_on(&garden, TODAY));
        prop_assert_eq!(Ledger::lawful(&problem.instance, &problem.assigns(&plan.entries)), Ok(()));
        let seen = view(known_on(&garden, TODAY), &plan.entries);
        prop_assert_eq!(seen.cost, plan.cost);
        prop_assert!(plan.bound <= plan.cost.total());
        let planned = seen.cells.iter().filter(|cell| cell.kind == CellKind::Planned).count();
        prop_assert_eq!(planned, plan.entries.len());
    }
}

/// A planned stand in the second bed, after what is remembered there a year before: what it is counted as, and its ties.
fn after(remembered: &str, planted: &[(&str, bool)]) -> (u64, Vec<(String, Option<String>, u32)>) {
    let mut garden = garden_with(2, Units::Imperial);
    remember(&mut garden, 2, FIRST - 1, remembered);
    let mut plan = Vec::new();
    for (crop, resistant) in planted {
        let id = wish(&mut garden, crop, 2);
        garden.turns.wishes.last_mut().expect("it was just wished").wish.resistant = *resistant;
        plan.push(Entry { wish: id, year: FIRST, at: at(2, 0), squares: 2 });
    }
    let seen = view(known_on(&garden, TODAY), &plan);
    (seen.cost.clash, seen.ties.into_iter().map(|tie| (tie.family, tie.after, tie.interval)).collect())
}

/// By hand: nightshades, risk 5, three years too soon of four: 100 × 5 × 3.
#[test]
fn a_resistant_pepper_halves_its_own_risk_and_not_that_of_the_tomato_beside_it() {
    let (pepper, tomato) = (("pepper", true), ("tomato", false));
    assert_eq!(after("potatoes", &[tomato]).0, 1500);
    assert_eq!(after("potatoes", &[pepper]).0, 750);
    let both = after("potatoes", &[pepper, tomato]);
    assert_eq!((both.0, both.1.len()), (1500, 1), "one clash of the family, at the greater risk");
}

/// Cress is out before it harms: it waits two of four years, nothing waits for it, and beside kale it changes nothing for the kale.
#[test]
fn a_light_crop_waits_half_as_long_and_nothing_waits_for_it() {
    let cabbage = |interval: u32| ("cabbage".to_string(), None, interval);
    assert_eq!(after("kale", &[("cress", false)]).1, [("cabbage".to_string(), Some("cabbage".to_string()), 2)]);
    assert_eq!(after("cress", &[("kale", false)]).1, []);
    assert_eq!(after("cress", &[("cress", false)]).1, []);
    assert_eq!(after("kale", &[("kale", false)]).1, [cabbage(4)]);
    // Where else could it go? The same words as in the plan.
    let mut garden = garden_with(2, Units::Imperial);
    remember(&mut garden, 2, FIRST - 2, "kale");
    let cress = wish(&mut garden, "cress", 2);
    let answer = straight(known_on(&garden, TODAY), &[], (cress, FIRST)).unwrap();
    assert!(answer.lines.contains(&(at(2, 0), Standing::AtTheLimit { years: 2 })), "{:?}", answer.lines);
}

/// Verticillium waits for both (common practice): strawberries after nightshades are too soon in the years as in the bed; years of
/// strawberries that follow each other are one stand, and after a gap they are not.
#[test]
fn strawberries_wait_for_nightshades_and_years_in_one_bed_are_one_stand() {
    assert_eq!(after("potatoes", &[("strawberry", false)]).1, [("rose".to_string(), Some("nightshade".to_string()), 4)]);
    assert_eq!(after("peas", &[("strawberry", false)]).1, []);
    assert_eq!(after("strawberries", &[("strawberry", false)]).1, [], "it stays where it is");
    let remembered = |years: &[i16]| {
        let mut garden = garden_with(2, Units::Imperial);
        years.iter().for_each(|ago| remember(&mut garden, 2, FIRST - ago, "strawberries"));
        view(known_on(&garden, TODAY), &[]).ties.len()
    };
    assert_eq!((remembered(&[3, 2, 1]), remembered(&[3, 1])), (0, 1));
}

/// Tomatoes, 6 squares every year on 16 of one bed's sections and 16 of the other's: what is one of two causes is not said to be
/// enough by itself, and what is said to be enough is: tried again here.
#[test]
fn a_wish_is_said_to_be_enough_only_where_leaving_it_out_avoids_the_clash() {
    let garden = crowded();
    let tomato = garden.turns.wishes[0].id;
    let plan = best(&garden);
    let seen = view(known_on(&garden, TODAY), &plan.entries);
    let tie = seen.ties.iter().find(|tie| !tie.planted).unwrap();
    let reasons = why(known_on(&garden, TODAY), &plan.entries, &TieKey::from(tie), &mut to_the_end).unwrap();
    for forced in &reasons.wishes {
        let mut without = garden.clone();
        without.turns.wishes.iter_mut().filter(|one| one.id == forced.wish).for_each(|one| {
            (one.wish.years.first, one.wish.years.last) = (Some(1900), Some(1900));
        });
        if forced.years.len() == usize::from(garden.turns.years) {
            let clashes = best(&without).against.too_soon;
            assert_eq!(forced.enough, clashes < plan.against.too_soon, "{forced:?}");
        }
    }
    // The trellis is asked for by the tomatoes alone: without it, and that is offered, no clash is left.
    let without = reasons.remedies.iter().find(|one| one.kind == RemedyKind::Without { wish: tomato, need: "trellis".into() });
    assert!(without.is_some_and(|one| one.against.too_soon < plan.against.too_soon));
}

#[test]
fn a_wish_can_be_moved_alone_and_nothing_else_with_it() {
    let mut garden = garden_with(4, Units::Imperial);
    let wishes = ["tomato", "cabbage", "onion", "bean"].map(|crop| wish(&mut garden, crop, 10));
    let plan = best(&garden);
    let is = |entry: &Entry| (entry.wish, entry.year) == (wishes[1], FIRST + 1);
    let from = plan.entries.iter().find(|entry| is(entry)).unwrap().at;
    let there = (2..=4).map(|bed| at(bed, 0)).find(|piece| *piece != from).unwrap();
    let pin = Pinned { wish: wishes[1], year: FIRST + 1, at: there };
    let argued = years::argue(known_on(&garden, TODAY), &plan.entries, pin, &mut to_the_end).unwrap();
    let alone = argued.alone.unwrap();
    let rest = |entries: &[Entry]| entries.iter().filter(|entry| !is(entry)).copied().collect::<Vec<_>>();
    assert_eq!(rest(&alone.entries), rest(&plan.entries));
    assert_eq!(alone.entries.iter().filter(|entry| is(entry)).map(|entry| entry.at).collect::<Vec<_>>(), [there]);
    assert_eq!(alone.against, view(known_on(&garden, TODAY), &alone.entries).against);
    // Where no square is free by itself, nothing is offered.
    turn(
        &mut garden,
        vec![TurnChange::Close { closing: sparrow_facts::turns::Closing { at: there, year: FIRST + 1 }, closed: true }],
    )
    .unwrap();
    let full = years::argue(known_on(&garden, TODAY), &plan.entries, pin, &mut to_the_end);
    assert!(full.is_ok_and(|argued| argued.alone.is_none()));
}

#[test]
fn hungry_after_hungry_is_counted_by_the_crop_as_it_is_told() {
    // The pea-and-bean family gives; nothing is hungry about it. Radish is of a hungry family, and wants little itself.
    let catalogue = Catalogue::standard();
    let (radish, family) = (catalogue.crop("radish").unwrap(), catalogue.family("cabbage").unwrap());
    assert_ne!(radish.feeding, family.feeding, "the premise");
    let counted = |crop: &str| {
        let mut garden = garden_with(2, Units::Imperial);
        remember(&mut garden, 2, FIRST - 1, "maize");
        let id = wish(&mut garden, crop, 2);
        let seen = view(known_on(&garden, TODAY), &[Entry { wish: id, year: FIRST, at: at(2, 0), squares: 2 }]);
        (seen.against.hungry, seen.notes.iter().filter(|note| note.kind == NoteKind::HungryAgain).count())
    };
    assert_eq!((counted("radish"), counted("kale")), ((0, 0), (1, 1)));
}

/// The same bed, year and crop may be drawn twice; it is remembered once.
fn remember_again(garden: &mut Garden, bed: u32, year: i16, words: &str) {
    let changes = vec![TurnChange::Remember { bed: BedId(bed), section: None, year, words: words.into() }];
    let made = turn(garden, changes);
    assert!(made.is_ok() || made == Err(Refusal::NothingTo { what: "change: it is so already" }), "{made:?}");
}
