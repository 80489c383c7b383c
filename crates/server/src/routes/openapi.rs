//! The API's own description, as OpenAPI 3.1: from its routes, and from the types that they read and answer.

use crate::http::errors::Problem;
use crate::routes::route::{Answers, ApiRoute, Caller};
use schemars::SchemaGenerator;
use schemars::generate::SchemaSettings;
use serde_json::{Map, Value, json};
use sparrow_store::Role;

const JSON: &str = "application/json";

/// The description of some routes.
pub fn describe(routes: &[ApiRoute]) -> Value {
    let settings = || SchemaSettings::draft2020_12().with(|settings| settings.definitions_path = "/components/schemas".into());
    let mut asked = settings().for_deserialize().into_generator();
    let mut answered = settings().for_serialize().into_generator();
    let problem = answered.subschema_for::<Problem>();
    let mut paths = Map::new();
    for route in routes {
        let mut operation = operation(route, (&mut asked, &mut answered));
        if route.path.starts_with("/api/") || route.path.contains('{') {
            let content = json!({ "application/problem+json": { "schema": problem } });
            operation["responses"]["4XX"] = json!({ "description": "problem details, RFC 9457", "content": content });
        }
        let methods = paths.entry(route.path).or_insert_with(|| json!({}));
        methods[route.method] = operation;
    }
    let mut schemas = answered.take_definitions(true);
    for (name, schema) in asked.take_definitions(true) {
        schemas.insert(format!("asked.{name}"), named_as_asked(schema));
    }
    json!({
        "openapi": "3.1.0",
        "info": {
            "title": "Patient Sparrow",
            "version": env!("CARGO_PKG_VERSION"),
            "license": { "name": env!("CARGO_PKG_LICENSE") },
            "description": "Facts, commands and reckonings of a few garden beds. Shapes under `asked` are what is read, the others \
                            what is answered."
        },
        "paths": paths,
        "components": { "schemas": schemas }
    })
}

fn operation(route: &ApiRoute, (asked, answered): (&mut SchemaGenerator, &mut SchemaGenerator)) -> Value {
    let group = route.handler.name.split("::").next().filter(|_| route.handler.name.contains("::")).unwrap_or("lookups");
    let mut operation = json!({
        "tags": [group],
        "operationId": route.handler.name.replace("::", "-"),
        "summary": format!("{}: {}.", who(route.caller), route.says),
        "parameters": parameters(route),
        "responses": {},
    });
    if let Some(reads) = route.reads {
        let schema = named_as_asked(reads(asked).to_value());
        operation["requestBody"] = json!({ "required": true, "content": { JSON: { "schema": schema } } });
    }
    let Answers { status, kind, shape } = route.answers;
    let mut answer = json!({ "description": if kind.is_some() { "what was asked for" } else { "done" } });
    if let Some(kind) = kind {
        answer["content"][kind] = shape.map_or_else(|| json!({}), |shape| json!({ "schema": shape(answered) }));
    }
    operation["responses"][status.to_string()] = answer;
    operation
}

fn who(caller: Caller) -> &'static str {
    match caller {
        Caller::Anyone => "Anyone",
        Caller::SignedIn => "Signed-in accounts",
        Caller::In(Role::Guest) => "Anyone with a role in the garden",
        Caller::In(Role::Helper) => "Owners and helpers",
        Caller::In(Role::Owner) => "The owner",
    }
}

/// What stands in the path, behind its question mark, and in its head.
fn parameters(route: &ApiRoute) -> Vec<Value> {
    let in_braces = route.path.split('{').skip(1).filter_map(|part| part.split_once('}'));
    let in_path = in_braces.map(|(name, _)| {
        // A link's word and a picture's number are made of letters.
        let kind = if ["token", "picture"].contains(&name) {
            json!({ "type": "string" })
        } else {
            json!({ "type": "integer", "format": "int64" })
        };
        let said = if kind["type"] == "string" { "word" } else { "number" };
        json!({ "name": name, "in": "path", "required": true, "description": format!("{said} of the {name}"), "schema": kind })
    });
    let mut all: Vec<Value> = in_path.collect();
    all.extend(route.asks.into_iter().flat_map(|asks| {
        // Small shapes, written out where they stand.
        let mut generator = SchemaSettings::draft2020_12().with(|settings| settings.inline_subschemas = true).for_deserialize();
        generator.meta_schema = None;
        let whole = asks(&mut generator.into_generator()).to_value();
        let required = whole["required"].clone();
        let properties = whole["properties"].as_object().cloned().unwrap_or_default();
        properties.into_iter().map(move |(name, mut schema)| {
            let said = schema.as_object_mut().and_then(|fields| fields.remove("description"));
            let required = required.as_array().is_some_and(|all| all.iter().any(|one| *one == name));
            json!({ "name": name, "in": "query", "required": required, "description": said, "schema": schema })
        })
    }));
    if route.is_made_once {
        all.push(json!({ "name": "If-Match", "in": "header", "required": true, "schema": { "type": "string" },
            "description": "revision the change is made on" }));
        all.push(json!({ "name": "Idempotency-Key", "in": "header", "required": false, "schema": { "type": "string" },
            "description": "1 to 100 letters; the same key twice is the same request, made once" }));
    }
    all
}

/// A type that is read may leave out what it may not leave out when it is answered: the shapes of what is read have names
/// of their own.
fn named_as_asked(schema: Value) -> Value {
    match schema {
        Value::Object(fields) => {
            let renamed = |(key, value): (String, Value)| match value {
                Value::String(at) if key == "$ref" => {
                    (key, Value::String(at.replace("#/components/schemas/", "#/components/schemas/asked.")))
                }
                value => (key, named_as_asked(value)),
            };
            Value::Object(fields.into_iter().map(renamed).collect())
        }
        Value::Array(items) => Value::Array(items.into_iter().map(named_as_asked).collect()),
        other => other,
    }
}
