//! Is it worth going on? The steps that one request may take, and whether somebody still waits for it.
//!
//! What repeats itself without a small bound of its own says how many steps it is about to take. When they are used up, or
//! nobody waits any more, it gives nothing and ends at once: what came of it is no answer then, and whoever asked for it
//! must ask [`Work::is_over`] before it is shown.

use std::sync::atomic::{AtomicBool, AtomicU64, Ordering};

/// The steps of one request.
///
/// ```
/// use sparrow_core::work::Work;
/// let work = Work::of(10);
/// assert!(work.goes_on(6) && work.goes_on(4) && !work.is_over());
/// assert!(!work.goes_on(1) && work.is_over());
/// assert!(Work::FREE.goes_on(u64::MAX) && !Work::FREE.is_over());
/// ```
#[derive(Debug)]
pub struct Work {
    left: AtomicU64,
    over: AtomicBool,
}

impl Work {
    /// Work without an end, for a household's own machine, tests and measurements.
    pub const FREE: &'static Work = &FREE;

    /// So many steps: a step is about what laying out one hole costs, some ten nanoseconds.
    pub const fn of(steps: u64) -> Work {
        Work { left: AtomicU64::new(steps), over: AtomicBool::new(false) }
    }

    /// Takes so many steps, and says whether to go on.
    pub fn goes_on(&self, steps: u64) -> bool {
        if self.over.load(Ordering::Relaxed) {
            return false;
        }
        let left = self.left.load(Ordering::Relaxed);
        if left == u64::MAX {
            return true;
        }
        match left.checked_sub(steps) {
            // One thread works on a request; another may only end it.
            Some(left) => self.left.store(left, Ordering::Relaxed),
            None => self.end(),
        }
        !self.over.load(Ordering::Relaxed)
    }

    /// Ends it: nobody waits any more, or it has taken too long.
    ///
    /// Work without an end goes on.
    pub fn end(&self) {
        if self.left.load(Ordering::Relaxed) < u64::MAX {
            self.over.store(true, Ordering::Relaxed);
        }
    }

    /// Whether it came to an end before it was done.
    pub fn is_over(&self) -> bool {
        self.over.load(Ordering::Relaxed)
    }
}

static FREE: Work = Work::of(u64::MAX);
