//! Which crops, families, neighbours and sources does the product know? The data files, checked.

use crate::catalogue::care::Care;
use crate::catalogue::crop::Crop;
use crate::catalogue::family::Family;
use crate::catalogue::figures;
use crate::catalogue::figures::{Growth, Seasons, SoilWants};
use crate::catalogue::grouping::{Grouping, Part};
use crate::catalogue::kinds;
use crate::catalogue::kinds::Matter;
use crate::catalogue::names;
use crate::catalogue::names::Name;
use crate::catalogue::relation::{Grade, Kind, Nearness, Relation};
use crate::catalogue::saving;
use crate::catalogue::saving::SeedSpecies;
use crate::catalogue::seed_file;
use crate::catalogue::source::{Disagreement, Source};
use crate::catalogue::yield_file;
use serde::{Deserialize, Serialize};
use sparrow_facts::history::Stood;
use sparrow_facts::units::Units;
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
struct CropFile {
    default_sources: BTreeMap<String, String>,
    crop: Vec<Crop>,
}

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
    /// Crops and their ways.
    pub crops: &'t str,
    /// Rotation families.
    pub families: &'t str,
    /// Relations between neighbours.
    pub company: &'t str,
    /// Plants put down together.
    pub groupings: &'t str,
    /// Where figures come from.
    pub sources: &'t str,
    /// What is known of each crop's season.
    pub seasons: &'t str,
}

impl Catalogue {
    /// The catalogue that comes with the product.
    pub fn standard() -> &'static Catalogue {
        static STANDARD: OnceLock<Catalogue> = OnceLock::new();
        STANDARD.get_or_init(|| {
            Catalogue::read(&Data {
                crops: include_str!("../../data/crops.toml"),
                families: include_str!("../../data/families.toml"),
                company: include_str!("../../data/company.toml"),
                groupings: include_str!("../../data/groupings.toml"),
                sources: include_str!("../../data/sources.toml"),
                seasons: include_str!("../../data/seasons.toml"),
            })
            .and_then(|catalogue| catalogue.with_disagreements(include_str!("../../data/disagreements.toml")))
            .and_then(|catalogue| catalogue.with_names(include_str!("../../data/names.toml")))
            .and_then(|catalogue| catalogue.with_kinds(include_str!("../../data/kinds.toml")))
            .and_then(|catalogue| catalogue.with_seeds(include_str!("../../data/seeds.toml")))
            .and_then(|catalogue| catalogue.with_yields(include_str!("../../data/yields.toml")))
            .and_then(|catalogue| catalogue.with_saving(include_str!("../../data/saving.toml")))
            .and_then(|catalogue| {
                catalogue.with_care(include_str!("../../data/care.toml"), include_str!("../../data/cautions.toml"))
            })
            .expect("the compiled-in data files are read by a test of this crate")
        })
    }

    /// Reads the data files; the error names the file, and the line or the key at fault.
    pub fn read(data: &Data) -> Result<Catalogue, String> {
        let Data { crops, families, company, groupings, sources, seasons } = *data;
        let seasons = figures::read(seasons).map_err(|e| format!("seasons.toml: {e}"))?;
        let mut file: CropFile = toml::from_str(crops).map_err(|e| format!("crops.toml: {e}"))?;
        let families: FamilyFile = toml::from_str(families).map_err(|e| format!("families.toml: {e}"))?;
        let company: CompanyFile = toml::from_str(company).map_err(|e| format!("company.toml: {e}"))?;
        let groupings: GroupingFile = toml::from_str(groupings).map_err(|e| format!("groupings.toml: {e}"))?;
        let sources: BTreeMap<String, Source> = toml::from_str(sources).map_err(|e| format!("sources.toml: {e}"))?;
        for crop in &mut file.crop {
            for way in &mut crop.ways {
                let known = seasons.of(&crop.key, &way.key);
                way.starter = way.spacing(Units::Imperial).starter(Units::Imperial);
                way.season = known.cloned().ok_or_else(|| format!("seasons.toml: {} is not there", crop.key))?;
                way.soil = way.season.soil;
            }
            for (group, source) in &file.default_sources {
                crop.sources.entry(group.clone()).or_insert_with(|| source.clone());
            }
        }
        file.crop.sort_by_key(|crop| crop.name.to_lowercase());
        let mut catalogue = Catalogue {
            crop_index: file.crop.iter().enumerate().map(|(index, crop)| (crop.key.clone(), index)).collect(),
            crops: file.crop,
            families: families.family,
            relations: company.relation.iter().flat_map(Told::relations).collect(),
            groupings: groupings.grouping,
            disagreements: Vec::new(),
            names: Vec::new(),
            matters: Vec::new(),
            species: Vec::new(),
            care: Care::default(),
            warmth: seasons.groups.clone(),
            sources,
            pairs: HashMap::new(),
        };
        catalogue.check()?;
        catalogue.check_seasons(&seasons)?;
        catalogue.pair_up();
        Ok(catalogue)
    }

    /// Adds the list of disagreements; each names a crop and a way that are there.
    pub fn with_disagreements(mut self, text: &str) -> Result<Catalogue, String> {
        let file: DisagreementFile = toml::from_str(text).map_err(|e| format!("disagreements.toml: {e}"))?;
        let unknown = |one: &&Disagreement| self.crop(&one.crop).and_then(|crop| crop.way(&one.way)).is_none();
        if let Some(wrong) = file.disagreement.iter().find(unknown) {
            return Err(format!("disagreements.toml: {} {}", wrong.crop, wrong.way));
        }
        self.disagreements = file.disagreement;
        Ok(self)
    }

    /// The same with what else crops are called; the error names what it is about.
    pub fn with_names(mut self, text: &str) -> Result<Catalogue, String> {
        self.names = names::read(&self.crops, text)?;
        Ok(self)
    }

    /// The same with the kinds of varieties; the error says what is wrong in the file.
    pub fn with_kinds(mut self, text: &str) -> Result<Catalogue, String> {
        self.matters = kinds::read(&self.crops, &self.sources, text)?;
        Ok(self)
    }

    /// The same with what is known of seed; the error says what is wrong in the file.
    pub fn with_seeds(mut self, text: &str) -> Result<Catalogue, String> {
        seed_file::read(&mut self.crops, &self.sources, text)?;
        Ok(self)
    }

    /// The same with what it takes to save seed; the error says what is wrong in the file.
    pub fn with_saving(mut self, text: &str) -> Result<Catalogue, String> {
        self.species = saving::read(&self.crops, &self.sources, text)?;
        Ok(self)
    }

    /// The same with what crops give; the error says what is wrong in the file.
    pub fn with_yields(mut self, text: &str) -> Result<Catalogue, String> {
        yield_file::read(&mut self.crops, &self.sources, text)?;
        Ok(self)
    }

    /// The same with the care of its crops; the error names the file and what is wrong in it.
    pub fn with_care(mut self, care: &str, cautions: &str) -> Result<Catalogue, String> {
        self.care = Care::read(care, cautions, &self.crops, &self.sources)?;
        Ok(self)
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
        if self.crop_index.len() != self.crops.len() {
            return Err("crops.toml: a key stands twice".into());
        }
        self.crops.iter().try_for_each(|crop| self.check_crop(crop).map_err(|e| format!("crops.toml: {}: {e}", crop.key)))?;
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

    fn check_seasons(&self, seasons: &Seasons) -> Result<(), String> {
        if let Some(source) = seasons.sources.iter().find(|source| !self.sources.contains_key(*source)) {
            return Err(format!("seasons.toml: no source {source}"));
        }
        let known = |(crop, way): &(&str, Option<&str>)| {
            self.crop(crop).is_some_and(|crop| way.is_none_or(|way| crop.way(way).is_some()))
        };
        if let Some((crop, way)) = seasons.keys().find(|key| !known(key)) {
            return Err(format!("seasons.toml: {crop} {}: nobody knows it", way.unwrap_or_default()));
        }
        let sane = |soil: SoilWants| soil.may < soil.better && soil.better < soil.most && soil.most <= 42.0;
        let ways = self.crops.iter().flat_map(|crop| crop.ways.iter().map(move |way| (crop, way)));
        match ways.into_iter().find(|(_, way)| !sane(way.soil)) {
            Some((crop, way)) => Err(format!("seasons.toml: {} {}: its soil is out of order", crop.key, way.key)),
            None => Ok(()),
        }
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
                && (14..=1500).contains(&way.days[0]);
            if !sane || crop.ways.iter().filter(|other| other.key == way.key).count() != 1 {
                return Err(format!("way {} out of range or named twice", way.key));
            }
        }
        Ok(())
    }
}
