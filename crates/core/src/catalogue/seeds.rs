//! What is known of a crop's seed, and of the lots a household has: how many there are in a gram, how long it keeps, and what comes
//! up of a lot on a day.

use crate::seed::ageing::{Viability, later, probit};
use crate::seed::chance::Belief;
use jiff::civil::{Date, date};
use serde::{Deserialize, Serialize};
use sparrow_facts::seed_lot::{SeedKept, SeedLot};

/// The seed of a crop.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Seed {
    /// Seeds in a gram, least and most.
    pub per_gram: [f32; 2],
    /// Years in a drawer until about half of what came up fresh comes up still.
    pub years: u8,
    /// Plants that come of one seed, least and most: more than one where it is a cluster.
    pub plants: [u8; 2],
    /// The key of the source.
    pub source: String,
    /// The viability equation, where its constants are known.
    #[serde(skip)]
    pub(super) viability: Option<Known>,
}

/// What is taken to make what is planted of a crop: cuttings, or a root that makes slips.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Parent {
    /// What it is, one and more.
    pub one: [String; 2],
    /// How many to plant come of one, least and most: fewer than one where not each roots.
    pub gives: [f32; 2],
    /// The key of the source.
    pub source: String,
}

impl Parent {
    /// How many are taken for so many to plant: if all goes well, and to be sure.
    ///
    /// ```
    /// use sparrow_core::catalogue::Catalogue;
    /// let parent = |key: &str| Catalogue::standard().crop(key).unwrap().parent.clone().unwrap();
    /// assert_eq!(parent("sweet-potato").taken(16), [2, 2]);
    /// assert_eq!(parent("rosemary").taken(4), [5, 8]);
    /// ```
    pub fn taken(&self, many: u32) -> [u32; 2] {
        let [least, most] = self.gives;
        [most, least].map(|gives| (f64::from(many) / f64::from(gives) - 1e-6).ceil() as u32)
    }
}

/// The viability equation of a crop with the moisture at which its seed rests, kept dry and cold, in a drawer and in a shed \[%\].
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Known {
    pub(super) equation: Viability,
    pub(super) moisture: [f64; 3],
}

/// A lot of seed as far as it tells what comes up of it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct LotLife {
    /// What was believed of it on a day.
    belief: Belief,
    /// That day.
    on: Date,
    /// Days in which it loses one probit.
    days_a_probit: f64,
    /// Something was done to it before it was sold.
    pub is_treated: bool,
}

/// As many seeds as what a packet or a table says is worth beside a test at home; own choice, so that a test of twenty counts most.
const WORTH: f64 = 10.0;
/// Where lots are kept \[°C\]: a refrigerator, a heated house, a shed in its warm half (common practice).
const TEMPERATURES: [f64; 3] = [5.0, 20.0, 25.0];
/// How many times as long seed lives there as in a drawer, where no constants are known: with care, less than the rule of thumb gives
/// (see the source `harrington-thumb`).
const LIVES_TIMES: [f64; 3] = [4.0, 1.0, 1.0 / 3.0];
/// A lot of which less than this share of what comes up of fresh seed comes up is no longer reckoned with (common practice: half).
const TOO_OLD: f64 = 0.5;

impl Seed {
    /// What a lot tells of what comes up of it, where `fresh` is the share that comes up of fresh seed.
    pub fn life(&self, lot: &SeedLot, fresh: f64) -> LotLife {
        let days_a_probit = self.days_a_probit(lot.kept, fresh);
        let packed = date(lot.packed.clamp(1, 9998), 1, 1);
        let said = lot.printed.map_or(fresh, |printed| f64::from(printed) / 100.0);
        let new = LotLife { belief: Belief::of(said, WORTH), on: packed, days_a_probit, is_treated: lot.treated.is_some() };
        lot.tests.iter().fold(new, |life, test| LotLife {
            belief: life.on_day(test.on).tested(test.sown, test.up),
            on: test.on.max(life.on),
            ..life
        })
    }

    /// Days in which it loses one probit, kept so; `fresh` is the share that comes up of it fresh.
    pub fn days_a_probit(&self, kept: SeedKept, fresh: f64) -> f64 {
        let place = match kept {
            SeedKept::Jar => 0,
            SeedKept::Drawer => 1,
            SeedKept::Shed => 2,
        };
        if let Some(known) = self.viability {
            return known.equation.days_a_probit(known.moisture[place], TEMPERATURES[place]);
        }
        let halved = probit(fresh) - probit(fresh / 2.0);
        f64::from(self.years) * 365.25 / halved * LIVES_TIMES[place]
    }

    /// How many seeds there are in so many milligrams, least and most.
    pub fn many(&self, mg: u32) -> [u32; 2] {
        self.per_gram.map(|per| (f64::from(mg) / 1000.0 * f64::from(per)).round() as u32)
    }
}

impl LotLife {
    /// What is believed of it on a day; before it was packed or tested, as then.
    pub fn on_day(self, day: Date) -> Belief {
        later(self.belief, f64::from((day - self.on).get_days()), self.days_a_probit, WORTH)
    }

    /// Whether so little comes up of it on a day that it is not reckoned with.
    pub fn is_too_old(self, day: Date, fresh: f64) -> bool {
        self.on_day(day).share() < fresh * TOO_OLD
    }
}
