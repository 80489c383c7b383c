//! What is taken in hand for a piece of work, in what weather, and is it heavy? All of it common practice.

use serde::Serialize;
use sparrow_facts::journal::Work;

/// What is taken in hand, in the order in which a walk with it makes sense.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Tool {
    /// Trays, pots and compost, at the shelf.
    Pots,
    /// Knife or scissors and a basket.
    Basket,
    /// Seed, stick and line.
    Seed,
    /// A trowel.
    Trowel,
    /// Hands or scissors.
    Hands,
    /// Stakes, string and hammer.
    String,
    /// Net or fleece.
    Net,
    /// A hoe.
    Hoe,
    /// A fork, spade or barrow.
    Fork,
    /// The watering can or hose.
    Can,
}

/// The weather that suits some work best.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Best {
    /// A dry day.
    Dry,
    /// A dull or damp one, or the evening.
    Dull,
}

/// What is taken in hand for some work.
pub fn tool(work: Work) -> Tool {
    match work {
        Work::Soak | Work::Chit | Work::Chill | Work::Inoculate | Work::SowOutside | Work::SowAgain => Tool::Seed,
        Work::TakeCuttings | Work::SowInside | Work::PotOn | Work::Arrive | Work::Harden => Tool::Pots,
        Work::PlantOut | Work::PlantSets => Tool::Trowel,
        Work::LookFor | Work::Thin | Work::Pinch | Work::Pollinate => Tool::Hands,
        Work::Stake | Work::Train | Work::Blanch => Tool::String,
        Work::Guard | Work::Uncover => Tool::Net,
        Work::Weed | Work::EarthUp => Tool::Hoe,
        Work::Pick | Work::PickAgain | Work::PickSoon | Work::Cure | Work::Store => Tool::Basket,
        Work::Mulch | Work::Lift | Work::Clear | Work::Divide => Tool::Fork,
        Work::Water | Work::Feed => Tool::Can,
    }
}

/// The weather that suits some work best; nothing where it does not matter.
pub fn best(work: Work) -> Option<Best> {
    match work {
        Work::Weed | Work::Train | Work::Pinch | Work::EarthUp | Work::Lift | Work::Cure | Work::Blanch => Some(Best::Dry),
        Work::TakeCuttings | Work::PlantOut | Work::Thin | Work::Harden | Work::Uncover => Some(Best::Dull),
        Work::Soak
        | Work::Chit
        | Work::Chill
        | Work::Inoculate
        | Work::SowInside
        | Work::PotOn
        | Work::Arrive
        | Work::Stake
        | Work::SowOutside
        | Work::PlantSets
        | Work::LookFor
        | Work::SowAgain
        | Work::Water
        | Work::Mulch
        | Work::Guard
        | Work::Feed
        | Work::Pollinate
        | Work::Pick
        | Work::PickAgain
        | Work::PickSoon
        | Work::Store
        | Work::Clear
        | Work::Divide => None,
    }
}

/// Whether it is done for a bed before anything stands in it: at the shelf, at the kitchen table, or at another plant.
pub fn is_for_the_bed(work: Work) -> bool {
    let seed = matches!(work, Work::Soak | Work::Chit | Work::Chill | Work::Inoculate | Work::TakeCuttings);
    seed || matches!(work, Work::SowInside | Work::PotOn | Work::Arrive | Work::Harden)
}

/// Whether it is so heavy that a day should not hold much of it.
pub fn is_heavy(work: Work) -> bool {
    matches!(work, Work::EarthUp | Work::Mulch | Work::Lift | Work::Clear | Work::Divide)
}
