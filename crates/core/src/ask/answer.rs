//! What is answered? Each question's answer, from one pure function elsewhere in this crate.

use crate::ask::groupings::Fitted;
use crate::ask::in_hand::InHand;
use crate::ask::markers::Markers;
use crate::ask::question::Question;
use crate::ask::sheet::Sheet;
use crate::ask::starts::Starts;
use crate::ask::{checked, groupings, in_hand, markers, sheet, starts};
use crate::catalogue;
use crate::catalogue::varieties::way_of;
use crate::catalogue::{Caution, Word};
use crate::change::replan;
use crate::climate::calendar;
use crate::ground::planting::{Planting, SchoolCount, said_distance};
use crate::ground::sums;
use crate::ground::sums::{Edge, Fits, Plate, Tally};
use crate::growth::custom::{LatestStart, latest_start};
use crate::growth::growing::Growing;
use crate::growth::window;
use crate::growth::window::{Gate, Window};
use crate::known::Known;
use crate::reckon::record::WayRecord;
use crate::reckon::season::SeasonView;
use crate::reckon::turns::TurnsView;
use crate::reckon::{record, season, turns};
use crate::round::rounds;
use crate::round::rounds::Rounds;
use crate::rules::bare;
use crate::rules::bare::Bare;
use crate::search::amounts;
use crate::search::arrange::movable::{Movable, movable};
use crate::search::arrange::{asked, pose};
use crate::season::handoff::Moved;
use crate::season::{handoff, span};
use crate::tin;
use crate::tin::saving;
use crate::tin::saving::Saving;
use crate::tin::{SowingSum, Tin};
use crate::turns::status::Straight;
use crate::turns::{held, status};
use crate::wants;
use crate::wants::Wants;
use jiff::civil::Date;
use serde::Serialize;
use sparrow_facts::ids::{BedId, PatchId, VarietyId};
use sparrow_facts::patch::Patch;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::turns::WishDraft;
use sparrow_facts::units::Length;

/// What is answered.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
    Movable(Movable),
    Squares(asked::SquaresAsked),
    Names(Vec<Word>),
    UsualWish(WishDraft),
    Season(Box<SeasonView>),
    Rounds(Box<Rounds>),
    Record(WayRecord),
    Tin(Box<Tin>),
    Sowing(Vec<SowingSum>),
    Saving(Saving),
    Wants(Box<Wants>),
    Cautions(Vec<Caution>),
    Windows { windows: Vec<Window>, shut_by: Option<Gate>, latest: Option<LatestStart>, figures: Box<catalogue::Figures> },
    Starts(Vec<Starts>),
    Moves(Vec<Moved>),
    Amounts(Vec<asked::BedWish>),
}

/// Answers a question about a garden, or says why it cannot be answered.
///
/// Nothing of the answer holds when `known.work` is over by then.
pub fn answer(known: Known, question: &Question) -> Result<Answer, Refusal> {
    let garden = known.garden;
    checked::question(known, question)?;
    match question {
        Question::Schools { patch } => {
            let unknown = || Refusal::Unknown { what: "patch", key: patch.0.to_string() };
            let patch = garden.patch(*patch).ok_or_else(unknown)?;
            let planting = Planting::of(known, patch).ok_or_else(unknown)?;
            Ok(Answer::Schools(planting.compare()))
        }
        Question::Bare { bed, year } => Ok(Answer::Bare(bare::bare(known, *bed, *year))),
        Question::Season { on } => Ok(Answer::Season(Box::new(season::view(known, *on)))),
        Question::Rounds { day } => Ok(Answer::Rounds(Box::new(rounds::rounds(known, *day)))),
        Question::Record { crop, way } => record::record(known, crop, way).map(Answer::Record),
        Question::Tin { on } => Ok(Answer::Tin(Box::new(tin::tin(known, *on)))),
        Question::Sowing { crop, variety, on, stand, certainty } => sowing(known, (crop, *variety), *on, *stand, *certainty),
        Question::Saving { crop, variety, year } => {
            known.crop(crop, variety.map(way_of).as_deref())?;
            Ok(Answer::Saving(saving::saving(known, crop, *variety, *year)))
        }
        Question::Wants { year } => Ok(Answer::Wants(Box::new(wants::wants(known, *year)))),
        Question::Cautions => Ok(Answer::Cautions(known.catalogue.care.cautions.clone())),
        Question::Windows { patch, year } => windows(known, *patch, *year),
        Question::Starts { bed, year } => starts::starts(known, *bed, *year).map(Answer::Starts),
        Question::Moves { changes } => {
            replan::replan(known.planning(), changes, true).map(|edits| Answer::Moves(handoff::moved(&edits)))
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
            let mut pattern = pattern(known, *bed, (crop, way), *year, *from)?;
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
        Question::Movable { bed, year } => known.bed(*bed).map(|bed| Answer::Movable(movable(known, bed.id, *year))),
        Question::Squares(asked) => pose::squares(known, asked).map(Answer::Squares),
        Question::Names { list } => Ok(Answer::Names(known.catalogue.words(list))),
        Question::UsualWish { crop, variety } => held::usual_wish(known, crop, *variety).map(Answer::UsualWish),
        Question::Seeder { crop, way, run, plates } => {
            let (wanted, _) = in_line(known, crop, way)?;
            Ok(Answer::Seeder { wanted, plates: sums::plates(run.0, plates, wanted)? })
        }
    }
}

/// What seeds to a hole do for a stand that is sown on a day.
fn sowing(
    known: Known,
    (crop, variety): (&str, Option<VarietyId>),
    on: Date,
    stand: u32,
    certainty: u8,
) -> Result<Answer, Refusal> {
    let (grown, way) = known.crop(crop, variety.map(way_of).as_deref())?;
    let seed = Growing { sown: Some(on), ..Growing::usual(grown, way) }.seed();
    Ok(Answer::Sowing(tin::sowing_sums(seed, stand, certainty)))
}

/// A patch of a crop from a day on as long as it usually stands then, or on its usual days.
fn pattern(known: Known, bed: BedId, (crop, way): (&str, &str), year: i16, from: Option<Date>) -> Result<Patch, Refusal> {
    let mut pattern = usual(known, bed, (crop, way), year)?;
    if let Some(from) = from {
        let stands = pattern.until - pattern.from;
        let (grown, by) = known.crop(crop, Some(way))?;
        let end = span::usual_end(known, grown, by, bed, from);
        (pattern.from, pattern.until) = (from, end.unwrap_or_else(|| from.saturating_add(stands)));
    }
    Ok(pattern)
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
    let distance = said_distance(known.garden, crop, grown).map_or(grown.row[0], |(said, _)| said.along);
    Ok((distance, grown.per_hole))
}

/// When a patch's crop may start in a year, in its bed's soil.
fn windows(known: Known, patch: PatchId, year: i16) -> Result<Answer, Refusal> {
    let Known { garden, catalogue, grower, .. } = known;
    let unknown = || Refusal::Unknown { what: "patch", key: patch.0.to_string() };
    let patch = garden.patch(patch).ok_or_else(unknown)?;
    let (growing, bed) = Growing::find(catalogue, patch).zip(garden.bed(patch.bed)).ok_or_else(unknown)?;
    let soil = known.soil(bed);
    let appetite = garden.almanac.appetite;
    let windows = window::windows(grower, appetite, growing, year, &soil);
    let shut_by = windows.is_empty().then(|| window::shut_by(grower, appetite, growing, year, &soil)).flatten();
    let latest = latest_start(grower, growing, year, &soil, &windows);
    Ok(Answer::Windows { windows, shut_by, latest, figures: Box::new(growing.figures().clone()) })
}
