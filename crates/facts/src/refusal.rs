//! Why a command was not carried out, in words a gardener can act on.
//!
//! Every refusal names the field, the value that was read and the limit. A refusal changes nothing.

use crate::ids::PatchId;
use crate::rect::Rect;
use crate::school::Unsuited;
use crate::units::length::Length;
use crate::units::read_error::ReadError;
use crate::units::temperature::TenthsC;
use serde::Serialize;
use thiserror::Error;

/// Why the product would not do what it was asked; the one public error of facts and rules.
#[derive(Debug, Clone, PartialEq, Error, Serialize)]
#[cfg_attr(feature = "sent", derive(schemars::JsonSchema))]
#[serde(tag = "why", rename_all = "kebab-case")]
#[allow(missing_docs, reason = "each variant's sentence is its documentation, each field is named in it")]
pub enum Refusal {
    #[error(transparent)]
    Unread {
        #[from]
        said: ReadError,
    },
    #[error("{field}: {value} is outside {least} to {most}")]
    LengthOutOfRange { field: &'static str, value: Length, least: Length, most: Length },
    #[error("{field}: {value} is outside {least} to {most}")]
    NumberOutOfRange { field: &'static str, value: i64, least: i64, most: i64 },
    #[error("{field} is empty: it wants 1 to {most} letters")]
    Empty { field: &'static str, most: usize },
    #[error("please give the {field}")]
    Missing { field: &'static str },
    #[error("choose a {field}: {of}")]
    NoneChosen { field: &'static str, of: &'static str },
    #[error("there is already a plan called {name}")]
    PlanTaken { name: String },
    #[error("{field} is {letters} letters long; {most} is the most")]
    TooManyLetters { field: &'static str, letters: usize, most: usize },
    #[error("{field} has control letters in it, or blanks at its ends")]
    OddLetters { field: &'static str },
    #[error("there is already a bed called {name}")]
    NameTaken { name: String },
    #[error("a garden has room for {most} {what} here")]
    TooManyThings { what: &'static str, most: usize },
    #[error("{there} {what} are more than one garden holds; {most} is the most")]
    GardenFull { what: &'static str, there: u64, most: u64 },
    #[error("that is too much to reckon at once; ask for less: a smaller bed, fewer plants or fewer changes")]
    TooMuch,
    #[error("there is no {what} “{key}” in this garden or its catalogue")]
    Unknown { what: &'static str, key: String },
    #[error("the brace at {at} is not inside the bed, which is {length} long")]
    BraceOutside { at: Length, length: Length },
    #[error("the patch reaches outside the bed, which has {columns} × {rows} half squares")]
    OutsideBed { columns: u16, rows: u16 },
    #[error("a patch is at least one half square each way")]
    NoGround,
    #[error("{patches} would no longer be inside this bed; move or remove what stands there first", patches = patches.join(", "))]
    PatchesInTheWay { patches: Vec<String> },
    #[error("{other} stands there from {from} to {until}; take other ground or other dates, or plant one between the other", from = day_words(*from), until = day_words(*until))]
    GroundTaken { other: String, other_patch: PatchId, from: jiff::civil::Date, until: jiff::civil::Date },
    #[error("{crop} is already on that ground from {from} to {until}; make that patch larger instead", from = day_words(*from), until = day_words(*until))]
    SameCropTwice { crop: String, other_patch: crate::ids::PatchId, from: jiff::civil::Date, until: jiff::civil::Date },
    #[error("too close: {asked} {crop} want {distance} each; this patch holds {fits}")]
    TooMany { crop: String, asked: u16, fits: u32, distance: Length, needs: Option<Rect> },
    #[error("{holes} holes of {crop} in one patch are more than can be drawn; {most} is the most, make several patches")]
    TooManyHoles { crop: String, holes: u64, most: u64 },
    #[error("the last day, {until}, is before the first, {from}", from = day_words(*from), until = day_words(*until))]
    EndsBeforeItStarts { from: jiff::civil::Date, until: jiff::civil::Date },
    #[error("{days} days is longer than a planting is kept here; {most} is the most")]
    StandsTooLong { days: i32, most: i32 },
    #[error("there is no section {section} in this bed; it has {sections}")]
    NoSuchSection { section: u8, sections: u8 },
    #[error("{year} has not been yet: last years end with {last}; plant it in the bed instead")]
    NotPast { year: i16, last: i16 },
    #[error("that is remembered already: {what} in {year}")]
    AlreadyRemembered { what: String, year: i16 },
    #[error("there is no ground there: the bed's outline leaves it out")]
    NotThere,
    #[error("{list} are not in the order of their numbers, each once")]
    OutOfOrder { list: &'static str },
    #[error("{crop} is kept where it is; let it move first")]
    Locked { crop: String },
    #[error("{crop} stays where it is: it is kept there, stands already, is marked out, or shares its ground")]
    Stays { crop: String },
    #[error("{crop} {because}")]
    UnsuitedSchool { crop: String, because: Unsuited },
    #[error("there is already a grouping called {name}")]
    GroupingTaken { name: String },
    #[error("there is already a variety of it called {name}")]
    VarietyTaken { name: String },
    #[error("{plantings} plantings, groupings, wants or lots of seed name {name}; give them another variety, or none, first")]
    VarietyInUse { name: String, plantings: usize },
    #[error("{name} is the name of another crop already")]
    CropTaken { name: String },
    #[error(
        "{plantings} plantings, varieties, lots of seed, wants, wishes, memories or groupings name {name}; take them away or give them another crop first"
    )]
    OwnCropInUse { name: String, plantings: usize },
    #[error("{field}: the least, {least}, is more than the most, {most}")]
    DaysOutOfOrder { field: &'static str, least: u16, most: u16 },
    #[error("a grouping is made of 2 to {most} patches of one bed")]
    NoGrouping { most: usize },
    #[error("these wishes make no sense together: {because}")]
    NoSense { because: String },
    #[error("the station's file has {days} days with a low and a high; {least} days and every month are the least")]
    StationTooShort { days: usize, least: usize },
    #[error("{field}: {value} is outside {least} to {most}")]
    TemperatureOutOfRange { field: &'static str, value: TenthsC, least: TenthsC, most: TenthsC },
    #[error("{month}: the usual low, {low}, is not below the usual high, {high}")]
    LowAboveHigh { month: &'static str, low: TenthsC, high: TenthsC },
    #[error("there is no {what} yet; read or type one first")]
    NotThereYet { what: &'static str },
    #[error("{crop} would have to move from {from} to {to}, and it is kept where it is; let it move first", from = day_words(*from), to = day_words(*to))]
    KeptInTime { crop: String, from: jiff::civil::Date, to: jiff::civil::Date },
    #[error("what this changed has been changed again since; that would have to be taken back first")]
    ChangedSince,
    #[error("{day} has not come yet; what happens is written down then", day = day_words(*day))]
    NotYet { day: jiff::civil::Date },
    #[error(
        "this entry was numbered by a clock that is days ahead, or not as entries are (a UUID of version 7); set the clock right and write it down again"
    )]
    OddNumber,
    #[error("line {line}: {said}")]
    AtLine { line: usize, said: String },
    #[error("there is nothing to {what}")]
    NothingTo { what: &'static str },
}

/// A day as gardeners write it: '1 May 2027'.
fn day_words(day: jiff::civil::Date) -> String {
    day.strftime("%-d %B %Y").to_string()
}
