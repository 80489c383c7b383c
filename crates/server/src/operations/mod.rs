//! What whoever runs a server needs: backups, figures, a demo, a server for tests.

pub mod backup;
pub(crate) mod daily;
pub(crate) mod demo;
pub(crate) mod metrics;
pub(crate) mod metrics_port;
pub mod test_server;
