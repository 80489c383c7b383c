//! The API's own description, generated from the handlers.

use actix_web::{HttpResponse, Responder};
use utoipa::OpenApi;

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Patient Sparrow",
        description = "Facts, commands and reckonings of a few garden beds. The shapes of gardens and commands are the TypeScript types in web/src/generated."
    ),
    paths(
        crate::accounts::sign_up,
        crate::accounts::sign_in,
        crate::accounts::sign_in_demo,
        crate::accounts::sign_out,
        crate::accounts::session,
        crate::gardens::list,
        crate::gardens::create,
        crate::gardens::import,
        crate::gardens::show,
        crate::changes::command,
        crate::questions::question,
        crate::proposals::propose,
        crate::changes::undo,
        crate::changes::redo,
        crate::gardens::export,
        crate::gardens::members,
        crate::gardens::let_in,
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
        crate::lookups::health,
    )
)]
struct Description;

/// Anyone: this description, as OpenAPI.
pub async fn openapi() -> impl Responder {
    HttpResponse::Ok().json(Description::openapi())
}
