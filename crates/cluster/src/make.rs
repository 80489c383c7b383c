//! Makes a database cluster, whole or not at all, and says who comes in.

use crate::error::{ClusterError, io_error};
use crate::folder::Folder;
use crate::keeper::Durability;
use crate::programs::{Programs, ROLE, as_user};
use nix::unistd::{Uid, User};
use std::fs::{self, File, Permissions};
use std::io::Write;
use std::os::unix::fs::PermissionsExt;
use std::path::Path;
use std::process::Stdio;

/// The role that made the cluster and may do everything in it; the application never has it.
const KEEPER: &str = "keeper";
/// A file in the cluster's folder that says how it was made.
const LAYOUT: &str = "PATIENT_SPARROW";
/// What it says today.
const TODAY: &str = "2\n";

/// The programs of a cluster that is there, when it was made as they are made today.
pub fn of(folder: &Folder, data: &Path) -> Result<Programs, ClusterError> {
    let programs = Programs::of_folder(data)?;
    if is_of_today(data) { Ok(programs) } else { Err(ClusterError::Old { folder: folder.path.clone() }) }
}

/// Whether a cluster was made as they are made today.
pub fn is_of_today(data: &Path) -> bool {
    fs::read_to_string(data.join(LAYOUT)).is_ok_and(|layout| layout == TODAY)
}

/// Makes a cluster with the application's role and its empty database. It is made beside its place and moved there when it
/// is whole, so that a half-made one is never taken for it.
pub fn cluster(folder: &Folder, programs: &Programs, data: &Path, durability: Durability) -> Result<(), ClusterError> {
    let begun = folder.path.join("pg.begun");
    if begun.exists() {
        fs::remove_dir_all(&begun).map_err(io_error(format!("removing {}", begun.display())))?;
    }
    folder.make_private(&begun)?;
    let mut initdb = as_user(folder.account.as_ref(), &programs.program("initdb"), false);
    initdb.arg("-D").arg(&begun).arg(format!("--username={KEEPER}"));
    initdb.args(["--auth=reject", "--encoding=UTF8", "--locale=C.UTF-8", "--data-checksums", "--no-instructions"]);
    if durability == Durability::Fast {
        initdb.arg("--no-sync");
    }
    let output = initdb.stdin(Stdio::null()).output().map_err(io_error("running initdb"))?;
    if !output.status.success() {
        return Err(ClusterError::Failed { what: "initdb", said: String::from_utf8_lossy(&output.stderr).into_owned() });
    }
    let databases = if durability == Durability::Fast { "createdb" } else { "nocreatedb" };
    alone(
        folder,
        programs,
        &begun,
        &format!(
            "create role {ROLE} login {databases};\ncreate database {ROLE} owner {ROLE};\nrevoke connect on database {ROLE} from public;\n"
        ),
    )?;
    let layout = begun.join(LAYOUT);
    fs::write(&layout, TODAY).map_err(io_error("noting how the cluster was made"))?;
    folder.give(&layout)?;
    File::open(&layout).and_then(|file| file.sync_all()).map_err(io_error("noting how the cluster was made"))?;
    moved(&begun, data)
}

/// Moves a folder, for good.
pub fn moved(from: &Path, to: &Path) -> Result<(), ClusterError> {
    let synced = |path: &Path| File::open(path).and_then(|folder| folder.sync_all());
    fs::rename(from, to).and_then(|()| to.parent().map_or(Ok(()), synced)).map_err(io_error(format!(
        "moving {} to {}",
        from.display(),
        to.display()
    )))
}

/// Has a cluster that nobody serves carry out some statements, one a line.
pub fn alone(folder: &Folder, programs: &Programs, data: &Path, statements: &str) -> Result<(), ClusterError> {
    let mut server = as_user(folder.account.as_ref(), &programs.program("postgres"), false);
    server.args(["--single", "-c", "exit_on_error=true", "-D"]).arg(data).arg("postgres");
    server.stdin(Stdio::piped()).stdout(Stdio::null()).stderr(Stdio::piped());
    let failed = || io_error("running postgres by itself");
    let mut child = server.spawn().map_err(failed())?;
    if let Some(mut input) = child.stdin.take() {
        input.write_all(statements.as_bytes()).map_err(failed())?;
    }
    let output = child.wait_with_output().map_err(failed())?;
    if output.status.success() {
        return Ok(());
    }
    Err(ClusterError::Failed { what: "postgres", said: String::from_utf8_lossy(&output.stderr).into_owned() })
}

/// Writes down who comes in: over the socket, the account that runs us, as the application's role or, by hand, as the keeper.
pub fn doors(folder: &Folder) -> Result<(), ClusterError> {
    let runner = User::from_uid(Uid::effective()).ok().flatten().map(|user| user.name).unwrap_or_default();
    let quoted = format!("\"{}\"", runner.replace('"', "\"\""));
    let says = "# Written anew at every start.";
    let doors = format!("{says}\nlocal all {ROLE},{KEEPER} peer map=house\n");
    let house = format!("{says}\nhouse {quoted} {ROLE}\nhouse {quoted} {KEEPER}\n");
    for (name, text) in [("hba.conf", doors), ("ident.conf", house)] {
        let path = folder.path.join(name);
        fs::write(&path, text)
            .and_then(|()| fs::set_permissions(&path, Permissions::from_mode(0o644)))
            .map_err(io_error(format!("writing {}", path.display())))?;
    }
    Ok(())
}
