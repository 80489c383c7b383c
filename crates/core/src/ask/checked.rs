//! May this be asked? The ranges of what questions and searches name, as those of a command are checked.

use crate::ask::question::Question;
use crate::change::schools;
use crate::climate::calendar::YEARS;
use crate::known::Known;
use crate::limits::{self, MOST_WORDS, year};
use crate::search::run::check_entries;
use jiff::civil::Date;
use sparrow_facts::refusal::Refusal;

/// Whether all that a question names is within its range.
///
/// # Errors
/// When a year, a day, a list or a piece of ground is not.
pub fn question(known: Known, question: &Question) -> Result<(), Refusal> {
    let in_years = |one: i16| year("year", one, YEARS);
    match question {
        Question::Schools { .. }
        | Question::InHand { .. }
        | Question::Edge { .. }
        | Question::Tally { .. }
        | Question::UsualWish { .. }
        | Question::Moves { .. }
        | Question::Record { .. }
        | Question::Cautions
        | Question::Squares(_)
        | Question::Seeder { .. } => Ok(()),
        Question::Bare { year, .. }
        | Question::Amounts { year, .. }
        | Question::Movable { year, .. }
        | Question::Windows { year, .. }
        | Question::Saving { year, .. }
        | Question::Wants { year }
        | Question::Starts { year, .. } => in_years(*year),
        Question::Markers(asked) => in_years(asked.year),
        Question::Groupings { bed, rect, year } => {
            in_years(*year)?;
            known.ground(*bed, *rect).map(|_| ())
        }
        Question::Suits { from, until, .. } => [*from, *until].into_iter().try_for_each(day),
        Question::Season { on } | Question::Rounds { day: on } | Question::Tin { on } => day(*on),
        Question::Sowing { on, stand, certainty, .. } => {
            limits::number("plants that are to stand", (*stand).into(), limits::PLANTS)?;
            limits::number("certainty, in a hundred", (*certainty).into(), limits::CERTAINTY)?;
            day(*on)
        }
        Question::Sheet { year, on, .. } => in_years(*year).and_then(|()| on.map_or(Ok(()), day)),
        Question::Fits { school, year, from, .. } => {
            school.map_or(Ok(()), schools::in_range)?;
            in_years(*year).and_then(|()| from.map_or(Ok(()), day))
        }
        Question::Turns { entries } => entries.as_deref().map_or(Ok(()), check_entries),
        Question::Straight { year, entries, .. } => {
            limits::number("year", i64::from(*year), limits::TURN_YEAR)?;
            check_entries(entries)
        }
        Question::Names { list } => {
            let letters = list.chars().count();
            if letters > MOST_WORDS {
                return Err(Refusal::TooManyLetters { field: "list of names", letters, most: MOST_WORDS });
            }
            Ok(())
        }
    }
}

/// Whether a day lies in the years that are planned.
fn day(day: Date) -> Result<(), Refusal> {
    year("year", day.year(), YEARS)
}
