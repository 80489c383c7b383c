//! The program itself, as an operator starts it.

use std::io::{BufRead, BufReader, Read};
use std::path::{Path, PathBuf};
use std::process::{Child, ChildStdout, Command, ExitStatus, Output, Stdio};
use std::sync::atomic::{AtomicU32, Ordering};
use std::time::{Duration, Instant};

/// A server that runs.
pub struct Running {
    child: Child,
    /// Where it is.
    pub address: String,
    _out: BufReader<ChildStdout>,
}

/// The program with some arguments, and nothing that it would read from this test's own surroundings.
pub fn program(arguments: &[&str]) -> Command {
    // Tests are compiled into a folder beside the program.
    let tests = std::env::current_exe().expect("a test is a program");
    let mut program = Command::new(tests.with_file_name("../patient-sparrow"));
    let own = std::env::vars().map(|(name, _)| name).filter(|name| name.starts_with("SPARROW_") || name == "DATABASE_URL");
    own.for_each(|name| {
        program.env_remove(name);
    });
    program.args(arguments).stdin(Stdio::null()).stdout(Stdio::piped()).stderr(Stdio::piped());
    program
}

/// What the program says to some arguments, once it has ended.
pub fn says(arguments: &[&str]) -> Output {
    program(arguments).output().expect("it runs")
}

impl Running {
    /// Starts a server and waits until it says where it is.
    pub fn starts(arguments: &[&str]) -> Running {
        Running::starting(arguments).begun()
    }

    /// Starts a server and does not wait.
    pub fn starting(arguments: &[&str]) -> Starting {
        let mut program = program(arguments);
        program.stderr(Stdio::inherit());
        Starting::of(program)
    }

    /// The number of its process.
    pub fn process(&self) -> u32 {
        self.child.id()
    }

    /// Kills it without a word.
    pub fn killed(mut self) {
        self.child.kill().and_then(|()| self.child.wait()).expect("it is ours");
    }

    /// Asks it to stop, as systemd does; how it ended and after how long.
    pub fn stops(mut self) -> (ExitStatus, Duration) {
        let begun = Instant::now();
        let asked = Command::new("kill").arg(self.child.id().to_string()).status().expect("kill runs");
        assert!(asked.success());
        let ended = self.child.wait().expect("it is ours");
        (ended, begun.elapsed())
    }
}

impl Drop for Running {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}

/// A server that comes up.
pub struct Starting(Child);

impl Starting {
    /// One that is started so.
    pub fn of(mut program: Command) -> Starting {
        Starting(program.spawn().expect("it starts"))
    }

    /// Waits until it says where it is.
    pub fn begun(mut self) -> Running {
        let mut out = BufReader::new(self.0.stdout.take().expect("it is piped"));
        let mut line = String::new();
        out.read_line(&mut line).expect("it speaks");
        let address = line.split_whitespace().find(|word| word.starts_with("http://"));
        let Some(address) = address.map(String::from) else {
            let mut rest = String::new();
            let _ = out.read_to_string(&mut rest);
            panic!("it said {line}{rest} and ended: {:?}", self.0.wait());
        };
        Running { child: self.0, address, _out: out }
    }
}

static PLACES: AtomicU32 = AtomicU32::new(0);

/// A folder for one test, removed at its end.
pub struct Place(pub PathBuf);

impl Place {
    /// A folder that is not there yet.
    pub fn made() -> Place {
        let name = format!("sparrow-server-{}-{}", std::process::id(), PLACES.fetch_add(1, Ordering::Relaxed));
        Place(sparrow_cluster::reachable(&std::env::temp_dir().join(name)))
    }

    /// It, as an argument.
    pub fn as_str(&self) -> &str {
        self.0.to_str().expect("letters")
    }

    /// The process of the PostgreSQL in it.
    pub fn postgres(&self) -> Option<u32> {
        let note = std::fs::read_to_string(self.0.join("pg/postmaster.pid")).ok()?;
        note.lines().next()?.trim().parse().ok()
    }
}

impl Drop for Place {
    fn drop(&mut self) {
        let _ = std::fs::remove_dir_all(&self.0);
    }
}

/// Whether a process is there and not only waits to be buried.
pub fn lives(process: u32) -> bool {
    let stat = std::fs::read_to_string(Path::new("/proc").join(process.to_string()).join("stat"));
    stat.is_ok_and(|stat| !stat.contains(") Z "))
}
