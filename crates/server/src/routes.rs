//! Every route on one page. Who may call it stands at the handler's head.

use crate::errors::RequestError;
use crate::{accounts, changes, gardens, lookups, openapi, page, places, questions, searches, seasons, sheets};
use actix_web::web::{self, JsonConfig, PayloadConfig, QueryConfig, ServiceConfig, delete, get, post};

/// The most a request body may hold \[bytes\]; a garden of thirty years is well under it.
const MOST_BODY: usize = 4 * 1024 * 1024;

/// Adds all routes and the limits on what they read.
pub fn configure(app: &mut ServiceConfig) {
    let unreadable = |said: String| RequestError::Unreadable { field: "request".into(), said };
    app.app_data(JsonConfig::default().limit(64 * 1024).error_handler(move |error, _| unreadable(error.to_string()).into()))
        .app_data(QueryConfig::default().error_handler(move |error, _| unreadable(error.to_string()).into()))
        .app_data(PayloadConfig::new(MOST_BODY))
        .route("/healthz", get().to(lookups::health))
        .route("/calendar/{token}.ics", get().to(seasons::feed))
        .service(web::scope("/api/v1").configure(api))
        .default_service(get().to(page::file));
}

fn api(api: &mut ServiceConfig) {
    api.route("/openapi.json", get().to(openapi::openapi))
        .route("/garden-file.schema.json", get().to(openapi::garden_file_schema))
        .route("/catalogue", get().to(lookups::catalogue))
        .route("/tape", get().to(lookups::tape))
        .route("/towns", get().to(places::towns))
        .route("/climate", get().to(places::climate))
        .route("/accounts", post().to(accounts::sign_up))
        .route("/session", get().to(accounts::session))
        .route("/session", post().to(accounts::sign_in))
        .route("/session", delete().to(accounts::sign_out))
        .route("/session/demo", post().to(accounts::sign_in_demo))
        .route("/gardens", get().to(gardens::list))
        .route("/gardens", post().to(gardens::create))
        .route("/gardens/import", post().to(gardens::import))
        .service(
            web::scope("/gardens/{garden}")
                .route("", get().to(gardens::show))
                .route("/look", get().to(gardens::look))
                .route("/commands", post().to(changes::command))
                .route("/questions", post().to(questions::question))
                .route("/searches", post().to(searches::search))
                .route("/beds/{bed}/sheet.svg", get().to(sheets::sheet))
                .route("/station", post().to(seasons::station))
                .route("/calendar.ics", get().to(seasons::ics))
                .route("/calendar.csv", get().to(seasons::csv))
                .route("/calendar", get().to(seasons::link))
                .route("/calendar", post().to(seasons::give_link))
                .route("/calendar", delete().to(seasons::revoke_link))
                .route("/undo", post().to(changes::undo))
                .route("/redo", post().to(changes::redo))
                .route("/export", get().to(gardens::export))
                .route("/members", get().to(gardens::members))
                .route("/members", post().to(gardens::let_in)),
        )
        .default_service(web::to(|| async { Err::<String, RequestError>(RequestError::NotFound("address")) }));
}
