//! Figures about the server, as Prometheus reads them: what was asked and how it ended, what waits, and when the last backup
//! was made. Nothing of who asked.

use prometheus::process_collector::ProcessCollector;
use prometheus::{Encoder, HistogramOpts, HistogramVec, IntCounterVec, IntGauge, Opts, Registry, TextEncoder};
use std::time::{Duration, SystemTime, UNIX_EPOCH};

/// The bounds within which answers are counted \[s\].
const SECONDS: [f64; 9] = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 1.0, 2.5, 10.0];

/// What is looked up when figures are asked for.
#[derive(Debug, Clone, Copy)]
pub struct Now {
    /// What waits to be reckoned.
    pub waiting: usize,
    /// Searches that go on or wait.
    pub searches: usize,
    /// Connections to the database.
    pub connections: usize,
    /// Those of them that lie idle.
    pub idle: usize,
}

/// What is counted.
#[derive(Debug)]
pub struct Metrics {
    registry: Registry,
    requests: IntCounterVec,
    seconds: HistogramVec,
    waiting: IntGauge,
    searches: IntGauge,
    connections: IntGauge,
    idle: IntGauge,
    last_backup: IntGauge,
}

impl Metrics {
    /// Nothing counted yet.
    ///
    /// # Errors
    /// When two figures have one name, which is a mistake in this file.
    pub fn new() -> Result<Metrics, prometheus::Error> {
        let gauge = |name: &str, help: &str| IntGauge::new(format!("sparrow_{name}"), help);
        let metrics = Metrics {
            registry: Registry::new(),
            requests: IntCounterVec::new(
                Opts::new("sparrow_requests_total", "Requests by route, method and status"),
                &["route", "method", "status"],
            )?,
            seconds: HistogramVec::new(
                HistogramOpts::new("sparrow_request_seconds", "Until an answer begins, by route").buckets(SECONDS.into()),
                &["route"],
            )?,
            waiting: gauge("reckonings_waiting", "What waits to be reckoned")?,
            searches: gauge("searches", "Searches that go on or wait for their turn")?,
            connections: gauge("database_connections", "Connections to the database")?,
            idle: gauge("database_connections_idle", "Those of them that lie idle")?,
            last_backup: gauge("last_backup_timestamp_seconds", "When the daily backup was last seen to be there; 0 for never")?,
        };
        let Metrics { registry, requests, seconds, waiting, searches, connections, idle, last_backup } = &metrics;
        registry.register(Box::new(requests.clone()))?;
        registry.register(Box::new(seconds.clone()))?;
        for gauge in [waiting, searches, connections, idle, last_backup] {
            registry.register(Box::new(gauge.clone()))?;
        }
        registry.register(Box::new(ProcessCollector::for_self()))?;
        Ok(metrics)
    }

    /// The day's backup is there.
    pub fn backed_up(&self) {
        let now = SystemTime::now().duration_since(UNIX_EPOCH).map_or(0, |since| since.as_secs());
        self.last_backup.set(i64::try_from(now).unwrap_or(i64::MAX));
    }

    /// A request was answered.
    pub fn answered(&self, route: &str, method: &str, status: &str, took: Duration) {
        self.requests.with_label_values(&[route, method, status]).inc();
        self.seconds.with_label_values(&[route]).observe(took.as_secs_f64());
    }

    /// All figures as they are now.
    pub fn told(&self, now: Now) -> Result<Vec<u8>, prometheus::Error> {
        let whole = |number: usize| i64::try_from(number).unwrap_or(i64::MAX);
        self.waiting.set(whole(now.waiting));
        self.searches.set(whole(now.searches));
        self.connections.set(whole(now.connections));
        self.idle.set(whole(now.idle));
        let mut text = Vec::new();
        TextEncoder::new().encode(&self.registry.gather(), &mut text)?;
        Ok(text)
    }
}
