//! When may each crop of the catalogue start here, and by which means? The place's own planting calendar.

use crate::catalogue::{Crop, Way};
use crate::climate::bed_soil::BedSoil;
use crate::growth::custom::{LatestStart, latest_start};
use crate::growth::growing::{Growing, usual_means};
use crate::growth::window::{Gate, Window, shut_by, windows};
use crate::known::Known;
use serde::Serialize;
use sparrow_facts::ids::BedId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Means;

/// The starts of one way of growing a crop in a year.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Starts {
    /// The crop.
    pub crop: String,
    /// The way of growing it.
    pub way: String,
    /// How it usually comes to the ground.
    pub means: Means,
    /// When it may: by its usual means first, then under a low tunnel by the same, then by others, each in order of days.
    /// None where the year has no day for it by any.
    pub windows: Vec<Window>,
    /// What shuts the year's best day for its usual means, where that has none.
    pub shut_by: Option<Gate>,
    /// The latest start by its usual means, by custom and by the reckoning; nothing where custom has none.
    pub latest: Option<LatestStart>,
}

/// How a crop may come to the ground: its usual means first. Plants that are bought go out when those from the shelf do; onions
/// and their kin may also be put in as sets.
pub fn means_of(crop: &Crop, way: &Way) -> Vec<Means> {
    let usual = usual_means(crop, way);
    let figures = &way.season;
    let may = |means: &Means| match means {
        Means::Direct => figures.sprout.is_some() && usual != Means::Set,
        Means::Shelf => figures.indoors.is_some() && usual != Means::Set,
        Means::Set => figures.bulbs.is_some() && figures.sprout.is_some() && way.per_hole == 1,
        Means::Bought => false,
    };
    let others = [Means::Direct, Means::Shelf, Means::Set].into_iter().filter(|means| *means != usual).filter(may);
    std::iter::once(usual).chain(others).collect()
}

/// Every crop and way, in the catalogue's order, in a bed's soil or in open ground.
///
/// # Errors
/// When the bed is not there.
pub fn starts(known: Known, bed: Option<BedId>, year: i16) -> Result<Vec<Starts>, Refusal> {
    let soil = match bed {
        None => BedSoil::default(),
        Some(id) => known.soil(known.bed(id)?),
    };
    let ways = known.catalogue.crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| (crop, way)));
    Ok(ways.map_while(|(crop, way)| known.work.goes_on(1).then(|| of(known, crop, way, &soil, year))).collect())
}

/// The starts of one way of growing a crop.
pub fn of(known: Known, crop: &Crop, way: &Way, soil: &BedSoil, year: i16) -> Starts {
    let Known { garden, grower, .. } = known;
    let appetite = garden.almanac.appetite;
    let usual = Growing::usual(crop, way);
    let in_open = |means: Means| windows(grower, appetite, Growing::by(crop, way, means), year, soil);
    let mut found = in_open(usual.means);
    let shut_by = found.is_empty().then(|| shut_by(grower, appetite, usual, year, soil)).flatten();
    let latest = latest_start(grower, usual, year, soil, &found);
    if !usual.stays() {
        found.extend(windows(grower, appetite, usual, year, &soil.under_a_tunnel()));
    }
    found.extend(means_of(crop, way).into_iter().skip(1).flat_map(in_open));
    Starts { crop: crop.key.clone(), way: way.key.clone(), means: usual.means, windows: found, shut_by, latest }
}
