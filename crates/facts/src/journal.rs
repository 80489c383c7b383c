//! What happened? The entries of a garden's journal: what was sown, came up, was watered, picked, lost and cleared, for
//! which day and where.
//!
//! The journal is only added to. An entry is never changed: one that stands in place of another, or strikes it out, is an entry
//! too. Each has a number of its own, made where it is written, so that the same entry sent twice is one.

use crate::ids::{BedId, PatchId};
use crate::rect::Rect;
use crate::units::length::Length;
use crate::units::temperature::TenthsC;
use jiff::Timestamp;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use serde::{Deserialize, Serialize};
use std::collections::BTreeSet;
use uuid::Uuid;

/// The number of an entry: a UUID, of version 7 where it tells the order in which entries were written.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(transparent)]
pub struct EntryId(#[cfg_attr(feature = "sent", schemars(with = "String", extend("format" = "uuid")))] pub Uuid);

impl EntryId {
    /// The day on which its number was made, by the clock where that was and in UTC; nothing where it is of another version
    /// than 7, or of no day.
    pub fn made_on(self) -> Option<Date> {
        if self.0.get_version_num() != 7 {
            return None;
        }
        // RFC 9562, 5.7: the first 48 bits are milliseconds since 1970.
        let milliseconds = i64::try_from(self.0.as_u128() >> 80).ok()?;
        Timestamp::from_millisecond(milliseconds).ok().map(|at| at.to_zoned(TimeZone::UTC).date())
    }
}

/// One entry.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct JournalEntry {
    /// Its number.
    pub id: EntryId,
    /// The day it is of.
    pub day: Date,
    /// Where; nowhere means the whole garden.
    #[serde(default)]
    pub at: At,
    /// What happened.
    pub what: Happened,
    /// What else there is to say, in the gardener's words.
    #[serde(default)]
    pub words: String,
    /// The entry it stands in place of.
    #[serde(default)]
    pub instead_of: Option<EntryId>,
}

/// Where something happened.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct At {
    /// The bed.
    #[serde(default)]
    pub bed: Option<BedId>,
    /// The patch.
    #[serde(default)]
    pub patch: Option<PatchId>,
    /// The half squares of the bed, when not all of it or of the patch.
    #[serde(default)]
    pub rect: Option<Rect>,
}

/// What happened.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "kind", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Happened {
    /// Seed was sown, in the ground or on the shelf.
    Sown {
        /// Seeds, holes or cells.
        many: Option<Amount>,
        /// How deep.
        depth: Option<Length>,
        /// How thick: from seed to seed, or from hole to hole.
        #[serde(default)]
        apart: Option<Length>,
        /// What it was covered with.
        #[serde(default)]
        under: Option<SeedCover>,
    },
    /// Seedlings are up.
    Up {
        /// How many.
        many: Option<Amount>,
        /// Of how many that were sown.
        of: Option<Amount>,
    },
    /// Seedlings were thinned.
    Thinned {
        /// To what distance.
        to: Option<Length>,
    },
    /// Seedlings were pricked out or potted on.
    PottedOn {
        /// How many.
        many: Option<Amount>,
    },
    /// Plants were brought.
    Arrived {
        /// How many.
        many: Option<Amount>,
    },
    /// Seedlings went out to harden.
    Hardened,
    /// Plants, sets, cloves, tubers or crowns were planted.
    Planted {
        /// How many.
        many: Option<Amount>,
    },
    /// Plants were staked, tied or led.
    Staked,
    /// It was watered.
    Watered {
        /// How deep it went.
        depth: Option<Length>,
    },
    /// It was fed.
    Fed {
        /// How much.
        many: Option<Amount>,
    },
    /// It was mulched.
    Mulched,
    /// It was covered.
    Covered,
    /// A cover was taken off.
    Uncovered,
    /// It was weeded.
    Weeded,
    /// Flowers were pollinated by hand.
    Pollinated,
    /// Something was seen that harms.
    Seen {
        /// What kind of harm.
        harm: HarmSeen,
        /// How bad.
        grade: HowBad,
    },
    /// Something was picked.
    Picked {
        /// How much.
        many: Option<Amount>,
    },
    /// What grows again was cut.
    CutAgain {
        /// How much.
        many: Option<Amount>,
    },
    /// Its ground was cleared.
    Cleared {
        /// Why.
        ending: Ending,
    },
    /// Something was put in store.
    Stored {
        /// How much.
        many: Option<Amount>,
    },
    /// The soil was read.
    SoilRead {
        /// Its temperature.
        temperature: Option<TenthsC>,
        /// What a finger felt.
        moisture: Option<Moisture>,
        /// Tenths of a pH.
        tenths_ph: Option<u8>,
    },
    /// The weather of the day.
    Weather {
        /// The lowest.
        low: Option<TenthsC>,
        /// The highest.
        high: Option<TenthsC>,
        /// Rain.
        rain: Option<Length>,
    },
    /// Planned work is put off.
    PutOff {
        /// Which.
        work: Work,
        /// Until when.
        until: Date,
    },
    /// Planned work is left out.
    LeftOut {
        /// Which.
        work: Work,
    },
    /// Some other work was done, for which there is no word of its own above.
    Tended {
        /// Which.
        work: Work,
    },
    /// Of two or more ways of doing something that gardeners disagree about, one was chosen from that day on.
    Chose {
        /// What they disagree about, by its key.
        topic: String,
        /// The school that was chosen, by its key.
        school: String,
    },
    /// From that day on the beds are walked in this order.
    Walked {
        /// Their numbers; what is not among them comes after.
        beds: Vec<BedId>,
    },
    /// A photo was taken.
    Photo {
        /// The picture's number: SHA-256 of its bytes, as 64 hexadecimal digits in small letters.
        picture: String,
    },
    /// Only words.
    Note,
    /// Another entry does not hold.
    Struck {
        /// Which.
        entry: EntryId,
    },
}

/// How much of something.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Amount {
    /// How many, in tenths of the unit.
    pub tenths: u32,
    /// Of what.
    pub unit: Unit,
    /// It is a guess: 'about half', 'a handful or so'.
    #[serde(default)]
    pub rough: bool,
}

/// What is counted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Unit {
    /// Plants, seeds, fruits, heads, ears.
    Pieces,
    /// Grams.
    Grams,
    /// Bunches.
    Bunches,
    /// Handfuls.
    Handfuls,
    /// Buckets.
    Buckets,
    /// Parts of a hundred.
    Percent,
}

/// What seed is covered with.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum SeedCover {
    /// The soil it lies in.
    Soil,
    /// Sieved compost or leaf mould.
    Compost,
    /// Sand.
    Sand,
    /// Vermiculite.
    Vermiculite,
    /// A board over all, until it is up.
    Board,
    /// A cloth over all, until it is up.
    Cloth,
    /// Nothing: it was pressed in and has light.
    Nothing,
}

/// A kind of harm.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum HarmSeen {
    /// Something that eats or sucks.
    Pest,
    /// A rot, spot, mildew or wilt.
    Disease,
    /// Frost, heat, wind, hail, feet.
    Damage,
}

/// How bad it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum HowBad {
    /// Here and there.
    Little,
    /// On many plants.
    Much,
    /// The planting is lost or nearly so.
    Lost,
}

/// What a finger feels an inch down.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Moisture {
    /// Dry.
    Dry,
    /// Moist.
    Moist,
    /// Wet.
    Wet,
}

/// Why ground was cleared.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Ending {
    /// It had done.
    Done,
    /// It never came to anything.
    Failed,
    /// It was pulled early.
    PulledEarly,
    /// It bolted.
    Bolted,
    /// Frost took it.
    Frosted,
    /// Something ate it.
    Eaten,
    /// A disease took it.
    Diseased,
}

/// A kind of work, in the order in which it is done.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Work {
    /// Soak seed in water.
    Soak,
    /// Let seed or tubers sprout before they go out.
    Chit,
    /// Keep seed or bulbs in the cold.
    Chill,
    /// Coat seed with the bacteria it lives with.
    Inoculate,
    /// Cut shoots and let them root.
    TakeCuttings,
    /// Sow under cover.
    SowInside,
    /// Put seedlings into bigger pots.
    PotOn,
    /// Bought plants arrive.
    Arrive,
    /// Seedlings go out to harden.
    Harden,
    /// Set stakes, strings or a cage.
    Stake,
    /// Sow in the bed.
    SowOutside,
    /// Plant seedlings out.
    PlantOut,
    /// Plant sets, cloves, tubers or crowns.
    PlantSets,
    /// Look whether it is coming up.
    LookFor,
    /// Sow again where nothing came up, or as insurance.
    SowAgain,
    /// Thin seedlings.
    Thin,
    /// Water.
    Water,
    /// Weed.
    Weed,
    /// Mulch.
    Mulch,
    /// Cover against birds, flies or frost.
    Guard,
    /// Take a cover off.
    Uncover,
    /// Tie, lead or train.
    Train,
    /// Pinch out tips or side shoots.
    Pinch,
    /// Feed.
    Feed,
    /// Draw earth up round stems.
    EarthUp,
    /// Keep light off what is to stay pale.
    Blanch,
    /// Shake the pollen over the silks, or carry it by hand.
    Pollinate,
    /// Look for the first harvest.
    Pick,
    /// Pick or cut what comes again.
    PickAgain,
    /// Pick before heat makes it bolt.
    PickSoon,
    /// Lift before the ground freezes.
    Lift,
    /// Let it dry or cure.
    Cure,
    /// Put it in store.
    Store,
    /// Clear the ground.
    Clear,
    /// Divide a clump, or move it.
    Divide,
}

impl Work {
    /// Its word in an entry's key, which never changes.
    pub fn word(self) -> &'static str {
        match self {
            Work::Soak => "soak",
            Work::Chit => "chit",
            Work::Chill => "chill",
            Work::Inoculate => "inoculate",
            Work::TakeCuttings => "take-cuttings",
            Work::SowInside => "sow-inside",
            Work::PotOn => "pot-on",
            Work::Arrive => "arrive",
            Work::Harden => "harden",
            Work::Stake => "stake",
            Work::SowOutside => "sow-outside",
            Work::PlantOut => "plant-out",
            Work::PlantSets => "plant-sets",
            Work::LookFor => "look-for",
            Work::SowAgain => "sow-again",
            Work::Thin => "thin",
            Work::Water => "water",
            Work::Weed => "weed",
            Work::Mulch => "mulch",
            Work::Guard => "guard",
            Work::Uncover => "uncover",
            Work::Train => "train",
            Work::Pinch => "pinch",
            Work::Feed => "feed",
            Work::EarthUp => "earth-up",
            Work::Blanch => "blanch",
            Work::Pollinate => "pollinate",
            Work::Pick => "pick",
            Work::PickAgain => "pick-again",
            Work::PickSoon => "pick-soon",
            Work::Lift => "lift",
            Work::Cure => "cure",
            Work::Store => "store",
            Work::Clear => "clear",
            Work::Divide => "divide",
        }
    }

    /// Whether it is a step of the plan, once for each planting, so that one that is done tells that those before it were; all other
    /// work is care.
    pub fn is_step(self) -> bool {
        match self {
            Work::SowInside
            | Work::PotOn
            | Work::Arrive
            | Work::Harden
            | Work::SowOutside
            | Work::PlantOut
            | Work::PlantSets
            | Work::Pollinate
            | Work::Pick
            | Work::Clear => true,
            Work::Soak
            | Work::Chit
            | Work::Chill
            | Work::Inoculate
            | Work::TakeCuttings
            | Work::Stake
            | Work::LookFor
            | Work::SowAgain
            | Work::Thin
            | Work::Water
            | Work::Weed
            | Work::Mulch
            | Work::Guard
            | Work::Uncover
            | Work::Train
            | Work::Pinch
            | Work::Feed
            | Work::EarthUp
            | Work::Blanch
            | Work::PickAgain
            | Work::PickSoon
            | Work::Lift
            | Work::Cure
            | Work::Store
            | Work::Divide => false,
        }
    }
}

impl Happened {
    /// How much of something it tells of.
    pub fn many(&self) -> Option<Amount> {
        match self {
            Happened::Sown { many, .. }
            | Happened::Up { many, .. }
            | Happened::PottedOn { many }
            | Happened::Arrived { many }
            | Happened::Planted { many }
            | Happened::Fed { many }
            | Happened::Picked { many }
            | Happened::CutAgain { many }
            | Happened::Stored { many } => *many,
            Happened::Thinned { .. }
            | Happened::Hardened
            | Happened::Staked
            | Happened::Watered { .. }
            | Happened::Mulched
            | Happened::Covered
            | Happened::Uncovered
            | Happened::Weeded
            | Happened::Pollinated
            | Happened::Seen { .. }
            | Happened::Cleared { .. }
            | Happened::SoilRead { .. }
            | Happened::Weather { .. }
            | Happened::PutOff { .. }
            | Happened::LeftOut { .. }
            | Happened::Tended { .. }
            | Happened::Chose { .. }
            | Happened::Walked { .. }
            | Happened::Photo { .. }
            | Happened::Note
            | Happened::Struck { .. } => None,
        }
    }
}

impl JournalEntry {
    /// The entries that this one makes void, if it holds itself.
    pub fn makes_void(&self) -> impl Iterator<Item = EntryId> {
        let struck = if let Happened::Struck { entry } = self.what { Some(entry) } else { None };
        struck.into_iter().chain(self.instead_of)
    }
}

/// The entries that hold: not struck out, and not replaced, by one that holds. An entry can only make void what was written
/// before it, by its number; so it is told in one pass from the last to the first, in whatever order they came in.
pub fn holding<'a>(entries: impl IntoIterator<Item = &'a JournalEntry>) -> Vec<&'a JournalEntry> {
    let mut all: Vec<&JournalEntry> = entries.into_iter().collect();
    all.sort_by_key(|entry| entry.id);
    all.dedup_by_key(|entry| entry.id);
    let mut void = BTreeSet::new();
    for entry in all.iter().rev() {
        if !void.contains(&entry.id) {
            void.extend(entry.makes_void().filter(|other| *other < entry.id));
        }
    }
    all.retain(|entry| !void.contains(&entry.id) && !matches!(entry.what, Happened::Struck { .. }));
    all
}
