//! What does a planting in stages wait for? Beans until the maize is a hand high, squash until the beans are up.

use crate::catalogue::{After, Grouping};
use crate::ground::planting::Planting;
use crate::growth::size;
use crate::known::Known;
use crate::lived::start_of;
use crate::round::line::Condition;
use crate::season::tasks::Task;
use jiff::civil::Date;
use sparrow_facts::patch::Patch;
use sparrow_facts::units::Length;

/// What a planting waits for that stands by another one as in a grouping of the book; nothing where it waits for nothing.
pub(crate) fn condition(known: Known, task: &Task, day: Date) -> Option<Condition> {
    let patch = known.garden.patch(task.patch)?;
    if task.work != start_of(known.growing(patch)?.means) {
        return None;
    }
    let groupings = known.catalogue.groupings.iter();
    groupings.flat_map(|grouping| waits(grouping, patch)).find_map(|(crop, after)| {
        let beside = |other: &&Patch| {
            let starts = other.from < patch.from && patch.from <= other.until;
            other.planted.crop == crop && other.bed == patch.bed && other.rect.touches(patch.rect) && starts
        };
        let host = known.garden.patches.iter().find(beside)?;
        told(known, host, after, day)
    })
}

/// The crops for which a crop waits in a grouping, and until when.
fn waits<'a>(grouping: &'a Grouping, patch: &'a Patch) -> impl Iterator<Item = (&'a str, &'a After)> {
    let parts = grouping.part.iter().filter(|part| part.crop == patch.planted.crop);
    parts.filter_map(|part| {
        let after = part.after.as_ref()?;
        Some((grouping.part.get(after.part)?.crop.as_str(), after))
    })
}

fn told(known: Known, host: &Patch, after: &After, day: Date) -> Option<Condition> {
    let planting = Planting::alone(known, host)?;
    let (name, units) = (&planting.crop.name, known.garden.site.units);
    if let Some(inches) = after.stands_inches {
        let wanted = Length::inches(i32::from(inches));
        let high = size::size(planting.crop, planting.way, &planting.pace, host, day).map_or(Length::ZERO, |size| size.height);
        let said = format!(
            "Only once the {name} stands {} high. By the usual warmth it is {} on this day.",
            wanted.on_tape(units),
            if high > Length::ZERO { format!("about {}", high.on_tape(units)) } else { "not up".into() }
        );
        return Some(Condition { said, is_so: high >= wanted });
    }
    let seen = known.observed.patch(host.id).and_then(|story| story.up);
    let up = seen.or_else(|| Some(known.grower.ripening(known.growing(host)?, host.from, &known.soil(planting.bed))?.up))?;
    let because = after.because.clone().unwrap_or_else(|| format!("the {} are up", planting.crop.plural));
    let said = match seen {
        Some(_) => format!("Only once {because}: they are, as was written down."),
        None => format!("Only once {because}: look, for by the usual warmth that is on {}.", day_month(up)),
    };
    Some(Condition { said, is_so: up <= day })
}

fn day_month(day: Date) -> String {
    day.strftime("%-d %B").to_string()
}
