//! Where else could it go? The nearest ground that is free and brings no new trouble.

use crate::catalogue::Nearness;
use crate::ground::near::nearest_beds;
use crate::ground::shape;
use crate::known::Known;
use crate::rules::company;
use crate::rules::past::History;
use serde::Serialize;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::shape::Shape;
use sparrow_facts::units::{Length, Units};

/// Ground that would suit a patch.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Room {
    /// The bed.
    pub bed: BedId,
    /// The half squares.
    pub rect: Rect,
}

/// The first free ground where the patch troubles nothing of the catalogue and its family has not
/// stood too lately: in its own bed first, then in the nearest others; of its own size, turned if need
/// be, or else of half its length, half its width or both, but not under `least` half squares each way.
pub fn untroubled(known: Known, history: &History, patch: &Patch, least: (u16, u16)) -> Option<Room> {
    let garden = known.garden;
    let home = garden.bed(patch.bed)?;
    let order = std::iter::once(home.id).chain(nearest_beds(garden, home));
    let met = met(known, patch)?;
    let spent = |bed: BedId, section: u8| history.too_soon(bed, &(section..=section), patch).is_some();
    let beds: Vec<Candidate> = order.filter_map(|id| Candidate::of(garden, &met, spent, garden.bed(id)?)).collect();
    let (w, h) = (patch.rect.w, patch.rect.h);
    let halved = |side: u16| side.div_ceil(2);
    [(w, h), (halved(w), h), (w, halved(h)), (halved(w), halved(h))]
        .into_iter()
        .filter(|shape| *shape == (w, h) || shape.0 >= least.0 && shape.1 >= least.1)
        .find_map(|shape| beds.iter().find_map(|bed| bed.room(shape)))
}

/// A patch that stands on some of the same days, and from how far the two trouble each other.
type Met<'a> = (&'a Patch, Option<Nearness>);

/// Everything that stands on the patch's days; nothing when it is troubled wherever it goes.
fn met<'a>(known: Known<'a>, patch: &Patch) -> Option<Vec<Met<'a>>> {
    let Known { garden, catalogue, .. } = known;
    let crop = catalogue.crop(&patch.planted.crop)?;
    let trouble =
        |other: &Patch| catalogue.crop(&other.planted.crop).and_then(|other| company::widest_trouble(catalogue, crop, other));
    let others = garden.patches.iter().filter(|other| other.id != patch.id && other.meets(patch));
    let met: Vec<Met> = others.map(|other| (other, trouble(other))).collect();
    (!met.iter().any(|(_, trouble)| *trouble == Some(Nearness::Yard))).then_some(met)
}

/// A bed where the patch might go, with what stands in the way on its days.
struct Candidate<'a> {
    bed: &'a Bed,
    grid: (u16, u16),
    half: Length,
    units: Units,
    /// What stands there on the patch's days, and whether the two must not touch.
    others: Vec<(Rect, bool)>,
    /// Sections where the family stood too lately.
    spent: Vec<bool>,
}

impl<'a> Candidate<'a> {
    /// Nothing when the whole bed is out of the question.
    fn of(garden: &Garden, met: &[Met], spent: impl Fn(BedId, u8) -> bool, bed: &'a Bed) -> Option<Self> {
        let mut others = Vec::new();
        for (other, trouble) in met.iter().filter(|(other, _)| other.bed == bed.id) {
            match trouble {
                Some(Nearness::Yard | Nearness::SameBed) => return None,
                _ => others.push((other.rect, trouble.is_some())),
            }
        }
        let spent: Vec<bool> = (0..bed.sections()).map(|section| spent(bed.id, section)).collect();
        let units = garden.site.squares();
        let candidate = Candidate { bed, grid: bed.half_squares(units), half: units.half_square(), units, others, spent };
        (!candidate.spent.iter().all(|spent| *spent)).then_some(candidate)
    }

    fn room(&self, (w, h): (u16, u16)) -> Option<Room> {
        let shapes = [(w, h), (h, w)];
        let shapes = if w == h { &shapes[..1] } else { &shapes[..] };
        shapes.iter().find_map(|(w, h)| {
            let (last_x, last_y) = (self.grid.0.checked_sub(*w)?, self.grid.1.checked_sub(*h)?);
            let places = (0..=last_y).flat_map(|y| (0..=last_x).map(move |x| Rect { x, y, w: *w, h: *h }));
            places.filter(|rect| self.suits(*rect)).map(|rect| Room { bed: self.bed.id, rect }).next()
        })
    }

    fn suits(&self, rect: Rect) -> bool {
        let in_the_way = |(other, apart): &(Rect, bool)| if *apart { other.touches(rect) } else { other.overlaps(rect) };
        if self.others.iter().any(in_the_way) {
            return false;
        }
        let mut cells = (rect.y..rect.bottom()).flat_map(|y| (rect.x..rect.right()).map(move |x| Rect { x, y, w: 1, h: 1 }));
        if self.bed.shape != Shape::Rectangle && !cells.all(|cell| shape::is_there(self.bed, cell, self.units)) {
            return false;
        }
        let edge = |n: u16| self.half.times(u32::from(n)).min(self.bed.length);
        let mut sections = self.bed.sections_between(edge(rect.x), edge(rect.right()));
        !sections.any(|section| self.spent.get(usize::from(section)).copied().unwrap_or(false))
    }
}
