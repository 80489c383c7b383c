//! What must a list of facts say for itself, so that one from a file is held to all that commands hold to?

use crate::catalogue::Catalogue;
use sparrow_facts::edit::Fact;
use sparrow_facts::garden::Garden;
use sparrow_facts::refusal::Refusal;

/// What a fact from outside is held against.
#[derive(Clone, Copy)]
pub(super) struct Against<'g> {
    /// Its garden.
    pub(super) garden: &'g Garden,
    /// The book alone.
    pub(super) book: &'g Catalogue,
    /// The book with the garden's own crops and varieties.
    pub(super) catalogue: &'g Catalogue,
}

/// A fact of a list of the garden.
pub(super) trait Checked: Fact {
    /// The most of them in one garden.
    const MOST: usize;

    /// Its texts, with the most letters of each.
    fn texts(&mut self) -> Vec<(&mut String, usize)>;

    /// Whether a command could have made it, as far as it can be said of it alone.
    fn check(&self, against: Against) -> Result<(), Refusal>;
}
