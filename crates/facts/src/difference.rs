//! Which rows differ? What a household said of the years ahead and of its weather stands in lists; a change of them is told
//! row by row, so that noting one soil reading writes one row and keeps one small edit.
//!
//! The edits stand in an order in which tables with references accept them: what is gone goes before what it refers to,
//! what is new comes after. Taken back in the opposite order, they are accepted too.

use crate::almanac::{Almanac, Climate};
use crate::edit::{Edit, Fact};
use crate::garden::Garden;
use crate::ids::BedId;
use crate::turns::{TurnPlan, TurnRules, Turns};
use std::collections::BTreeMap;

/// The rows of a list that are gone, otherwise, and new, as edits.
struct Differing {
    gone: Vec<Edit>,
    other: Vec<Edit>,
    new: Vec<Edit>,
}

fn differing<T: Fact>(before: &[T], after: &[T]) -> Differing {
    let by_key = |list| -> BTreeMap<T::Key, &T> { <[T]>::iter(list).map(|one| (one.key(), one)).collect() };
    let (was, is) = (by_key(before), by_key(after));
    let mut differing = Differing { gone: Vec::new(), other: Vec::new(), new: Vec::new() };
    differing.gone.extend(before.iter().filter(|one| !is.contains_key(&one.key())).map(Fact::goes));
    for one in after {
        match was.get(&one.key()) {
            None => differing.new.push(one.clone().comes()),
            Some(was) if *was != one => differing.other.push(was.becomes(one.clone())),
            Some(_) => {}
        }
    }
    differing
}

impl Differing {
    /// All of them.
    fn all(self) -> impl Iterator<Item = Edit> {
        self.gone.into_iter().chain(self.other).chain(self.new)
    }
}

/// The beds that are noted so, and those that are no longer.
fn noted(before: &[BedId], after: &[BedId], edit: impl Fn(BedId, bool, bool) -> Edit) -> Vec<Edit> {
    let gone = before.iter().filter(|bed| !after.contains(bed)).map(|bed| edit(*bed, true, false));
    gone.chain(after.iter().filter(|bed| !before.contains(bed)).map(|bed| edit(*bed, false, true))).collect()
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
    let mut pins = differing(&before.pins, pins);
    let mut wishes = differing(&before.wishes, wishes);
    let mut plans = differing(&before.plans, plans);
    // What refers to a wish that goes, goes before it; at most one plan is followed, so those that no longer are come first.
    edits.append(&mut pins.gone);
    edits.append(&mut plans.gone);
    let gone = std::mem::take(&mut wishes.gone);
    edits.extend(wishes.all());
    plans.other.sort_by_key(|edit| TurnPlan::of(edit).and_then(|(_, is)| is).is_some_and(|plan| plan.followed));
    edits.extend(plans.all());
    edits.extend(pins.all());
    edits.extend(gone);
    edits.extend(differing(&before.closed, closed).all());
    edits.extend(differing(&before.unknown, unknown).all());
    edits.extend(differing(&before.families, families).all());
    edits.extend(differing(&before.findings, findings).all());
    edits.extend(noted(&before.shady, shady, |bed, before, after| Edit::Shady { bed, before, after }));
    edits.extend(noted(&before.divided, divided, |bed, before, after| Edit::Divided { bed, before, after }));
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
    edits.extend(differing(&before.beds, beds).all());
    edits.extend(differing(&before.readings, readings).all());
    edits
}

macro_rules! everything {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($keyed:tt)* }
    ) => {
        /// The edits that make a garden from nothing, each after those of what it refers to.
        pub fn everything(garden: &Garden) -> Vec<Edit> {
            let mut edits = vec![
                Edit::Site { before: Box::new(garden.site.clone()), after: Box::new(garden.site.clone()) },
                Edit::School { before: garden.school, after: garden.school },
            ];
            $(edits.extend(garden.$first.iter().cloned().map(Fact::comes));)*
            edits.extend(garden.spacings.iter().cloned().map(Fact::comes));
            $(edits.extend(garden.$later.iter().cloned().map(Fact::comes));)*
            edits.extend(turns(&Turns::default(), &garden.turns));
            edits.extend(almanac(&Almanac::default(), &garden.almanac));
            edits
        }
    };
}

every_list_of_facts!(everything);
