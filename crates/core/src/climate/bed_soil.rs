//! How warm is the soil of one bed? The guess from the air with what is assumed of the bed, until a thermometer
//! is read there: for the next days it overrules the guess.

use crate::climate::soil::{Correction, corrections, reading_fades};
use crate::climate::weather::Weather;
use jiff::civil::Date;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;

/// The soil of one bed, or of open ground.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct BedSoil {
    /// How much warmer than open ground it is taken to be \[°C\].
    pub adds: f64,
    /// What was assumed for that.
    pub corrections: Vec<Correction>,
    /// By how much the guess missed each reading, by day \[°C\].
    missed: Vec<(Date, f64)>,
}

impl BedSoil {
    /// The soil of a garden's bed.
    pub fn of(garden: &Garden, weather: &Weather, bed: &Bed) -> BedSoil {
        let corrections = corrections(bed, garden.almanac.warmth(bed.id), garden.turns.shady.contains(&bed.id));
        let adds: f64 = corrections.iter().map(|one| one.adds()).sum();
        let here = garden.almanac.readings.iter().filter(|one| one.bed == bed.id);
        let missed = here.map(|one| (one.on, one.soil.celsius() - (weather.soil(one.on) + adds))).collect();
        BedSoil { adds, corrections, missed }
    }

    /// Open ground that is so much warmer than the guess \[°C\].
    pub fn warmer(adds: f64) -> BedSoil {
        BedSoil { adds, ..BedSoil::default() }
    }

    /// Its warmth at sowing depth on a day \[°C\].
    pub fn on(&self, weather: &Weather, day: Date) -> f64 {
        weather.soil(day) + self.adds + self.overruled_by(day)
    }

    /// Whether a thermometer was read there so lately that it still counts.
    pub fn was_read(&self, day: Date) -> bool {
        self.latest(day).is_some_and(|(on, _)| fades(on, day) > 0.0)
    }

    /// By how much the latest reading still overrules the guess on a day \[°C\].
    pub fn overruled_by(&self, day: Date) -> f64 {
        self.latest(day).map_or(0.0, |(on, missed)| fades(on, day) * missed)
    }

    fn latest(&self, day: Date) -> Option<(Date, f64)> {
        self.missed.iter().rev().find(|(on, _)| *on <= day).copied()
    }
}

fn fades(on: Date, day: Date) -> f64 {
    reading_fades(f64::from((day - on).get_days()))
}
