//! Where reckoning, planning and searching is done: on a few threads of their own, so that nobody's question stops the server.
//!
//! What is quick waits in a line in which accounts take turns, for threads one fewer than the machine has cores. It may take so
//! many steps and so long: what is not done by then is refused, and so is what comes when too much waits already. Searches go on
//! for many seconds; they have threads of their own, as many, to which the machine gives what the quick ones leave.

use crate::queue::Queue;
use sparrow_core::work::Work;
use std::collections::{BTreeMap, VecDeque};
use std::panic::{AssertUnwindSafe, catch_unwind};
use std::sync::{Arc, Condvar, Mutex, MutexGuard, PoisonError};
use std::time::Duration;
use tokio::sync::oneshot;
use tokio::time::timeout;

/// The longest that quick work may take once it has begun.
const LONGEST: Duration = Duration::from_millis(1500);
/// The longest that it may wait before.
const LONGEST_WAIT: Duration = Duration::from_secs(5);
/// The steps that it may take, of some ten nanoseconds each.
const MOST_STEPS: u64 = 150_000_000;
/// The most that waits in all, and of one account.
const MOST_WAITING: usize = 200;
const MOST_OF_ONE: usize = 24;
/// How much the machine puts searches back behind all else, as `nice` counts.
const SEARCHES_NICE: i32 = 10;

/// Whose share of the threads is used: that of an account by its number, or the one that all who are not signed in have together.
pub type Who = Option<i64>;

type Job = Box<dyn FnOnce() + Send>;

/// Why work was not done.
#[derive(Debug, PartialEq, Eq, thiserror::Error)]
pub enum NotDone {
    /// Too much waits already.
    #[error("too much waits already")]
    Busy,
    /// It took too many steps, or too long.
    #[error("it took too many steps, or too long")]
    TooMuch,
    /// It broke off, and what it said then.
    #[error("{0}")]
    Broken(String),
}

/// The threads, and what waits for them.
#[derive(Debug)]
pub struct Pool {
    quick: Arc<Line>,
    long: Arc<Line>,
    /// Searches wait here for their turn, and know how many are before them.
    pub searches: Queue,
}

impl Pool {
    /// As many threads of each kind as the machine has cores, less one.
    pub fn of_machine() -> Pool {
        let cores = std::thread::available_parallelism().map_or(2, usize::from);
        Pool::of(cores.saturating_sub(1).max(1))
    }

    /// So many threads of each kind.
    fn of(threads: usize) -> Pool {
        let (quick, long) = (Arc::new(Line::default()), Arc::new(Line::default()));
        for n in 0..threads {
            start(&quick, format!("reckons-{n}"), 0);
            start(&long, format!("searches-{n}"), SEARCHES_NICE);
        }
        Pool { quick, long, searches: Queue::of(threads) }
    }

    /// Does quick work for somebody.
    ///
    /// # Errors
    /// [`NotDone::Busy`] when too much waits already; [`NotDone::TooMuch`] when it takes too many steps or too long; [`NotDone::Broken`]
    /// when it panics.
    pub async fn work<T: Send + 'static>(&self, who: Who, job: impl FnOnce(&Work) -> T + Send + 'static) -> Result<T, NotDone> {
        let work = Arc::new(Work::of(MOST_STEPS));
        // Whoever asked may go away: then what waits is not begun, and what goes on ends.
        let gone = Ends(Arc::clone(&work));
        let (begins, begun) = oneshot::channel();
        let (tells, told) = oneshot::channel();
        let own = Arc::clone(&work);
        self.quick.put(
            who,
            Box::new(move || {
                if begins.send(()).is_ok() && !own.is_over() {
                    let _ = tells.send(catch_unwind(AssertUnwindSafe(|| job(&own))));
                }
            }),
        )?;
        let broken = || NotDone::Broken("a thread that reckons has gone".into());
        timeout(LONGEST_WAIT, begun).await.map_err(|_| NotDone::Busy)?.map_err(|_| broken())?;
        let done = timeout(LONGEST, told).await.map_err(|_| NotDone::TooMuch)?.map_err(|_| broken())?;
        if gone.0.is_over() {
            return Err(NotDone::TooMuch);
        }
        done.map_err(|panic| NotDone::Broken(format!("reckoning broke: {}", said(&*panic))))
    }

    /// How much quick work waits.
    pub fn waiting(&self) -> usize {
        self.quick.look().many
    }

    /// Begins a search that has come to its turn.
    pub fn search(&self, who: Who, job: impl FnOnce() + Send + 'static) -> Result<(), NotDone> {
        self.long.put(who, Box::new(job))
    }
}

impl Drop for Pool {
    fn drop(&mut self) {
        self.quick.close();
        self.long.close();
    }
}

/// Ends the work when it is dropped.
pub struct Ends(pub Arc<Work>);

impl Drop for Ends {
    fn drop(&mut self) {
        self.0.end();
    }
}

/// What a panic said.
fn said(panic: &(dyn std::any::Any + Send)) -> String {
    let text = panic.downcast_ref::<String>().cloned();
    text.or_else(|| panic.downcast_ref::<&str>().map(ToString::to_string)).unwrap_or_default()
}

/// Starts a thread that does what waits in a line.
pub fn start(line: &Arc<Line>, name: String, nice: i32) {
    let line = Arc::clone(line);
    let run = move || {
        if nice != 0 {
            // Where that is not allowed a search is no worse than any other work.
            let _ = rustix::process::setpriority_process(Some(rustix::thread::gettid()), nice);
        }
        while let Some(job) = line.next() {
            let _ = catch_unwind(AssertUnwindSafe(job));
        }
    };
    // Without its threads the server is no use: it must not start.
    if let Err(error) = std::thread::Builder::new().name(name).spawn(run) {
        tracing::error!(%error, "no thread to reckon on");
    }
}

/// What waits for some threads; accounts take turns.
#[derive(Default)]
pub struct Line {
    waiting: Mutex<Waiting>,
    more: Condvar,
}

#[derive(Default)]
struct Waiting {
    of: BTreeMap<Who, VecDeque<Job>>,
    /// Those of whom something waits, the next first.
    turns: VecDeque<Who>,
    many: usize,
    closed: bool,
}

impl std::fmt::Debug for Line {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        f.debug_struct("Line").field("waiting", &self.look().many).finish()
    }
}

impl Line {
    fn look(&self) -> MutexGuard<'_, Waiting> {
        self.waiting.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Puts something at the end of an account's part of the line; refused when that or the whole is full.
    pub fn put(&self, who: Who, job: Job) -> Result<(), NotDone> {
        let mut waiting = self.look();
        let own = waiting.of.entry(who).or_default();
        let many = own.len();
        if many >= MOST_OF_ONE {
            return Err(NotDone::Busy);
        }
        own.push_back(job);
        if waiting.many >= MOST_WAITING {
            waiting.take_last(who);
            return Err(NotDone::Busy);
        }
        waiting.many += 1;
        if many == 0 {
            waiting.turns.push_back(who);
        }
        drop(waiting);
        self.more.notify_one();
        Ok(())
    }

    /// The next job, when there is one; nothing when there will be none.
    fn next(&self) -> Option<Job> {
        let mut waiting = self.look();
        loop {
            if let Some(job) = waiting.next() {
                return Some(job);
            }
            if waiting.closed {
                return None;
            }
            waiting = self.more.wait(waiting).unwrap_or_else(PoisonError::into_inner);
        }
    }

    /// Lets the threads end once nothing waits any more.
    pub fn close(&self) {
        self.look().closed = true;
        self.more.notify_all();
    }
}

impl Waiting {
    fn next(&mut self) -> Option<Job> {
        let who = self.turns.pop_front()?;
        let own = self.of.get_mut(&who)?;
        let job = own.pop_front()?;
        self.many -= 1;
        if own.is_empty() {
            self.of.remove(&who);
        } else {
            self.turns.push_back(who);
        }
        Some(job)
    }

    fn take_last(&mut self, who: Who) {
        if let Some(own) = self.of.get_mut(&who) {
            own.pop_back();
            if own.is_empty() {
                self.of.remove(&who);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::sync::mpsc;

    fn account(number: i64) -> Who {
        Some(number)
    }

    #[tokio::test]
    async fn accounts_take_turns_however_much_one_of_them_asks() {
        let pool = Arc::new(Pool::of(1));
        let (open, gate) = mpsc::channel::<()>();
        let (tell, heard) = mpsc::channel();
        let (begins, begun) = oneshot::channel();
        let first = tokio::spawn({
            let pool = Arc::clone(&pool);
            async move {
                let job = move |_: &Work| {
                    let _ = begins.send(());
                    gate.recv()
                };
                pool.work(account(1), job).await.map(|_| ())
            }
        });
        begun.await.expect("it has begun");
        let others = (0..4).map(|n| (1, n)).chain([(2, 0), (3, 0)]);
        let asked: Vec<_> = others
            .map(|(who, n)| {
                let (pool, tell) = (Arc::clone(&pool), tell.clone());
                Box::pin(async move { pool.work(account(who), move |_| tell.send((who, n))).await.map(|_| ()) })
            })
            .collect();
        let opens = async {
            while pool.quick.look().many < 6 {
                tokio::task::yield_now().await;
            }
            open.send(()).expect("the first waits for it");
        };
        let all = async {
            for one in asked.into_iter().map(tokio::spawn).collect::<Vec<_>>() {
                one.await.expect("no panic").expect("it was done");
            }
        };
        let (first, (), ()) = tokio::join!(first, all, opens);
        assert!(first.expect("no panic").is_ok());
        let order: Vec<(i64, i32)> = heard.try_iter().collect();
        assert_eq!(order, [(1, 0), (2, 0), (3, 0), (1, 1), (1, 2), (1, 3)]);
    }

    #[tokio::test]
    async fn what_takes_too_many_steps_breaks_or_comes_to_a_full_line_is_told_so() {
        let pool = Pool::of(1);
        let much = pool.work(account(1), |work| while work.goes_on(1_000_000) {}).await;
        assert!(matches!(much, Err(NotDone::TooMuch)));
        let broken = pool.work(account(1), |_| panic!("on purpose")).await.map(|(): ()| ());
        assert!(matches!(broken, Err(NotDone::Broken(said)) if said.contains("on purpose")));
        assert_eq!(pool.work(None, |_| 3).await.expect("the thread goes on"), 3);

        let (open, gate) = mpsc::channel::<()>();
        pool.quick.put(None, Box::new(move || _ = gate.recv())).expect("there is room");
        let mut put = 0;
        while pool.quick.put(account(7), Box::new(|| {})).is_ok() {
            put += 1;
        }
        assert!(put <= MOST_OF_ONE && put + 1 >= MOST_OF_ONE, "{put} of one account");
        assert!(pool.quick.put(account(8), Box::new(|| {})).is_ok(), "another has room");
        drop(open);
    }

    #[tokio::test]
    async fn what_nobody_waits_for_any_more_ends() {
        let pool = Pool::of(1);
        let (tell, heard) = oneshot::channel();
        let mut asked = Box::pin(pool.work(account(1), move |work| {
            while work.goes_on(0) {
                std::thread::yield_now();
            }
            tell.send(()).expect("somebody hears it");
        }));
        let begun = tokio::time::timeout(Duration::from_millis(20), &mut asked).await;
        assert!(begun.is_err(), "it goes on");
        drop(asked);
        heard.await.expect("it ended");
    }
}
