//! How were facts told in earlier versions? Steps on their JSON, used by stored edits and garden files alike, so that a
//! step stays right whatever becomes of today's types.

use serde_json::{Map, Value};

/// What is planted in each patch or part of a list, put together: see [`planted_in`].
pub fn planted_in_each(list: &mut Value) {
    list.as_array_mut().into_iter().flatten().for_each(planted_in);
}

/// A patch, or a part of a grouping, that told what is planted field by field, as one that tells it together under
/// `planted`. Anything else is left as it is.
pub fn planted_in(told: &mut Value) {
    let Some(told) = told.as_object_mut().filter(|told| told.contains_key("crop")) else { return };
    let fields = ["crop", "way", "holes", "between", "school"];
    let planted: Map<String, Value> = fields.into_iter().filter_map(|field| told.remove_entry(field)).collect();
    told.insert("planted".into(), Value::Object(planted));
}
