//! Where does a quick crop go between a slow one? In the gaps: as far from every standing stem as it gets.

use crate::ground::hole::Hole;
use crate::ground::pattern::{Near, Pattern, Spot, apart};
use sparrow_facts::rect::Ground;
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::Length;

/// Something that stands on the same ground: its holes and the distance between them.
#[derive(Debug, Clone)]
pub struct Host {
    /// Where its stems stand.
    pub holes: Vec<Spot>,
    /// The distance between them.
    pub distance: Spacing,
}

/// Moves the holes of a patch into the gaps of its hosts; without hosts they stay as they are.
///
/// Places are the middles of the hosts' cells, then the patch's own holes. A place is taken when it is
/// its own distance from those taken before, and from every host's stem half of each distance, or, where
/// the gaps are narrower than that, no nearer than the middle of a cell is. Whether there is time for
/// plants that stand so near is for the calendar to say.
pub fn place(hosts: &[Host], ground: Ground, own: Spacing, pattern: Pattern, holes: Vec<Hole>) -> (Pattern, Vec<Hole>) {
    if hosts.is_empty() || holes.is_empty() {
        return (pattern, holes);
    }
    let own_distance = own.along.min(own.across);
    let inside = |(x, y): &Spot| *x > ground.left && *x < ground.right && *y > ground.far && *y < ground.near;
    let middles = hosts.iter().flat_map(|host| host.holes.iter().flat_map(|hole| middles(*hole, host.distance)));
    let mut places: Vec<Spot> = middles.filter(inside).collect();
    places.sort_by_key(|(x, y)| (*y, *x));
    places.extend(holes.iter().map(|hole| (hole.x, hole.y)));
    let mut taken = Near::new(own_distance);
    for place in places {
        if !taken.has_nearer(place, own_distance) && hosts.iter().all(|host| host.leaves(place, own_distance)) {
            taken.keep(place);
        }
    }
    let mut spots = taken.spots;
    spots.sort_by_key(|(x, y)| (*y, *x));
    (Pattern::Between { places: spots.len() as u32 }, spots.into_iter().map(|(x, y)| Hole { x, y }).collect())
}

/// The middles of the four cells round a hole.
fn middles((x, y): Spot, distance: Spacing) -> impl Iterator<Item = Spot> {
    let (dx, dy) = (distance.along.over(2), distance.across.over(2));
    [(x - dx, y - dy), (x + dx, y - dy), (x - dx, y + dy), (x + dx, y + dy)].into_iter()
}

impl Host {
    /// Whether a place is far enough from every stem of this host.
    fn leaves(&self, place: Spot, own: Length) -> bool {
        let (dx, dy) = (i64::from(self.distance.along.get()) / 2, i64::from(self.distance.across.get()) / 2);
        // A stem in the middle of a cell stands this far from its corners; rounding may cost a tenth each way.
        let middle = ((dx - 2).pow(2) + (dy - 2).pow(2)).max(0);
        let halves = i64::from(self.distance.along.min(self.distance.across).over(2).get() + own.over(2).get()).pow(2);
        self.holes.iter().all(|hole| apart(*hole, place) >= halves.min(middle))
    }
}
