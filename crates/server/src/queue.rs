//! Who is next? A queue for work that takes long, in the order in which it came, in which each knows how many are before.

use std::collections::BTreeSet;
use std::sync::atomic::{AtomicU64, Ordering};
use std::sync::{Mutex, PoisonError};
use tokio::sync::Notify;

/// A queue before so many places.
#[derive(Debug)]
pub struct Queue {
    places: usize,
    next: AtomicU64,
    line: Mutex<Line>,
    moved: Notify,
}

/// Tickets, by number.
#[derive(Debug)]
struct Line {
    waiting: BTreeSet<u64>,
    working: usize,
}

/// A place that was come to, or is waited for; given up when it is dropped.
#[derive(Debug)]
pub struct Turn<'q> {
    queue: &'q Queue,
    ticket: u64,
}

impl Queue {
    /// A queue before so many places.
    pub const fn of(places: usize) -> Queue {
        let line = Mutex::new(Line { waiting: BTreeSet::new(), working: 0 });
        Queue { places, next: AtomicU64::new(0), line, moved: Notify::const_new() }
    }

    /// Waits for a place. `told` is told how many are before, at once and whenever that changes; never when there is room.
    pub async fn turn<F: Future>(&self, told: impl Fn(u32) -> F) -> Turn<'_> {
        let ticket = self.next.fetch_add(1, Ordering::Relaxed);
        let turn = Turn { queue: self, ticket };
        self.with_line(|line| line.waiting.insert(ticket));
        let mut last = None;
        loop {
            // Asked for before looking, so that no move between looking and waiting is missed.
            let moved = self.moved.notified();
            match self.with_line(|line| line.come_to(ticket, self.places)) {
                None => return turn,
                Some(before) if last != Some(before) => {
                    last = Some(before);
                    told(before).await;
                }
                Some(_) => {}
            }
            moved.await;
        }
    }

    fn with_line<T>(&self, look: impl FnOnce(&mut Line) -> T) -> T {
        look(&mut self.line.lock().unwrap_or_else(PoisonError::into_inner))
    }
}

impl Line {
    /// Takes a place for a ticket, or tells how many are before it.
    fn come_to(&mut self, ticket: u64, places: usize) -> Option<u32> {
        let before = self.waiting.range(..ticket).count();
        if self.working + before < places {
            self.waiting.remove(&ticket);
            self.working += 1;
            return None;
        }
        u32::try_from(self.working + before).ok()
    }
}

impl Drop for Turn<'_> {
    fn drop(&mut self) {
        self.queue.with_line(|line| {
            if !line.waiting.remove(&self.ticket) {
                line.working -= 1;
            }
        });
        self.queue.moved.notify_waiters();
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn those_who_wait_know_how_many_are_before_them_and_come_in_their_order() {
        static QUEUE: Queue = Queue::of(1);
        let first = QUEUE.turn(|_| async { panic!("there is room") }).await;
        let (sender, mut heard) = tokio::sync::mpsc::unbounded_channel();
        let wait = |who: &'static str| {
            let sender = sender.clone();
            tokio::spawn(async move {
                let turn = QUEUE.turn(|before| std::future::ready(sender.send((who, before)))).await;
                sender.send((who, 0)).expect("somebody hears it");
                turn
            })
        };
        let second = wait("second");
        assert_eq!(heard.recv().await, Some(("second", 1)));
        let gives_up = wait("gives up");
        assert_eq!(heard.recv().await, Some(("gives up", 2)));
        let third = wait("third");
        assert_eq!(heard.recv().await, Some(("third", 3)));

        gives_up.abort();
        assert!(gives_up.await.is_err_and(|error| error.is_cancelled()));
        assert_eq!(heard.recv().await, Some(("third", 2)), "one before it has gone");
        drop(first);
        let mut both = vec![heard.recv().await, heard.recv().await];
        both.sort();
        assert_eq!(both, [Some(("second", 0)), Some(("third", 1))]);
        drop(second.await.expect("it came to its turn"));
        assert_eq!(heard.recv().await, Some(("third", 0)));
        drop(third.await);
        assert_eq!(QUEUE.with_line(|line| (line.working, line.waiting.len())), (0, 0));
    }
}
