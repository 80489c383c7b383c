//! Why is a day not for a crop? What shuts it.

use serde::Serialize;

/// Why a day is not for a crop.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Gate {
    /// The soil is too cold.
    SoilCold,
    /// The soil is too warm for its seed or its roots.
    SoilWarm,
    /// Winter's shortest day is past, and the days are still cooler than it is usually begun in.
    AirCold,
    /// The last frost is still to come, or too fresh.
    FrostToCome,
    /// The weeks to come are too hot to begin it.
    TooHot,
    /// The year warms, and summer is so near that it would flower, set no pods or mildew before it is picked.
    SummerNears,
    /// Frost is too likely to kill it before it is ripe or picked.
    Frost,
    /// It would take too long, or not ripen at all, in the warmth and light that are left.
    NoTime,
    /// It would grow so slowly now that, begun later, it is ripe hardly later.
    GainsNothing,
    /// It would bolt, or spoil, in the heat or the long days before it is ripe.
    Bolts,
    /// It would flower in days too hot or too cool to set.
    SetsNothing,
    /// There would be much less to pick than a better start has.
    LittleToPick,
    /// It is planted in autumn, and it is not autumn.
    NotAutumn,
    /// The ground freezes before it has rooted.
    GroundFreezes,
    /// It would be too small to stand over winter.
    SmallForWinter,
    /// It would be too large to stand over winter without bolting.
    LargeForWinter,
    /// The days are long enough for a bulb before it has grown.
    DaysTooLong,
    /// The days are never long enough here for it to make a bulb, or its winters never cold enough.
    NoBulb,
    /// Nothing: the growing year ends.
    YearEnds,
}

impl Gate {
    /// The gates in the order in which a day is asked for them.
    pub const ASKED: [Gate; 19] = [
        Gate::YearEnds,
        Gate::SoilWarm,
        Gate::SoilCold,
        Gate::TooHot,
        Gate::SummerNears,
        Gate::AirCold,
        Gate::FrostToCome,
        Gate::NotAutumn,
        Gate::GroundFreezes,
        Gate::NoBulb,
        Gate::DaysTooLong,
        Gate::SmallForWinter,
        Gate::LargeForWinter,
        Gate::NoTime,
        Gate::Frost,
        Gate::Bolts,
        Gate::SetsNothing,
        Gate::GainsNothing,
        Gate::LittleToPick,
    ];

    /// Whether a start on such a day does no harm and is the household's to choose: it brings less than another, or nothing sooner.
    ///
    /// ```
    /// use sparrow_core::growth::window::Gate;
    /// assert!(Gate::GainsNothing.is_only_worse() && !Gate::Frost.is_only_worse());
    /// ```
    pub fn is_only_worse(self) -> bool {
        matches!(self, Gate::GainsNothing | Gate::LittleToPick)
    }
}
