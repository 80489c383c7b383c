//! PostgreSQL's own programs, and the account they run as.

use crate::error::{ClusterError, io_error};
use nix::unistd::{Uid, User};
use std::fs;
use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};

/// The role that the application has, and its database.
pub const ROLE: &str = "sparrow";

/// Where Debian keeps them, one folder a version.
const VERSIONS: &str = "/usr/lib/postgresql";
/// What copies a database, Debian's package postgresql-client.
const COPIES: [&str; 2] = ["pg_dump", "pg_restore"];
/// What serves one besides.
const SERVES: [&str; 5] = ["initdb", "postgres", "pg_isready", "pg_dump", "pg_restore"];

/// The programs of one version.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Programs {
    /// The version's first number.
    pub version: u32,
    folder: PathBuf,
}

impl Programs {
    /// The newest that are here.
    pub fn newest() -> Result<Programs, ClusterError> {
        newest_with(&SERVES).ok_or(ClusterError::NotInstalled)
    }

    /// The newest that are here and can copy a database elsewhere, though they may not be able to serve one.
    pub fn to_copy() -> Result<Programs, ClusterError> {
        newest_with(&COPIES).ok_or(ClusterError::NoCopies)
    }

    /// Those by which a cluster's folder was made.
    pub fn of_folder(data: &Path) -> Result<Programs, ClusterError> {
        let path = data.join("PG_VERSION");
        let text = fs::read_to_string(&path).map_err(io_error(format!("reading {}", path.display())))?;
        let version = text.trim().parse().map_err(|_| ClusterError::Failed { what: "reading PG_VERSION", said: text })?;
        with(version, &SERVES).ok_or_else(|| ClusterError::VersionMissing { folder: data.to_path_buf(), version })
    }

    /// One of them.
    pub fn program(&self, name: &str) -> PathBuf {
        self.folder.join(name)
    }

    /// Whether a server lets in whoever asks at a socket's folder.
    pub fn answer(&self, socket: &Path) -> bool {
        self.answers(socket) == Answer::Ready
    }

    /// What a server says at a socket's folder.
    pub(crate) fn answers(&self, socket: &Path) -> Answer {
        let mut asks = Command::new(self.program("pg_isready"));
        asks.args(["-q", "-t", "2", "-d", "postgres", "-U", ROLE, "-h"]).arg(socket).stdin(Stdio::null());
        match asks.status().ok().and_then(|status| status.code()) {
            Some(0) => Answer::Ready,
            Some(1) => Answer::NotYet,
            _ => Answer::None,
        }
    }
}

fn newest_with(names: &[&str]) -> Option<Programs> {
    let versions = fs::read_dir(VERSIONS).ok()?;
    let version = |entry: fs::DirEntry| entry.file_name().to_str()?.parse().ok();
    let all = versions.filter_map(Result::ok).filter_map(version).filter_map(|version| with(version, names));
    all.max_by_key(|programs| programs.version)
}

/// Those of a version, when all that are wanted are here.
fn with(version: u32, names: &[&str]) -> Option<Programs> {
    let folder = Path::new(VERSIONS).join(version.to_string()).join("bin");
    names.iter().all(|name| folder.join(name).exists()).then_some(Programs { version, folder })
}

/// What a server says of itself.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Answer {
    /// It lets in.
    Ready,
    /// It comes up, recovers or goes down.
    NotYet,
    /// Nothing.
    None,
}

/// The user to run as when we are root; nobody else may be chosen otherwise.
pub fn account() -> Result<Option<User>, ClusterError> {
    if !Uid::effective().is_root() {
        return Ok(None);
    }
    User::from_name("postgres").ok().flatten().map(Some).ok_or(ClusterError::NotInstalled)
}

/// A command that runs as the unprivileged user; told to, it dies with the thread that starts it.
pub fn as_user(account: Option<&User>, program: &Path, dies_with_parent: bool) -> Command {
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
