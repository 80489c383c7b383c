//! Two invented households to try the product with. Every name, date, number and note is made up.

use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, plan};
use sparrow_core::change::draft::{BedDraft, KindDraft, TrellisDraft, VolumeText};
use sparrow_core::change::fixtures::FixtureDraft;
use sparrow_core::change::lots::{AmountText, LotDraft};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::change::season::SeasonChange;
use sparrow_core::change::turns::TurnChange;
use sparrow_core::climate::calendar;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::turns::held;
use sparrow_facts::almanac::{Monthly, Shelf};
use sparrow_facts::bed::{Board, Reach};
use sparrow_facts::edit;
use sparrow_facts::fixture::FixtureKind;
use sparrow_facts::garden::Garden;
use sparrow_facts::history::Stood;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::seed_lot::{GerminationTest, SeedKept};
use sparrow_facts::site::{Freezes, Frost, Latitude, MonthDay, Site};
use sparrow_facts::timing::{Means, Timing};
use sparrow_facts::turns::{WishDraft, YearsOf};
use sparrow_facts::units::{Tape, TenthsC, Units};

/// Frosts on two dates, in every year.
fn frosts(last: (i8, i8), first: (i8, i8), spread_days: u8) -> Freezes {
    let day = |(month, day)| MonthDay { month, day };
    Freezes::Dates(Frost { last: day(last), first: day(first), spread_days, in_ten: 10 })
}

/// Quillet Lane, a narrow yard in Marrow Bay on a cool coast, in feet and inches, with last year's
/// three years remembered and the year being planned laid out, clashes and all.
pub fn quillet_lane(today: Date) -> Result<Garden, Refusal> {
    let site = Site {
        name: "Quillet Lane".into(),
        place: "Marrow Bay (invented)".into(),
        latitude: Latitude(4490),
        units: Units::Imperial,
        north: 0,
        freezes: frosts((4, 21), (10, 24), 16),
        // It lies nowhere in this world.
        longitude: None,
        height: None,
        months: None,
        // An invented place is in no time zone of this world.
        zone: None,
        grid: None,
        neighbour_maize: None,
    };
    let mut plot = Plot::new(site, today);
    plot.marrow_bay()?;
    let two = KindDraft::Raised { board: Some(Board::TwoByTen) };
    let sides = |far, near, left, right| Reach { far, near, left, right };
    plot.bed("Gate bed", two, "7 ft", "3 ft", ("5 ft", "14 ft 6 in"), sides(true, true, false, true), &[], &[])?;
    plot.bed(
        "Pear bed",
        two,
        "10 ft",
        "4 ft",
        ("6 ft 6 in", "9 ft"),
        sides(true, true, true, true),
        &["5 ft"],
        &[("2 ft", "5 ft 2 in")],
    )?;
    plot.bed("Kitchen bed", two, "5 ft", "4 ft", ("16 ft", "14 ft 6 in"), sides(true, true, true, false), &[], &[])?;
    plot.bed(
        "Long bed",
        KindDraft::Ground,
        "9 ft",
        "2 ft",
        ("6 ft 6 in", "3 ft"),
        sides(false, true, true, true),
        &[],
        &[("2 in", "0 in")],
    )?;
    plot.bed("Corner bed", two, "4 ft 6 in", "3 ft", ("16 ft 6 in", "3 ft 9 in"), sides(false, true, true, false), &[], &[])?;
    for (name, holds, place) in [
        ("Ten-gallon tub", "10 gal", ("14 ft", "7 ft 9 in")),
        ("Fifteen-gallon tub", "15 gal", ("16 ft 9 in", "8 ft")),
        ("Twenty-gallon tub", "20 gal", ("19 ft 9 in", "8 ft")),
    ] {
        let kind = KindDraft::Container { volume: VolumeText(holds.parse()?) };
        plot.bed(name, kind, "", "", place, Reach::ALL, &[], &[])?;
    }
    for (kind, name, size, height, place) in [
        (FixtureKind::Fence, "North fence", ("21 ft", "3 in"), "6 ft", ("12 ft 6 in", "1 ft 8 in")),
        (FixtureKind::House, "House", ("8 ft", "2 ft"), "20 ft", ("16 ft", "18 ft 3 in")),
        (FixtureKind::Tree, "Old pear", ("3 ft", "3 ft"), "15 ft", ("21 ft", "4 ft")),
    ] {
        plot.fixture((kind, name), size, height, place)?;
    }
    quillet_past(&mut plot)?;
    quillet_year(&mut plot)?;
    quillet_wishes(&mut plot)?;
    quillet_tin(plot)
}

fn quillet_past(plot: &mut Plot) -> Result<(), Refusal> {
    let past: [(&str, Option<u8>, i16, &[&str]); 16] = [
        // The bad habit: tomatoes twice running in the bed by the door.
        ("Kitchen bed", None, 1, &["tomato", "basil"]),
        ("Kitchen bed", None, 2, &["tomato", "lettuce"]),
        ("Kitchen bed", None, 3, &["carrot", "onion"]),
        ("Gate bed", None, 1, &["courgette", "winter-squash"]),
        ("Gate bed", None, 2, &["pea", "bean"]),
        ("Gate bed", None, 3, &["cabbage", "kale", "radish"]),
        ("Pear bed", Some(0), 1, &["pea", "broad-bean"]),
        ("Pear bed", Some(0), 2, &["kale", "broccoli", "spinach"]),
        ("Pear bed", Some(0), 3, &["potato"]),
        ("Pear bed", Some(1), 1, &["onion", "leek"]),
        ("Pear bed", Some(1), 2, &["maize", "winter-squash"]),
        ("Pear bed", Some(1), 3, &["beet", "chard"]),
        ("Long bed", None, 1, &["bean", "lettuce"]),
        ("Long bed", None, 2, &["tomato"]),
        ("Long bed", None, 3, &["pea"]),
        ("Twenty-gallon tub", None, 1, &["pepper"]),
    ];
    for (bed, section, ago, crops) in past {
        for crop in crops {
            plot.remember(bed, section, ago, Stood::Crop((*crop).into()))?;
        }
    }
    plot.remember("Corner bed", None, 1, Stood::Family("daisy".into()))
}

/// A planting as the tables tell it: its bed, crop and way, and its ground in half squares (x, y, w, h).
type Row<'a> = (&'a str, &'a str, &'a str, [u16; 4]);

/// What stands in Quillet Lane this year, bed by bed.
const QUILLET_YEAR: [Row; 33] = [
    ("Gate bed", "lettuce", "head", [0, 0, 4, 2]),
    ("Gate bed", "spinach", "leaf", [0, 2, 4, 2]),
    ("Gate bed", "carrot", "root", [4, 0, 4, 4]),
    ("Gate bed", "beet", "root", [8, 0, 4, 4]),
    ("Gate bed", "onion", "bulb", [0, 4, 12, 2]),
    ("Gate bed", "chive", "clump", [12, 0, 2, 2]),
    ("Gate bed", "calendula", "flower", [12, 2, 2, 2]),
    ("Gate bed", "parsley", "leaf", [12, 4, 2, 2]),
    ("Pear bed", "onion", "bulb", [0, 0, 10, 1]),
    ("Pear bed", "carrot", "storing", [0, 1, 4, 4]),
    ("Pear bed", "cabbage", "head", [4, 1, 6, 6]),
    ("Pear bed", "lettuce", "leaf", [0, 5, 4, 3]),
    ("Pear bed", "onion", "bulb", [4, 7, 6, 1]),
    ("Pear bed", "bean", "bush", [10, 0, 10, 2]),
    ("Pear bed", "tomato", "staked", [10, 2, 9, 3]),
    ("Pear bed", "borage", "flower", [18, 5, 2, 2]),
    ("Pear bed", "basil", "leaf", [10, 5, 4, 2]),
    ("Pear bed", "marigold", "flower", [14, 5, 4, 1]),
    ("Pear bed", "beet", "root", [14, 6, 4, 2]),
    ("Kitchen bed", "pepper", "bush", [0, 0, 6, 2]),
    ("Kitchen bed", "broccoli", "head", [0, 2, 6, 6]),
    ("Kitchen bed", "chard", "leaf", [6, 0, 4, 3]),
    ("Kitchen bed", "nasturtium", "bush", [6, 6, 4, 2]),
    ("Kitchen bed", "lettuce", "leaf", [6, 3, 4, 3]),
    ("Long bed", "pea", "climbing", [0, 0, 8, 2]),
    ("Long bed", "cucumber", "climbing", [8, 0, 10, 2]),
    ("Long bed", "spinach", "leaf", [0, 2, 8, 2]),
    ("Long bed", "basil", "leaf", [8, 2, 4, 2]),
    ("Long bed", "radish", "root", [12, 2, 6, 2]),
    ("Corner bed", "rhubarb", "clump", [0, 0, 6, 6]),
    ("Corner bed", "parsley", "leaf", [6, 0, 3, 4]),
    ("Twenty-gallon tub", "potato", "early", [0, 0, 3, 3]),
    ("Ten-gallon tub", "mint", "clump", [0, 0, 3, 3]),
];

fn quillet_year(plot: &mut Plot) -> Result<(), Refusal> {
    plot.place_all(&QUILLET_YEAR)?;
    // The rhubarb and the chives stay where they are.
    let stay: Vec<PatchId> =
        plot.garden.patches.iter().filter(|p| p.planted.crop == "rhubarb" || p.planted.crop == "chive").map(|p| p.id).collect();
    stay.into_iter().try_for_each(|patch| plot.carry_out(Command::Lock { patch, locked: true }))?;
    // The lettuce by the leeks' ground is cut once and cleared, so that they go in by midsummer.
    let cut = plot
        .garden
        .patches
        .iter()
        .find(|patch| patch.planted.crop == "lettuce" && patch.rect.y == 5)
        .map(|patch| (patch.id, patch.from));
    if let Some((patch, from)) = cut {
        let until = Date::new(plot.year, 6, 15).unwrap_or(from);
        plot.carry_out(Command::Replan { changes: vec![PatchChange::Days { patch, from, until }], follow: false })?;
    }
    // What follows on in the Pear bed.
    for (crop, way, rect) in [
        ("leek", "stem", [0, 5, 4, 3]),
        ("chard", "leaf", [4, 1, 6, 6]),
        ("spinach", "leaf", [0, 1, 4, 4]),
        ("bean", "bush", [14, 6, 4, 2]),
    ] {
        let from = plot.free("Pear bed", rect)?;
        plot.place(&("Pear bed", crop, way, rect), Some(from), false)?;
    }
    // The chard is raised on the shelf, to be ready when the cabbages are out.
    let chard =
        plot.garden.patches.iter().rfind(|patch| patch.planted.crop == "chard" && patch.rect.y == 1).map(|patch| patch.id);
    if let Some(patch) = chard {
        let timing = Timing { means: Some(Means::Shelf), ..Timing::default() };
        plot.carry_out(Command::Replan { changes: vec![PatchChange::Timing { patch, timing }], follow: false })?;
    }
    // Radish between the carrots: sown with them, out before they want the room.
    let carrots = plot.garden.patches.iter().find(|patch| patch.planted.crop == "carrot").map(|patch| patch.from);
    plot.place(&("Gate bed", "radish", "root", [4, 0, 4, 2]), carrots, true)
}

/// What the household would like to grow every year, once the present one is over.
/// A tin as tins are: some of this year, some nobody remembers buying.
fn quillet_tin(mut plot: Plot) -> Result<Garden, Refusal> {
    let lots: [(&str, &str, i16, Option<u8>, &str); 11] = [
        ("carrot", "1/16 oz", 0, Some(80), "the seed swap at the hall"),
        ("beet", "90 seeds", 1, Some(85), "the seed swap at the hall"),
        ("lettuce", "1/32 oz", 2, Some(92), "mail"),
        ("spinach", "1/8 oz", 2, None, "mail"),
        ("pea", "2 oz", 0, Some(90), "saved from the Long bed"),
        ("bean", "1 oz", 2, None, "saved from the Long bed"),
        ("tomato", "24 seeds", 3, Some(95), "a neighbour"),
        ("kale", "1/64 oz", 3, None, ""),
        ("onion", "1/16 oz", 1, Some(88), "mail"),
        ("parsnip", "150 seeds", 3, None, ""),
        ("melon", "9 seeds", 1, None, "a neighbour"),
    ];
    for (crop, amount, old, printed, source) in lots {
        let tests = match crop {
            "bean" => vec![GerminationTest { on: plot.planned(), sown: 20, up: 15 }],
            _ => Vec::new(),
        };
        let draft = LotDraft {
            crop: crop.into(),
            variety: None,
            planted: false,
            amount: Some(AmountText(amount.parse()?)),
            counted: None,
            packed: plot.planned().year() - old,
            printed,
            tests,
            treated: None,
            kept: SeedKept::Drawer,
            price: None,
            source: source.into(),
            note: String::new(),
        };
        plot.carry_out(Command::KeepLot { lot: None, draft: Box::new(draft) })?;
    }
    Ok(plot.garden)
}

fn quillet_wishes(plot: &mut Plot) -> Result<(), Refusal> {
    let shade = TurnChange::Shade { bed: plot.id("Corner bed")?, shady: true };
    let mut changes = vec![shade];
    for (crop, squares, every) in [
        ("tomato", 6, 1),
        ("potato", 9, 1),
        ("cabbage", 6, 1),
        ("kale", 4, 1),
        ("pea", 5, 1),
        ("bean", 6, 1),
        ("cucumber", 4, 1),
        ("onion", 8, 1),
        ("garlic", 4, 1),
        ("carrot", 6, 1),
        ("beet", 4, 1),
        ("lettuce", 5, 1),
        ("maize", 9, 2),
    ] {
        let usual = held::usual_wish(Known::new(&plot.garden, Catalogue::standard(), &plot.grower, plot.today), crop, None)?;
        let years = YearsOf { every, first: Some(plot.year + 1), last: None };
        changes.push(TurnChange::Wish { wish: WishDraft { squares, years, ..usual } });
    }
    plot.carry_out(Command::Turn { changes })
}

/// A site in Kelp Landing, which lies nowhere in this world.
fn kelp_landing() -> Site {
    Site {
        name: "Tern Court".into(),
        place: "Kelp Landing (invented)".into(),
        latitude: Latitude(-4130),
        units: Units::Metric,
        north: 0,
        freezes: frosts((9, 28), (5, 18), 14),
        longitude: None,
        height: None,
        months: None,
        zone: None,
        grid: None,
        neighbour_maize: None,
    }
}

/// Tern Court, a courtyard south of the equator, in metres.
pub fn tern_court(today: Date) -> Result<Garden, Refusal> {
    let mut plot = Plot::new(kelp_landing(), today);
    plot.kelp_landing()?;
    let boards = KindDraft::Raised { board: None };
    let sides = |far, near, left, right| Reach { far, near, left, right };
    plot.bed("Harbour bed", boards, "3 m", "1.2 m", ("2 m", "1.4 m"), Reach::ALL, &["1.5 m"], &[])?;
    plot.bed("Shed bed", boards, "2.4 m", "90 cm", ("1.7 m", "3.2 m"), sides(true, true, true, false), &[], &[])?;
    plot.bed(
        "Wall bed",
        KindDraft::Ground,
        "2.15 m",
        "60 cm",
        ("4.8 m", "1.1 m"),
        sides(false, true, true, true),
        &[],
        &[("5 cm", "0 cm")],
    )?;
    for (name, holds, place) in [("Blue tub", "60 l", ("4.2 m", "3.1 m")), ("Grey tub", "40 l", ("5.2 m", "3.1 m"))] {
        let kind = KindDraft::Container { volume: VolumeText(holds.parse()?) };
        plot.bed(name, kind, "", "", place, Reach::ALL, &[], &[])?;
    }
    for (bed, section, ago, crops) in [
        ("Harbour bed", Some(0), 1, ["tomato", "lettuce"]),
        ("Harbour bed", Some(1), 1, ["carrot", "beet"]),
        ("Harbour bed", Some(0), 2, ["pea", "spinach"]),
        ("Harbour bed", Some(1), 2, ["kale", "cauliflower"]),
        ("Shed bed", None, 1, ["cabbage", "radish"]),
        ("Shed bed", None, 2, ["potato", "onion"]),
        ("Shed bed", None, 3, ["bean", "courgette"]),
        ("Wall bed", None, 1, ["cucumber", "lettuce"]),
    ] {
        for crop in crops {
            plot.remember(bed, section, ago, Stood::Crop(crop.into()))?;
        }
    }
    plot.place_all(&[
        ("Harbour bed", "cabbage", "head", [0, 0, 6, 6]),
        ("Harbour bed", "lettuce", "leaf", [6, 0, 4, 4]),
        ("Harbour bed", "onion", "bulb", [0, 6, 10, 2]),
        ("Harbour bed", "bean", "bush", [10, 0, 6, 4]),
        ("Harbour bed", "potato", "main", [10, 4, 6, 4]),
        ("Harbour bed", "calendula", "flower", [6, 4, 4, 2]),
        ("Shed bed", "rocket", "leaf", [0, 0, 4, 2]),
        ("Shed bed", "carrot", "root", [0, 2, 8, 4]),
        ("Shed bed", "chard", "leaf", [8, 0, 6, 6]),
        ("Shed bed", "leek", "stem", [4, 0, 4, 2]),
        ("Wall bed", "runner-bean", "climbing", [0, 0, 8, 2]),
        ("Wall bed", "tomato", "staked", [8, 0, 6, 4]),
        ("Wall bed", "basil", "leaf", [4, 2, 4, 2]),
        ("Blue tub", "pepper", "bush", [0, 0, 3, 3]),
    ])?;
    Ok(plot.garden)
}

struct Plot {
    garden: Garden,
    grower: Grower,
    today: Date,
    year: i16,
}

impl Plot {
    fn new(site: Site, today: Date) -> Self {
        let garden = Garden::new(site);
        let grower = Grower::of(&garden, Catalogue::standard());
        let year = grower.weather.planning_year(today);
        Plot { garden, grower, today, year }
    }

    /// The months of Marrow Bay, and the household's shelf. Made up.
    fn marrow_bay(&mut self) -> Result<(), Refusal> {
        let tenths = |months: [f64; 12]| months.map(TenthsC::of);
        let months = Monthly {
            high: tenths([9.0, 11.0, 13.5, 16.0, 19.0, 21.5, 24.0, 24.5, 22.5, 17.0, 12.0, 9.0]),
            low: tenths([1.5, 2.0, 3.0, 4.5, 7.5, 10.0, 12.0, 12.0, 9.5, 6.0, 3.5, 2.0]),
        };
        let shelf = Shelf { cells: 192, tray: 48, mat: 96, hardening: 144, harden_days: 8, survival: 80 };
        let changes = vec![SeasonChange::TakeMonths { months }, SeasonChange::SetShelf { shelf }];
        self.carry_out(Command::Season { changes })
    }

    /// The months of Kelp Landing. Made up.
    fn kelp_landing(&mut self) -> Result<(), Refusal> {
        let tenths = |months: [f64; 12]| months.map(TenthsC::of);
        let months = Monthly {
            high: tenths([21.0, 21.0, 19.5, 17.0, 14.5, 12.0, 11.5, 12.5, 14.0, 15.5, 17.5, 19.5]),
            low: tenths([12.0, 12.5, 11.0, 8.5, 6.0, 4.0, 3.0, 3.5, 5.0, 7.0, 8.5, 10.5]),
        };
        self.carry_out(Command::Season { changes: vec![SeasonChange::TakeMonths { months }] })
    }

    /// The day of the plan: the year was planned before it began.
    fn planned(&self) -> Date {
        calendar::year_span(self.year, self.garden.site.latitude.hemisphere()).0.min(self.today)
    }

    fn carry_out(&mut self, command: Command) -> Result<(), Refusal> {
        let planned = self.planned();
        let catalogue = Catalogue::standard().with_own(&self.garden);
        let edits = plan(Known::new(&self.garden, &catalogue, &self.grower, planned), &command)?;
        edit::apply(&mut self.garden, &edits);
        // Only what is said of its weather makes the place another.
        if matches!(command, Command::Season { .. }) {
            self.grower = Grower::of(&self.garden, Catalogue::standard());
        }
        Ok(())
    }

    #[allow(clippy::too_many_arguments, reason = "one line of the tables above, read column by column")]
    fn bed(
        &mut self,
        name: &str,
        kind: KindDraft,
        length: &str,
        width: &str,
        place: (&str, &str),
        reach: Reach,
        braces: &[&str],
        trellises: &[(&str, &str)],
    ) -> Result<(), Refusal> {
        let tape = |text: &str| text.parse().map(Tape);
        let some = |text: &str| if text.is_empty() { Ok(None) } else { tape(text).map(Some) };
        let trellis = |(from_far, start): &(&str, &str)| {
            Ok(TrellisDraft { from_far: tape(from_far)?, start: Some(tape(start)?), end: None })
        };
        let draft = BedDraft {
            name: name.into(),
            kind,
            length: some(length)?,
            width: some(width)?,
            depth: None,
            outside: false,
            x: some(place.0)?,
            y: some(place.1)?,
            turn: 0,
            reach,
            braces: braces.iter().map(|text| tape(text)).collect::<Result<_, _>>()?,
            trellises: trellises.iter().map(trellis).collect::<Result<_, Refusal>>()?,
            drips: Vec::new(),
            shape: sparrow_core::change::draft::ShapeDraft::Rectangle,
            margin: None,
        };
        self.carry_out(Command::AddBed { draft })
    }

    fn fixture(
        &mut self,
        (kind, name): (FixtureKind, &str),
        (length, width): (&str, &str),
        height: &str,
        (x, y): (&str, &str),
    ) -> Result<(), Refusal> {
        let tape = |text: &str| text.parse().map(Tape);
        let (width, height, x, y) = (Some(tape(width)?), Some(tape(height)?), Some(tape(x)?), Some(tape(y)?));
        let draft = FixtureDraft { kind, name: name.into(), length: tape(length)?, width, height, x, y, turn: 0 };
        self.carry_out(Command::AddFixture { draft })
    }

    fn id(&self, bed: &str) -> Result<BedId, Refusal> {
        let found = self.garden.beds.iter().find(|one| one.name == bed);
        found.map(|one| one.id).ok_or_else(|| Refusal::Unknown { what: "bed", key: bed.into() })
    }

    fn remember(&mut self, bed: &str, section: Option<u8>, years_ago: i16, stood: Stood) -> Result<(), Refusal> {
        let bed = self.id(bed)?;
        self.carry_out(Command::Remember { bed, section, year: self.year - years_ago, stood })
    }

    fn place_all(&mut self, rows: &[Row]) -> Result<(), Refusal> {
        rows.iter().try_for_each(|row| self.place(row, None, false))
    }

    fn place(&mut self, row: &Row, from: Option<Date>, between: bool) -> Result<(), Refusal> {
        let (bed, crop, way, [x, y, w, h]) = *row;
        let bed = self.id(bed)?;
        self.carry_out(Command::Place {
            bed,
            crop: crop.into(),
            way: Some(way.into()),
            rect: Rect { x, y, w, h },
            holes: None,
            from,
            until: None,
            year: self.year,
            between,
            needle: None,
        })
    }

    /// Two days after the last patch on some ground is cleared.
    fn free(&self, bed: &str, [x, y, w, h]: [u16; 4]) -> Result<Date, Refusal> {
        let (bed, rect) = (self.id(bed)?, Rect { x, y, w, h });
        let there = self.garden.patches.iter().filter(|patch| patch.bed == bed && patch.rect.overlaps(rect));
        let nothing = Refusal::NothingTo { what: "follow" };
        there.map(|patch| patch.until.saturating_add(2.days())).max().ok_or(nothing)
    }
}
