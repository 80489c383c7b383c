//! The book: crops and their ways, families, neighbours, groupings, figures and where each comes from.

pub mod book;
pub mod care;
pub mod crop;
mod crop_file;
pub mod family;
pub mod figures;
pub mod grouping;
pub mod kinds;
pub mod meant;
pub mod names;
pub mod own_crops;
pub mod relation;
pub mod renamed;
pub mod saving;
pub mod seeds;
pub mod source;
pub mod suits;
pub mod tin;
pub mod varieties;
pub mod yields;

pub use book::{Catalogue, FIGURE_GROUPS};
pub use care::{Care, CareRule, CareSchool, Caution, Keeping, Moment, Only};
pub use crop::{Crop, Feeding, Hardiness, Life, Light, Method, OfVariety, Relative, Rotation, Way};
pub use family::Family;
pub use figures::{Bolts, Bulbs, Bulk, Figures, Growth, Product, Response, Sets, SoilWants, Sprout, Winter};
pub use grouping::{After, Grouping, Part, Stretch};
pub use kinds::{KindOf, Matter};
pub use names::{Meant, Name, Word};
pub use relation::{Grade, Kind, Nearness, Relation};
pub use saving::{Carried, SeedSpecies};
pub use seeds::{LotLife, Parent, Seed};
pub use source::{Disagreement, Figure, Source};
pub use sparrow_facts::timing::CountedFrom;
pub use yields::Yield;
