//! Everything in one file, and everything brought back from it: proved, garden by garden, to be what it was.
//!
//! The file is a tar of two: what PostgreSQL's own programs write of the database, and the hash of every garden's file as it
//! was at that moment. Both are of one picture, however many changes come while it is made.

use actix_web::rt::task::{JoinError, spawn_blocking};
use jiff::Timestamp;
use jiff::civil::Date;
use serde::{Deserialize, Serialize};
use sha2::{Digest, Sha256};
use sparrow_cluster::{ClusterError, Programs, dump, fill};
use sparrow_facts::garden::Garden;
use sparrow_formats::garden_file;
use sparrow_store::{Snapshot, Store, StoreError};
use std::collections::BTreeMap;
use std::fmt;
use std::fs::{self, File};
use std::io::{self, Read};
use std::os::unix::fs::OpenOptionsExt;
use std::path::{Path, PathBuf};

/// The names in the file.
const CONTENTS: &str = "contents.json";
/// See [`CONTENTS`].
const DATABASE: &str = "database.dump";
/// The longest list of contents that is read \[bytes\].
const LONGEST_CONTENTS: u64 = 64 * 1024 * 1024;
/// A database, and the programs that copy it.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Database {
    /// Its address.
    pub url: String,
    /// PostgreSQL's, no older than the database's server; nothing for the newest that are here.
    pub programs: Option<Programs>,
}

impl Database {
    fn programs(&self) -> Result<Programs, ClusterError> {
        self.programs.clone().map_or_else(Programs::to_copy, Ok)
    }
}

/// A backup a day.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Backups {
    /// Where they are.
    pub folder: PathBuf,
    /// How many are kept.
    pub keep: u32,
    /// Of what.
    pub database: Database,
}

/// Why there is no backup, or nothing was brought back.
#[derive(Debug, thiserror::Error)]
pub enum BackupError {
    /// The database.
    #[error(transparent)]
    Store(#[from] StoreError),
    /// PostgreSQL's programs.
    #[error(transparent)]
    Cluster(#[from] ClusterError),
    /// A file.
    #[error("{file}: {source}")]
    File {
        /// Which.
        file: PathBuf,
        /// What the system said.
        source: io::Error,
    },
    /// It is no backup.
    #[error("{0} is no backup of Patient Sparrow, or not a whole one")]
    NoBackup(PathBuf),
    /// The database is in use.
    #[error("the database holds something already, so nothing was brought into it; name an empty one, or another --data folder")]
    NotEmpty,
    /// What was brought back is not what was kept.
    #[error("all was brought back, but these gardens are not what they were: numbers {0}; do not go on with this database")]
    Differs(String),
    /// A task broke.
    #[error("a copy broke off: {0}")]
    Broke(#[from] JoinError),
}

fn at(file: &Path) -> impl FnOnce(io::Error) -> BackupError {
    let file = file.to_path_buf();
    move |source| BackupError::File { file, source }
}

/// What is in a backup.
#[derive(Debug, Serialize, Deserialize)]
struct Contents {
    made: Timestamp,
    /// The version of the program that made it.
    by: String,
    /// The version of the files of gardens that the hashes are of.
    files: u32,
    /// The SHA-256 of every garden's file by its number.
    gardens: BTreeMap<i64, String>,
}

/// What was brought back.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Restored {
    /// How many gardens.
    pub gardens: usize,
    /// Whether each was compared with what it was; not where it was kept by a program that wrote gardens otherwise.
    pub compared: bool,
}

impl fmt::Display for Restored {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        let Restored { gardens, compared } = self;
        if *compared {
            write!(f, "{gardens} gardens are back, each byte for byte what it was. Everybody has to sign in anew.")
        } else {
            write!(
                f,
                "{gardens} gardens are back. They were kept by another version, which writes them otherwise, so they could not be \
                 compared with what they were. Everybody has to sign in anew."
            )
        }
    }
}

/// A file that is removed again unless it becomes what it was made for.
struct Begun(PathBuf);

impl Begun {
    fn beside(file: &Path, ending: &str) -> Begun {
        let name = file.file_name().unwrap_or_default().to_string_lossy().into_owned();
        Begun(file.with_file_name(format!(".{name}.{}.{ending}", std::process::id())))
    }

    /// Only whoever runs us reads it.
    fn created(&self) -> Result<File, BackupError> {
        File::options().create_new(true).read(true).write(true).mode(0o600).open(&self.0).map_err(at(&self.0))
    }
}

impl Drop for Begun {
    fn drop(&mut self) {
        let _ = fs::remove_file(&self.0);
    }
}

/// Writes everything into a file, and tells how many gardens; others may go on changing them. A file that is there is replaced
/// once the new one is whole.
pub async fn make(store: &Store, database: &Database, file: &Path) -> Result<usize, BackupError> {
    let (copy, whole) = (Begun::beside(file, "dump"), Begun::beside(file, "part"));
    let mut snapshot = store.snapshot().await?;
    let (into, from, name) = (copy.created()?, database.clone(), snapshot.name.clone());
    let copying = spawn_blocking(move || dump(&from.programs()?, &from.url, Some(&name), into));
    let gardens = hashes(&mut snapshot).await?;
    copying.await??;
    drop(snapshot);
    let contents =
        Contents { made: Timestamp::now(), by: env!("CARGO_PKG_VERSION").into(), files: garden_file::VERSION, gardens };
    let (count, file) = (contents.gardens.len(), file.to_path_buf());
    spawn_blocking(move || {
        write(&whole, &contents, &copy)?;
        fs::rename(&whole.0, &file).map_err(at(&file))?;
        let folder = file.parent().filter(|folder| !folder.as_os_str().is_empty()).unwrap_or(Path::new("."));
        File::open(folder).and_then(|folder| folder.sync_all()).map_err(at(folder))
    })
    .await??;
    Ok(count)
}

fn write(whole: &Begun, contents: &Contents, copy: &Begun) -> Result<(), BackupError> {
    let mut tar = tar::Builder::new(whole.created()?);
    let text = serde_json::to_vec_pretty(contents).map_err(|error| at(&whole.0)(error.into()))?;
    let mut head = tar::Header::new_gnu();
    head.set_size(text.len() as u64);
    head.set_mode(0o600);
    head.set_mtime(u64::try_from(contents.made.as_second()).unwrap_or(0));
    tar.append_data(&mut head, CONTENTS, text.as_slice()).map_err(at(&whole.0))?;
    tar.append_path_with_name(&copy.0, DATABASE).map_err(at(&copy.0))?;
    tar.into_inner().and_then(|file| file.sync_all()).map_err(at(&whole.0))
}

/// The hash of every garden's file.
async fn hashes(snapshot: &mut Snapshot) -> Result<BTreeMap<i64, String>, BackupError> {
    let mut hashes = BTreeMap::new();
    for number in snapshot.gardens().await? {
        let garden = snapshot.load(number).await?;
        hashes.insert(number.0, spawn_blocking(move || hash(&garden)).await?);
    }
    Ok(hashes)
}

fn hash(garden: &Garden) -> String {
    Sha256::digest(garden_file::write(garden).as_bytes()).iter().map(|byte| format!("{byte:02x}")).collect()
}

/// Brings everything back into a database that holds nothing yet, ends every session and link that was open then, and
/// compares every garden with what it was.
pub async fn restore(database: &Database, file: &Path) -> Result<Restored, BackupError> {
    if !Store::is_empty(&database.url).await? {
        return Err(BackupError::NotEmpty);
    }
    let (into, from) = (database.clone(), file.to_path_buf());
    let contents = spawn_blocking(move || read(&into, &from)).await??;
    let store = Store::open(&database.url).await?;
    // What was ended since the backup was made must not open a door again.
    store.end_everything_open().await?;
    let now = hashes(&mut store.snapshot().await?).await?;
    store.close().await;
    let restored = Restored { gardens: now.len(), compared: contents.files == garden_file::VERSION };
    let numbers = now.keys().chain(contents.gardens.keys());
    let differs = |number: &&i64| match (now.get(number), contents.gardens.get(number)) {
        (Some(now), Some(then)) => restored.compared && now != then,
        _ => true,
    };
    let differing: std::collections::BTreeSet<&i64> = numbers.filter(differs).collect();
    if differing.is_empty() {
        return Ok(restored);
    }
    Err(BackupError::Differs(differing.iter().map(ToString::to_string).collect::<Vec<_>>().join(", ")))
}

/// Fills a database from a backup, and tells what should be in it.
fn read(database: &Database, file: &Path) -> Result<Contents, BackupError> {
    let no_backup = || BackupError::NoBackup(file.to_path_buf());
    let mut tar = tar::Archive::new(File::open(file).map_err(at(file))?);
    let mut entries = tar.entries().map_err(|_| no_backup())?;
    let mut next = |name: &str| {
        let entry = entries.next().and_then(Result::ok).ok_or_else(no_backup)?;
        let is_it = entry.path().is_ok_and(|path| path.as_os_str() == name);
        if is_it { Ok(entry) } else { Err(no_backup()) }
    };
    let contents = serde_json::from_reader(next(CONTENTS)?.take(LONGEST_CONTENTS)).map_err(|_| no_backup())?;
    fill(&database.programs()?, &database.url, next(DATABASE)?)?;
    Ok(contents)
}

/// The name of a day's backup.
fn name_of(day: Date) -> String {
    format!("sparrow-{day}.backup")
}

/// The days of which there are backups in a folder, the latest first.
fn days(folder: &Path) -> Vec<Date> {
    let names = fs::read_dir(folder).into_iter().flatten().filter_map(|entry| entry.ok()?.file_name().into_string().ok());
    let day = |name: String| name.strip_prefix("sparrow-")?.strip_suffix(".backup")?.parse().ok();
    let mut days: Vec<Date> = names.filter_map(day).collect();
    days.sort_unstable_by(|one, other| other.cmp(one));
    days
}

/// Makes a day's backup unless it is there, and then removes those beyond as many as are kept; whether one was made.
pub async fn make_daily(store: &Store, backups: &Backups, today: Date) -> Result<bool, BackupError> {
    let Backups { folder, keep, database } = backups;
    fs::create_dir_all(folder).map_err(at(folder))?;
    if days(folder).contains(&today) {
        return Ok(false);
    }
    make(store, database, &folder.join(name_of(today))).await?;
    for old in days(folder).into_iter().skip(usize::try_from(*keep).unwrap_or(usize::MAX)) {
        let file = folder.join(name_of(old));
        fs::remove_file(&file).map_err(at(&file))?;
    }
    Ok(true)
}
