//! What did a way of growing a crop do here? The journal of all its plantings, year by year: how long it took, how much of its seed
//! came up, what was picked. A household's variety is such a way.

use crate::catalogue::{CountedFrom, Way};
use crate::growth::growing::Growing;
use crate::known::Known;
use crate::lived::{begun, start_of};
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::journal::{Amount, Ending, Unit, Work};
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Means;

/// What all plantings of a way did, as far as it was written down.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct WayRecord {
    /// Its plantings of which anything is known, the first first.
    pub stands: Vec<StandRecord>,
    /// From when its days are counted.
    pub counted_from: CountedFrom,
    /// Days until it was first picked, the least and the most of all years; nothing where nobody wrote both down.
    pub days: Option<[u16; 2]>,
    /// How many came up of how many sown, of all sowings of which both were counted.
    pub up: Option<[u32; 2]>,
}

/// What one planting did.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct StandRecord {
    /// The patch.
    pub patch: PatchId,
    /// Its bed.
    pub bed: BedId,
    /// When it began to stand there.
    pub from: Date,
    /// Days until it was up, where it was sown in its place.
    pub up_after: Option<u16>,
    /// How many came up of how many sown.
    pub up: Option<[u32; 2]>,
    /// When it was first picked.
    pub picked_on: Option<Date>,
    /// Days until then, counted as its packet does.
    pub days: Option<u16>,
    /// What was picked of it, in each unit.
    pub picked: Vec<Amount>,
    /// How it ended.
    pub ended: Option<Ending>,
}

/// What is known of a way of growing a crop in this garden.
///
/// # Errors
/// When the catalogue does not know one of them.
pub fn record(known: Known, crop: &str, way: &str) -> Result<WayRecord, Refusal> {
    let (_, way) = known.crop(crop, Some(way))?;
    let grown = |patch: &&Patch| patch.planted.crop == crop && patch.planted.way == way.key;
    let mut stands: Vec<StandRecord> =
        known.garden.patches.iter().filter(grown).filter_map(|patch| stand(known, patch, way)).collect();
    stands.sort_by_key(|stand| (stand.from, stand.patch));
    let days = stands.iter().filter_map(|stand| stand.days);
    let counted = || stands.iter().filter_map(|stand| stand.up);
    let sum = |side: usize| counted().fold(0u32, |sum, up| sum.saturating_add(up[side]));
    Ok(WayRecord {
        days: days.clone().min().zip(days.max()).map(|(least, most)| [least, most]),
        up: counted().next().map(|_| [sum(0), sum(1)]),
        counted_from: way.counted_from,
        stands,
    })
}

fn stand(known: Known, patch: &Patch, way: &Way) -> Option<StandRecord> {
    let story = known.observed.patch(patch.id)?;
    let means = Growing::find(known.catalogue, patch)?.means;
    let began = begun(patch, story, means);
    let picked_on = [Work::Pick, Work::PickAgain, Work::Lift].into_iter().filter_map(|work| story.done_on(work)).min();
    // Only days that were written down tell how long it took.
    let sown = story.done_on(Work::SowOutside).filter(|_| means == Means::Direct);
    let first = match (way.counted_from, means) {
        (CountedFrom::Sowing, Means::Shelf) => story.done_on(Work::SowInside),
        // When bought plants were sown nobody here knows; what is sown in place was never planted out.
        (CountedFrom::Sowing, Means::Bought) | (CountedFrom::Transplanting, Means::Direct) => None,
        (CountedFrom::Sowing | CountedFrom::Transplanting, _) => story.done_on(start_of(means)),
    };
    let since = |(day, first): (Date, Date)| u16::try_from((day - first).get_days()).ok();
    let told = StandRecord {
        patch: patch.id,
        bed: patch.bed,
        from: began.unwrap_or(patch.from),
        up_after: story.up.zip(sown).and_then(since),
        up: story.came_up,
        picked_on,
        days: picked_on.zip(first).and_then(since),
        picked: story.picked.iter().map(|(unit, sum)| amount(*unit, *sum)).collect(),
        ended: story.ended.map(|(_, ending)| ending),
    };
    (began.is_some() || told.up.is_some() || told.ended.is_some()).then_some(told)
}

fn amount(unit: Unit, tenths: u64) -> Amount {
    Amount { tenths: u32::try_from(tenths).unwrap_or(u32::MAX), unit, rough: false }
}
