//! What lies in the seed tin on a day, what will come up of it, what is going to be sown, and what is short? Lots run down as the
//! journal tells of sowings; what is planned and not yet sown wants the rest.

pub mod saving;

use crate::catalogue::Crop;
use crate::ground::planting::Planting;
use crate::growth::growing::Growing;
use crate::growth::in_hole::{MOST_SEEDS, plants_a_hole, seeds_when_sown};
use crate::known::Known;
use crate::lived::is_believed;
use crate::reckon::season::tasks_between;
use crate::round::seeds::seeds;
use crate::seed::chance::{Belief, holes_for};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{LotId, VarietyId};
use sparrow_facts::journal::Work;
use sparrow_facts::patch::Patch;
use sparrow_facts::seed_lot::{SeedAmount, SeedLot};
use sparrow_facts::timing::Means;
use std::collections::BTreeMap;

/// The tin on a day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Tin {
    /// The day.
    pub on: Date,
    /// The last day of what is planned and counted: a year on.
    pub until: Date,
    /// Its lots: by their crops' names, the oldest first.
    pub lots: Vec<LotLine>,
    /// What is going to be sown of each crop or variety, the first first.
    pub needs: Vec<SeedNeed>,
    /// What there is more of than is planned until it is too old, what will not keep first; nothing where nothing is planned.
    pub over: Vec<SeedOver>,
}

/// A lot as it is on a day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct LotLine {
    /// The lot.
    pub lot: LotId,
    /// It is what is planted, as cloves or sets, and not seed.
    pub planted: bool,
    /// Seeds that are left, least and most; of what is not grown from seed, pieces. Nothing where it was weighed and nobody knows how
    /// many that is.
    pub left: Option<[u32; 2]>,
    /// What is left, as it was measured.
    pub amount: SeedAmount,
    /// Seeds or pieces of it that were sown since it was counted.
    pub sown: u32,
    /// What comes up of it; nothing for what is not grown from seed.
    pub comes_up: Option<ComesUp>,
    /// What there is to say of it.
    pub state: LotState,
    /// Something of its kind is going to be sown.
    pub planned: bool,
}

/// What comes up of a lot on a day, of a hundred.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct ComesUp {
    /// What is expected.
    pub percent: u8,
    /// Between which it lies nine times in ten.
    pub between: [u8; 2],
    /// What usually comes up of fresh seed.
    pub fresh: u8,
    /// The first day on which it is too old to reckon with, within ten years; nothing where that is later.
    pub too_old: Option<Date>,
}

/// What there is to say of a lot, the gravest first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum LotState {
    /// There is nothing left of it.
    Empty,
    /// Less than half of what comes up of fresh seed is expected to.
    TooOld,
    /// It is worth trying a few seeds before it is sown.
    Test,
    /// It is good.
    Good,
}

/// What is going to be sown of a crop or a variety.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SeedNeed {
    /// The key of the crop.
    pub crop: String,
    /// The variety, where one is named.
    pub variety: Option<VarietyId>,
    /// It is planted, as cloves or sets, and not sown as seed.
    pub planted: bool,
    /// The first day on which some of it is sown.
    pub first: Date,
    /// How many plantings.
    pub plantings: u32,
    /// Seeds, or pieces of what is not grown from seed, that they take.
    pub seeds: u32,
    /// What that weighs \[mg\], least and most; nothing where nobody knows.
    pub mg: Option<[u32; 2]>,
    /// What the tin has of it that is not too old, least and most.
    pub have: [u32; 2],
    /// How many are short: for certain, and perhaps.
    pub short: [u32; 2],
    /// What of it was got last, in which what is short can be counted; nothing where none was, or nothing is short.
    pub like: Option<LikeLast>,
    /// Plants of those that are raised on the shelf, which could be bought as young plants.
    pub raised: u32,
    /// What is taken to make what is planted, where that can be made at home.
    pub taken: Option<Taken>,
}

/// What is taken to make what is planted: 2 to 3 bulbs for 24 cloves.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Taken {
    /// What it is, one and more.
    pub one: [String; 2],
    /// How many: if all goes well, and to be sure.
    pub many: [u32; 2],
}

/// Seed that is more than what is planned takes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SeedOver {
    /// The key of the crop.
    pub crop: String,
    /// The variety, where one is named.
    pub variety: Option<VarietyId>,
    /// It is planted, as cloves or sets, and not sown as seed.
    pub planted: bool,
    /// Seeds or pieces that are over, least and most.
    pub many: [u32; 2],
    /// Seeds or pieces that are kept back: what is planned in a year, for each year until it is too old.
    pub kept: u32,
    /// So many years.
    pub years: u32,
    /// Until when the youngest of it is reckoned with; nothing where that is beyond ten years, or it is not seed.
    pub until: Option<Date>,
}

/// What was got last of something, to count in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct LikeLast {
    /// How much there was in it when it was counted first.
    pub amount: SeedAmount,
    /// What was paid for it, in hundredths of the household's money.
    pub price: Option<u32>,
    /// So many like it are to be got: if all goes well, and to be sure.
    pub packets: [u32; 2],
}

/// A test is worth while where a lot is expected to have lost so much of what it said \[share\]; own choice.
const LOST: f64 = 0.15;
/// A test holds for so long \[days\]; common practice: one each spring.
const TEST_HOLDS: i32 = 365;
/// What is late by so many days is counted on to be sown still \[days\] (own choice).
const STILL_SOWN: i64 = 21;
/// So far ahead is looked for the day on which a lot is too old \[years\].
const MOST_YEARS: i64 = 10;
/// How sure the range is that is told of what comes up.
const CERTAINTY: f64 = 0.9;

/// What is one in the tin: a crop, or a variety of it, sown as seed or planted.
type Kind = (String, Option<VarietyId>, bool);

/// The tin on a day, with what is planned within a year of it.
pub fn tin(known: Known, on: Date) -> Tin {
    let until = on.saturating_add(1.year()).saturating_sub(1.day());
    let left = left(known, on);
    let mut needs = needs(known, on, until);
    let mut lots: Vec<LotLine> = known.garden.lots.iter().map(|lot| line(known, lot, on, left[&lot.id])).collect();
    for need in needs.values_mut() {
        let has = lots.iter().zip(&known.garden.lots);
        let good = has.filter(|(line, lot)| {
            kind(known, lot) == (need.crop.clone(), need.variety, need.planted) && line.state > LotState::TooOld
        });
        for (line, _) in good {
            let [least, most] = line.left.unwrap_or_default();
            need.have = [need.have[0].saturating_add(least), need.have[1].saturating_add(most)];
        }
        need.short = [need.seeds.saturating_sub(need.have[1]), need.seeds.saturating_sub(need.have[0])];
        need.like = like_last(known, need);
    }
    for (line, lot) in lots.iter_mut().zip(&known.garden.lots) {
        line.planned = needs.contains_key(&kind(known, lot));
    }
    let name = |lot: LotId| {
        let lot = known.garden.lot(lot);
        let crop = lot.and_then(|lot| known.catalogue.crop(&lot.crop));
        (crop.map(|crop| crop.name.to_lowercase()), lot.map(|lot| (lot.variety, lot.packed)))
    };
    lots.sort_by_cached_key(|line| (name(line.lot), line.lot));
    let mut needs: Vec<SeedNeed> = needs.into_values().collect();
    needs.sort_by_key(|need| need.first);
    let over = over(known, on, &lots, &needs);
    Tin { on, until, lots, needs, over }
}

/// What there is more of than what is planned in a year takes, again in each year until it is too old. Where nothing is planned yet nobody
/// knows; and what is wished for or wanted waits for its place.
fn over(known: Known, on: Date, lots: &[LotLine], needs: &[SeedNeed]) -> Vec<SeedOver> {
    let Garden { wants, turns, .. } = known.garden;
    let hoped_for =
        |crop: &str| wants.iter().any(|want| want.crop == crop) || turns.wishes.iter().any(|wish| wish.wish.crop == crop);
    let mut kinds: BTreeMap<Kind, Vec<&LotLine>> = BTreeMap::new();
    if needs.is_empty() {
        return Vec::new();
    }
    for line in lots.iter().filter(|line| line.state > LotState::TooOld) {
        let Some(lot) = known.garden.lot(line.lot) else { continue };
        kinds.entry(kind(known, lot)).or_default().push(line);
    }
    let far = on.saturating_add(MOST_YEARS.years());
    let old = |line: &&LotLine| line.comes_up.map_or(on, |comes_up| comes_up.too_old.unwrap_or(far));
    let over = |(of, lines): (Kind, Vec<&LotLine>)| {
        let last = lines.iter().map(old).max()?;
        let years = (last - on).get_days().max(0) as u32 / 365 + 1;
        let need = needs.iter().find(|need| (&need.crop, need.variety, need.planted) == (&of.0, of.1, of.2));
        if need.is_none() && hoped_for(&of.0) {
            return None;
        }
        let kept = need.map_or(0, |need| need.seeds).saturating_mul(years);
        let sum = |at: usize| lines.iter().fold(0_u32, |sum, line| sum.saturating_add(line.left.unwrap_or_default()[at]));
        let many = [0, 1].map(|at| sum(at).saturating_sub(kept));
        let until = Some(last).filter(|last| *last > on && *last < far);
        (many[0] > 0).then_some(SeedOver { crop: of.0, variety: of.1, planted: of.2, many, kept, years, until })
    };
    let mut all: Vec<SeedOver> = kinds.into_iter().filter_map(over).collect();
    all.sort_by_key(|over| (over.until.unwrap_or(Date::MAX), over.crop.clone()));
    all
}

/// The last lot of its kind, and how many like it what is short comes to.
fn like_last(known: Known, need: &SeedNeed) -> Option<LikeLast> {
    let of = (need.crop.clone(), need.variety, need.planted);
    let of_it = |lot: &&SeedLot| kind(known, lot) == of && !lot.amount.is_nothing();
    let lot = known.garden.lots.iter().filter(of_it).max_by_key(|lot| (lot.packed, lot.id))?;
    let [least, most] = known.catalogue.crop(&lot.crop)?.many(lot.amount, need.planted)?;
    let packets = [need.short[0].div_ceil(most.max(1)), need.short[1].div_ceil(least.max(1))];
    (need.short[1] > 0).then_some(LikeLast { amount: lot.amount, price: lot.price, packets })
}

fn kind(known: Known, lot: &SeedLot) -> Kind {
    (lot.crop.clone(), lot.variety, known.catalogue.crop(&lot.crop).is_some_and(|crop| crop.is_planted(lot)))
}

/// What was sown of each lot since it was counted, in seeds or pieces: the oldest lot of its kind first, as far as it goes.
fn left(known: Known, on: Date) -> BTreeMap<LotId, u32> {
    let mut sown: BTreeMap<LotId, u32> = known.garden.lots.iter().map(|lot| (lot.id, 0)).collect();
    let mut lots: Vec<&SeedLot> = known.garden.lots.iter().collect();
    lots.sort_by_key(|lot| (lot.packed, lot.id));
    let mut all: Vec<(Date, Kind, u32)> = known.garden.patches.iter().flat_map(|patch| put_in(known, patch)).collect();
    all.sort_by_key(|one| one.0);
    for (day, of, mut many) in all.into_iter().filter(|(day, ..)| *day <= on) {
        let fits = |lot: &&&SeedLot| kind(known, lot) == of && lot.counted < day && !lot.amount.is_nothing();
        let mut last = None;
        for lot in lots.iter().filter(fits) {
            let there = most(known, lot).saturating_sub(sown[&lot.id]);
            let taken = many.min(there);
            *sown.entry(lot.id).or_default() += taken;
            many -= taken;
            last = Some(lot.id);
        }
        // What was sown beyond what there was is of the last one: it is empty.
        if let Some(lot) = last {
            let sum = sown.entry(lot).or_default();
            *sum = sum.saturating_add(many);
        }
    }
    sown
}

/// How many seeds a lot may have had when it was counted.
fn most(known: Known, lot: &SeedLot) -> u32 {
    let crop = known.catalogue.crop(&lot.crop);
    crop.and_then(|crop| crop.many(lot.amount, crop.is_planted(lot))).map_or(u32::MAX, |[_, most]| most)
}

/// What was sown or planted of a patch, day by day, in seeds or pieces.
fn put_in(known: Known, patch: &Patch) -> Vec<(Date, Kind, u32)> {
    let Some((story, growing)) = known.observed.patch(patch.id).zip(Growing::find(known.catalogue, patch)) else {
        return Vec::new();
    };
    let seed = matches!(growing.means, Means::Direct | Means::Shelf);
    let pieces = growing.means == Means::Set;
    let own = patch.planted.in_each;
    let each = seeds_when_sown(growing, own);
    let holes = || Planting::of(known, patch).map_or(0, |planting| planting.reckon().0.holes);
    let taken = story.put_in.iter().filter(|one| seed && one.sown || pieces && !one.sown);
    // What is written down of the ground are plants that are to grow there, of the shelf cells.
    let told = |many: u32| if growing.means == Means::Shelf { many } else { many.div_ceil(plants_a_hole(growing, own)) };
    taken.map(|one| (one.day, of(growing, patch), one.many.map_or_else(holes, told).saturating_mul(each))).collect()
}

fn of(growing: Growing, patch: &Patch) -> Kind {
    let planted = growing.means == Means::Set && growing.crop.planted_as.is_some();
    (patch.planted.crop.clone(), growing.way.variety.as_ref().map(|variety| variety.id), planted)
}

/// A lot on a day, of which so much was sown.
fn line(known: Known, lot: &SeedLot, on: Date, sown: u32) -> LotLine {
    let crop = known.catalogue.crop(&lot.crop);
    let (amount, left) = rest(crop, lot, sown);
    let comes_up = crop.and_then(|crop| comes_up(crop, lot, on));
    let state = match (amount.is_nothing(), comes_up) {
        (true, _) => LotState::Empty,
        (false, Some(comes_up)) if comes_up.too_old.is_some_and(|day| day <= on) => LotState::TooOld,
        (false, Some(comes_up)) if wants_test(lot, comes_up, on) => LotState::Test,
        _ => LotState::Good,
    };
    LotLine {
        lot: lot.id,
        planted: crop.is_some_and(|crop| crop.is_planted(lot)),
        left,
        amount,
        sown,
        comes_up: comes_up.filter(|_| !amount.is_nothing()),
        state,
        planned: false,
    }
}

/// What is left of a lot after so many were sown: as it was measured, and in seeds or pieces.
fn rest(crop: Option<&Crop>, lot: &SeedLot, sown: u32) -> (SeedAmount, Option<[u32; 2]>) {
    let planted = crop.is_some_and(|crop| crop.is_planted(lot));
    let left = match lot.amount {
        SeedAmount::Count { pieces } => SeedAmount::Count { pieces: pieces.saturating_sub(sown) },
        SeedAmount::Weight { mg } => {
            let gone = crop.and_then(|crop| crop.weigh(sown, planted)).map_or(0, |[least, most]| least / 2 + most / 2);
            SeedAmount::Weight { mg: mg.saturating_sub(gone) }
        }
    };
    (left, crop.and_then(|crop| crop.many(left, planted)))
}

fn comes_up(crop: &Crop, lot: &SeedLot, on: Date) -> Option<ComesUp> {
    let (life, fresh) = (crop.life(lot)?, crop.fresh());
    let percent = |share: f64| (share * 100.0).round() as u8;
    let belief = life.on_day(on);
    let old = |day: Date| life.is_too_old(day, fresh);
    let far = on.saturating_add(MOST_YEARS.years());
    let too_old = if old(on) {
        Some(on)
    } else if old(far) {
        // It only ever falls.
        let (mut good, mut bad) = (on, far);
        while (bad - good).get_days() > 1 {
            let middle = good.saturating_add((i64::from((bad - good).get_days()) / 2).days());
            if old(middle) { bad = middle } else { good = middle }
        }
        Some(bad)
    } else {
        None
    };
    Some(ComesUp {
        percent: percent(belief.share()),
        between: belief.between(CERTAINTY).map(percent),
        fresh: percent(fresh),
        too_old,
    })
}

/// Whether a lot is expected to have lost much of what was said of it last, and nobody has tried it of late.
fn wants_test(lot: &SeedLot, comes_up: ComesUp, on: Date) -> bool {
    let lately = lot.tests.iter().any(|test| test.on <= on && (on - test.on).get_days() < TEST_HOLDS);
    let said = lot.tests.last().map(|test| f64::from(test.up) / f64::from(test.sown.max(1)));
    let said = said.or(lot.printed.map(|printed| f64::from(printed) / 100.0)).unwrap_or(f64::from(comes_up.fresh) / 100.0);
    !lately && f64::from(comes_up.percent) / 100.0 < said - LOST
}

/// What is going to be sown from a day on, by crop and variety.
fn needs(known: Known, on: Date, until: Date) -> BTreeMap<Kind, SeedNeed> {
    let mut needs: BTreeMap<Kind, SeedNeed> = BTreeMap::new();
    let sown = |work: Work| matches!(work, Work::SowInside | Work::SowOutside | Work::PlantSets);
    let since = on.saturating_sub(STILL_SOWN.days());
    for task in tasks_between(known, since, until).into_iter().filter(|task| sown(task.work)) {
        let done = known.observed.patch(task.patch).is_some_and(|story| story.done_on(task.work).is_some());
        // What is late is sown still, unless nobody writes such things down.
        let open = |patch: &&Patch| !done && (task.day >= on || !is_believed(patch, known.observed));
        let Some(patch) = known.garden.patch(task.patch).filter(open) else { continue };
        let Some(planting) = Planting::of(known, patch) else { continue };
        let growing = Growing::of(patch, planting.crop, planting.way);
        // What is planted as it grows, as a herb in its pot, does not lie in a tin.
        if growing.means == Means::Set && planting.crop.planted_as.is_none() {
            continue;
        }
        // Ground too small for a single plant takes nothing, and is told of where it is.
        let Some(seeds) = seeds(known, patch).filter(|seeds| *seeds > 0) else { continue };
        let of = of(growing, patch);
        let need = needs.entry(of.clone()).or_insert_with(|| SeedNeed {
            crop: of.0,
            variety: of.1,
            planted: of.2,
            first: task.day,
            plantings: 0,
            seeds: 0,
            mg: Some([0; 2]),
            have: [0; 2],
            short: [0; 2],
            like: None,
            raised: 0,
            taken: None,
        });
        need.first = need.first.min(task.day);
        need.plantings += 1;
        need.seeds = need.seeds.saturating_add(seeds);
        if task.work == Work::SowInside {
            need.raised = need.raised.saturating_add(planting.reckon().0.plants);
        }
        let parent = planting.crop.parent.as_ref().filter(|_| need.planted);
        need.taken = parent.map(|parent| Taken { one: parent.one.clone(), many: parent.taken(need.seeds) });
        let more = planting.crop.weigh(seeds, need.planted);
        need.mg = need.mg.zip(more).map(|(all, more)| [all[0].saturating_add(more[0]), all[1].saturating_add(more[1])]);
    }
    needs
}

/// What so many seeds in each hole do: how many of a hundred holes are filled, and how many holes a stand takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SowingSum {
    /// Seeds in each hole.
    pub seeds: u32,
    /// Of a hundred holes so many are filled.
    pub filled: u8,
    /// Holes that are sown so that the stand is filled with the certainty asked for; nothing where it would take more than ten times
    /// as many.
    pub holes: Option<u32>,
}

/// What one to four seeds a hole do for a stand, at a certainty of a hundred.
pub fn sowing_sums(belief: Belief, stand: u32, certainty: u8) -> Vec<SowingSum> {
    let sum = |seeds: u32| SowingSum {
        seeds,
        filled: ((1.0 - belief.empty(seeds)) * 100.0).round() as u8,
        holes: holes_for(belief, stand, seeds, f64::from(certainty) / 100.0),
    };
    (1..=MOST_SEEDS).map(sum).collect()
}
