//! Who is next? A line for work that takes long, in which each knows how many are before, and nobody's many come before another's
//! first.

use std::sync::atomic::{AtomicU64, Ordering};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use tokio::sync::Notify;

/// The most that waits, and of one account.
const MOST_WAITING: usize = 60;
const MOST_OF_ONE: usize = 8;

/// A line before so many places.
#[derive(Debug, Clone)]
pub struct Queue(Arc<Inner>);

#[derive(Debug)]
struct Inner {
    places: usize,
    next: AtomicU64,
    line: Mutex<Line>,
    moved: Notify,
}

/// Those that wait or work, and the round that was last begun.
#[derive(Debug, Default)]
struct Line {
    all: Vec<Waits>,
    round: u64,
}

/// One that waits or works.
#[derive(Debug, Clone, Copy)]
struct Waits {
    ticket: u64,
    who: i64,
    /// Each account comes once a round.
    round: u64,
    works: bool,
}

/// A place in the line, or one that was come to; given up when it is dropped.
#[derive(Debug)]
pub struct Ticket {
    queue: Queue,
    ticket: u64,
}

impl Queue {
    /// A line before so many places.
    pub fn of(places: usize) -> Queue {
        Queue(Arc::new(Inner { places, next: AtomicU64::new(0), line: Mutex::default(), moved: Notify::new() }))
    }

    /// A place at the end of the line for an account; nothing when too many wait, in all or of that account.
    pub fn ticket(&self, who: i64) -> Option<Ticket> {
        let mut line = self.line();
        let own = line.all.iter().filter(|one| one.who == who).count();
        if own >= MOST_OF_ONE || line.all.len() >= MOST_WAITING {
            return None;
        }
        let ticket = self.0.next.fetch_add(1, Ordering::Relaxed);
        let last = line.all.iter().filter(|one| one.who == who).map(|one| one.round + 1).max();
        let round = last.unwrap_or(0).max(line.round);
        line.all.push(Waits { ticket, who, round, works: false });
        Some(Ticket { queue: self.clone(), ticket })
    }

    /// How many wait or work.
    pub fn taken(&self) -> usize {
        self.line().all.len()
    }

    fn line(&self) -> MutexGuard<'_, Line> {
        self.0.line.lock().unwrap_or_else(PoisonError::into_inner)
    }
}

impl Ticket {
    /// Waits for a place. `told` is told how many are before, at once and whenever that changes; never when there is room.
    pub async fn turn(self, told: impl Fn(u32)) -> Ticket {
        let mut last = None;
        loop {
            // Asked for before looking, so that no move between looking and waiting is missed.
            let moved = self.queue.0.moved.notified();
            match self.come_to() {
                None => break,
                Some(before) if last != Some(before) => {
                    last = Some(before);
                    told(before);
                }
                Some(_) => {}
            }
            moved.await;
        }
        self
    }

    /// Takes a place, or tells how many are before: those that work, and those that come in an earlier round or earlier in it.
    fn come_to(&self) -> Option<u32> {
        let mut line = self.queue.line();
        let rank = |one: &Waits| (one.round, one.ticket);
        let mine = line.all.iter().find(|one| one.ticket == self.ticket).map(rank)?;
        let before = line.all.iter().filter(|one| one.ticket != self.ticket && (one.works || rank(one) < mine)).count();
        if before >= self.queue.0.places {
            return u32::try_from(before).ok();
        }
        line.all.iter_mut().filter(|one| one.ticket == self.ticket).for_each(|one| one.works = true);
        line.round = line.round.max(mine.0);
        None
    }
}

impl Drop for Ticket {
    fn drop(&mut self) {
        self.queue.line().all.retain(|one| one.ticket != self.ticket);
        self.queue.0.moved.notify_waiters();
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn those_who_wait_know_how_many_are_before_them_and_nobody_s_many_come_before_another_s_first() {
        let queue = Queue::of(1);
        let first = queue.ticket(1).expect("there is room").turn(|_| panic!("there is room")).await;
        let (sender, mut heard) = tokio::sync::mpsc::unbounded_channel();
        let wait = |who: i64, name: &'static str| {
            let (sender, ticket) = (sender.clone(), queue.ticket(who).expect("there is room"));
            tokio::spawn(async move {
                let turn = ticket.turn(|before| _ = sender.send((name, before))).await;
                sender.send((name, 0)).expect("somebody hears it");
                turn
            })
        };
        let second = wait(1, "second");
        assert_eq!(heard.recv().await, Some(("second", 1)));
        let gives_up = wait(1, "gives up");
        assert_eq!(heard.recv().await, Some(("gives up", 2)));
        let third = wait(1, "third");
        assert_eq!(heard.recv().await, Some(("third", 3)));
        // Another account's first comes before the others of the one that has one going.
        let other = wait(2, "other");
        assert_eq!(heard.recv().await, Some(("other", 1)));

        gives_up.abort();
        assert!(gives_up.await.is_err_and(|error| error.is_cancelled()));
        drop(first);
        drop(other.await.expect("it came to its turn"));
        drop(second.await.expect("it came to its turn"));
        drop(third.await.expect("it came to its turn"));
        let mut turns = Vec::new();
        while let Ok((who, before)) = heard.try_recv() {
            if before == 0 {
                turns.push(who);
            }
        }
        assert_eq!(turns, ["other", "second", "third"]);
        assert!(queue.line().all.is_empty());
    }

    #[tokio::test]
    async fn a_line_has_an_end() {
        let queue = Queue::of(1);
        let own: Vec<Option<Ticket>> = (0..=MOST_OF_ONE).map(|_| queue.ticket(1)).collect();
        assert_eq!(own.iter().flatten().count(), MOST_OF_ONE);
        let all: Vec<Option<Ticket>> = (0..100).map(|who| queue.ticket(who)).collect();
        assert_eq!(own.iter().chain(&all).flatten().count(), MOST_WAITING);
        assert!(queue.ticket(1).is_none());
    }
}
