//! Wishes about what else stands in the yard.

use crate::change::checked::{Against, Checked};
use crate::change::draft::{on_drawing, text_or_nothing};
use crate::change::planner::{Planner, next};
use crate::limits::{BED_NAME, DEGREES, MOST_FIXTURES, number};
use serde::{Deserialize, Serialize};
use sparrow_facts::edit::{Edit, Fact};
use sparrow_facts::fixture::{Fixture, FixtureKind};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::FixtureId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::units::{Length, Tape};

/// A fixture as typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct FixtureDraft {
    /// What it is.
    pub kind: FixtureKind,
    /// What it is called; may be empty.
    pub name: String,
    /// How long it is.
    pub length: Tape,
    /// How wide or thick it is; a tree is as wide as it is long.
    pub width: Option<Tape>,
    /// How high it stands; nothing for what lies flat.
    pub height: Option<Tape>,
    /// Its middle from the left of the yard's drawing.
    pub x: Option<Tape>,
    /// Its middle from the top of the drawing.
    pub y: Option<Tape>,
    /// Turn on the drawing, degrees clockwise.
    pub turn: u16,
}

/// The shortest and the longest side of a fixture: 1 in, and the drawing's 300 ft.
pub const FIXTURE_SIDE: [Length; 2] = [Length::inches(1), DRAWING];
/// How far the drawing of a yard reaches: 300 ft.
const DRAWING: Length = Length::inches(3600);
/// The highest a fixture stands: 200 ft, taller than any tree of a yard.
pub const HIGHEST: Length = Length::inches(2400);
/// How thick a fence, a wall of a house, a hedge is drawn where its household does not say.
const USUAL_THICK: Length = Length::inches(6);
/// How far from the left, and below everything, a new fixture is put down, to be dragged where it stands.
const NEW_AT: Length = Length::inches(36);

/// A place below all that is in the yard, on the drawing.
fn below(garden: &Garden) -> Length {
    let beds = garden.beds.iter().map(|bed| bed.y + bed.width.max(bed.length).over(2));
    let lowest = garden.fixtures.iter().map(|one| one.y + one.width.over(2)).chain(beds).max().unwrap_or(Length::ZERO);
    (lowest + NEW_AT).min(DRAWING)
}

impl FixtureDraft {
    fn measure(&self, id: FixtureId, garden: &Garden) -> Result<Fixture, Refusal> {
        let wide = if self.kind == FixtureKind::Tree { self.length.0 } else { USUAL_THICK };
        let fixture = Fixture {
            id,
            kind: self.kind,
            name: text_or_nothing("the name", &self.name, BED_NAME)?,
            length: self.length.0,
            width: self.width.map_or(wide, |tape| tape.0),
            height: self.height.map_or(Length::ZERO, |tape| tape.0),
            x: self.x.map_or(NEW_AT + self.length.0.over(2), |tape| tape.0),
            y: self.y.map_or_else(|| below(garden), |tape| tape.0),
            turn: self.turn,
        };
        check_fixture(&fixture)?;
        Ok(fixture)
    }
}

/// A fixture within its limits.
fn check_fixture(fixture: &Fixture) -> Result<(), Refusal> {
    if text_or_nothing("the name", &fixture.name, BED_NAME)? != fixture.name {
        return Err(Refusal::OddLetters { field: "the name" });
    }
    let within = |field, value: Length, [least, most]: [Length; 2]| {
        if (least..=most).contains(&value) { Ok(()) } else { Err(Refusal::LengthOutOfRange { field, value, least, most }) }
    };
    within("length", fixture.length, FIXTURE_SIDE)?;
    within("width", fixture.width, FIXTURE_SIDE)?;
    within("height", fixture.height, [Length::ZERO, HIGHEST])?;
    on_drawing("distance from the left", fixture.x)?;
    on_drawing("distance from the top", fixture.y)?;
    number("turn in degrees", fixture.turn.into(), DEGREES)
}

impl Checked for Fixture {
    const MOST: usize = MOST_FIXTURES;

    fn texts(&mut self) -> Vec<(&mut String, usize)> {
        vec![(&mut self.name, BED_NAME)]
    }

    fn check(&self, _: Against) -> Result<(), Refusal> {
        check_fixture(self)
    }
}

impl Planner<'_> {
    fn fixture(&self, id: FixtureId) -> Result<&Fixture, Refusal> {
        let found = self.known.garden.fixtures.iter().find(|fixture| fixture.id == id);
        found.ok_or_else(|| Refusal::Unknown { what: "fixture of the yard", key: id.0.to_string() })
    }

    pub(crate) fn add_fixture(&self, draft: &FixtureDraft) -> Result<Vec<Edit>, Refusal> {
        let fixtures = &self.known.garden.fixtures;
        if fixtures.len() >= MOST_FIXTURES {
            return Err(Refusal::TooManyThings { what: "fixtures of the yard", most: MOST_FIXTURES });
        }
        let id = FixtureId(next(fixtures.iter().map(|fixture| fixture.id.0)));
        Ok(vec![Fact::comes(draft.measure(id, self.known.garden)?)])
    }

    pub(crate) fn change_fixture(&self, id: FixtureId, draft: &FixtureDraft) -> Result<Vec<Edit>, Refusal> {
        let before = self.fixture(id)?;
        // What is not said of its place stays as it is.
        let here = |typed: Option<Tape>, was: Length| Some(typed.unwrap_or(Tape(was)));
        let draft = FixtureDraft { x: here(draft.x, before.x), y: here(draft.y, before.y), ..draft.clone() };
        Ok(vec![before.becomes(draft.measure(id, self.known.garden)?)])
    }

    pub(crate) fn move_fixture(&self, id: FixtureId, x: Length, y: Length) -> Result<Vec<Edit>, Refusal> {
        let before = self.fixture(id)?;
        let (x, y) = (on_drawing("distance from the left", x)?, on_drawing("distance from the top", y)?);
        Ok(vec![before.becomes(Fixture { x, y, ..before.clone() })])
    }

    pub(crate) fn remove_fixture(&self, id: FixtureId) -> Result<Vec<Edit>, Refusal> {
        Ok(vec![self.fixture(id)?.goes()])
    }
}
