//! The data folder: whose it is, who holds it, and what an earlier holder left running.

use crate::error::{ClusterError, io_error};
use crate::programs::{account, as_user};
use nix::fcntl::{Flock, FlockArg};
use nix::sys::signal::{Signal, kill};
use nix::unistd::{Gid, Pid, Uid, User, chown};
use std::fs::{self, File, Permissions};
use std::io::Write;
use std::os::unix::fs::{MetadataExt, PermissionsExt};
use std::path::{Path, PathBuf};
use std::time::{Duration, Instant};

/// How long a server that was left running may take to end.
const ENDS_WITHIN: Duration = Duration::from_secs(60);
/// Between two looks.
const BETWEEN: Duration = Duration::from_millis(30);

/// The hold on a folder; whoever else wants it is refused until it is dropped or its process is gone.
pub type Hold = Flock<File>;

/// A data folder and the account its server runs as. The folder stays its maker's: what root writes and moves in it cannot
/// be another's link to elsewhere. Only the folders of cluster and socket are the server's.
#[derive(Debug, Clone)]
pub struct Folder {
    /// Where it is.
    pub path: PathBuf,
    /// Who the server runs as, when not as we do.
    pub account: Option<User>,
}

impl Folder {
    /// A folder, made when it is not there.
    pub fn at(path: &Path) -> Result<Folder, ClusterError> {
        let folder = Folder { path: path.to_path_buf(), account: account()? };
        let Ok(there) = fs::metadata(path) else {
            fs::create_dir_all(path).map_err(io_error(format!("making {}", path.display())))?;
            return Ok(folder);
        };
        // Root could take it, and whoever it belongs to could use it no more.
        let owner = Uid::from_raw(there.uid());
        match &folder.account {
            Some(own) if owner == own.uid => chowned(path, Uid::effective(), None)?,
            Some(_) if !owner.is_root() => {
                let name = User::from_uid(owner).ok().flatten().map_or_else(|| owner.to_string(), |user| user.name);
                return Err(ClusterError::OtherOwner { folder: path.to_path_buf(), owner: name });
            }
            _ => {}
        }
        Ok(folder)
    }

    /// Gives a file to the account of the server.
    pub fn give(&self, path: &Path) -> Result<(), ClusterError> {
        self.account.as_ref().map_or(Ok(()), |user| chowned(path, user.uid, Some(user.gid)))
    }

    /// Makes a folder in it that only the server's account comes into.
    pub fn make_private(&self, path: &Path) -> Result<(), ClusterError> {
        fs::create_dir_all(path)
            .and_then(|()| fs::set_permissions(path, Permissions::from_mode(0o700)))
            .map_err(io_error(format!("making {}", path.display())))?;
        self.give(path)
    }

    /// Holds it, or says who does.
    pub fn hold(&self) -> Result<Hold, ClusterError> {
        let path = self.path.join("lock");
        let file = File::options().create(true).truncate(false).write(true).open(&path);
        match Flock::lock(file.map_err(io_error("making the lock file"))?, FlockArg::LockExclusiveNonblock) {
            Ok(mut held) => {
                // Whoever comes later is told who holds it.
                let own = held.set_len(0).and_then(|()| held.write_all(std::process::id().to_string().as_bytes()));
                own.map_err(io_error("writing the lock file"))?;
                Ok(held)
            }
            Err(_) => Err(ClusterError::InUse { folder: self.path.clone(), by: holder(&path) }),
        }
    }

    /// Ends the server that a killed holder left running on this data, and only that one.
    pub fn end_orphan(&self, data: &Path) -> Result<(), ClusterError> {
        let Some(pid) = left_running(data) else { return Ok(()) };
        let _ = kill(pid, Signal::SIGINT);
        let end = Instant::now() + ENDS_WITHIN;
        while left_running(data) == Some(pid) {
            if Instant::now() > end {
                let said = format!("process {pid}, left over from an earlier start, does not end");
                return Err(ClusterError::Failed { what: "postgres", said });
            }
            std::thread::sleep(BETWEEN);
        }
        Ok(())
    }
}

fn chowned(path: &Path, to: Uid, group: Option<Gid>) -> Result<(), ClusterError> {
    chown(path, Some(to), group).map_err(|error| io_error(format!("giving {} to {to}", path.display()))(error.into()))
}

/// The server that works in this folder, by its own note; its number may have been given to another process since.
fn left_running(data: &Path) -> Option<Pid> {
    let text = fs::read_to_string(data.join("postmaster.pid")).ok()?;
    let number: i32 = text.lines().next()?.trim().parse().ok()?;
    let is_postgres = fs::read_to_string(format!("/proc/{number}/comm")).is_ok_and(|name| name.trim() == "postgres");
    let works_in = fs::read_link(format!("/proc/{number}/cwd")).ok()?;
    (is_postgres && works_in == fs::canonicalize(data).ok()?).then_some(Pid::from_raw(number))
}

/// Who wrote its number into a lock file.
fn holder(path: &Path) -> String {
    let number = fs::read_to_string(path).ok().and_then(|text| text.trim().parse::<u32>().ok());
    let Some(number) = number else { return "another process".into() };
    let name = fs::read_to_string(format!("/proc/{number}/comm")).unwrap_or_default();
    format!("process {number} {}", name.trim()).trim().to_string()
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
