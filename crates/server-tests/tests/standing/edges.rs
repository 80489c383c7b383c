//! Input at the edges of its types, from what a schema says of them: whatever is read anywhere is covered by being described.
//!
//! Most of a value is usual, so that it gets past the first check, and some of it is not.

use proptest::prelude::*;
use proptest::sample::select;
use proptest::strategy::Union;
use serde_json::{Map, Value, json};
use std::collections::BTreeMap;

/// Texts nobody expects.
const ODD: [&str; 9] =
    ["", " ", "\u{0}", "\u{202e}\u{200b}", "'; drop table garden; --", "../../etc/passwd", "½ ﬁ", "𝔘\u{301}", "-"];
/// Days at the edges of what a calendar knows.
const DAYS: [&str; 8] =
    ["-009999-01-01", "9999-12-31", "1900-01-01", "2200-12-31", "2027-02-29", "0000-01-01", "2200-12-31T23:59", "99999-01-01"];
/// Lengths as a tape says them, and as none does.
const TAPES: [&str; 9] = ["4 ft", "12 in", "30 cm", "3'6\"", "0 in", "-1 in", "99999999999 km", "1e308 in", "1/0 in"];
/// How many things a list may have that is longer than anybody writes.
const MANY: [usize; 4] = [61, 201, 1000, 12_001];

/// What is known of values: shapes that refer to each other, and what stands under each name in a real garden.
pub struct Edges {
    document: Value,
    usual: BTreeMap<String, Vec<Value>>,
    /// The ways of each crop.
    ways: BTreeMap<String, Vec<String>>,
}

impl Edges {
    /// From a document whose references are to be followed, examples of what is usual, and a catalogue.
    pub fn new(document: Value, examples: &[&Value], catalogue: &Value) -> Edges {
        let mut edges = Edges { document, usual: BTreeMap::new(), ways: BTreeMap::new() };
        examples.iter().for_each(|example| edges.gather("", example));
        for crop in catalogue["crops"].as_array().into_iter().flatten() {
            let key = crop["key"].as_str().unwrap_or_default().to_string();
            let ways = crop["ways"].as_array().into_iter().flatten().filter_map(|way| way["key"].as_str().map(String::from));
            edges.usual.entry("crop".into()).or_default().push(json!(key));
            edges.ways.insert(key, ways.collect());
        }
        edges
    }

    fn gather(&mut self, name: &str, value: &Value) {
        match value {
            Value::Object(fields) => fields.iter().for_each(|(name, value)| self.gather(name, value)),
            Value::Array(items) => {
                // What is one of `patches` is named `patch` elsewhere, by its number.
                for number in items.iter().filter_map(|item| item.get("id")) {
                    self.gather(&one_of(name), number);
                }
                items.iter().take(30).for_each(|item| self.gather(name, item));
            }
            Value::Null | Value::Bool(_) => {}
            plain => {
                let known = self.usual.entry(name.to_string()).or_default();
                if known.len() < 60 && !known.contains(plain) {
                    known.push(plain.clone());
                }
            }
        }
    }

    /// Values of a schema, mostly such as are let in.
    pub fn of(&self, schema: &Value) -> BoxedStrategy<Value> {
        let ways = self.ways.clone();
        (self.shaped(schema, ""), any::<u64>()).prop_map(move |(value, seed)| mended(value, &ways, seed)).boxed()
    }

    fn shaped(&self, schema: &Value, name: &str) -> BoxedStrategy<Value> {
        if let Some(at) = schema["$ref"].as_str() {
            let found = self.document.pointer(at.trim_start_matches('#'));
            return self.shaped(found.unwrap_or_else(|| panic!("{at} is described")), name);
        }
        if let Some(one) = schema.get("const") {
            return Just(one.clone()).boxed();
        }
        if let Some(all) = schema["enum"].as_array() {
            return select(all.clone()).boxed();
        }
        for word in ["oneOf", "anyOf"] {
            if let Some(all) = schema[word].as_array() {
                // Fields beside the choice belong to each of them.
                let beside = schema["properties"].is_object().then(|| self.object(schema));
                let choice = Union::new(all.iter().map(|one| self.shaped(one, name)));
                return match beside {
                    None => choice.boxed(),
                    Some(beside) => (choice, beside).prop_map(|(one, other)| joined(one, other)).boxed(),
                };
            }
        }
        match &schema["type"] {
            Value::Array(kinds) => {
                let one = |kind: &Value| {
                    let mut one = schema.clone();
                    one["type"] = kind.clone();
                    self.shaped(&one, name)
                };
                Union::new(kinds.iter().map(one)).boxed()
            }
            Value::String(kind) => self.plain(kind, schema, name),
            _ => Union::new([Just(Value::Null).boxed(), self.text("", name), self.whole(&json!({}), name)]).boxed(),
        }
    }

    fn plain(&self, kind: &str, schema: &Value, name: &str) -> BoxedStrategy<Value> {
        match kind {
            "null" => Just(Value::Null).boxed(),
            "boolean" => any::<bool>().prop_map(Value::from).boxed(),
            "integer" => self.whole(schema, name),
            "number" => prop_oneof![
                6 => (-50.0..60.0f64).prop_map(Value::from),
                1 => select(vec![0.0, -1.0, 1e308, -1e308, f64::MIN_POSITIVE]).prop_map(Value::from)
            ]
            .boxed(),
            "string" => self.text(schema["format"].as_str().unwrap_or_default(), name),
            "array" => self.list(schema, name),
            "object" => self.object(schema),
            other => panic!("{other} is no type"),
        }
    }

    fn object(&self, schema: &Value) -> BoxedStrategy<Value> {
        let required: Vec<&str> = schema["required"].as_array().into_iter().flatten().filter_map(Value::as_str).collect();
        let none = Map::new();
        let fields = schema["properties"].as_object().unwrap_or(&none);
        let field = |(name, schema): (&String, &Value)| {
            let (name, value) = (name.clone(), self.shaped(schema, name));
            let often = if required.contains(&name.as_str()) { 0.998 } else { 0.6 };
            proptest::option::weighted(often, value).prop_map(move |value| value.map(|value| (name.clone(), value))).boxed()
        };
        let fields: Vec<BoxedStrategy<Option<(String, Value)>>> = fields.iter().map(field).collect();
        fields.prop_map(|fields| Value::Object(fields.into_iter().flatten().collect())).boxed()
    }

    fn list(&self, schema: &Value, name: &str) -> BoxedStrategy<Value> {
        if let Some(items) = schema["prefixItems"].as_array() {
            let items: Vec<BoxedStrategy<Value>> = items.iter().map(|item| self.shaped(item, name)).collect();
            return items.prop_map(Value::Array).boxed();
        }
        let item = self.shaped(&schema["items"], name);
        if let (Some(least), Some(most)) = (schema["minItems"].as_u64(), schema["maxItems"].as_u64()) {
            return proptest::collection::vec(item, least as usize..=most as usize).prop_map(Value::Array).boxed();
        }
        prop_oneof![
            10 => proptest::collection::vec(item.clone(), 0..4).prop_map(Value::Array),
            2 => proptest::collection::vec(item.clone(), 4..30).prop_map(Value::Array),
            1 => (item, select(MANY.to_vec())).prop_map(|(one, many)| Value::Array(vec![one; many])),
        ]
        .boxed()
    }

    fn whole(&self, schema: &Value, name: &str) -> BoxedStrategy<Value> {
        let [least, most] = match schema["format"].as_str().unwrap_or_default() {
            "uint8" => [0, i64::from(u8::MAX)],
            "uint16" => [0, i64::from(u16::MAX)],
            "uint32" => [0, i64::from(u32::MAX)],
            "uint64" | "uint" => [0, i64::MAX],
            "int16" => [i64::from(i16::MIN), i64::from(i16::MAX)],
            "int32" => [i64::from(i32::MIN), i64::from(i32::MAX)],
            _ => [i64::MIN, i64::MAX],
        };
        let few: Vec<i64> = [1, 2, 0, 3, 2027].into_iter().filter(|few| (least..=most).contains(few)).collect();
        let usual = self.usual.get(name).map(|known| known.iter().filter(|one| one.is_i64()).cloned().collect::<Vec<_>>());
        let usual = usual.filter(|known| !known.is_empty()).unwrap_or_else(|| few.iter().map(|few| json!(few)).collect());
        prop_oneof![
            8 => select(usual),
            4 => (0..20i64).prop_map(Value::from),
            1 => select(vec![least, most, most - 1, least + 1]).prop_map(Value::from),
        ]
        .boxed()
    }

    fn text(&self, format: &str, name: &str) -> BoxedStrategy<Value> {
        let day = (2025..2030i16, 1..13i8, 1..29i8).prop_map(|(year, month, day)| json!(format!("{year}-{month:02}-{day:02}")));
        let odd = prop_oneof![
            4 => select(ODD.to_vec()).prop_map(Value::from),
            1 => select(vec![41usize, 201, 10_000]).prop_map(|long| json!("ä".repeat(long))),
        ];
        if format == "date" {
            return prop_oneof![12 => day, 1 => select(DAYS.to_vec()).prop_map(Value::from)].boxed();
        }
        if format == "uuid" {
            // Version 7, of the year before these tests' day.
            let number = (any::<u128>(), 1_764_000_000_000..1_795_000_000_000u128).prop_map(|(bits, at)| {
                let bits =
                    (bits & (u128::MAX >> 48) & !(0xf000 << 64) & !(0xc000 << 48)) | at << 80 | 0x7000 << 64 | 0x8000 << 48;
                let hex = format!("{bits:032x}");
                json!(format!("{}-{}-{}-{}-{}", &hex[..8], &hex[8..12], &hex[12..16], &hex[16..20], &hex[20..]))
            });
            return prop_oneof![12 => number, 1 => select(ODD.to_vec()).prop_map(Value::from)].boxed();
        }
        let texts = |known: &Vec<Value>| known.iter().filter(|one| one.is_string()).cloned().collect::<Vec<_>>();
        let known = self.usual.get(name).map(texts).filter(|known| !known.is_empty());
        let usual = known.unwrap_or_else(|| TAPES.iter().map(|tape| json!(tape)).collect());
        prop_oneof![10 => select(usual), 1 => select(TAPES.to_vec()).prop_map(Value::from), 1 => odd].boxed()
    }
}

/// The name for one of what a list is named for.
fn one_of(list: &str) -> String {
    let ending =
        [("ies", "y"), ("ches", "ch"), ("s", "")].into_iter().find_map(|(many, one)| Some((list.strip_suffix(many)?, one)));
    ending.map_or_else(|| list.to_string(), |(stem, one)| format!("{stem}{one}"))
}

fn joined(mut one: Value, other: Value) -> Value {
    if let (Some(fields), Value::Object(others)) = (one.as_object_mut(), other) {
        fields.extend(others);
    }
    one
}

/// Most crops are given a way in which they are grown: else hardly anything would get past that.
fn mended(value: Value, ways: &BTreeMap<String, Vec<String>>, seed: u64) -> Value {
    match value {
        Value::Array(items) => {
            Value::Array((0..).zip(items).map(|(n, item)| mended(item, ways, seed.rotate_left(n % 64))).collect())
        }
        Value::Object(fields) => {
            let known =
                fields.get("crop").and_then(Value::as_str).and_then(|crop| ways.get(crop)).filter(|ways| !ways.is_empty());
            let way = known.filter(|_| !seed.is_multiple_of(16)).map(|ways| json!(ways[(seed / 16) as usize % ways.len()]));
            let field = |(n, (name, value)): (u32, (String, Value))| match (&way, name.as_str(), value) {
                (Some(way), "way", Value::String(_)) => (name, way.clone()),
                (_, _, value) => (name, mended(value, ways, seed.rotate_left(n % 64))),
            };
            Value::Object((1..).zip(fields).map(field).collect())
        }
        plain => plain,
    }
}
