//! What did a command change? Facts before and after, which is all that undo needs.

use crate::almanac::{Climate, Shelf, Station};
use crate::bed::Bed;
use crate::garden::Garden;
use crate::ids::{BedId, NumbersGiven};
use crate::own_crop::OwnCrop;
use crate::patch::Patch;
use crate::school::School;
use crate::site::Site;
use crate::turns::{TurnRules, TurnWish};
use crate::variety::Variety;
use serde::{Deserialize, Serialize};

macro_rules! edits {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($($path:ident).+: $Keyed:ty, $Key:ty, $KeyedEdit:ident, |$one:ident| $key:expr;)* }
    ) => {
        /// One fact before and after; nothing before means it is new, nothing after that it is gone.
        #[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
        #[serde(tag = "fact", rename_all = "kebab-case")]
        #[allow(missing_docs, reason = "each variant has the fact it names as it was before and as it is after")]
        pub enum Edit {
            $($FirstEdit { before: Option<Box<$First>>, after: Option<Box<$First>> },)*
            $($LaterEdit { before: Option<Box<$Later>>, after: Option<Box<$Later>> },)*
            $($KeyedEdit { before: Option<Box<$Keyed>>, after: Option<Box<$Keyed>> },)*
            /// The place of the garden.
            Site { before: Box<Site>, after: Box<Site> },
            /// The household's school of spacing.
            School { before: School, after: School },
            /// The rules of the years ahead.
            TurnRules { before: TurnRules, after: TurnRules },
            /// Whether a bed is in half shade.
            Shady { bed: BedId, before: bool, after: bool },
            /// Whether a bed's sections count as two halves each.
            Divided { bed: BedId, before: bool, after: bool },
            /// Where the warmth is taken from, and how much chance is taken.
            Climate { before: Box<Climate>, after: Box<Climate> },
            /// A weather station's file, condensed.
            Station { before: Option<Box<Station>>, after: Option<Box<Station>> },
            /// The seedling shelf.
            Shelf { before: Shelf, after: Shelf },
        }

        impl Edit {
            /// The edit that takes this one back.
            pub fn inverse(mut self) -> Edit {
                match &mut self {
                    $(Edit::$FirstEdit { before, after } => std::mem::swap(before, after),)*
                    $(Edit::$LaterEdit { before, after } => std::mem::swap(before, after),)*
                    $(Edit::$KeyedEdit { before, after } => std::mem::swap(before, after),)*
                    Edit::Site { before, after } => std::mem::swap(before, after),
                    Edit::School { before, after } => std::mem::swap(before, after),
                    Edit::TurnRules { before, after } => std::mem::swap(before, after),
                    Edit::Shady { before, after, .. } | Edit::Divided { before, after, .. } => std::mem::swap(before, after),
                    Edit::Climate { before, after } => std::mem::swap(before, after),
                    Edit::Station { before, after } => std::mem::swap(before, after),
                    Edit::Shelf { before, after } => std::mem::swap(before, after),
                }
                self
            }
        }

        fn apply_one(garden: &mut Garden, edit: Edit) {
            match edit {
                $(Edit::$FirstEdit { before, after } => put(garden, before, after),)*
                $(Edit::$LaterEdit { before, after } => put(garden, before, after),)*
                $(Edit::$KeyedEdit { before, after } => put(garden, before, after),)*
                Edit::Site { after, .. } => garden.site = *after,
                Edit::School { after, .. } => garden.school = after,
                Edit::TurnRules { after, .. } => {
                    let TurnRules { years, school, unit, covers_count } = after;
                    let turns = &mut garden.turns;
                    (turns.years, turns.school, turns.unit, turns.covers_count) = (years, school, unit, covers_count);
                }
                Edit::Shady { bed, after, .. } => swap(&mut garden.turns.shady, Some(bed), after.then_some(bed), |bed| *bed),
                Edit::Divided { bed, after, .. } => swap(&mut garden.turns.divided, Some(bed), after.then_some(bed), |bed| *bed),
                Edit::Climate { after, .. } => {
                    let Climate { from, months, appetite } = *after;
                    let almanac = &mut garden.almanac;
                    (almanac.from, almanac.months, almanac.appetite) = (from, months, appetite);
                }
                Edit::Station { after, .. } => garden.almanac.station = after.map(|station| *station),
                Edit::Shelf { after, .. } => garden.almanac.shelf = after,
            }
        }
    };
}

every_list_of_facts!(edits);

/// A fact of a list, told from the others of it by its key.
pub trait Fact: Clone + PartialEq + Sized {
    /// What tells it from the others; lists stand in the order of their keys.
    type Key: Ord + Clone;

    /// What tells it from the others.
    fn key(&self) -> Self::Key;

    /// The list in which it stands.
    fn list(garden: &Garden) -> &Vec<Self>;

    /// The list in which it stands, to be changed.
    fn list_mut(garden: &mut Garden) -> &mut Vec<Self>;

    /// The edit that puts one in the place of another; nothing before where it is new, nothing after where it goes.
    fn edit(before: Option<Self>, after: Option<Self>) -> Edit;

    /// What an edit says of such a fact, before and after; nothing where it speaks of something else.
    fn of(edit: &Edit) -> Option<(Option<&Self>, Option<&Self>)>;

    /// The edit by which it comes.
    fn comes(self) -> Edit {
        Self::edit(None, Some(self))
    }

    /// The edit by which it goes.
    fn goes(&self) -> Edit {
        Self::edit(Some(self.clone()), None)
    }

    /// The edit by which it becomes another.
    fn becomes(&self, after: Self) -> Edit {
        Self::edit(Some(self.clone()), Some(after))
    }
}

macro_rules! facts {
    (
        first { $($(#[$first_doc:meta])* $first:ident: $First:ty, $FirstId:ty, $FirstEdit:ident;)* }
        later { $($(#[$later_doc:meta])* $later:ident: $Later:ty, $LaterId:ty, $LaterEdit:ident;)* }
        keyed { $($($path:ident).+: $Keyed:ty, $Key:ty, $KeyedEdit:ident, |$one:ident| $key:expr;)* }
    ) => {
        $(fact! { $first: $First, $FirstId, $FirstEdit, |one| one.id })*
        $(fact! { $later: $Later, $LaterId, $LaterEdit, |one| one.id })*
        $(fact! { $($path).+: $Keyed, $Key, $KeyedEdit, |$one| $key })*
    };
}

macro_rules! fact {
    ($($path:ident).+: $Type:ty, $Key:ty, $Edit:ident, |$one:ident| $key:expr) => {
        impl Fact for $Type {
            type Key = $Key;

            fn key(&self) -> $Key {
                let $one = self;
                $key
            }

            fn list(garden: &Garden) -> &Vec<Self> {
                &garden.$($path).+
            }

            fn list_mut(garden: &mut Garden) -> &mut Vec<Self> {
                &mut garden.$($path).+
            }

            fn edit(before: Option<Self>, after: Option<Self>) -> Edit {
                Edit::$Edit { before: before.map(Box::new), after: after.map(Box::new) }
            }

            fn of(edit: &Edit) -> Option<(Option<&Self>, Option<&Self>)> {
                match edit {
                    Edit::$Edit { before, after } => Some((before.as_deref(), after.as_deref())),
                    _ => None,
                }
            }
        }
    };
}

every_list_of_facts!(facts);

/// The edits that take these back, last first.
pub fn inverse(edits: Vec<Edit>) -> Vec<Edit> {
    edits.into_iter().rev().map(Edit::inverse).collect()
}

/// The highest numbers that edits give to what they make.
pub fn numbers_given(edits: &[Edit]) -> NumbersGiven {
    fn highest<T: Fact>(edits: &[Edit], number: impl Fn(&T) -> u32) -> u32 {
        edits.iter().filter_map(|edit| T::of(edit)?.1).map(number).max().unwrap_or(0)
    }
    NumbersGiven {
        bed: highest(edits, |bed: &Bed| bed.id.0),
        patch: highest(edits, |patch: &Patch| patch.id.0),
        wish: highest(edits, |wish: &TurnWish| wish.id.0),
        variety: highest(edits, |variety: &Variety| variety.id.0),
        own_crop: highest(edits, |crop: &OwnCrop| crop.id.0),
    }
}

/// Carries edits out on a garden.
pub fn apply(garden: &mut Garden, edits: &[Edit]) {
    for edit in edits {
        apply_one(garden, edit.clone());
    }
}

fn put<T: Fact>(garden: &mut Garden, before: Option<Box<T>>, after: Option<Box<T>>) {
    swap(T::list_mut(garden), before.map(|one| *one), after.map(|one| *one), T::key);
}

/// Takes a row out of a list, and puts another in where its key belongs.
fn swap<T, K: Ord>(list: &mut Vec<T>, before: Option<T>, after: Option<T>, key: impl Fn(&T) -> K) {
    if let Some(gone) = before.as_ref().map(&key) {
        list.retain(|one| key(one) != gone);
    }
    if let Some(new) = after {
        let at = list.partition_point(|one| key(one) < key(&new));
        list.insert(at, new);
    }
}
