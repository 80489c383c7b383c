//! Growth, shared ground and bare ground, day by day.

use crate::common::{TODAY, garden_with, patch_in};
use crate::common::{known, known_on};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::ground::pattern::Pattern;
use sparrow_core::ground::planting::Planting;
use sparrow_core::growth::size::{days_to_full_leaf, first_day_as_wide, part_grown, size, size_after};
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::bare::{SHORTEST, bare};
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_core::rules::sharing::Sharing;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::units::{Length, Units};

#[allow(clippy::too_many_arguments, reason = "a planting told in one line")]
fn stand(garden: &Garden, crop: &str, way: &str, rect: Rect, from: Date, until: Date) -> Patch {
    Patch { from, until, ..patch_in(garden, crop, way, rect) }
}

/// Yin et al. 2003, equation 5, worked by hand for t_e = 50 and t_m = 30: at t = 30 the part is
/// (1 + 20/20) · 0.6^(50/20) = 2 · 0.278855 = 0.557710; at t = 10 it is (1 + 40/20) · 0.2^2.5 = 3 · 0.0178885 = 0.053666.
#[test]
fn growth_follows_the_published_function() {
    for (day, part) in [(0.0, 0.0), (10.0, 0.053_666), (30.0, 0.557_710), (50.0, 1.0), (70.0, 1.0)] {
        assert!((part_grown(day, 50.0) - part).abs() < 1e-5, "day {day}: {}", part_grown(day, 50.0));
    }
    // It grows fastest at t_m = 0.6 t_e, as the paper says of its parameter.
    let speed = |day: f64| part_grown(day + 0.05, 50.0) - part_grown(day - 0.05, 50.0);
    assert!(speed(30.0) > speed(29.0) && speed(30.0) > speed(31.0));
}

/// R. G. Allen et al., FAO Irrigation and Drainage Paper 56, 1998, table 11: days of the initial and the
/// development stage, at whose end cover is full, and of the whole season (quoted from memory). The part
/// of the season at full leaf, 0.4 to 0.7, is what `FULL_LEAF` stands for; each crop's own may differ by 0.2.
#[test]
fn leaf_is_full_grown_when_fao_56_has_full_cover() {
    let stages = [
        ("broccoli", 35.0 + 45.0, 135.0),
        ("cabbage", 40.0 + 60.0, 165.0),
        ("carrot", 20.0 + 30.0, 100.0),
        ("lettuce", 20.0 + 30.0, 75.0),
        ("onion", 15.0 + 25.0, 150.0),
        ("radish", 5.0 + 10.0, 35.0),
        ("spinach", 20.0 + 20.0, 60.0),
        ("pepper", 30.0 + 35.0, 125.0),
        ("tomato", 30.0 + 40.0, 145.0),
        ("cucumber", 20.0 + 30.0, 105.0),
        ("beet", 15.0 + 25.0, 70.0),
        ("bean", 20.0 + 30.0, 90.0),
        ("pea", 15.0 + 25.0, 90.0),
    ];
    let mut off = 0.0;
    for (crop, full, season) in stages {
        let way = &Catalogue::standard().crop(crop).unwrap().ways[0];
        let ours = days_to_full_leaf(way) / (f64::from(way.days[0] + way.days[1]) / 2.0);
        let theirs = full / season;
        // Onions keep making leaf for most of their season here; the table irrigates them long after.
        assert!((ours - theirs).abs() < 0.2 || crop == "onion", "{crop}: {ours:.2} of the season, the table {theirs:.2}");
        off += (ours - theirs) / stages.len() as f64;
    }
    assert!(off.abs() < 0.1, "on the whole neither early nor late: {off:.2}");
}

proptest! {
    #[test]
    fn prop_plants_never_shrink_and_end_at_their_mature_size(pick in 0..10_000usize, day in 0..400i32) {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[pick % crops.len()];
        let way = &crop.ways[pick / crops.len() % crop.ways.len()];
        let (today, tomorrow) = (size_after(crop, way, f64::from(day)), size_after(crop, way, f64::from(day + 1)));
        prop_assert!(today.canopy <= tomorrow.canopy && today.height <= tomorrow.height);
        prop_assert!(tomorrow.canopy <= way.spread && tomorrow.height <= way.height);
        prop_assert_eq!(size_after(crop, way, 2000.0).canopy, way.spread);
    }

    /// The halving against the plain form: day by day.
    #[test]
    fn prop_the_first_day_as_wide_is_the_first(pick in 0..10_000usize, width in 1..800i32, stands in 10..200i64) {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[pick % crops.len()];
        let way = &crop.ways[pick / crops.len() % crop.ways.len()];
        let garden = garden_with(1, Units::Imperial);
        let from = date(2027, 4, 10);
        let patch = stand(&garden, &crop.key, &way.key, Rect { x: 0, y: 0, w: 2, h: 2 }, from, from.saturating_add(stands.days()));
        let width = Length::tenths_mm(width * 10);
        let pace = Planting::alone(known(&garden), &patch).unwrap().pace;
        let plain = (0..=stands).map(|n| from.saturating_add(n.days())).find(|day| size(crop, way, &pace, &patch, *day).unwrap().canopy >= width);
        let found = first_day_as_wide(crop, way, &pace, &patch, width);
        // Beyond full leaf nothing grows, so a width that is never reached has no day either way.
        prop_assert_eq!(found, plain);
    }
}

#[test]
fn a_patch_has_no_size_on_days_it_does_not_stand() {
    let mut garden = garden_with(1, Units::Imperial);
    let patch = patch_in(&garden, "tomato", "staked", Rect { x: 0, y: 0, w: 6, h: 6 });
    garden.patches.push(patch);
    let on = |day| reckon(known_on(&garden, TODAY), day).patches[0].clone();
    assert_eq!(on(date(2027, 4, 30)).size, None);
    let (may, june, august) = (on(date(2027, 5, 1)), on(date(2027, 6, 1)), on(date(2027, 9, 1)));
    let wide = |reckoned: &sparrow_core::reckon::day::PatchReckoning| reckoned.size.unwrap().canopy;
    assert!(wide(&may) < wide(&june) && wide(&june) < wide(&august));
    assert_eq!(wide(&august), august.spread);
    assert_eq!(on(date(2027, 9, 2)).size, None, "and gone when it is cleared");
}

const GROUND: Rect = Rect { x: 0, y: 0, w: 4, h: 4 };

/// Carrots from 10 April with radishes between them until a day.
fn carrots_and_radishes(out: Date) -> (Garden, Sharing, Weight) {
    let mut garden = garden_with(1, Units::Imperial);
    let carrots = stand(&garden, "carrot", "root", GROUND, date(2027, 4, 10), date(2027, 7, 20));
    garden.patches.push(carrots);
    let radishes = stand(&garden, "radish", "root", GROUND, date(2027, 4, 10), out);
    garden.patches.push(Patch { planted: Planted { between: true, ..radishes.planted }, ..radishes });
    let findings = reckon(known_on(&garden, TODAY), date(2027, 5, 1)).findings;
    let found = findings.into_iter().find_map(|f| match f.reason {
        Reason::Shares(sharing) => Some((sharing, f.weight)),
        _ => None,
    });
    let (sharing, weight) = found.expect("the two share ground");
    (garden, sharing, weight)
}

#[test]
fn radishes_between_carrots_are_fine_when_they_are_out_before_the_carrots_meet() {
    let (garden, sharing, weight) = carrots_and_radishes(date(2027, 5, 8));
    assert_eq!(weight, Weight::Good);
    let carrot = Catalogue::standard().crop("carrot").unwrap();
    let pace = Planting::alone(known(&garden), &garden.patches[0]).unwrap().pace;
    let closes = first_day_as_wide(carrot, &carrot.ways[0], &pace, &garden.patches[0], Length::inches(3)).unwrap();
    assert_eq!((sharing.closes, sharing.must_be_out), (Some(closes), Some(closes)));
    // In the gaps: no radish nearer to a carrot than the middle of four, 3/√2 = 2.12 in.
    let reckoning = reckon(known_on(&garden, TODAY), date(2027, 5, 1));
    assert!(matches!(reckoning.patches[1].sum.pattern, Pattern::Between { places: 49 }), "7 × 7 gaps of 8 × 8 carrots");
    for radish in &reckoning.patches[1].holes {
        for carrot in &reckoning.patches[0].holes {
            let (dx, dy) = (f64::from((radish.x - carrot.x).get()), f64::from((radish.y - carrot.y).get()));
            assert!(dx.hypot(dy) >= 535.0, "{radish:?} {carrot:?}");
        }
    }
}

#[test]
fn radishes_that_stay_too_long_cost_both() {
    let (_, sharing, weight) = carrots_and_radishes(date(2027, 6, 20));
    assert_eq!(weight, Weight::Settle);
    assert!(sharing.must_be_out.unwrap() < date(2027, 6, 1));
    assert_eq!((sharing.quick_lost, sharing.slow_lost), (49, 64), "all radishes shaded, every carrot beside one crowded");
}

#[test]
fn bare_ground_is_told_with_what_is_ready_in_time() {
    // Own worked example: spinach until 1 June, bush beans from 10 July: 38 days bare, 2 June to 9 July.
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    let six = Rect { x: 0, y: 0, w: 6, h: 4 };
    let spinach = stand(&garden, "spinach", "leaf", six, date(2027, 3, 25), date(2027, 6, 1));
    garden.patches.push(spinach);
    let beans = stand(&garden, "bean", "bush", six, date(2027, 7, 10), date(2027, 11, 25));
    garden.patches.push(beans);
    let gaps = bare(known_on(&garden, TODAY), BedId(1), 2027);
    let gap = gaps.iter().find(|gap| gap.rect == six).unwrap();
    assert_eq!((gap.from, gap.until, gap.days), (date(2027, 6, 2), date(2027, 7, 9), 38));
    assert_eq!(gap.centisquares, 600);
    assert!(!gap.suits.is_empty());
    for suits in &gap.suits {
        assert!(suits.from.saturating_add(i64::from(suits.days).days()) <= gap.until && suits.plants > 0, "{suits:?}");
    }
    assert!(gap.suits.iter().all(|suits| suits.crop != "onion"), "no clash with the neighbours in time and place");
}

proptest! {
    /// Told ground is bare on every day it is told for, and long enough to tell of.
    #[test]
    fn prop_bare_ground_is_bare(picks in prop::collection::vec(any::<[u8; 6]>(), 1..25)) {
        let mut garden = garden_with(2, Units::Imperial);
        for pick in picks {
            let command = crate::common::some_command(&garden, pick);
            let _ = sparrow_core::change::command::carry_out(&mut garden, Catalogue::standard(), &command, TODAY);
        }
        for bed in garden.beds.iter().map(|bed| bed.id) {
            for gap in bare(known_on(&garden, TODAY), bed, 2027) {
                prop_assert!((gap.until - gap.from).get_days() + 1 >= SHORTEST);
                let taken = garden.patches.iter().any(|patch| {
                    patch.bed == bed && patch.rect.overlaps(gap.rect) && patch.from <= gap.until && gap.from <= patch.until
                });
                prop_assert!(!taken, "{gap:?}");
            }
        }
    }
}
