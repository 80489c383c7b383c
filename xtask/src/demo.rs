//! Starts the application with the invented households, and takes it down again on Ctrl-C.

use crate::{setup, step};
use std::os::unix::process::CommandExt;

/// Builds what is missing and becomes the server, so that Ctrl-C reaches it alone.
pub fn run() -> Result<(), String> {
    setup::packages()?;
    setup::page()?;
    let mut server = step::command(&step::server()?, &["--demo", "--data", "target/demo-data"]);
    server.args(std::env::args().skip(2));
    let failed = server.exec();
    Err(format!("patient-sparrow: {failed}"))
}
