//! The household's own varieties: what is not said of one comes from the crop, and what is said holds everywhere.

use crate::common::{TODAY, does, draft, known, placed_in};
use jiff::ToSpan;
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::varieties::way_of;
use sparrow_core::catalogue::{Catalogue, CountedFrom};
use sparrow_core::change::command::Command;
use sparrow_core::change::varieties::VarietyDraft;
use sparrow_core::change::verify::verify;
use sparrow_core::ground::planting::{DistanceFrom, Planting};
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::size::is_settled;
use sparrow_core::growth::window::windows;
use sparrow_core::reckon::season::tasks_between;
use sparrow_core::round::rounds::rounds;
use sparrow_core::rules::past::stays;
use sparrow_core::turns::held::winters;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{PatchId, VarietyId};
use sparrow_facts::journal::Work;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::site::{Freezes, Latitude, PlaceMonths, Site};
use sparrow_facts::timing::Means;
use sparrow_facts::units::{Length, Tape, TenthsC};
use sparrow_facts::variety::Treated;

fn quillet() -> Garden {
    let mut garden = sparrow_demo::quillet_lane(TODAY).expect("the demo household stands on its own rules");
    garden.lots.clear();
    garden
}

fn keeps(garden: &mut Garden, draft: VarietyDraft) -> Result<(), Refusal> {
    let there = garden.varieties.iter().find(|one| one.name == draft.name && one.crop == draft.crop).map(|one| one.id);
    does(garden, &Command::KeepVariety { variety: there, draft: Box::new(draft) })
}

fn placed(garden: &mut Garden, crop: &str, way: &str) -> PatchId {
    placed_in(garden, crop, way, 2031)
}

fn inches(n: i32) -> Tape {
    Tape(Length::inches(n))
}

/// How many plants stand on a patch, and by whose distance.
fn stand(garden: &Garden, patch: PatchId) -> (u32, DistanceFrom) {
    let patch = garden.patch(patch).expect("it is there");
    let sum = Planting::of(known(garden), patch).expect("of what is known").reckon().0;
    (sum.plants, sum.distance_from)
}

#[test]
fn a_variety_that_says_nothing_is_grown_as_its_way_is() {
    let mut garden = quillet();
    let book = placed(&mut garden, "carrot", "root");
    let (plants, _) = stand(&garden, book);
    let growing = |garden: &Garden, patch: PatchId| {
        let known = known(garden);
        let growing = known.growing(garden.patch(patch).unwrap()).unwrap();
        (
            growing.means,
            growing.packet,
            growing.way.season.clone(),
            known.grower.ripening(growing, date(2031, 5, 10), &known.soil_of(None)),
        )
    };
    let as_book = growing(&garden, book);
    keeps(&mut garden, draft("carrot", "root", "Long Amber")).unwrap();
    let way = way_of(garden.varieties[0].id);
    let changed =
        Command::ChangePatch { patch: book, way, holes: None, from: date(2031, 5, 10), until: date(2031, 9, 10), between: false };
    does(&mut garden, &changed).unwrap();
    assert_eq!(stand(&garden, book).0, plants);
    let (means, packet, season, ripe) = growing(&garden, book);
    assert_eq!((means, packet, season), (as_book.0, as_book.1, as_book.2));
    assert_eq!(format!("{ripe:?}"), format!("{:?}", as_book.3));
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
}

#[test]
fn what_was_found_here_holds_before_the_crops_own_figure_that_before_the_packet_and_the_packet_before_the_book() {
    let mut garden = quillet();
    garden.spacings.clear();
    let mut said = draft("carrot", "root", "Long Amber");
    keeps(&mut garden, said.clone()).unwrap();
    let patch = placed(&mut garden, "carrot", &way_of(VarietyId(1)));
    // Four square feet at 3, 6, 4 and 12 in.
    assert!(matches!(stand(&garden, patch), (64, DistanceFrom::Catalogue { .. })));
    said.distance = Some((inches(6), inches(6)));
    keeps(&mut garden, said.clone()).unwrap();
    assert_eq!(stand(&garden, patch), (16, DistanceFrom::Packet));
    let of_all = |n| Command::SetSpacing {
        crop: "carrot".into(),
        way: "root".into(),
        distance: Some((inches(n), inches(n))),
        note: String::new(),
    };
    does(&mut garden, &of_all(4)).unwrap();
    assert_eq!(stand(&garden, patch), (36, DistanceFrom::Own { note: String::new() }));
    // Said of all that is grown as this variety, it is the variety's.
    let of_variety = Command::SetSpacing {
        crop: "carrot".into(),
        way: way_of(garden.varieties[0].id),
        distance: Some((inches(12), inches(12))),
        note: String::new(),
    };
    does(&mut garden, &of_variety).unwrap();
    assert_eq!(stand(&garden, patch), (4, DistanceFrom::Variety));
    assert_eq!(garden.varieties[0].own_distance.map(|own| own.along), Some(Length::inches(12)));
}

#[test]
fn days_depth_and_name_of_the_packet_reach_the_day_it_is_ripe_and_the_day_it_is_sown() {
    let mut garden = quillet();
    let mut said = draft("carrot", "root", "Long Amber");
    (said.days, said.depth) = (Some([100, 110]), Some(inches(1)));
    keeps(&mut garden, said).unwrap();
    let (book, own) = {
        let mut with = garden.clone();
        let patch = placed(&mut with, "carrot", "root");
        let mut other = garden.clone();
        (with.patch(patch).unwrap().clone(), {
            let patch = placed(&mut other, "carrot", &way_of(VarietyId(1)));
            garden = other;
            garden.patch(patch).unwrap().clone()
        })
    };
    let known = known(&garden);
    let ripe = |patch| {
        let growing = known.growing(patch).unwrap();
        known.grower.ripening(growing, patch.from, &known.soil_of(Some(patch.bed))).unwrap().ripe
    };
    let later = (ripe(&own) - ripe(&book)).get_days();
    assert!((20..=60).contains(&later), "a packet of 105 days instead of 70 or so: {later} days later");
    let tasks = tasks_between(known, date(2031, 5, 1), date(2031, 5, 31));
    assert!(tasks.iter().any(|task| task.said == "Sow carrots ‘Long Amber’ in Pear bed"), "{tasks:?}");
    let look = rounds(known, own.from.saturating_add(12.days()));
    assert!(look.lines.iter().any(|line| line.task.said.contains("the carrots ‘Long Amber’")), "care names it too");
    let round = rounds(known, own.from);
    let line = round.lines.iter().find(|line| line.task.patch == own.id).expect("it is sown on its day");
    assert_eq!(line.how.as_ref().and_then(|how| how.depth), Some(Length::inches(1)));
}

#[test]
fn onions_of_the_wrong_day_length_make_no_bulb() {
    // Common practice: long-day kinds from about 37 degrees on, short-day ones up to about 35.
    let may_start = |degrees: i32, means: [i16; 12], kind: &str| {
        let months = PlaceMonths { mean: means.map(TenthsC), rain_mm: [60; 12] };
        let site = quillet().site;
        let freezes = Freezes::ByClimate;
        let mut garden = Garden::new(Site { latitude: Latitude(degrees * 100), months: Some(months), freezes, ..site });
        let mut said = draft("onion", "bulb", "Round Slate");
        said.kinds = [("day-length".to_string(), kind.to_string())].into();
        keeps(&mut garden, said).unwrap();
        let known = known(&garden);
        let (crop, way) = known.crop("onion", Some(&way_of(VarietyId(1)))).unwrap();
        let growing = Growing::by(crop, way, Means::Shelf);
        windows(known.grower, garden.almanac.appetite, growing, 2027, &known.soil_of(None)).len()
    };
    let gulf = [150, 165, 190, 220, 255, 275, 280, 280, 270, 240, 200, 165];
    let north = [45, 48, 65, 90, 125, 155, 175, 172, 145, 110, 72, 50];
    assert_eq!(may_start(27, gulf, "long"), 0, "days of 15 hours never come at 27 degrees");
    assert!(may_start(27, gulf, "short") > 0);
    assert!(may_start(51, north, "long") > 0);
}

#[test]
fn maize_of_a_variety_is_judged_by_its_kind() {
    let mut garden = quillet();
    let mut said = draft("maize", "block", "Dawn Flint");
    said.kinds = [("sugar".to_string(), "flint".to_string())].into();
    keeps(&mut garden, said).unwrap();
    let known = known(&garden);
    let strain = |way: &str| known.crop("maize", Some(way)).unwrap().1.strain.clone();
    assert_eq!(strain("block").as_deref(), Some("sweet"));
    assert_eq!(strain(&way_of(VarietyId(1))).as_deref(), Some("flint"));
}

#[test]
fn what_cannot_be_is_refused_in_the_gardeners_words_and_what_is_named_is_not_forgotten() {
    let mut garden = quillet();
    let refused = |garden: &mut Garden, change: fn(&mut VarietyDraft)| {
        let mut said = draft("carrot", "root", "Odd One");
        change(&mut said);
        keeps(garden, said).expect_err("it cannot be").to_string()
    };
    assert_eq!(refused(&mut garden, |said| said.name = " ".into()), "the variety's name is empty: it wants 1 to 60 letters");
    assert_eq!(refused(&mut garden, |said| said.days = Some([60, 9])), "the packet's days: 9 is outside 10 to 400");
    assert_eq!(
        refused(&mut garden, |said| said.days = Some([60, 50])),
        "the packet's days: the least, 60, is more than the most, 50"
    );
    assert_eq!(
        refused(&mut garden, |said| said.depth = Some(inches(40))),
        "depth: 3 ft 4 in (1.016 m) is outside 0 in (0 cm) to 1 ft 4 in (40.6 cm)"
    );
    assert!(refused(&mut garden, |said| said.own_distance = Some((inches(0), inches(3)))).contains("distance between plants"));
    assert!(refused(&mut garden, |said| said.way = "variety-1".into()).contains("way of growing it"));
    assert!(refused(&mut garden, |said| said.kinds = [("sugar".into(), "flint".into())].into()).contains("sugar: flint"));
    keeps(&mut garden, draft("carrot", "root", "Long Amber")).unwrap();
    let twice = Command::KeepVariety { variety: None, draft: Box::new(draft("carrot", "root", "long amber")) };
    assert_eq!(does(&mut garden, &twice), Err(Refusal::VarietyTaken { name: "long amber".into() }));
    keeps(&mut garden, draft("beet", "root", "Long Amber")).expect("another crop may have the same name");
    placed(&mut garden, "carrot", &way_of(VarietyId(1)));
    let forget = |id| Command::ForgetVariety { variety: VarietyId(id) };
    assert_eq!(does(&mut garden, &forget(1)), Err(Refusal::VarietyInUse { name: "Long Amber".into(), plantings: 1 }));
    assert_eq!(does(&mut garden, &forget(2)), Ok(()));
}

proptest! {
    #[test]
    fn prop_more_room_for_each_never_holds_more(distances in prop::collection::vec(1..24i32, 2..5)) {
        let mut garden = quillet();
        keeps(&mut garden, draft("beet", "root", "Even")).unwrap();
        let patch = placed(&mut garden, "beet", &way_of(VarietyId(1)));
        let mut sorted = distances.clone();
        sorted.sort_unstable();
        let mut before = u32::MAX;
        for inch in sorted {
            let mut said = draft("beet", "root", "Even");
            said.own_distance = Some((inches(inch), inches(inch)));
            keeps(&mut garden, said).unwrap();
            let (plants, from) = stand(&garden, patch);
            prop_assert!(plants <= before && from == DistanceFrom::Variety);
            before = plants;
        }
    }
}

#[test]
fn a_packet_changes_neither_how_a_crop_is_started_nor_what_stays_nor_what_stands_over_winter() {
    let mut garden = quillet();
    for (crop, way, counted_from) in
        [("rhubarb", "clump", None), ("tomato", "staked", Some(CountedFrom::Sowing)), ("garlic", "bulb", None)]
    {
        let mut said = draft(crop, way, "Short One");
        (said.days, said.counted_from) = (Some([50, 60]), counted_from);
        keeps(&mut garden, said).unwrap();
    }
    let known = known(&garden);
    for variety in &garden.varieties {
        let (crop, own) = known.crop(&variety.crop, Some(&way_of(variety.id))).unwrap();
        let book = crop.way(&variety.way).unwrap();
        assert_eq!(own.days, [50, 60], "the premise");
        let (own, book) = (Growing::usual(crop, own), Growing::usual(crop, book));
        assert_eq!((own.means, own.stays()), (book.means, book.stays()), "{}", crop.key);
        assert_eq!(is_settled(crop, own.way), is_settled(crop, book.way), "{}", crop.key);
        assert_eq!(winters(crop, own.way), winters(crop, book.way), "{}", crop.key);
    }
    // That there is a variety of it changes nothing for the others of its crop.
    let rhubarb = garden.patches.iter().find(|patch| patch.planted.crop == "rhubarb").expect("a clump stands there");
    assert!(stays(known.catalogue, rhubarb));
}

#[test]
fn treated_seed_is_not_to_be_soaked_or_coated_once_more() {
    let asks = |treated: Option<Treated>| {
        let mut garden = quillet();
        let mut said = draft("pea", "bush", "Low Lantern");
        said.treated = treated;
        keeps(&mut garden, said).unwrap();
        let patch = placed(&mut garden, "pea", &way_of(VarietyId(1)));
        let known = known(&garden);
        let from = garden.patch(patch).unwrap().from;
        let days = (-3..=0).map(|days: i64| rounds(known, from.saturating_add(days.days())));
        let works: Vec<Work> =
            days.flat_map(|round| round.lines).filter(|line| line.task.patch == patch).map(|line| line.task.work).collect();
        works.contains(&Work::Soak) || works.contains(&Work::Inoculate)
    };
    assert!(asks(None), "the premise: peas are coated with their bacteria, or soaked");
    for treated in [Treated::Dressed, Treated::Pelleted, Treated::Primed] {
        assert!(!asks(Some(treated)), "{treated:?}");
    }
}

#[test]
fn a_variety_that_is_not_there_is_told_as_one() {
    let garden = quillet();
    let refused = known(&garden).crop("carrot", Some("variety-9")).expect_err("there is none");
    assert_eq!(refused.to_string(), "there is no variety “9” in this garden or its catalogue");
}

#[test]
fn a_patch_is_divided_between_two_varieties_and_neither_ground_nor_what_was_written_of_it_is_lost() {
    let mut garden = quillet();
    keeps(&mut garden, draft("carrot", "root", "Long Amber")).unwrap();
    keeps(&mut garden, VarietyDraft { distance: Some((inches(2), inches(2))), ..draft("carrot", "root", "Round Ember") })
        .unwrap();
    let patch = placed(&mut garden, "carrot", "variety-1");
    let before = garden.patch(patch).unwrap().clone();
    let divide = |half_squares| Command::DividePatch { patch, way: "variety-2".into(), half_squares, until: None };
    for (half_squares, said) in [(0, "0 is outside 1 to 3"), (4, "4 is outside 1 to 3")] {
        assert!(does(&mut garden, &divide(half_squares)).unwrap_err().to_string().contains(said), "{half_squares}");
    }
    does(&mut garden, &divide(1)).unwrap();
    let (first, second) = (garden.patch(patch).unwrap(), garden.patches.last().unwrap());
    assert_eq!((first.rect, first.planted.way.as_str()), (Rect { x: 0, y: 0, w: 3, h: 4 }, "variety-1"));
    assert_eq!((second.rect, second.planted.way.as_str()), (Rect { x: 3, y: 0, w: 1, h: 4 }, "variety-2"));
    assert_eq!((second.from, second.until, second.bed), (before.from, before.until, before.bed));
    // By hand: 1½ × 2 squares at 3 in are 48, ½ × 2 squares at 2 in are 36.
    let second = second.id;
    assert_eq!((stand(&garden, patch).0, stand(&garden, second).0), (48, 36));
    // What was planted is still there: of 47 a quarter, 11, are the second's.
    does(&mut garden, &Command::RemovePatch { patch: second }).unwrap();
    let (from, until) = (before.from, before.until);
    let whole = Command::MovePatch { patch, bed: before.bed, rect: before.rect };
    let many = Command::ChangePatch { patch, way: "variety-1".into(), holes: Some(47), from, until, between: false };
    [whole, many, divide(1)].iter().for_each(|command| does(&mut garden, command).unwrap());
    let second = garden.patches.last().unwrap().id;
    assert_eq!((stand(&garden, patch).0, stand(&garden, second).0), (36, 11));
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
}

proptest! {
    /// Wherever it is divided, both parts are its ground and no more.
    #[test]
    fn prop_both_parts_of_a_divided_patch_are_its_ground(w in 1..8u16, h in 1..8u16, part in 1..8u16) {
        let mut garden = quillet();
        let place = Command::Place {
            bed: garden.beds[1].id, crop: "carrot".into(), way: Some("root".into()), rect: Rect { x: 0, y: 0, w, h }, holes: None,
            from: Some(date(2031, 5, 10)), until: Some(date(2031, 9, 10)), year: 2031, between: false, needle: None,
        };
        does(&mut garden, &place).unwrap();
        let patch = garden.patches.last().unwrap().id;
        let divided = does(&mut garden, &Command::DividePatch { patch, way: "baby".into(), half_squares: part, until: None });
        prop_assert_eq!(divided.is_ok(), part < w.max(h), "{:?}", divided);
        if divided.is_ok() {
            let (one, other) = (garden.patch(patch).unwrap().rect, garden.patches.last().unwrap().rect);
            prop_assert_eq!(one.w * one.h + other.w * other.h, w * h);
            prop_assert!(one.x.max(other.x) + one.w.min(other.w) <= w && one.y.max(other.y) + one.h.min(other.h) <= h);
        }
    }
}
