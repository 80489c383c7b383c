//! `patient-sparrow`: serves until it is interrupted, or does one thing for whoever runs it.
//!
//! With `DATABASE_URL` it uses that database; without, it starts a PostgreSQL of its own on loopback
//! in its data folder.
#![allow(clippy::print_stdout, reason = "a command line talks to its terminal")]

use clap::{Args, Parser, Subcommand, ValueEnum};
use patient_sparrow::{Registration, Settings, launch};
use sparrow_cluster::{Cluster, ClusterError, Durability, reachable};
use sparrow_store::{Store, fresh};
use std::net::{SocketAddr, TcpListener};
use std::path::{Path, PathBuf};
use std::process::ExitCode;

/// A field book for a few beds, served as a web page.
#[derive(Parser)]
#[command(version)]
struct Arguments {
    #[command(flatten)]
    place: Place,
    #[command(flatten)]
    serving: Serving,
    #[command(subcommand)]
    verb: Option<Verb>,
}

/// Where the gardens are.
#[derive(Args)]
struct Place {
    /// The database to use; without it a PostgreSQL of its own is started in the data folder.
    #[arg(long, env = "DATABASE_URL", hide_env_values = true, global = true, value_name = "URL")]
    database: Option<String>,
    /// The folder of that PostgreSQL.
    #[arg(long, env = "SPARROW_DATA", global = true, default_value = ".data", value_name = "FOLDER")]
    data: PathBuf,
    /// Where people reach it, for the links it prints.
    #[arg(long, env = "SPARROW_ADDRESS", global = true, default_value = "http://127.0.0.1:8017", value_name = "URL")]
    address: String,
}

/// How to serve.
#[derive(Args)]
struct Serving {
    /// Serve invented households, which everybody may enter, and let everybody make an account.
    #[arg(long)]
    demo: bool,
    /// The address and port to listen on.
    #[arg(long, env = "SPARROW_LISTEN", value_name = "ADDRESS:PORT", conflicts_with = "port")]
    listen: Option<SocketAddr>,
    /// The port of 127.0.0.1 to listen on; 0 takes 8017 when it is free, else any.
    #[arg(long, default_value_t = 0, value_name = "N")]
    port: u16,
    /// Who may make an account; the first one anybody may.
    #[arg(long, env = "SPARROW_REGISTRATION", value_name = "WHO")]
    registration: Option<Who>,
    /// Whether cookies are sent over TLS only. Without it they are, except while it listens on loopback.
    #[arg(long, env = "SPARROW_SECURE_COOKIES", value_name = "YES", value_parser = clap::builder::BoolishValueParser::new())]
    secure_cookies: Option<bool>,
    /// The header in which a proxy in front of it names the address of whoever asks, such as X-Forwarded-For; only with such a proxy.
    #[arg(long, env = "SPARROW_PROXY_HEADER", value_name = "NAME")]
    proxy_header: Option<String>,
    /// How many days changes can be looked up; without it they are kept for good.
    #[arg(long, env = "SPARROW_KEEP_CHANGES", value_name = "DAYS")]
    keep_changes: Option<u32>,
}

#[derive(Clone, Copy, ValueEnum)]
enum Who {
    /// Anybody.
    Open,
    /// Whoever was invited into a garden, or given a link by `patient-sparrow invite`.
    Invitation,
    /// Whoever was given such a link.
    Closed,
}

#[derive(Subcommand)]
enum Verb {
    /// Print a link that sets a new password for an account, once, within a day.
    ResetPassword {
        /// The account's name.
        name: String,
    },
    /// Print a link by which one account may be made, once, within a week.
    Invite,
}

/// The data folder; of a demo, which keeps nothing worth a name, the first that nobody else uses: `FOLDER`, then `FOLDER-2` and so on.
fn own_cluster(data: &Path, demo: bool) -> Result<Cluster, ClusterError> {
    let data = std::path::absolute(data).unwrap_or_else(|_| data.to_path_buf());
    let mut number = 1;
    loop {
        let folder = if number == 1 { data.clone() } else { data.with_file_name(format!("{}-{number}", file_name(&data))) };
        match Cluster::start(&reachable(&folder), Durability::Safe) {
            Err(ClusterError::InUse { .. }) if demo && number < 20 => number += 1,
            other => return other,
        }
    }
}

fn file_name(path: &Path) -> String {
    path.file_name().map_or_else(|| "data".into(), |name| name.to_string_lossy().into_owned())
}

fn main() -> ExitCode {
    tracing_subscriber::fmt()
        .with_env_filter(tracing_subscriber::EnvFilter::try_from_default_env().unwrap_or_else(|_| "warn".into()))
        .with_writer(std::io::stderr)
        .init();
    let Arguments { place, serving, verb } = Arguments::parse();
    let done = match verb {
        None => serve(place, serving),
        Some(verb) => does(place, verb),
    };
    match done {
        Ok(()) => ExitCode::SUCCESS,
        Err(why) => {
            eprintln!("patient-sparrow: {why}");
            ExitCode::FAILURE
        }
    }
}

fn said(error: impl std::fmt::Display) -> String {
    error.to_string()
}

/// Does one thing, on a server that runs or by itself.
fn does(place: Place, verb: Verb) -> Result<(), String> {
    let data = reachable(&std::path::absolute(&place.data).unwrap_or(place.data));
    let (cluster, url) = match place.database {
        Some(url) => (None, url),
        None => match Cluster::running(&data, "sparrow") {
            Some(url) => (None, url),
            None => {
                let cluster = Cluster::start(&data, Durability::Safe).map_err(said)?;
                let url = cluster.url("sparrow");
                (Some(cluster), url)
            }
        },
    };
    let done = actix_web::rt::System::new().block_on(async {
        let store = Store::open(&url).await.map_err(said)?;
        let (word, address) = (fresh(), place.address.trim_end_matches('/'));
        match verb {
            Verb::ResetPassword { name } => {
                store.make_reset(&name, &word).await.map_err(|_| format!("there is no account {name} with a password"))?;
                println!("{address}/password#{word}");
            }
            Verb::Invite => {
                store.invite_account(&word).await.map_err(said)?;
                println!("{address}/invitation#{word}");
            }
        }
        store.close().await;
        Ok(())
    });
    drop(cluster);
    done
}

fn serve(place: Place, serving: Serving) -> Result<(), String> {
    // Started here, on the main thread: the server process dies with the thread that started it.
    let cluster = match &place.database {
        Some(_) => None,
        None => Some(own_cluster(&place.data, serving.demo).map_err(said)?),
    };
    let runtime = actix_web::rt::System::new();
    let served = runtime.block_on(async {
        let url = match (&cluster, place.database) {
            (Some(cluster), _) => {
                Store::make_database(&cluster.url("postgres"), "sparrow").await.map_err(said)?;
                cluster.url("sparrow")
            }
            (None, given) => given.unwrap_or_default(),
        };
        let store = Store::open(&url).await.map_err(said)?;
        let listener = listen(&serving)?;
        let address = listener.local_addr().map_err(said)?;
        let server = launch(store.clone(), settings(serving, address), listener).await.map_err(said)?;
        let handle = server.handle();
        actix_web::rt::spawn(async move {
            interrupted().await;
            handle.stop(true).await;
        });
        println!("Patient Sparrow is at http://{address}  (Ctrl-C stops it)");
        let ended = server.await.map_err(said);
        store.close().await;
        ended
    });
    drop(cluster);
    served
}

fn settings(serving: Serving, address: SocketAddr) -> Settings {
    let registration = match serving.registration {
        Some(Who::Open) => Registration::Open,
        Some(Who::Invitation) => Registration::Invitation,
        Some(Who::Closed) => Registration::Closed,
        None if serving.demo => Registration::Open,
        None => Registration::default(),
    };
    Settings {
        demo: serving.demo,
        registration,
        secure_cookies: serving.secure_cookies.unwrap_or(!address.ip().is_loopback()),
        proxy_header: serving.proxy_header,
        keep_changes: serving.keep_changes,
        ..Settings::default()
    }
}

/// The address or port asked for.
fn listen(serving: &Serving) -> Result<TcpListener, String> {
    const USUAL: u16 = 8017;
    if let Some(address) = serving.listen {
        return TcpListener::bind(address).map_err(|error| format!("{address}: {error}"));
    }
    let port = serving.port;
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
