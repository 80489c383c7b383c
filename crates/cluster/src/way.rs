//! A way to a database that can be cut, for tests of what becomes of those who use it.

use crate::programs::ROLE;
use crate::socket::file;
use std::io::{self, Read, Write};
use std::net::{Shutdown, SocketAddr, TcpListener, TcpStream};
use std::os::unix::net::UnixStream;
use std::path::{Path, PathBuf};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::thread;

/// What becomes of who goes it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
enum State {
    #[default]
    Open,
    Cut,
    Silent,
    SilentWhenAsked,
}

/// PostgreSQL's word for 'are you there', and no more, begins with this.
const SYNC: u8 = b'S';

#[derive(Debug, Default)]
struct Inner {
    state: State,
    /// Both ends of those who go it.
    going: Vec<(TcpStream, UnixStream)>,
}

/// A port of loopback that leads to a database's socket.
#[derive(Debug)]
pub struct Way {
    address: SocketAddr,
    inner: Arc<Mutex<Inner>>,
}

impl Way {
    /// A way to the socket that an address of a database of a [`Cluster`](crate::Cluster) names.
    pub fn to(url: &str) -> io::Result<Way> {
        let socket = socket_of(url).ok_or_else(|| io::Error::other("the address names no socket"))?;
        let listener = TcpListener::bind("127.0.0.1:0")?;
        let way = Way { address: listener.local_addr()?, inner: Arc::default() };
        let inner = Arc::clone(&way.inner);
        thread::spawn(move || {
            for comes in listener.incoming().map_while(Result::ok) {
                // Whoever is not let through is let go at once, or never answered.
                let _ = lead(comes, &socket, &inner);
            }
        });
        Ok(way)
    }

    /// The address of a database over this way.
    pub fn url(&self, database: &str) -> String {
        format!("postgres://{}@{}/{database}?sslmode=disable", ROLE, self.address)
    }

    fn state(&self) -> MutexGuard<'_, Inner> {
        self.inner.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Nobody gets through any more, and who goes it is cut off.
    pub fn is_cut(&self) {
        let mut inner = self.state();
        inner.state = State::Cut;
        for (one, other) in inner.going.drain(..) {
            let _ = (one.shutdown(Shutdown::Both), other.shutdown(Shutdown::Both));
        }
    }

    /// Nothing that is said gets through any more, now or later on what is begun; and nobody is told.
    pub fn falls_silent(&self) {
        self.state().state = State::Silent;
    }

    /// Who asks whether anybody is there is answered; who then asks for more gets nothing any more on that connection, and nobody is told.
    pub fn falls_silent_when_asked(&self) {
        self.state().state = State::SilentWhenAsked;
    }

    /// Whoever comes from now on gets through.
    pub fn is_open(&self) {
        self.state().state = State::Open;
    }
}

fn socket_of(url: &str) -> Option<PathBuf> {
    let url = url::Url::parse(url).ok()?;
    let (_, folder) = url.query_pairs().find(|(name, _)| name == "host")?;
    Some(file(Path::new(&*folder)))
}

fn lead(comes: TcpStream, socket: &Path, inner: &Arc<Mutex<Inner>>) -> io::Result<()> {
    let lock = || inner.lock().unwrap_or_else(PoisonError::into_inner);
    if lock().state == State::Cut {
        return comes.shutdown(Shutdown::Both);
    }
    let server = UnixStream::connect(socket)?;
    comes.set_nodelay(true)?;
    let (from, to) = (comes.try_clone()?, server.try_clone()?);
    lock().going.push((comes.try_clone()?, server.try_clone()?));
    let there = Arc::clone(inner);
    thread::spawn(move || {
        pass(from, to, |said| match there.lock().unwrap_or_else(PoisonError::into_inner).state {
            State::Silent => true,
            State::SilentWhenAsked => said.first() != Some(&SYNC),
            State::Open | State::Cut => false,
        })
    });
    let back = Arc::clone(inner);
    thread::spawn(move || pass(server, comes, |_| back.lock().unwrap_or_else(PoisonError::into_inner).state == State::Silent));
    Ok(())
}

/// Hands on what is said until some of it is not heard. What was once not handed on leaves a hole, so nothing is handed on after it.
fn pass(mut from: impl Read, mut to: impl Write, unheard: impl Fn(&[u8]) -> bool) {
    let (mut buffer, mut deaf) = (vec![0; 65_536], false);
    while let Ok(read @ 1..) = from.read(&mut buffer) {
        let said = &buffer[..read];
        deaf = deaf || unheard(said);
        if !deaf && to.write_all(said).is_err() {
            return;
        }
    }
}
