//! Are these days that can be? The limits of a planting's days and of what is said of its time.

use crate::change::limits::{LONGEST_STAND, number};
use jiff::civil::Date;
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::timing::Timing;

pub(super) fn check_days(from: Date, until: Date) -> Result<(), Refusal> {
    if until < from {
        return Err(Refusal::EndsBeforeItStarts { from, until });
    }
    for day in [from, until] {
        if !(1900..=2200).contains(&day.year()) {
            return Err(Refusal::NumberOutOfRange {
                field: "year of a planting",
                value: i64::from(day.year()),
                least: 1900,
                most: 2200,
            });
        }
    }
    let days = (until - from).get_days();
    if days > LONGEST_STAND {
        return Err(Refusal::StandsTooLong { days, most: LONGEST_STAND });
    }
    Ok(())
}

/// What is said of a patch's time, within its limits.
pub(super) fn check_timing(patch: &Patch) -> Result<(), Refusal> {
    let Timing { sown, arrives, survival, packet, free_on, trial, .. } = patch.timing;
    packet.map_or(Ok(()), |days| number("days the packet gives", days.into(), [10, 400]))?;
    trial.map_or(Ok(()), |trial| number("number of a trial", trial.into(), [1, 30_000]))?;
    [sown, arrives, free_on].into_iter().flatten().try_for_each(|one| day("year of a planting", one))?;
    survival.map_or(Ok(()), |share| number("seedlings of a hundred that come through", share.into(), [10, 100]))
}

/// A day in a year that is believed of a record.
pub fn day(field: &'static str, day: Date) -> Result<(), Refusal> {
    number(field, i64::from(day.year()), [1700, 2200])
}
