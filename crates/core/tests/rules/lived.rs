//! Plan and fact apart: what was written down overrules the plan in all that looks back or reckons on, and the plan makes room for it.

use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::command::{Command, plan};
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::lived::lived;
use sparrow_core::observed::Observed;
use sparrow_core::reckon::day::reckon;
use sparrow_core::reckon::season;
use sparrow_core::season::course::{Course, course};
use sparrow_core::turns::{ground, held};
use sparrow_facts::edit::apply;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::{Amount, At, Ending, EntryId, Happened, JournalEntry, Unit, Work};
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use uuid::Uuid;

const TODAY: Date = date(2026, 11, 23);

/// A garden and what was written down in it.
struct Told {
    garden: Garden,
    grower: Grower,
    journal: Vec<JournalEntry>,
}

impl Told {
    fn new() -> Told {
        let garden = sparrow_demo::quillet_lane(TODAY).expect("a demo garden");
        let grower = Grower::of(&garden, Catalogue::standard());
        Told { garden, grower, journal: Vec::new() }
    }

    fn writes(mut self, day: Date, patch: PatchId, what: Happened) -> Told {
        let id = EntryId(Uuid::from_u128(1 + self.journal.len() as u128));
        let at = At { bed: None, patch: Some(patch), rect: None };
        self.journal.push(JournalEntry { id, day, at, what, words: String::new(), instead_of: None });
        self
    }

    fn knows<T>(&self, today: Date, tell: impl FnOnce(Known) -> T) -> T {
        let observed = Observed::of(&self.journal);
        let lived = lived(&self.garden, Catalogue::standard(), &observed);
        tell(Known::new(&self.garden, Catalogue::standard(), &self.grower, today).seeing(&observed, &lived))
    }

    /// A crop's first planting of 2027 that is sown where it stays.
    fn sown(&self, crop: &str) -> Patch {
        let found = self.garden.patches.iter().find(|patch| patch.planted.crop == crop && patch.from.year() == 2027);
        found.expect("the premise: the demo garden plans it").clone()
    }

    fn course(&self, patch: PatchId) -> Option<Course> {
        self.knows(date(2027, 9, 1), |known| {
            let patch = known.garden.patch(patch)?;
            course(known, known.growing(patch)?, patch)
        })
    }
}

const SOWN: Happened = Happened::Sown { many: None, depth: None, apart: None, under: None };
const UP: Happened = Happened::Up { many: None, of: None };

fn ripe(told: &Told, patch: PatchId) -> Date {
    told.course(patch).and_then(|course| course.ripening).expect("it ripens").ripe
}

#[test]
fn what_is_sown_late_ripens_later_and_what_comes_up_late_later_still() {
    let carrot = Told::new().sown("carrot");
    let late = carrot.from.saturating_add(12.days());
    let (planned, sown) = (Told::new(), Told::new().writes(late, carrot.id, SOWN));
    assert!(ripe(&planned, carrot.id) < ripe(&sown, carrot.id));
    let course = sown.course(carrot.id).expect("it stands");
    assert_eq!((course.plant, course.planned), (late, Some([carrot.from, carrot.until])));
    let up = course.ripening.expect("it ripens").up;
    let later = Told::new().writes(late, carrot.id, SOWN).writes(up.saturating_add(10.days()), carrot.id, UP);
    assert!(ripe(&sown, carrot.id) < ripe(&later, carrot.id));
    let sooner = Told::new().writes(late, carrot.id, SOWN).writes(up.saturating_sub(4.days()), carrot.id, UP);
    assert!(ripe(&sooner, carrot.id) < ripe(&sown, carrot.id));
    // The plan itself is as it was.
    assert_eq!(later.garden, planned.garden);
}

#[test]
fn what_was_cleared_early_frees_its_ground_and_the_plan_makes_room_in_the_same_change() {
    let carrot = Told::new().sown("carrot");
    let cleared = carrot.from.saturating_add(30.days());
    let place = |from: Date| Command::Place {
        bed: carrot.bed,
        crop: "bean".into(),
        way: None,
        rect: carrot.rect,
        holes: None,
        from: Some(from),
        until: Some(carrot.until),
        year: 2027,
        between: false,
        needle: None,
    };
    let begins = cleared.saturating_add(1.day());
    let planned = Told::new();
    let refused = planned.knows(begins, |known| plan(known, &place(begins)));
    assert!(matches!(refused, Err(Refusal::GroundTaken { other_patch, .. }) if other_patch == carrot.id), "{refused:?}");
    let told =
        Told::new().writes(carrot.from, carrot.id, SOWN).writes(cleared, carrot.id, Happened::Cleared { ending: Ending::Failed });
    let edits = told.knows(begins, |known| plan(known, &place(begins))).expect("the ground is free");
    let mut after = told.garden.clone();
    apply(&mut after, &edits);
    assert_eq!(after.patch(carrot.id).map(|patch| patch.until), Some(cleared));
    assert!(after.patches.iter().any(|patch| patch.planted.crop == "bean" && patch.from == begins));
    // Nothing may stand there a day earlier.
    assert!(told.knows(cleared, |known| plan(known, &place(cleared))).is_err());
    // What was left out gives all its ground, and is gone from the plan with that.
    let left = Told::new().writes(carrot.from, carrot.id, Happened::LeftOut { work: Work::SowOutside });
    let edits = left.knows(carrot.from, |known| plan(known, &place(carrot.from))).expect("the ground is free");
    let mut after = left.garden.clone();
    apply(&mut after, &edits);
    assert_eq!(after.patch(carrot.id), None);
}

#[test]
fn what_never_came_to_stand_counts_neither_in_rotation_nor_on_the_plan_of_the_day() {
    let carrot = Told::new().sown("carrot");
    let day = carrot.from.saturating_add(20.days());
    let stands =
        |told: &Told| told.knows(day, |known| reckon(known, day).patches.iter().any(|one| one.patch == carrot.id && one.stands));
    let holds = |told: &Told| {
        told.knows(date(2029, 1, 10), |known| {
            let plots = ground::plots(known.garden);
            held::held(known, &plots).iter().filter(|held| held.patch == Some(carrot.id)).count()
        })
    };
    let planned = Told::new();
    assert!(stands(&planned) && holds(&planned) > 0);
    let left = Told::new().writes(carrot.from, carrot.id, Happened::LeftOut { work: Work::SowOutside });
    assert!(!stands(&left));
    assert_eq!(holds(&left), 0);
    // Nothing was written of it, though what was sown before and after it was.
    let other = Told::new().garden.patches.iter().find(|patch| patch.id != carrot.id).map(|patch| patch.id).expect("another");
    let kept = |first: Date, last: Date| Told::new().writes(first, other, SOWN).writes(last, other, SOWN);
    let silent = kept(carrot.from.saturating_sub(30.days()), carrot.until.saturating_add(30.days()));
    assert_eq!(holds(&silent), 0);
    let never = silent.knows(carrot.until, |known| reckon(known, carrot.from).never);
    assert!(never.iter().any(|one| one.patch == carrot.id), "{never:?}");
    // A journal that was only begun later says nothing of it.
    assert!(holds(&kept(carrot.until.saturating_sub(9.days()), carrot.until.saturating_add(30.days()))) > 0);
    let but_up = kept(carrot.from.saturating_sub(30.days()), carrot.until.saturating_add(30.days())).writes(day, carrot.id, UP);
    assert!(holds(&but_up) > 0);
}

#[test]
fn what_is_put_off_and_what_is_done_in_part_is_asked_for_on_its_new_day() {
    let carrot = Told::new().sown("carrot");
    let until = carrot.from.saturating_add(9.days());
    let off = Happened::PutOff { work: Work::SowOutside, until };
    let told = Told::new().writes(carrot.from, carrot.id, off.clone());
    assert_eq!(told.course(carrot.id).map(|course| course.plant), Some(until));
    let part = Told::new().writes(carrot.from, carrot.id, SOWN).writes(carrot.from, carrot.id, off);
    assert_eq!(part.course(carrot.id).map(|course| course.plant), Some(carrot.from), "what was begun was begun");
    let rest = part.knows(until, |known| sparrow_core::round::rounds::rounds(known, until));
    let line = rest.lines.iter().find(|line| line.task.patch == carrot.id && line.task.work == Work::SowOutside);
    assert!(line.is_some_and(|line| line.rest && !line.done && line.due == until), "{line:?}");
}

#[test]
fn as_many_stand_as_were_planted_and_no_more() {
    let tomato = Told::new().sown("tomato");
    let planted = |many: u32| Happened::Planted { many: Some(Amount { tenths: many * 10, unit: Unit::Pieces, rough: false }) };
    let count = |told: &Told| {
        told.knows(tomato.from, |known| reckon(known, tomato.from))
            .patches
            .into_iter()
            .find(|one| one.patch == tomato.id)
            .expect("it stands")
            .sum
            .plants
    };
    let plan = count(&Told::new());
    assert!(plan > 2, "the premise: several are planned");
    let part = Told::new().writes(tomato.from, tomato.id, planted(plan - 2));
    assert_eq!(count(&part), plan - 2);
    assert_eq!(
        count(&part.writes(tomato.from.saturating_add(1.day()), tomato.id, planted(2))),
        plan,
        "the rest came a day later"
    );
}

#[test]
fn without_a_journal_all_is_as_it_was_planned() {
    for garden in [sparrow_demo::quillet_lane(TODAY), sparrow_demo::tern_court(TODAY)] {
        let garden = garden.expect("a demo garden");
        assert_eq!(lived(&garden, Catalogue::standard(), Observed::NOTHING), garden);
        let grower = Grower::of(&garden, Catalogue::standard());
        let known = Known::new(&garden, Catalogue::standard(), &grower, TODAY);
        assert!(season::view(known, TODAY).courses.iter().all(|course| course.planned.is_none()));
        assert!(reckon(known, TODAY).never.is_empty());
    }
}
