//! A rotation problem by itself: sections, families, demands, what stood, and what is fixed.

use serde::{Deserialize, Serialize};
use std::collections::HashSet;

/// How hungry a family is, which decides what it may well follow.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Feeding {
    /// Wants much, nitrogen most of all.
    Heavy,
    /// Wants a moderate amount.
    Moderate,
    /// Wants little.
    Light,
    /// Gives nitrogen back.
    Giver,
}

/// A piece of ground that rotates as one.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Section {
    /// Its name within the problem.
    pub id: String,
    /// Squares it holds in each part of a year.
    pub squares: u32,
    /// What it offers: `trellis`, `deep`, `full-sun`, `container` and the like.
    #[serde(default)]
    pub tags: Vec<String>,
}

/// Crops that must not come back too soon after each other.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Family {
    /// Its name within the problem.
    pub id: String,
    /// Years from one stand to the next; nearer stands clash.
    pub interval: u32,
    /// Weight of a clash.
    pub risk: u32,
    /// How hungry it is.
    pub feeding: Feeding,
    /// The family it is one with, where it is another sort of it at a risk of its own, such as resistant varieties: the interval is
    /// that family's, and where both are too soon the greater risk counts.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub of: Option<String>,
    /// Other families whose stand it waits for as for its own.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub after: Vec<String>,
    /// Nothing waits for its stand: it is out before it does harm.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub harmless: bool,
    /// It stays where it is for years: years that follow each other are one stand.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub stays: bool,
}

impl Family {
    /// A family that waits for itself alone.
    pub fn plain(id: &str, interval: u32, risk: u32, feeding: Feeding) -> Self {
        Family { id: id.into(), interval, risk, feeding, of: None, after: Vec::new(), harmless: false, stays: false }
    }
}

/// A crop wanted every planned year, or in some of them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Demand {
    /// Its name within the problem.
    pub id: String,
    /// Its family.
    pub family: String,
    /// Squares wanted in each of its years.
    pub squares: u32,
    /// Parts of the year in which it holds its ground.
    pub slots: Vec<String>,
    /// What its section must offer.
    #[serde(default)]
    pub needs: Vec<String>,
    /// The planned years in which it is wanted; nothing means all.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub years: Option<Vec<i32>>,
    /// Whether it is planted in the last part of the year before, and holds that too.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub overwinters: bool,
    /// How hungry it is, where it is not as its family.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub feeding: Option<Feeding>,
}

/// A family that stood in a section in a year before the planned ones, -1 being the last one; or that is
/// planted in a planned year already.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
pub struct Stood {
    /// The year; below 0 it is remembered.
    pub year: i32,
    /// The section.
    pub section: String,
    /// The family.
    pub family: String,
    /// How hungry it was, where it was not as its family.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub feeding: Option<Feeding>,
}

impl Stood {
    /// A family that stood, as hungry as it is.
    pub fn of(year: i32, section: &str, family: &str) -> Self {
        Stood { year, section: section.into(), family: family.into(), feeding: None }
    }
}

/// A demand that stands in a section in a year and nowhere else.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Pin {
    /// The demand.
    pub demand: String,
    /// The section.
    pub section: String,
    /// The planned year.
    pub year: i32,
}

/// A section in which nothing is planted in a year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Closed {
    /// The section.
    pub section: String,
    /// The planned year.
    pub year: i32,
}

/// Squares that are not free in a year: something stays on them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Taken {
    /// The section.
    pub section: String,
    /// The planned year.
    pub year: i32,
    /// How many.
    pub squares: u32,
}

/// A longer wait for a family in one section, after a finding there.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct Longer {
    /// The section.
    pub section: String,
    /// The family.
    pub family: String,
    /// Years from one stand to the next in that section.
    pub interval: u32,
}

/// What each kind of trouble costs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(default)]
pub struct Weights {
    /// Each square short.
    pub short: u64,
    /// Each year that a family is too soon, times its risk.
    pub clash: u64,
    /// Each section and year in which a hungry family follows a hungry family.
    pub hungry: u64,
    /// Each section beyond the first over which a demand is spread in a year.
    pub spread: u64,
}

impl Default for Weights {
    fn default() -> Self {
        Weights { short: 1000, clash: 100, hungry: 10, spread: 1 }
    }
}

/// A whole rotation problem. What a file leaves out is empty.
#[derive(Debug, Clone, Default, PartialEq, Eq, Serialize, Deserialize)]
pub struct Instance {
    /// Planned years, numbered from 0.
    pub years: i32,
    /// Parts of a year, in order.
    pub slots: Vec<String>,
    /// The ground.
    pub sections: Vec<Section>,
    /// The families.
    pub families: Vec<Family>,
    /// What is wanted.
    pub demands: Vec<Demand>,
    /// What stood.
    #[serde(default)]
    pub history: Vec<Stood>,
    /// Years, among those above, in which a family's stand is still that of the year before: no clash with itself.
    #[serde(default)]
    pub through: Vec<Stood>,
    /// What is fixed.
    #[serde(default)]
    pub pins: Vec<Pin>,
    /// What lies fallow.
    #[serde(default)]
    pub closed: Vec<Closed>,
    /// What is not free.
    #[serde(default)]
    pub taken: Vec<Taken>,
    /// Where a family must wait longer.
    #[serde(default)]
    pub longer: Vec<Longer>,
    /// What trouble costs.
    #[serde(default)]
    pub weights: Weights,
}

/// Squares of a demand in a section in a year: one entry of a plan.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
pub struct Assign {
    /// The demand.
    pub demand: String,
    /// The section.
    pub section: String,
    /// The planned year.
    pub year: i32,
    /// How many, 1 or more.
    pub squares: u32,
}

/// Larger problems are no yard's, and would fill the memory: own choice, a hundred times the usual one.
const LARGEST: i64 = 400_000;

/// Why an instance makes no sense.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Unsound {
    /// A name that is used and nowhere given.
    #[error("{what} \"{name}\" is named but nowhere given")]
    Unknown {
        /// What kind of thing.
        what: &'static str,
        /// The name.
        name: String,
    },
    /// A name that is given twice.
    #[error("{what} \"{name}\" is given twice")]
    Twice {
        /// What kind of thing.
        what: &'static str,
        /// The name.
        name: String,
    },
    /// A number out of its range.
    #[error("{field} is {value}; it must be {least} to {most}")]
    Range {
        /// The field.
        field: &'static str,
        /// Its value.
        value: i64,
        /// The least allowed.
        least: i64,
        /// The most allowed.
        most: i64,
    },
}

impl Instance {
    /// Whether every name is known and given once, and every number in range.
    pub fn check(&self) -> Result<(), Unsound> {
        let sections = names("section", self.sections.iter().map(|section| section.id.as_str()))?;
        let families = names("family", self.families.iter().map(|family| family.id.as_str()))?;
        let demands = names("demand", self.demands.iter().map(|demand| demand.id.as_str()))?;
        let slots = names("slot", self.slots.iter().map(String::as_str))?;
        range("years", i64::from(self.years), 1, 30)?;
        range("number of sections", self.sections.len() as i64, 0, 100)?;
        for family in &self.families {
            range("interval", i64::from(family.interval), 0, 30)?;
            range("risk", i64::from(family.risk), 0, 1000)?;
            family.of.iter().chain(&family.after).try_for_each(|other| known("family", &families, other))?;
        }
        for section in &self.sections {
            range("squares of a section", i64::from(section.squares), 0, 10_000)?;
        }
        for demand in &self.demands {
            known("family", &families, &demand.family)?;
            range("squares of a demand", i64::from(demand.squares), 0, 10_000)?;
            demand.slots.iter().try_for_each(|slot| known("slot", &slots, slot))?;
        }
        for stood in self.history.iter().chain(&self.through) {
            known("section", &sections, &stood.section)?;
            known("family", &families, &stood.family)?;
            range("year of the history", i64::from(stood.year), -100, i64::from(self.years) - 1)?;
        }
        range("size of the problem (squares wanted × pieces of ground × years)", self.size(), 0, LARGEST)?;
        let years = (0, i64::from(self.years) - 1);
        for pin in &self.pins {
            known("demand", &demands, &pin.demand)?;
            known("section", &sections, &pin.section)?;
            range("year of a pin", i64::from(pin.year), years.0, years.1)?;
        }
        let closed = self.closed.iter().map(|closed| &closed.section);
        let taken = self.taken.iter().map(|taken| &taken.section);
        let longer = self.longer.iter().map(|longer| &longer.section);
        closed.chain(taken).chain(longer).try_for_each(|section| known("section", &sections, section))?;
        self.longer.iter().try_for_each(|longer| known("family", &families, &longer.family))
    }

    /// How many questions the search would have to ask about squares.
    fn size(&self) -> i64 {
        let wanted = |demand: &Demand| demand.years.as_ref().map_or(i64::from(self.years), |years| years.len() as i64);
        let places = |demand: &Demand| {
            let suited = self.sections.iter().filter(|section| self.suits(demand, section));
            suited.map(|section| i64::from(section.squares.min(demand.squares))).sum::<i64>()
        };
        self.demands.iter().map(|demand| wanted(demand) * places(demand)).sum()
    }

    /// The planned years.
    pub fn planned(&self) -> std::ops::Range<i32> {
        0..self.years
    }

    /// Years a family waits in a section: its own, or longer after a finding there.
    pub fn interval(&self, family: &Family, section: &Section) -> u32 {
        let longer = self.longer.iter().filter(|longer| longer.section == section.id && longer.family == family.id);
        longer.map(|longer| longer.interval).chain([family.interval]).max().unwrap_or(0)
    }

    /// The families that are one, under the name of the first.
    pub fn sorts<'a>(&'a self, root: &'a Family) -> impl Iterator<Item = (usize, &'a Family)> + Clone {
        let one = move |family: &&Family| family.id == root.id || family.of.as_ref() == Some(&root.id);
        self.families.iter().enumerate().filter(move |(_, family)| one(family))
    }

    /// The families that are no sort of another, with their numbers.
    pub fn roots(&self) -> impl Iterator<Item = (usize, &Family)> {
        self.families.iter().enumerate().filter(|(_, family)| family.of.is_none())
    }

    /// The family that a name is a sort of, or the name itself.
    pub fn root<'a>(&'a self, family: &'a str) -> &'a str {
        let named = self.families.iter().find(|one| one.id == family);
        named.and_then(|one| one.of.as_deref()).unwrap_or(family)
    }

    /// The sorts of other families for whose stand a family waits.
    pub fn others<'a>(&'a self, root: &'a Family) -> impl Iterator<Item = (usize, &'a Family)> + Clone {
        let waited = move |family: &&Family| {
            root.after.iter().any(|after| family.id == *after || family.of.as_ref() == Some(after)) && !family.harmless
        };
        self.families.iter().enumerate().filter(move |(_, family)| waited(family))
    }

    /// How hungry what is wanted is.
    pub fn hunger(&self, family: &str, own: Option<Feeding>) -> Option<Feeding> {
        own.or_else(|| self.families.iter().find(|one| one.id == family).map(|one| one.feeding))
    }

    /// Whether a family, of any sort, stood through from one year to another as one stand.
    pub fn one_stand(&self, family: &str, section: &str, earlier: i32, later: i32) -> bool {
        let still = |year: i32| {
            self.through
                .iter()
                .any(|stood| (self.root(&stood.family), stood.section.as_str(), stood.year) == (family, section, year))
        };
        (earlier + 1..=later).all(still)
    }

    /// Squares free in a section in a planned year.
    pub fn free(&self, section: &Section, year: i32) -> u32 {
        if self.closed.iter().any(|closed| closed.section == section.id && closed.year == year) {
            return 0;
        }
        let taken = self.taken.iter().filter(|taken| taken.section == section.id && taken.year == year);
        section.squares.saturating_sub(taken.map(|taken| taken.squares).sum())
    }

    /// Whether a section offers all that a demand needs.
    pub fn suits(&self, demand: &Demand, section: &Section) -> bool {
        demand.needs.iter().all(|need| section.tags.contains(need))
    }

    /// The same without a demand in some planned years.
    pub fn without(&self, (demand, years): &(String, Vec<i32>)) -> Instance {
        let mut part = self.clone();
        for one in part.demands.iter_mut().filter(|one| one.id == *demand) {
            one.years.get_or_insert_with(|| (0..self.years).collect()).retain(|year| !years.contains(year));
        }
        part
    }

    /// Whether a demand is wanted in a planned year.
    pub fn wanted(&self, demand: &Demand, year: i32) -> bool {
        demand.years.as_ref().is_none_or(|years| years.contains(&year))
    }

    /// Whether a pin keeps a demand out of a section in a year.
    pub fn pinned_away(&self, demand: &Demand, section: &Section, year: i32) -> bool {
        let mut pins = self.pins.iter().filter(|pin| pin.demand == demand.id && pin.year == year).peekable();
        pins.peek().is_some() && pins.all(|pin| pin.section != section.id)
    }

    /// Whether a demand holds its ground in a slot of a year, when it is grown in `grown`.
    pub fn holds(&self, demand: &Demand, grown: i32, slot: &str, year: i32) -> bool {
        let before = demand.overwinters && year + 1 == grown && self.slots.last().is_some_and(|last| last == slot);
        before || (grown == year && demand.slots.iter().any(|own| own == slot))
    }
}

fn names<'a>(what: &'static str, all: impl Iterator<Item = &'a str>) -> Result<HashSet<&'a str>, Unsound> {
    let mut names = HashSet::new();
    for name in all {
        if !names.insert(name) {
            return Err(Unsound::Twice { what, name: name.to_string() });
        }
    }
    Ok(names)
}

fn known(what: &'static str, names: &HashSet<&str>, name: &str) -> Result<(), Unsound> {
    if names.contains(name) { Ok(()) } else { Err(Unsound::Unknown { what, name: name.to_string() }) }
}

fn range(field: &'static str, value: i64, least: i64, most: i64) -> Result<(), Unsound> {
    if (least..=most).contains(&value) { Ok(()) } else { Err(Unsound::Range { field, value, least, most }) }
}
