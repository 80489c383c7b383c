//! Keeps a server running: starts it, starts it again when it dies, with a longer pause each time, and stops it.

use crate::error::{ClusterError, io_error};
use crate::folder::Folder;
use crate::programs::{Answer, Programs, as_user};
use nix::sys::signal::{Signal, kill};
use nix::sys::wait::{Id, WaitPidFlag, WaitStatus, waitid};
use nix::unistd::Pid;
use std::fs::{self, File};
use std::os::unix::fs::OpenOptionsExt;
use std::path::{Path, PathBuf};
use std::process::{Child, Stdio};
use std::sync::mpsc::{Sender, channel};
use std::sync::{Arc, Condvar, Mutex, MutexGuard, PoisonError};
use std::thread::JoinHandle;
use std::time::{Duration, Instant};

/// The pause before a server that died is started again, at first and at most.
const FIRST_PAUSE: Duration = Duration::from_millis(100);
/// See [`FIRST_PAUSE`].
const LONGEST_PAUSE: Duration = Duration::from_secs(30);
/// Whoever ran so long did not die of its start.
const RAN_WELL: Duration = Duration::from_secs(60);
/// How often a first start is tried: what a killed server left may take a moment to be gone.
const FIRST_STARTS: u32 = 6;
/// How long a server may say nothing at all before its start has failed.
const SILENT: Duration = Duration::from_secs(60);
/// Between two looks whether it answers.
const BETWEEN: Duration = Duration::from_millis(20);
/// Between two times it is told to end.
const BETWEEN_WORDS: Duration = Duration::from_millis(500);
/// The longest its log may be when it is started; then a new one is begun and one old one kept \[bytes\].
const LONGEST_LOG: u64 = 4 * 1024 * 1024;

/// How to run the server.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Durability {
    /// For a household's data: everything is on disk before it is called saved.
    Safe,
    /// For tests: fast, and lost if the machine stops; its role may make databases.
    Fast,
}

/// What is run, and where.
#[derive(Debug)]
pub struct Server {
    /// The data folder.
    pub folder: Folder,
    /// The programs that made the cluster.
    pub programs: Programs,
    /// The cluster in it.
    pub data: PathBuf,
    /// How to run it.
    pub durability: Durability,
}

#[derive(Debug, Default)]
struct State {
    /// The server's process, for as long as its number is its own.
    process: Option<Pid>,
    stopping: bool,
}

#[derive(Debug, Default)]
struct Shared {
    state: Mutex<State>,
    changed: Condvar,
}

impl Shared {
    fn state(&self) -> MutexGuard<'_, State> {
        self.state.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Waits, unless it is to stop; whether it goes on.
    fn goes_on_after(&self, pause: Duration) -> bool {
        let (state, _) =
            self.changed.wait_timeout_while(self.state(), pause, |state| !state.stopping).unwrap_or_else(PoisonError::into_inner);
        !state.stopping
    }
}

/// A thread that keeps a server running. The server dies with the thread that started it, so it starts every one.
#[derive(Debug)]
pub struct Keeper {
    shared: Arc<Shared>,
    thread: Option<JoinHandle<()>>,
}

impl Keeper {
    /// Starts a server and waits until it answers.
    pub fn start(server: Server, socket: PathBuf) -> Result<Keeper, ClusterError> {
        let shared = Arc::new(Shared::default());
        let (told, hears) = channel();
        let kept = Arc::clone(&shared);
        let thread = std::thread::Builder::new()
            .name("keeper".into())
            .spawn(move || keep(&server, &socket, &kept, &told))
            .map_err(io_error("starting a thread"))?;
        let keeper = Keeper { shared, thread: Some(thread) };
        let gone = || ClusterError::Failed { what: "postgres", said: "its keeper ended".into() };
        hears.recv().unwrap_or_else(|_| Err(gone()))?;
        Ok(keeper)
    }

    /// The number of the server's process; nothing while it is down.
    pub fn process(&self) -> Option<u32> {
        self.shared.state().process.and_then(|pid| u32::try_from(pid.as_raw()).ok())
    }
}

impl Drop for Keeper {
    fn drop(&mut self) {
        let mut state = self.shared.state();
        state.stopping = true;
        self.shared.changed.notify_all();
        // SIGINT is PostgreSQL's fast shutdown: sessions are ended, everything is written. One that has only just begun, below a
        // shell that had it pass SIGINT over, does not hear it yet, so it is told until it is gone.
        while let Some(pid) = state.process {
            let _ = kill(pid, Signal::SIGINT);
            state = self.shared.changed.wait_timeout(state, BETWEEN_WORDS).unwrap_or_else(PoisonError::into_inner).0;
        }
        drop(state);
        if let Some(thread) = self.thread.take() {
            let _ = thread.join();
        }
    }
}

fn keep(server: &Server, socket: &Path, shared: &Shared, told: &Sender<Result<(), ClusterError>>) {
    let mut started = false;
    let (mut pause, mut starts) = (FIRST_PAUSE, 0);
    loop {
        let begun = Instant::now();
        starts += 1;
        let ran = run(server, socket, shared, || {
            started = true;
            let _ = told.send(Ok(()));
        });
        if shared.state().stopping {
            return;
        }
        match ran {
            Err(error) if !started && starts >= FIRST_STARTS => return drop(told.send(Err(error))),
            Err(error) => tracing::warn!(%error, "PostgreSQL was not started"),
            Ok(()) => tracing::error!("PostgreSQL has ended by itself and is started again; its own log says why"),
        }
        if begun.elapsed() > RAN_WELL {
            pause = FIRST_PAUSE;
        }
        if !shared.goes_on_after(pause) {
            return;
        }
        pause = (pause * 2).min(LONGEST_PAUSE);
    }
}

/// Runs a server until it ends; says when it answers. It is an error when it never did.
fn run(server: &Server, socket: &Path, shared: &Shared, answers: impl FnOnce()) -> Result<(), ClusterError> {
    let log = server.folder.path.join("postgres.log");
    let from = begin_log(&log)?;
    let (mut child, process) = {
        let mut state = shared.state();
        if state.stopping {
            return Ok(());
        }
        let child = spawn(server, socket, &log)?;
        let process = Pid::from_raw(i32::try_from(child.id()).unwrap_or(i32::MAX));
        state.process = Some(process);
        (child, process)
    };
    let ready = wait_until_ready(process, server, socket);
    if ready == Ok(true) {
        answers();
    } else if ready == Err(Silent) {
        let _ = child.kill();
    }
    // Until it is buried, below, its number is nobody else's, so that nobody else is told to stop.
    let _ = waitid(Id::Pid(process), WaitPidFlag::WEXITED | WaitPidFlag::WNOWAIT);
    let mut state = shared.state();
    let _ = child.wait();
    state.process = None;
    shared.changed.notify_all();
    match ready {
        Ok(true) => Ok(()),
        Ok(false) => Err(ClusterError::Failed { what: "postgres", said: said_since(&log, from) }),
        Err(Silent) => Err(ClusterError::Failed { what: "postgres", said: "no answer within a minute".into() }),
    }
}

/// Begins a new log where the old one is long; where in it what comes now begins.
fn begin_log(log: &Path) -> Result<u64, ClusterError> {
    let length = fs::metadata(log).map_or(0, |log| log.len());
    if length <= LONGEST_LOG {
        return Ok(length);
    }
    fs::rename(log, log.with_extension("log.1")).map_err(io_error("beginning a new log file"))?;
    Ok(0)
}

fn spawn(server: &Server, socket: &Path, log: &Path) -> Result<Child, ClusterError> {
    let log = File::options().create(true).append(true).mode(0o600).open(log).map_err(io_error("making the log file"))?;
    let mut command = as_user(server.folder.account.as_ref(), &server.programs.program("postgres"), true);
    command.arg("-D").arg(&server.data);
    let set = |name: &str, value: &Path| format!("{name}={}", value.display());
    // Nobody outside this machine can connect, and nobody inside without the way into the folder.
    for setting in [
        "listen_addresses=".to_string(),
        format!("unix_socket_directories=\"{}\"", socket.display().to_string().replace('"', "\"\"")),
        "port=5432".into(),
        set("hba_file", &server.folder.path.join("hba.conf")),
        set("ident_file", &server.folder.path.join("ident.conf")),
        "max_connections=60".into(),
        // No query here is long enough to be worth compiling, and a guarded service may not make code as it runs.
        "jit=off".into(),
        "log_line_prefix=%m [%p] ".into(),
    ] {
        command.args(["-c", &setting]);
    }
    if server.durability == Durability::Fast {
        command.args(["-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off"]);
    }
    // A group of its own: Ctrl-C in the terminal is ours to answer, in order, not PostgreSQL's.
    std::os::unix::process::CommandExt::process_group(&mut command, 0);
    command.stdin(Stdio::null()).stdout(Stdio::null()).stderr(log).spawn().map_err(io_error("starting postgres"))
}

/// It has said nothing for too long.
#[derive(Debug, PartialEq, Eq)]
struct Silent;

/// Waits until it lets in, however long it recovers; whether it does, or has ended.
fn wait_until_ready(process: Pid, server: &Server, socket: &Path) -> Result<bool, Silent> {
    let begun = Instant::now();
    let (mut silent_since, mut noted) = (begun, false);
    loop {
        match server.programs.answers(socket) {
            Answer::Ready => return Ok(true),
            Answer::NotYet => silent_since = Instant::now(),
            Answer::None if silent_since.elapsed() > SILENT => return Err(Silent),
            Answer::None => {}
        }
        let ended = waitid(Id::Pid(process), WaitPidFlag::WEXITED | WaitPidFlag::WNOWAIT | WaitPidFlag::WNOHANG);
        if ended != Ok(WaitStatus::StillAlive) {
            return Ok(false);
        }
        if !noted && begun.elapsed() > Duration::from_secs(5) {
            noted = true;
            tracing::warn!("PostgreSQL is not ready yet; it may have to recover what was not written when it last stopped");
        }
        std::thread::sleep(BETWEEN);
    }
}

/// What was written to a log after a place in it.
fn said_since(log: &Path, from: u64) -> String {
    let bytes = fs::read(log).unwrap_or_default();
    let from = usize::try_from(from).unwrap_or(usize::MAX).min(bytes.len());
    String::from_utf8_lossy(&bytes[from..]).into_owned()
}
