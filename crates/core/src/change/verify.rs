//! Is this a garden at all? The rules that every change keeps, checked on a garden from outside.

use crate::catalogue::Catalogue;
use crate::change::checked::{Against, Checked};
use crate::change::draft::plain;
use crate::change::own::check_planted;
use crate::change::planner::Planner;
use crate::change::schools::in_range;
use crate::change::{draft, site, totals};
use crate::climate::calendar::YEARS;
use crate::growth::grower::Grower;
use crate::known::Known;
use crate::limits;
use crate::limits::{MOST_PARTS, number};
use jiff::civil::date;
use sparrow_facts::bed::{Bed, BedKind, LONGEST_SIDE, SHORTEST_SIDE};
use sparrow_facts::every_list_of_facts;
use sparrow_facts::garden::Garden;
use sparrow_facts::grouping::OwnGrouping;
use sparrow_facts::history::{PastStand, Stood};
use sparrow_facts::name::repeated;
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Volume};

macro_rules! each_list {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($keyed:tt)* }
    ) => {
        /// Whether each fact of the garden's lists could have been made by a command, as far as it can be said of it alone.
        fn check_each(against: Against) -> Result<(), (String, Refusal)> {
            let garden = against.garden;
            $(
                in_order(garden.$first.iter().map(|one| one.id.0), stringify!($first), <$First>::MOST)?;
                check_list(&garden.$first, stringify!($first), against)?;
            )*
            $(
                in_order(garden.$later.iter().map(|one| one.id.0), stringify!($later), <$Later>::MOST)?;
                check_list(&garden.$later, stringify!($later), against)?;
            )*
            Ok(())
        }
    };
}

every_list_of_facts!(each_list);

fn check_list<T: Checked>(list: &[T], name: &str, against: Against) -> Result<(), (String, Refusal)> {
    let mut each = list.iter().enumerate();
    each.try_for_each(|(index, one)| one.check(against).map_err(|why| (format!("{name}[{index}]"), why)))
}

/// Checks every fact of a garden that was not made by commands, such as one read from a file.
/// The error names the fact's place (`patches[3]`) and why it cannot be.
pub fn verify(garden: &Garden, catalogue: &Catalogue) -> Result<(), (String, Refusal)> {
    let at = |list: &'static str, index: usize| move |why: Refusal| (format!("{list}[{index}]"), why);
    if site::checked_site(&garden.site).map_err(|why| ("site".to_string(), why))? != garden.site {
        return Err(("site".into(), Refusal::OddLetters { field: "name or place" }));
    }
    in_range(garden.school).map_err(|why| ("school".to_string(), why))?;
    // Varieties may be of crops of the garden's own, which stand in the book before they do.
    let book = catalogue;
    check_list(&garden.own_crops, "own_crops", Against { garden, book, catalogue })?;
    let catalogue = &*catalogue.with_own(garden);
    check_each(Against { garden, book, catalogue })?;
    if let Some(index) = repeated(garden.beds.iter().map(|bed| bed.name.as_str())) {
        return Err(at("beds", index)(Refusal::NameTaken { name: garden.beds[index].name.clone() }));
    }
    if let Some(index) = repeated(garden.groupings.iter().map(|own| own.name.as_str())) {
        return Err(at("groupings", index)(Refusal::GroupingTaken { name: garden.groupings[index].name.clone() }));
    }
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
        growing.patches.push(patch.clone());
    }
    crate::change::turns::check(known)?;
    if growing.spacings != garden.spacings {
        return Err(("spacings".into(), Refusal::OutOfOrder { list: "spacings" }));
    }
    Ok(())
}

impl Checked for Bed {
    const MOST: usize = limits::MOST_BEDS;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        vec![(&mut self.name, limits::BED_NAME)]
    }

    fn check(&self, _: Against) -> Result<(), Refusal> {
        check_bed(self)
    }
}

impl Checked for Patch {
    const MOST: usize = limits::MOST_PATCHES;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        Vec::new()
    }

    fn check(&self, _: Against) -> Result<(), Refusal> {
        if self.planted.holes == Some(0) {
            return Err(Refusal::NumberOutOfRange { field: "number of holes", value: 0, least: 1, most: 65_535 });
        }
        check_kept(self)
    }
}

impl Checked for PastStand {
    const MOST: usize = limits::MOST_PAST;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        Vec::new()
    }

    fn check(&self, against: Against) -> Result<(), Refusal> {
        check_past(against, self)
    }
}

impl Checked for OwnGrouping {
    const MOST: usize = limits::MOST_GROUPINGS;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        vec![(&mut self.name, limits::NAME)]
    }

    fn check(&self, against: Against) -> Result<(), Refusal> {
        check_grouping(against.catalogue, self)
    }
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
    within("soil depth", bed.depth, limits::SOIL_DEPTH[0], limits::SOIL_DEPTH[1])?;
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
    for (what, many) in [("braces in one bed", bed.braces.len()), ("trellises in one bed", bed.trellises.len())] {
        if many > limits::MOST_IN_A_BED {
            return Err(Refusal::TooManyThings { what, most: limits::MOST_IN_A_BED });
        }
    }
    if bed.braces.windows(2).any(|pair| pair[0].at >= pair[1].at) {
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
    plain("the grouping's name", &own.name, limits::NAME)?;
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

fn check_past(Against { garden, catalogue, .. }: Against, past: &PastStand) -> Result<(), Refusal> {
    let bed = garden.bed(past.bed).ok_or_else(|| Refusal::Unknown { what: "bed", key: past.bed.0.to_string() })?;
    if let Some(section) = past.section.filter(|section| *section >= bed.sections()) {
        return Err(Refusal::NoSuchSection { section: section.saturating_add(1), sections: bed.sections() });
    }
    limits::year("year", past.year, YEARS)?;
    let (Stood::Crop(key) | Stood::Family(key)) = &past.stood;
    catalogue.name_of(&past.stood).map(|_| ()).ok_or_else(|| Refusal::Unknown { what: "crop or family", key: key.clone() })
}
