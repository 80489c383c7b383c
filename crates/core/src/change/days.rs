//! Are these days that can be? The limits of a planting's days and of what is said of its time.

use crate::climate::calendar::{RECORD_YEARS, YEARS};
use crate::limits::{self, LONGEST_STAND, number, year};
use jiff::civil::Date;
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Timing;

pub(super) fn check_days(from: Date, until: Date) -> Result<(), Refusal> {
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    [from, until].into_iter().try_for_each(|day| year("year of a planting", day.year(), YEARS))?;
    let days = (until - from).get_days();
    if days > LONGEST_STAND {
        return Err(Refusal::StandsTooLong { days, most: LONGEST_STAND });
    }
    Ok(())
}

/// What is said of a patch's time, within its limits.
pub(super) fn check_timing(patch: &Patch) -> Result<(), Refusal> {
    let Timing { sown, arrives, survival, packet, free_on, trial, .. } = patch.timing;
    packet.map_or(Ok(()), |days| number("days the packet gives", days.into(), limits::PACKET))?;
    trial.map_or(Ok(()), |trial| number("number of a trial", trial.into(), [1, 30_000]))?;
    [sown, arrives, free_on].into_iter().flatten().try_for_each(|one| day("year of a planting", one))?;
    survival.map_or(Ok(()), |share| number("seedlings of a hundred that come through", share.into(), limits::SURVIVAL))
}

/// A day in a year that is believed of a record.
pub fn day(field: &'static str, day: Date) -> Result<(), Refusal> {
    year(field, day.year(), RECORD_YEARS)
}
