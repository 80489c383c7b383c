//! What has the household said about the years ahead? Wishes, rules, findings, pins and kept plans.

use crate::ids::BedId;
use crate::ids::TurnPlanId;
use crate::ids::{VarietyId, WishId};
use serde::{Deserialize, Serialize};

/// A piece of ground that rotates as one: a bed, and which of its pieces, from 0 at the left.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Piece {
    /// The bed.
    pub bed: BedId,
    /// The piece of it.
    pub piece: u8,
}

/// What counts as the same ground.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum TurnsUnit {
    /// A whole bed.
    Bed,
    /// A section between two braces, or a bed that has none.
    #[default]
    Section,
    /// A strip about two squares long, for those who keep their notes by the square.
    Square,
}

/// Which rule leads.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum TurnSchool {
    /// Families keep their years away from the same ground.
    #[default]
    FamilyFirst,
    /// Hungry, giving and light crops follow each other; families come second.
    FeedingFirst,
    /// No crop goes back to the spot where it stood in the last three years; families do not matter.
    NeverTheSameSpot,
}

/// A part of the growing year.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum TurnPart {
    /// Until three weeks after the even-chance last frost.
    Early,
    /// Between.
    Main,
    /// From ten weeks before the even-chance first frost.
    Late,
}

/// The parts of the year in which ground is held.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Parts {
    /// In spring.
    pub early: bool,
    /// In summer.
    pub main: bool,
    /// In autumn.
    pub late: bool,
}

impl Parts {
    /// The whole year.
    pub const ALL: Parts = Parts { early: true, main: true, late: true };

    /// Whether a part is among them.
    pub fn has(self, part: TurnPart) -> bool {
        match part {
            TurnPart::Early => self.early,
            TurnPart::Main => self.main,
            TurnPart::Late => self.late,
        }
    }

    /// Those that are in order.
    pub fn list(self) -> Vec<TurnPart> {
        [TurnPart::Early, TurnPart::Main, TurnPart::Late].into_iter().filter(|&part| self.has(part)).collect()
    }

    /// Whether they have a part in common.
    pub fn meet(self, other: Parts) -> bool {
        (self.early && other.early) || (self.main && other.main) || (self.late && other.late)
    }
}

/// What a wish asks of its ground.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Needs {
    /// A trellis.
    pub trellis: bool,
    /// Full sun: not in a bed that is noted as shady.
    pub sun: bool,
    /// A foot of soil or more.
    pub deep: bool,
    /// A container and nothing else.
    pub container: bool,
}

/// In which years something is wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct YearsOf {
    /// Every year, every second year and so on, 1 to 8; counted from `first`, or from year 0.
    pub every: u8,
    /// The first year, if there is one.
    pub first: Option<i16>,
    /// The last year, if there is one.
    pub last: Option<i16>,
}

impl YearsOf {
    /// Every year.
    pub const ALL: YearsOf = YearsOf { every: 1, first: None, last: None };

    /// Whether a growing year is one of them.
    pub fn holds(&self, year: i16) -> bool {
        self.first.is_none_or(|first| year >= first)
            && self.last.is_none_or(|last| year <= last)
            && (year - self.first.unwrap_or(0)).rem_euclid(i16::from(self.every.max(1))) == 0
    }
}

/// A crop wanted in the years ahead.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct WishDraft {
    /// The crop's key.
    pub crop: String,
    /// The household's variety; nothing where any will do.
    #[serde(default)]
    pub variety: Option<VarietyId>,
    /// Squares in each of its years, 1 to 400.
    pub squares: u16,
    /// When it holds its ground, one part at least.
    pub parts: Parts,
    /// What it asks for.
    pub needs: Needs,
    /// In which years.
    pub years: YearsOf,
    /// Whether it is planted the autumn before and stands over winter, like garlic.
    pub winters: bool,
    /// Whether a resistant variety is grown, which halves what a clash counts.
    pub resistant: bool,
}

/// A wish with its number.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct TurnWish {
    /// Its number in the garden.
    pub id: WishId,
    /// What is wished.
    pub wish: WishDraft,
}

/// The household's own interval and risk for a family.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnFamily {
    /// The family's key.
    pub family: String,
    /// Years from one stand to the next, 1 to 12.
    pub interval: u8,
    /// Weight of a clash, 0 to 9.
    pub risk: u8,
}

/// A trouble found in the soil of a bed, for which a family waits longer there.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct SoilFinding {
    /// The bed.
    pub bed: BedId,
    /// The family that suffers.
    pub family: String,
    /// Years it waits there, 2 to 12.
    pub interval: u8,
    /// What was found, in the household's words, 1 to 80 letters: 'clubroot'.
    pub what: String,
}

/// A wish that stands in one piece of ground in a year, whatever is proposed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Pinned {
    /// The wish.
    pub wish: WishId,
    /// The growing year.
    pub year: i16,
    /// Where.
    pub at: Piece,
}

/// Ground that lies fallow, or under a cover crop, for a year.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Closing {
    /// Where.
    pub at: Piece,
    /// The growing year.
    pub year: i16,
}

/// A bed and year of which nobody knows what stood there.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Unknown {
    /// The bed.
    pub bed: BedId,
    /// The growing year.
    pub year: i16,
}

/// Squares of a wish in a piece of ground in a year.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Entry {
    /// The wish.
    pub wish: WishId,
    /// The growing year.
    pub year: i16,
    /// Where.
    pub at: Piece,
    /// How many, 1 or more.
    pub squares: u16,
}

/// A plan for some years, kept by name.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct TurnPlan {
    /// Its number in the garden.
    pub id: TurnPlanId,
    /// Its name, unique in the garden, 1 to 60 letters.
    pub name: String,
    /// Whether it is the one that is followed; one at most is.
    pub followed: bool,
    /// What goes where.
    pub entries: Vec<Entry>,
}

/// How the years ahead are planned: what an edit tells of the rules together.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct TurnRules {
    /// How many years are planned, 1 to 8.
    pub years: u8,
    /// Which rule leads.
    pub school: TurnSchool,
    /// What counts as the same ground.
    pub unit: TurnsUnit,
    /// Whether green manures and winter covers count as stands of their families.
    pub covers_count: bool,
}

/// All that a household said about its turns.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Turns {
    /// How many years are planned, 1 to 8.
    pub years: u8,
    /// Which rule leads.
    pub school: TurnSchool,
    /// What counts as the same ground.
    pub unit: TurnsUnit,
    /// Whether green manures and winter covers count as stands of their families.
    pub covers_count: bool,
    /// Beds that are in half shade.
    pub shady: Vec<BedId>,
    /// Beds whose sections count as two halves each.
    pub divided: Vec<BedId>,
    /// Own values of families.
    pub families: Vec<OwnFamily>,
    /// What was found in the soil.
    pub findings: Vec<SoilFinding>,
    /// What is wanted.
    pub wishes: Vec<TurnWish>,
    /// What is fixed.
    pub pins: Vec<Pinned>,
    /// What lies fallow.
    pub closed: Vec<Closing>,
    /// What nobody knows.
    pub unknown: Vec<Unknown>,
    /// Kept plans.
    pub plans: Vec<TurnPlan>,
}

impl Default for Turns {
    fn default() -> Self {
        Turns {
            years: 4,
            school: TurnSchool::default(),
            unit: TurnsUnit::default(),
            covers_count: false,
            shady: Vec::new(),
            divided: Vec::new(),
            families: Vec::new(),
            findings: Vec::new(),
            wishes: Vec::new(),
            pins: Vec::new(),
            closed: Vec::new(),
            unknown: Vec::new(),
            plans: Vec::new(),
        }
    }
}

impl Turns {
    /// The wish of that number.
    pub fn wish(&self, id: WishId) -> Option<&WishDraft> {
        self.wishes.iter().find(|wish| wish.id == id).map(|wish| &wish.wish)
    }

    /// The plan that is followed, if one is.
    pub fn followed(&self) -> Option<&TurnPlan> {
        self.plans.iter().find(|plan| plan.followed)
    }

    /// Leaves out all that names ground which is no more, or wishes that are gone.
    pub fn prune(&mut self, exists: impl Fn(Piece) -> bool, bed: impl Fn(BedId) -> bool) {
        let wishes: Vec<WishId> = self.wishes.iter().map(|wish| wish.id).collect();
        self.pins.retain(|pin| exists(pin.at) && wishes.contains(&pin.wish));
        self.closed.retain(|closing| exists(closing.at));
        self.unknown.retain(|unknown| bed(unknown.bed));
        self.shady.retain(|one| bed(*one));
        self.divided.retain(|one| bed(*one));
        self.findings.retain(|finding| bed(finding.bed));
        for plan in &mut self.plans {
            plan.entries.retain(|entry| exists(entry.at) && wishes.contains(&entry.wish));
        }
    }
}
