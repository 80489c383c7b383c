//! How values stand in columns: numbers in smaller types, words of plain enums, schools of spacing. A number or a word
//! that this program does not know is an error, never a default: it was written by another program, or spoilt.

use crate::StoreError;
use serde::Serialize;
use serde::de::DeserializeOwned;
use sparrow_facts::school::School;
use sparrow_facts::spacing::Spacing;
use sparrow_facts::units::Length;

/// A number of the database in the smaller type of the facts; the tables' checks keep it in range.
pub fn fit<T: TryFrom<U>, U: Copy + std::fmt::Display>(number: U) -> Result<T, StoreError> {
    T::try_from(number).map_err(|_| StoreError::Other(format!("stored number {number} is out of range")))
}

/// The error about a word that stands for nothing here.
pub fn unknown(what: &str, word: &str) -> StoreError {
    StoreError::Other(format!("the database holds the word {word:?} for {what}, which this program does not know"))
}

/// The word a plain enum is stored as is its word in JSON.
pub fn of_word<T: DeserializeOwned>(word: &str) -> Result<T, StoreError> {
    serde_json::from_value(serde_json::Value::String(word.to_string())).map_err(|_| unknown(std::any::type_name::<T>(), word))
}

/// The word a plain enum is stored as.
pub fn word<T: Serialize>(one: &T) -> Result<String, StoreError> {
    let word = serde_json::to_value(one)?.as_str().map(String::from);
    word.ok_or_else(|| StoreError::Other("an enum with fields has no one word".into()))
}

/// A school from its word and its figure.
pub fn school(word: &str, figure: Option<i16>) -> Result<School, StoreError> {
    let figure = || fit(figure.unwrap_or_default());
    Ok(match word {
        "staggered" => School::Staggered,
        "rows" => School::Rows { across: false, double: false },
        "rows-across" => School::Rows { across: true, double: false },
        "double-rows" => School::Rows { across: false, double: true },
        "double-rows-across" => School::Rows { across: true, double: true },
        "close" => School::Close { percent: figure()? },
        "scatter" => School::Scatter { seeds: figure()? },
        "square-foot" => School::SquareFoot,
        other => return Err(unknown("a school of spacing", other)),
    })
}

/// A pair of distances, where both are there.
pub fn spacing(along: Option<i32>, across: Option<i32>) -> Option<Spacing> {
    let (along, across) = along.zip(across)?;
    Some(Spacing { along: Length::tenths_mm(along), across: Length::tenths_mm(across) })
}

/// The word and the figure a school is stored as.
pub fn school_columns(school: School) -> (&'static str, Option<i16>) {
    match school {
        School::SquareFoot => ("square-foot", None),
        School::Staggered => ("staggered", None),
        School::Rows { across: false, double: false } => ("rows", None),
        School::Rows { across: true, double: false } => ("rows-across", None),
        School::Rows { across: false, double: true } => ("double-rows", None),
        School::Rows { across: true, double: true } => ("double-rows-across", None),
        School::Close { percent } => ("close", Some(percent.into())),
        School::Scatter { seeds } => ("scatter", Some(seeds.into())),
    }
}
