//! Where a server listens: a socket in a folder that only its account comes into, and the address of a database there.

use crate::error::{ClusterError, io_error};
use crate::folder::Folder;
use crate::programs::ROLE;
use std::fmt::Write;
use std::fs::{self, DirBuilder};
use std::hash::{DefaultHasher, Hash, Hasher};
use std::io::ErrorKind;
use std::os::unix::fs::{DirBuilderExt, MetadataExt};
use std::path::{Path, PathBuf};

/// The longest path of a socket that Linux takes \[bytes\], and the name that PostgreSQL gives its own.
const LONGEST: usize = 107;
const NAME: &str = ".s.PGSQL.5432";

/// The folder for a data folder's socket: in it, or beside everybody's temporary files where that path would be too long.
pub fn folder(of: &Folder) -> Result<PathBuf, ClusterError> {
    let inside = of.path.join("socket");
    if file(&inside).as_os_str().len() <= LONGEST {
        of.make_private(&inside)?;
        return Ok(inside);
    }
    // The same at every start, so that who waits for the database finds it again.
    let mut hasher = DefaultHasher::new();
    of.path.hash(&mut hasher);
    let outside = Path::new("/tmp").join(format!("patient-sparrow-{:016x}", hasher.finish()));
    match DirBuilder::new().mode(0o700).create(&outside) {
        Ok(()) => of.give(&outside)?,
        // Anybody may have made something there first.
        Err(error) if error.kind() == ErrorKind::AlreadyExists => {
            let own = of.account.as_ref().map_or_else(nix::unistd::geteuid, |user| user.uid);
            let there = fs::symlink_metadata(&outside).map_err(io_error(format!("looking at {}", outside.display())))?;
            if !there.is_dir() || there.uid() != own.as_raw() || there.mode() & 0o077 != 0 {
                return Err(ClusterError::NotOwn(outside));
            }
        }
        Err(error) => return Err(io_error(format!("making {}", outside.display()))(error)),
    }
    Ok(outside)
}

/// The socket in its folder.
pub fn file(folder: &Path) -> PathBuf {
    folder.join(NAME)
}

/// The folder of the socket of a server that runs on this data, by its own note.
pub fn of_server(data: &Path) -> Option<PathBuf> {
    let text = fs::read_to_string(data.join("postmaster.pid")).ok()?;
    text.lines().nth(4).map(str::trim).filter(|line| line.starts_with('/')).map(PathBuf::from)
}

/// The address of a database, as both SQLx and PostgreSQL's programs read it.
pub fn url(socket: &Path, database: &str) -> String {
    let mut folder = String::new();
    for byte in socket.as_os_str().as_encoded_bytes() {
        match byte {
            b'/' | b'-' | b'_' | b'.' | b'0'..=b'9' | b'a'..=b'z' | b'A'..=b'Z' => folder.push(char::from(*byte)),
            other => {
                let _ = write!(folder, "%{other:02X}");
            }
        }
    }
    format!("postgres://{ROLE}@localhost/{database}?host={folder}")
}
