//! What is a place worth, by itself and beside another? The points of all that the rules ask.

use crate::catalogue::{Grade, Light, Relation};
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::rules::shade;
use sparrow_facts::bed::Bed;
use sparrow_facts::patch::Patch;
use sparrow_facts::units::Length;

/// What it costs when a wish that must find room does not.
pub const MISSING: i32 = 1000;

/// What it is worth when a wish finds room that only should if there is some.
pub const ROOM: i32 = 60;

/// What a place is worth to a wish by itself: points where it suits, and where it does not. All are own choices, set so that trouble
/// that the rules want settled outweighs everything that is only agreeable, and tried on the beds of `arranging.rs`.
pub(super) mod place {
    /// Picked often, and within an arm's reach.
    pub const REACH: [i32; 2] = [6, -20];
    /// A climber at a trellis.
    pub const TRELLIS: [i32; 2] = [20, -20];
    /// Vines with an edge to grow out over.
    pub const EDGE: [i32; 2] = [10, -15];
    /// Maize in rows enough for the wind.
    pub const ROWS: [i32; 2] = [10, -15];
    /// What stays for years, at an end of the bed.
    pub const END: [i32; 2] = [8, -8];
    /// Its family stood there too lately.
    pub const TOO_SOON: i32 = -40;

    /// The points for what suits or does not.
    pub fn either([good, bad]: [i32; 2], suits: bool) -> i32 {
        if suits { good } else { bad }
    }
}

/// Points of a relation, by how well it is supported; trouble weighs more than help.
pub(super) fn points(relation: &Relation) -> i32 {
    let (good, bad) = match relation.grade {
        Grade::Tested => (12, -30),
        Grade::CommonPractice => (8, -24),
        Grade::Disputed => (3, -8),
    };
    if relation.kind.is_trouble() { bad } else { good }
}

/// What shade is worth to the one it falls on.
pub(super) fn shade_points(light: Light) -> i32 {
    match light {
        Light::Full => -25,
        Light::HalfShade => -6,
        Light::ShadeInSummer => 6,
    }
}

/// The noon shadow of one patch on another, and what it is worth.
pub(super) fn shadow(known: Known, bed: &Bed, tall: &Patch, short: &Patch) -> Option<((Length, Length), i32)> {
    let garden = known.garden;
    let (tall, short) = (Planting::alone(known, tall)?, Planting::alone(known, short)?);
    let shadow = shade::over(&garden.site, bed, tall.grown(), short.grown())?;
    Some((shadow.reach, shade_points(short.crop.light)))
}
