//! Which ground lies bare, for how long, and what would be ready in that time?

use crate::bed::{Bed, BedId};
use crate::calendar;
use crate::catalogue::Catalogue;
use crate::company::{self, Nearness};
use crate::crop::{Crop, Hardiness, Way};
use crate::garden::Garden;
use crate::patch::{Patch, Rect};
use crate::rotation::{self, History};
use crate::school::School;
use crate::spacing::Planting;
use crate::sums;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;

/// A piece of ground that is bare for a time, and what could use it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
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
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Suits {
    /// The crop.
    pub crop: String,
    /// The way of growing it.
    pub way: String,
    /// Plants that find room.
    pub plants: u32,
    /// Days it takes at most.
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
/// Crops that take longer are no quick ones \[days\].
const LONGEST: u16 = 80;

/// The bare ground of a bed within a growing year, the earliest first. Nothing before `today` is told.
///
/// The year's window reaches from four weeks before the even-chance last frost to four weeks after the
/// first; without frosts it is the whole growing year (common practice for hardy crops at both ends).
pub fn bare(garden: &Garden, catalogue: &Catalogue, bed: BedId, year: i16, today: Date) -> Vec<Bare> {
    let Some(bed) = garden.bed(bed) else { return Vec::new() };
    let window = window(garden, year, today);
    if window.0 > window.1 {
        return Vec::new();
    }
    let history = History::of(garden, catalogue);
    let mut found = Vec::new();
    for (span, cells) in free_spans(garden, bed, window) {
        for rect in rectangles(cells) {
            if u32::from(rect.w) * u32::from(rect.h) >= LEAST_GROUND {
                found.push(piece(garden, catalogue, &history, bed, rect, span));
            }
        }
    }
    found.sort_by_key(|bare| (bare.from, bare.until, bare.rect.y, bare.rect.x));
    found
}

fn window(garden: &Garden, year: i16, today: Date) -> (Date, Date) {
    let hemisphere = garden.site.latitude.hemisphere();
    let (first, last) = calendar::year_span(year, hemisphere);
    let (from, until) = match garden.site.frost {
        Some(frost) => (
            calendar::in_year(frost.last, year, hemisphere).saturating_sub(28.days()),
            calendar::in_year(frost.first, year, hemisphere).saturating_add(28.days()),
        ),
        None => (first, last),
    };
    (from.max(first).max(today), until.min(last))
}

type Span = (Date, Date);

/// Half squares by the spans in which nothing stands on them, of spans long enough.
fn free_spans(garden: &Garden, bed: &Bed, window: Span) -> std::collections::BTreeMap<Span, Vec<(u16, u16)>> {
    let (columns, rows) = bed.half_squares(garden.site.units);
    let here: Vec<&Patch> = garden.patches.iter().filter(|patch| patch.bed == bed.id).collect();
    let mut spans: std::collections::BTreeMap<Span, Vec<(u16, u16)>> = std::collections::BTreeMap::new();
    for y in 0..rows {
        for x in 0..columns {
            let cell = Rect { x, y, w: 1, h: 1 };
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

fn piece(garden: &Garden, catalogue: &Catalogue, history: &History, bed: &Bed, rect: Rect, span: Span) -> Bare {
    let days = (span.1 - span.0).get_days() + 1;
    let ground = rect.ground(bed, garden.site.units);
    let square = i64::from(garden.site.units.square().get()).pow(2);
    let area = i64::from(ground.length().get()) * i64::from(ground.width().get());
    let ways = catalogue.crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| (crop, way)));
    let mut suits: Vec<Suits> = ways
        .filter(|(_, way)| i32::from(way.days[1]) <= days && way.days[1] <= LONGEST)
        .filter(|(crop, _)| is_warm_enough(garden, crop, span))
        .filter_map(|(crop, way)| suit(garden, catalogue, history, crop, way, (bed, rect, span)))
        .collect();
    suits.sort_by(|a, b| b.helps.cmp(&a.helps).then(b.days.cmp(&a.days)).then(a.crop.cmp(&b.crop)));
    // One way of growing each crop is enough to choose from.
    let mut seen = std::collections::HashSet::new();
    suits.retain(|suits| seen.insert(suits.crop.clone()));
    suits.truncate(MOST_CROPS);
    let centisquares = u32::try_from((area * 100 + square / 2) / square).unwrap_or(0);
    Bare { bed: bed.id, rect, centisquares, from: span.0, until: span.1, days: days.max(0) as u32, suits }
}

/// Whether a crop can stand through a span, by its hardiness and the even-chance frosts.
fn is_warm_enough(garden: &Garden, crop: &Crop, (from, until): Span) -> bool {
    let Some(frost) = garden.site.frost else { return true };
    let hemisphere = garden.site.latitude.hemisphere();
    let year = calendar::growing_year(from, hemisphere);
    let (last, first) = (calendar::in_year(frost.last, year, hemisphere), calendar::in_year(frost.first, year, hemisphere));
    match crop.hardiness {
        Hardiness::Tender => from >= last && until <= first,
        Hardiness::HalfHardy => from >= last.saturating_sub(14.days()) && until <= first.saturating_add(14.days()),
        Hardiness::Hardy => true,
    }
}

/// What a crop would give there, when nothing speaks against it.
fn suit(
    garden: &Garden,
    catalogue: &Catalogue,
    history: &History,
    crop: &Crop,
    way: &Way,
    (bed, rect, (from, until)): (&Bed, Rect, Span),
) -> Option<Suits> {
    let patch = Patch { rect, ..sums::pattern(bed.id, &crop.key, &way.key, from, until) };
    let ground = rect.ground(bed, garden.site.units);
    let climbs = way.trellis && !bed.has_trellis_in((ground.left, ground.far), (ground.right, ground.near));
    let sections = rotation::sections_of(garden, bed, &patch);
    if climbs || history.too_soon(catalogue, bed.id, &sections, &patch).is_some() {
        return None;
    }
    let mut helps = false;
    for other in garden.patches.iter().filter(|other| other.meets(&patch)) {
        let other_crop = catalogue.crop(&other.crop)?;
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
    let planting = Planting::alone(garden, catalogue, &patch)?;
    let plants = planting.lay(rect, School::SquareFoot).holes.len() as u32 * u32::from(way.per_hole);
    (plants > 0).then(|| Suits { crop: crop.key.clone(), way: way.key.clone(), plants, days: way.days[1].into(), helps })
}
