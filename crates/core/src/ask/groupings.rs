//! Which plants are put down together, on which part of the ground, and in which order?
//!
//! A grouping is fitted to the ground it is given: its parts stretch or stay with an edge, and each waits
//! for what it needs of another ('beans when the maize stands 6 in'), dated by how that one grows.

use crate::catalogue::{After, Grouping, Part};
use crate::change::patches::drawable;
use crate::climate::calendar;
use crate::ground::planting::Planting;
use crate::growth::size;
use crate::known::Known;
use crate::rules::company::holds_up;
use crate::season::span::usual_span;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::grouping::{OwnGrouping, OwnPart};
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::{Placing, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::site::Hemisphere;
use sparrow_facts::timing::Timing;
use sparrow_facts::units::Length;

/// A grouping fitted to ground: what would be planted, or why it does not fit.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Stage {
    /// What is planted, where and when.
    pub place: Placing,
    /// Plants that find room.
    pub plants: u32,
    /// What it waits for.
    pub after: Option<After>,
}

/// Every grouping of the catalogue and of the household, fitted to some half squares of a bed in a growing year.
pub fn fitted(known: Known, bed: BedId, rect: Rect, year: i16) -> Vec<Fitted> {
    let Known { garden, catalogue, .. } = known;
    let book = catalogue.groupings.iter().map(|grouping| fit(known, grouping, bed, rect, year));
    let own = garden.groupings.iter().map(|own| own_fitted(known, own, bed, rect, year));
    book.chain(own).collect()
}

/// One grouping fitted to some half squares of a bed.
pub fn fit(known: Known, grouping: &Grouping, bed: BedId, rect: Rect, year: i16) -> Fitted {
    let Grouping { key, name, least, .. } = grouping.clone();
    let mut laid = Laid::on(known.garden, bed);
    if rect.w >= least[0] && rect.h >= least[1] {
        for part in &grouping.part {
            let Some(stage) = stage(known.on(&laid.garden), grouping, part, &laid.stages, (bed, rect, year)) else { break };
            laid.put(stage);
        }
    }
    let mut stages = if laid.stages.len() < grouping.part.len() { Vec::new() } else { laid.stages };
    let supports: Vec<(usize, Date)> = stages.iter().flat_map(|climber| supports(known, &stages, climber)).collect();
    for (host, until) in supports {
        stages[host].place.until = stages[host].place.until.max(until);
    }
    let taken = stages.iter().any(|stage| is_taken(known.garden, &stage.place));
    Fitted { key, name, least, stages, taken }
}

/// A bed as it would be with the stages laid so far, so that what goes between them counts the room they leave.
struct Laid {
    garden: Garden,
    stages: Vec<Stage>,
}

impl Laid {
    fn on(garden: &Garden, bed: BedId) -> Laid {
        let patches = garden.patches.iter().filter(|patch| patch.bed == bed).cloned().collect();
        Laid { garden: Garden { patches, past: Vec::new(), ..garden.clone() }, stages: Vec::new() }
    }

    fn put(&mut self, stage: Stage) {
        // Numbers from the end, which no patch of a garden has.
        self.garden.patches.push(stage.place.patch(u32::MAX - self.stages.len() as u32));
        self.stages.push(stage);
    }
}

/// The stages that hold a climber up, each with the day until which it must stand.
fn supports(known: Known, stages: &[Stage], climber: &Stage) -> Vec<(usize, Date)> {
    let grown = |stage: &Stage| {
        let crop = known.catalogue.crop(&stage.place.planted.crop)?;
        Some((crop, crop.way(&stage.place.planted.way)?))
    };
    let Some(held) = grown(climber) else { return Vec::new() };
    let holds = |host: &Stage| {
        host.place.rect.overlaps(climber.place.rect) && grown(host).is_some_and(|(crop, _)| holds_up(known.catalogue, crop, held))
    };
    stages.iter().enumerate().filter(|(_, host)| holds(host)).map(|(host, _)| (host, climber.place.until)).collect()
}

fn stage(
    known: Known,
    grouping: &Grouping,
    part: &Part,
    before: &[Stage],
    (bed, rect, year): (BedId, Rect, i16),
) -> Option<Stage> {
    let Known { garden, catalogue, .. } = known;
    let (x, w) = part.along.on(rect.w)?;
    let (y, h) = part.across.on(rect.h)?;
    // Shade falls to the pole's side: a grouping drawn for a sun in the south is turned where it stands in the north.
    let turned = grouping.shade && garden.site.latitude.hemisphere() == Hemisphere::South;
    let y = if turned { rect.h - y - h } else { y };
    let own = Rect { x: rect.x.saturating_add(x), y: rect.y.saturating_add(y), w, h };
    let crop = catalogue.crop(&part.crop)?;
    let way = crop.way(&part.way)?;
    let (usual_from, usual_until) = usual_span(known, crop, way, None, year);
    let earlier = usual_from.saturating_sub(i64::from(part.weeks_before).weeks());
    let from = part.after.as_ref().and_then(|after| ready(known, after, before)).map_or(earlier, |day| day.max(earlier));
    let stand = i64::from((usual_until - usual_from).get_days()).days();
    let until = from.saturating_add(stand);
    let until = match part.out_in_time_with.and_then(|host| leaves_meet(known, before.get(host)?)) {
        Some(day) if day > from => until.min(day.saturating_sub(1.day())),
        _ => until,
    };
    let place = Placing {
        bed,
        rect: own,
        from,
        until,
        line: None,
        timing: Timing::default(),
        planted: Planted {
            holes: part.holes,
            between: part.between,
            school: part.school,
            ..Planted::usual(&part.crop, &part.way)
        },
    };
    // Ground that holds none of a part is no ground for the grouping.
    standing(known, place, part.after.clone()).filter(|stage| stage.plants > 0)
}

/// A stage with the plants its ground holds; nothing when the catalogue does not know its crop.
fn standing(known: Known, place: Placing, after: Option<After>) -> Option<Stage> {
    let patch = place.patch(0);
    let planting = Planting::of(known, &patch)?;
    let holes = if drawable(&planting).is_ok() { planting.fits(place.rect) } else { 0 };
    let holes = holes.min(place.planted.holes.map_or(u32::MAX, u32::from));
    Some(Stage { plants: holes * planting.per_hole(), place, after })
}

/// The day on which what a part waits for has come about.
fn ready(known: Known, after: &After, before: &[Stage]) -> Option<Date> {
    let catalogue = known.catalogue;
    let host = &before.get(after.part)?.place;
    let crop = catalogue.crop(&host.planted.crop)?;
    let way = crop.way(&host.planted.way)?;
    let days = match (after.stands_inches, after.days) {
        (Some(inches), _) => {
            let high = Length::inches(i32::from(inches));
            let patch = host.patch(0);
            let pace = Planting::alone(known, &patch)?.pace;
            (0..1000).find(|day| size::size_after(crop, way, pace.lived(f64::from(*day))).height >= high)?
        }
        (None, days) => i32::from(days?),
    };
    Some(host.from.saturating_add(i64::from(days).days()))
}

/// The day on which a stage's leaves meet.
fn leaves_meet(known: Known, host: &Stage) -> Option<Date> {
    let patch = host.place.patch(0);
    let planting = Planting::alone(known, &patch)?;
    let distance = planting.distance(planting.school);
    size::first_day_as_wide(planting.crop, planting.way, &planting.pace, &patch, distance.along.min(distance.across))
}

fn is_taken(garden: &Garden, place: &Placing) -> bool {
    let patch = place.patch(0);
    garden.patches.iter().any(|other| {
        let shares = other.bed == patch.bed && other.rect.overlaps(patch.rect) && other.meets(&patch);
        shares
            && !patch.is_row_beside(other)
            && (other.planted.crop == patch.planted.crop || !(other.planted.between || patch.planted.between))
    })
}

/// One of the household's own groupings put down at the far left corner of some half squares, on its own days of
/// another year.
fn own_fitted(known: Known, own: &OwnGrouping, bed: BedId, rect: Rect, year: i16) -> Fitted {
    let garden = known.garden;
    let (w, h) = own.size();
    let (first, _) = calendar::year_span(year, garden.site.latitude.hemisphere());
    let own_stage = |known: Known, part: &OwnPart| {
        let from = first.saturating_add((i64::from(own.first_day) + i64::from(part.days_after)).days());
        let place = Placing {
            bed,
            rect: Rect { x: rect.x.saturating_add(part.rect.x), y: rect.y.saturating_add(part.rect.y), ..part.rect },
            from,
            until: from.saturating_add(i64::from(part.days).days()),
            planted: part.planted.clone(),
            line: None,
            timing: Timing::default(),
        };
        standing(known, place, None)
    };
    let fits = rect.w >= w && rect.h >= h;
    let mut laid = Laid::on(garden, bed);
    for part in own.parts.iter().filter(|_| fits) {
        if let Some(stage) = own_stage(known.on(&laid.garden), part) {
            laid.put(stage);
        }
    }
    let stages = laid.stages;
    let taken = stages.iter().any(|stage| is_taken(garden, &stage.place));
    Fitted { key: format!("own:{}", own.id.0), name: own.name.clone(), least: [w, h], stages, taken }
}
