//! What is known of each kind of entry: whether it tells an amount, whether it is written down by hand, and which work is done by it. One
//! table, which the page reads as well.

use crate::journal::happened::{Amount, Happened};
use crate::journal::work::Work;

/// A kind of entry.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Kind {
    /// Its word, as it stands in entries; it never changes.
    pub word: &'static str,
    /// It is offered to whoever writes something down by hand; the others come by ticks and choices.
    pub by_hand: bool,
    /// The work that is done when it happens, where that has a word of its own.
    pub does: &'static [Work],
}

macro_rules! kinds {
    ($($kind:ident $word:literal $(($many:ident))? $by:ident [$($work:ident),*];)*) => {
        /// Every kind of entry; those that are written down by hand first, in the order in which they are offered.
        pub const KINDS: &[Kind] = &[$(Kind { word: $word, by_hand: kinds!(@$by), does: &[$(Work::$work),*] }),*];

        impl Happened {
            /// What is known of its kind.
            pub fn kind(&self) -> Kind {
                match self {
                    $(Happened::$kind { .. } => Kind { word: $word, by_hand: kinds!(@$by), does: &[$(Work::$work),*] },)*
                }
            }

            /// How much of something it tells of.
            pub fn many(&self) -> Option<Amount> {
                match self {
                    $($(Happened::$kind { $many, .. } => *$many,)?)*
                    _ => None,
                }
            }

            /// Whether some work is done by it.
            pub fn does(&self, work: Work) -> bool {
                self.kind().does.contains(&work) || matches!(self, Happened::Tended { work: done } if *done == work)
            }
        }
    };
    (@by_hand) => { true };
    (@otherwise) => { false };
}

kinds! {
    Note "note" by_hand [];
    Watered "watered" by_hand [Water];
    Weeded "weeded" by_hand [Weed];
    Picked "picked" (many) by_hand [Pick, PickAgain];
    CutAgain "cut-again" (many) by_hand [Pick, PickAgain];
    Sown "sown" (many) by_hand [SowInside, SowOutside, SowAgain];
    Up "up" (many) by_hand [LookFor];
    Thinned "thinned" by_hand [Thin];
    PottedOn "potted-on" (many) by_hand [PotOn];
    Planted "planted" (many) by_hand [PlantOut, PlantSets];
    Staked "staked" by_hand [Stake, Train];
    Fed "fed" (many) by_hand [Feed];
    Mulched "mulched" by_hand [Mulch];
    Covered "covered" by_hand [Guard];
    Uncovered "uncovered" by_hand [Uncover];
    Seen "seen" by_hand [];
    Cleared "cleared" by_hand [Clear];
    Stored "stored" (many) by_hand [Cure, Store];
    SoilRead "soil-read" by_hand [];
    Weather "weather" by_hand [];
    Arrived "arrived" (many) otherwise [Arrive];
    Hardened "hardened" otherwise [Harden];
    Pollinated "pollinated" otherwise [Pollinate];
    PutOff "put-off" otherwise [];
    LeftOut "left-out" otherwise [];
    Tended "tended" otherwise [];
    Chose "chose" otherwise [];
    Walked "walked" otherwise [];
    Photo "photo" otherwise [];
    Struck "struck" otherwise [];
}
