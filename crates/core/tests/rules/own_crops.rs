//! Crops that the book lacks: what is not said of one is its relative's, and what is said holds everywhere.

use crate::common::{TODAY, does, draft, known, placed_in};
use jiff::civil::date;
use proptest::prelude::*;
use sparrow_core::catalogue::own_crops::key_of;
use sparrow_core::catalogue::{Catalogue, FIGURE_GROUPS, Hardiness};
use sparrow_core::change::command::Command;
use sparrow_core::change::own_crops::OwnCropDraft;
use sparrow_core::change::varieties::VarietyDraft;
use sparrow_core::change::verify::verify;
use sparrow_core::ground::planting::Planting;
use sparrow_core::growth::growing::Growing;
use sparrow_core::growth::window::windows;
use sparrow_core::reckon::season::tasks_between;
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{OwnCropId, PatchId};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::site::{Freezes, Latitude, PlaceMonths};
use sparrow_facts::timing::Means;
use sparrow_facts::units::{Length, Tape, TenthsC};

fn quillet() -> Garden {
    let mut garden = sparrow_demo::quillet_lane(TODAY).expect("the demo household stands on its own rules");
    garden.lots.clear();
    garden
}

/// A hyacinth bean, of which nothing is said but its names.
fn hyacinth() -> OwnCropDraft {
    OwnCropDraft {
        like: "bean".into(),
        way: "climbing".into(),
        name: "hyacinth bean".into(),
        plural: "hyacinth beans".into(),
        botanical: "Lablab purpureus".into(),
        family: None,
        distance: None,
        spread: None,
        height: None,
        depth: None,
        days: None,
        counted_from: None,
        picked: None,
        kills_c: None,
        soil_c: None,
        source: String::new(),
        note: String::new(),
    }
}

fn keeps(garden: &mut Garden, draft: OwnCropDraft) -> Result<(), Refusal> {
    let there = garden.own_crops.iter().find(|one| one.name == draft.name).map(|one| one.id);
    does(garden, &Command::KeepOwnCrop { crop: there, draft: Box::new(draft) })
}

fn placed(garden: &mut Garden, crop: &str, way: &str) -> PatchId {
    placed_in(garden, crop, way, 2031)
}

fn inches(n: i32) -> Tape {
    Tape(Length::inches(n))
}

fn plants(garden: &Garden, patch: PatchId) -> u32 {
    Planting::of(known(garden), garden.patch(patch).expect("it is there")).expect("of what is known").reckon().0.plants
}

/// The first and the last day of each time of the year in which a climbing one may be sown in open ground.
fn may_start(garden: &Garden, key: &str) -> Vec<[jiff::civil::Date; 2]> {
    let known = known(garden);
    let (crop, way) = known.crop(key, Some("climbing")).expect("it is known");
    let growing = Growing::by(crop, way, Means::Direct);
    let found = windows(known.grower, garden.almanac.appetite, growing, 2027, &known.soil_of(None));
    found.iter().map(|window| [window.from, window.until]).collect()
}

#[test]
fn a_crop_that_says_nothing_is_its_relative_under_another_name_and_without_its_company() {
    let mut garden = quillet();
    let book = placed(&mut garden, "bean", "climbing");
    let there = plants(&garden, book);
    does(&mut garden, &Command::RemovePatch { patch: book }).unwrap();
    keeps(&mut garden, hyacinth()).unwrap();
    assert_eq!(garden.own_crops[0].family, "pea-bean", "its relative's");
    let own = placed(&mut garden, "own-1", "climbing");
    assert_eq!(plants(&garden, own), there);
    let known = known(&garden);
    let catalogue = known.catalogue;
    let (crop, way) = known.crop("own-1", None).unwrap();
    let (bean, climbing) = known.crop("bean", Some("climbing")).unwrap();
    assert_eq!((way, crop.kills_c, crop.hardiness), (climbing, bean.kills_c, bean.hardiness));
    assert_ne!(crop.ticket, bean.ticket);
    // It is cared for and warned of as its relative.
    assert_eq!(catalogue.care.of(crop).collect::<Vec<_>>(), catalogue.care.of(bean).collect::<Vec<_>>());
    assert!(catalogue.care.of(bean).count() > 5, "the premise");
    let tasks = tasks_between(known, date(2031, 5, 1), date(2031, 5, 31));
    assert!(tasks.iter().any(|task| task.said == "Sow hyacinth beans in Pear bed"), "{tasks:?}");
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
}

#[test]
fn of_company_it_has_what_is_said_of_its_whole_family_and_nothing_that_is_said_of_its_relative_alone() {
    let mut garden = quillet();
    let kale =
        OwnCropDraft { like: "kale".into(), way: "leaf".into(), name: "sea kale".into(), plural: String::new(), ..hyacinth() };
    keeps(&mut garden, kale).unwrap();
    let catalogue = known(&garden).catalogue;
    let (own, kale) = (catalogue.crop("own-1").unwrap(), catalogue.crop("kale").unwrap());
    let names =
        |n: &usize, key: &str| [&catalogue.relations[*n].who, &catalogue.relations[*n].whom].into_iter().any(|one| one == key);
    let (mut of_family, mut alone) = (0, 0);
    for other in catalogue.crops.iter().filter(|other| other.key != "kale" && other.key != "own-1") {
        let told = catalogue.relations_between(kale, other);
        let family: Vec<usize> = told.iter().filter(|n| !names(n, "kale")).copied().collect();
        assert_eq!(catalogue.relations_between(own, other), family, "{}", other.key);
        (of_family, alone) = (of_family + family.len(), alone + told.len() - family.len());
    }
    assert!(of_family > 3 && alone > 0, "the premise: {of_family} of the family, {alone} of kale alone");
}

#[test]
fn what_is_said_of_it_holds_in_place_of_its_relatives_figures() {
    let mut garden = quillet();
    keeps(&mut garden, hyacinth()).unwrap();
    let patch = placed(&mut garden, "own-1", "climbing");
    let before = plants(&garden, patch);
    let draft = OwnCropDraft {
        distance: Some((inches(12), inches(12))),
        height: Some(inches(120)),
        depth: Some(inches(2)),
        days: Some([90, 120]),
        kills_c: Some(1),
        soil_c: Some(20),
        source: "a neighbour's notebook".into(),
        ..hyacinth()
    };
    keeps(&mut garden, draft).unwrap();
    assert_eq!((before, plants(&garden, patch)), (32, 4), "8 on a square before; one of 12 in on each of four squares now");
    let known = known(&garden);
    let (crop, way) = known.crop("own-1", None).unwrap();
    assert_eq!((way.height, crop.sow_depth, way.days), (Length::inches(120), Length::inches(2), [90, 120]));
    assert_eq!((crop.hardiness, crop.kills_c, way.soil.may), (Hardiness::Tender, 1, 20.0));
    assert!(way.season.seedling_kills >= 1.0, "a seedling is never hardier");
    for group in FIGURE_GROUPS {
        let source = &known.catalogue.sources[&crop.sources[group]];
        assert_eq!(source.title, "a neighbour's notebook", "{group}");
    }
    assert_eq!(known.catalogue.own().sources.len(), 1);
}

/// Places far from the demo households: a mild winter, a short season, one without frost, and the other half of the year.
fn places() -> [(&'static str, i32, Freezes, [i16; 12]); 4] {
    [
        ("a mild winter", 3100, Freezes::ByClimate, [110, 130, 160, 200, 240, 270, 290, 290, 260, 210, 160, 120]),
        ("a short season", 5800, Freezes::ByClimate, [-120, -100, -40, 30, 100, 150, 170, 150, 100, 30, -40, -100]),
        ("without frost", 800, Freezes::Never, [270; 12]),
        ("the other half", -4300, Freezes::ByClimate, [170, 170, 150, 120, 90, 60, 60, 70, 90, 110, 130, 160]),
    ]
}

#[test]
fn warmer_soil_and_less_bearing_of_cold_never_let_it_start_earlier_anywhere() {
    for (name, latitude, freezes, means) in places() {
        let mut garden = quillet();
        garden.site.latitude = Latitude(latitude);
        garden.site.freezes = freezes;
        garden.site.months = Some(PlaceMonths { mean: means.map(TenthsC), rain_mm: [70; 12] });
        keeps(&mut garden, hyacinth()).unwrap();
        keeps(
            &mut garden,
            OwnCropDraft { name: "tender bean".into(), plural: String::new(), kills_c: Some(4), soil_c: Some(22), ..hyacinth() },
        )
        .unwrap();
        assert_eq!(garden.own_crops[1].plural, "tender bean");
        let (book, like, tender) = (may_start(&garden, "bean"), may_start(&garden, "own-1"), may_start(&garden, "own-2"));
        assert_eq!(book, like, "{name}: nothing is said of the first but its name");
        let days = |all: &[[jiff::civil::Date; 2]]| all.iter().map(|[from, until]| (*until - *from).get_days() + 1).sum::<i32>();
        assert!(days(&tender) <= days(&like), "{name}: {like:?} {tender:?}");
        let within = |one: &[jiff::civil::Date; 2]| like.iter().any(|[from, until]| *from <= one[0] && one[1] <= *until);
        assert!(tender.iter().all(within), "{name}: {like:?} {tender:?}");
        // A cool summer's warmest soil is taken for warm enough, there as for all that wants more (a rule of the season).
        assert!(!tender.is_empty() && (name == "without frost" || days(&tender) < days(&like)), "{name}: {like:?} {tender:?}");
    }
}

#[test]
fn it_is_found_by_its_name_bears_varieties_and_is_remembered() {
    let mut garden = quillet();
    // 'Yam' means the sweet potato, until somebody gives the name to a crop of their own.
    assert_eq!(Catalogue::standard().meant("yams")[0].crop, "sweet-potato");
    keeps(
        &mut garden,
        OwnCropDraft {
            like: "sweet-potato".into(),
            way: "sprawling".into(),
            name: "yam".into(),
            plural: "yams".into(),
            botanical: String::new(),
            ..hyacinth()
        },
    )
    .unwrap();
    assert_eq!(known(&garden).catalogue.meant("yams")[0].crop, key_of(OwnCropId(1)));
    let variety = VarietyDraft { days: Some([150, 200]), ..draft("own-1", "sprawling", "Purple Rope") };
    does(&mut garden, &Command::KeepVariety { variety: None, draft: Box::new(variety) }).unwrap();
    let named = |garden: &Garden| {
        let (crop, way) = known(garden).crop("own-1", Some("variety-1")).expect("it is a way of it");
        crop.named(way)
    };
    assert_eq!(named(&garden), ["yam ‘Purple Rope’", "yams ‘Purple Rope’"]);
    let bed = garden.beds[0].id;
    does(&mut garden, &Command::Remember { bed, section: None, year: 2024, stood: Stood::Crop("own-1".into()) }).unwrap();
    assert_eq!(verify(&garden, Catalogue::standard()), Ok(()));
    let said = does(&mut garden, &Command::ForgetOwnCrop { crop: OwnCropId(1) }).unwrap_err().to_string();
    assert!(said.starts_with("2 plantings, varieties, lots of seed, wants, wishes, memories or groupings name yam"), "{said}");
}

#[test]
fn what_cannot_be_is_refused_in_the_gardeners_words_and_undone_without_a_trace() {
    let mut garden = quillet();
    let bean = |change: fn(&mut OwnCropDraft)| {
        let mut draft = hyacinth();
        change(&mut draft);
        draft
    };
    let cases: [(OwnCropDraft, &str); 7] = [
        (bean(|draft| draft.name = "Carrot".into()), "Carrot is the name of another crop already"),
        (bean(|draft| draft.like = "triffid".into()), "there is no crop “triffid”"),
        (bean(|draft| draft.way = "flying".into()), "there is no way of growing it “flying”"),
        (bean(|draft| draft.family = Some("ghosts".into())), "there is no rotation family “ghosts”"),
        (bean(|draft| draft.days = Some([90, 60])), "its days: the least, 90, is more than the most, 60"),
        (bean(|draft| draft.kills_c = Some(-60)), "the cold that kills it, in °C: -60 is outside -45 to 10"),
        (bean(|draft| draft.name = " ".into()), "the crop's name"),
    ];
    for (draft, expected) in cases {
        let said = keeps(&mut garden, draft).unwrap_err().to_string();
        assert!(said.contains(expected), "{said}");
    }
    assert!(garden.own_crops.is_empty());
    keeps(&mut garden, hyacinth()).unwrap();
    let again = does(&mut garden, &Command::KeepOwnCrop { crop: None, draft: Box::new(hyacinth()) }).unwrap_err();
    assert!(again.to_string().contains("hyacinth bean is the name of another crop"), "{again}");
    let with = Catalogue::standard().with_own(&garden).into_owned();
    assert_eq!(with.crops.len(), Catalogue::standard().crops.len() + 1);
    does(&mut garden, &Command::ForgetOwnCrop { crop: OwnCropId(1) }).unwrap();
    assert_eq!(*with.with_own(&garden), *Catalogue::standard(), "nothing is left of it in the book");
}

proptest! {
    /// Whatever their names, letters on a plan tell crops apart.
    #[test]
    fn prop_tickets_tell_crops_apart(names in prop::collection::btree_set("[a-zé]{1,8}( [a-z]{1,5})?", 1..12)) {
        let mut garden = quillet();
        for name in &names {
            // What the book has already is refused, and is no premise of this.
            let _ = keeps(&mut garden, OwnCropDraft { name: name.clone(), plural: format!("{name} plants"), ..hyacinth() });
        }
        let book = Catalogue::standard().with_own(&garden);
        let mut tickets: Vec<&str> = book.crops.iter().map(|crop| crop.ticket.as_str()).collect();
        prop_assert!(tickets.iter().all(|ticket| (1..=3).contains(&ticket.chars().count())));
        tickets.sort_unstable();
        let all = tickets.len();
        tickets.dedup();
        prop_assert_eq!(tickets.len(), all);
    }
}
