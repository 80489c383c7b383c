//! The garden's work as a calendar: iCalendar (RFC 5545) to subscribe to, and the same as a table.
//!
//! Every entry's name is the garden's own word and the entry's key, so that a change moves an entry in the
//! reader's calendar and never doubles it.

use icalendar::{Calendar, Component, Event, EventLike, EventStatus, Property};
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_core::season::tasks::Task;
use sparrow_facts::garden::Garden;

/// What names a calendar's entries.
#[derive(Debug, Clone, Copy)]
pub struct Naming<'a> {
    /// The garden's own word; it never changes.
    pub uid: &'a str,
    /// The garden's revision: a later one replaces what a reader has.
    pub revision: u32,
    /// The day the calendar was made.
    pub made: Date,
}

/// The name of an entry, the same for as long as the planting is there.
pub fn uid(naming: &Naming, task: &Task) -> String {
    format!("{}@{}.patient-sparrow", task.key, naming.uid)
}

/// The tasks as an iCalendar file, each an all-day entry.
pub fn ics(garden: &Garden, tasks: &[Task], naming: &Naming) -> String {
    let mut calendar = Calendar::new();
    calendar.name(&garden.site.name);
    calendar.append_property(("PRODID", "-//Patient Sparrow//garden calendar//EN"));
    for task in tasks {
        let mut event = Event::new();
        event.uid(&uid(naming, task)).sequence(naming.revision).summary(&task.said);
        event.append_property(day_of("DTSTART", task.day)).append_property(day_of("DTEND", task.day.saturating_add(1.day())));
        event.add_property("DTSTAMP", format!("{}T000000Z", digits(naming.made)));
        event.status(if task.guess { EventStatus::Tentative } else { EventStatus::Confirmed });
        event.add_property("TRANSP", "TRANSPARENT");
        if task.guess {
            event.description("A guess from the usual warmth of the place; look at the crop.");
        }
        if let Some(bed) = garden.bed(task.bed) {
            event.location(&bed.name);
        }
        calendar.push(event.done());
    }
    calendar.done().to_string()
}

/// The same as a table: day, work, crop, number, bed, whether the day is a guess, and the entry's name.
///
/// # Errors
/// Never for tasks made by the core; the writer's own error is passed on.
pub fn csv(garden: &Garden, tasks: &[Task], naming: &Naming) -> Result<String, csv::Error> {
    let mut writer = csv::Writer::from_writer(Vec::new());
    writer.write_record(["day", "work", "crop", "number", "bed", "guess", "says", "uid"])?;
    for task in tasks {
        let bed = garden.bed(task.bed).map_or("", |bed| bed.name.as_str());
        let (day, number, guess) = (task.day.to_string(), task.number.to_string(), if task.guess { "yes" } else { "no" });
        let says = defused(&task.said);
        writer.write_record([&day, task.work.word(), &task.crop, &number, &defused(bed), guess, &says, &uid(naming, task)])?;
    }
    let bytes = writer.into_inner().map_err(|error| error.into_error())?;
    Ok(String::from_utf8_lossy(&bytes).into_owned())
}

/// A text no table program takes for a formula.
fn defused(text: &str) -> String {
    if text.starts_with(['=', '+', '-', '@', '\t', '\r']) { format!("'{text}") } else { text.to_string() }
}

/// A whole day, as RFC 5545 has it: an entry ends before the day of its end.
fn day_of(name: &str, day: Date) -> Property {
    Property::new(name, digits(day)).add_parameter("VALUE", "DATE").done()
}

/// '20270501'.
fn digits(day: Date) -> String {
    day.strftime("%Y%m%d").to_string()
}
