//! How warm is the soil of one bed? The guess from the air with what is assumed of the bed, until a thermometer
//! is read there: for the next days it overrules the guess.

use crate::climate::soil::{Correction, corrections, cover_adds, reading_fades};
use crate::climate::weather::Weather;
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::almanac::Cover;
use sparrow_facts::bed::Bed;
use sparrow_facts::garden::Garden;

/// The soil of one bed, or of open ground.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct BedSoil {
    /// How much warmer than open ground it is taken to be \[°C\].
    pub adds: f64,
    /// What was assumed for that.
    pub corrections: Vec<Correction>,
    /// What is stretched over it.
    pub cover: Cover,
    /// By how much the guess missed each reading, by day \[°C\].
    missed: Vec<(Date, f64)>,
}

impl BedSoil {
    /// The soil of a garden's bed.
    pub fn of(garden: &Garden, weather: &Weather, bed: &Bed) -> BedSoil {
        let cover = garden.almanac.warmth(bed.id).cover;
        let corrections = corrections(bed, garden.almanac.warmth(bed.id), garden.turns.shady.contains(&bed.id));
        let adds: f64 = corrections.iter().map(|one| one.adds()).sum();
        let here = garden.almanac.readings.iter().filter(|one| one.bed == bed.id);
        let missed = here.map(|one| (one.on, one.soil.celsius() - (weather.soil(one.on) + adds))).collect();
        BedSoil { adds, corrections, cover, missed }
    }

    /// Open ground that is so much warmer than the guess \[°C\].
    pub fn warmer(adds: f64) -> BedSoil {
        BedSoil { adds, ..BedSoil::default() }
    }

    /// The same ground under a low tunnel.
    #[must_use]
    pub fn under_a_tunnel(&self) -> BedSoil {
        BedSoil { adds: self.adds + cover_adds(Cover::Tunnel) - cover_adds(self.cover), cover: Cover::Tunnel, ..self.clone() }
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

    /// The days for which a reading counts, of readings taken within half a year of a day.
    pub fn read_about(&self, near: Date) -> impl Iterator<Item = Date> {
        let about = move |on: &Date| (*on - near).get_days().abs() <= 183;
        let on: Vec<Date> = self.missed.iter().map(|(on, _)| *on).filter(about).collect();
        let mut days: Vec<Date> = on.into_iter().flat_map(|on| on.series(1.day()).take(COUNTS)).collect();
        days.sort_unstable();
        days.dedup();
        days.into_iter()
    }

    /// What its cover keeps off a night whose usual low is so much \[°C\]. Covers are taken off when nights are warm
    /// (assumption: from a usual low of 8 °C).
    pub fn keeps_off(&self, usual_low: f64) -> f64 {
        if usual_low < OFF { kept_off(self.cover) } else { 0.0 }
    }

    fn latest(&self, day: Date) -> Option<(Date, f64)> {
        self.missed.iter().rev().find(|(on, _)| *on <= day).copied()
    }
}

/// Days for which a reading counts.
const COUNTS: usize = 14;
/// The usual low from which a cover is off \[°C\].
const OFF: f64 = 8.0;

/// What covers add to the night's low \[°C\]: assumptions in round figures (common practice; makers and
/// trials give 1 to 4 °C for fleece by its weight and 2 to 4 °C for tunnels).
pub fn kept_off(cover: Cover) -> f64 {
    match cover {
        Cover::None => 0.0,
        Cover::Fleece => 2.0,
        Cover::Tunnel => 3.5,
    }
}

fn fades(on: Date, day: Date) -> f64 {
    reading_fades(f64::from((day - on).get_days()))
}
