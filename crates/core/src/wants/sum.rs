//! What does one want come to: how much by weight, how many plants, how much ground, and when it stands? Ranges, as nobody knows what a
//! plant will give.

use crate::catalogue::{Crop, Way, Yield};
use crate::climate::calendar::year_span;
use crate::ground::planting::{Planting, said_distance};
use crate::growth::growing::Growing;
use crate::growth::size::is_settled;
use crate::known::Known;
use crate::season::harvests::harvests;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::journal::Unit;
use sparrow_facts::site::Hemisphere;
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::Units;
use sparrow_facts::want::{Want, WantAmount};

/// Why nobody can say what a want comes to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Lacks {
    /// The book does not say what its crop gives so, or how much goes into a jar.
    Yield,
    /// It has no day here, or cannot be had in any of the months that are asked for.
    Days,
}

/// Days on which meals can be had, of those that are wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct CanBeHad {
    /// Days of the months that are asked for.
    pub wanted: u32,
    /// Those of them on which it can be had from the ground here.
    pub days: u32,
    /// The first.
    pub from: Date,
    /// The last.
    pub until: Date,
}

/// What a want comes to in plants and ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct WantSum {
    /// What it weighs as it is picked \[g\].
    pub grams: u32,
    /// What one plant gives \[g\], least and most.
    pub gives: [u32; 2],
    /// That is what plants gave here, by so many plantings that were weighed; nothing where it is the book's.
    pub weighed: Option<u32>,
    /// Plants, least and most.
    pub plants: [u32; 2],
    /// Ground of all of them \[hundredths of a square\].
    pub ground: [u32; 2],
    /// The first and the last day on which they usually stand.
    pub stands: (Date, Date),
    /// Sowings, so that it is there through as much of its months as can be.
    pub sowings: u32,
    /// Weeks of ground of one sowing, in the year.
    pub weeks: u32,
    /// It stays for years, and holds its ground through all of each.
    pub stays: bool,
    /// Of meals through some months, when they can be had.
    pub had: Option<CanBeHad>,
    /// A square planted with it gives so much \[g\], least and most.
    pub square_gives: [u32; 2],
    /// That is so many meals of one person, least and most.
    pub square_meals: [u32; 2],
    /// That would cost so much, least and most, in hundredths of the household's money; nothing where it did not say what it would pay.
    pub square_worth: Option<[u32; 2]>,
    /// Ground of one plant as it is grown here, and by the book's distance \[ten thousandths of a square\].
    pub takes: [u32; 2],
    /// The days on which its sowings go into the ground, in their order.
    pub starts: Vec<Date>,
    /// When each sowing stands.
    #[serde(skip)]
    pub(crate) each: Vec<(Date, Date)>,
}

/// Of plants that are eaten whole so many of a hundred come to something, at the least (common practice).
const COME_TO_SOMETHING: u32 = 80;
/// A bunch \[g\] (common practice).
const BUNCH: u32 = 200;
/// What one planting that was weighed says of others: so much less and more \[share\] (own choice).
const ONE_SAYS: f64 = 0.3;
/// The week in which all is put up \[days\].
const WEEK: f64 = 7.0;
/// The best week of a long harvest gives so many times its even share (own choice: harvests swell and ebb).
const BEST_WEEK: f64 = 2.0;

/// What guides print of a plant is of ten weeks of picking at the most: where it is picked for longer, its best week is no smaller
/// \[days\] (own choice).
const GUIDES_PICK: i64 = 70;

/// What a want comes to of a crop in one of its ways, in a growing year.
///
/// # Errors
/// Why nobody can say it.
pub fn sum(known: Known, want: &Want, (crop, way): (&Crop, &Way), year: i16) -> Result<WantSum, Lacks> {
    let gives = crop.gives.as_ref().ok_or(Lacks::Yield)?;
    let stretch = match want.amount {
        WantAmount::Meals { from, until, .. } => Some(months_of(year, known.garden.site.latitude.hemisphere(), (from, until))),
        _ => None,
    };
    let harvests = harvests(known, Growing::usual(crop, way), year, stretch).ok_or(Lacks::Days)?;
    let grams = grams(want.amount, gives, harvests.had.map_or(0, |had| had.days)).ok_or(Lacks::Yield)?;
    let weighed = weighed(known, crop);
    let of_a_plant = weighed.map_or(gives.grams.map(f64::from), |(own, _)| own);
    // All at once: of what ripens through weeks, the share of the best one.
    let best_week = want.at_once && crop.picked_again(way);
    let share = if best_week { (BEST_WEEK * WEEK / harvests.picked.min(GUIDES_PICK) as f64).min(1.0) } else { 1.0 };
    let plants = match want.amount {
        WantAmount::Pieces { many } if eaten_whole(crop, way, gives, of_a_plant) => {
            [many, many.saturating_mul(100).div_ceil(COME_TO_SOMETHING)]
        }
        _ => [of_a_plant[1], of_a_plant[0]].map(|one| (grams / (one * share).max(1.0)).ceil().min(1e6) as u32),
    };
    let units = known.garden.site.squares();
    let book = ground_of_one(units, way, way.spacing(units));
    let centisquares = said_distance(known.garden, &crop.key, way).map_or(book, |(said, _)| ground_of_one(units, way, said));
    let ground = plants.map(|plants| (f64::from(plants) * centisquares).ceil() as u32);
    let square_gives = of_a_plant.map(|grams| (grams * 100.0 / centisquares).round().min(1e9) as u32);
    let each = harvests.stands;
    let (first, last) = each.iter().fold(each[0], |(from, until), stand| (from.min(stand.0), until.max(stand.1)));
    let weeks: u32 = each.iter().map(|(from, until)| u32::try_from((*until - *from).get_days() / 7 + 1).unwrap_or(1)).sum();
    let sowings = u32::try_from(each.len()).unwrap_or(u32::MAX);
    let had = harvests.had.zip(stretch).map(|(had, (from, until))| CanBeHad {
        wanted: u32::try_from((until - from).get_days() + 1).unwrap_or(0),
        days: had.days,
        from: had.from,
        until: had.until,
    });
    Ok(WantSum {
        grams: grams.round().min(4e9) as u32,
        gives: of_a_plant.map(|grams| grams.round() as u32),
        weighed: weighed.map(|(_, many)| many),
        plants,
        ground,
        stands: (first, last),
        sowings,
        weeks: weeks.div_ceil(sowings),
        stays: is_settled(crop, way),
        had,
        square_gives,
        square_meals: square_gives.map(|grams| (f64::from(grams) / f64::from(gives.meal)).round() as u32),
        square_worth: want.worth.map(|worth| [ground[1], ground[0]].map(|ground| worth_of_a_square(worth, ground))),
        takes: [centisquares, book].map(|ground| (ground * 100.0).round().max(1.0) as u32),
        starts: each.iter().map(|(from, _)| *from).collect(),
        each,
    })
}

/// What an amount weighs as it is picked \[g\], meals on so many days; nothing where the book does not say.
fn grams(amount: WantAmount, gives: &Yield, days: u32) -> Option<f64> {
    Some(match amount {
        WantAmount::Weight { grams } => f64::from(grams),
        WantAmount::Pieces { many } => f64::from(many) * f64::from(gives.piece?),
        WantAmount::Bunches { many } => f64::from(many.saturating_mul(BUNCH)),
        WantAmount::Jars { many, ml } => f64::from(many) * f64::from(ml) / 1000.0 * f64::from(gives.jar?),
        WantAmount::Meals { people, every, .. } => {
            f64::from(people) * f64::from(gives.meal) * f64::from(days.div_ceil(u32::from(every.max(1))))
        }
    })
}

/// The first and the last day of some months, the first of them in a growing year.
fn months_of(year: i16, hemisphere: Hemisphere, (from, until): (u8, u8)) -> (Date, Date) {
    let (begins, _) = year_span(year, hemisphere);
    let month = |month: u8| i64::from(month.clamp(1, 12));
    let to_first = (month(from) - i64::from(begins.month())).rem_euclid(12);
    let many = (month(until) - month(from)).rem_euclid(12) + 1;
    let first = begins.saturating_add(to_first.months());
    (first, first.saturating_add(many.months()).saturating_sub(1.day()))
}

/// Whether a plant is one piece: a head, a root, a bulb.
fn eaten_whole(crop: &Crop, way: &Way, gives: &Yield, [least, most]: [f64; 2]) -> bool {
    let pieces = gives.piece.map(|piece| (least + most) / 2.0 / f64::from(piece));
    !crop.picked_again(way) && pieces.is_some_and(|pieces| (0.4..=2.2).contains(&pieces))
}

/// Ground of one plant at a distance \[hundredths of a square\].
fn ground_of_one(units: Units, way: &Way, distance: Spacing) -> f64 {
    let side = f64::from(units.square().get());
    let hole = f64::from(distance.along.get().max(1)) * f64::from(distance.across.get().max(1)) * 100.0 / (side * side);
    (hole / f64::from(way.per_hole)).max(0.01)
}

/// What a square's part of a worth is, of so much ground \[hundredths of a square\].
fn worth_of_a_square(worth: u32, ground: u32) -> u32 {
    (f64::from(worth) * 100.0 / f64::from(ground.max(1))).round().min(4e9) as u32
}

/// What a plant of a crop gave here, least and most \[g\], by so many plantings that were weighed and are over.
fn weighed(known: Known, crop: &Crop) -> Option<([f64; 2], u32)> {
    let of_it = known.garden.patches.iter().filter(|patch| patch.planted.crop == crop.key);
    let each = of_it.filter_map(|patch| {
        let story = known.observed.patch(patch.id)?;
        let over = story.ended.is_some() || patch.until < known.today;
        let grams = *story.picked.get(&Unit::Grams)? as f64 / 10.0;
        let plants = Planting::of(known, patch)?.reckon().0.plants;
        (over && plants > 0 && grams > 0.0).then(|| grams / f64::from(plants))
    });
    let each: Vec<f64> = each.collect();
    let (least, most) = (each.iter().copied().reduce(f64::min)?, each.iter().copied().reduce(f64::max)?);
    let range = if each.len() == 1 { [least * (1.0 - ONE_SAYS), most * (1.0 + ONE_SAYS)] } else { [least, most] };
    Some((range, u32::try_from(each.len()).unwrap_or(u32::MAX)))
}
