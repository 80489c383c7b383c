//! What happened? Each kind of entry with what can be said of it.

use crate::ids::BedId;
use crate::journal::id::EntryId;
use crate::journal::work::Work;
use crate::units::length::Length;
use crate::units::temperature::TenthsC;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};

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
