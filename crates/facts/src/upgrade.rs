//! How were facts told in earlier versions? Steps on their JSON, used by stored edits and garden files alike, so that a
//! step stays right whatever becomes of today's types.

use serde_json::{Map, Value, json};

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

/// A site that told two frost dates, or that it never freezes, as one that says what its household knows of its frosts.
pub fn freezes_in(site: &mut Value) {
    let Some(site) = site.as_object_mut() else { return };
    let Some(frost) = site.remove("frost") else { return };
    let freezes = match frost {
        Value::Object(mut frost) => {
            frost.insert("is".into(), "dates".into());
            frost.insert("in_ten".into(), 10.into());
            Value::Object(frost)
        }
        _ => json!({ "is": "never" }),
    };
    site.insert("freezes".into(), freezes);
}

/// A climate that was one of a dozen generic years, as one that is read from where the garden lies.
pub fn place_for_shape(climate: &mut Value) {
    let Some(climate) = climate.as_object_mut() else { return };
    climate.remove("shape");
    if let Some(from) = climate.get_mut("from").filter(|from| *from == "shape") {
        *from = "place".into();
    }
}
