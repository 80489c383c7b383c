//! The care of whole beds as lines of a day's round: watering by what is youngest there, weeding until the leaves meet.

use crate::catalogue::Grade;
use crate::ground::planting::Planting;
use crate::growth::size;
use crate::known::Known;
use crate::lived;
use crate::reckon::season::Parts;
use crate::round::line::{CareNote, RoundLine};
use crate::round::told::in_measures;
use crate::season::course::Course;
use crate::season::tasks::Task;
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::journal::{At, Happened, Work};
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;
use std::collections::BTreeSet;

/// Weeds are looked for so often \[days\].
const WEEDED_EVERY: i32 = 7;
/// Below this mean nothing wants water, and no weed grows \[°C\].
const ASLEEP: f64 = 5.0;
/// From this mean on containers dry out within the day \[°C\].
const WARM: f64 = 15.0;

/// How thirsty a planting is: seed dries out first, what has rooted last. Common practice.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum Age {
    /// Not up yet.
    Seed,
    /// In its first week in the ground, or up for less.
    Young,
    /// Two or three weeks.
    Settling,
    /// Rooted.
    Rooted,
}

impl Age {
    fn of(days: i32) -> Age {
        match days {
            ..0 => Age::Seed,
            0..7 => Age::Young,
            7..21 => Age::Settling,
            _ => Age::Rooted,
        }
    }

    /// It is watered once in so many days.
    fn every(self) -> i32 {
        match self {
            Age::Seed | Age::Young => 1,
            Age::Settling => 3,
            Age::Rooted => 7,
        }
    }

    fn how(self, crops: &str) -> String {
        match self {
            Age::Seed => format!(
                "Seed of {crops}: keep the top of the soil moist with a fine rose, twice a day in sun and wind, until it is up."
            ),
            Age::Young => format!("In their first week ({crops}): every day, at the foot."),
            Age::Settling => format!("In their second and third week ({crops}): every two or three days, more at a time."),
            Age::Rooted => format!(
                "Rooted ({crops}): once a week, [25 mm] of water less what has rained. A finger [25 mm] down decides: moist, and it can wait."
            ),
        }
    }
}

/// What stands in a bed on a day.
struct Standing<'a> {
    patch: &'a Patch,
    course: &'a Course,
    age: Age,
}

/// The care of whole beds on a day.
pub(crate) fn bed_lines<'a>(known: Known<'a>, parts: &'a Parts, day: Date) -> impl Iterator<Item = RoundLine> + 'a {
    let asleep = known.grower.weather.mean(day) < ASLEEP;
    known.garden.beds.iter().filter(move |_| !asleep).flat_map(move |bed| {
        let standing = standing(known, parts, bed, day);
        [water(known, bed, &standing, day), weed(known, bed, &standing, day)].into_iter().flatten()
    })
}

fn standing<'a>(known: Known<'a>, parts: &'a Parts, bed: &Bed, day: Date) -> Vec<Standing<'a>> {
    let there = |course: &'a Course| {
        let patch = known.garden.patch(course.patch).filter(|patch| patch.bed == bed.id && patch.stands_on(day))?;
        let growing = known.growing(patch)?;
        let story = known.observed.patch(patch.id);
        let begun = story.is_some_and(|story| lived::begun(patch, story, growing.means).is_some());
        let rooted = match growing.means {
            Means::Direct => course.ripening.map_or(patch.from, |ripening| ripening.up),
            Means::Shelf | Means::Bought | Means::Set => patch.from,
        };
        let age = if growing.stays() { Age::Rooted } else { Age::of((day - rooted).get_days()) };
        (begun || lived::is_believed(patch, known.observed)).then_some(Standing { patch, course, age })
    };
    parts.courses.iter().filter_map(there).collect()
}

fn water(known: Known, bed: &Bed, standing: &[Standing], day: Date) -> Option<RoundLine> {
    let youngest = standing.iter().min_by_key(|one| one.age)?;
    let pot = matches!(bed.kind, BedKind::Container { .. });
    let warm = known.grower.weather.mean(day) >= WARM;
    let every = match (pot, warm) {
        (true, true) => 1,
        (true, false) => youngest.age.every().min(3),
        (false, _) => youngest.age.every(),
    };
    let mut how: Vec<String> = Vec::new();
    for age in [Age::Seed, Age::Young, Age::Settling, Age::Rooted] {
        let crops = named(known, standing.iter().filter(|one| one.age == age));
        if !crops.is_empty() {
            how.push(age.how(&crops));
        }
    }
    if pot {
        how.push(if warm {
            "In a pot every day, in heat twice, until it runs out below.".into()
        } else {
            "A pot dries sooner than the ground.".into()
        });
    }
    let airy = named(known, standing.iter().filter(|one| crop_of(known, one.patch).is_some_and(|crop| crop.needs_air)));
    if !airy.is_empty() {
        how.push(format!("Not over the leaves of {airy} in the evening: what stays wet at night gets sick."));
    }
    let line = line(known, bed, (Work::Water, every), youngest, day)?;
    Some(RoundLine { notes: vec![note(known, how.join(" "), String::new())], ..line })
}

fn weed(known: Known, bed: &Bed, standing: &[Standing], day: Date) -> Option<RoundLine> {
    let open: Vec<(&Standing, Option<Date>)> =
        standing.iter().map(|one| (one, meets(known, one))).filter(|(_, meets)| meets.is_none_or(|meets| day < meets)).collect();
    let (first, _) = open.first()?;
    // Seed that is not up is not hoed out.
    let seed = named(known, open.iter().map(|(one, _)| *one).filter(|one| one.age == Age::Seed));
    let crops = named(known, open.iter().map(|(one, _)| *one));
    let last = open.iter().filter_map(|(_, meets)| *meets).max();
    let mut how = format!("Between {crops}: shallow, and while weeds are small.");
    if !seed.is_empty() {
        how.push_str(&format!(" Only between the marked lines of {seed}."));
    }
    let why = last.map_or_else(String::new, |day| {
        format!(
            "Until the leaves meet, about {} by the usual warmth: then they keep weeds down themselves.",
            day.strftime("%-d %B")
        )
    });
    let line = line(known, bed, (Work::Weed, WEEDED_EVERY), first, day)?;
    Some(RoundLine { notes: vec![note(known, how, why)], ..line })
}

/// The day on which the leaves of a planting meet.
fn meets(known: Known, one: &Standing) -> Option<Date> {
    let planting = Planting::alone(known, one.patch)?;
    let distance = planting.distance(planting.school);
    size::first_day_as_wide(planting.crop, planting.way, &planting.pace, one.patch, distance.along.min(distance.across))
}

/// A line for a bed, if its day has come: so long after it was done last, or where nobody wrote that down, on every n-th day.
fn line(known: Known, bed: &Bed, (work, every): (Work, i32), one: &Standing, day: Date) -> Option<RoundLine> {
    if known.observed.put_off_in_bed(bed.id, work).is_some_and(|until| until > day) {
        return None;
    }
    let (last, by) = known.observed.in_bed(bed.id, work).filter(|(last, _)| *last <= day).unzip();
    let done = last == Some(day);
    let since =
        last.map_or_else(|| (day - one.course.plant).get_days().rem_euclid(every), |last| (day - last).get_days() - every);
    let due = match last {
        Some(last) if !done => last.saturating_add(every.days()),
        _ => day,
    };
    if !done && (if last.is_some() { since < 0 } else { since != 0 }) {
        return None;
    }
    let (verb, told) = match work {
        Work::Weed => ("Weed", Happened::Weeded),
        _ => ("Water", Happened::Watered { depth: None }),
    };
    let said = format!("{verb} {}", bed.name);
    let key = format!("bed-{}-{}", bed.id.0, work.word());
    let task = Task { key, ..Task::of(one.patch, work, (due, true), said) };
    let at = At { bed: Some(bed.id), patch: None, rect: None };
    Some(RoundLine { done, by: by.filter(|_| done), ..RoundLine::of(task, at, due, told) })
}

fn note(known: Known, how: String, why: String) -> CareNote {
    let how = in_measures(&how, known.garden.site.units);
    CareNote { how, why, left: String::new(), grade: Grade::CommonPractice, source: "common-practice".into(), topic: None }
}

fn crop_of<'a>(known: Known<'a>, patch: &Patch) -> Option<&'a crate::catalogue::Crop> {
    known.catalogue.crop(&patch.planted.crop)
}

/// 'beets, carrots and onions', each once.
fn named<'a>(known: Known, standing: impl Iterator<Item = &'a Standing<'a>>) -> String {
    let names: BTreeSet<&str> = standing.filter_map(|one| crop_of(known, one.patch)).map(|crop| crop.plural.as_str()).collect();
    let names: Vec<&str> = names.into_iter().collect();
    match names.as_slice() {
        [] => String::new(),
        [one] => (*one).to_string(),
        [some @ .., last] => format!("{} and {last}", some.join(", ")),
    }
}
