//! A running cluster.

use crate::error::ClusterError;
use crate::folder::{Folder, Hold, reachable};
use crate::keeper::{Durability, Keeper, Server};
use crate::programs::Programs;
use crate::renew::finish;
use crate::{make, socket};
use std::fs;
use std::path::{Path, PathBuf};

/// A running PostgreSQL, started again when it dies; dropping it stops the server and waits until it is down.
#[derive(Debug)]
pub struct Cluster {
    // Dropped in this order: the server, then the hold on its folder.
    keeper: Keeper,
    socket: PathBuf,
    programs: Programs,
    _hold: Hold,
    _scratch: Scratch,
}

/// A folder that nobody wants any more once its server is down.
#[derive(Debug, Default)]
struct Scratch(Option<PathBuf>);

impl Drop for Scratch {
    fn drop(&mut self) {
        if let Some(folder) = &self.0 {
            let _ = fs::remove_dir_all(folder);
        }
    }
}

impl Cluster {
    /// Starts a server on the data folder, making the folder and its database cluster when new, and waits until it answers:
    /// as long as it takes, where it has to recover first.
    ///
    /// Fails with [`ClusterError::InUse`], which says who, when another process has the folder.
    pub fn start(folder: &Path, durability: Durability) -> Result<Cluster, ClusterError> {
        let folder = Folder::at(folder)?;
        let hold = folder.hold()?;
        finish(&folder)?;
        let data = folder.path.join("pg");
        let programs = if data.exists() { make::of(&folder, &data)? } else { Programs::newest()? };
        if !data.exists() {
            make::cluster(&folder, &programs, &data, durability)?;
        }
        let server = Server { folder, programs: programs.clone(), data, durability };
        Cluster::run(server, hold)
    }

    fn run(server: Server, hold: Hold) -> Result<Cluster, ClusterError> {
        server.folder.end_orphan(&server.data)?;
        let socket = socket::folder(&server.folder)?;
        make::doors(&server.folder)?;
        let programs = server.programs.clone();
        Ok(Cluster {
            keeper: Keeper::start(server, socket.clone())?,
            socket,
            programs,
            _hold: hold,
            _scratch: Scratch::default(),
        })
    }

    /// A server for tests, and the address of its own database: the one `TEST_DATABASE_URL` names, which all tests of a run
    /// share, or a cluster for this test alone, under `target` by that name.
    pub fn for_tests(name: &str) -> Result<(Option<Cluster>, String), ClusterError> {
        if let Ok(url) = std::env::var("TEST_DATABASE_URL") {
            return Ok((None, url));
        }
        let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../target").join(name);
        let folder = std::path::absolute(&folder).unwrap_or(folder);
        let folder = reachable(&folder);
        let mut cluster = Cluster::start(&folder, Durability::Fast)?;
        cluster._scratch = Scratch(Some(folder));
        let url = cluster.url("postgres");
        Ok((Some(cluster), url))
    }

    /// The address of a database of a cluster that another process runs on a data folder; nothing when none does.
    pub fn running(folder: &Path, database: &str) -> Option<String> {
        let socket = socket::of_server(&folder.join("pg"))?;
        let programs = Programs::of_folder(&folder.join("pg")).ok()?;
        programs.answer(&socket).then(|| socket::url(&socket, database))
    }

    /// The address of a database of this cluster.
    pub fn url(&self, database: &str) -> String {
        socket::url(&self.socket, database)
    }

    /// The socket it listens on.
    pub fn socket(&self) -> PathBuf {
        socket::file(&self.socket)
    }

    /// The programs it is run by.
    pub fn programs(&self) -> &Programs {
        &self.programs
    }

    /// The number of the server's process; nothing while it is down.
    pub fn process(&self) -> Option<u32> {
        self.keeper.process()
    }
}
