//! Why a cluster could not be had.

use std::io;
use std::path::PathBuf;

/// Why a cluster could not be had.
#[derive(Debug, thiserror::Error)]
pub enum ClusterError {
    /// No PostgreSQL server programs were found.
    #[error("PostgreSQL's server programs were not found under /usr/lib/postgresql; install Debian's package postgresql")]
    NotInstalled,
    /// No programs that copy a database were found.
    #[error(
        "PostgreSQL's pg_dump and pg_restore were not found under /usr/lib/postgresql; install Debian's package postgresql-client"
    )]
    NoCopies,
    /// The folder was made by a version of PostgreSQL that is not here.
    #[error(
        "the data folder {folder} was made by PostgreSQL {version}, whose programs are not here; install Debian's package \
         postgresql-{version}, and then, where a newer one is to be used, run `patient-sparrow renew`"
    )]
    VersionMissing {
        /// The folder.
        folder: PathBuf,
        /// Its version.
        version: u32,
    },
    /// The folder was made by a Patient Sparrow that let in every account of the machine.
    #[error(
        "the data folder {folder} was made by an earlier Patient Sparrow, less guarded than they are now; run \
         `patient-sparrow renew` with the same --data once: it is written into a new one, and the old one kept beside it"
    )]
    Old {
        /// The folder.
        folder: PathBuf,
    },
    /// Another process uses the data folder.
    #[error("the data folder {folder} is in use by {by}; stop that first, or name another folder")]
    InUse {
        /// The folder.
        folder: PathBuf,
        /// Who holds it.
        by: String,
    },
    /// The folder belongs to another account.
    #[error("the data folder {folder} belongs to {owner}; run this as {owner}, for example with sudo -u {owner}")]
    OtherOwner {
        /// The folder.
        folder: PathBuf,
        /// Whose it is.
        owner: String,
    },
    /// A folder for the socket is not one's own.
    #[error("{0} belongs to somebody else, or others may write there; remove it, or name a data folder with a shorter path")]
    NotOwn(PathBuf),
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

/// What the system said of what was being done.
pub fn io_error(what: impl Into<String>) -> impl FnOnce(io::Error) -> ClusterError {
    let what = what.into();
    move |source| ClusterError::Io { what, source }
}
