//! What do the household's wants come to: how many plants, how much ground and for how long, against the ground there is; and how far
//! are they planned, sown and picked? Ranges throughout, as nobody knows what a plant will give.

pub mod series;
pub mod sum;
pub mod wished;

use crate::catalogue::varieties::way_of;
use crate::climate::calendar::{growing_year, year_span};
use crate::ground::fit::free_centisquares;
use crate::ground::planting::Planting;
use crate::growth::growing::Growing;
use crate::known::Known;
use crate::lived::start_of;
use crate::wants::series::{HarvestSeries, series};
use crate::wants::sum::{Lacks, WantSum, sum};
use crate::wants::wished::{Wished, wished};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::{VarietyId, WantId};
use sparrow_facts::journal::Unit;
use sparrow_facts::patch::Patch;
use sparrow_facts::want::Want;

/// The wants of a growing year against its ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Wants {
    /// The year.
    pub year: i16,
    /// The wants, those that hold their ground longest first.
    pub wants: Vec<WantLine>,
    /// Ground of all beds \[hundredths of a square\].
    pub ground: u32,
    /// What the wants take of it in each month of the year, from its first, least and most \[hundredths of a square\].
    pub months: Vec<MonthTaken>,
    /// What they come to as wishes for the years ahead, each crop and variety once.
    pub wished: Vec<Wished>,
    /// Where the middle of what is wanted is more than there is in some month: what could be less, the cheapest first.
    pub cuts: Vec<Cut>,
}

/// Ground taken in a month.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct MonthTaken {
    /// Its first day.
    pub from: Date,
    /// Least and most \[hundredths of a square\].
    pub taken: [u32; 2],
}

/// What a want comes to.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct WantLine {
    /// The want.
    pub want: WantId,
    /// What it comes to.
    pub sum: Option<WantSum>,
    /// Why that is not known, where it is not.
    pub lacks: Option<Lacks>,
    /// Its sowings, where it is had through some months by more than one.
    pub series: Option<HarvestSeries>,
    /// Plants of it in the plan of the year, in all.
    pub planned: u32,
    /// Plants of those that were sown or planted.
    pub sown: u32,
    /// What was picked of them \[g\]; what was not weighed is not in it.
    pub picked: u32,
    /// What all wants of its crop, or of its variety where it names one, come to together.
    pub together: Together,
    /// How the plan meets those.
    pub met: Met,
    /// Where all of it is wanted in one week: the household's variety that is picked for the fewest days, where it takes fewer plants.
    pub sooner: Option<Sooner>,
    /// What else that is wanted its ground could give at about the same time, what gives most meals first: the middle of its ground, as
    /// far as there is so much, once.
    pub instead: Vec<Instead>,
}

/// A variety that takes fewer plants for all in one week.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Sooner {
    /// The variety.
    pub variety: VarietyId,
    /// Plants of it, least and most.
    pub plants: [u32; 2],
}

/// What other ground than its own could give.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Instead {
    /// The other want.
    pub want: WantId,
    /// Plants of it.
    pub plants: u32,
    /// What they give \[g\], least and most.
    pub grams: [u32; 2],
}

/// What several wants of one crop come to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Together {
    /// How many wants that are known to come to something.
    pub wants: u32,
    /// Plants, least and most.
    pub plants: [u32; 2],
    /// Ground \[hundredths of a square\].
    pub ground: [u32; 2],
}

/// How a plan meets a want.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Met {
    /// Nothing of it is planned.
    Unplanned,
    /// Less than the least that it takes.
    Short,
    /// As much as it takes, by what is known.
    Met,
    /// More than the most that it takes.
    Over,
    /// Nobody knows what it takes.
    Unknown,
}

/// A way to want less.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Cut {
    /// The want that would be less.
    pub want: WantId,
    /// By so much ground \[hundredths of a square\]; all cuts together are what is too much in the worst month.
    pub less: u32,
    /// What stands on a square of it \[g\], least and most, which one goes without for each.
    pub gives: [u32; 2],
    /// The want that has most plants on a square, and how many of them fit on one square.
    pub frees: Option<(WantId, u32)>,
}

/// The most other wants that are told of for the ground of one.
const MOST_INSTEAD: usize = 3;

/// What the wants of a household come to in a growing year.
pub fn wants(known: Known, year: i16) -> Wants {
    let lines: Vec<(WantLine, &Want)> = known.garden.wants.iter().map(|want| (line(known, want, year), want)).collect();
    let lines = meeting(lines);
    let (first, last) = year_span(year, known.garden.site.latitude.hemisphere());
    // As the Bed view tells it: part squares at their size, without what braces take.
    let open = |bed| free_centisquares(bed, known.garden.site.squares(), &[]);
    let ground: u32 = known.garden.beds.iter().map(open).fold(0, u32::saturating_add);
    let lines = with_others(known, lines, (year, ground));
    let sums: Vec<_> = lines.iter().map(|(line, want)| (*want, line.sum.as_ref())).collect();
    let wished = wished(known, &sums);
    let months = months(&lines, first, last);
    let cuts = cuts(&lines, &months, ground);
    let mut wants: Vec<WantLine> = lines.into_iter().map(|(line, _)| line).collect();
    wants.sort_by_key(|line| std::cmp::Reverse(line.sum.as_ref().map_or(0, |sum| sum.weeks)));
    Wants { year, wants, ground, months, wished, cuts }
}

/// The wants with what those of one crop come to together, and how the plan meets that.
fn meeting(lines: Vec<(WantLine, &Want)>) -> Vec<(WantLine, &Want)> {
    let together = |of: &Want| {
        let same = |other: &Want| other.crop == of.crop && (of.variety.is_none() || other.variety == of.variety);
        let sums = lines.iter().filter(|(_, other)| same(other)).filter_map(|(line, _)| line.sum.as_ref());
        sums.fold(Together::default(), |all, sum| Together {
            wants: all.wants + 1,
            plants: [0, 1].map(|side| all.plants[side].saturating_add(sum.plants[side])),
            ground: [0, 1].map(|side| all.ground[side].saturating_add(sum.ground[side])),
        })
    };
    let all: Vec<Together> = lines.iter().map(|(_, want)| together(want)).collect();
    let met = |(together, (line, want)): (Together, (WantLine, _))| {
        let [least, most] = together.plants;
        let met = match line.planned {
            0 => Met::Unplanned,
            _ if together.wants == 0 => Met::Unknown,
            planned if planned < least => Met::Short,
            planned if planned > most => Met::Over,
            _ => Met::Met,
        };
        (WantLine { together, met, ..line }, want)
    };
    all.into_iter().zip(lines).map(met).collect()
}

/// The wants with what their ground could give instead, and with the variety that does with fewer plants.
fn with_others<'a>(known: Known, lines: Vec<(WantLine, &'a Want)>, (year, there): (i16, u32)) -> Vec<(WantLine, &'a Want)> {
    let others = |(line, want): &(WantLine, &Want)| {
        let Some(sum) = &line.sum else { return (None, Vec::new()) };
        let mut found: Vec<(u32, Instead)> = lines
            .iter()
            .filter(|(_, other)| other.crop != want.crop)
            .filter_map(|(other, _)| instead((sum, there), other.want, other.sum.as_ref()?))
            .collect();
        found.sort_by_key(|(meals, one)| (std::cmp::Reverse(*meals), one.want));
        found.dedup_by_key(|(_, one)| known.garden.want(one.want).map(|want| &want.crop));
        found.truncate(MOST_INSTEAD);
        (sooner(known, want, sum, year), found.into_iter().map(|(_, one)| one).collect())
    };
    let all: Vec<_> = lines.iter().map(others).collect();
    all.into_iter().zip(lines).map(|((sooner, instead), (line, want))| (WantLine { sooner, instead, ..line }, want)).collect()
}

/// What the middle of a want's ground, as far as there is so much, gives of another that stands for the most part while it does, with the
/// meals that are; nothing where that one does not, or stays for years.
fn instead((of, there_is): (&WantSum, u32), want: WantId, other: &WantSum) -> Option<(u32, Instead)> {
    let days = |(from, until): (Date, Date)| (until - from).get_days() + 1;
    let shared = |one: (Date, Date)| of.each.iter().map(|mine| days((one.0.max(mine.0), one.1.min(mine.1))).max(0)).sum::<i32>();
    let there = other.each.iter().any(|one| shared(*one) * 2 >= days(*one));
    let ground = f64::from((of.ground[0] / 2 + of.ground[1] / 2).min(there_is));
    let part = |each: u32| (ground * f64::from(each) / 100.0).round().min(4e9) as u32;
    let plants = (ground * 100.0 / f64::from(other.takes[0])).floor() as u32;
    let one = Instead { want, plants, grams: other.square_gives.map(part) };
    (there && !other.stays && plants > 0).then(|| (part(other.square_meals[0] / 2 + other.square_meals[1] / 2), one))
}

/// Of the varieties of a crop that is wanted all in one week the one that is picked for the fewest days, where it takes fewer plants than
/// what is wanted now.
fn sooner(known: Known, want: &Want, now: &WantSum, year: i16) -> Option<Sooner> {
    let others = known.garden.varieties.iter().filter(|other| other.crop == want.crop && Some(other.id) != want.variety);
    let found = others.filter_map(|other| Some((other.id, known.crop(&want.crop, Some(&way_of(other.id))).ok()?)));
    let picked = |(crop, way)| Growing::usual(crop, way).figures().picked;
    let (variety, found) = found.filter(|_| want.at_once).min_by_key(|(id, found)| (picked(*found), *id))?;
    let plants = sum(known, want, found, year).ok()?.plants;
    (plants[1] < now.plants[1]).then_some(Sooner { variety, plants })
}

fn line(known: Known, want: &Want, year: i16) -> WantLine {
    let way = want.variety.map(way_of);
    let found = known.crop(&want.crop, way.as_deref()).ok();
    let sum = found.map_or(Err(Lacks::Yield), |(crop, way)| sum(known, want, (crop, way), year));
    let hemisphere = known.garden.site.latitude.hemisphere();
    let of_it = |patch: &&Patch| {
        patch.planted.crop == want.crop
            && way.as_ref().is_none_or(|way| patch.planted.way == *way)
            && growing_year(patch.from, hemisphere) == year
    };
    let (mut planned, mut sown, mut picked) = (0u32, 0u32, 0u64);
    for patch in known.garden.patches.iter().filter(of_it) {
        let Some(planting) = Planting::of(known, patch) else { continue };
        let plants = planting.reckon().0.plants;
        planned = planned.saturating_add(plants);
        let growing = Growing::of(patch, planting.crop, planting.way);
        let Some(story) = known.observed.patch(patch.id) else { continue };
        if story.done_on(start_of(growing.means)).is_some() {
            sown = sown.saturating_add(plants);
        }
        picked = picked.saturating_add(story.picked.get(&Unit::Grams).copied().unwrap_or(0) / 10);
    }
    let picked = u32::try_from(picked).unwrap_or(u32::MAX);
    let (sum, lacks) = sum.map_or_else(|lacks| (None, Some(lacks)), |sum| (Some(sum), None));
    let series = sum.as_ref().and_then(|sum| series(want, sum));
    WantLine {
        want: want.id,
        sum,
        lacks,
        series,
        planned,
        sown,
        picked,
        together: Together::default(),
        met: Met::Unknown,
        sooner: None,
        instead: Vec::new(),
    }
}

/// What is taken in each month of the year: each sowing has its part of the ground.
fn months(lines: &[(WantLine, &Want)], first: Date, last: Date) -> Vec<MonthTaken> {
    let starts: Vec<Date> = (0..12).map(|n: i64| first.saturating_add(n.months())).collect();
    let month = |from: Date| {
        let until = from.saturating_add(1.month()).saturating_sub(1.day()).min(last);
        let taken = lines.iter().filter_map(|(line, _)| line.sum.as_ref()).fold([0u32; 2], |all, sum| {
            let there = sum.each.iter().filter(|(first, last)| *first <= until && from <= *last).count();
            let part = |ground: u32| (f64::from(ground) * there as f64 / f64::from(sum.sowings)).ceil() as u32;
            [all[0].saturating_add(part(sum.ground[0])), all[1].saturating_add(part(sum.ground[1]))]
        });
        MonthTaken { from, taken }
    };
    starts.into_iter().map(month).collect()
}

/// What could be less, together, where the worst month has too little ground: first what gives least for its ground and its weeks.
fn cuts(lines: &[(WantLine, &Want)], months: &[MonthTaken], ground: u32) -> Vec<Cut> {
    let middle = |taken: [u32; 2]| taken[0] / 2 + taken[1] / 2;
    let Some(worst) = months.iter().max_by_key(|month| middle(month.taken)) else { return Vec::new() };
    let over = middle(worst.taken).saturating_sub(ground);
    if over == 0 {
        return Vec::new();
    }
    let last = worst.from.saturating_add(1.month());
    let mut there: Vec<(WantId, &WantSum)> = lines.iter().filter_map(|(line, _)| Some((line.want, line.sum.as_ref()?))).collect();
    there.retain(|(_, sum)| sum.each.iter().any(|(from, until)| *from < last && worst.from <= *until));
    let worth = |sum: &WantSum| f64::from(sum.square_gives[0] + sum.square_gives[1]) / f64::from(sum.weeks.max(1));
    there.sort_by(|(_, one), (_, other)| worth(one).total_cmp(&worth(other)));
    let on_a_square = |sum: &WantSum| {
        (sum.plants[1].saturating_mul(100).saturating_add(sum.ground[1] / 2)).checked_div(sum.ground[1]).unwrap_or(0)
    };
    let (mut left, mut found) = (over, Vec::new());
    for (want, sum) in &there {
        let less = left.min(middle(sum.ground));
        left -= less;
        let others = there.iter().filter(|(other, _)| other != want);
        let most = others.max_by_key(|(_, other)| on_a_square(other)).map(|(other, sum)| (*other, on_a_square(sum)));
        let frees = most.filter(|(_, many)| *many > 0);
        found.extend((less > 0).then_some(Cut { want: *want, less, gives: sum.square_gives, frees }));
    }
    found
}
