//! Reach and shade against worked examples by hand; vines, blocks of maize, and what stays.

use crate::common::known_on;
use crate::common::{TODAY, garden_with, patch_in};
use jiff::civil::date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::climate::sun::{noon_height_degrees, noon_shadow};
use sparrow_core::ground::hole::Hole;
use sparrow_core::reckon::day::reckon;
use sparrow_core::rules::place::{ARM, from_side};
use sparrow_core::rules::reason::{Reason, Weight};
use sparrow_core::rules::shade::{in_shadow, trellis_shades};
use sparrow_facts::bed::{Reach, Trellis};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::Work;
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::{Ground, Rect, RowLine};
use sparrow_facts::site::Latitude;
use sparrow_facts::site::NeighbourMaize;
use sparrow_facts::units::{Length, Units};

fn inch(n: i32) -> Length {
    Length::inches(n)
}

fn with(patches: &[(&str, &str, Rect)]) -> Garden {
    let mut garden = garden_with(1, Units::Imperial);
    garden.beds[0].braces.clear();
    for (crop, way, rect) in patches {
        let patch = patch_in(&garden, crop, way, *rect);
        garden.patches.push(patch);
    }
    garden
}

fn told(garden: &Garden) -> Vec<(Weight, Reason)> {
    let findings = reckon(known_on(garden, TODAY), date(2027, 6, 21)).findings;
    findings.into_iter().map(|f| (f.weight, f.reason)).collect()
}

/// By hand: a bed 96 × 48 in. From all sides, its middle is 24 in from two of them: just within an arm.
/// From the near side only, a hole 20 in from the far side is 28 in away.
#[test]
fn reach_is_measured_to_the_nearest_open_side() {
    let mut bed = garden_with(1, Units::Imperial).beds.remove(0);
    let hole = |x, y| Hole { x: inch(x), y: inch(y) };
    assert_eq!(from_side(&bed, hole(48, 24)), Some(ARM));
    bed.reach = Reach { far: false, near: true, left: false, right: false };
    assert_eq!(from_side(&bed, hole(48, 20)), Some(inch(28)));
    bed.reach.left = true;
    assert_eq!(from_side(&bed, hole(10, 20)), Some(inch(10)));
    // A trellis 30 in from the far side stands between that hole and the near one.
    bed.trellises = vec![Trellis { from_far: inch(30), start: Length::ZERO, end: inch(96) }];
    assert_eq!(from_side(&bed, hole(48, 20)), Some(inch(48)));
    bed.reach = Reach { far: false, near: false, left: false, right: false };
    assert_eq!(from_side(&bed, hole(48, 20)), None);
}

#[test]
fn crops_picked_every_other_day_are_asked_to_be_within_an_arm() {
    // By hand: bush beans at 4 in over 48 in: rows at 2, 6 … 46 in; from the near side alone those up to 22 in are too far: 6 rows of 12.
    let mut garden = with(&[("bean", "bush", Rect { x: 4, y: 0, w: 8, h: 8 })]);
    garden.beds[0].reach = Reach { far: false, near: true, left: false, right: false };
    let beyond = told(&garden).into_iter().find_map(|(weight, reason)| match reason {
        Reason::OutOfReach { holes, every, arm } => Some((weight, holes, every, arm)),
        _ => None,
    });
    assert_eq!(beyond, Some((Weight::Settle, 72, 2, ARM)));
    // Cabbages are cut once; they may stand where they like.
    garden.patches[0] = patch_in(&with(&[]), "cabbage", "head", Rect { x: 4, y: 0, w: 6, h: 6 });
    assert!(!told(&garden).iter().any(|one| matches!(one.1, Reason::OutOfReach { .. })));
}

/// By hand: at 44.9° north on 21 June (day 172) the declination is 0.409 sin(2π·172/365 − 1.39) = 23.43°, so the
/// noon sun stands 90 − 21.47 = 68.53° high, and 72 in throw 72 / tan 68.53° = 28.3 in to the north.
/// At 41.3° south on 21 December, 90 − |−41.3 + 23.4| = 72.1°, and 72 / tan 72.1° = 23.2 in to the south.
#[test]
fn noon_shadows_are_as_long_as_trigonometry_says_and_point_to_the_pole() {
    let mut garden = with(&[]);
    let june = date(2027, 6, 21);
    assert!((noon_height_degrees(garden.site.latitude, june) - 68.53).abs() < 0.05);
    let (dx, dy) = noon_shadow(&garden.site, &garden.beds[0], inch(72), june).unwrap();
    assert!(dx == Length::ZERO && (dy.in_inches() + 28.3).abs() < 0.1, "{dx:?} {dy:?}: to the far side, which lies north");
    garden.site.latitude = Latitude(-4130);
    let (_, dy) = noon_shadow(&garden.site, &garden.beds[0], inch(72), date(2027, 12, 21)).unwrap();
    assert!((dy.in_inches() - 23.2).abs() < 0.1, "{dy:?}: to the near side, which lies south");
    // Turned by a quarter, the bed's right end lies south and its left end north.
    (garden.site.latitude, garden.beds[0].turn) = (Latitude(4490), 90);
    let (dx, dy) = noon_shadow(&garden.site, &garden.beds[0], inch(72), june).unwrap();
    assert!((dx.in_inches() + 28.3).abs() < 0.1 && dy.get().abs() < 5, "{dx:?} {dy:?}");
    // In polar night there is none.
    garden.site.latitude = Latitude(8000);
    assert_eq!(noon_shadow(&garden.site, &garden.beds[0], inch(72), date(2027, 12, 21)), None);
}

#[test]
fn a_slanting_shadow_leaves_the_corners_free() {
    // By hand: ground from 0 to 10 each way, shadow 10 right and 10 down. (15, 15) lies in it; (18, 2) is off its edge.
    let ground = Ground { left: inch(0), far: inch(0), right: inch(10), near: inch(10) };
    let falls = |x, y| in_shadow(ground, (inch(10), inch(10)), Hole { x: inch(x), y: inch(y) });
    assert!(falls(15, 15) && falls(12, 8) && falls(5, 5));
    assert!(!falls(18, 2) && !falls(2, 18) && !falls(21, 21) && !falls(-1, 5));
}

/// The shade a patch stands in by a taller one, if any.
fn shade(garden: &Garden) -> Option<(Weight, u32)> {
    told(garden).into_iter().find_map(|(weight, reason)| match reason {
        Reason::Shaded { holes, .. } => Some((weight, holes)),
        _ => None,
    })
}

#[test]
fn tall_before_short_is_shade_and_behind_it_is_not() {
    let (north, south) = (Rect { x: 0, y: 0, w: 8, h: 2 }, Rect { x: 0, y: 2, w: 8, h: 3 });
    let peppers = ("pepper", "bush");
    let tomatoes = ("tomato", "staked");
    let before = with(&[(peppers.0, peppers.1, north), (tomatoes.0, tomatoes.1, south)]);
    assert_eq!(shade(&before), Some((Weight::Settle, 4)), "the tomatoes stand south of four peppers");
    let behind =
        with(&[(tomatoes.0, tomatoes.1, Rect { h: 3, ..north }), (peppers.0, peppers.1, Rect { x: 0, y: 3, w: 8, h: 2 })]);
    assert_eq!(shade(&behind), None);
    // South of the equator it is the other way round.
    let mut southern = behind;
    southern.site.latitude = Latitude(-4130);
    assert_eq!(shade(&southern).map(|found| found.0), Some(Weight::Settle));
    // Lettuce is glad of it in summer; chard manages.
    let lettuce = with(&[("lettuce", "leaf", north), (tomatoes.0, tomatoes.1, south)]);
    assert_eq!(shade(&lettuce).map(|found| found.0), Some(Weight::Good));
    let chard = with(&[("chard", "leaf", Rect { h: 2, ..north }), (tomatoes.0, tomatoes.1, south)]);
    assert_eq!(shade(&chard).map_or(Weight::Note, |found| found.0), Weight::Note);
}

/// By hand: a trellis along the middle of 48 in, 6 ft high, at midsummer noon shades 28.3 in to the north,
/// that is all of the 24 in behind it: 8 × 2 squares; on the far side it shades none of its bed.
#[test]
fn a_trellis_is_judged_before_it_is_built() {
    let mut garden = with(&[]);
    garden.beds[0].trellises = vec![Trellis { from_far: inch(24), start: Length::ZERO, end: inch(96) }];
    let shades = trellis_shades(&garden, &garden.beds[0], date(2027, 6, 21));
    assert_eq!(shades.iter().map(|shade| shade.centisquares).collect::<Vec<_>>(), vec![1600]);
    garden.beds[0].trellises[0].from_far = Length::ZERO;
    assert!(trellis_shades(&garden, &garden.beds[0], date(2027, 6, 21)).is_empty());
}

#[test]
fn vines_spill_where_one_can_walk_and_nowhere_else() {
    let corner = Rect { x: 0, y: 0, w: 4, h: 4 };
    let reckoned = |garden: &Garden| {
        let reckoning = reckon(known_on(garden, TODAY), date(2027, 6, 21));
        (reckoning.patches[0].sum.plants, reckoning.patches[0].holes.clone())
    };
    // By hand: watermelon wants 36 in; 24 in of ground and 15 in over each of two boards (half of 36 less 3) make 39.
    let garden = with(&[("watermelon", "sprawling", corner)]);
    let (plants, holes) = reckoned(&garden);
    assert_eq!(plants, 1);
    assert!(holes[0].x >= inch(3) && holes[0].y >= inch(3), "its stem keeps 3 in of soil: {holes:?}");
    assert!(told(&garden).contains(&(Weight::Good, Reason::Spills)));
    let mut walled = garden.clone();
    walled.beds[0].reach = Reach { far: false, near: true, left: false, right: true };
    assert_eq!(reckoned(&walled).0, 0);
    assert!(told(&walled).contains(&(Weight::Note, Reason::NowhereToSpill)));
    // What does not trail keeps half its distance to every board.
    assert_eq!(reckoned(&with(&[("courgette", "bush", corner)])).0, 0);
}

#[test]
fn maize_is_judged_by_what_stands_and_flowers_together() {
    let rows = |garden: &Garden| {
        let few = |one: (Weight, Reason)| if let Reason::FewRows { rows, .. } = one.1 { Some((one.0, rows)) } else { None };
        told(garden).into_iter().filter_map(few).collect::<Vec<_>>()
    };
    let block = |x: u16, w: u16, h: u16| ("maize", "block", Rect { x, y: 0, w, h });
    assert_eq!(rows(&with(&[block(0, 8, 2)])), [(Weight::Settle, 2)]);
    assert_eq!(rows(&with(&[block(0, 6, 3)])), [(Weight::Note, 3)]);
    assert_eq!(rows(&with(&[block(0, 6, 4)])), []);
    // Two patches that touch are one block; one that flowers a fortnight later is none of it.
    let mut two =
        with(&[("maize", "block", Rect { x: 0, y: 0, w: 8, h: 2 }), ("maize", "block", Rect { x: 0, y: 2, w: 8, h: 2 })]);
    assert_eq!(rows(&two), []);
    two.patches[1].from = date(2027, 6, 1);
    assert_eq!(rows(&two).len(), 2);
    // Five marked rows a foot apart are five rows, and not five times one.
    let mut marked = with(&[]);
    marked.beds[0].braces.clear();
    for n in 0..5 {
        let mut row = patch_in(&marked, "maize", "block", Rect { x: 2 * n, y: 0, w: 2, h: 8 });
        row.line = Some(RowLine { across: true, at: inch(6 + 12 * i32::from(n)) });
        marked.patches.push(row);
    }
    assert_eq!(rows(&marked), []);
    marked.patches.truncate(3);
    assert_eq!(rows(&marked), [(Weight::Note, 3)]);
}

#[test]
fn kinds_of_maize_flower_apart_by_the_days_they_really_have() {
    let mut kinds =
        with(&[("maize", "block", Rect { x: 0, y: 0, w: 6, h: 4 }), ("maize", "extra-sweet", Rect { x: 10, y: 0, w: 6, h: 4 })]);
    let crosses = |garden: &Garden| {
        let cross = |one: (Weight, Reason)| match one.1 {
            Reason::Crosses { days_apart, later, .. } => Some((days_apart, later)),
            _ => None,
        };
        told(garden).into_iter().filter_map(cross).collect::<Vec<_>>()
    };
    let [(apart, later)] = crosses(&kinds)[..] else { panic!("they flower together") };
    assert_eq!(later, PatchId(2), "the later one is to be put off");
    assert!(apart < 14);
    // The packet counts: a kind of 110 days flowers weeks after one of 65.
    kinds.patches[0].timing.packet = Some(65);
    kinds.patches[1].timing.packet = Some(110);
    assert_eq!(crosses(&kinds), []);
    // Three patches of one kind beside one of another are one pair.
    kinds.patches[0].timing.packet = None;
    kinds.patches[1].timing.packet = None;
    let mut third = patch_in(&kinds, "maize", "block", Rect { x: 0, y: 4, w: 6, h: 4 });
    third.id = PatchId(3);
    kinds.patches.push(third);
    assert_eq!(crosses(&kinds).len(), 1);
    kinds.patches[1].planted.way = "wide".into();
    assert_eq!(crosses(&kinds), [], "plantings of one kind");
}

/// 250 ft, 76 m, or a fortnight: common practice of home gardens. When the neighbour's flowers, nobody here can know.
#[test]
fn a_neighbour_s_maize_of_another_kind_is_told_of_where_the_wind_reaches() {
    let told_of = |strain: &str, metres: u16, crop: &str| {
        let way = if crop == "maize" { "block" } else { "root" };
        let mut garden = with(&[(crop, way, Rect { x: 0, y: 0, w: 8, h: 4 }), (crop, way, Rect { x: 8, y: 0, w: 8, h: 4 })]);
        garden.site.neighbour_maize = Some(NeighbourMaize { strain: strain.into(), metres });
        told(&garden).into_iter().filter(|one| matches!(one.1, Reason::NeighbourCrosses { .. })).collect::<Vec<_>>()
    };
    let [(Weight::Note, Reason::NeighbourCrosses { metres: 30, wanted: 76, flowers, .. })] = &told_of("field", 30, "maize")[..]
    else {
        panic!("a block is told of once")
    };
    assert!((date(2027, 6, 15)..=date(2027, 9, 1)).contains(flowers), "{flowers}");
    assert_eq!(told_of("field", 76, "maize"), []);
    assert_eq!(told_of("sweet", 30, "maize"), [], "the same kind");
    assert_eq!(told_of("field", 30, "carrot"), []);
}

#[test]
fn too_few_rows_are_pollinated_by_hand_on_a_day_of_the_calendar() {
    let days = |garden: &Garden| {
        let season = sparrow_core::reckon::season::view(known_on(garden, TODAY), date(2027, 6, 1));
        season.tasks.into_iter().filter(|task| task.work == Work::Pollinate).map(|task| task.day).collect::<Vec<_>>()
    };
    let few = with(&[("maize", "block", Rect { x: 0, y: 0, w: 8, h: 2 })]);
    let [day] = days(&few)[..] else { panic!("one day") };
    assert!((date(2027, 6, 15)..=date(2027, 9, 1)).contains(&day), "{day}");
    assert_eq!(days(&with(&[("maize", "block", Rect { x: 0, y: 0, w: 8, h: 4 })])), []);
}

fn first_bed(garden: &mut Garden, change: impl Fn(&mut sparrow_facts::bed::Bed)) {
    change(&mut garden.beds[0]);
}

/// Depths are common practice: 8 in for full carrots and sweet potatoes, 5 for young ones.
#[test]
fn depth_sun_sourness_and_something_to_climb_are_judged_with_a_way_out() {
    let of =
        |garden: &Garden, is: &dyn Fn(&Reason) -> bool| told(garden).into_iter().filter(|one| is(&one.1)).collect::<Vec<_>>();
    let mut carrots = with(&[("carrot", "root", Rect { x: 0, y: 0, w: 4, h: 4 })]);
    let shallow = |garden: &Garden| of(garden, &|one| matches!(one, Reason::ShallowSoil { .. }));
    assert_eq!(shallow(&carrots), []);
    first_bed(&mut carrots, |bed| bed.depth = Length::tenths_mm(1397));
    let [(Weight::Settle, Reason::ShallowSoil { shorter: Some(shorter), .. })] = &shallow(&carrots)[..] else {
        panic!("{:?}", shallow(&carrots))
    };
    assert_eq!(shorter, "baby");
    // Other ground of the same bed is no deeper, and nothing is offered that would not help.
    let ways_out = |garden: &Garden| {
        let found = reckon(known_on(garden, TODAY), date(2027, 6, 21)).findings;
        found.into_iter().filter(|one| one.weight == Weight::Settle).map(|one| one.way_out.is_some()).collect::<Vec<_>>()
    };
    assert_eq!(ways_out(&carrots), [false]);
    assert_eq!(ways_out(&with(&[("maize", "block", Rect { x: 0, y: 0, w: 8, h: 2 })])), [false]);
    let mut shady =
        with(&[("tomato", "staked", Rect { x: 0, y: 0, w: 4, h: 4 }), ("lettuce", "head", Rect { x: 8, y: 0, w: 2, h: 2 })]);
    let half = |garden: &Garden| of(garden, &|one| matches!(one, Reason::HalfShade { .. }));
    assert_eq!(half(&shady), []);
    shady.turns.shady.push(shady.beds[0].id);
    assert_eq!(half(&shady).len(), 1, "tomatoes want sun, lettuce manages");
    let sour = |one: &str, one_way: &str, two: &str, two_way: &str| {
        let garden = with(&[(one, one_way, Rect { x: 0, y: 0, w: 4, h: 4 }), (two, two_way, Rect { x: 8, y: 0, w: 4, h: 4 })]);
        of(&garden, &|reason| matches!(reason, Reason::Sourness { .. })).len()
    };
    assert_eq!((sour("potato", "main", "spinach", "leaf"), sour("potato", "main", "cabbage", "head")), (1, 0));
    let mut beans = with(&[("bean", "bush", Rect { x: 0, y: 0, w: 4, h: 2 })]);
    let climbs = |garden: &Garden| of(garden, &|one| matches!(one, Reason::DoesNotClimb { .. })).len();
    assert_eq!(climbs(&beans), 0);
    first_bed(&mut beans, |bed| {
        bed.trellises = vec![sparrow_facts::bed::Trellis { from_far: inch(2), start: inch(0), end: inch(48) }];
    });
    assert_eq!(climbs(&beans), 1);
}

#[test]
fn what_stays_is_asked_to_an_end() {
    let middle = Rect { x: 6, y: 0, w: 2, h: 2 };
    let stays = |garden: &Garden| {
        told(garden).into_iter().find_map(|one| if let Reason::InTheMiddle { for_seed } = one.1 { Some(for_seed) } else { None })
    };
    assert_eq!(stays(&with(&[("chive", "clump", middle)])), Some(false));
    assert_eq!(stays(&with(&[("chive", "clump", Rect { x: 0, ..middle })])), None);
    assert_eq!(stays(&with(&[("chive", "clump", Rect { x: 14, ..middle })])), None);
    let mut seed = with(&[("beet", "root", middle)]);
    assert_eq!(stays(&seed), None, "lifted in its first year");
    seed.patches[0].until = date(2028, 8, 1);
    assert_eq!(stays(&seed), Some(true));
}

#[test]
fn maize_holds_up_climbing_beans_and_not_bush_ones() {
    let ground = Rect { x: 0, y: 0, w: 6, h: 6 };
    let beans = |way: &str| {
        let mut garden = with(&[("maize", "block", ground)]);
        let beans = patch_in(&garden, "bean", way, ground);
        garden.patches.push(Patch { from: date(2027, 6, 1), planted: Planted { between: true, ..beans.planted }, ..beans });
        let supports =
            |relation: usize| Catalogue::standard().relations[relation].kind == sparrow_core::catalogue::Kind::Supports;
        let told = told(&garden);
        let held = told.iter().any(|one| matches!(one.1, Reason::Company { relation, .. } if supports(relation)));
        (held, told.iter().any(|one| one.1 == Reason::WantsTrellis))
    };
    assert_eq!(beans("climbing"), (true, false), "held up, so no trellis is asked for");
    assert_eq!(beans("bush"), (false, false));
}
