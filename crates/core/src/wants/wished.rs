//! What do wants come to as wishes for the years ahead? One wish of a crop, or of a variety of it, of as many squares as the middle of
//! all its wants.

use crate::known::Known;
use crate::limits::SQUARES;
use crate::wants::sum::WantSum;
use serde::Serialize;
use sparrow_facts::ids::{VarietyId, WishId};
use sparrow_facts::turns::TurnWish;
use sparrow_facts::want::Want;

/// The wants of a crop, or of a variety of it, against its wishes.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Wished {
    /// The key of the crop.
    pub crop: String,
    /// The variety; nothing for wants that name none.
    pub variety: Option<VarietyId>,
    /// The middle of what all wants of it take, in squares; nothing where nobody can say.
    pub squares: Option<u16>,
    /// What the wishes of it come to in a year.
    pub wished: u32,
    /// The wish that is changed; nothing where a new one is made.
    pub wish: Option<WishId>,
    /// Squares of that wish when all wishes of it come to what is wanted; nothing where they do, or cannot.
    pub becomes: Option<u16>,
}

/// What the wants come to against the wishes, each crop and variety once, in the order of the wants.
pub(super) fn wished(known: Known, sums: &[(&Want, Option<&WantSum>)]) -> Vec<Wished> {
    let mut found: Vec<Wished> = Vec::new();
    for (want, _) in sums {
        if !found.iter().any(|one| (&one.crop, one.variety) == (&want.crop, want.variety)) {
            found.push(of(&known.garden.turns.wishes, sums, want));
        }
    }
    found
}

fn of(wishes: &[TurnWish], sums: &[(&Want, Option<&WantSum>)], of: &Want) -> Wished {
    let [least, most] = SQUARES;
    let alike = sums.iter().filter(|(want, _)| (&want.crop, want.variety) == (&of.crop, of.variety));
    let ground: u64 = alike.filter_map(|(_, sum)| *sum).flat_map(|sum| sum.ground).map(u64::from).sum();
    // The middle of both ends, in whole squares.
    let squares = (ground > 0).then(|| i64::try_from((ground + 100) / 200).unwrap_or(most).clamp(least, most));
    let mut its = wishes.iter().filter(|one| (&one.wish.crop, one.wish.variety) == (&of.crop, of.variety));
    let first = its.next();
    let rest: i64 = its.map(|one| i64::from(one.wish.squares)).sum();
    let wished = rest + first.map_or(0, |one| i64::from(one.wish.squares));
    let becomes = squares.filter(|squares| *squares != wished && squares - rest >= least).map(|squares| squares - rest);
    Wished {
        crop: of.crop.clone(),
        variety: of.variety,
        squares: squares.and_then(|squares| u16::try_from(squares).ok()),
        wished: u32::try_from(wished).unwrap_or(u32::MAX),
        wish: first.map(|one| one.id),
        becomes: becomes.and_then(|squares| u16::try_from(squares).ok()),
    }
}
