//! On which days of a stretch can a crop be had here, and how many sowings does that take?

use crate::climate::calendar::year_span;
use crate::growth::growing::Growing;
use crate::growth::size::is_settled;
use crate::growth::window::windows;
use crate::known::Known;
use crate::season::span::{harvest, usual_span};
use jiff::ToSpan;
use jiff::civil::Date;
use sparrow_facts::almanac::Cover;
use sparrow_facts::ids::BedId;

/// When a crop stands for what is wanted of it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Harvests {
    /// The first and the last day of each sowing in its ground, in their order; at least one.
    pub stands: Vec<(Date, Date)>,
    /// Days of the stretch on which it can be had; nothing where no stretch was asked for.
    pub had: Option<Had>,
    /// Days over which one sowing is picked, or stands well; 365 of what stays.
    pub picked: i64,
}

/// Days on which something can be had.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Had {
    /// How many.
    pub days: u32,
    /// The first.
    pub from: Date,
    /// The last.
    pub until: Date,
}

/// Days between two starts that are tried.
const STEP: usize = 7;
/// The most sowings of a year that are reckoned.
const MOST: usize = 60;

/// When a crop that starts as usual stands in a growing year, once or for a harvest through a stretch of days: in open ground, else in the
/// soil of a bed that has a cover. Nothing where it has no day here, or none of the stretch can be had.
pub fn harvests(known: Known, growing: Growing, year: i16, stretch: Option<(Date, Date)>) -> Option<Harvests> {
    let covered = known.garden.almanac.beds.iter().filter(|kept| kept.cover != Cover::None).map(|kept| Some(kept.bed));
    std::iter::once(None).chain(covered).find_map(|bed| in_ground(known, growing, year, stretch, bed))
}

fn in_ground(known: Known, growing: Growing, year: i16, stretch: Option<(Date, Date)>, bed: Option<BedId>) -> Option<Harvests> {
    let hemisphere = known.garden.site.latitude.hemisphere();
    if is_settled(growing.crop, growing.way) {
        let (first, last) = year_span(year, hemisphere);
        // When it bears within its year the book does not say.
        let had = stretch.map(|(from, until)| Had { days: days(from, until), from, until });
        return Some(Harvests { stands: vec![(first, last)], had, picked: 365 });
    }
    let soil = known.soil_of(bed);
    let found = windows(known.grower, known.garden.almanac.appetite, growing, year, &soil);
    let Some(stretch) = stretch else {
        found.first()?;
        let (from, until) = usual_span(known, growing.crop, growing.way, bed, year);
        let picked = harvest(known, growing, &soil, from).map_or(1, |(ripe, last)| i64::from(days(ripe, last)));
        return Some(Harvests { stands: vec![(from, until)], had: None, picked });
    };
    let starts = found.iter().flat_map(|window| {
        let all = window.from.series(1.day()).take_while(|day| *day <= window.until).step_by(STEP);
        all.chain([window.until])
    });
    let starts: Vec<Date> = starts.collect();
    // What is had early in a year may have been sown in the one before.
    let before = starts.iter().map(|day| day.saturating_sub(1.year()));
    let picks = |from: Date| harvest(known, growing, &soil, from).map(|(ripe, last)| Pick { from, ripe, last });
    let all = before.chain(starts.iter().copied()).take_while(|_| known.work.goes_on(1));
    covered(all.filter_map(picks).collect(), stretch)
}

/// What starts on a day, is ripe on another and picked until a third.
#[derive(Clone, Copy)]
struct Pick {
    from: Date,
    ripe: Date,
    last: Date,
}

/// The fewest of some sowings that give as many days of a stretch as all of them do.
fn covered(mut picks: Vec<Pick>, (from, until): (Date, Date)) -> Option<Harvests> {
    picks.retain(|pick| pick.ripe <= until && from <= pick.last);
    picks.sort_by_key(|pick| (pick.ripe, pick.from));
    let (mut stands, mut had, mut lasted) = (Vec::new(), None::<Had>, 0);
    let mut day = from;
    while day <= until && stands.len() < MOST {
        // Of those that are ripe by then the one that lasts longest, and of these the last to be sown.
        let ripe = picks.iter().filter(|pick| pick.ripe <= day).max_by_key(|pick| (pick.last, pick.from));
        if let Some(pick) = ripe.filter(|pick| pick.last >= day) {
            let last = pick.last.min(until);
            stands.push((pick.from, pick.last));
            lasted += i64::from(days(pick.ripe, pick.last));
            let before = had.unwrap_or(Had { days: 0, from: day, until: day });
            had = Some(Had { days: before.days + days(day, last), until: last, ..before });
            day = pick.last.saturating_add(1.day());
        } else {
            let Some(next) = picks.iter().map(|pick| pick.ripe).filter(|ripe| *ripe > day).min() else { break };
            day = next;
        }
    }
    stands.sort();
    let many = i64::try_from(stands.len()).unwrap_or(1).max(1);
    had.map(|had| Harvests { stands, had: Some(had), picked: (lasted / many).max(1) })
}

/// Days from one to another, both counted.
fn days(from: Date, until: Date) -> u32 {
    u32::try_from((until - from).get_days() + 1).unwrap_or(0)
}
