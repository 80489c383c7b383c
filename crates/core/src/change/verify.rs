//! Is this a garden at all? The rules that every change keeps, checked on a garden from outside.

use crate::catalogue::Catalogue;
use crate::change::fixtures::check_fixture;
use crate::change::limits::{MOST_PARTS, number};
use crate::change::lots::check_lot;
use crate::change::own::check_planted;
use crate::change::own_crops::check_own_crop;
use crate::change::planner::Planner;
use crate::change::schools::in_range;
use crate::change::varieties::{check_variety, is_taken};
use crate::change::wants::check_want;
use crate::change::{draft, limits, own_crops, site, totals};
use crate::climate::calendar::YEARS;
use crate::growth::grower::Grower;
use crate::known::Known;
use jiff::civil::date;
use sparrow_facts::bed::{Bed, BedKind, LONGEST_SIDE, SHORTEST_SIDE};
use sparrow_facts::garden::Garden;
use sparrow_facts::grouping::OwnGrouping;
use sparrow_facts::history::Stood;
use sparrow_facts::name::repeated;
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Volume};

/// Checks every fact of a garden that was not made by commands, such as one read from a file.
/// The error names the fact's place (`patches[3]`) and why it cannot be.
pub fn verify(garden: &Garden, catalogue: &Catalogue) -> Result<(), (String, Refusal)> {
    let at = |list: &'static str, index: usize| move |why: Refusal| (format!("{list}[{index}]"), why);
    let (list, beds) = ("beds", &garden.beds);
    if site::checked_site(&garden.site).map_err(|why| ("site".to_string(), why))? != garden.site {
        return Err(("site".into(), Refusal::OddLetters { field: "name or place" }));
    }
    in_range(garden.school).map_err(|why| ("school".to_string(), why))?;
    in_order(beds.iter().map(|bed| bed.id.0), list, limits::MOST_BEDS)?;
    in_order(garden.patches.iter().map(|patch| patch.id.0), "patches", limits::MOST_PATCHES)?;
    in_order(garden.past.iter().map(|past| past.id.0), "past", limits::MOST_PAST)?;
    for (index, bed) in beds.iter().enumerate() {
        check_bed(bed).map_err(at(list, index))?;
    }
    if let Some(index) = repeated(beds.iter().map(|bed| bed.name.as_str())) {
        return Err(at(list, index)(Refusal::NameTaken { name: beds[index].name.clone() }));
    }
    in_order(garden.fixtures.iter().map(|fixture| fixture.id.0), "fixtures", limits::MOST_FIXTURES)?;
    for (index, fixture) in garden.fixtures.iter().enumerate() {
        check_fixture(fixture).map_err(at("fixtures", index))?;
    }
    check_own_crops(garden, catalogue)?;
    // Varieties may be of crops of the garden's own, which stand in the book before they do.
    let catalogue = &*catalogue.with_own(garden);
    check_varieties(garden, catalogue)?;
    check_lots_and_wants(garden, catalogue)?;
    // What is too much in all is not looked at one by one.
    let whole = |why| ("beds and patches".to_string(), why);
    totals::check(garden, catalogue).map_err(whole)?;
    // What stands in the ground is judged by the warmth of the place, so the place comes first.
    crate::change::season::check(garden).map_err(|why| ("almanac".to_string(), why))?;
    let grower = Grower::of(garden, catalogue);
    let known = Known::new(garden, catalogue, &grower, date(2200, 12, 31));
    // Patches are put into a garden one by one, as if by commands, so that no rule is written twice.
    let mut growing = Garden { patches: Vec::new(), past: Vec::new(), spacings: Vec::new(), ..garden.clone() };
    for (index, own) in garden.spacings.iter().enumerate() {
        let planner = Planner { known: known.on(&growing) };
        let edits =
            planner.set_spacing(&own.crop, &own.way, Some((own.along, own.across)), &own.note).map_err(at("spacings", index))?;
        sparrow_facts::edit::apply(&mut growing, &edits);
    }
    for (index, patch) in garden.patches.iter().enumerate() {
        let planner = Planner { known: known.on(&growing) };
        planner.may_lie(None, patch).map_err(at("patches", index))?;
        if patch.planted.holes == Some(0) {
            let none = Refusal::NumberOutOfRange { field: "number of holes", value: 0, least: 1, most: 65_535 };
            return Err(at("patches", index)(none));
        }
        check_kept(patch).map_err(at("patches", index))?;
        growing.patches.push(patch.clone());
    }
    for (index, past) in garden.past.iter().enumerate() {
        check_past(known, past).map_err(at("past", index))?;
    }
    in_order(garden.groupings.iter().map(|own| own.id.0), "groupings", limits::MOST_GROUPINGS)?;
    for (index, own) in garden.groupings.iter().enumerate() {
        check_grouping(catalogue, own).map_err(at("groupings", index))?;
    }
    if let Some(index) = repeated(garden.groupings.iter().map(|own| own.name.as_str())) {
        return Err(at("groupings", index)(Refusal::GroupingTaken { name: garden.groupings[index].name.clone() }));
    }
    crate::change::turns::check(known)?;
    if growing.spacings != garden.spacings {
        return Err(("spacings".into(), Refusal::OutOfOrder { list: "spacings" }));
    }
    Ok(())
}

fn check_own_crops(garden: &Garden, catalogue: &Catalogue) -> Result<(), (String, Refusal)> {
    in_order(garden.own_crops.iter().map(|crop| crop.id.0), "own_crops", limits::MOST_OWN_CROPS)?;
    for (index, crop) in garden.own_crops.iter().enumerate() {
        let taken = || own_crops::is_taken(garden, catalogue, crop).then(|| Refusal::CropTaken { name: crop.name.clone() });
        let checked = check_own_crop(crop, catalogue).and_then(|()| taken().map_or(Ok(()), Err));
        checked.map_err(|why| (format!("own_crops[{index}]"), why))?;
    }
    Ok(())
}

fn check_varieties(garden: &Garden, catalogue: &Catalogue) -> Result<(), (String, Refusal)> {
    in_order(garden.varieties.iter().map(|variety| variety.id.0), "varieties", limits::MOST_VARIETIES)?;
    for (index, variety) in garden.varieties.iter().enumerate() {
        let taken = || is_taken(garden, variety).then(|| Refusal::VarietyTaken { name: variety.name.clone() });
        let checked = check_variety(variety, catalogue).and_then(|()| taken().map_or(Ok(()), Err));
        checked.map_err(|why| (format!("varieties[{index}]"), why))?;
    }
    Ok(())
}

fn check_lots_and_wants(garden: &Garden, catalogue: &Catalogue) -> Result<(), (String, Refusal)> {
    in_order(garden.lots.iter().map(|lot| lot.id.0), "lots", limits::MOST_LOTS)?;
    for (index, lot) in garden.lots.iter().enumerate() {
        check_lot(lot, garden, catalogue).map_err(|why| (format!("lots[{index}]"), why))?;
    }
    in_order(garden.wants.iter().map(|want| want.id.0), "wants", limits::MOST_WANTS)?;
    for (index, want) in garden.wants.iter().enumerate() {
        check_want(want, garden, catalogue).map_err(|why| (format!("wants[{index}]"), why))?;
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

/// The warnings a patch keeps: as many as a command lets it, and each as one would have kept it.
fn check_kept(patch: &Patch) -> Result<(), Refusal> {
    if patch.kept.len() > limits::MOST_KEPT {
        return Err(Refusal::TooManyThings { what: "kept warnings for one patch", most: limits::MOST_KEPT });
    }
    patch.kept.iter().try_for_each(|key| plain("the warning", &key.0, limits::NOTE))
}

fn check_bed(bed: &Bed) -> Result<(), Refusal> {
    let within = |field, value: Length, least: Length, most: Length| {
        if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::LengthOutOfRange { field, value, least, most }) }
    };
    plain("the bed's name", &bed.name, limits::BED_NAME)?;
    within("length", bed.length, SHORTEST_SIDE, LONGEST_SIDE)?;
    within("width", bed.width, SHORTEST_SIDE, LONGEST_SIDE)?;
    within("soil depth", bed.depth, Length::inches(2), Length::inches(72))?;
    draft::on_drawing("distance from the left", bed.x)?;
    draft::on_drawing("distance from the top", bed.y)?;
    bed.school.map_or(Ok(()), in_range)?;
    bed.margin.map_or(Ok(Length::ZERO), draft::margin)?;
    draft::checked_shape(bed.shape, (bed.length, bed.width))?;
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
    for drip in &bed.drips {
        within("distance of a drip line from the far side", *drip, Length::ZERO, bed.width)?;
    }
    if bed.drips.len() > draft::MOST_DRIPS || bed.drips.windows(2).any(|pair| pair[0] >= pair[1]) {
        return Err(Refusal::OutOfOrder { list: "drip lines" });
    }
    match bed.kind {
        BedKind::Container { volume } if !(Volume::LEAST..=Volume::MOST).contains(&volume) => {
            Err(Volume::out_of_range(volume.to_string()).into())
        }
        _ => Ok(()),
    }
}

fn check_grouping(catalogue: &Catalogue, own: &OwnGrouping) -> Result<(), Refusal> {
    plain("the grouping's name", &own.name, 60)?;
    if !(2..=MOST_PARTS).contains(&own.parts.len()) {
        return Err(Refusal::NoGrouping { most: MOST_PARTS });
    }
    number("first day of a grouping", own.first_day.into(), [0, 366])?;
    for part in &own.parts {
        let known = catalogue.crop(&part.planted.crop).is_some_and(|crop| crop.way(&part.planted.way).is_some());
        if !known {
            return Err(Refusal::Unknown { what: "crop or way of growing it", key: part.planted.crop.clone() });
        }
        let most = (u16::MAX / 2, u16::MAX / 2);
        if !part.rect.within(most) {
            return Err(Refusal::OutsideBed { columns: most.0, rows: most.1 });
        }
        part.planted.school.map_or(Ok(()), in_range)?;
        check_planted(&part.planted)?;
        number("number of holes", part.planted.holes.unwrap_or(1).into(), [1, 65_535])?;
        number("days a part waits", part.days_after.into(), [0, limits::LONGEST_STAND.into()])?;
        number("days a part stands", part.days.into(), [0, limits::LONGEST_STAND.into()])?;
    }
    Ok(())
}

fn check_past(known: Known, past: &sparrow_facts::history::PastStand) -> Result<(), Refusal> {
    let Known { garden, catalogue, .. } = known;
    let bed = garden.bed(past.bed).ok_or_else(|| Refusal::Unknown { what: "bed", key: past.bed.0.to_string() })?;
    if let Some(section) = past.section.filter(|section| *section >= bed.sections()) {
        return Err(Refusal::NoSuchSection { section: section.saturating_add(1), sections: bed.sections() });
    }
    limits::year("year", past.year, YEARS)?;
    let (Stood::Crop(key) | Stood::Family(key)) = &past.stood;
    catalogue.name_of(&past.stood).map(|_| ()).ok_or_else(|| Refusal::Unknown { what: "crop or family", key: key.clone() })
}
