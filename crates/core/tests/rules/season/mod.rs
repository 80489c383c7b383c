//! The season: windows, the days of plantings, hand-offs and their ways out, the shelf, sowing again, readings.

mod ground;
mod growing;
mod hand_offs;
mod laws;
mod plain;
mod series;
mod shelf;
mod warmth;
mod work;
