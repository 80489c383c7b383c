//! What is known of a crop? The shapes of the catalogue's entries, with their units.
//!
//! Lengths in the data files are in inches, as the tables they come from print them.

use crate::catalogue::figures::{Figures, SoilWants};
use crate::catalogue::seeds::{LotLife, Parent, Seed};
use crate::catalogue::yields::Yield;
use serde::{Deserialize, Deserializer, Serialize};
use sparrow_facts::ids::{OwnCropId, VarietyId};
use sparrow_facts::spacing::Spacing;
use sparrow_facts::timing::CountedFrom;
use sparrow_facts::units::{Length, Units};
use sparrow_facts::variety::Treated;
use std::collections::BTreeMap;

/// How hungry a crop is, in the words of the feeding school of rotation.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Feeding {
    /// Wants much, nitrogen most of all.
    Heavy,
    /// Wants a moderate amount.
    Moderate,
    /// Wants little.
    Light,
    /// Gives nitrogen back: the legumes.
    Giver,
}

/// How much a crop counts in the turns of its family.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Rotation {
    /// It feeds the family's diseases and suffers from them.
    #[default]
    Host,
    /// Out before it does much of either: it waits half as long, and nothing waits for it.
    Light,
    /// A flower, a cover or a clump that stays: nothing waits.
    None,
}

/// How long a plant lives when it is let.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Life {
    /// From seed to seed in one season.
    Annual,
    /// Flowers in its second year, like beet and turnip.
    Biennial,
    /// Lives on, though it may be grown as an annual.
    Perennial,
}

/// How it comes into the bed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Method {
    /// Sown where it stays; roots always.
    Direct,
    /// Planted out as a seedling, set, crown, clove or tuber.
    Transplant,
    /// Either.
    Either,
}

/// What cold does to it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Hardiness {
    /// Dies at the first frost.
    Tender,
    /// Takes a light frost.
    HalfHardy,
    /// Stands well below freezing.
    Hardy,
}

/// How much sun it wants, when there is a choice.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Light {
    /// Six hours or more.
    #[default]
    Full,
    /// Manages on four, as some leaves and roots do.
    HalfShade,
    /// Is glad of shade in high summer, when it would bolt or wilt.
    ShadeInSummer,
}

/// One way of growing a crop, with the figures that depend on it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Way {
    /// Its key within the crop.
    pub key: String,
    /// Keys that it had formerly, which gardens may still have.
    #[serde(default, skip_serializing)]
    pub formerly: Vec<String>,
    /// What a gardener calls it: 'full head', 'staked to one stem'.
    pub name: String,
    /// Distances in the square-foot school, in twelfths of a square's side (an inch of a 12 in square).
    pub square_twelfths: [u32; 2],
    /// In the row and between rows, where it is grown in rows.
    #[serde(deserialize_with = "inches_pair")]
    pub row: [Length; 2],
    /// How wide its canopy grows.
    #[serde(deserialize_with = "inches")]
    pub spread: Length,
    /// How high it grows.
    #[serde(deserialize_with = "inches")]
    pub height: Length,
    /// The least depth of soil in which it is worth growing, where that is more than a few inches (common practice).
    #[serde(default, deserialize_with = "inches")]
    pub least_soil: Length,
    /// Days to maturity, least and most.
    pub days: [u16; 2],
    /// From when those days are counted.
    pub counted_from: CountedFrom,
    /// Whether it wants a trellis, stakes, a cage or poles.
    #[serde(default)]
    pub trellis: bool,
    /// Whether its vines may grow out over the edge of a bed.
    #[serde(default)]
    pub spills: bool,
    /// Whether it is grown for its ground, as a green manure or winter cover, and not to be eaten.
    #[serde(default)]
    pub cover: bool,
    /// How much seed of a cover is strewn on a square metre \[g\].
    #[serde(default)]
    pub grams_a_square_metre: Option<f32>,
    /// What it must not cross with if its ears or seed are to come true: ways of one crop with unlike
    /// strains are kept apart in time.
    #[serde(default)]
    pub strain: Option<String>,
    /// Plants in each hole: more than one for multi-sown clumps.
    #[serde(default = "one")]
    pub per_hole: u8,
    /// Plants that are raised together in one cell and parted when they are planted; nothing where each has a cell of its own.
    #[serde(default)]
    pub parted: Option<u8>,
    /// The ground it is first put down on, in half squares; follows from its distances, whatever the units.
    #[serde(skip_deserializing)]
    pub starter: (u16, u16),
    /// The soil it wants, of the figures of its season.
    #[serde(skip_deserializing)]
    pub soil: SoilWants,
    /// The household's variety that is grown so; nothing in the book's own ways.
    #[serde(default, skip_deserializing)]
    pub variety: Option<OfVariety>,
    /// The distance of a crop of the household's own, where it is said, in place of the square-foot school's.
    #[serde(default, skip_deserializing)]
    pub distance: Option<Spacing>,
    /// The lots of seed that its household has for it, the oldest first.
    #[serde(skip)]
    pub lots: Vec<LotLife>,
    /// What is known of its season; read from a file of its own.
    #[serde(skip)]
    pub season: Figures,
}

/// What a household's variety says of the way in which it is grown, beside that way's own figures.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct OfVariety {
    /// Its number.
    pub id: VarietyId,
    /// The key of the book's way.
    pub way: String,
    /// The distance that worked here.
    pub own_distance: Option<Spacing>,
    /// The distance on its packet.
    pub packet_distance: Option<Spacing>,
    /// The depth on its packet.
    pub depth: Option<Length>,
    /// What was done to its seed.
    #[serde(skip)]
    pub treated: Option<Treated>,
    /// The days to maturity of the book's way, least and most.
    #[serde(skip)]
    pub book_days: [u16; 2],
    /// From when the book counts them.
    #[serde(skip)]
    pub book_counted_from: CountedFrom,
}

fn one() -> u8 {
    1
}

fn usual_germination() -> u8 {
    70
}

impl Way {
    /// The key of the book's way that this is, or that a variety is grown in.
    pub fn book_key(&self) -> &str {
        self.variety.as_ref().map_or(&self.key, |variety| &variety.way)
    }

    /// The book's days to maturity, least and most: by them it is told how a crop is grown (as a clump that stays, over winter),
    /// whatever a packet prints.
    pub fn book_days(&self) -> [u16; 2] {
        self.variety.as_ref().map_or(self.days, |variety| variety.book_days)
    }

    /// From when the book counts them, by which it is told how a crop is usually started.
    pub fn book_counted_from(&self) -> CountedFrom {
        self.variety.as_ref().map_or(self.counted_from, |variety| variety.book_counted_from)
    }

    /// The square-foot school's distances for the household's square: inches of a 12 in square,
    /// two and a half centimetres each of a 30 cm one, so that a square always holds the same number.
    pub fn spacing(&self, units: Units) -> Spacing {
        let twelfth = |n: u32| units.square().times(n).over(12);
        self.distance.unwrap_or(Spacing { along: twelfth(self.square_twelfths[0]), across: twelfth(self.square_twelfths[1]) })
    }
}

/// What a crop of the household's own is like.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Relative {
    /// The number of the crop of the household's own.
    pub id: OwnCropId,
    /// The key of the book's crop.
    pub key: String,
}

/// One crop of the catalogue.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Crop {
    /// Its key, unique in the catalogue.
    pub key: String,
    /// Keys that it had formerly, which gardens may still have.
    #[serde(default, skip_serializing)]
    pub formerly: Vec<String>,
    /// What gardeners call it.
    pub name: String,
    /// Its name for more than one.
    pub plural: String,
    /// The two or three letters that stand for it on a plan.
    pub ticket: String,
    /// Its botanical name.
    pub botanical: String,
    /// Its botanical family, by APG IV.
    pub apg: String,
    /// The key of its rotation family.
    pub family: String,
    /// How much it counts in the turns of that family.
    #[serde(default)]
    pub rotation: Rotation,
    /// How long it lives.
    pub life: Life,
    /// How it comes into the bed.
    pub method: Method,
    /// How deep its seed, set or tuber lies.
    #[serde(deserialize_with = "inches")]
    pub sow_depth: Length,
    /// What is planted where it is neither seed nor a young plant, one and more: a clove, a set, a slip.
    #[serde(default)]
    pub planted_as: Option<[String; 2]>,
    /// Seeds of a hundred that come up, at least: the law's least for sold seed where it has one (7 CFR 201.31, from memory), else
    /// 70 (common practice).
    #[serde(default = "usual_germination")]
    pub germinates: u8,
    /// How hungry it is.
    pub feeding: Feeding,
    /// How deep most of its roots go.
    #[serde(deserialize_with = "inches")]
    pub root_depth: Length,
    /// What cold does to it.
    pub hardiness: Hardiness,
    /// The air temperature that kills established plants \[°C\].
    pub kills_c: i8,
    /// pH range in which it does well.
    pub ph: [f32; 2],
    /// How much sun it wants.
    #[serde(default)]
    pub light: Light,
    /// Whether it wants air about its leaves, or they rot: never planted close.
    #[serde(default)]
    pub needs_air: bool,
    /// Days from one picking to the next; nothing when it is lifted or cut once.
    #[serde(default)]
    pub pick_every: Option<u8>,
    /// The ways of growing it, the usual one first.
    pub ways: Vec<Way>,
    /// What is known of its seed; nothing where it is not grown from seed here. Read from a file of its own.
    #[serde(default, skip_deserializing)]
    pub seed: Option<Seed>,
    /// What one piece weighs that is planted in place of seed, least and most \[g\]; nothing where nobody knows. Read from a file of its own.
    #[serde(default, skip_deserializing)]
    pub piece_grams: Option<[f32; 2]>,
    /// What is taken to make what is planted of it; nothing where that is not made at home. Read from a file of its own.
    #[serde(default, skip_deserializing)]
    pub parent: Option<Parent>,
    /// What it gives; nothing where the book does not say. Read from a file of its own.
    #[serde(default, skip_deserializing)]
    pub gives: Option<Yield>,
    /// Its nearest relative in the book, where it is a crop of the household's own.
    #[serde(default, skip_deserializing)]
    pub like: Option<Relative>,
    /// The source of each group of figures: `spacing`, `size`, `season`, `soil`, `cold`, `botany`.
    #[serde(default)]
    pub sources: BTreeMap<String, String>,
}

impl Crop {
    /// Whether one sowing of it is picked or cut again and again, through all of [`Figures::picked`].
    pub fn picked_again(&self, way: &Way) -> bool {
        way.season.again_picked.unwrap_or(self.pick_every.is_some())
    }

    /// What one and more of it are called by one of its ways, as gardeners write a variety: carrot ‘Long Amber’.
    pub fn named(&self, way: &Way) -> [String; 2] {
        [&self.name, &self.plural].map(|name| match way.variety {
            Some(_) => format!("{name} ‘{}’", way.name),
            None => name.clone(),
        })
    }

    /// The key of the book's crop that this is, or that it is the nearest relative of: by that one it is cared for.
    pub fn book_key(&self) -> &str {
        self.like.as_ref().map_or(&self.key, |like| &like.key)
    }

    /// How deep it is sown or set by one of its ways.
    pub fn depth(&self, way: &Way) -> Length {
        way.variety.as_ref().and_then(|variety| variety.depth).unwrap_or(self.sow_depth)
    }

    /// The way of that key.
    pub fn way(&self, key: &str) -> Option<&Way> {
        self.ways.iter().find(|way| way.key == key)
    }
}

fn inches<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Length, D::Error> {
    f64::deserialize(deserializer).map(from_inches)
}

fn inches_pair<'de, D: Deserializer<'de>>(deserializer: D) -> Result<[Length; 2], D::Error> {
    <[f64; 2]>::deserialize(deserializer).map(|pair| pair.map(from_inches))
}

fn from_inches(inches: f64) -> Length {
    Length::tenths_mm((inches * 254.0).round() as i32)
}
