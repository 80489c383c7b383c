//! What is usual at a place in each month? Temperature and rain of the land, on a quarter degree.

use crate::heights::{lowest, of_the_map};
use crate::unpacked;
use sparrow_facts::site::{Latitude, Longitude, PlaceMonths};
use sparrow_facts::units::TenthsC;
use std::sync::OnceLock;

/// Rows from 90° north to 60° south, and columns from Greenwich eastward.
const ROWS: usize = 601;
const COLUMNS: usize = 1440;
/// Cells to a degree.
const TO_A_DEGREE: f64 = 4.0;
/// Steps of temperature to a degree Celsius, and of rain to a doubling by the base e.
const TEMPERATURE_STEPS: f64 = 4.0;
const RAIN_STEPS: f64 = 8.0;
/// How far from a place land is looked for \[cells\]: half a degree takes the smallest islands in.
const FARTHEST: i32 = 4;

struct Table {
    /// For each cell its number among those of land; nothing at sea.
    land: Vec<Option<u32>>,
    /// Twelve temperatures and twelve steps of rain of each cell of land.
    temperature: Vec<[i16; 12]>,
    rain: Vec<[i16; 12]>,
}

/// How much colder it is higher up \[°C a metre\] (common practice: six degrees a kilometre; with it the months of forty
/// mountain towns are off by 1.3 °C where their heights are known, by 1.8 °C where they are guessed, and by 3.4 °C without).
const LAPSE: f64 = 0.006;
/// Heights that differ by less say nothing \[m\]: the table's own steps are 28 m.
const SAME: f64 = 50.0;

/// What is usual in each month at a place that lies so high \[m\], or else as high as towns there lie; nothing at sea and
/// south of 60° south.
///
/// ```
/// use sparrow_facts::site::{Latitude, Longitude};
/// use sparrow_places::climate::months;
/// // London: January about 5 °C, July about 18 °C, as printed.
/// let london = months(Latitude(5150), Longitude(-10), None).unwrap();
/// assert!((london.mean[0].celsius() - 5.1).abs() < 0.5 && (london.mean[6].celsius() - 17.8).abs() < 0.5);
/// // Innsbruck lies at 580 m, a kilometre below its mountains: July about 19 °C, as printed.
/// let innsbruck = months(Latitude(4726), Longitude(1139), Some(580)).unwrap();
/// assert!((innsbruck.mean[6].celsius() - 19.0).abs() < 1.5);
/// assert!(months(Latitude(0), Longitude(-3000), None).is_none(), "the middle of the Atlantic");
/// ```
pub fn months(latitude: Latitude, longitude: Longitude, height: Option<i16>) -> Option<PlaceMonths> {
    let table = table();
    let y = (90.0 - f64::from(latitude.0.clamp(-9000, 9000)) / 100.0) * TO_A_DEGREE;
    let x = (f64::from(longitude.0.rem_euclid(36000)) / 100.0) * TO_A_DEGREE;
    let mut parts = around(table, x, y);
    if parts.is_empty() {
        parts = nearest(table, x, y)?;
    }
    let all: f64 = parts.iter().map(|(_, part)| part).sum();
    let mean =
        |of: &[[i16; 12]], month: usize| parts.iter().map(|(cell, part)| f64::from(of[*cell][month]) * part).sum::<f64>() / all;
    let below = of_the_map(latitude, longitude) - f64::from(height.unwrap_or_else(|| lowest(latitude, longitude)));
    let warmer = LAPSE * below.signum() * (below.abs() - SAME).max(0.0);
    Some(PlaceMonths {
        mean: std::array::from_fn(|month| TenthsC::of(mean(&table.temperature, month) / TEMPERATURE_STEPS + warmer)),
        rain_mm: std::array::from_fn(|month| (((mean(&table.rain, month) / RAIN_STEPS).exp() - 1.0) * 10.0).round() as u16),
    })
}

/// The cells of land among the four about a place, and their parts of it.
fn around(table: &Table, x: f64, y: f64) -> Vec<(usize, f64)> {
    let (left, top) = (x.floor(), y.floor());
    let corner = |dx: f64, dy: f64| {
        let part = (1.0 - (x - left - dx).abs()) * (1.0 - (y - top - dy).abs());
        Some((table.cell((left + dx) as i32, (top + dy) as i32)?, part)).filter(|(_, part)| *part > 0.0)
    };
    [(0.0, 0.0), (1.0, 0.0), (0.0, 1.0), (1.0, 1.0)].into_iter().filter_map(|(dx, dy)| corner(dx, dy)).collect()
}

/// The nearest cell of land within half a degree or so.
fn nearest(table: &Table, x: f64, y: f64) -> Option<Vec<(usize, f64)>> {
    let (cx, cy) = (x.round() as i32, y.round() as i32);
    let about = (-FARTHEST..=FARTHEST).flat_map(|dy| (-FARTHEST..=FARTHEST).map(move |dx| (dx, dy)));
    let found = about.filter_map(|(dx, dy)| Some((dx * dx + dy * dy, table.cell(cx + dx, cy + dy)?)));
    found.min().map(|(_, cell)| vec![(cell, 1.0)])
}

impl Table {
    fn cell(&self, x: i32, y: i32) -> Option<usize> {
        let row = usize::try_from(y).ok().filter(|row| *row < ROWS)?;
        let column = x.rem_euclid(COLUMNS as i32) as usize;
        self.land[row * COLUMNS + column].map(|cell| cell as usize)
    }
}

fn table() -> &'static Table {
    static TABLE: OnceLock<Table> = OnceLock::new();
    TABLE.get_or_init(|| read(&unpacked(include_bytes!("../data/climate.bin"))))
}

/// One bit a cell that says whether it is land, row by row; then, month by month, temperatures and rain of the land, each
/// less what its left, upper and upper left neighbours let expect and less the month before's difference.
fn read(body: &[u8]) -> Table {
    let cells = ROWS * COLUMNS;
    let mut count = 0;
    let land: Vec<Option<u32>> = (0..cells)
        .map(|cell| {
            let is_land = body[cell / 8] >> (7 - cell % 8) & 1 == 1;
            count += u32::from(is_land);
            is_land.then(|| count - 1)
        })
        .collect();
    let mut values = body[cells.div_ceil(8)..].iter().copied();
    let mut next = || {
        let byte = |value: Option<u8>| u16::from(value.unwrap_or(0));
        let signed = match byte(values.next()) {
            255 => byte(values.next()) | byte(values.next()) << 8,
            small => small,
        };
        if signed % 2 == 1 { -((signed / 2) as i16) - 1 } else { (signed / 2) as i16 }
    };
    // One month's values of all land: what the neighbours let expect and the month before's rest, and what is new.
    let mut plane = |before: &mut [i16]| {
        let mut of: Vec<i16> = Vec::with_capacity(before.len());
        for (at, _) in land.iter().enumerate().filter(|(_, cell)| cell.is_some()) {
            let (left, upper) = ((at % COLUMNS).checked_sub(1), (at / COLUMNS).checked_sub(1));
            let known = |row: Option<usize>, column: Option<usize>| land[row? * COLUMNS + column?].map(|cell| of[cell as usize]);
            let (row, column) = (Some(at / COLUMNS), Some(at % COLUMNS));
            let expected = match (known(row, left), known(upper, column), known(upper, left)) {
                (Some(a), Some(b), Some(c)) => a + b - c,
                (Some(a), _, _) => a,
                (None, Some(b), _) => b,
                (None, None, _) => 0,
            };
            before[of.len()] += next();
            of.push(expected + before[of.len()]);
        }
        of
    };
    let mut planes = || {
        let mut before = vec![0_i16; count as usize];
        let months: [Vec<i16>; 12] = std::array::from_fn(|_| plane(&mut before));
        (0..count as usize).map(|cell| std::array::from_fn(|month| months[month][cell])).collect()
    };
    let temperature = planes();
    let rain = planes();
    Table { land, temperature, rain }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_map_closes_at_the_date_line_and_at_greenwich() {
        // Fiji from both sides, and a village on the meridian.
        assert_eq!(
            months(Latitude(-1680), Longitude(-17999), None).is_some(),
            months(Latitude(-1680), Longitude(17999), None).is_some()
        );
        let (east, west) =
            (months(Latitude(5000), Longitude(5), None).unwrap(), months(Latitude(5000), Longitude(-5), None).unwrap());
        assert!(east.mean.iter().zip(west.mean).all(|(a, b)| (a.celsius() - b.celsius()).abs() < 0.5));
    }

    #[test]
    fn every_value_of_the_table_is_a_climate() {
        let table = table();
        let all = table.temperature.iter().flatten().map(|quarter| f64::from(*quarter) / TEMPERATURE_STEPS);
        assert!(all.clone().fold(f64::MAX, f64::min) > -60.0 && all.fold(f64::MIN, f64::max) < 45.0);
        assert!(table.rain.iter().flatten().all(|step| (0..=48).contains(step)));
        assert_eq!(table.temperature.len(), 261_255);
    }
}
