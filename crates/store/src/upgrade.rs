//! Stored edits of earlier versions, made readable: one step a version, on the JSON, so that a step stays right
//! whatever becomes of today's types.
//!
//! Version 1 kept what was said of the years ahead (`turns`) and of the weather (`almanac`) as two documents, whole before
//! and after. Version 2 tells their rows.

use crate::StoreError;
use serde_json::{Value, json};
use sparrow_facts::edit::Edit;
use sparrow_facts::upgrade;

/// The version that edits are written in.
pub const EDITS: i16 = 4;

/// Edits as they were stored, in the words of today.
///
/// # Errors
/// When they are of a version nobody knows, or cannot be read.
pub fn edits(stored: Value, version: i16) -> Result<Vec<Edit>, StoreError> {
    let stored = match version {
        1 => placed(planted_together(rows_for_documents(stored))),
        2 => placed(planted_together(stored)),
        3 => placed(stored),
        EDITS => stored,
        other => return Err(StoreError::Other(format!("stored edits are of version {other}; {EDITS} is the latest known here"))),
    };
    Ok(serde_json::from_value(stored)?)
}

/// Version 1 to 2.
fn rows_for_documents(stored: Value) -> Value {
    let Value::Array(edits) = stored else { return stored };
    let rows = edits.into_iter().flat_map(|edit| match edit["fact"].as_str() {
        Some("turns") => turns(&edit["before"], &edit["after"]),
        Some("almanac") => almanac(&edit["before"], &edit["after"]),
        _ => vec![edit],
    });
    Value::Array(rows.collect())
}

/// Version 2 to 3.
fn planted_together(stored: Value) -> Value {
    let Value::Array(mut edits) = stored else { return stored };
    for edit in &mut edits {
        let fact = edit["fact"].as_str().map(str::to_owned);
        for side in ["before", "after"] {
            match fact.as_deref() {
                Some("patch") => edit.get_mut(side).into_iter().for_each(upgrade::planted_in),
                Some("grouping") => {
                    let parts = edit.get_mut(side).and_then(|grouping| grouping.get_mut("parts"));
                    parts.into_iter().for_each(upgrade::planted_in_each);
                }
                _ => {}
            }
        }
    }
    Value::Array(edits)
}

/// Version 3 to 4.
fn placed(stored: Value) -> Value {
    let Value::Array(mut edits) = stored else { return stored };
    for edit in &mut edits {
        let step = match edit["fact"].as_str() {
            Some("site") => upgrade::freezes_in,
            Some("climate") => upgrade::place_for_shape,
            _ => continue,
        };
        for side in ["before", "after"] {
            edit.get_mut(side).into_iter().for_each(step);
        }
    }
    Value::Array(edits)
}

/// What is gone, otherwise and new in a list whose rows are told apart by some of their fields.
fn rows(fact: &str, list: &str, keys: &[&str], before: &Value, after: &Value) -> [Vec<Value>; 3] {
    let of = |document: &Value| document[list].as_array().cloned().unwrap_or_default();
    let (before, after) = (of(before), of(after));
    let same = |one: &Value, other: &Value| keys.iter().all(|key| one[key] == other[key]);
    let edit = |before: Option<&Value>, after: Option<&Value>| json!({ "fact": fact, "before": before, "after": after });
    let there = |list: &[Value], one: &Value| list.iter().find(|other| same(one, other)).cloned();
    let gone = before.iter().filter(|one| there(&after, one).is_none()).map(|one| edit(Some(one), None)).collect();
    let mut other = Vec::new();
    let mut new = Vec::new();
    for one in &after {
        match there(&before, one) {
            None => new.push(edit(None, Some(one))),
            Some(was) if was != *one => other.push(edit(Some(&was), Some(one))),
            Some(_) => {}
        }
    }
    [gone, other, new]
}

/// Beds that are named in a list, or no longer.
fn flags(fact: &str, list: &str, before: &Value, after: &Value) -> Vec<Value> {
    let of = |document: &Value| document[list].as_array().cloned().unwrap_or_default();
    let (before, after) = (of(before), of(after));
    let flag = |bed: &Value, is: bool| json!({ "fact": fact, "bed": bed, "before": !is, "after": is });
    let off = before.iter().filter(|bed| !after.contains(bed)).map(|bed| flag(bed, false));
    let on = after.iter().filter(|bed| !before.contains(bed)).map(|bed| flag(bed, true));
    off.chain(on).collect()
}

/// Some fields of a document that are told together.
fn together(fact: &str, fields: &[&str], before: &Value, after: &Value) -> Option<Value> {
    let of =
        |document: &Value| Value::Object(fields.iter().map(|field| ((*field).to_string(), document[field].clone())).collect());
    (of(before) != of(after)).then(|| json!({ "fact": fact, "before": of(before), "after": of(after) }))
}

/// In the order that references between the tables ask for: see `sparrow_facts::difference`.
fn turns(before: &Value, after: &Value) -> Vec<Value> {
    let list = |fact, list, keys: &[&str]| rows(fact, list, keys, before, after);
    let rules = together("turn-rules", &["years", "school", "unit", "covers_count"], before, after);
    let [pins_gone, pins_other, pins_new] = list("pin", "pins", &["wish", "year"]);
    let [plans_gone, mut plans_other, plans_new] = list("plan", "plans", &["id"]);
    let [wishes_gone, wishes_other, wishes_new] = list("wish", "wishes", &["id"]);
    plans_other.sort_by_key(|edit| edit["after"]["followed"].as_bool());
    let mut edits: Vec<Value> = rules.into_iter().collect();
    for part in [pins_gone, plans_gone, wishes_other, wishes_new, plans_other, plans_new, pins_other, pins_new, wishes_gone] {
        edits.extend(part);
    }
    let rest = [
        list("closing", "closed", &["at", "year"]),
        list("unknown-year", "unknown", &["bed", "year"]),
        list("own-family", "families", &["family"]),
        list("soil-finding", "findings", &["bed", "family"]),
    ];
    edits.extend(rest.into_iter().flatten().flatten());
    edits.extend(flags("shady", "shady", before, after));
    edits.extend(flags("divided", "divided", before, after));
    edits
}

fn almanac(before: &Value, after: &Value) -> Vec<Value> {
    let mut edits = Vec::new();
    if before["station"] != after["station"] {
        edits.push(json!({ "fact": "station", "before": before["station"], "after": after["station"] }));
    }
    edits.extend(together("climate", &["from", "shape", "months", "appetite"], before, after));
    if before["shelf"] != after["shelf"] {
        edits.push(json!({ "fact": "shelf", "before": before["shelf"], "after": after["shelf"] }));
    }
    let lists = [rows("bed-warmth", "beds", &["bed"], before, after), rows("reading", "readings", &["on", "bed"], before, after)];
    edits.extend(lists.into_iter().flatten().flatten());
    edits
}
