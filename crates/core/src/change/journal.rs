//! May this be written down? Ranges of what an entry of the journal tells.

use crate::change::draft;
use crate::change::limits::{self, year};
use crate::change::planner;
use crate::climate::calendar::YEARS;
use crate::known::Known;
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::journal::{Amount, At, Happened, JournalEntry};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::Length;

/// The most letters of an entry's own words.
pub const MOST_LETTERS: usize = 1000;
/// The most entries that are sent at once.
pub const MOST_AT_ONCE: usize = 200;
/// The most entries of one garden: fifty a week for thirty years and more.
pub const MOST_ENTRIES: usize = 80_000;
/// How many may have been made and taken away again since a phone without signal last looked.
const MOST_GONE: i64 = 1000;
/// The most that is counted, in tenths of a unit.
const MOST_TENTHS: i64 = 10_000_000;
/// The deepest that something lies or water goes, and the widest that seedlings are thinned to: 10 ft.
const MOST_LENGTH: [Length; 2] = [Length::tenths_mm(0), Length::inches(120)];

/// Whether all that an entry tells is within its range. What it is of may be gone by now: it was there when it was written.
///
/// # Errors
/// When a day, a number or the words are not.
pub fn entry(known: Known, entry: &JournalEntry) -> Result<(), Refusal> {
    day(entry.day)?;
    // It may be tomorrow already where it was written.
    if entry.day > known.today.saturating_add(1.day()) {
        return Err(Refusal::NotYet { day: entry.day });
    }
    // Nothing could strike out an entry whose number is beyond all others.
    if entry.id.made_on().is_none_or(|made| made > known.today.saturating_add(2.days())) {
        return Err(Refusal::OddNumber);
    }
    if draft::text_or_nothing("words", &entry.words, MOST_LETTERS)? != entry.words {
        return Err(Refusal::OddLetters { field: "words" });
    }
    place(known, &entry.at)?;
    happened(&entry.what)
}

fn day(day: Date) -> Result<(), Refusal> {
    year("year", day.year(), YEARS)
}

/// Numbers of beds and patches that are gone are taken, but none far beyond any that there can have been; and where a bed is still
/// there, the ground lies in it.
fn place(known: Known, at: &At) -> Result<(), Refusal> {
    let number = |field, said: Option<u32>, next: u32| {
        said.map_or(Ok(()), |said| limits::number(field, said.into(), [1, i64::from(next) + MOST_GONE]))
    };
    number("bed", at.bed.map(|bed| bed.0), planner::next_bed(known).0)?;
    number("patch", at.patch.map(|patch| patch.0), planner::next_patch(known))?;
    let (Some(bed), Some(rect)) = (at.bed.filter(|bed| known.garden.bed(*bed).is_some()), at.rect) else { return Ok(()) };
    known.ground(bed, rect).map(drop)
}

fn happened(what: &Happened) -> Result<(), Refusal> {
    match what {
        Happened::Sown { many, depth } => amounts([many]).and_then(|()| length("depth", *depth)),
        Happened::Up { many, of } => amounts([many, of]),
        Happened::Thinned { to } => length("distance", *to),
        Happened::PottedOn { many }
        | Happened::Arrived { many }
        | Happened::Planted { many }
        | Happened::Fed { many }
        | Happened::Picked { many }
        | Happened::CutAgain { many }
        | Happened::Stored { many } => amounts([many]),
        Happened::Watered { depth } => length("depth", *depth),
        Happened::SoilRead { temperature, tenths_ph, .. } => {
            temperature.map_or(Ok(()), |value| limits::temperature("soil", value))?;
            tenths_ph.map_or(Ok(()), |value| limits::number("tenths of pH", i64::from(value), [0, 140]))
        }
        Happened::Weather { low, high, rain } => {
            for (field, value) in [("low", low), ("high", high)] {
                value.map_or(Ok(()), |value| limits::temperature(field, value))?;
            }
            length("rain", *rain)
        }
        Happened::PutOff { until, .. } => day(*until),
        Happened::Hardened
        | Happened::Staked
        | Happened::Mulched
        | Happened::Covered
        | Happened::Uncovered
        | Happened::Weeded
        | Happened::Pollinated
        | Happened::Seen { .. }
        | Happened::Cleared { .. }
        | Happened::LeftOut { .. }
        | Happened::Note
        | Happened::Struck { .. } => Ok(()),
    }
}

fn amounts<const N: usize>(all: [&Option<Amount>; N]) -> Result<(), Refusal> {
    let tenths = |amount: &Amount| limits::number("amount, in tenths", i64::from(amount.tenths), [0, MOST_TENTHS]);
    all.into_iter().flatten().try_for_each(tenths)
}

fn length(field: &'static str, length: Option<Length>) -> Result<(), Refusal> {
    let [least, most] = MOST_LENGTH;
    match length.filter(|length| !(least..=most).contains(length)) {
        Some(value) => Err(Refusal::LengthOutOfRange { field, value, least, most }),
        None => Ok(()),
    }
}
