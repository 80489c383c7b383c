//! A garden that holds all that a garden may.

use jiff::ToSpan;
use jiff::civil::date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::catalogue::varieties::way_of;
use sparrow_core::limits::{
    MOST_FIXTURES, MOST_GROUPINGS, MOST_IN_A_YEAR, MOST_LOTS, MOST_OWN_CROPS, MOST_OWN_PARTS, MOST_PAST, MOST_PATCHES,
    MOST_READINGS, MOST_TESTS, MOST_VARIETIES, MOST_WANTS, MOST_WISHES,
};
use sparrow_facts::almanac::SoilReading;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::fixture::{Fixture, FixtureKind};
use sparrow_facts::garden::Garden;
use sparrow_facts::grouping::{OwnGrouping, OwnPart};
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::ids::{
    BedId, FixtureId, LotId, OwnCropId, OwnGroupingId, PastId, PatchId, TurnPlanId, VarietyId, WantId, WishId,
};
use sparrow_facts::own_crop::{OwnCrop, OwnCropFigures};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::seed_lot::{GerminationTest, SeedAmount, SeedKept, SeedLot};
use sparrow_facts::timing::Timing;
use sparrow_facts::turns::{Entry, Needs, Parts, Piece, TurnPlan, TurnWish, TurnsUnit, WishDraft, YearsOf};
use sparrow_facts::units::{Length, TenthsC};
use sparrow_facts::variety::{Packet, Variety};
use sparrow_facts::want::{Purpose, Want, WantAmount};

const BEDS: u32 = 25;
/// Patches of a bed and year.
const IN_A_BED: u32 = MOST_IN_A_YEAR as u32 / BEDS;

/// Twenty-five beds of 20 × 10 ft, planted in ten years as full as a year may be, with all else that is kept.
pub fn garden() -> Garden {
    let demo = sparrow_demo::quillet_lane(date(2026, 11, 23)).expect("the demo household stands on its own rules");
    let mut garden = Garden::new(demo.site.clone());
    let bed = |id: u32| Bed {
        id: BedId(id),
        name: format!("A bed with a name that is rather long {id:02}"),
        kind: BedKind::Ground,
        length: Length::inches(240),
        width: Length::inches(120),
        x: Length::inches(150 + 260 * (id as i32 % 5)),
        y: Length::inches(80 + 140 * (id as i32 / 5)),
        braces: Vec::new(),
        ..demo.beds[0].clone()
    };
    garden.beds = (1..=BEDS).map(bed).collect();
    let catalogue = Catalogue::standard();
    let crops = &catalogue.crops;
    let years = MOST_PATCHES as u32 / MOST_IN_A_YEAR as u32;
    let patch = |n: u32| {
        let (year, place) = (n / (BEDS * IN_A_BED), n % (BEDS * IN_A_BED));
        let (bed, spot) = (1 + place / IN_A_BED, place % IN_A_BED);
        // Two of three are roots at sixteen a square, the others varieties of whatever there is.
        let any = n as usize * 7 % crops.len();
        let (crop, way) = if n.is_multiple_of(3) {
            (&crops[any], way_of(VarietyId(any as u32 + 1)))
        } else {
            let carrot = catalogue.crop("carrot").expect("there are carrots");
            (carrot, carrot.ways[0].key.clone())
        };
        let span = if spot < IN_A_BED / 2 { (3, 6) } else { (7, 10) };
        let place = spot % (IN_A_BED / 2);
        let year = 2027 - (years as i16 - 1) + year as i16;
        Patch {
            id: PatchId(n + 1),
            bed: BedId(bed),
            rect: Rect { x: (place % 5 * 8) as u16, y: (place / 5 * 10) as u16, w: 7, h: 3 },
            from: date(year, span.0, 1),
            until: date(year, span.1, 28),
            locked: false,
            line: None,
            kept: Vec::new(),
            timing: Timing::default(),
            planted: Planted::usual(&crop.key, &way),
        }
    };
    garden.patches = (0..years * BEDS * IN_A_BED).map(patch).collect();
    remembered(&mut garden);
    named(&mut garden);
    turns(&mut garden);
    garden
}

/// As many memories, groupings, fixtures and readings as there may be.
fn remembered(garden: &mut Garden) {
    let crops = &Catalogue::standard().crops;
    let stood = |n: u32| Stood::Crop(crops[n as usize % crops.len()].key.clone());
    let past = |n: u32| PastStand {
        id: PastId(n + 1),
        bed: BedId(1 + n % BEDS),
        section: None,
        year: 1990 + (n / 250) as i16,
        stood: stood(n),
    };
    garden.past = (0..MOST_PAST as u32).map(past).collect();
    let part = |n: u32| OwnPart {
        rect: Rect { x: n as u16 % 8, y: n as u16 / 8, w: 1, h: 1 },
        days_after: n,
        days: 60,
        planted: Planted::usual("carrot", "root"),
    };
    let grouping = |n: u32| OwnGrouping {
        id: OwnGroupingId(n + 1),
        name: format!("Grouping of our own {n}"),
        first_day: 90,
        parts: (0..(MOST_OWN_PARTS / MOST_GROUPINGS) as u32).map(part).collect(),
    };
    garden.groupings = (0..MOST_GROUPINGS as u32).map(grouping).collect();
    let fixture = |n: u32| Fixture {
        id: FixtureId(n + 1),
        kind: FixtureKind::Tree,
        name: format!("Tree {n}"),
        length: Length::inches(60),
        width: Length::inches(60),
        height: Length::inches(200),
        x: Length::inches(30 * n as i32),
        y: Length::inches(1000),
        turn: 0,
    };
    garden.fixtures = (0..MOST_FIXTURES as u32).map(fixture).collect();
    let reading = |n: u32| SoilReading {
        bed: BedId(1 + n % BEDS),
        on: date(2020, 1, 1).saturating_add(i64::from(n / BEDS).days()),
        soil: TenthsC(100),
    };
    garden.almanac.readings = (0..MOST_READINGS as u32).map(reading).collect();
}

/// As many crops of its own, varieties, lots of seed and wants as there may be.
fn named(garden: &mut Garden) {
    let crops = &Catalogue::standard().crops;
    let variety = |n: u32| Variety {
        id: VarietyId(n + 1),
        crop: crops[n as usize % crops.len()].key.clone(),
        way: crops[n as usize % crops.len()].ways[0].key.clone(),
        name: format!("A variety with a name that is rather long, number {n:03}"),
        kinds: [].into(),
        packet: Packet { days: Some([50, 90]), ..Packet::default() },
        own_distance: None,
        colour: "of every colour that there is, and more".into(),
        note: "n".repeat(200),
        again: n.is_multiple_of(2),
    };
    let own_crop = |n: u32| OwnCrop {
        id: OwnCropId(n + 1),
        like: crops[n as usize * 2 % crops.len()].key.clone(),
        way: crops[n as usize * 2 % crops.len()].ways[0].key.clone(),
        name: format!("A crop that the book lacks, number {n:02}"),
        plural: format!("Crops that the book lacks, number {n:02}"),
        botanical: String::new(),
        family: crops[n as usize * 2 % crops.len()].family.clone(),
        figures: OwnCropFigures { days: Some([50, 90]), kills_c: Some(-3), ..OwnCropFigures::default() },
        source: "A neighbour's notebook of many years".into(),
        note: "n".repeat(200),
    };
    let lot = |n: u32| SeedLot {
        id: LotId(n + 1),
        crop: crops[n as usize % crops.len()].key.clone(),
        variety: (n < MOST_VARIETIES as u32).then_some(VarietyId(n + 1)),
        planted: n.is_multiple_of(2),
        amount: SeedAmount::Weight { mg: 2000 },
        counted: date(2026, 1, 1),
        packed: 2026,
        printed: Some(80),
        tests: vec![GerminationTest { on: date(2026, 1, 1), sown: 20, up: 15 }; MOST_TESTS as usize],
        treated: None,
        kept: SeedKept::Drawer,
        price: Some(300),
        source: "s".repeat(80),
        note: "n".repeat(200),
    };
    garden.lots = (0..MOST_LOTS as u32).map(lot).collect();
    let want = |n: u32| Want {
        id: WantId(n + 1),
        crop: crops[n as usize % crops.len()].key.clone(),
        variety: None,
        amount: WantAmount::Meals { people: 50, every: 1, from: 1, until: 12 },
        purpose: Purpose::Fresh,
        at_once: n.is_multiple_of(2),
        worth: Some(n * 100),
        note: "n".repeat(200),
    };
    garden.wants = (0..MOST_WANTS as u32).map(want).collect();
    garden.own_crops = (0..MOST_OWN_CROPS as u32).map(own_crop).collect();
    garden.varieties = (0..MOST_VARIETIES as u32).map(variety).collect();
}

/// As many wishes as there may be, on every piece of ground, and plans of them.
fn turns(garden: &mut Garden) {
    let crops = &Catalogue::standard().crops;
    garden.turns.unit = TurnsUnit::Square;
    garden.turns.years = 8;
    let wish = |n: u32| TurnWish {
        id: WishId(n + 1),
        wish: WishDraft {
            crop: crops[n as usize % crops.len()].key.clone(),
            variety: None,
            squares: 40,
            parts: Parts { main: true, ..Parts::default() },
            needs: Needs::default(),
            years: YearsOf { every: 1, first: None, last: None },
            winters: false,
            resistant: false,
        },
    };
    garden.turns.wishes = (0..MOST_WISHES as u32).map(wish).collect();
    let entry = |n: u32| Entry {
        wish: WishId(1 + n / 8),
        year: 2027 + (n % 8) as i16,
        at: Piece { bed: BedId(1 + n % BEDS), piece: (n % 10) as u8 },
        squares: 20,
    };
    let mut entries: Vec<Entry> = (0..8 * MOST_WISHES as u32).map(entry).collect();
    entries.sort();
    let plan = |n: u32| TurnPlan { id: TurnPlanId(n + 1), name: format!("Plan {n}"), followed: n == 0, entries: entries.clone() };
    garden.turns.plans = (0..20).map(plan).collect();
}
