//! What holds for every crop, bar and place.

use super::ground::{FOUR, HIGHS, LOWS, cabbage_then_chard, change, course_of, garden, put, replan, season};
use crate::common::{TODAY, patch_in};
use crate::common::{known, known_on};
use jiff::ToSpan;
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::{Catalogue, Life};
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::season::SeasonChange;
use sparrow_core::change::verify::verify;
use sparrow_core::climate::bed_soil::BedSoil;
use sparrow_core::growth::growing::{Growing, usual_means};
use sparrow_core::growth::window::windows;
use sparrow_core::search::late::ways_out;
use sparrow_core::search::series::{Series, SeriesAim, series};
use sparrow_core::search::watch::to_the_end;
use sparrow_core::season::handoff::hand_offs;
use sparrow_facts::almanac::{Appetite, Monthly};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::site::{Freezes, Frost, Latitude, MonthDay};
use sparrow_facts::timing::{Means, Timing};
use sparrow_facts::units::TenthsC;

fn some_patch(garden: &Garden, [c, m, d, e]: [u8; 4]) -> Patch {
    let crops = &Catalogue::standard().crops;
    let crop = &crops[usize::from(c) % crops.len()];
    let way = &crop.ways[usize::from(m) % crop.ways.len()];
    let from = date(2027, 1, 1).saturating_add(i64::from(d).days());
    let means = [None, Some(Means::Shelf), Some(Means::Bought), Some(Means::Direct)][usize::from(m) % 4];
    let timing = Timing { means, ..Timing::default() };
    let until = from.saturating_add((30 + i64::from(e)).days());
    Patch { from, until, timing, ..patch_in(garden, &crop.key, &way.key, FOUR) }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn prop_no_seedling_is_planted_before_it_exists(seed in any::<[u8; 4]>()) {
        let mut garden = garden();
        let patch = some_patch(&garden, seed);
        garden.patches.push(patch.clone());
        let course = course_of(&garden, patch.id);
        if course.means == Means::Shelf {
            let (sow, harden) = (course.sow.expect("it is sown"), course.harden.expect("it hardens"));
            prop_assert!(sow < harden && harden <= course.plant, "{course:?}");
        }
        if let Some(arrives) = course.arrives {
            prop_assert!(arrives <= course.plant);
        }
        if let Some(ripening) = course.ripening {
            prop_assert!(course.plant <= ripening.up && ripening.up < ripening.ripe);
            prop_assert!(ripening.days >= ripening.days_by_warmth, "little light never hurries");
        }
        for hand in hand_offs(&garden, std::slice::from_ref(&course)) {
            prop_assert!(hand.first != hand.then);
        }
    }

    #[test]
    fn prop_moved_bars_never_use_ground_twice(moves in prop::collection::vec(any::<[u8; 4]>(), 1..8)) {
        let (mut garden, ..) = cabbage_then_chard();
        put(&mut garden, "lettuce", "leaf", FOUR, date(2027, 10, 22), date(2027, 12, 1));
        for [who, later, longer, follow] in moves {
            let id = PatchId(u32::from(who) % 3 + 1);
            let patch = garden.patch(id).expect("three are there").clone();
            let by = i64::from(later) - 128;
            let from = patch.from.saturating_add(by.days());
            let until = patch.until.saturating_add((by + i64::from(longer % 40)).days());
            let _ = replan(&mut garden, vec![PatchChange::Days { patch: id, from, until }], follow % 2 == 0);
            prop_assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
        }
    }

    #[test]
    fn prop_windows_move_the_right_way_when_the_frosts_move(pick in any::<u16>(), later in 1..25i8, earlier in 1..25i8) {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[usize::from(pick) % crops.len()];
        let way = &crop.ways[usize::from(pick) / crops.len() % crop.ways.len()];
        let means = usual_means(crop, way);
        let mut garden = garden();
        let found = |garden: &Garden| windows(known(garden).grower, Appetite::Even, Growing::by(crop, way, means), 2027, &BedSoil::default());
        let before = found(&garden);
        // The months are typed, so only the frosts move: spring's later into May, autumn's earlier into October.
        let frost = Frost { last: MonthDay { month: 5, day: later }, first: MonthDay { month: 10, day: 24 - earlier.min(23) }, spread_days: 14, in_ten: 10 };
        change(&mut garden, &[SeasonChange::SetFreezes { freezes: Freezes::Dates(frost) }]);
        let after = found(&garden);
        // What is planted in autumn goes by the autumn it is planted in.
        if way.season.autumn.is_none() && way.season.winter.is_none() && let (Some(a), Some(b)) = (before.first(), after.first()) {
            prop_assert!(b.from >= a.from, "{}: opens {} then {}", crop.key, a.from, b.from);
            let (a, b) = (before.last().map(|w| w.until), after.last().map(|w| w.until));
            // Bent nights scatter otherwise, by a few days; and where the best start's picking is less, half of it comes later.
            let most = if crop.picked_again(way) { 21 } else { 7 };
            let later = a.zip(b).map_or(0, |(a, b)| (b - a).get_days());
            prop_assert!(later <= most, "{}: closes {a:?} then {b:?}", crop.key);
        }
        prop_assert!(after.len() <= before.len() + 1);
    }

    #[test]
    fn prop_every_way_out_of_any_delay_can_be_made_and_ends_it(late in 1..70i64, pick in any::<u16>(), raised in any::<bool>()) {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[usize::from(pick) % crops.len()];
        prop_assume!(crop.life == Life::Annual && crop.key != "cabbage");
        let mut garden = garden();
        let first = put(&mut garden, "cabbage", "head", FOUR, date(2027, 4, 10), date(2027, 7, 10));
        let then = put(&mut garden, &crop.key, &crop.ways[0].key, FOUR, date(2027, 7, 12), date(2027, 10, 20));
        let timing = Timing { means: raised.then_some(Means::Shelf), ..Timing::default() };
        let delay = Timing { free_on: Some(date(2027, 7, 11).saturating_add(late.days())), ..Timing::default() };
        let told = vec![PatchChange::Timing { patch: then, timing }, PatchChange::Timing { patch: first, timing: delay }];
        prop_assert!(replan(&mut garden, told, false).is_ok());
        let hands = |garden: &Garden| season(garden, date(2027, 7, 1)).hand_offs;
        prop_assert!(hands(&garden).iter().any(|one| one.late && one.first == first), "the premise: it is late");
        let found = ways_out(known_on(&garden, TODAY), (first, then), &mut to_the_end).expect("both are there");
        prop_assert!(!found.is_empty(), "at the least it can be started later");
        for choice in found {
            let mut mended = garden.clone();
            let done = replan(&mut mended, choice.changes.clone(), true);
            prop_assert!(done.is_ok(), "{:?}: {done:?}", choice.kind);
            prop_assert_eq!(verify(&mended, Catalogue::standard()), Ok(()));
            prop_assert!(!hands(&mended).iter().any(|one| one.late), "{:?} leaves it late", choice.kind);
        }
        prop_assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
    }

    #[test]
    fn prop_each_planting_is_one_bar_and_free_ground_is_free(seeds in prop::collection::vec((any::<[u8; 4]>(), 0..14u16, 0..6u16), 0..12)) {
        let mut garden = garden();
        let (columns, rows) = garden.beds[0].half_squares(garden.site.units);
        for (seed, x, y) in seeds {
            let rect = Rect { x, y, w: 2, h: 2 };
            let patch = Patch { rect, ..some_patch(&garden, seed) };
            let taken = |other: &Patch| other.rect.overlaps(rect) && other.meets(&patch);
            if rect.within((columns, rows)) && !garden.patches.iter().any(taken) {
                garden.patches.push(patch);
            }
        }
        let (first, last) = (date(2027, 1, 1), date(2027, 12, 31));
        let found = season(&garden, date(2027, 6, 1));
        let mut bars: Vec<PatchId> = found.beds.iter().flat_map(|band| &band.lanes).flat_map(|lane| &lane.bars).map(|bar| bar.patch).collect();
        let mut standing: Vec<PatchId> = garden.patches.iter().filter(|one| one.from <= last && one.until >= first).map(|one| one.id).collect();
        bars.sort_unstable();
        standing.sort_unstable();
        prop_assert_eq!(&bars, &standing);
        for band in &found.beds {
            for free in band.lanes.iter().flat_map(|lane| &lane.free) {
                let on_it = |one: &&Patch| one.bed == band.bed && one.rect.overlaps(free.rect) && one.from <= free.until && one.until >= free.from;
                let there = garden.patches.iter().find(on_it);
                prop_assert!(there.is_none(), "{free:?} is not free of {there:?}");
                prop_assert!(first <= free.from && free.from <= free.until && free.until <= last);
            }
        }
        // Nothing of a lane is used twice at one time.
        for lane in found.beds.iter().flat_map(|band| &band.lanes) {
            let on: Vec<&Patch> = lane.bars.iter().filter_map(|bar| garden.patch(bar.patch)).collect();
            for (n, one) in on.iter().enumerate() {
                prop_assert!(on[n + 1..].iter().all(|other| !one.meets(other)), "{:?}", lane.bars);
            }
        }
    }

    #[test]
    fn prop_the_ground_of_a_series_is_used_once(pick in any::<u16>(), plants in 1..12u32, every in 5..30u8, weeks in 2..14i64) {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[usize::from(pick) % crops.len()];
        let way = &crop.ways[usize::from(pick) / crops.len() % crop.ways.len()];
        let mut garden = garden();
        let from = date(2027, 6, 20);
        let aim = SeriesAim::Even { from, until: from.saturating_add((7 * weeks).days()), every };
        let asked = Series { crop: crop.key.clone(), way: way.key.clone(), means: None, bed: garden.beds[0].id, plants, year: 2027, aim };
        let plan = series(known(&garden), &asked, &mut to_the_end).expect("it is in range");
        for one in &plan.sowings {
            prop_assert!(one.gate.is_none() || one.placings.is_empty(), "what is left out is not planted");
            prop_assert!(one.left_over <= plants && (one.left_over < plants || one.places.is_empty()));
        }
        let places: Vec<_> = plan.sowings.iter().flat_map(|one| one.placings.clone()).collect();
        if !places.is_empty() {
            let command = Command::PlaceAll { gone: Vec::new(), places };
            let done = carry_out(&mut garden, Catalogue::standard(), &command, TODAY).map(drop);
            prop_assert_eq!(done, Ok(()));
            prop_assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
        }
    }

    #[test]
    fn prop_mirrored_places_have_mirrored_calendars(pick in any::<u16>()) {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[usize::from(pick) % crops.len()];
        let way = &crop.ways[usize::from(pick) / crops.len() % crop.ways.len()];
        let means = usual_means(crop, way);
        let north = garden();
        let mut south = garden();
        south.site.latitude = Latitude(-south.site.latitude.0);
        // Six months on, day for day: 21 April and 24 October become 21 October and 24 April.
        let frost = Frost { last: MonthDay { month: 10, day: 21 }, first: MonthDay { month: 4, day: 24 }, spread_days: 14, in_ten: 10 };
        let turned = |months: [i16; 12]| { let mut months = months; months.rotate_left(6); months.map(TenthsC) };
        let months = Monthly { high: turned(HIGHS), low: turned(LOWS) };
        change(&mut south, &[SeasonChange::SetFreezes { freezes: Freezes::Dates(frost) }, SeasonChange::TakeMonths { months }]);
        let of = |garden: &Garden| windows(known(garden).grower, Appetite::Even, Growing::by(crop, way, means), 2027, &BedSoil::default());
        let (a, b) = (of(&north), of(&south));
        if crop.life != Life::Perennial && a.len() == b.len() {
            for (north, south) in a.iter().zip(&b) {
                // Half years differ by three days, the sun's path by a few more.
                let from = (south.from - north.from).get_days() - 181;
                prop_assert!(from.abs() <= 8, "{} {}: {} and {}", crop.key, way.key, north.from, south.from);
            }
        }
        prop_assert!(a.len().abs_diff(b.len()) <= 1, "{}: {a:?} {b:?}", crop.key);
    }
}
