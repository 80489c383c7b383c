//! The page itself, compiled in from `web/dist`: compressed once, and sent again only when it has changed.

use actix_web::http::header::{self, ETag, EntityTag, Header, IfNoneMatch};
use actix_web::{HttpRequest, HttpResponse};
use flate2::Compression;
use flate2::write::GzEncoder;
use std::collections::HashMap;
use std::io::Write;
use std::sync::OnceLock;

#[derive(rust_embed::RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Files;

/// One file of the page, as it is sent.
struct Sent {
    kind: String,
    plain: Vec<u8>,
    /// Compressed, where that makes it smaller.
    small: Option<Vec<u8>>,
    tag: EntityTag,
}

/// Every file by its name, made ready when the first is asked for.
fn files() -> &'static HashMap<String, Sent> {
    static FILES: OnceLock<HashMap<String, Sent>> = OnceLock::new();
    FILES.get_or_init(|| Files::iter().filter_map(|name| Some((name.to_string(), sent(&name)?))).collect())
}

fn sent(name: &str) -> Option<Sent> {
    let file = Files::get(name)?;
    let hash: String = file.metadata.sha256_hash().iter().take(12).map(|byte| format!("{byte:02x}")).collect();
    let plain = file.data.into_owned();
    let small = compressed(&plain).filter(|small| small.len() < plain.len());
    Some(Sent { kind: file.metadata.mimetype().to_string(), plain, small, tag: EntityTag::new_strong(hash) })
}

fn compressed(plain: &[u8]) -> Option<Vec<u8>> {
    let mut encoder = GzEncoder::new(Vec::new(), Compression::best());
    encoder.write_all(plain).ok()?;
    encoder.finish().ok()
}

/// Anyone: a file of the page, or the page itself for the addresses of its views.
pub async fn file(request: HttpRequest) -> HttpResponse {
    let path = request.path().trim_start_matches('/');
    // A file of an older build that is gone must not be answered with the page: a script would read it as its own.
    let is_file = path.starts_with("assets/") || path.rsplit('/').next().is_some_and(|last| last.contains('.'));
    let (name, found) = match files().get(path) {
        Some(file) => (path, Some(file)),
        None if is_file => return HttpResponse::NotFound().insert_header((header::CACHE_CONTROL, "no-store")).finish(),
        None => ("index.html", files().get("index.html")),
    };
    let Some(file) = found else {
        return HttpResponse::ServiceUnavailable().body("The page has not been built: npm run build in web/.");
    };
    // Built files carry a hash in their names; the page that names them must be asked for anew.
    let lasting = if name.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
    let known = match IfNoneMatch::parse(&request) {
        Ok(IfNoneMatch::Items(tags)) => tags.iter().any(|tag| tag.weak_eq(&file.tag)),
        _ => false,
    };
    let mut answer = if known { HttpResponse::NotModified() } else { HttpResponse::Ok() };
    answer.insert_header((header::CACHE_CONTROL, lasting)).insert_header(ETag(file.tag.clone()));
    answer.insert_header((header::VARY, "Accept-Encoding"));
    if known {
        return answer.finish();
    }
    let accepts = request.headers().get(header::ACCEPT_ENCODING).and_then(|value| value.to_str().ok());
    let gzip = accepts.is_some_and(|all| all.split(',').any(|one| one.trim().split(';').next() == Some("gzip")));
    answer.content_type(file.kind.as_str());
    match &file.small {
        Some(small) if gzip => answer.insert_header((header::CONTENT_ENCODING, "gzip")).body(small.as_slice()),
        // Compressed once already, or not worth it.
        _ => answer.insert_header((header::CONTENT_ENCODING, "identity")).body(file.plain.as_slice()),
    }
}
