//! What would a gardener like to know? Questions about a garden that change nothing, and their answers.
//!
//! Answers that would be too much to send with every reckoning, or that need more than the garden's
//! facts to be asked, are given here; each is one pure function elsewhere in this crate.

use crate::ask::groupings::Fitted;
use crate::ask::in_hand::InHand;
use crate::ask::markers::{Markers, Marking};
use crate::ask::sheet::Sheet;
use crate::ask::starts::Starts;
use crate::ask::{groupings, in_hand, markers, sheet, starts};
use crate::catalogue;
use crate::catalogue::Word;
use crate::change::replan;
use crate::change::replan::PatchChange;
use crate::climate::calendar::{self, YEARS};
use crate::ground::planting::{Planting, SchoolCount};
use crate::ground::sums;
use crate::ground::sums::{Edge, Fits, Plate, Tally};
use crate::growth::custom::{LatestStart, latest_start};
use crate::growth::growing::Growing;
use crate::growth::window;
use crate::growth::window::{Gate, Window};
use crate::known::Known;
use crate::reckon::season::SeasonView;
use crate::reckon::turns::TurnsView;
use crate::reckon::{season, turns};
use crate::rules::bare;
use crate::rules::bare::Bare;
use crate::search::amounts;
use crate::search::arrange::asked::Arranging;
use crate::search::arrange::{asked, pose};
use crate::season::handoff::Moved;
use crate::season::{handoff, span};
use crate::turns::status::Straight;
use crate::turns::{held, status};
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::ids::{BedId, PatchId, WishId};
use sparrow_facts::patch::Patch;
use sparrow_facts::rect::Rect;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::school::School;
use sparrow_facts::turns::{Entry, WishDraft};
use sparrow_facts::units::{Length, Tape};

/// A question, as the page asks it.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(tag = "ask", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "each question's sentence is its documentation, each field is named in it")]
pub enum Question {
    /// What does each school of spacing give on this patch?
    Schools { patch: PatchId },
    /// Which ground of a bed lies bare in a growing year, and what would be ready in time?
    Bare { bed: BedId, year: i16 },
    /// What would be ready on this ground between two days?
    Suits { bed: BedId, rect: Rect, from: Date, until: Date },
    /// What does a square hold of a crop?
    InHand { crop: String, way: String },
    /// Where would row markers lie, and what do they hold?
    Markers(Marking),
    /// How would the groupings lie on this ground?
    Groupings { bed: BedId, rect: Rect, year: i16 },
    /// How is a bed set out: what stands in it on a day, or in all of a growing year?
    Sheet { bed: BedId, year: i16, on: Option<Date> },
    /// Where do so many plants fit, this bed first, by a school or the one that holds there, from a day or on their usual ones?
    Fits { bed: BedId, crop: String, way: String, plants: u32, school: Option<School>, year: i16, from: Option<Date> },
    /// How many plants stand along so much edge, and how many seeds is that?
    Edge { crop: String, way: String, long: Tape, seeds_a_hole: u8 },
    /// Does a count add up?
    Tally { rows: u32, each: u32, said: u32 },
    /// What stood, stands and is planned over the years, with a plan, or the followed one?
    Turns { entries: Option<Vec<Entry>> },
    /// Where could a wish go in a year, the others being where a plan has them?
    Straight { wish: WishId, year: i16, entries: Vec<Entry> },
    /// What does a year of the followed plan ask of a bed?
    Amounts { bed: BedId, year: i16 },
    /// How many squares does a list of wishes for a bed ask for, how many are there, and what could be left out?
    Squares(Arranging),
    /// What is meant by the names of a list?
    Names { list: String },
    /// What would a wish for a crop usually be?
    UsualWish { crop: String },
    /// What must be started, moved and cleared in the year of a day, and what is at risk on it?
    Season { on: Date },
    /// When may a patch's crop start in a year, in its bed?
    Windows { patch: PatchId, year: i16 },
    /// When may each crop start in a year, in a bed or in open ground?
    Starts { bed: Option<BedId>, year: i16 },
    /// Which plantings would stand on other days if these changes were made, what follows along with them?
    Moves { changes: Vec<PatchChange> },
    /// Which plate of a seeder comes nearest to the distance a crop wants?
    Seeder { crop: String, way: String, run: Tape, plates: Vec<u32> },
}

/// What is answered.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(ts_rs::TS, schemars::JsonSchema))]
#[serde(tag = "to", content = "is", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each answer is documented at its type")]
pub enum Answer {
    Schools(Vec<SchoolCount>),
    Bare(Vec<Bare>),
    Suits(Bare),
    InHand(InHand),
    Markers(Markers),
    Groupings(Vec<Fitted>),
    Sheet(Sheet),
    Fits(Fits),
    Edge(Edge),
    Tally(Tally),
    Seeder { wanted: Length, plates: Vec<Plate> },
    Turns(TurnsView),
    Straight(Straight),
    Squares(asked::SquaresAsked),
    Names(Vec<Word>),
    UsualWish(WishDraft),
    Season(Box<SeasonView>),
    Windows { windows: Vec<Window>, shut_by: Option<Gate>, latest: Option<LatestStart>, figures: Box<catalogue::Figures> },
    Starts(Vec<Starts>),
    Moves(Vec<Moved>),
    Amounts(Vec<asked::BedWish>),
}

/// Answers a question about a garden, or says why it cannot be answered.
pub fn answer(known: Known, question: &Question) -> Result<Answer, Refusal> {
    let garden = known.garden;
    match question {
        Question::Schools { patch } => {
            let unknown = || Refusal::Unknown { what: "patch", key: patch.0.to_string() };
            let patch = garden.patch(*patch).ok_or_else(unknown)?;
            let planting = Planting::of(known, patch).ok_or_else(unknown)?;
            Ok(Answer::Schools(planting.compare()))
        }
        Question::Bare { bed, year } => Ok(Answer::Bare(bare::bare(known, *bed, *year))),
        Question::Season { on } => {
            let on = (*on).clamp(jiff::civil::date(YEARS[0], 1, 1), jiff::civil::date(YEARS[1], 12, 31));
            Ok(Answer::Season(Box::new(season::view(known, on))))
        }
        Question::Windows { patch, year } => windows(known, *patch, *year),
        Question::Starts { bed, year } => starts::starts(known, *bed, *year).map(Answer::Starts),
        Question::Moves { changes } => {
            let edits = replan::replan(known, changes, true)?;
            Ok(Answer::Moves(handoff::moved(&edits)))
        }
        Question::Suits { bed, rect, from, until } => bare::of_ground(known, *bed, *rect, (*from, *until)).map(Answer::Suits),
        Question::InHand { crop, way } => in_hand::in_hand(known, crop, way).map(Answer::InHand),
        Question::Markers(asked) => markers::mark(known, asked).map(Answer::Markers),
        Question::Groupings { bed, rect, year } => Ok(Answer::Groupings(groupings::fitted(known, *bed, *rect, *year))),
        Question::Sheet { bed, year, on } => {
            let days = on.map_or_else(|| calendar::year_span(*year, garden.site.latitude.hemisphere()), |day| (day, day));
            let unknown = || Refusal::Unknown { what: "bed", key: bed.0.to_string() };
            sheet::sheet(known, *bed, days).map(Answer::Sheet).ok_or_else(unknown)
        }
        Question::Fits { bed, crop, way, plants, school, year, from } => {
            let mut pattern = usual(known, *bed, (crop, way), *year)?;
            if let Some(from) = from {
                let stands = pattern.until - pattern.from;
                let (grown, by) = known.crop(crop, Some(way))?;
                let end = span::usual_end(known, grown, by, *bed, *from);
                (pattern.from, pattern.until) = (*from, end.unwrap_or_else(|| from.saturating_add(stands)));
            }
            pattern.planted.school = *school;
            sums::fits(known, &pattern, *plants).map(Answer::Fits)
        }
        Question::Edge { crop, way, long, seeds_a_hole } => {
            let (distance, per_hole) = in_line(known, crop, way)?;
            sums::edge(long.0, distance, per_hole, *seeds_a_hole).map(Answer::Edge)
        }
        Question::Tally { rows, each, said } => Ok(Answer::Tally(sums::tally(*rows, *each, *said))),
        Question::Turns { entries } => {
            let followed = garden.turns.followed().map(|plan| plan.entries.as_slice()).unwrap_or_default();
            Ok(Answer::Turns(turns::view(known, entries.as_deref().unwrap_or(followed))))
        }
        Question::Straight { wish, year, entries } => status::straight(known, entries, (*wish, *year)).map(Answer::Straight),
        Question::Amounts { bed, year } => Ok(Answer::Amounts(amounts::amounts(known, *bed, *year))),
        Question::Squares(asked) => pose::squares(known, asked).map(Answer::Squares),
        Question::Names { list } => Ok(Answer::Names(known.catalogue.words(list))),
        Question::UsualWish { crop } => held::usual_wish(known, crop).map(Answer::UsualWish),
        Question::Seeder { crop, way, run, plates } => {
            let (wanted, _) = in_line(known, crop, way)?;
            Ok(Answer::Seeder { wanted, plates: sums::plates(run.0, plates, wanted)? })
        }
    }
}

/// A patch of a crop on the days on which it usually stands.
fn usual(known: Known, bed: BedId, (crop, way): (&str, &str), year: i16) -> Result<Patch, Refusal> {
    let (grown, by) = known.crop(crop, Some(way))?;
    let (from, until) = span::usual_span(known, grown, by, Some(bed), year);
    Ok(sums::pattern(bed, crop, way, from, until))
}

/// The distance in a line: the household's own, else the handbook's in the row; and plants in a hole.
fn in_line(known: Known, crop: &str, way: &str) -> Result<(Length, u8), Refusal> {
    let (_, grown) = known.crop(crop, Some(way))?;
    let distance = known.garden.own_spacing(crop, way).map_or(grown.row[0], |own| own.along);
    Ok((distance, grown.per_hole))
}

/// When a patch's crop may start in a year, in its bed's soil.
fn windows(known: Known, patch: PatchId, year: i16) -> Result<Answer, Refusal> {
    let Known { garden, catalogue, grower, .. } = known;
    let unknown = || Refusal::Unknown { what: "patch", key: patch.0.to_string() };
    let patch = garden.patch(patch).ok_or_else(unknown)?;
    let (growing, bed) = Growing::find(catalogue, patch).zip(garden.bed(patch.bed)).ok_or_else(unknown)?;
    let soil = known.soil(bed);
    let (appetite, year) = (garden.almanac.appetite, year.clamp(YEARS[0], YEARS[1]));
    let windows = window::windows(grower, appetite, growing, year, &soil);
    let shut_by = windows.is_empty().then(|| window::shut_by(grower, appetite, growing, year, &soil)).flatten();
    let latest = latest_start(grower, growing, year, &soil, &windows);
    Ok(Answer::Windows { windows, shut_by, latest, figures: Box::new(growing.figures().clone()) })
}
