//! The API's own description: the routes from their handlers, the bodies from the types they are read into and written
//! from.

use crate::changes::{Asking, ChangeLine, Outcome};
use crate::errors::Problem;
use crate::gardens::{Look, NewGarden};
use crate::journal::{JournalLine, Writing, WrittenDown};
use crate::places::PlaceClimate;
use crate::searches::Told;
use crate::seasons::{CalendarAt, StationRead};
use crate::view::{GardenLine, GardenView, TapeReading};
use crate::{accounts, changed, members, photos};
use actix_web::{HttpResponse, Responder};
use schemars::generate::SchemaSettings;
use schemars::{JsonSchema, Schema, SchemaGenerator};
use serde_json::{Map, Value, json};
use sparrow_core::ask::answer::Answer;
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::lists::Listed;
use sparrow_core::search::run::Search;
use sparrow_formats::garden_file;
use sparrow_formats::garden_file::{GardenFile, GardenFiles};
use sparrow_formats::journal_file::JournalFile;
use sparrow_places::towns::Town;
use utoipa::OpenApi;

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Patient Sparrow",
        description = "Facts, commands and reckonings of a few garden beds. Shapes under `asked` are what is read, the others what is answered."
    ),
    paths(
        crate::accounts::sign_up,
        crate::accounts::sign_in,
        crate::accounts::sign_in_demo,
        crate::accounts::sign_out,
        crate::accounts::session,
        crate::accounts::sessions,
        crate::accounts::end_session,
        crate::accounts::end_other_sessions,
        crate::accounts::change_password,
        crate::accounts::reset_password,
        crate::accounts::export,
        crate::accounts::end,
        crate::gardens::list,
        crate::gardens::create,
        crate::gardens::import,
        crate::gardens::show,
        crate::gardens::look,
        crate::changes::command,
        crate::questions::question,
        crate::searches::search,
        crate::changes::undo,
        crate::changes::redo,
        crate::gardens::export,
        crate::changes::list,
        crate::journal::list,
        crate::journal::write,
        crate::journal::json,
        crate::journal::csv,
        crate::journal::import,
        crate::lists::csv,
        crate::lists::read,
        crate::photos::keep,
        crate::photos::show,
        crate::photos::forget,
        crate::photos::all,
        crate::members::members,
        crate::members::set_role,
        crate::members::let_go,
        crate::members::invite,
        crate::members::take_back,
        crate::members::look,
        crate::members::accept,
        crate::members::hand_over,
        crate::members::bin,
        crate::members::binned,
        crate::members::unbin,
        crate::seasons::station,
        crate::seasons::ics,
        crate::seasons::csv,
        crate::seasons::link,
        crate::seasons::give_link,
        crate::seasons::revoke_link,
        crate::seasons::feed,
        crate::sheets::sheet,
        crate::lookups::catalogue,
        crate::lookups::tape,
        crate::places::towns,
        crate::places::climate,
        crate::lookups::alive,
        crate::lookups::ready,
        crate::openapi::openapi,
        crate::openapi::garden_file_schema,
    )
)]
struct Description;

/// Anyone: this description, as OpenAPI 3.1.
#[utoipa::path(get, path = "/api/v1/openapi.json", responses((status = 200, description = "this description")))]
pub async fn openapi() -> impl Responder {
    HttpResponse::Ok().json(description())
}

/// Anyone: the JSON Schema of the garden file.
#[utoipa::path(get, path = "/api/v1/garden-file.schema.json", responses((status = 200, description = "a JSON Schema")))]
pub async fn garden_file_schema() -> impl Responder {
    HttpResponse::Ok().content_type("application/schema+json").json(garden_file::schema())
}

/// What a route reads and answers.
struct Bodies {
    method: &'static str,
    path: &'static str,
    asked: Option<Shape>,
    answered: Option<(&'static str, &'static str, Shape)>,
}

type Shape = fn(&mut SchemaGenerator) -> Schema;

fn of<T: JsonSchema>(generator: &mut SchemaGenerator) -> Schema {
    generator.subschema_for::<T>()
}

const JSON: &str = "application/json";

/// A route that answers with JSON.
const fn route(method: &'static str, path: &'static str, asked: Option<Shape>, answered: Shape) -> Bodies {
    Bodies { method, path, asked, answered: Some(("200", JSON, answered)) }
}

/// A route that is posted to, and answers with nothing.
const fn read(path: &'static str, asked: Shape) -> Bodies {
    Bodies { method: "post", path, asked: Some(asked), answered: None }
}

/// Every route with a body of JSON, read or answered; calendars, sheets and tables are described elsewhere.
const BODIES: &[Bodies] = &[
    Bodies {
        method: "post",
        path: "/api/v1/accounts",
        asked: Some(of::<accounts::NewAccount>),
        answered: Some(("201", JSON, of::<accounts::Me>)),
    },
    route("get", "/api/v1/session", None, of::<accounts::SessionView>),
    route("post", "/api/v1/session", Some(of::<accounts::Credentials>), of::<accounts::Me>),
    route("post", "/api/v1/session/demo", Some(of::<accounts::DemoDoor>), of::<accounts::Me>),
    route("get", "/api/v1/catalogue", None, of::<Catalogue>),
    route("get", "/api/v1/tape", None, of::<TapeReading>),
    route("get", "/api/v1/towns", None, of::<Vec<Town>>),
    route("get", "/api/v1/climate", None, of::<PlaceClimate>),
    route("get", "/api/v1/gardens", None, of::<Vec<GardenLine>>),
    route("post", "/api/v1/gardens", Some(of::<NewGarden>), of::<GardenView>),
    route("post", "/api/v1/gardens/import", Some(of::<GardenFile>), of::<GardenView>),
    route("get", "/api/v1/gardens/{garden}", None, of::<GardenView>),
    route("get", "/api/v1/gardens/{garden}/look", None, of::<Look>),
    route("get", "/api/v1/gardens/{garden}/export", None, of::<GardenFile>),
    route("post", "/api/v1/gardens/{garden}/commands", Some(of::<Asking>), of::<Carried>),
    route("post", "/api/v1/gardens/{garden}/undo", None, of::<Outcome>),
    route("post", "/api/v1/gardens/{garden}/redo", None, of::<Outcome>),
    route("post", "/api/v1/gardens/{garden}/questions", Some(of::<Question>), of::<Answer>),
    Bodies {
        method: "post",
        path: "/api/v1/gardens/{garden}/searches",
        asked: Some(of::<Search>),
        answered: Some(("200", "text/event-stream", of::<Told>)),
    },
    route("get", "/api/v1/account/sessions", None, of::<Vec<accounts::SessionLine>>),
    read("/api/v1/account/password", of::<accounts::PasswordChange>),
    read("/api/v1/account/reset", of::<accounts::PasswordReset>),
    read("/api/v1/account/end", of::<accounts::Ending>),
    route("get", "/api/v1/account/export", None, of::<GardenFiles>),
    route("get", "/api/v1/bin", None, of::<Vec<members::BinLine>>),
    route("post", "/api/v1/invitations/look", Some(of::<members::InvitationWord>), of::<members::InvitationView>),
    route("post", "/api/v1/invitations/accept", Some(of::<members::InvitationWord>), of::<members::CameInto>),
    route("get", "/api/v1/gardens/{garden}/changes", None, of::<Vec<ChangeLine>>),
    route("get", "/api/v1/gardens/{garden}/journal", None, of::<Vec<JournalLine>>),
    route("get", "/api/v1/gardens/{garden}/journal.json", None, of::<JournalFile>),
    route("post", "/api/v1/gardens/{garden}/journal", Some(of::<Writing>), of::<WrittenDown>),
    route("post", "/api/v1/gardens/{garden}/journal/import", Some(of::<JournalFile>), of::<WrittenDown>),
    route("post", "/api/v1/gardens/{garden}/list", None, of::<Listed>),
    Bodies {
        method: "put",
        path: "/api/v1/gardens/{garden}/photos/{picture}",
        asked: Some(of::<photos::NewPhoto>),
        answered: None,
    },
    route("get", "/api/v1/gardens/{garden}/members", None, of::<members::Members>),
    Bodies {
        method: "put",
        path: "/api/v1/gardens/{garden}/members/{member}",
        asked: Some(of::<members::RoleWanted>),
        answered: None,
    },
    route("post", "/api/v1/gardens/{garden}/invitations", Some(of::<members::RoleWanted>), of::<members::Invited>),
    read("/api/v1/gardens/{garden}/owner", of::<members::MemberNumber>),
    read("/api/v1/gardens/{garden}/bin", of::<members::NameTyped>),
    route("post", "/api/v1/gardens/{garden}/station", None, of::<StationRead>),
    route("get", "/api/v1/gardens/{garden}/calendar", None, of::<CalendarAt>),
    route("post", "/api/v1/gardens/{garden}/calendar", None, of::<CalendarAt>),
];

/// What a command is answered with: its outcome, or of a rehearsal what would change.
#[derive(JsonSchema)]
#[schemars(untagged)]
#[allow(dead_code, reason = "only its shape is asked for")]
enum Carried {
    Made(Outcome),
    Rehearsed(Box<changed::Changed>),
}

/// The whole description.
pub fn description() -> Value {
    let mut document = serde_json::to_value(Description::openapi()).unwrap_or_default();
    let settings = || SchemaSettings::draft2020_12().with(|settings| settings.definitions_path = "/components/schemas".into());
    let mut asked = settings().for_deserialize().into_generator();
    let mut answered = settings().for_serialize().into_generator();
    for Bodies { method, path, asked: reads, answered: answers } in BODIES {
        let operation = &mut document["paths"][path][method];
        if let Some(reads) = reads {
            let schema = named_as_asked(reads(&mut asked).to_value());
            operation["requestBody"] = json!({ "required": true, "content": { JSON: { "schema": schema } } });
        }
        if let Some((status, kind, answers)) = answers {
            operation["responses"][status]["content"] = json!({ *kind: { "schema": answers(&mut answered) } });
        }
    }
    let problem = answered.subschema_for::<Problem>();
    let operations = document["paths"].as_object_mut().into_iter().flat_map(Map::values_mut);
    for operation in operations.filter_map(Value::as_object_mut).flat_map(Map::values_mut) {
        if let Some(refused) = operation["responses"].get_mut("4XX") {
            refused["content"] = json!({ "application/problem+json": { "schema": problem } });
        }
    }
    let mut schemas = answered.take_definitions(true);
    for (name, schema) in asked.take_definitions(true) {
        schemas.insert(format!("asked.{name}"), named_as_asked(schema));
    }
    document["components"]["schemas"] = Value::Object(schemas);
    document
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
