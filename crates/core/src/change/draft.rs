//! What does the tape say? A bed as its gardener types it, checked and turned into a [`Bed`].

use crate::limits;
use crate::limits::{MOST_IN_A_BED, SOIL_DEPTH};
use serde::{Deserialize, Serialize};
use sparrow_facts::bed::{Bed, BedKind, Board, Brace, LONGEST_SIDE, Reach, SHORTEST_SIDE, Trellis, WIDEST_MARGIN};
use sparrow_facts::garden::Garden;
use sparrow_facts::ids::BedId;
use sparrow_facts::refusal::Refusal;
use sparrow_facts::shape::Shape;
use sparrow_facts::units::{Length, Tape, Volume};
use unicode_normalization::UnicodeNormalization;
use unicode_properties::{GeneralCategory, UnicodeGeneralCategory};

/// A volume as it arrives in a command: text such as `15 gal`.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(transparent)]
pub struct VolumeText(pub Volume);

#[cfg(feature = "sent")]
impl schemars::JsonSchema for VolumeText {
    fn schema_name() -> std::borrow::Cow<'static, str> {
        "VolumeText".into()
    }
    fn json_schema(_: &mut schemars::SchemaGenerator) -> schemars::Schema {
        schemars::json_schema!({
            "description": "A volume such as 15 gal or 57 l; a number is millilitres.",
            "anyOf": [{ "type": "integer", "minimum": 0, "maximum": u32::MAX }, { "type": "string" }]
        })
    }
}

impl<'de> Deserialize<'de> for VolumeText {
    fn deserialize<D: serde::Deserializer<'de>>(deserializer: D) -> Result<Self, D::Error> {
        #[derive(Deserialize)]
        #[serde(untagged)]
        enum Either {
            Millilitres(u32),
            Text(String),
        }
        let text = match Either::deserialize(deserializer)? {
            Either::Millilitres(ml) => format!("{} l", f64::from(ml) / 1000.0),
            Either::Text(text) => text,
        };
        text.parse().map(VolumeText).map_err(serde::de::Error::custom)
    }
}

/// What kind of place it is, as typed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "kind", rename_all = "kebab-case", deny_unknown_fields)]
pub enum KindDraft {
    /// A raised bed; the boards' name if they are sawn timber.
    Raised {
        /// The boards' nominal size.
        board: Option<Board>,
    },
    /// A strip of the ground.
    Ground,
    /// A container.
    Container {
        /// What it holds.
        volume: VolumeText,
    },
}

/// A trellis line as typed: along the bed, its whole length unless said otherwise.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct TrellisDraft {
    /// Distance from the far side.
    pub from_far: Tape,
    /// Where it begins, from the left end.
    pub start: Option<Tape>,
    /// Where it ends, from the left end.
    pub end: Option<Tape>,
}

/// An outline as typed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "is", rename_all = "kebab-case", deny_unknown_fields)]
#[allow(missing_docs, reason = "the fields are those of the outline, documented there")]
pub enum ShapeDraft {
    /// All of it is there.
    #[default]
    Rectangle,
    /// A corner is not there.
    Corner { right: bool, near: bool, along: Tape, across: Tape },
    /// Round or oval.
    Round,
}

impl ShapeDraft {
    fn measured(self) -> Shape {
        match self {
            ShapeDraft::Rectangle => Shape::Rectangle,
            ShapeDraft::Corner { right, near, along, across } => Shape::Corner { right, near, along: along.0, across: across.0 },
            ShapeDraft::Round => Shape::Round,
        }
    }
}

/// An outline that leaves a bed worth the name: a corner that is missing leaves 4 in both ways.
pub fn checked_shape(shape: Shape, (length, width): (Length, Length)) -> Result<Shape, Refusal> {
    if let Shape::Corner { along, across, .. } = shape {
        in_range("missing corner, along", along, sparrow_facts::units::length::INCH, length - SHORTEST_SIDE)?;
        in_range("missing corner, across", across, sparrow_facts::units::length::INCH, width - SHORTEST_SIDE)?;
    }
    Ok(shape)
}

/// A bed as typed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(deny_unknown_fields)]
pub struct BedDraft {
    /// Its name.
    pub name: String,
    /// What kind of place it is.
    pub kind: KindDraft,
    /// Length; a container may leave it to its volume.
    pub length: Option<Tape>,
    /// Width; a container may leave it to its volume.
    pub width: Option<Tape>,
    /// Depth of soil; boards of a known name may leave it to their height, containers to their volume.
    pub depth: Option<Tape>,
    /// Whether length and width were measured over the outside of the boards.
    pub outside: bool,
    /// Middle of the bed from the left of the yard's drawing; nothing lets the garden find a place.
    pub x: Option<Tape>,
    /// Middle of the bed from the top of the drawing.
    pub y: Option<Tape>,
    /// Turn on the drawing, degrees clockwise.
    pub turn: u16,
    /// From which sides it is reached.
    pub reach: Reach,
    /// Where the middles of the cross-braces are, from the left end inside.
    pub braces: Vec<Tape>,
    /// Trellis lines.
    pub trellises: Vec<TrellisDraft>,
    /// Drip lines along the bed, by their distance from the far side.
    #[serde(default)]
    pub drips: Vec<Tape>,
    /// Its outline within length and width.
    #[serde(default)]
    pub shape: ShapeDraft,
    /// How far stems stand from its boards; nothing means half their own distance.
    #[serde(default)]
    pub margin: Option<Tape>,
}

/// The thickness of a brace in a bed whose boards have no known name: a 2 in nominal board.
const USUAL_BRACE: Length = Length::tenths_mm(381);
/// Soil depth when nothing is said, for a strip of ground or unnamed boards: 10 in, common practice.
const USUAL_DEPTH: Length = Length::inches(10);
/// The most drip lines in one bed.
pub const MOST_DRIPS: usize = 20;
/// The way left between a new bed and the last one: 2 ft, common practice for one person and a bucket.
const NEW_PATH: Length = Length::inches(24);

impl BedDraft {
    /// The bed this draft describes, with every size inside the boards; refused when a size, a
    /// brace or a trellis cannot be. Whether its name is free is for the garden to say.
    pub fn measure(&self, id: BedId, garden: &Garden) -> Result<Bed, Refusal> {
        let kind = match self.kind {
            KindDraft::Raised { board } => BedKind::Raised { board },
            KindDraft::Ground => BedKind::Ground,
            KindDraft::Container { volume } => BedKind::Container { volume: volume.0 },
        };
        let length = self.inside("length", self.length, kind)?;
        let width = self.inside("width", self.width, kind)?;
        let depth =
            in_range("soil depth", self.depth.map_or_else(|| usual_depth(kind), |tape| tape.0), SOIL_DEPTH[0], SOIL_DEPTH[1])?;
        if self.turn > 359 {
            return Err(Refusal::NumberOutOfRange { field: "turn in degrees", value: i64::from(self.turn), least: 0, most: 359 });
        }
        let (x, y) = self.place(length, width, garden)?;
        let thickness = match kind {
            BedKind::Raised { board: Some(board) } => board.thickness(),
            _ => USUAL_BRACE,
        };
        let braces = self.braces(length, thickness)?;
        if self.trellises.len() > MOST_IN_A_BED {
            return Err(Refusal::TooManyThings { what: "trellises in one bed", most: MOST_IN_A_BED });
        }
        let trellises = self.trellises.iter().map(|t| trellis(t, length, width)).collect::<Result<_, _>>()?;
        Ok(Bed {
            id,
            name: text("the bed's name", &self.name, limits::BED_NAME)?,
            kind,
            length,
            width,
            depth,
            x,
            y,
            turn: self.turn,
            reach: self.reach,
            braces,
            trellises,
            drips: self.drips(width)?,
            school: None,
            shape: checked_shape(self.shape.measured(), (length, width))?,
            margin: self.margin.map(|tape| margin(tape.0)).transpose()?,
        })
    }

    fn drips(&self, width: Length) -> Result<Vec<Length>, Refusal> {
        if self.drips.len() > MOST_DRIPS {
            return Err(Refusal::TooManyThings { what: "drip lines in one bed", most: MOST_DRIPS });
        }
        let drip = |tape: &Tape| in_range("distance of a drip line from the far side", tape.0, Length::ZERO, width);
        let mut drips = self.drips.iter().map(drip).collect::<Result<Vec<_>, _>>()?;
        drips.sort();
        drips.dedup();
        Ok(drips)
    }

    fn inside(&self, field: &'static str, typed: Option<Tape>, kind: BedKind) -> Result<Length, Refusal> {
        let measured = match (typed, kind) {
            (Some(tape), BedKind::Raised { board: Some(board) }) if self.outside => tape.0 - board.thickness().times(2),
            (Some(tape), _) => tape.0,
            (None, BedKind::Container { volume }) => volume.as_tub().0,
            (None, _) => return Err(Refusal::Missing { field }),
        };
        in_range(field, measured, SHORTEST_SIDE, LONGEST_SIDE)
    }

    /// Where it was put, or else beside the last bed with a path between.
    fn place(&self, length: Length, width: Length, garden: &Garden) -> Result<(Length, Length), Refusal> {
        let right = garden.beds.iter().flat_map(crate::ground::yard::outline).map(|corner| corner.0).fold(0.0, f64::max);
        let x = self.x.map_or(Length::tenths_mm(right as i32) + NEW_PATH + length.over(2), |tape| tape.0);
        let y = self.y.map_or(NEW_PATH + width.over(2), |tape| tape.0);
        Ok((on_drawing("distance from the left", x)?, on_drawing("distance from the top", y)?))
    }

    fn braces(&self, length: Length, thickness: Length) -> Result<Vec<Brace>, Refusal> {
        if self.braces.len() > MOST_IN_A_BED {
            return Err(Refusal::TooManyThings { what: "braces in one bed", most: MOST_IN_A_BED });
        }
        let mut braces: Vec<Brace> = self.braces.iter().map(|tape| Brace { at: tape.0, thickness }).collect();
        braces.sort_by_key(|brace| brace.at);
        braces.dedup();
        match braces.iter().find(|brace| brace.at <= thickness || brace.at >= length - thickness) {
            Some(outside) => Err(Refusal::BraceOutside { at: outside.at, length }),
            None => Ok(braces),
        }
    }
}

/// A place on the yard's drawing, within its 300 ft.
pub fn on_drawing(field: &'static str, at: Length) -> Result<Length, Refusal> {
    in_range(field, at, Length::ZERO, Length::inches(3600))
}

fn usual_depth(kind: BedKind) -> Length {
    match kind {
        BedKind::Raised { board: Some(board) } => board.height(),
        BedKind::Container { volume } => volume.as_tub().1,
        _ => USUAL_DEPTH,
    }
}

fn trellis(draft: &TrellisDraft, length: Length, width: Length) -> Result<Trellis, Refusal> {
    let start = draft.start.map_or(Length::ZERO, |tape| tape.0);
    let end = in_range(
        "end of the trellis",
        draft.end.map_or(length, |tape| tape.0),
        start + sparrow_facts::units::length::INCH,
        length,
    )?;
    let from_far = in_range("distance of the trellis from the far side", draft.from_far.0, Length::ZERO, width)?;
    Ok(Trellis { from_far, start, end })
}

/// A margin kept to the boards of a bed.
pub fn margin(value: Length) -> Result<Length, Refusal> {
    in_range("margin at the boards", value, Length::ZERO, WIDEST_MARGIN)
}

fn in_range(field: &'static str, value: Length, least: Length, most: Length) -> Result<Length, Refusal> {
    if (least..=most).contains(&value) { Ok(value) } else { Err(Refusal::LengthOutOfRange { field, value, least, most }) }
}

/// A name or note without blanks around it, of 1 to `most` letters.
///
/// Letters are kept in their compatible composed form (Unicode Standard Annex 15, NFKC), so that what looks alike is alike, and
/// letters nobody sees are left out: two names may not differ by them, nor a text run the other way because of them.
///
/// ```
/// use sparrow_core::change::draft::text;
/// assert_eq!(text("the name", " Ca\u{301}lla\u{200b} \u{202e}bed\u{0}", 40).unwrap(), "C\u{e1}lla bed");
/// assert!(text("the name", "\u{200b}\u{2060}\u{feff}", 40).is_err());
/// ```
pub fn text(field: &'static str, typed: &str, most: usize) -> Result<String, Refusal> {
    // Composed letters may be fewer than those typed, never more than four times as many bytes are looked at.
    let typed = typed.trim();
    let many = typed.chars().count();
    if many > most * 4 {
        return Err(Refusal::TooManyLetters { field, letters: many, most });
    }
    let mut seen = typed.to_string();
    // Plain letters are in that form already; a large garden has thousands of such texts.
    if !typed.bytes().all(|byte| (b' '..=b'~').contains(&byte)) {
        // What is left when a letter is gone may compose anew.
        for _ in 0..3 {
            seen = seen.nfkc().filter(|letter| !is_unseen(*letter)).collect();
        }
    }
    let kept = seen.trim();
    match kept.chars().count() {
        0 => Err(Refusal::Empty { field, most }),
        letters if letters > most => Err(Refusal::TooManyLetters { field, letters, most }),
        _ => Ok(kept.to_string()),
    }
}

/// The same, where nothing may be said.
pub fn text_or_nothing(field: &'static str, typed: &str, most: usize) -> Result<String, Refusal> {
    match text(field, typed, most) {
        Err(Refusal::Empty { .. }) => Ok(String::new()),
        other => other,
    }
}

/// Whether a text is as a command would have kept it.
pub fn plain(field: &'static str, kept: &str, most: usize) -> Result<(), Refusal> {
    if text(field, kept, most)? == kept { Ok(()) } else { Err(Refusal::OddLetters { field }) }
}

/// Whether a letter is not seen: control and formatting letters, those that turn the direction of a text, private ones and
/// those that are none.
fn is_unseen(letter: char) -> bool {
    use GeneralCategory::{Control, Format, LineSeparator, ParagraphSeparator, PrivateUse, Surrogate, Unassigned};
    // Fillers that are letters by their category, and seen by nobody.
    let filler = matches!(letter, '\u{34f}' | '\u{115f}' | '\u{1160}' | '\u{17b4}' | '\u{17b5}' | '\u{3164}' | '\u{ffa0}');
    let unseen = [Control, Format, LineSeparator, ParagraphSeparator, PrivateUse, Surrogate, Unassigned];
    filler || matches!(letter, '\u{fe00}'..='\u{fe0f}') || unseen.contains(&letter.general_category())
}
