//! Every route on one page, and who may call it.
//!
//! Who may is held by the types a handler takes, and told here to whoever reads or tests.

use crate::errors::RequestError;
use crate::guard::guard;
use crate::late::in_time;
use crate::{
    accounts, changes, gardens, journal, lists, lookups, members, openapi, page, photos, places, questions, searches, seasons,
    sheets,
};
use actix_web::Route;
use actix_web::middleware::from_fn;
use actix_web::web::{self, QueryConfig, ServiceConfig, delete, get, post, put};
use sparrow_store::Role;

/// Who may call a route.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Caller {
    /// Anybody, signed in or not.
    Anyone,
    /// Whoever is signed in.
    SignedIn,
    /// Whoever has at least this role in the garden of the address.
    In(Role),
}

/// A route of the API.
pub struct ApiRoute {
    /// `GET`, `POST`, `PUT` or `DELETE`.
    pub method: &'static str,
    /// Its path, with what changes in braces.
    pub path: &'static str,
    /// Who may call it.
    pub caller: Caller,
    handled: fn() -> Route,
}

macro_rules! routes {
    ($($method:ident $path:literal $caller:expr => $handler:path;)*) => {
        &[$(ApiRoute { method: stringify!($method), path: $path, caller: $caller, handled: || $method().to($handler) }),*]
    };
}

const ANYONE: Caller = Caller::Anyone;
const SIGNED_IN: Caller = Caller::SignedIn;
const GUEST: Caller = Caller::In(Role::Guest);
const HELPER: Caller = Caller::In(Role::Helper);
const OWNER: Caller = Caller::In(Role::Owner);

/// Every route of the API.
pub const ROUTES: &[ApiRoute] = routes! {
    get "/api/v1/openapi.json" ANYONE => openapi::openapi;
    get "/api/v1/garden-file.schema.json" ANYONE => openapi::garden_file_schema;
    get "/api/v1/catalogue" ANYONE => lookups::catalogue;
    get "/api/v1/tape" ANYONE => lookups::tape;
    get "/api/v1/towns" ANYONE => places::towns;
    get "/api/v1/climate" ANYONE => places::climate;
    post "/api/v1/accounts" ANYONE => accounts::sign_up;
    get "/api/v1/session" ANYONE => accounts::session;
    post "/api/v1/session" ANYONE => accounts::sign_in;
    delete "/api/v1/session" ANYONE => accounts::sign_out;
    post "/api/v1/session/demo" ANYONE => accounts::sign_in_demo;
    get "/api/v1/account/sessions" SIGNED_IN => accounts::sessions;
    delete "/api/v1/account/sessions" SIGNED_IN => accounts::end_other_sessions;
    delete "/api/v1/account/sessions/{session}" SIGNED_IN => accounts::end_session;
    post "/api/v1/account/password" SIGNED_IN => accounts::change_password;
    post "/api/v1/account/reset" ANYONE => accounts::reset_password;
    get "/api/v1/account/export" SIGNED_IN => accounts::export;
    post "/api/v1/account/end" SIGNED_IN => accounts::end;
    post "/api/v1/invitations/look" ANYONE => members::look;
    post "/api/v1/invitations/accept" SIGNED_IN => members::accept;
    get "/api/v1/bin" SIGNED_IN => members::binned;
    delete "/api/v1/bin/{binned}" SIGNED_IN => members::unbin;
    get "/api/v1/gardens" SIGNED_IN => gardens::list;
    post "/api/v1/gardens" SIGNED_IN => gardens::create;
    post "/api/v1/gardens/import" SIGNED_IN => gardens::import;
    get "/api/v1/gardens/{garden}" GUEST => gardens::show;
    get "/api/v1/gardens/{garden}/look" GUEST => gardens::look;
    post "/api/v1/gardens/{garden}/commands" HELPER => changes::command;
    post "/api/v1/gardens/{garden}/questions" GUEST => questions::question;
    post "/api/v1/gardens/{garden}/searches" GUEST => searches::search;
    get "/api/v1/gardens/{garden}/beds/{bed}/sheet.svg" GUEST => sheets::sheet;
    post "/api/v1/gardens/{garden}/station" HELPER => seasons::station;
    get "/api/v1/gardens/{garden}/calendar.ics" GUEST => seasons::ics;
    get "/api/v1/gardens/{garden}/calendar.csv" GUEST => seasons::csv;
    get "/api/v1/gardens/{garden}/calendar" HELPER => seasons::link;
    post "/api/v1/gardens/{garden}/calendar" HELPER => seasons::give_link;
    delete "/api/v1/gardens/{garden}/calendar" HELPER => seasons::revoke_link;
    get "/api/v1/gardens/{garden}/changes" GUEST => changes::list;
    get "/api/v1/gardens/{garden}/journal" GUEST => journal::list;
    post "/api/v1/gardens/{garden}/journal" HELPER => journal::write;
    get "/api/v1/gardens/{garden}/journal.json" GUEST => journal::json;
    get "/api/v1/gardens/{garden}/journal.csv" GUEST => journal::csv;
    post "/api/v1/gardens/{garden}/journal/import" HELPER => journal::import;
    get "/api/v1/gardens/{garden}/list.csv" GUEST => lists::csv;
    post "/api/v1/gardens/{garden}/list" HELPER => lists::read;
    put "/api/v1/gardens/{garden}/photos/{picture}" HELPER => photos::keep;
    get "/api/v1/gardens/{garden}/photos/{picture}" GUEST => photos::show;
    delete "/api/v1/gardens/{garden}/photos/{picture}" HELPER => photos::forget;
    get "/api/v1/gardens/{garden}/photos.tar" GUEST => photos::all;
    post "/api/v1/gardens/{garden}/undo" HELPER => changes::undo;
    post "/api/v1/gardens/{garden}/redo" HELPER => changes::redo;
    get "/api/v1/gardens/{garden}/export" GUEST => gardens::export;
    get "/api/v1/gardens/{garden}/members" GUEST => members::members;
    put "/api/v1/gardens/{garden}/members/{member}" OWNER => members::set_role;
    delete "/api/v1/gardens/{garden}/members/{member}" GUEST => members::let_go;
    post "/api/v1/gardens/{garden}/invitations" OWNER => members::invite;
    delete "/api/v1/gardens/{garden}/invitations/{invitation}" OWNER => members::take_back;
    post "/api/v1/gardens/{garden}/owner" OWNER => members::hand_over;
    post "/api/v1/gardens/{garden}/bin" OWNER => members::bin;
    get "/calendar/{token}.ics" ANYONE => seasons::feed;
    get "/healthz" ANYONE => lookups::alive;
    get "/readyz" ANYONE => lookups::ready;
};

/// Adds all routes.
pub fn configure(app: &mut ServiceConfig) {
    let unreadable = |said: String| RequestError::Unreadable { field: "request".into(), said };
    app.app_data(QueryConfig::default().error_handler(move |error, _| unreadable(error.to_string()).into()));
    for ApiRoute { path, handled, .. } in ROUTES.iter().filter(|route| !route.path.starts_with("/api/")) {
        app.route(path, handled());
    }
    app.service(web::scope("/api").wrap(from_fn(in_time)).wrap(from_fn(guard)).configure(api))
        .default_service(get().to(page::file));
}

fn api(api: &mut ServiceConfig) {
    for ApiRoute { path, handled, .. } in ROUTES {
        if let Some(path) = path.strip_prefix("/api") {
            api.route(path, handled());
        }
    }
    api.default_service(web::to(|| async { Err::<String, RequestError>(RequestError::NotFound("address")) }));
}
