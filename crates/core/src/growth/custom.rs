//! How late may it start by custom? The packet's days and an allowance for autumn, counted back from the first frost: the other
//! school of late sowings, beside what warmth, light and cold are reckoned to do.

use crate::catalogue::CountedFrom;
use crate::climate::bed_soil::BedSoil;
use crate::climate::frost::Side;
use crate::growth::gate::Gate;
use crate::growth::grower::Grower;
use crate::growth::growing::Growing;
use crate::growth::window::Window;
use jiff::ToSpan;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::timing::Means;

/// What is added to a packet's days in autumn, when days are short and cool \[days\] (common practice: two weeks).
pub const AUTUMN_ALLOWANCE: i64 = 14;
/// How far back the packet is counted at most \[days\]: what takes longer is sown by spring, not by the first frost.
const LONGEST: i64 = 150;

/// The latest start by custom and by the reckoning, side by side.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
pub struct LatestStart {
    /// The last day in the ground by custom.
    pub by_custom: Date,
    /// The packet's days in the ground that are counted back.
    pub counted: u16,
    /// What custom adds for autumn \[days\].
    pub allowance: u16,
    /// The day of an even chance of the first frost, from which they are.
    pub frost: Date,
    /// The last day of the reckoned window that ends nearest to custom's; nothing where no day is good.
    pub reckoned: Option<Date>,
    /// Whether that window goes on into the next growing year.
    pub goes_on: bool,
    /// When what starts on the reckoned last day is ripe.
    pub ripe: Option<Date>,
    /// Days that a start on custom's last day is reckoned to take; nothing where it is more than twice as many as custom counts.
    pub takes: Option<u16>,
    /// What ended the last window before custom's last day, or opens the first after it; nothing where that day is good.
    pub against: Option<Gate>,
}

/// The packet's days that a crop stands in the ground \[days\].
fn in_the_ground(growing: Growing) -> i64 {
    let (packet, shelf) = (growing.packet.round() as i64, growing.shelf_days());
    match (growing.way.counted_from, growing.means) {
        (CountedFrom::Transplanting, Means::Direct) => packet + shelf,
        (CountedFrom::Sowing, Means::Shelf | Means::Bought) => (packet - shelf).max(packet / 2),
        (CountedFrom::Sowing | CountedFrom::Transplanting, _) => packet,
    }
}

/// The latest start of a crop in a growing year, whose reckoned windows by the same means are known, in order. Nothing for
/// clumps, bulbs and what is planted in autumn, for what takes longer than five months, and where an autumn frost is less
/// likely than not.
pub fn latest_start(grower: &Grower, growing: Growing, year: i16, bed: &BedSoil, windows: &[Window]) -> Option<LatestStart> {
    let (figures, counted) = (growing.figures(), in_the_ground(growing));
    if growing.stays() || figures.bulbs.is_some() || figures.autumn.is_some() || counted > LONGEST {
        return None;
    }
    let frost = grower.weather.even_frost(Side::Autumn, year)?;
    let by_custom = frost.checked_sub((counted + AUTUMN_ALLOWANCE).days()).ok()?;
    let nearest = windows.iter().min_by_key(|window| (window.until - by_custom).get_days().abs());
    let reckoned = nearest.map(|window| window.until);
    let found = |day: Date| grower.ripening(growing, day, bed);
    let before = windows.iter().rev().find(|window| window.from <= by_custom);
    Some(LatestStart {
        by_custom,
        counted: u16::try_from(counted).unwrap_or(0),
        allowance: AUTUMN_ALLOWANCE as u16,
        frost,
        reckoned,
        goes_on: nearest.is_some_and(|window| window.closes == Gate::YearEnds),
        ripe: reckoned.and_then(found).map(|found| found.ripe),
        takes: found(by_custom).map(|found| found.days).filter(|days| i64::from(*days) <= 2 * (counted + AUTUMN_ALLOWANCE)),
        against: match before {
            Some(window) if by_custom <= window.until => None,
            Some(window) => Some(window.closes),
            None => windows.first().map(|window| window.opens),
        },
    })
}
