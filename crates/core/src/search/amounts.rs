//! What does a year of the plan ask of one bed? Its squares as plants, with days, to be arranged there.

use crate::catalogue::varieties::way_of;
use crate::ground::planting::Planting;
use crate::ground::sums;
use crate::known::Known;
use crate::search::arrange::asked::BedWish;
use crate::turns::held::{bounds, usual_wish};
use jiff::civil::Date;
use sparrow_facts::ids::BedId;
use sparrow_facts::turns::{TurnWish, WishDraft};

/// The wishes that the followed plan gives a bed in a growing year, as amounts to arrange: plants that
/// stand on so many squares at the distance that holds in the bed.
///
/// A wish that stands in other parts of the year than its crop usually does brings its days along.
pub fn amounts(known: Known, bed: BedId, year: i16) -> Vec<BedWish> {
    let garden = known.garden;
    let entries = garden.turns.followed().map(|plan| plan.entries.as_slice()).unwrap_or_default();
    let here = |id| entries.iter().filter(move |entry| (entry.at.bed, entry.year, entry.wish) == (bed, year, id));
    let amount = |wished: &TurnWish| {
        let squares: u32 = here(wished.id).map(|entry| u32::from(entry.squares)).sum();
        (squares > 0).then(|| amount(known, &wished.wish, squares, (bed, year)))?
    };
    garden.turns.wishes.iter().filter_map(amount).collect()
}

fn amount(known: Known, wish: &WishDraft, squares: u32, (bed, year): (BedId, i16)) -> Option<BedWish> {
    let garden = known.garden;
    let (_, way) = known.crop(&wish.crop, wish.variety.map(way_of).as_deref()).ok()?;
    let usual = usual_wish(known, &wish.crop, wish.variety).ok()?;
    let (from, until) = days(known, wish, year);
    let patch = sums::pattern(bed, &wish.crop, &way.key, from, until);
    let planting = Planting::alone(known, &patch)?;
    let distance = planting.distance(planting.school);
    let side = i64::from(garden.site.squares().square().get());
    let each = i64::from(distance.along.get()) * i64::from(distance.across.get());
    let holes = u32::try_from(side * side * i64::from(squares) / each.max(1)).unwrap_or(u32::MAX).max(1);
    let unusual = wish.parts != usual.parts;
    Some(BedWish {
        crop: wish.crop.clone(),
        way: way.key.clone(),
        plants: holes.saturating_mul(way.per_hole.into()),
        must: true,
        from: unusual.then_some(from),
        until: unusual.then_some(until),
        patch: None,
    })
}

/// The first and last day of the parts of the year in which a wish stands.
fn days(known: Known, wish: &WishDraft, year: i16) -> (Date, Date) {
    let [first, main, late, last] = bounds(&known.grower.weather, year);
    let parts = wish.parts;
    let from = if parts.early {
        first
    } else if parts.main {
        main
    } else {
        late
    };
    let until = if parts.late {
        last
    } else if parts.main {
        late
    } else {
        main
    };
    (from, until)
}
