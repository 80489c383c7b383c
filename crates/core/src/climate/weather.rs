//! The weather of one garden: everything about a usual year there, day by day.

use crate::climate::calendar::FrostEdge;
use crate::climate::frost::{Frosts, Side, in_growing_year, passes, step};
use crate::climate::normals::{DAYS, daily_normals, day_index};
use crate::climate::shapes::{ClimateShape, nearest_shape, shapes};
use crate::climate::{calendar, soil, sun};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_facts::almanac::{Almanac, Monthly, Station, WarmthFrom};
use sparrow_facts::garden::Garden;
use sparrow_facts::site::{Hemisphere, Site};

/// Usual values of each day of a year, 1 January first \[°C\].
#[derive(Debug, Clone, PartialEq)]
pub struct Normals {
    /// Lows.
    pub low: Vec<f64>,
    /// Highs.
    pub high: Vec<f64>,
    /// Means of low and high.
    pub mean: Vec<f64>,
    /// Soil at sowing depth in open level ground.
    pub soil: Vec<f64>,
}

/// The usual weather of a garden's place.
#[derive(Debug, Clone, PartialEq)]
pub struct Weather {
    /// The usual year.
    pub normals: Normals,
    /// Daylight of each day, 1 January first \[hours\].
    pub hours: Vec<f64>,
    /// Frost as chances, where it freezes.
    pub frosts: Option<Frosts>,
    /// The shape it was made from, if it was.
    pub shape: Option<&'static ClimateShape>,
    /// Where the figures come from.
    pub from: WarmthFrom,
    hemisphere: Hemisphere,
    /// The day of the year with the highest usual mean, and with the lowest.
    warmest: usize,
    coldest: usize,
    /// Days by which frosts of each half degree come earlier or later than those at 0 °C, spring and autumn.
    moves: Vec<[Option<f64>; 2]>,
}

/// The hardest frost that is told apart \[°C\], and the steps to a degree.
const HARDEST: f64 = -45.0;
const STEPS: f64 = 2.0;
/// Steps up to +10 °C, the lightest 'frost' of crops that suffer from cool nights.
const MOVES: usize = 111;

/// Hours of daylight below which growth nearly stops, and from which light is no limit (common practice
/// of winter growers: ten hours; twelve and a half is own choice, with which last sowings agree with printed calendars).
const DARK_AND_LIGHT: [f64; 2] = [10.0, 12.5];
/// The part of its growth that is left at the dark end, and the least.
const GROWTH_LEFT: [f64; 2] = [0.1, 0.03];

/// The part of its pace a crop keeps at a day length, 0 to 1: one from twelve and a half hours, a tenth at ten.
///
/// ```
/// use sparrow_core::climate::weather::light;
/// assert_eq!(light(12.5), 1.0);
/// assert!((light(10.0) - 0.1).abs() < 1e-9);
/// ```
pub fn light(hours: f64) -> f64 {
    let [dark, bright] = DARK_AND_LIGHT;
    let [at_dark, least] = GROWTH_LEFT;
    (at_dark + (1.0 - at_dark) * (hours - dark) / (bright - dark)).clamp(least, 1.0)
}

impl Weather {
    /// The weather of a garden, from what its household said.
    pub fn of(garden: &Garden) -> Weather {
        Weather::at(&garden.site, &garden.almanac)
    }

    /// The weather of a site with an almanac. Where the almanac names months or a station that is not
    /// there, the generic shape is taken.
    pub fn at(site: &Site, almanac: &Almanac) -> Weather {
        let months = match almanac.from {
            WarmthFrom::Months => almanac.months.as_ref().map(celsius),
            WarmthFrom::Station => almanac.station.as_ref().map(|station| celsius(&station.monthly)),
            WarmthFrom::Shape => None,
        };
        let shape = months.is_none().then(|| chosen(site, almanac));
        let (high, low) = months.unwrap_or_else(|| shape.map_or(([15.0; 12], [5.0; 12]), |shape| shifted(shape, site)));
        let (high, low) = (daily_normals(&high), daily_normals(&low));
        let mean: Vec<f64> = high.iter().zip(&low).map(|(high, low)| f64::midpoint(*high, *low)).collect();
        let extreme = |sign: f64| (0..DAYS).max_by(|a, b| (mean[*a] * sign).total_cmp(&(mean[*b] * sign))).unwrap_or(0);
        let (warmest, coldest) = (extreme(1.0), extreme(-1.0));
        let station = almanac.station.as_ref().filter(|_| almanac.from == WarmthFrom::Station);
        let hours: Vec<f64> = (0..DAYS).map(|day| sun::day_length_hours(site.latitude, of_2027(day))).collect();
        let soil = soil::follow(&mean).iter().zip(&hours).map(|(soil, hours)| soil + soil::sun_adds(*hours)).collect();
        let mut weather = Weather {
            hours,
            frosts: frosts(site, station),
            from: if shape.is_some() { WarmthFrom::Shape } else { almanac.from },
            shape,
            hemisphere: site.latitude.hemisphere(),
            warmest,
            coldest,
            normals: Normals { soil, low, high, mean },
            moves: Vec::new(),
        };
        weather.moves = (0..MOVES)
            .map(|n| [Side::Spring, Side::Autumn].map(|side| weather.moved(side, HARDEST + n as f64 / STEPS)))
            .collect();
        weather
    }

    /// Which side of the equator it is on.
    pub fn hemisphere(&self) -> Hemisphere {
        self.hemisphere
    }

    /// Whether the warmest day of the year is still to come on a day, or is past.
    pub fn side(&self, day: Date) -> Side {
        let until_warmest = (self.warmest + DAYS - day_index(day)) % DAYS;
        let since_coldest = (day_index(day) + DAYS - self.coldest) % DAYS;
        let rising = (self.warmest + DAYS - self.coldest) % DAYS;
        if since_coldest < rising && until_warmest > 0 { Side::Spring } else { Side::Autumn }
    }

    /// The chance that it freezes as hard as `kills` \[°C\] on or after a day in spring, or on or before it in autumn.
    ///
    /// The dates of harder or lighter frosts are those of frost at 0 °C, moved to where the usual low is
    /// as much lower or higher (assumption: lows scatter alike all the season long).
    pub fn kill_chance(&self, side: Side, day: Date, kills: f64) -> f64 {
        let Some(moved) = self.frosts_at(side, kills) else { return 0.0 };
        let first = calendar::year_span(2027, self.hemisphere).0;
        moved.chance(side, in_growing_year(day, first) as f64)
    }

    /// The day of a growing year from which (spring) or until which (autumn) the chance of `kills` \[°C\] is
    /// at most `chance`; nothing where it never is more.
    pub fn safe_day(&self, side: Side, year: i16, kills: f64, chance: f64) -> Option<Date> {
        let day = self.frosts_at(side, kills)?.day_of(side, chance)?;
        let first = calendar::year_span(year, self.hemisphere).0;
        Some(first.saturating_add((day.round().clamp(-400.0, 800.0) as i64).days()))
    }

    /// The frosts that reach `kills`, as those at 0 °C moved in time; nothing where it never gets so cold.
    fn frosts_at(&self, side: Side, kills: f64) -> Option<Frosts> {
        let frosts = self.frosts?;
        let step = ((kills - HARDEST) * STEPS).round().clamp(0.0, (MOVES - 1) as f64) as usize;
        let by = self.moves.get(step)?[usize::from(side == Side::Autumn)]?;
        Some(match side {
            Side::Spring => Frosts { last: frosts.last + by, ..frosts },
            Side::Autumn => Frosts { first: frosts.first - by, ..frosts },
        })
    }

    /// How many days later in spring, or earlier in autumn, frosts of `kills` come than those at 0 °C.
    fn moved(&self, side: Side, kills: f64) -> Option<f64> {
        let frosts = self.frosts?;
        let first = day_index(calendar::year_span(2027, self.hemisphere).0);
        let even = if side == Side::Spring { frosts.last } else { frosts.first };
        let at_even = (first as f64 + even).round().rem_euclid(DAYS as f64) as usize % DAYS;
        let usual = self.normals.low[at_even];
        let away = |day: usize| (0..DAYS).find(|away| step(self.warmest, *away, side) == day).unwrap_or(0) as f64;
        let there = passes(&self.normals.low, self.warmest, side, usual + kills)?;
        Some(if kills == 0.0 { 0.0 } else { away(at_even) - there as f64 })
    }

    /// The frost edges of a growing year: chances of 9, 5 and 1 in ten.
    pub fn edge(&self, side: Side, year: i16) -> Option<FrostEdge> {
        let day = |chance| self.safe_day(side, year, 0.0, chance);
        let (early, late) = if side == Side::Spring { (0.9, 0.1) } else { (0.1, 0.9) };
        Some(FrostEdge { early: day(early)?, even: day(0.5)?, late: day(late)? })
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

    /// Whether the middle of a winter that stops growth lies between two days.
    pub fn crosses_winter(&self, from: Date, until: Date) -> bool {
        if self.normals.mean[self.coldest] > WINTER {
            return false;
        }
        let days = (until - from).get_days();
        let to_coldest = (self.coldest + DAYS - day_index(from)) % DAYS;
        days >= 365 || (i64::from(days) >= to_coldest as i64 && to_coldest > 0)
    }

    /// The day of the year with the lowest usual mean, from 0 for 1 January.
    pub fn coldest(&self) -> usize {
        self.coldest
    }
}

fn celsius(months: &Monthly) -> ([f64; 12], [f64; 12]) {
    (months.high.map(sparrow_facts::units::TenthsC::celsius), months.low.map(sparrow_facts::units::TenthsC::celsius))
}

fn chosen(site: &Site, almanac: &Almanac) -> &'static ClimateShape {
    let named = almanac.shape.as_ref().and_then(|key| shapes().iter().find(|shape| shape.key == *key));
    named.unwrap_or_else(|| nearest_shape(site))
}

fn shifted(shape: &ClimateShape, site: &Site) -> ([f64; 12], [f64; 12]) {
    let by = shape.shift(site);
    let (high, low) = shape.months(site.latitude.hemisphere());
    // Frost dates tell of the nights; the days stay as the shape has them, and above the nights.
    (std::array::from_fn(|month| high[month].max(low[month] + by + 2.0)), low.map(|t| t + by))
}

/// Years without frost on both sides from which a station's file is believed that it never freezes there (own choice);
/// with fewer, the two dates the household knows hold.
const ENOUGH_YEARS: usize = 5;

fn frosts(site: &Site, station: Option<&Station>) -> Option<Frosts> {
    let hemisphere = site.latitude.hemisphere();
    let first = calendar::year_span(2027, hemisphere).0;
    if let Some(station) = station {
        let days = |pick: fn(&sparrow_facts::almanac::StationYear) -> Option<Date>| -> Vec<f64> {
            station.years.iter().filter_map(pick).map(|day| in_growing_year(day, first) as f64).collect()
        };
        let found = Frosts::of_years(&days(|year| year.last_frost), &days(|year| year.first_frost), station.years.len());
        if found.is_some() || station.years.len() >= ENOUGH_YEARS {
            return found;
        }
    }
    let frost = site.frost?;
    let at = |day| in_growing_year(calendar::in_year(day, 2027, hemisphere), first) as f64;
    Some(Frosts::even(at(frost.last), at(frost.first), f64::from(frost.spread_days)))
}

/// A day by its number in a year of 365 days.
fn of_2027(day: usize) -> Date {
    date(2027, 1, 1).saturating_add(i64::try_from(day).unwrap_or(0).days())
}

/// The usual mean of the coldest day below which a place has a winter that stops growth \[°C\] (own choice).
const WINTER: f64 = 8.0;
