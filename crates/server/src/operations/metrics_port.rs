//! Counts requests, and tells the figures on a listener of their own.

use crate::Shared;
use crate::operations::metrics::Now;
use actix_web::body::MessageBody;
use actix_web::dev::{Server, ServiceRequest, ServiceResponse};
use actix_web::http::header::ContentType;
use actix_web::middleware::Next;
use actix_web::web::{self, Data};
use actix_web::{App, Error, HttpResponse, HttpServer};
use std::io;
use std::net::SocketAddr;
use std::time::Instant;

/// Counts a request and how it ended.
pub async fn counted(
    request: ServiceRequest,
    next: Next<impl MessageBody + 'static>,
) -> Result<ServiceResponse<impl MessageBody>, Error> {
    let Some(shared) = request.app_data::<Data<Shared>>().cloned() else { return next.call(request).await };
    // The route and not the path: that may hold the private part of a link, and there are as many as anybody likes.
    let route = request.match_pattern().unwrap_or_else(|| "the page".into());
    let method = match request.method().as_str() {
        "GET" => "GET",
        "HEAD" => "HEAD",
        "POST" => "POST",
        "PUT" => "PUT",
        "DELETE" => "DELETE",
        _ => "other",
    };
    let begun = Instant::now();
    let answer = next.call(request).await;
    let status = match &answer {
        Ok(answer) => answer.status(),
        Err(error) => error.as_response_error().status_code(),
    };
    shared.metrics.answered(&route, method, status.as_str(), begun.elapsed());
    answer
}

/// A server that tells the figures of another one, and nothing else.
pub fn server(shared: Data<Shared>, address: SocketAddr) -> io::Result<Server> {
    let answer = |shared: Data<Shared>| async move {
        match told(&shared) {
            Ok(text) => HttpResponse::Ok().content_type("text/plain; version=0.0.4").body(text),
            Err(error) => HttpResponse::InternalServerError().content_type(ContentType::plaintext()).body(error.to_string()),
        }
    };
    let server = HttpServer::new(move || App::new().app_data(shared.clone()).route("/metrics", web::get().to(answer)));
    Ok(server.workers(1).disable_signals().shutdown_timeout(1).bind(address)?.run())
}

fn told(shared: &Shared) -> Result<Vec<u8>, prometheus::Error> {
    let (connections, idle) = shared.store.connections();
    let (waiting, searches) = (shared.pool.waiting(), shared.pool.searches.taken());
    shared.metrics.told(Now { waiting, searches, connections, idle })
}
