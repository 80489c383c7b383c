//! What did a change change? Facts and reckonings that are otherwise than before, and the numbers of what it made, so
//! that a page need not be sent the whole garden again, nor guess.

use crate::cache::ready::Ready;
use crate::cache::view::{kind, number};
use jiff::civil::Date;
use schemars::JsonSchema;
use serde::Serialize;
use sparrow_core::catalogue::own_crops::OwnBook;
use sparrow_core::ground::yard::Path;
use sparrow_core::reckon::day::{BedReckoning, NeverStood, PatchReckoning, Reckoning};
use sparrow_core::reckon::season::SeasonView;
use sparrow_core::rules::findings::Finding;
use sparrow_core::season::year::GrowingYear;
use sparrow_facts::almanac::Almanac;
use sparrow_facts::edit::Fact;
use sparrow_facts::every_list_of_facts;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{BedId, PatchId, TurnPlanId, WishId};
use sparrow_facts::school::School;
use sparrow_facts::site::Site;
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::turns::Turns;
use sparrow_store::History;
use std::collections::{BTreeMap, BTreeSet};

/// A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[schemars(rename = "{T}ListNow")]
pub struct ListNow<T, I> {
    /// New, or otherwise than before.
    pub now: Vec<T>,
    /// Gone.
    pub gone: Vec<I>,
}

macro_rules! facts_now {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($keyed:tt)* }
    ) => {
        /// Facts that are otherwise than before; nothing where nothing changed.
        #[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
        pub struct FactsNow {
            /// The place.
            pub site: Option<Site>,
            $($(#[$first_doc])* pub $first: ListNow<$First, $FirstId>,)*
            /// All own distances, when one changed.
            pub spacings: Option<Vec<OwnSpacing>>,
            $($(#[$later_doc])* pub $later: ListNow<$Later, $LaterId>,)*
            /// The household's school of spacing.
            pub school: Option<School>,
            /// All that is said of the years ahead, when anything of it changed.
            pub turns: Option<Box<Turns>>,
            /// All that is said of weather, shelf and warmth, when anything of it changed.
            pub almanac: Option<Box<Almanac>>,
        }

        /// The numbers of what a change made.
        #[derive(Debug, Clone, PartialEq, Eq, Serialize, JsonSchema)]
        pub struct NumbersMade {
            $($(#[$first_doc])* pub $first: Vec<$FirstId>,)*
            $($(#[$later_doc])* pub $later: Vec<$LaterId>,)*
            /// Wishes for the years ahead.
            pub wishes: Vec<WishId>,
            /// Kept plans.
            pub plans: Vec<TurnPlanId>,
        }

        impl FactsNow {
            fn between(before: &Garden, after: &Garden) -> FactsNow {
                FactsNow {
                    site: other(&before.site, &after.site),
                    $($first: rows(&before.$first, &after.$first, Fact::key),)*
                    spacings: other(&before.spacings, &after.spacings),
                    $($later: rows(&before.$later, &after.$later, Fact::key),)*
                    school: other(&before.school, &after.school),
                    turns: other(&before.turns, &after.turns).map(Box::new),
                    almanac: other(&before.almanac, &after.almanac).map(Box::new),
                }
            }
        }

        impl NumbersMade {
            fn between(before: &Garden, after: &Garden) -> NumbersMade {
                NumbersMade {
                    $($first: new(&before.$first, &after.$first),)*
                    $($later: new(&before.$later, &after.$later),)*
                    wishes: new(&before.turns.wishes, &after.turns.wishes),
                    plans: new(&before.turns.plans, &after.turns.plans),
                }
            }
        }
    };
}

every_list_of_facts!(facts_now);

/// The findings of one bed.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct BedFindings {
    /// The bed.
    pub bed: BedId,
    /// All that is found there, in order.
    pub findings: Vec<Finding>,
}

/// Reckonings that are otherwise than before.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct ReckoningNow {
    /// The year and its frosts.
    pub season: Option<GrowingYear>,
    /// Beds.
    pub beds: ListNow<BedReckoning, BedId>,
    /// Patches of the year.
    pub patches: ListNow<PatchReckoning, PatchId>,
    /// The findings of the beds in which any changed.
    pub findings: Vec<BedFindings>,
    /// The paths between the beds.
    pub paths: Option<Vec<Path>>,
    /// What was planned and never came to stand.
    pub never: Option<Vec<NeverStood>>,
}

/// What a change changed.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct Changed {
    /// The garden's revision after it.
    pub revision: i32,
    /// How many entries its journal had when this was told.
    pub journal: i32,
    /// The kind of command that undo would take back.
    pub undo: Option<String>,
    /// The kind of command that redo would do again.
    pub redo: Option<String>,
    /// The day it is; a change of the time zone may change it.
    pub today: Date,
    /// Facts.
    pub facts: FactsNow,
    /// The numbers of what was made.
    pub made: NumbersMade,
    /// What the household has of its own beside the catalogue, when anything of it changed.
    pub own: Option<Box<OwnBook>>,
    /// What follows.
    pub reckoning: ReckoningNow,
    /// The season of the needle's year, when it was asked for.
    pub season: Option<Box<SeasonView>>,
}

impl Changed {
    /// What is otherwise in a garden than it was before, with what follows from each on the same day.
    pub fn between(
        before: (&Garden, &Reckoning),
        after: (&Ready, &Reckoning),
        season: Option<SeasonView>,
        (today, history): (Date, &History),
    ) -> Changed {
        let at = &after.0.at;
        let of_its_own = before.0.own_crops != at.garden.own_crops || before.0.varieties != at.garden.varieties;
        Changed {
            revision: number(at.revision),
            journal: number(after.0.journal().entries()),
            undo: kind(history.undo.as_ref()),
            redo: kind(history.redo.as_ref()),
            today,
            facts: FactsNow::between(before.0, &at.garden),
            own: of_its_own.then(|| Box::new(after.0.catalogue().own())),
            made: NumbersMade::between(before.0, &at.garden),
            reckoning: ReckoningNow::between(before.1, after.1),
            season: season.map(Box::new),
        }
    }
}

fn rows<T: Clone + PartialEq, I: Copy + Ord>(before: &[T], after: &[T], id: impl Fn(&T) -> I) -> ListNow<T, I> {
    let was: BTreeMap<I, &T> = before.iter().map(|one| (id(one), one)).collect();
    let is: BTreeSet<I> = after.iter().map(&id).collect();
    ListNow {
        now: after.iter().filter(|one| was.get(&id(one)) != Some(one)).cloned().collect(),
        gone: was.into_keys().filter(|id| !is.contains(id)).collect(),
    }
}

/// The keys of the facts that were not there before.
fn new<T: Fact>(before: &[T], after: &[T]) -> Vec<T::Key> {
    let was: BTreeSet<T::Key> = before.iter().map(Fact::key).collect();
    after.iter().map(Fact::key).filter(|key| !was.contains(key)).collect()
}

fn other<T: Clone + PartialEq>(before: &T, after: &T) -> Option<T> {
    (before != after).then(|| after.clone())
}

impl ReckoningNow {
    fn between(before: &Reckoning, after: &Reckoning) -> ReckoningNow {
        let Reckoning { season, beds, patches, findings, paths, never } = after;
        let of = |all: &[Finding], bed: BedId| -> Vec<Finding> { all.iter().filter(|one| one.bed == bed).cloned().collect() };
        let changed = |bed: &BedReckoning| {
            let now = of(findings, bed.bed);
            (of(&before.findings, bed.bed) != now).then_some(BedFindings { bed: bed.bed, findings: now })
        };
        ReckoningNow {
            season: other(&before.season, season),
            beds: rows(&before.beds, beds, |bed| bed.bed),
            patches: rows(&before.patches, patches, |patch| patch.patch),
            findings: beds.iter().filter_map(changed).collect(),
            paths: other(&before.paths, paths),
            never: other(&before.never, never),
        }
    }
}
