//! The seedling shelf: room, losses, pots, and what is bought.

use super::ground::{FOUR, cabbage_then_chard, change, course_of, garden, put, replan, season};
use crate::common::TODAY;
use jiff::ToSpan;
use jiff::civil::Date;
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::season::SeasonChange;
use sparrow_core::season::course::Trouble;
use sparrow_core::season::shelf::{Batch, ShelfBand, ShelfPlace};
use sparrow_facts::almanac::Shelf;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::Work;
use sparrow_facts::rect::Rect;
use sparrow_facts::timing::{Means, Timing};

#[test]
fn seedlings_that_wait_too_long_are_too_old_and_others_too_young() {
    let (mut garden, _, chard) = cabbage_then_chard();
    let sown = |garden: &mut Garden, day| {
        let timing = Timing { means: Some(Means::Shelf), sown: Some(day), ..Timing::default() };
        replan(garden, vec![PatchChange::Timing { patch: chard, timing }], false).expect("it can be said");
        course_of(garden, chard).troubles
    };
    // Four to five weeks and three more in a bigger pot are eight; 12 July is ten weeks after 3 May.
    let old = sown(&mut garden, date(2027, 5, 3));
    assert!(old.contains(&Trouble::TooOld { weeks: 10, most: 8, sow: date(2027, 6, 11) }), "{old:?}");
    let young = sown(&mut garden, date(2027, 6, 28));
    assert!(young.contains(&Trouble::TooYoung { weeks: 2, least: 4 }), "{young:?}");
    assert!(sown(&mut garden, date(2027, 6, 9)).is_empty(), "just right");
}

#[test]
fn the_shelf_counts_losses_overflows_and_is_mended_by_buying() {
    let mut garden = garden();
    let shelf = Shelf { cells: 20, tray: 10, mat: 10, hardening: 30, harden_days: 8, survival: 80 };
    change(&mut garden, &[SeasonChange::SetShelf { shelf }]);
    // Four squares of leaf lettuce at four to a square are 16 plants: 16 / 0.8 = 20 cells; three to five weeks inside are 28 days.
    let first = put(&mut garden, "lettuce", "leaf", FOUR, date(2027, 5, 20), date(2027, 9, 1));
    let second = put(&mut garden, "kale", "leaf", Rect { x: 4, y: 0, w: 6, h: 6 }, date(2027, 5, 25), date(2027, 9, 1));
    let shelved = Timing { means: Some(Means::Shelf), ..Timing::default() };
    replan(&mut garden, vec![PatchChange::Timing { patch: first, timing: shelved }], false).expect("it can be raised");
    let band = season(&garden, date(2027, 5, 1)).shelf;
    let batch = band.batches.iter().find(|one| one.patch == first).expect("it is on the shelf");
    assert_eq!((batch.plants, batch.cells), (16, 20));
    assert_eq!((batch.sow, batch.harden, batch.plant), (Some(date(2027, 4, 22)), date(2027, 5, 12), date(2027, 5, 20)));
    let light = band.overflows.iter().find(|one| one.place == ShelfPlace::Light).expect("20 and some kale are too many");
    assert!(light.wanted > 20 && light.there_are == 20 && light.patches.contains(&second), "{light:?}");
    // The 20 cells alone fill the mat twice over.
    assert!(band.overflows.iter().any(|one| one.place == ShelfPlace::Mat && one.wanted >= 20), "{:?}", band.overflows);
    let bought = Timing { means: Some(Means::Bought), ..Timing::default() };
    replan(&mut garden, vec![PatchChange::Timing { patch: second, timing: bought }], false).expect("it can be bought");
    let mended = season(&garden, date(2027, 5, 1)).shelf;
    assert!(!mended.overflows.iter().any(|one| one.place == ShelfPlace::Light), "{:?}", mended.overflows);
    let arrives = mended.batches.iter().find(|one| one.patch == second).expect("bought plants harden too");
    assert_eq!((arrives.sow, arrives.harden), (None, date(2027, 5, 17)));
    for (wrong, words) in [
        (Shelf { cells: 6000, ..shelf }, "cells under light: 6000 is outside 0 to 5000"),
        (Shelf { survival: 5, ..shelf }, "seedlings of a hundred that come through: 5 is outside 10 to 100"),
    ] {
        let command = Command::Season { changes: vec![SeasonChange::SetShelf { shelf: wrong }] };
        let refused = carry_out(&mut garden, Catalogue::standard(), &command, TODAY).expect_err("out of range");
        assert_eq!(refused.to_string(), words);
    }
}

/// The one batch of a garden in which only one thing is raised, and the room it takes week by week.
fn raised(garden: &Garden, id: PatchId) -> (Batch, ShelfBand) {
    let band = season(garden, date(2027, 5, 1)).shelf;
    (band.batches.iter().find(|one| one.patch == id).expect("it is raised").clone(), band)
}

#[test]
fn seedlings_that_outgrow_their_cells_go_into_pots_and_take_more_room() {
    let mut garden = garden();
    // Own worked example: six to eight weeks inside are 49 days before 2 June, four weeks in cells, eight days of hardening.
    let tomato = put(&mut garden, "tomato", "staked", FOUR, date(2027, 6, 2), date(2027, 10, 1));
    let (batch, band) = raised(&garden, tomato);
    assert_eq!((batch.sow, batch.pot_on), (Some(date(2027, 4, 14)), Some(date(2027, 5, 12))));
    assert_eq!((batch.harden, batch.plant), (date(2027, 5, 25), date(2027, 6, 2)));
    assert_eq!((batch.cells, batch.pots), ((batch.plants * 100).div_ceil(80), batch.plants), "only the strongest are potted on");
    assert_eq!((batch.room(date(2027, 5, 11)), batch.room(date(2027, 5, 12))), (batch.cells, batch.plants * 4));
    let week = |day: Date| band.weeks.iter().rev().find(|week| week.from <= day).expect("a week of the year").cells;
    assert_eq!(week(date(2027, 4, 28)), [batch.cells, 0, 0]);
    assert_eq!(week(date(2027, 5, 20)), [batch.plants * 4, 0, 0]);
    assert_eq!(week(date(2027, 5, 30)), [0, 0, batch.plants * 4]);
    let tasks = season(&garden, date(2027, 5, 1)).tasks;
    let potting = tasks.iter().find(|task| task.work == Work::PotOn).expect("it is work");
    assert_eq!((potting.key.as_str(), potting.day, potting.number), ("patch-1-pot-on", date(2027, 5, 12), batch.plants));
    assert_eq!((batch.plants, potting.said.as_str()), (1, "Pot the strongest tomato on, for bed 1"));
}

#[test]
fn what_bears_no_moving_is_sown_in_its_pot() {
    let mut garden = garden();
    let courgette = put(&mut garden, "courgette", "bush", FOUR, date(2027, 6, 5), date(2027, 9, 20));
    let timing = Timing { means: Some(Means::Shelf), ..Timing::default() };
    replan(&mut garden, vec![PatchChange::Timing { patch: courgette, timing }], false).expect("it can be raised");
    let (batch, _) = raised(&garden, courgette);
    let sow = batch.sow.expect("it is sown");
    assert_eq!((batch.pot_on, batch.pots), (Some(sow), batch.cells));
    assert_eq!(batch.room(sow), batch.cells * 4, "from its first day");
    assert!(season(&garden, date(2027, 5, 1)).tasks.iter().all(|task| task.work != Work::PotOn), "nobody moves it to a pot");
}

#[test]
fn what_is_held_over_goes_into_pots_when_its_weeks_are_over() {
    let mut garden = garden();
    let kale = put(&mut garden, "kale", "leaf", FOUR, date(2027, 6, 5), date(2027, 9, 20));
    let mut sown = |day: Date| {
        let timing = Timing { means: Some(Means::Shelf), sown: Some(day), ..Timing::default() };
        replan(&mut garden, vec![PatchChange::Timing { patch: kale, timing }], false).expect("it can be said");
        raised(&garden, kale).0.pot_on
    };
    // Four to six weeks: five of them need no pot, eight of them do from the sixth on.
    assert_eq!(sown(date(2027, 5, 1)), None);
    assert_eq!(sown(date(2027, 4, 10)), Some(date(2027, 5, 22)));
    // Not for the last days.
    assert_eq!(sown(date(2027, 4, 20)), None);
}

#[test]
fn losses_and_arrivals_are_each_plantings_own() {
    let mut garden = garden();
    let lettuce = put(&mut garden, "lettuce", "leaf", FOUR, date(2027, 5, 10), date(2027, 8, 20));
    let mut of = |timing| {
        replan(&mut garden, vec![PatchChange::Timing { patch: lettuce, timing }], false).expect("it can be said");
        raised(&garden, lettuce).0
    };
    let usual = of(Timing { means: Some(Means::Shelf), ..Timing::default() });
    let old_seed = of(Timing { means: Some(Means::Shelf), survival: Some(40), ..Timing::default() });
    assert_eq!((usual.plants, old_seed.plants), (16, 16), "four squares of four");
    assert_eq!((usual.cells, old_seed.cells), (20, 40));
    let bought = of(Timing { means: Some(Means::Bought), arrives: Some(date(2027, 4, 30)), ..Timing::default() });
    assert_eq!((bought.sow, bought.harden, bought.cells), (None, date(2027, 4, 30), bought.plants));
    assert!(bought.is_in(ShelfPlace::Hardening, date(2027, 5, 9)) && !bought.is_in(ShelfPlace::Hardening, date(2027, 5, 10)));
    assert!(!bought.is_in(ShelfPlace::Light, date(2027, 5, 1)), "they never stand under the light");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(48))]

    /// Day by day: a place is told as too small on just those days on which more is wanted than there is.
    #[test]
    fn prop_the_shelf_overflows_on_just_the_days_it_is_too_small(
        seeds in prop::collection::vec((0..6usize, 0..120i64, 1..4u16), 1..8),
        cells in 0..60u16,
        hardening in 0..60u16,
    ) {
        let mut garden = garden();
        let shelf = Shelf { cells, hardening, mat: 12, ..Shelf::default() };
        change(&mut garden, &[SeasonChange::SetShelf { shelf }]);
        let raised = [("tomato", "staked"), ("kale", "leaf"), ("lettuce", "head"), ("courgette", "bush"), ("leek", "stem"), ("chard", "leaf")];
        for (pick, later, squares) in seeds {
            let (key, way) = raised[pick];
            let from = date(2027, 4, 1).saturating_add(later.days());
            let rect = Rect { x: 0, y: 0, w: squares * 2, h: 2 };
            let id = put(&mut garden, key, way, rect, from, from.saturating_add(90.days()));
            let patch = garden.patches.iter_mut().find(|patch| patch.id == id).expect("just put there");
            patch.timing.means = Some(Means::Shelf);
        }
        let band = season(&garden, date(2027, 5, 1)).shelf;
        for day in date(2027, 1, 1).series(1.day()).take(365) {
            for (place, there_are) in [(ShelfPlace::Light, cells), (ShelfPlace::Mat, 12), (ShelfPlace::Hardening, hardening)] {
                let here = band.batches.iter().filter(|batch| batch.is_in(place, day));
                let wanted: u32 = here.map(|batch| batch.room(day)).sum();
                let told = band.overflows.iter().find(|one| one.place == place && one.from <= day && day <= one.until);
                prop_assert_eq!(told.is_some(), wanted > u32::from(there_are), "{:?} on {}: {} wanted", place, day, wanted);
                prop_assert!(told.is_none_or(|one| one.wanted >= wanted));
                let week = band.weeks.iter().rev().find(|week| week.from <= day).expect("a week of the year");
                prop_assert!(week.cells[place as usize] >= wanted);
            }
        }
        for batch in &band.batches {
            prop_assert!(batch.cells * batch.parted.unwrap_or(1) >= batch.plants && batch.sow.is_some_and(|sow| sow < batch.harden));
            prop_assert!(batch.pot_on.is_none_or(|day| batch.sow.is_some_and(|sow| sow <= day) && day < batch.plant));
        }
    }
}
