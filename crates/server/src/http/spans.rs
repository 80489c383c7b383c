//! What is logged of a request: which route, how it ended and a number to find it by, and nothing of who asked or for what.

use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::{Error, HttpMessage};
use tracing::Span;
use tracing_actix_web::{RequestId, RootSpanBuilder};

/// Spans without addresses, names, browsers or words of links.
pub struct Spans;

impl RootSpanBuilder for Spans {
    fn on_request_start(request: &ServiceRequest) -> Span {
        let id = request.extensions().get::<RequestId>().map(ToString::to_string).unwrap_or_default();
        // The route and not the path: that may hold the private part of a calendar's link.
        let route = request.match_pattern().unwrap_or_else(|| "the page".into());
        tracing::info_span!("request", %id, method = %request.method(), %route, status = tracing::field::Empty)
    }

    fn on_request_end<B: MessageBody>(span: Span, outcome: &Result<ServiceResponse<B>, Error>) {
        let status = match outcome {
            Ok(answer) => answer.response().status(),
            Err(error) => error.as_response_error().status_code(),
        };
        span.record("status", status.as_u16());
        span.in_scope(|| tracing::info!("answered"));
    }
}
