use crate::cluster::Cluster;
use crate::folder::{Folder, reachable};
use crate::keeper::Durability;
use crate::programs::Programs;
use crate::renew::renew;
use crate::{make, programs};
use nix::sys::signal::{Signal, kill};
use nix::unistd::Pid;
use std::fs;
use std::os::unix::fs::PermissionsExt;
use std::path::{Path, PathBuf};
use std::process::{Command, Stdio};
use std::time::{Duration, Instant};

/// A folder for one test, removed at its end.
struct Place(PathBuf);

impl Place {
    fn named(name: &str) -> Place {
        let path = reachable(&std::env::temp_dir().join(format!("sparrow-{name}-{}", std::process::id())));
        let _ = fs::remove_dir_all(&path);
        Place(path)
    }

    fn starts(&self) -> Cluster {
        Cluster::start(&self.0, Durability::Fast).expect("starts")
    }
}

impl Drop for Place {
    fn drop(&mut self) {
        let _ = fs::remove_dir_all(&self.0);
    }
}

/// What a database answers to a question of SQL, or why it did not.
fn asks(url: &str, question: &str) -> Result<String, String> {
    let psql = Programs::newest().expect("they are here").program("psql");
    let output = Command::new(psql).args(["-qAt", "-d", url, "-c", question]).output().expect("psql runs");
    let text = |bytes: &[u8]| String::from_utf8_lossy(bytes).trim().to_string();
    if output.status.success() { Ok(text(&output.stdout)) } else { Err(text(&output.stderr)) }
}

/// Looks again and again until it is so, for half a minute at most.
fn until(what: &str, mut is: impl FnMut() -> bool) {
    let end = Instant::now() + Duration::from_secs(30);
    while !is() {
        assert!(Instant::now() < end, "not within half a minute: {what}");
        std::thread::yield_now();
    }
}

fn folder_of_socket(cluster: &Cluster) -> PathBuf {
    cluster.socket().parent().expect("a folder").to_path_buf()
}

fn killed(process: u32) {
    kill(Pid::from_raw(i32::try_from(process).expect("a number")), Signal::SIGKILL).expect("it is ours");
}

#[test]
fn it_refuses_a_second_owner_and_leaves_nothing_running() {
    let place = Place::named("second");
    let cluster = place.starts();
    let url = Cluster::running(&place.0, "sparrow").expect("found by its folder");
    assert_eq!(url, cluster.url("sparrow"));
    assert_eq!(asks(&url, "select 1"), Ok("1".into()));
    let said = Cluster::start(&place.0, Durability::Fast).expect_err("it is in use").to_string();
    assert!(said.contains(&format!("is in use by process {}", std::process::id())), "{said}");
    let process = cluster.process().expect("it runs");
    drop(cluster);
    assert_eq!(Cluster::running(&place.0, "sparrow"), None);
    assert!(!Path::new(&format!("/proc/{process}")).exists());
    drop(place.starts());
}

#[test]
fn it_lets_in_its_owner_alone_as_a_role_that_is_no_master() {
    let place = Place::named("guarded");
    let cluster = place.starts();
    let url = cluster.url("sparrow");
    assert_eq!(asks(&url, "select rolsuper or rolcreaterole from pg_roles where rolname = current_user"), Ok("f".into()));
    assert_eq!(asks(&url, "show data_checksums"), Ok("on".into()));
    assert_eq!(asks(&url, "show listen_addresses"), Ok(String::new()));
    let socket = folder_of_socket(&cluster);
    let open = fs::metadata(&socket).expect("it is there").permissions().mode();
    assert_eq!(open & 0o777, 0o700, "{}", socket.display());
    // The way into the folder is not enough: the socket asks who comes.
    fs::set_permissions(&socket, fs::Permissions::from_mode(0o755)).expect("it is ours");
    let stranger = Command::new("setpriv")
        .args(["--reuid", "65534", "--regid", "65534", "--clear-groups"])
        .arg(cluster.programs().program("psql"))
        .args(["-d", &url, "-c", "select 1"])
        .output()
        .expect("psql runs");
    let said = String::from_utf8_lossy(&stranger.stderr).into_owned();
    assert!(!stranger.status.success() && said.contains("eer authentication failed"), "{said}");
}

#[test]
fn a_folder_of_another_account_is_left_alone() {
    let place = Place::named("other");
    if !nix::unistd::Uid::effective().is_root() {
        // Nobody but root could take it.
        return;
    }
    fs::create_dir_all(&place.0).expect("made");
    let games = nix::unistd::User::from_name("games").expect("asked").expect("every Debian has it");
    nix::unistd::chown(&place.0, Some(games.uid), None).expect("we are root");
    let said = Cluster::start(&place.0, Durability::Fast).expect_err("it is not ours").to_string();
    assert!(said.contains("belongs to games; run this as games"), "{said}");
    assert_eq!(std::os::unix::fs::MetadataExt::uid(&fs::metadata(&place.0).expect("it is there")), games.uid.as_raw());
}

#[test]
fn a_role_for_households_makes_no_databases() {
    let place = Place::named("safe");
    let cluster = Cluster::start(&place.0, Durability::Safe).expect("starts");
    let said = asks(&cluster.url("sparrow"), "create database more").expect_err("it may not");
    assert!(said.contains("permission denied"), "{said}");
    assert_eq!(asks(&cluster.url("sparrow"), "create table own (n int); select count(*) from own"), Ok("0".into()));
    assert_eq!(asks(&cluster.url("sparrow"), "show fsync"), Ok("on".into()));
}

#[test]
fn it_is_started_again_when_it_dies_at_the_same_address_with_all_it_had() {
    let place = Place::named("dies");
    let cluster = Cluster::start(&place.0, Durability::Safe).expect("starts");
    let url = cluster.url("sparrow");
    asks(&url, "create table kept (n int); insert into kept values (7)").expect("written");
    for _ in 0..2 {
        let process = cluster.process().expect("it runs");
        killed(process);
        until("it answers again", || asks(&url, "select n from kept") == Ok("7".into()));
        assert_ne!(cluster.process(), Some(process));
    }
}

#[test]
fn it_ends_only_a_server_of_its_own() {
    let place = Place::named("orphan");
    drop(place.starts());
    // A note names a process that has been somebody else's since.
    let mut other = Command::new("sleep").arg("600").stdin(Stdio::null()).spawn().expect("starts");
    let note = place.0.join("pg/postmaster.pid");
    fs::write(&note, format!("{}\n{}\n", other.id(), place.0.join("pg").display())).expect("written");
    drop(place.starts());
    assert!(other.try_wait().expect("it is ours").is_none(), "it was ended");
    other.kill().and_then(|()| other.wait()).expect("ended");
    // One that works in this folder is ended, whoever started it.
    let cluster = place.starts();
    let folder = Folder::at(&place.0).expect("it is there");
    let process = cluster.process().expect("it runs");
    folder.end_orphan(&place.0.join("pg")).expect("it ends");
    until("another runs", || cluster.process().is_some_and(|now| now != process));
}

#[test]
fn what_was_half_made_is_made_anew_and_what_cannot_be_run_is_named() {
    let place = Place::named("half");
    let begun = place.0.join("pg.begun");
    fs::create_dir_all(&begun).expect("made");
    fs::write(begun.join("PG_VERSION"), "15\n").expect("written");
    drop(place.starts());
    assert!(!begun.exists());
    fs::write(place.0.join("pg/PG_VERSION"), "9\n").expect("written");
    let said = Cluster::start(&place.0, Durability::Fast).expect_err("nobody has its programs").to_string();
    assert!(said.contains("was made by PostgreSQL 9,") && said.contains("postgresql-9,"), "{said}");
}

#[test]
fn a_folder_deep_down_has_its_socket_elsewhere_and_nobody_else_s() {
    let place = Place::named("deep");
    let deep = place.0.join("a".repeat(60)).join("b".repeat(60));
    let url = {
        let cluster = Cluster::start(&deep, Durability::Fast).expect("starts");
        assert!(cluster.socket().starts_with("/tmp"), "{}", cluster.socket().display());
        cluster.url("sparrow")
    };
    let cluster = Cluster::start(&deep, Durability::Fast).expect("starts");
    assert_eq!(url, cluster.url("sparrow"), "the same at every start");
    let socket = folder_of_socket(&cluster);
    drop(cluster);
    fs::set_permissions(&socket, fs::Permissions::from_mode(0o777)).expect("it is ours");
    let said = Cluster::start(&deep, Durability::Fast).expect_err("others may write there").to_string();
    assert!(said.contains("others may write there"), "{said}");
    fs::remove_dir_all(&socket).expect("removed");
}

#[test]
fn a_cluster_of_an_older_make_is_written_into_a_new_one_and_kept() {
    let place = Place::named("older");
    let folder = Folder::at(&place.0).expect("made");
    let (data, programs) = (place.0.join("pg"), Programs::newest().expect("they are here"));
    folder.make_private(&data).expect("made");
    let mut initdb = programs::as_user(folder.account.as_ref(), &programs.program("initdb"), false);
    initdb.arg("-D").arg(&data).args(["--username=sparrow", "--auth=trust", "--encoding=UTF8", "--locale=C.UTF-8", "-N"]);
    assert!(initdb.output().expect("runs").status.success());
    make::alone(&folder, &programs, &data, "create database sparrow;\n").expect("made");
    let said = Cluster::start(&place.0, Durability::Safe).expect_err("it is an older one").to_string();
    assert!(said.contains("patient-sparrow renew"), "{said}");
    crate::renew::serving(&folder, &programs, &data, |url| {
        asks(url, "create extension btree_gist; create table kept (n int); insert into kept values (7)").expect("written");
        Ok(())
    })
    .expect("it can be served by hand");

    let renewed = renew(&place.0).expect("renewed").expect("there was something to do");
    assert_eq!((renewed.from, renewed.to), (programs.version, programs.version));
    assert!(renewed.kept.join("PG_VERSION").exists());
    let cluster = Cluster::start(&place.0, Durability::Safe).expect("starts");
    assert_eq!(asks(&cluster.url("sparrow"), "select n from kept"), Ok("7".into()));
    assert_eq!(asks(&cluster.url("sparrow"), "select usesuper from pg_user where usename = current_user"), Ok("f".into()));
    drop(cluster);
    assert_eq!(renew(&place.0).expect("nothing fails"), None, "once is enough");

    // Stopped between the two last steps, it is finished at the next start.
    fs::rename(&data, place.0.join("pg.next")).expect("moved");
    let cluster = Cluster::start(&place.0, Durability::Safe).expect("starts");
    assert_eq!(asks(&cluster.url("sparrow"), "select n from kept"), Ok("7".into()));
}
