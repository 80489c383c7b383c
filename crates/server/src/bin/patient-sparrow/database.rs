//! Which database? One that was named, or one of our own in the data folder.

use crate::arguments::Given;
use patient_sparrow::operations::backup::Database;
use sparrow_cluster::{Cluster, ClusterError, Durability, Programs, ROLE, reachable, renew};
use sparrow_store::{Store, StoreError};
use std::path::{Path, PathBuf};
use std::time::{Duration, Instant};

/// How long a database that does not answer yet is waited for when the server starts.
const COMES_UP: Duration = Duration::from_secs(30);
/// Between two tries.
const BETWEEN: Duration = Duration::from_millis(500);

/// The data folder.
pub fn folder(given: &Given) -> PathBuf {
    let data = given.data.as_deref().unwrap_or(Path::new(".data"));
    reachable(&std::path::absolute(data).unwrap_or_else(|_| data.to_path_buf()))
}

/// A database, with the PostgreSQL of our own that it is kept running by.
pub struct Held {
    pub database: Database,
    _cluster: Option<Cluster>,
}

impl Held {
    fn own(cluster: Cluster) -> Held {
        let database = Database { url: cluster.url(ROLE), programs: Some(cluster.programs().clone()) };
        Held { database, _cluster: Some(cluster) }
    }

    fn given(url: &str) -> Held {
        Held { database: Database { url: url.into(), programs: None }, _cluster: None }
    }

    /// The database to serve. Of a demo, which keeps nothing worth a name, the first data folder that nobody else uses: `FOLDER`,
    /// then `FOLDER-2` and so on.
    pub fn to_serve(given: &Given, demo: bool) -> Result<Held, ClusterError> {
        if let Some(url) = &given.database {
            return Ok(Held::given(url));
        }
        let data = folder(given);
        let name = data.file_name().map_or_else(|| "data".into(), |name| name.to_string_lossy().into_owned());
        let mut number = 1;
        loop {
            let one = if number == 1 { data.clone() } else { data.with_file_name(format!("{name}-{number}")) };
            match Cluster::start(&one, Durability::Safe) {
                Err(ClusterError::InUse { .. }) if demo && number < 20 => number += 1,
                // Nobody has to know of it for invented gardens.
                Err(ClusterError::Old { .. }) if demo => drop(renew(&one)?),
                other => return other.map(Held::own),
            }
        }
    }

    /// The database to do something with, whether a server runs on it or not; one that is not there is made only to be filled.
    pub fn to_look_into(given: &Given, is_filled: bool) -> Result<Held, String> {
        if let Some(url) = &given.database {
            return Ok(Held::given(url));
        }
        let data = folder(given);
        if !is_filled && !data.join("pg").exists() {
            return Err(format!("there are no gardens in {}; say with --data or --database where they are", data.display()));
        }
        let held = match Cluster::running(&data, ROLE) {
            Some(url) => Programs::of_folder(&data.join("pg"))
                .map(|programs| Held { database: Database { url, programs: Some(programs) }, _cluster: None }),
            None => Cluster::start(&data, Durability::Safe).map(Held::own),
        };
        held.map_err(|error| error.to_string())
    }

    /// Opens it; one that comes up later than we is waited for.
    pub async fn opened(&self) -> Result<Store, StoreError> {
        let begun = Instant::now();
        loop {
            match Store::open(&self.database.url).await {
                Err(StoreError::Away(why)) if begun.elapsed() < COMES_UP => {
                    tracing::warn!(%why, "the database does not answer yet");
                    tokio::time::sleep(BETWEEN).await;
                }
                other => return other,
            }
        }
    }
}
