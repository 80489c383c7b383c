//! What was sent? Bodies read as the types they should be, with the field at fault named in a gardener's words.

use crate::errors::RequestError;
use actix_web::http::header::{self, ETag, EntityTag};
use actix_web::{HttpResponse, HttpResponseBuilder};
use jiff::civil::Date;
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;
use serde_json::error::Category;
use sparrow_core::change::limits;
use sparrow_core::climate::calendar::YEARS;
use sparrow_facts::refusal::Refusal;

/// The most values of a body that are tried for the one at fault.
const MOST_TRIED: usize = 200;
/// The longest body in which the one at fault is looked for \[bytes\].
const LONGEST_TRIED: usize = 16 * 1024;

/// What most answers are.
pub const JSON: &str = "application/json";

/// An answer about a garden at a revision.
pub fn tagged(revision: i64) -> HttpResponseBuilder {
    let mut answer = HttpResponse::Ok();
    answer.insert_header(ETag(EntityTag::new_strong(revision.to_string())));
    answer.insert_header((header::CACHE_CONTROL, "no-store")).content_type(JSON);
    answer
}

/// A day in the years that are planned.
pub fn planned(day: Date) -> Result<(), Refusal> {
    limits::year("year", day.year(), YEARS)
}

/// Writes an answer, where it is reckoned: a large one takes a while.
pub fn written<T: Serialize>(answer: &T) -> Result<Vec<u8>, RequestError> {
    serde_json::to_vec(answer).map_err(|error| RequestError::Broken(error.to_string()))
}

/// Reads a body, naming the field that could not be read.
pub fn read<T: DeserializeOwned>(body: &[u8]) -> Result<T, RequestError> {
    let mut reader = serde_json::Deserializer::from_slice(body);
    serde_path_to_error::deserialize(&mut reader).map_err(|error| {
        if matches!(error.inner().classify(), Category::Syntax | Category::Eof) {
            return RequestError::Unreadable { field: "what was sent".into(), said: "it breaks off, or is no JSON".into() };
        }
        let said = error.inner().to_string();
        // serde_json adds where in the text it stopped, which means nothing to a gardener.
        let said = said.split(" at line ").next().unwrap_or_default();
        let path = error.path().to_string();
        // Of a command only its kind is known while its fields are read, so the field is looked for.
        let tried = || if body.len() <= LONGEST_TRIED { at_fault::<T>(body, said) } else { None };
        let field = named_in(said).or_else(|| plain_at(body, &path)).or_else(tried).unwrap_or(path);
        RequestError::Unreadable { field: field_words(&field), said: words(said) }
    })
}

/// The field that an error names itself.
fn named_in(said: &str) -> Option<String> {
    let rest = said.strip_prefix("missing field ")?;
    Some(rest.trim_matches('`').to_string())
}

/// The place itself, where it is that of a plain value.
fn plain_at(body: &[u8], path: &str) -> Option<String> {
    let whole: Value = serde_json::from_slice(body).ok()?;
    let pointer = format!("/{}", path.replace(['.', '['], "/").replace(']', ""));
    whole.pointer(&pointer).filter(|value| !value.is_object() && !value.is_array()).map(|_| path.to_string())
}

/// The field without which the body would not be refused so: the one that holds the text read, or that, given another value,
/// makes the refusal another one.
fn at_fault<T: DeserializeOwned>(body: &[u8], said: &str) -> Option<String> {
    let whole: Value = serde_json::from_slice(body).ok()?;
    let mut leaves = Vec::new();
    gather(&whole, String::new(), &mut leaves);
    leaves.truncate(MOST_TRIED);
    let between = |open: char, close: char| Some(said.split_once(open)?.1.split_once(close)?.0);
    if let Some(read) = between('“', '”').or_else(|| between('`', '`')).or_else(|| between('"', '"')) {
        let text = |value: &Value| value.as_str().map_or_else(|| value.to_string(), |text| text.trim().to_string());
        let holds = |path: &&String| whole.pointer(path).is_some_and(|value| text(value) == read);
        if let Some(found) = leaves.iter().find(holds) {
            return Some(found.clone());
        }
    }
    let otherwise = |path: &String, instead: Value| {
        let mut tried = whole.clone();
        let Some(leaf) = tried.pointer_mut(path) else { return false };
        *leaf = instead;
        match serde_json::from_value::<T>(tried) {
            Ok(_) => true,
            // Another kind of command is no answer.
            Err(other) => !other.to_string().starts_with(said) && !other.to_string().contains("variant"),
        }
    };
    // A value of its own kind first, so that only the one at fault makes a difference; then one of another.
    let alike = |path: &String| match whole.pointer(path) {
        Some(Value::Number(_)) => vec![Value::from(1)],
        Some(Value::String(_)) => vec![Value::from("2027-05-31"), Value::from("1 in")],
        Some(Value::Bool(was)) => vec![Value::from(!was)],
        _ => vec![Value::from(1), Value::from("1 in"), Value::from("2027-05-31")],
    };
    let unlike = |path: &String| match whole.pointer(path) {
        Some(Value::Number(_)) => vec![Value::from("1 in"), Value::from(true)],
        _ => vec![Value::from(1), Value::from(true)],
    };
    let hit = |instead: &dyn Fn(&String) -> Vec<Value>, path: &&String| instead(path).into_iter().any(|one| otherwise(path, one));
    // Where nothing is there, what says nothing is most often at fault.
    let (empty, rest): (Vec<&String>, Vec<&String>) =
        leaves.iter().partition(|path| whole.pointer(path).is_some_and(Value::is_null));
    let nothing = said.contains("null") || said.contains("unit value");
    let [first, then] = if nothing { [empty, rest] } else { [rest, empty] };
    let order: Vec<&String> = first.into_iter().chain(then).collect();
    let found = order.iter().find(|path| hit(&alike, path)).or_else(|| order.iter().find(|path| hit(&unlike, path)));
    found.map(|path| path.to_string())
}

/// The places of all plain values, as JSON pointers.
fn gather(value: &Value, path: String, leaves: &mut Vec<String>) {
    match value {
        Value::Object(fields) => fields.iter().for_each(|(key, value)| gather(value, format!("{path}/{key}"), leaves)),
        Value::Array(values) => values.iter().enumerate().for_each(|(n, value)| gather(value, format!("{path}/{n}"), leaves)),
        _ => leaves.push(path),
    }
}

/// The name of a field out of its place: the last part that is a name, without the marks of a machine.
fn field_words(path: &str) -> String {
    let is_name = |part: &&str| part.chars().any(char::is_alphabetic);
    path.split(['/', '.', '[', ']']).rfind(is_name).map_or_else(|| "what was sent".to_string(), |name| name.replace('_', " "))
}

/// What a reader of data says, in a gardener's words; what our own readers say stays as it is.
fn words(said: &str) -> String {
    let kind = |expected: &str| match expected.split_whitespace().next().unwrap_or_default() {
        "u8" | "u16" | "u32" | "u64" | "usize" => "a whole number from 0 up",
        "i8" | "i16" | "i32" | "i64" | "integer" => "a whole number",
        "f32" | "f64" => "a number",
        _ if expected.contains("string") => "a text",
        _ if expected.contains("bool") => "yes or no",
        _ if expected.contains("length") => "a length such as 3'6\" or 107 cm",
        _ => "something else",
    };
    let found = |found: &str| {
        let bare = found.split_once('`').map_or(found, |(_, rest)| rest.trim_end_matches('`'));
        bare.strip_prefix("string ").unwrap_or(bare).to_string()
    };
    if said.starts_with("missing field") {
        return "it is missing".into();
    }
    if let Some((what, expected)) = said.strip_prefix("invalid type: ").and_then(|rest| rest.split_once(", expected ")) {
        return match what {
            "null" | "unit value" | "Option value" => format!("{} is wanted, and nothing is there", kind(expected)),
            _ => format!("read {}, where {} is wanted", found(what), kind(expected)),
        };
    }
    if let Some((what, expected)) = said.strip_prefix("invalid value: ").and_then(|rest| rest.split_once(", expected ")) {
        return format!("{} is not {}", found(what), kind(expected));
    }
    for (unknown, told) in [("unknown variant `", "is none of the choices"), ("unknown field `", "is not known here")] {
        if let Some((what, _)) = said.strip_prefix(unknown).and_then(|rest| rest.split_once('`')) {
            return format!("“{what}” {told}");
        }
    }
    if said.contains("four digit integer") || said.contains("parse month") || said.contains("parse day") {
        return "a day such as 2027-05-31 is wanted".into();
    }
    if said.contains("did not match any variant") { "it could not be read".into() } else { said.to_string() }
}

/// A text that is nobody else's to keep on its way; with a name the browser keeps it as a file.
pub fn file(kind: &str, name: Option<&str>, body: String) -> HttpResponse {
    let mut answer = HttpResponse::Ok();
    answer.content_type(kind).insert_header((header::CACHE_CONTROL, "no-store"));
    if let Some(name) = name {
        answer.insert_header((header::CONTENT_DISPOSITION, format!("attachment; filename=\"{name}\"")));
    }
    answer.body(body)
}
