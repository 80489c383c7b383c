//! Is this a garden at all? The rules that every change keeps, checked on a garden from outside.

use crate::bed::{Bed, BedKind, LONGEST_SIDE, SHORTEST_SIDE};
use crate::catalogue::Catalogue;
use crate::command::{self, Planner};
use crate::draft;
use crate::garden::Garden;
use crate::history::Stood;
use crate::length::Length;
use crate::refusal::Refusal;
use crate::volume::Volume;
use jiff::civil::date;

/// Checks every fact of a garden that was not made by commands, such as one read from a file.
/// The error names the fact's place (`patches[3]`) and why it cannot be.
pub fn verify(garden: &Garden, catalogue: &Catalogue) -> Result<(), (String, Refusal)> {
    let at = |list: &'static str, index: usize| move |why: Refusal| (format!("{list}[{index}]"), why);
    let (list, beds) = ("beds", &garden.beds);
    if command::checked_site(&garden.site).map_err(|why| ("site".to_string(), why))? != garden.site {
        return Err(("site".into(), Refusal::OddLetters { field: "name or place" }));
    }
    in_order(beds.iter().map(|bed| bed.id.0), list, command::MOST_BEDS)?;
    in_order(garden.patches.iter().map(|patch| patch.id.0), "patches", command::MOST_PATCHES)?;
    in_order(garden.past.iter().map(|past| past.id.0), "past", command::MOST_PAST)?;
    for (index, bed) in beds.iter().enumerate() {
        check_bed(bed).map_err(at(list, index))?;
        if beds[..index].iter().any(|other| other.name.eq_ignore_ascii_case(&bed.name)) {
            return Err(at(list, index)(Refusal::NameTaken { name: bed.name.clone() }));
        }
    }
    // Patches are put into a garden one by one, as if by commands, so that no rule is written twice.
    let mut growing = Garden { patches: Vec::new(), past: Vec::new(), spacings: Vec::new(), ..garden.clone() };
    for (index, own) in garden.spacings.iter().enumerate() {
        let planner = Planner { garden: &growing, catalogue, today: date(2200, 12, 31) };
        let edits =
            planner.set_spacing(&own.crop, &own.way, Some((own.along, own.across)), &own.note).map_err(at("spacings", index))?;
        crate::edit::apply(&mut growing, &edits);
    }
    for (index, patch) in garden.patches.iter().enumerate() {
        let planner = Planner { garden: &growing, catalogue, today: date(2200, 12, 31) };
        planner.put(None, patch.clone()).map_err(at("patches", index))?;
        patch.kept.iter().try_for_each(|key| plain("the warning", key, 200)).map_err(at("patches", index))?;
        growing.patches.push(patch.clone());
    }
    for (index, past) in garden.past.iter().enumerate() {
        check_past(garden, catalogue, past).map_err(at("past", index))?;
    }
    if growing.spacings != garden.spacings {
        return Err(("spacings".into(), Refusal::OutOfOrder { list: "spacings" }));
    }
    Ok(())
}

/// Numbers must be above nothing and rising, so that equal gardens are equal lists.
fn in_order(numbers: impl Iterator<Item = u32>, list: &'static str, most: usize) -> Result<(), (String, Refusal)> {
    let numbers: Vec<u32> = numbers.collect();
    if numbers.len() > most {
        return Err((list.into(), Refusal::TooManyThings { what: list, most }));
    }
    let largest = numbers.last().copied().unwrap_or(0);
    if numbers.first() == Some(&0) || largest > i32::MAX as u32 || numbers.windows(2).any(|pair| pair[0] >= pair[1]) {
        return Err((list.into(), Refusal::OutOfOrder { list }));
    }
    Ok(())
}

/// A text as a command would have kept it.
fn plain(field: &'static str, text: &str, most: usize) -> Result<(), Refusal> {
    if draft::text(field, text, most)? == text { Ok(()) } else { Err(Refusal::OddLetters { field }) }
}

fn check_bed(bed: &Bed) -> Result<(), Refusal> {
    let within = |field, value: Length, least: Length, most: Length| {
        if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::LengthOutOfRange { field, value, least, most }) }
    };
    plain("the bed's name", &bed.name, 40)?;
    within("length", bed.length, SHORTEST_SIDE, LONGEST_SIDE)?;
    within("width", bed.width, SHORTEST_SIDE, LONGEST_SIDE)?;
    within("soil depth", bed.depth, Length::inches(2), Length::inches(72))?;
    draft::on_drawing("distance from the left", bed.x)?;
    draft::on_drawing("distance from the top", bed.y)?;
    if bed.turn > 359 {
        return Err(Refusal::NumberOutOfRange { field: "turn in degrees", value: i64::from(bed.turn), least: 0, most: 359 });
    }
    for brace in &bed.braces {
        within("thickness of a brace", brace.thickness, Length::tenths_mm(10), Length::inches(12))?;
        if brace.at <= brace.thickness || brace.at >= bed.length - brace.thickness {
            return Err(Refusal::BraceOutside { at: brace.at, length: bed.length });
        }
    }
    if bed.braces.len() > 20 || bed.trellises.len() > 20 || bed.braces.windows(2).any(|pair| pair[0].at >= pair[1].at) {
        return Err(Refusal::OutOfOrder { list: "braces" });
    }
    for trellis in &bed.trellises {
        within("distance of the trellis from the far side", trellis.from_far, Length::ZERO, bed.width)?;
        within("start of the trellis", trellis.start, Length::ZERO, bed.length)?;
        within("end of the trellis", trellis.end, trellis.start + Length::tenths_mm(1), bed.length)?;
    }
    match bed.kind {
        BedKind::Container { volume } if !(Volume::LEAST..=Volume::MOST).contains(&volume) => {
            Err(Refusal::VolumeOutOfRange { read: volume.to_string() })
        }
        _ => Ok(()),
    }
}

fn check_past(garden: &Garden, catalogue: &Catalogue, past: &crate::history::PastStand) -> Result<(), Refusal> {
    let bed = garden.bed(past.bed).ok_or_else(|| Refusal::Unknown { what: "bed", key: past.bed.0.to_string() })?;
    if let Some(section) = past.section.filter(|section| *section >= bed.sections()) {
        return Err(Refusal::NoSuchSection { section: section.saturating_add(1), sections: bed.sections() });
    }
    if !(1900..=2200).contains(&past.year) {
        return Err(Refusal::NumberOutOfRange { field: "year", value: i64::from(past.year), least: 1900, most: 2200 });
    }
    let (Stood::Crop(key) | Stood::Family(key)) = &past.stood;
    past.stood.name(catalogue).map(|_| ()).ok_or_else(|| Refusal::Unknown { what: "crop or family", key: key.clone() })
}
