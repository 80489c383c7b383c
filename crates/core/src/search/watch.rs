//! Is somebody still waiting? Every search is watched in the same way.

/// Watches a search. It is called again and again: with something new that was found, which is only put together when it
/// is asked for, or with nothing; and it says whether to go on. A search that is stopped gives what it has found by then.
pub type Watch<'w, T> = dyn FnMut(Option<&dyn Fn() -> T>) -> bool + 'w;

/// Lets a search go on to its own end.
pub fn to_the_end<T>(_: Option<&dyn Fn() -> T>) -> bool {
    true
}
