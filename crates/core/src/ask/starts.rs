//! When may each crop of the catalogue start here? The place's own planting calendar.

use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar::YEARS;
use crate::growth::growing::Growing;
use crate::growth::window::{Gate, Window, shut_by, windows};
use crate::known::Known;
use serde::Serialize;
use sparrow_facts::ids::BedId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Means;

/// The starts of one way of growing a crop in a year.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct Starts {
    /// The crop.
    pub crop: String,
    /// The way of growing it.
    pub way: String,
    /// How it usually comes to the ground.
    pub means: Means,
    /// When it may, in order; none where the year has no day for it.
    pub windows: Vec<Window>,
    /// What shuts the year's best day, where it has none for it.
    pub shut_by: Option<Gate>,
}

/// Every crop and way as it usually starts, in the catalogue's order, in a bed's soil or in open ground.
///
/// # Errors
/// When the bed is not there.
pub fn starts(known: Known, bed: Option<BedId>, year: i16) -> Result<Vec<Starts>, Refusal> {
    let Known { garden, catalogue, grower, .. } = known;
    let soil = match bed {
        None => BedSoil::default(),
        Some(id) => {
            let unknown = || Refusal::Unknown { what: "bed", key: id.0.to_string() };
            known.soil(garden.bed(id).ok_or_else(unknown)?)
        }
    };
    let year = year.clamp(YEARS[0], YEARS[1]);
    let ways = catalogue.crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| Growing::usual(crop, way)));
    let of = |growing: Growing| {
        let windows = windows(grower, garden.almanac.appetite, growing, year, &soil);
        Starts {
            crop: growing.crop.key.clone(),
            way: growing.way.key.clone(),
            means: growing.means,
            shut_by: windows.is_empty().then(|| shut_by(grower, garden.almanac.appetite, growing, year, &soil)).flatten(),
            windows,
        }
    };
    Ok(ways.map(of).collect())
}
