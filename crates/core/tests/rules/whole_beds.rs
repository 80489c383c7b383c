//! Laws of the searches over a whole bed: where plants fit, groupings, arrangements, gaps between stems.

use crate::common::known;
use crate::common::{TODAY, garden_with, patch_in, some_command};
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::ask::groupings::fitted;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::verify::verify;
use sparrow_core::ground::pattern::Pattern;
use sparrow_core::ground::planting::Planting;
use sparrow_core::ground::sums::{fits, pattern, plates};
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::findings::Finding;
use sparrow_core::search::arrange::asked::{Arranging, BedWish, MOST_WISHES};
use sparrow_core::search::arrange::movable::movable;
use sparrow_core::search::arrange::pose::arrange;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Units};

/// A garden of two beds after some commands, many of them refused.
fn worked(picks: Vec<[u8; 6]>) -> Garden {
    let mut garden = garden_with(2, Units::Imperial);
    for pick in picks {
        let command = some_command(&garden, pick);
        let _ = carry_out(&mut garden, Catalogue::standard(), &command, TODAY);
    }
    garden
}

fn any_wishes() -> impl Strategy<Value = Vec<BedWish>> {
    let wish = (0..10_000usize, 1..40u32, any::<bool>()).prop_map(|(pick, plants, must)| {
        let crops = &Catalogue::standard().crops;
        let crop = &crops[pick % crops.len()];
        let way = crop.ways[pick / crops.len() % crop.ways.len()].key.clone();
        BedWish { crop: crop.key.clone(), way, plants, must, from: None, until: None, patch: None }
    });
    prop::collection::vec(wish, 1..7)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    #[test]
    fn prop_plants_at_hand_are_placed_on_free_ground_or_left_over(
        picks in prop::collection::vec(any::<[u8; 6]>(), 0..20), crop in 0..10_000usize, at_hand in 1..300u32,
    ) {
        let garden = worked(picks);
        let Some(bed) = garden.beds.first() else { return Ok(()) };
        let crops = &Catalogue::standard().crops;
        let crop = &crops[crop % crops.len()];
        let plan = pattern(bed.id, &crop.key, &crop.ways[0].key, date(2027, 5, 1), date(2027, 8, 1));
        let found = fits(known(&garden), &plan, at_hand).unwrap();
        let placed: u32 = found.places.iter().map(|place| place.plants).sum();
        prop_assert_eq!(placed + found.left_over, at_hand);
        for (i, place) in found.places.iter().enumerate() {
            prop_assert!(place.plants <= place.holds && place.plants > 0);
            let patch = Patch { bed: place.bed, rect: place.rect, ..plan.clone() };
            let taken = garden.patches.iter().any(|other| other.bed == patch.bed && other.rect.overlaps(patch.rect) && other.meets(&patch));
            prop_assert!(!taken, "{place:?}");
            let twice = found.places[..i].iter().any(|other| other.bed == place.bed && other.rect.overlaps(place.rect));
            prop_assert!(!twice, "{place:?}");
            let planting = Planting::alone(known(&garden), &patch).unwrap();
            prop_assert_eq!(planting.fits(place.rect) * u32::from(crop.ways[0].per_hole), place.holds);
        }
    }

    #[test]
    fn prop_groupings_stay_on_the_ground_they_are_given(x in 0..16u16, y in 0..8u16, w in 1..20u16, h in 1..12u16) {
        let garden = garden_with(1, Units::Imperial);
        let rect = Rect { x, y, w, h };
        for found in fitted(known(&garden), BedId(1), rect, 2027) {
            for stage in &found.stages {
                let part = stage.place.rect;
                let inside = part.x >= x && part.y >= y && part.right() <= rect.right() && part.bottom() <= rect.bottom();
                prop_assert!(inside, "{}: {part:?} in {rect:?}", found.key);
                prop_assert!(stage.place.from <= stage.place.until);
            }
            prop_assert!(found.stages.is_empty() || (w >= found.least[0] && h >= found.least[1]), "{}", found.key);
        }
    }

    /// Whatever is wished for, wherever: the proposal can be planted as it is, holds what was wished, and
    /// leaves what stays alone, and raises exactly the findings that it told. What may be laid elsewhere is in the list, left out by
    /// name, or told to be taken away.
    #[test]
    fn prop_any_arrangement_can_be_planted(
        picks in prop::collection::vec(any::<[u8; 6]>(), 0..12), more in any_wishes(), anew: bool, named: bool,
    ) {
        let mut garden = worked(picks);
        let Some(bed) = garden.beds.first().map(|bed| bed.id) else { return Ok(()) };
        let there = movable(known(&garden), bed, 2027);
        let stay: Vec<Patch> = there.stays.iter().filter_map(|one| garden.patch(one.patch)).cloned().collect();
        let listed = there.wishes.iter().filter(|_| named).cloned();
        let wishes: Vec<BedWish> = listed.chain(more).take(MOST_WISHES).collect();
        let asked = Arranging { bed, year: 2027, wishes: wishes.clone(), anew };
        let found = arrange(known(&garden), &asked, &mut |_| false).unwrap();
        let best = found.proposals[0].clone();
        prop_assert!(best.score <= found.bound);
        for (wish, wanted) in wishes.iter().enumerate() {
            let got: u32 = best.patches.iter().filter(|one| one.wish == wish).map(|one| one.plants).sum();
            let short = best.short.iter().find(|one| one.0 == wish).map_or(0, |one| one.1);
            prop_assert_eq!(got == 0, best.left_out.contains(&wish), "{:?}", best);
            prop_assert!(got + short >= wanted.plants || best.left_out.contains(&wish), "{:?}", best);
        }
        let before = garden.clone();
        if !best.changes.is_empty() {
            let command = Command::Replan { changes: best.changes.clone(), follow: false };
            // What is where it should be already is no change.
            match carry_out(&mut garden, Catalogue::standard(), &command, TODAY) {
                Ok(_) | Err(Refusal::NothingTo { .. }) => {}
                Err(refused) => prop_assert!(false, "{refused:?} of {:?}", best.changes),
            }
        }
        prop_assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
        prop_assert!(stay.iter().all(|patch| garden.patch(patch.id) == Some(patch)));
        for (number, wish) in wishes.iter().enumerate() {
            let Some(was) = wish.patch.and_then(|id| before.patch(id)) else { continue };
            let is = garden.patch(was.id);
            prop_assert_eq!(is.is_none(), best.left_out.contains(&number), "{:?}", best);
            prop_assert!(is.is_none_or(|is| (is.from, is.until, &is.kept, is.timing) == (was.from, was.until, &was.kept, was.timing)));
        }
        let gone = before.patches.iter().filter(|patch| garden.patch(patch.id).is_none() && patch.bed == bed);
        for patch in gone {
            let left_out = best.left_out.iter().any(|wish| wishes[*wish].patch == Some(patch.id));
            prop_assert!(left_out || found.gone.contains(&patch.id), "{} is lost", patch.planted.crop);
        }
        let ids: Vec<PatchId> = best.patches.iter().map(|one| one.patch).collect();
        let day = best.patches.iter().map(|one| one.place.from).min();
        let raised: Vec<Finding> = day.map(|day| reckon(known(&garden), day).findings).into_iter().flatten()
            .filter(|one| ids.contains(&one.patch) || one.other.is_some_and(|other| ids.contains(&other))).collect();
        prop_assert_eq!(raised, best.findings);
    }

    #[test]
    fn prop_what_is_planted_between_keeps_its_distances(host in 0..10_000usize, quick in 0..10_000usize, w in 2..10u16, h in 2..8u16) {
        let crops = &Catalogue::standard().crops;
        let (host, quick) = (&crops[host % crops.len()], &crops[quick % crops.len()]);
        prop_assume!(host.key != quick.key);
        let mut garden = garden_with(1, Units::Imperial);
        garden.beds[0].braces.clear();
        let rect = Rect { x: 1, y: 0, w, h };
        let below = patch_in(&garden, &host.key, &host.ways[0].key, rect);
        garden.patches.push(below);
        let between = patch_in(&garden, &quick.key, &quick.ways[0].key, rect);
        garden.patches.push(Patch { planted: Planted { between: true, ..between.planted }, ..between });
        let plantings: Vec<Planting> =
            garden.patches.iter().map(|patch| Planting::of(known(&garden), patch).unwrap()).collect();
        let ((host_sum, hosts), (sum, places)) = (plantings[0].reckon(), plantings[1].reckon());
        let alone = plantings[1].patch.rect;
        prop_assume!(!hosts.is_empty() && matches!(sum.pattern, Pattern::Between { .. }));
        let own = i64::from(sum.spacing.along.min(sum.spacing.across).get());
        let middle = f64::from(host_sum.spacing.along.get()).hypot(f64::from(host_sum.spacing.across.get())) / 2.0;
        let halves = f64::from(host_sum.spacing.along.min(host_sum.spacing.across).get()) / 2.0 + own as f64 / 2.0;
        let ground = alone.ground(&garden.beds[0], Units::Imperial);
        for (i, place) in places.iter().enumerate() {
            let square = |x: Length, y: Length| {
                let (dx, dy) = (i64::from((place.x - x).get()), i64::from((place.y - y).get()));
                dx * dx + dy * dy
            };
            for other in &places[i + 1..] {
                prop_assert!(square(other.x, other.y) >= own * own, "own distance");
            }
            for stem in &hosts {
                prop_assert!(square(stem.x, stem.y) as f64 >= (halves.min(middle) - 5.0).powi(2), "{place:?} {stem:?}");
            }
            prop_assert!(place.x > ground.left && place.x < ground.right && place.y > ground.far && place.y < ground.near);
        }
    }

    #[test]
    fn prop_the_nearest_plate_is_the_nearest(run in 600..50_000i32, holes in prop::collection::vec(1..=200u32, 1..20), wanted in 100..5000i32) {
        let found = plates(Length::tenths_mm(run), &holes, Length::tenths_mm(wanted)).unwrap();
        let off = |holes: u32| (f64::from(run) / f64::from(holes) - f64::from(wanted)).abs();
        let least = holes.iter().map(|holes| off(*holes)).fold(f64::MAX, f64::min);
        for plate in found.iter().filter(|plate| plate.nearest) {
            prop_assert!((off(plate.holes) - least).abs() < 1e-6);
        }
        prop_assert!(found.iter().any(|plate| plate.nearest));
        for plate in &found {
            prop_assert_eq!(plate.distance.get() * plate.holes as i32 + plate.rest, run);
        }
    }
}
