//! How many plants does this ground hold, and where does each hole go?
//!
//! A planting is a patch with all that its count depends on: its bed, its way of growing, the distance
//! that holds and the school by which it is laid. The square-foot school is the default: it is the one
//! in which ground is counted, given and taken by whole squares.

use crate::catalogue::suits::suits;
use crate::catalogue::{Catalogue, Crop, Way};
use crate::ground::hole::Hole;
use crate::ground::interplant::Host;
use crate::ground::pattern::{Pattern, Spot};
use crate::ground::spread::spread;
use crate::ground::{interplant, pattern, planting, shape};
use crate::growth::growing::Growing;
use crate::growth::in_hole::{in_each_hole, plants_a_hole};
use crate::growth::size::Pace;
use crate::known::Known;
use crate::work::Work;
use serde::Serialize;
use sparrow_facts::bed::{Bed, Reach};
use sparrow_facts::garden::Garden;
use sparrow_facts::patch::{Patch, Planted};
use sparrow_facts::rect::{Ground, Rect, RowLine};
use sparrow_facts::school::{School, Unsuited};
use sparrow_facts::spacing::{OwnSpacing, Spacing};
use sparrow_facts::units::{Length, Units};

/// Where a distance comes from.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "from", rename_all = "kebab-case")]
pub enum DistanceFrom {
    /// The catalogue, by this source.
    Catalogue {
        /// Source key.
        source: String,
    },
    /// The household's own figure for every planting of the crop.
    Own {
        /// The household's words about it.
        note: String,
    },
    /// What the household found of its variety.
    Variety,
    /// The variety's packet.
    Packet,
    /// Said of this one planting.
    Here,
}

/// The sum behind a count: `fits` holes find room by the pattern, `holes` are used, fewer of them or more at a smaller distance,
/// and each has `per_hole` plants.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Sum {
    /// The ground the patch really covers.
    pub ground: Ground,
    /// The school by which it is laid.
    pub school: School,
    /// The distance between holes; in rows, in the row and between rows.
    pub spacing: Spacing,
    /// Where that distance comes from.
    pub distance_from: DistanceFrom,
    /// How the holes lie.
    pub pattern: Pattern,
    /// Sides where it may grow out over the board, so that its holes may stand nearer to it.
    pub spills: Reach,
    /// The bed's margin at its boards, where it takes ground from them or gives them some.
    pub margin: Option<Length>,
    /// Holes for which the bed's outline leaves no ground, and are left out.
    pub outside: u32,
    /// Holes that would lie under a brace, and are left out.
    pub under_braces: u32,
    /// Holes that find room.
    pub fits: u32,
    /// The distance at which they stand where more are planted than find room.
    pub crowded: Option<Spacing>,
    /// Holes used.
    pub holes: u32,
    /// Seeds, sets or plants put into each hole.
    pub in_each: u32,
    /// Plants left to grow in each hole.
    pub per_hole: u32,
    /// Plants in all.
    pub plants: u32,
    /// What it wants to eat, in percent of what the square-foot number would: more in the close school.
    pub feeding_percent: u32,
}

/// What one school gives on a patch.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct SchoolCount {
    /// The school.
    pub school: School,
    /// Why it is not offered, if it is not.
    pub unsuited: Option<Unsuited>,
    /// Plants it would put here.
    pub plants: u32,
    /// Seeds or sets to sow for them, one a place except where seed is strewn.
    pub seeds: u32,
    /// What they want to eat, in percent of what the square-foot number would.
    pub feeding_percent: u32,
}

/// The least distance at which plants are counted singly.
pub const LEAST_APART: Length = Length::cm(1);

/// The nearest a spilling plant's stem stands to the board it grows over.
pub const SPILL_STEM: Length = Length::inches(3);

/// A patch with all that its count depends on.
#[derive(Debug, Clone)]
pub struct Planting<'a> {
    /// The bed.
    pub bed: &'a Bed,
    /// The patch.
    pub patch: &'a Patch,
    /// Its crop.
    pub crop: &'a Crop,
    /// Its way of growing.
    pub way: &'a Way,
    /// The school that holds.
    pub school: School,
    /// How it lives through its packet's days, as the warmth of its bed goes.
    pub pace: Pace,
    units: Units,
    /// A distance that overrules every table, and where it was said.
    own: Option<(Spacing, DistanceFrom)>,
    hosts: Vec<Host>,
    work: &'a Work,
}

/// Holes on a piece of ground, and how they came there.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Laid {
    /// How they lie.
    pub pattern: Pattern,
    /// The bed's margin made the ground smaller or larger for them.
    pub at_margin: bool,
    /// How many would lie where the bed's outline leaves no ground, and are left out.
    pub outside: u32,
    /// How many would lie under braces and are left out.
    pub under_braces: u32,
    /// The holes, in the bed's frame.
    pub holes: Vec<Hole>,
}

impl<'a> Planting<'a> {
    /// The planting of a patch; nothing when its bed, crop or way is not there.
    pub fn of(known: Known<'a>, patch: &'a Patch) -> Option<Self> {
        let alone = Planting::alone(known, patch)?;
        Some(Planting { hosts: planting::hosts(known, patch), ..alone })
    }

    /// The same without regard to what it is planted between.
    pub fn alone(known: Known<'a>, patch: &'a Patch) -> Option<Self> {
        let by_packet = Planting::by_packet(known.garden, known.catalogue, patch)?;
        let bed = by_packet.bed;
        let pace = known.grower.pace(known.growing(patch)?, patch.from, &known.soil(bed));
        Some(Planting { pace, work: known.work, ..by_packet })
    }

    /// The same, growing as its packet says wherever it stands: enough to count it by.
    pub fn by_packet(garden: &'a Garden, catalogue: &'a Catalogue, patch: &'a Patch) -> Option<Self> {
        let (bed, crop) = (garden.bed(patch.bed)?, catalogue.crop(&patch.planted.crop)?);
        let way = crop.way(&patch.planted.way)?;
        let school = school_of(garden, bed, patch, crop, way);
        let own = own_distance(garden, way, &patch.planted);
        let (pace, units) = (Pace::packet(way), garden.site.squares());
        Some(Planting { bed, patch, crop, way, school, pace, units, own, hosts: Vec::new(), work: Work::FREE })
    }

    /// What a shadow is reckoned from.
    pub fn grown(&self) -> Grown<'a> {
        (self.crop, self.way, self.pace, self.patch)
    }

    /// The measures of the squares.
    pub fn units(&self) -> Units {
        self.units
    }

    /// The distance that holds in a school: that of the planting, else the household's own, else the catalogue's.
    pub fn distance(&self, school: School) -> Spacing {
        let Some((own, from)) = &self.own else { return self.book_distance(school) };
        match school {
            School::Close { percent } => closer(*own, percent),
            // The household's figure is between plants; rows stay as far apart as hoeing them asks, or more. What is said of one
            // planting is said of its rows too.
            School::Rows { .. } if *from != DistanceFrom::Here => Spacing { across: own.across.max(self.way.row[1]), ..*own },
            _ => *own,
        }
    }

    /// The distance that the catalogue gives for a school.
    pub fn book_distance(&self, school: School) -> Spacing {
        let [along, across] = self.way.row;
        match school {
            School::Close { percent } => closer(self.way.spacing(self.units), percent),
            School::Rows { .. } => Spacing { along, across },
            _ => self.way.spacing(self.units),
        }
    }

    fn distance_from(&self, school: School) -> DistanceFrom {
        // Distances in the row are handbook figures; those of the squares have a source of their own.
        let group = if matches!(school, School::Rows { .. }) { "season" } else { "spacing" };
        let book = || DistanceFrom::Catalogue { source: self.crop.sources.get(group).cloned().unwrap_or_default() };
        self.own.as_ref().map_or_else(book, |(_, from)| from.clone())
    }

    /// Plants that are left to grow in each hole.
    pub fn per_hole(&self) -> u32 {
        plants_a_hole(Growing::of(self.patch, self.crop, self.way), self.patch.planted.in_each)
    }

    /// The sides of a piece of ground over which the plant may grow out: where the ground meets a board
    /// beyond which one can walk.
    pub fn spills(&self, ground: Ground) -> Reach {
        let (bed, may) = (self.bed, self.way.spills);
        Reach {
            far: may && bed.reach.far && ground.far == Length::ZERO,
            near: may && bed.reach.near && ground.near == bed.width,
            left: may && bed.reach.left && ground.left == Length::ZERO,
            right: may && bed.reach.right && ground.right == bed.length,
        }
    }

    /// Ground as large as the plant may use, as if half a distance were kept to all its edges: at a board it keeps the bed's margin
    /// instead, where that is wider or `gives` ground, and a spilling one stands near to the board it grows over.
    fn room(&self, ground: Ground, distance: Spacing, gives: bool) -> Ground {
        let (bed, spills) = (self.bed, self.spills(ground));
        let out = |at_board: bool, spills: bool, side: Length| {
            let half = side.over(2);
            let margin = bed.margin.filter(|_| at_board).map_or(Length::ZERO, |margin| half - margin);
            let margin = if gives { margin } else { margin.min(Length::ZERO) };
            if spills { margin.max(half - SPILL_STEM).max(Length::ZERO) } else { margin }
        };
        let (left, far) = (ground.left == Length::ZERO, ground.far == Length::ZERO);
        let (right, near) = (ground.right == bed.length, ground.near == bed.width);
        let (left, far) =
            (ground.left - out(left, spills.left, distance.along), ground.far - out(far, spills.far, distance.across));
        Ground {
            left,
            far,
            right: left.max(ground.right + out(right, spills.right, distance.along)),
            near: far.max(ground.near + out(near, spills.near, distance.across)),
        }
    }

    /// How far its stems stay from an outline that is no rectangle's.
    fn keeps(&self, distance: Spacing) -> [Length; 2] {
        let keep = |side: Length| {
            let half = self.bed.margin.unwrap_or(side.over(2));
            if self.way.spills { half.min(SPILL_STEM) } else { half }
        };
        [keep(distance.along), keep(distance.across)]
    }

    /// How many holes its own school would find room for on some half squares of a bed that is all there.
    pub fn fits_whole(&self, rect: Rect) -> u32 {
        let Laid { outside, holes, .. } = self.lay(rect, self.school);
        outside + holes.len() as u32
    }

    /// The holes of a school on some half squares of the bed, without those under a brace.
    pub fn lay(&self, rect: Rect, school: School) -> Laid {
        self.lay_at(rect, school, self.distance(school))
    }

    /// A margin takes ground where it is wider than half a distance; narrower, it gives some where more plants find room for it,
    /// and else leaves them in the middle of their ground.
    fn lay_at(&self, rect: Rect, school: School, distance: Spacing) -> Laid {
        let ground = rect.ground(self.bed, self.units);
        let [usual, wide] = [false, true].map(|gives| self.room(ground, distance, gives));
        let laid = self.lay_in(ground, usual, (school, distance));
        if wide == usual || self.patch.line.is_some() {
            return laid;
        }
        let wider = self.lay_in(ground, wide, (school, distance));
        if wider.holes.len() > laid.holes.len() { Laid { at_margin: true, ..wider } } else { laid }
    }

    fn lay_in(&self, ground: Ground, room: Ground, (school, distance): (School, Spacing)) -> Laid {
        let room = if self.patch.line.is_some() { ground } else { room };
        if !self.work.goes_on(self.steps(room, distance, school)) {
            return Laid {
                pattern: Pattern::Between { places: 0 },
                at_margin: false,
                outside: 0,
                under_braces: 0,
                holes: Vec::new(),
            };
        }
        let (pattern, spots) = match self.patch.line {
            Some(line) => in_line(ground, distance, line),
            None => spots(room.length(), room.width(), distance, school),
        };
        let all = spots.into_iter().map(|(x, y)| Hole { x: room.left + x, y: room.far + y }).collect();
        let (pattern, all) = interplant::place(&self.hosts, ground, distance, pattern, all);
        let whole = all.len();
        let mut holes = all;
        let keep = self.keeps(distance);
        holes.retain(|hole| shape::holds(self.bed, (hole.x, hole.y), keep));
        let found = holes.len();
        holes.retain(|hole| !self.bed.braces.iter().any(|brace| under(brace.at, brace.thickness, hole.x)));
        let at_margin = room.length() < ground.length() || room.width() < ground.width();
        Laid { pattern, at_margin, outside: (whole - found) as u32, under_braces: (found - holes.len()) as u32, holes }
    }

    /// About what it costs to lay holes out, before it is done: every hole that is tried, and every stem it is held against.
    fn steps(&self, room: Ground, distance: Spacing, school: School) -> u64 {
        let places = plain_grid(room, distance);
        let tried = if let School::Scatter { seeds } = school { places.saturating_mul(4 * u64::from(seeds)) } else { places };
        let stems: u64 = self.hosts.iter().map(|host| host.holes.len() as u64).sum();
        tried.saturating_add(stems.saturating_mul(places.saturating_add(4 * stems))).saturating_add(8)
    }

    /// How many holes its own school finds room for on some half squares.
    pub fn fits(&self, rect: Rect) -> u32 {
        self.lay(rect, self.school).holes.len() as u32
    }

    /// The widest distance at which more holes than fit find room on the patch, shorter both ways alike, and those holes. Between
    /// others it takes no heed of them when there is no such distance. Nothing where plants would be nearer than
    /// [`LEAST_APART`].
    pub fn crowd(&self, wanted: u32) -> Option<(Spacing, Laid)> {
        let usual = self.distance(self.school);
        let at = |thousandths: u32| {
            let part = |side: Length| side.times(thousandths).over(1000);
            Spacing { along: part(usual.along), across: part(usual.across) }
        };
        let holds = |thousandths: u32| {
            let distance = at(thousandths);
            let laid = self.lay_at(self.patch.rect, self.school, distance);
            (laid.holes.len() as u32 >= wanted).then_some((distance, laid))
        };
        let mut low = 1000;
        let found = loop {
            low = low * 9 / 10;
            let distance = at(low);
            // What cannot be drawn is not laid out either.
            if distance.along.min(distance.across) < LEAST_APART || self.places(distance) > 4 * (u64::from(wanted) + 8) {
                break None;
            }
            if let Some(found) = holds(low) {
                break Some(found);
            }
        };
        let Some(mut best) = found else {
            let alone = || Planting { hosts: Vec::new(), ..self.clone() }.crowd(wanted);
            return if self.hosts.is_empty() { None } else { alone() };
        };
        let mut high = low * 10 / 9 + 1;
        while low + 1 < high {
            let middle = (low + high) / 2;
            match holds(middle) {
                Some(found) => (low, best) = (middle, found),
                None => high = middle,
            }
        }
        Some(best)
    }

    /// About how many holes the patch has at most, by its school or its household's own number; reckoned and not laid out.
    pub fn at_most(&self) -> u64 {
        // A lattice of triangles holds 2/√3 of what a grid does.
        let laid = self.places(self.distance(self.school)) * 7 / 6;
        laid.max(self.patch.planted.holes.map_or(0, u64::from))
    }

    /// How many places a plain grid of a distance has on the patch's ground, which is reckoned and not laid out.
    pub fn places(&self, distance: Spacing) -> u64 {
        plain_grid(self.patch.rect.ground(self.bed, self.units), distance)
    }

    /// The count of the patch and the holes it uses: as many as fit, or the household's own number: fewer spread over the ground,
    /// more at the distance that is left to them.
    pub fn reckon(&self) -> (Sum, Vec<Hole>) {
        let Laid { pattern, at_margin, outside, under_braces, holes } = self.lay(self.patch.rect, self.school);
        let fits = holes.len() as u32;
        let own = self.patch.planted.holes.map(u32::from);
        let crowd = own.filter(|own| *own > fits).and_then(|own| self.crowd(own));
        let (crowded, holes) = crowd.map_or((None, holes), |(distance, laid)| (Some(distance), laid.holes));
        let holes = spread(holes, own.map_or(usize::MAX, |own| own as usize));
        let (used, per_hole) = (holes.len() as u32, self.per_hole());
        let ground = self.patch.rect.ground(self.bed, self.units);
        let sum = Sum {
            ground,
            school: self.school,
            spacing: self.distance(self.school),
            distance_from: self.distance_from(self.school),
            pattern,
            spills: self.spills(ground),
            margin: self.bed.margin.filter(|_| at_margin),
            outside,
            under_braces,
            fits,
            crowded,
            holes: used,
            in_each: in_each_hole(Growing::of(self.patch, self.crop, self.way), self.patch.planted.in_each),
            per_hole,
            plants: used * per_hole,
            feeding_percent: self.feeding(self.school, used),
        };
        (sum, holes)
    }

    /// Feed in proportion to the number of plants (common practice), counted against the square-foot grid.
    fn feeding(&self, school: School, holes: u32) -> u32 {
        if !matches!(school, School::Close { .. }) {
            return 100;
        }
        let usual = self.lay(self.patch.rect, School::SquareFoot).holes.len() as u32;
        if usual == 0 { 100 } else { (holes * 100).div_ceil(usual).max(100) }
    }

    /// What each school would give on the patch's ground, side by side.
    pub fn compare(&self) -> Vec<SchoolCount> {
        let own = std::iter::once(self.school).filter(|school| !School::OFFERED.contains(school));
        let count = |school: School| {
            let unsuited = suits(school, self.crop, self.way).err();
            let laid = self.lay(self.patch.rect, school);
            let holes = laid.holes.len() as u32;
            let plants = holes * self.per_hole();
            let seeds = if let Pattern::Scattered { seeds, .. } = laid.pattern { seeds } else { plants };
            SchoolCount { school, unsuited, plants, seeds, feeding_percent: self.feeding(school, holes) }
        };
        School::OFFERED.into_iter().chain(own).map(count).collect()
    }

    /// The smallest rectangle, growing from `from` along the bed first and kept as square as it was,
    /// that holds `wanted` holes; nothing when the bed is too small.
    pub fn room_for(&self, from: Rect, wanted: u32) -> Option<Rect> {
        room_for(self.bed.half_squares(self.units), from, wanted, |rect| self.fits(rect))
    }
}

/// Places of a plain grid of a distance on some ground.
fn plain_grid(ground: Ground, distance: Spacing) -> u64 {
    let (columns, rows) = pattern::grid(ground.length(), ground.width(), [distance.along, distance.across]);
    u64::from(columns) * u64::from(rows)
}

/// The distance said of a planting, or else of all of its crop and way, if the household said one.
fn own_distance(garden: &Garden, way: &Way, planted: &Planted) -> Option<(Spacing, DistanceFrom)> {
    let here = planted.distance.map(|distance| (distance, DistanceFrom::Here));
    here.or_else(|| said_distance(garden, &planted.crop, way))
}

/// The distance that holds for a way of growing a crop in place of the book's: what was found to work here, of the variety first and
/// then of the crop, else what the packet says.
pub fn said_distance(garden: &Garden, crop: &str, way: &Way) -> Option<(Spacing, DistanceFrom)> {
    let variety = way.variety.as_ref();
    let found = variety.and_then(|variety| variety.own_distance).map(|distance| (distance, DistanceFrom::Variety));
    let packet = || variety.and_then(|variety| variety.packet_distance).map(|distance| (distance, DistanceFrom::Packet));
    let of_all =
        |own: &OwnSpacing| (Spacing { along: own.along, across: own.across }, DistanceFrom::Own { note: own.note.clone() });
    found.or_else(|| garden.own_spacing(crop, way.book_key()).map(of_all)).or_else(packet)
}

fn closer(usual: Spacing, percent: u8) -> Spacing {
    let close = |side: Length| side.times(u32::from(percent)).over(100);
    Spacing { along: close(usual.along), across: close(usual.across) }
}

/// The school that holds for a patch: its own, else its bed's, else the household's; the square-foot grid
/// where that one does not suit the crop.
fn school_of(garden: &Garden, bed: &Bed, patch: &Patch, crop: &Crop, way: &Way) -> School {
    // A marked row is a row, whatever is usual.
    if let Some(line) = patch.line {
        return School::Rows { across: line.across, double: false };
    }
    let chosen = patch.planted.school.or(bed.school).unwrap_or(garden.school);
    if suits(chosen, crop, way).is_ok() { chosen } else { School::SquareFoot }
}

/// The stems of a single marked row.
fn in_line(ground: Ground, distance: Spacing, line: RowLine) -> (Pattern, Vec<Spot>) {
    let long = if line.across { ground.width() } else { ground.length() };
    let each = long.whole(distance.along);
    let first = (long - distance.along.times(each)).over(2) + distance.along.over(2);
    let at = line.at - if line.across { ground.left } else { ground.far };
    let stems = (0..each).map(|i| first + distance.along.times(i));
    let spots = stems.map(|stem| if line.across { (at, stem) } else { (stem, at) }).collect();
    (Pattern::Rows { lines: 1, each, short: each, across: line.across, double: false }, spots)
}

fn spots(length: Length, width: Length, distance: Spacing, school: School) -> (Pattern, Vec<Spot>) {
    let pair = [distance.along, distance.across];
    // Triangles and strewn seed have one distance all round; the larger keeps both apart.
    let round = distance.along.max(distance.across);
    match school {
        School::SquareFoot | School::Close { .. } => {
            let (columns, rows) = pattern::grid(length, width, pair);
            (Pattern::Grid { columns, rows }, pattern::grid_spots(length, width, (columns, rows)))
        }
        School::Staggered => {
            let pattern = pattern::staggered(length, width, round);
            (pattern, pattern::staggered_spots(length, width, round, pattern))
        }
        School::Rows { across, double } => {
            let pattern = pattern::rows(length, width, pair, across, double);
            (pattern, pattern::row_spots(length, width, pair, pattern))
        }
        School::Scatter { seeds } => pattern::scattered(length, width, round, seeds),
    }
}

fn under(at: Length, thickness: Length, x: Length) -> bool {
    (x.get() - at.get()).abs() * 2 < thickness.get()
}

/// The smallest rectangle from a corner that holds so many by some way of counting, of equal ones the
/// nearest to the shape `from` has.
///
/// More ground never holds less, so that of each width only the least length that holds them is looked for, by halving.
pub fn room_for(grid: (u16, u16), from: Rect, wanted: u32, count: impl Fn(Rect) -> u32) -> Option<Rect> {
    let longest = grid.1.saturating_sub(from.y);
    let mut best: Option<Rect> = None;
    for w in 1..=grid.0.saturating_sub(from.x) {
        let at = |h: u16| Rect { w, h, ..from };
        // What would be larger than the smallest so far is not counted.
        let most = best.map_or(longest, |b| longest.min((u32::from(b.w) * u32::from(b.h) / u32::from(w)) as u16));
        if most == 0 || count(at(most)) < wanted {
            continue;
        }
        let (mut low, mut high) = (1, most);
        while low < high {
            let middle = (low + high) / 2;
            if count(at(middle)) >= wanted { high = middle } else { low = middle + 1 }
        }
        if best.is_none_or(|b| nearness(at(low), from) < nearness(b, from)) {
            best = Some(at(low));
        }
    }
    best
}

/// Less ground first, then the nearest to the shape it had.
fn nearness(rect: Rect, was: Rect) -> (u32, u32) {
    let area = u32::from(rect.w) * u32::from(rect.h);
    (area, u32::from(rect.w.abs_diff(was.w)) + u32::from(rect.h.abs_diff(was.h)))
}

/// A plant as it is grown: its crop, its way, and the patch that says when.
pub type Grown<'a> = (&'a Crop, &'a Way, Pace, &'a Patch);

/// What a patch planted between others is planted between: patches that share its ground and some of
/// its days, and are not planted between others themselves. Nothing for any other patch.
pub fn hosts(known: Known, patch: &Patch) -> Vec<Host> {
    let garden = known.garden;
    let shares = |other: &&Patch| {
        patch.planted.between
            && !other.planted.between
            && other.id != patch.id
            && other.bed == patch.bed
            && other.rect.overlaps(patch.rect)
            && other.meets(patch)
    };
    let host = |other: &Patch| {
        let planting = Planting::alone(known, other)?;
        let (sum, holes) = planting.reckon();
        Some(Host { holes: holes.iter().map(|hole| (hole.x, hole.y)).collect(), distance: sum.spacing })
    };
    garden.patches.iter().filter(shares).filter_map(host).collect()
}
