//! What follows from all that? Counts, holes, squares, company and rotation for one day.
//!
//! The one pure function between the facts and the picture. Nothing it says is stored.

use crate::climate::calendar;
use crate::ground::fit::{BedFit, SideFit, bed_fit, free_centisquares, section_fits};
use crate::ground::hole::Hole;
use crate::ground::planting::{Planting, Sum};
use crate::ground::yard;
use crate::ground::yard::Path;
use crate::growth::size;
use crate::growth::size::Size;
use crate::known::Known;
use crate::lived::{Never, begun, never, start_told};
use crate::rules::findings::{Around, Finding};
use crate::rules::past::{History, Stand};
use crate::rules::place::Laid;
use crate::rules::shade::TrellisShade;
use crate::rules::{findings, shade};
use crate::season::year;
use crate::season::year::GrowingYear;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::journal::{Ending, Happened};
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;
use sparrow_facts::units::Length;

/// Everything that follows from a garden's facts on a day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Reckoning {
    /// The year and its frosts.
    pub season: GrowingYear,
    /// Each bed, in the garden's order.
    pub beds: Vec<BedReckoning>,
    /// Each patch of the growing year, in the garden's order.
    pub patches: Vec<PatchReckoning>,
    /// What there is to settle, to note and to be glad of, bed by bed.
    pub findings: Vec<Finding>,
    /// The paths between the beds.
    pub paths: Vec<Path>,
    /// What was planned for the growing year and never came to stand.
    pub never: Vec<NeverStood>,
}

/// What was planned and never came to stand: it counts nowhere.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct NeverStood {
    /// The patch of the plan.
    pub patch: PatchId,
    /// How that is known.
    pub why: Never,
    /// What is written down, for the plan's first day, if it did stand.
    pub told: Option<Happened>,
}

/// What happened to a patch, where anything of it was written down.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Lived {
    /// Its first day in the ground, as it was or is expected.
    pub from: Date,
    /// Its last one.
    pub until: Date,
    /// The day that was written down for its beginning.
    pub begun: Option<Date>,
    /// The day on which it was seen to be up.
    pub up: Option<Date>,
    /// When its ground was cleared.
    pub ended: Option<Date>,
    /// Why.
    pub ending: Option<Ending>,
}

/// What follows for one bed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct BedReckoning {
    /// The bed.
    pub bed: BedId,
    /// Its squares.
    pub fit: BedFit,
    /// How many sections its braces make.
    pub sections: u8,
    /// How squares lie along the soil of each section, where braces make several.
    pub section_fits: Vec<SideFit>,
    /// Plants standing on the needle's day.
    pub plants: u32,
    /// Ground no patch covers on the needle's day, in hundredths of a square.
    pub free_centisquares: u32,
    /// What stood here before the growing year, latest first.
    pub before: Vec<Stand>,
    /// What its trellises shade at noon in midsummer, grown over.
    pub trellis_shades: Vec<TrellisShade>,
}

/// What follows for one patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct PatchReckoning {
    /// The patch.
    pub patch: PatchId,
    /// Its count.
    pub sum: Sum,
    /// Its holes, in the bed's frame.
    pub holes: Vec<Hole>,
    /// How wide a mature plant's canopy is.
    pub spread: Length,
    /// Whether it stands on the needle's day.
    pub stands: bool,
    /// How large its plants are on the needle's day, when it stands.
    pub size: Option<Size>,
    /// The day on which its leaves meet, if they do while it stands.
    pub closes: Option<Date>,
    /// The least rectangle of half squares that holds one plant.
    pub least: (u16, u16),
    /// How it comes to the ground.
    pub means: Option<Means>,
    /// What happened to it, where anything was written down.
    pub lived: Option<Lived>,
}

/// What is otherwise on another day of the same growing year; counts, findings and all else stay as they are.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Glance {
    /// The day.
    pub needle: Date,
    /// Each bed, in the garden's order.
    pub beds: Vec<BedGlance>,
    /// Each patch of the growing year, in the garden's order.
    pub patches: Vec<PatchGlance>,
}

/// A bed on a day.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct BedGlance {
    /// The bed.
    pub bed: BedId,
    /// Plants standing on the day.
    pub plants: u32,
    /// Ground no patch covers on it, in hundredths of a square.
    pub free_centisquares: u32,
}

/// A patch on a day.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct PatchGlance {
    /// The patch.
    pub patch: PatchId,
    /// Whether it stands.
    pub stands: bool,
    /// How large its plants are, when it stands.
    pub size: Option<Size>,
}

/// What is otherwise than in a reckoning of the same facts on another day; nothing where that lies in another growing year.
pub fn glance(known: Known, reckoned: &Reckoning, needle: Date) -> Option<Glance> {
    let (garden, season) = (known.garden, &reckoned.season);
    if needle < season.first_day || season.last_day < needle {
        return None;
    }
    // Only what stands has a size to be reckoned.
    let of_patch = |one: &PatchReckoning| {
        let patch = garden.patch(one.patch).filter(|patch| patch.stands_on(needle));
        let size = patch.and_then(|patch| Planting::of(known, patch)).and_then(|planting| size_on(&planting, needle));
        PatchGlance { patch: one.patch, stands: patch.is_some(), size }
    };
    let patches: Vec<PatchGlance> = reckoned.patches.iter().map(of_patch).collect();
    let standing = || reckoned.patches.iter().zip(&patches).filter(|(_, now)| now.stands).map(|(one, _)| one);
    let beds = garden.beds.iter().map(|bed| bed_on(garden, bed, needle, standing())).collect();
    Some(Glance { needle, beds, patches })
}

impl Reckoning {
    /// The same on another day, at a glance.
    pub fn on(mut self, glance: &Glance) -> Reckoning {
        self.season.needle = glance.needle;
        for (bed, now) in self.beds.iter_mut().zip(&glance.beds) {
            (bed.plants, bed.free_centisquares) = (now.plants, now.free_centisquares);
        }
        for (patch, now) in self.patches.iter_mut().zip(&glance.patches) {
            (patch.stands, patch.size) = (now.stands, now.size);
        }
        self
    }
}

fn size_on(planting: &Planting, day: Date) -> Option<Size> {
    size::size(planting.crop, planting.way, &planting.pace, planting.patch, day)
}

/// A bed on a day, with what stands in the garden then.
fn bed_on<'a>(garden: &Garden, bed: &Bed, day: Date, standing: impl Iterator<Item = &'a PatchReckoning>) -> BedGlance {
    let here = standing.filter(|one| garden.patch(one.patch).is_some_and(|patch| patch.bed == bed.id));
    BedGlance { bed: bed.id, plants: here.map(|one| one.sum.plants).sum(), free_centisquares: free_ground(garden, bed, day) }
}

/// Concludes all that follows from a garden's facts on the needle's day.
///
/// `today` is only used to tell which year is being planned.
pub fn reckon(known: Known, needle: Date) -> Reckoning {
    let garden = known.garden;
    let season = year::year(known, needle);
    let in_year = |patch: &&Patch| patch.from <= season.last_day && patch.until >= season.first_day;
    let going = |_: &&Patch| known.work.goes_on(1);
    let patches = garden.patches.iter().filter(in_year).take_while(going);
    let plantings: Vec<Planting> = patches.filter_map(|patch| Planting::of(known, patch)).collect();
    let patches: Vec<PatchReckoning> = plantings.iter().map(|planting| reckon_patch(known, planting, needle)).collect();
    let laid: Vec<Laid> = plantings
        .iter()
        .zip(&patches)
        .map(|(planting, reckoned)| Laid { planting, sum: &reckoned.sum, holes: &reckoned.holes, least: reckoned.least })
        .collect();
    let around = Around { known, history: &History::of(known), season: &season, laid: &laid };
    let beds = garden.beds.iter().map(|bed| reckon_bed(&around, bed, &patches)).collect();
    let mut findings: Vec<Finding> =
        laid.iter().take_while(|_| known.work.goes_on(1)).flat_map(|laid| findings::of_patch(&around, *laid)).collect();
    findings::number(&mut findings);
    let planned = known.plan.patches.iter().filter(in_year);
    let never = planned.filter_map(|patch| {
        let why = never(patch, garden, known.observed)?;
        Some(NeverStood { patch: patch.id, why, told: known.growing(patch).map(|growing| start_told(growing.means)) })
    });
    let never = never.collect();
    Reckoning { season, beds, patches, findings, paths: yard::paths(garden), never }
}

fn lived(known: Known, patch: &Patch) -> Option<Lived> {
    let story = known.observed.patch(patch.id)?;
    let means = known.growing(patch)?.means;
    Some(Lived {
        from: patch.from,
        until: patch.until,
        begun: begun(patch, story, means),
        up: story.up,
        ended: story.ended.map(|(day, _)| day),
        ending: story.ended.map(|(_, ending)| ending),
    })
}

fn reckon_patch(known: Known, planting: &Planting, needle: Date) -> PatchReckoning {
    let (sum, holes) = planting.reckon();
    let Planting { crop, way, patch, .. } = *planting;
    let distance = sum.spacing.along.min(sum.spacing.across);
    PatchReckoning {
        patch: patch.id,
        least: sum.spacing.starter(planting.units()),
        spread: way.spread,
        stands: patch.stands_on(needle),
        size: size_on(planting, needle),
        closes: size::first_day_as_wide(crop, way, &planting.pace, patch, distance),
        means: known.growing(patch).map(|growing| growing.means),
        lived: lived(known, patch),
        sum,
        holes,
    }
}

fn reckon_bed(around: &Around, bed: &Bed, patches: &[PatchReckoning]) -> BedReckoning {
    let Around { known: Known { garden, .. }, history, season, .. } = *around;
    let fit = bed_fit(bed, garden.site.squares());
    let now = bed_on(garden, bed, season.needle, patches.iter().filter(|one| one.stands));
    BedReckoning {
        bed: bed.id,
        fit,
        sections: bed.sections(),
        section_fits: if bed.braces.is_empty() { Vec::new() } else { section_fits(bed, garden.site.squares()) },
        plants: now.plants,
        free_centisquares: now.free_centisquares,
        before: history.stands_before(bed.id, season.year),
        trellis_shades: shade::trellis_shades(garden, bed, calendar::midsummer(season.year, garden.site.latitude.hemisphere())),
    }
}

/// Ground of a bed that no patch and no brace covers on a day, in hundredths of a square, part squares at their size.
fn free_ground(garden: &Garden, bed: &Bed, day: Date) -> u32 {
    let standing = garden.patches.iter().filter(|patch| patch.bed == bed.id && patch.stands_on(day));
    free_centisquares(bed, garden.site.squares(), &standing.map(|patch| patch.rect).collect::<Vec<_>>())
}
