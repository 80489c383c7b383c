//! What holds for every crop, bar and place.

use crate::common::patch_in;
use crate::ground::{FOUR, HIGHS, LOWS, cabbage_then_chard, change, course_of, garden, put, replan};
use jiff::ToSpan;
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::almanac::{Appetite, Monthly, TenthsC};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::crop::{Crop, Life, Way};
use sparrow_core::garden::Garden;
use sparrow_core::patch::{Patch, PatchId, Timing};
use sparrow_core::season::handoff::hand_offs;
use sparrow_core::season::{Grower, Growing, Means, PatchChange, SeasonChange, figures, usual_means, windows};
use sparrow_core::site::{Frost, Latitude, MonthDay};
use sparrow_core::verify::verify;
use sparrow_core::weather::BedSoil;

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
            prop_assert!(ripening.days >= ripening.days_by_warmth, "short days never hurry");
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
        let found = |garden: &Garden| windows(&Grower::of(garden), Appetite::Even, Growing::by(crop, way, means), 2027, &BedSoil::default());
        let before = found(&garden);
        // The months are typed, so only the frosts move: spring's later into May, autumn's earlier into October.
        let frost = Frost { last: MonthDay { month: 5, day: later }, first: MonthDay { month: 10, day: 24 - earlier.min(23) }, spread_days: 14 };
        change(&mut garden, &[SeasonChange::SetFrost { frost: Some(frost) }]);
        let after = found(&garden);
        if !known_winters(crop, way) && let (Some(a), Some(b)) = (before.first(), after.first()) {
            prop_assert!(b.from >= a.from, "{}: opens {} then {}", crop.key, a.from, b.from);
            let (a, b) = (before.last().map(|w| w.until), after.last().map(|w| w.until));
            prop_assert!(b <= a, "{}: closes {a:?} then {b:?}", crop.key);
        }
        prop_assert!(after.len() <= before.len() + 1);
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
        let frost = Frost { last: MonthDay { month: 10, day: 21 }, first: MonthDay { month: 4, day: 24 }, spread_days: 14 };
        let turned = |months: [i16; 12]| { let mut months = months; months.rotate_left(6); months.map(TenthsC) };
        let months = Monthly { high: turned(HIGHS), low: turned(LOWS) };
        change(&mut south, &[SeasonChange::SetFrost { frost: Some(frost) }, SeasonChange::TakeMonths { months }]);
        let of = |garden: &Garden| windows(&Grower::of(garden), Appetite::Even, Growing::by(crop, way, means), 2027, &BedSoil::default());
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

/// What is planted in autumn goes by the autumn it is planted in.
fn known_winters(crop: &Crop, way: &Way) -> bool {
    figures(crop, way).winters
}
