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
}

/// A garden's nights are so much colder than the map's, whose cells are some 25 km wide \[°C\].
const COLDER: f64 = 1.0;

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

    /// The usual year of these months, under so much sun above the air each day \[MJ m⁻² d⁻¹\].
    pub fn usual(&self, extraterrestrial: &[f64]) -> Usual {
        let (mean, rain) = (daily_normals(&self.mean), daily_normals(&self.rain));
        let range = |day: usize| {
            let dry = 11.5 + 1.27 * extraterrestrial[day].max(0.0).sqrt();
            (dry - 2.1 * (rain[day].max(0.0) + 10.0).ln() + 0.06 * self.amplitude()).clamp(4.0, 18.0)
        };
        Usual {
            low: (0..DAYS).map(|day| mean[day] - range(day) / 2.0 - COLDER).collect(),
            high: (0..DAYS).map(|day| mean[day] + range(day) / 2.0).collect(),
            spread: spread(&mean, &self.mean),
            mean,
        }
    }
}

/// A usual year from measured highs and lows of the months.
pub fn measured(high: &[f64; 12], low: &[f64; 12]) -> Usual {
    let months: [f64; 12] = std::array::from_fn(|month| f64::midpoint(high[month], low[month]));
    let (low, high) = (daily_normals(low), daily_normals(high));
    let mean: Vec<f64> = low.iter().zip(&high).map(|(low, high)| f64::midpoint(*low, *high)).collect();
    Usual { spread: spread(&mean, &months), low, high, mean }
}

fn amplitude(months: &[f64; 12]) -> f64 {
    let ends = months.iter().fold([f64::MAX, f64::MIN], |[least, most], one| [least.min(*one), most.max(*one)]);
    ends[1] - ends[0]
}

/// How the lows scatter: evenly by the sea and in the tropics, most in the winters of continents.
fn spread(mean: &[f64], months: &[f64; 12]) -> Vec<f64> {
    let amplitude = amplitude(months);
    let warmest = months.iter().fold(f64::MIN, |most, one| most.max(*one));
    let cold = |mean: f64| ((warmest - mean) / amplitude.max(1.0)).clamp(0.0, 1.0);
    mean.iter().map(|mean| 2.4 + 0.17 * (amplitude - 8.0).max(0.0) * cold(*mean)).collect()
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
