//! The seed tin: what is left of a lot, what comes up of it, and what is short.

use crate::common::{TODAY, Told, does, draft, placed_in, seen, unplanted};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::ask::answer::{Answer, answer};
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::Command;
use sparrow_core::change::lots::{AmountText, LotDraft};
use sparrow_core::change::wants::WantDraft;
use sparrow_core::ground::planting::Planting;
use sparrow_core::tin::{LotLine, LotState, SeedNeed, Tin, tin};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{LotId, PatchId, VarietyId};
use sparrow_facts::journal::{Amount, Happened, Unit, Work};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::seed_lot::{GerminationTest, SeedAmount, SeedKept};
use sparrow_facts::timing::Means;
use sparrow_facts::variety::Treated;
use sparrow_facts::want::{Purpose, WantAmount};

fn lot(crop: &str, amount: &str, packed: i16) -> LotDraft {
    LotDraft {
        crop: crop.into(),
        variety: None,
        planted: false,
        amount: Some(AmountText(amount.parse().expect("an amount"))),
        counted: None,
        packed,
        printed: None,
        tests: Vec::new(),
        treated: None,
        kept: SeedKept::Drawer,
        price: None,
        source: String::new(),
        note: String::new(),
    }
}

fn keeps(garden: &mut Garden, draft: LotDraft) -> Result<(), Refusal> {
    does(garden, &Command::KeepLot { lot: None, draft: Box::new(draft) })
}

/// A garden with carrots on its second bed next year, sown where they stand.
fn with_carrots() -> (Garden, PatchId) {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "carrot", "root", 2027);
    (garden, patch)
}

fn tin_on(garden: &Garden, on: Date, entries: &[Told]) -> Tin {
    seen(garden, on, entries, |known| tin(known, on))
}

fn want() -> WantDraft {
    WantDraft {
        crop: "carrot".into(),
        variety: None,
        amount: WantAmount::Weight { grams: 2000 },
        purpose: Purpose::Fresh,
        at_once: false,
        worth: None,
        note: String::new(),
    }
}

/// The lots as they come from the tin, by their numbers.
fn line(tin: &Tin, lot: u32) -> &LotLine {
    tin.lots.iter().find(|line| line.lot == LotId(lot)).expect("it is in the tin")
}

fn sown(many: Option<u32>) -> Happened {
    let many = many.map(|many| Amount { tenths: many * 10, unit: Unit::Pieces, rough: false });
    Happened::Sown { many, depth: None, apart: None, under: None }
}

/// Holes and seeds in each that the sheet tells of a patch.
fn in_the_ground(garden: &Garden, patch: PatchId) -> (u32, u32) {
    seen(garden, TODAY, &[], |known| {
        let planting = Planting::of(known, known.garden.patch(patch).expect("it is there")).expect("it is known");
        let sum = planting.reckon().0;
        (sum.holes, sum.in_each)
    })
}

#[test]
fn what_is_planned_wants_seed_and_the_tin_says_what_is_short() {
    let (mut garden, patch) = with_carrots();
    let (holes, each) = in_the_ground(&garden, patch);
    let bare = tin_on(&garden, TODAY, &[]);
    let [need] = bare.needs.as_slice() else { panic!("one crop is planned") };
    assert_eq!((need.crop.as_str(), need.plantings, need.seeds), ("carrot", 1, holes * each));
    assert_eq!((need.have, need.short), ([0, 0], [need.seeds; 2]));
    assert_eq!(need.first, date(2027, 5, 10));

    keeps(&mut garden, lot("carrot", "50 seeds", 2027)).unwrap();
    let some = tin_on(&garden, TODAY, &[]);
    let need: &SeedNeed = &some.needs[0];
    assert_eq!(need.have, [50, 50]);
    assert_eq!(need.short, [need.seeds - 50; 2], "by the seeds that are wanted of this lot");
    assert!(line(&some, 1).planned);

    keeps(&mut garden, lot("tomato", "20 seeds", 2026)).unwrap();
    let both = tin_on(&garden, TODAY, &[]);
    assert!(!line(&both, 2).planned, "there is seed for it, and it is not planned");
    assert_eq!(both.needs.len(), 1);
}

#[test]
fn onion_seed_is_no_onion_sets() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "onion", "bulb", 2027);
    let need = |garden: &Garden| tin_on(garden, TODAY, &[]).needs[0].clone();
    let (holes, each) = in_the_ground(&garden, patch);
    assert_eq!((need(&garden).planted, need(&garden).seeds), (false, holes * each), "they are sown, as the book usually has it");
    garden.patches[0].timing.means = Some(Means::Set);
    assert_eq!((need(&garden).planted, need(&garden).seeds), (true, holes));
    assert_eq!(need(&garden).mg, Some([holes * 1500, holes * 5000]), "sets are weighed as sets");
    keeps(&mut garden, lot("onion", "1/8 oz", 2027)).unwrap();
    assert_eq!((need(&garden).have, need(&garden).like), ([0, 0], None), "seed is no sets");
    assert!(!line(&tin_on(&garden, TODAY, &[]), 1).planned);
    keeps(&mut garden, LotDraft { planted: true, ..lot("onion", "100 g", 2027) }).unwrap();
    let tin = tin_on(&garden, TODAY, &[]);
    assert_eq!((line(&tin, 2).left, line(&tin, 2).comes_up), (Some([20, 66]), None), "nobody tests sets between paper");
    assert_eq!(tin.needs[0].have, [20, 66]);
    // What is planted runs down the sets alone.
    let day = date(2027, 5, 12);
    let planted = Happened::Planted { many: Some(Amount { tenths: 100, unit: Unit::Pieces, rough: false }) };
    let after = tin_on(&garden, day, &[(patch, day, planted)]);
    assert_eq!((line(&after, 1).sown, line(&after, 2).sown), (0, 10));
    // How thick seed is sown hangs on seed alone.
    let way = |garden: &Garden| {
        let book = Catalogue::standard().with_own(garden);
        book.crop("onion").unwrap().ways[0].lots.len()
    };
    assert_eq!(way(&garden), 1);
}

#[test]
fn seed_potatoes_are_got_and_run_down_by_weight() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "potato", "main", 2027);
    let (holes, each) = in_the_ground(&garden, patch);
    let need = tin_on(&garden, TODAY, &[]).needs[0].clone();
    assert_eq!((need.seeds, each), (holes, 1));
    assert_eq!(need.mg, Some([holes * 38_000, holes * 70_000]));
    keeps(&mut garden, lot("potato", "1 kg", 2027)).unwrap();
    let some = tin_on(&garden, TODAY, &[]);
    assert_eq!(some.needs[0].have, [14, 26]);
    let day = date(2027, 5, 12);
    let planted = Happened::Planted { many: Some(Amount { tenths: 80, unit: Unit::Pieces, rough: false }) };
    let after = tin_on(&garden, day, &[(patch, day, planted)]);
    assert_eq!(line(&after, 1).amount, SeedAmount::Weight { mg: 1_000_000 - 8 * 54_000 });
}

#[test]
fn what_is_short_is_counted_in_packets_like_the_last() {
    let (mut garden, _) = with_carrots();
    let need = |garden: &Garden| tin_on(garden, TODAY, &[]).needs[0].clone();
    assert_eq!(need(&garden).like, None, "none was got yet");
    keeps(&mut garden, LotDraft { price: Some(295), ..lot("carrot", "50 seeds", 2026) }).unwrap();
    let like = need(&garden).like.expect("there was one");
    let short = need(&garden).short;
    assert_eq!((like.amount, like.price), (SeedAmount::Count { pieces: 50 }, Some(295)));
    assert_eq!(like.packets, short.map(|short| short.div_ceil(50)));
    // The last one counts, and of what was weighed as many are got as do in any case.
    keeps(&mut garden, lot("carrot", "0.1 g", 2027)).unwrap();
    let per = Catalogue::standard().crop("carrot").unwrap().seed.as_ref().unwrap().per_gram;
    let (like, short) = (need(&garden).like.expect("one"), need(&garden).short);
    assert_eq!((like.amount, like.price), (SeedAmount::Weight { mg: 100 }, None));
    assert_eq!(like.packets[1], short[1].div_ceil((per[0] * 0.1).round() as u32));
    keeps(&mut garden, lot("carrot", "5000", 2027)).unwrap();
    assert_eq!(need(&garden).like, None, "nothing is short any more");
}

#[test]
fn into_a_cell_goes_another_seed_where_the_lot_comes_up_poorly() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "tomato", "staked", 2027);
    let sums = |garden: &Garden| {
        let need = tin_on(garden, TODAY, &[]).needs[0].clone();
        let line = seen(garden, need.first, &[], |known| {
            let lines = sparrow_core::round::rounds::rounds(known, need.first).lines;
            lines.into_iter().find(|line| line.task.patch == patch && line.task.work == Work::SowInside).expect("it is sown")
        });
        assert_eq!(line.seeds.expect("seeds").many, need.seeds, "the round tells what the tin wants");
        assert_eq!(line.cells.expect("cells").in_each * line.task.number, need.seeds);
        (line.task.number, need.seeds)
    };
    let (cells, seeds) = sums(&garden);
    assert_eq!(seeds, cells, "one a cell");
    keeps(&mut garden, LotDraft { printed: Some(90), ..lot("tomato", "200", 2027) }).unwrap();
    assert_eq!(sums(&garden), (cells, cells));
    garden.lots[0].tests = vec![GerminationTest { on: TODAY, sown: 40, up: 22 }];
    assert_eq!(sums(&garden), (cells, 2 * cells), "half of them fail: two a cell leave a quarter empty");
    let (_, in_each) = in_the_ground(&garden, patch);
    assert_eq!(in_each, 1, "one plant a hole is planted as before");
}

#[test]
fn plants_that_are_raised_are_told_so_that_they_can_be_bought_instead() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "tomato", "staked", 2027);
    let tin = tin_on(&garden, TODAY, &[]);
    let [need] = tin.needs.as_slice() else { panic!("one crop is planned") };
    let plants = seen(&garden, TODAY, &[], |known| {
        Planting::of(known, known.garden.patch(patch).expect("it is there")).expect("it is known").reckon().0.plants
    });
    assert_eq!(need.raised, plants);
    let (carrots, _) = with_carrots();
    assert_eq!(tin_on(&carrots, TODAY, &[]).needs[0].raised, 0, "carrots are sown where they stand");
}

#[test]
fn a_lot_runs_down_as_sowings_are_written_down_the_oldest_first_and_never_below_nothing() {
    let (mut garden, patch) = with_carrots();
    keeps(&mut garden, lot("carrot", "200", 2027)).unwrap();
    keeps(&mut garden, lot("carrot", "30", 2026)).unwrap();
    let (_, each) = in_the_ground(&garden, patch);
    let day = date(2027, 5, 12);
    let after = tin_on(&garden, day, &[(patch, day, sown(Some(20)))]);
    let gone = 20 * each;
    assert_eq!((line(&after, 2).left, line(&after, 2).state), (Some([0, 0]), LotState::Empty));
    assert_eq!(line(&after, 1).left, Some([200 - (gone - 30); 2]));
    assert!(after.needs.is_empty(), "what was sown wants no seed any more");
    let before = tin_on(&garden, day.saturating_sub(1.day()), &[(patch, day, sown(Some(20)))]);
    assert_eq!(line(&before, 2).left, Some([30, 30]));

    let lots_of_it = tin_on(&garden, day, &[(patch, day, sown(Some(5000)))]);
    assert!(lots_of_it.lots.iter().all(|line| line.left == Some([0, 0])));
    // Nobody said how many: as was planned.
    let planned = tin_on(&garden, day, &[(patch, day, sown(None))]);
    let (holes, each) = in_the_ground(&garden, patch);
    assert_eq!(planned.lots.iter().filter_map(|line| line.left).map(|left| left[0]).sum::<u32>(), 230 - (holes * each).min(230));
}

#[test]
fn a_count_anew_holds_from_its_day_on() {
    let (mut garden, patch) = with_carrots();
    keeps(&mut garden, lot("carrot", "200", 2027)).unwrap();
    garden.lots[0].counted = date(2027, 5, 12);
    let tin = tin_on(&garden, date(2027, 6, 1), &[(patch, date(2027, 5, 12), sown(Some(20)))]);
    assert_eq!(line(&tin, 1).left, Some([200, 200]), "it was counted after the sowing of that day");
}

#[test]
fn what_was_weighed_is_told_as_a_range_of_seeds() {
    let (mut garden, _) = with_carrots();
    keeps(&mut garden, lot("carrot", "2 g", 2027)).unwrap();
    keeps(&mut garden, lot("potato", "1 kg", 2027)).unwrap();
    keeps(&mut garden, lot("garlic", "30 cloves", 2027)).unwrap();
    keeps(&mut garden, lot("horseradish", "1 kg", 2027)).unwrap();
    let tin = tin_on(&garden, TODAY, &[]);
    let per = Catalogue::standard().crop("carrot").unwrap().seed.as_ref().unwrap().per_gram;
    assert_eq!(line(&tin, 1).left, Some(per.map(|per| per as u32 * 2)));
    // A hen's egg of a potato is 38 to 70 g.
    assert_eq!((line(&tin, 2).left, line(&tin, 2).comes_up), (Some([14, 26]), None));
    assert_eq!((line(&tin, 4).left, line(&tin, 4).comes_up), (None, None), "nobody knows how many cuttings that is");
    assert_eq!(line(&tin, 3).left, Some([30, 30]));
    assert_eq!(tin.lots.iter().map(|line| line.lot.0).collect::<Vec<_>>(), [1, 3, 4, 2], "by their crops' names");
}

#[test]
fn old_seed_of_what_ages_fast_is_too_old_before_that_of_what_keeps() {
    let (mut garden, _) = with_carrots();
    for crop in ["parsnip", "carrot", "tomato", "lettuce"] {
        keeps(&mut garden, lot(crop, "100", 2024)).unwrap();
    }
    let tin = tin_on(&garden, TODAY, &[]);
    let share = |lot: u32| line(&tin, lot).comes_up.unwrap().percent;
    assert_eq!(line(&tin, 1).state, LotState::TooOld);
    assert!(line(&tin, 4).state > LotState::TooOld);
    assert!(share(1) < share(2) && share(2) < share(3) && share(3) < share(4) + 5, "{:?}", tin.lots);
    let old = line(&tin, 3).comes_up.unwrap().too_old.expect("within ten years");
    assert!(old > TODAY);
    let then = tin_on(&garden, old, &[]);
    assert_eq!(line(&then, 3).state, LotState::TooOld, "on the day that was told");
    assert_ne!(line(&tin_on(&garden, old.saturating_sub(1.day()), &[]), 3).state, LotState::TooOld);
    // In a tight jar in the cold it keeps longer.
    garden.lots[0].kept = SeedKept::Jar;
    assert!(tin_on(&garden, TODAY, &[]).lots.iter().any(|line| line.lot == LotId(1) && line.state > LotState::TooOld));
}

#[test]
fn a_test_at_home_changes_what_is_sown_wherever_seeds_are_told() {
    let (mut garden, patch) = with_carrots();
    let mut draft = lot("carrot", "400 seeds", 2026);
    draft.printed = Some(85);
    keeps(&mut garden, draft.clone()).unwrap();
    let (holes, good) = in_the_ground(&garden, patch);
    assert_eq!(tin_on(&garden, TODAY, &[]).needs[0].seeds, holes * good);
    assert_eq!(line(&tin_on(&garden, TODAY, &[]), 1).state, LotState::Good);
    let later = tin_on(&garden, date(2027, 9, 1), &[]);
    assert_eq!(line(&later, 1).state, LotState::Test, "nobody tried it since it was packed");

    draft.tests = vec![GerminationTest { on: TODAY, sown: 20, up: 9 }];
    draft.amount = None;
    does(&mut garden, &Command::KeepLot { lot: Some(LotId(1)), draft: Box::new(draft) }).unwrap();
    let (_, bad) = in_the_ground(&garden, patch);
    assert!(bad > good, "{bad} {good}");
    let tin = tin_on(&garden, TODAY, &[]);
    assert_eq!(tin.needs[0].seeds, holes * bad);
    assert_eq!(line(&tin, 1).state, LotState::Good, "it was tried");
    let told = line(&tin, 1).comes_up.unwrap();
    assert!((45..75).contains(&told.percent), "between the test and what was believed: {told:?}");
    assert!(told.between[0] < told.percent && told.percent < told.between[1]);

    // One that hardly comes up is not reckoned with: seed is bought.
    garden.lots[0].tests[0].up = 1;
    let tin = tin_on(&garden, date(2027, 3, 1), &[]);
    assert_eq!((line(&tin, 1).state, tin.needs[0].have), (LotState::TooOld, [0, 0]));
}

#[test]
fn a_variety_has_lots_of_its_own_and_is_not_forgotten_while_it_has() {
    let (mut garden, _) = with_carrots();
    let amber = draft("carrot", "root", "Long Amber");
    does(&mut garden, &Command::KeepVariety { variety: None, draft: Box::new(amber) }).unwrap();
    keeps(&mut garden, LotDraft { variety: Some(VarietyId(1)), ..lot("carrot", "90", 2027) }).unwrap();
    let own = placed_in(&mut garden, "carrot", "variety-1", 2029);
    assert!(garden.patch(own).is_some());
    let tin = tin_on(&garden, date(2029, 3, 1), &[]);
    let [need] = tin.needs.as_slice() else { panic!("one of them is sown that year") };
    assert_eq!((need.variety, need.have), (Some(VarietyId(1)), [90, 90]));
    let refused = does(&mut garden, &Command::ForgetVariety { variety: VarietyId(1) }).unwrap_err();
    assert_eq!(refused, Refusal::VarietyInUse { name: "Long Amber".into(), plantings: 2 });
    let other = LotDraft { variety: Some(VarietyId(1)), ..lot("beet", "90", 2027) };
    assert!(matches!(keeps(&mut garden, other), Err(Refusal::Unknown { what: "variety", .. })), "no beet is called so");
}

#[test]
fn what_cannot_be_is_refused_with_its_field_and_limit() {
    let (mut garden, _) = with_carrots();
    let test = |on: Date, sown: u16, up: u16| GerminationTest { on, sown, up };
    let of = |change: &dyn Fn(&mut LotDraft)| {
        let mut draft = lot("carrot", "1 g", 2027);
        change(&mut draft);
        draft
    };
    let cases = [
        (of(&|lot| lot.crop = "triffid".into()), "there is no crop “triffid”"),
        (of(&|lot| lot.amount = None), "please give the amount of seed"),
        (of(&|lot| lot.packed = 27), "the year it was packed for: 27 is outside 1950 to 2200"),
        (of(&|lot| lot.printed = Some(101)), "the germination on the packet, in a hundred: 101 is outside 1 to 100"),
        (of(&|lot| lot.tests = vec![test(TODAY, 10, 11)]), "seeds of the test that came up: 11 is outside 0 to 10"),
        (of(&|lot| lot.tests = vec![test(TODAY, 0, 0)]), "seeds laid out for a test: 0 is outside 1 to 500"),
        (of(&|lot| lot.tests = vec![test(TODAY.saturating_add(1.day()), 10, 1)]), "has not come yet"),
        (of(&|lot| lot.source = "x".repeat(81)), "where it is from is 81 letters long"),
    ];
    for (draft, said) in cases {
        let refused = keeps(&mut garden, draft).unwrap_err().to_string();
        assert!(refused.contains(said), "{refused}");
    }
    assert!(garden.lots.is_empty());
    assert_eq!(SeedAmount::Weight { mg: 0 }, "0 g".parse().unwrap());
}

#[test]
fn what_is_read_from_a_table_can_be_sent_as_it_was_told() {
    for amount in ["40 seeds", "2.5 g", "1/8 oz", "0"] {
        let draft = lot("carrot", amount, 2026);
        let told = serde_json::to_string(&draft).unwrap();
        assert_eq!(serde_json::from_str::<LotDraft>(&told).unwrap(), draft, "{told}");
    }
}

#[test]
fn sums_of_seeds_a_hole_are_those_of_the_lot_that_is_sown() {
    let (mut garden, patch) = with_carrots();
    keeps(&mut garden, LotDraft { printed: Some(84), ..lot("carrot", "400", 2027) }).unwrap();
    let ask = Question::Sowing { crop: "carrot".into(), variety: None, on: date(2027, 5, 10), stand: 40, certainty: 90 };
    let sums = seen(&garden, TODAY, &[], |known| answer(known, &ask));
    let Ok(Answer::Sowing(sums)) = sums else { panic!("{sums:?}") };
    let (_, each) = in_the_ground(&garden, patch);
    let told = &sums[each as usize - 1];
    assert!(told.seeds == each && told.filled >= 90, "{sums:?}");
    assert!(sums.windows(2).all(|pair| pair[0].filled <= pair[1].filled && pair[0].holes >= pair[1].holes));
    let wrong = Question::Sowing { crop: "carrot".into(), variety: None, on: TODAY, stand: 0, certainty: 90 };
    assert!(told_refusal(&garden, &wrong).contains("plants that are to stand: 0"));
}

#[test]
fn leeks_are_raised_together_and_parted_as_they_are_planted() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "leek", "stem", 2027);
    garden.almanac.shelf.tray = 5;
    garden.almanac.shelf.survival = 80;
    let (holes, in_each) = in_the_ground(&garden, patch);
    let sowing = |garden: &Garden| {
        let need = tin_on(garden, TODAY, &[]).needs[0].clone();
        let line = seen(garden, need.first, &[], |known| {
            let lines = sparrow_core::round::rounds::rounds(known, need.first).lines;
            lines.into_iter().find(|line| line.task.work == Work::SowInside).expect("it is sown")
        });
        (line.task.number, line.cells.expect("cells"), need.seeds)
    };
    let (cells, how, seeds) = sowing(&garden);
    // By hand: four in a cell, of which one in five is lost, and so many seeds in each that four come up.
    let comes_up = f64::from(Catalogue::standard().crop("leek").unwrap().germinates) / 100.0;
    assert_eq!((in_each, how.parted), (1, Some(4)));
    assert_eq!(cells, (holes.div_ceil(4) * 100).div_ceil(80));
    assert_eq!(how.in_each, (4.0 / comes_up).ceil() as u32);
    assert_eq!(how.trays, Some([cells / 5, cells % 5]));
    assert_eq!(seeds, cells * how.in_each);
    // Poorer seed takes more of it, not more cells.
    let poor = LotDraft { tests: vec![GerminationTest { on: TODAY, sown: 100, up: 52 }], ..lot("leek", "900", 2026) };
    keeps(&mut garden, poor).unwrap();
    let (same, thick, _) = sowing(&garden);
    assert!(same == cells && thick.in_each > how.in_each, "{thick:?}");
    // Who says how many go into each has them apart.
    garden.patches[0].planted.in_each = Some(1);
    let (apart, one, _) = sowing(&garden);
    assert_eq!((apart, one.parted), ((holes * 100).div_ceil(80), None));
}

/// What stays for years is planted once: it is on the list in its year, and nobody is told to give it away.
#[test]
fn bulbils_that_are_going_to_be_planted_are_wanted_and_herbs_in_pots_are_not() {
    let mut garden = unplanted();
    placed_in(&mut garden, "walking-onion", "clump", 2027);
    let needs = tin_on(&garden, TODAY, &[]).needs;
    let [need] = needs.as_slice() else { panic!("one is planted: {needs:?}") };
    assert_eq!((need.crop.as_str(), need.planted, need.short), ("walking-onion", true, [need.seeds; 2]));
    keeps(&mut garden, LotDraft { planted: true, ..lot("walking-onion", &need.seeds.to_string(), 2027) }).unwrap();
    let tin = tin_on(&garden, TODAY, &[]);
    assert!(line(&tin, 1).planned && tin.over.is_empty(), "{:?}", tin.over);
    assert_eq!(tin.needs[0].short, [0, 0]);
    garden.patches.clear();
    // Two feet by two are too small for rhubarb, and a pot of sage does not lie in a tin.
    placed_in(&mut garden, "rhubarb", "clump", 2027);
    garden.patches[0].rect.x = 8;
    placed_in(&mut garden, "sage", "clump", 2027);
    assert_eq!(tin_on(&garden, TODAY, &[]).needs, []);
}

#[test]
fn slips_are_made_of_roots_so_many_weeks_before_and_not_of_their_own_number() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "sweet-potato", "sprawling", 2027);
    let (slips, _) = in_the_ground(&garden, patch);
    let line = |day: Date| {
        seen(&garden, day, &[], |known| {
            let lines = sparrow_core::round::rounds::rounds(known, day).lines;
            lines.into_iter().find(|line| line.task.work == Work::Chit)
        })
    };
    let begun = line(date(2027, 5, 10).saturating_sub(49.days())).expect("seven weeks before");
    let roots = begun.seeds.expect("so many roots");
    // By hand: a root gives eight slips at least.
    assert_eq!((roots.many, roots.name[1].as_str()), (slips.div_ceil(8), "roots"));
    assert_eq!(line(date(2027, 5, 1)), None, "a root set now has no slips by then");
}

#[test]
fn what_is_planted_tells_what_is_taken_to_make_it() {
    let mut garden = unplanted();
    placed_in(&mut garden, "garlic", "bulb", 2027);
    let need = tin_on(&garden, TODAY, &[]).needs[0].clone();
    let taken = need.taken.expect("cloves are of bulbs");
    assert_eq!(taken.one, ["bulb", "bulbs"]);
    assert_eq!(taken.many, [need.seeds.div_ceil(12), need.seeds.div_ceil(6)]);
    let (with_carrots, _) = with_carrots();
    assert_eq!(tin_on(&with_carrots, TODAY, &[]).needs[0].taken, None);
}

#[test]
fn what_is_more_than_the_plan_takes_until_it_is_too_old_can_be_given_away() {
    let (mut garden, _) = with_carrots();
    let need = tin_on(&garden, TODAY, &[]).needs[0].seeds;
    assert!(tin_on(&garden, TODAY, &[]).over.is_empty());
    keeps(&mut garden, lot("carrot", &need.to_string(), 2026)).unwrap();
    assert!(tin_on(&garden, TODAY, &[]).over.is_empty(), "it is sown");
    keeps(&mut garden, lot("carrot", "9000", 2026)).unwrap();
    let tin = tin_on(&garden, TODAY, &[]);
    let over = &tin.over[0];
    let until = tin.lots[0].comes_up.unwrap().too_old.expect("carrots do not keep for ten years");
    assert_eq!(over.until, Some(until));
    // By hand: as often as it can be sown before that day, a year from one to the next.
    let springs = (0..).take_while(|year| TODAY.saturating_add(jiff::Span::new().days(365 * year)) <= until).count() as u32;
    assert_eq!((over.years, over.kept), (springs, need * springs));
    assert_eq!(over.many, [9000 + need - need * springs; 2]);
    // What is not planned is over as a whole, and comes first where it does not keep.
    keeps(&mut garden, lot("kohlrabi", "300 seeds", 2026)).unwrap();
    let told = tin_on(&garden, TODAY, &[]).over;
    let kohlrabi = told.iter().find(|over| over.crop == "kohlrabi").expect("it is not planned");
    assert_eq!((kohlrabi.many, kohlrabi.kept), ([300; 2], 0));
    // Whoever would like to have some is not told to give their seed away, nor is anybody who has planned nothing yet.
    let mut hoping = garden.clone();
    let draft = WantDraft { crop: "kohlrabi".into(), ..want() };
    does(&mut hoping, &Command::KeepWant { want: None, draft: Box::new(draft) }).unwrap();
    assert!(tin_on(&hoping, TODAY, &[]).over.iter().all(|over| over.crop != "kohlrabi"));
    hoping.patches.clear();
    assert!(tin_on(&hoping, TODAY, &[]).over.is_empty());
    assert!(told.is_sorted_by_key(|over| over.until.unwrap_or(Date::MAX)));
    // The household wishes for onions in the years ahead: their seed waits for its place.
    keeps(&mut garden, lot("onion", "300 seeds", 2026)).unwrap();
    assert!(tin_on(&garden, TODAY, &[]).over.iter().all(|over| over.crop != "onion"));
    // What is too old is nobody's gift.
    keeps(&mut garden, lot("parsnip", "300 seeds", 2019)).unwrap();
    assert!(tin_on(&garden, TODAY, &[]).over.iter().all(|over| over.crop != "parsnip"));
}

fn told_refusal(garden: &Garden, ask: &Question) -> String {
    seen(garden, TODAY, &[], |known| answer(known, ask)).expect_err("it cannot be asked").to_string()
}

#[test]
fn what_is_soaked_tonight_is_told_by_the_seeds_of_the_lot_that_is_sown() {
    let mut garden = unplanted();
    let patch = placed_in(&mut garden, "beet", "root", 2027);
    let (holes, usual) = in_the_ground(&garden, patch);
    let seeds = |garden: &Garden| {
        seen(garden, date(2027, 5, 9), &[], |known| {
            let lines = sparrow_core::round::rounds::rounds(known, date(2027, 5, 9)).lines;
            lines
                .iter()
                .find(|line| line.task.patch == patch && line.task.work == Work::Soak)
                .and_then(|line| Some(line.seeds.as_ref()?.many))
        })
    };
    assert_eq!(seeds(&garden), Some(holes * usual));
    let old = LotDraft { tests: vec![GerminationTest { on: TODAY, sown: 60, up: 30 }], ..lot("beet", "900", 2026) };
    keeps(&mut garden, old).unwrap();
    let (_, more) = in_the_ground(&garden, patch);
    assert!(more > usual);
    assert_eq!(seeds(&garden), Some(holes * more), "poorer seed, and more of it");

    // What was dressed or coated is not soaked.
    garden.lots[0].treated = Some(Treated::Pelleted);
    assert_eq!(seeds(&garden), None);
}
