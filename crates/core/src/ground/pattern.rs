//! How do holes lie on a piece of ground? The geometry of each school, on a plain rectangle.
//!
//! All of it in whole tenths of a millimetre. Every hole keeps half its distance to the rectangle's
//! edge, so that two neighbours of different crops stand half of each apart.

use serde::Serialize;
use sparrow_facts::units::Length;

/// How many holes a school finds room for, and how they lie.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "lies", rename_all = "kebab-case")]
pub enum Pattern {
    /// Columns times rows.
    Grid {
        /// Holes along.
        columns: u32,
        /// Holes across.
        rows: u32,
    },
    /// Lines of a triangular lattice, long and short ones in turn, a long one first.
    Staggered {
        /// How many lines.
        lines: u32,
        /// Holes in the first, third, … line.
        long: u32,
        /// Holes in the second, fourth, … line.
        short: u32,
        /// The lines run across the bed.
        across: bool,
        /// From line to line.
        pitch: Length,
    },
    /// Rows with a given distance between them.
    Rows {
        /// How many lines.
        lines: u32,
        /// Holes in a line.
        each: u32,
        /// Holes in every second line of a double row.
        short: u32,
        /// The lines run across the bed.
        across: bool,
        /// Two lines to a row.
        double: bool,
    },
    /// Strewn and thinned.
    Scattered {
        /// Seeds sown.
        seeds: u32,
        /// Plants left.
        left: u32,
    },
    /// Put where they are farthest from what stands there already.
    Between {
        /// Places found.
        places: u32,
    },
}

/// A hole within its rectangle, from the far left corner.
pub type Spot = (Length, Length);

/// How many distances fit each way on a piece of ground.
///
/// ```
/// use sparrow_core::ground::pattern::grid;
/// use sparrow_facts::units::Length;
/// assert_eq!(grid(Length::inches(12), Length::inches(12), [Length::inches(3); 2]), (4, 4));
/// ```
pub fn grid(length: Length, width: Length, [along, across]: [Length; 2]) -> (u32, u32) {
    let (columns, rows) = (length.whole(along), width.whole(across));
    if columns == 0 || rows == 0 { (0, 0) } else { (columns, rows) }
}

/// The holes of a grid, row by row from the far left, spread evenly over the ground.
pub fn grid_spots(length: Length, width: Length, (columns, rows): (u32, u32)) -> Vec<Spot> {
    let middle = |i: u32, n: u32, side: Length| part(side, u64::from(2 * i + 1), u64::from(2 * n));
    (0..rows)
        .flat_map(|row| (0..columns).map(move |column| (middle(column, columns, length), middle(row, rows, width))))
        .collect()
}

fn part(side: Length, over: u64, under: u64) -> Length {
    Length::tenths_mm((i64::from(side.get()) * over as i64 / under.max(1) as i64) as i32)
}

/// The triangular lattice that holds most, of the two with lines along and across the ground.
///
/// Lines of a lattice with distance d lie d√3/2 apart. n lines fit a width W when
/// (n − 1) d √3/2 ≤ W − d, that is 3 (n − 1)² d² ≤ 4 (W − d)², which is asked in whole numbers. A line
/// holds ⌊L/d⌋; the shifted ones as many if L has another d/2 to spare, else one fewer. Where both
/// orientations hold the same, lines run along.
pub fn staggered(length: Length, width: Length, distance: Length) -> Pattern {
    let count = |(lines, long, short): (u32, u32, u32)| lines.div_ceil(2) * long + lines / 2 * short;
    let (along, turned) = (lattice(length, width, distance), lattice(width, length, distance));
    let across = count(turned) > count(along);
    let ((lines, long, short), deep) = if across { (turned, length) } else { (along, width) };
    let pitch = if lines > 1 { (deep - distance).over(lines - 1) } else { Length::ZERO };
    Pattern::Staggered { lines, long, short, across, pitch }
}

/// Lines, and holes in a long and in a short one, for lines that run along `length`.
fn lattice(length: Length, width: Length, distance: Length) -> (u32, u32, u32) {
    if distance.get() <= 0 || length < distance || width < distance {
        return (0, 0, 0);
    }
    let (d, free) = (i128::from(distance.get()), i128::from((width - distance).get()));
    let fits = |lines: i128| 3 * (lines - 1) * (lines - 1) * d * d <= 4 * free * free;
    // A first guess in floating point is at most one off; the whole numbers decide.
    let mut lines = (free as f64 / (d as f64 * 0.75f64.sqrt())) as i128 + 2;
    while !fits(lines) {
        lines -= 1;
    }
    let long = length.whole(distance);
    let half_more = 2 * i64::from(length.get()) >= i64::from(distance.get()) * i64::from(2 * long + 1);
    (u32::try_from(lines).unwrap_or(0), long, if half_more { long } else { long - 1 })
}

/// The holes of a staggered pattern, line by line; lines are spread over the ground, holes in a line
/// keep their distance and stand in the middle of it.
pub fn staggered_spots(length: Length, width: Length, distance: Length, pattern: Pattern) -> Vec<Spot> {
    let Pattern::Staggered { lines, long, short, across, pitch } = pattern else { return Vec::new() };
    let (along, deep) = if across { (width, length) } else { (length, width) };
    let half = distance.over(2);
    let used = distance.times(long) + if short == long { half } else { Length::ZERO };
    let first = half + (along - used).over(2);
    let top = if lines > 1 { half } else { deep.over(2) };
    let line = move |n: u32| {
        let (holes, start) = if n.is_multiple_of(2) { (long, first) } else { (short, first + half) };
        (0..holes).map(move |i| (start + distance.times(i), top + pitch.times(n)))
    };
    (0..lines).flat_map(line).map(|(a, b)| if across { (b, a) } else { (a, b) }).collect()
}

/// Rows: holes `in_row` apart, lines `between` apart; a double row is two lines `in_row` apart, the
/// holes of the second facing the gaps of the first.
pub fn rows(length: Length, width: Length, [in_row, between]: [Length; 2], across: bool, double: bool) -> Pattern {
    let (along, deep) = if across { (width, length) } else { (length, width) };
    let each = along.whole(in_row);
    let lines = if each == 0 { 0 } else { line_places(deep, in_row, between, double).len() as u32 };
    let half_more = 2 * i64::from(along.get()) >= i64::from(in_row.get()) * i64::from(2 * each + 1);
    let short = if !double || half_more { each } else { each.saturating_sub(1) };
    Pattern::Rows { lines, each, short, across, double }
}

/// Where lines lie, from the first, half a distance from the edge, on.
fn line_places(deep: Length, in_row: Length, between: Length, double: bool) -> Vec<Length> {
    let mut places = Vec::new();
    let mut at = Length::ZERO;
    while in_row.get() > 0 && between.get() > 0 && at + in_row <= deep && places.len() < 10_000 {
        places.push(at + in_row.over(2));
        at = at + if double && places.len() % 2 == 1 { in_row } else { between };
    }
    places
}

/// The holes of rows, line by line, with what is left over shared by the two edges.
pub fn row_spots(length: Length, width: Length, [in_row, between]: [Length; 2], pattern: Pattern) -> Vec<Spot> {
    let Pattern::Rows { lines, each, short, across, double } = pattern else { return Vec::new() };
    let (along, deep) = if across { (width, length) } else { (length, width) };
    let places = line_places(deep, in_row, between, double);
    let Some(last) = places.last() else { return Vec::new() };
    let shift = (deep - *last - in_row.over(2)).over(2);
    let half = in_row.over(2);
    let used = in_row.times(each) + if double && short == each { half } else { Length::ZERO };
    let first = half + (along - used).over(2);
    let mut spots = Vec::new();
    for (n, place) in places.iter().take(lines as usize).enumerate() {
        let (holes, start) = if double && n % 2 == 1 { (short, first + half) } else { (each, first) };
        spots.extend((0..holes).map(|i| (start + in_row.times(i), *place + shift)));
    }
    spots.into_iter().map(|(a, b)| if across { (b, a) } else { (a, b) }).collect()
}

/// Seed strewn as chance would have it, and what is left when every plant nearer than the distance to
/// one already kept is pulled: sorted from the far edge. The same ground gives the same plants.
///
/// Kept plants cover at most the jamming density of random sequential adsorption, 0.547 of the plane
/// (J. Feder, Random sequential adsorption, J. Theor. Biol. 87, 1980), so scattering gives at most about
/// seven plants where a grid at the same distance gives ten, and five when three seeds a place are sown.
pub fn scattered(length: Length, width: Length, distance: Length, seeds: u8) -> (Pattern, Vec<Spot>) {
    let none = (Pattern::Scattered { seeds: 0, left: 0 }, Vec::new());
    if distance.get() <= 0 || length < distance || width < distance {
        return none;
    }
    let area = i64::from(length.get()) * i64::from(width.get());
    let places = area / i64::from(distance.get()).pow(2);
    let sown = u32::try_from(places * i64::from(seeds)).unwrap_or(u32::MAX);
    let (free_x, free_y) = ((length - distance).get() as u64 + 1, (width - distance).get() as u64 + 1);
    let mut chance = Chance(0x5eed);
    let mut kept = Near::new(distance);
    for _ in 0..sown {
        let spot = (
            distance.over(2) + Length::tenths_mm((chance.draw() % free_x) as i32),
            distance.over(2) + Length::tenths_mm((chance.draw() % free_y) as i32),
        );
        if !kept.has_nearer(spot, distance) {
            kept.keep(spot);
        }
    }
    let mut spots = kept.spots;
    spots.sort_by_key(|(x, y)| (*y, *x));
    (Pattern::Scattered { seeds: sown, left: spots.len() as u32 }, spots)
}

/// Numbers that look like chance and are the same every time: SplitMix64 (G. L. Steele, D. Lea,
/// C. H. Flood, Fast splittable pseudorandom number generators, OOPSLA 2014).
pub struct Chance(pub u64);

impl Chance {
    /// The next number.
    pub fn draw(&mut self) -> u64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut z = self.0;
        z = (z ^ (z >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        z = (z ^ (z >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        z ^ (z >> 31)
    }
}

/// Spots in a net of cells, so that neighbours are found without asking all.
pub struct Near {
    cell: i32,
    cells: std::collections::HashMap<(i32, i32), Vec<Spot>>,
    /// All spots kept, in their order.
    pub spots: Vec<Spot>,
}

impl Near {
    /// An empty net for questions about distances up to `reach`.
    pub fn new(reach: Length) -> Self {
        Near { cell: reach.get().max(1), cells: std::collections::HashMap::new(), spots: Vec::new() }
    }

    /// Whether a kept spot is nearer than the distance, which must not be larger than the net's reach.
    pub fn has_nearer(&self, spot: Spot, distance: Length) -> bool {
        let (x, y) = (spot.0.get().div_euclid(self.cell), spot.1.get().div_euclid(self.cell));
        let square = i64::from(distance.get()).pow(2);
        (x - 1..=x + 1).any(|x| {
            (y - 1..=y + 1).any(|y| self.cells.get(&(x, y)).is_some_and(|some| some.iter().any(|one| apart(*one, spot) < square)))
        })
    }

    /// Keeps a spot.
    pub fn keep(&mut self, spot: Spot) {
        let cell = (spot.0.get().div_euclid(self.cell), spot.1.get().div_euclid(self.cell));
        self.cells.entry(cell).or_default().push(spot);
        self.spots.push(spot);
    }
}

/// The square of the distance between two spots [0.01 mm²].
pub fn apart(one: Spot, other: Spot) -> i64 {
    let (x, y) = (i64::from((one.0 - other.0).get()), i64::from((one.1 - other.1).get()));
    x * x + y * y
}
