//! The journal and the day's round: what was written down holds in whatever order it comes, and what was done is not asked for.

use jiff::ToSpan;
use jiff::civil::{Date, date};
use proptest::prelude::*;
use proptest::sample::{Index, select};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::journal;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::lived::lived;
use sparrow_core::observed::Observed;
use sparrow_core::round::line::RoundLine;
use sparrow_core::round::rounds::{ASKED_FOR, Rounds, rounds};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::NumbersGiven;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::journal::{Amount, At, Ending, EntryId, Happened, JournalEntry, Unit, Work, holding};
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use std::collections::BTreeSet;
use std::time::Instant;
use uuid::Uuid;

const TODAY: Date = date(2026, 11, 23);

fn entry(id: u128, day: Date, patch: u32, what: Happened) -> JournalEntry {
    let at = At { bed: None, patch: Some(PatchId(patch)), rect: None };
    JournalEntry { id: EntryId(Uuid::from_u128(id)), day, at, what, words: String::new(), instead_of: None }
}

fn any_happened() -> impl Strategy<Value = Happened> {
    let work = || select(vec![Work::SowOutside, Work::PlantOut, Work::Pick, Work::Clear]);
    let many = (1..500u32).prop_map(|tenths| Some(Amount { tenths, unit: Unit::Grams, rough: false }));
    prop_oneof![
        Just(Happened::Sown { many: None, depth: None, apart: None, under: None }),
        Just(Happened::Planted { many: None }),
        Just(Happened::Up { many: None, of: None }),
        many.prop_map(|many| Happened::Picked { many }),
        Just(Happened::Cleared { ending: Ending::Bolted }),
        (work(), 0..60i32)
            .prop_map(|(work, days)| Happened::PutOff { work, until: date(2027, 4, 1).saturating_add(days.days()) }),
        work().prop_map(|work| Happened::LeftOut { work }),
    ]
}

/// A journal of a few patches, in which some entries strike out or replace others, earlier and later ones.
fn any_journal() -> impl Strategy<Value = Vec<JournalEntry>> {
    let one = (any_happened(), 1..4u32, 0..60i32, 0..6u8, any::<Index>());
    proptest::collection::vec(one, 1..14).prop_map(|all| {
        let many = all.len();
        let written = |(n, (what, patch, days, kind, other)): (usize, (Happened, u32, i32, u8, Index))| {
            let other = EntryId(Uuid::from_u128(1 + other.index(many) as u128));
            let mut entry = entry(1 + n as u128, date(2027, 4, 1).saturating_add(days.days()), patch, what);
            match kind {
                0 => entry.what = Happened::Struck { entry: other },
                1 => entry.instead_of = Some(other),
                _ => {}
            }
            entry
        };
        all.into_iter().enumerate().map(written).collect()
    })
}

proptest! {
    #[test]
    fn prop_the_order_in_which_entries_come_and_how_often_changes_nothing(
        journal in any_journal(), places in proptest::collection::vec(any::<Index>(), 30),
    ) {
        let mut mixed = journal.clone();
        for place in &places {
            let taken = mixed.remove(place.index(mixed.len()));
            mixed.insert(place.index(mixed.len() + 1), taken.clone());
            mixed.push(taken);
        }
        prop_assert_eq!(Observed::of(&mixed), Observed::of(&journal));
    }

    #[test]
    fn prop_what_is_struck_out_is_as_if_it_had_not_been_written_and_a_strike_can_be_struck(
        journal in any_journal(), which in any::<Index>(),
    ) {
        let struck = &journal[which.index(journal.len())];
        let strike = |id: u128, of: EntryId| entry(id, TODAY, 1, Happened::Struck { entry: of });
        let without: Vec<JournalEntry> = journal.iter().filter(|one| one.id != struck.id).cloned().collect();
        let first = strike(1000, struck.id);
        let with: Vec<JournalEntry> = journal.iter().cloned().chain([first.clone()]).collect();
        prop_assert_eq!(Observed::of(&with), Observed::of(&without));
        let both: Vec<JournalEntry> = with.into_iter().chain([strike(1001, first.id)]).collect();
        prop_assert_eq!(Observed::of(&both), Observed::of(&journal));
    }
}

#[test]
fn what_was_written_before_cannot_strike_out_what_comes_after_nor_two_each_other() {
    let strike = |id: u128, of: u128| entry(id, TODAY, 1, Happened::Struck { entry: EntryId(Uuid::from_u128(of)) });
    let sown = entry(5, TODAY, 1, Happened::Sown { many: None, depth: None, apart: None, under: None });
    assert_eq!(holding([&strike(4, 5), &sown]), [&sown]);
    assert_eq!(holding([&strike(6, 7), &strike(7, 6), &sown]), [&sown]);
    assert!(holding([&strike(6, 5), &sown]).is_empty());
}

/// A garden with what is written down of it.
struct Walk {
    garden: Garden,
    grower: Grower,
    journal: Vec<JournalEntry>,
}

impl Walk {
    fn of(garden: Garden) -> Walk {
        let grower = Grower::of(&garden, Catalogue::standard());
        Walk { garden, grower, journal: Vec::new() }
    }

    fn round(&self, day: Date) -> Rounds {
        self.knows(day, |known| rounds(known, day))
    }

    /// What is known on a day, with all that was written down.
    fn knows<T>(&self, today: Date, tell: impl FnOnce(Known) -> T) -> T {
        let observed = Observed::of(&self.journal);
        let lived = lived(&self.garden, Catalogue::standard(), &observed);
        tell(Known::new(&self.garden, Catalogue::standard(), &self.grower, today).seeing(&observed, &lived))
    }

    /// What a line tells is written down as done.
    fn does(&mut self, day: Date, line: RoundLine) {
        let id = 1 + self.journal.len() as u128;
        self.journal.push(JournalEntry { at: line.at, ..entry(id, day, 0, line.told) });
    }

    /// All that is asked for is done, and what is asked for by that.
    fn does_all(&mut self, day: Date) {
        for _ in 0..4 {
            for line in self.round(day).lines.into_iter().filter(|line| !line.done) {
                self.does(day, line);
            }
        }
    }

    fn writes(&mut self, day: Date, patch: PatchId, what: Happened) {
        self.journal.push(entry(1 + self.journal.len() as u128, day, patch.0, what));
    }
}

#[test]
fn what_is_done_on_its_day_is_done_and_nothing_is_ever_late() {
    let mut agreed = 0;
    for garden in [sparrow_demo::quillet_lane(TODAY), sparrow_demo::tern_court(TODAY)] {
        let mut walk = Walk::of(garden.expect("a demo garden"));
        let (mut many, mut longest) = (0, 0.0f64);
        // What was due before the first day was never written down.
        let first = date(2027, 1, 1).saturating_add((ASKED_FOR + 1).days());
        let begun = Walk::of(walk.garden.clone());
        for line in first.series(1.day()).take(60).flat_map(|day| begun.round(day).lines).filter(|line| line.due < first) {
            walk.does(line.due, line);
        }
        for day in first.series(1.day()).take(420) {
            let timed = Instant::now();
            let round = walk.round(day);
            longest = longest.max(timed.elapsed().as_secs_f64());
            let on_its_day = |line: &RoundLine| line.due == day || !line.task.work.is_step();
            let as_it_should = |line: &RoundLine| line.late == 0 && !line.done && on_its_day(line);
            assert!(round.lines.iter().all(as_it_should), "{day}: {:?}", round.lines);
            let keys: BTreeSet<&str> = round.lines.iter().map(|line| line.task.key.as_str()).collect();
            assert_eq!(keys.len(), round.lines.len(), "{day}: no work is asked for twice");
            many += round.lines.len();
            walk.does_all(day);
            let after = walk.round(day).lines;
            assert!(after.iter().all(|line| line.done && line.late == 0), "{day}: {after:?}");
        }
        println!("{}: {many} done, a round reckoned in {:.1} ms at most", walk.garden.site.name, longest * 1000.0);
        assert!(many > 100, "the premise: {many} is hardly a year's work");
        // Plan and fact agree: everything was done on its day.
        let after = walk.knows(date(2028, 4, 1), |known| known.garden.clone());
        let days = |patch: &Patch| (patch.id, patch.from, patch.until);
        let begun = |one: &&Patch| first < one.from && one.from < date(2028, 3, 1);
        let of = |garden: &Garden| garden.patches.iter().filter(begun).map(days).collect::<Vec<_>>();
        agreed += of(&walk.garden).len();
        assert_eq!(of(&after), of(&walk.garden));
    }
    assert!(agreed > 10, "the premise: {agreed} were begun in that time");
}

#[test]
fn what_is_put_off_comes_back_and_what_is_left_out_does_not() {
    let mut walk = Walk::of(sparrow_demo::quillet_lane(TODAY).expect("a demo garden"));
    let days = date(2027, 3, 1).series(1.day()).take(120);
    let (day, line) = days
        .flat_map(|day| walk.round(day).lines.into_iter().map(move |line| (day, line)))
        .find(|(_, line)| line.late == 0 && line.task.work.is_step())
        .expect("spring brings work");
    let (patch, work) = (line.task.patch, line.task.work);
    let asked = |walk: &Walk, day: Date| walk.round(day).lines.into_iter().find(|one| one.task.key == line.task.key);
    let until = day.saturating_add(5.days());
    walk.writes(day, patch, Happened::PutOff { work, until });
    assert_eq!(asked(&walk, day), None);
    let later = asked(&walk, until).expect("it comes back");
    assert_eq!((later.due, later.late), (until, 0));
    let late = asked(&walk, until.saturating_add(3.days())).expect("it waits");
    assert_eq!((late.due, late.late), (until, 3));
    assert_eq!(asked(&walk, until.saturating_add((ASKED_FOR + 1).days())), None, "it is not asked for forever");
    walk.writes(day, patch, Happened::LeftOut { work });
    assert_eq!(asked(&walk, until), None);
}

#[test]
fn what_comes_before_other_work_is_not_asked_for_once_that_is_done_and_not_told_as_done() {
    let mut walk = Walk::of(sparrow_demo::quillet_lane(TODAY).expect("a demo garden"));
    let day = date(2027, 5, 20);
    let lines = walk.round(day).lines;
    let planted =
        lines.iter().find(|line| line.task.work == Work::PlantOut).expect("the premise: something is planted out").clone();
    let earlier = |lines: &[RoundLine]| {
        let before = |work: Work| work.is_step() && work < Work::PlantOut;
        lines.iter().filter(|line| line.task.patch == planted.task.patch && before(line.task.work)).count()
    };
    assert!(earlier(&lines) > 0, "the premise: its seedlings were not written down");
    walk.writes(day, planted.task.patch, planted.told.clone());
    let after = walk.round(day).lines;
    assert_eq!(earlier(&after), 0, "{after:?}");
    assert_eq!(after.iter().filter(|line| line.done).count(), 1, "{after:?}");
}

#[test]
fn nothing_is_late_before_its_day_has_come_nor_by_the_usual_warmth_alone() {
    let walk = Walk::of(sparrow_demo::quillet_lane(TODAY).expect("a demo garden"));
    let today = date(2027, 5, 20);
    let known = Known::new(&walk.garden, Catalogue::standard(), &walk.grower, today);
    let now = rounds(known, today);
    assert!(now.lines.iter().any(|line| line.late > 0), "the premise: nothing was written down, so something is late");
    assert!(now.lines.iter().any(|line| line.task.guess && line.due < today), "the premise: something may be ripe by now");
    assert!(now.lines.iter().all(|line| !line.task.guess || line.late == 0));
    for ahead in today.series(1.day()).skip(1).take(40) {
        let lines = rounds(known, ahead).lines;
        let care = |line: &RoundLine| !line.task.work.is_step();
        assert!(lines.iter().all(|line| line.late == 0 && (line.due == ahead || care(line))), "{ahead}: {lines:?}");
    }
}

#[test]
fn an_entry_is_checked_for_its_numbers_and_not_for_what_is_gone() {
    let garden = sparrow_demo::quillet_lane(TODAY).expect("a demo garden");
    let grower = Grower::of(&garden, Catalogue::standard());
    let known = Known::new(&garden, Catalogue::standard(), &grower, TODAY);
    // 9 November 2024, in the version that tells it.
    let number = 0x0193_1000_0000_7000_8000_0000_0000_0001;
    let note = |patch: u32, words: &str| JournalEntry { words: words.into(), ..entry(number, TODAY, patch, Happened::Note) };
    let highest = garden.patches.iter().map(|patch| patch.id.0).max().expect("patches");
    assert_eq!(journal::entry(known, &note(highest + 9, "pulled by mistake")), Ok(()));
    let tomorrow = JournalEntry { day: date(2026, 11, 24), ..note(1, "") };
    assert_eq!(journal::entry(known, &tomorrow), Ok(()), "it is tomorrow somewhere");
    let later = JournalEntry { day: date(2026, 11, 25), ..note(1, "") };
    assert_eq!(journal::entry(known, &later), Err(Refusal::NotYet { day: later.day }));
    for odd in [1, u128::MAX, 0x0193_1000_0000_4000_8000_0000_0000_0001, 0xffff_ff00_0000_7000_8000_0000_0000_0001] {
        let numbered = JournalEntry { id: EntryId(Uuid::from_u128(odd)), ..note(1, "") };
        assert_eq!(journal::entry(known, &numbered), Err(Refusal::OddNumber), "{odd:x}");
    }
    let far = journal::entry(known, &note(highest + 5000, ""));
    assert!(matches!(far, Err(Refusal::NumberOutOfRange { field: "patch", .. })), "{far:?}");
    let spoken = known.with_numbers(NumbersGiven { patch: highest + 4500, ..NumbersGiven::default() });
    assert_eq!(journal::entry(spoken, &note(highest + 5000, "")), Ok(()));
    assert_eq!(journal::entry(known, &note(1, "a\u{200b}b")), Err(Refusal::OddLetters { field: "words" }));
    let wide = At {
        bed: Some(BedId(garden.beds[0].id.0)),
        patch: None,
        rect: Some(sparrow_facts::rect::Rect { x: 0, y: 0, w: 999, h: 1 }),
    };
    let outside = JournalEntry { at: wide, ..note(1, "") };
    assert!(matches!(journal::entry(known, &outside), Err(Refusal::OutsideBed { .. })));
}

/// What a page shows at once when a line is ticked is what the server says then: it is done on this day, by that entry, and struck out it is
/// to be done again. Through a year of both households and of one in the other half of the year.
#[test]
fn a_line_that_is_ticked_is_done_by_that_entry_and_struck_out_it_is_as_before() {
    let south = sparrow_demo::tern_court(TODAY).expect("it stands");
    let mut ticked = BTreeSet::new();
    for garden in [sparrow_demo::quillet_lane(TODAY).expect("it stands"), south] {
        for week in 0..26 {
            let day = date(2026, 1, 5).saturating_add((week * 14).days());
            let before = round_on(&garden, &[], day);
            for line in before.lines.iter().filter(|line| !line.done) {
                ticked.insert(line.told.kind().word);
                assert!(line.told.does(line.task.work), "{:?} by {:?}", line.task.work, line.told);
                let entry = JournalEntry {
                    id: EntryId(Uuid::from_u128(77)),
                    day,
                    at: line.at,
                    what: line.told.clone(),
                    words: String::new(),
                    instead_of: None,
                };
                let after = round_on(&garden, std::slice::from_ref(&entry), day);
                let now = after.lines.iter().find(|one| one.task.key == line.task.key);
                let told = now.map(|now| (now.done, now.late, now.by));
                // What comes again is told by the day on which it was done.
                let same = after.lines.iter().any(|one| one.by == Some(entry.id) && one.task.work == line.task.work);
                assert!(told == Some((true, 0, Some(entry.id))) || same, "{day}: {:?} became {told:?}", line.task);
                let struck = JournalEntry {
                    id: EntryId(Uuid::from_u128(78)),
                    what: Happened::Struck { entry: entry.id },
                    ..entry.clone()
                };
                assert_eq!(round_on(&garden, &[entry, struck], day), before, "{day}: {:?}", line.task);
            }
        }
    }
    assert!(ticked.len() > 8, "{ticked:?}");
}

fn round_on(garden: &Garden, journal: &[JournalEntry], day: Date) -> Rounds {
    let catalogue = Catalogue::standard().with_own(garden);
    let grower = Grower::of(garden, &catalogue);
    let observed = Observed::of(journal);
    let lived = lived(garden, &catalogue, &observed);
    rounds(Known::new(garden, &catalogue, &grower, day).seeing(&observed, &lived), day)
}

#[test]
fn the_words_of_kinds_are_those_that_stand_in_entries() {
    for kind in sparrow_facts::journal::KINDS {
        // A field that a kind wants is said to be missing: an unknown kind is told by another error.
        let read = serde_json::from_value::<Happened>(serde_json::json!({ "kind": kind.word }));
        let unknown = read.as_ref().is_err_and(|error| error.to_string().contains("unknown variant"));
        assert!(!unknown, "{}: {read:?}", kind.word);
        assert!(read.is_err() || read.is_ok_and(|what| what.kind() == *kind), "{}", kind.word);
    }
    // Each kind that may say how much says so in the table: an amount that it did not tell of would be held to no limit.
    let amount = Amount { tenths: 70, unit: Unit::Pieces, rough: false };
    let mut with_amounts = 0;
    for kind in sparrow_facts::journal::KINDS {
        let read = serde_json::from_value::<Happened>(serde_json::json!({ "kind": kind.word, "many": amount }));
        // A kind of one word takes no notice of what else is sent, and does not keep it.
        let keeps = |what: &Happened| serde_json::to_value(what).is_ok_and(|kept| kept.get("many").is_some());
        if let Some(what) = read.ok().filter(keeps) {
            assert_eq!(what.many(), Some(amount), "{}", kind.word);
            with_amounts += 1;
        }
    }
    assert_eq!(with_amounts, 9);
    let variants = serde_json::from_value::<Happened>(serde_json::json!({ "kind": "" })).unwrap_err().to_string();
    assert_eq!(variants.matches('`').count() / 2 - 1, sparrow_facts::journal::KINDS.len(), "{variants}");
}
