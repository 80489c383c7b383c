//! Where could it go in that year? Legal, at the limit, too soon, and not free are different things.

use crate::catalogue::Rotation;
use crate::known::Known;
use crate::rules::past::{rotation, waits};
use crate::turns::ground::Plot;
use crate::turns::problem::Problem;
use serde::Serialize;
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::WishId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::{Entry, Piece};

/// How a piece of ground stands to a wish in a year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each variant's sentence is its documentation, each field is named in it")]
pub enum Standing {
    /// It may go there: the family has never stood there as far as is known, or `years` ago.
    Legal { years: Option<i16> },
    /// It may just go there: the family stands there exactly its interval of `years` away.
    AtTheLimit { years: i16 },
    /// The family stands there in `year`, `years` away, and wants `interval`.
    TooSoon { year: i16, years: i16, interval: u32 },
    /// Only `free` of the squares it wants are free in its parts of that year.
    NotFree { free: u16 },
    /// The ground lacks something it needs.
    Lacks { need: String },
}

/// The answer about one wish and one year.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
pub struct Straight {
    /// The wish.
    pub wish: WishId,
    /// The growing year.
    pub year: i16,
    /// Each piece of ground and how it stands, the best first.
    pub lines: Vec<(Piece, Standing)>,
}

/// How every piece of ground stands to a wish in a year, other wishes being where a plan has them.
pub fn straight(known: Known, entries: &[Entry], (wish, year): (WishId, i16)) -> Result<Straight, Refusal> {
    let Known { garden, catalogue, .. } = known;
    let unknown = || Refusal::Unknown { what: "wish", key: wish.0.to_string() };
    let problem = Problem::of(known);
    let draft = garden.turns.wish(wish).ok_or_else(unknown)?;
    let crop = catalogue.crop(&draft.crop).ok_or_else(unknown)?;
    let family = catalogue.family(&crop.family).ok_or_else(unknown)?;
    // A flower waits for nothing, and nothing for it.
    let rotates = rotation(garden, crop) != Rotation::None;
    let same = |entry: &&Entry| {
        garden
            .turns
            .wish(entry.wish)
            .and_then(|other| catalogue.crop(&other.crop))
            .is_some_and(|other| other.family == family.key && rotation(garden, other) != Rotation::None && rotates)
    };
    let mut lines: Vec<(Piece, Standing)> = problem
        .plots
        .iter()
        .map(|plot| {
            let remembered = problem
                .held
                .iter()
                .filter(|held| !held.stays && held.hosts && held.at == plot.at && held.family == family.key && rotates)
                .map(|held| held.year);
            let planned = entries.iter().filter(same).filter(|entry| entry.at == plot.at).map(|entry| entry.year);
            let nearest =
                remembered.chain(planned).filter(|&other| other != year).min_by_key(|other| ((other - year).abs(), *other));
            let demand = problem.instance.demands.iter().find(|demand| demand.id == Problem::demand(wish));
            let lacking = demand.and_then(|demand| demand.needs.iter().find(|need| !offers(plot, need)).cloned());
            let free = free(garden, &problem, entries, plot, (wish, year));
            (plot.at, standing(year, nearest, waits(garden, family, plot.at.bed), lacking, (free, draft.squares)))
        })
        .collect();
    lines.sort_by_key(|(at, standing)| (rank(standing), *at));
    Ok(Straight { wish, year, lines })
}

/// Whether a piece of ground has what a wish may need of it.
pub fn offers(plot: &Plot, need: &str) -> bool {
    match need {
        "trellis" => plot.trellis,
        "deep" => plot.deep,
        "sun" => plot.sun,
        _ => plot.container,
    }
}

fn standing(year: i16, nearest: Option<i16>, interval: u32, lacking: Option<String>, (free, wanted): (u16, u16)) -> Standing {
    if let Some(need) = lacking {
        return Standing::Lacks { need };
    }
    let years = nearest.map(|other| (other - year).abs());
    match (years, nearest) {
        (Some(years), Some(other)) if u32::from(years.unsigned_abs()) < interval => {
            Standing::TooSoon { year: other, years, interval }
        }
        _ if free < wanted => Standing::NotFree { free },
        (Some(years), _) if u32::from(years.unsigned_abs()) == interval => Standing::AtTheLimit { years },
        (years, _) => Standing::Legal { years },
    }
}

/// The best first: what waits longest among those too soon.
fn rank(standing: &Standing) -> (u8, i32) {
    match standing {
        Standing::Legal { years } => (0, -i32::from(years.unwrap_or(i16::MAX))),
        Standing::AtTheLimit { .. } => (1, 0),
        Standing::NotFree { free } => (2, -i32::from(*free)),
        Standing::TooSoon { years, .. } => (3, -i32::from(*years)),
        Standing::Lacks { .. } => (4, 0),
    }
}

/// Squares free in all parts of the year in which a wish would stand, without its own.
fn free(garden: &Garden, problem: &Problem, entries: &[Entry], plot: &Plot, (wish, year): (WishId, i16)) -> u16 {
    let number = problem.number(year);
    let section = problem.instance.sections.iter().find(|section| section.id == Problem::section(plot.at));
    let all = section.map_or(0, |section| problem.instance.free(section, number));
    let Some(draft) = garden.turns.wish(wish) else { return 0 };
    let held = |part| {
        let there = entries.iter().filter(|entry| entry.at == plot.at && entry.year == year && entry.wish != wish);
        there
            .filter(|entry| garden.turns.wish(entry.wish).is_some_and(|other| other.parts.has(part)))
            .map(|entry| u32::from(entry.squares))
            .sum::<u32>()
    };
    let most = draft.parts.list().into_iter().map(held).max().unwrap_or(0);
    u16::try_from(all.saturating_sub(most)).unwrap_or(u16::MAX)
}
