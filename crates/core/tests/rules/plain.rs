//! What the core works out cleverly, worked out again in the plainest way, on many gardens.

use crate::common::known_on;
use crate::common::{TODAY, garden_with, some_command};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use proptest::prelude::*;
use proptest::strategy::ValueTree;
use sparrow_core::catalogue::{Catalogue, Crop, Kind, Nearness, Rotation};
use sparrow_core::change::command::carry_out;
use sparrow_core::climate::calendar::growing_year;
use sparrow_core::reckon::day::{Reckoning, glance, reckon};
use sparrow_core::rules::findings::Finding;
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::site::Hemisphere;
use sparrow_facts::units::Units;
use std::collections::BTreeSet;

/// A garden after up to 240 commands, many of them refused.
fn any_garden() -> impl Strategy<Value = Garden> {
    prop::collection::vec(any::<[u8; 6]>(), 60..240).prop_map(|picks| {
        let mut garden = garden_with(3, Units::Imperial);
        let told = told_of();
        for mut pick in picks {
            // Beds are not taken away here: an empty yard shows nothing.
            pick[0] %= 8;
            // Most plantings are of crops of which company is told: many have none.
            if pick[4] % 8 != 0 {
                pick[1] = told[usize::from(pick[1]) % told.len()];
            }
            let command = some_command(&garden, pick);
            let _ = carry_out(&mut garden, Catalogue::standard(), &command, TODAY);
        }
        garden
    })
}

/// The places in the book of the crops that a relation names.
fn told_of() -> Vec<u8> {
    let Catalogue { crops, relations, .. } = Catalogue::standard();
    let named = |crop: &Crop| relations.iter().any(|one| one.who == crop.key || one.whom == crop.key);
    (0..).zip(crops).filter(|(_, crop)| named(crop)).map(|(at, _)| at).collect()
}

fn crop(patch: &Patch) -> &'static Crop {
    Catalogue::standard().crop(&patch.planted.crop).expect("commands place known crops")
}

fn shown(reckoning: &Reckoning, garden: &Garden) -> Vec<Patch> {
    reckoning.patches.iter().map(|one| garden.patch(one.patch).expect("a patch of the garden").clone()).collect()
}

/// Every half square of a rectangle.
fn cells(rect: Rect) -> BTreeSet<(u16, u16)> {
    (rect.x..rect.x + rect.w).flat_map(|x| (rect.y..rect.y + rect.h).map(move |y| (x, y))).collect()
}

/// The half squares of a rectangle and all round it.
fn grown(rect: Rect) -> BTreeSet<(i32, i32)> {
    let (x, y, w, h) = (i32::from(rect.x), i32::from(rect.y), i32::from(rect.w), i32::from(rect.h));
    (x - 1..=x + w).flat_map(|x| (y - 1..=y + h).map(move |y| (x, y))).collect()
}

fn touch(a: Rect, b: Rect) -> bool {
    let b: BTreeSet<(i32, i32)> = cells(b).into_iter().map(|(x, y)| (i32::from(x), i32::from(y))).collect();
    !grown(a).is_disjoint(&b)
}

fn days_met(a: &Patch, b: &Patch) -> bool {
    let (mut day, end): (Date, Date) = (a.from.max(b.from), a.until.min(b.until));
    while day <= end {
        if a.stands_on(day) && b.stands_on(day) {
            return true;
        }
        day = day.tomorrow().expect("years of this century");
    }
    false
}

/// Every relation that applies to a pair of patches, as (relation, who, whom), by asking each of the catalogue's in turn.
fn company_plainly(patches: &[Patch], garden: &Garden) -> BTreeSet<(usize, u32, u32)> {
    let mut found = BTreeSet::new();
    for one in patches {
        for other in garden.patches.iter().filter(|other| other.id < one.id && days_met(one, other)) {
            for (index, relation) in Catalogue::standard().relations.iter().enumerate() {
                let near = match relation.reach {
                    Nearness::Touching => one.bed == other.bed && touch(one.rect, other.rect),
                    Nearness::SameBed => one.bed == other.bed,
                    Nearness::Yard => true,
                };
                let names = |key: &str, crop: &Crop| key == crop.key || key == format!("@{}", crop.family);
                for (who, whom) in [(one, other), (other, one)] {
                    // Only what climbs is held up.
                    let climbs = || crop(whom).way(&whom.planted.way).is_some_and(|way| way.trellis);
                    if near
                        && (relation.kind != Kind::Supports || climbs())
                        && one.planted.crop != other.planted.crop
                        && names(&relation.who, crop(who))
                        && names(&relation.whom, crop(whom))
                    {
                        found.insert((index, who.id.0, whom.id.0));
                    }
                }
            }
        }
    }
    found
}

/// The halves of a bed (it is braced in the middle, at 8 half squares, or not at all) that a patch lies in.
fn halves(garden: &Garden, patch: &Patch) -> BTreeSet<u8> {
    let braced = garden.bed(patch.bed).is_some_and(|bed| !bed.braces.is_empty());
    cells(patch.rect).into_iter().map(|(x, _)| u8::from(braced && x >= 8)).collect()
}

/// The latest year in which the patch's family stood in its halves within the interval.
fn too_soon_plainly(garden: &Garden, patch: &Patch, bed: BedId, halves_of_patch: &BTreeSet<u8>) -> Option<i16> {
    let catalogue = Catalogue::standard();
    let family = catalogue.family(&crop(patch).family).expect("crops have families");
    if crop(patch).rotation == Rotation::None {
        return None;
    }
    let year = growing_year(patch.from, Hemisphere::North);
    let before =
        |crop: &Crop| crop.rotation == Rotation::Host && (crop.family == family.key || family.after.contains(&crop.family));
    let kin = garden.patches.iter().filter(|other| other.bed == bed && before(crop(other)));
    let here = kin.filter(|other| !halves(garden, other).is_disjoint(halves_of_patch));
    let planted =
        here.flat_map(|other| growing_year(other.from, Hemisphere::North)..=growing_year(other.until, Hemisphere::North));
    let remembered = garden.past.iter().filter(|past| past.bed == bed).filter_map(|past| {
        let same = match &past.stood {
            Stood::Crop(key) => catalogue.crop(key).is_some_and(before),
            Stood::Family(key) => *key == family.key || family.after.contains(key),
        };
        (same && past.section.is_none_or(|section| halves_of_patch.contains(&section))).then_some(past.year)
    });
    let light = crop(patch).rotation == Rotation::Light;
    let waits = if light { (i16::from(family.interval) + 1) / 2 } else { i16::from(family.interval) };
    planted.chain(remembered).filter(|then| *then < year && year - then < waits).max()
}

fn settle(reckoning: &Reckoning) -> Vec<&Finding> {
    reckoning.findings.iter().filter(|finding| finding.weight == Weight::Settle).collect()
}

proptest! {
    #![proptest_config(ProptestConfig { cases: 64, ..ProptestConfig::default() })]

    #[test]
    fn prop_company_is_what_asking_every_relation_of_every_pair_finds(garden in any_garden()) {
        let reckoning = reckon(known_on(&garden, TODAY), date(2027, 6, 1));
        let told: BTreeSet<(usize, u32, u32)> = reckoning.findings.iter().filter_map(|finding| match finding.reason {
            Reason::Company { relation, who, whom, .. } => Some((relation, who.0, whom.0)),
            _ => None,
        }).collect();
        prop_assert_eq!(told, company_plainly(&shown(&reckoning, &garden), &garden));
    }

    #[test]
    fn prop_too_soon_is_what_reading_all_the_history_finds(garden in any_garden()) {
        let reckoning = reckon(known_on(&garden, TODAY), date(2027, 6, 1));
        for patch in shown(&reckoning, &garden).iter().filter(|patch| growing_year(patch.from, Hemisphere::North) == 2027) {
            let told = reckoning.findings.iter().filter(|finding| finding.patch == patch.id).find_map(|finding| match &finding.reason {
                Reason::TooSoon { stand, .. } => Some(stand.year),
                _ => None,
            });
            prop_assert_eq!(told, too_soon_plainly(&garden, patch, patch.bed, &halves(&garden, patch)), "{:?}", patch);
        }
    }

    #[test]
    fn prop_the_way_out_is_free_ground_that_brings_no_trouble(garden in any_garden()) {
        let catalogue = Catalogue::standard();
        let reckoning = reckon(known_on(&garden, TODAY), date(2027, 6, 1));
        for finding in settle(&reckoning) {
            let Some(room) = finding.way_out else { continue };
            let patch = garden.patch(finding.patch).expect("findings are about patches");
            let there = Patch { bed: room.bed, rect: room.rect, ..patch.clone() };
            let mut moved = garden.clone();
            moved.patches.retain(|other| other.id != patch.id);
            for other in moved.patches.iter().filter(|other| other.bed == room.bed && days_met(other, &there)) {
                prop_assert!(cells(other.rect).is_disjoint(&cells(room.rect)), "free ground");
            }
            prop_assert_eq!(too_soon_plainly(&moved, &there, room.bed, &halves(&moved, &there)), None);
            moved.patches.push(there.clone());
            moved.patches.sort_by_key(|patch| patch.id);
            let about = |(relation, who, whom): &(usize, u32, u32)| {
                (*who == there.id.0 || *whom == there.id.0) && catalogue.relations[*relation].kind.is_trouble()
            };
            let everything: Vec<Patch> = moved.patches.clone();
            let trouble: Vec<_> = company_plainly(&everything, &moved).into_iter().filter(about).collect();
            prop_assert!(trouble.is_empty(), "{trouble:?}");
        }
    }

    #[test]
    fn prop_a_glance_at_another_day_is_what_reckoning_it_anew_finds(garden in any_garden(), from in 0..365i64, to in -20..400i64) {
        let day = |n: i64| date(2027, 1, 1).saturating_add(n.days());
        let (before, after) = (reckon(known_on(&garden, TODAY), day(from)), reckon(known_on(&garden, TODAY), day(to)));
        let glance = glance(known_on(&garden, TODAY), &before, day(to));
        prop_assert_eq!(glance.is_some(), before.season.year == after.season.year);
        if let Some(glance) = glance {
            prop_assert_eq!(before.on(&glance), after);
        }
    }

    #[test]
    fn prop_the_tally_is_what_is_drawn_and_the_marks_count_up(garden in any_garden(), day in 0..365i64) {
        use jiff::ToSpan;
        let needle = date(2027, 1, 1) + day.days();
        let reckoning = reckon(known_on(&garden, TODAY), needle);
        for bed in &reckoning.beds {
            let standing = reckoning.patches.iter().filter(|one| garden.patch(one.patch).is_some_and(|p| p.bed == bed.bed && p.stands_on(needle)));
            let drawn: u32 = standing.map(|one| one.holes.len() as u32 * one.sum.per_hole).sum();
            prop_assert_eq!(bed.plants, drawn);
            prop_assert!(bed.free_centisquares <= bed.fit.open_centisquares);
            let numbers: Vec<u32> = reckoning.findings.iter().filter(|f| f.bed == bed.bed).filter_map(|f| f.number).collect();
            prop_assert_eq!(&numbers, &(1..=numbers.len() as u32).collect::<Vec<_>>());
        }
        prop_assert_eq!(reckon(known_on(&garden, TODAY), needle), reckoning, "the same every time");
    }
}

/// The premise of the laws above: such gardens have something to find.
#[test]
fn the_gardens_tried_have_clashes_of_both_kinds_and_ways_out() {
    let mut runner = proptest::test_runner::TestRunner::deterministic();
    let (mut company, mut soon, mut ways_out) = (0, 0, 0);
    for _ in 0..120 {
        let garden = any_garden().new_tree(&mut runner).expect("a garden").current();
        let reckoning = reckon(known_on(&garden, TODAY), date(2027, 6, 1));
        // Some clashes are to be settled, some only to be known.
        let clash = |one: &&Finding| one.weight != Weight::Good && matches!(one.reason, Reason::Company { .. });
        company += reckoning.findings.iter().filter(clash).count();
        for finding in settle(&reckoning) {
            soon += u32::from(matches!(finding.reason, Reason::TooSoon { .. }));
            ways_out += u32::from(finding.way_out.is_some());
        }
    }
    assert!(company > 10 && soon > 10 && ways_out > 10, "{company} of company, {soon} too soon, {ways_out} ways out");
}
