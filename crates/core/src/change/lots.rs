//! Wishes about the seed tin: what is kept of a lot, and what is thrown away.

use crate::catalogue::Catalogue;
use crate::change::checked::{Against, Checked};
use crate::change::draft::text_or_nothing;
use crate::change::planner::{Planner, next};
use crate::change::varieties::of_the_crop;
use crate::limits::{FOUND, MOST_LOTS, MOST_TESTS, NOTE, PERCENT, PRICE, TESTED, number};
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::{LotId, VarietyId};
use sparrow_facts::refusal::Refusal;
use sparrow_facts::seed_lot::{GerminationTest, MOST_MG, MOST_PIECES, SeedAmount, SeedKept, SeedLot};
use sparrow_facts::variety::Treated;
use std::collections::BTreeSet;

/// An amount of seed as it arrives in a command: text such as `2 g` or `200 seeds`.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(into = "String")]
pub struct AmountText(pub SeedAmount);

#[cfg(feature = "sent")]
impl schemars::JsonSchema for AmountText {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "AmountText".into()
    }
    fn json_schema(_: &mut schemars::SchemaGenerator) -> schemars::Schema {
        schemars::json_schema!({
            "description": "An amount of seed such as 200 seeds, 2 g or 1/8 oz.",
            "type": "string"
        })
    }
}

impl From<AmountText> for String {
    fn from(AmountText(amount): AmountText) -> String {
        amount.to_string()
    }
}

impl<'de> Deserialize<'de> for AmountText {
    fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        String::deserialize(deserializer)?.parse().map(AmountText).map_err(serde::de::Error::custom)
    }
}

/// A lot of seed as typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct LotDraft {
    /// The key of its crop.
    pub crop: String,
    /// The household's variety that it is of.
    pub variety: Option<VarietyId>,
    /// Of a crop that is grown from either, it is what is planted, as sets or crowns, and not seed.
    #[serde(default)]
    pub planted: bool,
    /// How much there is; nothing leaves it as it was counted before.
    pub amount: Option<AmountText>,
    /// The day on which that was counted; nothing means today.
    #[serde(default)]
    pub counted: Option<Date>,
    /// The year for which it was packed.
    pub packed: i16,
    /// Seeds of a hundred that come up, as its packet says.
    pub printed: Option<u8>,
    /// Tests at home, the first first.
    pub tests: Vec<GerminationTest>,
    /// What was done to it.
    pub treated: Option<Treated>,
    /// How it is kept.
    pub kept: SeedKept,
    /// What was paid for it, in hundredths of the household's money.
    pub price: Option<u32>,
    /// Where it is from.
    pub source: String,
    /// What else there is to say.
    pub note: String,
}

/// A lot within its limits, of a crop and a variety that are there.
fn check_lot(lot: &SeedLot, garden: &Garden, catalogue: &Catalogue) -> Result<(), Refusal> {
    let SeedLot {
        id: _,
        crop,
        variety,
        planted: _,
        amount,
        counted,
        packed,
        printed,
        tests,
        treated: _,
        kept: _,
        price,
        source,
        note,
    } = lot;
    catalogue.crop(crop).ok_or_else(|| Refusal::Unknown { what: "crop", key: crop.clone() })?;
    of_the_crop(garden, crop, *variety)?;
    match amount {
        SeedAmount::Count { pieces } => number("seeds of one lot", (*pieces).into(), [0, MOST_PIECES.into()])?,
        SeedAmount::Weight { mg } => number("milligrams of one lot", (*mg).into(), [0, MOST_MG.into()])?,
    }
    number("the year it was packed for", (*packed).into(), YEARS_OF_SEED)?;
    number("the year it was counted in", counted.year().into(), YEARS_OF_SEED)?;
    printed.map_or(Ok(()), |percent| number("the germination on the packet, in a hundred", percent.into(), PERCENT))?;
    price.map_or(Ok(()), |price| number("the price, in hundredths", price.into(), PRICE))?;
    number("germination tests", i64::try_from(tests.len()).unwrap_or(i64::MAX), [0, MOST_TESTS])?;
    for test in tests {
        number("seeds laid out for a test", test.sown.into(), TESTED)?;
        number("seeds of the test that came up", test.up.into(), [0, test.sown.into()])?;
        number("the year of a test", test.on.year().into(), YEARS_OF_SEED)?;
    }
    if !tests.is_sorted_by_key(|test| test.on) {
        return Err(Refusal::OutOfOrder { list: "germination tests" });
    }
    let same =
        text_or_nothing("where it is from", source, FOUND)? == *source && text_or_nothing("the note", note, NOTE)? == *note;
    if same { Ok(()) } else { Err(Refusal::OddLetters { field: "where it is from, or the note" }) }
}

/// Years in which seed is packed, counted and tested.
const YEARS_OF_SEED: [i64; 2] = [1950, 2200];

impl Checked for SeedLot {
    const MOST: usize = MOST_LOTS;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        vec![(&mut self.source, FOUND), (&mut self.note, NOTE)]
    }

    fn check(&self, against: Against) -> Result<(), Refusal> {
        check_lot(self, against.garden, against.catalogue)
    }
}

impl Planner<'_> {
    fn lot(&self, id: LotId) -> Result<&SeedLot, Refusal> {
        self.known.garden.lot(id).ok_or_else(|| Refusal::Unknown { what: "lot of seed", key: id.0.to_string() })
    }

    /// Keeps a lot of seed: a new one, or one that is there as it is now said to be.
    pub(crate) fn keep_lot(&self, id: Option<LotId>, draft: &LotDraft) -> Result<Vec<Edit>, Refusal> {
        let garden = self.known.garden;
        let before = id.map(|id| self.lot(id)).transpose()?.cloned();
        if before.is_none() && garden.lots.len() >= MOST_LOTS {
            return Err(Refusal::TooManyThings { what: "lots of seed", most: MOST_LOTS });
        }
        let today = self.known.today;
        let was = before.as_ref().map(|before| (before.amount, before.counted));
        let (amount, counted) = match (draft.amount, was) {
            (Some(AmountText(amount)), _) => (amount, draft.counted.unwrap_or(today)),
            (None, Some(was)) => was,
            (None, None) => return Err(Refusal::Missing { field: "amount of seed" }),
        };
        let mut tests = draft.tests.clone();
        tests.sort_by_key(|test| test.on);
        if let Some(day) = tests.iter().map(|test| test.on).chain([counted]).find(|day| *day > today) {
            return Err(Refusal::NotYet { day });
        }
        let number = LotId(next(garden.lots.iter().map(|lot| lot.id.0)));
        let after = SeedLot {
            id: before.as_ref().map_or(number, |before| before.id),
            crop: draft.crop.clone(),
            variety: draft.variety,
            planted: draft.planted,
            amount,
            counted,
            packed: draft.packed,
            printed: draft.printed,
            tests,
            treated: draft.treated,
            kept: draft.kept,
            price: draft.price,
            source: text_or_nothing("where it is from", &draft.source, FOUND)?,
            note: text_or_nothing("the note", &draft.note, NOTE)?,
        };
        check_lot(&after, garden, self.known.catalogue)?;
        Ok(vec![Fact::edit(before, Some(after))])
    }

    /// The lot that a draft speaks of and no other line does: of the same crop, variety, year and source, seed or sets.
    pub(super) fn lot_meant(&self, draft: &LotDraft, taken: &BTreeSet<LotId>) -> Option<LotId> {
        let same = |lot: &&SeedLot| {
            let of = (lot.crop.as_str(), lot.variety, lot.planted, lot.packed, lot.source.as_str());
            of == (draft.crop.as_str(), draft.variety, draft.planted, draft.packed, draft.source.trim())
                && !taken.contains(&lot.id)
        };
        self.known.garden.lots.iter().find(same).map(|lot| lot.id)
    }

    /// Throws a lot of seed away.
    pub(crate) fn forget_lot(&self, id: LotId) -> Result<Vec<Edit>, Refusal> {
        let before = self.lot(id)?.clone();
        Ok(vec![before.goes()])
    }
}
