//! Which rows differ? What a household said of the years ahead and of its weather stands in lists; a change of them is told
//! row by row, so that noting one soil reading writes one row and keeps one small edit.
//!
//! The edits stand in an order in which tables with references accept them: what is gone goes before what it refers to,
//! what is new comes after. Taken back in the opposite order, they are accepted too.

use crate::almanac::{Almanac, Climate};
use crate::edit::Edit;
use crate::turns::{TurnPlan, TurnRules, Turns};
use std::collections::BTreeMap;

/// The rows of a list that are gone, otherwise, and new.
struct Differing<T> {
    gone: Vec<T>,
    other: Vec<(T, T)>,
    new: Vec<T>,
}

fn differing<T: Clone + PartialEq, K: Ord>(before: &[T], after: &[T], key: impl Fn(&T) -> K) -> Differing<T> {
    let by_key = |list| -> BTreeMap<K, &T> { <[T]>::iter(list).map(|one| (key(one), one)).collect() };
    let (was, is) = (by_key(before), by_key(after));
    let mut differing = Differing { gone: Vec::new(), other: Vec::new(), new: Vec::new() };
    differing.gone.extend(before.iter().filter(|one| !is.contains_key(&key(one))).cloned());
    for one in after {
        match was.get(&key(one)) {
            None => differing.new.push(one.clone()),
            Some(was) if *was != one => differing.other.push(((*was).clone(), one.clone())),
            Some(_) => {}
        }
    }
    differing
}

impl<T> Differing<T> {
    /// All of them, told by one kind of edit.
    fn all(self, edit: impl Fn(Option<T>, Option<T>) -> Edit) -> Vec<Edit> {
        let gone = self.gone.into_iter().map(|one| edit(Some(one), None));
        let other = self.other.into_iter().map(|(was, is)| edit(Some(was), Some(is)));
        let new = self.new.into_iter().map(|one| edit(None, Some(one)));
        gone.chain(other).chain(new).collect()
    }
}

/// The edits that turn what was said of the years ahead into what is said now.
pub fn turns(before: &Turns, after: &Turns) -> Vec<Edit> {
    // Taken apart, so that a list that is forgotten here does not compile.
    let Turns { years, school, unit, covers_count, shady, divided, families, findings, wishes, pins, closed, unknown, plans } =
        after;
    let rules = TurnRules { years: *years, school: *school, unit: *unit, covers_count: *covers_count };
    let was = TurnRules { years: before.years, school: before.school, unit: before.unit, covers_count: before.covers_count };
    let mut edits = Vec::new();
    if was != rules {
        edits.push(Edit::TurnRules { before: was, after: rules });
    }
    let pin = |before, after| Edit::Pin { before, after };
    let plan = |before: Option<TurnPlan>, after: Option<TurnPlan>| Edit::Plan {
        before: before.map(Box::new),
        after: after.map(Box::new),
    };
    let wish = |before, after| Edit::Wish { before, after };
    let mut pins = differing(&before.pins, pins, |pin| (pin.wish, pin.year));
    let mut plans = differing(&before.plans, plans, |plan| plan.id);
    let mut wishes = differing(&before.wishes, wishes, |wish| wish.id);
    // What refers to a wish that goes, goes before it; at most one plan is followed, so those that no longer are come first.
    edits.extend(pins.gone.drain(..).map(|one| pin(Some(one), None)));
    edits.extend(plans.gone.drain(..).map(|one| plan(Some(one), None)));
    let gone: Vec<Edit> = wishes.gone.drain(..).map(|one| wish(Some(one), None)).collect();
    edits.extend(wishes.all(wish));
    plans.other.sort_by_key(|(_, is)| is.followed);
    edits.extend(plans.all(plan));
    edits.extend(pins.all(pin));
    edits.extend(gone);
    edits.extend(differing(&before.closed, closed, |one| *one).all(|before, after| Edit::Closing { before, after }));
    edits.extend(differing(&before.unknown, unknown, |one| *one).all(|before, after| Edit::UnknownYear { before, after }));
    edits.extend(
        differing(&before.families, families, |own| own.family.clone()).all(|before, after| Edit::OwnFamily { before, after }),
    );
    let finding = differing(&before.findings, findings, |one| (one.bed, one.family.clone()));
    edits.extend(finding.all(|before, after| Edit::SoilFinding { before, after }));
    let bed = |before: Option<_>, after: Option<_>| before.or(after).unwrap_or(crate::ids::BedId(0));
    edits.extend(differing(&before.shady, shady, |bed| *bed).all(|before, after| Edit::Shady {
        bed: bed(before, after),
        before: before.is_some(),
        after: after.is_some(),
    }));
    edits.extend(differing(&before.divided, divided, |bed| *bed).all(|before, after| Edit::Divided {
        bed: bed(before, after),
        before: before.is_some(),
        after: after.is_some(),
    }));
    edits
}

/// The edits that turn what was said of weather, shelf and warmth into what is said now.
pub fn almanac(before: &Almanac, after: &Almanac) -> Vec<Edit> {
    let Almanac { from, months, station, appetite, beds, readings, shelf } = after;
    let climate = Climate { from: *from, months: *months, appetite: *appetite };
    let was = Climate { from: before.from, months: before.months, appetite: before.appetite };
    let mut edits = Vec::new();
    if before.station != *station {
        edits.push(Edit::Station { before: before.station.clone().map(Box::new), after: station.clone().map(Box::new) });
    }
    if was != climate {
        edits.push(Edit::Climate { before: Box::new(was), after: Box::new(climate) });
    }
    if before.shelf != *shelf {
        edits.push(Edit::Shelf { before: before.shelf, after: *shelf });
    }
    edits.extend(differing(&before.beds, beds, |one| one.bed).all(|before, after| Edit::BedWarmth { before, after }));
    let readings = differing(&before.readings, readings, |one| (one.on, one.bed));
    edits.extend(readings.all(|before, after| Edit::Reading { before, after }));
    edits
}
