//! Every route on one page: who may call it, what it is asked with, what it reads and what it answers.
//!
//! Who may call is held by the types that a handler takes, and told here to whoever reads or tests. The API's description follows from
//! this table.

pub(crate) mod accounts;
pub(crate) mod changes;
pub(crate) mod gardens;
pub(crate) mod journal;
pub(crate) mod lists;
pub(crate) mod lookups;
pub(crate) mod members;
pub(crate) mod openapi;
pub(crate) mod photos;
pub(crate) mod places;
pub(crate) mod questions;
pub(crate) mod route;
pub(crate) mod searches;
pub(crate) mod season_files;
pub(crate) mod sheets;

use crate::cache::view::{GardenLine, GardenView, TapeReading};
use crate::http::errors::RequestError;
use crate::http::guard::guard;
use crate::http::page;
use crate::http::timeouts::in_time;
use crate::routes::changes::{Asking, Carried, ChangeLine, Outcome};
use crate::routes::gardens::{Look, NewGarden};
use crate::routes::journal::{JournalLine, Writing, WrittenDown};
use crate::routes::places::PlaceClimate;
use crate::routes::route::{ANYONE, ApiRoute, GUEST, HELPER, Handler, OWNER, SIGNED_IN};
use crate::routes::searches::Told;
use crate::routes::season_files::{CalendarAt, StationRead};
use actix_web::middleware::from_fn;
use actix_web::web::{self, QueryConfig, ServiceConfig, delete, get, post, put};
use actix_web::{HttpResponse, Responder};
use serde_json::Value;
use sparrow_core::ask::answer::Answer;
use sparrow_core::ask::question::Question;
use sparrow_core::catalogue::Catalogue;
use sparrow_core::change::lists::Listed;
use sparrow_core::search::run::Search;
use sparrow_formats::garden_file::{self, GardenFile, GardenFiles};
use sparrow_formats::journal_file::JournalFile;
use sparrow_places::towns::Town;

/// One line a route: method, path and who may call it, its handler; what it does, and what it is asked with, reads and answers.
macro_rules! routes {
    ($($method:ident $path:literal $caller:ident => $handler:path, $says:literal $(, $with:ident $(::<$what:ty>)?)*;)*) => {
        &[$(
            ApiRoute::new(stringify!($method), $path, $caller, Handler { name: stringify!($handler), route: || $method().to($handler) }, $says)
                $(.$with$(::<$what>)?())*
        ),*]
    };
}

/// Every route of the API.
pub const ROUTES: &[ApiRoute] = routes! {
    get "/api/v1/openapi.json" ANYONE => openapi,
        "this description, as OpenAPI 3.1", json;
    get "/api/v1/garden-file.schema.json" ANYONE => garden_file_schema,
        "the JSON Schema of the garden file", json;
    get "/api/v1/catalogue" ANYONE => lookups::catalogue,
        "everything known of plants", answers::<Catalogue>;
    get "/api/v1/tape" ANYONE => lookups::tape,
        "what a tape's words mean", asks::<lookups::Typed>, answers::<TapeReading>;
    get "/api/v1/towns" ANYONE => places::towns,
        "towns whose names begin so, the largest first", asks::<places::Begun>, answers::<Vec<Town>>;
    get "/api/v1/climate" ANYONE => places::climate,
        "what the climate of a place is", asks::<places::Spot>, answers::<PlaceClimate>;
    post "/api/v1/accounts" ANYONE => accounts::sign_up,
        "makes an account and signs it in", reads::<accounts::NewAccount>, makes::<accounts::Me>;
    get "/api/v1/session" ANYONE => accounts::session,
        "who is signed in, if anyone", answers::<accounts::SessionView>;
    post "/api/v1/session" ANYONE => accounts::sign_in,
        "signs in", reads::<accounts::Credentials>, answers::<accounts::Me>;
    delete "/api/v1/session" ANYONE => accounts::sign_out,
        "signs out; the session has ended, wherever its cookie was copied to", nothing;
    post "/api/v1/session/demo" ANYONE => accounts::sign_in_demo,
        "enters an invented household without a password; on a demo server only", reads::<accounts::DemoDoor>, answers::<accounts::Me>;
    get "/api/v1/account/sessions" SIGNED_IN => accounts::sessions,
        "where the account is signed in", answers::<Vec<accounts::SessionLine>>;
    delete "/api/v1/account/sessions" SIGNED_IN => accounts::end_other_sessions,
        "ends all other sessions of the account", nothing;
    delete "/api/v1/account/sessions/{session}" SIGNED_IN => accounts::end_session,
        "ends one of the account's sessions", nothing;
    post "/api/v1/account/password" SIGNED_IN => accounts::change_password,
        "sets a new password, and ends every other session", reads::<accounts::PasswordChange>, nothing;
    post "/api/v1/account/reset" ANYONE => accounts::reset_password,
        "sets a new password, and ends every session; for whoever holds a link that the operator made", reads::<accounts::PasswordReset>, nothing;
    get "/api/v1/account/export" SIGNED_IN => accounts::export,
        "everything the account owns, as one file with a garden file for each garden, those in the bin too", answers::<GardenFiles>;
    post "/api/v1/account/end" SIGNED_IN => accounts::end,
        "ends the account, with the gardens they own and all that is in them", reads::<accounts::AccountEnding>, nothing;
    post "/api/v1/invitations/look" ANYONE => members::look,
        "what it invites to; for whoever holds its link", reads::<members::InvitationWord>, answers::<members::InvitationView>;
    post "/api/v1/invitations/accept" SIGNED_IN => members::accept,
        "comes into the garden; for whoever holds its link", reads::<members::InvitationWord>, answers::<members::CameInto>;
    get "/api/v1/bin" SIGNED_IN => members::binned,
        "the account's gardens in the bin", answers::<Vec<members::BinLine>>;
    delete "/api/v1/bin/{binned}" SIGNED_IN => members::unbin,
        "takes a garden out of the bin", nothing;
    get "/api/v1/gardens" SIGNED_IN => gardens::list,
        "the gardens the account may see", answers::<Vec<GardenLine>>;
    post "/api/v1/gardens" SIGNED_IN => gardens::create,
        "makes a garden of one's own", reads::<NewGarden>, answers::<GardenView>;
    post "/api/v1/gardens/import" SIGNED_IN => gardens::import,
        "makes a garden of one's own from a file, or changes nothing", reads::<GardenFile>, answers::<GardenView>;
    get "/api/v1/gardens/{garden}" GUEST => gardens::show,
        "the garden on a day", asks::<gardens::OnDay>, answers::<GardenView>;
    get "/api/v1/gardens/{garden}/look" GUEST => gardens::look,
        "another day, told by what is otherwise on it than on the day seen before", asks::<gardens::Turning>, answers::<Look>;
    post "/api/v1/gardens/{garden}/commands" HELPER => changes::command,
        "carries out a command, or rehearses it", reads::<Asking>, answers::<Carried>, on_a_revision;
    post "/api/v1/gardens/{garden}/questions" GUEST => questions::question,
        "answers a question that changes nothing", reads::<Question>, answers::<Answer>;
    post "/api/v1/gardens/{garden}/searches" GUEST => searches::search,
        "searches for the best, as server-sent events `waiting`, `going` and at last `done`, `stopped` or `refused`. Ending the request ends the search", reads::<Search>, streams::<Told>;
    get "/api/v1/gardens/{garden}/beds/{bed}/sheet.svg" GUEST => sheets::sheet,
        "the setting-out drawing of a bed", asks::<sheets::Wanted>, svg;
    post "/api/v1/gardens/{garden}/station" HELPER => season_files::station,
        "reads a weather station's daily file and says what it holds; keeps nothing", asks::<season_files::Called>, answers::<StationRead>;
    get "/api/v1/gardens/{garden}/calendar.ics" GUEST => season_files::ics,
        "the garden's work as an iCalendar file", calendar;
    get "/api/v1/gardens/{garden}/calendar.csv" GUEST => season_files::csv,
        "the garden's work as a table", csv;
    get "/api/v1/gardens/{garden}/calendar" HELPER => season_files::link,
        "whether there is a private link to the calendar", answers::<CalendarAt>;
    post "/api/v1/gardens/{garden}/calendar" HELPER => season_files::give_link,
        "gives a private link, which ends the one before. It is told once, and ends with the membership", answers::<CalendarAt>;
    delete "/api/v1/gardens/{garden}/calendar" HELPER => season_files::revoke_link,
        "revokes the private link", nothing;
    get "/api/v1/gardens/{garden}/changes" GUEST => changes::list,
        "what was changed, by whom and when, the latest first", asks::<changes::Before>, answers::<Vec<ChangeLine>>;
    get "/api/v1/gardens/{garden}/journal" GUEST => journal::list,
        "the entries of some days that hold, in the order they were written", asks::<journal::Days>, answers::<Vec<JournalLine>>;
    post "/api/v1/gardens/{garden}/journal" HELPER => journal::write,
        "writes entries down. Each is kept once, however often it is sent", reads::<Writing>, answers::<WrittenDown>;
    get "/api/v1/gardens/{garden}/journal.json" GUEST => journal::json,
        "all that was ever written down, as a file", answers::<JournalFile>;
    get "/api/v1/gardens/{garden}/journal.csv" GUEST => journal::csv,
        "what holds of it, as a table", csv;
    post "/api/v1/gardens/{garden}/journal/import" HELPER => journal::import,
        "reads a journal from its file, JSON or table. What is there already stays as it is; all of it is read, or nothing", reads::<JournalFile>, answers::<WrittenDown>;
    get "/api/v1/gardens/{garden}/list.csv" GUEST => lists::csv,
        "its varieties, its crops of its own, or its lots of seed, as a table", asks::<lists::Asked>, csv;
    post "/api/v1/gardens/{garden}/list" HELPER => lists::read,
        "reads such a table and says what stands in it; keeps nothing. The command `keep-list` does", asks::<lists::Asked>, answers::<Listed>;
    put "/api/v1/gardens/{garden}/photos/{picture}" HELPER => photos::keep,
        "keeps a picture under its number, once, however often it is sent", reads::<photos::NewPhoto>, nothing;
    get "/api/v1/gardens/{garden}/photos/{picture}" GUEST => photos::show,
        "a picture", jpeg;
    delete "/api/v1/gardens/{garden}/photos/{picture}" HELPER => photos::forget,
        "takes a picture away for good; entries that name it stay; helpers only what they kept themselves", nothing;
    get "/api/v1/gardens/{garden}/photos.tar" GUEST => photos::all,
        "all pictures as one archive, each named by its number", tar;
    post "/api/v1/gardens/{garden}/undo" HELPER => changes::undo,
        "takes back one's own last change, or the one of a number; the owner anyone's", asks::<changes::Stepping>, answers::<Outcome>, on_a_revision;
    post "/api/v1/gardens/{garden}/redo" HELPER => changes::redo,
        "does again what one took back, or the change of a number; the owner anyone's", asks::<changes::Stepping>, answers::<Outcome>, on_a_revision;
    get "/api/v1/gardens/{garden}/export" GUEST => gardens::export,
        "the garden as a file", answers::<GardenFile>;
    get "/api/v1/gardens/{garden}/members" GUEST => members::members,
        "who may come in, and to the owner who is invited", answers::<members::Members>;
    put "/api/v1/gardens/{garden}/members/{member}" OWNER => members::set_role,
        "changes what a member may do", reads::<members::RoleWanted>, nothing;
    delete "/api/v1/gardens/{garden}/members/{member}" GUEST => members::let_go,
        "removes a member; members but the owner leave by it", nothing;
    post "/api/v1/gardens/{garden}/invitations" OWNER => members::invite,
        "makes a link by which one person may come in, to help or to look", reads::<members::RoleWanted>, answers::<members::Invited>;
    delete "/api/v1/gardens/{garden}/invitations/{invitation}" OWNER => members::take_back,
        "takes an invitation back", nothing;
    post "/api/v1/gardens/{garden}/owner" OWNER => members::hand_over,
        "hands the garden over to another member, and helps in it from then on", reads::<members::MemberNumber>, nothing;
    post "/api/v1/gardens/{garden}/bin" OWNER => members::bin,
        "puts the garden into the bin, where it stays for thirty days", reads::<members::NameTyped>, nothing;
    get "/calendar/{token}.ics" ANYONE => season_files::feed,
        "the garden's work as an iCalendar feed; for whoever holds the private link", calendar;
    get "/healthz" ANYONE => lookups::alive,
        "whether the server is alive", text;
    get "/readyz" ANYONE => lookups::ready,
        "whether the server can serve, that is whether its database answers", text;
};

/// The API's own description.
async fn openapi() -> impl Responder {
    HttpResponse::Ok().json(description())
}

async fn garden_file_schema() -> impl Responder {
    HttpResponse::Ok().content_type("application/schema+json").json(garden_file::schema())
}

/// The description of all routes, as OpenAPI 3.1.
pub fn description() -> Value {
    openapi::describe(ROUTES)
}

/// Adds all routes.
pub fn configure(app: &mut ServiceConfig) {
    let unreadable = |said: String| RequestError::Unreadable { field: "request".into(), said };
    app.app_data(QueryConfig::default().error_handler(move |error, _| unreadable(error.to_string()).into()));
    for ApiRoute { path, handler, .. } in ROUTES.iter().filter(|route| !route.path.starts_with("/api/")) {
        app.route(path, (handler.route)());
    }
    app.service(web::scope("/api").wrap(from_fn(in_time)).wrap(from_fn(guard)).configure(api))
        .default_service(get().to(page::file));
}

fn api(api: &mut ServiceConfig) {
    for ApiRoute { path, handler, .. } in ROUTES {
        if let Some(path) = path.strip_prefix("/api") {
            api.route(path, (handler.route)());
        }
    }
    api.default_service(web::to(|| async { Err::<String, RequestError>(RequestError::NotFound("address")) }));
}
