//! What did a change change? Facts and reckonings that are otherwise than before, and the numbers of what it made, so
//! that a page need not be sent the whole garden again, nor guess.

use crate::ready::Ready;
use crate::view::{kind, number};
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
use sparrow_facts::bed::Bed;
use sparrow_facts::fixture::Fixture;
use sparrow_facts::garden::Garden;
use sparrow_facts::grouping::OwnGrouping;
use sparrow_facts::history::PastStand;
use sparrow_facts::ids::{
    BedId, FixtureId, LotId, OwnCropId, OwnGroupingId, PastId, PatchId, TurnPlanId, VarietyId, WantId, WishId,
};
use sparrow_facts::own_crop::OwnCrop;
use sparrow_facts::patch::Patch;
use sparrow_facts::school::School;
use sparrow_facts::seed_lot::SeedLot;
use sparrow_facts::site::Site;
use sparrow_facts::spacing::OwnSpacing;
use sparrow_facts::turns::Turns;
use sparrow_facts::variety::Variety;
use sparrow_facts::want::Want;
use sparrow_store::History;
use std::collections::BTreeMap;

/// A list as it changed: those of its things that are new or otherwise than before, and the numbers of those that are gone.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
#[schemars(rename = "{T}ListNow")]
pub struct ListNow<T, I> {
    /// New, or otherwise than before.
    pub now: Vec<T>,
    /// Gone.
    pub gone: Vec<I>,
}

/// Facts that are otherwise than before; nothing where nothing changed.
#[derive(Debug, Clone, PartialEq, Serialize, JsonSchema)]
pub struct FactsNow {
    /// The place.
    pub site: Option<Site>,
    /// Beds.
    pub beds: ListNow<Bed, BedId>,
    /// Patches.
    pub patches: ListNow<Patch, PatchId>,
    /// Remembered stands.
    pub past: ListNow<PastStand, PastId>,
    /// All own distances, when one changed.
    pub spacings: Option<Vec<OwnSpacing>>,
    /// Own groupings.
    pub groupings: ListNow<OwnGrouping, OwnGroupingId>,
    /// Crops that the book lacks.
    pub own_crops: ListNow<OwnCrop, OwnCropId>,
    /// Varieties.
    pub varieties: ListNow<Variety, VarietyId>,
    /// Lots of seed.
    pub lots: ListNow<SeedLot, LotId>,
    /// What it would like to have.
    pub wants: ListNow<Want, WantId>,
    /// Fixtures of the yard.
    pub fixtures: ListNow<Fixture, FixtureId>,
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
    /// Beds.
    pub beds: Vec<BedId>,
    /// Patches.
    pub patches: Vec<PatchId>,
    /// Remembered stands.
    pub past: Vec<PastId>,
    /// Own groupings.
    pub groupings: Vec<OwnGroupingId>,
    /// Crops that the book lacks.
    pub own_crops: Vec<OwnCropId>,
    /// Varieties.
    pub varieties: Vec<VarietyId>,
    /// Lots of seed.
    pub lots: Vec<LotId>,
    /// Wants.
    pub wants: Vec<WantId>,
    /// Fixtures of the yard.
    pub fixtures: Vec<FixtureId>,
    /// Wishes for the years ahead.
    pub wishes: Vec<WishId>,
    /// Kept plans.
    pub plans: Vec<TurnPlanId>,
}

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
    let is: std::collections::BTreeSet<I> = after.iter().map(&id).collect();
    ListNow {
        now: after.iter().filter(|one| was.get(&id(one)) != Some(one)).cloned().collect(),
        gone: was.into_keys().filter(|id| !is.contains(id)).collect(),
    }
}

fn new<T, I: Copy + Ord>(before: &[T], after: &[T], id: impl Fn(&T) -> I) -> Vec<I> {
    let was: std::collections::BTreeSet<I> = before.iter().map(&id).collect();
    after.iter().map(&id).filter(|id| !was.contains(id)).collect()
}

fn other<T: Clone + PartialEq>(before: &T, after: &T) -> Option<T> {
    (before != after).then(|| after.clone())
}

impl FactsNow {
    fn between(before: &Garden, after: &Garden) -> FactsNow {
        // Taken apart, so that a fact that is forgotten here does not compile.
        let Garden {
            site,
            beds,
            patches,
            past,
            spacings,
            groupings,
            own_crops,
            varieties,
            lots,
            wants,
            fixtures,
            school,
            turns,
            almanac,
        } = after;
        FactsNow {
            site: other(&before.site, site),
            beds: rows(&before.beds, beds, |bed| bed.id),
            patches: rows(&before.patches, patches, |patch| patch.id),
            past: rows(&before.past, past, |past| past.id),
            spacings: other(&before.spacings, spacings),
            groupings: rows(&before.groupings, groupings, |own| own.id),
            own_crops: rows(&before.own_crops, own_crops, |one| one.id),
            varieties: rows(&before.varieties, varieties, |one| one.id),
            lots: rows(&before.lots, lots, |one| one.id),
            wants: rows(&before.wants, wants, |one| one.id),
            fixtures: rows(&before.fixtures, fixtures, |one| one.id),
            school: other(&before.school, school),
            turns: other(&before.turns, turns).map(Box::new),
            almanac: other(&before.almanac, almanac).map(Box::new),
        }
    }
}

impl NumbersMade {
    fn between(before: &Garden, after: &Garden) -> NumbersMade {
        NumbersMade {
            beds: new(&before.beds, &after.beds, |bed| bed.id),
            patches: new(&before.patches, &after.patches, |patch| patch.id),
            past: new(&before.past, &after.past, |past| past.id),
            groupings: new(&before.groupings, &after.groupings, |own| own.id),
            own_crops: new(&before.own_crops, &after.own_crops, |one| one.id),
            varieties: new(&before.varieties, &after.varieties, |one| one.id),
            lots: new(&before.lots, &after.lots, |one| one.id),
            wants: new(&before.wants, &after.wants, |one| one.id),
            fixtures: new(&before.fixtures, &after.fixtures, |one| one.id),
            wishes: new(&before.turns.wishes, &after.turns.wishes, |wish| wish.id),
            plans: new(&before.turns.plans, &after.turns.plans, |plan| plan.id),
        }
    }
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
