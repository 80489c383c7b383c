//! How fast does a crop grow here? The place's warmth and light, summed for each group of crops.

use crate::catalogue::{Bulk, Catalogue, CountedFrom, Figures, Thresholds};
use crate::climate::bed_soil::BedSoil;
use crate::climate::degree_days::single_sine;
use crate::climate::normals::{DAYS, day_index};
use crate::climate::weather::{Weather, light};
use crate::growth::growing::{Growing, printed};
use crate::growth::size;
use crate::growth::size::Pace;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::timing::Means;

/// The half range from low to high of the day on which a packet's days are taken to hold \[°C\].
const USUAL_SWING: f64 = 5.0;
/// Lows and highs on a seedling shelf \[°C\] (common practice: 15 by night, 21 by day).
const SHELF: [f64; 2] = [15.0, 21.0];
/// The part of the growth on the shelf that is won on a sowing in place: small cells and planting out
/// take the rest (common practice: half the weeks).
const SHELF_WINS: f64 = 0.5;
/// Longer than that nothing is waited for \[days\].
const LONGEST: usize = 430;

/// The place's warmth, ready to be put to crops.
#[derive(Debug, Clone)]
pub struct Grower {
    /// The weather it is made from.
    pub weather: Weather,
    /// For each group, the sums of warmth and of warmth in useful light before each day of the year \[°C d\].
    sums: Vec<Sums>,
}

#[derive(Debug, Clone)]
struct Sums {
    warm: Vec<f64>,
    lit: Vec<f64>,
}

/// When a crop ripens, and why then.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct Ripening {
    /// The day half of it is up, or the day it was planted out.
    pub up: Date,
    /// The day it is ripe.
    pub ripe: Date,
    /// The packet's days, the middle of its range.
    pub packet: u16,
    /// Days it takes here from the day the packet counts from.
    pub days: u16,
    /// Days it would take here if short days did not slow it; with less than the packet's, warmth hurries it.
    pub days_by_warmth: u16,
    /// The heat it asks for from `up` on \[°C d\], rounded; nothing for what stands over winter.
    pub heat: u16,
}

impl Grower {
    /// The grower of a garden's place: it depends on the garden's site and almanac, and on nothing else of it.
    pub fn of(garden: &Garden, catalogue: &Catalogue) -> Grower {
        Grower::new(Weather::of(garden), catalogue)
    }

    /// The grower of a weather.
    pub fn new(weather: Weather, catalogue: &Catalogue) -> Grower {
        let sums = catalogue.warmth.iter().map(|group| Sums::of(&weather, *group)).collect();
        Grower { weather, sums }
    }

    /// The day half of a sowing is up in a bed's soil; nothing within 100 days.
    pub fn up(&self, figures: &Figures, sown: Date, bed: &BedSoil) -> Option<Date> {
        let Some(sprout) = &figures.sprout else { return Some(sown) };
        let mut left = sprout.sum;
        for day in sown.series(1.day()).take(100) {
            let soil = bed.on(&self.weather, day);
            if soil <= sprout.most {
                left -= (soil.min(sprout.best) - sprout.base).max(0.0);
            }
            if left <= 0.0 {
                return day.tomorrow().ok();
            }
        }
        None
    }

    /// When a crop that goes into a bed's soil on a day is ripe; nothing when it never is.
    ///
    /// The packet's days hold at the usual mean of the crop's group. From sowing, the days to come up
    /// at that warmth are taken off; the rest is turned into degree days. Raised on a shelf, half of what
    /// grows there is won.
    pub fn ripening(&self, growing: Growing, day: Date, bed: &BedSoil) -> Option<Ripening> {
        let figures = growing.figures();
        if figures.winters {
            // What stands over winter has its packet's days counted through it, by the calendar.
            let packet = growing.packet.round() as u16;
            let ripe = day.checked_add(i64::from(packet).days()).ok()?;
            return Some(Ripening { up: day, ripe, packet, days: packet, days_by_warmth: packet, heat: 0 });
        }
        let heat = heat(growing);
        let up = if growing.means == Means::Direct { self.up(figures, day, bed)? } else { day };
        let sums = &self.sums[figures.group];
        let take = days_to(&sums.lit, day_index(up), heat)?;
        let by_warmth = days_to(&sums.warm, day_index(up), heat)?;
        let before = (up - day).get_days().max(0);
        let whole = |days: usize| u16::try_from(days as i64 + i64::from(before)).unwrap_or(u16::MAX);
        Some(Ripening {
            up,
            ripe: up.checked_add(i64::try_from(take).unwrap_or(0).days()).ok()?,
            packet: growing.packet as u16,
            days: whole(take),
            days_by_warmth: whole(by_warmth),
            heat: heat.round().clamp(0.0, 65_535.0) as u16,
        })
    }

    /// The last day in the ground from which a crop is ripe by a day; nothing within 300 days before it, and nothing
    /// from before the winter.
    pub fn start_for(&self, growing: Growing, ripe: Date, bed: &BedSoil) -> Option<Date> {
        let in_time = |back: i64| {
            let day = ripe.checked_sub(back.days()).ok()?;
            let found = self.ripening(growing, day, bed).filter(|found| found.ripe <= ripe)?;
            (!self.weather.crosses_winter(day, found.ripe)).then_some(day)
        };
        (1..=300).find_map(in_time)
    }

    /// The days of the packet a plant has lived, from one day in the ground to another: its growth in the
    /// packet's own measure.
    pub fn packet_days(&self, growing: Growing, from: Date, day: Date, bed: &BedSoil) -> f64 {
        let Some(whole) = self.ripening(growing, from, bed) else {
            return f64::from((day - from).get_days().max(0));
        };
        let packet = f64::from(whole.packet);
        let (came_up, lived) = ((whole.up - from).get_days(), (day - from).get_days());
        if lived <= 0 {
            return 0.0;
        }
        if whole.heat == 0 {
            return f64::from(lived);
        }
        let sprouting = sprouting(growing);
        if lived <= came_up {
            return sprouting * f64::from(lived) / f64::from(came_up.max(1));
        }
        let grown = between(&self.sums[growing.figures().group].lit, day_index(whole.up), (day - whole.up).get_days());
        sprouting + (packet - sprouting) * grown / f64::from(whole.heat.max(1))
    }

    /// How a planting that starts on a day lives through its packet's days; by the calendar where it never ripens,
    /// and for clumps that stay.
    pub fn pace(&self, growing: Growing, from: Date, bed: &BedSoil) -> Pace {
        let Growing { crop, way, .. } = growing;
        let whole = if size::is_settled(crop, way) { None } else { self.ripening(growing, from, bed) };
        let Some(whole) = whole else { return Pace::packet(way) };
        let days = |day: Date| f64::from((day - from).get_days());
        // Sizes go by the catalogue's days, whatever this packet says.
        let to_printed = printed(way) / growing.packet.max(1.0);
        Pace { up: [days(whole.up), sprouting(growing) * to_printed], ripe: [days(whole.ripe), printed(way)] }
    }

    /// The part of its full weight a crop has on a day, 0 to 1.
    ///
    /// The function of Yin and others (see [`crate::growth::size`]) with its fastest growth late: 'most of a
    /// root's weight comes in the last tenth of its time' (common practice), so at 0.95 of it for roots,
    /// 0.85 for heads, 0.6 for leaves. Fruit weighs nothing until it is ripe.
    pub fn weight(&self, growing: Growing, from: Date, day: Date, bed: &BedSoil) -> f64 {
        let lived = self.packet_days(growing, from, day, bed) / growing.packet.max(1.0);
        let fastest = match growing.figures().bulk {
            Bulk::Root => 0.95,
            Bulk::Head => 0.85,
            Bulk::Leaf => 0.6,
            Bulk::Fruit => return if lived >= 1.0 { 1.0 } else { 0.0 },
        };
        if lived >= 1.0 {
            return 1.0;
        }
        let rest = 1.0 - fastest;
        (1.0 + (1.0 - lived) / rest) * lived.max(0.0).powf(1.0 / rest)
    }
}

impl Sums {
    fn of(weather: &Weather, within: Thresholds) -> Sums {
        let (mut warm, mut lit) = (vec![0.0], vec![0.0]);
        for day in 0..DAYS {
            let gain = single_sine(weather.normals.low[day], weather.normals.high[day], within);
            warm.push(warm[day] + gain);
            lit.push(lit[day] + gain * light(weather.hours[day]));
        }
        Sums { warm, lit }
    }
}

/// The sum over so many days from a day of the year on, year after year.
fn between(sums: &[f64], from: usize, days: i32) -> f64 {
    let end = from + usize::try_from(days).unwrap_or(0);
    sums[DAYS] * (end / DAYS) as f64 + sums[end % DAYS] - sums[from]
}

/// Days from a day of the year on until a sum is reached; nothing within [`LONGEST`].
fn days_to(sums: &[f64], from: usize, heat: f64) -> Option<usize> {
    let reached = |days: usize| between(sums, from, days as i32) >= heat;
    if !reached(LONGEST) {
        return None;
    }
    let (mut low, mut high) = (0, LONGEST);
    while low < high {
        let middle = usize::midpoint(low, high);
        if reached(middle) { high = middle } else { low = middle + 1 }
    }
    Some(low)
}

/// The packet's days that are over when a crop is up: those it takes to come up in its usual season.
fn sprouting(growing: Growing) -> f64 {
    match growing.way.counted_from {
        CountedFrom::Sowing if growing.means == Means::Direct => sprouting_at_usual(growing.figures()).min(growing.packet / 2.0),
        _ => 0.0,
    }
}

/// Degree days of one day at the usual mean of a crop's group.
fn usual_day(figures: &Figures) -> f64 {
    single_sine(figures.usual - USUAL_SWING, figures.usual + USUAL_SWING, figures.thresholds())
}

/// Days to come up in soil as warm as the group's usual mean.
fn sprouting_at_usual(figures: &Figures) -> f64 {
    figures.sprout.as_ref().map_or(0.0, |sprout| sprout.sum / (figures.usual.min(sprout.best) - sprout.base).max(1.0))
}

/// What a seedling has won on the shelf when it is planted out \[°C d\].
fn won_on_the_shelf(figures: &Figures) -> f64 {
    let Some([least, most]) = figures.indoors else { return 0.0 };
    let days = 7.0 * (f64::from(least) + f64::from(most)) / 2.0;
    let sprouting = figures.sprout.as_ref().map_or(0.0, |sprout| sprout.sum / (18.0 - sprout.base).max(1.0));
    SHELF_WINS * (days - sprouting).max(0.0) * single_sine(SHELF[0], SHELF[1], figures.thresholds())
}

/// The heat a crop asks for once it is up or planted out, under useful light \[°C d\].
fn heat(growing: Growing) -> f64 {
    let (figures, packet, means) = (growing.figures(), growing.packet, growing.means);
    let day = usual_day(figures);
    match (growing.way.counted_from, growing.is_raised()) {
        // A set counts from planting, whatever the packet says.
        (CountedFrom::Transplanting, true) => packet * day,
        (CountedFrom::Transplanting, false) if means == Means::Direct => packet * day + won_on_the_shelf(figures),
        (_, false) if means == Means::Set => packet * day,
        (CountedFrom::Sowing, raised) => {
            let whole = (packet - sprouting_at_usual(figures)).max(packet / 2.0) * day;
            if raised { whole - won_on_the_shelf(figures).min(whole / 2.0) } else { whole }
        }
        (CountedFrom::Transplanting, false) => packet * day,
    }
}
