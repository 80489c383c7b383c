//! Which crops, families, neighbours and sources does the product know? The data files, checked.

use crate::catalogue::care::Care;
use crate::catalogue::crop::Crop;
use crate::catalogue::crop_file;
use crate::catalogue::family::Family;
use crate::catalogue::figures::{Groups, Growth};
use crate::catalogue::grouping::{Grouping, Part};
use crate::catalogue::kinds;
use crate::catalogue::kinds::Matter;
use crate::catalogue::names;
use crate::catalogue::names::Name;
use crate::catalogue::relation::{Grade, Kind, Nearness, Relation};
use crate::catalogue::saving;
use crate::catalogue::saving::SeedSpecies;
use crate::catalogue::source::{Disagreement, Source};
use serde::{Deserialize, Serialize};
use sparrow_facts::history::Stood;
use std::collections::{BTreeMap, HashMap};
use std::sync::OnceLock;

/// Everything the product knows of plants before a household says anything.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Catalogue {
    /// Crops, by name.
    pub crops: Vec<Crop>,
    /// Rotation families, by name.
    pub families: Vec<Family>,
    /// What grows well or badly beside what.
    pub relations: Vec<Relation>,
    /// Plants put down together.
    pub groupings: Vec<Grouping>,
    /// Where a figure lies outside a table it is checked against, and why it stays.
    #[serde(skip)]
    pub disagreements: Vec<Disagreement>,
    /// How each group of crops grows; a crop's figures name its group.
    #[serde(skip)]
    pub warmth: Vec<Growth>,
    /// The care of crops.
    #[serde(skip)]
    pub care: Care,
    /// Where figures come from, by key.
    pub sources: BTreeMap<String, Source>,
    /// What else crops are called.
    pub names: Vec<Name>,
    /// In which matters varieties differ.
    pub matters: Vec<Matter>,
    /// What it takes to save seed.
    #[serde(skip)]
    pub species: Vec<SeedSpecies>,
    #[serde(skip)]
    crop_index: HashMap<String, usize>,
    #[serde(skip)]
    pairs: HashMap<(usize, usize), Vec<usize>>,
}

/// The groups of a crop's figures; each has a source.
pub const FIGURE_GROUPS: [&str; 6] = ["botany", "spacing", "size", "season", "soil", "cold"];

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct FamilyFile {
    family: Vec<Family>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DisagreementFile {
    #[serde(default)]
    disagreement: Vec<Disagreement>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct GroupingFile {
    grouping: Vec<Grouping>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CompanyFile {
    relation: Vec<Told>,
}

/// A relation as the file tells it: of one crop or family, or of several crops.
#[derive(Deserialize)]
struct Told {
    who: OneOrMore,
    whom: OneOrMore,
    #[serde(flatten)]
    rest: Rest,
}

#[derive(Deserialize)]
#[serde(untagged)]
enum OneOrMore {
    One(String),
    More(Vec<String>),
}

#[derive(Deserialize)]
struct Rest {
    kind: Kind,
    mechanism: String,
    reach: Nearness,
    #[serde(default)]
    shared: bool,
    grade: Grade,
    source: String,
}

impl OneOrMore {
    fn all(&self) -> &[String] {
        match self {
            OneOrMore::One(one) => std::slice::from_ref(one),
            OneOrMore::More(more) => more,
        }
    }
}

impl Told {
    /// A relation of each of them to each.
    fn relations(&self) -> impl Iterator<Item = Relation> + '_ {
        let Rest { kind, mechanism, reach, shared, grade, source } = &self.rest;
        let pairs = self.who.all().iter().flat_map(|who| self.whom.all().iter().map(move |whom| (who, whom)));
        pairs.map(|(who, whom)| Relation {
            who: who.clone(),
            whom: whom.clone(),
            kind: *kind,
            mechanism: mechanism.clone(),
            reach: *reach,
            shared: *shared,
            grade: *grade,
            source: source.clone(),
        })
    }
}

/// The texts of the data files.
#[derive(Debug, Clone, Copy)]
pub struct Data<'t> {
    /// Crops: the key and the file of each.
    pub crops: &'t [(&'t str, &'t str)],
    /// How groups of crops answer warmth.
    pub growth: &'t str,
    /// Rotation families.
    pub families: &'t str,
    /// Relations between neighbours.
    pub company: &'t str,
    /// Plants put down together.
    pub groupings: &'t str,
    /// Where figures come from.
    pub sources: &'t str,
    /// Where figures lie outside a table they are checked against.
    pub disagreements: &'t str,
    /// Names that mean one of several crops.
    pub names: &'t str,
    /// In which matters varieties differ.
    pub kinds: &'t str,
    /// What it takes to save seed.
    pub saving: &'t str,
    /// The care of more than one crop.
    pub care: &'t str,
    /// What may hurt.
    pub cautions: &'t str,
}

impl Data<'static> {
    /// Those that come with the product.
    pub const STANDARD: Data<'static> = Data {
        crops: include!(concat!(env!("OUT_DIR"), "/crops.rs")),
        growth: include_str!("../../data/growth.toml"),
        families: include_str!("../../data/families.toml"),
        company: include_str!("../../data/company.toml"),
        groupings: include_str!("../../data/groupings.toml"),
        sources: include_str!("../../data/sources.toml"),
        disagreements: include_str!("../../data/disagreements.toml"),
        names: include_str!("../../data/names.toml"),
        kinds: include_str!("../../data/kinds.toml"),
        saving: include_str!("../../data/saving.toml"),
        care: include_str!("../../data/care.toml"),
        cautions: include_str!("../../data/cautions.toml"),
    };
}

/// Reads one file; the error names it.
fn read<T: serde::de::DeserializeOwned>(name: &str, text: &str) -> Result<T, String> {
    toml::from_str(text).map_err(|error| format!("{name}: {error}"))
}

impl Catalogue {
    /// The catalogue that comes with the product.
    pub fn standard() -> &'static Catalogue {
        static STANDARD: OnceLock<Catalogue> = OnceLock::new();
        STANDARD.get_or_init(|| {
            Catalogue::read(&Data::STANDARD).expect("the compiled-in data files are read by a test of this crate")
        })
    }

    /// Reads the data files; the error names the file, and the line or the key at fault.
    pub fn read(data: &Data) -> Result<Catalogue, String> {
        let sources: BTreeMap<String, Source> = read("sources.toml", data.sources)?;
        let groups = Groups::read(data.growth, &sources).map_err(|error| format!("growth.toml: {error}"))?;
        let (mut crops, mut names, mut care, mut keeping) = (Vec::new(), Vec::new(), Vec::new(), Vec::new());
        for (key, text) in data.crops {
            let file = crop_file::read(key, text, &groups, &sources).map_err(|error| format!("crops/{key}.toml: {error}"))?;
            crops.push(file.crop);
            names.extend(file.names);
            care.extend(file.care);
            keeping.extend(file.keeping);
        }
        crops.sort_by_key(|crop| crop.name.to_lowercase());
        let company: CompanyFile = read("company.toml", data.company)?;
        let families: FamilyFile = read("families.toml", data.families)?;
        let groupings: GroupingFile = read("groupings.toml", data.groupings)?;
        let disagreements: DisagreementFile = read("disagreements.toml", data.disagreements)?;
        let mut catalogue = Catalogue {
            crop_index: crops.iter().enumerate().map(|(index, crop)| (crop.key.clone(), index)).collect(),
            families: families.family,
            relations: company.relation.iter().flat_map(Told::relations).collect(),
            groupings: groupings.grouping,
            disagreements: disagreements.disagreement,
            names: names::read(&crops, names, data.names)?,
            matters: kinds::read(&crops, &sources, data.kinds)?,
            species: saving::read(&crops, &sources, data.saving)?,
            care: Care::read([data.care, data.cautions], (care, keeping), &crops, &sources)?,
            warmth: groups.growth,
            pairs: HashMap::new(),
            crops,
            sources,
        };
        catalogue.check()?;
        catalogue.pair_up();
        Ok(catalogue)
    }

    /// The crop of that key.
    pub fn crop(&self, key: &str) -> Option<&Crop> {
        self.crop_index.get(key).map(|index| &self.crops[*index])
    }

    /// The rotation family of that key.
    pub fn family(&self, key: &str) -> Option<&Family> {
        self.families.iter().find(|family| family.key == key)
    }

    /// The rotation family of something that stood; nothing if its key is not in the catalogue.
    pub fn family_of(&self, stood: &Stood) -> Option<&Family> {
        match stood {
            Stood::Crop(key) => self.crop(key).and_then(|crop| self.family(&crop.family)),
            Stood::Family(key) => self.family(key),
        }
    }

    /// The name a gardener would use for something that stood.
    pub fn name_of(&self, stood: &Stood) -> Option<&str> {
        match stood {
            Stood::Crop(key) => self.crop(key).map(|crop| crop.name.as_str()),
            Stood::Family(key) => self.family(key).map(|family| family.name.as_str()),
        }
    }

    /// The places in `relations` of all that is said of two crops, in either direction.
    pub fn relations_between(&self, one: &Crop, other: &Crop) -> &[usize] {
        let (Some(one), Some(other)) = (self.crop_index.get(&one.key), self.crop_index.get(&other.key)) else { return &[] };
        self.pairs.get(&(*one.min(other), *one.max(other))).map_or(&[], Vec::as_slice)
    }

    /// Families and crops meet in many pairs but few relations, so the pairs are worked out once.
    fn pair_up(&mut self) {
        for (index, relation) in self.relations.iter().enumerate() {
            for (i, who) in self.crops.iter().enumerate() {
                for (j, _) in self.crops.iter().enumerate().filter(|(_, whom)| relation.speaks_of(who, whom)) {
                    let list = self.pairs.entry((i.min(j), i.max(j))).or_default();
                    if list.last() != Some(&index) {
                        list.push(index);
                    }
                }
            }
        }
    }

    /// The same without what is a household's own, which stands after the book's crops.
    pub(super) fn of_the_book(&self) -> Catalogue {
        let mut book = self.clone();
        book.crops.retain(|crop| crop.like.is_none());
        for crop in &mut book.crops {
            crop.ways.retain(|way| way.variety.is_none());
            crop.ways.iter_mut().for_each(|way| way.lots.clear());
        }
        let crops = book.crops.len();
        book.crop_index.retain(|_, index| *index < crops);
        book.pairs.retain(|(one, other), _| *one.max(other) < crops);
        let gone = self.crops.iter().filter(|crop| crop.like.is_some());
        gone.for_each(|crop| _ = book.sources.remove(&crop.key));
        book
    }

    /// Adds a crop of the household's own after all others.
    pub(super) fn take_in(&mut self, crop: Crop) {
        let own = self.crops.len();
        self.crop_index.insert(crop.key.clone(), own);
        self.crops.push(crop);
        // No relation names it; of its family few speak.
        let family = format!("@{}", self.crops[own].family);
        let of_family = |relation: &Relation| relation.who == family || relation.whom == family;
        for (index, relation) in self.relations.iter().enumerate().filter(|(_, relation)| of_family(relation)) {
            let crop = &self.crops[own];
            let speaks = |other: &Crop| relation.speaks_of(crop, other) || relation.speaks_of(other, crop);
            for (other, _) in self.crops.iter().enumerate().filter(|(_, other)| speaks(other)) {
                self.pairs.entry((other, own)).or_default().push(index);
            }
        }
    }

    fn check(&self) -> Result<(), String> {
        let mut tickets: HashMap<&str, &str> = HashMap::new();
        for crop in &self.crops {
            self.check_crop(crop).map_err(|error| format!("crops/{}.toml: {error}", crop.key))?;
            if let Some(other) = tickets.insert(&crop.ticket, &crop.key) {
                return Err(format!("crops/{}.toml: {other} has the ticket {} too", crop.key, crop.ticket));
            }
        }
        let unknown = |one: &&Disagreement| self.crop(&one.crop).and_then(|crop| crop.way(&one.way)).is_none();
        if let Some(wrong) = self.disagreements.iter().find(unknown) {
            return Err(format!("disagreements.toml: {} {}", wrong.crop, wrong.way));
        }
        for family in &self.families {
            if !(1..=8).contains(&family.interval) || family.risk > 5 || !self.sources.contains_key(&family.source) {
                return Err(format!("families.toml: {}: interval, risk or source", family.key));
            }
        }
        for relation in &self.relations {
            let known =
                |key: &str| key.strip_prefix('@').map_or(self.crop(key).is_some(), |family| self.family(family).is_some());
            if !known(&relation.who) || !known(&relation.whom) || !self.sources.contains_key(&relation.source) {
                return Err(format!("company.toml: {} and {}: a plant or source is not known", relation.who, relation.whom));
            }
        }
        for grouping in &self.groupings {
            let known = |part: &Part| self.crop(&part.crop).is_some_and(|crop| crop.way(&part.way).is_some());
            let before = |index: usize, part: &Part| part.after.as_ref().is_none_or(|after| after.part < index);
            let sane = grouping.part.iter().enumerate().all(|(index, part)| known(part) && before(index, part));
            if !sane || !self.sources.contains_key(&grouping.source) {
                return Err(format!("groupings.toml: {}: a crop, a way, an order or a source is not known", grouping.key));
            }
        }
        Ok(())
    }

    fn check_crop(&self, crop: &Crop) -> Result<(), String> {
        let family = self.family(&crop.family).ok_or_else(|| format!("no family {}", crop.family))?;
        if !family.botanical.contains(&crop.apg) {
            return Err(format!("{} is not in the family {}", crop.apg, family.key));
        }
        for group in FIGURE_GROUPS {
            let source = crop.sources.get(group).ok_or_else(|| format!("no source for {group}"))?;
            self.sources.get(source).ok_or_else(|| format!("no source {source}"))?;
        }
        if crop.sources.len() != FIGURE_GROUPS.len() {
            return Err(format!("sources: there are {}, and no others", FIGURE_GROUPS.join(", ")));
        }
        let sane = (2..=3).contains(&crop.ticket.chars().count())
            && !crop.ways.is_empty()
            && crop.ph[0] < crop.ph[1]
            && (3.5..=8.5).contains(&crop.ph[0])
            && (-45..=10).contains(&crop.kills_c);
        if !sane {
            return Err("ticket, ways, pH or cold out of range".into());
        }
        for way in &crop.ways {
            let inch = sparrow_facts::units::length::INCH;
            let sane = way.square_twelfths.iter().all(|twelfths| (1..=96).contains(twelfths))
                && way.spread >= inch
                && way.height >= inch
                && (1..=9).contains(&way.per_hole)
                && way.parted.is_none_or(|parted| (2..=9).contains(&parted) && way.per_hole == 1)
                && way.days[0] <= way.days[1]
                && (14..=1500).contains(&way.days[0])
                && way.soil.may < way.soil.better
                && way.soil.better < way.soil.most
                && way.soil.most <= 42.0;
            if !sane || crop.ways.iter().filter(|other| other.key == way.key).count() != 1 {
                return Err(format!("way {} out of range or named twice", way.key));
            }
        }
        Ok(())
    }
}
