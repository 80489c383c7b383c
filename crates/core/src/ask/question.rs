//! What would a gardener like to know? Questions about a garden that change nothing.
//!
//! Answers that would be too much to send with every reckoning, or that need more than the garden's facts to be asked.

use crate::ask::markers::Marking;
use crate::change::replan::PatchChange;
use crate::search::arrange::asked::Arranging;
use jiff::civil::Date;
use serde::Deserialize;
use sparrow_facts::ids::{BedId, PatchId, VarietyId, WishId};
use sparrow_facts::rect::Rect;
use sparrow_facts::school::School;
use sparrow_facts::turns::Entry;
use sparrow_facts::units::Tape;

/// A question, as the page asks it.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
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
    /// Which plantings of a bed may be laid elsewhere in a growing year, and which stay?
    Movable { bed: BedId, year: i16 },
    /// How many squares does a list of wishes for a bed ask for, how many are there, and what could be left out?
    Squares(Arranging),
    /// What is meant by the names of a list?
    Names { list: String },
    /// What would a wish for a crop, or for a variety of it, usually be?
    UsualWish {
        crop: String,
        #[serde(default)]
        variety: Option<VarietyId>,
    },
    /// What must be started, moved and cleared in the year of a day, and what is at risk on it?
    Season { on: Date },
    /// What is to be done on a day's round of the garden?
    Rounds { day: Date },
    /// What did a way of growing a crop do here, by the journal?
    Record { crop: String, way: String },
    /// What lies in the seed tin on a day, what will come up of it, and what is short for a year?
    Tin { on: Date },
    /// How many seeds a hole, and how many holes, fill a stand of a crop or variety sown on a day, with a certainty of a hundred?
    Sowing { crop: String, variety: Option<VarietyId>, on: Date, stand: u32, certainty: u8 },
    /// What does it take to save seed of a crop or variety that flowers in a growing year, and what would cross with it?
    Saving { crop: String, variety: Option<VarietyId>, year: i16 },
    /// What do the household's wants come to in a growing year, and how far are they met?
    Wants { year: i16 },
    /// What may hurt in a garden's work, all of it?
    Cautions,
    /// When may a patch's crop start in a year, in its bed?
    Windows { patch: PatchId, year: i16 },
    /// When may each crop start in a year, in a bed or in open ground?
    Starts { bed: Option<BedId>, year: i16 },
    /// Which plantings would stand on other days if these changes were made, what follows along with them?
    Moves { changes: Vec<PatchChange> },
    /// Which plate of a seeder comes nearest to the distance a crop wants?
    Seeder { crop: String, way: String, run: Tape, plates: Vec<u32> },
}
