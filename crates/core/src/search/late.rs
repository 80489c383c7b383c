//! The ground is not free in time: what can be done? Every way out worked out, and only those that can be.

use crate::change::replan::{PatchChange, replan};
use crate::climate::bed_soil::BedSoil;
use crate::ground::planting::Planting;
use crate::growth::growing::Growing;
use crate::growth::window::{Gate, judge};
use crate::known::Known;
use crate::rules::past::History;
use crate::rules::{bare, room};
use crate::search::watch::Watch;
use crate::season::handoff::moved_to;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::{Means, Timing};

/// What could be done about a hand-off that is late.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "do", rename_all = "kebab-case")]
pub enum SlipKind {
    /// Sow the next one later, so that it is ready when the ground is.
    Later {
        /// Its first day in the ground.
        from: Date,
        /// When seed goes on the shelf, where it does.
        sow: Option<Date>,
    },
    /// Sow as planned and hold the seedlings in a bigger pot.
    Hold {
        /// Until this day.
        until: Date,
        /// Weeks they have by then.
        weeks: u16,
        /// The most they bear.
        most: u16,
    },
    /// The next one goes to other ground, in its time.
    Elsewhere {
        /// The bed.
        bed: BedId,
        /// The half squares.
        rect: Rect,
    },
    /// A quicker way of growing the next one.
    Quicker {
        /// The way.
        way: String,
        /// Its first day in the ground.
        from: Date,
    },
    /// Another crop that is ready in the time that is left.
    Instead {
        /// The crop.
        crop: String,
        /// The way.
        way: String,
        /// Its first day in the ground.
        from: Date,
    },
    /// The first is pulled early.
    PullEarly {
        /// Its last day.
        on: Date,
        /// The part of its weight that is lost, per cent.
        loses: u8,
    },
    /// The new goes in among the old for some days.
    Among {
        /// How many days.
        days: u16,
    },
    /// Only as much of the next one as has free ground.
    Fewer {
        /// The half squares that are left to it.
        rect: Rect,
        /// Plants it has there.
        plants: u32,
    },
}

/// One way out, ready to be made.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SlipChoice {
    /// What it is.
    pub kind: SlipKind,
    /// When the next one is ripe then.
    pub ripe: Option<Date>,
    /// Why that start is not a good one, if it is not.
    pub gate: Option<Gate>,
    /// Other plantings that move along.
    pub moves: u32,
    /// What would be asked for.
    pub changes: Vec<PatchChange>,
}

/// The longest the new stands among the old \[days\]: longer is interplanting, which the Bed view plans.
const LONGEST_AMONG: i32 = 28;
/// Other crops told of.
const MOST_INSTEAD: usize = 3;

/// Two crops of a hand-off, ready to be reasoned about.
struct Slip<'a> {
    known: Known<'a>,
    first: &'a Patch,
    then: &'a Patch,
    growing: Growing<'a>,
    soil: BedSoil,
    /// The last day the first needs the ground.
    free: Date,
}

/// The ways out of a late hand-off, those that keep most of the plan first. Where the ground is free in time,
/// there are none.
///
/// # Errors
/// When one of the patches is not there.
pub fn ways_out(
    known: Known,
    (first, then): (PatchId, PatchId),
    watch: &mut Watch<Vec<SlipChoice>>,
) -> Result<Vec<SlipChoice>, Refusal> {
    let Known { garden, catalogue, .. } = known;
    let unknown = |id: PatchId| Refusal::Unknown { what: "patch", key: id.0.to_string() };
    let first = garden.patch(first).ok_or_else(|| unknown(first))?;
    let then = garden.patch(then).ok_or_else(|| unknown(then))?;
    let (Some(growing), Some(bed)) = (Growing::find(catalogue, then), garden.bed(then.bed)) else { return Err(unknown(then.id)) };
    let free = first.timing.free_on.unwrap_or(first.until).max(first.until);
    if free < then.from {
        return Ok(Vec::new());
    }
    let soil = known.soil(bed);
    let slip = Slip { known, first, then, growing, soil, free };
    let kinds: [&dyn Fn() -> Vec<SlipChoice>; 8] = [
        &|| vec![slip.later()],
        &|| slip.hold().into_iter().collect(),
        &|| slip.among().into_iter().collect(),
        &|| slip.elsewhere().into_iter().collect(),
        &|| slip.quicker().into_iter().collect(),
        &|| slip.fewer().into_iter().collect(),
        &|| slip.pull_early().into_iter().collect(),
        &|| slip.instead().into_iter().collect(),
    ];
    let mut found = Vec::new();
    for choices in kinds {
        found.extend(choices().into_iter().filter_map(|choice| makable(known, choice)));
        if !watch(Some(&|| found.clone())) {
            break;
        }
    }
    Ok(found)
}

/// The choice with the number of others it moves, if the rules would let it be made.
fn makable(known: Known, choice: SlipChoice) -> Option<SlipChoice> {
    let edits = replan(known, &choice.changes, true).ok()?.len();
    let told = choice.changes.iter().map(touched).collect::<std::collections::HashSet<_>>().len();
    Some(SlipChoice { moves: edits.saturating_sub(told) as u32, ..choice })
}

fn touched(change: &PatchChange) -> u32 {
    match change {
        PatchChange::Days { patch, .. }
        | PatchChange::Timing { patch, .. }
        | PatchChange::Ground { patch, .. }
        | PatchChange::Crop { patch, .. }
        | PatchChange::Between { patch, .. }
        | PatchChange::Remove { patch } => patch.0,
        PatchChange::Add { .. } => 0,
    }
}

impl Slip<'_> {
    /// The first stands until it is free, as is expected now.
    fn first_stays(&self) -> Vec<PatchChange> {
        let timing = Timing { free_on: None, ..self.first.timing };
        let days = PatchChange::Days { patch: self.first.id, from: self.first.from, until: self.free };
        vec![days, PatchChange::Timing { patch: self.first.id, timing }]
    }

    fn choice(&self, kind: SlipKind, patch: &Patch, changes: Vec<PatchChange>) -> SlipChoice {
        let growing = Growing::find(self.known.catalogue, patch).unwrap_or(self.growing);
        // Other ground has another soil.
        let bed = changes.iter().find_map(|change| match change {
            PatchChange::Ground { patch: moved, bed, .. } if *moved == patch.id => self.known.garden.bed(*bed),
            _ => None,
        });
        let soil = bed.map_or_else(|| self.soil.clone(), |bed| self.known.soil(bed));
        let ripe = self.known.grower.ripening(growing, patch.from, &soil).map(|found| found.ripe);
        let gate = judge(self.known.grower, self.known.garden.almanac.appetite, growing, patch.from, &soil).err();
        SlipChoice { kind, ripe, gate, moves: 0, changes }
    }

    fn day_after(&self) -> Date {
        self.free.saturating_add(1.day())
    }

    fn days_of(patch: &Patch) -> PatchChange {
        PatchChange::Days { patch: patch.id, from: patch.from, until: patch.until }
    }

    fn later(&self) -> SlipChoice {
        let later = moved_to(self.known, self.then, self.day_after());
        // Seed not yet sown is sown later too.
        let sown = self.then.timing.sown.filter(|sown| *sown <= self.known.today);
        let timing = Timing { sown, ..self.then.timing };
        let sow = (self.growing.means == Means::Shelf)
            .then(|| sown.unwrap_or(later.from.saturating_sub(self.growing.shelf_days().days())));
        let mut changes = self.first_stays();
        changes.extend([Self::days_of(&later), PatchChange::Timing { patch: later.id, timing }]);
        self.choice(SlipKind::Later { from: later.from, sow }, &later, changes)
    }

    fn hold(&self) -> Option<SlipChoice> {
        let figures = self.growing.figures();
        let [_, most] = figures.indoors?;
        if self.growing.means != Means::Shelf {
            return None;
        }
        let sow = self.then.timing.sown.unwrap_or(self.then.from.saturating_sub(self.growing.shelf_days().days()));
        let later = moved_to(self.known, self.then, self.day_after());
        let weeks = ((later.from - sow).get_days().max(0) / 7) as u16;
        let most = u16::from(most) + u16::from(figures.hold);
        if weeks > most {
            return None;
        }
        let mut changes = self.first_stays();
        let timing = Timing { sown: Some(sow), ..self.then.timing };
        changes.extend([Self::days_of(&later), PatchChange::Timing { patch: later.id, timing }]);
        Some(self.choice(SlipKind::Hold { until: later.from, weeks, most }, &later, changes))
    }

    fn among(&self) -> Option<SlipChoice> {
        let days = (self.free - self.then.from).get_days() + 1;
        // Two of one crop are never among each other, and a large plant leaves no room.
        if days > LONGEST_AMONG || self.first.planted.crop == self.then.planted.crop {
            return None;
        }
        let mut changes = self.first_stays();
        changes.push(PatchChange::Between { patch: self.then.id, between: true });
        Some(self.choice(SlipKind::Among { days: days as u16 }, self.then, changes))
    }

    fn elsewhere(&self) -> Option<SlipChoice> {
        let planting = Planting::of(self.known, self.then)?;
        let spacing = planting.distance(planting.school);
        let least = spacing.starter(planting.units());
        // Where the first still stands is no ground for the next.
        let mut now = self.known.garden.clone();
        now.patches.iter_mut().filter(|one| one.id == self.first.id).for_each(|one| one.until = self.free);
        let history = History::of(self.known.on(&now));
        let found = room::untroubled(self.known.on(&now), &history, self.then, least)?;
        let mut changes = self.first_stays();
        changes.push(PatchChange::Ground { patch: self.then.id, bed: found.bed, rect: found.rect });
        Some(self.choice(SlipKind::Elsewhere { bed: found.bed, rect: found.rect }, self.then, changes))
    }

    fn quicker(&self) -> Option<SlipChoice> {
        let Growing { crop, way, .. } = self.growing;
        let way = crop.ways.iter().filter(|other| other.days[1] < way.days[1]).min_by_key(|other| other.days[1])?;
        let from = self.day_after();
        let ripe = self.known.grower.ripening(Growing::by(crop, way, self.growing.means), from, &self.soil)?.ripe;
        let until = ripe.saturating_add(7.days()).max(self.then.until.min(ripe.saturating_add(30.days())));
        let quick = Patch {
            from,
            until,
            timing: Timing::default(),
            planted: self.then.planted.grown_as(&self.then.planted.crop, &way.key),
            ..self.then.clone()
        };
        let mut changes = self.first_stays();
        let (patch, crop) = (quick.id, crop.key.clone());
        changes.extend([PatchChange::Crop { patch, crop, way: way.key.clone() }, Self::days_of(&quick)]);
        Some(self.choice(SlipKind::Quicker { way: way.key.clone(), from }, &quick, changes))
    }

    fn fewer(&self) -> Option<SlipChoice> {
        let rect = rest_of(self.then.rect, self.first.rect)?;
        let bed = self.known.garden.bed(self.then.bed)?;
        let patch = Patch { rect, planted: Planted { holes: None, ..self.then.planted.clone() }, ..self.then.clone() };
        let planting = Planting::of(self.known, &patch)?;
        let plants = planting.fits(rect) * planting.per_hole();
        if plants == 0 {
            return None;
        }
        let mut changes = self.first_stays();
        changes.push(PatchChange::Ground { patch: patch.id, bed: bed.id, rect });
        Some(self.choice(SlipKind::Fewer { rect, plants }, &patch, changes))
    }

    fn pull_early(&self) -> Option<SlipChoice> {
        let growing = Growing::find(self.known.catalogue, self.first)?;
        let on = self.then.from.checked_sub(1.day()).ok()?;
        let delay = i64::from((self.free - self.first.until).get_days().max(0));
        // What is late by so many days is as far as it would have been so many days before.
        let as_of = on.saturating_sub(delay.days());
        let has = self.known.grower.weight(growing, self.first.from, as_of.max(self.first.from), &self.soil);
        if has <= 0.0 || on <= self.first.from {
            return None;
        }
        let timing = Timing { free_on: None, ..self.first.timing };
        let changes = vec![
            PatchChange::Days { patch: self.first.id, from: self.first.from, until: on },
            PatchChange::Timing { patch: self.first.id, timing },
        ];
        let loses = (100.0 - has * 100.0).round().clamp(0.0, 100.0) as u8;
        Some(self.choice(SlipKind::PullEarly { on, loses }, self.then, changes))
    }

    fn instead(&self) -> Vec<SlipChoice> {
        let from = self.day_after();
        let Some(bed) = self.known.garden.bed(self.then.bed) else { return Vec::new() };
        let without = Garden {
            patches: self.known.garden.patches.iter().filter(|one| one.id != self.then.id).cloned().collect(),
            ..self.known.garden.clone()
        };
        let suits = bare::suits(self.known.on(&without), bed, self.then.rect, (from, self.then.until));
        let other = suits.into_iter().filter(|suits| suits.crop != self.then.planted.crop).take(MOST_INSTEAD);
        let choice = |suits: bare::Suits| {
            let patch = Patch {
                from,
                timing: Timing::default(),
                planted: self.then.planted.grown_as(&suits.crop, &suits.way),
                ..self.then.clone()
            };
            let mut changes = self.first_stays();
            let (crop, way) = (suits.crop.clone(), suits.way.clone());
            changes.extend([PatchChange::Crop { patch: patch.id, crop, way }, Self::days_of(&patch)]);
            self.choice(SlipKind::Instead { crop: suits.crop, way: suits.way, from }, &patch, changes)
        };
        other.map(choice).collect()
    }
}

/// The largest rectangle of one that another leaves free; nothing when none is left or none is taken.
fn rest_of(whole: Rect, taken: Rect) -> Option<Rect> {
    if !whole.overlaps(taken) {
        return None;
    }
    let part =
        |x: u16, y: u16, right: u16, bottom: u16| (right > x && bottom > y).then(|| Rect { x, y, w: right - x, h: bottom - y });
    let strips = [
        part(whole.x, whole.y, taken.x.min(whole.right()), whole.bottom()),
        part(taken.right().max(whole.x), whole.y, whole.right(), whole.bottom()),
        part(whole.x, whole.y, whole.right(), taken.y.min(whole.bottom())),
        part(whole.x, taken.bottom().max(whole.y), whole.right(), whole.bottom()),
    ];
    strips.into_iter().flatten().max_by_key(|rect| u32::from(rect.w) * u32::from(rect.h))
}
