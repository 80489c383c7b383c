//! Gardens made ready to be asked about, and kept by their revision until they change: their facts, the warmth of
//! their place put to the crops, and what was reckoned of them last.

use crate::cache::months::with_months;
use jiff::Timestamp;
use jiff::civil::Date;
use quick_cache::sync::Cache;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::lived::lived;
use sparrow_core::observed::Observed;
use sparrow_core::reckon::day::{Glance, Reckoning, glance, reckon};
use sparrow_core::work::Work;
use sparrow_facts::edit::{self, Edit};
use sparrow_facts::garden::Garden;
use sparrow_facts::journal::{EntryId, JournalEntry};
use sparrow_store::{GardenId, HowFar, Lately, Versioned};
use std::borrow::Cow;
use std::collections::BTreeMap;
use std::sync::{Arc, Mutex, PoisonError};

/// The most gardens kept at once; a full one is about half a megabyte.
const MOST_KEPT: usize = 200;

/// The needle's day and the day it is.
type Days = (Date, Date);

/// A garden as it stood at a revision, with what was written down in it, and all that a request needs to reason about it.
#[derive(Debug)]
pub struct Ready {
    /// The garden at its revision, as it is planned.
    pub at: Versioned,
    /// How far it had come when that was last looked at.
    far: Mutex<HowFar>,
    journal: Arc<Heard>,
    /// The garden as it was lived.
    lived: Garden,
    /// What the book knows, with the household's varieties.
    catalogue: Arc<Cow<'static, Catalogue>>,
    grower: Arc<Grower>,
    /// What was reckoned of it last: for which needle's day and which today.
    reckoned: Mutex<Option<(Days, Arc<Reckoning>)>>,
}

/// What was written down in a garden, as far as it was read.
#[derive(Debug, Default)]
pub struct Heard {
    /// Every entry, without its words; what was sent twice once.
    entries: BTreeMap<EntryId, JournalEntry>,
    /// When the latest came in.
    pub latest: Option<Timestamp>,
    observed: Observed,
}

impl Heard {
    /// The same with what was read anew.
    pub fn with(&self, lately: Lately) -> Heard {
        let mut entries = self.entries.clone();
        let wordless = |entry: JournalEntry| (entry.id, JournalEntry { words: String::new(), ..entry });
        entries.extend(lately.entries.into_iter().map(wordless));
        let observed = Observed::of(entries.values());
        Heard { entries, latest: self.latest.max(lately.latest), observed }
    }

    /// Whether it holds all of what was read anew.
    pub fn holds(&self, lately: &Lately) -> bool {
        lately.entries.iter().all(|entry| self.entries.contains_key(&entry.id))
    }

    /// How many entries were read.
    pub fn entries(&self) -> i64 {
        i64::try_from(self.entries.len()).unwrap_or(i64::MAX)
    }
}

impl Ready {
    /// Makes a garden ready, with what was written down in it.
    pub fn of(mut at: Versioned, far: HowFar, journal: Arc<Heard>) -> Arc<Ready> {
        Catalogue::standard().name_as_today(&mut at.garden);
        at.garden.site = with_months(at.garden.site);
        let grower = Arc::new(Grower::of(&at.garden, Catalogue::standard()));
        let catalogue = Arc::new(Catalogue::standard().with_own(&at.garden));
        Ready::made(at, (far, journal), (grower, catalogue))
    }

    fn made(
        at: Versioned,
        (far, journal): (HowFar, Arc<Heard>),
        (grower, catalogue): (Arc<Grower>, Arc<Cow<'static, Catalogue>>),
    ) -> Arc<Ready> {
        let lived = lived(&at.garden, &catalogue, &journal.observed);
        Arc::new(Ready { at, far: Mutex::new(far), journal, lived, catalogue, grower, reckoned: Mutex::new(None) })
    }

    /// The garden after some edits.
    pub fn after(&self, edits: &[Edit], revision: i64) -> Arc<Ready> {
        let mut garden = self.at.garden.clone();
        edit::apply(&mut garden, edits);
        // What is taken back or done again was written down in its own day.
        Catalogue::standard().name_as_today(&mut garden);
        garden.site = with_months(garden.site);
        let was = &self.at.garden;
        let same_book = (&garden.own_crops, &garden.varieties, &garden.lots) == (&was.own_crops, &was.varieties, &was.lots);
        let same = garden.site == was.site && garden.almanac == was.almanac && same_book;
        let (at, journal) = (Versioned { revision, garden }, Arc::clone(&self.journal));
        let far = HowFar { revision, ..self.how_far() };
        if same { Ready::made(at, (far, journal), self.shared()) } else { Ready::of(at, far, journal) }
    }

    /// The same garden after more was written down.
    pub fn hearing(&self, far: HowFar, journal: Arc<Heard>) -> Arc<Ready> {
        Ready::made(self.at.clone(), (far, journal), self.shared())
    }

    fn shared(&self) -> (Arc<Grower>, Arc<Cow<'static, Catalogue>>) {
        (Arc::clone(&self.grower), Arc::clone(&self.catalogue))
    }

    /// What the book knows, with its household's own crops and varieties.
    pub fn catalogue(&self) -> &Catalogue {
        &self.catalogue
    }

    /// What was written down in it.
    pub fn journal(&self) -> &Arc<Heard> {
        &self.journal
    }

    /// How far it had come when that was last looked at.
    pub fn how_far(&self) -> HowFar {
        *self.far.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// It has come so far, and nothing is new in it by that.
    pub fn has_come(&self, far: HowFar) {
        *self.far.lock().unwrap_or_else(PoisonError::into_inner) = far;
    }

    /// Its facts, as they are planned.
    pub fn garden(&self) -> &Garden {
        &self.at.garden
    }

    /// What is known of it on a day, within so much work.
    pub fn known<'a>(&'a self, today: Date, work: &'a Work) -> Known<'a> {
        Known::new(&self.at.garden, &self.catalogue, &self.grower, today).seeing(&self.journal.observed, &self.lived).within(work)
    }

    /// The day on which the needle rests.
    pub fn resting_needle(&self, today: Date) -> Date {
        self.grower.weather.resting_needle(today)
    }

    /// What follows from it on the needle's day.
    pub fn reckon(&self, needle: Date, today: Date, work: &Work) -> Arc<Reckoning> {
        let mut kept = self.reckoned.lock().unwrap_or_else(PoisonError::into_inner);
        match &*kept {
            Some((of, reckoning)) if *of == (needle, today) => Arc::clone(reckoning),
            last => {
                let known = self.known(today, work);
                let near = last.as_ref().filter(|((_, then), _)| *then == today).map(|(_, reckoning)| reckoning);
                // Another day of the same year is told from what is known of it already.
                let glanced = near.and_then(|near| Some(Reckoning::clone(near).on(&glance(known, near, needle)?)));
                let reckoning = Arc::new(glanced.unwrap_or_else(|| reckon(known, needle)));
                // What was not reckoned to its end is nobody's answer.
                if !work.is_over() {
                    *kept = Some(((needle, today), Arc::clone(&reckoning)));
                }
                reckoning
            }
        }
    }

    /// What is otherwise on a day than on another one of the same growing year; nothing where they are of two years.
    pub fn glance(&self, was: Date, needle: Date, today: Date, work: &Work) -> Option<Glance> {
        glance(self.known(today, work), &self.reckon(was, today, work), needle)
    }
}

/// The gardens asked about lately.
#[derive(Debug)]
pub struct ReadyGardens(Cache<i64, Arc<Ready>>);

impl Default for ReadyGardens {
    fn default() -> Self {
        ReadyGardens(Cache::new(MOST_KEPT))
    }
}

impl ReadyGardens {
    /// A garden as it is kept, however far it has come.
    pub fn kept(&self, garden: GardenId) -> Option<Arc<Ready>> {
        self.0.get(&garden.0)
    }

    /// Keeps a garden in place of an older revision of it.
    pub fn keep(&self, garden: GardenId, ready: &Arc<Ready>) {
        self.0.insert(garden.0, Arc::clone(ready));
    }
}
