//! Proposing the years ahead: a search whose progress is streamed, and which ends when nobody listens.

use crate::auth::InGarden;
use crate::body::read;
use crate::errors::Trouble;
use actix_web::HttpResponse;
use actix_web::http::header;
use actix_web::web::Bytes;
use serde::{Deserialize, Serialize};
use sparrow_core::known::Known;
use sparrow_core::search::years;
use sparrow_core::search::years::TurnProposal;
use sparrow_facts::turns::Entry;
use sparrow_rotate::Progress;
use std::convert::Infallible;
use std::time::{Duration, Instant};
use tokio::sync::Semaphore;
use tokio::sync::mpsc::{Sender, channel};
use tokio_stream::wrappers::ReceiverStream;
use ts_rs::TS;

/// Searches that run at once.
static SEARCHES: Semaphore = Semaphore::const_new(4);
/// The longest a search goes on when it is not stopped.
const LONGEST: Duration = Duration::from_secs(30);
/// Between two reports of a bound that rises.
const BETWEEN: Duration = Duration::from_millis(80);

/// A wish for a plan.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Proposing {
    /// The plan that should not change without need.
    now: Vec<Entry>,
}

/// What a search for a plan reports, one event a line of `data:`.
#[derive(Serialize, TS)]
#[serde(tag = "event", rename_all = "kebab-case")]
pub enum Report {
    /// It goes on: what is known, and the best plan when it is a better one.
    Going {
        /// Cost and bound.
        progress: Progress,
        /// The better plan.
        entries: Option<Vec<Entry>>,
    },
    /// It has ended.
    Done {
        /// The best plan found.
        proposal: TurnProposal,
    },
    /// There is nothing to search for.
    Refused {
        /// Why, in a sentence.
        said: String,
    },
}

/// Anyone with a role in the garden: the best plan for its years, as server-sent events while the search
/// goes on. Ending the request ends the search.
#[utoipa::path(post, path = "/api/v1/gardens/{garden}/proposals", params(("garden" = i64, Path, description = "number of the garden")), responses((status = 200, description = "events of the search", content_type = "text/event-stream"), (status = "4XX", description = "problem details, RFC 9457")))]
pub async fn propose(inside: InGarden, body: Bytes) -> Result<HttpResponse, Trouble> {
    let Proposing { now } = read(&body)?;
    let (ready, today) = (inside.ready().await?, inside.shared.settings.today());
    // A machine has few cores: more searches than these wait for their turn.
    let turn = SEARCHES.acquire().await.map_err(|closed| Trouble::Broken(closed.to_string()))?;
    let (sender, receiver) = channel::<Result<Bytes, Infallible>>(64);
    tokio::task::spawn_blocking(move || {
        search(ready.known(today), &now, &sender);
        drop(turn);
    });
    Ok(HttpResponse::Ok()
        .content_type("text/event-stream")
        .insert_header((header::CACHE_CONTROL, "no-store"))
        // Compression would hold events back until there are enough of them.
        .insert_header((header::CONTENT_ENCODING, "identity"))
        .streaming(ReceiverStream::new(receiver)))
}

fn search(known: Known, now: &[Entry], sender: &Sender<Result<Bytes, Infallible>>) {
    let begun = Instant::now();
    let mut told: Option<(Progress, Instant)> = None;
    let mut watch = |progress: Progress, best: &dyn Fn() -> Vec<Entry>| {
        let better = progress.cost.is_some() && told.is_none_or(|(before, _)| before.cost != progress.cost);
        let due = told.is_none_or(|(before, at)| before.bound != progress.bound && at.elapsed() >= BETWEEN);
        if better || due {
            told = Some((progress, Instant::now()));
            send(sender, &Report::Going { progress, entries: better.then(best) });
        }
        begun.elapsed() < LONGEST && !sender.is_closed()
    };
    let report = match years::propose(known, now, &mut watch) {
        Ok(proposal) => Report::Done { proposal },
        Err(refusal) => Report::Refused { said: refusal.to_string() },
    };
    send(sender, &report);
}

/// A listener who is gone, or too slow for this one report, is no trouble: the next `watch` sees to it.
fn send(sender: &Sender<Result<Bytes, Infallible>>, report: &Report) {
    let line = format!("data: {}\n\n", serde_json::to_string(report).unwrap_or_default());
    let ended = matches!(report, Report::Done { .. } | Report::Refused { .. });
    if ended {
        let _ = sender.blocking_send(Ok(Bytes::from(line)));
    } else {
        let _ = sender.try_send(Ok(Bytes::from(line)));
    }
}
