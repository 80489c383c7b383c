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
    /// It has ended by itself with this.
    Done(Found),
    /// Its time is up: this is what it has found, and there may be more.
    Stopped(Found),
    /// There is nothing to search for.
    Refused {
        /// Why, in a sentence.
        said: String,
        /// Why, for the page.
        refusal: Refusal,
    },
}

/// Anyone with a role in the garden: searches for the best, as server-sent events `waiting`, `going` and at last `done`,
/// `stopped` or `refused`. Ending the request ends the search.
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
            searched(ready.known(today), &wanted, LONGEST, &sender);
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

/// Searches for so long at most, and tells what it finds.
fn searched(known: Known, wanted: &Search, longest: Duration, sender: &Sender<Event>) {
    let begun = Instant::now();
    let mut stopped = false;
    let mut last: Option<Instant> = None;
    let mut watch = |found: Option<&dyn Fn() -> Found>| {
        if let Some(found) = found.filter(|_| last.is_none_or(|at| at.elapsed() >= BETWEEN)) {
            last = Some(Instant::now());
            // A listener who is gone is seen to below.
            let _ = sender.blocking_send(event(&Told::Going(found())));
        }
        stopped = begun.elapsed() >= longest || sender.is_closed();
        !stopped
    };
    let told = match run::run(known, wanted, &mut watch) {
        Ok(found) if stopped => Told::Stopped(found),
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

#[cfg(test)]
mod tests {
    use super::*;
    use sparrow_core::catalogue::Catalogue;
    use sparrow_core::growth::grower::Grower;

    /// What a search of the demo garden tells last, with so much time.
    fn last(wanted: &str, longest: Duration) -> String {
        let today = jiff::civil::date(2026, 11, 23);
        let garden = sparrow_demo::quillet_lane(today).expect("the demo household stands on its own rules");
        let grower = Grower::of(&garden, Catalogue::standard());
        let wanted: Search = serde_json::from_str(wanted).expect("a search");
        let (sender, mut receiver) = channel(1000);
        searched(Known::new(&garden, Catalogue::standard(), &grower, today), &wanted, longest, &sender);
        drop(sender);
        let mut last = String::new();
        while let Some(Ok(told)) = receiver.blocking_recv() {
            last = String::from_utf8_lossy(&told).into_owned();
        }
        last
    }

    #[test]
    fn a_search_whose_time_is_up_does_not_say_that_it_has_found_all() {
        let series = r#"{ "search": "series", "crop": "lettuce", "way": "head", "means": null, "bed": 1, "plants": 4, "year": 2027,
                          "aim": { "aim": "even", "from": "2027-06-07", "until": "2027-09-20", "every": 14 } }"#;
        assert!(last(series, Duration::ZERO).starts_with("event: stopped"));
        let whole = last(series, Duration::from_secs(60));
        assert!(whole.starts_with("event: done") && whole.len() > last(series, Duration::ZERO).len(), "{whole}");
        assert!(last(r#"{ "search": "years", "now": [] }"#, Duration::ZERO).starts_with("event: stopped"));
    }
}
