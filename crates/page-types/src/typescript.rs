//! How does a JSON Schema read in TypeScript? One file of types from the API's own description.

use serde_json::{Map, Value};
use std::collections::BTreeSet;

/// Where the description keeps its shapes.
const AT: &str = "#/components/schemas/";
/// Before the name of a shape that is read where another of that name is answered.
const ASKED: &str = "asked.";
/// The longest list of a fixed length that is a tuple.
const LONGEST_TUPLE: u64 = 24;

/// All shapes of a description of an API (OpenAPI 3.1) as exported types, in the order of their names.
///
/// A shape that is read and not answered as well has its plain name, and so has one that is read as it is answered; one of which
/// more may be left out when it is read is called `Asked…`.
pub fn types(description: &Value) -> String {
    let Some(schemas) = description["components"]["schemas"].as_object() else { return String::new() };
    let naming = Naming::of(schemas);
    let mut told = String::from("// The shapes of what is sent and answered. Written by `cargo xtask generate`.\n");
    let mut named: Vec<(String, &Value)> =
        schemas.iter().filter(|(name, _)| naming.is_own(name)).map(|(name, schema)| (naming.name(name), schema)).collect();
    named.sort_by(|one, other| one.0.cmp(&other.0));
    for (name, schema) in named {
        let text = naming.text(schema, 0);
        told.push_str(&format!("\n{}export type {name} = {text};\n", comment(schema, "")));
    }
    told.push_str(&routes(description, &naming));
    told
}

/// Where the API's own routes begin.
const API: &str = "/api/v1";

/// Every route of the API: what stands in its address and behind its question mark, what it reads and what it answers.
fn routes(description: &Value, naming: &Naming) -> String {
    let mut told = String::from("\n/** The routes, by method and path. */\nexport interface Routes {\n");
    for (path, methods) in description["paths"].as_object().into_iter().flatten() {
        let Some(path) = path.strip_prefix(API) else { continue };
        for (method, route) in methods.as_object().into_iter().flatten() {
            let said = route["summary"].as_str().unwrap_or_default();
            told.push_str(&format!("  /** {said} */\n  '{} {path}': {{\n", method.to_uppercase()));
            for (key, place) in [("at", "path"), ("asks", "query")] {
                if let Some(fields) = parameters(route, place, naming) {
                    told.push_str(&format!("    {key}: {{ {fields} }};\n"));
                }
            }
            if let Some(schema) = route.pointer("/requestBody/content/application~1json/schema") {
                told.push_str(&format!("    reads: {};\n", naming.text(schema, 2)));
            }
            told.push_str(&format!("    answers: {};\n  }};\n", answer(route, naming)));
        }
    }
    told.push_str("}\n");
    told
}

/// What stands in one place of an address; nothing where nothing does.
fn parameters(route: &Value, place: &str, naming: &Naming) -> Option<String> {
    let here = route["parameters"].as_array()?.iter().filter(|one| one["in"] == place);
    let field = |one: &Value| {
        let mark = if one["required"] == true { "" } else { "?" };
        format!("{}{mark}: {}", one["name"].as_str().unwrap_or_default(), naming.text(&one["schema"], 2))
    };
    let fields: Vec<String> = here.map(field).collect();
    (!fields.is_empty()).then(|| fields.join("; "))
}

/// What a route answers when all is well: its shape where it is JSON, nothing, or text.
fn answer(route: &Value, naming: &Naming) -> String {
    let responses = route["responses"].as_object().into_iter().flatten();
    let good = responses.filter(|(status, _)| status.starts_with('2')).map(|(_, answer)| &answer["content"]).next();
    match good.and_then(Value::as_object) {
        None => "undefined".into(),
        Some(kinds) => match kinds.values().next().and_then(|kind| kind.get("schema")) {
            Some(schema) => naming.text(schema, 2),
            None => "unknown".into(),
        },
    }
}

/// The names of shapes.
struct Naming<'a> {
    schemas: &'a Map<String, Value>,
    /// Shapes that are read otherwise than they are answered.
    unlike: BTreeSet<&'a str>,
}

impl<'a> Naming<'a> {
    fn of(schemas: &'a Map<String, Value>) -> Self {
        let answered = |name: &&'a str| schemas.contains_key(&format!("{ASKED}{name}"));
        let both: Vec<&str> = schemas.keys().map(String::as_str).filter(answered).collect();
        let mut naming = Naming { schemas, unlike: BTreeSet::new() };
        // Two are alike as long as all that they name is: what is unlike makes others unlike, until nothing changes.
        loop {
            let differ = |name: &&&str| {
                let (answered, read) = (&schemas[**name], &schemas[&format!("{ASKED}{name}")]);
                !naming.unlike.contains(**name) && naming.text(answered, 0) != naming.text(read, 0)
            };
            let more: Vec<&str> = both.iter().filter(differ).copied().collect();
            if more.is_empty() {
                return naming;
            }
            naming.unlike.extend(more);
        }
    }

    /// Whether a shape is written down by itself, and not under another name.
    fn is_own(&self, key: &str) -> bool {
        key.strip_prefix(ASKED).is_none_or(|name| self.unlike.contains(name) || !self.schemas.contains_key(name))
    }

    fn name(&self, key: &str) -> String {
        match key.strip_prefix(ASKED) {
            Some(name) if self.unlike.contains(name) => format!("Asked{name}"),
            Some(name) => name.into(),
            None => key.into(),
        }
    }

    /// A shape as a type. `deep` is how far it is indented.
    fn text(&self, schema: &Value, deep: usize) -> String {
        let Some(fields) = schema.as_object() else { return "unknown".into() };
        let named = fields.get("$ref").and_then(Value::as_str).map(|at| self.name(at.strip_prefix(AT).unwrap_or(at)));
        if let Some(only) = fields.get("const") {
            return only.to_string();
        }
        let of_list = |key: &str| fields.get(key).and_then(Value::as_array);
        if let Some(words) = of_list("enum") {
            return union(words.iter().map(Value::to_string).collect());
        }
        let one_of = of_list("oneOf").or_else(|| of_list("anyOf"));
        let choices = one_of.map(|all| union(all.iter().map(|one| self.text(one, deep)).collect()));
        let all_of = of_list("allOf").map(|all| all.iter().map(|one| self.text(one, deep)).collect::<Vec<_>>().join(" & "));
        let own = fields.get("type").map(|kind| self.of_kinds(kind, fields, deep));
        let parts: Vec<String> = [own, named, choices, all_of].into_iter().flatten().collect();
        match parts.as_slice() {
            [] => "unknown".into(),
            [one] => one.clone(),
            // What an object has beside its choices, or beside another shape.
            several => several.iter().map(|one| format!("({one})")).collect::<Vec<_>>().join(" & "),
        }
    }

    fn of_kinds(&self, kind: &Value, fields: &Map<String, Value>, deep: usize) -> String {
        let kinds: Vec<&str> = match kind {
            Value::Array(kinds) => kinds.iter().filter_map(Value::as_str).collect(),
            kind => kind.as_str().into_iter().collect(),
        };
        let of_kind = |kind: &str| match kind {
            "object" => self.object(fields, deep),
            "array" => self.list(fields, deep),
            "integer" | "number" => "number".into(),
            plain => plain.to_string(),
        };
        union(kinds.into_iter().map(of_kind).collect())
    }

    fn object(&self, fields: &Map<String, Value>, deep: usize) -> String {
        let Some(properties) = fields.get("properties").and_then(Value::as_object) else {
            let values = fields.get("additionalProperties").map_or_else(|| "unknown".into(), |values| self.text(values, deep));
            return format!("Record<string, {values}>");
        };
        let required: Vec<&str> =
            fields.get("required").and_then(Value::as_array).into_iter().flatten().filter_map(Value::as_str).collect();
        let indent = "  ".repeat(deep + 1);
        let line = |(name, schema): (&String, &Value)| {
            let mark = if required.contains(&name.as_str()) { "" } else { "?" };
            format!("{}{indent}{name}{mark}: {};\n", comment(schema, &indent), self.text(schema, deep + 1))
        };
        format!("{{\n{}{}}}", properties.iter().map(line).collect::<String>(), "  ".repeat(deep))
    }

    fn list(&self, fields: &Map<String, Value>, deep: usize) -> String {
        if let Some(each) = fields.get("prefixItems").and_then(Value::as_array) {
            return format!("[{}]", each.iter().map(|one| self.text(one, deep)).collect::<Vec<_>>().join(", "));
        }
        let item = fields.get("items").map_or_else(|| "unknown".into(), |item| self.text(item, deep));
        let [least, most] = ["minItems", "maxItems"].map(|key| fields.get(key).and_then(Value::as_u64));
        match (least, most) {
            (Some(least), Some(most)) if least == most && most <= LONGEST_TUPLE => {
                format!("[{}]", vec![item; most as usize].join(", "))
            }
            _ if item.contains([' ', '|', '&']) && !item.starts_with('{') => format!("({item})[]"),
            _ => format!("{item}[]"),
        }
    }
}

fn union(mut all: Vec<String>) -> String {
    let mut seen = BTreeSet::new();
    all.retain(|one| seen.insert(one.clone()));
    all.join(" | ")
}

/// What the description says of a shape.
fn comment(schema: &Value, indent: &str) -> String {
    let Some(said) = schema["description"].as_str() else { return String::new() };
    let first = said.split("\n\n").next().unwrap_or_default().replace('\n', " ").replace("*/", "*\\/");
    format!("{indent}/** {first} */\n")
}
