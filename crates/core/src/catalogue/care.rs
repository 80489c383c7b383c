//! What care does a crop want between sowing and store, what may hurt in it, and where do gardeners differ?
//!
//! Read from `data/care.toml` and `data/cautions.toml`, and checked against the catalogue's crops, families and sources.

use crate::catalogue::crop::Crop;
use crate::catalogue::relation::Grade;
use crate::catalogue::source::Source;
use serde::{Deserialize, Serialize};
use sparrow_facts::journal::Work;
use sparrow_facts::timing::Means;
use std::collections::{BTreeMap, HashMap};

/// All that is known of the care of crops.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Care {
    /// What gardeners do differently.
    pub topics: Vec<Topic>,
    /// What may hurt.
    pub cautions: Vec<Caution>,
    rules: Vec<CareRule>,
    keeping: Vec<Keeping>,
    /// The rules of each crop, by its key.
    by_crop: HashMap<String, Vec<usize>>,
}

/// Something that gardeners do differently.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Topic {
    /// Its key.
    pub key: String,
    /// The question.
    pub ask: String,
    /// The ways of doing it, the usual one first.
    pub school: Vec<CareSchool>,
}

/// One way of doing it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct CareSchool {
    /// Its key within the topic.
    pub key: String,
    /// What it is called.
    pub name: String,
    /// How it is done, and why.
    pub how: String,
}

/// A moment in the life of a planting.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Moment {
    /// Seed is sown, on the shelf or in the ground.
    Sow,
    /// It begins to stand in its ground.
    Start,
    /// Half of it is up where it was sown.
    Up,
    /// It is ripe.
    Ripe,
    /// Its ground is cleared.
    End,
    /// The last frost of spring while it stands or before it is planted, at an even chance.
    LastFrost,
    /// The first frost of autumn after it is planted, at an even chance.
    FirstFrost,
    /// The soil freezes for the first time after it is planted, as is usual here.
    Freeze,
    /// Heat or long days usually make it bolt.
    Bolts,
}

/// What must be so for a rule to hold.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Only {
    /// The soil is usually hotter on that day than the crop sprouts well in.
    HotSoil,
    /// Nobody wrote down that it is up.
    NotUp,
    /// It was written down as sown, and not as up.
    SownNotUp,
    /// More were sown into each hole than are to stand there.
    TooMany,
    /// It climbs or is held up.
    Trellis,
    /// It grows in a container.
    Container,
    /// It was written down as covered.
    Covered,
    /// It is so warm that it has soft shoots.
    Growing,
    /// It is cut again and again for its leaves.
    Leaf,
    /// It is picked again and again for something else.
    Fruit,
}

/// When work is asked for.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct On {
    /// The moment it is counted from.
    pub from: Moment,
    /// Days after it, or before it \[days\].
    #[serde(default)]
    pub days: i16,
    /// Again after so many days.
    #[serde(default)]
    pub every: Option<u16>,
    /// Again as often as the crop is picked.
    #[serde(default, rename = "every-picking")]
    pub every_picking: bool,
    /// Until that moment.
    #[serde(default)]
    pub until: Option<Moment>,
    /// At most so many times.
    #[serde(default)]
    pub times: Option<u16>,
    /// For so many days each time \[days\].
    pub lasts: u16,
}

/// One rule of care.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct CareRule {
    /// The work.
    pub work: Work,
    /// Crops by key, families after an `@`, or all as `*`.
    crops: Vec<String>,
    /// Crops of those families that it does not hold for.
    #[serde(default)]
    but: Vec<String>,
    /// Ways of growing it holds for; none means all.
    #[serde(default)]
    ways: Vec<String>,
    /// How it must come to the ground; none means whichever way.
    #[serde(default)]
    means: Vec<Means>,
    /// What must be so.
    #[serde(default)]
    pub only: Option<Only>,
    /// What it belongs to that gardeners do differently.
    #[serde(default)]
    pub topic: Option<String>,
    /// The school of that by which it is asked for; none means by each.
    #[serde(default)]
    pub school: Option<String>,
    /// When it is asked for; nothing where it says more of work that is asked for anyway.
    #[serde(default)]
    pub on: Option<On>,
    /// The work in words; empty where it is not asked for by this rule.
    #[serde(default)]
    pub say: String,
    /// How it is done.
    pub how: String,
    /// Why, and why now.
    #[serde(default)]
    pub why: String,
    /// What happens if it is left.
    #[serde(default)]
    pub left: String,
    /// How well it is supported.
    #[serde(default = "usual_grade")]
    pub grade: Grade,
    /// Source key.
    pub source: String,
}

fn usual_grade() -> Grade {
    Grade::CommonPractice
}

/// How a crop keeps.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Keeping {
    crops: Vec<String>,
    /// Temperature, least and most \[°C\].
    pub celsius: [i8; 2],
    /// Relative humidity, least and most \[per cent\].
    pub humidity: [u8; 2],
    /// How long, least and most \[weeks\].
    pub weeks: [u8; 2],
    /// How it is laid up.
    pub how: String,
}

/// The source of what is known of keeping.
pub const KEEPING_SOURCE: &str = "storage-handbook";

/// Something that may hurt.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Caution {
    /// Its key.
    pub key: String,
    /// What may hurt, and what to do.
    pub text: String,
    /// Who knows what holds in one's own place.
    #[serde(default)]
    pub ask: Option<String>,
    /// The work it belongs to; none means it is only listed.
    #[serde(default)]
    #[serde(skip_serializing)]
    works: Vec<Work>,
    /// The crops it belongs to; none means all.
    #[serde(default)]
    #[serde(skip_serializing)]
    crops: Vec<String>,
    /// The usual high of the day from which on it matters \[°C\].
    #[serde(default)]
    #[serde(skip_serializing)]
    above: Option<i8>,
}

impl Caution {
    /// Whether it belongs to some work on a crop, on a day that is usually so warm \[°C\].
    pub fn belongs_to(&self, work: Work, crop: &str, high: f64) -> bool {
        let of_crop = self.crops.is_empty() || self.crops.iter().any(|one| one == crop);
        self.works.contains(&work) && of_crop && self.above.is_none_or(|above| high >= f64::from(above))
    }
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CareFile {
    topic: Vec<Topic>,
    care: Vec<CareRule>,
    store: Vec<Keeping>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CautionFile {
    caution: Vec<Caution>,
}

/// What rules take the place of each other: those of the same work under the same condition and school, that say when or do not.
type Kin = (Work, Option<Only>, Option<String>, bool);

impl CareRule {
    /// How nearly it names a crop: by its key, its family, or with all others; nothing where it does not.
    fn names(&self, crop: &Crop) -> Option<u8> {
        let is = |key: &String| key == crop.book_key();
        let of_family = |key: &String| key.strip_prefix('@') == Some(crop.family.as_str());
        let named = match &self.crops {
            keys if keys.iter().any(is) => 2,
            keys if keys.iter().any(of_family) => 1,
            keys if keys.iter().any(|key| key == "*") => 0,
            _ => return None,
        };
        (!self.but.iter().any(is)).then_some(named)
    }

    fn kin(&self) -> Kin {
        (self.work, self.only, self.school.clone(), self.on.is_some())
    }

    /// Whether it holds for a way of growing that starts by some means.
    pub fn holds_for(&self, way: &str, means: Means) -> bool {
        (self.ways.is_empty() || self.ways.iter().any(|one| one == way)) && (self.means.is_empty() || self.means.contains(&means))
    }
}

impl Care {
    /// Reads the files of care and of cautions, beside the care and the keeping that single crops have of their own; the error names
    /// the file and what is wrong in it.
    pub(super) fn read(
        [care, cautions]: [&str; 2],
        (own, keeping): (Vec<CareRule>, Vec<Keeping>),
        crops: &[Crop],
        sources: &BTreeMap<String, Source>,
    ) -> Result<Care, String> {
        let file: CareFile = toml::from_str(care).map_err(|error| format!("care.toml: {error}"))?;
        let cautions: CautionFile = toml::from_str(cautions).map_err(|error| format!("cautions.toml: {error}"))?;
        let mut care = Care {
            topics: file.topic,
            cautions: cautions.caution,
            rules: file.care.into_iter().chain(own).collect(),
            keeping: file.store.into_iter().chain(keeping).collect(),
            by_crop: HashMap::new(),
        };
        care.check(crops, sources)?;
        for crop in crops {
            care.by_crop.insert(crop.key.clone(), care.nearest(crop));
        }
        Ok(care)
    }

    /// The rules that name a crop most nearly, of each kin.
    fn nearest(&self, crop: &Crop) -> Vec<usize> {
        let mut nearest: Vec<(Kin, u8)> = Vec::new();
        let named: Vec<(usize, Kin, u8)> =
            self.rules.iter().enumerate().filter_map(|(n, rule)| Some((n, rule.kin(), rule.names(crop)?))).collect();
        for (_, kin, near) in &named {
            match nearest.iter_mut().find(|(other, _)| other == kin) {
                Some((_, most)) => *most = (*most).max(*near),
                None => nearest.push((kin.clone(), *near)),
            }
        }
        let holds = |(_, kin, near): &(usize, Kin, u8)| nearest.contains(&(kin.clone(), *near));
        named.into_iter().filter(holds).map(|(n, _, _)| n).collect()
    }

    fn check(&self, crops: &[Crop], sources: &BTreeMap<String, Source>) -> Result<(), String> {
        let known = |key: &String| {
            let family = |key: &str| crops.iter().any(|crop| crop.family == key);
            key == "*" || key.strip_prefix('@').map_or_else(|| crops.iter().any(|crop| crop.key == *key), family)
        };
        let named = |rule: &CareRule| format!("care: {:?} of {:?}", rule.work, rule.crops);
        for rule in &self.rules {
            let unknown = rule.crops.iter().chain(&rule.but).find(|key| !known(key));
            let school = rule.school.as_ref().zip(rule.topic.as_ref());
            let schools = rule.topic.as_ref().map(|topic| self.schools(topic));
            if let Some(key) = unknown {
                return Err(format!("{}: no crop {key}", named(rule)));
            }
            if !sources.contains_key(&rule.source) {
                return Err(format!("{}: no source {}", named(rule), rule.source));
            }
            if schools.is_some_and(|schools| schools.is_none()) {
                return Err(format!("{}: no such topic", named(rule)));
            }
            let is_there =
                |(key, topic): (&String, &String)| self.schools(topic).is_some_and(|all| all.iter().any(|one| one.key == *key));
            if rule.school.is_some() && !school.is_some_and(is_there) {
                return Err(format!("{}: no such school", named(rule)));
            }
            if rule.on.is_some() == rule.say.is_empty() {
                return Err(format!("{}: what is asked for is said, and nothing else", named(rule)));
            }
        }
        let others = self.keeping.iter().flat_map(|one| &one.crops).chain(self.cautions.iter().flat_map(|one| &one.crops));
        match others.into_iter().find(|key| !known(key)) {
            Some(key) => Err(format!("care.toml or cautions.toml: no crop {key}")),
            None => Ok(()),
        }
    }

    /// The rules that hold for a crop, with their numbers.
    pub fn of(&self, crop: &Crop) -> impl Iterator<Item = (usize, &CareRule)> {
        self.by_crop.get(crop.book_key()).into_iter().flatten().map(|n| (*n, &self.rules[*n]))
    }

    /// How many rules of care and of keeping name a source.
    pub fn sourced(&self, key: &str) -> usize {
        let keeping = if key == KEEPING_SOURCE { self.keeping.len() } else { 0 };
        keeping.saturating_add(self.rules.iter().filter(|rule| rule.source == key).count())
    }

    /// How a crop keeps, where it is stored at all.
    pub fn keeping(&self, crop: &Crop) -> Option<&Keeping> {
        self.keeping.iter().find(|one| one.crops.iter().any(|key| key == crop.book_key()))
    }

    /// The ways of doing something that gardeners do differently; nothing where no such thing is known.
    pub fn schools(&self, topic: &str) -> Option<&[CareSchool]> {
        self.topic(topic).map(|topic| topic.school.as_slice())
    }

    /// Something that gardeners do differently, by its key.
    pub fn topic(&self, key: &str) -> Option<&Topic> {
        self.topics.iter().find(|topic| topic.key == key)
    }
}
