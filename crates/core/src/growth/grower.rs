//! How fast does a crop grow here? The place's warmth and light, summed for each group of crops.
//!
//! Growth is counted in the packet's own days: one is what a crop grows on a day of its usual season, in full light. Those of
//! the packet hold at the usual mean of the crop's group (own choice of means) with five degrees to either side.

use crate::catalogue::{Bulk, Catalogue, CountedFrom, Figures};
use crate::climate::bed_soil::BedSoil;
use crate::climate::normals::day_index;
use crate::climate::weather::Weather;
use crate::growth::bulbing;
use crate::growth::growing::{Growing, printed};
use crate::growth::size;
use crate::growth::size::Pace;
use crate::growth::sums::{Sums, between, days_to};
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::timing::Means;

/// The soil of a seedling shelf \[°C\] (common practice).
const SHELF: f64 = 18.0;
/// The part of the growth on the shelf that is won on a sowing in place: small cells and planting out
/// take the rest (common practice: half the weeks).
const SHELF_WINS: f64 = 0.5;
/// Longer than that no seed is waited for \[days\].
pub(super) const LONGEST_UP: usize = 120;

/// The place's warmth, ready to be put to crops.
#[derive(Debug, Clone)]
pub struct Grower {
    /// The weather it is made from.
    pub weather: Weather,
    /// For each group, the sums of growth before each day of the year \[packet days\].
    sums: Vec<Sums>,
}

/// When a crop ripens, and why then.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct Ripening {
    /// The day half of it is up, or the day it was planted out.
    pub up: Date,
    /// The day it is ripe.
    pub ripe: Date,
    /// The packet's days, the middle of its range.
    pub packet: u16,
    /// Days it takes here from the day the packet counts from.
    pub days: u16,
    /// Days it would take here if little light did not slow it.
    pub days_by_warmth: u16,
}

impl Grower {
    /// The grower of a garden's place: it depends on the garden's site and almanac, and on nothing else of it.
    pub fn of(garden: &Garden, catalogue: &Catalogue) -> Grower {
        Grower::new(Weather::of(garden), catalogue)
    }

    /// The grower of a weather.
    pub fn new(weather: Weather, catalogue: &Catalogue) -> Grower {
        let sums = catalogue.warmth.iter().map(|group| Sums::of(&weather, group)).collect();
        Grower { weather, sums }
    }

    /// How the group of a crop grows through the year.
    pub(super) fn sums(&self, figures: &Figures) -> &Sums {
        &self.sums[figures.group]
    }

    /// The day half of a sowing is up in a bed's soil; nothing within 120 days.
    pub fn up(&self, figures: &Figures, sown: Date, bed: &BedSoil) -> Option<Date> {
        let Some(sprout) = &figures.sprout else { return Some(sown) };
        let mut left = 1.0;
        for day in sown.series(1.day()).take(LONGEST_UP) {
            left -= sprout.pace(bed.on(&self.weather, day));
            if left <= 0.0 {
                return day.tomorrow().ok();
            }
        }
        None
    }

    /// When a crop that goes into a bed's soil on a day is ripe; nothing when it never is.
    ///
    /// From sowing, the packet's days that it takes to come up in its usual season are taken off first; the rest is grown
    /// as warmth and light go. Raised on a shelf, half of what grows there is won. Bulbs wait for the days that make them.
    pub fn ripening(&self, growing: Growing, day: Date, bed: &BedSoil) -> Option<Ripening> {
        let figures = growing.figures();
        let up = match growing.up.filter(|up| *up >= day) {
            Some(seen) => seen,
            None if growing.means == Means::Direct => self.up(figures, day, bed)?,
            None => day,
        };
        let sums = self.sums(figures);
        let from = day_index(up);
        let [take, by_warmth] = match figures.bulbs {
            Some(bulbs) => [bulbing::days_to_lifting(&self.weather, &sums.lit, bulbs, from, growing.means == Means::Set)?; 2],
            None => {
                let asks = asks(growing);
                [days_to(&sums.lit, from, asks)?, days_to(&sums.warm, from, asks)?]
            }
        };
        let before = (up - day).get_days().max(0);
        let whole = |days: usize| u16::try_from(days as i64 + i64::from(before)).unwrap_or(u16::MAX);
        Some(Ripening {
            up,
            ripe: up.checked_add(i64::try_from(take).unwrap_or(0).days()).ok()?,
            packet: growing.packet as u16,
            days: whole(take),
            days_by_warmth: whole(by_warmth),
        })
    }

    /// The last day in the ground from which a crop is ripe by a day; nothing within 300 days before it.
    pub fn start_for(&self, growing: Growing, ripe: Date, bed: &BedSoil) -> Option<Date> {
        let in_time = |back: i64| {
            let day = ripe.checked_sub(back.days()).ok()?;
            self.ripening(growing, day, bed).filter(|found| found.ripe <= ripe).map(|_| day)
        };
        (1..=300).find_map(in_time)
    }

    /// The days of the packet a plant has lived, from one day in the ground to another: its growth in the
    /// packet's own measure.
    pub fn packet_days(&self, growing: Growing, from: Date, day: Date, bed: &BedSoil) -> f64 {
        let lived = (day - from).get_days();
        let Some(whole) = self.ripening(growing, from, bed) else { return f64::from(lived.max(0)) };
        if lived <= 0 {
            return 0.0;
        }
        let (packet, came_up) = (f64::from(whole.packet), (whole.up - from).get_days());
        let sprouting = sprouting(growing);
        if lived <= came_up {
            return sprouting * f64::from(lived) / f64::from(came_up.max(1));
        }
        let lit = &self.sums(growing.figures()).lit;
        let from = day_index(whole.up);
        let grown = between(lit, from, (day - whole.up).get_days());
        let all = between(lit, from, (whole.ripe - whole.up).get_days());
        sprouting + (packet - sprouting) * grown / all.max(0.1)
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

/// The packet's days that are over when a crop is up: those it takes to come up in its usual season.
fn sprouting(growing: Growing) -> f64 {
    match growing.way.counted_from {
        CountedFrom::Sowing if growing.means == Means::Direct => sprouting_at_usual(growing.figures()).min(growing.packet / 2.0),
        _ => 0.0,
    }
}

/// Days to come up in soil as warm as the group's usual mean.
fn sprouting_at_usual(figures: &Figures) -> f64 {
    figures.sprout.as_ref().map_or(0.0, |sprout| sprout.sum / (figures.usual.min(sprout.best) - sprout.base).max(1.0))
}

/// What a seedling has won on the shelf when it is planted out \[packet days\].
pub(super) fn won_on_the_shelf(figures: &Figures) -> f64 {
    let Some([least, most]) = figures.indoors else { return 0.0 };
    let days = 7.0 * (f64::from(least) + f64::from(most)) / 2.0;
    let sprouting = figures.sprout.as_ref().map_or(0.0, |sprout| sprout.sum / (SHELF - sprout.base).max(1.0));
    SHELF_WINS * (days - sprouting).max(0.0)
}

/// What a crop asks for once it is up or planted out \[packet days\].
pub(super) fn asks(growing: Growing) -> f64 {
    let (figures, packet, means) = (growing.figures(), growing.packet, growing.means);
    let days = match (growing.way.counted_from, growing.is_raised()) {
        (CountedFrom::Transplanting, false) if means == Means::Direct => packet + won_on_the_shelf(figures),
        // A set counts from planting, whatever the packet says.
        (CountedFrom::Transplanting, _) => packet,
        (CountedFrom::Sowing, false) if means == Means::Set => packet,
        (CountedFrom::Sowing, raised) => {
            let whole = (packet - sprouting_at_usual(figures)).max(packet / 2.0);
            if raised { whole - won_on_the_shelf(figures).min(whole / 2.0) } else { whole }
        }
    };
    days * figures.pace
}
