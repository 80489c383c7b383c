//! Which ground lies bare, for how long, and what would be ready in that time?

use crate::catalogue::{Crop, Nearness, Way};
use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar;
use crate::climate::frost::Side;
use crate::ground::planting::Planting;
use crate::ground::shape;
use crate::ground::sums;
use crate::growth::growing::Growing;
use crate::growth::prospect::Prospect;
use crate::growth::window;
use crate::known::Known;
use crate::rules::past::History;
use crate::rules::{company, past};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::School;

/// A piece of ground that is bare for a time, and what could use it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Bare {
    /// The bed.
    pub bed: BedId,
    /// The half squares.
    pub rect: Rect,
    /// Its ground in hundredths of a square, part squares at their size.
    pub centisquares: u32,
    /// The first bare day.
    pub from: Date,
    /// The last bare day.
    pub until: Date,
    /// Bare days.
    pub days: u32,
    /// Crops that are ready within that time, the best use of it first.
    pub suits: Vec<Suits>,
}

/// A crop that is ready in time.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Suits {
    /// The crop.
    pub crop: String,
    /// The way of growing it.
    pub way: String,
    /// Plants that find room.
    pub plants: u32,
    /// The first day on which it may start there.
    pub from: Date,
    /// Days it takes there, as the warmth goes.
    pub days: u32,
    /// It does a neighbour good, or a neighbour it.
    pub helps: bool,
}

/// The shortest time worth planting for \[days\]: the quickest crops take three weeks.
pub const SHORTEST: i32 = 21;
/// The least ground worth telling of, in half squares.
const LEAST_GROUND: u32 = 4;
/// Crops told of for one piece of ground.
const MOST_CROPS: usize = 5;
/// About what it costs to look for what would be ready on a piece, in steps.
const PIECE: u64 = 50_000;
/// Crops that take longer are no quick ones \[days\].
const LONGEST: u16 = 80;

/// The bare ground of a bed within a growing year, the earliest first. Nothing before `today` is told.
///
/// The year's window reaches from four weeks before the even-chance last frost to four weeks after the
/// first; without frosts it is the whole growing year (common practice for hardy crops at both ends).
pub fn bare(known: Known, bed: BedId, year: i16) -> Vec<Bare> {
    let garden = known.garden;
    let Some(bed) = garden.bed(bed) else { return Vec::new() };
    let window = window(known, year);
    if window.0 > window.1 {
        return Vec::new();
    }
    let mut found: Vec<Bare> = pieces(garden, bed, window)
        .into_iter()
        .map_while(|(rect, span)| known.work.goes_on(PIECE).then(|| piece(known, bed, rect, span)))
        .collect();
    found.sort_by_key(|bare| (bare.from, bare.until, bare.rect.y, bare.rect.x));
    found
}

/// What would be ready on a piece of ground between two days.
///
/// # Errors
/// When the bed is not there, or the ground is not in it, or the days run backward.
pub fn of_ground(known: Known, bed: BedId, rect: Rect, (from, until): (Date, Date)) -> Result<Bare, Refusal> {
    let bed = known.ground(bed, rect)?;
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    let days = (until - from).get_days();
    if days > 366 {
        return Err(Refusal::StandsTooLong { days, most: 366 });
    }
    Ok(piece(known, bed, rect, (from, until)))
}

/// Pieces of a bed's ground that are bare for a time within a window, worth telling of.
pub(crate) fn pieces(garden: &Garden, bed: &Bed, window: (Date, Date)) -> Vec<(Rect, (Date, Date))> {
    let large = |rect: &Rect| u32::from(rect.w) * u32::from(rect.h) >= LEAST_GROUND;
    let of_span = |(span, cells)| rectangles(cells).into_iter().filter(large).map(move |rect| (rect, span)).collect::<Vec<_>>();
    free_spans(garden, bed, window).into_iter().flat_map(of_span).collect()
}

fn window(known: Known, year: i16) -> (Date, Date) {
    let weather = &known.grower.weather;
    let (first, last) = calendar::year_span(year, weather.hemisphere());
    let from = weather.even_frost(Side::Spring, year).map_or(first, |frost| frost.saturating_sub(28.days()));
    let until = weather.even_frost(Side::Autumn, year).map_or(last, |frost| frost.saturating_add(28.days()));
    (from.max(first).max(known.today), until.min(last))
}

type Span = (Date, Date);

/// Half squares by the spans in which nothing stands on them, of spans long enough.
fn free_spans(garden: &Garden, bed: &Bed, window: Span) -> std::collections::BTreeMap<Span, Vec<(u16, u16)>> {
    let (columns, rows) = bed.half_squares(garden.site.squares());
    let here: Vec<&Patch> = garden.patches.iter().filter(|patch| patch.bed == bed.id).collect();
    let mut spans: std::collections::BTreeMap<Span, Vec<(u16, u16)>> = std::collections::BTreeMap::new();
    for y in 0..rows {
        for x in 0..columns {
            let cell = Rect { x, y, w: 1, h: 1 };
            if !shape::is_there(bed, cell, garden.site.squares()) {
                continue;
            }
            let mut taken: Vec<Span> =
                here.iter().filter(|patch| patch.rect.overlaps(cell)).map(|patch| (patch.from, patch.until)).collect();
            taken.sort();
            for span in gaps(window, &taken) {
                spans.entry(span).or_default().push((x, y));
            }
        }
    }
    spans
}

/// What is left of a window between spans that are taken, in their order.
fn gaps(window: Span, taken: &[Span]) -> Vec<Span> {
    let mut free = Vec::new();
    let mut from = window.0;
    let end = (window.1.saturating_add(1.day()), window.1);
    for (start, until) in taken.iter().copied().chain([end]) {
        let last = start.saturating_sub(1.day()).min(window.1);
        if last >= from && (last - from).get_days() + 1 >= SHORTEST {
            free.push((from, last));
        }
        from = from.max(until.saturating_add(1.day()));
    }
    free
}

/// Cells put together to rectangles: along each row first, then rows of the same stretch.
fn rectangles(cells: Vec<(u16, u16)>) -> Vec<Rect> {
    let mut found: Vec<Rect> = Vec::new();
    for (x, y) in cells {
        // Cells come row by row, so only the last stretch can go on.
        match found.last_mut().filter(|rect| rect.y == y && rect.right() == x) {
            Some(rect) => rect.w += 1,
            None => found.push(Rect { x, y, w: 1, h: 1 }),
        }
    }
    let mut whole: Vec<Rect> = Vec::new();
    for rect in found {
        match whole.iter_mut().find(|above| above.x == rect.x && above.w == rect.w && above.bottom() == rect.y) {
            Some(above) => above.h += 1,
            None => whole.push(rect),
        }
    }
    whole
}

fn piece(known: Known, bed: &Bed, rect: Rect, span: Span) -> Bare {
    let garden = known.garden;
    let days = (span.1 - span.0).get_days() + 1;
    let suits = suits(known, bed, rect, span);
    let ground = rect.ground(bed, garden.site.squares());
    let square = i64::from(garden.site.squares().square().get()).pow(2);
    let area = shape::area(bed, ground);
    let centisquares = u32::try_from((area * 100 + square / 2) / square).unwrap_or(0);
    Bare { bed: bed.id, rect, centisquares, from: span.0, until: span.1, days: days.max(0) as u32, suits }
}

/// Crops that may start on the first day of a span and are ripe by its last, the best use of it first.
pub(crate) fn suits(known: Known, bed: &Bed, rect: Rect, span: (Date, Date)) -> Vec<Suits> {
    let catalogue = known.catalogue;
    let history = History::of(known);
    let soil = known.soil(bed);
    let book = |way: &&Way| way.variety.is_none();
    let ways = catalogue.crops.iter().flat_map(|crop| crop.ways.iter().filter(book).map(move |way| (crop, way)));
    let ready = |crop: &Crop, way: &Way| ready_in(known, Growing::usual(crop, way), span, &soil);
    let mut suits: Vec<Suits> = ways
        .filter(|(_, way)| way.days[1] <= LONGEST)
        .filter_map(|(crop, way)| ready(crop, way).map(|ready| (crop, way, ready)))
        .filter_map(|(crop, way, ready)| suit(known, &history, (crop, way, ready), (bed, rect, span)))
        .collect();
    suits.sort_by(|a, b| b.helps.cmp(&a.helps).then(b.days.cmp(&a.days)).then(a.crop.cmp(&b.crop)));
    // One way of growing each crop is enough to choose from.
    let mut seen = std::collections::HashSet::new();
    suits.retain(|suits| seen.insert(suits.crop.clone()));
    suits.truncate(MOST_CROPS);
    suits
}

/// The first day of a span on which a crop may start, and the days it takes, when it is ripe within the span.
/// It may wait for its day for a third of the span.
fn ready_in(known: Known, growing: Growing, (from, until): Span, soil: &BedSoil) -> Option<(Date, u32)> {
    let Known { garden, grower, .. } = known;
    let wait = i64::from((until - from).get_days()) / 3;
    let mut days = from.series(7.days()).take_while(|day| *day <= from.saturating_add(wait.days()));
    let prospect = Prospect::of(grower, garden.almanac.appetite, growing, from, soil);
    let judged = |day: Date| window::judged(grower, &prospect, growing, day, soil).ok().flatten();
    let (day, ripening) = days.find_map(|day| judged(day).map(|ripening| (day, ripening)))?;
    (ripening.ripe <= until).then(|| (day, u32::from(ripening.days)))
}

/// What a crop would give there, when nothing speaks against it.
fn suit(
    known: Known,
    history: &History,
    (crop, way, (start, days)): (&Crop, &Way, (Date, u32)),
    (bed, rect, (from, until)): (&Bed, Rect, Span),
) -> Option<Suits> {
    let Known { garden, catalogue, .. } = known;
    let patch = Patch { rect, ..sums::pattern(bed.id, &crop.key, &way.key, from, until) };
    let ground = rect.ground(bed, garden.site.squares());
    let climbs = way.trellis && !bed.has_trellis_in((ground.left, ground.far), (ground.right, ground.near));
    let sections = past::sections_of(garden, bed, &patch);
    if climbs || history.too_soon(bed.id, &sections, &patch).is_some() {
        return None;
    }
    let mut helps = false;
    for other in garden.patches.iter().filter(|other| other.meets(&patch)) {
        let other_crop = catalogue.crop(&other.planted.crop)?;
        let near = |reach: Nearness| match reach {
            Nearness::Touching => other.bed == bed.id && other.rect.touches(rect),
            Nearness::SameBed => other.bed == bed.id,
            Nearness::Yard => true,
        };
        if company::widest_trouble(catalogue, crop, other_crop).is_some_and(near) {
            return None;
        }
        let relations = catalogue.relations_between(crop, other_crop).iter().map(|index| &catalogue.relations[*index]);
        helps |= relations.filter(|relation| !relation.kind.is_trouble()).any(|relation| near(relation.reach));
    }
    let planting = Planting::alone(known, &patch)?;
    let plants = planting.lay(rect, School::SquareFoot).holes.len() as u32 * planting.per_hole();
    (plants > 0).then(|| Suits { crop: crop.key.clone(), way: way.key.clone(), plants, from: start, days, helps })
}
