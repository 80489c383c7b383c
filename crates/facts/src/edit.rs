//! What did a command change? Facts before and after, which is all that undo needs.

use crate::almanac::{BedWarmth, Climate, Shelf, SoilReading, Station};
use crate::bed::Bed;
use crate::fixture::Fixture;
use crate::garden::Garden;
use crate::grouping::OwnGrouping;
use crate::history::PastStand;
use crate::ids::{BedId, NumbersGiven};
use crate::own_crop::OwnCrop;
use crate::patch::Patch;
use crate::school::School;
use crate::seed_lot::SeedLot;
use crate::site::Site;
use crate::spacing::OwnSpacing;
use crate::turns::{Closing, OwnFamily, Pinned, SoilFinding, TurnPlan, TurnRules, TurnWish, Unknown};
use crate::variety::Variety;
use crate::want::Want;
use serde::{Deserialize, Serialize};

/// One fact before and after; nothing before means it is new, nothing after that it is gone.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(tag = "fact", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each variant has the fact it names as it was before and as it is after")]
pub enum Edit {
    /// The place of the garden.
    Site { before: Box<Site>, after: Box<Site> },
    /// A bed.
    Bed { before: Option<Box<Bed>>, after: Option<Box<Bed>> },
    /// A patch.
    Patch { before: Option<Box<Patch>>, after: Option<Box<Patch>> },
    /// A remembered stand.
    Past { before: Option<PastStand>, after: Option<PastStand> },
    /// The household's school of spacing.
    School { before: School, after: School },
    /// A household's own grouping.
    Grouping { before: Option<OwnGrouping>, after: Option<OwnGrouping> },
    /// A crop that the book lacks.
    OwnCrop { before: Option<Box<OwnCrop>>, after: Option<Box<OwnCrop>> },
    /// A variety.
    Variety { before: Option<Box<Variety>>, after: Option<Box<Variety>> },
    /// A lot of seed.
    Lot { before: Option<Box<SeedLot>>, after: Option<Box<SeedLot>> },
    /// A want.
    Want { before: Option<Box<Want>>, after: Option<Box<Want>> },
    /// A fixture of the yard.
    Fixture { before: Option<Fixture>, after: Option<Fixture> },
    /// A household's own distance.
    Spacing { before: Option<OwnSpacing>, after: Option<OwnSpacing> },
    /// The rules of the years ahead.
    TurnRules { before: TurnRules, after: TurnRules },
    /// Whether a bed is in half shade.
    Shady { bed: BedId, before: bool, after: bool },
    /// Whether a bed's sections count as two halves each.
    Divided { bed: BedId, before: bool, after: bool },
    /// The household's own values of a family.
    OwnFamily { before: Option<OwnFamily>, after: Option<OwnFamily> },
    /// A trouble found in the soil of a bed.
    SoilFinding { before: Option<SoilFinding>, after: Option<SoilFinding> },
    /// A wish for the years ahead.
    Wish { before: Option<TurnWish>, after: Option<TurnWish> },
    /// A wish fixed to ground in a year.
    Pin { before: Option<Pinned>, after: Option<Pinned> },
    /// Ground that lies fallow in a year.
    Closing { before: Option<Closing>, after: Option<Closing> },
    /// A bed and year of which nobody knows.
    UnknownYear { before: Option<Unknown>, after: Option<Unknown> },
    /// A kept plan.
    Plan { before: Option<Box<TurnPlan>>, after: Option<Box<TurnPlan>> },
    /// Where the warmth is taken from, and how much chance is taken.
    Climate { before: Box<Climate>, after: Box<Climate> },
    /// A weather station's file, condensed.
    Station { before: Option<Box<Station>>, after: Option<Box<Station>> },
    /// The seedling shelf.
    Shelf { before: Shelf, after: Shelf },
    /// How a bed is mulched and covered.
    BedWarmth { before: Option<BedWarmth>, after: Option<BedWarmth> },
    /// A reading of a soil thermometer.
    Reading { before: Option<SoilReading>, after: Option<SoilReading> },
}

impl Edit {
    /// The edit that takes this one back.
    pub fn inverse(self) -> Edit {
        match self {
            Edit::Site { before, after } => Edit::Site { before: after, after: before },
            Edit::Bed { before, after } => Edit::Bed { before: after, after: before },
            Edit::Patch { before, after } => Edit::Patch { before: after, after: before },
            Edit::Past { before, after } => Edit::Past { before: after, after: before },
            Edit::School { before, after } => Edit::School { before: after, after: before },
            Edit::Grouping { before, after } => Edit::Grouping { before: after, after: before },
            Edit::Fixture { before, after } => Edit::Fixture { before: after, after: before },
            Edit::OwnCrop { before, after } => Edit::OwnCrop { before: after, after: before },
            Edit::Variety { before, after } => Edit::Variety { before: after, after: before },
            Edit::Want { before, after } => Edit::Want { before: after, after: before },
            Edit::Lot { before, after } => Edit::Lot { before: after, after: before },
            Edit::Spacing { before, after } => Edit::Spacing { before: after, after: before },
            Edit::TurnRules { before, after } => Edit::TurnRules { before: after, after: before },
            Edit::Shady { bed, before, after } => Edit::Shady { bed, before: after, after: before },
            Edit::Divided { bed, before, after } => Edit::Divided { bed, before: after, after: before },
            Edit::OwnFamily { before, after } => Edit::OwnFamily { before: after, after: before },
            Edit::SoilFinding { before, after } => Edit::SoilFinding { before: after, after: before },
            Edit::Wish { before, after } => Edit::Wish { before: after, after: before },
            Edit::Pin { before, after } => Edit::Pin { before: after, after: before },
            Edit::Closing { before, after } => Edit::Closing { before: after, after: before },
            Edit::UnknownYear { before, after } => Edit::UnknownYear { before: after, after: before },
            Edit::Plan { before, after } => Edit::Plan { before: after, after: before },
            Edit::Climate { before, after } => Edit::Climate { before: after, after: before },
            Edit::Station { before, after } => Edit::Station { before: after, after: before },
            Edit::Shelf { before, after } => Edit::Shelf { before: after, after: before },
            Edit::BedWarmth { before, after } => Edit::BedWarmth { before: after, after: before },
            Edit::Reading { before, after } => Edit::Reading { before: after, after: before },
        }
    }
}

/// The edits that take these back, last first.
pub fn inverse(edits: Vec<Edit>) -> Vec<Edit> {
    edits.into_iter().rev().map(Edit::inverse).collect()
}

/// The highest numbers that edits give to what they make.
pub fn numbers_given(edits: &[Edit]) -> NumbersGiven {
    let mut given = NumbersGiven::default();
    for edit in edits {
        let (highest, number) = match edit {
            Edit::Bed { after: Some(bed), .. } => (&mut given.bed, bed.id.0),
            Edit::Patch { after: Some(patch), .. } => (&mut given.patch, patch.id.0),
            Edit::Wish { after: Some(wish), .. } => (&mut given.wish, wish.id.0),
            Edit::Variety { after: Some(variety), .. } => (&mut given.variety, variety.id.0),
            Edit::OwnCrop { after: Some(crop), .. } => (&mut given.own_crop, crop.id.0),
            _ => continue,
        };
        *highest = number.max(*highest);
    }
    given
}

/// Carries edits out on a garden.
pub fn apply(garden: &mut Garden, edits: &[Edit]) {
    for edit in edits {
        apply_one(garden, edit.clone());
    }
}

fn apply_one(garden: &mut Garden, edit: Edit) {
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
    } = garden;
    match edit {
        Edit::Site { after, .. } => *site = *after,
        Edit::Bed { before, after } => swap(beds, before.map(|b| *b), after.map(|b| *b), |bed| bed.id),
        Edit::Patch { before, after } => swap(patches, before.map(|p| *p), after.map(|p| *p), |patch| patch.id),
        Edit::Past { before, after } => swap(past, before, after, |past| past.id),
        Edit::School { after, .. } => *school = after,
        Edit::Grouping { before, after } => swap(groupings, before, after, |grouping| grouping.id),
        Edit::OwnCrop { before, after } => swap(own_crops, before.map(|c| *c), after.map(|c| *c), |crop| crop.id),
        Edit::Variety { before, after } => swap(varieties, before.map(|v| *v), after.map(|v| *v), |variety| variety.id),
        Edit::Want { before, after } => swap(wants, before.map(|w| *w), after.map(|w| *w), |want| want.id),
        Edit::Lot { before, after } => swap(lots, before.map(|l| *l), after.map(|l| *l), |lot| lot.id),
        Edit::Fixture { before, after } => swap(fixtures, before, after, |fixture| fixture.id),
        Edit::Spacing { before, after } => swap(spacings, before, after, |own| (own.crop.clone(), own.way.clone())),
        Edit::TurnRules { after, .. } => {
            let TurnRules { years, school, unit, covers_count } = after;
            (turns.years, turns.school, turns.unit, turns.covers_count) = (years, school, unit, covers_count);
        }
        Edit::Shady { bed, after, .. } => swap(&mut turns.shady, Some(bed), after.then_some(bed), |bed| *bed),
        Edit::Divided { bed, after, .. } => swap(&mut turns.divided, Some(bed), after.then_some(bed), |bed| *bed),
        Edit::OwnFamily { before, after } => swap(&mut turns.families, before, after, |own| own.family.clone()),
        Edit::SoilFinding { before, after } => swap(&mut turns.findings, before, after, |one| (one.bed, one.family.clone())),
        Edit::Wish { before, after } => swap(&mut turns.wishes, before, after, |wish| wish.id),
        Edit::Pin { before, after } => swap(&mut turns.pins, before, after, |pin| (pin.wish, pin.year)),
        Edit::Closing { before, after } => swap(&mut turns.closed, before, after, |closing| *closing),
        Edit::UnknownYear { before, after } => swap(&mut turns.unknown, before, after, |unknown| *unknown),
        Edit::Plan { before, after } => swap(&mut turns.plans, before.map(|p| *p), after.map(|p| *p), |plan| plan.id),
        Edit::Climate { after, .. } => {
            let Climate { from, months, appetite } = *after;
            (almanac.from, almanac.months, almanac.appetite) = (from, months, appetite);
        }
        Edit::Station { after, .. } => almanac.station = after.map(|station| *station),
        Edit::Shelf { after, .. } => almanac.shelf = after,
        Edit::BedWarmth { before, after } => swap(&mut almanac.beds, before, after, |one| one.bed),
        Edit::Reading { before, after } => swap(&mut almanac.readings, before, after, |one| (one.on, one.bed)),
    }
}

/// Takes a row out of a list, and puts another in where its key belongs.
fn swap<T, K: Ord>(list: &mut Vec<T>, before: Option<T>, after: Option<T>, key: impl Fn(&T) -> K) {
    if let Some(gone) = before.as_ref().map(&key) {
        list.retain(|one| key(one) != gone);
    }
    if let Some(new) = after {
        let at = list.partition_point(|one| key(one) < key(&new));
        list.insert(at, new);
    }
}
