//! What is one thing beside another worth? The points of company and shade.

use crate::catalogue::{Grade, Light, Relation};
use crate::ground::hole::Hole;
use crate::ground::planting::Planting;
use crate::known::Known;
use crate::rules::shade;
use sparrow_facts::bed::Bed;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Ground;
use sparrow_facts::units::Length;

/// What it costs when a wish that must find room does not.
pub const MISSING: i32 = 1000;

/// What it is worth when a wish finds room that only should if there is some.
pub const ROOM: i32 = 60;

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

/// Whether a shadow from one piece of ground lies over at least a quarter of another: of 16 spots spread
/// over it, four or more.
pub(super) fn falls_on(from: Ground, shadow: (Length, Length), on: Ground) -> bool {
    let at = |low: Length, side: Length, i: u32| low + side.times(2 * i + 1).over(8);
    let spots = (0..16).map(|n| Hole { x: at(on.left, on.length(), n % 4), y: at(on.far, on.width(), n / 4) });
    spots.filter(|spot| shade::in_shadow(from, shadow, *spot)).count() >= 4
}
