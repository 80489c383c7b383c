//! The calendar, read back by an independent parser of RFC 5545: it says the same as the page, and its names are stable.

use ical::parser::ical::component::IcalEvent;
use jiff::ToSpan;
use jiff::civil::{Date, date};
use proptest::prelude::*;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, carry_out};
use sparrow_core::change::replan::PatchChange;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::reckon::season::{all_tasks, view};
use sparrow_core::season::tasks::Task;
use sparrow_demo::quillet_lane;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_formats::season_calendar::{Naming, csv, ics};
use std::collections::{BTreeMap, HashSet};

/// What is known of a garden; its grower lives as long as the test.
fn known(garden: &Garden) -> Known<'_> {
    Known::new(garden, Catalogue::standard(), Box::leak(Box::new(Grower::of(garden, Catalogue::standard()))), date(2026, 11, 23))
}

const TODAY: Date = date(2026, 11, 23);
const NAMING: Naming = Naming { uid: "0123abcd", revision: 7, made: TODAY };

fn demo() -> Garden {
    quillet_lane(TODAY).expect("it stands on its own rules")
}

fn tasks(garden: &Garden) -> Vec<Task> {
    all_tasks(known(garden), date(2026, 9, 1))
}

fn events(text: &str) -> Vec<IcalEvent> {
    let calendars: Vec<_> = ical::IcalParser::new(text.as_bytes()).collect::<Result<_, _>>().expect("it is iCalendar");
    assert_eq!(calendars.len(), 1);
    calendars.into_iter().next().expect("one calendar").events
}

/// The value of a property, with the escapes of RFC 5545, 3.3.11, taken off.
fn value(event: &IcalEvent, name: &str) -> String {
    let property = event.properties.iter().find(|property| property.name == name);
    let text = property.and_then(|property| property.value.clone()).unwrap_or_default();
    text.replace("\\,", ",").replace("\\;", ";").replace("\\n", "\n").replace("\\\\", "\\")
}

fn by_uid(garden: &Garden) -> BTreeMap<String, (String, String)> {
    let text = ics(garden, &tasks(garden), &NAMING);
    events(&text).iter().map(|event| (value(event, "UID"), (value(event, "DTSTART"), value(event, "SUMMARY")))).collect()
}

#[test]
fn an_independent_parser_reads_what_the_page_shows() {
    let garden = demo();
    let shown = view(known(&garden), date(2027, 6, 16)).tasks;
    assert!(shown.len() > 80, "the premise: a full year, {} entries", shown.len());
    let read = by_uid(&garden);
    for task in &shown {
        let (day, summary) = &read[&format!("{}@0123abcd.patient-sparrow", task.key)];
        assert_eq!((day, summary), (&task.day.strftime("%Y%m%d").to_string(), &task.said));
    }
    let text = ics(&garden, &tasks(&garden), &NAMING);
    let first = &events(&text)[0];
    assert_eq!((value(first, "SEQUENCE"), value(first, "DTSTAMP")), ("7".into(), "20261123T000000Z".into()));
    for event in events(&text) {
        // RFC 5545, 3.6.1: an entry ends before its DTEND, which is later than its DTSTART; a whole day ends with the next.
        let day = |name: &str| Date::strptime("%Y%m%d", value(&event, name)).expect("a day");
        assert_eq!(day("DTEND"), day("DTSTART").tomorrow().expect("a day"));
    }
    assert!(text.lines().all(|line| line.len() <= 75), "lines are folded at 75 octets, RFC 5545, 3.1");
    assert!(text.contains("\r\n"));
    let guesses = events(&text).iter().filter(|event| value(event, "STATUS") == "TENTATIVE").count();
    assert!(guesses > 10, "days of ripeness are guesses, and say so");
}

#[test]
fn a_change_moves_entries_and_never_doubles_them() {
    let mut garden = demo();
    let before = by_uid(&garden);
    let cabbage = garden.patches.iter().find(|patch| patch.planted.crop == "cabbage").expect("the demo has cabbages").clone();
    let later = |day: Date| day.saturating_add(30.days());
    let change = PatchChange::Days { patch: cabbage.id, from: later(cabbage.from), until: later(cabbage.until) };
    carry_out(&mut garden, Catalogue::standard(), &Command::Replan { changes: vec![change], follow: true }, TODAY)
        .expect("it can move");
    let after = by_uid(&garden);
    assert_eq!(before.keys().collect::<Vec<_>>(), after.keys().collect::<Vec<_>>(), "the same entries");
    let moved = before.iter().filter(|(uid, entry)| after[*uid].0 != entry.0).count();
    // The cabbages are sown, hardened, planted, picked and cleared on other days, and so is what follows them.
    assert!(moved >= 6, "{moved} entries moved");
}

#[test]
fn the_table_holds_the_same_and_no_formula() {
    let mut garden = demo();
    garden.beds[0].name = "=2+2, a \"bed\"".into();
    let tasks = tasks(&garden);
    let table = csv(&garden, &tasks, &NAMING).expect("it can be written");
    let mut reader = ::csv::Reader::from_reader(table.as_bytes());
    let rows: Vec<_> = reader.records().collect::<Result<_, _>>().expect("it is CSV");
    assert_eq!(rows.len(), tasks.len());
    for (row, task) in rows.iter().zip(&tasks) {
        assert_eq!((&row[0], &row[1], &row[2]), (task.day.to_string().as_str(), task.work.word(), task.crop.as_str()));
        assert!(!row[4].starts_with('='), "{}", &row[4]);
        assert_eq!(row[7], format!("{}@0123abcd.patient-sparrow", task.key));
    }
    assert!(rows.iter().any(|row| row[4].starts_with("'=2+2")), "a name that looks like a formula is defused");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    #[test]
    fn prop_every_name_is_used_once_and_stays(moves in prop::collection::vec((any::<u8>(), -40..40i64), 0..8)) {
        let mut garden = demo();
        let before: HashSet<String> = by_uid(&garden).into_keys().collect();
        for (who, by) in moves {
            let Some(patch) = garden.patch(PatchId(u32::from(who) % 40 + 1)).cloned() else { continue };
            let change = PatchChange::Days { patch: patch.id, from: patch.from.saturating_add(by.days()), until: patch.until.saturating_add(by.days()) };
            let _ = carry_out(&mut garden, Catalogue::standard(), &Command::Replan { changes: vec![change], follow: true }, TODAY);
        }
        let text = ics(&garden, &tasks(&garden), &NAMING);
        let names: Vec<String> = events(&text).iter().map(|event| value(event, "UID")).collect();
        prop_assert_eq!(names.iter().collect::<HashSet<_>>().len(), names.len());
        // Only the look at the ripe crop comes and goes, with whether it ripens before it is cleared.
        let lost = before.iter().filter(|uid| !names.contains(uid) && !uid.contains("-pick@"));
        prop_assert_eq!(lost.count(), 0);
    }
}
