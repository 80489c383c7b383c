//! What was seen to happen, told by patch and bed: the journal as the rules look at it, beside the garden and never in it.

use jiff::civil::Date;
use sparrow_facts::ids::{BedId, PatchId};
use sparrow_facts::journal::{Amount, Ending, EntryId, Happened, JournalEntry, Unit, Work, holding};
use std::collections::BTreeMap;

/// What happened in a garden.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Observed {
    stories: BTreeMap<PatchId, Story>,
    /// When work was done last for a whole bed, and by which entry.
    beds: BTreeMap<BedId, BTreeMap<Work, (Date, EntryId)>>,
    /// Until when work for a whole bed was put off.
    beds_put_off: BTreeMap<(BedId, Work), Date>,
    /// What was chosen last of what gardeners disagree about, by its key.
    chosen: BTreeMap<String, String>,
    /// The order in which the beds are walked, as was said last.
    walk: Vec<BedId>,
    /// The first and the last day on which anything was written down as sown or planted.
    started: Option<(Date, Date)>,
}

/// Nothing was written down.
static NOTHING: Observed = Observed {
    stories: BTreeMap::new(),
    beds: BTreeMap::new(),
    beds_put_off: BTreeMap::new(),
    chosen: BTreeMap::new(),
    walk: Vec::new(),
    started: None,
};

/// What happened to one patch.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Story {
    /// The first day on which each kind of work was done.
    first: BTreeMap<Work, Date>,
    /// The last one.
    last: BTreeMap<Work, Date>,
    /// The entry by which each kind of work was done on a day, the last of them.
    by: BTreeMap<(Work, Date), EntryId>,
    /// Until when work was put off, as was said last; of what was done in part, its rest.
    put_off: BTreeMap<Work, Date>,
    /// Work that was left out, as was said last, and on which day.
    left_out: BTreeMap<Work, Date>,
    /// When it was first seen to be up.
    pub up: Option<Date>,
    /// When and why its ground was cleared.
    pub ended: Option<(Date, Ending)>,
    /// The first day on which it was seen to stand in its ground, by what only happens to what stands.
    pub stood: Option<Date>,
    /// How many were planted in all, where that was counted.
    pub planted: Option<u32>,
    /// How many came up of how many sown, as was counted last.
    pub came_up: Option<[u32; 2]>,
    /// What was picked, in tenths of each unit.
    pub picked: BTreeMap<Unit, u64>,
    /// Each day on which something of it was sown, or planted, with how many holes, cells or pieces, where that was written down.
    pub put_in: Vec<PutIn>,
}

/// Seed, sets or plants put in on one day.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct PutIn {
    /// The day.
    pub day: Date,
    /// How many holes, cells or pieces; nothing where nobody says.
    pub many: Option<u32>,
    /// It was seed.
    pub sown: bool,
}

impl Observed {
    /// Nothing was written down.
    pub const NOTHING: &'static Observed = &NOTHING;

    /// What a journal tells, in whatever order its entries come, and however often each.
    pub fn of<'a>(entries: impl IntoIterator<Item = &'a JournalEntry>) -> Observed {
        let mut observed = Observed::default();
        // Entries come by their numbers: what is said later holds.
        for entry in holding(entries) {
            observed.hears(entry);
        }
        observed
    }

    fn hears(&mut self, entry: &JournalEntry) {
        match &entry.what {
            Happened::Chose { topic, school } => drop(self.chosen.insert(topic.clone(), school.clone())),
            Happened::Walked { beds } => self.walk.clone_from(beds),
            Happened::Sown { .. } | Happened::Planted { .. } => {
                let (first, last) = self.started.unwrap_or((entry.day, entry.day));
                self.started = Some((first.min(entry.day), last.max(entry.day)));
            }
            _ => {}
        }
        match (entry.at.patch, entry.at.bed) {
            (Some(patch), _) => self.stories.entry(patch).or_default().hears(entry),
            (None, Some(bed)) => self.hears_of_bed(bed, entry),
            (None, None) => {}
        }
    }

    fn hears_of_bed(&mut self, bed: BedId, entry: &JournalEntry) {
        let done = self.beds.entry(bed).or_default();
        match &entry.what {
            Happened::PutOff { work, until } => drop(self.beds_put_off.insert((bed, *work), *until)),
            // What is left out for once comes again in its time.
            Happened::LeftOut { work } | Happened::Tended { work } => later(done, *work, (entry.day, entry.id)),
            what => what.kind().does.iter().for_each(|work| later(done, *work, (entry.day, entry.id))),
        }
    }

    /// Until when some work for a whole bed was put off.
    pub fn put_off_in_bed(&self, bed: BedId, work: Work) -> Option<Date> {
        self.beds_put_off.get(&(bed, work)).copied()
    }

    /// What happened to a patch; nothing when nothing was written down of it.
    pub fn patch(&self, patch: PatchId) -> Option<&Story> {
        self.stories.get(&patch)
    }

    /// When some work was done last for a whole bed, and by which entry.
    pub fn in_bed(&self, bed: BedId, work: Work) -> Option<(Date, EntryId)> {
        self.beds.get(&bed).and_then(|done| done.get(&work)).copied()
    }

    /// The school that was chosen last in a matter that gardeners disagree about.
    pub fn chosen(&self, topic: &str) -> Option<&str> {
        self.chosen.get(topic).map(String::as_str)
    }

    /// The place of a bed in the household's own walk; nothing where it is not among those that were put in order.
    pub fn place_in_walk(&self, bed: BedId) -> Option<usize> {
        self.walk.iter().position(|one| *one == bed)
    }

    /// The first day on which anything was written down as sown or planted.
    pub fn written_since(&self) -> Option<Date> {
        self.started.map(|(first, _)| first)
    }

    /// Whether what was sown and planted was written down both before a stretch of days and after it, so that what happened in
    /// between would have been.
    pub fn was_kept_about(&self, from: Date, until: Date) -> bool {
        self.started.is_some_and(|(first, last)| first < from && until < last)
    }
}

/// As many as were counted one by one; a guess is none.
fn pieces(amount: Amount) -> Option<u32> {
    matches!(amount, Amount { unit: Unit::Pieces, rough: false, .. }).then_some(amount.tenths / 10)
}

fn later<T: Ord + Copy>(days: &mut BTreeMap<Work, T>, work: Work, day: T) {
    days.entry(work).and_modify(|last| *last = (*last).max(day)).or_insert(day);
}

impl Story {
    fn hears(&mut self, entry: &JournalEntry) {
        let day = entry.day;
        for work in entry.what.kind().does {
            self.does(*work, entry);
        }
        let first = |known: Option<Date>| Some(known.map_or(day, |known| known.min(day)));
        if let Happened::Sown { many, .. } | Happened::Planted { many } = &entry.what {
            let sown = matches!(entry.what, Happened::Sown { .. });
            let many = many.filter(|many| many.unit == Unit::Pieces).map(|many| many.tenths / 10);
            self.put_in.push(PutIn { day, many, sown });
        }
        match &entry.what {
            Happened::PutOff { work, until } => {
                self.put_off.insert(*work, *until);
                self.left_out.remove(work);
            }
            Happened::LeftOut { work } => {
                self.left_out.insert(*work, day);
                self.put_off.remove(work);
            }
            Happened::Tended { work } => self.does(*work, entry),
            Happened::Up { many, of } => {
                self.up = first(self.up);
                let counted = many.and_then(pieces).zip(of.and_then(pieces));
                let sane = counted.filter(|(many, of)| many <= of && *of > 0);
                self.came_up = sane.map(|(many, of)| [many, of]).or(self.came_up);
            }
            Happened::Planted { many: Some(Amount { tenths, unit: Unit::Pieces, rough: false }) } => {
                self.planted = Some(self.planted.unwrap_or(0).saturating_add(tenths / 10));
            }
            Happened::Pollinated => self.stood = first(self.stood),
            Happened::Cleared { ending } => {
                self.stood = first(self.stood);
                let told = (day, *ending);
                self.ended = Some(self.ended.map_or(told, |other| other.max(told)));
            }
            Happened::Picked { many } | Happened::CutAgain { many } => {
                self.stood = first(self.stood);
                many.iter().for_each(|many| self.counts(*many));
            }
            _ => {}
        }
    }

    /// What is done is neither put off nor left out any longer.
    fn does(&mut self, work: Work, entry: &JournalEntry) {
        let day = entry.day;
        self.by.insert((work, day), entry.id);
        self.first.entry(work).and_modify(|first| *first = (*first).min(day)).or_insert(day);
        later(&mut self.last, work, day);
        self.put_off.remove(&work);
        self.left_out.remove(&work);
    }

    fn counts(&mut self, many: Amount) {
        let sum = self.picked.entry(many.unit).or_default();
        *sum = sum.saturating_add(u64::from(many.tenths));
    }

    /// The first day on which some work was written down as done.
    pub fn done_on(&self, work: Work) -> Option<Date> {
        self.first.get(&work).copied()
    }

    /// The last day on which some work was written down as done.
    pub fn last_done(&self, work: Work) -> Option<Date> {
        self.last.get(&work).copied()
    }

    /// The entry by which some work was done on a day, the last of them.
    pub fn done_by(&self, work: Work, day: Date) -> Option<EntryId> {
        self.by.get(&(work, day)).copied()
    }

    /// Whether some step need not be asked for, though nobody wrote it down: a later one was done, before which it comes, or it was
    /// left out.
    pub fn is_over(&self, work: Work) -> bool {
        self.is_left_out(work) || self.first.keys().any(|other| other.is_step() && work < *other)
    }

    /// Whether some work was left out.
    pub fn is_left_out(&self, work: Work) -> bool {
        self.left_out.contains_key(&work)
    }

    /// The last day on which some work was done or left out: what comes again is asked for anew after that.
    pub fn last_seen_to(&self, work: Work) -> Option<Date> {
        self.last_done(work).max(self.left_out.get(&work).copied())
    }

    /// Until when some work was put off; of what was done in part, its rest.
    pub fn put_off(&self, work: Work) -> Option<Date> {
        self.put_off.get(&work).copied()
    }
}
