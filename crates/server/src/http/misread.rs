//! What is wrong with a body that could not be read? The first place in it that is not as the API's own description has it, with what
//! is wanted there, in a gardener's words.
//!
//! What reads a body says which type of the machine it stopped at, and of a command or question not where: so the body is held
//! against the schema of what it should be.

use jiff::civil::Date;
use schemars::JsonSchema;
use schemars::generate::SchemaSettings;
use serde_json::{Map, Value};
use std::any::TypeId;
use std::collections::HashMap;
use std::sync::{Arc, LazyLock, Mutex, PoisonError};

/// What is wrong in one place of a body.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Misread {
    /// The name of the field at fault; the innermost that has one.
    pub field: String,
    /// What is wrong with it.
    pub said: String,
}

/// Schemas that were asked for, by their types: making one takes longer than reading most bodies.
static SCHEMAS: LazyLock<Mutex<HashMap<TypeId, Arc<Value>>>> = LazyLock::new(Mutex::default);

/// The first place where a body is not as its type's schema has it; `None` when it is, so that what it says is wrong in another way.
pub fn misread<T: JsonSchema + 'static>(body: &Value) -> Option<Misread> {
    let mut schemas = SCHEMAS.lock().unwrap_or_else(PoisonError::into_inner);
    let made = || {
        let generator = SchemaSettings::draft2020_12().for_deserialize().into_generator();
        Arc::new(generator.into_root_schema_for::<T>().to_value())
    };
    let schema = Arc::clone(schemas.entry(TypeId::of::<T>()).or_insert_with(made));
    drop(schemas);
    Held { definitions: &schema["$defs"] }.fault(&schema, body, "what was sent")
}

/// The field of a body that holds a text, as it was read.
pub fn field_with(body: &Value, read: &str) -> Option<String> {
    fn search(value: &Value, field: &str, read: &str) -> Option<String> {
        match value {
            Value::Object(fields) => fields.iter().find_map(|(key, value)| search(value, key, read)),
            Value::Array(values) => values.iter().find_map(|value| search(value, field, read)),
            Value::String(text) => (text.trim() == read).then(|| words(field)),
            _ => None,
        }
    }
    search(body, "what was sent", read)
}

/// The name of a field without the marks of a machine.
fn words(field: &str) -> String {
    field.replace('_', " ")
}

struct Held<'s> {
    definitions: &'s Value,
}

impl<'s> Held<'s> {
    /// The schema that another one refers to.
    fn named(&self, schema: &'s Value) -> Option<&'s Value> {
        let name = schema["$ref"].as_str()?.strip_prefix("#/$defs/")?;
        Some(&self.definitions[name])
    }

    /// A schema, or the one that stands in its place; one that has fields of its own beside another is left as it is.
    fn resolved(&self, schema: &'s Value) -> &'s Value {
        match self.named(schema).filter(|_| schema.get("properties").is_none()) {
            Some(named) => self.resolved(named),
            None => schema,
        }
    }

    fn fault(&self, schema: &'s Value, value: &Value, field: &str) -> Option<Misread> {
        let schema = self.resolved(schema);
        if let Some(fault) = self.named(schema).and_then(|named| self.fault(named, value, field)) {
            return Some(fault);
        }
        let told = |said: String| Some(Misread { field: words(field), said });
        let choices = ["oneOf", "anyOf"].iter().find_map(|key| schema[*key].as_array());
        let in_choice = choices.and_then(|choices| self.of_choices(schema, choices, value, field));
        if in_choice.is_some() {
            return in_choice;
        }
        let words = schema["enum"].as_array().cloned().or_else(|| schema.get("const").map(|only| vec![only.clone()]));
        if words.is_some_and(|words| !words.contains(value)) {
            return told(none_of_the_choices(value));
        }
        let kinds: Vec<&str> = match &schema["type"] {
            Value::Array(kinds) => kinds.iter().filter_map(Value::as_str).collect(),
            kind => kind.as_str().into_iter().collect(),
        };
        if !kinds.is_empty() && !kinds.iter().any(|kind| is_of(value, kind)) {
            return told(instead(value, &wanted(schema)));
        }
        match value {
            Value::Object(fields) => self.of_fields(schema, fields),
            Value::Array(values) => self.of_list(schema, values, field),
            Value::Number(number) => {
                let number = number.as_f64()?;
                let outside = schema["minimum"].as_f64().is_some_and(|least| number < least)
                    || schema["maximum"].as_f64().is_some_and(|most| number > most);
                if outside { told(format!("{value} is not {}", wanted(schema))) } else { None }
            }
            Value::String(text) if schema["format"] == "date" && text.parse::<Date>().is_err() => {
                told(format!("{} is wanted", wanted(schema)))
            }
            _ => None,
        }
    }

    fn of_choices(&self, schema: &Value, choices: &'s [Value], value: &Value, field: &str) -> Option<Misread> {
        let choices: Vec<&Value> = choices.iter().map(|one| self.resolved(one)).collect();
        let told = |field: &str, said: String| Some(Misread { field: words(field), said });
        // Kinds of one thing are told apart by a word of theirs, such as what a command does.
        if let Some(tag) = tag(&choices) {
            let Some(fields) = value.as_object() else { return told(field, instead(value, "something else")) };
            let Some(word) = fields.get(tag) else { return told(tag, "it is missing".into()) };
            let meant = choices.iter().find(|one| one["properties"][tag]["const"] == *word);
            return meant.map_or_else(|| told(tag, none_of_the_choices(word)), |meant| self.fault(meant, value, field));
        }
        let faults = || choices.iter().map(|one| self.fault(one, value, field));
        if faults().any(|fault| fault.is_none()) {
            return None;
        }
        if choices.iter().all(|one| one.get("const").is_some() || one.get("enum").is_some()) {
            return told(field, none_of_the_choices(value));
        }
        // Of several shapes the one is meant that is of the same kind of value.
        let alike = choices.iter().find(|one| one["type"].as_str().is_some_and(|kind| is_of(value, kind)));
        match alike.and_then(|meant| self.fault(meant, value, field)) {
            Some(fault) => Some(fault),
            None => {
                // A choice that says itself what it is tells more than the field.
                let one = choices.iter().find(|one| one["type"] != "null" && one["description"].is_string());
                told(field, instead(value, &wanted(one.copied().unwrap_or(schema))))
            }
        }
    }

    fn of_fields(&self, schema: &'s Value, fields: &Map<String, Value>) -> Option<Misread> {
        let known = schema["properties"].as_object();
        if schema["additionalProperties"] == false
            && let Some(odd) = fields.keys().find(|name| known.is_none_or(|known| !known.contains_key(*name)))
        {
            return Some(Misread { field: words(odd), said: format!("“{odd}” is not known here") });
        }
        let each = |(name, value): (&String, &Value)| {
            let schema = known.and_then(|known| known.get(name)).or_else(|| schema.get("additionalProperties"))?;
            self.fault(schema, value, name)
        };
        let missing = || {
            let mut required = schema["required"].as_array().into_iter().flatten().filter_map(Value::as_str);
            let name = required.find(|name| !fields.contains_key(*name))?;
            Some(Misread { field: words(name), said: "it is missing".into() })
        };
        // What is there and wrong was typed by somebody; what is missing comes after it.
        fields.iter().find_map(each).or_else(missing)
    }

    fn of_list(&self, schema: &'s Value, values: &[Value], field: &str) -> Option<Misread> {
        let many = values.len() as u64;
        let [least, most] = ["minItems", "maxItems"].map(|key| schema[key].as_u64());
        if least.is_some_and(|least| many < least) || most.is_some_and(|most| many > most) {
            let wanted = least.or(most).unwrap_or_default();
            return Some(Misread { field: words(field), said: format!("read {many} of them, where {wanted} are wanted") });
        }
        let each = schema["prefixItems"].as_array();
        let at = |n: usize| each.and_then(|each| each.get(n)).or_else(|| schema.get("items").filter(|items| items.is_object()));
        values.iter().enumerate().find_map(|(n, value)| self.fault(at(n)?, value, field))
    }
}

/// The field in which each of several kinds has a word of its own.
fn tag<'s>(choices: &[&'s Value]) -> Option<&'s str> {
    let (first, rest) = choices.split_first()?;
    let has = |one: &Value, name: &str| one["properties"][name].get("const").is_some();
    let names = first["properties"].as_object()?.keys();
    names.map(String::as_str).find(|name| has(first, name) && rest.iter().all(|one| has(one, name)))
}

fn is_of(value: &Value, kind: &str) -> bool {
    match kind {
        "null" => value.is_null(),
        "boolean" => value.is_boolean(),
        "object" => value.is_object(),
        "array" => value.is_array(),
        "string" => value.is_string(),
        "integer" => value.is_i64() || value.is_u64(),
        _ => value.is_number(),
    }
}

/// What a schema wants.
fn wanted(schema: &Value) -> String {
    if let Some(said) = schema["description"].as_str().filter(|_| schema.get("anyOf").is_some()) {
        let said = said.split([';', '.']).next().unwrap_or_default();
        let first = said.chars().next().map(|letter| letter.to_lowercase().to_string()).unwrap_or_default();
        return format!("{first}{}", said.chars().skip(1).collect::<String>());
    }
    let kind = match &schema["type"] {
        Value::Array(kinds) => kinds.iter().filter_map(Value::as_str).find(|kind| *kind != "null"),
        kind => kind.as_str(),
    };
    match kind {
        Some("integer") => match (schema["minimum"].as_i64(), schema["maximum"].as_i64()) {
            (Some(least), Some(most)) => format!("a whole number from {least} to {most}"),
            (Some(least), None) => format!("a whole number from {least} up"),
            _ => "a whole number".into(),
        },
        Some("number") => "a number".into(),
        Some("boolean") => "yes or no".into(),
        Some("string") if schema["format"] == "date" => "a day such as 2027-05-31".into(),
        Some("string") => "a text".into(),
        Some("array") => "a list".into(),
        _ => "something else".into(),
    }
}

fn instead(value: &Value, wanted: &str) -> String {
    match value {
        Value::Null => format!("{wanted} is wanted, and nothing is there"),
        Value::Object(_) => format!("read several fields, where {wanted} is wanted"),
        Value::Array(_) => format!("read a list, where {wanted} is wanted"),
        plain => format!("read {}, where {wanted} is wanted", short(&plain.to_string())),
    }
}

fn none_of_the_choices(value: &Value) -> String {
    match value {
        Value::String(word) => format!("“{}” is none of the choices", short(word)),
        Value::Null => "one of the choices is wanted, and nothing is there".into(),
        other => format!("{} is none of the choices", short(&other.to_string())),
    }
}

/// As much of a text as one line of a refusal holds.
fn short(text: &str) -> String {
    const LONGEST: usize = 60;
    if text.chars().count() <= LONGEST { text.into() } else { format!("{}…", text.chars().take(LONGEST).collect::<String>()) }
}
