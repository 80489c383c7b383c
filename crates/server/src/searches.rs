//! Searches: asked for in one way, told of as server-sent events while they go on, and ended when nobody listens.

use crate::auth::InGarden;
use crate::body::read;
use crate::errors::RequestError;
use crate::queue::Queue;
use actix_web::HttpResponse;
use actix_web::http::header;
use actix_web::web::Bytes;
use schemars::JsonSchema;
use serde::Serialize;
use sparrow_core::known::Known;
use sparrow_core::search::run::{self, Found, Search};
use sparrow_facts::refusal::Refusal;
use std::convert::Infallible;
use std::time::{Duration, Instant};
use tokio::sync::mpsc::{Sender, channel};
use tokio_stream::wrappers::ReceiverStream;
use ts_rs::TS;

/// Searches wait here for their turn: a machine has few cores.
static QUEUE: Queue = Queue::of(4);
/// The longest a search goes on when it is not stopped.
const LONGEST: Duration = Duration::from_secs(30);
/// Between two tellings of one search.
const BETWEEN: Duration = Duration::from_millis(80);

/// What a search tells, each as a server-sent event of that name with what it tells as JSON.
#[derive(Serialize, TS, JsonSchema)]
#[serde(tag = "event", content = "data", rename_all = "kebab-case")]
pub enum Told {
    /// It waits for its turn.
    Waiting {
        /// Searches that have theirs before.
        before: u32,
    },
    /// It goes on, and has found this by now.
    Going(Found),
    /// It has ended with this.
    Done(Found),
    /// There is nothing to search for.
    Refused {
        /// Why, in a sentence.
        said: String,
        /// Why, for the page.
        refusal: Refusal,
    },
}

/// Anyone with a role in the garden: searches for the best, as server-sent events `waiting`, `going` and at last `done`
/// or `refused`. Ending the request ends the search.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/searches", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "events of the search", content_type = "text/event-stream"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn search(inside: InGarden, body: Bytes) -> Result<HttpResponse, RequestError> {
    let wanted: Search = read(&body)?;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    let (sender, receiver) = channel(64);
    actix_web::rt::spawn(async move {
        let waiting = |before| sender.send(event(&Told::Waiting { before }));
        let turn = tokio::select! {
            turn = QUEUE.turn(waiting) => turn,
            () = sender.closed() => return,
        };
        tokio::task::spawn_blocking(move || {
            searched(ready.known(today), &wanted, &sender);
            drop(turn);
        });
    });
    Ok(HttpResponse::Ok()
        .content_type("text/event-stream")
        .insert_header((header::CACHE_CONTROL, "no-store"))
        // Compression would hold events back until there are enough of them.
        .insert_header((header::CONTENT_ENCODING, "identity"))
        .streaming(ReceiverStream::new(receiver)))
}

type Event = Result<Bytes, Infallible>;

fn searched(known: Known, wanted: &Search, sender: &Sender<Event>) {
    let begun = Instant::now();
    let mut last: Option<Instant> = None;
    let mut watch = |found: Option<&dyn Fn() -> Found>| {
        if let Some(found) = found.filter(|_| last.is_none_or(|at| at.elapsed() >= BETWEEN)) {
            last = Some(Instant::now());
            // A listener who is gone is seen to below.
            let _ = sender.blocking_send(event(&Told::Going(found())));
        }
        begun.elapsed() < LONGEST && !sender.is_closed()
    };
    let told = match run::run(known, wanted, &mut watch) {
        Ok(found) => Told::Done(found),
        Err(refusal) => Told::Refused { said: refusal.to_string(), refusal },
    };
    let _ = sender.blocking_send(event(&told));
}

/// One event as it goes over the line.
fn event(told: &Told) -> Event {
    let told = serde_json::to_value(told).unwrap_or_default();
    let name = told["event"].as_str().unwrap_or_default();
    Ok(Bytes::from(format!("event: {name}\ndata: {}\n\n", told["data"])))
}
