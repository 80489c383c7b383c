//! Which series of sowings gives what is wanted through some months?

use crate::catalogue::varieties::way_of;
use crate::limits::{BETWEEN_HARVESTS, PLANTS};
use crate::wants::sum::WantSum;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::want::Want;

/// Harvests that are to come evenly, to be reckoned back to sowings.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct HarvestSeries {
    /// The key of the crop.
    pub crop: String,
    /// The key of the way it is grown; nothing for its usual one.
    pub way: Option<String>,
    /// The first day on which it can be had.
    pub from: Date,
    /// The last.
    pub until: Date,
    /// Days between harvests.
    pub every: u8,
    /// Plants of each sowing.
    pub plants: u16,
}

/// The series of a want that is had through some months: as many harvests as sowings, each of its part of the middle of the plants;
/// nothing where one sowing gives all of it.
pub(super) fn series(want: &Want, sum: &WantSum) -> Option<HarvestSeries> {
    let had = sum.had.filter(|_| sum.sowings > 1)?;
    let within = |[least, most]: [i64; 2], value: f64| (value.round() as i64).clamp(least, most);
    let days = f64::from((had.until - had.from).get_days() + 1);
    let plants = f64::from(sum.plants[0]) / 2.0 + f64::from(sum.plants[1]) / 2.0;
    Some(HarvestSeries {
        crop: want.crop.clone(),
        way: want.variety.map(way_of),
        from: had.from,
        until: had.until,
        every: u8::try_from(within(BETWEEN_HARVESTS, days / f64::from(sum.sowings))).ok()?,
        plants: u16::try_from(within(PLANTS, plants / f64::from(sum.sowings))).ok()?,
    })
}
