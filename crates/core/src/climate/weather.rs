//! The weather of one garden: everything about a usual year there, day by day.

use crate::climate::calendar::{self, FrostEdge};
use crate::climate::frost::{self, Bend, Lows, Side, at};
use crate::climate::nights::Nights;
use crate::climate::normals::{DAYS, day_index};
use crate::climate::place::{Months, Usual, measured};
use crate::climate::{soil, sun};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_facts::almanac::{Almanac, Monthly, Station, StationYear, WarmthFrom};
use sparrow_facts::garden::Garden;
use sparrow_facts::site::{Freezes, Hemisphere, Latitude, Site};

/// Usual values of each day of a year, 1 January first \[°C\].
#[derive(Debug, Clone, PartialEq)]
pub struct Normals {
    /// Lows.
    pub low: Vec<f64>,
    /// Highs.
    pub high: Vec<f64>,
    /// Means, which crops grow by.
    pub mean: Vec<f64>,
    /// Soil at sowing depth in open level ground.
    pub soil: Vec<f64>,
    /// Whether the month is wet, where its rain is known.
    pub wet: Vec<bool>,
}

/// The usual weather of a garden's place.
#[derive(Debug, Clone, PartialEq)]
pub struct Weather {
    /// The usual year.
    pub normals: Normals,
    /// Daylight of each day, 1 January first \[hours\].
    pub hours: Vec<f64>,
    /// The part of its growth that a plant has in each day's light, 0 to 1.
    pub light: Vec<f64>,
    /// Chances of cold nights.
    pub nights: Nights,
    /// Where the figures come from.
    pub from: WarmthFrom,
    /// Only the latitude is known: the year is a guess.
    pub by_latitude: bool,
    /// How the nights were bent to fit the frosts that are known; nothing where none are.
    pub bend: Option<Bend>,
    /// How far from the equator.
    pub latitude: Latitude,
    hemisphere: Hemisphere,
    lows: Lows,
    coldest: usize,
}

/// Chances at which the frost edges are told: nine in ten, even, one in ten.
const EDGES: [f64; 3] = [0.9, 0.5, 0.1];
/// A place with less chance of frost in a half year has no edge there.
const LEAST_SHARE: f64 = 0.02;
/// Nights a household is told of ahead: two weeks.
pub const COMING: usize = 14;
/// Bent nights that are more than so far from the map's are those of another height: the days move along by the rest \[°C\].
const NIGHTS_ALONE: f64 = 2.5;

impl Weather {
    /// The weather of a garden, from what its household said.
    pub fn of(garden: &Garden) -> Weather {
        Weather::at(&garden.site, &garden.almanac)
    }

    /// The weather of a site with an almanac. Where the almanac names months or a station that is not there, the place's own
    /// months are taken; where the site has none, those of its latitude.
    pub fn at(site: &Site, almanac: &Almanac) -> Weather {
        let station = almanac.station.as_ref().filter(|_| almanac.from == WarmthFrom::Station);
        let typed = almanac.months.as_ref().filter(|_| almanac.from == WarmthFrom::Months);
        let sun: Vec<f64> = (0..DAYS).map(|day| sun::extraterrestrial(site.latitude, of_2027(day))).collect();
        let said = station.map(|station| &station.monthly).or(typed);
        // Who measures highs and lows has the map's rain, unless the station's file tells its own.
        let rain = station.and_then(|station| station.rain_mm).or(site.months.map(|months| months.rain_mm));
        let mut usual = said.map_or_else(
            || Months::of(site).usual(&sun, site.latitude),
            |said| of_monthly(said, rain.map(|rain| rain.map(f64::from)).as_ref(), site.latitude),
        );
        let hemisphere = site.latitude.hemisphere();
        let extreme =
            |sign: f64| (0..DAYS).max_by(|a, b| (usual.mean[*a] * sign).total_cmp(&(usual.mean[*b] * sign))).unwrap_or(0);
        let (warmest, coldest) = (extreme(1.0), extreme(-1.0));
        let range: Vec<f64> = usual.high.iter().zip(&usual.mean).map(|(high, mean)| 2.0 * (high - mean)).collect();
        let lows = Lows { low: usual.low.clone(), spread: usual.spread.clone(), warmest };
        let (lows, bend) = bent(lows, site, station);
        if said.is_none() {
            move_along(&mut usual, &lows);
        }
        let hours: Vec<f64> = (0..DAYS).map(|day| sun::day_length_hours(site.latitude, of_2027(day))).collect();
        let soil = soil::follow(&usual.mean).iter().zip(&hours).map(|(soil, hours)| soil + soil::sun_adds(*hours)).collect();
        Weather {
            light: sun.iter().zip(&range).map(|(sun, range)| sun::light(sun::at_the_ground(*sun, 0.0, *range))).collect(),
            nights: Nights::of(lows.low.clone(), lows.spread.clone()),
            normals: Normals { wet: usual.wet, soil, low: usual.low, high: usual.high, mean: usual.mean },
            hours,
            from: said.map_or(WarmthFrom::Place, |_| almanac.from),
            by_latitude: said.is_none() && site.months.is_none(),
            bend,
            latitude: site.latitude,
            hemisphere,
            lows,
            coldest,
        }
    }

    /// Which side of the equator it is on.
    pub fn hemisphere(&self) -> Hemisphere {
        self.hemisphere
    }

    /// The chance of a frost in the nights to come, the day's own first, 0 to 1.
    pub fn frost_ahead(&self, day: Date, nights: usize) -> f64 {
        self.nights.chance(0.0, day_index(day), nights)
    }

    /// The frost edge of a growing year on one side of its warmest day; nothing where frost is hardly known there.
    pub fn edge(&self, side: Side, year: i16) -> Option<FrostEdge> {
        let share = self.lows.share(side);
        if share < LEAST_SHARE {
            return None;
        }
        let [often, even, seldom] = EDGES.map(|chance| self.lows.edge(side, chance).map(|away| self.date_of(away, side, year)));
        let (early, late) = if side == Side::Spring { (often, seldom) } else { (seldom, often) };
        Some(FrostEdge { early, even, late, percent: (share * 100.0).round() as u8 })
    }

    /// The date of a growing year that lies so many days before or after its warmest day.
    fn date_of(&self, away: usize, side: Side, year: i16) -> Date {
        let warmest = in_growing_year(self.lows.warmest, year, self.hemisphere);
        let days = i64::try_from(away).unwrap_or(0);
        if side == Side::Spring { warmest.saturating_sub(days.days()) } else { warmest.saturating_add(days.days()) }
    }

    /// The day of an even chance of frost on one side of a growing year's warmest day; nothing where it is less likely.
    pub fn even_frost(&self, side: Side, year: i16) -> Option<Date> {
        self.lows.edge(side, 0.5).map(|away| self.date_of(away, side, year))
    }

    /// Usual soil at sowing depth in open ground \[°C\].
    pub fn soil(&self, day: Date) -> f64 {
        self.normals.soil[day_index(day)]
    }

    /// The usual low of a day \[°C\].
    pub fn low(&self, day: Date) -> f64 {
        self.normals.low[day_index(day)]
    }

    /// The usual high of a day \[°C\].
    pub fn high(&self, day: Date) -> f64 {
        self.normals.high[day_index(day)]
    }

    /// The usual mean of a day \[°C\].
    pub fn mean(&self, day: Date) -> f64 {
        self.normals.mean[day_index(day)]
    }

    /// Daylight \[hours\].
    pub fn daylight(&self, day: Date) -> f64 {
        self.hours[day_index(day)]
    }

    /// The day of the year with the lowest usual mean, from 0 for 1 January.
    pub fn coldest(&self) -> usize {
        self.coldest
    }

    /// The growing year a household plans on a day: the running one until the even-chance autumn frost is past, then the
    /// next. (Common practice: the winter's planning is for the coming season.)
    pub fn planning_year(&self, today: Date) -> i16 {
        let year = calendar::growing_year(today, self.hemisphere);
        match self.even_frost(Side::Autumn, year) {
            Some(frost) if today > frost => year + 1,
            _ => year,
        }
    }

    /// The day on which the needle rests when nothing else is asked: today if it lies in the year being planned, else eight
    /// weeks after the even-chance last frost, when most of a bed is in leaf.
    pub fn resting_needle(&self, today: Date) -> Date {
        let year = self.planning_year(today);
        let (first, last) = calendar::year_span(year, self.hemisphere);
        if (first..=last).contains(&today) {
            return today;
        }
        self.even_frost(Side::Spring, year).unwrap_or(first).saturating_add(8.weeks()).clamp(first, last)
    }
}

fn of_monthly(months: &Monthly, rain: Option<&[f64; 12]>, latitude: Latitude) -> Usual {
    let celsius = |months: [sparrow_facts::units::TenthsC; 12]| months.map(sparrow_facts::units::TenthsC::celsius);
    measured(&celsius(months.high), &celsius(months.low), rain, latitude)
}

/// Bent nights of a place that is read from a map: what its lows are, and by how much its days move.
fn move_along(usual: &mut Usual, lows: &Lows) {
    for day in 0..DAYS {
        let by = lows.low[day] - usual.low[day];
        let days = by.signum() * (by.abs() - NIGHTS_ALONE).max(0.0);
        usual.low[day] = lows.low[day];
        usual.mean[day] += days;
        usual.high[day] = (usual.high[day] + days).max(usual.low[day] + 2.0);
    }
}

/// Nights that fit what is known of the frosts.
fn bent(lows: Lows, site: &Site, station: Option<&Station>) -> (Lows, Option<Bend>) {
    let hemisphere = site.latitude.hemisphere();
    if let Some(station) = station {
        if let Some(known) = of_years(&station.years, hemisphere) {
            let (lows, bend) = lows.bent(&known);
            return (lows, Some(bend));
        }
        if station.years.len() >= ENOUGH_YEARS && station.years.iter().all(|year| year.last_frost.or(year.first_frost).is_none())
        {
            return frostless(lows);
        }
    }
    match site.freezes {
        Freezes::ByClimate => (lows, None),
        Freezes::Never => frostless(lows),
        Freezes::EveryMonth => {
            let lowest = lows.low[at(lows.warmest, 0, Side::Autumn)];
            shifted(lows, EVERY_MONTH - lowest)
        }
        Freezes::Dates(frost) => {
            let day = |day| day_index(calendar::in_year(day, 2027, hemisphere));
            let share = (f64::from(frost.in_ten) / 10.0).clamp(0.1, 1.0);
            let known = frost::Known {
                even: [day(frost.last), day(frost.first)],
                share: [share; 2],
                to_one_in_ten: f64::from(frost.spread_days),
            };
            let (lows, bend) = lows.bent(&known);
            (lows, Some(bend))
        }
    }
}

/// The usual low of the warmest night where it freezes in every month \[°C\]: about one frost in that month.
const EVERY_MONTH: f64 = 4.0;

/// Nights that are hardly ever below freezing: raised as little as that takes.
fn frostless(lows: Lows) -> (Lows, Option<Bend>) {
    let frosty = |by: f64| {
        let raised = Lows { low: lows.low.iter().map(|low| low + by).collect(), ..lows.clone() };
        raised.share(Side::Spring).max(raised.share(Side::Autumn)) >= LEAST_SHARE
    };
    let by = (0..40).map(|step| f64::from(step) / 2.0).find(|by| !frosty(*by)).unwrap_or(20.0);
    shifted(lows, by)
}

fn shifted(lows: Lows, by: f64) -> (Lows, Option<Bend>) {
    let low = lows.low.iter().map(|low| low + by).collect();
    (Lows { low, ..lows }, Some(Bend { all: by, autumn: 0.0, spread: 1.0 }))
}

/// Whole years from which a station is believed that it never freezes there (own choice); with fewer, what the household
/// knows holds.
const ENOUGH_YEARS: usize = 5;

/// What a station's years say of its frosts; nothing with fewer than two on each side.
fn of_years(years: &[StationYear], hemisphere: Hemisphere) -> Option<frost::Known> {
    // Counted from the growing year's first day, so that the turn of the year tears nothing apart.
    let first = day_index(calendar::year_span(2027, hemisphere).0);
    let side = |pick: fn(&StationYear) -> Option<Date>| {
        let days: Vec<f64> = years.iter().filter_map(pick).map(|day| ((day_index(day) + DAYS - first) % DAYS) as f64).collect();
        let n = days.len() as f64;
        let mean = days.iter().sum::<f64>() / n;
        let spread = (days.iter().map(|day| (day - mean).powi(2)).sum::<f64>() / (n - 1.0)).sqrt();
        let even = (mean.round() as usize + first) % DAYS;
        (days.len() >= 2).then_some((even, spread, n / years.len() as f64))
    };
    let (last, a, often) = side(|year| year.last_frost)?;
    let (first, b, also) = side(|year| year.first_frost)?;
    Some(frost::Known { even: [last, first], share: [often, also], to_one_in_ten: ONE_IN_TEN * f64::midpoint(a, b) })
}

/// Standard deviations of a normal variable from its middle to one in ten.
const ONE_IN_TEN: f64 = 1.281_551_565_545;

/// A day by its number in a year of 365 days.
fn of_2027(day: usize) -> Date {
    date(2027, 1, 1).saturating_add(i64::try_from(day).unwrap_or(0).days())
}

/// The date of a growing year on which a day of the year falls.
fn in_growing_year(day: usize, year: i16, hemisphere: Hemisphere) -> Date {
    let day = of_2027(day);
    calendar::in_year(sparrow_facts::site::MonthDay { month: day.month(), day: day.day() }, year, hemisphere)
}
