//! The care of plantings as lines of a day's round, with how, why, what happens if it is left, and what gardeners do differently.

use crate::catalogue::care::KEEPING_SOURCE;
use crate::catalogue::{CareRule, CareSchool, Grade, Keeping, Moment};
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::reckon::season::Parts;
use crate::round::line::{AHEAD, CareNote, Counted, RoundLine, TopicTold};
use crate::round::seeds;
use crate::round::told::in_measures;
use crate::round::tools::is_for_the_bed;
use crate::season::care::{Asked, STEPS_ASKED_FOR, Stand, asked, chosen, is_so};
use crate::season::course::Course;
use crate::season::tasks::Task;
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::journal::{At, Happened, Work};
use sparrow_facts::patch::Patch;
use sparrow_facts::units::Length;

/// What is laid up is stored when it has dried for so long \[days\] (common practice).
const CURES_FOR: i32 = 21;
/// How long storing is asked for \[days\].
const STORED_WITHIN: i32 = 10;

/// The care that the plantings of some days ask for on one of them, and in the week after.
pub(crate) fn care_lines<'a>(known: Known<'a>, parts: &'a Parts, day: Date) -> impl Iterator<Item = RoundLine> + 'a {
    let going = move |_: &&Course| known.work.goes_on(1);
    parts.courses.iter().take_while(going).flat_map(move |course| lines_of(known, course, day).unwrap_or_default())
}

fn lines_of(known: Known, course: &Course, day: Date) -> Option<Vec<RoundLine>> {
    let patch = known.garden.patch(course.patch)?;
    let (bed, growing) = (known.garden.bed(patch.bed)?, known.growing(patch)?);
    let soil = known.soil(bed);
    let stand = Stand { patch, bed, growing, course, soil: &soil };
    let all = asked(known, &stand, (day.saturating_sub(60.days()), day.saturating_add(AHEAD.days())));
    let mut lines: Vec<RoundLine> = all.iter().filter_map(|asked| care_line(known, &stand, asked, day)).collect();
    // Where no plant has room there is none to care for.
    if !lines.is_empty() && Planting::of(known, patch)?.reckon().0.holes == 0 {
        lines.clear();
    }
    lines.extend(store_line(known, &stand, day));
    Some(lines)
}

/// How some care stands on a day; nothing where it does not belong to it.
fn care_line(known: Known, stand: &Stand, asked: &Asked, day: Date) -> Option<RoundLine> {
    let work = asked.rule.work;
    let story = known.observed.patch(stand.patch.id);
    let put_off = story.and_then(|story| story.put_off(work)).filter(|until| !asked.done && *until > asked.due);
    if !asked.done && !asked.repeats && story.is_some_and(|story| story.is_left_out(work)) {
        return None;
    }
    let due = put_off.unwrap_or(asked.due);
    let until = due.saturating_add((i64::from(asked.on.lasts) - 1).max(0).days());
    // What is done before a step is asked for as long as the step is.
    let before = asked.on.from == Moment::Sow || asked.on.from == Moment::Start && asked.on.days < 0;
    // What has to grow first is too late long before that.
    let grows = work == Work::TakeCuttings || work == Work::Chit && stand.growing.crop.parent.is_some();
    let before = before && !grows;
    let step = asked.due.saturating_sub(i64::from(asked.on.days).days());
    let until = if before { until.max(step.saturating_add(STEPS_ASKED_FOR.days())) } else { until };
    let belongs = if asked.done { due == day } else { day <= until && due <= day.saturating_add(AHEAD.days()) };
    if !belongs {
        return None;
    }
    let rule = if asked.repeats { format!("-{}-{}", asked.number, asked.due) } else { format!("-{}", asked.number) };
    let task = care_task(stand, (work, asked.due), &said(stand, asked.rule), &rule);
    let at = At { bed: Some(stand.patch.bed), patch: Some(stand.patch.id), rect: None };
    let distance = distance(known, stand.patch);
    let notes = if due <= day { vec![note(known, stand.patch, asked.rule)] } else { Vec::new() };
    let line = RoundLine::of(task, at, due, told(work, distance));
    let by = story.filter(|_| asked.done).and_then(|story| story.done_by(work, day));
    Some(RoundLine { done: asked.done, by, until: Some(until), notes, seeds: seeds(known, stand.patch, work), ..line })
}

/// How many seeds or pieces of a planting are soaked, sprouted, chilled or coated before they go in, and what is taken to make them.
fn seeds(known: Known, patch: &Patch, work: Work) -> Option<Counted> {
    match work {
        Work::TakeCuttings => seeds::taken(known, patch),
        Work::Chit => seeds::taken(known, patch).or_else(|| seeds::counted(known, patch)),
        Work::Soak | Work::Chill | Work::Inoculate => seeds::counted(known, patch),
        _ => None,
    }
}

/// What is put in store once it has been cleared, and dried where it must.
fn store_line(known: Known, stand: &Stand, day: Date) -> Option<RoundLine> {
    let keeping = known.catalogue.care.keeping(stand.growing.crop)?;
    let story = known.observed.patch(stand.patch.id)?;
    // Nobody stores what nobody is known to have cleared.
    let (cleared, _) = story.ended?;
    let cures = known.catalogue.care.of(stand.growing.crop).any(|(_, rule)| rule.work == Work::Cure);
    let due = cleared.saturating_add(if cures { CURES_FOR } else { 0 }.days());
    let due = story.put_off(Work::Store).unwrap_or(due);
    let stored = story.last_done(Work::Store);
    let belongs = match stored {
        Some(on) => on == day,
        None => (0..STORED_WITHIN).contains(&(day - due).get_days()) || (1..=AHEAD).contains(&(due - day).get_days()),
    };
    if !belongs || story.is_left_out(Work::Store) {
        return None;
    }
    let [_, plural] = stand.growing.crop.named(stand.growing.way);
    let said = format!("Put the {plural} in store");
    let task = care_task(stand, (Work::Store, due), &said, "");
    let at = At { bed: Some(stand.patch.bed), patch: Some(stand.patch.id), rect: None };
    let line = RoundLine::of(task, at, stored.unwrap_or(due), Happened::Stored { many: None });
    let by = story.done_by(Work::Store, day);
    Some(RoundLine { done: stored.is_some(), by, notes: vec![keeping_note(known, keeping)], ..line })
}

fn keeping_note(known: Known, keeping: &Keeping) -> CareNote {
    let ([cold, warm], [dry, damp], [least, most]) = (keeping.celsius, keeping.humidity, keeping.weeks);
    let said = format!(
        "{} At [{cold} C] to [{warm} C] and {dry} to {damp} per cent humidity it keeps {least} to {most} weeks; in a warmer cellar for less.",
        keeping.how
    );
    CareNote {
        how: in_measures(&said, known.garden.site.units),
        why: String::new(),
        left: String::new(),
        grade: Grade::Tested,
        source: KEEPING_SOURCE.into(),
        topic: None,
    }
}

/// What is to be known of a step of the plan.
pub(crate) fn notes_of_step(known: Known, parts: &Parts, task: &Task, day: Date) -> Vec<CareNote> {
    let told = || {
        let course = parts.courses.iter().find(|course| course.patch == task.patch)?;
        let patch = known.garden.patch(task.patch)?;
        let (bed, growing) = (known.garden.bed(patch.bed)?, known.growing(patch)?);
        let soil = known.soil(bed);
        let stand = Stand { patch, bed, growing, course, soil: &soil };
        let rules = known.catalogue.care.of(growing.crop).map(|(_, rule)| rule);
        let rules = rules.filter(|rule| rule.on.is_none() && rule.work == task.work);
        let rules = rules.filter(|rule| rule.holds_for(growing.way.book_key(), growing.means));
        let rules = rules.filter(|rule| rule.only.is_none_or(|only| is_so(known, &stand, only, day)));
        Some(rules.map(|rule| note(known, patch, rule)).collect())
    };
    told().unwrap_or_default()
}

fn note(known: Known, patch: &Patch, rule: &CareRule) -> CareNote {
    let names = |text: &str| {
        let crop = known.catalogue.crop(&patch.planted.crop);
        let (name, plural) = crop.map_or(("plant", "plants"), |crop| (crop.name.as_str(), crop.plural.as_str()));
        let distance = || distance(known, patch).map_or_else(String::new, |distance| distance.on_tape(known.garden.site.units));
        let text = text.replace("{name}", name).replace("{plural}", plural);
        let text = if text.contains("{distance}") { text.replace("{distance}", &distance()) } else { text };
        in_measures(&text, known.garden.site.units)
    };
    let topic = rule.topic.as_ref().and_then(|key| {
        let topic = known.catalogue.care.topic(key)?;
        let schools = topic.school.iter().map(|one| CareSchool { how: names(&one.how), ..one.clone() });
        Some(TopicTold {
            key: key.clone(),
            ask: topic.ask.clone(),
            chosen: chosen(known, key)?.to_string(),
            schools: schools.collect(),
        })
    });
    CareNote {
        how: names(&rule.how),
        why: names(&rule.why),
        left: names(&rule.left),
        grade: rule.grade,
        source: rule.source.clone(),
        topic,
    }
}

fn said(stand: &Stand, rule: &CareRule) -> String {
    let [name, plural] = stand.growing.crop.named(stand.growing.way);
    rule.say.replace("{name}", &name).replace("{plural}", &plural)
}

/// A piece of care as a task: told apart by its rule, and by its day where it comes again.
fn care_task(stand: &Stand, (work, day): (Work, Date), said: &str, rule: &str) -> Task {
    let Stand { patch, bed, .. } = stand;
    let place = match said.ends_with('?') {
        true => format!(" In {}", bed.name),
        false if is_for_the_bed(work) => format!(", for {}", bed.name),
        false => format!(" in {}", bed.name),
    };
    Task {
        key: format!("patch-{}-{}{rule}", patch.id.0, work.word()),
        ..Task::of(patch, work, (day, true), format!("{said}{place}"))
    }
}

/// The distance at which a planting stands.
fn distance(known: Known, patch: &Patch) -> Option<Length> {
    let planting = Planting::by_packet(known.garden, known.catalogue, patch)?;
    Some(planting.distance(planting.school).along)
}

/// What is written down when some care is done.
fn told(work: Work, distance: Option<Length>) -> Happened {
    match work {
        Work::Thin => Happened::Thinned { to: distance },
        Work::Water => Happened::Watered { depth: None },
        Work::Weed => Happened::Weeded,
        Work::Mulch => Happened::Mulched,
        Work::Guard => Happened::Covered,
        Work::Uncover => Happened::Uncovered,
        Work::Stake | Work::Train => Happened::Staked,
        Work::Feed => Happened::Fed { many: None },
        Work::LookFor => Happened::Up { many: None, of: None },
        Work::SowAgain => Happened::Sown { many: None, depth: None, apart: None, under: None },
        Work::PickAgain => Happened::Picked { many: None },
        work => Happened::Tended { work },
    }
}
