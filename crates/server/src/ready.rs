//! Gardens made ready to be asked about, and kept by their revision until they change: their facts, the warmth of
//! their place put to the crops, and what was reckoned of them last.

use jiff::civil::Date;
use quick_cache::sync::Cache;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::growth::grower::Grower;
use sparrow_core::known::Known;
use sparrow_core::reckon::day::{Glance, Reckoning, glance, reckon};
use sparrow_core::work::Work;
use sparrow_facts::edit::{self, Edit};
use sparrow_facts::garden::Garden;
use sparrow_store::{GardenId, Versioned};
use std::sync::{Arc, Mutex, PoisonError};

/// The most gardens kept at once; a full one is about half a megabyte.
const MOST_KEPT: usize = 200;

/// The needle's day and the day it is.
type Days = (Date, Date);

/// A garden as it stood at a revision, with all that a request needs to reason about it.
#[derive(Debug)]
pub struct Ready {
    /// The garden at its revision.
    pub at: Versioned,
    grower: Arc<Grower>,
    /// What was reckoned of it last: for which needle's day and which today.
    reckoned: Mutex<Option<(Days, Arc<Reckoning>)>>,
}

impl Ready {
    /// Makes a garden ready.
    pub fn of(at: Versioned) -> Arc<Ready> {
        let grower = Arc::new(Grower::of(&at.garden, Catalogue::standard()));
        Arc::new(Ready { at, grower, reckoned: Mutex::new(None) })
    }

    /// The garden after some edits.
    pub fn after(&self, edits: &[Edit], revision: i64) -> Arc<Ready> {
        let mut garden = self.at.garden.clone();
        edit::apply(&mut garden, edits);
        let same_place = garden.site == self.at.garden.site && garden.almanac == self.at.garden.almanac;
        let at = Versioned { revision, garden };
        if !same_place {
            return Ready::of(at);
        }
        Arc::new(Ready { at, grower: Arc::clone(&self.grower), reckoned: Mutex::new(None) })
    }

    /// Its facts.
    pub fn garden(&self) -> &Garden {
        &self.at.garden
    }

    /// What is known of it on a day, within so much work.
    pub fn known<'a>(&'a self, today: Date, work: &'a Work) -> Known<'a> {
        Known::new(&self.at.garden, Catalogue::standard(), &self.grower, today).within(work)
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
    /// A garden, when it is kept at just this revision.
    pub fn at(&self, garden: GardenId, revision: i64) -> Option<Arc<Ready>> {
        self.0.get(&garden.0).filter(|ready| ready.at.revision == revision)
    }

    /// Keeps a garden in place of an older revision of it.
    pub fn keep(&self, garden: GardenId, ready: &Arc<Ready>) {
        self.0.insert(garden.0, Arc::clone(ready));
    }
}
