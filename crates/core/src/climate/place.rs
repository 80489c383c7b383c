//! What is a usual year like where a garden lies? Highs, lows and their scatter from twelve means and the rain.
//!
//! The range of a day, the spread of the nights and the degree by which a garden's nights are colder than a map's are linear
//! rules fitted to the weather files of some twenty stations on four continents (off by about a degree in highs and lows).

use crate::climate::normals::{DAYS, daily_normals};
use sparrow_facts::site::{Latitude, Site};
use sparrow_facts::units::TenthsC;
use std::sync::OnceLock;

/// Twelve means, January first.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Months {
    /// Temperature \[°C\].
    pub mean: [f64; 12],
    /// Rain \[mm\].
    pub rain: [f64; 12],
}

/// A usual year, day by day \[°C\].
#[derive(Debug, Clone, PartialEq)]
pub struct Usual {
    /// Lows in a garden.
    pub low: Vec<f64>,
    /// Highs.
    pub high: Vec<f64>,
    /// Means.
    pub mean: Vec<f64>,
    /// The spread of the lows as a standard deviation.
    pub spread: Vec<f64>,
    /// Whether the month is wet.
    pub wet: Vec<bool>,
}

/// Rain of a month from which its heat is damp \[mm\] (own choice).
const WET: f64 = 75.0;
/// A garden's nights are so much colder than the map's, whose cells are some 25 km wide \[°C\].
const COLDER: f64 = 1.5;

impl Months {
    /// What the household's place has, or, where only its latitude is known, the middle of the land there.
    pub fn of(site: &Site) -> Months {
        site.months.map_or_else(
            || of_latitude(site.latitude),
            |months| Months { mean: months.mean.map(TenthsC::celsius), rain: months.rain_mm.map(f64::from) },
        )
    }

    /// How much warmer the warmest month is than the coldest \[°C\].
    fn amplitude(&self) -> f64 {
        amplitude(&self.mean)
    }

    /// The usual year of these months at a latitude, under so much sun above the air each day \[MJ m⁻² d⁻¹\].
    pub fn usual(&self, extraterrestrial: &[f64], latitude: Latitude) -> Usual {
        let (mean, rain) = (daily_normals(&self.mean), daily_normals(&self.rain));
        let changeable = changeable(&self.mean, &self.rain);
        let range = |day: usize| {
            let dry = 11.5 + 1.27 * extraterrestrial[day].max(0.0).sqrt();
            (dry - 2.1 * (rain[day].max(0.0) + 10.0).ln() + 0.06 * self.amplitude()).clamp(4.0, 18.0)
        };
        Usual {
            low: (0..DAYS).map(|day| mean[day] - range(day) / 2.0 - COLDER).collect(),
            high: (0..DAYS).map(|day| mean[day] + range(day) / 2.0).collect(),
            spread: spread(&mean, &self.mean, latitude, changeable),
            wet: wet(&rain),
            mean,
        }
    }
}

/// A usual year from measured highs and lows of the months \[°C\], and their rain \[mm\] where it is known; without it no month is
/// taken to be wet.
pub fn measured(high: &[f64; 12], low: &[f64; 12], rain: Option<&[f64; 12]>, latitude: Latitude) -> Usual {
    let months: [f64; 12] = std::array::from_fn(|month| f64::midpoint(high[month], low[month]));
    let (low, high) = (daily_normals(low), daily_normals(high));
    let mean: Vec<f64> = low.iter().zip(&high).map(|(low, high)| f64::midpoint(*low, *high)).collect();
    let changeable = rain.map_or(1.0, |rain| changeable(&months, rain));
    let wet = rain.map_or_else(|| vec![false; DAYS], |rain| wet(&daily_normals(rain)));
    Usual { spread: spread(&mean, &months, latitude, changeable), low, high, mean, wet }
}

/// Nearer to the equator a small amplitude tells nothing of how far inland a place is \[degrees\] (own choice).
const TROPICS: f64 = 20.0;

fn wet(rain: &[f64]) -> Vec<bool> {
    rain.iter().map(|rain| *rain >= WET).collect()
}

/// How much a winter's cold comes and goes, 0 to 1: less where most rain falls in winter, with mild air from a sea in the west,
/// and less where winters are dry, under steady cold.
fn changeable(mean: &[f64; 12], rain: &[f64; 12]) -> f64 {
    let mut coldest_first: Vec<usize> = (0..12).collect();
    coldest_first.sort_by(|a, b| mean[*a].total_cmp(&mean[*b]));
    let winter: f64 = coldest_first[..6].iter().map(|month| rain[*month]).sum();
    let year: f64 = rain.iter().sum();
    1.0 - 1.4 * (winter / year.max(1.0) - 0.5).abs()
}

fn amplitude(months: &[f64; 12]) -> f64 {
    let ends = months.iter().fold([f64::MAX, f64::MIN], |[least, most], one| [least.min(*one), most.max(*one)]);
    ends[1] - ends[0]
}

/// How the lows scatter: evenly by the sea and in the tropics, most in the winters of continents. How far inland a place is,
/// the year's amplitude tells by the latitude, as in V. Conrad's index of continentality (1946); the figures are fitted so that
/// frosts of sixty towns and the coldest nights of their winters are met (`crates/places/tests/places/against_frosts.rs`).
fn spread(mean: &[f64], months: &[f64; 12], latitude: Latitude, changeable: f64) -> Vec<f64> {
    let amplitude = amplitude(months);
    let inland = amplitude / (latitude.radians().abs().max(TROPICS.to_radians()) + 10.0_f64.to_radians()).sin();
    let warmest = months.iter().fold(f64::MIN, |most, one| most.max(*one));
    let cold = |mean: f64| ((warmest - mean) / amplitude.max(1.0)).clamp(0.0, 1.0).powf(0.55);
    mean.iter().map(|mean| 2.3 + 0.13 * (inland - 4.5).max(0.0) * changeable * cold(*mean)).collect()
}

/// The median months of all land within two and a half degrees, from a table of every five degrees.
fn of_latitude(latitude: Latitude) -> Months {
    static TABLE: OnceLock<Vec<(f64, Months)>> = OnceLock::new();
    let table = TABLE.get_or_init(|| include_str!("../../data/latitudes.csv").lines().skip(1).filter_map(row).collect());
    let wanted = f64::from(latitude.0) / 100.0;
    let above = table.partition_point(|(at, _)| *at < wanted).clamp(1, table.len() - 1);
    let ((south, a), (north, b)) = (table[above - 1], table[above]);
    let part = ((wanted - south) / (north - south)).clamp(0.0, 1.0);
    let mix = |a: [f64; 12], b: [f64; 12]| std::array::from_fn(|month| a[month] + (b[month] - a[month]) * part);
    Months { mean: mix(a.mean, b.mean), rain: mix(a.rain, b.rain) }
}

fn row(line: &str) -> Option<(f64, Months)> {
    let values: Vec<f64> = line.split(',').filter_map(|value| value.parse().ok()).collect();
    let twelve = |from: usize| values.get(from..from + 12)?.try_into().ok();
    Some((*values.first()?, Months { mean: twelve(1)?, rain: twelve(13)? }))
}
