//! Searches: asked for in one way, told of as server-sent events while they go on, and ended when nobody listens.

use crate::http::auth::{Guest, InGarden};
use crate::http::errors::RequestError;
use crate::http::payload::{Call, Sent};
use actix_web::HttpResponse;
use actix_web::http::header;
use actix_web::web::Bytes;
use schemars::JsonSchema;
use serde::Serialize;
use sparrow_core::known::Known;
use sparrow_core::search::run::{self, Found, Search};
use sparrow_core::work::Work;
use sparrow_facts::refusal::Refusal;
use sparrow_pool::Ends;
use std::convert::Infallible;
use std::sync::Arc;
use std::time::{Duration, Instant};
use tokio::sync::{oneshot, watch};
use tokio::time::{interval, timeout};
use tokio_stream::StreamExt;
use tokio_stream::wrappers::WatchStream;

/// How much longer one is let be that does not ask whether to go on.
const GRACE: Duration = Duration::from_secs(5);
/// When nothing is told for so long, an empty line is.
const PULSE: Duration = Duration::from_millis(500);
/// Between two tellings of one search.
const BETWEEN: Duration = Duration::from_millis(80);

/// What a search tells, each as a server-sent event of that name with what it tells as JSON.
#[derive(Serialize, JsonSchema)]
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

pub async fn search(inside: InGarden<Guest>, Sent(body): Call) -> Result<HttpResponse, RequestError> {
    let wanted: Search = inside.read(body).await?;
    let ready = inside.ready().await?;
    let today = inside.today(&ready);
    let (shared, who, longest) = (inside.shared.clone(), inside.account, inside.shared.settings.longest_search);
    let ticket = shared.pool.searches.ticket(who.0).ok_or(RequestError::Busy)?;
    // Only what was told last is kept for a listener: one who does not listen holds nobody up.
    let (sender, receiver) = watch::channel(Bytes::new());
    let work = Arc::new(Work::of(u64::MAX - 1));
    let listens = Ends(Arc::clone(&work));
    actix_web::rt::spawn(async move {
        let waiting = |before| _ = sender.send_replace(event(&Told::Waiting { before }));
        let turn = tokio::select! {
            turn = ticket.turn(waiting) => turn,
            () = sender.closed() => return,
        };
        let own = Arc::clone(&work);
        let (ends, ended) = oneshot::channel::<()>();
        let search = move || {
            searched(ready.known(today, &own), &wanted, longest, &sender);
            drop((turn, ends));
        };
        // A search asks often whether to go on; one that does not is ended all the same.
        if shared.pool.search(Some(who.0), search).is_ok() && timeout(longest + GRACE, ended).await.is_err() {
            work.end();
        }
    });
    let events = WatchStream::from_changes(receiver).timeout_repeating(interval(PULSE)).map(move |told| {
        // Dropped with the stream, when nobody listens any more.
        let _listens = &listens;
        // Only by writing is it noticed that nobody listens.
        Ok::<_, Infallible>(told.unwrap_or(Bytes::from_static(b":\n\n")))
    });
    Ok(HttpResponse::Ok()
        .content_type("text/event-stream")
        .insert_header((header::CACHE_CONTROL, "no-store"))
        // Compression would hold events back until there are enough of them.
        .insert_header((header::CONTENT_ENCODING, "identity"))
        .streaming(events))
}

/// Searches for so long at most, and tells what it finds.
fn searched(known: Known, wanted: &Search, longest: Duration, sender: &watch::Sender<Bytes>) {
    let begun = Instant::now();
    let mut stopped = false;
    let mut last: Option<Instant> = None;
    let mut watch = |found: Option<&dyn Fn() -> Found>| {
        if let Some(found) = found.filter(|_| last.is_none_or(|at| at.elapsed() >= BETWEEN)) {
            last = Some(Instant::now());
            sender.send_replace(event(&Told::Going(found())));
        }
        stopped = begun.elapsed() >= longest || sender.is_closed();
        !stopped
    };
    let told = match run::run(known, wanted, &mut watch) {
        _ if known.work.is_over() => refused(Refusal::TooMuch),
        Ok(found) if stopped => Told::Stopped(found),
        Ok(found) => Told::Done(found),
        Err(refusal) => refused(refusal),
    };
    sender.send_replace(event(&told));
}

fn refused(refusal: Refusal) -> Told {
    Told::Refused { said: refusal.to_string(), refusal }
}

/// One event as it goes over the line.
fn event(told: &Told) -> Bytes {
    let told = serde_json::to_value(told).unwrap_or_default();
    let name = told["event"].as_str().unwrap_or_default();
    Bytes::from(format!("event: {name}\ndata: {}\n\n", told["data"]))
}
