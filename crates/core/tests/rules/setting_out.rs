//! Sheets, groupings and the sums that go the other way.

use crate::common::{TODAY, garden_with, patch_in};
use crate::common::{known, known_on};
use jiff::civil::date;
use sparrow_core::ask::groupings::{Fitted, fitted};
use sparrow_core::ask::sheet::{Sheet, StickBetween, Strewn, sheet};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::verify::verify;
use sparrow_core::climate::calendar::year_span;
use sparrow_core::ground::sums::{edge, fits, pattern, plates, tally};
use sparrow_core::growth::size::size_after;
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_core::season::span::usual_span;
use sparrow_demo::{quillet_lane, tern_court};
use sparrow_facts::bed::Reach;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::rect::Rect;
use sparrow_facts::school::School;
use sparrow_facts::site::Hemisphere;
use sparrow_facts::timing::Means;
use sparrow_facts::units::{Length, Units};

fn inch(n: i32) -> Length {
    Length::inches(n)
}

fn with(crop: &str, way: &str, rect: Rect, school: Option<School>) -> Garden {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    let mut patch = patch_in(&garden, crop, way, rect);
    patch.planted.school = school;
    garden.patches.push(patch);
    garden
}

fn sheet_of(garden: &Garden) -> Sheet {
    sheet(known(garden), BedId(1), year_span(2027, Hemisphere::North)).expect("the bed is there")
}

/// By hand: lettuce at 6 in on 2 × 3 squares, a foot from the left: stems at 15, 21 … 33 in from the left end,
/// lines at 3, 9 … 33 in from the far side; from the near side of 48 in at 15, 21 … 45 in.
#[test]
fn lines_and_stems_run_from_two_named_edges() {
    let mut garden = with("lettuce", "leaf", Rect { x: 2, y: 0, w: 4, h: 6 }, None);
    let sheet = sheet_of(&garden);
    assert_eq!((sheet.from_near, sheet.along.clone()), (false, vec![inch(0), inch(12), inch(36), inch(96)]));
    let lettuce = &sheet.plantings[0];
    let at = |sheet: &Sheet| sheet.plantings[0].lines.iter().map(|line| line.at.in_inches() as i32).collect::<Vec<_>>();
    assert_eq!(at(&sheet), vec![3, 9, 15, 21, 27, 33]);
    assert_eq!(lettuce.lines[0].stems, vec![inch(15), inch(21), inch(27), inch(33)]);
    assert_eq!((lettuce.lines[0].step, lettuce.holes), (Some(inch(6)), 24));
    assert_eq!(lettuce.template.len(), 4);
    let uses: Vec<(Length, Vec<StickBetween>)> =
        sheet.sticks.iter().map(|stick| (stick.long, stick.uses.iter().map(|one| one.between).collect())).collect();
    assert_eq!(uses, vec![(inch(6), vec![StickBetween::Stems, StickBetween::Lines]), (inch(3), vec![StickBetween::Edge])]);
    // A bed along a fence is measured from where one stands.
    garden.beds[0].reach = Reach { far: false, ..Reach::ALL };
    let near = sheet_of(&garden);
    assert!(near.from_near);
    assert_eq!(at(&near), vec![15, 21, 27, 33, 39, 45]);
    assert_eq!(near.plantings[0].first_edge, inch(12));
}

#[test]
fn stems_stand_beside_the_drip_line_and_strewn_seed_has_no_lines() {
    let mut garden = with("lettuce", "leaf", Rect { x: 2, y: 0, w: 4, h: 6 }, None);
    garden.beds[0].drips = vec![Length::tenths_mm(254 * 9 + 100), inch(30)];
    let lines = sheet_of(&garden).plantings.remove(0).lines;
    let beside: Vec<Option<Length>> = lines.iter().map(|line| line.beside_drip).collect();
    // The line at 9 in lies 1 cm from a drip line at 9 in and 1 cm; those at 27 and 33 in lie 3 in from the other.
    assert_eq!(beside, vec![None, Some(Length::tenths_mm(254 * 8 + 100)), None, None, None, None]);
    let strewn = sheet_of(&with("carrot", "root", Rect { x: 0, y: 0, w: 4, h: 4 }, Some(School::Scatter { seeds: 3 })));
    let carrots = &strewn.plantings[0];
    assert_eq!((carrots.lines.len(), carrots.strewn, carrots.template.len()), (0, Some(Strewn::Count(192)), 0));
}

#[test]
fn every_stem_of_the_households_is_on_a_sheet_within_its_bed_and_sticks_are_told_apart_by_the_tape() {
    for garden in [quillet_lane(TODAY).unwrap(), tern_court(TODAY).unwrap()] {
        let year = sparrow_core::climate::weather::Weather::of(&garden).planning_year(TODAY);
        let days = year_span(year, garden.site.latitude.hemisphere());
        for bed in &garden.beds {
            let sheet = sheet(known(&garden), bed.id, days).unwrap();
            for setting in &sheet.plantings {
                let stems: usize = setting.lines.iter().map(|line| line.stems.len()).sum();
                if let Some(strewn) = setting.strewn {
                    assert!(stems == 0 && matches!(strewn, Strewn::Grams(1..)), "{} {strewn:?}", bed.name);
                    continue;
                }
                assert_eq!(stems as u32, setting.holes, "{} {:?}", bed.name, setting.patch);
                for line in &setting.lines {
                    assert!(
                        line.at > Length::ZERO
                            && line.at < bed.width
                            && line.stems.iter().all(|x| *x > Length::ZERO && *x < bed.length)
                    );
                }
            }
            let words: Vec<String> = sheet.sticks.iter().map(|stick| stick.long.on_tape(garden.site.units)).collect();
            let mut once = words.clone();
            once.dedup();
            assert_eq!(words, once);
        }
    }
}

/// Quotients as a bulletin on seeders prints them (common practice): the wheel's run over the plate's holes, exactly.
#[test]
fn a_plate_s_distance_is_the_exact_quotient() {
    let found = plates(inch(36), &[5, 7, 11, 30], inch(3)).unwrap();
    let words: Vec<String> = found.iter().map(|plate| plate.distance.on_tape(Units::Imperial)).collect();
    assert_eq!(words, ["7¼ in", "5⅛ in", "3¼ in", "1¼ in"], "7.2, 5.14, 3.27 and 1.2 in on a tape of eighths");
    assert_eq!(found.iter().map(|plate| plate.nearest).collect::<Vec<_>>(), [false, false, true, false]);
    for plate in &found {
        assert_eq!(plate.distance.get() * plate.holes as i32 + plate.rest, inch(36).get(), "nothing is lost by rounding");
    }
    for (run, holes, said) in [
        (inch(1), vec![4], "wheel run for a turn of the plate: 1 in"),
        (inch(36), vec![0], "holes in a plate: 0 is outside 1 to 200"),
        (inch(36), vec![], "number of plates: 0 is outside 1 to 40"),
    ] {
        assert!(plates(run, &holes, inch(3)).unwrap_err().to_string().starts_with(said));
    }
}

#[test]
fn an_edge_holds_its_quotient_and_a_total_that_does_not_add_up_is_questioned() {
    // By hand: 9 ft 11 in at 4 in: 29 whole distances; two seeds a hole are 58.
    let line = edge(inch(119), inch(4), 1, 2).unwrap();
    assert_eq!((line.holes, line.plants, line.seeds), (29, 29, 58));
    assert!(edge(inch(119), inch(4), 1, 0).unwrap_err().to_string().starts_with("seeds a hole: 0"));
    let sum = tally(4, 12, 50);
    assert_eq!((sum.makes, sum.rows_for_it), (48, None));
    assert_eq!(tally(4, 12, 60).rows_for_it, Some(5));
}

#[test]
fn fifty_slips_find_their_ground_and_the_rest_is_counted() {
    // By hand: beds of 4 × 8 squares; leeks at 4 in are nine to a square, so 50 want six squares or so, in one piece.
    let mut garden = garden_with(2, Units::Imperial);
    let leeks = pattern(BedId(1), "leek", "stem", date(2027, 5, 1), date(2027, 9, 1));
    let found = fits(known(&garden), &leeks, 50).unwrap();
    assert_eq!((found.places.len(), found.left_over), (1, 0));
    let place = &found.places[0];
    assert!(place.holds >= 50 && place.plants == 50 && place.rect.w * place.rect.h <= 25, "{place:?}");
    // With both beds full but for one square, nine stay and 41 are left over.
    for bed in [1, 2] {
        let rects = if bed == 1 {
            vec![Rect { x: 0, y: 0, w: 14, h: 8 }, Rect { x: 14, y: 2, w: 2, h: 6 }]
        } else {
            vec![Rect { x: 0, y: 0, w: 16, h: 8 }]
        };
        for rect in rects {
            let mut patch = patch_in(&garden, "cabbage", "head", rect);
            patch.bed = BedId(bed);
            garden.patches.push(patch);
        }
    }
    let found = fits(known(&garden), &leeks, 50).unwrap();
    assert_eq!(found.places.iter().map(|place| (place.bed, place.plants)).collect::<Vec<_>>(), vec![(BedId(1), 9)]);
    assert_eq!(found.left_over, 41);
    assert!(fits(known(&garden), &leeks, 0).unwrap_err().to_string().contains("0 is outside 1 to 5000"));
}

/// Fifty cabbages at 18 in, two on each piece between fences of leeks 2 ft apart in beds 100 ft long: by hand, every piece holds
/// some, and all of them are found, in date or not.
#[test]
fn plants_find_every_piece_of_a_long_bed_and_an_edge_may_be_as_long_as_a_field() {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    garden.beds[0].length = inch(1200);
    let cabbages = pattern(BedId(1), "cabbage", "head", date(2027, 5, 1), date(2027, 9, 1));
    let whole = fits(known(&garden), &cabbages, 50).unwrap();
    assert_eq!((whole.places.len(), whole.left_over), (1, 0), "in one piece: {whole:?}");
    // A strip of leeks every five half squares leaves four, on which stand 1 × 2 of them.
    for n in 0..40 {
        garden.patches.push(patch_in(&garden, "leek", "stem", Rect { x: 5 * n + 4, y: 0, w: 1, h: 8 }));
    }
    let found = fits(known(&garden), &cabbages, 50).unwrap();
    let plants: u32 = found.places.iter().map(|place| place.plants).sum();
    assert_eq!((plants, found.left_over), (50, 0), "{} pieces", found.places.len());
    assert!(found.places.len() > 6);
    assert_eq!(edge(inch(12 * 300), inch(6), 1, 1).unwrap().plants, 600);
}

fn grouping(garden: &Garden, key: &str, rect: Rect) -> Fitted {
    fitted(known(garden), BedId(1), rect, 2027).into_iter().find(|one| one.key == key).expect("a grouping of that key")
}

#[test]
fn every_grouping_fits_its_least_ground_and_can_be_planted_whole() {
    let catalogue = Catalogue::standard();
    assert!(catalogue.groupings.len() >= 8);
    for known in &catalogue.groupings {
        let mut garden = garden_with(1, Units::Imperial);
        garden.beds[0].braces.clear();
        // A bed just so large: vines at its ends have an edge to go over.
        let [w, h] = known.least;
        (garden.beds[0].length, garden.beds[0].width) = (inch(6 * i32::from(w)), inch(6 * i32::from(h)));
        let found = grouping(&garden, &known.key, Rect { x: 0, y: 0, w, h });
        assert!(found.stages.len() == known.part.len() && !found.taken, "{}", known.key);
        assert!(found.stages.iter().all(|stage| stage.plants > 0), "{}: {:?}", known.key, found.stages);
        let small = grouping(&garden, &known.key, Rect { x: 0, y: 0, w: w - 1, h });
        assert!(small.stages.is_empty(), "{} on less than its least ground", known.key);
        let places = found.stages.into_iter().map(|stage| stage.place).collect();
        let edits = carry_out(&mut garden, catalogue, &Command::PlaceAll { gone: Vec::new(), places }, TODAY);
        edits.unwrap_or_else(|refusal| panic!("{}: {refusal}", known.key));
        assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
        assert!(grouping(&garden, &known.key, Rect { x: 0, y: 0, w, h }).taken, "{}: the ground is taken now", known.key);
    }
}

#[test]
fn stages_wait_for_what_they_need_of_each_other() {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    let sisters = grouping(&garden, "three-sisters-block", Rect { x: 0, y: 0, w: 16, h: 8 });
    let [maize, beans, squash, _] = &sisters.stages[..] else { panic!("{sisters:?}") };
    let crop = Catalogue::standard().crop("maize").unwrap();
    let patch = maize.place.patch(0);
    let pace = sparrow_core::ground::planting::Planting::alone(known(&garden), &patch).unwrap().pace;
    let high = |day: jiff::civil::Date| {
        size_after(crop, &crop.ways[0], pace.lived(f64::from((day - maize.place.from).get_days()))).height
    };
    assert!(high(beans.place.from) >= inch(6), "beans when the maize stands 6 in");
    let (bean, climbing) = (Catalogue::standard().crop("bean").unwrap(), "climbing");
    let usual = usual_span(known(&garden), bean, bean.way(climbing).unwrap(), None, 2027).0;
    let day = beans.place.from;
    assert!(
        high(day.yesterday().unwrap()) < inch(6) || day == usual,
        "and not later than that or than their own day: {day} {usual}"
    );
    assert!((squash.place.from - beans.place.from).get_days() >= 12, "squash when the beans are up");
    assert_eq!(beans.place.planted.way, "climbing");
    // The spinach between cabbages is out before they meet.
    let cabbages = grouping(&garden, "cabbage-zigzag", Rect { x: 0, y: 0, w: 8, h: 8 });
    let places = cabbages.stages.iter().map(|stage| stage.place.clone()).collect();
    carry_out(&mut garden, Catalogue::standard(), &Command::PlaceAll { gone: Vec::new(), places }, TODAY).unwrap();
    let findings = reckon(known_on(&garden, TODAY), date(2027, 5, 1)).findings;
    let sharing = findings.iter().find_map(|f| if let Reason::Shares(sharing) = f.reason { Some(sharing) } else { None });
    assert!(sharing.unwrap().is_in_time(), "{sharing:?}");
}

/// What is shown before is what is planted: beans between maize find the gaps that it leaves, not the whole ground.
#[test]
fn a_grouping_counts_what_it_plants_keeps_its_climbers_up_and_is_not_warned_of() {
    let catalogue = Catalogue::standard();
    for known_grouping in &catalogue.groupings {
        let mut garden = garden_with(1, Units::Imperial);
        garden.beds[0].braces.clear();
        let [w, h] = known_grouping.least;
        (garden.beds[0].length, garden.beds[0].width) = (inch(6 * i32::from(w)), inch(6 * i32::from(h)));
        let found = grouping(&garden, &known_grouping.key, Rect { x: 0, y: 0, w, h });
        let places = found.stages.iter().map(|stage| stage.place.clone()).collect();
        carry_out(&mut garden, catalogue, &Command::PlaceAll { gone: Vec::new(), places }, TODAY).unwrap();
        let reckoned = reckon(known_on(&garden, TODAY), date(2027, 7, 1));
        let planted: Vec<u32> = reckoned.patches.iter().map(|patch| patch.sum.plants).collect();
        let shown: Vec<u32> = found.stages.iter().map(|stage| stage.plants).collect();
        assert_eq!(planted, shown, "{}", known_grouping.key);
        let own = |reason: &Reason| matches!(reason, Reason::Shares(_) | Reason::LosesSupport { .. } | Reason::WantsTrellis);
        if known_grouping.key.starts_with("three-sisters") {
            let warned: Vec<_> = reckoned.findings.iter().filter(|one| one.weight != Weight::Good && own(&one.reason)).collect();
            assert!(warned.is_empty(), "{}: {warned:?}", known_grouping.key);
            let until = |crop: &str| garden.patches.iter().find(|patch| patch.planted.crop == crop).map(|patch| patch.until);
            assert!(until("maize") >= until("bean"), "the maize stands as long as beans climb it");
        }
    }
    // A bed three feet wide holds the block.
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    garden.beds[0].width = inch(36);
    let found = grouping(&garden, "three-sisters-block", Rect { x: 0, y: 0, w: 16, h: 6 });
    let plants: Vec<u32> = found.stages.iter().map(|stage| stage.plants).collect();
    assert_eq!(plants.len(), 4, "{plants:?}");
    assert_eq!(plants[0], 36, "six rows of six");
}

#[test]
fn a_climber_is_warned_of_when_what_it_climbs_is_cleared_first() {
    let mut garden = with("maize", "block", Rect { x: 0, y: 0, w: 8, h: 8 }, None);
    garden.patches[0].until = date(2027, 8, 15);
    let mut beans = patch_in(&garden, "bean", "climbing", Rect { x: 0, y: 0, w: 8, h: 8 });
    (beans.planted.between, beans.until) = (true, date(2027, 9, 20));
    garden.patches.push(beans);
    let lost = |garden: &Garden| {
        let found = reckon(known_on(garden, TODAY), date(2027, 7, 1)).findings;
        found.into_iter().filter(|one| matches!(one.reason, Reason::LosesSupport { .. })).count()
    };
    assert_eq!(lost(&garden), 1);
    garden.patches[0].until = date(2027, 9, 20);
    assert_eq!(lost(&garden), 0);
}

#[test]
fn a_household_s_own_grouping_is_saved_put_down_and_forgotten() {
    let catalogue = Catalogue::standard();
    let mut garden = garden_with(2, Units::Imperial);
    for (crop, way, rect) in
        [("leek", "stem", Rect { x: 4, y: 0, w: 4, h: 2 }), ("beet", "root", Rect { x: 4, y: 2, w: 4, h: 3 })]
    {
        let mut patch = patch_in(&garden, crop, way, rect);
        patch.from = date(2027, 4, if crop == "beet" { 20 } else { 10 });
        garden.patches.push(patch);
    }
    let keep = |name: &str, patches: &[u32]| Command::KeepGrouping {
        name: name.into(),
        patches: patches.iter().map(|n| PatchId(*n)).collect(),
    };
    carry_out(&mut garden, catalogue, &keep("Back row", &[1, 2]), TODAY).unwrap();
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
    let own = grouping(&garden, "own:1", Rect { x: 8, y: 0, w: 8, h: 8 });
    assert_eq!(own.least, [4, 5]);
    let at: Vec<_> = own.stages.iter().map(|stage| (stage.place.rect.x, stage.place.rect.y, stage.place.from)).collect();
    assert_eq!(at, vec![(8, 0, date(2027, 4, 10)), (8, 2, date(2027, 4, 20))]);
    let again = carry_out(&mut garden, catalogue, &keep("back row", &[1, 2]), TODAY).unwrap_err();
    assert_eq!(again.to_string(), "there is already a grouping called back row");
    assert!(carry_out(&mut garden, catalogue, &keep("One", &[1]), TODAY).unwrap_err().to_string().contains("2 to 40 patches"));
    let forget = Command::ForgetGrouping { grouping: sparrow_facts::ids::OwnGroupingId(1) };
    carry_out(&mut garden, catalogue, &forget, TODAY).unwrap();
    assert!(garden.groupings.is_empty());
}

/// By hand: what is raised on a shelf is planted one to a hole, what is sown gets seeds by its germination, whatever the crop's
/// usual method; a cover is weighed. 4 × 4 ft are 1.49 m², with rye at 14 g a square metre 21 g.
#[test]
fn a_sheet_says_what_is_sown_and_what_is_planted_by_how_each_patch_is_grown() {
    let mut garden = with("lettuce", "leaf", Rect { x: 0, y: 0, w: 4, h: 4 }, None);
    garden.patches[0].timing.means = Some(Means::Shelf);
    let mut put = |crop: &str, way: &str, x: u16, means: Option<Means>| {
        let mut patch = patch_in(&garden, crop, way, Rect { x, y: 0, w: 4, h: 4 });
        patch.timing.means = means;
        garden.patches.push(patch);
    };
    put("kale", "leaf", 4, Some(Means::Direct));
    put("garlic", "bulb", 8, None);
    put("carrot", "root", 12, None);
    let told: Vec<(u32, Means, Option<i32>)> = sheet_of(&garden)
        .plantings
        .iter()
        .map(|one| (one.in_each, one.means, one.depth.map(|depth| (depth.in_inches() * 4.0) as i32)))
        .collect();
    assert_eq!(
        told,
        [(1, Means::Shelf, None), (2, Means::Direct, Some(2)), (1, Means::Set, Some(8)), (3, Means::Direct, Some(1))]
    );
    let rye = &sheet_of(&with("rye", "cover", Rect { x: 0, y: 0, w: 8, h: 8 }, None)).plantings[0];
    assert_eq!((rye.strewn, rye.lines.len(), rye.template.len()), (Some(Strewn::Grams(21)), 0, 0));
}

#[test]
fn a_template_shows_the_holes_that_are_used_and_only_where_every_square_has_them() {
    let template = |w: u16, h: u16, holes: Option<u16>| {
        let mut garden = with("spinach", "leaf", Rect { x: 0, y: 0, w, h }, None);
        garden.patches[0].planted.holes = holes;
        sheet_of(&garden).plantings[0].template.len()
    };
    assert_eq!((template(4, 4, None), template(2, 2, Some(4)), template(4, 2, Some(3)), template(3, 2, None)), (9, 4, 0, 0));
}
