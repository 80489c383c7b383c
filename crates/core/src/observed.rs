//! What was seen to happen, told by patch: the journal as the rules look at it, beside the garden and never in it.

use jiff::civil::Date;
use sparrow_facts::ids::PatchId;
use sparrow_facts::journal::{Amount, Ending, Happened, JournalEntry, Unit, Work, holding};
use std::collections::{BTreeMap, BTreeSet};

/// What happened to the patches of a garden.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Observed {
    stories: BTreeMap<PatchId, Story>,
}

/// Nothing was written down.
static NOTHING: Observed = Observed { stories: BTreeMap::new() };

/// What happened to one patch.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Story {
    /// The first day on which each kind of planned work was done.
    done: BTreeMap<Work, Date>,
    /// Until when work was put off, as was said last.
    put_off: BTreeMap<Work, Date>,
    /// Work that was left out, as was said last.
    left_out: BTreeSet<Work>,
    /// When it was first seen to be up.
    pub up: Option<Date>,
    /// When and why its ground was cleared.
    pub ended: Option<(Date, Ending)>,
    /// What was picked, in tenths of each unit.
    pub picked: BTreeMap<Unit, u64>,
}

impl Observed {
    /// Nothing was written down.
    pub const NOTHING: &'static Observed = &NOTHING;

    /// What a journal tells, in whatever order its entries come, and however often each.
    pub fn of<'a>(entries: impl IntoIterator<Item = &'a JournalEntry>) -> Observed {
        let mut observed = Observed::default();
        for entry in holding(entries) {
            if let Some(patch) = entry.at.patch {
                observed.stories.entry(patch).or_default().hears(entry);
            }
        }
        observed
    }

    /// What happened to a patch; nothing when nothing was written down of it.
    pub fn patch(&self, patch: PatchId) -> Option<&Story> {
        self.stories.get(&patch)
    }
}

impl Story {
    /// Entries come by their numbers: what is said later of putting off and leaving out holds.
    fn hears(&mut self, entry: &JournalEntry) {
        let day = entry.day;
        for work in does(&entry.what) {
            self.done.entry(*work).and_modify(|first| *first = (*first).min(day)).or_insert(day);
        }
        match &entry.what {
            Happened::PutOff { work, until } => {
                self.put_off.insert(*work, *until);
                self.left_out.remove(work);
            }
            Happened::LeftOut { work } => {
                self.left_out.insert(*work);
            }
            Happened::Up { .. } => self.up = Some(self.up.map_or(day, |first| first.min(day))),
            Happened::Cleared { ending } => {
                let told = (day, *ending);
                self.ended = Some(self.ended.map_or(told, |other| other.max(told)));
            }
            Happened::Picked { many: Some(many) } | Happened::CutAgain { many: Some(many) } => self.counts(*many),
            _ => {}
        }
    }

    fn counts(&mut self, many: Amount) {
        let sum = self.picked.entry(many.unit).or_default();
        *sum = sum.saturating_add(u64::from(many.tenths));
    }

    /// When some work was done: the day it was written down, or that of later work, which cannot be done before it.
    pub fn done_on(&self, work: Work) -> Option<Date> {
        self.done.get(&work).copied().or_else(|| {
            let later = self.done.iter().filter(|(other, _)| comes_before(work, **other)).map(|(_, day)| *day);
            later.min()
        })
    }

    /// Until when some work was put off.
    pub fn put_off(&self, work: Work) -> Option<Date> {
        self.put_off.get(&work).copied()
    }

    /// Whether some work was left out.
    pub fn is_left_out(&self, work: Work) -> bool {
        self.left_out.contains(&work)
    }
}

/// The planned work that is done when something happened.
fn does(what: &Happened) -> &'static [Work] {
    match what {
        Happened::Sown { .. } => &[Work::SowInside, Work::SowOutside],
        Happened::PottedOn { .. } => &[Work::PotOn],
        Happened::Arrived { .. } => &[Work::Arrive],
        Happened::Hardened => &[Work::Harden],
        Happened::Planted { .. } => &[Work::PlantOut, Work::PlantSets],
        Happened::Pollinated => &[Work::Pollinate],
        Happened::Picked { .. } | Happened::CutAgain { .. } => &[Work::Pick],
        Happened::Cleared { .. } => &[Work::Clear],
        Happened::Up { .. }
        | Happened::Thinned { .. }
        | Happened::Staked
        | Happened::Watered { .. }
        | Happened::Fed { .. }
        | Happened::Mulched
        | Happened::Covered
        | Happened::Uncovered
        | Happened::Weeded
        | Happened::Seen { .. }
        | Happened::Stored { .. }
        | Happened::SoilRead { .. }
        | Happened::Weather { .. }
        | Happened::PutOff { .. }
        | Happened::LeftOut { .. }
        | Happened::Note
        | Happened::Struck { .. } => &[],
    }
}

/// Whether some work must have been done when another one was. Nobody has to pollinate or pick before the ground is cleared, but
/// then it is too late.
fn comes_before(work: Work, other: Work) -> bool {
    work < other
}
