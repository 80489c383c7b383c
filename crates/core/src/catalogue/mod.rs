//! The book: crops and their ways, families, neighbours, groupings, figures and where each comes from.

pub mod book;
pub mod crop;
pub mod family;
pub mod figures;
pub mod grouping;
pub mod meant;
pub mod names;
pub mod relation;
pub mod source;
pub mod suits;

pub use book::{Catalogue, FIGURE_GROUPS};
pub use crop::{CountedFrom, Crop, Feeding, Hardiness, Life, Light, Method, Rotation, Way};
pub use family::Family;
pub use figures::{Bolts, Bulbs, Bulk, Figures, Growth, Product, Response, Sets, SoilWants, Sprout, Winter};
pub use grouping::{After, Grouping, Part, Stretch};
pub use names::{Meant, Name, Word};
pub use relation::{Grade, Kind, Nearness, Relation};
pub use source::{Disagreement, Figure, Source};
