//! How high does a place lie, and how high is the land about it whose climate the map tells? Heights on a twelfth of a degree.

use crate::unpacked;
use sparrow_facts::site::{Latitude, Longitude};
use std::sync::OnceLock;

/// Rows from 90° north to 60° south, and columns from the date line eastward.
const ROWS: i32 = 1800;
const COLUMNS: i32 = 4320;
/// Cells to a degree.
const TO_A_DEGREE: f64 = 12.0;
/// Metres to a step.
const STEP: f64 = 28.0;
/// How far about a place the climate map's land reaches, as the standard deviation of a bell \[cells\], and where it is cut
/// off. Of 1, 1½, 2, 3 and 4 cells, with this one forty mountain towns' months were met best.
const REACHES: f64 = 1.5;
const CUT_OFF: i32 = 6;

/// Heights of the world, row by row, in steps.
fn table() -> &'static [u8] {
    static TABLE: OnceLock<Vec<u8>> = OnceLock::new();
    TABLE.get_or_init(|| read(unpacked(include_bytes!("../data/heights.bin"))))
}

/// Each cell is told less the middle of its left and upper neighbours.
fn read(mut cells: Vec<u8>) -> Vec<u8> {
    let columns = COLUMNS as usize;
    for cell in 0..cells.len() {
        let left = if cell % columns == 0 { 0 } else { u16::from(cells[cell - 1]) };
        let up = cell.checked_sub(columns).map_or(0, |up| u16::from(cells[up]));
        cells[cell] = cells[cell].wrapping_add(((left + up) / 2) as u8);
    }
    cells
}

/// A place in columns and rows of the table, whose cells' middles are at halves.
fn at(latitude: Latitude, longitude: Longitude) -> (f64, f64) {
    let [north, east] = [latitude.0, longitude.0].map(|hundredths| f64::from(hundredths) / 100.0);
    ((east + 180.0) * TO_A_DEGREE, (90.0 - north) * TO_A_DEGREE)
}

/// A cell's height above the sea \[m\]; beyond the southern edge it is sea.
fn height(x: i32, y: i32) -> f64 {
    let row = y.clamp(0, ROWS - 1);
    let cell = row * COLUMNS + x.rem_euclid(COLUMNS);
    usize::try_from(cell).ok().and_then(|cell| table().get(cell)).map_or(0.0, |steps| f64::from(*steps) * STEP)
}

/// How high a town is taken to lie \[m\]: the lowest of the nine cells about it, as people live in the valleys.
///
/// ```
/// use sparrow_facts::site::{Latitude, Longitude};
/// use sparrow_places::heights::lowest;
/// // Bozeman at 1,460 m, Amsterdam at the sea.
/// assert!((1300..1500).contains(&lowest(Latitude(4568), Longitude(-11104))));
/// assert_eq!(lowest(Latitude(5237), Longitude(490)), 0);
/// ```
pub fn lowest(latitude: Latitude, longitude: Longitude) -> i16 {
    let (x, y) = at(latitude, longitude);
    let (x, y) = (x.floor() as i32, y.floor() as i32);
    let about = (-1..=1).flat_map(|dy| (-1..=1).map(move |dx| (dx, dy)));
    about.map(|(dx, dy)| height(x + dx, y + dy)).fold(f64::MAX, f64::min) as i16
}

/// How high the land is that the climate map tells of at a place \[m\].
pub fn of_the_map(latitude: Latitude, longitude: Longitude) -> f64 {
    let (x, y) = at(latitude, longitude);
    let (mut sum, mut all) = (0.0, 0.0);
    for row in y.floor() as i32 - CUT_OFF..=y.floor() as i32 + CUT_OFF {
        for column in x.floor() as i32 - CUT_OFF..=x.floor() as i32 + CUT_OFF {
            let off = (f64::from(column) + 0.5 - x).hypot(f64::from(row) + 0.5 - y) / REACHES;
            let part = (-off * off / 2.0).exp();
            sum += height(column, row) * part;
            all += part;
        }
    }
    sum / all
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn valleys_lie_below_their_mountains() {
        // Sion in the Valais, whose floor is at 480 m.
        let (latitude, longitude) = (Latitude(4622), Longitude(734));
        assert!(of_the_map(latitude, longitude) > 1700.0, "{}", of_the_map(latitude, longitude));
        assert!(lowest(latitude, longitude) < 1100, "{}", lowest(latitude, longitude));
    }

    #[test]
    fn the_map_closes_at_the_date_line_and_ends_at_the_poles() {
        for latitude in [-9000, -6001, -1680, 0, 9000] {
            let [east, west] = [18000, -18000].map(|east| of_the_map(Latitude(latitude), Longitude(east)));
            assert!((east - west).abs() < 1e-6, "{latitude}: {east} {west}");
        }
    }
}
