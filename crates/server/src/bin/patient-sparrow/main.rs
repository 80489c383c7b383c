//! `patient-sparrow`: serves until it is interrupted, or does one thing for whoever runs it.
#![allow(clippy::print_stdout, reason = "a command line talks to its terminal")]

mod arguments;
mod database;

use crate::arguments::{Arguments, Given, Log, Verb};
use crate::database::Held;
use patient_sparrow::operations::backup::{self, Backups};
use patient_sparrow::{Registration, Settings, launch};
use sparrow_cluster::renew as renew_cluster;
use sparrow_store::fresh;
use std::io::{Read, Write};
use std::net::{SocketAddr, TcpListener, TcpStream};
use std::process::ExitCode;
use std::time::Duration;

/// The port it listens on when nothing is said.
const USUAL: u16 = 8017;
/// How many backups are kept when nothing is said.
const KEPT: u32 = 14;
/// How soon a server has to say that it is ready.
const READY_WITHIN: Duration = Duration::from_secs(4);

fn main() -> ExitCode {
    match done() {
        Ok(()) => ExitCode::SUCCESS,
        Err(why) => {
            eprintln!("patient-sparrow: {why}");
            ExitCode::FAILURE
        }
    }
}

fn done() -> Result<(), String> {
    let arguments = Arguments::said()?;
    log(arguments.given.log.unwrap_or_default());
    match &arguments.verb {
        None => serve(&arguments),
        Some(verb) => does(&arguments.given, verb),
    }
}

/// Begins the log, on standard error: warnings, or what `RUST_LOG` asks for.
fn log(form: Log) {
    let filter = tracing_subscriber::EnvFilter::try_from_default_env().unwrap_or_else(|_| "warn".into());
    let log = tracing_subscriber::fmt().with_env_filter(filter).with_writer(std::io::stderr);
    match form {
        Log::Text => log.init(),
        Log::Json => log.json().flatten_event(true).init(),
    }
}

fn said(error: impl std::fmt::Display) -> String {
    error.to_string()
}

/// Does one thing, beside a server that runs or by itself.
fn does(given: &Given, verb: &Verb) -> Result<(), String> {
    match verb {
        Verb::Renew => return renew(given),
        Verb::Health => return health(given),
        _ => {}
    }
    let held = Held::to_look_into(given, matches!(verb, Verb::Restore { .. }))?;
    let address = given.address.clone().unwrap_or_else(|| format!("http://127.0.0.1:{USUAL}"));
    let address = address.trim_end_matches('/');
    let word = fresh();
    actix_web::rt::System::new().block_on(async {
        if let Verb::Restore { file } = verb {
            let restored = backup::restore(&held.database, file).await.map_err(said)?;
            println!("{restored}");
            return Ok(());
        }
        let store = held.opened().await.map_err(said)?;
        match verb {
            Verb::ResetPassword { name } => {
                store.make_reset(name, &word).await.map_err(|_| format!("there is no account {name} with a password"))?;
                println!("{address}/password#{word}");
            }
            Verb::Invite => {
                store.invite_account(&word).await.map_err(said)?;
                println!("{address}/invitation#{word}");
            }
            Verb::Backup { file } => {
                let gardens = backup::make(&store, &held.database, file).await.map_err(said)?;
                println!("{}: everything, with {gardens} gardens", file.display());
            }
            Verb::Restore { .. } | Verb::Renew | Verb::Health => {}
        }
        store.close().await;
        Ok(())
    })
}

fn renew(given: &Given) -> Result<(), String> {
    if given.database.is_some() {
        return Err("only a PostgreSQL of our own, in the data folder, can be renewed".into());
    }
    match renew_cluster(&database::folder(given)).map_err(said)? {
        None => println!("there is nothing to renew"),
        Some(renewed) => println!(
            "written from PostgreSQL {} to {}; the old one is kept in {} until you remove it",
            renewed.from,
            renewed.to,
            renewed.kept.display()
        ),
    }
    Ok(())
}

/// Whether a server that runs here says that it is ready.
fn health(given: &Given) -> Result<(), String> {
    let address = given.listen.unwrap_or(SocketAddr::from(([127, 0, 0, 1], USUAL)));
    let failed = |error| format!("no answer at {address}: {error}");
    let mut asks = TcpStream::connect_timeout(&address, READY_WITHIN).map_err(failed)?;
    asks.set_read_timeout(Some(READY_WITHIN)).map_err(failed)?;
    write!(asks, "GET /readyz HTTP/1.1\r\nHost: {address}\r\nConnection: close\r\n\r\n").map_err(failed)?;
    let mut answer = String::new();
    asks.take(4096).read_to_string(&mut answer).map_err(failed)?;
    let status = answer.lines().next().unwrap_or_default().to_string();
    if status.starts_with("HTTP/1.1 200") { Ok(()) } else { Err(format!("{address} is not ready: {status}")) }
}

fn serve(arguments: &Arguments) -> Result<(), String> {
    let held = Held::to_serve(&arguments.given, arguments.demo).map_err(said)?;
    actix_web::rt::System::new().block_on(async {
        let store = held.opened().await.map_err(said)?;
        let listener = listen(arguments)?;
        let address = listener.local_addr().map_err(said)?;
        let server = launch(store.clone(), settings(arguments, &held, address), listener).await.map_err(said)?;
        let handle = server.handle();
        actix_web::rt::spawn(async move {
            interrupted().await;
            handle.stop(true).await;
        });
        println!("Patient Sparrow is at http://{address}  (Ctrl-C stops it)");
        let ended = server.await.map_err(said);
        store.close().await;
        ended
    })
}

fn settings(arguments: &Arguments, held: &Held, address: SocketAddr) -> Settings {
    let Arguments { demo, given, .. } = arguments;
    let registration = match given.registration {
        Some(who) => who.into(),
        None if *demo => Registration::Open,
        None => Registration::default(),
    };
    let backups = given.backups.clone().map(|folder| Backups {
        folder,
        keep: given.keep_backups.unwrap_or(KEPT),
        database: held.database.clone(),
    });
    Settings {
        demo: *demo,
        registration,
        secure_cookies: given.secure_cookies.unwrap_or(!address.ip().is_loopback()),
        proxy_header: given.proxy_header.clone(),
        keep_changes: given.keep_changes,
        backups,
        metrics: given.metrics,
        ..Settings::default()
    }
}

/// The address or port asked for.
fn listen(arguments: &Arguments) -> Result<TcpListener, String> {
    if let Some(address) = arguments.given.listen.filter(|_| arguments.port == 0) {
        return TcpListener::bind(address).map_err(|error| format!("{address}: {error}"));
    }
    let port = arguments.port;
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
