//! What is known of a crop's season? Sprouting, warmth, shelf weeks, heat, cold and how long it is picked.

use crate::catalogue::source::Source;
use serde::{Deserialize, Serialize};
use std::collections::{BTreeMap, HashMap};

/// How a crop comes up: a heat sum above a base temperature of the soil.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Sprout {
    /// Soil below it brings nothing up \[°C\].
    pub base: f64,
    /// Heat sum until half of the seed is up \[°C d\].
    pub sum: f64,
    /// Soil in which it is up soonest \[°C\].
    pub best: f64,
    /// Soil above it brings nothing up \[°C\]; from the best on the pace falls to nothing there.
    pub most: f64,
    /// Source key.
    pub source: String,
}

impl Sprout {
    /// The part of its way up that a day in such soil brings, 0 to 1: evenly more from base to best, and evenly less from
    /// there to the warmest.
    pub fn pace(&self, soil: f64) -> f64 {
        let above = if soil <= self.best {
            soil - self.base
        } else {
            (self.best - self.base) * (self.most - soil) / (self.most - self.best)
        };
        above.max(0.0) / self.sum
    }
}

/// The soil a crop wants when it goes in \[°C\].
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct SoilWants {
    /// From which it may.
    pub may: f64,
    /// From which it had better.
    pub better: f64,
    /// In which its seed is up soonest; nothing for what is not sown.
    #[serde(default)]
    pub best: Option<f64>,
    /// The warmest for it.
    pub most: f64,
}

/// Which part of a plant is eaten, which decides when its weight comes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Bulk {
    /// Roots, bulbs, swollen stems: most of the weight comes last.
    Root,
    /// Heads and hearts.
    Head,
    /// Leaves.
    #[default]
    Leaf,
    /// Fruits and seeds: nothing until they are there.
    Fruit,
}

/// How fast a crop grows at a temperature, as a part of its best.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Response {
    /// At and below it nothing grows \[°C\].
    pub base: f64,
    /// It grows fastest \[°C\].
    pub best: f64,
    /// At and above it nothing grows \[°C\].
    pub most: f64,
}

impl Response {
    /// The part of its best pace at a temperature, 0 to 1.
    ///
    /// W. Yan, L. A. Hunt, An equation for modelling the temperature response of plants using only the cardinal
    /// temperatures, Annals of Botany 84, 1999, equation 7, counted from the base.
    ///
    /// ```
    /// use sparrow_core::catalogue::Response;
    /// let cool = Response { base: 2.0, best: 19.0, most: 31.0 };
    /// assert_eq!(cool.at(19.0), 1.0);
    /// assert_eq!((cool.at(2.0), cool.at(31.0)), (0.0, 0.0));
    /// assert!(cool.at(27.0) < cool.at(23.0));
    /// ```
    pub fn at(&self, celsius: f64) -> f64 {
        if celsius <= self.base || celsius >= self.most {
            return 0.0;
        }
        let (t, best, most) = (celsius - self.base, self.best - self.base, self.most - self.base);
        (most - t) / (most - best) * (t / best).powf(best / (most - best))
    }

    /// The mean of its pace over a day whose temperature runs as a cosine about a mean, so far to each side.
    pub fn over_a_day(&self, mean: f64, swing: f64) -> f64 {
        let at = |part: u32| mean + swing * (std::f64::consts::PI * (f64::from(part) + 0.5) / 4.0).cos();
        // The second half of the course is the first one backwards.
        (0..4).map(|part| self.at(at(part))).sum::<f64>() / 4.0
    }
}

/// Under what it bolts, or spoils where it is ripe \[°C\].
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Bolts {
    /// The mean of the days above which leaves bolt or heads spoil.
    pub mean: f64,
    /// A day length that makes it bolt so much earlier \[hours, °C\].
    #[serde(default)]
    pub long: Option<[f64; 2]>,
    /// The last days before it is ripe for which that holds.
    #[serde(default = "Bolts::usual_days")]
    pub days: u16,
}

impl Bolts {
    /// The days before it is ripe that are looked at, back from that day: every tenth.
    pub fn last_days(&self) -> impl Iterator<Item = u16> + use<> {
        (0..=self.days).step_by(10)
    }

    /// Whether a day of some mean temperature \[°C\] and daylight \[h\] is too hot for it, or too long and warm.
    pub fn is_too_much(&self, mean: f64, daylight: f64) -> bool {
        let less = self.long.filter(|[hours, _]| daylight > *hours).map_or(0.0, |[_, less]| less);
        mean > self.mean - less
    }
}

impl Bolts {
    fn usual_days() -> u16 {
        10
    }
}

/// The days in which flowers set fruit, and tubers and the like begin \[°C\].
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Sets {
    /// The mean of a day below which they do not.
    pub least: f64,
    /// The mean of a day above which they do not.
    pub most: f64,
    /// The mean of a day above which they do not where the month is wet: nights are warm there, and rot and mildew go about.
    #[serde(default = "Sets::usual_damp")]
    pub damp: f64,
    /// Days from setting to ripe.
    pub before: u16,
    /// The part of the first forty such days that must suit it, where it is picked again and again.
    #[serde(default = "Sets::usual_first")]
    pub first: f64,
}

impl Sets {
    fn usual_damp() -> f64 {
        26.5
    }

    fn usual_first() -> f64 {
        0.3
    }
}

/// What is picked, where cold reaches it sooner than the leaf: blossom, pods, curds, heads.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Product {
    /// What kills or spoils it \[°C\].
    pub kills: f64,
    /// Days before it is ripe from which it is there.
    pub days: u16,
}

/// A stand over winter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Winter {
    /// The least of its packet's days that it has grown on the coldest day.
    pub least: f64,
    /// The most, where a larger plant fails.
    #[serde(default)]
    pub most: Option<f64>,
}

/// How bulbs are made.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Bulbs {
    /// The length of day that a household's kind waits for, where it is said \[hours\]; else that of its latitude.
    #[serde(default, skip_deserializing)]
    pub hours: Option<f64>,
    /// How much shorter days than an onion's make it begin \[hours\].
    #[serde(default)]
    pub shorter: f64,
    /// The least of the packet's days it has grown before: from seed or as a plant, and from a set.
    pub before: [f64; 2],
    /// The packet's days from there to lifting.
    pub fills: f64,
}

/// All of it for one way of growing a crop.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Figures {
    /// Which group of growth it belongs to.
    #[serde(skip)]
    pub group: usize,
    /// How its growth answers warmth.
    pub response: Response,
    /// The mean at which the packet's days are taken to hold \[°C\].
    pub usual: f64,
    /// What is left of a day's swing where it grows: one in the air, less in the soil.
    pub swing: f64,
    /// How much longer than printed it takes in its usual season, as a factor.
    pub pace: f64,
    /// How it comes up; nothing for sets, cloves, tubers, crowns.
    pub sprout: Option<Sprout>,
    /// Soil it wants.
    pub soil: SoilWants,
    /// The mean of the days three weeks on, above which it is not begun \[°C\]; nothing where heat is no hindrance.
    pub begins_below: Option<f64>,
    /// The mean of the days three weeks on, above which it is not begun while the year warms \[°C\]: it would flower, set no pods
    /// or mildew in the summer that comes. Nothing where that is no hindrance.
    pub spring_below: Option<f64>,
    /// The mean of the days from which it is usually begun, once winter's shortest day is past \[°C\].
    pub begins_above: Option<f64>,
    /// Weeks after the even-chance last frost from which it is usually begun, where there is one.
    pub after_frost: Option<f64>,
    /// Weeks under cover before planting out, least and most, where it is ever raised so.
    pub indoors: Option<[u8; 2]>,
    /// Weeks more it can wait in a bigger pot.
    pub hold: u8,
    /// When it bolts.
    pub bolts: Option<Bolts>,
    /// When it sets.
    pub sets: Option<Sets>,
    /// The part of its usual pace that it must still have when it is ripe.
    pub still: f64,
    /// How many times its packet's days it may take.
    pub slow: f64,
    /// Days it is picked, or stands well once ripe.
    pub picked: u16,
    /// The part of the best start's picking that a start must have.
    pub part: f64,
    /// Whether one sowing is picked or cut again and again through those days, where that is not the crop's rule.
    pub again_picked: Option<bool>,
    /// Weeks from sowing until a seedling needs a bigger pot, when it is not planted out by then.
    pub pot_on: Option<u8>,
    /// What kills its seedlings \[°C\].
    pub seedling_kills: f64,
    /// What kills its leaves, where that is not the crop's figure \[°C\].
    pub leaf_kills: Option<f64>,
    /// What is picked, where cold reaches it sooner than the leaf.
    pub product: Option<Product>,
    /// What kills its roots in the ground \[°C of the air\], where the root is the crop.
    pub root_kills: Option<f64>,
    /// How it stands over winter, where it does.
    pub winter: Option<Winter>,
    /// Between which heights of the sun it is put in, falling \[degrees of declination\]: autumn plantings only.
    pub autumn: Option<[f64; 2]>,
    /// How it makes bulbs, where it does.
    pub bulbs: Option<Bulbs>,
    /// Days to the next small sowing by the common rule.
    pub again: Option<u8>,
    /// Which part is eaten.
    pub bulk: Bulk,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Group {
    base: f64,
    best: f64,
    most: f64,
    usual: f64,
    #[serde(default = "one")]
    swing: f64,
    source: String,
}

fn one() -> f64 {
    1.0
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Entry {
    group: String,
    sprout: Option<Sprout>,
    soil: SoilWants,
    begins_below: Option<f64>,
    spring_below: Option<f64>,
    begins_above: Option<f64>,
    after_frost: Option<f64>,
    indoors: Option<[u8; 2]>,
    #[serde(default)]
    hold: u8,
    picked: u16,
    again_picked: Option<bool>,
    pot_on: Option<u8>,
    seedling_kills: f64,
    again: Option<u8>,
    bulk: Bulk,
    #[serde(default)]
    way: Vec<toml::Table>,
}

/// What a crop says for all of its ways, or a way for itself.
#[derive(Deserialize, Clone)]
#[serde(deny_unknown_fields)]
struct Own {
    may: Option<f64>,
    better: Option<f64>,
    pace: Option<f64>,
    bolts: Option<Bolts>,
    sets: Option<Sets>,
    still: Option<f64>,
    slow: Option<f64>,
    part: Option<f64>,
    leaf_kills: Option<f64>,
    product: Option<Product>,
    root_kills: Option<f64>,
    winter: Option<Winter>,
    autumn: Option<[f64; 2]>,
    bulbs: Option<Bulbs>,
}

#[derive(Deserialize)]
struct WayEntry {
    key: String,
    picked: Option<u16>,
    again_picked: Option<bool>,
}

impl Own {
    /// The keys of its fields: an entry's other keys are the entry's own.
    const KEYS: [&str; 14] = [
        "may",
        "better",
        "pace",
        "bolts",
        "sets",
        "still",
        "slow",
        "part",
        "leaf_kills",
        "product",
        "root_kills",
        "winter",
        "autumn",
        "bulbs",
    ];

    /// Takes what is its own out of an entry, and reads both.
    fn and<T: serde::de::DeserializeOwned>(mut entry: toml::Table) -> Result<(Own, T), toml::de::Error> {
        let own: toml::Table = Own::KEYS.iter().filter_map(|field| entry.remove_entry(*field)).collect();
        Ok((own.try_into()?, entry.try_into()?))
    }
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct GrowthFile {
    group: BTreeMap<String, Group>,
}

/// A group's answer to warmth, and the warmth at which packets hold.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Growth {
    /// The answer.
    pub response: Response,
    /// The mean at which the packet's days hold \[°C\].
    pub usual: f64,
    /// What is left of a day's swing where it grows.
    pub swing: f64,
}

/// How each group of crops grows, by its name.
#[derive(Debug)]
pub struct Groups {
    /// How they grow, in their order.
    pub growth: Vec<Growth>,
    names: Vec<String>,
}

/// The figures of a crop, and of those of its ways that have their own.
#[derive(Debug)]
pub struct Season {
    /// Of the crop.
    pub all: Figures,
    /// By the keys of ways.
    pub ways: HashMap<String, Figures>,
}

/// What holds where a crop says nothing: it may take twice its packet's days less a fifth, must still grow a quarter of its
/// usual pace when it is ripe, and bring half of what the best start brings (own choices).
const SLOW: f64 = 1.8;
const STILL: f64 = 0.25;
const PART: f64 = 0.5;

impl Figures {
    /// The same with what a crop or one of its ways says for itself.
    fn with(self, own: &Own) -> Figures {
        Figures {
            soil: SoilWants {
                may: own.may.unwrap_or(self.soil.may),
                better: own.better.unwrap_or(self.soil.better),
                ..self.soil
            },
            pace: own.pace.unwrap_or(self.pace),
            bolts: own.bolts.or(self.bolts),
            sets: own.sets.or(self.sets),
            still: own.still.unwrap_or(self.still),
            slow: own.slow.unwrap_or(self.slow),
            part: own.part.unwrap_or(self.part),
            leaf_kills: own.leaf_kills.or(self.leaf_kills),
            product: own.product.or(self.product),
            root_kills: own.root_kills.or(self.root_kills),
            winter: own.winter.or(self.winter),
            autumn: own.autumn.or(self.autumn),
            bulbs: own.bulbs.or(self.bulbs),
            ..self
        }
    }
}

impl Groups {
    /// Reads `growth.toml`; the error names the line, or the source that is not listed.
    pub fn read(text: &str, sources: &BTreeMap<String, Source>) -> Result<Groups, String> {
        let file: GrowthFile = toml::from_str(text).map_err(|error| error.to_string())?;
        if let Some(group) = file.group.values().find(|group| !sources.contains_key(&group.source)) {
            return Err(format!("no source {}", group.source));
        }
        let growth = |group: &Group| {
            let response = Response { base: group.base, best: group.best, most: group.most };
            Growth { response, usual: group.usual, swing: group.swing }
        };
        Ok(Groups { growth: file.group.values().map(growth).collect(), names: file.group.into_keys().collect() })
    }

    /// What the season of a crop's file says.
    pub fn season(&self, told: toml::Value) -> Result<Season, String> {
        let told: toml::Table = told.try_into().map_err(said)?;
        let (own, entry): (Own, Entry) = Own::and(told).map_err(said)?;
        let group = self.names.iter().position(|name| *name == entry.group);
        let group = group.ok_or_else(|| format!("no group {}", entry.group))?;
        let of_group = self.growth[group];
        let best = entry.sprout.as_ref().map(|sprout| sprout.best);
        let figures = Figures {
            group,
            response: of_group.response,
            usual: of_group.usual,
            swing: of_group.swing,
            pace: 1.0,
            sprout: entry.sprout,
            soil: SoilWants { best: best.map(|best| best.min(entry.soil.most)), ..entry.soil },
            begins_below: entry.begins_below,
            spring_below: entry.spring_below,
            begins_above: entry.begins_above,
            after_frost: entry.after_frost,
            indoors: entry.indoors,
            hold: entry.hold,
            still: STILL,
            slow: SLOW,
            picked: entry.picked,
            part: PART,
            again_picked: entry.again_picked,
            pot_on: entry.pot_on,
            seedling_kills: entry.seedling_kills,
            again: entry.again,
            bulk: entry.bulk,
            ..Figures::default()
        };
        let all = figures.with(&own);
        let of_a_way = |way: toml::Table| {
            let (own, way): (Own, WayEntry) = Own::and(way).map_err(said)?;
            let picked = way.picked.unwrap_or(all.picked);
            let again_picked = way.again_picked.or(all.again_picked);
            Ok((way.key, Figures { picked, again_picked, ..all.clone().with(&own) }))
        };
        let ways = entry.way.into_iter().map(of_a_way).collect::<Result<_, String>>()?;
        Ok(Season { all, ways })
    }
}

fn said(error: toml::de::Error) -> String {
    error.to_string()
}
