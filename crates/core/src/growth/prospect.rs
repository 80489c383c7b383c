//! What becomes of a crop that starts on each day of a year? Soil, air, cold, warmth, light and heat, asked in that order.

use crate::catalogue::{Bulbs, Figures, Sets};
use crate::climate::bed_soil::BedSoil;
use crate::climate::frost::Side;
use crate::climate::normals::{DAYS, day_index};
use crate::growth::bulbing::{days_to_bulbing, days_to_lifting, grown_before};
use crate::growth::cold::{ColdPart, SETS_SHOW, YOUNG, hardening, kills, last_part, there_before};
use crate::growth::gate::Gate;
use crate::growth::grower::{Grower, LONGEST_UP, asks, won_on_the_shelf};
use crate::growth::growing::{Growing, printed};
use crate::growth::sums::{between, days_to};
use jiff::ToSpan;
use jiff::civil::{Date, date};
use sparrow_facts::almanac::Appetite;
use sparrow_facts::site::Hemisphere;
use sparrow_facts::timing::Means;

/// Each day of a year, 1 January first: nothing where a crop may start, else what shuts it.
#[derive(Debug, Clone, PartialEq)]
pub struct Prospect {
    gates: Vec<Option<Gate>>,
}

/// Days after which a sowing or planting must bear the heat.
const ESTABLISHED: usize = 20;
/// Where summers are cool, nobody waits for soil that hardly comes: so much less than the year's warmest is enough \[°C\] (own
/// choice, with which the Oregon coast's spring agrees).
const COOL_SUMMER: f64 = 6.0;
/// The days of the year with the least daylight, north and south of the equator.
const SHORTEST_DAYS: [usize; 2] = [354, 171];
/// The longest that warmer days and the last frost are waited for \[days\]: a frost in high summer is no reason to wait for
/// the next.
const WAITS: usize = 200;
/// Days from the shortest one on in which the year warms: to about its warmest week.
const WARMS: usize = 215;
/// Where winters are warm, a spring that is hardly warmer than them is no summer \[°C\] (own choice, with which south Florida's
/// spinach agrees).
const LIKE_WINTER: f64 = 1.5;
/// Days in which seed should be up (common practice: what is not up in a month is sown again).
const UP_IN: usize = 30;
/// Days until a set or a plant that makes a bulb grows on.
const BULBS_GROW: [usize; 2] = [14, 7];
/// A coldest month's mean below which a place has a winter that plants stand through, and below which onions and garlic are chilled
/// \[°C\] (own choice).
const WINTER: f64 = 8.0;
const CHILLS: f64 = 15.0;
/// The part of what an onion plant has won on the shelf that it keeps: it comes cut back and bare of soil (own choice).
const ONIONS_KEEP: f64 = 0.5;
/// The longest an onion waits for its days \[days\].
const LONGEST_WAIT: usize = 275;
/// A bulb that is planted in autumn has three weeks before the soil is as cold as that \[°C\].
const FREEZES: f64 = 3.0;
/// The first days over which its growth is looked at, and the part of its pace when ripe that it must grow at in them: with less,
/// a start that is put off by a week is ripe less than half a week later (own choice, with which printed calendars of mild winters
/// agree).
const BEGINS: usize = 10;
const WORTH_BEGINNING: f64 = 0.5;
/// Where winters are mild: the part of its usual pace below which a crop hardly grows in the coldest weeks, how many days those
/// are, and the part of its growth that must be over by then (own choice, with which printed calendars of mild winters agree).
const HARDLY_GROWS: f64 = 0.5;
const AT_THE_COLDEST: usize = 20;
const HALF_GROWN: f64 = 0.5;
/// What is ripe within so many days is not begun to stand through the hottest weeks; what takes longer is \[days\] (own choice).
const LONG_SEASON: f64 = 100.0;
/// Days of picking without which nothing is worth starting.
const LEAST_PICKED: usize = 7;
/// Holes so short are no holes, and windows so short no windows \[days\].
const HOLE: usize = 10;
const SHORTEST: usize = 7;
/// Days of setting that count for what is lifted or cut once, and for what is picked again and again.
const SETTING: usize = 15;
const FLOWERING: usize = 40;

impl Prospect {
    /// The prospect of a crop in a bed's soil, at a chance of loss that the household takes. The bed's thermometer counts
    /// about `near`.
    pub fn of(grower: &Grower, appetite: Appetite, growing: Growing, near: Date, bed: &BedSoil) -> Prospect {
        let asked = Asked::of(grower, appetite, growing, near, bed);
        let mut gates = asked.gates();
        // What a thermometer says of a few days is no hole to be closed, nor are days from which nothing ever ripens.
        let read: Vec<usize> = bed.read_about(near).map(day_index).collect();
        join(&mut gates, |day| read.contains(&day) || !asked.ripens(day));
        Prospect { gates }
    }

    /// What shuts a day; nothing where the crop may start on it.
    pub fn gate(&self, day: Date) -> Option<Gate> {
        self.gates[day_index(day)]
    }
}

/// Closes short holes and drops short windows, round the year; holes with days in them that stay shut stay.
fn join(gates: &mut [Option<Gate>], stays_shut: impl Fn(usize) -> bool) {
    for (from, length) in runs(gates, false) {
        if length <= HOLE && !(from..from + length).any(|day| stays_shut(day % DAYS)) {
            (from..from + length).for_each(|day| gates[day % DAYS] = None);
        }
    }
    // A run of open days that is too short to be of use is shut by what shuts the day before it.
    for (from, length) in runs(gates, true) {
        if length < SHORTEST {
            let shuts = gates[(from + DAYS - 1) % DAYS];
            (from..from + length).for_each(|day| gates[day % DAYS] = shuts);
        }
    }
}

/// The runs of open or shut days round the year, each with its first day and its length; none where the whole year is one.
fn runs(gates: &[Option<Gate>], open: bool) -> Vec<(usize, usize)> {
    let is = |day: usize| gates[day % DAYS].is_none() == open;
    let begins = (0..DAYS).filter(|day| is(*day) && !is(day + DAYS - 1));
    begins.map(|from| (from, (from..from + DAYS).take_while(|day| is(*day)).count())).collect()
}

/// All that is asked of one crop, for each day of the year.
struct Asked<'a> {
    grower: &'a Grower,
    growing: Growing<'a>,
    figures: &'a Figures,
    /// What the logarithm of the chance of living must not fall below.
    taken: f64,
    soil: Vec<f64>,
    /// The year's warmest soil \[°C\].
    warmest_soil: f64,
    /// Days until it is up, from each day; nothing where it is not.
    up: Vec<Option<usize>>,
    /// Sums of the logarithms of living, as a seedling, as leaf, and as what is picked.
    seedling: Vec<f64>,
    leaf: Vec<f64>,
    product: Vec<f64>,
    /// Days before it is ripe from which what is picked is there.
    before: usize,
    coldest: usize,
    /// The day of the year of an even chance of the last frost, where there is one.
    last_frost: Option<usize>,
    chilled: [bool; 2],
}

/// The days of one start, counted from the year's first day.
struct Stand {
    start: usize,
    up: usize,
    /// No longer a seedling.
    grown: usize,
    /// What is picked is there.
    there: usize,
    ripe: usize,
    /// Whether it is ripe sooner by it than by a later one.
    gains: bool,
}

impl<'a> Asked<'a> {
    fn of(grower: &'a Grower, appetite: Appetite, growing: Growing<'a>, near: Date, bed: &BedSoil) -> Self {
        let (figures, weather) = (growing.figures(), &grower.weather);
        let soil = soil(grower, near, bed);
        let hard: Vec<f64> = (0..DAYS).map(|day| hardening(weather, day)).collect();
        let covered: Vec<f64> = (0..DAYS).map(|day| bed.keeps_off(weather.normals.low[day])).collect();
        let living = |part: ColdPart| {
            let [kills, hardened] = kills(growing, part);
            weather.nights.living(|day| kills - covered[day] - hard[day] * hardened)
        };
        let mean = weather.normals.mean[weather.coldest()];
        Asked {
            up: up(growing, &soil),
            seedling: living(ColdPart::Seedling),
            leaf: living(ColdPart::Tops),
            taken: (1.0 - appetite.chance()).ln(),
            before: usize::from(there_before(growing)),
            coldest: weather.coldest(),
            last_frost: weather.even_frost(Side::Spring, 2027).map(day_index),
            chilled: [mean < WINTER, mean < CHILLS],
            product: living(last_part(growing)),
            grower,
            growing,
            figures,
            warmest_soil: soil.iter().copied().fold(f64::MIN, f64::max),
            soil,
        }
    }

    fn gates(&self) -> Vec<Option<Gate>> {
        if self.growing.stays() {
            return (0..DAYS).map(|day| self.ground(day)).collect();
        }
        if let (Some(bulbs), Some(_)) = (self.figures.bulbs, self.figures.autumn) {
            return (0..DAYS).map(|day| self.autumn_bulb(day, bulbs)).collect();
        }
        if let Some(bulbs) = self.figures.bulbs {
            return (0..DAYS).map(|day| self.ground(day).or_else(|| self.bulb(day, bulbs))).collect();
        }
        let again = self.growing.picked_again();
        let mut picked = vec![0.0; DAYS];
        let mut gates: Vec<Option<Gate>> = (0..DAYS)
            .map(|day| {
                if let Some(gate) = self.ground(day).or_else(|| self.not_autumn(day)) {
                    return Some(gate);
                }
                let stand = match self.stand(day) {
                    Ok(stand) => stand,
                    Err(gate) => return Some(gate),
                };
                if let Some(gate) = self.lives(&stand).or_else(|| self.spoils(&stand)) {
                    return Some(gate);
                }
                // What harms it is the better reason, so that this is asked last.
                let gains = |much: f64| if stand.gains { Ok(much) } else { Err(Gate::GainsNothing) };
                match self.brings(&stand).and_then(gains) {
                    Ok(much) => picked[day] = much,
                    Err(gate) => return Some(gate),
                }
                None
            })
            .collect();
        let best = picked.iter().copied().fold(0.0, f64::max);
        for (gate, much) in gates.iter_mut().zip(&picked) {
            if again && gate.is_none() && *much < self.figures.part * best {
                *gate = Some(Gate::LittleToPick);
            }
        }
        gates
    }

    /// Whether soil and air let it go in.
    fn ground(&self, day: usize) -> Option<Gate> {
        let (figures, normals) = (self.figures, &self.grower.weather.normals);
        if self.soil[day] > figures.soil.most {
            return Some(Gate::SoilWarm);
        }
        if self.soil[day] < figures.soil.may.min(self.warmest_soil - COOL_SUMMER) {
            return Some(Gate::SoilCold);
        }
        if figures.begins_below.is_some_and(|most| normals.mean[(day + ESTABLISHED) % DAYS] > most) {
            return Some(Gate::TooHot);
        }
        // From the shortest day on; what is begun before it stands through the winter, or does not.
        let shortest = if self.grower.weather.hemisphere() == Hemisphere::South { SHORTEST_DAYS[1] } else { SHORTEST_DAYS[0] };
        let since = (day + DAYS - shortest) % DAYS;
        let summer = |most: f64| most.max(normals.mean[self.coldest] + LIKE_WINTER);
        if since < WARMS && figures.spring_below.is_some_and(|most| normals.mean[(day + ESTABLISHED) % DAYS] > summer(most)) {
            return Some(Gate::SummerNears);
        }
        if since < WAITS && figures.begins_above.is_some_and(|least| normals.mean[day] < least) {
            return Some(Gate::AirCold);
        }
        if let (Some(weeks), Some(frost)) = (figures.after_frost, self.last_frost)
            && (since as f64) < ((frost + DAYS - shortest) % DAYS) as f64 + 7.0 * weeks
            && since < WAITS
        {
            return Some(Gate::FrostToCome);
        }
        let slow_up = self.growing.means == Means::Direct && self.up[day].is_none_or(|up| up > UP_IN);
        let warm = figures.sprout.as_ref().is_some_and(|sprout| self.soil[day] > sprout.best);
        slow_up.then_some(if warm { Gate::SoilWarm } else { Gate::SoilCold })
    }

    /// The sun's declination as it is felt in this half of the world \[degrees\], and whether it falls.
    fn declination(&self, day: usize) -> (f64, bool) {
        let at = |day: usize| {
            let on = date(2027, 1, 1).saturating_add(i64::try_from(day % DAYS).unwrap_or(0).days());
            let degrees = crate::climate::sun::solar_declination(on).to_degrees();
            if self.grower.weather.hemisphere() == Hemisphere::South { -degrees } else { degrees }
        };
        (at(day), at(day) > at(day + 1))
    }

    fn not_autumn(&self, day: usize) -> Option<Gate> {
        let [from, until] = self.figures.autumn?;
        let (degrees, falls) = self.declination(day);
        (!falls || degrees >= from || degrees <= until).then_some(Gate::NotAutumn)
    }

    /// Cloves: where winters chill them, in autumn, with three weeks to root before the ground freezes.
    fn autumn_bulb(&self, day: usize, bulbs: Bulbs) -> Option<Gate> {
        if !self.chilled[1] || self.begins_in(bulbs, day).is_none() {
            return Some(Gate::NoBulb);
        }
        if !self.fills(bulbs, day) {
            return Some(Gate::NoTime);
        }
        let freezes = || (day..day + SETS_SHOW).any(|day| self.soil[day % DAYS] < FREEZES).then_some(Gate::GroundFreezes);
        self.not_autumn(day).or_else(freezes)
    }

    fn begins_in(&self, bulbs: Bulbs, grows: usize) -> Option<usize> {
        let lit = &self.grower.sums(self.figures).lit;
        days_to_bulbing(&self.grower.weather, lit, bulbs, grows, self.growing.means == Means::Set)
    }

    /// Whether a bulb of what goes in on a day ever fills, in the warmth of the days that are long enough.
    fn fills(&self, bulbs: Bulbs, day: usize) -> bool {
        let up = day + if self.growing.means == Means::Direct { self.up[day].unwrap_or(0) } else { 0 };
        let lit = &self.grower.sums(self.figures).lit;
        days_to_lifting(&self.grower.weather, lit, bulbs, up % DAYS, self.growing.means == Means::Set).is_some()
    }

    /// Whether what starts on a day is ever ripe, whatever becomes of it before.
    fn ripens(&self, start: usize) -> bool {
        if self.growing.stays() {
            return true;
        }
        if let Some(bulbs) = self.figures.bulbs {
            return self.fills(bulbs, start);
        }
        let up = if self.growing.means == Means::Direct { self.up[start] } else { Some(0) };
        let lit = &self.grower.sums(self.figures).lit;
        up.is_some_and(|up| days_to(lit, (start + up) % DAYS, asks(self.growing)).is_some())
    }

    /// Onions and shallots: grown large enough before the days are long, and not too large before winter.
    fn bulb(&self, day: usize, bulbs: Bulbs) -> Option<Gate> {
        let set = self.growing.means == Means::Set;
        let grows = match self.growing.means {
            Means::Direct => day + self.up[day].unwrap_or(0),
            Means::Set => day + BULBS_GROW[0],
            Means::Shelf | Means::Bought => day + BULBS_GROW[1],
        };
        let Some(begins) = self.begins_in(bulbs, grows % DAYS) else { return Some(Gate::NoBulb) };
        let grown = |days: usize| between(&self.grower.sums(self.figures).lit, grows % DAYS, days as i32);
        let on_the_shelf = if self.growing.is_raised() { won_on_the_shelf(self.figures) * ONIONS_KEEP } else { 0.0 };
        if on_the_shelf + grown(begins) < grown_before(self.grower.weather.latitude, bulbs, set) {
            return Some(Gate::DaysTooLong);
        }
        let winter = self.next_coldest(day);
        if let Some(stands) = self.figures.winter.filter(|_| self.chilled[1] && winter < grows + begins) {
            let size = grown(winter.saturating_sub(grows));
            if stands.most.is_some_and(|most| size > most) {
                return Some(Gate::LargeForWinter);
            }
            if size < stands.least {
                return Some(Gate::SmallForWinter);
            }
        }
        if grows + begins - day > LONGEST_WAIT || !self.fills(bulbs, day) {
            return Some(Gate::NoTime);
        }
        let (young, begun) = (grows + YOUNG, (grows + begins).max(grows + YOUNG));
        let lives = self.seedling[young] - self.seedling[grows] + self.leaf[begun] - self.leaf[young];
        (lives < self.taken).then_some(Gate::Frost)
    }

    fn next_coldest(&self, day: usize) -> usize {
        if self.coldest >= day { self.coldest } else { self.coldest + DAYS }
    }

    /// Whether it is hardy and goes on growing through a winter that is mild, and no more than cool for it: it is ripe late then,
    /// but it is ripe.
    fn grows_through_winter(&self) -> bool {
        let cool = self.grower.weather.normals.mean[self.coldest] < self.figures.usual;
        !self.chilled[0] && cool && self.figures.sets.is_none() && self.figures.after_frost.is_none()
    }

    /// The days of a start, or why it never gets so far.
    fn stand(&self, start: usize) -> Result<Stand, Gate> {
        let (figures, lit) = (self.figures, &self.grower.sums(self.figures).lit);
        let raised = self.growing.means != Means::Direct;
        let up = start + if raised { 0 } else { self.up[start].ok_or(Gate::SoilCold)? };
        let take = days_to(lit, up % DAYS, asks(self.growing)).ok_or(Gate::NoTime)?;
        let ripe = up + take;
        let pace = |from: usize, days: usize| between(lit, from % DAYS, days as i32) / days as f64;
        let pace_when_ripe = pace(ripe + DAYS - BEGINS / 2, BEGINS);
        let winter = self.next_coldest(up);
        // What is ripe near the coldest day stands through it too.
        let through = ripe + 60 > winter && up <= winter;
        let stands = figures.winter.filter(|_| through);
        let size = between(lit, up % DAYS, winter.saturating_sub(up) as i32);
        if let Some(stands) = stands.filter(|_| self.chilled[0]) {
            if size < stands.least {
                return Err(Gate::SmallForWinter);
            }
            if stands.most.is_some_and(|most| size > most) {
                return Err(Gate::LargeForWinter);
            }
        } else if through && self.grows_through_winter() {
            let hardly = pace(winter + DAYS - AT_THE_COLDEST / 2, AT_THE_COLDEST) < HARDLY_GROWS;
            let least = stands.map_or(HALF_GROWN * asks(self.growing), |stands| stands.least);
            if hardly && size < least {
                return Err(Gate::SmallForWinter);
            }
        } else {
            let longest = self.growing.packet * figures.slow + (up - start) as f64;
            if (ripe - start) as f64 > longest {
                return Err(Gate::NoTime);
            }
            if pace_when_ripe < figures.still {
                return Err(Gate::NoTime);
            }
        }
        let gains = stands.is_some() || pace(up, BEGINS) >= WORTH_BEGINNING * pace_when_ripe;
        let shows = if self.growing.means == Means::Set { start + SETS_SHOW } else { up };
        let there = ripe.saturating_sub(self.before).max(shows);
        let grown = (shows + YOUNG).min(there).max(shows);
        Ok(Stand { start, up: shows, grown, there: there.max(grown), ripe: ripe.max(there), gains })
    }

    /// The logarithm of the chance that it lives until what is picked is there, less what was lived by then.
    fn base(&self, stand: &Stand) -> f64 {
        let young = self.seedling[stand.grown] - self.seedling[stand.up];
        // Roots in the ground are what is lifted: their tops may go.
        if last_part(self.growing) == ColdPart::Roots {
            return young - self.product[stand.grown];
        }
        young + self.leaf[stand.there] - self.leaf[stand.grown] - self.product[stand.there]
    }

    fn lives(&self, stand: &Stand) -> Option<Gate> {
        (self.base(stand) + self.product[stand.ripe] < self.taken).then_some(Gate::Frost)
    }

    /// Whether it bolts or spoils before it is ripe: in its last days, or as it stands through weeks too hot to begin it.
    fn spoils(&self, stand: &Stand) -> Option<Gate> {
        let bolts = self.figures.bolts?;
        let weather = &self.grower.weather;
        let hot = |back: u16| {
            let day = stand.ripe.saturating_sub(back.into()).max(stand.start) % DAYS;
            bolts.is_too_much(weather.normals.mean[day], weather.hours[day])
        };
        let spoils = bolts.last_days().any(hot) || self.through_heat(stand);
        spoils.then_some(Gate::Bolts)
    }

    /// Whether it stands through weeks that are too hot to begin it, though its season is short.
    fn through_heat(&self, stand: &Stand) -> bool {
        let mean = &self.grower.weather.normals.mean;
        let mut days = (stand.start + ESTABLISHED..stand.ripe).step_by(5);
        let too_hot = |most: f64| days.any(|day| mean[day % DAYS] > most);
        printed(self.growing.way) < LONG_SEASON && self.figures.begins_below.is_some_and(too_hot)
    }

    fn suits(&self, sets: Sets, day: usize) -> bool {
        let normals = &self.grower.weather.normals;
        let most = if normals.wet[day % DAYS] { sets.damp.min(sets.most) } else { sets.most };
        (sets.least..=most).contains(&normals.mean[day % DAYS])
    }

    fn sets_once(&self, stand: &Stand, sets: Sets) -> bool {
        let first = stand.there.saturating_sub(SETTING / 2);
        2 * (first..first + SETTING).filter(|day| self.suits(sets, *day)).count() >= SETTING
    }

    /// How much a start brings, told of what is picked again and again alone; or why it brings nothing.
    fn brings(&self, stand: &Stand) -> Result<f64, Gate> {
        if self.growing.picked_again() {
            return self.picking(stand);
        }
        let sets = self.figures.sets.is_none_or(|sets| self.sets_once(stand, sets));
        if sets { Ok(0.0) } else { Err(Gate::SetsNothing) }
    }

    /// How much a start has to pick before cold ends it, or why it has nothing: its days of picking, fruit's by the pace at which
    /// they grow, up to the usual one.
    fn picking(&self, stand: &Stand) -> Result<f64, Gate> {
        let base = self.base(stand);
        let longest = stand.there + 400;
        let lived = &self.product[stand.there..=longest];
        let last = stand.there + lived.partition_point(|sum| base + sum >= self.taken).saturating_sub(1);
        let picked = usize::from(self.figures.picked);
        let (days, much) = match self.figures.sets {
            None => {
                let days = last.saturating_sub(stand.ripe).min(picked);
                (days, days as f64)
            }
            Some(sets) => {
                let end = last.saturating_sub(self.before).min(stand.there + picked);
                let first = (stand.there..stand.there + FLOWERING).filter(|day| self.suits(sets, *day)).count();
                if (first as f64) < sets.first * FLOWERING as f64 {
                    return Err(Gate::SetsNothing);
                }
                let lit = &self.grower.sums(self.figures).lit;
                let setting = (stand.there..end.max(stand.there)).filter(|day| self.suits(sets, *day));
                setting.fold((0, 0.0), |(days, much), day| (days + 1, much + between(lit, day % DAYS, 1).min(1.0)))
            }
        };
        if days >= LEAST_PICKED {
            return Ok(much);
        }
        Err(if last > stand.ripe + LEAST_PICKED { Gate::SetsNothing } else { Gate::Frost })
    }
}

/// The soil of each day of the year in a bed; where a thermometer was read in the growing year about `near`, by that.
fn soil(grower: &Grower, near: Date, bed: &BedSoil) -> Vec<f64> {
    let mut soil: Vec<f64> = grower.weather.normals.soil.iter().map(|soil| soil + bed.adds).collect();
    for day in bed.read_about(near) {
        soil[day_index(day)] += bed.overruled_by(day);
    }
    soil
}

/// Days until half of a sowing is up, from each day of the year.
fn up(growing: Growing, soil: &[f64]) -> Vec<Option<usize>> {
    let Some(sprout) = &growing.figures().sprout else { return vec![Some(0); DAYS] };
    let pace: Vec<f64> = soil.iter().map(|soil| sprout.pace(*soil)).collect();
    // A sliding window over the year: each day that leaves it was added before.
    let (mut sum, mut end) = (0.0, 0);
    (0..DAYS)
        .map(|start| {
            while sum < 1.0 - 1e-9 && end < start + LONGEST_UP {
                sum += pace[end % DAYS];
                end += 1;
            }
            let found = (sum >= 1.0 - 1e-9).then_some(end - start);
            if end > start {
                sum -= pace[start % DAYS];
            } else {
                end = start + 1;
            }
            found
        })
        .collect()
}
