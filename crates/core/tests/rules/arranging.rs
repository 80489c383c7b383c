//! Arranging a bed: against full enumeration on small beds, and the laws that hold on any.

use crate::common::known;
use crate::common::{TODAY, bed, patch_in, site};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::ground::pattern::Chance;
use sparrow_core::ground::planting::Planting;
use sparrow_core::known::Known;
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::findings::Finding;
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_core::search::arrange::asked::{Arranged, Arranging, BedWish, Proposal, Why};
use sparrow_core::search::arrange::movable::{Movable, Staying, Stays, movable};
use sparrow_core::search::arrange::pose;
use sparrow_core::search::arrange::problem::{Problem, score};
use sparrow_core::search::arrange::search::{Answer, enumerate, search};
use sparrow_facts::bed::Trellis;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::{Rect, RowLine};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::{Length, Units};
use sparrow_facts::warning::{WarnedOf, WarningKey};

fn garden(columns: i32, rows: i32) -> Garden {
    let mut garden = Garden::new(site(Units::Imperial));
    garden.beds = vec![bed(1, Length::inches(12 * columns), Length::inches(12 * rows))];
    garden
}

fn wish(crop: &str, way: &str, plants: u32, must: bool) -> BedWish {
    BedWish { crop: crop.into(), way: way.into(), plants, must, from: None, until: None, patch: None }
}

/// An arrangement looked for three times anew.
fn arrange(known: Known, asked: &Arranging) -> Result<Arranged, Refusal> {
    let mut told = 0;
    pose::arrange(known, asked, &mut |found| {
        told += usize::from(found.is_some());
        told < 3
    })
}

fn asked(wishes: Vec<BedWish>) -> Arranging {
    Arranging { bed: BedId(1), year: 2027, wishes, anew: true }
}

/// Ten crops for a bed of 4 × 8 ft: more or less what fills it.
fn ten() -> Vec<BedWish> {
    vec![
        wish("tomato", "staked", 4, true),
        wish("basil", "leaf", 8, true),
        wish("carrot", "root", 64, true),
        wish("onion", "bulb", 36, true),
        wish("lettuce", "leaf", 8, true),
        wish("bean", "bush", 27, true),
        wish("cabbage", "mini", 2, true),
        wish("beet", "root", 18, true),
        wish("radish", "root", 16, false),
        wish("marigold", "flower", 4, false),
    ]
}

#[test]
fn on_small_beds_the_score_is_the_best_of_all_picks_in_two_hundred_cases() {
    let catalogue = Catalogue::standard();
    let crops = ["carrot", "onion", "lettuce", "radish", "bean", "basil", "tomato", "beet", "spinach", "pea", "pepper", "chive"];
    let mut chance = Chance(2027);
    let mut pick = |most: u64| (chance.draw() % most) as usize;
    let (mut left_out, mut paired) = (0, 0);
    for case in 0..200 {
        let mut garden = garden(1 + pick(3) as i32, 1 + pick(3) as i32);
        if pick(3) == 0 {
            let (length, half) = (garden.beds[0].length, Length::inches(6));
            garden.beds[0].trellises = vec![Trellis { from_far: half, start: Length::ZERO, end: length }];
        }
        let wishes: Vec<BedWish> = (0..1 + pick(4))
            .map(|_| {
                let crop = catalogue.crop(crops[pick(crops.len() as u64)]).unwrap();
                let way = &crop.ways[pick(crop.ways.len() as u64)];
                // As many as a square or two hold, so that some find no room.
                let fits = 144 / (way.square_twelfths[0] * way.square_twelfths[1]);
                wish(&crop.key, &way.key, fits.max(1) * (1 + pick(2) as u32), pick(2) == 0)
            })
            .collect();
        let problem = problem(&garden, &wishes);
        let (best, _) = enumerate(&problem);
        let Answer { picks, bound, proven, .. } = search(&problem, 50, &mut |_| false);
        assert_eq!(score(&problem, &picks[0]), best, "case {case}: {wishes:?}");
        assert!(proven && bound == best, "case {case}: and it is known to be the best");
        left_out += usize::from(picks[0].iter().any(Option::is_none));
        paired += usize::from(picks[0].iter().flatten().count() > 1);
    }
    assert!(left_out > 20 && paired > 60, "the premise: {left_out} too full, {paired} with neighbours");
}

/// Plants of each wish in all its pieces, which must not lie on each other.
fn met(found: &Arranged, wishes: &[BedWish]) -> Vec<u32> {
    let best = &found.proposals[0];
    for (i, one) in best.patches.iter().enumerate() {
        for other in &best.patches[i + 1..] {
            let meet = one.place.from <= other.place.until && other.place.from <= one.place.until;
            assert!(!(meet && one.place.rect.overlaps(other.place.rect)), "{one:?} {other:?}");
        }
    }
    let of = |wish: usize| best.patches.iter().filter(|one| one.wish == wish).map(|one| one.plants).sum();
    (0..wishes.len()).map(of).collect()
}

/// By hand: 23 squares of potatoes, 56 beans on seven, a borage and four calendulas on one each are the 32 of a bed of 4 × 8 ft.
#[test]
fn what_fits_by_hand_is_not_left_out_and_can_be_planted() {
    let wishes = [("potato", "main", 23), ("bean", "bush", 56), ("borage", "flower", 1), ("calendula", "flower", 4)]
        .map(|(crop, way, n)| wish(crop, way, n, true));
    let mut garden = garden(8, 4);
    let room = pose::squares(known(&garden), &asked(wishes.to_vec())).unwrap();
    assert_eq!((room.asked, room.there, room.cuts), (vec![23, 7, 1, 1], 32, vec![]));
    let found = arrange(known(&garden), &asked(wishes.to_vec())).unwrap();
    let best = &found.proposals[0];
    assert_eq!((best.left_out.clone(), best.short.clone()), (vec![], vec![]));
    assert!(met(&found, &wishes).iter().zip(&wishes).all(|(got, wish)| *got >= wish.plants));
    assert!(!found.proven && best.score <= found.bound, "no proof is claimed of what was not all looked through");
    let places = best.patches.iter().map(|one| one.place.clone()).collect();
    carry_out(&mut garden, Catalogue::standard(), &Command::PlaceAll { gone: Vec::new(), places }, TODAY).unwrap();
}

/// By hand: 7 ft 10½ in by 3 ft 11¼ in are 31.0 square feet, whatever part of the last ones is missing.
#[test]
fn part_squares_are_not_told_as_whole_ones() {
    let mut garden = garden(8, 4);
    garden.beds[0].length = Length::tenths_mm(24_003);
    garden.beds[0].width = Length::tenths_mm(12_002);
    let room = |garden: &Garden| pose::squares(known(garden), &asked(vec![wish("potato", "main", 32, true)])).unwrap();
    assert_eq!((room(&garden).there, room(&garden).cuts), (31, vec![(0, 1, 1)]));
}

#[test]
fn too_long_a_list_is_met_as_far_as_it_goes_and_the_cheapest_cuts_are_named() {
    let wishes = [wish("potato", "main", 30, true), wish("lettuce", "leaf", 17, true), wish("radish", "root", 16, false)];
    let room = pose::squares(known(&garden(8, 4)), &asked(wishes.to_vec())).unwrap();
    assert_eq!((room.asked, room.there), (vec![30, 5, 1], 32));
    // By hand: four squares too many; the radishes, which need not be, go first, then three potatoes, each a thirtieth of what is
    // wished for where a lettuce is a seventeenth.
    assert_eq!(room.cuts, [(2, 16, 1), (0, 3, 3)]);
    let found = arrange(known(&garden(8, 4)), &asked(wishes.to_vec())).unwrap();
    let got = met(&found, &wishes);
    assert!(got[0] + got[1].div_ceil(4) >= 32, "no square lies bare: {got:?}");
    let alone = arrange(known(&garden(8, 4)), &asked(vec![wish("potato", "main", 40, true)])).unwrap();
    assert_eq!((alone.proposals[0].short.clone(), met(&alone, &[wish("potato", "main", 40, true)])), (vec![(0, 8)], vec![32]));
}

/// What one square holds a whole number of can always be dealt out: all of it where there are squares enough, and no square bare
/// where there are not.
#[test]
fn in_two_hundred_small_cases_all_is_met_that_can_be() {
    let mut chance = Chance(14);
    let mut pick = |most: u64| (chance.draw() % most) as u32;
    let (mut full, mut over) = (0, 0);
    for case in 0..200 {
        let (columns, rows) = (1 + pick(4), 1 + pick(3));
        let crops = [("potato", "main", 1), ("lettuce", "leaf", 4), ("bean", "bush", 9), ("borage", "flower", 1)];
        let wishes: Vec<BedWish> = (0..1 + pick(3))
            .map(|_| {
                let (crop, way, each) = crops[pick(4) as usize];
                BedWish {
                    from: Some(jiff::civil::date(2027, 5, 1)),
                    until: Some(jiff::civil::date(2027, 8, 1)),
                    ..wish(crop, way, each * (1 + pick(5)), true)
                }
            })
            .collect();
        let garden = garden(columns as i32, rows as i32);
        let room = pose::squares(known(&garden), &asked(wishes.clone())).unwrap();
        assert_eq!(room.there, columns * rows);
        let found = arrange(known(&garden), &asked(wishes.clone())).unwrap();
        let (got, best) = (met(&found, &wishes), &found.proposals[0]);
        if room.asked.iter().sum::<u32>() <= room.there {
            full += 1;
            assert!(got.iter().zip(&wishes).all(|(got, wish)| *got >= wish.plants), "case {case}: {got:?} {wishes:?}");
            assert!(best.left_out.is_empty() && best.short.is_empty() && room.cuts.is_empty());
        } else {
            over += 1;
            let covered: u32 = best.patches.iter().map(|one| u32::from(one.place.rect.w) * u32::from(one.place.rect.h)).sum();
            assert!(covered >= 4 * room.there, "case {case}: {covered} half squares of {}: {wishes:?}", 4 * room.there);
            assert!(!found.proven);
            assert!(!best.left_out.is_empty() || !best.short.is_empty());
        }
    }
    assert!(full > 40 && over > 40, "the premise: {full} fit, {over} do not");
}

fn problem(garden: &Garden, wishes: &[BedWish]) -> Problem {
    pose::problem_of(known(garden), &asked(wishes.to_vec())).expect("it is there")
}

#[test]
fn an_arrangement_can_be_planted_and_no_stem_stands_within_another_s_distance() {
    let mut garden = garden(8, 4);
    let catalogue = Catalogue::standard();
    let arranged = arrange(known(&garden), &asked(ten())).unwrap();
    let best = &arranged.proposals[0];
    assert!(best.left_out.iter().all(|wish| !ten()[*wish].must), "all that must find room does: {:?}", best.left_out);
    let got = met(&arranged, &ten());
    for proposed in &best.patches {
        assert!(got[proposed.wish] >= ten()[proposed.wish].plants, "as many as were wished for");
        assert!(!proposed.why.is_empty(), "and a reason for each: {proposed:?}");
    }
    let places = best.patches.iter().map(|one| one.place.clone()).collect();
    carry_out(&mut garden, catalogue, &Command::PlaceAll { gone: Vec::new(), places }, TODAY).unwrap();
    let plantings: Vec<Planting> = garden.patches.iter().map(|p| Planting::of(known(&garden), p).unwrap()).collect();
    let stems: Vec<_> = plantings
        .iter()
        .flat_map(|planting| {
            let (sum, holes) = planting.reckon();
            holes.into_iter().map(move |hole| (planting, sum.spacing, hole))
        })
        .collect();
    let mut near = 0;
    for (i, (one, a, hole)) in stems.iter().enumerate() {
        for (other, b, there) in stems[i + 1..].iter().filter(|(other, ..)| one.patch.meets(other.patch)) {
            let (dx, dy) = ((hole.x - there.x).get().abs(), (hole.y - there.y).get().abs());
            let wanted = |a: Length, b: Length| (a.get() + b.get()) / 2;
            let apart = dx >= wanted(a.along, b.along) - 1 || dy >= wanted(a.across, b.across) - 1;
            assert!(apart, "{} at {hole:?} and {} at {there:?}", one.crop.key, other.crop.key);
            near += usize::from(dx < 4000 && dy < 4000 && one.patch.id != other.patch.id);
        }
    }
    assert!(near > 50, "the premise: many neighbours were looked at");
}

#[test]
fn the_two_answers_differ_and_the_first_is_the_better() {
    let arranged = arrange(known(&garden(8, 4)), &asked(ten())).unwrap();
    let [first, second] = &arranged.proposals[..] else { panic!("{} answers", arranged.proposals.len()) };
    assert!(first.score >= second.score && first.score <= arranged.bound);
    let moved = first.patches.iter().filter(|one| {
        let same = second.patches.iter().find(|other| other.wish == one.wish);
        same.is_none_or(|other| other.place.rect != one.place.rect)
    });
    assert!(moved.count() * 2 >= first.patches.len());
    assert_eq!(arrange(known(&garden(8, 4)), &asked(ten())).unwrap(), arranged, "the same every time");
}

#[test]
fn each_answer_of_a_search_is_at_least_as_good_as_the_one_before_and_the_last_is_given() {
    let garden = garden(8, 4);
    let mut told: Vec<Arranged> = Vec::new();
    let last = pose::arrange(known(&garden), &asked(ten()), &mut |found| {
        told.extend(found.map(|found| found()));
        true
    });
    assert!(told.len() == 10, "the premise: it was told again and again, {}", told.len());
    let scores: Vec<i32> = told.iter().map(|one| one.proposals[0].score).collect();
    assert!(scores.is_sorted(), "{scores:?}");
    assert_eq!(told.iter().map(|one| one.looked[0]).collect::<Vec<_>>(), (1..=10).collect::<Vec<_>>());
    assert_eq!(told.last(), last.as_ref().ok());
}

/// Has a bed as a proposal says.
fn lay_out(garden: &mut Garden, proposal: &Proposal) {
    let command = Command::Replan { changes: proposal.changes.clone(), follow: false };
    carry_out(garden, Catalogue::standard(), &command, TODAY).expect("it can be planted");
}

/// What the page sends: all that may be laid elsewhere.
fn asked_of(garden: &Garden) -> (Movable, Arranging) {
    let there = movable(known(garden), BedId(1), 2027);
    let wishes = there.wishes.clone();
    (there, asked(wishes))
}

#[test]
fn what_stands_between_others_stays_with_them_and_is_not_lost() {
    let mut garden = garden(8, 4);
    let radish = Rect { x: 0, y: 0, w: 6, h: 6 };
    garden.patches.push(patch_in(&garden, "cabbage", "head", radish));
    let between = patch_in(&garden, "radish", "root", radish);
    let until = jiff::civil::date(2027, 5, 28);
    garden.patches.push(Patch { until, planted: Planted { between: true, ..between.planted }, ..between });
    garden.patches.push(patch_in(&garden, "pepper", "bush", Rect { x: 8, y: 0, w: 2, h: 2 }));
    garden.patches.push(patch_in(&garden, "sunflower", "tall", Rect { x: 10, y: 0, w: 4, h: 4 }));
    let before = garden.clone();
    let (there, asked) = asked_of(&garden);
    let both = [PatchId(1), PatchId(2)].map(|patch| Staying { patch, why: Stays::SharesGround });
    assert_eq!(there.stays, both, "the two were laid out as one");
    let arranged = arrange(known(&garden), &asked).unwrap();
    assert_eq!(arranged.gone, vec![]);
    lay_out(&mut garden, &arranged.proposals[0]);
    assert_eq!(garden.patches.len(), 4);
    assert_eq!(garden.patches[..2], before.patches[..2]);
}

#[test]
fn a_planting_that_is_laid_elsewhere_keeps_its_number_and_what_was_said_of_it() {
    let mut garden = garden(8, 4);
    let apart = Some(Spacing { along: Length::inches(14), across: Length::inches(14) });
    let tomato = patch_in(&garden, "tomato", "staked", Rect { x: 4, y: 4, w: 4, h: 4 });
    let planted = Planted { distance: apart, in_each: Some(2), ..tomato.planted.clone() };
    garden.patches.push(Patch { kept: vec![WarningKey::of(WarnedOf::Rows)], planted, ..tomato });
    garden.patches.push(patch_in(&garden, "lettuce", "leaf", Rect { x: 0, y: 4, w: 4, h: 2 }));
    let before = garden.clone();
    // Only the tomatoes are better off elsewhere: against a board.
    let arranged = arrange(known(&garden), &asked_of(&garden).1).unwrap();
    lay_out(&mut garden, &arranged.proposals[0]);
    let (was, is) = (&before.patches[0], &garden.patches[0]);
    assert_ne!(is.rect, was.rect, "the premise: it lies elsewhere");
    assert_eq!(*is, Patch { rect: is.rect, ..was.clone() });
}

#[test]
fn what_is_begun_or_marked_out_stays_and_says_why() {
    let mut garden = garden(8, 4);
    for x in [0, 4, 8] {
        garden.patches.push(patch_in(&garden, "lettuce", "leaf", Rect { x, y: 0, w: 2, h: 2 }));
    }
    // Sown before today, and nobody kept a journal then.
    garden.patches[0].from = TODAY;
    garden.patches[1].line = Some(RowLine { across: false, at: Length::inches(6) });
    garden.patches[2].locked = true;
    let there = movable(known(&garden), BedId(1), 2026);
    assert_eq!(there.stays, vec![Staying { patch: PatchId(1), why: Stays::Begun }]);
    let there = movable(known(&garden), BedId(1), 2027);
    let why: Vec<Stays> = there.stays.iter().map(|one| one.why).collect();
    assert_eq!((why, there.wishes.len()), (vec![Stays::MarkedRow, Stays::Locked], 0));
    let named = BedWish { patch: Some(PatchId(3)), ..wish("lettuce", "leaf", 4, true) };
    let refused = arrange(known(&garden), &asked(vec![named.clone()])).unwrap_err();
    assert_eq!(refused, Refusal::Stays { crop: "lettuce".into() });
    garden.patches[2].locked = false;
    let twice = arrange(known(&garden), &asked(vec![named.clone(), named])).unwrap_err();
    assert_eq!(twice, Refusal::Unknown { what: "patch", key: "3".into() });
}

#[test]
fn shade_that_the_bed_will_warn_of_is_told_with_the_proposal() {
    // A bed so full of peppers that the sunflowers throw their shadow on some wherever they lie.
    let garden = garden(4, 4);
    let wishes = vec![wish("pepper", "bush", 12, true), wish("sunflower", "tall", 4, true)];
    let arranged = arrange(known(&garden), &asked(wishes)).unwrap();
    for proposal in &arranged.proposals {
        let mut planted = garden.clone();
        lay_out(&mut planted, proposal);
        assert_eq!(proposal.findings, reckon(known(&planted), jiff::civil::date(2027, 6, 1)).findings);
        let shaded = |one: &&Finding| matches!(one.reason, Reason::Shaded { .. });
        let why = proposal.patches.iter().flat_map(|one| &one.why).filter(|one| matches!(one.why, Why::Shade { .. }));
        assert_eq!(proposal.findings.iter().any(|one| shaded(&one)), why.count() > 0, "weighed as it is warned of");
    }
    assert!(arranged.proposals.iter().any(|one| one.findings.iter().any(|one| one.weight == Weight::Settle)), "the premise");
}

#[test]
fn what_is_locked_stays_and_what_is_not_makes_way() {
    let catalogue = Catalogue::standard();
    let mut garden = garden(4, 4);
    for (crop, x) in [("pepper", 2), ("lettuce", 4)] {
        let patch =
            crate::common::patch_in(&garden, crop, if crop == "pepper" { "bush" } else { "leaf" }, Rect { x, y: 2, w: 2, h: 2 });
        garden.patches.push(patch);
    }
    garden.patches[0].locked = true;
    let wishes = vec![wish("bean", "bush", 36, true), wish("carrot", "root", 64, true)];
    let arranged = arrange(known(&garden), &asked(wishes.clone())).unwrap();
    assert_eq!(arranged.gone, vec![PatchId(2)]);
    let locked = garden.patches[0].clone();
    for proposal in &arranged.proposals {
        assert!(proposal.patches.iter().all(|one| !one.place.rect.overlaps(locked.rect)), "{proposal:?}");
    }
    lay_out(&mut garden, &arranged.proposals[0]);
    assert_eq!(garden.patches.len(), 3, "the lettuce has gone");
    assert_eq!(garden.patches[0], locked);
    let refused = carry_out(&mut garden, catalogue, &Command::RemovePatch { patch: locked.id }, TODAY).unwrap_err();
    assert_eq!(refused, Refusal::Locked { crop: "pepper".into() });
    // Without 'anew' nothing makes way at all.
    let kept = arrange(known(&garden), &Arranging { anew: false, ..asked(wishes) }).unwrap();
    assert!(kept.gone.is_empty());
}

#[test]
fn what_follows_on_may_lie_where_the_first_one_lay() {
    // By hand: one square, spinach until the end of May and bush beans from June: both find room.
    let day = |month, day| Some(jiff::civil::date(2027, month, day));
    let first = BedWish { from: day(3, 25), until: day(5, 31), ..wish("spinach", "leaf", 9, true) };
    let second = BedWish { from: day(6, 1), until: day(8, 20), ..wish("bean", "bush", 9, true) };
    let both = arrange(known(&garden(1, 1)), &asked(vec![first.clone(), second.clone()])).unwrap();
    assert_eq!(both.proposals[0].left_out, Vec::<usize>::new());
    let early = BedWish { from: day(5, 31), ..second };
    let one = arrange(known(&garden(1, 1)), &asked(vec![first, early])).unwrap();
    assert_eq!(one.proposals[0].left_out.len(), 1, "not on the day both would stand");
}

#[test]
fn no_answer_is_worse_than_the_bed_as_it_is() {
    // Onions along both long sides with carrots between, on part squares: shapes nobody would think of first.
    let mut garden = garden(8, 4);
    (garden.beds[0].length, garden.beds[0].width) = (Length::inches(87), Length::inches(40));
    let rows = [
        ("onion", "bulb", Rect { x: 0, y: 0, w: 15, h: 1 }),
        ("carrot", "root", Rect { x: 0, y: 1, w: 15, h: 5 }),
        ("onion", "bulb", Rect { x: 0, y: 6, w: 15, h: 1 }),
    ];
    for (crop, way, rect) in rows {
        let patch = crate::common::patch_in(&garden, crop, way, rect);
        garden.patches.push(patch);
    }
    let wishes = movable(known(&garden), BedId(1), 2027).wishes;
    assert_eq!(wishes.len(), 3);
    let answer = arrange(known(&garden), &asked(wishes.clone())).unwrap();
    assert_eq!(answer.proposals[0].left_out, Vec::<usize>::new(), "what lies there now fits");
    let new = |wish: BedWish| {
        let patch = wish.patch.and_then(|id| garden.patch(id)).unwrap();
        BedWish { patch: None, from: Some(patch.from), until: Some(patch.until), ..wish }
    };
    let unknown: Vec<BedWish> = wishes.into_iter().map(new).collect();
    let without = arrange(known(&garden), &asked(unknown)).unwrap();
    assert!(answer.proposals[0].score >= without.proposals[0].score);
}

#[test]
fn tall_crops_come_to_the_pole_s_side_and_climbers_to_the_trellis() {
    for latitude in [4490, -4130] {
        let mut garden = garden(4, 4);
        garden.site.latitude = sparrow_facts::site::Latitude(latitude);
        let wishes = vec![wish("maize", "wide", 4, true), wish("pepper", "bush", 4, true)];
        let best = arrange(known(&garden), &asked(wishes)).unwrap().proposals.remove(0);
        let y = |wish: usize| best.patches.iter().find(|one| one.wish == wish).unwrap().place.rect.y;
        // North is up on the drawing: the far side is the pole's side in the north only.
        if latitude > 0 {
            assert!(y(0) <= y(1), "{best:?}");
        } else {
            assert!(y(0) >= y(1), "{best:?}");
        }
        assert!(
            !best
                .patches
                .iter()
                .flat_map(|one| &one.why)
                .any(|one| matches!(one.why, sparrow_core::search::arrange::asked::Why::Shade { .. }))
        );
    }
    let mut garden = garden(4, 4);
    garden.beds[0].trellises = vec![Trellis { from_far: Length::inches(42), start: Length::ZERO, end: Length::inches(48) }];
    let best = arrange(known(&garden), &asked(vec![wish("pea", "climbing", 16, true)])).unwrap().proposals.remove(0);
    let ground = best.patches[0].place.rect.ground(&garden.beds[0], Units::Imperial);
    assert!(garden.beds[0].has_trellis_in((ground.left, ground.far), (ground.right, ground.near)));
}

#[test]
fn what_cannot_be_asked_is_refused_with_its_limit() {
    let garden = garden(4, 4);
    let refused = |asking: Arranging| arrange(known(&garden), &asking).unwrap_err().to_string();
    assert_eq!(refused(asked(vec![])), "wishes for one bed: 0 is outside 1 to 40");
    assert_eq!(refused(asked(vec![wish("carrot", "root", 0, true)])), "plants wished for: 0 is outside 1 to 5000");
    assert!(refused(asked(vec![wish("florp", "root", 1, true)])).contains("no crop “florp”"));
    assert!(refused(Arranging { bed: BedId(9), ..asked(ten()) }).contains("no bed “9”"));
}
