//! Which plants are put down together, on which part of the ground, and in which order?
//!
//! A grouping is fitted to the ground it is given: its parts stretch or stay with an edge, and each waits
//! for what it needs of another ('beans when the maize stands 6 in'), dated by how that one grows.

use crate::bed::BedId;
use crate::calendar::{self, growing_year};
use crate::catalogue::Catalogue;
use crate::company::Grade;
use crate::garden::Garden;
use crate::growth;
use crate::length::Length;
use crate::patch::{Patch, Placing, Rect, Timing};
use crate::school::School;
use crate::season::usual_span;
use crate::site::Hemisphere;
use crate::spacing::Planting;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

/// A grouping of the catalogue.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Grouping {
    /// Its key, unique in the catalogue.
    pub key: String,
    /// What gardeners call it.
    pub name: String,
    /// How well it is supported.
    pub grade: Grade,
    /// Source key.
    pub source: String,
    /// Why these go together, and what to mind.
    pub says: String,
    /// The least ground it wants, half squares along and across.
    pub least: [u16; 2],
    /// It works by shade, so it is turned to where the shade falls.
    #[serde(default)]
    pub shade: bool,
    /// Its parts.
    pub part: Vec<Part>,
}

/// One crop of a grouping.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Part {
    /// The crop.
    pub crop: String,
    /// Its way of growing.
    pub way: String,
    /// Its stretch along the ground.
    pub along: Stretch,
    /// Its stretch across.
    pub across: Stretch,
    /// It shares its ground with another part.
    #[serde(default)]
    pub between: bool,
    /// Its own number of holes.
    #[serde(default)]
    pub holes: Option<u16>,
    /// Its school, when it needs one.
    #[serde(default)]
    pub school: Option<School>,
    /// What it waits for.
    #[serde(default)]
    pub after: Option<After>,
    /// Weeks it goes in before its usual day.
    #[serde(default)]
    pub weeks_before: u8,
    /// It leaves before that part wants the room.
    #[serde(default)]
    pub out_in_time_with: Option<usize>,
}

/// A stretch of ground on one axis: two of the three, in half squares.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct Stretch {
    /// From the left end or the far side.
    #[serde(default)]
    pub start: Option<u16>,
    /// From the right end or the near side.
    #[serde(default)]
    pub end: Option<u16>,
    /// How long it is.
    #[serde(default)]
    pub size: Option<u16>,
}

/// What a part waits for.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct After {
    /// The part it waits for, from 0.
    pub part: usize,
    /// Until that one stands so high \[in\].
    #[serde(default)]
    pub stands_inches: Option<u16>,
    /// Until so many days after that one went in.
    #[serde(default)]
    pub days: Option<u16>,
    /// What is true by then, in words.
    #[serde(default)]
    pub because: Option<String>,
}

/// A grouping fitted to ground: what would be planted, or why it does not fit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Fitted {
    /// The grouping's key in the catalogue; nothing for one of the household's own.
    pub key: String,
    /// Its name.
    pub name: String,
    /// The least ground it wants, half squares along and across.
    pub least: [u16; 2],
    /// What would be planted, in stages; nothing when the ground is too small.
    pub stages: Vec<Stage>,
    /// A part would lie where something stands on some of its days.
    pub taken: bool,
}

/// One planting of a fitted grouping.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
pub struct Stage {
    /// What is planted, where and when.
    pub place: Placing,
    /// Plants that find room.
    pub plants: u32,
    /// What it waits for.
    pub after: Option<After>,
}

impl Stretch {
    /// The first half square and how many, on an axis of so many; nothing when there is no room for one.
    fn on(self, whole: u16) -> Option<(u16, u16)> {
        let (from, size) = match (self.start, self.end, self.size) {
            (Some(start), Some(end), _) => (start, whole.checked_sub(start)?.checked_sub(end)?),
            (Some(start), None, Some(size)) => (start, size),
            (None, Some(end), Some(size)) => (whole.checked_sub(end)?.checked_sub(size)?, size),
            _ => return None,
        };
        (size > 0 && from + size <= whole).then_some((from, size))
    }
}

/// Every grouping of the catalogue and of the household, fitted to some half squares of a bed in a growing year.
pub fn fitted(garden: &Garden, catalogue: &Catalogue, bed: BedId, rect: Rect, year: i16) -> Vec<Fitted> {
    let known = catalogue.groupings.iter().map(|grouping| fit(garden, catalogue, grouping, bed, rect, year));
    let own = garden.groupings.iter().map(|own| own.fitted(garden, catalogue, bed, rect, year));
    known.chain(own).collect()
}

/// One grouping fitted to some half squares of a bed.
pub fn fit(garden: &Garden, catalogue: &Catalogue, grouping: &Grouping, bed: BedId, rect: Rect, year: i16) -> Fitted {
    let Grouping { key, name, least, .. } = grouping.clone();
    let mut stages: Vec<Stage> = Vec::new();
    if rect.w >= least[0] && rect.h >= least[1] {
        for part in &grouping.part {
            let Some(stage) = stage(garden, catalogue, grouping, part, &stages, (bed, rect, year)) else { break };
            stages.push(stage);
        }
    }
    if stages.len() < grouping.part.len() {
        stages.clear();
    }
    let taken = stages.iter().any(|stage| is_taken(garden, &stage.place));
    Fitted { key, name, least, stages, taken }
}

fn stage(
    garden: &Garden,
    catalogue: &Catalogue,
    grouping: &Grouping,
    part: &Part,
    before: &[Stage],
    (bed, rect, year): (BedId, Rect, i16),
) -> Option<Stage> {
    let (x, w) = part.along.on(rect.w)?;
    let (y, h) = part.across.on(rect.h)?;
    // Shade falls to the pole's side: a grouping drawn for a sun in the south is turned where it stands in the north.
    let turned = grouping.shade && garden.site.latitude.hemisphere() == Hemisphere::South;
    let y = if turned { rect.h - y - h } else { y };
    let own = Rect { x: rect.x.saturating_add(x), y: rect.y.saturating_add(y), w, h };
    let crop = catalogue.crop(&part.crop)?;
    let way = crop.way(&part.way)?;
    let (usual_from, usual_until) = usual_span(garden, crop, way, None, year);
    let earlier = usual_from.saturating_sub(i64::from(part.weeks_before).weeks());
    let from =
        part.after.as_ref().and_then(|after| ready(garden, catalogue, after, before)).map_or(earlier, |day| day.max(earlier));
    let stand = i64::from((usual_until - usual_from).get_days()).days();
    let until = from.saturating_add(stand);
    let until = match part.out_in_time_with.and_then(|host| leaves_meet(garden, catalogue, before.get(host)?)) {
        Some(day) if day > from => until.min(day.saturating_sub(1.day())),
        _ => until,
    };
    let place = Placing {
        bed,
        crop: part.crop.clone(),
        way: part.way.clone(),
        rect: own,
        holes: part.holes,
        from,
        until,
        between: part.between,
        school: part.school,
        line: None,
        timing: Timing::default(),
    };
    let patch = place.patch(0);
    let planting = Planting::alone(garden, catalogue, &patch)?;
    let plants = planting.fits(own).min(part.holes.map_or(u32::MAX, u32::from)) * u32::from(way.per_hole);
    // Ground that holds none of a part is no ground for the grouping.
    (plants > 0).then(|| Stage { place, plants, after: part.after.clone() })
}

/// The day on which what a part waits for has come about.
fn ready(garden: &Garden, catalogue: &Catalogue, after: &After, before: &[Stage]) -> Option<Date> {
    let host = &before.get(after.part)?.place;
    let crop = catalogue.crop(&host.crop)?;
    let way = crop.way(&host.way)?;
    let days = match (after.stands_inches, after.days) {
        (Some(inches), _) => {
            let high = Length::inches(i32::from(inches));
            let patch = host.patch(0);
            let pace = Planting::alone(garden, catalogue, &patch)?.pace;
            (0..1000).find(|day| growth::size_after(crop, way, pace.lived(f64::from(*day))).height >= high)?
        }
        (None, days) => i32::from(days?),
    };
    Some(host.from.saturating_add(i64::from(days).days()))
}

/// The day on which a stage's leaves meet.
fn leaves_meet(garden: &Garden, catalogue: &Catalogue, host: &Stage) -> Option<Date> {
    let patch = host.place.patch(0);
    let planting = Planting::alone(garden, catalogue, &patch)?;
    let distance = planting.distance(planting.school);
    growth::first_day_as_wide(planting.crop, planting.way, &planting.pace, &patch, distance.along.min(distance.across))
}

fn is_taken(garden: &Garden, place: &Placing) -> bool {
    let patch = place.patch(0);
    garden.patches.iter().any(|other| {
        let shares = other.bed == patch.bed && other.rect.overlaps(patch.rect) && other.meets(&patch);
        shares && !patch.is_row_beside(other) && (other.crop == patch.crop || !(other.between || patch.between))
    })
}

/// The number of one of the household's own groupings, from 1.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(transparent)]
pub struct OwnGroupingId(pub u32);

/// A grouping the household saved from one of its beds.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct OwnGrouping {
    /// Its number.
    pub id: OwnGroupingId,
    /// Its name, unique in the garden, 1 to 60 letters.
    pub name: String,
    /// The day of the growing year on which its first part goes in, from 0.
    pub first_day: u16,
    /// Its parts, at least two.
    pub parts: Vec<OwnPart>,
}

/// One part of a household's own grouping, placed from its far left corner and its first day.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "ts", derive(ts_rs::TS))]
#[serde(deny_unknown_fields)]
pub struct OwnPart {
    /// The crop.
    pub crop: String,
    /// Its way of growing.
    pub way: String,
    /// The half squares, from the grouping's far left corner.
    pub rect: Rect,
    /// The household's own number of holes.
    pub holes: Option<u16>,
    /// It shares its ground with another part.
    pub between: bool,
    /// Its school, when it has its own.
    pub school: Option<School>,
    /// Days from the grouping's first day to the day it goes in.
    pub days_after: u32,
    /// Days it stands.
    pub days: u32,
}

impl OwnGrouping {
    /// The half squares it covers, along and across.
    pub fn size(&self) -> (u16, u16) {
        let over = |edge: fn(Rect) -> u16| self.parts.iter().map(|part| edge(part.rect)).max().unwrap_or(0);
        (over(Rect::right), over(Rect::bottom))
    }

    /// The grouping put down at the far left corner of some half squares, on its own days of another year.
    pub fn fitted(&self, garden: &Garden, catalogue: &Catalogue, bed: BedId, rect: Rect, year: i16) -> Fitted {
        let (w, h) = self.size();
        let (first, _) = calendar::year_span(year, garden.site.latitude.hemisphere());
        let stage = |part: &OwnPart| {
            let from = first.saturating_add((i64::from(self.first_day) + i64::from(part.days_after)).days());
            let place = Placing {
                bed,
                crop: part.crop.clone(),
                way: part.way.clone(),
                rect: Rect { x: rect.x.saturating_add(part.rect.x), y: rect.y.saturating_add(part.rect.y), ..part.rect },
                holes: part.holes,
                from,
                until: from.saturating_add(i64::from(part.days).days()),
                between: part.between,
                school: part.school,
                line: None,
                timing: Timing::default(),
            };
            let patch = place.patch(0);
            let planting = Planting::alone(garden, catalogue, &patch)?;
            let holes = planting.fits(place.rect).min(part.holes.map_or(u32::MAX, u32::from));
            Some(Stage { plants: holes * u32::from(planting.way.per_hole), place, after: None })
        };
        let fits = rect.w >= w && rect.h >= h;
        let stages: Vec<Stage> = if fits { self.parts.iter().filter_map(stage).collect() } else { Vec::new() };
        let taken = stages.iter().any(|stage| is_taken(garden, &stage.place));
        Fitted { key: format!("own:{}", self.id.0), name: self.name.clone(), least: [w, h], stages, taken }
    }
}

/// The most parts of a household's own grouping.
pub const MOST_PARTS: usize = 40;

/// A household's grouping made from patches of one bed: placed from their common far left corner and
/// their first day. Nothing when there are fewer than two, or they lie in several beds.
pub fn own_from(garden: &Garden, id: OwnGroupingId, name: String, patches: &[&Patch]) -> Option<OwnGrouping> {
    let bed = patches.first()?.bed;
    if !(2..=MOST_PARTS).contains(&patches.len()) || patches.iter().any(|patch| patch.bed != bed) {
        return None;
    }
    let (x, y) = (patches.iter().map(|p| p.rect.x).min()?, patches.iter().map(|p| p.rect.y).min()?);
    let first = patches.iter().map(|p| p.from).min()?;
    let hemisphere = garden.site.latitude.hemisphere();
    let (new_year, _) = calendar::year_span(growing_year(first, hemisphere), hemisphere);
    let days = |from: Date, until: Date| u32::try_from((until - from).get_days()).unwrap_or(0);
    let part = |patch: &&Patch| OwnPart {
        crop: patch.crop.clone(),
        way: patch.way.clone(),
        rect: Rect { x: patch.rect.x - x, y: patch.rect.y - y, ..patch.rect },
        holes: patch.holes,
        between: patch.between,
        school: patch.school,
        days_after: days(first, patch.from),
        days: days(patch.from, patch.until),
    };
    let first_day = u16::try_from(days(new_year, first)).unwrap_or(0);
    Some(OwnGrouping { id, name, first_day, parts: patches.iter().map(part).collect() })
}
