//! A PostgreSQL of one's own: made if need be, started on loopback, and stopped without a trace.
//!
//! PostgreSQL refuses to run as root, so a root caller runs it as the `postgres` user that Debian's
//! package makes. The server process is asked to die with its parent, so that not even a killed
//! parent leaves one behind.

use nix::fcntl::{Flock, FlockArg};
use nix::sys::signal::{Signal, kill};
use nix::unistd::{Pid, Uid, User, chown};
use std::fs::{self, File};
use std::io::{self, Read, Write};
use std::net::{Ipv4Addr, TcpListener, TcpStream};
use std::path::{Path, PathBuf};
use std::process::{Child, Command, Stdio};
use std::time::{Duration, Instant};

/// Why a cluster could not be had.
#[derive(Debug, thiserror::Error)]
pub enum ClusterError {
    /// No PostgreSQL server programs were found.
    #[error("PostgreSQL's server programs were not found under /usr/lib/postgresql; install Debian's package postgresql")]
    NotInstalled,
    /// Another process uses the data folder.
    #[error("the data folder {folder} is in use by {by}; stop that first, or name another folder")]
    InUse {
        /// The folder.
        folder: PathBuf,
        /// Who holds it.
        by: String,
    },
    /// A file or process could not be handled.
    #[error("{what}: {source}")]
    Io {
        /// What was being done.
        what: String,
        /// What the system said.
        source: io::Error,
    },
    /// A PostgreSQL program failed.
    #[error("{what} failed: {said}")]
    Failed {
        /// Which program.
        what: &'static str,
        /// What it said.
        said: String,
    },
}

fn io_error(what: impl Into<String>) -> impl FnOnce(io::Error) -> ClusterError {
    let what = what.into();
    move |source| ClusterError::Io { what, source }
}

/// How to run the server.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Durability {
    /// For a household's data: everything is on disk before it is called saved.
    Safe,
    /// For tests: fast, and lost if the machine stops.
    Fast,
}

/// A running PostgreSQL; dropping it stops the server and waits until it is down.
#[derive(Debug)]
pub struct Cluster {
    child: Child,
    port: u16,
    // Held for as long as the cluster runs, so that no second process starts on the same data.
    _lock: Flock<File>,
}

impl Cluster {
    /// Starts a server on the data folder, making the folder and its database cluster when new.
    ///
    /// Fails with [`ClusterError::InUse`], which says who, when another process has the folder.
    pub fn start(folder: &Path, durability: Durability) -> Result<Cluster, ClusterError> {
        let programs = programs()?;
        let account = account()?;
        make_folder(folder, account.as_ref())?;
        let lock = lock(folder)?;
        let data = folder.join("pg");
        if !data.join("PG_VERSION").exists() {
            init(&programs, account.as_ref(), &data)?;
        }
        stop_orphan(&data);
        // A free port may be taken by someone else between the look and the start; look again then.
        let mut failure = None;
        for _ in 0..5 {
            match launch(&programs, account.as_ref(), folder, durability) {
                Ok((child, port)) => return Ok(Cluster { child, port, _lock: lock }),
                Err(error) => failure = Some(error),
            }
        }
        Err(failure.unwrap_or(ClusterError::NotInstalled))
    }

    /// A server for tests, and the address of its own database: the one `TEST_DATABASE_URL` names, which all tests of a run
    /// share, or a cluster for this test alone, under `target` by that name.
    pub fn for_tests(name: &str) -> Result<(Option<Cluster>, String), ClusterError> {
        if let Ok(url) = std::env::var("TEST_DATABASE_URL") {
            return Ok((None, url));
        }
        let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../target").join(name);
        let folder = std::path::absolute(&folder).unwrap_or(folder);
        let cluster = Cluster::start(&reachable(&folder), Durability::Fast)?;
        let url = cluster.url("postgres");
        Ok((Some(cluster), url))
    }

    /// The address of a database of a cluster that another process runs on a data folder; nothing when none does.
    pub fn running(folder: &Path, database: &str) -> Option<String> {
        let text = fs::read_to_string(folder.join("pg/postmaster.pid")).ok()?;
        let port: u16 = text.lines().nth(3)?.trim().parse().ok()?;
        answers(port).then(|| format!("postgres://sparrow@127.0.0.1:{port}/{database}"))
    }

    /// The address of a database of this cluster.
    pub fn url(&self, database: &str) -> String {
        format!("postgres://sparrow@127.0.0.1:{}/{database}", self.port)
    }
}

impl Drop for Cluster {
    fn drop(&mut self) {
        // SIGINT is PostgreSQL's fast shutdown: sessions are ended, everything is written.
        if let Ok(pid) = i32::try_from(self.child.id()) {
            let _ = kill(Pid::from_raw(pid), Signal::SIGINT);
        }
        let _ = self.child.wait();
    }
}

fn programs() -> Result<PathBuf, ClusterError> {
    let versions = fs::read_dir("/usr/lib/postgresql").map_err(|_| ClusterError::NotInstalled)?;
    let version = |path: &PathBuf| path.parent().and_then(Path::file_name).and_then(|name| name.to_str()?.parse::<u32>().ok());
    versions
        .filter_map(Result::ok)
        .map(|entry| entry.path().join("bin"))
        .filter(|bin| bin.join("initdb").exists() && bin.join("postgres").exists())
        .max_by_key(version)
        .ok_or(ClusterError::NotInstalled)
}

/// The user to run as when we are root; nobody else may be chosen otherwise.
fn account() -> Result<Option<User>, ClusterError> {
    if !Uid::effective().is_root() {
        return Ok(None);
    }
    User::from_name("postgres").ok().flatten().map(Some).ok_or(ClusterError::NotInstalled)
}

fn make_folder(folder: &Path, account: Option<&User>) -> Result<(), ClusterError> {
    fs::create_dir_all(folder).map_err(io_error(format!("making {}", folder.display())))?;
    if let Some(user) = account {
        chown(folder, Some(user.uid), Some(user.gid))
            .map_err(|e| ClusterError::Io { what: format!("giving {} to postgres", folder.display()), source: e.into() })?;
    }
    Ok(())
}

fn lock(folder: &Path) -> Result<Flock<File>, ClusterError> {
    let path = folder.join("lock");
    let file = File::options().create(true).truncate(false).write(true).open(&path).map_err(io_error("making the lock file"))?;
    match Flock::lock(file, FlockArg::LockExclusiveNonblock) {
        Ok(mut held) => {
            // Whoever comes later is told who holds it.
            let own = held.set_len(0).and_then(|()| held.write_all(std::process::id().to_string().as_bytes()));
            own.map_err(io_error("writing the lock file"))?;
            Ok(held)
        }
        Err(_) => Err(ClusterError::InUse { folder: folder.to_path_buf(), by: holder(&path) }),
    }
}

/// Who wrote its number into a lock file.
fn holder(path: &Path) -> String {
    let number = fs::read_to_string(path).ok().and_then(|text| text.trim().parse::<u32>().ok());
    let Some(number) = number else { return "another process".into() };
    let name = fs::read_to_string(format!("/proc/{number}/comm")).unwrap_or_default();
    format!("process {number} {}", name.trim()).trim().to_string()
}

/// A command that runs as the unprivileged user, and dies with us when it stays in the foreground.
fn as_user(account: Option<&User>, program: &Path, dies_with_parent: bool) -> Command {
    let mut command = Command::new("setpriv");
    if dies_with_parent {
        command.args(["--pdeathsig", "INT"]);
    }
    if let Some(user) = account {
        command.args(["--reuid", &user.uid.to_string(), "--regid", &user.gid.to_string(), "--clear-groups"]);
    }
    command.arg(program).current_dir("/").env_remove("PGDATA").env("LC_ALL", "C.UTF-8");
    command
}

fn init(programs: &Path, account: Option<&User>, data: &Path) -> Result<(), ClusterError> {
    let output = as_user(account, &programs.join("initdb"), false)
        .arg("-D")
        .arg(data)
        .args(["--username=sparrow", "--auth=trust", "--encoding=UTF8", "--locale=C.UTF-8", "--no-sync", "--no-instructions"])
        .output()
        .map_err(io_error("running initdb"))?;
    if output.status.success() {
        return Ok(());
    }
    // A half-made cluster would be taken for a whole one at the next start.
    let _ = fs::remove_dir_all(data);
    Err(ClusterError::Failed { what: "initdb", said: String::from_utf8_lossy(&output.stderr).into_owned() })
}

/// A server left by a killed process of an older kind holds the data; we own the lock, so it is ours to stop.
fn stop_orphan(data: &Path) {
    let Ok(text) = fs::read_to_string(data.join("postmaster.pid")) else { return };
    let Some(pid) = text.lines().next().and_then(|line| line.trim().parse::<i32>().ok()) else { return };
    // The number may have been given to another process since: only a postgres is stopped.
    let is_postgres = fs::read_to_string(format!("/proc/{pid}/comm")).is_ok_and(|name| name.trim() == "postgres");
    if is_postgres && kill(Pid::from_raw(pid), Signal::SIGINT).is_ok() {
        let end = Instant::now() + Duration::from_secs(20);
        while kill(Pid::from_raw(pid), None).is_ok() && Instant::now() < end {
            std::thread::yield_now();
        }
    }
}

fn launch(programs: &Path, account: Option<&User>, folder: &Path, durability: Durability) -> Result<(Child, u16), ClusterError> {
    let port = free_port().map_err(io_error("looking for a free port"))?;
    let log = File::create(folder.join("postgres.log")).map_err(io_error("making the log file"))?;
    let mut command = as_user(account, &programs.join("postgres"), true);
    command.arg("-D").arg(folder.join("pg")).arg("-p").arg(port.to_string());
    // Sockets stay inside the data folder; nobody outside this machine can connect.
    command.args(["-c", "listen_addresses=127.0.0.1", "-c", "max_connections=60", "-c", "unix_socket_directories="]);
    if durability == Durability::Fast {
        command.args(["-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off"]);
    }
    // A group of its own: Ctrl-C in the terminal is ours to answer, in order, not PostgreSQL's.
    std::os::unix::process::CommandExt::process_group(&mut command, 0);
    let mut child =
        command.stdin(Stdio::null()).stdout(Stdio::null()).stderr(log).spawn().map_err(io_error("starting postgres"))?;
    wait_until_ready(&mut child, port, folder)?;
    Ok((child, port))
}

fn free_port() -> io::Result<u16> {
    TcpListener::bind((Ipv4Addr::LOCALHOST, 0))?.local_addr().map(|address| address.port())
}

/// Ready means that it answers the protocol's first message, not only that the port is open.
fn wait_until_ready(child: &mut Child, port: u16, folder: &Path) -> Result<(), ClusterError> {
    let end = Instant::now() + Duration::from_secs(60);
    while Instant::now() < end {
        if let Ok(Some(_)) = child.try_wait() {
            let said = fs::read_to_string(folder.join("postgres.log")).unwrap_or_default();
            return Err(ClusterError::Failed { what: "postgres", said });
        }
        if answers(port) {
            return Ok(());
        }
        std::thread::park_timeout(Duration::from_millis(15));
    }
    let _ = child.kill();
    Err(ClusterError::Failed { what: "postgres", said: "no answer within a minute".into() })
}

/// Asks for a session as `sparrow` and looks for the server's `R` (authentication ok) in the reply.
fn answers(port: u16) -> bool {
    let Ok(mut stream) = TcpStream::connect((Ipv4Addr::LOCALHOST, port)) else { return false };
    let parameters = b"user\0sparrow\0database\0postgres\0\0";
    let mut message = Vec::from(u32::try_from(parameters.len() + 8).unwrap_or(0).to_be_bytes());
    message.extend_from_slice(&[0, 3, 0, 0]);
    message.extend_from_slice(parameters);
    let mut first = [0u8];
    stream.set_read_timeout(Some(Duration::from_secs(2))).is_ok()
        && stream.write_all(&message).is_ok()
        && stream.read_exact(&mut first).is_ok()
        && first == *b"R"
}

/// A folder for data under `wanted`, or under /var/tmp when the unprivileged user cannot reach it.
pub fn reachable(wanted: &Path) -> PathBuf {
    let account = account().ok().flatten();
    let Some(user) = account else { return wanted.to_path_buf() };
    let existing = wanted.ancestors().find(|path| path.exists()).unwrap_or(Path::new("/"));
    let reached =
        as_user(Some(&user), Path::new("test"), false).arg("-x").arg(existing).status().is_ok_and(|status| status.success());
    if reached {
        return wanted.to_path_buf();
    }
    let name: String = wanted.to_string_lossy().chars().map(|c| if c.is_alphanumeric() { c } else { '-' }).collect();
    Path::new("/var/tmp/patient-sparrow").join(name.trim_matches('-'))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_cluster_starts_refuses_a_second_owner_and_leaves_nothing_running() {
        let folder = reachable(&std::env::temp_dir().join(format!("sparrow-cluster-test-{}", std::process::id())));
        let cluster = Cluster::start(&folder, Durability::Fast).expect("starts");
        assert!(answers(cluster.port), "the premise: it runs");
        let busy = Cluster::start(&folder, Durability::Fast).expect_err("it is in use");
        let said = busy.to_string();
        assert!(said.contains(&format!("is in use by process {}", std::process::id())), "{said}");
        let port = cluster.port;
        drop(cluster);
        assert!(!answers(port));
        let again = Cluster::start(&folder, Durability::Fast).expect("starts again on the same data");
        drop(again);
        fs::remove_dir_all(&folder).expect("the folder is ours to remove");
    }
}
