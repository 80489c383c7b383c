//! `patient-sparrow [--demo] [--port N] [--data FOLDER]`: serves until it is interrupted.
//!
//! With `DATABASE_URL` it uses that database; without, it starts a PostgreSQL of its own on loopback
//! in its data folder.
#![allow(clippy::print_stdout, reason = "a command line talks to its terminal")]

use patient_sparrow::{Settings, launch};
use sparrow_cluster::{Cluster, ClusterError, Durability, reachable};
use sparrow_store::Store;
use std::net::TcpListener;
use std::path::PathBuf;
use std::process::ExitCode;

struct Arguments {
    demo: bool,
    port: u16,
    data: PathBuf,
}

fn arguments() -> Result<Arguments, String> {
    let mut read = Arguments { demo: false, port: 0, data: PathBuf::from(".data") };
    let mut words = std::env::args().skip(1);
    while let Some(word) = words.next() {
        let mut value = || words.next().ok_or(format!("{word} wants a value"));
        match word.as_str() {
            "--demo" => read.demo = true,
            "--port" => read.port = value()?.parse().map_err(|_| "--port wants a number from 0 to 65535".to_string())?,
            "--data" => read.data = PathBuf::from(value()?),
            other => return Err(format!("unknown argument {other}; known are --demo, --port N and --data FOLDER")),
        }
    }
    Ok(read)
}

/// The first data folder nobody else uses: `FOLDER`, then `FOLDER-2` and so on, so that two can run at once.
fn own_cluster(data: &std::path::Path) -> Result<Cluster, ClusterError> {
    let data = std::path::absolute(data).unwrap_or_else(|_| data.to_path_buf());
    let mut number = 1;
    loop {
        let folder = if number == 1 { data.clone() } else { data.with_file_name(format!("{}-{number}", file_name(&data))) };
        match Cluster::start(&reachable(&folder), Durability::Safe) {
            Err(ClusterError::InUse(_)) if number < 20 => number += 1,
            other => return other,
        }
    }
}

fn file_name(path: &std::path::Path) -> String {
    path.file_name().map_or_else(|| "data".into(), |name| name.to_string_lossy().into_owned())
}

fn main() -> ExitCode {
    tracing_subscriber::fmt()
        .with_env_filter(tracing_subscriber::EnvFilter::try_from_default_env().unwrap_or_else(|_| "warn".into()))
        .with_writer(std::io::stderr)
        .init();
    match arguments().and_then(serve) {
        Ok(()) => ExitCode::SUCCESS,
        Err(why) => {
            eprintln!("patient-sparrow: {why}");
            ExitCode::FAILURE
        }
    }
}

fn serve(arguments: Arguments) -> Result<(), String> {
    // Started here, on the main thread: the server process dies with the thread that started it.
    let given = std::env::var("DATABASE_URL").ok();
    let cluster = match given {
        Some(_) => None,
        None => Some(own_cluster(&arguments.data).map_err(|error| error.to_string())?),
    };
    let runtime = actix_web::rt::System::new();
    let served = runtime.block_on(async {
        let url = match (&cluster, given) {
            (Some(cluster), _) => {
                Store::make_database(&cluster.url("postgres"), "sparrow").await.map_err(|error| error.to_string())?;
                cluster.url("sparrow")
            }
            (None, given) => given.unwrap_or_default(),
        };
        let store = Store::open(&url).await.map_err(|error| error.to_string())?;
        let listener = listen(arguments.port)?;
        let address = listener.local_addr().map_err(|error| error.to_string())?;
        let secure_cookies = std::env::var("SPARROW_SECURE_COOKIES").is_ok_and(|on| on == "1");
        let settings = Settings { demo: arguments.demo, secure_cookies, workers: 2, now: None };
        let server = launch(store.clone(), settings, listener).await.map_err(|error| error.to_string())?;
        let handle = server.handle();
        actix_web::rt::spawn(async move {
            interrupted().await;
            handle.stop(true).await;
        });
        println!("Patient Sparrow is at http://{address}  (Ctrl-C stops it)");
        let ended = server.await.map_err(|error| error.to_string());
        store.close().await;
        ended
    });
    drop(cluster);
    served
}

/// The port asked for; 0 takes 8017 when it is free, else any.
fn listen(port: u16) -> Result<TcpListener, String> {
    const USUAL: u16 = 8017;
    let bind = |port| TcpListener::bind(("127.0.0.1", port));
    let listener = if port == 0 { bind(USUAL).or_else(|_| bind(0)) } else { bind(port) };
    listener.map_err(|error| format!("port {port}: {error}"))
}

async fn interrupted() {
    use tokio::signal::unix::{SignalKind, signal};
    let Ok(mut terminate) = signal(SignalKind::terminate()) else { return };
    tokio::select! {
        _ = tokio::signal::ctrl_c() => {}
        _ = terminate.recv() => {}
    }
}
