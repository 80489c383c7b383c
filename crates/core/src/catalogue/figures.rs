//! What is known of a crop's season? Sprouting, warmth, shelf weeks, heat, cold and how long it is picked.

use serde::{Deserialize, Serialize};
use std::collections::HashMap;

/// How a crop comes up: a heat sum above a base temperature of the soil.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Sprout {
    /// Soil below it brings nothing up \[°C\].
    pub base: f64,
    /// Heat sum until half of the seed is up \[°C d\].
    pub sum: f64,
    /// Soil above it does not hurry more \[°C\].
    pub best: f64,
    /// Soil above it brings nothing up \[°C\].
    pub most: f64,
    /// Source key.
    pub source: String,
}

/// The soil a crop wants when it goes in \[°C\].
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct SoilWants {
    /// From which it may.
    pub may: f64,
    /// From which it had better.
    pub better: f64,
    /// The warmest for it.
    pub most: f64,
}

/// Which part of a plant is eaten, which decides when its weight comes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
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

/// All of it for one way of growing a crop.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct Figures {
    /// Which group of growth warmth it belongs to.
    #[serde(skip)]
    pub group: usize,
    /// Growth counts degrees above it \[°C\].
    pub base: f64,
    /// And up to it \[°C\].
    pub ceiling: f64,
    /// The mean at which the packet's days are taken to hold \[°C\].
    pub usual: f64,
    /// How it comes up; nothing for sets, cloves, tubers, crowns.
    pub sprout: Option<Sprout>,
    /// Soil it wants.
    pub soil: SoilWants,
    /// Weeks under cover before planting out, least and most, where it is ever raised so.
    pub indoors: Option<[u8; 2]>,
    /// Weeks more it can wait in a bigger pot.
    pub hold: u8,
    /// The mean of the days above which it bolts or its heads spoil \[°C\].
    pub bolts: Option<f64>,
    /// The day length that makes it bolt three degrees earlier \[hours\].
    pub bolts_hours: Option<f64>,
    /// Days it is picked, or stands well once ripe.
    pub picked: u16,
    /// Whether one sowing is picked or cut again and again through those days, where that is not the crop's rule.
    pub again_picked: Option<bool>,
    /// Weeks from sowing until a seedling needs a bigger pot, when it is not planted out by then.
    pub pot_on: Option<u8>,
    /// What kills its seedlings \[°C\].
    pub seedling_kills: f64,
    /// What kills its roots in the ground \[°C of the air\], where the root is the crop.
    pub root_kills: Option<f64>,
    /// Sown in autumn, it stands over winter.
    pub winters: bool,
    /// Days to the next small sowing by the common rule.
    pub again: Option<u8>,
    /// Which part is eaten.
    pub bulk: Bulk,
}

impl Figures {
    /// Between which temperatures its growth counts.
    pub fn thresholds(&self) -> Thresholds {
        Thresholds { base: self.base, ceiling: self.ceiling }
    }
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Group {
    base: f64,
    ceiling: f64,
    usual: f64,
    source: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Entry {
    key: String,
    group: String,
    sprout: Option<Sprout>,
    soil: SoilWants,
    indoors: Option<[u8; 2]>,
    #[serde(default)]
    hold: u8,
    bolts: Option<f64>,
    bolts_hours: Option<f64>,
    picked: u16,
    again_picked: Option<bool>,
    pot_on: Option<u8>,
    seedling_kills: f64,
    root_kills: Option<f64>,
    #[serde(default)]
    winters: bool,
    again: Option<u8>,
    bulk: Bulk,
    #[serde(default)]
    way: Vec<WayEntry>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct WayEntry {
    key: String,
    may: Option<f64>,
    better: Option<f64>,
    bolts: Option<f64>,
    bolts_hours: Option<f64>,
    picked: Option<u16>,
    again_picked: Option<bool>,
    winters: Option<bool>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    group: std::collections::BTreeMap<String, Group>,
    crop: Vec<Entry>,
}

/// Everything read from the file: the groups' thresholds in their order, and the figures of each crop
/// with those ways that have their own.
#[derive(Debug)]
pub struct Seasons {
    /// Base and ceiling of each group.
    pub groups: Vec<Thresholds>,
    /// Source keys used.
    pub sources: Vec<String>,
    crops: HashMap<String, Figures>,
    ways: HashMap<String, HashMap<String, Figures>>,
}

impl Seasons {
    /// The figures of one way of growing a crop, by their keys; nothing for a crop the file does not know.
    pub fn of(&self, crop: &str, way: &str) -> Option<&Figures> {
        self.ways.get(crop).and_then(|ways| ways.get(way)).or_else(|| self.crops.get(crop))
    }

    /// The keys of the crops the file speaks of, and of those of their ways that have figures of their own.
    pub fn keys(&self) -> impl Iterator<Item = (&str, Option<&str>)> {
        let ways = self.ways.iter().flat_map(|(crop, ways)| ways.keys().map(|way| (crop.as_str(), Some(way.as_str()))));
        self.crops.keys().map(|crop| (crop.as_str(), None)).chain(ways)
    }
}

/// Reads the data file; the error names the line or the crop at fault.
pub fn read(text: &str) -> Result<Seasons, String> {
    let file: File = toml::from_str(text).map_err(|error| error.to_string())?;
    let names: Vec<&String> = file.group.keys().collect();
    let mut all = Seasons {
        groups: file.group.values().map(|group| Thresholds { base: group.base, ceiling: group.ceiling }).collect(),
        sources: file.group.values().map(|group| group.source.clone()).collect(),
        crops: HashMap::new(),
        ways: HashMap::new(),
    };
    for entry in file.crop {
        let group = names.iter().position(|name| **name == entry.group).ok_or_else(|| format!("{}: no group", entry.key))?;
        let of_group = &file.group[&entry.group];
        all.sources.extend(entry.sprout.iter().map(|sprout| sprout.source.clone()));
        let figures = Figures {
            group,
            base: of_group.base,
            ceiling: of_group.ceiling,
            usual: of_group.usual,
            sprout: entry.sprout,
            soil: entry.soil,
            indoors: entry.indoors,
            hold: entry.hold,
            bolts: entry.bolts,
            bolts_hours: entry.bolts_hours,
            picked: entry.picked,
            again_picked: entry.again_picked,
            pot_on: entry.pot_on,
            seedling_kills: entry.seedling_kills,
            root_kills: entry.root_kills,
            winters: entry.winters,
            again: entry.again,
            bulk: entry.bulk,
        };
        for way in entry.way {
            let own = Figures {
                soil: SoilWants {
                    may: way.may.unwrap_or(figures.soil.may),
                    better: way.better.unwrap_or(figures.soil.better),
                    ..figures.soil
                },
                bolts: way.bolts.or(figures.bolts),
                bolts_hours: way.bolts_hours.or(figures.bolts_hours),
                picked: way.picked.unwrap_or(figures.picked),
                again_picked: way.again_picked.or(figures.again_picked),
                winters: way.winters.unwrap_or(figures.winters),
                ..figures.clone()
            };
            all.ways.entry(entry.key.clone()).or_default().insert(way.key, own);
        }
        all.crops.insert(entry.key, figures);
    }
    Ok(all)
}

/// Between which temperatures warmth counts \[°C\].
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Thresholds {
    /// Below it nothing grows.
    pub base: f64,
    /// Above it nothing more is gained (horizontal cut-off).
    pub ceiling: f64,
}
