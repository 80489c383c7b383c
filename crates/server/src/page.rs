//! The page itself, compiled in from `web/dist`.

use actix_web::http::header;
use actix_web::{HttpRequest, HttpResponse};

#[derive(rust_embed::RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Files;

/// Anyone: a file of the page, or the page itself for the addresses of its views.
pub async fn file(request: HttpRequest) -> HttpResponse {
    let path = request.path().trim_start_matches('/');
    let (name, file) = match Files::get(path) {
        Some(file) if !path.is_empty() => (path, Some(file)),
        _ => ("index.html", Files::get("index.html")),
    };
    let Some(file) = file else {
        return HttpResponse::ServiceUnavailable().body("The page has not been built: npm run build in web/.");
    };
    // Built files carry a hash in their names; the page that names them must be asked for anew.
    let lasting = if name.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
    HttpResponse::Ok()
        .content_type(file.metadata.mimetype())
        .insert_header((header::CACHE_CONTROL, lasting))
        .body(file.data.into_owned())
}
