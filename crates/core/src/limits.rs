//! How much is too much? The limits of every list and number a change may make.

use sparrow_facts::patch::IN_EACH;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::{CLOSE_PERCENT, SCATTER_SEEDS};
use sparrow_facts::units::{Length, TenthsC};

/// The most plants asked about at once.
pub const MOST_AT_HAND: u32 = 5000;

/// The most braces, and the most trellises, in one bed.
pub const MOST_IN_A_BED: usize = 20;

/// The least and the most depth of soil: 2 in to 6 ft.
pub const SOIL_DEPTH: [Length; 2] = [Length::inches(2), Length::inches(72)];

/// The most beds in one garden.
pub const MOST_BEDS: usize = 60;

/// The most ground of all beds of one garden together, in half squares: 5,000 squares, some 465 m².
pub const MOST_HALF_SQUARES: u32 = 20_000;

/// The most patches that stand in one growing year.
pub const MOST_IN_A_YEAR: usize = 500;

/// The most holes of all that stands in one growing year.
pub const MOST_HOLES_IN_A_YEAR: u64 = 40_000;

/// The most plantings between which one may be planted.
pub const MOST_HOSTS: usize = 16;

/// The most pieces of ground that rotate.
pub const MOST_PIECES: usize = 400;

/// The most parts of all own groupings together.
pub const MOST_OWN_PARTS: usize = 2000;

/// The most entries of all kept plans together.
pub const MOST_KEPT_ENTRIES: usize = 12_000;

/// The most fixtures of one yard.
pub const MOST_FIXTURES: usize = 100;

/// The most patches in one garden, all years together.
pub const MOST_PATCHES: usize = 3000;

/// The most of a household's own groupings in one garden.
pub const MOST_GROUPINGS: usize = 200;

/// Crops of its own of a garden.
pub const MOST_OWN_CROPS: usize = 60;

/// The most varieties.
pub const MOST_VARIETIES: usize = 200;

/// The most lots of seed.
pub const MOST_LOTS: usize = 300;

/// The most wants.
pub const MOST_WANTS: usize = 200;

/// The most remembered stands in one garden.
pub const MOST_PAST: usize = 3000;

/// The most holes in one patch.
pub const MOST_HOLES: u64 = 10_000;

/// The longest a patch is kept in the ground \[days\]: thirty years.
pub const LONGEST_STAND: i32 = 10_957;

/// The most parts of a household's own grouping.
pub const MOST_PARTS: usize = 40;

/// The most changes made as one.
pub const MOST_CHANGES: usize = 200;

/// The most letters of a list of names.
pub const MOST_WORDS: usize = 4000;

/// The most letters of the words of an entry of the journal.
pub const ENTRY_WORDS: usize = 1000;

/// The least and the most entries of the journal that are written down at once.
pub const ENTRIES_AT_ONCE: [i64; 2] = [1, 200];

/// The most entries of one garden's journal: fifty a week for thirty years.
pub const MOST_OF_JOURNAL: usize = 80_000;

/// The most photos kept with one garden: three a week for twenty-five years.
pub const MOST_PHOTOS: usize = 4_000;

/// The least and the most of a photo, as it is sent \[bytes\].
pub const PHOTO_BYTES: [i64; 2] = [100, 700 * 1024];

/// The least and the most pixels of a photo along either side.
pub const PHOTO_PIXELS: [i64; 2] = [1, 1600];

/// The most soil readings kept in one garden.
pub const MOST_READINGS: usize = 2000;

/// The most years of one station.
pub const MOST_STATION_YEARS: usize = 200;

/// The most wishes in one garden.
pub const MOST_WISHES: usize = 60;

/// The most plans kept in one garden.
pub const MOST_PLANS: usize = 20;

/// The most entries in one plan.
pub const MOST_ENTRIES: usize = 4000;

/// The most squares of one wish.
pub const MOST_SQUARES: u16 = 400;

/// The least and the most of a number, both allowed.
pub type Range = [i64; 2];

/// Latitude, hundredths of a degree.
pub const LATITUDE: Range = [-9000, 9000];
/// Longitude, hundredths of a degree.
pub const LONGITUDE: Range = [-18_000, 18_000];
/// Height above the sea, metres: from the shore of the lowest lake to the highest villages.
pub const HEIGHT: Range = [-450, 6000];
/// How far a neighbour's maize stands, metres.
pub const NEIGHBOUR: Range = [1, 5000];
/// Letters of the kind of a neighbour's maize.
pub const STRAIN: usize = 20;
/// Rain of a month, millimetres.
pub const RAIN: Range = [0, 10_000];
/// Years of ten that have a frost, where there is one.
pub const IN_TEN: Range = [1, 10];
/// Where north lies on the drawing, and how a bed is turned, degrees.
pub const DEGREES: Range = [0, 359];
/// Days from the even-chance date of a frost to the one-in-ten date.
pub const FROST_SPREAD: Range = [0, 60];
/// Days to maturity as a packet gives them.
pub const PACKET: Range = [10, 400];
/// Seedlings of a hundred that come through.
pub const SURVIVAL: Range = [10, 100];
/// Cells for seedlings in one place.
pub const CELLS: Range = [0, 5000];
/// Cells in a tray.
pub const TRAY: Range = [1, 500];
/// Days of hardening off.
pub const HARDENING: Range = [0, 21];
/// Plants at hand, wished for, or sown at a time.
pub const PLANTS: Range = [1, MOST_AT_HAND as i64];
/// Days between two harvests of a series.
pub const BETWEEN_HARVESTS: Range = [3, 60];
/// Days from a first sowing to a second one, in case it fails.
pub const TO_SECOND_SOWING: Range = [7, 60];
/// Days between sowings made to learn.
pub const BETWEEN_TRIALS: Range = [5, 30];
/// Years planned ahead.
pub const YEARS_PLANNED: Range = [1, 8];
/// Years a family waits, as a household says.
pub const INTERVAL: Range = [1, 12];
/// Years a family waits after a trouble was found in the soil.
pub const FOUND_INTERVAL: Range = [2, 12];
/// How much a family back too soon is feared.
pub const RISK: Range = [0, 9];
/// Squares of a wish.
pub const SQUARES: Range = [1, MOST_SQUARES as i64];
/// Every so many years.
pub const EVERY: Range = [1, 8];
/// Days over which a crop of one's own is picked.
pub const PICKED: Range = [1, 365];
/// The cold that kills a crop of one's own \[whole °C\].
pub const COLD: Range = [-45, 10];
/// The soil into which a crop of one's own may go \[whole °C\].
pub const SOIL: Range = [0, 30];
/// Germination tests of one lot.
pub const MOST_TESTS: i64 = 20;
/// Seeds laid out for a germination test.
pub const TESTED: Range = [1, 500];
/// Parts of a hundred.
pub const PERCENT: Range = [1, 100];
/// How sure a sum of chance is to be, in a hundred.
pub const CERTAINTY: Range = [50, 99];
/// Grams, pieces, bunches or jars of a want.
pub const WANTED: Range = [1, 1_000_000];
/// What a jar holds \[ml\].
pub const JAR: Range = [50, 5000];
/// How many eat of a meal.
pub const EATERS: Range = [1, 50];
/// Days from one meal to the next.
pub const EVERY_DAYS: Range = [1, 60];
/// A month.
pub const MONTH: Range = [1, 12];
/// A price, in hundredths of the household's money.
pub const PRICE: Range = [0, 10_000_000];
/// A year of the turns.
pub const TURN_YEAR: Range = [1, 9998];

/// Letters of a bed's name.
pub const BED_NAME: usize = 40;
/// Letters of any other name: of a garden, its place, a grouping, a plan, a station.
pub const NAME: usize = 60;
/// The most warnings that are kept of one patch.
pub const MOST_KEPT: usize = 200;
/// Letters of a note.
pub const NOTE: usize = 200;
/// Letters of a variety's colour.
pub const COLOUR: usize = 40;
/// Letters of what was found in the soil.
pub const FOUND: usize = 80;

/// The limits that fields of a page show, by the names it knows them under.
pub const OF_FIELDS: [(&str, Range); 39] = [
    ("wanted", WANTED),
    ("jar", JAR),
    ("eaters", EATERS),
    ("everyDays", EVERY_DAYS),
    ("tested", TESTED),
    ("percent", PERCENT),
    ("price", PRICE),
    ("picked", PICKED),
    ("cold", COLD),
    ("soil", SOIL),
    ("neighbour", NEIGHBOUR),
    ("inEach", [IN_EACH[0] as i64, IN_EACH[1] as i64]),
    ("closePercent", [CLOSE_PERCENT[0] as i64, CLOSE_PERCENT[1] as i64]),
    ("scatterSeeds", [SCATTER_SEEDS[0] as i64, SCATTER_SEEDS[1] as i64]),
    ("degrees", DEGREES),
    ("frostSpread", FROST_SPREAD),
    ("inTen", IN_TEN),
    ("packet", PACKET),
    ("survival", SURVIVAL),
    ("cells", CELLS),
    ("tray", TRAY),
    ("hardening", HARDENING),
    ("plants", PLANTS),
    ("betweenHarvests", BETWEEN_HARVESTS),
    ("toSecondSowing", TO_SECOND_SOWING),
    ("betweenTrials", BETWEEN_TRIALS),
    ("yearsPlanned", YEARS_PLANNED),
    ("interval", INTERVAL),
    ("foundInterval", FOUND_INTERVAL),
    ("risk", RISK),
    ("squares", SQUARES),
    ("every", EVERY),
    ("entriesAtOnce", ENTRIES_AT_ONCE),
    ("photoBytes", PHOTO_BYTES),
    ("photoPixels", PHOTO_PIXELS),
    ("turnYear", TURN_YEAR),
    ("latitude", LATITUDE),
    ("longitude", LONGITUDE),
    ("height", HEIGHT),
];

/// The most letters of what is written into fields of a page.
pub const LETTERS_OF_FIELDS: [(&str, usize); 6] =
    [("bedName", BED_NAME), ("name", NAME), ("note", NOTE), ("found", FOUND), ("entry", ENTRY_WORDS), ("colour", COLOUR)];

/// A year within its first and last, or the refusal that names both.
pub fn year(field: &'static str, value: i16, [first, last]: [i16; 2]) -> Result<(), Refusal> {
    number(field, value.into(), [first.into(), last.into()])
}

/// As many changes as are made as one, or the refusal that says how many that is.
pub fn changes(many: usize) -> Result<(), Refusal> {
    number("changes made as one", i64::try_from(many).unwrap_or(i64::MAX), [1, MOST_CHANGES as i64])
}

/// A number within its limits, or the refusal that names the field, the value and both limits.
pub fn number(field: &'static str, value: i64, [least, most]: [i64; 2]) -> Result<(), Refusal> {
    if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::NumberOutOfRange { field, value, least, most }) }
}

/// The months, for messages.
pub const MONTHS: [&str; 12] =
    ["January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December"];

/// A temperature that is believed.
///
/// # Errors
/// When it is out of range.
pub fn temperature(field: &'static str, value: TenthsC) -> Result<(), Refusal> {
    let [least, most] = TenthsC::RANGE;
    if (least..=most).contains(&value) {
        return Ok(());
    }
    Err(Refusal::TemperatureOutOfRange { field, value, least, most })
}
