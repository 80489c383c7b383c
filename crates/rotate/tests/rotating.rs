//! The search for rotations: against the reference's optima, against its own checker, and its laws.

#[path = "common/rotations.rs"]
mod rotations;

use proptest::prelude::*;
use sparrow_rotate::Ledger;
use sparrow_rotate::why;
use sparrow_rotate::{Assign, Closed, Demand, Instance, Longer, Pin, Section, Stood, Taken};
use sparrow_rotate::{Family, Feeding};
use sparrow_rotate::{Progress, solve};

fn to_the_end(_: Progress, _: &[Assign]) -> bool {
    true
}

fn best(instance: &Instance) -> sparrow_rotate::Answer {
    let answer = solve(instance, &[], &mut to_the_end).expect("the instance makes sense");
    Ledger::lawful(instance, &answer.plan).expect("the plan keeps to the ground there is");
    assert_eq!(Ledger::of(instance, &answer.plan).cost, answer.cost, "counted apart from the search");
    assert!(answer.bound <= answer.cost.total());
    answer
}

#[test]
fn every_sample_is_solved_to_the_proved_optimum_of_the_reference() {
    let folder = std::path::Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/data/rotation");
    let mut solved = 0;
    for file in std::fs::read_dir(folder).unwrap().map(|file| file.unwrap().path()) {
        if file.extension().is_none_or(|extension| extension != "json") {
            continue;
        }
        let text = std::fs::read_to_string(&file).unwrap();
        // Each file carries the optimum that OR-Tools CP-SAT 9.15 proved.
        let known: serde_json::Value = serde_json::from_str(&text).unwrap();
        assert_eq!(known["optimum"]["status"], "OPTIMAL", "the premise");
        let answer = best(&serde_json::from_str(&text).unwrap());
        assert_eq!((Some(answer.cost.total()), answer.proven), (known["optimum"]["cost"].as_u64(), true), "{file:?}");
        solved += 1;
    }
    assert_eq!(solved, 8);
}

#[test]
fn two_hundred_made_problems_have_the_optimum_that_the_reference_proved() {
    // Made by bench/rotation.py with OR-Tools CP-SAT (PyPI); its version stands in the first line.
    let lines = include_str!("data/rotation/optima.csv").lines().filter(|line| !line.starts_with('#'));
    let mut solved = 0;
    for line in lines {
        let fields: Vec<&str> = line.split(',').collect();
        assert_eq!(fields[2], "True", "the premise: the reference proved it");
        let answer = best(&rotations::drawn(fields[0].parse().unwrap()));
        assert_eq!((answer.cost.total(), answer.proven), (fields[1].parse().unwrap(), true), "seed {}", fields[0]);
        solved += 1;
    }
    assert_eq!(solved, 200);
}

/// A demand of the four-bed rotations that bulletins print: one group of crops fills a bed.
fn group(id: &str, family: &str) -> Demand {
    let slots = vec!["main".to_string()];
    Demand {
        id: id.into(),
        family: family.into(),
        squares: 16,
        slots,
        needs: Vec::new(),
        years: None,
        overwinters: false,
        feeding: None,
    }
}

fn four_beds(years: i32) -> Instance {
    let family = |id: &str, feeding| sparrow_rotate::Family::plain(id, 4, 3, feeding);
    let section = |at: u32| Section { id: format!("bed {at}"), squares: 16, tags: Vec::new() };
    Instance {
        years,
        slots: vec!["main".into()],
        sections: (0..4).map(section).collect(),
        // Brassicas want feeding and follow the legumes that feed; roots and onions want little.
        families: vec![
            family("legumes", Feeding::Giver),
            family("brassicas", Feeding::Heavy),
            family("roots and onions", Feeding::Light),
            family("nightshades", Feeding::Moderate),
        ],
        demands: ["legumes", "brassicas", "roots and onions", "nightshades"].map(|name| group(name, name)).into(),
        ..Instance::default()
    }
}

/// Legumes → brassicas → roots and onions → nightshades, bed by bed: the four-year rotation for four
/// beds that extension bulletins and handbooks print (common practice; from memory).
#[test]
fn the_printed_rotation_for_four_beds_is_clash_free_and_one_as_good_is_found() {
    let instance = four_beds(8);
    let order = ["legumes", "brassicas", "roots and onions", "nightshades"];
    let printed: Vec<Assign> = (0..8)
        .flat_map(|year| (0..4).map(move |bed| (year, bed)))
        .map(|(year, bed)| Assign {
            demand: order[(year as usize + bed) % 4].into(),
            section: format!("bed {bed}"),
            year,
            squares: 16,
        })
        .collect();
    Ledger::lawful(&instance, &printed).unwrap();
    assert_eq!(Ledger::of(&instance, &printed).cost.total(), 0, "the printed plan");
    let answer = best(&instance);
    assert_eq!((answer.cost.total(), answer.proven), (0, true));
    // With three beds there is no such plan, and it is known.
    let three = Instance { sections: instance.sections[..3].to_vec(), ..instance };
    let answer = solve(&three, &[], &mut |_, _| true).unwrap();
    assert!(answer.cost.total() > 0);
}

#[test]
fn a_pinned_plan_is_kept_whole() {
    let mut instance = rotations::instance(5, 4, 3, 10);
    let answer = best(&instance);
    instance.pins = answer
        .plan
        .iter()
        .map(|entry| Pin { demand: entry.demand.clone(), section: entry.section.clone(), year: entry.year })
        .collect();
    assert!(instance.pins.len() > 20, "the premise");
    assert_eq!(best(&instance).plan, answer.plan);
}

#[test]
fn what_need_not_move_stays_when_something_is_no_longer_wanted() {
    let mut instance = rotations::instance(11, 5, 3, 12);
    let before = best(&instance);
    let gone = instance.demands.pop().unwrap();
    let kept: Vec<Assign> = before.plan.iter().filter(|entry| entry.demand != gone.id).cloned().collect();
    let alone = best(&instance);
    let after = solve(&instance, &kept, &mut to_the_end).unwrap();
    assert_eq!((after.cost.total(), after.proven), (alone.cost.total(), true), "no dearer for staying");
    let left = |plan: &[Assign]| kept.iter().filter(|entry| !plan.contains(entry)).count();
    assert!(left(&after.plan) <= left(&alone.plan), "and it moves no more than one that starts anew");
    if Ledger::of(&instance, &kept).cost.total() == alone.cost.total() {
        assert_eq!(after.plan, kept);
    }
}

#[test]
fn a_search_that_is_stopped_gives_the_best_so_far_and_an_honest_bound() {
    // The largest yard in mind: ten sections, eight years, twenty wishes.
    let instance = rotations::instance(3, 10, 8, 20);
    assert_eq!(instance.demands.len(), 20);
    let mut calls = 0;
    let stopped = solve(&instance, &[], &mut |progress, plan| {
        calls += 1;
        assert!(progress.cost.is_some() || plan.is_empty(), "a plan has its cost");
        calls < 12
    })
    .unwrap();
    assert_eq!(calls, 12, "asked no more once it was told to stop");
    Ledger::lawful(&instance, &stopped.plan).unwrap();
    assert!(stopped.bound <= stopped.cost.total());
    assert_eq!(stopped.proven, stopped.bound == stopped.cost.total());
}

/// Tomatoes want the one trellis every year: the wish, the need and the two years force the clash; the
/// wish for lettuce has no part in it.
#[test]
fn the_cause_of_a_clash_is_irreducible_and_leaves_out_what_has_no_part_in_it() {
    let mut instance = four_beds(2);
    instance.demands = vec![group("tomato", "nightshades"), group("lettuce", "legumes")];
    instance.demands.iter_mut().for_each(|demand| demand.squares = 4);
    instance.demands[0].needs = vec!["trellis".into()];
    instance.sections[2].tags = vec!["trellis".into()];
    instance.history = vec![Stood::of(-3, "bed 0", "legumes")];
    let answer = best(&instance);
    let ledger = Ledger::of(&instance, &answer.plan);
    assert_eq!(ledger.clashes.len(), 1, "the premise");
    let cause = why(&instance, &answer.plan, &ledger.clashes[0], &mut || true);
    assert!(cause.forced);
    assert_eq!(cause.wishes, [("tomato".to_string(), vec![0, 1])]);
    assert_eq!(cause.needs, [("tomato".to_string(), "trellis".to_string())]);
    assert!(cause.memories.is_empty() && cause.full.is_empty());
    assert_eq!(cause.enough, ["tomato"], "without it nothing is too soon");
    // Peppers want the same trellis, and force the same clash by themselves: neither is enough alone.
    instance.demands.push(Demand { needs: vec!["trellis".into()], squares: 4, ..group("pepper", "nightshades") });
    let answer = best(&instance);
    let ledger = Ledger::of(&instance, &answer.plan);
    let cause = why(&instance, &answer.plan, &ledger.clashes[0], &mut || true);
    assert!(cause.forced && cause.wishes.len() == 1, "one of the two forces it: {:?}", cause.wishes);
    assert_eq!(cause.enough, Vec::<String>::new());
    let left = best(&instance.without(&cause.wishes[0]));
    assert_eq!(Ledger::of(&instance, &left.plan).clashes.len(), 1, "the other is left, and so is the clash");
}

#[test]
fn a_cause_names_the_memory_and_the_full_bed_that_force_it() {
    let mut instance = four_beds(1);
    instance.sections.truncate(2);
    instance.demands = vec![group("cabbage", "brassicas"), group("potato", "nightshades")];
    instance.history = vec![Stood::of(-1, "bed 0", "brassicas"), Stood::of(-2, "bed 1", "brassicas")];
    let answer = best(&instance);
    let ledger = Ledger::of(&instance, &answer.plan);
    let cause = why(&instance, &answer.plan, &ledger.clashes[0], &mut || true);
    assert!(cause.forced);
    assert_eq!(cause.wishes, [("cabbage".to_string(), vec![0])], "the potatoes have no part in it");
    assert_eq!(cause.memories, instance.history, "both beds have had cabbages");
}

#[test]
fn a_problem_that_makes_no_sense_is_refused_in_words() {
    let good = four_beds(2);
    let stood = Stood::of(-1, "bed 9", "legumes");
    let unknown = Instance { history: vec![stood], ..good.clone() };
    let twice = Instance { demands: vec![group("beans", "legumes"), group("beans", "legumes")], ..good.clone() };
    let endless = Instance { years: 31, ..good.clone() };
    let section = |at: u32| Section { id: format!("field {at}"), squares: 10_000, tags: Vec::new() };
    let field = Demand { squares: 10_000, ..group("beans", "legumes") };
    let vast = Instance { sections: (0..100).map(section).collect(), demands: vec![field], ..good };
    for (instance, said) in [
        (unknown, "section \"bed 9\" is named but nowhere given"),
        (twice, "demand \"beans\" is given twice"),
        (endless, "years is 31; it must be 1 to 30"),
        (vast, "size of the problem (squares wanted × pieces of ground × years) is 2000000; it must be 0 to 400000"),
    ] {
        let refused = solve(&instance, &[], &mut to_the_end).unwrap_err();
        assert_eq!(refused.to_string(), said);
    }
}

#[test]
fn garlic_holds_its_ground_from_the_autumn_before() {
    let mut instance = four_beds(2);
    instance.slots = vec!["early".into(), "main".into(), "late".into()];
    instance.sections.truncate(1);
    let late = |id: &str, family: &str| Demand { slots: vec!["late".into()], ..group(id, family) };
    instance.demands = vec![
        Demand { overwinters: true, slots: vec!["early".into(), "main".into()], ..group("garlic", "roots and onions") },
        late("kale", "brassicas"),
    ];
    instance.demands.iter_mut().for_each(|demand| demand.squares = 10);
    let answer = best(&instance);
    // In the autumn of year 0 the 16 squares hold next year's garlic or the kale, not both.
    assert_eq!(answer.cost.short, 4 * 1000);
    instance.demands[0].overwinters = false;
    assert_eq!(best(&instance).cost.short, 0);
}

/// Every way of giving two demands squares in two sections and two years, and the least cost among the
/// lawful ones: the plainest search there is.
fn enumerated(instance: &Instance) -> u64 {
    let places: Vec<(usize, usize, i32)> =
        (0..2).flat_map(|demand| (0..2).flat_map(move |section| (0..2).map(move |year| (demand, section, year)))).collect();
    let most = |demand: usize| instance.demands[demand].squares;
    let mut least = u64::MAX;
    let mut squares = vec![0_u32; places.len()];
    loop {
        let plan: Vec<Assign> = places
            .iter()
            .zip(&squares)
            .filter(|(_, squares)| **squares > 0)
            .map(|(&(demand, section, year), &squares)| Assign {
                demand: instance.demands[demand].id.clone(),
                section: instance.sections[section].id.clone(),
                year,
                squares,
            })
            .collect();
        if Ledger::lawful(instance, &plan).is_ok() {
            least = least.min(Ledger::of(instance, &plan).cost.total());
        }
        let Some(next) = (0..places.len()).find(|&at| squares[at] < most(places[at].0)) else { return least };
        squares[..next].fill(0);
        squares[next] += 1;
    }
}

/// What the reference's model does not know: what is planted, taken and closed ground, pins, longer waits,
/// years on and off, and what stands over winter.
fn with_everything([a, b, c, d]: [u8; 4]) -> Instance {
    let mut instance = four_beds(2);
    instance.slots = vec!["main".into(), "late".into()];
    instance.sections.truncate(2);
    instance.sections.iter_mut().zip([a, b]).for_each(|(section, byte)| section.squares = 1 + u32::from(byte % 3));
    let families = ["brassicas", "nightshades", "brassicas"];
    instance.demands = vec![group("one", families[usize::from(c % 3)]), group("two", families[usize::from(d % 3)])];
    for (demand, byte) in instance.demands.iter_mut().zip([c, d]) {
        demand.squares = 1 + u32::from(byte % 2);
        demand.overwinters = byte % 3 == 0;
        demand.years = (byte % 5 == 0).then(|| vec![1]);
        demand.slots = if byte % 7 < 3 { vec!["late".into()] } else { vec!["main".into()] };
    }
    let section = |byte: u8| instance.sections[usize::from(byte % 2)].id.clone();
    let (first, second, third) = (section(a / 3), section(b / 3), section(c / 3));
    let year = |byte: u8| i32::from(byte / 8 % 2);
    instance.history = vec![Stood::of(-1 - year(a), &first, "brassicas")];
    if b % 4 == 0 {
        instance.history.push(Stood::of(year(b), &second, "nightshades"));
        instance.taken = vec![Taken { section: second.clone(), year: year(b), squares: 1 }];
    }
    if c % 4 == 1 {
        instance.closed = vec![Closed { section: third.clone(), year: year(c) }];
    }
    if d % 3 == 1 {
        instance.pins = vec![Pin { demand: "two".into(), section: third, year: 1 }];
    }
    if a % 3 == 2 {
        instance.longer = vec![Longer { section: first, family: "brassicas".into(), interval: 6 }];
    }
    instance
}

/// The same with sorts of families: resistant ones, some that are out in time, some that stay, some that wait for others.
fn with_sorts([a, b, c, d, e]: [u8; 5]) -> Instance {
    let mut instance = with_everything([a, b, c, d]);
    let bit = |n: u8| e >> n & 1 == 1;
    let plain = |id: &str, interval, risk| Family::plain(id, interval, risk, Feeding::Moderate);
    instance.families.push(Family { of: Some("brassicas".into()), stays: bit(0), ..plain("resistant brassicas", 4, 1) });
    instance.families.push(Family { after: vec!["brassicas".into()], harmless: true, ..plain("cress", 2, 3) });
    for family in &mut instance.families {
        match family.id.as_str() {
            "brassicas" => family.stays = bit(0),
            "nightshades" if bit(1) => family.after = vec!["brassicas".into()],
            _ => {}
        }
    }
    for (at, demand) in instance.demands.iter_mut().enumerate() {
        let own = |yes: bool, name: &str| (yes && demand.family == "brassicas").then(|| name.to_string());
        let sort = own(bit(2) && at == 1, "resistant brassicas").or_else(|| own(bit(3) && at == 0, "cress"));
        demand.family = sort.unwrap_or_else(|| demand.family.clone());
        demand.feeding = (e >> 4 & 3 == at as u8).then_some(Feeding::Heavy);
    }
    if bit(6) {
        let stood = Stood { feeding: Some(Feeding::Light), ..instance.history[0].clone() };
        instance.history.push(Stood { year: stood.year - 1, ..stood });
    }
    instance
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 150, ..ProptestConfig::default() })]

    #[test]
    fn prop_small_problems_with_sorts_of_families_cost_what_trying_every_plan_finds(bytes in any::<[u8; 5]>()) {
        let instance = with_sorts(bytes);
        let answer = best(&instance);
        prop_assert!(answer.proven);
        prop_assert_eq!(answer.cost.total(), enumerated(&instance), "{:?}", instance);
    }

    #[test]
    fn prop_small_problems_cost_what_trying_every_plan_finds(bytes in any::<[u8; 4]>()) {
        let instance = with_everything(bytes);
        let answer = best(&instance);
        prop_assert!(answer.proven);
        prop_assert_eq!(answer.cost.total(), enumerated(&instance), "{:?}", instance);
    }

    #[test]
    fn prop_a_plan_that_is_as_good_as_any_stays_just_as_it_is(bytes in any::<[u8; 4]>()) {
        let instance = with_everything(bytes);
        let answer = best(&instance);
        let again = solve(&instance, &answer.plan, &mut to_the_end).expect("the instance makes sense");
        prop_assert_eq!(again.plan, answer.plan);
        prop_assert!(again.proven);
    }
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 40, ..ProptestConfig::default() })]

    #[test]
    fn prop_less_wanted_or_more_ground_never_costs_more(seed in 0_u64..10_000, sections in 3_u32..6, drop in 0_usize..10) {
        let instance = rotations::instance(seed, sections, 3, 10);
        let whole = best(&instance);
        let mut less = instance.clone();
        less.demands.remove(drop);
        prop_assert!(best(&less).cost.total() <= whole.cost.total());
        let mut more = instance.clone();
        more.sections.push(Section { id: "new".into(), squares: 12, tags: vec!["trellis".into()] });
        prop_assert!(best(&more).cost.total() <= whole.cost.total());
    }

    #[test]
    fn prop_other_names_in_another_order_cost_the_same(seed in 0_u64..10_000, sections in 3_u32..6) {
        let instance = rotations::instance(seed, sections, 3, 10);
        let mut turned = instance.clone();
        turned.sections.reverse();
        turned.demands.reverse();
        turned.families.reverse();
        turned.sections.iter_mut().for_each(|section| section.id.push('x'));
        turned.history.iter_mut().for_each(|stood| stood.section.push('x'));
        prop_assert_eq!(best(&turned).cost.total(), best(&instance).cost.total());
    }
}
