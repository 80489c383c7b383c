//! Which kinds of work are there, and which of them are steps of a plan?

use serde::{Deserialize, Serialize};

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
