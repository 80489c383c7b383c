//! What stood, and what is planted, in each piece of ground in each year?

use crate::catalogue::varieties::way_of;
use crate::catalogue::{Crop, Rotation, Way};
use crate::climate::calendar::{growing_year, year_span};
use crate::climate::frost::Side;
use crate::climate::weather::Weather;
use crate::ground::shape;
use crate::known::Known;
use crate::lived::never_told;
use crate::rules::past::{rotation, stays};
use crate::turns::ground::Plot;
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::ids::{PastId, PatchId, VarietyId};
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{Needs, Parts, Piece, WishDraft, YearsOf};
use sparrow_facts::units::Length;

/// A family in a piece of ground in a year.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Held {
    /// Where.
    pub at: Piece,
    /// The growing year.
    pub year: i16,
    /// The family's key.
    pub family: String,
    /// What stood, as far as it is known.
    pub stood: Stood,
    /// The parts of the year, when they are known.
    pub parts: Parts,
    /// Ground in hundredths of a square, when it is known.
    pub centisquares: Option<u32>,
    /// The planting, unless it is only remembered.
    pub patch: Option<PatchId>,
    /// The remembered stand, unless it is planted.
    pub past: Option<PastId>,
    /// Whether it waits for its family, or its family for it.
    pub rotates: bool,
    /// Whether it goes on standing where it is for years.
    pub stays: bool,
    /// Whether it stood there in the year before already: one stand over winter.
    pub still: bool,
    /// Whether it is gone at the end of the year.
    pub last: bool,
}

/// A part of the year counts as held from so many days on: own choice, half of its shortest.
const HELD_DAYS: i32 = 21;

/// The first days of the three parts of a growing year, and the last day of the year.
pub fn bounds(weather: &Weather, year: i16) -> [Date; 4] {
    let (first, last) = year_span(year, weather.hemisphere());
    let frosts = weather.even_frost(Side::Spring, year).zip(weather.even_frost(Side::Autumn, year));
    let without = (first.saturating_add(120.days()), last.saturating_sub(120.days()));
    let parts = frosts.map(|(spring, autumn)| (spring.saturating_add(21.days()), autumn.saturating_sub(70.days())));
    // Where frost leaves too little between, or comes only in the deep of winter, the year's thirds hold.
    let (main, late) = parts.filter(|(main, late)| first < *main && main < late && *late < last).unwrap_or(without);
    [first, main, late, last]
}

/// The parts of a growing year in which something stands from one day to another; its first if it
/// stands too briefly for any.
pub fn parts_of(weather: &Weather, from: Date, until: Date, year: i16) -> Parts {
    let [first, main, late, last] = bounds(weather, year);
    let days = |a: Date, b: Date| (b.min(until) - a.max(from)).get_days();
    let (early, main, late) = (days(first, main), days(main, late), days(late, last));
    let parts = Parts { early: early >= HELD_DAYS, main: main >= HELD_DAYS, late: late >= HELD_DAYS };
    if parts != Parts::default() {
        return parts;
    }
    Parts { early: early >= main.max(late), main: main > early && main >= late, late: late > early.max(main) }
}

/// Whether a crop is planted the autumn before it is lifted: it wants more than 200 days and is no
/// perennial that stays (garlic; common practice).
pub fn winters(crop: &Crop, way: &Way) -> bool {
    let [least, most] = way.book_days();
    least >= 200 && most <= 300 && crop.method == crate::catalogue::Method::Transplant
}

/// All that stood or is planted, in every piece it lies in.
pub fn held(known: Known, plots: &[Plot]) -> Vec<Held> {
    let garden = known.garden;
    let remembered = garden.past.iter().flat_map(|past| of_past(known, plots, past));
    let stood = garden.patches.iter().filter(|patch| !never_told(patch, known.observed));
    let planted = stood.flat_map(|patch| of_patch(known, plots, patch));
    remembered.chain(planted).collect()
}

fn of_past(known: Known, plots: &[Plot], past: &PastStand) -> Vec<Held> {
    let Known { garden, catalogue, .. } = known;
    let (Some(bed), Some(family)) = (garden.bed(past.bed), catalogue.family_of(&past.stood)) else { return Vec::new() };
    let edge = |at: usize| bed.braces.get(at).map_or(bed.length, |brace| brace.at);
    let stretch = past.section.map_or((Length::tenths_mm(0), bed.length), |section| {
        let section = usize::from(section);
        (section.checked_sub(1).map_or(Length::tenths_mm(0), edge), edge(section))
    });
    let inside = |plot: &&Plot| plot.at.bed == past.bed && plot.from < stretch.1 && plot.to > stretch.0;
    let held = |plot: &Plot| Held {
        at: plot.at,
        year: past.year,
        family: family.key.clone(),
        stood: past.stood.clone(),
        parts: Parts::ALL,
        centisquares: None,
        patch: None,
        past: Some(past.id),
        rotates: rotates(known, &past.stood),
        stays: false,
        still: false,
        last: true,
    };
    plots.iter().filter(inside).map(held).collect()
}

/// Whether what stood takes part in the rotation; a family that nobody knows more of does.
fn rotates(known: Known, stood: &Stood) -> bool {
    match stood {
        Stood::Crop(key) => known.catalogue.crop(key).is_some_and(|crop| rotation(known.garden, crop) != Rotation::None),
        Stood::Family(_) => true,
    }
}

fn of_patch(known: Known, plots: &[Plot], patch: &Patch) -> Vec<Held> {
    let Known { garden, catalogue, .. } = known;
    let (Some(bed), Some(crop)) = (garden.bed(patch.bed), catalogue.crop(&patch.planted.crop)) else { return Vec::new() };
    let units = garden.site.squares();
    let ground = patch.rect.ground(bed, units);
    let stood = Stood::Crop(crop.key.clone());
    let (stays, rotates) = (stays(catalogue, patch), rotates(known, &stood));
    let hemisphere = garden.site.latitude.hemisphere();
    // A crop that stands over winter belongs to both years.
    let years = growing_year(patch.from, hemisphere)..=growing_year(patch.until, hemisphere);
    let side = i64::from(units.square().get());
    let area = shape::area(bed, ground) * 100 / (side * side);
    let mut all = Vec::new();
    for plot in plots.iter().filter(|plot| plot.at.bed == bed.id && plot.from < ground.right && plot.to > ground.left) {
        let share = i64::from(plot.share(ground.left, ground.right));
        for year in years.clone() {
            all.push(Held {
                at: plot.at,
                year,
                family: crop.family.clone(),
                stood: stood.clone(),
                parts: parts_of(&known.grower.weather, patch.from, patch.until, year),
                centisquares: u32::try_from(area * share / 100).ok(),
                patch: Some(patch.id),
                past: None,
                rotates,
                stays,
                still: year > *years.start(),
                last: year == *years.end(),
            });
        }
    }
    all
}

/// What a wish for a crop, or for a variety of it, usually is: as it would be planted this year, on four squares.
pub fn usual_wish(known: Known, crop: &str, variety: Option<VarietyId>) -> Result<WishDraft, Refusal> {
    let (crop, way) = known.crop(crop, variety.map(way_of).as_deref())?;
    let year = known.grower.weather.planning_year(known.today);
    let (from, until) = crate::season::span::usual_span(known, crop, way, None, year);
    let winters = winters(crop, way);
    let parts = if winters { Parts { late: false, ..Parts::ALL } } else { parts_of(&known.grower.weather, from, until, year) };
    Ok(WishDraft {
        crop: crop.key.clone(),
        variety,
        squares: 4,
        parts,
        // Stakes or a cage do where no trellis stands: it is asked for only where there is one.
        needs: Needs {
            trellis: way.trellis && known.garden.beds.iter().any(|bed| !bed.trellises.is_empty()),
            ..Needs::default()
        },
        years: YearsOf::ALL,
        winters,
        resistant: false,
    })
}
