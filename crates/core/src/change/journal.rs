//! May this be written down? Ranges of what an entry of the journal tells.

use crate::change::draft;
use crate::change::planner;
use crate::climate::calendar::YEARS;
use crate::known::Known;
use crate::limits::{self, year};
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::journal::{Amount, At, Happened, JournalEntry};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::Length;

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
    if draft::text_or_nothing("words", &entry.words, limits::ENTRY_WORDS)? != entry.words {
        return Err(Refusal::OddLetters { field: "words" });
    }
    place(known, &entry.at)?;
    happened(known, &entry.what)
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

fn happened(known: Known, what: &Happened) -> Result<(), Refusal> {
    amount(what.many())?;
    match what {
        Happened::Up { of, .. } => amount(*of),
        Happened::Sown { depth, apart, .. } => length("depth", *depth).and_then(|()| length("distance", *apart)),
        Happened::Watered { depth } => length("depth", *depth),
        Happened::Thinned { to } => length("distance", *to),
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
        Happened::Chose { topic, school } => match known.catalogue.care.schools(topic) {
            None => Err(unknown("matter that gardeners disagree about", topic)),
            Some(schools) if schools.iter().any(|one| one.key == *school) => Ok(()),
            Some(_) => Err(unknown("way of doing it", school)),
        },
        Happened::Photo { picture } if !is_number(picture) => Err(unknown("picture", picture)),
        Happened::Walked { beds } => {
            limits::number("beds of the walk", i64::try_from(beds.len()).unwrap_or(i64::MAX), [0, limits::MOST_BEDS as i64])?;
            let most = i64::from(planner::next_bed(known).0) + MOST_GONE;
            beds.iter().try_for_each(|bed| limits::number("bed", bed.0.into(), [1, most]))
        }
        Happened::PottedOn { .. }
        | Happened::Arrived { .. }
        | Happened::Planted { .. }
        | Happened::Fed { .. }
        | Happened::Picked { .. }
        | Happened::CutAgain { .. }
        | Happened::Stored { .. }
        | Happened::Hardened
        | Happened::Staked
        | Happened::Mulched
        | Happened::Covered
        | Happened::Uncovered
        | Happened::Weeded
        | Happened::Pollinated
        | Happened::Seen { .. }
        | Happened::Cleared { .. }
        | Happened::LeftOut { .. }
        | Happened::Tended { .. }
        | Happened::Photo { .. }
        | Happened::Note
        | Happened::Struck { .. } => Ok(()),
    }
}

/// Whether it is the number of a picture, in the one way it is written.
pub fn is_number(picture: &str) -> bool {
    picture.len() == 64 && picture.bytes().all(|letter| matches!(letter, b'0'..=b'9' | b'a'..=b'f'))
}

fn unknown(what: &'static str, key: &str) -> Refusal {
    Refusal::Unknown { what, key: key.chars().take(60).collect() }
}

fn amount(amount: Option<Amount>) -> Result<(), Refusal> {
    amount.map_or(Ok(()), |amount| limits::number("amount, in tenths", i64::from(amount.tenths), [0, MOST_TENTHS]))
}

fn length(field: &'static str, length: Option<Length>) -> Result<(), Refusal> {
    let [least, most] = MOST_LENGTH;
    match length.filter(|length| !(least..=most).contains(length)) {
        Some(value) => Err(Refusal::LengthOutOfRange { field, value, least, most }),
        None => Ok(()),
    }
}
