//! Which care does a planting ask for between sowing and store, and when?

use crate::catalogue::care::On;
use crate::catalogue::{Bulk, CareRule, Moment, Only};
use crate::climate::bed_soil::BedSoil;
use crate::climate::calendar;
use crate::climate::frost::Side;
use crate::climate::normals::day_index;
use crate::climate::weather::Weather;
use crate::growth::growing::Growing;
use crate::growth::in_hole::{in_each_hole, plants_a_hole};
use crate::growth::window::bolts;
use crate::known::Known;
use crate::lived;
use crate::observed::Story;
use crate::season::course::Course;
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::bed::{Bed, BedKind};
use sparrow_facts::journal::Work;
use sparrow_facts::patch::Patch;
use sparrow_facts::timing::Means;

/// So long before its day work counts as done for it \[days\] (own choice).
const LEAD: i64 = 14;
/// How often is picked what the catalogue has no interval for \[days\] (common practice for leaves).
const PICKED_EVERY: u16 = 10;
/// How long steps of the plan are asked for \[days\].
pub const STEPS_ASKED_FOR: i32 = 21;
/// The soil freezes where its usual mean falls to this \[°C\].
const FREEZES: f64 = 0.5;
/// From so warm a usual day on there are soft shoots to cut \[°C\] (own choice, from the 10 °C of common practice).
const GROWS: f64 = 10.0;
/// Heat is looked for so long after a crop is ripe \[days\].
const STANDS_AT_MOST: i64 = 200;

/// A planting as its care looks at it.
#[derive(Debug, Clone, Copy)]
pub struct Stand<'a> {
    /// What stands.
    pub patch: &'a Patch,
    /// Where.
    pub bed: &'a Bed,
    /// What it grows.
    pub growing: Growing<'a>,
    /// Its days.
    pub course: &'a Course,
    /// The soil of its bed.
    pub soil: &'a BedSoil,
}

/// Care that is asked for.
#[derive(Debug, Clone, Copy)]
pub struct Asked<'a> {
    /// The rule's number.
    pub number: usize,
    /// The rule.
    pub rule: &'a CareRule,
    /// When it is asked for, and when.
    pub on: &'a On,
    /// The first day for which it is asked; where it is done, the day on which it was done last.
    pub due: Date,
    /// It was done.
    pub done: bool,
    /// It comes again.
    pub repeats: bool,
}

/// What care a planting asks for that may matter from a day until another.
pub fn asked<'a>(known: Known<'a>, stand: &Stand<'a>, window: (Date, Date)) -> Vec<Asked<'a>> {
    let story = known.observed.patch(stand.patch.id);
    let means = stand.growing.means;
    let begun = story.and_then(|story| lived::begun(stand.patch, story, means)).is_some();
    let stands = begun || lived::is_believed(stand.patch, known.observed);
    let sown = begun || story.is_some_and(|story| story.done_on(Work::SowInside).is_some());
    let rules = known.catalogue.care.of(stand.growing.crop);
    let way = stand.growing.way;
    let holds_for = |rule: &CareRule| rule.holds_for(way.book_key(), means) && bears(&stand.growing, rule.work);
    let rules = rules.filter(|(_, rule)| holds_for(rule) && is_of_the_school(known, rule));
    let dues = rules.filter_map(|(number, rule)| Some((number, rule, rule.on.as_ref()?))).flat_map(|(number, rule, on)| {
        let moments = moments(known, stand, on.from, window);
        moments.into_iter().flat_map(move |moment| occasions(stand, story, (number, rule, on), moment, window))
    });
    let holds = |asked: &Asked| {
        if asked.rule.work == Work::PickAgain && !asked.done && !is_picked(stand, story, asked.due) {
            return false;
        }
        // What is done before it is sown or planted is too late once it is.
        let in_time = match asked.on.from {
            Moment::Sow => !sown,
            _ if asked.due < stand.course.plant => !begun,
            _ => stands,
        };
        asked.done || in_time && asked.rule.only.is_none_or(|only| is_so(known, stand, only, asked.due))
    };
    dues.filter(holds).collect()
}

/// Whether the seed of what is grown may be worked so: what was dressed, coated or primed is neither soaked nor coated once more (common
/// practice, and what its label says).
fn bears(growing: &Growing, work: Work) -> bool {
    !(matches!(work, Work::Soak | Work::Inoculate) && growing.is_treated())
}

/// Whether a planting may be picked again: it was picked, or so long ago was it ripe that nobody asks for that any longer.
fn is_picked(stand: &Stand, story: Option<&Story>, day: Date) -> bool {
    let picked = story.is_some_and(|story| story.done_on(Work::Pick).is_some());
    picked || settled(stand, Moment::Ripe).is_some_and(|ripe| (day - ripe).get_days() > STEPS_ASKED_FOR)
}

/// Whether a rule is of the school that was chosen, where it is of any.
fn is_of_the_school(known: Known, rule: &CareRule) -> bool {
    let Some((topic, school)) = rule.topic.as_ref().zip(rule.school.as_ref()) else { return true };
    chosen(known, topic) == Some(school)
}

/// The school that holds in a matter that gardeners disagree about: the chosen one, else the first.
pub fn chosen<'a>(known: Known<'a>, topic: &str) -> Option<&'a str> {
    let schools = known.catalogue.care.schools(topic)?;
    let said = known.observed.chosen(topic).filter(|said| schools.iter().any(|one| one.key == *said));
    said.or_else(|| schools.first().map(|one| one.key.as_str()))
}

/// The days on which a rule asks, counted from one moment: the day it was done last, and those that come.
fn occasions<'a>(
    stand: &Stand,
    story: Option<&Story>,
    (number, rule, on): (usize, &'a CareRule, &'a On),
    moment: Date,
    (from, until): (Date, Date),
) -> Vec<Asked<'a>> {
    let every = if on.every_picking { Some(stand.growing.crop.pick_every.map_or(PICKED_EVERY, u16::from)) } else { on.every };
    let base = moment.saturating_add(i64::from(on.days).days());
    // The first picking is a step of the plan.
    let base = if on.every_picking { base.saturating_add(every.map_or(0, i64::from).days()) } else { base };
    let end = on.until.and_then(|until| settled(stand, until)).unwrap_or(stand.course.free);
    let earliest = base.saturating_sub(LEAD.days());
    let again = |last: &Date| rule.work != Work::SowAgain || *last > stand.course.plant;
    let counts = |day: Option<Date>| day.filter(|last| *last >= earliest).filter(again);
    let done = counts(story.and_then(|story| story.last_done(rule.work)));
    // What comes again and was left out once is asked for again in its time.
    let last = counts(story.and_then(|story| story.last_seen_to(rule.work))).filter(|_| every.is_some()).or(done);
    let asked = |due: Date, done: bool| Asked { number, rule, on, due, done, repeats: every.is_some() };
    let mut found: Vec<Asked> = done.map(|done| asked(done, true)).into_iter().collect();
    match (every, last) {
        (None, Some(_)) => {}
        (None, None) => found.push(asked(base, false)),
        (Some(every), last) => {
            let step = i64::from(every.max(1));
            let mut due = last.map_or(base, |last| last.saturating_add(step.days()).max(base));
            let mut left = on.times.map_or(i64::MAX, |times| {
                let gone = if last.is_some() { i64::from((due - base).get_days()) / step } else { 0 };
                (i64::from(times) - gone).max(0)
            });
            let behind = i64::from((from - due).get_days()) - i64::from(on.lasts);
            let skipped = (behind.max(0) + step - 1) / step;
            due = due.saturating_add(skipped.saturating_mul(step).days());
            left -= skipped;
            while due <= until && due <= end && left > 0 {
                found.push(asked(due, false));
                due = due.saturating_add(step.days());
                left -= 1;
            }
        }
    }
    found.retain(|one| one.due <= until && one.due.saturating_add(i64::from(on.lasts).days()) >= from);
    found
}

/// The days of a moment that may matter from a day until another: one, but for those that come every year.
fn moments(known: Known, stand: &Stand, moment: Moment, window: (Date, Date)) -> Vec<Date> {
    let weather = &known.grower.weather;
    let of_year: &dyn Fn(i16) -> Option<Date> = match moment {
        Moment::LastFrost => &|year| weather.even_frost(Side::Spring, year),
        Moment::FirstFrost => &|year| weather.even_frost(Side::Autumn, year),
        Moment::Freeze => &|year| freezes(weather, year),
        Moment::Bolts => return bolts_on(known, stand).into_iter().collect(),
        settles => return settled(stand, settles).into_iter().collect(),
    };
    let hemisphere = weather.hemisphere();
    let first = calendar::growing_year(window.0, hemisphere).saturating_sub(1);
    let last = calendar::growing_year(window.1, hemisphere).saturating_add(1);
    (first..=last).filter_map(of_year).filter(|day| (stand.course.plant..=stand.course.free).contains(day)).collect()
}

/// The day of a moment that the planting's own days tell.
fn settled(stand: &Stand, moment: Moment) -> Option<Date> {
    let Stand { course, growing, .. } = stand;
    match moment {
        Moment::Sow => course.sow.or(Some(course.plant)),
        Moment::Start => Some(course.plant),
        Moment::Up => course.ripening.filter(|_| growing.means == Means::Direct).map(|ripening| ripening.up),
        Moment::Ripe => course.ripening.map(|ripening| ripening.ripe).filter(|ripe| *ripe <= course.free),
        Moment::End => Some(course.free),
        Moment::LastFrost | Moment::FirstFrost | Moment::Freeze | Moment::Bolts => None,
    }
}

/// The day of a growing year on which the soil usually freezes first after its warmest; nothing where it does not.
fn freezes(weather: &Weather, year: i16) -> Option<Date> {
    let (first, _) = calendar::year_span(year, weather.hemisphere());
    let soil = |day: &Date| weather.normals.soil[day_index(*day)];
    let year: Vec<Date> = first.series(1.day()).take(366 + 180).collect();
    let warmest = (0..366).max_by(|a, b| soil(&year[*a]).total_cmp(&soil(&year[*b])))?;
    year[warmest..].iter().find(|day| soil(day) <= FREEZES).copied()
}

/// The first day after it is ripe on which it usually bolts.
fn bolts_on(known: Known, stand: &Stand) -> Option<Date> {
    let figures = stand.growing.figures().bolts?;
    let ripe = settled(stand, Moment::Ripe)?;
    let last = stand.course.free.min(ripe.saturating_add(STANDS_AT_MOST.days()));
    ripe.series(1.day()).take_while(|day| *day <= last).find(|day| bolts(known.grower, figures, *day))
}

/// Whether what a rule asks for is so.
pub fn is_so(known: Known, stand: &Stand, only: Only, day: Date) -> bool {
    let story = known.observed.patch(stand.patch.id);
    let Stand { growing, .. } = stand;
    let again = |leaf: bool| growing.picked_again() && (growing.figures().bulk == Bulk::Leaf) == leaf;
    match only {
        Only::HotSoil => {
            growing.figures().sprout.as_ref().is_some_and(|sprout| stand.soil.on(&known.grower.weather, day) > sprout.best)
        }
        Only::NotUp => story.is_none_or(|story| story.up.is_none()),
        Only::SownNotUp => story.is_some_and(|story| story.up.is_none() && story.done_on(Work::SowOutside).is_some()),
        Only::TooMany => {
            let own = stand.patch.planted.in_each;
            in_each_hole(*growing, own) > plants_a_hole(*growing, own)
        }
        Only::Trellis => growing.way.trellis,
        Only::Container => matches!(stand.bed.kind, BedKind::Container { .. }),
        Only::Covered => story.is_some_and(|story| {
            let on = story.last_done(Work::Guard);
            on.is_some() && on > story.last_done(Work::Uncover)
        }),
        Only::Growing => known.grower.weather.mean(day) >= GROWS,
        Only::Leaf => again(true),
        Only::Fruit => again(false),
    }
}
