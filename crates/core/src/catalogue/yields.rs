//! What does a crop give? Ranges of planting guides, for a plant; what a piece weighs, what a jar takes, what a meal is.

use serde::{Deserialize, Serialize};

/// What a crop gives.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Yield {
    /// What one plant gives in a season, least and most \[g\], as it is picked.
    pub grams: [f32; 2],
    /// What one piece of it weighs \[g\]; nothing for what is not counted.
    pub piece: Option<f32>,
    /// What one and more pieces are called.
    pub pieces: Option<[String; 2]>,
    /// What goes into a jar of one litre \[g\]; nothing for what is not put up so.
    pub jar: Option<f32>,
    /// What one eats of it at a meal \[g\].
    pub meal: f32,
    /// The key of the source.
    pub source: String,
}
