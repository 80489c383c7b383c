//! Wishes about what the household would like to have: what is kept of a want, and when it goes.

use crate::catalogue::Catalogue;
use crate::change::checked::{Against, Checked};
use crate::change::draft::text_or_nothing;
use crate::change::planner::{Planner, next};
use crate::change::varieties::of_the_crop;
use crate::limits::{EATERS, EVERY_DAYS, JAR, MONTH, MOST_WANTS, NOTE, PRICE, WANTED, number};
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{VarietyId, WantId};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::want::{Purpose, Want, WantAmount};

/// A want as typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct WantDraft {
    /// The key of the crop.
    pub crop: String,
    /// The household's variety.
    pub variety: Option<VarietyId>,
    /// How much.
    pub amount: WantAmount,
    /// What for.
    pub purpose: Purpose,
    /// All of it in one week.
    pub at_once: bool,
    /// What all of it would cost, in hundredths of the household's money.
    #[serde(default)]
    pub worth: Option<u32>,
    /// What else there is to say.
    pub note: String,
}

/// A crop, or a variety of it, of which something is wanted.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct Wanted {
    /// The key of the crop.
    pub crop: String,
    /// The household's variety; nothing for wants that name none.
    pub variety: Option<VarietyId>,
}

/// A want within its limits, of a crop and a variety that are there.
fn check_want(want: &Want, garden: &Garden, catalogue: &Catalogue) -> Result<(), Refusal> {
    let Want { id: _, crop, variety, amount, purpose: _, at_once: _, worth, note } = want;
    catalogue.crop(crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: crop.clone() })?;
    of_the_crop(garden, crop, *variety)?;
    match *amount {
        WantAmount::Weight { grams } => number("grams wanted", grams.into(), WANTED)?,
        WantAmount::Pieces { many } | WantAmount::Bunches { many } => number("how many are wanted", many.into(), WANTED)?,
        WantAmount::Jars { many, ml } => {
            number("how many are wanted", many.into(), WANTED)?;
            number("what a jar holds, in millilitres", ml.into(), JAR)?;
        }
        WantAmount::Meals { people, every, from, until } => {
            number("how many eat", people.into(), EATERS)?;
            number("every so many days", every.into(), EVERY_DAYS)?;
            [from, until].into_iter().try_for_each(|month| number("a month", month.into(), MONTH))?;
        }
    }
    worth.map_or(Ok(()), |worth| number("what it would cost, in hundredths", worth.into(), PRICE))?;
    let same = text_or_nothing("the note", note, NOTE)? == *note;
    if same { Ok(()) } else { Err(Refusal::OddLetters { field: "the note" }) }
}

impl Checked for Want {
    const MOST: usize = MOST_WANTS;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        vec![(&mut self.note, NOTE)]
    }

    fn check(&self, against: Against) -> Result<(), Refusal> {
        check_want(self, against.garden, against.catalogue)
    }
}

impl Planner<'_> {
    fn want(&self, id: WantId) -> Result<&Want, Refusal> {
        self.known.garden.want(id).ok_or_else(|| Refusal::Unknown { what: "want", key: id.0.to_string() })
    }

    /// Keeps a want: a new one, or one that is there in other words.
    pub(crate) fn keep_want(&self, id: Option<WantId>, draft: &WantDraft) -> Result<Vec<Edit>, Refusal> {
        let garden = self.known.garden;
        let before = id.map(|id| self.want(id)).transpose()?.cloned();
        if before.is_none() && garden.wants.len() >= MOST_WANTS {
            return Err(Refusal::TooManyThings { what: "wants", most: MOST_WANTS });
        }
        let number = WantId(next(garden.wants.iter().map(|want| want.id.0)));
        let WantDraft { crop, variety, amount, purpose, at_once, worth, note } = draft;
        let after = Want {
            id: before.as_ref().map_or(number, |before| before.id),
            crop: crop.clone(),
            variety: *variety,
            amount: *amount,
            purpose: *purpose,
            at_once: *at_once,
            worth: *worth,
            note: text_or_nothing("the note", note, NOTE)?,
        };
        check_want(&after, garden, self.known.catalogue)?;
        Ok(vec![Fact::edit(before, Some(after))])
    }

    /// Wants it no longer.
    pub(crate) fn forget_want(&self, id: WantId) -> Result<Vec<Edit>, Refusal> {
        let before = self.want(id)?.clone();
        Ok(vec![before.goes()])
    }
}
