//! The way up: writes a cluster of an older make, or of an older PostgreSQL, into a new one, and keeps the old one.

use crate::copy::{dump, fill};
use crate::error::{ClusterError, io_error};
use crate::folder::Folder;
use crate::keeper::{Durability, Keeper, Server};
use crate::programs::{Programs, ROLE};
use crate::{make, socket};
use std::fs::{self, File};
use std::os::unix::fs::OpenOptionsExt;
use std::path::{Path, PathBuf};

/// What was done.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Renewed {
    /// The version of the old cluster.
    pub from: u32,
    /// The version of the new one.
    pub to: u32,
    /// Where the old one is kept.
    pub kept: PathBuf,
}

/// Writes the cluster of a data folder into a new one, of the newest PostgreSQL that is here; nothing when it is one
/// already. The old one stays what it is until the new one is whole, and is kept beside it.
///
/// Fails when another process has the folder, when an older cluster is kept there already, or when the programs that
/// made the cluster are not here.
pub fn renew(folder: &Path) -> Result<Option<Renewed>, ClusterError> {
    let folder = Folder::at(folder)?;
    let _hold = folder.hold()?;
    finish(&folder)?;
    let (data, next, kept) = places(&folder);
    if !data.exists() {
        return Ok(None);
    }
    let (old, newest) = (Programs::of_folder(&data)?, Programs::newest()?);
    if old.version == newest.version && make::is_of_today(&data) {
        return Ok(None);
    }
    if kept.exists() {
        let said = format!("{} is kept from an earlier time; look whether it is still wanted, and move it away", kept.display());
        return Err(ClusterError::Failed { what: "renewing", said });
    }
    let copy = folder.path.join("renew.dump");
    serving(&folder, &old, &data, |url| {
        let into = File::options().create(true).truncate(true).write(true).mode(0o600).open(&copy);
        dump(&newest, url, None, into.map_err(io_error(format!("writing {}", copy.display())))?)
    })?;
    if next.exists() {
        fs::remove_dir_all(&next).map_err(io_error(format!("removing {}", next.display())))?;
    }
    make::cluster(&folder, &newest, &next, Durability::Safe)?;
    serving(&folder, &newest, &next, |url| {
        fill(&newest, url, File::open(&copy).map_err(io_error(format!("reading {}", copy.display())))?)
    })?;
    make::moved(&data, &kept)?;
    make::moved(&next, &data)?;
    fs::remove_file(&copy).map_err(io_error(format!("removing {}", copy.display())))?;
    Ok(Some(Renewed { from: old.version, to: newest.version, kept }))
}

/// The cluster, the next one and the one before.
fn places(folder: &Folder) -> (PathBuf, PathBuf, PathBuf) {
    (folder.path.join("pg"), folder.path.join("pg.next"), folder.path.join("pg.before"))
}

/// Finishes a renewal that was stopped between its two last steps: the new cluster is whole then.
pub fn finish(folder: &Folder) -> Result<(), ClusterError> {
    let (data, next, kept) = places(folder);
    if !data.exists() && kept.exists() && next.exists() { make::moved(&next, &data) } else { Ok(()) }
}

/// Serves a cluster for as long as something is done with its database.
pub fn serving(
    folder: &Folder,
    programs: &Programs,
    data: &Path,
    does: impl FnOnce(&str) -> Result<(), ClusterError>,
) -> Result<(), ClusterError> {
    folder.end_orphan(data)?;
    make::doors(folder)?;
    let at = socket::folder(folder)?;
    let (folder, programs, data) = (folder.clone(), programs.clone(), data.to_path_buf());
    let keeper = Keeper::start(Server { folder, programs, data, durability: Durability::Safe }, at.clone())?;
    let done = does(&socket::url(&at, ROLE));
    drop(keeper);
    done
}
