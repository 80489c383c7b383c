//! Beds, gardens and commands to try laws on.
#![allow(dead_code, reason = "each test file uses its own part of these")]

use jiff::civil::{Date, date};
use proptest::prelude::*;
use sparrow_core::catalogue::own_crops::key_of;
use sparrow_core::catalogue::varieties::way_of;
use sparrow_core::catalogue::{Catalogue, Crop};
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::lots::{AmountText, LotDraft};
use sparrow_core::change::own_crops::OwnCropDraft;
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::season::SeasonChange;
use sparrow_core::change::turns::TurnChange;
use sparrow_core::change::varieties::VarietyDraft;
use sparrow_core::change::wants::WantDraft;
use sparrow_core::ground::hole::Hole;
use sparrow_core::ground::planting::Planting;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::lived::lived;
use sparrow_core::observed::Observed;
use sparrow_facts::almanac::Almanac;
use sparrow_facts::almanac::{Appetite, Cover, Monthly, Mulch, Shelf, Station, StationYear, WarmthFrom};
use sparrow_facts::bed::{Bed, BedKind, Brace, Reach};
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{BedId, LotId, OwnCropId, OwnGroupingId, PatchId, TurnPlanId, VarietyId, WantId, WishId};
use sparrow_facts::journal::{At, EntryId, Happened, JournalEntry};
use sparrow_facts::own_crop::OwnCrop;
use sparrow_facts::patch::{Patch, Placing, Planted};
use sparrow_facts::rect::{Rect, RowLine};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::{School, SchoolFor};
use sparrow_facts::seed_lot::{GerminationTest, SeedKept, SeedLot};
use sparrow_facts::site::{Freezes, Frost, Latitude, MonthDay, PlaceMonths, Site};
use sparrow_facts::spacing::{OwnSpacing, Spacing};
use sparrow_facts::timing::{Means, Timing};
use sparrow_facts::turns::{Closing, Entry, Needs, Parts, Piece, Pinned, Unknown, WishDraft, YearsOf};
use sparrow_facts::units::{Length, Tape, TenthsC, Units};
use sparrow_facts::variety::Variety;
use sparrow_facts::want::{Purpose, WantAmount};
use sparrow_facts::warning::{WarnedOf, WarningKey};
use std::cell::RefCell;
use uuid::Uuid;

/// The day it is in these tests.
pub const TODAY: Date = date(2026, 11, 23);

/// A bed of 1 to 12 ft by 1 to 5 ft, to the tenth of a millimetre.
pub fn any_bed() -> impl Strategy<Value = Bed> {
    (3048..36_576i32, 3048..15_240i32).prop_map(|(length, width)| bed(1, Length::tenths_mm(length), Length::tenths_mm(width)))
}

/// A plain raised bed.
pub fn bed(id: u32, length: Length, width: Length) -> Bed {
    Bed {
        id: BedId(id),
        name: format!("bed {id}"),
        kind: BedKind::Raised { board: None },
        length,
        width,
        depth: Length::inches(10),
        x: Length::inches(100 * id as i32),
        y: Length::inches(60),
        turn: 0,
        reach: Reach::ALL,
        braces: Vec::new(),
        trellises: Vec::new(),
        drips: Vec::new(),
        shape: sparrow_facts::shape::Shape::Rectangle,
        margin: None,
        school: None,
    }
}

/// A site in the north with frosts.
pub fn site(units: Units) -> Site {
    let day = |month, day| MonthDay { month, day };
    Site {
        name: "Test yard".into(),
        place: String::new(),
        latitude: Latitude(4490),
        units,
        north: 0,
        freezes: Freezes::Dates(Frost { last: day(4, 21), first: day(10, 24), spread_days: 14, in_ten: 10 }),
        longitude: None,
        height: None,
        months: Some(mild_coast()),
        zone: None,
        grid: None,
        neighbour_maize: None,
    }
}

/// The months of a mild coast in the north. Made up.
pub fn mild_coast() -> PlaceMonths {
    let mean = [5.0, 6.0, 8.0, 10.0, 13.0, 16.0, 18.0, 18.0, 16.0, 11.5, 8.0, 5.5];
    PlaceMonths { mean: mean.map(TenthsC::of), rain_mm: [120, 90, 90, 60, 50, 40, 20, 25, 50, 90, 130, 140] }
}

/// The same site as far south of the equator, half a year on.
pub fn turned(site: &Site) -> Site {
    let months = site.months.map(|PlaceMonths { mut mean, mut rain_mm }| {
        mean.rotate_left(6);
        rain_mm.rotate_left(6);
        PlaceMonths { mean, rain_mm }
    });
    let freezes = match site.freezes {
        Freezes::Dates(frost) => {
            let on = |day: MonthDay| MonthDay { month: (day.month + 5) % 12 + 1, ..day };
            Freezes::Dates(Frost { last: on(frost.last), first: on(frost.first), ..frost })
        }
        other => other,
    };
    Site { latitude: Latitude(-site.latitude.0), months, freezes, ..site.clone() }
}

/// A garden of so many beds of 4 × 8 squares; the first is braced in the middle.
pub fn garden_with(beds: u32, units: Units) -> Garden {
    let square = units.square();
    let mut garden = Garden::new(site(units));
    garden.beds = (1..=beds).map(|id| bed(id, square.times(8), square.times(4))).collect();
    if let Some(first) = garden.beds.first_mut() {
        first.braces = vec![Brace { at: square.times(4), thickness: Length::tenths_mm(381) }];
    }
    garden
}

/// A patch of the first bed through the summer of 2027, numbered after those that are there.
pub fn patch_in(garden: &Garden, crop: &str, way: &str, rect: Rect) -> Patch {
    Patch {
        id: PatchId(garden.patches.len() as u32 + 1),
        bed: garden.beds[0].id,
        rect,
        from: date(2027, 5, 1),
        until: date(2027, 9, 1),
        locked: false,
        line: None,
        timing: Timing::default(),
        kept: Vec::new(),
        planted: Planted::usual(crop, way),
    }
}

/// The holes of one crop on some half squares of a bed, at a distance of the household's own.
pub fn laid(bed: &Bed, units: Units, own: Spacing, rect: Rect, school: School) -> Vec<Hole> {
    let mut garden = Garden::new(site(units));
    garden.beds = vec![bed.clone()];
    // Radishes are sown, do not climb and need no air: every school suits them.
    let (crop, way) = ("radish".to_string(), "root".to_string());
    let Spacing { along, across } = own;
    garden.spacings = vec![OwnSpacing { crop, way, along, across, note: String::new() }];
    let patch = Patch {
        planted: Planted { school: Some(school), ..patch_in(&garden, "radish", "root", rect).planted.clone() },
        ..patch_in(&garden, "radish", "root", rect)
    };
    Planting::of(known(&garden), &patch).expect("the bed, the crop and the way are there").reckon().1
}

/// Any school, with any of its figures.
pub fn any_school() -> impl Strategy<Value = School> {
    prop_oneof![
        Just(School::SquareFoot),
        Just(School::Staggered),
        (any::<bool>(), any::<bool>()).prop_map(|(across, double)| School::Rows { across, double }),
        (60..=95u8).prop_map(|percent| School::Close { percent }),
        (2..=9u8).prop_map(|seeds| School::Scatter { seeds }),
    ]
}

/// A short marked row somewhere in a bed, in a year in which little else is planted.
fn some_row(bed: BedId, crop: &str, way: &str, [c, d, e]: [u8; 3]) -> Placing {
    let y = u16::from(c % 6);
    let half = Length::inches(6);
    Placing {
        bed,
        rect: Rect { x: u16::from(d % 8), y, w: 2, h: 1 },
        from: date(2029, 1 + (d % 6) as i8, 1),
        until: date(2029, 7 + (e % 5) as i8, 1),
        line: Some(RowLine { across: false, at: half.times(y.into()) + Length::tenths_mm(i32::from(d) * 5) }),
        timing: Timing::default(),
        planted: Planted::usual(crop, way),
    }
}

/// A change of the turns made from four bytes.
fn some_turn(garden: &Garden, bed: BedId, crop: &str, [b, c, d, e]: [u8; 4]) -> TurnChange {
    let at = Piece { bed, piece: d % 3 };
    let year = 2025 + i16::from(e % 6);
    let wish = WishDraft {
        crop: crop.into(),
        variety: None,
        squares: u16::from(d % 20),
        parts: Parts { early: b % 2 == 0, main: c % 2 == 0, late: d % 2 == 0 },
        needs: Needs { trellis: e % 2 == 0, ..Needs::default() },
        years: YearsOf { every: 1 + e % 3, first: (c % 4 == 0).then_some(year), last: None },
        winters: b % 5 == 0,
        resistant: b % 7 == 0,
    };
    let id = WishId(1 + u32::from(c % 6));
    let entry = Entry { wish: id, year, at, squares: 1 + u16::from(c % 9) };
    match b % 16 {
        0..=3 => TurnChange::Wish { wish },
        4 => TurnChange::ChangeWish { id, wish },
        5 => TurnChange::RemoveWish { id },
        6 => TurnChange::Pin { pin: Pinned { wish: id, year, at }, fixed: e % 3 != 0 },
        7 => TurnChange::Close { closing: Closing { at, year }, closed: e % 3 != 0 },
        8 => TurnChange::Remember { bed, section: None, year, words: format!("{crop}, onions") },
        9 => TurnChange::DontKnow { unknown: Unknown { bed, year }, is: e % 3 != 0 },
        10 => TurnChange::KeepPlan { name: format!("plan {}", d % 3), entries: vec![entry] },
        11 => TurnChange::ForgetPlan { id: TurnPlanId(1 + u32::from(d % 3)) },
        12 => TurnChange::Find { bed, family: "cabbage".into(), found: (e % 3 != 0).then(|| ("clubroot".into(), d % 14)) },
        13 => TurnChange::SetFamily { family: "onion".into(), values: (e % 3 != 0).then_some((d % 14, c % 12)) },
        14 => TurnChange::Divide { bed, divided: e % 2 == 0 },
        _ if garden.turns.wishes.is_empty() => TurnChange::Shade { bed, shady: true },
        _ => TurnChange::Shade { bed, shady: e % 2 == 0 },
    }
}

/// A change of weather, shelf or warmth made from four bytes.
fn some_season(bed: BedId, [b, c, d, e]: [u8; 4]) -> SeasonChange {
    let day = |n: u8| date(2026, 1 + (n % 12) as i8, 1 + (n % 28) as i8);
    let months = Monthly {
        high: std::array::from_fn(|n| TenthsC(i16::from(d) + n as i16)),
        low: std::array::from_fn(|n| TenthsC(i16::from(e) - 40 - n as i16)),
    };
    match b % 8 {
        0 => SeasonChange::SetAppetite { appetite: [Appetite::Cautious, Appetite::Even, Appetite::Bold][usize::from(c % 3)] },
        1 => SeasonChange::SetFreezes { freezes: [Freezes::ByClimate, Freezes::Never, Freezes::EveryMonth][usize::from(c % 3)] },
        2 => SeasonChange::TakeMonths { months },
        3 => SeasonChange::TakeAgain { from: [WarmthFrom::Place, WarmthFrom::Months, WarmthFrom::Station][usize::from(c % 3)] },
        4 => SeasonChange::SetWarmth { bed, mulch: Mulch::Straw, cover: if c % 2 == 0 { Cover::None } else { Cover::Tunnel } },
        5 => SeasonChange::Read { bed, on: day(c), soil: (d % 3 != 0).then_some(TenthsC(i16::from(e) * 4)) },
        6 => SeasonChange::SetShelf { shelf: Shelf { cells: u16::from(c) * 30, survival: d, ..Shelf::default() } },
        _ => {
            let year = |n: i16| StationYear { year: 2000 + n, days: 365, last_frost: Some(day(c)), first_frost: None };
            let station = Station {
                name: format!("station {}", c % 3),
                first: date(2000, 1, 1),
                last: date(2003, 12, 31),
                days: 1400,
                missing: 61,
                monthly: months,
                rain_mm: (d % 2 == 0).then_some([40; 12]),
                years: (0..i16::from(e % 4)).map(year).collect(),
            };
            SeasonChange::TakeStation { station }
        }
    }
}

/// A change of one patch made from four bytes.
fn some_change(patch: PatchId, bed: BedId, rect: Rect, crop: &Crop, [b, c, d, e]: [u8; 4]) -> PatchChange {
    let day = |n: u8| date(2027, 1 + (n % 12) as i8, 1 + (n % 28) as i8);
    match b % 6 {
        0 => PatchChange::Days { patch, from: day(c), until: day(d) },
        1 => {
            let means = [None, Some(Means::Shelf), Some(Means::Bought), Some(Means::Direct)][usize::from(c % 4)];
            let timing = Timing {
                means,
                sown: (d % 2 == 0).then(|| day(d)),
                survival: Some(e),
                packet: (c % 3 == 0).then(|| u16::from(d) * 2),
                free_on: (e % 2 == 0).then(|| day(e)),
                ..Timing::default()
            };
            PatchChange::Timing { patch, timing }
        }
        2 => PatchChange::Ground { patch, bed, rect },
        3 => PatchChange::Crop { patch, crop: crop.key.clone(), way: crop.ways[0].key.clone() },
        4 => PatchChange::Between { patch, between: c % 2 == 0 },
        _ => PatchChange::Remove { patch },
    }
}

/// A command made from six bytes; many of them will be refused.
pub fn some_command(garden: &Garden, [kind, a, b, c, d, e]: [u8; 6]) -> Command {
    let catalogue = Catalogue::standard();
    let bed = BedId(u32::from(a % 3) + 1);
    let crop = &catalogue.crops[usize::from(b) % catalogue.crops.len()];
    let rect = Rect { x: u16::from(c % 17), y: u16::from(d % 9), w: u16::from(c / 32), h: u16::from(d / 64) };
    let patch = PatchId(u32::from(e) % (garden.patches.len() as u32 + 2));
    let own = (c % 3 != 0).then(|| (Tape(Length::inches(i32::from(d % 30))), Tape(Length::inches(i32::from(e % 30)))));
    match kind % 21 {
        20 if e % 3 == 0 => Command::ForgetWant { want: WantId(u32::from(c % 6)) },
        20 => some_want(garden, &crop.key, [c, d, e]),
        19 if e % 3 == 0 => Command::ForgetLot { lot: LotId(u32::from(c % 6)) },
        19 => some_lot(garden, &crop.key, [c, d, e]),
        17 => Command::SetDistance { patch, distance: own },
        18 if e % 5 == 0 => some_variety(garden, &crop.key, &crop.ways[0].key, [c, d, e]),
        18 if e % 5 == 1 => Command::ForgetVariety { variety: VarietyId(u32::from(c % 6)) },
        18 if e % 5 == 2 => some_own_crop(garden, &crop.key, &crop.ways[0].key, [c, d, e]),
        18 if e % 5 == 3 => Command::ForgetOwnCrop { crop: OwnCropId(u32::from(c % 6)) },
        18 => Command::SetInEach { patch, in_each: (c % 3 != 0).then_some(d % 23) },
        15 => Command::Season { changes: vec![some_season(bed, [b, c, d, e])] },
        16 => Command::Replan { changes: vec![some_change(patch, bed, rect, crop, [b, c, d, e])], follow: c % 2 == 0 },
        14 => Command::Turn { changes: vec![some_turn(garden, bed, &crop.key, [b, c, d, e])] },
        0..=2 => Command::Place {
            bed,
            crop: garden.own_crops.first().filter(|_| d % 3 == 0).map_or(crop.key.clone(), |own| key_of(own.id)),
            way: garden.varieties.iter().find(|one| one.crop == crop.key && c % 2 == 0).map(|one| way_of(one.id)),
            rect,
            holes: (e % 5 == 0).then_some(u16::from(e)),
            from: None,
            until: None,
            year: 2027,
            between: e % 3 == 0,
            needle: None,
        },
        3 => Command::MovePatch { patch, bed, rect },
        4 => Command::RemovePatch { patch },
        5 => Command::Remember {
            bed,
            section: (c % 2 == 0).then_some(d % 3),
            year: 2020 + i16::from(e % 8),
            stood: Stood::Crop(crop.key.clone()),
        },
        6 => Command::SetSpacing { crop: crop.key.clone(), way: crop.ways[0].key.clone(), distance: own, note: String::new() },
        9 => Command::SetSchool {
            over: [SchoolFor::Household, SchoolFor::Bed { bed }, SchoolFor::Patch { patch }][usize::from(c % 3)],
            school: (d % 4 != 0).then(|| School::OFFERED[usize::from(e) % School::OFFERED.len()]),
        },
        10 => Command::Lock { patch, locked: c % 3 == 0 },
        11 => Command::PlaceAll { gone: Vec::new(), places: vec![some_row(bed, &crop.key, &crop.ways[0].key, [c, d, e])] },
        12 => {
            let patches = garden.patches.iter().take(2 + usize::from(c % 3)).map(|patch| patch.id).collect();
            Command::KeepGrouping { name: format!("grouping {}", d % 5), patches }
        }
        13 => Command::ForgetGrouping { grouping: OwnGroupingId(u32::from(c % 4)) },
        7 => {
            let of_another = WarningKey::with(WarnedOf::Shade, PatchId(1 + u32::from(e % 6)));
            let key = if d % 2 == 0 { WarningKey::of(WarnedOf::Brace) } else { of_another };
            Command::KeepWarning { patch, key, keep: c % 2 == 0 }
        }
        _ => Command::RemoveBed { bed },
    }
}

/// A want kept, or one that is there said anew.
fn some_want(garden: &Garden, crop: &str, [c, d, e]: [u8; 3]) -> Command {
    let there = garden.wants.get(usize::from(c % 4));
    let amount = match d % 5 {
        0 => WantAmount::Weight { grams: u32::from(c) * 50 },
        1 => WantAmount::Pieces { many: u32::from(e) },
        2 => WantAmount::Bunches { many: u32::from(e) },
        3 => WantAmount::Jars { many: u32::from(c), ml: u16::from(e) * 10 },
        _ => WantAmount::Meals { people: c % 9, every: e % 9, from: d % 14, until: c % 14 },
    };
    let draft = WantDraft {
        crop: crop.into(),
        variety: garden.varieties.first().filter(|variety| variety.crop == crop).map(|variety| variety.id),
        amount,
        purpose: [Purpose::Fresh, Purpose::Jars, Purpose::Sold][usize::from(e % 3)],
        at_once: c % 2 == 0,
        worth: (c % 3 == 0).then_some(u32::from(d) * 10),
        note: String::new(),
    };
    Command::KeepWant { want: there.map(|one| one.id), draft: Box::new(draft) }
}

/// A lot of seed kept, or one that is there said anew.
fn some_lot(garden: &Garden, crop: &str, [c, d, e]: [u8; 3]) -> Command {
    let there = garden.lots.get(usize::from(c % 4));
    let variety = garden.varieties.first().filter(|_| d % 3 == 0);
    let amounts = ["40 seeds", "2 g", "1/8 oz", "0", "12 cloves"];
    let draft = LotDraft {
        crop: variety.map_or(crop, |variety| &variety.crop).into(),
        variety: variety.map(|variety| variety.id),
        planted: e % 4 == 0,
        amount: (there.is_none() || d % 2 == 0).then(|| AmountText(amounts[usize::from(e) % 5].parse().expect("an amount"))),
        counted: None,
        packed: 2015 + i16::from(c % 14),
        printed: (e % 2 == 0).then_some(d % 120),
        tests: (0..e % 3).map(|n| GerminationTest { on: date(2026, 1 + n as i8, 3), sown: 20, up: u16::from(c % 22) }).collect(),
        treated: None,
        kept: [SeedKept::Jar, SeedKept::Drawer, SeedKept::Shed][usize::from(d % 3)],
        price: (c % 3 == 0).then_some(u32::from(d)),
        source: "invented".into(),
        note: String::new(),
    };
    Command::KeepLot { lot: there.map(|one| one.id), draft: Box::new(draft) }
}

/// A crop of its own kept, or one that is there said anew.
fn some_own_crop(garden: &Garden, like: &str, way: &str, [c, d, e]: [u8; 3]) -> Command {
    let there = garden.own_crops.get(usize::from(c % 4));
    let tape = |n: u8| Tape(Length::inches(i32::from(n % 30)));
    let draft = OwnCropDraft {
        like: there.map_or(like, |one| &one.like).into(),
        way: there.map_or(way, |one| &one.way).into(),
        name: format!("crop {}", d % 40),
        plural: String::new(),
        botanical: String::new(),
        family: (e % 2 == 0).then(|| "daisy".to_string()),
        distance: (d % 2 == 0).then_some((tape(c), tape(d))),
        spread: (c % 2 == 0).then_some(tape(e)),
        height: None,
        depth: (c % 3 == 0).then_some(tape(d)),
        days: (d % 2 == 0).then_some([u16::from(d), u16::from(e) + 20]),
        counted_from: None,
        picked: (c % 4 == 0).then_some(u16::from(e)),
        kills_c: (e % 3 == 0).then_some((d % 70) as i8 - 50),
        soil_c: (c % 5 == 0).then_some((e % 40) as i8),
        source: "invented".into(),
        note: String::new(),
    };
    Command::KeepOwnCrop { crop: there.map(|one| one.id), draft: Box::new(draft) }
}

/// A variety kept, or one that is there said anew.
fn some_variety(garden: &Garden, crop: &str, way: &str, [c, d, e]: [u8; 3]) -> Command {
    let there = garden.varieties.get(usize::from(c % 4));
    let tape = |n: u8| Tape(Length::inches(i32::from(n % 30)));
    let draft = VarietyDraft {
        crop: there.map_or(crop, |one| &one.crop).into(),
        way: there.map_or(way, |one| &one.way).into(),
        name: format!("kind {}", e % 40),
        kinds: (d % 5 == 0).then(|| ("sugar".to_string(), "flint".to_string())).into_iter().collect(),
        days: (d % 2 == 0).then_some([u16::from(d), u16::from(e) + 20]),
        counted_from: None,
        distance: (e % 2 == 0).then_some((tape(c), tape(d))),
        depth: (c % 2 == 0).then_some(tape(e)),
        height: None,
        treated: None,
        own_distance: (c % 5 == 0).then_some((tape(d), tape(e))),
        colour: String::new(),
        note: "invented".into(),
        again: c % 3 == 0,
    };
    Command::KeepVariety { variety: there.map(|one| one.id), draft: Box::new(draft) }
}

/// What is known of a garden on the day of the tests, as a server would put it together.
pub fn known(garden: &Garden) -> Known<'_> {
    known_on(garden, TODAY)
}

/// The same on another day. Growers are kept for the thread, since laws ask for the same place a thousand times.
pub fn known_on(garden: &Garden, today: Date) -> Known<'_> {
    thread_local! {
        static MADE: RefCell<Vec<(Site, Almanac, &'static Grower)>> = const { RefCell::new(Vec::new()) };
    }
    let grower = MADE.with_borrow_mut(|made| {
        let same = |one: &&(Site, Almanac, &'static Grower)| one.0 == garden.site && one.1 == garden.almanac;
        if let Some(found) = made.iter().find(same) {
            return found.2;
        }
        let grower: &'static Grower = Box::leak(Box::new(Grower::of(garden, Catalogue::standard())));
        made.push((garden.site.clone(), garden.almanac.clone(), grower));
        grower
    });
    Known::new(garden, own_book(garden), grower, today)
}

/// The book with a garden's own crops and varieties, kept for the thread.
fn own_book(garden: &Garden) -> &'static Catalogue {
    type Own = (Vec<OwnCrop>, Vec<Variety>, Vec<SeedLot>);
    thread_local! {
        static MADE: RefCell<Vec<(Own, &'static Catalogue)>> = const { RefCell::new(Vec::new()) };
    }
    if garden.own_crops.is_empty() && garden.varieties.is_empty() && garden.lots.is_empty() {
        return Catalogue::standard();
    }
    let own = (garden.own_crops.clone(), garden.varieties.clone(), garden.lots.clone());
    MADE.with_borrow_mut(|made| match made.iter().find(|one| one.0 == own) {
        Some(found) => found.1,
        None => {
            let book = Catalogue::standard().with_own(garden).into_owned();
            let book: &'static Catalogue = Box::leak(Box::new(book));
            made.push((own, book));
            book
        }
    })
}

/// A variety of which nothing is said but its name.
pub fn draft(crop: &str, way: &str, name: &str) -> VarietyDraft {
    VarietyDraft {
        crop: crop.into(),
        way: way.into(),
        name: name.into(),
        kinds: [].into(),
        days: None,
        counted_from: None,
        distance: None,
        depth: None,
        height: None,
        treated: None,
        own_distance: None,
        colour: String::new(),
        note: String::new(),
        again: false,
    }
}

/// Carries a command out, by the book and what is the garden's own.
pub fn does(garden: &mut Garden, command: &Command) -> Result<(), Refusal> {
    carry_out(garden, Catalogue::standard(), command, TODAY).map(drop)
}

/// A patch of a crop on free ground of the second bed, from May to September of a year far ahead.
pub fn placed_in(garden: &mut Garden, crop: &str, way: &str, year: i16) -> PatchId {
    let place = Command::Place {
        bed: garden.beds[1].id,
        crop: crop.into(),
        way: Some(way.into()),
        rect: Rect { x: 0, y: 0, w: 4, h: 4 },
        holes: None,
        from: Some(date(year, 5, 10)),
        until: Some(date(year, 9, 10)),
        year,
        between: false,
        needle: None,
    };
    does(garden, &place).expect("the ground is free in that year");
    garden.patches.last().expect("one was placed").id
}

/// Something that was written down of a planting on a day.
pub type Told = (PatchId, Date, Happened);

/// What is asked of a garden by its own book, on a day and after some was written down.
pub fn seen<T>(garden: &Garden, today: Date, told: &[Told], ask: impl FnOnce(Known) -> T) -> T {
    let entry = |(n, (patch, day, what)): (u128, &Told)| JournalEntry {
        id: EntryId(Uuid::from_u128(n)),
        day: *day,
        at: At { bed: None, patch: Some(*patch), rect: None },
        what: what.clone(),
        words: String::new(),
        instead_of: None,
    };
    let journal: Vec<JournalEntry> = (1..).zip(told).map(entry).collect();
    let catalogue = Catalogue::standard().with_own(garden);
    let grower = Grower::of(garden, &catalogue);
    let observed = Observed::of(&journal);
    let lived = lived(garden, &catalogue, &observed);
    ask(Known::new(garden, &catalogue, &grower, today).seeing(&observed, &lived))
}

/// The first demo garden with its beds, its place and nothing in them.
pub fn unplanted() -> Garden {
    let mut garden = sparrow_demo::quillet_lane(TODAY).expect("the demo household stands on its own rules");
    garden.patches.clear();
    garden.lots.clear();
    garden
}
